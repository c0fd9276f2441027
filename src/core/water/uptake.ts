import { topAreaCm2, type Column } from "./column";
import type { FluxInTime } from "./ends";
import { fluxClock } from "./flux-clock";
import type { Uptake } from "./net-inflow";
import type { UptakeLimits } from "./stress";

export type { UptakeLimits } from "./stress";

/**
 * Water taken up by roots: a demand spread over the column, cut where a cell is too wet for roots to breathe or too dry
 * for them to draw (Feddes, Kowalik & Zaradny 1978). What one cell does not give is not asked of another.
 */
export type RootUptake = {
  /** What roots would take with water to spare, over the top layer's area. [cm/h] */
  readonly demandCmPerHour: FluxInTime;
  /** Where roots are, in shares per cm of height; the shares are scaled to sum to 1 over the column. */
  readonly roots: readonly { readonly fromCm: number; readonly toCm: number; readonly weight: number }[];
  readonly stress: UptakeLimits;
};

/**
 * For container media: full uptake from 3 cm of suction to the end of the buffer (de Boodt & Verdonck 1972), none at
 * the wilting point.
 */
export const CONTAINER_UPTAKE: UptakeLimits = {
  drownedPsiCm: 0,
  airedPsiCm: -3,
  thirstyPsiCm: -100,
  wiltedPsiCm: -15_000,
};

/** A sink with its clock: what is asked is the mean over a span of time. */
export type TimedUptake = Uptake & {
  /** @returns whether that is another than before */
  setSpan(fromHour: number, toHour: number): boolean;
  /** See FluxClock; off by no more than this. [cm³] */
  evenUntil(fromHour: number, toHour: number, mostOffCm3: number): number;
};

/** Lays a root uptake over a column's cells. */
export function uptakeOf(column: Column, { demandCmPerHour, roots, stress }: RootUptake): TimedUptake {
  const share = new Float64Array(column.zCm.length);
  let sum = 0;
  for (const { bottomCm, topCm, firstCell, cellCount } of column.layers) {
    const dz = (topCm - bottomCm) / cellCount;
    for (let i = 0; i < cellCount; i++) {
      const from = bottomCm + i * dz;
      for (const { fromCm, toCm, weight } of roots)
        share[firstCell + i]! += weight * Math.max(0, Math.min(from + dz, toCm) - Math.max(from, fromCm));
      sum += share[firstCell + i]!;
    }
  }
  if (!(sum > 0))
    throw new RangeError("uptakeOf: roots must lie inside the column and weigh something: validate before");
  for (let i = 0; i < share.length; i++) share[i]! /= sum;
  const areaCm2 = topAreaCm2(column);
  const clock = fluxClock(demandCmPerHour);
  const uptake: TimedUptake = {
    share,
    askCm3PerHour: 0,
    limits: stress,
    setSpan(fromHour, toHour) {
      const before = uptake.askCm3PerHour;
      uptake.askCm3PerHour = areaCm2 * clock.meanOver(fromHour, toHour);
      return uptake.askCm3PerHour !== before;
    },
    evenUntil: (fromHour, toHour, mostOffCm3) => clock.evenUntil(fromHour, toHour, mostOffCm3 / areaCm2),
  };
  return uptake;
}
