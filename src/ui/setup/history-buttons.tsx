"use client";
import { Redo2, Undo2 } from "lucide-react";
import { useStore } from "zustand";
import type { SaveQueue } from "../open-setup/save-queue";
import type { SetupStore } from "../open-setup/setup-store";

/** Undo and redo, each saying what it would take back or do again. */
export function HistoryButtons({ store, queue }: { store: SetupStore; queue: SaveQueue }) {
  const undoLabel = useStore(store, (state) => state.undoLabel);
  const redoLabel = useStore(store, (state) => state.redoLabel);
  return (
    <span className="flex gap-1">
      <button
        type="button"
        className="press"
        disabled={!undoLabel}
        aria-label={undoLabel ? `Undo: ${undoLabel}` : "Undo"}
        title={undoLabel ? `Undo: ${undoLabel}` : undefined}
        onClick={() => queue.step("undo")}
      >
        <Undo2 size={16} aria-hidden />
      </button>
      <button
        type="button"
        className="press"
        disabled={!redoLabel}
        aria-label={redoLabel ? `Redo: ${redoLabel}` : "Redo"}
        title={redoLabel ? `Redo: ${redoLabel}` : undefined}
        onClick={() => queue.step("redo")}
      >
        <Redo2 size={16} aria-hidden />
      </button>
    </span>
  );
}
