import { dayOfYearOf, isDayInYear } from "../place/day-in-year";
import { problem, type Problem } from "../units/problem";
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
