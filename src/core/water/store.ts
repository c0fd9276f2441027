import { bracketedRoot } from "../hydraulics/bracketed-root";
import type { Basin } from "./basin";
import type { HeldFlow } from "./ends";
import type { EndFlow } from "./richards";

// What stores of free water at the ends of a column have in common: the water under it and the pond over it.

export type Refill = { readonly hour: number; readonly levelCm: number; readonly holdHours: number };

/** What a store tells of itself, and how its driver turns its clock. */
export type StoreFlow = EndFlow & {
  readonly levelCm: number;
  readonly storedCm3: number;
  refilledCm3: number;
  overflowCm3: number;
  evaporatedCm3: number;
  rainedCm3: number;
  /** Says what hour it is: refills begin and end then, and weather changes. */
  setHour(hour: number): void;
};

/** The hours at which refills begin and end. */
export const refillHours = ({
  refills = [],
}: {
  readonly refills?: readonly Refill[] | undefined;
}): readonly number[] => refills.flatMap(({ hour, holdHours }) => [hour, hour + holdHours]);

/** The refill that an hour falls into or begins. */
export const refillAt = (
  refills: readonly Refill[],
  now: number,
): { readonly due: Refill | undefined; readonly begins: boolean; readonly holding: boolean } => {
  const due = refills.findLast((refill) => refill.hour <= now + 1e-9);
  return {
    due,
    begins: due !== undefined && Math.abs(due.hour - now) <= 1e-9,
    holding: due !== undefined && now < due.hour + due.holdHours - 1e-9,
  };
};

/** The level a stage ends at is found to this. [cm, and of a level above 1 cm the share] */
const LEVEL_TOLERANCE = 1e-13;

/** The cell at a column's end, as an evaluation finds it. */
export type EndCell = {
  set(psiCm: number, k: number, kSlope: number, lnK: number, lnKSlope: number, fluxPotential: number): void;
  /** Works out what flows through the end held at a head. */
  heldAt(endPsiCm: number): void;
};

export function endCell(held: HeldFlow): EndCell {
  let [psi, k, kSlope, lnK, lnKSlope, fluxPotential] = [0, 0, 0, 0, 0, 0];
  return {
    set(psiCm, kNow, kSlopeNow, lnKNow, lnKSlopeNow, fluxPotentialNow) {
      psi = psiCm;
      k = kNow;
      kSlope = kSlopeNow;
      lnK = lnKNow;
      lnKSlope = lnKSlopeNow;
      fluxPotential = fluxPotentialNow;
    },
    heldAt: (endPsiCm) => held.evaluate(endPsiCm, psi, k, kSlope, lnK, lnKSlope, fluxPotential),
  };
}

/** What a store's balance of a stage is off by at a level, as a depth over its area, and how that grows. [cm, -] */
export type StageBalance = {
  readonly offAt: (levelCm: number) => number;
  readonly slopeAt: (levelCm: number) => number;
};

/**
 * The level a stage ends at. A store's level and its flows hold each other: the volume over the base of the stage is
 * what has come and not gone. What that is off by grows with the level, by at least as much as the level does, so the
 * level lies no further from the base than it is off there.
 */
export function levelFinder(basin: Basin, { offAt, slopeAt }: StageBalance) {
  /** Where it was found last: the heads above hardly move any more between two evaluations of a stage. */
  let foundCm = Number.NaN;
  return (baseCm: number, leastCm: number, mostCm: number): number => {
    const off = Math.abs(offAt(baseCm));
    if (off === 0) return (foundCm = baseCm);
    const low = Math.max(leastCm, basin.levelAfterCm(baseCm, -off * basin.areaCm2));
    const high = Math.min(mostCm, basin.levelAfterCm(baseCm, off * basin.areaCm2));
    foundCm = bracketedRoot(
      { valueAt: offAt, slopeAt, low, high },
      foundCm > low && foundCm < high ? foundCm : Math.min(baseCm, mostCm),
      (levelCm) => LEVEL_TOLERANCE * Math.max(1, Math.abs(levelCm)),
    ).x;
    return foundCm;
  };
}
