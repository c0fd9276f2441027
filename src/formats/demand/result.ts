import { daysOfDemand } from "../../core/demand/demand";
import { placesHere, standingThere } from "../../core/demand/here-of";
import { wantsOf, yearOfWater } from "../../core/demand/year-of-water";
import { monthName } from "../../core/units/calendar-date";
import { failed, ok, problem } from "../../core/units/problem";
import type { Range } from "../../core/units/range";
import { dayInYear, YEAR_DAYS } from "../../core/place/day-in-year";
import { placeYearsOf } from "../../core/place/place-years";
import { checked } from "../../core/water/checked";
import type { RefillMark } from "../../core/water/refill-mark";
import type { SetupFile } from "../setup-file/document";
import { pantryOf } from "../setup-file/pantry";

/** What a setup takes on each day where it stands, as a document for scripts (docs/formats/demand.md). mm over the mouth. */
const DEMAND_RESULT_KIND = "marlstone.demand-result";
const DEMAND_RESULT_VERSION = 1;

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
  const { setup, places } = file;
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
  const byId = new Map(places.map(({ placeId, place }) => [placeId, place]));
  const there = placesHere(
    setup.places ?? [],
    (id) => byId.get(id),
    (place) => placeYearsOf(place, years),
  );
  if (!there) return failed(problem("setup.places", "no-place", "stands at no place that came with it"));
  const sound = checked(setup, medium);
  if (!sound.ok) return failed(...sound.problems.map((one) => ({ ...one, path: `setup.${one.path}` })));
  const standing = { ...sound.value, here: standingThere(setup, there, occupant).here };
  const water = yearOfWater(standing, medium, wantsOf(setup, occupant));
  if (!water.ok) return water;
  const days = daysOfDemand(setup, there.at, occupant).slice(year * YEAR_DAYS, (year + 1) * YEAR_DAYS);
  return ok({
    kind: DEMAND_RESULT_KIND,
    version: DEMAND_RESULT_VERSION,
    name: setup.name,
    places: standing.here!.placeNames,
    frost: there.at.frost,
    demand: setup.demand,
    heatWaveMmPerDay: range(standing.here!.heatWaveMm),
    months: standing.here!.months.map((month, i) => {
      const { takesCm3, fill, betweenDays, rainCm3, trayHours } = water.value.months[i]!;
      return {
        month: monthName(i),
        ...month,
        mmPerDay: range(month.mmPerDay),
        takesCm3PerDay: range(takesCm3),
        fill: fill ? { mark: markOf(fill.mark), usableCm3: rounded(fill.usableCm3), days: range(fill.days) } : null,
        betweenWateringsDays: range(betweenDays),
        rainCm3: range(rainCm3),
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
