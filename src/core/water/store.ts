import { bracketedRoot } from "../hydraulics/bracketed-root";
import type { Basin } from "./basin";
import type { HeldFlow } from "./ends";
import type { EndFlow } from "./net-inflow";

// What stores of free water at the ends of a column have in common: the water under it and the pond over it.

export type Refill = {
  readonly hour: number;
  readonly levelCm: number;
  readonly holdHours: number;
  /** Of water under a column: no more than this is poured, at once and while it is held. [cm³] */
  readonly mostCm3?: number | undefined;
};

/** What a store tells of itself, and how its driver turns its clock. */
export type StoreFlow = EndFlow & {
  readonly levelCm: number;
  readonly storedCm3: number;
  refilledCm3: number;
  overflowCm3: number;
  evaporatedCm3: number;
  rainedCm3: number;
  /** What has run into it out of other parts of its network. */
  caughtCm3: number;
  /** Says what hour it is: refills begin and end then. */
  setHour(hour: number): void;
  /** Weather is told as its mean over a span of time. Says whether that is another than before. */
  setSpan(fromHour: number, toHour: number): boolean;
  /** See FluxClock; off by no more than this. [cm³] */
  evenUntil(fromHour: number, toHour: number, mostOffCm3: number): number;
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
 * level lies no further from any other than it is off there.
 */
export function levelFinder(basin: Basin, { offAt, slopeAt }: StageBalance) {
  /** Where it was found last: the heads above hardly move any more between two evaluations of a stage. */
  let foundCm = Number.NaN;
  const between = { valueAt: offAt, slopeAt, low: 0, high: 0, isSteep: true };
  return (baseCm: number, leastCm: number, mostCm: number): number => {
    const startCm = Math.min(Math.max(Number.isNaN(foundCm) ? baseCm : foundCm, leastCm), mostCm);
    const off = offAt(startCm);
    const newton = startCm - off / slopeAt(startCm);
    if (Math.abs(newton - startCm) <= levelTolerance(startCm)) return (foundCm = startCm);
    const furthestCm = Math.min(Math.max(basin.levelAfterCm(startCm, -off * basin.areaCm2), leastCm), mostCm);
    between.low = Math.min(startCm, furthestCm);
    between.high = Math.max(startCm, furthestCm);
    const first = newton > between.low && newton < between.high ? newton : furthestCm;
    return (foundCm = bracketedRoot(between, first, levelTolerance).x);
  };
}

/** The level a stage ends at is found to this. [cm, and of a level above 1 cm the share] */
const levelTolerance = (levelCm: number): number => 1e-13 * Math.max(1, Math.abs(levelCm));
