import { generator } from "../media/draws";
import { later, type Moment } from "../log/moment";
import type { ForecastBasis } from "./basis";
import { changeOf, drawn, fit, ownBefore, ownFrom, spreadOf, zeroCmOf, type Fitted } from "./fit";
import { afterAct, dayOfYearAt, dried, levelOf, timeOf, wantsWater, type LifeRow, type Own } from "./life";

/** What a setup's log makes of its next weeks. */
export type Forecast = {
  readonly from: Moment;
  /** Days from then until it wants water: of a hundred that may be the fifth, the middle and the ninety-fifth. */
  readonly days: { readonly low: number; readonly middle: number; readonly high: number };
  /** How many could not be followed to where it wants water: it does not within a year. */
  readonly neverShare: number;
  readonly own: Own;
  /** Its water goes so many times as fast as is derived, thirst and leak together, over the days of its log. */
  readonly goes: { readonly low: number; readonly middle: number; readonly high: number };
  readonly off: { readonly thirst: number; readonly leak: number };
  /** Since when it goes otherwise than before, and how many times as fast. */
  readonly change: { readonly at: Moment; readonly times: number } | undefined;
  /** How many readings it learned from, and since when. */
  readonly readings: number;
  readonly since: Moment;
  /** Readings that fit nothing else. */
  readonly strange: readonly LifeRow[];
  /** The level as it would be read, day by day from then on. [cm] */
  readonly band: readonly {
    readonly at: Moment;
    readonly low: number;
    readonly middle: number;
    readonly high: number;
  }[];
};

const DRAWS = 160;
const MOST_DAYS = 366;
const LOW = 0.05;
const HIGH = 0.95;
const AHEAD_DAYS = 21;
/** A reading so many of its own errors off is strange. */
const STRANGE = 4;
/** A change is told that makes the whole log so much likelier, in logarithms; and the day has to be found too. */
const LIKELIER = 5;
const LEAST_AFTER = 2;
const COARSE = 12;
const MOST_ROWS = 150;
const LEARNED_FROM_DAYS = 75;

/**
 * @param rows  of its log since it was last made anew, in order of time; at least one
 * @param from  the moment from which on it is told, no earlier than the last of them
 */
export function forecast(basis: ForecastBasis, rows: readonly LifeRow[], from: Moment): Forecast {
  // what a summer has taught tells little of the winter: leaves, roots and the sun are others
  const since = timeOf(rows.at(-1)!.at) - LEARNED_FROM_DAYS;
  const lately = rows.filter((row) => timeOf(row.at) >= since).slice(-MOST_ROWS);
  const plain = fit(basis, lately);
  const { fitted, changedAt } = withChange(basis, lately, plain);
  const next = generator(SEED);
  const normals = (): number => Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next());
  const [fromTime, lastTime] = [timeOf(from), timeOf(lately.at(-1)!.at)];
  const lasting: number[] = [];
  const goes: number[] = [];
  const derivedCm3 = meanTakenCm3(basis, timeOf(lately[0]!.at), lastTime);
  const ahead = Array.from({ length: AHEAD_DAYS + 1 }, (): number[] => []);
  for (let one = 0; one < DRAWS; one++) {
    const p = drawn(fitted, normals);
    const own = ownFrom(basis, p);
    goes.push(derivedCm3 > 0 ? own.thirst + own.leakCm3 / derivedCm3 : 1);
    const year = Math.floor(next() * basis.years);
    const { heldCm3, offCm3 } = fitted.endCm3(p);
    const ended = Math.min(basis.heldCm3[basis.heldCm3.length - 1]!, Math.max(0, heldCm3 + offCm3 * normals()));
    let held = dried(basis, own, ended, lastTime, fromTime, year).heldCm3;
    for (let day = 0; day <= AHEAD_DAYS; day++) {
      // as it would be read
      ahead[day]!.push(Math.max(basis.baseCm, levelOf(basis, held) - zeroCmOf(p)));
      if (day < AHEAD_DAYS) held = dried(basis, own, held, fromTime + day, fromTime + day + 1, year).heldCm3;
    }
    lasting.push(daysUntilWanted(basis, own, ownBefore(basis, p), ended, lastTime, fromTime, year));
  }
  lasting.sort((a, b) => a - b);
  goes.sort((a, b) => a - b);
  return {
    from,
    days: { low: at(lasting, LOW), middle: at(lasting, 0.5), high: at(lasting, HIGH) },
    neverShare: lasting.filter((days) => days >= MOST_DAYS).length / DRAWS,
    own: fitted.own,
    goes: { low: at(goes, LOW), middle: at(goes, 0.5), high: at(goes, HIGH) },
    off: { thirst: spreadOf(fitted, "thirst"), leak: spreadOf(fitted, "leak") },
    change: changedAt === undefined ? undefined : { at: changedAt, times: changeOf(fitted) },
    readings: fitted.residuals.length,
    since: lately[0]!.at,
    strange: fitted.residuals.filter(({ off }) => Math.abs(off) > STRANGE).map(({ row }) => row),
    band: ahead.map((levels, day) => {
      levels.sort((a, b) => a - b);
      return { at: later(from, 24 * day), low: at(levels, LOW), middle: at(levels, 0.5), high: at(levels, HIGH) };
    }),
  };
}

const SEED = 20_261;

/** Of a sorted list, the one that so much of it lies under. */
const at = (sorted: readonly number[], share: number): number => sorted[Math.round(share * (sorted.length - 1))]!;

/** What a day takes by what is derived, in the mean of so many. [cm³] */
function meanTakenCm3({ meanTakesCm3 }: ForecastBasis, fromTime: number, toTime: number): number {
  const days = Math.max(1, Math.ceil(toTime - fromTime));
  let sum = 0;
  for (let day = 0; day < days; day++) sum += meanTakesCm3[dayOfYearAt(fromTime + day) - 1]!;
  return sum / days;
}

function daysUntilWanted(
  basis: ForecastBasis,
  own: Own,
  /** Of its roots, who want water at their mark. */
  drinks: Own,
  heldCm3: number,
  lastTime: number,
  fromTime: number,
  year: number | undefined,
): number {
  if (wantsWater(basis, drinks, heldCm3, lastTime)) return 0;
  const { time } = dried(basis, own, heldCm3, lastTime, fromTime + MOST_DAYS, year, (held, now) =>
    wantsWater(basis, drinks, held, now),
  );
  return Math.max(0, time - fromTime);
}

/** From full at a moment, by what is derived or by what was learned. [days] */
export const daysFromFull = (basis: ForecastBasis, own: Own, from: Moment): number => {
  const time = timeOf(from);
  const held = afterAct(basis, 0, { at: from, what: "filled", value: null }, 0);
  return daysUntilWanted(basis, own, own, held, time, time, undefined);
};

/** Whether and since when it goes otherwise: the split of its log that explains most of it. */
function withChange(
  basis: ForecastBasis,
  rows: readonly LifeRow[],
  plain: Fitted,
): { readonly fitted: Fitted; readonly changedAt: Moment | undefined } {
  const readings = plain.residuals.map(({ row }) => row);
  let best: { fitted: Fitted; changedAt: Moment; i: number } | undefined;
  const candidates = readings.slice(2, readings.length - LEAST_AFTER + 1);
  const every = Math.max(1, Math.ceil(candidates.length / COARSE));
  const tried = new Set<number>();
  const look = (i: number): void => {
    const row = candidates[i];
    if (!row || tried.has(i)) return;
    tried.add(i);
    const fitted = fit(basis, rows, { changedAt: timeOf(row.at), near: plain.mean });
    if (!best || fitted.cost < best.fitted.cost) best = { fitted, changedAt: row.at, i };
  };
  for (let i = 0; i < candidates.length; i += every) look(i);
  // then close around the best of them
  for (let step = Math.floor(every / 2); step >= 1; step = Math.floor(step / 2)) {
    const middle = best?.i ?? 0;
    look(middle - step);
    look(middle + step);
  }
  return best && plain.cost - best.fitted.cost > LIKELIER ? best : { fitted: plain, changedAt: undefined };
}
