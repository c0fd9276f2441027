import { type Setup } from "../stack/setup";
import { drainsAtCm, stackHeightCm } from "../stack/geometry";
import { historyOf } from "./branch";

/** What happens in a run and when, and the hours it is shown at. */
export type RunPhaseKind = "drain" | "dry" | "refill" | "after";
export type RunPhase = { readonly kind: RunPhaseKind; readonly fromHour: number; readonly toHour: number };

export type RunPlan = {
  readonly phases: readonly RunPhase[];
  /** Hours to be shown, ascending from 0; every phase's end and every dawn of a dry day is among them. */
  readonly hours: readonly number[];
  readonly dryDays: number;
  readonly dryFrom: number;
  readonly refillFrom: number;
  /** Whether it is soaked first and drains; otherwise it starts as it stands. */
  readonly soaked: boolean;
};

const DRAIN_HOURS = 24;
export const REFILL_HOURS = 1;
/** A dose is given by and by, as with a syringe. */
export const DOSING_HOURS = 6;
const AFTER_HOURS = 24;

/** What can run out of a hole under the stack's surface is soaked first. */
function drainsFirst(setup: Setup): boolean {
  const drainsAt = drainsAtCm(setup);
  if (drainsAt === undefined || setup.water.by === "volume") return false;
  if (setup.water.by === "soaking") return true;
  return drainsAt < stackHeightCm(setup) && setup.water.levelCm <= drainsAt + 1e-6 && historyOf(setup) === "soaked";
}

export function planRun(setup: Setup, dryDays: number): RunPlan {
  const soaked = drainsFirst(setup);
  const dryFrom = soaked ? DRAIN_HOURS : 0;
  const refillFrom = dryFrom + 24 * dryDays;
  const refillTo = refillFrom + (setup.water.by === "volume" ? DOSING_HOURS : REFILL_HOURS);
  const phases: RunPhase[] = [
    ...(soaked ? [{ kind: "drain" as const, fromHour: 0, toHour: dryFrom }] : []),
    { kind: "dry", fromHour: dryFrom, toHour: refillFrom },
    { kind: "refill", fromHour: refillFrom, toHour: refillTo },
    { kind: "after", fromHour: refillTo, toHour: refillTo + AFTER_HOURS },
  ];
  return { phases, hours: shownHours(phases), dryDays, dryFrom, refillFrom, soaked };
}

/** Hours into a phase that are shown: close together while much moves. */
const STEPS_AFTER_A_SOAKING = [0.1, 0.25, 0.5, 1, 1.5, 2, 3, 4, 5, 6, 8, 10, 12, 15, 18, 21, 24];
const STEPS_OF_A_REFILL = [0.25, 0.5, 1, 2, 3, 4, 5, 6];

function stepsOf({ kind, fromHour, toHour }: RunPhase): readonly number[] {
  switch (kind) {
    case "drain":
    case "after":
      return STEPS_AFTER_A_SOAKING;
    case "refill":
      return STEPS_OF_A_REFILL;
    case "dry": {
      const days = (toHour - fromHour) / 24;
      const every = days <= 8 ? 2 : days <= 16 ? 4 : 6;
      return Array.from({ length: (24 * days) / every }, (_, i) => (i + 1) * every);
    }
    default:
      return kind satisfies never;
  }
}

function shownHours(phases: readonly RunPhase[]): number[] {
  const hours = new Set<number>([0]);
  for (const phase of phases) {
    for (const step of stepsOf(phase)) if (phase.fromHour + step < phase.toHour) hours.add(phase.fromHour + step);
    hours.add(phase.toHour);
  }
  return [...hours].sort((a, b) => a - b);
}

/**
 * The place of an hour among those of a run.
 * @throws RangeError when it is not one of them: what is read off a run is read at hours that were asked for
 */
export function placeOf(hours: readonly number[], hour: number): number {
  const place = hours.indexOf(hour);
  if (place < 0) throw new RangeError(`placeOf: hour ${hour} is not among those of the run`);
  return place;
}
