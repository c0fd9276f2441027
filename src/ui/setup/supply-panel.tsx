"use client";
import { useMemo } from "react";
import { useStore } from "zustand";
import { supplySayings } from "@/core/readings/supply-sentences";
import { reservoirTopCm } from "@/core/stack/geometry";
import type { Setup } from "@/core/stack/setup";
import { crowdsOf } from "@/core/verdicts/crowd";
import { useUnits } from "../common/preferences";
import { DemandField } from "./demand-field";
import type { SetupStore } from "../open-setup/setup-store";
import { Sentence } from "../common/sentence";
import { lookupOf } from "../occupants/use-verdicts";

/** What a stack is filled with, from the bottom. */
const soilsIn = ({ layers }: Setup): string =>
  layers.map(({ mediumId, rooted }) => `${mediumId}${rooted ? "*" : ""}`).join(" ");

/** What the supply is told in, of the soil that is there: undefined while that is worked out. */
export function useSupplySayings(store: SetupStore): ReturnType<typeof supplySayings> | undefined {
  const system = useUnits();
  const supply = useStore(store, (state) => state.supply);
  // figures of another soil are no answer to this one, not even for a moment
  const ofAnother = useStore(
    store,
    ({ supply: told, setup }) => told !== undefined && soilsIn(told.setup) !== soilsIn(setup),
  );
  const shown = ofAnother ? undefined : supply;
  return useMemo(() => {
    if (!shown) return undefined;
    if (!shown.result.ok) return [];
    const { setup } = shown;
    return supplySayings(
      setup,
      shown.result.value,
      system,
      (i) => setup.layers[i]!.name || (store.medium(setup.layers[i]!.mediumId)?.name.toLowerCase() ?? "layer"),
      crowdsOf(setup, lookupOf(store))[0]?.leavesOverMouth,
    );
  }, [shown, system, store]);
}

/** What the reservoir sends up against what a day takes, and when to refill. */
export function SupplyPanel({ store }: { store: SetupStore }) {
  const asked = useStore(store, (state) => reservoirTopCm(state.setup) !== undefined && state.setup.layers.length > 0);
  const stale = useStore(store, (state) => state.supply !== undefined && state.supply.setup !== state.setup);
  const problem = useStore(store, ({ supply }) =>
    supply?.result.ok === false ? supply.result.problems[0] : undefined,
  );
  const sayings = useSupplySayings(store);
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
      {!sayings && (
        <p role="status" className="text-sm text-soft">
          Working it out …
        </p>
      )}
      {sayings && problem && <p className="text-[0.95rem]">{problem.message}</p>}
      <div className={stale ? "opacity-60" : ""}>
        {sayings?.map((saying) => (
          <Sentence key={saying.heading} sentence={saying} />
        ))}
      </div>
    </section>
  );
}
