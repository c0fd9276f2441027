import { daysOfDemand } from "../../core/demand/demand";
import { standingThere } from "../../core/demand/here-of";
import { wantsOf, yearOfWater } from "../../core/demand/year-of-water";
import { forecastBasis } from "../../core/forecast/basis";
import { leakMiddleCm3 } from "../../core/forecast/fit";
import { forecast } from "../../core/forecast/forecast";
import { forecastTold } from "../../core/forecast/sentences";
import { learnedFrom } from "../../core/forecast/since";
import { isMoment, type Moment } from "../../core/log/moment";
import { failed, ok, problem, type Result } from "../../core/units/problem";
import type { UnitSystem } from "../../core/units/units";
import { checked } from "../../core/water/checked";
import type { SetupFile } from "../setup-file/document";
import { pantryOf } from "../setup-file/pantry";
import { placesInFile } from "../setup-file/result";
import type { LogRow } from "./schema";

/** When a setup wants water next, from its file and its log, as a document for scripts (docs/formats/log.md). */
const FORECAST_RESULT_KIND = "marlstone.forecast-result";
const FORECAST_RESULT_VERSION = 1;

const DIGITS = 5;
const rounded = (value: number): number => Number(value.toPrecision(DIGITS));
const plain = (words: string): string => words.replaceAll("\u00a0", " ");

/** @param now  the last row's moment where it is empty */
export function answerForecast(
  file: SetupFile,
  rows: readonly LogRow[],
  now: string,
  system: UnitSystem,
): Result<object> {
  if (now !== "" && !isMoment(now))
    return failed(problem("--now", "bad-option", "must be a minute such as 2026-12-02T08:15"));
  const pantry = pantryOf(file);
  if (!pantry.ok) return pantry;
  const { medium, occupant } = pantry.value;
  const there = placesInFile(file);
  if (!there) return failed(problem("setup.places", "no-place", "stands at no place that came with it"));
  const sound = checked(standingThere(file.setup, there, occupant), medium);
  if (!sound.ok) return failed(...sound.problems.map((one) => ({ ...one, path: `setup.${one.path}` })));
  const setup = sound.value;
  const inTime = [...rows].sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0));
  const until: Moment = now === "" ? (inTime.at(-1)?.at ?? "") : now;
  const learned = learnedFrom(inTime, until);
  if (learned.length === 0)
    return failed(
      problem("--log", "nothing-of-water", "says nothing of its water by then: no filling, watering or level"),
    );
  const wants = wantsOf(setup, occupant);
  const year = yearOfWater(setup, medium, wants, { days: daysOfDemand(setup, there.at, occupant) });
  if (!year.ok) return year;
  const basis = forecastBasis(setup, medium, wants, year.value);
  if (!basis.ok) return basis;
  if (!basis.value) return failed(problem("setup", "no-refill", "is neither filled nor soaked, so it wants no refill"));
  const told = forecast(basis.value, learned, until);
  const { line, learned: sentences } = forecastTold(told, leakMiddleCm3(basis.value), system);
  const three = ({ low, middle, high }: typeof told.days) => ({
    low: rounded(low),
    middle: rounded(middle),
    high: rounded(high),
  });
  return ok({
    kind: FORECAST_RESULT_KIND,
    version: FORECAST_RESULT_VERSION,
    name: setup.name,
    from: told.from,
    since: told.since,
    readings: told.readings,
    daysToRefill: three(told.days),
    neverShare: rounded(told.neverShare),
    goesTimes: three(told.goes),
    thirst: rounded(told.own.thirst),
    wick: rounded(told.own.wick),
    leakCm3PerDay: rounded(told.own.leakCm3),
    change: told.change ? { at: told.change.at, times: rounded(told.change.times) } : null,
    strange: told.strange.map(({ at, what, value }) => ({ at, what, value })),
    sentences: [line, ...sentences].map(plain),
    levelsCm: told.band.map(({ at, low, middle, high }) => ({ at, ...three({ low, middle, high }) })),
  });
}
