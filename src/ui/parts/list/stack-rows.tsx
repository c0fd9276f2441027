"use client";
import { useCallback, useMemo, useState } from "react";
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
import { moveTo, layerName } from "../../open-setup/layer-changes";
import type { SetupStore } from "../../open-setup/setup-store";
import { LayerRow } from "./layer-row";

/** The layers in physical order, top at the top, to be put in another order. */
export function StackRows({ store, ids }: { store: SetupStore; ids: string }) {
  // the keyboard moves a layer by its grip's own keys (layer-row.tsx)
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 4 } }));
  const [said, setSaid] = useState("");
  const topDown = useMemo(() => ids.split("\n").reverse(), [ids]);
  const move = useCallback((id: string, toIndex: number): void => moveTo(store, id, toIndex), [store]);
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
        <ol aria-label="Layers">
          {topDown.map((id, i) => (
            <LayerRow
              key={id}
              id={id}
              index={topDown.length - 1 - i}
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
}
