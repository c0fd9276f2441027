"use client";
import { memo, useCallback, useMemo } from "react";
import {
  DndContext,
  KeyboardSensor,
  PointerSensor,
  closestCenter,
  useSensor,
  useSensors,
  type DragEndEvent,
} from "@dnd-kit/core";
import {
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from "@dnd-kit/sortable";
import { CSS } from "@dnd-kit/utilities";
import { ArrowDown, ArrowUp, GripVertical, Plus, X } from "lucide-react";
import Link from "next/link";
import { useStore } from "zustand";
import { useShallow } from "zustand/react/shallow";
import { isOwn } from "@/core/media/own-id";
import { isMix, MIX_PREFIX } from "@/core/mixing/mix-medium";
import { addLayer, moveLayer, withLayer, withoutLayer } from "@/core/stack/edit";
import { headroomCm, type StackLayer } from "@/core/stack/setup";
import { formatLength, formatMass, formatPercent, formatVolume } from "@/core/units/units";
import { useUnits } from "../common/preferences";
import { NameField, QuantityField } from "../common/quantity-field";
import { GrainPatterns, grainFill, soilFill } from "../section/patterns";
import type { SetupStore } from "./setup-store";

const layerName = (layer: RowLayer, store: SetupStore): string =>
  layer.name || (store.medium(layer.mediumId)?.name ?? "unknown medium");

/** The stack in physical order, top at the top: what stands in the section, as a list to work on. */
export function StackList({ store, newId }: { store: SetupStore; newId: () => string }) {
  // joined, so that a drag that only changes thicknesses leaves the list itself alone
  const ids = useStore(store, (state) => state.setup.layers.map(({ id }) => id).join("\n"));
  return (
    <section aria-label="Stack">
      <svg width={0} height={0} className="absolute" aria-hidden>
        <defs>
          <GrainPatterns prefix="swatch" scale={0.5} />
        </defs>
      </svg>
      <div className="mb-1 flex items-center justify-between gap-2">
        <h2 className="text-base">
          Stack <span className="font-sans text-sm font-normal text-soft">top to bottom</span>
        </h2>
        <button type="button" className="press no-print" onClick={() => addAbove(store, newId)}>
          <Plus size={16} aria-hidden />
          Add layer
        </button>
      </div>
      {ids === "" ? (
        <p className="border-y border-rule py-3 text-[0.95rem]">
          There are no layers yet. Add one to see what the water does.
        </p>
      ) : (
        <>
          <SortableRows store={store} ids={ids} />
          <Headroom store={store} />
        </>
      )}
    </section>
  );
}

const SortableRows = memo(function SortableRows({ store, ids }: { store: SetupStore; ids: string }) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const topDown = useMemo(() => ids.split("\n").reverse(), [ids]);
  const move = useCallback(
    (id: string, toIndex: number): void => {
      const { committed } = store.getState();
      const layer = committed.layers.find((candidate) => candidate.id === id);
      if (layer) store.offer(`Moved ${layerName(layer, store)}`, moveLayer(committed, id, toIndex), "metric");
    },
    [store],
  );
  const onDragEnd = ({ active, over }: DragEndEvent): void => {
    if (over && over.id !== active.id) move(String(active.id), topDown.length - 1 - topDown.indexOf(String(over.id)));
  };
  return (
    <DndContext id="stack" sensors={sensors} collisionDetection={closestCenter} onDragEnd={onDragEnd}>
      <SortableContext items={topDown} strategy={verticalListSortingStrategy}>
        <ol className="border-b border-rule">
          {topDown.map((id, i) => (
            <LayerRow key={id} id={id} index={topDown.length - 1 - i} isTop={i === 0} store={store} onMove={move} />
          ))}
        </ol>
      </SortableContext>
    </DndContext>
  );
});

function Headroom({ store }: { store: SetupStore }) {
  const system = useUnits();
  const headroom = useStore(store, (state) => headroomCm(state.setup));
  return (
    <p className="mt-1 flex flex-wrap items-baseline justify-between gap-x-3 text-sm text-soft">
      {headroom > 0.05 ? `${formatLength(headroom, system)} free under the rim` : "Filled to the rim"}
      {store.setupId && (
        <Link
          className="no-print inline-flex items-center text-[0.95rem] text-ink underline decoration-dotted pointer-coarse:min-h-11"
          href={`/setups/${store.setupId}/batch`}
        >
          Shopping and mixing
        </Link>
      )}
    </p>
  );
}

/** Adds a layer above the selected one, of the medium that is least represented to be told apart at once: the next in the catalogue. */
export function addAbove(store: SetupStore, newId: () => string): void {
  const { committed, selectedId } = store.getState();
  const below = committed.layers.findIndex(({ id }) => id === selectedId);
  const used = new Set(committed.layers.map(({ mediumId }) => mediumId));
  const medium =
    store.media.find(({ id, rootsByDefault }) => rootsByDefault && !isMix(id) && !isOwn(id) && !used.has(id)) ??
    store.media[0]!;
  const id = newId();
  const added = addLayer(committed, below < 0 ? committed.layers.length - 1 : below, {
    id,
    name: "",
    mediumId: medium.id,
    rooted: medium.rootsByDefault,
  });
  if (!added) return store.say("There is no room for another layer: make one thicker or the vessel deeper first.");
  const problems = store.offer(`Added ${medium.name}`, added.setup, "metric");
  if (problems.length > 0) return store.say(problems[0]!.message);
  store.select(id);
  store.say(
    added.tookFrom
      ? `The vessel is full, so the new layer took half of ${layerName(added.tookFrom, store)}.`
      : undefined,
  );
}

export function removeLayer(store: SetupStore, id: string): void {
  const { committed } = store.getState();
  const layer = committed.layers.find((candidate) => candidate.id === id);
  if (!layer) return;
  const problems = store.offer(`Removed ${layerName(layer, store)}`, withoutLayer(committed, id), "metric");
  if (problems.length > 0) store.say(problems[0]!.message);
}

type RowProps = {
  id: string;
  index: number;
  isTop: boolean;
  store: SetupStore;
  onMove: (id: string, toIndex: number) => void;
};

const LayerRow = memo(function LayerRow({ id, store, ...rest }: RowProps) {
  // all but the thickness, which a drag changes every frame and only its field shows
  const layer = useStore(
    store,
    useShallow((state): RowLayer | undefined => {
      const found = state.setup.layers.find((candidate) => candidate.id === id);
      return (
        found && { id, name: found.name, mediumId: found.mediumId, rooted: found.rooted, areaShare: found.areaShare }
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
    <QuantityField
      label={`Thickness of ${name}`}
      hideLabel
      value={thicknessCm}
      onOffer={(cm) =>
        store.offer(`Thickness of ${name}`, withLayer(store.getState().committed, id, { thicknessCm: cm }), system)
      }
    />
  );
}

function LayerRowOf({ layer, index, isTop, store, onMove }: Omit<RowProps, "id"> & { layer: RowLayer }) {
  const system = useUnits();
  const selected = useStore(store, (state) => state.selectedId === layer.id);
  const inReservoir = useStore(store, (state) => state.setup.water.kind === "free-water");
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({
    id: layer.id,
  });
  const medium = store.medium(layer.mediumId);
  const name = layerName(layer, store);
  const change = (label: string, part: Partial<Omit<StackLayer, "id">>) =>
    store.offer(label, withLayer(store.getState().committed, layer.id, part), system);

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
      tabIndex={0}
      aria-label={name}
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
          ref={setActivatorNodeRef}
          {...attributes}
          {...listeners}
          aria-label={`Move ${name}`}
          className="no-print cursor-grab touch-none px-1 py-1.5 text-soft hover:text-ink pointer-coarse:px-3.5 pointer-coarse:py-3.5"
        >
          <GripVertical size={16} aria-hidden />
        </button>
        <svg width={26} height={26} className="shrink-0" aria-hidden>
          <rect width={26} height={26} fill={medium ? soilFill(medium.pattern) : "var(--trouble-wash)"} />
          {medium && <rect width={26} height={26} fill={grainFill(medium.pattern, "swatch")} />}
          <rect x={0.5} y={0.5} width={25} height={25} fill="none" stroke="var(--rule-strong)" />
        </svg>
        <select
          aria-label="Medium"
          className="field w-0 grow text-[0.95rem]"
          value={medium ? layer.mediumId : ""}
          aria-invalid={!medium}
          onChange={(event) => {
            const next = store.medium(event.target.value)!;
            change(`${name} to ${next.name}`, {
              mediumId: next.id,
              rooted: medium && layer.rooted !== medium.rootsByDefault ? layer.rooted : next.rootsByDefault,
            });
          }}
        >
          {!medium && (
            <option value="" disabled>
              {layer.mediumId}?
            </option>
          )}
          {store.media.some(({ id }) => isMix(id)) && (
            <optgroup label="Your mixes">
              {store.media.map(
                ({ id, name: one }) =>
                  isMix(id) && (
                    <option key={id} value={id}>
                      {one}
                    </option>
                  ),
              )}
            </optgroup>
          )}
          {store.media.some(({ id }) => isOwn(id)) && (
            <optgroup label="Your media">
              {store.media.map(
                ({ id, name: one }) =>
                  isOwn(id) && (
                    <option key={id} value={id}>
                      {one}
                    </option>
                  ),
              )}
            </optgroup>
          )}
          <optgroup label="Media">
            {store.media.map(
              ({ id, name: one }) =>
                !isMix(id) &&
                !isOwn(id) && (
                  <option key={id} value={id}>
                    {one}
                  </option>
                ),
            )}
          </optgroup>
        </select>
        <ThicknessField store={store} id={layer.id} name={name} />
      </div>
      {layer.areaShare < 1 && !selected && (
        <p className="pl-[4.1rem] text-sm leading-tight text-soft">
          wick feet on {formatPercent(layer.areaShare)} of the area
        </p>
      )}
      {layer.name && !selected && <p className="pl-[4.1rem] text-sm leading-tight text-soft">{layer.name}</p>}
      {!medium && (
        <p className="said mt-1 pl-8">
          “{layer.mediumId}” is not in the catalogue, so the water cannot be computed. Choose a medium for this layer;
          nothing else is lost.
        </p>
      )}
      {selected && (
        <div className="mt-1 space-y-1 pl-8">
          <div className="no-print flex flex-wrap items-center gap-x-3 gap-y-1">
            <NameField
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
          {(layer.areaShare < 1 || (inReservoir && !isTop)) && (
            <div className="no-print flex flex-wrap items-end gap-x-3">
              <QuantityField
                label="Fills, of the area"
                quantity="share"
                value={layer.areaShare}
                onOffer={(areaShare) => change(`How much of the area ${name} fills`, { areaShare })}
              />
              <p className="text-sm leading-snug text-soft">
                {layer.areaShare < 1 ? "wick feet; open water beside them" : "less makes it wick feet in open water"}
              </p>
            </div>
          )}
          <LayerReadingText store={store} index={index} />
          {medium && store.setupId && (
            <Link
              className="no-print inline-flex items-center text-sm underline decoration-dotted pointer-coarse:min-h-11"
              href={
                isMix(medium.id)
                  ? `/mixes/${medium.id.slice(MIX_PREFIX.length)}?room=${encodeURIComponent(`${store.setupId} ${layer.id}`)}`
                  : `/mixes?recipe=${encodeURIComponent(`1 ${medium.name}`)}&room=${encodeURIComponent(`${store.setupId} ${layer.id}`)}`
              }
            >
              how much of it to get, mix and wet
            </Link>
          )}
        </div>
      )}
    </li>
  );
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
