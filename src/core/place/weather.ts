import type { CalendarDate } from "../units/calendar-date";
import type { Climate } from "./climates";
import { dayOfYearOf, YEAR_DAYS } from "./day-in-year";
import { extraterrestrialMJPerM2 } from "./daylight";
import { drawWeather, type DayOfWeather } from "./draw-weather";
import { saturatedKPa } from "./evapotranspiration";

/** A day as it was measured; null for what was not. */
export type MeasuredDay = {
  readonly date: CalendarDate;
  readonly tMinC: number;
  readonly tMaxC: number;
  readonly vapourKPa: number | null;
  /** At 2 m. */
  readonly windMPerS: number | null;
  readonly solarMJPerM2: number | null;
  readonly rainMm: number | null;
};
/** Days in order, each once; what was not measured on any of them is null on all. */
export type Weather = { readonly name: string; readonly days: readonly MeasuredDay[] };

/** So many days in a row without a measurement are told from those beside them; more are drawn from the climate. */
const MOST_BRIDGED_DAYS = 3;
/** Least days of a year: with fewer it is no year of the file's. */
const LEAST_DAYS_OF_YEAR = 180;

/** Of each year that is used, what was not in the file. */
export type Gaps = {
  readonly years: readonly number[];
  /** Days of those years, those that were bridged from the days beside them, and those drawn from the climate. */
  readonly days: number;
  readonly bridged: number;
  readonly drawn: number;
  /** What no day of the file has: light told from warmth, vapour from the night, wind and rain from the climate. */
  readonly without: readonly ("humidity" | "wind" | "light" | "rain")[];
};

/** Dew falls when a night cools to it: the air's vapour is what the coolest of the day holds (Allen et al. 1998, eq. 48). */
const vapourOfNight = (tMinC: number): number => saturatedKPa(tMinC);
/** Clear days swing wider (Hargreaves & Samani 1982; Allen et al. 1998, eq. 50, inland). */
const SWING = 0.16;
const lightOfSwing = (tMinC: number, tMaxC: number, above: number): number =>
  Math.min(0.75, SWING * Math.sqrt(Math.max(0, tMaxC - tMinC))) * above;

/** Days counted from the year 0 of a calendar of 365 days: leap days are left out. */
const dayNumber = ({ year, month, day }: CalendarDate): number => year * YEAR_DAYS + dayOfYearOf({ month, day }) - 1;
const isLeapDay = ({ month, day }: CalendarDate): boolean => month === 2 && day === 29;

/**
 * The whole years of a weather file, as they are reckoned with: a year counts that has half of its days; short gaps are
 * bridged, longer ones drawn from the climate.
 * Undefined where no year of it has half of its days.
 */
export function yearsOfWeather(
  { days }: Weather,
  climate: Climate,
  latitude: number,
): { readonly days: readonly DayOfWeather[]; readonly gaps: Gaps } | undefined {
  const byNumber = new Map<number, MeasuredDay>();
  const inYear = new Map<number, number>();
  for (const day of days) {
    if (isLeapDay(day.date)) continue;
    byNumber.set(dayNumber(day.date), day);
    inYear.set(day.date.year, (inYear.get(day.date.year) ?? 0) + 1);
  }
  const years = [...inYear]
    .flatMap(([year, count]) => (count >= LEAST_DAYS_OF_YEAR ? [year] : []))
    .sort((a, b) => a - b);
  if (years.length === 0) return undefined;
  const has = (key: "vapourKPa" | "windMPerS" | "solarMJPerM2" | "rainMm"): boolean =>
    days.some((day) => day[key] !== null);
  const measured = {
    vapour: has("vapourKPa"),
    wind: has("windMPerS"),
    light: has("solarMJPerM2"),
    rain: has("rainMm"),
  };
  const stand = drawWeather(climate, latitude, years.length, 1);
  let bridged = 0;
  let drawn = 0;
  const made = years.flatMap((year, i) =>
    Array.from({ length: YEAR_DAYS }, (_, k): DayOfWeather => {
      const number = year * YEAR_DAYS + k;
      const otherwise = stand[i * YEAR_DAYS + k]!;
      const own = byNumber.get(number);
      const found = own ?? bridgeOf(byNumber, number);
      if (!found) {
        drawn++;
        return { ...otherwise, year: i };
      }
      if (!own) bridged++;
      const { tMinC, tMaxC } = found;
      const above = extraterrestrialMJPerM2(latitude, k + 1);
      return {
        dayOfYear: k + 1,
        year: i,
        tMinC,
        tMaxC,
        vapourKPa: Math.min(found.vapourKPa ?? vapourOfNight(tMinC), saturatedKPa((tMinC + tMaxC) / 2)),
        windMPerS: found.windMPerS ?? otherwise.windMPerS,
        solarMJPerM2: found.solarMJPerM2 ?? lightOfSwing(tMinC, tMaxC, above),
        rainMm: found.rainMm ?? (measured.rain ? 0 : otherwise.rainMm),
      };
    }),
  );
  return {
    days: made,
    gaps: {
      years,
      days: made.length,
      bridged,
      drawn,
      without: [
        ...(measured.vapour ? [] : (["humidity"] as const)),
        ...(measured.wind ? [] : (["wind"] as const)),
        ...(measured.light ? [] : (["light"] as const)),
        ...(measured.rain ? [] : (["rain"] as const)),
      ],
    },
  };
}

/** A day between two that are near enough; dry, for nobody knows. */
function bridgeOf(byNumber: ReadonlyMap<number, MeasuredDay>, number: number): MeasuredDay | undefined {
  let before = 1;
  while (before <= MOST_BRIDGED_DAYS && !byNumber.has(number - before)) before++;
  let after = 1;
  while (after <= MOST_BRIDGED_DAYS && !byNumber.has(number + after)) after++;
  if (before + after - 1 > MOST_BRIDGED_DAYS) return undefined;
  const [a, b] = [byNumber.get(number - before), byNumber.get(number + after)];
  if (!a || !b) return undefined;
  const w = before / (before + after);
  const between = (key: "vapourKPa" | "windMPerS" | "solarMJPerM2"): number | null =>
    a[key] === null || b[key] === null ? (a[key] ?? b[key]) : (1 - w) * a[key] + w * b[key];
  return {
    date: a.date,
    tMinC: (1 - w) * a.tMinC + w * b.tMinC,
    tMaxC: (1 - w) * a.tMaxC + w * b.tMaxC,
    vapourKPa: between("vapourKPa"),
    windMPerS: between("windMPerS"),
    solarMJPerM2: between("solarMJPerM2"),
    rainMm: 0,
  };
}
