/** A day of any year, and where it lies in one of 365 days. */
export type DayInYear = { readonly month: number; readonly day: number };

export const YEAR_DAYS = 365;
export const MONTH_DAYS = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31] as const;
const MONTH_ENDS = MONTH_DAYS.map((_, month) => MONTH_DAYS.slice(0, month + 1).reduce((sum, days) => sum + days, 0));

/** Of a day from 1 to 365: its month from 0. */
export const monthOfDay = (dayOfYear: number): number => MONTH_ENDS.findIndex((end) => dayOfYear <= end);
/** The day in the middle of a month from 0, and how many days that has. */
export const midMonthDay = (month: number): number => MONTH_ENDS[month]! - MONTH_DAYS[month]! / 2;
export const daysInMonth = (month: number): number => MONTH_DAYS[month]!;
/** The days before a month. */
export const daysBeforeMonth = (month: number): number => MONTH_ENDS[month]! - MONTH_DAYS[month]!;

/** Counted around the year, from 1 to 365. */
export const aroundTheYear = (dayOfYear: number): number =>
  ((((Math.round(dayOfYear) - 1) % YEAR_DAYS) + YEAR_DAYS) % YEAR_DAYS) + 1;

/** Of a day counted from 1, of this year or of those beside it. */
export function dayInYear(dayOfYear: number): DayInYear {
  const day = aroundTheYear(dayOfYear);
  const month = monthOfDay(day);
  return { month: month + 1, day: day - daysBeforeMonth(month) };
}

/** Counted from 1; the 29th of February is its 28th. */
export const dayOfYearOf = ({ month, day }: DayInYear): number =>
  daysBeforeMonth(month - 1) + Math.min(day, daysInMonth(month - 1));

/** The 29th of February is one. */
export const isDayInYear = ({ month, day }: DayInYear): boolean =>
  Number.isInteger(month) &&
  Number.isInteger(day) &&
  month >= 1 &&
  month <= 12 &&
  day >= 1 &&
  day <= daysInMonth(month - 1) + (month === 2 ? 1 : 0);
