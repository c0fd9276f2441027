"use client";
import { useMemo } from "react";
import { useStore } from "zustand";
import { schoolPairs } from "@/core/design/schools";
import { useUnits } from "../common/preferences";
import type { SetupStore } from "./setup-store";

/** Holds the present state against the same vessel done another way. */
export function OtherWays({ store }: { store: SetupStore }) {
  const system = useUnits();
  const committed = useStore(store, (state) => state.committed);
  const pairs = useMemo(() => schoolPairs(committed, store.medium), [committed, store]);
  if (pairs.length === 0) return null;
  return (
    <select
      aria-label="Hold it against another way"
      className="press w-32"
      value=""
      onChange={(event) => {
        const pair = pairs.find(({ id }) => id === event.target.value);
        if (pair) store.compare(pair.label, pair.setup, system);
      }}
    >
      <option value="">Another way…</option>
      {pairs.map(({ id, label }) => (
        <option key={id} value={id}>
          {label}
        </option>
      ))}
    </select>
  );
}
