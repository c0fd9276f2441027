"use client";
import { Play } from "lucide-react";
import { useStore } from "zustand";
import type { SetupStore } from "../open-setup/setup-store";

const USUAL_DRY_DAYS = 5;

/** Where the player of a run stands once one is asked for. */
export function RunStart({ store }: { store: SetupStore }) {
  const hasLayers = useStore(store, (state) => state.setup.layers.length > 0);
  if (!hasLayers) return null;
  return (
    <div className="no-print flex items-center gap-x-3 px-4 pt-1 text-[0.95rem] lg:px-0">
      <button type="button" className="press" onClick={() => store.askRun(USUAL_DRY_DAYS)}>
        <Play size={15} aria-hidden />
        Run it
      </button>
      <span className="text-sm text-soft">{USUAL_DRY_DAYS} dry days and a refill, hour by hour</span>
    </div>
  );
}
