import type { Setup } from "../stack/setup";
import type { Result } from "../units/problem";
import { checked, type CheckedSetup } from "../water/checked";
import * as drain from "../water/drain";
import * as run from "../water/run";
import { settle as settleChecked, type MediumLookup, type Settled } from "../water/settle";
import * as supply from "../water/supply";

/** For tests that write a setup down: checked first, as everywhere, and then asked. */
const after =
  <Rest extends readonly unknown[], To>(
    ask: (setup: CheckedSetup, medium: MediumLookup, ...rest: Rest) => Result<To>,
  ) =>
  (setup: Setup, medium: MediumLookup, ...rest: Rest): Result<To> => {
    const sound = checked(setup, medium);
    return sound.ok ? ask(sound.value, medium, ...rest) : sound;
  };

export const settle: (setup: Setup, medium: MediumLookup, cellCm?: number) => Result<Settled> = after(settleChecked);
export const drainedAfterSoaking = after(drain.drainedAfterSoaking);
export const runSetup = after(run.runSetup);
export const supplyOf = after(supply.supplyOf);
