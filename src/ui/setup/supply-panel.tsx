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

/** What the reservoir sends up against what a day takes, and when to refill. */
export function SupplyPanel({ store }: { store: SetupStore }) {
  const system = useUnits();
  const asked = useStore(store, (state) => reservoirTopCm(state.setup) !== undefined && state.setup.layers.length > 0);
  const supply = useStore(store, (state) => state.supply);
  const stale = useStore(store, (state) => state.supply !== undefined && state.supply.setup !== state.setup);
  // figures of another soil are no answer to this one, not even for a moment
  const ofAnother = useStore(
    store,
    ({ supply: told, setup }) => told !== undefined && soilsIn(told.setup) !== soilsIn(setup),
  );
  const shown = ofAnother ? undefined : supply;
  const sayings = useMemo(() => {
    if (!shown?.result.ok) return [];
    const { setup } = shown;
    return supplySayings(
      setup,
      shown.result.value,
      system,
      (i) => setup.layers[i]!.name || (store.medium(setup.layers[i]!.mediumId)?.name.toLowerCase() ?? "layer"),
      crowdsOf(setup, lookupOf(store))[0]?.leavesOverMouth,
    );
  }, [shown, system, store]);
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
      {!shown && (
        <p role="status" className="text-sm text-soft">
          Working it out …
        </p>
      )}
      {shown && !shown.result.ok && <p className="text-[0.95rem]">{shown.result.problems[0]!.message}</p>}
      <div className={stale ? "opacity-60" : ""}>
        {sayings.map((saying) => (
          <Sentence key={saying.heading} sentence={saying} />
        ))}
      </div>
    </section>
  );
}
