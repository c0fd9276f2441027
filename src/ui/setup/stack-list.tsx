"use client";
import { memo, useCallback, useMemo, useRef, useState } from "react";
import { late } from "../common/late";
import {
  DndContext,
  PointerSensor,
  closestCenter,
  useSensor,
  useSensors,
  type DragEndEvent,
  type UniqueIdentifier,
} from "@dnd-kit/core";
import { SortableContext, verticalListSortingStrategy } from "@dnd-kit/sortable";
import { Plus } from "lucide-react";
import { useStore } from "zustand";
import { nextLayers } from "@/core/design/next-layer";
import { moveLayer } from "@/core/stack/edit";
import { headroomCm } from "@/core/stack/geometry";
import { formatLength } from "@/core/units/units";
import { useUnits } from "../common/preferences";
import { GrainPatterns } from "../drawing/patterns";
import { addAbove, layerName } from "../open-setup/layer-changes";
import { mediumChoices } from "./medium-choices";
import { LayerRow } from "./layer-row";
import type { SetupStore } from "../open-setup/setup-store";

// comes when it is first reached for, so that a page paints without it
const ChoicePopover = late(() => import("../fields/choice-popover").then(({ ChoicePopover: popover }) => popover));

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
        <AddLayer store={store} newId={newId} />
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

export const ADD_LAYER_ID = "add-layer";

/** Which medium the new layer is of comes first; then the keyboard stands in its row. */
function AddLayer({ store, newId }: { store: SetupStore; newId: () => string }) {
  const button = useRef<HTMLButtonElement>(null);
  const [open, setOpen] = useState(false);
  const all = useMemo(() => mediumChoices(store), [store]);
  // what fits at that place, asked anew whenever the list opens
  const groups = useMemo(() => {
    if (!open) return all;
    const { setup, selectedId } = store.getState();
    const selected = setup.layers.findIndex(({ id }) => id === selectedId);
    const below = selected < 0 ? setup.layers.length - 1 : selected;
    const choices = nextLayers(setup, below, store.medium).map(({ mediumId, does }) => ({
      id: mediumId,
      name: store.medium(mediumId)!.name,
      hint: does,
    }));
    return [{ heading: "Fits here", choices }, ...all];
  }, [all, open, store]);
  const add = (mediumId: string): void => {
    setOpen(false);
    const id = addAbove(store, mediumId, newId);
    if (id === undefined) return button.current?.focus();
    requestAnimationFrame(() => document.querySelector<HTMLElement>(`[data-layer="${CSS.escape(id)}"]`)?.focus());
  };
  return (
    <>
      <button
        ref={button}
        id={ADD_LAYER_ID}
        type="button"
        className="press no-print"
        aria-haspopup="listbox"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
        onPointerEnter={ChoicePopover.ahead}
        onFocus={ChoicePopover.ahead}
      >
        <Plus size={16} aria-hidden />
        Add layer
      </button>
      {open && (
        <ChoicePopover
          label="Medium of the new layer"
          chosen=""
          groups={groups}
          anchor={button}
          onSelect={add}
          onClose={(byKey) => {
            setOpen(false);
            if (byKey) button.current?.focus();
          }}
        />
      )}
    </>
  );
}

const SortableRows = memo(function SortableRows({ store, ids }: { store: SetupStore; ids: string }) {
  // the keyboard moves a layer by its grip's own keys (layer-row.tsx)
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 4 } }));
  const [said, setSaid] = useState("");
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
  const nameOf = (id: UniqueIdentifier): string => {
    const layer = store.getState().setup.layers.find((candidate) => candidate.id === id);
    return layer ? layerName(layer, store) : "layer";
  };
  const place = (id: UniqueIdentifier): string =>
    `place ${topDown.indexOf(String(id)) + 1} of ${topDown.length} from the top`;
  return (
    <DndContext
      id="stack"
      sensors={sensors}
      collisionDetection={closestCenter}
      onDragEnd={onDragEnd}
      accessibility={{
        announcements: {
          onDragStart: ({ active }) => `${nameOf(active.id)} lifted.`,
          onDragOver: ({ active, over }) => (over ? `${nameOf(active.id)} over ${place(over.id)}.` : ""),
          onDragEnd: ({ active, over }) => `${nameOf(active.id)} put down${over ? ` at ${place(over.id)}` : ""}.`,
          onDragCancel: ({ active }) => `${nameOf(active.id)} put back.`,
        },
        screenReaderInstructions: { draggable: "" },
      }}
    >
      <p id="grip-told" className="sr-only">
        Space lifts the layer, the up and down arrows move it, Space puts it down.
      </p>
      <p className="sr-only" role="status">
        {said}
      </p>
      <SortableContext items={topDown} strategy={verticalListSortingStrategy}>
        <ol className="border-b border-rule">
          {topDown.map((id, i) => (
            <LayerRow
              key={id}
              id={id}
              index={topDown.length - 1 - i}
              isTop={i === 0}
              count={topDown.length}
              store={store}
              onMove={move}
              onTell={setSaid}
            />
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
    <p className="mt-1 text-sm text-soft">
      {headroom > 0.05 ? `${formatLength(headroom, system)} free under the rim` : "Filled to the rim"}
    </p>
  );
}
