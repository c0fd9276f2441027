"use client";
import { useStore } from "zustand";
import { DEMAND_PICKS } from "@/core/readings/demand-picks";
import { withDemand } from "@/core/stack/edit";
import { useUnits } from "../common/preferences";
import { NumberField } from "../fields/number-field";
import type { SetupStore } from "../open-setup/setup-store";

/** What a day takes, typed or picked. */
export function DemandField({ store }: { store: SetupStore }) {
  const system = useUnits();
  const demand = useStore(store, (state) => state.setup.demandMmPerDay);
  const closed = useStore(store, (state) => state.setup.water.by === "volume");
  const offer = (label: string, mmPerDay: number) =>
    store.offer(label, withDemand(store.getState().committed, mmPerDay), system);
  return (
    <div className="flex flex-wrap items-end gap-x-3 gap-y-1 pb-1">
      <NumberField
        label="A day takes"
        quantity="depth"
        value={demand}
        onOffer={(mm) => offer("What a day takes", mm)}
        {...(closed
          ? {
              describe:
                "Over the area of the vessel. A lidded one loses only what leaves by its opening: some hundredths to tenths of a mm.",
            }
          : {})}
      />
      {!closed && (
        <span className="no-print flex gap-1" role="group" aria-label="Days to pick from">
          {DEMAND_PICKS.map(({ name, mmPerDay, about }) => (
            <button
              key={name}
              type="button"
              className={`press ${demand === mmPerDay ? "press-main" : ""}`}
              aria-pressed={demand === mmPerDay}
              title={about}
              onClick={() => {
                const problems = offer(`A day that takes: ${name}`, mmPerDay);
                store.say(problems[0]?.message);
              }}
            >
              {name}
            </button>
          ))}
        </span>
      )}
    </div>
  );
}
