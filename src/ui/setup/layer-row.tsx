"use client";
import { memo, useMemo, useRef, useState } from "react";
import { useSortable } from "@dnd-kit/sortable";
import { CSS } from "@dnd-kit/utilities";
import { GripVertical } from "lucide-react";
import { useStore } from "zustand";
import { useShallow } from "zustand/react/shallow";
import { withLayer } from "@/core/stack/edit";
import type { Legs, StackLayer } from "@/core/stack/setup";
import type { Problem } from "@/core/units/problem";
import { formatLength, type UnitSystem } from "@/core/units/units";
import { useUnits } from "../common/preferences";
import { NumberField } from "../fields/number-field";
import { SearchedChoice } from "../fields/searched-choice";
import { grainFill, soilFill } from "../drawing/patterns";
import { withThickness } from "@/core/stack/platform";
import { layerName, removeLayer, rootedIn, rootsWords } from "../open-setup/layer-changes";
import { LayerDetails } from "./layer-details";
import { mediumChoices } from "./medium-choices";
import type { SetupStore } from "../open-setup/setup-store";
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

/** All of a layer but what a drag changes every frame. */
export type RowLayer = Omit<StackLayer, "thicknessCm">;

/** Makes a change to a layer a step of the history. */
export type ChangeLayer = (label: string, part: Partial<Omit<StackLayer, "id">>) => readonly Problem[];

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

function LayerRowOf({ layer, index, isTop, count, store, onMove, onTell }: Omit<RowProps, "id"> & { layer: RowLayer }) {
  const system = useUnits();
  const selected = useStore(store, (state) => state.selectedId === layer.id);
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({
    id: layer.id,
  });
  const medium = store.medium(layer.mediumId);
  const name = layerName(layer, store);
  const change: ChangeLayer = (label, part) =>
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
      {/* of the selected layer these are fields, which are not printed */}
      <div className={`pl-[4.1rem] text-sm leading-tight text-soft ${selected ? "hidden print:block" : ""}`}>
        {layer.legs && <p>{legsWords(layer.legs, system)}</p>}
        {layer.separator && <p>on {SEPARATOR_WORDS[layer.separator]}</p>}
        <p>
          {layer.name && `${layer.name}, `}
          {layer.rooted ? "roots" : "no roots"}
        </p>
      </div>
      {!medium && (
        <p className="said mt-1 pl-8">
          “{layer.mediumId}” is not in the catalogue, so the water cannot be computed. Choose a medium for this layer;
          nothing else is lost.
        </p>
      )}
      {selected && (
        <LayerDetails
          layer={layer}
          index={index}
          isTop={isTop}
          name={name}
          store={store}
          onChange={change}
          onMove={onMove}
        />
      )}
    </li>
  );
}

/** "4 feet, 8 cm across". */
const legsWords = ({ count, acrossCm }: Legs, system: UnitSystem): string =>
  `${count} ${acrossCm < CORD_CM ? (count === 1 ? "cord" : "cords") : count === 1 ? "foot" : "feet"}, ${formatLength(acrossCm, system)} across`;
/** Thinner than this it is a cord. [cm] */
const CORD_CM = 2;

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
      className="w-0 grow text-[0.95rem]"
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
