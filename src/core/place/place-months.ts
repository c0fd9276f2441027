import type { Range } from "../units/range";
import { daysInMonth, monthOfDay, YEAR_DAYS } from "./day-in-year";
import type { PlaceYears } from "./place-years";

/** A month of a place, as most of its years have it; of a mean day where nothing else is said. */
export type PlaceMonth = {
  readonly tMinC: number;
  readonly tMaxC: number;
  /** Of the month, in half of the years. [°C] */
  readonly coldestC: number;
  readonly warmestC: number;
  readonly humidity: number;
  readonly lightMolPerDay: number;
  /** What short, well-watered grass would lose, in a day. [mm] */
  readonly referenceMm: Range;
  /** In all. [mm] */
  readonly rainMm: Range;
};

/** January first. */
export function placeMonthsOf({ days, years }: PlaceYears): readonly PlaceMonth[] {
  const sums = Array.from({ length: 12 }, () => ({
    tMinC: 0,
    tMaxC: 0,
    humidity: 0,
    light: 0,
    coldestC: new Float64Array(years).fill(Infinity),
    warmestC: new Float64Array(years).fill(-Infinity),
    reference: new Float64Array(years),
    rain: new Float64Array(years),
  }));
  days.forEach((day, i) => {
    const sum = sums[monthOfDay(day.dayOfYear)]!;
    const year = Math.floor(i / YEAR_DAYS);
    sum.tMinC += day.tMinC;
    sum.tMaxC += day.tMaxC;
    sum.humidity += day.humidity;
    sum.light += day.lightMolPerM2;
    sum.coldestC[year] = Math.min(sum.coldestC[year]!, day.tMinC);
    sum.warmestC[year] = Math.max(sum.warmestC[year]!, day.tMaxC);
    sum.reference[year]! += day.referenceMm / daysInMonth(monthOfDay(day.dayOfYear));
    sum.rain[year]! += day.rainMm;
  });
  return sums.map((sum, month) => {
    const each = daysInMonth(month) * years;
    return {
      tMinC: sum.tMinC / each,
      tMaxC: sum.tMaxC / each,
      humidity: sum.humidity / each,
      lightMolPerDay: sum.light / each,
      coldestC: rangeOfYears(sum.coldestC).typical,
      warmestC: rangeOfYears(sum.warmestC).typical,
      referenceMm: rangeOfYears(sum.reference),
      rainMm: rangeOfYears(sum.rain),
    };
  });
}

/** The value under which such a share of them lies. */
function quantileOf(sorted: Float64Array, share: number): number {
  const at = share * (sorted.length - 1);
  const below = Math.floor(at);
  const above = Math.min(sorted.length - 1, below + 1);
  return sorted[below]! + (at - below) * (sorted[above]! - sorted[below]!);
}

/** A figure of each year: eight of ten lie in the range, and the middle one is typical. */
export function rangeOfYears(values: Float64Array): Range {
  const sorted = Float64Array.from(values).sort();
  return { low: quantileOf(sorted, 0.1), typical: quantileOf(sorted, 0.5), high: quantileOf(sorted, 0.9) };
}
