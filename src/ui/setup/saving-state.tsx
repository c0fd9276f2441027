"use client";
import { useStore } from "zustand";
import type { QueueStatus } from "../open-setup/save-queue";
import type { SetupStore } from "../open-setup/setup-store";

/** One quiet word on whether everything is stored, beside the name on a phone; loud only when it is not. */
export function SavingState({ store }: { store: SetupStore }) {
  const saving = useStore(store, (state) => state.saving);
  const text = savingText(saving);
  const loud = saving.kind === "unreachable" || saving.kind === "refused";
  return (
    <span
      role="status"
      data-saving={saving.kind}
      className={`text-sm ${loud ? "font-semibold text-trouble" : "text-soft max-sm:-order-1"}`}
    >
      {text}
    </span>
  );
}

function savingText(saving: QueueStatus): string {
  switch (saving.kind) {
    case "saved":
      return "Saved";
    case "saving":
      return "Saving";
    case "unreachable":
      return `Not saved: Marlstone does not answer. ${saving.unsaved === 1 ? "Your change is" : `Your ${saving.unsaved} changes are`} ${saving.kept ? "kept in this browser and" : `not kept anywhere else, since this browser's own store is full or forbidden: leave this page open. ${saving.unsaved === 1 ? "It is" : "They are"}`} tried again.`;
    case "refused":
      return `Not saved: ${saving.problems.map(({ message }) => message).join(" ")} ${saving.kept ? "What you changed is kept in this browser." : "This browser's own store is full or forbidden: leave this page open until it is saved."}`;
    default:
      return saving satisfies never;
  }
}
