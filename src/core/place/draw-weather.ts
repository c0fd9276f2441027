import { generator, seedOf } from "../media/draws";
import type { Climate, ClimateMonth } from "./climates";
import { daysBeforeMonth, daysInMonth, monthOfDay, YEAR_DAYS } from "./day-in-year";
import { daylightHours, extraterrestrialMJPerM2, extraterrestrialOfHoursMJPerM2, solarMJPerM2 } from "./daylight";
import { saturatedKPa } from "./evapotranspiration";

/**
 * Weather of days that could be, drawn from a climate (Richardson 1981, Water Resources Research 17): wet days as a
 * first-order chain, their rain from a gamma law, temperatures and sunshine as departures that remember the day before
 * and know wet from dry. The same seed draws the same weather.
 */
export type DayOfWeather = {
  /** From 1, of 365; and which of the years drawn. */
  readonly dayOfYear: number;
  readonly year: number;
  readonly tMinC: number;
  readonly tMaxC: number;
  readonly vapourKPa: number;
  readonly windMPerS: number;
  readonly solarMJPerM2: number;
  readonly rainMm: number;
};

/** How much likelier rain is after rain than after a dry day. Richardson & Wright 1984 have 0.2 to 0.4. */
const PERSISTENCE = 0.3;
/** The shape of a wet day's rain: many light ones, few heavy (Richardson & Wright 1984: 0.6 to 0.9). */
const RAIN_SHAPE = 0.75;
/** What counts as wet. [mm] */
const LEAST_RAIN_MM = 1;
/** A dry day is so much warmer at noon than a wet one, and has so many times its sunshine. [°C, -] */
const DRY_WARMER_C = 1.5;
const WET_SUNSHINE = 0.4;
const SUNSHINE_SPREAD = 0.15;
/** How far a day's vapour and wind are off their month's, by factors. */
const VAPOUR_SPREAD = 0.1;
const WIND_SPREAD = 0.35;

/** Departures of the greatest and least temperature and of light: what is kept of the day before, and what comes new. */
const KEPT = [
  [0.567, 0.086, -0.002],
  [0.253, 0.504, -0.05],
  [-0.006, -0.039, 0.244],
] as const;
const NEW = [
  [0.781, 0, 0],
  [0.328, 0.637, 0],
  [0.238, -0.341, 0.873],
] as const;

/**
 * @param latitude negative in the south, where the climate's year is shifted by six months
 * @param years how many, one after another
 */
export function drawWeather(climate: Climate, latitude: number, years: number, seed: number): DayOfWeather[] {
  const least = throughTheYear(climate.months.map(({ tMinC }) => tMinC));
  const greatest = throughTheYear(climate.months.map(({ tMaxC }) => tMaxC));
  const shiftMonths = latitude < 0 ? 6 : 0;
  const next = generator(seedOf(climate.id) + seed);
  const departures = [0, 0, 0];
  const days: DayOfWeather[] = [];
  let isWet = false;
  for (let year = 0; year < years; year++) {
    for (let dayOfYear = 1; dayOfYear <= YEAR_DAYS; dayOfYear++) {
      const month = {
        ...climate.months[(monthOfDay(dayOfYear) + shiftMonths) % 12]!,
        tMinC: least(dayOfYear, shiftMonths),
        tMaxC: greatest(dayOfYear, shiftMonths),
      };
      const wetShare = month.wetDays / (YEAR_DAYS / 12);
      isWet = next() < wetShare + (isWet ? PERSISTENCE * (1 - wetShare) : -PERSISTENCE * wetShare);
      moveOn(departures, next);
      days.push(dayOf(climate, month, wetShare, isWet, departures, latitude, dayOfYear, year, next));
    }
  }
  return days;
}

/** Rounds in which what months are hung up at is found, so that each month keeps its mean. */
const ROUNDS = 40;

/** A figure of months as one of days: straight lines between the middles of months, each month with its own mean. */
function throughTheYear(means: readonly number[]): (dayOfYear: number, shiftMonths: number) => number {
  const around = (values: readonly number[], month: number): number => values[(month + 24) % 12]!;
  let middles = [...means];
  for (let round = 0; round < ROUNDS; round++)
    middles = middles.map(
      (middle, month) =>
        middle + means[month]! - (around(middles, month - 1) + 6 * middle + around(middles, month + 1)) / 8,
    );
  return (dayOfYear, shiftMonths) => {
    const month = monthOfDay(dayOfYear);
    const into = (dayOfYear - 0.5 - daysBeforeMonth(month)) / daysInMonth(month) - 0.5;
    const here = month + shiftMonths;
    const beside = around(middles, here + (into < 0 ? 11 : 1));
    return around(middles, here) + Math.abs(into) * (beside - around(middles, here));
  };
}

function moveOn(departures: number[], next: () => number): void {
  const before = [...departures];
  const fresh = [normal(next), normal(next), normal(next)];
  for (let i = 0; i < 3; i++) {
    let sum = 0;
    for (let k = 0; k < 3; k++) sum += KEPT[i]![k]! * before[k]! + NEW[i]![k]! * fresh[k]!;
    departures[i] = sum;
  }
}

function dayOf(
  { spreadC, elevationM }: Climate,
  month: ClimateMonth,
  wetShare: number,
  isWet: boolean,
  [warmer, milder, brighter]: readonly number[],
  latitude: number,
  dayOfYear: number,
  year: number,
  next: () => number,
): DayOfWeather {
  const offC = isWet ? -DRY_WARMER_C * (1 - wetShare) : DRY_WARMER_C * wetShare;
  const tMaxC = month.tMaxC + offC + spreadC * warmer!;
  const tMinC = Math.min(month.tMinC + spreadC * milder!, tMaxC);
  const dryShare = Math.min(1, month.sunshineShare / (1 - (1 - WET_SUNSHINE) * wetShare));
  const share = Math.min(1, Math.max(0, (isWet ? WET_SUNSHINE : 1) * dryShare + SUNSHINE_SPREAD * brighter!));
  const usualKPa = month.humidity * saturatedKPa((month.tMinC + month.tMaxC) / 2);
  return {
    dayOfYear,
    year,
    tMinC,
    tMaxC,
    vapourKPa: Math.min(saturatedKPa((tMinC + tMaxC) / 2), usualKPa * Math.exp(VAPOUR_SPREAD * normal(next))),
    windMPerS: month.windMPerS * Math.exp(WIND_SPREAD * normal(next) - WIND_SPREAD ** 2 / 2),
    solarMJPerM2:
      solarMJPerM2(latitude, dayOfYear, share * daylightHours(latitude, dayOfYear)) * (1 + 2e-5 * elevationM),
    rainMm: isWet ? LEAST_RAIN_MM + gamma(RAIN_SHAPE, next) * moreThanLeast(month) : 0,
  };
}

/** The scale of what a wet day has beyond the least. [mm] */
const moreThanLeast = ({ rainMm, wetDays }: ClimateMonth): number =>
  wetDays > 0 ? Math.max(0, rainMm / wetDays - LEAST_RAIN_MM) / RAIN_SHAPE : 0;

/** Box & Muller 1958. */
function normal(next: () => number): number {
  const radius = Math.sqrt(-2 * Math.log(1 - next()));
  return radius * Math.cos(2 * Math.PI * next());
}

/** Of scale 1 (Marsaglia & Tsang 2000; under a shape of 1 by that of one more). */
function gamma(shape: number, next: () => number): number {
  if (shape < 1) return gamma(shape + 1, next) * next() ** (1 / shape);
  const d = shape - 1 / 3;
  const c = 1 / Math.sqrt(9 * d);
  for (;;) {
    const x = normal(next);
    const v = (1 + c * x) ** 3;
    if (v > 0 && Math.log(1 - next()) < x * x * 0.5 + d * (1 - v + Math.log(v))) return d * v;
  }
}

/** An hour of a day's weather, 0 to 23 of solar time. */
export type HourOfWeather = {
  readonly tC: number;
  readonly solarMJPerM2: number;
  readonly rainMm: number;
};

/** It is warmest some hours after noon, and coolest as the sun rises. */
const WARMEST_HOUR = 15;
const COOLEST_HOUR = 5;
const MOST_BURSTS = 4;

/** A day's rain in one to four bursts of an hour. [mm] */
export function rainByHour(rainMm: number, seed: string): Float64Array {
  const rain = new Float64Array(24);
  if (!(rainMm > 0)) return rain;
  const next = generator(seedOf(seed));
  const bursts = 1 + Math.floor(MOST_BURSTS * next());
  for (let i = 0; i < bursts; i++) rain[Math.floor(24 * next())]! += rainMm / bursts;
  return rain;
}

/** The hours of a day: light by the sun's arc, temperature by two half waves, rain in one to four bursts. */
export function hoursOfDay(day: DayOfWeather, latitude: number): HourOfWeather[] {
  const { tMinC, tMaxC, solarMJPerM2: light, rainMm, dayOfYear, year } = day;
  const above = extraterrestrialMJPerM2(latitude, dayOfYear);
  const rain = rainByHour(rainMm, `${year} ${dayOfYear} ${rainMm}`);
  const meanC = (tMinC + tMaxC) / 2;
  return Array.from({ length: 24 }, (_, hour) => {
    const middle = hour + 0.5;
    const rises = middle >= COOLEST_HOUR && middle <= WARMEST_HOUR;
    const since = rises ? middle - COOLEST_HOUR : (middle - WARMEST_HOUR + 24) % 24;
    const phase = (Math.PI * since) / (rises ? WARMEST_HOUR - COOLEST_HOUR : 24 - WARMEST_HOUR + COOLEST_HOUR);
    return {
      tC: meanC + ((rises ? -1 : 1) * (tMaxC - tMinC) * Math.cos(phase)) / 2,
      solarMJPerM2:
        above > 0 ? (light * extraterrestrialOfHoursMJPerM2(latitude, dayOfYear, hour, hour + 1)) / above : 0,
      rainMm: rain[hour]!,
    };
  });
}
