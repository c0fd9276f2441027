import { daysOfDemand } from "../../core/demand/demand";
import { standingThere } from "../../core/demand/here-of";
import { wantsOf, yearOfWater } from "../../core/demand/year-of-water";
import { monthName } from "../../core/units/calendar-date";
import { failed, ok, problem } from "../../core/units/problem";
import type { Range } from "../../core/units/range";
import { dayInYear, YEAR_DAYS } from "../../core/place/day-in-year";
import { checked } from "../../core/water/checked";
import type { RefillMark } from "../../core/water/refill-mark";
import type { SetupFile } from "../setup-file/document";
import { placesInFile } from "../setup-file/result";
import { pantryOf } from "../setup-file/pantry";

/** What a setup takes on each day where it stands, as a document for scripts (docs/formats/demand.md). mm over the mouth. */
const DEMAND_RESULT_KIND = "marlstone.demand-result";
const DEMAND_RESULT_VERSION = 2;

const ROUND = 1e4;
const rounded = (value: number): number => Math.round(ROUND * value) / ROUND;
/** What is not finite is null, as JSON has it. */
const range = (one: Range | undefined) =>
  one
    ? Object.fromEntries(
        Object.entries(one).map(([key, value]) => [key, Number.isFinite(value) ? rounded(value) : null]),
      )
    : null;
const markOf = (mark: RefillMark) => ({
  kind: mark.kind,
  levelCm: mark.kind === "mark" ? rounded(mark.levelCm) : null,
});

/**
 * The days of one drawn year and the months of all of them, of a setup that carries its places along.
 * @param year  which of the drawn years, from 0
 */
export function answerDemand(file: SetupFile, year: number, years: number) {
  const { setup } = file;
  const pantry = pantryOf(file);
  if (!pantry.ok) return pantry;
  const { medium, occupant } = pantry.value;
  const strangers = setup.occupants.filter(({ occupantId }) => !occupant(occupantId));
  if (strangers.length > 0)
    return failed(
      ...strangers.map(({ occupantId }) =>
        problem("setup.occupants", "unknown-occupant", `“${occupantId}” is not known here and did not come with it`),
      ),
    );
  const there = placesInFile(file, years);
  if (!there) return failed(problem("setup.places", "no-place", "stands at no place that came with it"));
  if (year >= there.at.years)
    return failed(problem("year", "no-such-year", `There are ${there.at.years} years of its weather.`));
  const sound = checked(setup, medium);
  if (!sound.ok) return failed(...sound.problems.map((one) => ({ ...one, path: `setup.${one.path}` })));
  const standing = { ...sound.value, here: standingThere(setup, there, occupant).here };
  const all = daysOfDemand(setup, there.at, occupant);
  // what is led into it from other setups does not come with its file
  const water = yearOfWater(standing, medium, wantsOf(setup, occupant), { days: all });
  if (!water.ok) return water;
  const days = all.slice(year * YEAR_DAYS, (year + 1) * YEAR_DAYS);
  return ok({
    kind: DEMAND_RESULT_KIND,
    version: DEMAND_RESULT_VERSION,
    name: setup.name,
    places: standing.here!.placeNames,
    frost: there.at.frost,
    demand: setup.demand,
    heatWaveMmPerDay: range(standing.here!.heatWaveMm),
    months: standing.here!.months.map((month, i) => {
      const { takesCm3, fill, betweenDays, rainCm3, overCm3, givenCm3, floodedDays, trayHours } =
        water.value.months[i]!;
      return {
        month: monthName(i),
        ...month,
        mmPerDay: range(month.mmPerDay),
        takesCm3PerDay: range(takesCm3),
        fill: fill ? { mark: markOf(fill.mark), usableCm3: rounded(fill.usableCm3), days: range(fill.days) } : null,
        betweenWateringsDays: range(betweenDays),
        rainCm3: range(rainCm3),
        overCm3: range(overCm3),
        givenCm3: rounded(givenCm3),
        floodedDays: range(floodedDays),
        trayHours: range(trayHours),
      };
    }),
    days: days.map(({ dayOfYear, referenceMm, leavesOverMouth, leavesMm, surfaceMm, rainMm }) => ({
      ...dayInYear(dayOfYear),
      referenceMm: rounded(referenceMm),
      leavesOverMouth: rounded(leavesOverMouth),
      leavesMm: rounded(leavesMm),
      surfaceMm: rounded(surfaceMm),
      rainMm: rounded(rainMm),
    })),
  });
}
