"use client";
import { ToggleGroup } from "radix-ui";
import { useStore } from "zustand";
import { drainsAfterSoaking, reservoirTopCm } from "@/core/stack/geometry";
import type { SetupStore } from "../open-setup/setup-store";

const BESIDE = [
  ["profile", "water and air"],
  ["supply", "supply"],
] as const;
const WHEN = [
  ["day", "a day after a soaking"],
  ["rest", "settled, in weeks"],
] as const;

/** What is shown of the section: what stands beside it, and when a drained vessel is looked at. */
export function BoardTools({ store }: { store: SetupStore }) {
  const beside = useStore(store, (state) => state.beside);
  const when = useStore(store, (state) => state.when);
  const draining = useStore(store, (state) => state.draining);
  const hasLayers = useStore(store, (state) => state.setup.layers.length > 0);
  const hasReservoir = useStore(store, (state) => reservoirTopCm(state.setup) !== undefined);
  const drains = useStore(store, (state) => drainsAfterSoaking(state.setup));
  if (!hasLayers || (!hasReservoir && !drains)) return null;
  return (
    <div className="no-print flex flex-wrap items-center gap-x-3 gap-y-1 px-4 pb-1 text-[0.95rem] lg:px-0">
      {hasReservoir && <OneOf label="Beside the section" value={beside} options={BESIDE} onChoose={store.showBeside} />}
      {drains && <OneOf label="When it is shown" value={when} options={WHEN} onChoose={store.showWhen} />}
      <span role="status" className="text-sm text-soft">
        {draining ? "draining it; shown is the settled state" : ""}
      </span>
    </div>
  );
}

/** One of a few, each to be seen. */
function OneOf<T extends string>({
  label,
  value,
  options,
  onChoose,
}: {
  label: string;
  value: T;
  options: readonly (readonly [T, string])[];
  onChoose: (value: T) => void;
}) {
  return (
    <ToggleGroup.Root
      type="single"
      aria-label={label}
      value={value}
      // pressed again, the one in force stays
      onValueChange={(next) => next !== "" && onChoose(next as T)}
      className="flex"
    >
      {options.map(([option, words]) => (
        <ToggleGroup.Item
          key={option}
          value={option}
          className={`press rounded-none first:rounded-l-[3px] last:-ml-px last:rounded-r-[3px] ${value === option ? "press-main" : ""}`}
        >
          {words}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}
