"use client";
import { useStore } from "zustand";
import { DEMAND_PICKS } from "@/core/readings/demand-picks";
import { withDemand } from "@/core/stack/edit";
import type { Demand } from "@/core/stack/setup";
import { demandMmPerDay, inItsMonth, USUAL_DEMAND_MM_PER_DAY } from "@/core/water/losses";
import { useUnits } from "../../common/preferences";
import { NumberField } from "../../fields/number-field";
import type { SetupStore } from "../../open-setup/setup-store";

/** When such a day is. */
const ABOUT: Record<(typeof DEMAND_PICKS)[number]["name"], string> = {
  low: "cool, shaded or under cover",
  usual: "a mild growing day",
  "hot day": "sun and dry wind",
};

/** What a day takes, typed or picked. */
export function DemandField({ store }: { store: SetupStore }) {
  const system = useUnits();
  const demand = useStore(store, (state) => demandMmPerDay(state.setup));
  const fromPlace = useStore(store, ({ setup }) => setup.here && setup.demand.by === "place");
  const hasPlace = useStore(store, ({ setup }) => setup.here !== undefined);
  const month = useStore(store, ({ setup }) => inItsMonth(setup));
  const closed = useStore(store, (state) => state.setup.water.by === "volume");
  const offer = (label: string, to: Demand) => store.offer(label, withDemand(store.getState().committed, to), system);
  return (
    <div className="flex flex-wrap items-end gap-x-3 gap-y-1 pb-1">
      <NumberField
        label="A day takes"
        quantity="depth"
        value={demand}
        onOffer={(mmPerDay) => offer("What a day takes", { by: "said", mmPerDay })}
        {...(month !== ""
          ? { describe: `${month.trim()}, when it takes most; every month is on its Year page.` }
          : closed
            ? {
                describe:
                  "Over the area of the vessel. A lidded one loses only what leaves by its opening: some hundredths to tenths of a mm.",
              }
            : {})}
      />
      {(!closed || hasPlace) && (
        <span className="no-print flex gap-1" role="group" aria-label="Days to pick from">
          {hasPlace && (
            <button
              type="button"
              className={`press ${fromPlace ? "press-main" : ""}`}
              aria-pressed={fromPlace === true}
              title="Weather, leaves and bare surface where it stands"
              onClick={() => {
                const problems = offer("A day takes what its place makes of it", { by: "place" });
                store.say(problems[0]?.message);
              }}
            >
              from its place
            </button>
          )}
          {!closed &&
            DEMAND_PICKS.map(({ name, mmPerDay }) => (
              <button
                key={name}
                type="button"
                className={`press ${!fromPlace && demand === mmPerDay ? "press-main" : ""}`}
                aria-pressed={!fromPlace && demand === mmPerDay}
                title={ABOUT[name]}
                onClick={() => {
                  const problems = offer(
                    `A day that takes: ${name}`,
                    !hasPlace && mmPerDay === USUAL_DEMAND_MM_PER_DAY ? { by: "place" } : { by: "said", mmPerDay },
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
