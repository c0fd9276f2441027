"use client";
import { useMemo, useState } from "react";
import { ArrowDown, ArrowUp } from "lucide-react";
import Link from "next/link";
import { useStore } from "zustand";
import { useShallow } from "zustand/react/shallow";
import type { Medium } from "@/core/media/medium";
import { isMix, mixOfMedium } from "@/core/mixing/mix-medium";
import { SEPARATORS, type Separator } from "@/core/stack/fixtures";
import { withLayer } from "@/core/stack/edit";
import { withThickness } from "@/core/stack/platform";
import type { Legs, StackLayer } from "@/core/stack/setup";
import type { Problem } from "@/core/units/problem";
import { formatMass, formatPercent, formatVolume } from "@/core/units/units";
import { useUnits } from "../../common/preferences";
import { NumberField } from "../../fields/number-field";
import { TextField } from "../../fields/text-field";
import { mediumAddress } from "../../common/medium-address";
import { Choice, Tick } from "../../fields/choice";
import { SearchedChoice } from "../../fields/searched-choice";
import { late } from "../../common/late";
import { rootedIn, rootsWords } from "../../open-setup/adding-layers";
import { layerName, moveTo } from "../../open-setup/layer-changes";
import type { EditorProps } from "../part";
import { mediumChoices } from "./medium-choices";
import type { SetupStore } from "../../open-setup/setup-store";
import { SEPARATOR_WORDS } from "../words";

/** All of a layer but its thickness, which a drag changes every frame and only its field shows. */
export type EditedLayer = Omit<StackLayer, "thicknessCm">;

/** Makes a change to a layer a step of the history. */
export type ChangeLayer = (label: string, part: Partial<Omit<StackLayer, "id">>) => readonly Problem[];

/** What of a layer can be changed, and what the water does in it. */
export function LayerEditor({ store, id }: EditorProps) {
  const layer = useStore(
    store,
    useShallow((state): EditedLayer | undefined => {
      const found = state.setup.layers.find((one) => one.id === id);
      if (!found) return undefined;
      const { thicknessCm: _, ...rest } = found;
      return rest;
    }),
  );
  const index = useStore(store, (state) => state.setup.layers.findIndex((one) => one.id === id));
  const count = useStore(store, (state) => state.setup.layers.length);
  return layer ? <Fields layer={layer} index={index} count={count} store={store} /> : null;
}

function Fields({
  layer,
  index,
  count,
  store,
}: {
  layer: EditedLayer;
  index: number;
  count: number;
  store: SetupStore;
}) {
  const system = useUnits();
  const medium = store.medium(layer.mediumId);
  const name = layerName(layer, store);
  const isTop = index === count - 1;
  const onChange: ChangeLayer = (label, part) =>
    store.offer(label, withLayer(store.getState().committed, layer.id, part), system);
  return (
    <div className="space-y-1">
      <div className="flex flex-wrap items-start gap-x-3 gap-y-1">
        <MediumChoice layer={layer} isTop={isTop} name={name} store={store} onChange={onChange} />
        <ThicknessField store={store} id={layer.id} name={name} />
      </div>
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <TextField
          label={`Name of this layer, now ${name}`}
          value={layer.name}
          placeholder="own name"
          className="w-28 text-[0.95rem]"
          onOffer={(text) => onChange(`Named ${text || name}`, { name: text })}
        />
        <Tick
          label="roots"
          checked={layer.rooted}
          onChange={(rooted) => onChange(rooted ? `Roots in ${name}` : `No roots in ${name}`, { rooted })}
        />
        <span className="ml-auto flex gap-0.5">
          <MoveButton label={`Move ${name} up`} disabled={isTop} onPress={() => moveTo(store, layer.id, index + 1)}>
            <ArrowUp size={15} aria-hidden />
          </MoveButton>
          <MoveButton
            label={`Move ${name} down`}
            disabled={index === 0}
            onPress={() => moveTo(store, layer.id, index - 1)}
          >
            <ArrowDown size={15} aria-hidden />
          </MoveButton>
        </span>
      </div>
      <LayerPlacing layer={layer} index={index} isTop={isTop} name={name} onChange={onChange} />
      <Extras layer={layer} name={name} onChange={onChange} />
      {medium && <NewerVersion layer={layer} name={name} store={store} onChange={onChange} />}
      <LayerReadingText store={store} index={index} />
      {medium && store.setupId && (
        <Link
          className="inline-flex items-center text-sm underline decoration-dotted pointer-coarse:min-h-11"
          href={mixingAddress(medium, store.setupId, layer.id)}
        >
          how much of it to get, mix and wet
        </Link>
      )}
    </div>
  );
}

function ThicknessField({ store, id, name }: { store: SetupStore; id: string; name: string }) {
  const system = useUnits();
  const thicknessCm = useStore(store, (state) => state.setup.layers.find((layer) => layer.id === id)?.thicknessCm ?? 0);
  return (
    <NumberField
      label={`Thickness of ${name}`}
      hideLabel
      value={thicknessCm}
      onOffer={(cm) => store.offer(`Thickness of ${name}`, withThickness(store.getState().committed, id, cm), system)}
    />
  );
}

/** Which medium a layer is of, found by its name. */
function MediumChoice({
  layer,
  isTop,
  name,
  store,
  onChange,
}: {
  layer: EditedLayer;
  isTop: boolean;
  name: string;
  store: SetupStore;
  onChange: ChangeLayer;
}) {
  const medium = store.medium(layer.mediumId);
  const groups = useMemo(() => mediumChoices(store), [store]);
  return (
    <SearchedChoice
      label={`Medium of ${name}`}
      chosen={layer.mediumId}
      shown={medium?.name ?? `${layer.mediumId}?`}
      invalid={!medium}
      groups={groups}
      className="w-0 min-w-36 grow text-[0.95rem]"
      onChoose={(id) => {
        const next = store.medium(id)!;
        const rooted = rootedIn(layer.rooted, medium, next, isTop);
        onChange(`${name} to ${next.name}`, { mediumId: next.id, rooted });
        const isTaken = store.getState().committed.layers.some((one) => one.id === layer.id && one.mediumId === id);
        if (isTaken && rooted !== layer.rooted) store.say(rootsWords(rooted, next));
      }}
    />
  );
}

// it is reached for seldom, and comes when a row is opened
const LayerExtras = late(() => import("./extras").then(({ LayerExtras: extras }) => extras));

/** Feeds, lime and a surface that is not level: shown where there are any, else opened by a press. */
function Extras(props: { layer: EditedLayer; name: string; onChange: ChangeLayer }) {
  const [open, setOpen] = useState(false);
  const { amendments, laid } = props.layer;
  if (open || (amendments && amendments.length > 0) || laid) return <LayerExtras {...props} />;
  return (
    <button
      type="button"
      className="block text-sm underline decoration-dotted pointer-coarse:min-h-11"
      onClick={() => setOpen(true)}
    >
      give it feed or lime, or lay it aslant
    </button>
  );
}

const FIRST_LEGS: Record<"feet" | "cords", Legs> = {
  feet: { section: "round", acrossCm: 8, count: 4 },
  cords: { section: "round", acrossCm: 0.8, count: 6 },
};

/** Whether a layer goes from wall to wall or stands in feet, and what it lies on. */
function LayerPlacing({
  layer,
  index,
  isTop,
  name,
  onChange,
}: {
  layer: EditedLayer;
  index: number;
  isTop: boolean;
  name: string;
  onChange: ChangeLayer;
}) {
  const { legs } = layer;
  return (
    <div className="flex flex-wrap items-end gap-x-3 gap-y-1">
      {index > 0 && (
        <Choice
          label="Lies on"
          value={layer.separator ?? ""}
          options={[["", "the layer below"], ...SEPARATORS.map((one) => [one, SEPARATOR_WORDS[one]] as const)]}
          onChoose={(separator) =>
            onChange(`What ${name} lies on`, { separator: separator === "" ? null : (separator as Separator) })
          }
        />
      )}
      {!isTop && (
        <Choice
          label="Goes"
          value={legs ? "legs" : ""}
          options={[
            ["", "from wall to wall"],
            ...(legs
              ? [["legs", "in feet or cords"] as const]
              : [["feet", "in feet or baskets"] as const, ["cords", "in wick cords"] as const]),
          ]}
          onChoose={(how) =>
            onChange(`How ${name} goes across`, {
              legs: how === "" ? null : how === "legs" ? legs : FIRST_LEGS[how as "feet" | "cords"],
            })
          }
        />
      )}
      {legs && (
        <>
          <NumberField
            label="How many"
            quantity="count"
            value={legs.count}
            onOffer={(count) => onChange(`How many feet of ${name}`, { legs: { ...legs, count } })}
          />
          <NumberField
            label="Each across"
            value={legs.acrossCm}
            onOffer={(acrossCm) => onChange(`Width of the feet of ${name}`, { legs: { ...legs, acrossCm } })}
          />
          <Choice
            label="Cut"
            value={legs.section}
            options={[
              ["round", "round"],
              ["square", "square"],
            ]}
            onChoose={(section) =>
              onChange(`Cut of the feet of ${name}`, { legs: { ...legs, section: section as Legs["section"] } })
            }
          />
        </>
      )}
    </div>
  );
}

/** A layer keeps the version of a mix it was made with; a newer one is taken over when the grower says so. */
function NewerVersion({
  layer,
  name,
  store,
  onChange,
}: {
  layer: EditedLayer;
  name: string;
  store: SetupStore;
  onChange: ChangeLayer;
}) {
  const mix = mixOfMedium(layer.mediumId);
  const newest =
    mix && store.mixes.find(({ mediumId, offered }) => offered && mixOfMedium(mediumId)?.mixId === mix.mixId)?.mediumId;
  const version = newest === undefined ? undefined : mixOfMedium(newest)!.version;
  if (!mix || newest === undefined || version === undefined || mix.version === undefined || mix.version >= version)
    return null;
  return (
    <p className="text-sm leading-snug">
      Made with version {mix.version} of this mix; version {version} is there now.{" "}
      <button
        type="button"
        className="underline decoration-dotted pointer-coarse:min-h-11"
        onClick={() => onChange(`${name} to version ${version}`, { mediumId: newest })}
      >
        Take it over
      </button>
    </p>
  );
}

/** Where a layer's medium is measured out for it. */
function mixingAddress(medium: Medium, setupId: string, layerId: string): string {
  const room = `room=${encodeURIComponent(`${setupId} ${layerId}`)}`;
  return isMix(medium.id)
    ? `${mediumAddress(medium.id)}?${room}`
    : `/mixes?recipe=${encodeURIComponent(`1 ${medium.name}`)}&${room}`;
}

/** What the water does in one layer, for the row that is selected. */
function LayerReadingText({ store, index }: { store: SetupStore; index: number }) {
  const system = useUnits();
  const reading = useStore(store, (state) => (state.view.ok ? state.view.value.readings.layers[index] : undefined));
  if (!reading) return null;
  return (
    <p className="text-sm leading-snug text-soft">
      Water {formatPercent(reading.meanTheta)}, air {formatPercent(reading.meanAirSpace)}, least{" "}
      {formatPercent(reading.leastAirSpace)}. Easily available {formatVolume(reading.easilyAvailableCm3, system)},
      buffer {formatVolume(reading.bufferCm3, system)}. {formatVolume(reading.volumeCm3, system)} of it:{" "}
      {formatMass(reading.dryKg, system)} dry, {formatMass(reading.wetKg, system)} now.
    </p>
  );
}

function MoveButton({
  label,
  disabled,
  onPress,
  children,
}: {
  label: string;
  disabled: boolean;
  onPress: () => void;
  children: React.ReactNode;
}) {
  return (
    <button
      type="button"
      aria-label={label}
      title={label}
      disabled={disabled}
      onClick={onPress}
      className="inline-flex size-7 items-center justify-center rounded-sm text-soft hover:text-ink disabled:opacity-35 pointer-coarse:size-11"
    >
      {children}
    </button>
  );
}
