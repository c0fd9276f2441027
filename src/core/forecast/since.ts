import type { What } from "../log/vocabulary";
import type { LifeRow } from "./life";

/** After these it is another pot: what was learned before is forgotten. */
const MADE_ANEW: readonly What[] = ["anew", "repotted", "planted", "moved", "divided"];
/** What of a log is of its water. */
export const OF_WATER: readonly What[] = ["watered", "filled", "filled-to", "flushed", "emptied", "level", "weight"];

/** What of a log a forecast learns from: of its water, since it last was made anew, and not of a time to come. */
export function learnedFrom<R extends LifeRow>(rows: readonly R[], now: string): readonly R[] {
  const known = rows.filter(({ at }) => at <= now);
  const anew = known.findLastIndex(({ what }) => MADE_ANEW.includes(what));
  return known
    .slice(anew + 1)
    .filter(({ what, value }) => OF_WATER.includes(what) && (value !== null || what !== "level"));
}
