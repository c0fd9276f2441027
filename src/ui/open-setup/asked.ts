import { type Setup } from "@/core/stack/setup";
import { drainsAfterSoaking, reservoirTopCm } from "@/core/stack/geometry";
import type { Occupant } from "@/core/occupants/occupant";
import { onceFor } from "@/core/units/once";
import { FOLLOWING, type Question, type Wanted } from "@/workers/questions.client";
import type { PLACES, SetupPageState } from "./page-state";

/**
 * What the page wants to know off its thread, as it stands. In the middle of a drag the frames come first, and the
 * supply waits.
 */
export function questionsOf(state: SetupPageState, own: readonly Occupant[] = NO_OWN): Wanted<typeof PLACES> {
  const { setup, committed, view, when, holding, living } = state;
  // what lives there is judged by the day after a soaking, whatever is shown
  const asksDay = when === "day" || setup.occupants.length > 0;
  return {
    drained: asksDay && drainsAfterSoaking(setup) && view.ok ? drainOf(setup) : undefined,
    heldDrained: when === "day" && holding && drainsAfterSoaking(holding.setup) ? drainOf(holding.setup) : undefined,
    supply: setup === committed && view.ok && reservoirTopCm(setup) !== undefined ? supplyOf(setup) : undefined,
    run: living && runOf(own)(setup)(living.dryDays),
  };
}

// a question is one object as long as what it asks is the same
const drainOf = onceFor((setup: Setup): Question<"drain"> => ({ kind: "drain", setup }));
const supplyOf = onceFor((setup: Setup): Question<"supply"> => ({ kind: "supply", setup }));
const runOf = onceFor((own: readonly Occupant[]) =>
  onceFor((setup: Setup) => {
    const of = (dryDays: number): Question<"run"> => ({ kind: "run", setup, dryDays, own });
    const runs = Array.from({ length: FOLLOWING.mostDryDays + 1 }, (_, dryDays) => of(dryDays));
    return (dryDays: number): Question<"run"> => runs[dryDays] ?? of(dryDays);
  }),
);
const NO_OWN: readonly Occupant[] = [];
