import { drawnMedium, generator, seedOf } from "../media/draws";
import type { Medium } from "../media/medium";
import { monthOfDay } from "../place/day-in-year";
import { rangeOfYears } from "../place/place-months";
import { failed, ok, problem, type Result } from "../units/problem";
import type { Range } from "../units/range";
import { isFilling } from "./season-sentences";
import { season, type Season, type SeasonAsked } from "./season";
import { yearAt } from "./which-year";

/** What of one year with one pot of it is told. By month, January first. */
export type EnsembleRun = {
  readonly fillings: number;
  readonly givenCm3: number;
  readonly thirstyDays: number;
  readonly waterloggedDays: number;
  /** Days on which some runs out, and how much. */
  readonly overDays: readonly number[];
  readonly outCm3: number;
  /** Between two fillings, the later of which is in the month; in the order of the year. [days] */
  readonly gaps: readonly (readonly number[])[];
};
export type Ensemble = {
  readonly runs: readonly EnsembleRun[];
  readonly isWhole: boolean;
};

export type EnsembleAsked = Omit<SeasonAsked, "onDays" | "away" | "thirst"> & {
  /** Told of each year that is done. */
  readonly onRun?: ((soFar: Ensemble) => void) | undefined;
};

export const ENSEMBLE_RUNS = 40;
/** Less that runs out in a day nobody sees. [cm³] */
const SEEN_CM3 = 50;

/**
 * Many years of a setup: weather year by year, media as one bag of each may be, plants as thirsty as they may be.
 * Neighbouring runs differ in all three. The same setup at the same place has the same forty.
 * @param asked  with all the years that are known of its place
 * @returns fails as a season does
 */
export function ensemble({ onRun, ...asked }: EnsembleAsked): Result<Ensemble> {
  const { at, medium, mayGoOn = () => true } = asked;
  const { low, high } = at.off;
  const next = generator(seedOf(asked.setup.name));
  const runs: EnsembleRun[] = [];
  for (let run = 0; run < ENSEMBLE_RUNS; run++) {
    const bags = new Map<string, Medium | undefined>();
    const lived = season({
      ...asked,
      at: yearAt(at, run % at.years),
      medium: (id) => {
        if (!bags.has(id)) bags.set(id, bagOf(medium(id), run));
        return bags.get(id);
      },
      thirst: thirstAt(next(), low, high),
      mayGoOn,
    });
    if (!lived.ok) return lived;
    if (!lived.value.isWhole) return ok({ runs, isWhole: false });
    runs.push(told(lived.value));
    onRun?.({ runs: [...runs], isWhole: false });
  }
  return runs.length > 0 ? ok({ runs, isWhole: true }) : failed(problem("at", "no-years", "No year is known of it."));
}

const bagOf = (found: Medium | undefined, run: number): Medium | undefined => found && drawnMedium(found, run);

/** From a tenth to nine tenths of what plants and places differ by, evenly over its logarithm. */
const thirstAt = (share: number, low: number, high: number): number =>
  share < 0.5 ? low ** (1 - 2 * share) : high ** (2 * share - 1);

function told({ days }: Season): EnsembleRun {
  const gaps: number[][] = Array.from({ length: 12 }, () => []);
  const overDays = new Array<number>(12).fill(0);
  let last: number | undefined;
  let fillings = 0;
  for (const one of days) {
    const month = monthOfDay(one.dayOfYear);
    if (one.outCm3 > SEEN_CM3) overDays[month]!++;
    if (!isFilling(one)) continue;
    fillings++;
    if (last !== undefined) gaps[month]!.push(one.day - last);
    last = one.day;
  }
  const sum = (of: (day: Season["days"][number]) => number): number => days.reduce((all, day) => all + of(day), 0);
  return {
    fillings,
    givenCm3: sum(({ givenCm3 }) => givenCm3),
    thirstyDays: days.filter(({ isThirsty }) => isThirsty).length,
    waterloggedDays: days.filter(({ isWaterlogged }) => isWaterlogged).length,
    overDays,
    outCm3: sum(({ outCm3 }) => outCm3),
    gaps,
  };
}

/** One in ten is less than the low of it, one in ten more than the high. */
export const rangeOver = (runs: readonly EnsembleRun[], of: (run: EnsembleRun) => number): Range =>
  rangeOfYears(Float64Array.from(runs, of));

/** Days from one filling to the next in a month, over all runs; undefined where it is not filled twice. */
export function daysBetweenIn({ runs }: Pick<Ensemble, "runs">, month: number): Range | undefined {
  const all = runs.flatMap(({ gaps }) => gaps[month]!);
  return all.length > 1 ? rangeOfYears(Float64Array.from(all)) : undefined;
}
