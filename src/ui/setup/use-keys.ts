"use client";
import { useEffect } from "react";
import { isTyping } from "../common/typing";
import { partOf } from "../open-setup/part-key";
import type { SaveQueue } from "../open-setup/save-queue";
import type { SetupStore } from "../open-setup/setup-store";
import { ADD_PART_ID } from "../parts/list/add-part";
import { PARTS } from "../parts/registry";

/** The keys of a setup's page as a whole. */
export function useKeys(store: SetupStore, queue: SaveQueue): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (document.querySelector("[role=dialog]")) return;
      const letter = event.key.toLowerCase();
      if ((event.ctrlKey || event.metaKey) && letter === "z") {
        // a field with a draft keeps its own undo
        if (event.target instanceof HTMLInputElement && event.target.dataset.draft !== undefined) return;
        event.preventDefault();
        return queue.step(event.shiftKey ? "redo" : "undo");
      }
      if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)) return;
      if (letter === "a") {
        event.preventDefault();
        const add = document.getElementById(ADD_PART_ID);
        // letters typed before the list has come do not close it again
        if (add?.getAttribute("aria-expanded") !== "true") add?.click();
      }
      // a line of the list has its own way of taking a part out, and goes on to the next
      if (event.key === "Delete" && !(event.target as Element).closest("[data-part]")) {
        const { chosen } = store.getState();
        if (chosen === undefined) return;
        const { kind, id } = partOf(chosen);
        const { remove, isKept } = PARTS[kind];
        if (!isKept?.(store.getState().setup)) remove?.(store, id, "metric");
      }
    };
    addEventListener("keydown", onKey);
    return () => removeEventListener("keydown", onKey);
  }, [store, queue]);
}
