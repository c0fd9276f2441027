import type { ScheduleAsked } from "./asked";
import type { Due, Series } from "./due";
import { duesOf } from "./dues-of";
import { feedRules, neverFed } from "./feed-rules";
import { growingRules } from "./growing-rules";
import { animalRules, buildRules, upkeepRules } from "./upkeep-rules";
import { waterRules } from "./water-rules";

/** What a setup asks of who keeps it, over some time, in the order of its days. */
export type Schedule = {
  readonly dues: readonly Due[];
  /** What holds all the time, and has no day. */
  readonly notes: readonly string[];
};

/** All that can come due of a setup, whenever that is. */
export const seriesOf = (asked: ScheduleAsked): readonly Series[] => [
  ...buildRules(asked),
  ...waterRules(asked),
  ...growingRules(asked),
  ...feedRules(asked),
  ...animalRules(asked),
  ...upkeepRules(asked),
];

/** From the design, its place, its water's year and what was done of it. The same question has the same answer. */
export function scheduleOf(asked: ScheduleAsked): Schedule {
  const dues = seriesOf(asked).flatMap((series) => duesOf(series, asked.kept, asked.span));
  const never = neverFed(asked);
  return {
    // of one day, in the order of the job
    dues: dues.sort((a, b) => a.on - b.on),
    notes: never === undefined ? [] : [never],
  };
}
