import { monthOfDay } from "../place/day-in-year";
import { dayInYear } from "../place/day-in-year";
import { inMonths } from "../readings/year-sentences";
import { drainsAtCm } from "../stack/geometry";
import type { Setup } from "../stack/setup";
import { formatDayOfYear } from "../units/calendar-date";
import { formatLength, formatPercent, formatVolume, NBSP, threeFigures, type UnitSystem } from "../units/units";
import type { Season, SeasonDay } from "./season";

/** A season told as a keeper's diary would sum it up. */
export type SeasonTold = {
  readonly filled: number;
  readonly givenCm3: number;
  readonly outCm3: number;
  readonly thirstyDays: readonly number[];
  readonly waterloggedDays: readonly number[];
};

/** Less than this given in a day is no filling. [cm³] */
const SOME_CM3 = 10;
const HARDLY_CM3 = 50;
/** A filling more or less by chance of days is no difference that is told. */
const TOLD_SHARE = 0.08;
const HARDLY_MG_PER_L = 30;

export const isFilling = ({ givenCm3 }: SeasonDay): boolean => givenCm3 > SOME_CM3;

export function toldOf({ days }: Pick<Season, "days">): SeasonTold {
  const sum = (of: (day: SeasonDay) => number): number => days.reduce((all, day) => all + of(day), 0);
  return {
    filled: days.filter(isFilling).length,
    givenCm3: sum(({ givenCm3 }) => givenCm3),
    outCm3: sum(({ outCm3 }) => outCm3),
    thirstyDays: days.filter(({ isThirsty }) => isThirsty).map(({ day }) => day),
    waterloggedDays: days.filter(({ isWaterlogged }) => isWaterlogged).map(({ day }) => day),
  };
}

const dayWords = ({ dayOfYear }: SeasonDay): string => formatDayOfYear(dayInYear(dayOfYear));
const many = (count: number, one: string): string => `${count} ${one}${count === 1 ? "" : "s"}`;

/** The months some days are in, in the order of the year. */
const monthsOf = (season: Season, days: readonly number[]): readonly number[] =>
  [...new Set(days.map((day) => monthOfDay(season.days[day]!.dayOfYear)))].sort((a, b) => a - b);

/** The month, from 0, in which it is filled most often, and how often. */
function busiest({ days }: Season): { readonly month: number; readonly times: number } {
  const times = new Float64Array(12);
  for (const day of days) if (isFilling(day)) times[monthOfDay(day.dayOfYear)]!++;
  const most = Math.max(...times);
  return { month: times.indexOf(most), times: most };
}

export function seasonSayings(setup: Setup, season: Season, system: UnitSystem): readonly string[] {
  const told = toldOf(season);
  const volume = (cm3: number): string => formatVolume(cm3, system);
  const { days } = season;
  const first = days[0];
  if (!first) return [];
  const by = setup.water.by === "level" ? "Filled" : "Watered";
  const busy = busiest(season);
  const driest = days.reduce((least, day) => (day.heldCm3 < least.heldCm3 ? day : least), first);
  const airless = days.reduce((least, day) => (day.airAtRoots < least.airAtRoots ? day : least), first);
  const salty = days.at(-1)!.mgPerL;
  const hasRoots = setup.layers.some(({ rooted }) => rooted);
  return [
    told.filled === 0
      ? "Never watered by hand in all of it."
      : `${by} ${told.filled === 1 ? "once" : `${told.filled} times`}, with ${volume(told.givenCm3)} in all${told.filled > 2 ? `; most often ${inMonths([busy.month])}, ${many(busy.times, "time")}` : ""}.`,
    told.outCm3 > HARDLY_CM3
      ? `${volume(told.outCm3)} ran out${drainsAtCm(setup) === undefined ? " over its rim" : ""}, most of it ${inMonths([wettest(season)])}.`
      : "",
    told.thirstyDays.length > 0
      ? `Its roots go thirsty on ${many(told.thirstyDays.length, "day")}, ${inMonths(monthsOf(season, told.thirstyDays))}.`
      : hasRoots
        ? "Its roots never go thirsty."
        : "",
    told.waterloggedDays.length > 0
      ? `They have less air than they need on ${many(told.waterloggedDays.length, "day")}, ${inMonths(monthsOf(season, told.waterloggedDays))}: least on ${dayWords(airless)}, ${formatPercent(airless.airAtRoots)}.`
      : hasRoots && season.leastAir > 0
        ? `They have air all the time: least on ${dayWords(airless)}, ${formatPercent(airless.airAtRoots)}.`
        : "",
    season.reachesWaterOn !== undefined
      ? `Put in, its roots are down in all of their soil by ${dayWords(days[season.reachesWaterOn] ?? first)}: until then water from the top too.`
      : "",
    `It holds least on ${dayWords(driest)}, ${volume(driest.heldCm3)}${driest.levelCm !== undefined ? `, its water at ${formatLength(driest.levelCm, system)}` : ""}.`,
    salty !== undefined ? `At the end ${threeFigures(salty, 0)}${NBSP}mg/L are dissolved in what it holds.` : "",
    season.isWhole ? "" : `It was followed to ${dayWords(days.at(-1)!)} and no further.`,
  ].filter(Boolean);
}

/** The month, from 0, in which most runs out. */
function wettest({ days }: Season): number {
  const out = new Float64Array(12);
  for (const { dayOfYear, outCm3 } of days) out[monthOfDay(dayOfYear)]! += outCm3;
  return out.indexOf(Math.max(...out));
}

/** A season that goes otherwise, against the plain one. */
export function againstPlain(words: string, plain: Season, other: Season, system: UnitSystem): string {
  const [was, is] = [toldOf(plain), toldOf(other)];
  const volume = (cm3: number): string => (cm3 < 1 ? "nothing" : formatVolume(cm3, system));
  const parts: string[] = [];
  const isMore = is.thirstyDays.length - was.thirstyDays.length;
  if (isMore !== 0)
    parts.push(
      isMore > 0
        ? `its roots go thirsty on ${many(is.thirstyDays.length, "day")} instead of ${was.thirstyDays.length === 0 ? "none" : was.thirstyDays.length}, from ${dayWords(other.days[is.thirstyDays[0]!]!)} on`
        : `its roots go thirsty on ${is.thirstyDays.length === 0 ? "no day" : many(is.thirstyDays.length, "day")} instead of ${was.thirstyDays.length}`,
    );
  const wetter = is.waterloggedDays.length - was.waterloggedDays.length;
  if (wetter !== 0)
    parts.push(
      `they are short of air on ${is.waterloggedDays.length === 0 ? "no day" : many(is.waterloggedDays.length, "day")} instead of ${was.waterloggedDays.length === 0 ? "none" : was.waterloggedDays.length}`,
    );
  if (Math.abs(is.givenCm3 - was.givenCm3) > Math.max(HARDLY_CM3, TOLD_SHARE * was.givenCm3))
    parts.push(
      `it is given ${volume(is.givenCm3)} instead of ${volume(was.givenCm3)}${is.filled === was.filled ? "" : `, ${timesInstead(is.filled, was.filled)}`}`,
    );
  if (Math.abs(is.outCm3 - was.outCm3) > Math.max(HARDLY_CM3, TOLD_SHARE * was.outCm3))
    parts.push(`${volume(is.outCm3)} ${is.outCm3 < 1 ? "runs" : "run"} out instead of ${volume(was.outCm3)}`);
  const [saltyWas, saltyIs] = [plain.days.at(-1)?.mgPerL, other.days.at(-1)?.mgPerL];
  if (
    saltyWas !== undefined &&
    saltyIs !== undefined &&
    Math.abs(saltyIs - saltyWas) > Math.max(HARDLY_MG_PER_L, TOLD_SHARE * saltyWas)
  )
    parts.push(
      `it ends with ${threeFigures(saltyIs, 0)}${NBSP}mg/L dissolved in what it holds instead of ${threeFigures(saltyWas, 0)}`,
    );
  if (parts.length === 0) return `${words} it goes much as it does anyway.`;
  return `${words} ${AND.format(parts)}.`;
}

const timesInstead = (is: number, was: number): string => {
  const times = (count: number): string => (count === 0 ? "never" : count === 1 ? "once" : `${count} times`);
  return `${times(is)} instead of ${is > 1 && was > 1 ? was : times(was)}`;
};

const AND = new Intl.ListFormat("en-GB");
