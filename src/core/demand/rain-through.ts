import { monthOfDay, YEAR_DAYS } from "../place/day-in-year";
import { rangeOfYears } from "../place/place-months";
import type { Range } from "../units/range";

/**
 * Rain, and what else runs in, followed day by day through the years of a place: what of it is kept, what runs over, what
 * has to be given beside it, and on which days free water stands among the roots. Within a day it comes first, is let out,
 * and then drunk of; who waters fills up once it is down to where it wants water.
 */
export type MonthThrough = {
  /** What falls and runs in, and what runs over, in a month. [cm³] */
  readonly inCm3: Range;
  readonly outCm3: Range;
  /** The same in an average year, which wet ones make more of. [cm³] */
  readonly meanInCm3: number;
  readonly meanOutCm3: number;
  /** What is given by hand beside it, in an average year. [cm³] */
  readonly givenCm3: number;
  /** Days on which free water stands in the middle of the roots. */
  readonly floodedDays: Range;
};

export type Through = {
  readonly months: readonly MonthThrough[];
  /** What runs over on each day. [cm³] */
  readonly outCm3: Float64Array;
};

/** Water held, in order: where it wants water, what a hand fills it to, and where it begins to run out. [cm³] */
export type Holds = {
  /** By month. */
  readonly lowCm3: readonly number[];
  readonly fullCm3: number;
  readonly drainsCm3: number;
  /** Over this free water stands in the middle of its roots; Infinity where it does so by design, or has none. */
  readonly floodCm3: number;
};

/**
 * @param inCm3    what comes in on each day of whole years, one after another
 * @param takesCm3 what is taken on each
 */
export function rainThrough(inCm3: Float64Array, takesCm3: Float64Array, holds: Holds): Through {
  const years = Math.floor(inCm3.length / YEAR_DAYS);
  const outCm3 = new Float64Array(years * YEAR_DAYS);
  const sums = Array.from({ length: 12 }, () => ({
    in: new Float64Array(years),
    out: new Float64Array(years),
    flooded: new Float64Array(years),
    given: 0,
  }));
  const drainsCm3 = Math.max(holds.drainsCm3, holds.fullCm3);
  let heldCm3 = holds.fullCm3;
  const live = (i: number, counts: boolean): void => {
    const month = monthOfDay((i % YEAR_DAYS) + 1);
    const year = Math.floor(i / YEAR_DAYS);
    const sum = sums[month]!;
    heldCm3 += inCm3[i]!;
    const out = Math.max(0, heldCm3 - drainsCm3);
    heldCm3 -= out;
    const isFlooded = heldCm3 > holds.floodCm3;
    heldCm3 -= takesCm3[i]!;
    let given = 0;
    if (heldCm3 < Math.min(holds.lowCm3[month]!, holds.fullCm3)) {
      given = holds.fullCm3 - heldCm3;
      heldCm3 = holds.fullCm3;
    }
    if (!counts) return;
    outCm3[i] = out;
    sum.in[year]! += inCm3[i]!;
    sum.out[year]! += out;
    sum.flooded[year]! += isFlooded ? 1 : 0;
    sum.given += given / years;
  };
  // it begins as its first year ends
  for (let i = 0; i < YEAR_DAYS; i++) live(i, false);
  for (let i = 0; i < years * YEAR_DAYS; i++) live(i, true);
  return {
    months: sums.map((sum) => ({
      inCm3: rangeOfYears(sum.in),
      outCm3: rangeOfYears(sum.out),
      meanInCm3: sum.in.reduce((all, of) => all + of, 0) / years,
      meanOutCm3: sum.out.reduce((all, of) => all + of, 0) / years,
      givenCm3: sum.given,
      floodedDays: rangeOfYears(sum.flooded),
    })),
    outCm3,
  };
}
