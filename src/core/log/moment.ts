import { formatDay, isoDay, parseIsoDay, calendarDateOf, type DayNumber } from "../units/day-number";

/**
 * When something was done or seen: a minute on the clock of the house, "2026-12-02T08:15". It sorts as text, has no zone
 * in it, and the day it belongs to is the day its grower would say.
 */
export type Moment = string;

const MOMENT = /^(\d{4}-\d{2}-\d{2})T([01]\d|2[0-3]):([0-5]\d)$/u;
const FIRST = "1990-01-01T00:00";
const LAST = "2199-12-31T23:59";
const MINUTES_PER_HOUR = 60;
const HOURS_PER_DAY = 24;

export function isMoment(text: string): boolean {
  const read = MOMENT.exec(text);
  return read !== null && parseIsoDay(read[1]!) !== undefined && text >= FIRST && text <= LAST;
}

export const dayOfMoment = (at: Moment): DayNumber => parseIsoDay(at.slice(0, 10))!;

/** Of its day, from 0 to under 24. */
export const hourOfMoment = (at: Moment): number =>
  Number(at.slice(11, 13)) + Number(at.slice(14, 16)) / MINUTES_PER_HOUR;

/** From one to another; negative where the other is before it. [h] */
export const hoursBetween = (from: Moment, to: Moment): number =>
  HOURS_PER_DAY * (dayOfMoment(to) - dayOfMoment(from)) + hourOfMoment(to) - hourOfMoment(from);

/** So many hours on, to the minute. */
export function later(at: Moment, hours: number): Moment {
  const minutes = Math.round(MINUTES_PER_HOUR * (HOURS_PER_DAY * dayOfMoment(at) + hourOfMoment(at) + hours));
  const day = Math.floor(minutes / (MINUTES_PER_HOUR * HOURS_PER_DAY));
  const rest = minutes - day * MINUTES_PER_HOUR * HOURS_PER_DAY;
  const two = (count: number): string => String(count).padStart(2, "0");
  return `${isoDay(day)}T${two(Math.floor(rest / MINUTES_PER_HOUR))}:${two(rest % MINUTES_PER_HOUR)}`;
}

/** "2 December 2026, 08:15" */
export const momentWords = (at: Moment): string =>
  `${formatDay(dayOfMoment(at))} ${calendarDateOf(dayOfMoment(at)).year}, ${at.slice(11)}`;

/** The minute a moment is in, by the clock of where this runs. */
export function momentOf(at: Date): Moment {
  const two = (count: number): string => String(count).padStart(2, "0");
  return `${at.getFullYear()}-${two(at.getMonth() + 1)}-${two(at.getDate())}T${two(at.getHours())}:${two(at.getMinutes())}`;
}
