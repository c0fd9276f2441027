import { dayOfYearOf, daysInMonth, isDayInYear, monthOfDay, YEAR_DAYS } from "../place/day-in-year";
import { problem, type Problem } from "../units/problem";
import { MOST_PARTS, MOST_WATERS, type Part } from "../place/waters";
import type { Poured, Stay } from "./setup";

/** Moved more often than this in a year, it stands nowhere. */
export const MOST_PLACES = 6;

/** What keeps a setup from standing so through the year; only what is written here or read from a file is asked. */
export function stayProblems(places: readonly Stay[]): Problem[] {
  if (places.length > MOST_PLACES)
    return [problem("places", "too-many", `In a year it stands at ${MOST_PLACES} places at most.`)];
  const problems: Problem[] = [];
  const days = new Set<number>();
  places.forEach(({ from }, i) => {
    const say = (code: string, message: string): void =>
      void problems.push(problem(`places[${i}].from`, code, message));
    if (from === null) {
      if (places.length > 1) say("no-day", "Say from which day of the year it stands there.");
    } else if (!isDayInYear(from)) say("no-day", "A day of the year is such as 12 May.");
    else if (days.has(dayOfYearOf(from))) say("same-day", "It cannot come to two places on one day.");
    else days.add(dayOfYearOf(from));
  });
  return problems;
}

/** How much of each month it stands at a place, January first. 0…1 */
export function monthsAt(places: readonly Stay[], placeId: string): readonly number[] {
  const inOrder = places
    .map((stay) => ({ stay, fromDay: stay.from ? dayOfYearOf(stay.from) : 1 }))
    .sort((a, b) => a.fromDay - b.fromDay);
  const days = new Float64Array(12);
  for (let day = 1; day <= YEAR_DAYS; day++) {
    // before the first move of the year it still stands where the last one brought it
    const { stay } = inOrder.findLast(({ fromDay }) => fromDay <= day) ?? inOrder.at(-1) ?? {};
    if (stay?.placeId === placeId) days[monthOfDay(day)]!++;
  }
  return Array.from(days, (count, month) => count / daysInMonth(month));
}

/** What keeps parts of waters from being poured together. */
export function blendProblems(blend: readonly Part[]): Problem[] {
  const say = (message: string): Problem[] => [problem("blend", "out-of-range", message)];
  if (blend.length > MOST_WATERS) return say(`At most ${MOST_WATERS} waters are mixed.`);
  if (new Set(blend.map(({ waterId }) => waterId)).size < blend.length) return say("Each water is named once.");
  if (blend.some(({ parts }) => !(parts >= 0 && parts <= MOST_PARTS)))
    return say(`Parts of a water are between 0 and ${MOST_PARTS}.`);
  return blend.length > 0 && !blend.some(({ parts }) => parts > 0) ? say("Say at least one part of a water.") : [];
}

/** More than this are not led into one. */
export const MOST_RUN_IN = 6;
export const runsInProblems = (runsIn: readonly string[]): Problem[] =>
  runsIn.length > MOST_RUN_IN || new Set(runsIn).size < runsIn.length
    ? [problem("runsIn", "out-of-range", `At most ${MOST_RUN_IN} setups are led into one, each once.`)]
    : [];

/** No pot is thirstier, or less thirsty, than what follows from its place by more than this. */
const MOST_TIMES_DERIVED = 20;
const LONGEST_DAYS = 365;

/** What keeps something poured from setting a day right. */
export function pouredProblems({ volumeCm3, days, month, times }: Poured): Problem[] {
  const isOne =
    volumeCm3 > 0 && days > 0 && days <= LONGEST_DAYS && Number.isInteger(month) && month >= 0 && month < 12;
  return isOne && times >= 1 / MOST_TIMES_DERIVED && times <= MOST_TIMES_DERIVED
    ? []
    : [
        problem(
          "demand.poured",
          "out-of-range",
          `What was poured comes to less than a ${MOST_TIMES_DERIVED}th or more than ${MOST_TIMES_DERIVED} times what its place makes of it. Is the unit right, and was nothing spilt?`,
        ),
      ];
}
