import { monthName, shortMonthName, type CalendarDate } from "./calendar-date";

/** A day of the calendar as a count from 1 January 1970: no clock and no zone in it, and a day more is one more. */
export type DayNumber = number;

const DAY_MS = 86_400_000;
/** Its 1 January 1970 was a Thursday; weeks begin on Mondays. */
const WEEKDAY_OF_FIRST = 3;
export const WEEK_DAYS = 7;
export const WEEKDAYS = ["Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"] as const;

export const dayNumberOf = ({ year, month, day }: CalendarDate): DayNumber =>
  Math.round(Date.UTC(year, month - 1, day) / DAY_MS);

export function calendarDateOf(day: DayNumber): CalendarDate {
  const at = new Date(day * DAY_MS);
  return { year: at.getUTCFullYear(), month: at.getUTCMonth() + 1, day: at.getUTCDate() };
}

/** From 0, a Monday. */
export const weekdayOf = (day: DayNumber): number => (((day + WEEKDAY_OF_FIRST) % WEEK_DAYS) + WEEK_DAYS) % WEEK_DAYS;

const padded = (value: number, digits: number): string => String(value).padStart(digits, "0");

/** As ISO 8601 writes it: "2026-12-02". */
export function isoDay(at: DayNumber): string {
  const { year, month, day } = calendarDateOf(at);
  return `${padded(year, 4)}-${padded(month, 2)}-${padded(day, 2)}`;
}

/** Undefined for what is no day of the calendar. */
export function parseIsoDay(text: string): DayNumber | undefined {
  const read = /^(\d{4})-(\d{2})-(\d{2})$/u.exec(text);
  if (!read) return undefined;
  const day = dayNumberOf({ year: Number(read[1]), month: Number(read[2]), day: Number(read[3]) });
  return isoDay(day) === text ? day : undefined;
}

/** "2 December", for a year that is understood. */
export function formatDay(at: DayNumber): string {
  const { month, day } = calendarDateOf(at);
  return `${day} ${monthName(month - 1)}`;
}

/** "Wednesday 2 December 2026" */
export const formatDayInFull = (at: DayNumber): string =>
  `${WEEKDAYS[weekdayOf(at)]!} ${formatDay(at)} ${calendarDateOf(at).year}`;

/** "2 Dec", "2–9 Dec", "28 Nov – 3 Dec" */
export function formatDays(from: DayNumber, to: DayNumber): string {
  const [first, last] = [calendarDateOf(from), calendarDateOf(to)];
  const short = ({ month, day }: CalendarDate): string => `${day} ${shortMonthName(month - 1)}`;
  if (from >= to) return short(first);
  const year = first.year === last.year ? "" : ` ${last.year}`;
  return first.month === last.month && year === ""
    ? `${first.day}–${short(last)}`
    : `${short(first)} – ${short(last)}${year}`;
}
