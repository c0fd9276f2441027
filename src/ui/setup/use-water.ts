"use client";
import { useEffect } from "react";
import { reservoirTopCm } from "@/core/stack/setup";
import { WaterClient } from "@/workers/water.client";
import type { SetupStore } from "./setup-store";

/** Has workers compute what the page wants to show and what takes longer than a frame: a day's draining, the supply, a run. */
export function useWater(store: SetupStore): void {
  useEffect(() => {
    const drain = new WaterClient("drain", store.medium, ({ setup }, reply) => {
      store.showDrained(setup, reply.ok ? reply.value : undefined);
      if (!reply.ok) store.say(reply.problems[0]?.message);
    });
    const heldDrain = new WaterClient("drain", store.medium, ({ setup }, reply) => {
      if (reply.ok) store.showHeldDrained(setup, reply.value);
    });
    const supply = new WaterClient("supply", store.medium, ({ setup }, reply) => store.showSupply(setup, reply));
    const run = new WaterClient("run", store.medium, ({ setup }, reply) => store.showRun(setup, reply));
    let runs: object | undefined;
    const ask = (): void => {
      const state = store.getState();
      const { setup, committed, view } = state;
      if (state.draining) drain.ask({ setup });
      if (state.held && !state.held.day && state.held.setup.water.kind === "drained" && state.when === "day")
        heldDrain.ask({ setup: state.held.setup });
      // in the middle of a drag the frames come first
      if (view.ok && setup === committed && reservoirTopCm(setup) !== undefined && state.supply?.setup !== setup)
        supply.ask({ setup });
      if (state.run === runs) return;
      // a run nobody waits for any more is not computed to its end
      if (state.run?.kind === "computing") {
        run.end();
        run.ask(state.run);
      } else if (!state.run) run.end();
      runs = state.run;
    };
    ask();
    const stop = store.subscribe(ask);
    return () => {
      stop();
      for (const client of [drain, heldDrain, supply, run]) client.end();
    };
  }, [store]);
}
