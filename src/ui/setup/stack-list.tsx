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
import { SortableContext, sortableKeyboardCoordinates, verticalListSortingStrategy } from "@dnd-kit/sortable";
import { Plus } from "lucide-react";
import Link from "next/link";
import { useStore } from "zustand";
import { moveLayer } from "@/core/stack/edit";
import { headroomCm } from "@/core/stack/setup";
import { formatLength } from "@/core/units/units";
import { useUnits } from "../common/preferences";
import { GrainPatterns } from "../section/patterns";
import { addAbove, layerName } from "./layer-changes";
import { LayerRow } from "./layer-row";
import type { SetupStore } from "./setup-store";

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
