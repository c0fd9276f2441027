import { type WithOrWithout } from "@/core/stack/drainage-layer";
import type { Setup } from "@/core/stack/setup";
import type { UnitSystem } from "@/core/units/units";
import type { Designing } from "./designing";
import type { Workings } from "./setup-store";

/** Holding a state against what is changed since. */
export function holding({ getState, put }: Workings, { offer, say }: Designing) {
  const hold = (change?: WithOrWithout): void =>
    put({ living: undefined, holding: { setup: getState().setup, change } });
  const letGo = (): void => put({ holding: undefined });
  const compare = (label: string, setup: Setup, system: UnitSystem, change?: WithOrWithout): void => {
    hold(change);
    const problems = offer(label, setup, system);
    if (problems.length === 0) return;
    letGo();
    say(problems[0]!.message);
  };
  return {
    /** Holds the present state, to see what changes do against it. */
    hold,
    letGo,
    /** Holds the present state against what it becomes by a change. */
    compare,
    /** Shows a state that was, with the present one now held against it: nothing is changed by it. */
    holdAgainst: (setup: Setup): void => put({ living: undefined, holding: { setup, change: undefined } }),
  };
}
