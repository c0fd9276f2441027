"use client";
import { useRef, useState } from "react";
import { useSortable } from "@dnd-kit/sortable";
import { CSS } from "@dnd-kit/utilities";
import { useStore } from "zustand";
import { grainFill, soilFill } from "../../drawing/patterns";
import { layerName } from "../../open-setup/layer-changes";
import { partKey } from "../../open-setup/part-key";
import type { SetupStore } from "../../open-setup/setup-store";
import { PartRow } from "./part-row";

/** A layer's line, with its grains to take hold of: it is dragged to another place, or moved there with keys. */
export function LayerRow({
  id,
  index,
  count,
  store,
  onMove,
  onTell,
}: {
  id: string;
  index: number;
  /** So many layers there are. */
  count: number;
  store: SetupStore;
  onMove: (id: string, toIndex: number) => void;
  onTell: (words: string) => void;
}) {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({
    id,
  });
  const mediumId = useStore(store, ({ setup }) => setup.layers.find((one) => one.id === id)?.mediumId);
  const name = useStore(store, ({ setup }) => {
    const layer = setup.layers.find((one) => one.id === id);
    return layer ? layerName(layer, store) : "";
  });
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
      onMove(id, to);
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
  /** On the line itself, Alt and an arrow move the layer. */
  const onLineKey = (event: React.KeyboardEvent): boolean => {
    if (!event.altKey || (event.key !== "ArrowUp" && event.key !== "ArrowDown")) return false;
    event.preventDefault();
    onMove(id, index + (event.key === "ArrowUp" ? 1 : -1));
    return true;
  };
  if (mediumId === undefined) return null;
  const medium = store.medium(mediumId);
  return (
    <PartRow
      item={{
        ref: setNodeRef,
        className: isDragging ? "relative z-10 bg-sheet opacity-90 outline outline-1 outline-ink" : "",
        style: { transform: CSS.Transform.toString(transform), transition: transition ?? undefined },
      }}
      part={partKey("layer", id)}
      store={store}
      onKey={onLineKey}
      lead={
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
          className="flex cursor-grab touch-none items-center justify-center aria-pressed:outline-2 aria-pressed:outline-offset-1 aria-pressed:outline-ink pointer-coarse:size-11"
        >
          <svg width={18} height={18} className="shrink-0" aria-hidden>
            <rect width={18} height={18} fill={medium ? soilFill(medium.pattern) : "var(--trouble-wash)"} />
            {medium && <rect width={18} height={18} fill={grainFill(medium.pattern, "swatch")} />}
            <rect x={0.5} y={0.5} width={17} height={17} fill="none" stroke="var(--rule-strong)" />
          </svg>
        </button>
      }
      under={
        !medium && (
          <p className="said pb-1 pl-7">
            “{mediumId}” is not in the catalogue, so the water cannot be computed. Choose a medium for this layer;
            nothing else is lost.
          </p>
        )
      }
    />
  );
}
