"use client";
import { useMemo } from "react";
import { useStore } from "zustand";
import { DEMAND_PICKS, supplySayings } from "@/core/readings/supply-sentences";
import { withDemand } from "@/core/stack/edit";
import { reservoirTopCm } from "@/core/stack/setup";
import { useUnits } from "../common/preferences";
import { NumberField } from "../fields/number-field";
import type { SetupStore } from "./setup-store";
import { Sentence } from "./sentence";

/** What the reservoir sends up against what a day takes, and when to refill. */
export function SupplyPanel({ store }: { store: SetupStore }) {
  const system = useUnits();
  const asked = useStore(store, (state) => reservoirTopCm(state.setup) !== undefined && state.setup.layers.length > 0);
  const supply = useStore(store, (state) => state.supply);
  const stale = useStore(store, (state) => state.supply !== undefined && state.supply.setup !== state.setup);
  const sayings = useMemo(() => {
    if (!supply?.result.ok) return [];
    const { setup } = supply;
    return supplySayings(
      setup,
      supply.result.value,
      system,
      (i) => setup.layers[i]!.name || (store.medium(setup.layers[i]!.mediumId)?.name.toLowerCase() ?? "layer"),
    );
  }, [supply, system, store]);
  if (!asked) return null;
  return (
    <section
      aria-label="Supply"
      className="mt-2 border-t border-rule-strong pt-2 first:mt-0 first:border-t-0 first:pt-0"
    >
      <h2 className="text-base">
        Supply against demand {stale && <span className="font-sans text-sm font-normal text-soft">following</span>}
      </h2>
      <DemandField store={store} />
      {!supply && (
        <p role="status" className="text-sm text-soft">
          Working it out …
        </p>
      )}
      {supply && !supply.result.ok && <p className="text-[0.95rem]">{supply.result.problems[0]!.message}</p>}
      <div className={stale ? "opacity-60" : ""}>
        {sayings.map((saying) => (
          <Sentence key={saying.heading} sentence={saying} />
        ))}
      </div>
    </section>
  );
}

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
