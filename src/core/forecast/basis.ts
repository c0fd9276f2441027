import { fullOf, type Wants, type YearOfWater } from "../demand/year-of-water";
import { YEAR_DAYS } from "../place/day-in-year";
import { ok, type Result } from "../units/problem";
import { budgetOf, heldAtCm3 } from "../water/budget";
import type { CheckedSetup } from "../water/checked";
import { networkOf, type MediumLookup } from "../water/network";
import { suppliedAt } from "../water/refill-mark";

/**
 * All of a setup that a forecast needs, as tables: what each level holds and feeds, and what the days of its place's
 * years take and bring. It is what the Year page is made from, so that both say the same where nothing was learned.
 */
export type ForecastBasis = {
  /** Ascending, thought on under the base once no water stands. [cm] */
  readonly levelsCm: Float64Array;
  /** What each of them holds in all. [cm³] */
  readonly heldCm3: Float64Array;
  /** What rises from each of them at most; Infinity where it need not rise. [cm³/day] */
  readonly supplyCm3PerDay: Float64Array;
  readonly fullCm: number;
  /** The lowest level that can be seen. [cm] */
  readonly baseCm: number;
  /** Without a store of its own: the level, thought on, at which its roots want water. [cm] */
  readonly driestCm: number | undefined;
  /** Of each day of the years, and as a mean of them for each day of a year. [cm³] */
  readonly years: number;
  readonly takesCm3: Float64Array;
  readonly comesCm3: Float64Array;
  readonly meanTakesCm3: Float64Array;
  readonly meanComesCm3: Float64Array;
  /** How far one day's take and gain lie from their mean, over the year. [cm³] */
  readonly dayOffCm3: number;
};

const LEVELS = 64;
const LEVELS_BELOW = 24;
/** Under the mark a fill is over: so much further it is thought on. [cm] */
const BELOW_BASE_CM = 60;

/** Undefined where its water cannot be forecast: nothing in it fills or soaks, so that it wants no refill. */
export function forecastBasis(
  setup: CheckedSetup,
  medium: MediumLookup,
  { drySuctionCm }: Pick<Wants, "drySuctionCm">,
  year: Pick<YearOfWater, "takesByDayCm3" | "inByDayCm3">,
): Result<ForecastBasis | undefined> {
  const made = networkOf(setup, medium);
  if (!made.ok) return made;
  const { network, fullCm, wicking, driestCm } = fullOf(setup, made.value, drySuctionCm);
  if (!wicking && driestCm === undefined) return ok(undefined);
  const baseCm = network.column.baseCm;
  const lowestCm = Math.min(driestCm ?? baseCm, baseCm) - BELOW_BASE_CM;
  const evenly = (from: number, to: number, count: number): readonly number[] =>
    Array.from({ length: count }, (_, i) => from + ((to - from) * i) / count);
  // where water is seen, and fed from, by finer steps
  const turnCm = driestCm === undefined ? Math.min(baseCm, fullCm) : lowestCm;
  const levelsCm = Float64Array.from([
    ...(turnCm > lowestCm ? evenly(lowestCm, turnCm, LEVELS_BELOW) : []),
    ...evenly(turnCm, fullCm, LEVELS),
    fullCm,
  ]);
  const years = Math.max(1, Math.floor(year.takesByDayCm3.length / YEAR_DAYS));
  const mean = (of: Float64Array): Float64Array =>
    Float64Array.from({ length: YEAR_DAYS }, (_, day) => {
      let sum = 0;
      for (let one = 0; one < years; one++) sum += of[one * YEAR_DAYS + day] ?? 0;
      return sum / years;
    });
  const [takesCm3, comesCm3] = [year.takesByDayCm3, year.inByDayCm3];
  const [meanTakesCm3, meanComesCm3] = [mean(takesCm3), mean(comesCm3)];
  let off = 0;
  for (let i = 0; i < takesCm3.length; i++) {
    const day = i % YEAR_DAYS;
    off += (takesCm3[i]! - comesCm3[i]! - meanTakesCm3[day]! + meanComesCm3[day]!) ** 2;
  }
  // what does not rise is not held back by a weak wick
  const { risesPerDayCm3, takesPerDayCm3 } = budgetOf(setup, network);
  const beside = Math.max(0, takesPerDayCm3(fullCm) - risesPerDayCm3);
  return ok({
    levelsCm,
    heldCm3: levelsCm.map((level) => heldAtCm3(network, level)),
    supplyCm3PerDay: levelsCm.map((level) =>
      wicking ? 24 * (suppliedAt(network.column, level, wicking) ?? Infinity) + beside : Infinity,
    ),
    fullCm,
    baseCm,
    driestCm,
    years,
    takesCm3,
    comesCm3,
    meanTakesCm3,
    meanComesCm3,
    dayOffCm3: Math.sqrt(off / Math.max(1, takesCm3.length)),
  });
}

/** A table read between its rows; at its ends it goes on level. */
export function between(xs: Float64Array, ys: Float64Array, x: number): number {
  if (x <= xs[0]!) return ys[0]!;
  const last = xs.length - 1;
  if (x >= xs[last]!) return ys[last]!;
  let [low, high] = [0, last];
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (xs[middle]! <= x) low = middle;
    else high = middle;
  }
  const [from, to] = [ys[low]!, ys[high]!];
  if (to === Infinity) return from === Infinity ? Infinity : from;
  return from + ((to - from) * (x - xs[low]!)) / (xs[high]! - xs[low]!);
}
