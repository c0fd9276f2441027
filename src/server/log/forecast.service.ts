import { forecastBasis } from "../../core/forecast/basis";
import { leakMiddleCm3 } from "../../core/forecast/fit";
import { forecast } from "../../core/forecast/forecast";
import { forecastTold } from "../../core/forecast/sentences";
import { learnedFrom, OF_WATER } from "../../core/forecast/since";
import { wantsOf, type YearOfWater } from "../../core/demand/year-of-water";
import { dayOfMoment } from "../../core/log/moment";
import { isoDay, type DayNumber } from "../../core/units/day-number";
import type { MediumLookup } from "../../core/water/network";
import type { OccupantLookup } from "../../core/occupants/occupant";
import type { Setup } from "../../core/stack/setup";
import type { Result } from "../../core/units/problem";
import type { UnitSystem } from "../../core/units/units";
import { whenSound } from "../../core/water/checked";
import type { ForecastShown } from "../../formats/log/forecast";
import type { LogRow } from "../../formats/log/schema";
import type { Db } from "../db/client";
import { wholeLog } from "./log.service";

export type ForecastContext = {
  readonly medium: MediumLookup;
  readonly occupants: OccupantLookup;
  readonly yearOf: (setup: Setup) => Result<YearOfWater>;
  /** Days on which it was ticked off as watered. */
  readonly tickedOn: (setupId: string) => readonly DayNumber[];
};

/**
 * What was ticked off in the calendar since the last that was written of its water counts as if it were written down. A
 * log that goes on after it knows better: what it says of the days between, it says itself.
 */
function withTicks(rows: readonly LogRow[], ticked: readonly DayNumber[], isStore: boolean): readonly LogRow[] {
  const told = rows.findLast(({ what }) => OF_WATER.includes(what));
  const lastDay = told ? dayOfMoment(told.at) : -Infinity;
  const more = ticked
    .filter((day) => day > lastDay)
    .map((day): LogRow => ({
      id: `ticked-${day}`,
      at: `${isoDay(day)}T${TICKED_AT}`,
      what: isStore ? "filled" : "watered",
      value: null,
      word: null,
      who: "",
      note: "",
    }));
  return more.length === 0 ? rows : [...rows, ...more].sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0));
}
/** When of its day, which nobody said. */
const TICKED_AT = "09:00";

/** A forecast takes a second, and pages ask for it again: kept as long as all it is made of is the same. */
const MOST_KEPT = 40;
/** "2026-12-02T08": so much of a moment is its hour. */
const HOUR_OF_MOMENT = 13;
const kept = new Map<string, ForecastShown>();

/** What its log makes of a setup's next weeks. */
export function forecastOf(
  db: Db,
  setupId: string,
  setup: Setup,
  now: string,
  system: UnitSystem,
  { medium, occupants, yearOf, tickedOn }: ForecastContext,
): ForecastShown {
  if (!setup.here) return none("It stands at no place yet, so nothing is known of its days.");
  const rows = learnedFrom(withTicks(wholeLog(db, setupId), tickedOn(setupId), setup.water.by === "level"), now);
  if (rows.length === 0)
    return none("Write down when it was filled or watered, and from then on it is told when it wants water next.");
  const key = JSON.stringify([
    setup,
    setup.layers.map(({ mediumId }) => medium(mediumId)),
    setup.occupants.map(({ occupantId }) => occupants(occupantId)),
    rows,
    now.slice(0, HOUR_OF_MOMENT),
    system,
  ]);
  const known = kept.get(key);
  if (known) return known;
  const shown = reckoned(setup, rows, now, system, { medium, occupants, yearOf });
  if (kept.size >= MOST_KEPT) kept.delete(kept.keys().next().value!);
  kept.set(key, shown);
  return shown;
}

const none = (why: string): ForecastShown => ({ status: "none", why });

function reckoned(
  setup: Setup,
  rows: readonly LogRow[],
  now: string,
  system: UnitSystem,
  { medium, occupants, yearOf }: Omit<ForecastContext, "tickedOn">,
): ForecastShown {
  const year = yearOf(setup);
  if (!year.ok) return none(year.problems[0]!.message);
  const made = whenSound(setup, medium, (sound) => forecastBasis(sound, medium, wantsOf(sound, occupants), year.value));
  if (!made.ok) return none(made.problems[0]!.message);
  if (!made.value) return none("Nothing in it is filled or soaked, so it wants no refill.");
  const told = forecast(made.value, rows, now);
  const { line, learned } = forecastTold(told, leakMiddleCm3(made.value), system);
  const measuresLevel = rows.some(({ what }) => what === "level") && made.value.driestCm === undefined;
  return {
    status: "told",
    line,
    learned,
    readings: told.readings,
    since: told.since,
    band: measuresLevel ? told.band.map(({ at, middle, low, high }) => ({ at, value: middle, low, high })) : [],
  };
}
