"use client";
import { useStore } from "zustand";
import { DEMAND_PICKS } from "@/core/readings/demand-picks";
import { withDemand } from "@/core/stack/edit";
import type { Demand } from "@/core/stack/setup";
import { demandMmPerDay, USUAL_DEMAND_MM_PER_DAY } from "@/core/water/losses";
import { useUnits } from "../../common/preferences";
import { NumberField } from "../../fields/number-field";
import type { SetupStore } from "../../open-setup/setup-store";

/** What a day takes, typed or picked. */
export function DemandField({ store }: { store: SetupStore }) {
  const system = useUnits();
  const demand = useStore(store, (state) => demandMmPerDay(state.setup));
  const closed = useStore(store, (state) => state.setup.water.by === "volume");
  const offer = (label: string, to: Demand) => store.offer(label, withDemand(store.getState().committed, to), system);
  return (
    <div className="flex flex-wrap items-end gap-x-3 gap-y-1 pb-1">
      <NumberField
        label="A day takes"
        quantity="depth"
        value={demand}
        onOffer={(mmPerDay) => offer("What a day takes", { by: "said", mmPerDay })}
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
                const problems = offer(
                  `A day that takes: ${name}`,
                  mmPerDay === USUAL_DEMAND_MM_PER_DAY ? { by: "place" } : { by: "said", mmPerDay },
                );
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
