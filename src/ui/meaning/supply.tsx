"use client";
import { useMemo } from "react";
import { useStore } from "zustand";
import { supplySayings } from "@/core/readings/supply-sentences";
import { dayInWords, demandMmPerDay } from "@/core/water/losses";
import { crowdsOf } from "@/core/verdicts/crowd";
import { useUnits } from "../common/preferences";
import { depthADay } from "../parts/day/words";
import { partKey } from "../open-setup/part-key";
import { supplyHere } from "../open-setup/derived";
import type { SetupStore } from "../open-setup/setup-store";
import { Sentence } from "../common/sentence";
import { lookupOf } from "../occupants/use-verdicts";

/** What the supply is told in, of the soil that is there: undefined while that is worked out. */
export function useSupplySayings(store: SetupStore): ReturnType<typeof supplySayings> | undefined {
  const system = useUnits();
  const shown = useStore(store, supplyHere);
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
export function SupplyTold({ store }: { store: SetupStore }) {
  const system = useUnits();
  const stale = useStore(store, (state) => state.supply !== undefined && state.supply.setup !== state.setup);
  const problem = useStore(store, ({ supply }) =>
    supply?.result.ok === false ? supply.result.problems[0] : undefined,
  );
  const day = useStore(
    store,
    ({ setup }) => `${dayInWords(setup)} that takes ${depthADay(demandMmPerDay(setup), system)}`,
  );
  const sayings = useSupplySayings(store);
  return (
    <div role="group" aria-label="Supply">
      <p className="flex flex-wrap items-baseline justify-between gap-x-2 text-[0.95rem]">
        <span>
          Against {day}{" "}
          <button
            type="button"
            className="no-print underline decoration-dotted pointer-coarse:min-h-11"
            onClick={() => store.openPart(partKey("day"))}
          >
            change it
          </button>
        </span>
        {stale && <span className="text-sm text-soft">following</span>}
      </p>
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
    </div>
  );
}
