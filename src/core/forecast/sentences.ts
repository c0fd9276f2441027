import { dayOfMoment } from "../log/moment";
import { itemWords } from "../log/vocabulary";
import { formatDay, type DayNumber } from "../units/day-number";
import { formatVolume, type UnitSystem } from "../units/units";
import type { Forecast } from "./forecast";

/** A forecast in the words of who asks when to water next, and why it is not what the Year page says. */
export type ForecastTold = {
  /** When it wants water next. */
  readonly line: string;
  /** What was learned, each with what it may come from. */
  readonly learned: readonly string[];
};

/** So sure something has to be before it is told: nineteen of twenty on its side. */
const SURE = 1.64;
const WORTH_TELLING = 0.15;
/** Heat and leak are told apart once thirst is known as well as this, in logarithms. */
const TELLS_APART = 0.2;
/** A leak is told that is surely so many times what every pot loses somewhere. */
const SURELY_LEAKS = 0.7;
const HARDLY_EVER = 0.5;
const ODD_ONES = 3;

const percent = (share: number): number => Math.round(100 * Math.abs(share));

export function forecastTold(
  { from, days, neverShare, own, goes, off, change, readings, strange }: Forecast,
  leakMiddleCm3: number,
  system: UnitSystem,
): ForecastTold {
  const today = dayOfMoment(from);
  const on = (count: number): DayNumber => today + count;
  const [low, middle, high] = [days.low, days.middle, days.high].map(Math.round) as [number, number, number];
  const line =
    neverShare > HARDLY_EVER
      ? "Within a year it hardly wants any water."
      : days.high < 1
        ? "It wants water now."
        : days.low < 1
          ? `It may want water already; ${days.middle < 1 ? "most likely it does" : `most likely in ${many(middle)}, on ${formatDay(on(middle))}, at the latest on ${formatDay(on(high))}`}.`
          : low === high
            ? `It wants water next in ${many(middle)}, on ${formatDay(on(middle))}.`
            : `It wants water next in ${low} to ${many(high)}, from ${formatDay(on(low))} to ${formatDay(on(high))}; most likely on ${formatDay(on(middle))}.`;
  const learned: string[] = [];
  if (readings === 0) learned.push("Nothing was measured yet: this is what its design and its place say.");
  const leak = Math.log(Math.max(own.leakCm3, 1e-9) / Math.max(leakMiddleCm3, 1e-9));
  const isLeak = off.thirst < TELLS_APART && leak - SURE * off.leak > SURELY_LEAKS;
  if (isLeak && !change)
    learned.push(
      `Some ${formatVolume(own.leakCm3, system)} a day go whether it is hot or not: look under it for a leak.`,
    );
  else if (!change && (goes.low > 1 + WORTH_TELLING || goes.high < 1 - WORTH_TELLING))
    learned.push(
      `Its water goes ${timesWords(goes.middle)} as fast as its design and place say (${timesWords(goes.low).replace(" times", "")} to ${timesWords(goes.high)}): ${
        goes.middle > 1
          ? "leaves beyond the rim, more sun or wind than was said, or a leak?"
          : "more shade than was said, plants that are smaller or rest, or a wick that lost contact?"
      }`,
    );
  if (change)
    learned.push(
      change.times > 1
        ? `Since ${formatDay(dayOfMoment(change.at))} its water goes ${timesWords(change.times)} as fast as before: a leak, a cover that is off, or a spot that is warmer?`
        : `Since ${formatDay(dayOfMoment(change.at))} its water goes only ${percent(change.times)} % as fast as before: lost contact of the wick, roots that have drowned, or leaves that were cut?`,
    );
  for (const row of strange.slice(0, ODD_ONES))
    learned.push(
      `“${itemWords({ what: row.what, value: row.value, word: null }, system)}” of ${formatDay(dayOfMoment(row.at))} fits none of the others, and is hardly counted. If it is a slip, change it or take it out.`,
    );
  return { line, learned };
}

const many = (days: number): string => `${days} ${days === 1 ? "day" : "days"}`;
const timesWords = (times: number): string => `${times.toFixed(1).replace(/\.0$/u, "")} times`;
