"use client";
import { useMemo } from "react";
import { useStore } from "zustand";
import { schoolPairs } from "@/core/design/schools";
import { useUnits } from "../common/preferences";
import type { SetupStore } from "../open-setup/setup-store";

/** Holds the present state against the same vessel done another way. */
export function OtherWays({ store }: { store: SetupStore }) {
  const system = useUnits();
  const committed = useStore(store, (state) => state.committed);
  const pairs = useMemo(() => schoolPairs(committed, store.medium), [committed, store]);
  return (
    <select
      aria-label="Hold it against another way"
      className="press w-32"
      // it stays where it stands, or what is beside it would move under the hand
      disabled={pairs.length === 0}
      title={pairs.length === 0 ? "There is no other way of doing this one" : undefined}
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
