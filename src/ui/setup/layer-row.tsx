"use client";
import { memo, useMemo, useRef, useState } from "react";
import { useSortable } from "@dnd-kit/sortable";
import { CSS } from "@dnd-kit/utilities";
import { ArrowDown, ArrowUp, GripVertical, X } from "lucide-react";
import Link from "next/link";
import { useStore } from "zustand";
import { useShallow } from "zustand/react/shallow";
import type { Medium } from "@/core/media/medium";
import { isMix, mixOfMedium } from "@/core/mixing/mix-medium";
import { isRootedByDefault } from "@/core/stack/drainage-layer";
import { withLayer } from "@/core/stack/edit";
import { SEPARATORS, type Separator } from "@/core/stack/fixtures";
import type { Legs, StackLayer } from "@/core/stack/setup";
import type { Problem } from "@/core/units/problem";
import { formatLength, formatMass, formatPercent, formatVolume, type UnitSystem } from "@/core/units/units";
import { useUnits } from "../common/preferences";
import { NumberField } from "../fields/number-field";
import { SearchedChoice } from "../fields/searched-choice";
import { TextField } from "../fields/text-field";
import { mediumAddress } from "../media/medium-address";
import { grainFill, soilFill } from "../section/patterns";
import { Choice } from "./choice";
import { layerName, removeLayer } from "./layer-changes";
import { mediumChoices } from "./medium-choices";
import type { SetupStore } from "./setup-store";
import { SEPARATOR_WORDS } from "./setup-words";

type RowProps = {
  id: string;
  index: number;
  isTop: boolean;
  /** So many layers there are. */
  count: number;
  store: SetupStore;
  onMove: (id: string, toIndex: number) => void;
  onTell: (words: string) => void;
};

export const LayerRow = memo(function LayerRow({ id, store, ...rest }: RowProps) {
  // all but the thickness, which a drag changes every frame and only its field shows
  const layer = useStore(
    store,
    useShallow((state): RowLayer | undefined => {
      const found = state.setup.layers.find((candidate) => candidate.id === id);
      return (
        found && {
          id,
          name: found.name,
          mediumId: found.mediumId,
          rooted: found.rooted,
          legs: found.legs,
          separator: found.separator,
        }
      );
    }),
  );
  return layer && <LayerRowOf layer={layer} store={store} {...rest} />;
});

type RowLayer = Omit<StackLayer, "thicknessCm">;

function ThicknessField({ store, id, name }: { store: SetupStore; id: string; name: string }) {
  const system = useUnits();
  const thicknessCm = useStore(store, (state) => state.setup.layers.find((layer) => layer.id === id)?.thicknessCm ?? 0);
  return (
    <NumberField
      label={`Thickness of ${name}`}
      hideLabel
      value={thicknessCm}
      onOffer={(cm) =>
        store.offer(`Thickness of ${name}`, withLayer(store.getState().committed, id, { thicknessCm: cm }), system)
      }
    />
  );
}

function LayerRowOf({ layer, index, isTop, count, store, onMove, onTell }: Omit<RowProps, "id"> & { layer: RowLayer }) {
  const system = useUnits();
  const selected = useStore(store, (state) => state.selectedId === layer.id);
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({
    id: layer.id,
  });
  const medium = store.medium(layer.mediumId);
  const name = layerName(layer, store);
  const change = (label: string, part: Partial<Omit<StackLayer, "id">>) =>
    store.offer(label, withLayer(store.getState().committed, layer.id, part), system);

  const [lifted, setLifted] = useState(false);
  const grip = useRef<HTMLButtonElement>(null);
  const moving = useRef(false);
  const told = (words: string): void => onTell(`${name}: ${words}`);
  /** Space lifts, arrows move, Space or Enter puts down; each move is a step that undo takes back. */
  const onGripKey = (event: React.KeyboardEvent): void => {
    const up = event.key === "ArrowUp";
    if (event.key === " " || event.key === "Enter") {
      event.preventDefault();
      setLifted(!lifted);
      told(lifted ? "put down." : "lifted. The up and down arrows move it, Space puts it down.");
    } else if (lifted && (up || event.key === "ArrowDown")) {
      event.preventDefault();
      event.stopPropagation();
      const to = index + (up ? 1 : -1);
      if (to < 0 || to >= count) return told(up ? "it is at the top." : "it is at the bottom.");
      // the row is put elsewhere in the page, which takes the keyboard off it
      moving.current = true;
      onMove(layer.id, to);
      requestAnimationFrame(() => {
        grip.current?.focus();
        moving.current = false;
      });
      told(`moved to place ${count - to} of ${count} from the top.`);
    } else if (lifted && (event.key === "Escape" || event.key === "Tab")) {
      setLifted(false);
      told("put down.");
    }
  };
  const onKeyDown = (event: React.KeyboardEvent<HTMLLIElement>): void => {
    if (event.target !== event.currentTarget) return;
    const up = event.key === "ArrowUp";
    if (up || event.key === "ArrowDown") {
      event.preventDefault();
      if (event.altKey) return onMove(layer.id, index + (up ? 1 : -1));
      const sibling = up ? event.currentTarget.previousElementSibling : event.currentTarget.nextElementSibling;
      if (sibling instanceof HTMLElement) sibling.focus();
    }
    if (event.key === "Delete" || event.key === "Backspace") {
      event.preventDefault();
      const next = event.currentTarget.nextElementSibling ?? event.currentTarget.previousElementSibling;
      if (next instanceof HTMLElement) next.focus();
      removeLayer(store, layer.id);
    }
  };

  return (
    <li
      ref={setNodeRef}
      data-layer={layer.id}
      tabIndex={0}
      aria-label={`${name}, ${layer.rooted ? "roots" : "no roots"}`}
      aria-current={selected}
      className={`border-t border-rule py-1.5 pl-0 pr-1 ${selected ? "bg-sheet shadow-[inset_3px_0_0_var(--ink)]" : ""} ${isDragging ? "relative z-10 bg-sheet opacity-90 outline outline-1 outline-ink" : ""}`}
      style={{ transform: CSS.Transform.toString(transform), transition: transition ?? undefined }}
      onFocus={() => store.select(layer.id)}
      onPointerDown={() => store.select(layer.id)}
      onKeyDown={onKeyDown}
    >
      <div className="flex flex-wrap items-center gap-x-1.5">
        <button
          type="button"
          ref={(button) => {
            setActivatorNodeRef(button);
            grip.current = button;
          }}
          {...attributes}
          {...listeners}
          onKeyDown={onGripKey}
          onBlur={() => !moving.current && setLifted(false)}
          aria-pressed={lifted}
          aria-label={`Move ${name}`}
          aria-describedby="grip-told"
          className="no-print cursor-grab aria-pressed:bg-ink aria-pressed:text-paper touch-none px-1 py-1.5 text-soft hover:text-ink pointer-coarse:px-3.5 pointer-coarse:py-3.5"
        >
          <GripVertical size={16} aria-hidden />
        </button>
        <svg width={26} height={26} className="shrink-0" aria-hidden>
          <rect width={26} height={26} fill={medium ? soilFill(medium.pattern) : "var(--trouble-wash)"} />
          {medium && <rect width={26} height={26} fill={grainFill(medium.pattern, "swatch")} />}
          <rect x={0.5} y={0.5} width={25} height={25} fill="none" stroke="var(--rule-strong)" />
        </svg>
        <MediumChoice layer={layer} isTop={isTop} name={name} store={store} onChange={change} />
        <ThicknessField store={store} id={layer.id} name={name} />
      </div>
      {layer.legs && !selected && (
        <p className="pl-[4.1rem] text-sm leading-tight text-soft">{legsWords(layer.legs, system)}</p>
      )}
      {layer.separator && !selected && (
        <p className="pl-[4.1rem] text-sm leading-tight text-soft">on {SEPARATOR_WORDS[layer.separator]}</p>
      )}
      {!selected && (
        <p className="pl-[4.1rem] text-sm leading-tight text-soft">
          {layer.name && `${layer.name}, `}
          {layer.rooted ? "roots" : "no roots"}
        </p>
      )}
      {!medium && (
        <p className="said mt-1 pl-8">
          “{layer.mediumId}” is not in the catalogue, so the water cannot be computed. Choose a medium for this layer;
          nothing else is lost.
        </p>
      )}
      {selected && (
        <div className="mt-1 space-y-1 pl-8">
          <div className="no-print flex flex-wrap items-center gap-x-3 gap-y-1">
            <TextField
              label={`Name of this layer, now ${name}`}
              value={layer.name}
              placeholder="own name"
              className="w-24 text-[0.95rem]"
              onOffer={(text) => change(`Named ${text || name}`, { name: text })}
            />
            <label className="inline-flex min-h-8 items-center gap-1.5 text-[0.95rem] pointer-coarse:min-h-11">
              <input
                type="checkbox"
                className="size-4 accent-(--life)"
                checked={layer.rooted}
                onChange={(event) =>
                  change(event.target.checked ? `Roots in ${name}` : `No roots in ${name}`, {
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
          <LayerPlacing layer={layer} index={index} isTop={isTop} name={name} onChange={change} />
          {medium && <NewerVersion layer={layer} name={name} store={store} onChange={change} />}
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
      )}
    </li>
  );
}

type Change = (label: string, part: Partial<Omit<StackLayer, "id">>) => readonly Problem[];

const FIRST_LEGS: Record<"feet" | "cords", Legs> = {
  feet: { section: "round", acrossCm: 8, count: 4 },
  cords: { section: "round", acrossCm: 0.8, count: 6 },
};

/** "4 feet, 8 cm across". */
const legsWords = ({ count, acrossCm }: Legs, system: UnitSystem): string =>
  `${count} ${acrossCm < CORD_CM ? (count === 1 ? "cord" : "cords") : count === 1 ? "foot" : "feet"}, ${formatLength(acrossCm, system)} across`;
/** Thinner than this it is a cord. [cm] */
const CORD_CM = 2;

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
  onChange: Change;
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

/** Which medium a layer is of, found by its name. */
function MediumChoice({
  layer,
  isTop,
  name,
  store,
  onChange,
}: {
  layer: RowLayer;
  isTop: boolean;
  name: string;
  store: SetupStore;
  onChange: Change;
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
      className="w-0 grow text-[0.95rem]"
      onChoose={(id) => {
        const next = store.medium(id)!;
        onChange(`${name} to ${next.name}`, {
          mediumId: next.id,
          // what the grower has said of it stays
          rooted:
            medium && layer.rooted !== isRootedByDefault(medium, isTop) ? layer.rooted : isRootedByDefault(next, isTop),
        });
      }}
    />
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
  onChange: Change;
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
