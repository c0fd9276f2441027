"use client";
import { useState } from "react";
import { ArrowDown, ArrowUp, X } from "lucide-react";
import Link from "next/link";
import { useStore } from "zustand";
import type { Medium } from "@/core/media/medium";
import { isMix, mixOfMedium } from "@/core/mixing/mix-medium";
import { SEPARATORS, type Separator } from "@/core/stack/fixtures";
import type { Legs } from "@/core/stack/setup";
import { formatMass, formatPercent, formatVolume } from "@/core/units/units";
import { useUnits } from "../common/preferences";
import { NumberField } from "../fields/number-field";
import { TextField } from "../fields/text-field";
import { mediumAddress } from "../common/medium-address";
import { Choice } from "./choice";
import { late } from "../common/late";
import { removeLayer } from "../open-setup/layer-changes";
import type { ChangeLayer, RowLayer } from "./layer-row";
import type { SetupStore } from "../open-setup/setup-store";
import { SEPARATOR_WORDS } from "./setup-words";

/** What of the selected layer can be changed, and what the water does in it. */
export function LayerDetails({
  layer,
  index,
  isTop,
  name,
  store,
  onChange,
  onMove,
}: {
  layer: RowLayer;
  index: number;
  isTop: boolean;
  name: string;
  store: SetupStore;
  onChange: ChangeLayer;
  onMove: (id: string, toIndex: number) => void;
}) {
  const medium = store.medium(layer.mediumId);
  return (
    <div className="mt-1 space-y-1 pl-8">
      <div className="no-print flex flex-wrap items-center gap-x-3 gap-y-1">
        <TextField
          label={`Name of this layer, now ${name}`}
          value={layer.name}
          placeholder="own name"
          className="w-24 text-[0.95rem]"
          onOffer={(text) => onChange(`Named ${text || name}`, { name: text })}
        />
        <label className="inline-flex min-h-8 items-center gap-1.5 text-[0.95rem] pointer-coarse:min-h-11">
          <input
            type="checkbox"
            className="size-4 accent-(--life)"
            checked={layer.rooted}
            onChange={(event) =>
              onChange(event.target.checked ? `Roots in ${name}` : `No roots in ${name}`, {
                rooted: event.target.checked,
              })
            }
          />
          roots
        </label>
        <span className="ml-auto flex gap-0.5">
          <RowButton label={`Move ${name} up`} disabled={isTop} onPress={() => onMove(layer.id, index + 1)}>
            <ArrowUp size={15} aria-hidden />
          </RowButton>
          <RowButton label={`Move ${name} down`} disabled={index === 0} onPress={() => onMove(layer.id, index - 1)}>
            <ArrowDown size={15} aria-hidden />
          </RowButton>
          <RowButton label={`Remove ${name}`} onPress={() => removeLayer(store, layer.id)}>
            <X size={15} aria-hidden />
          </RowButton>
        </span>
      </div>
      <LayerPlacing layer={layer} index={index} isTop={isTop} name={name} onChange={onChange} />
      <Extras layer={layer} name={name} onChange={onChange} />
      {medium && <NewerVersion layer={layer} name={name} store={store} onChange={onChange} />}
      <LayerReadingText store={store} index={index} />
      {medium && store.setupId && (
        <Link
          className="no-print inline-flex items-center text-sm underline decoration-dotted pointer-coarse:min-h-11"
          href={mixingAddress(medium, store.setupId, layer.id)}
        >
          how much of it to get, mix and wet
        </Link>
      )}
    </div>
  );
}

// it is reached for seldom, and comes when a row is opened
const LayerExtras = late(() => import("./layer-extras").then(({ LayerExtras: extras }) => extras));

/** Feeds, lime and a surface that is not level: shown where there are any, else opened by a press. */
function Extras(props: { layer: RowLayer; name: string; onChange: ChangeLayer }) {
  const [open, setOpen] = useState(false);
  const { amendments, laid } = props.layer;
  if (open || (amendments && amendments.length > 0) || laid) return <LayerExtras {...props} />;
  return (
    <button
      type="button"
      className="no-print block text-sm underline decoration-dotted pointer-coarse:min-h-11"
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
  layer: RowLayer;
  index: number;
  isTop: boolean;
  name: string;
  onChange: ChangeLayer;
}) {
  const { legs } = layer;
  return (
    <div className="no-print flex flex-wrap items-end gap-x-3 gap-y-1">
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
  layer: RowLayer;
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
        className="no-print underline decoration-dotted pointer-coarse:min-h-11"
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

function RowButton({
  label,
  disabled,
  onPress,
  children,
}: {
  label: string;
  disabled?: boolean;
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
