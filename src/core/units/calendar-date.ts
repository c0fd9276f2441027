/** A plain calendar date: nothing in core knows a clock. `month` and `day` count from 1. */
export type CalendarDate = { readonly year: number; readonly month: number; readonly day: number };

const MONTHS = [
  "January",
  "February",
  "March",
  "April",
  "May",
  "June",
  "July",
  "August",
  "September",
  "October",
  "November",
  "December",
] as const;

/** Of a month from 0. */
export const monthName = (month: number): string => MONTHS[month]!;
/** Where there is room for three letters. */
export const shortMonthName = (month: number): string => MONTHS[month]!.slice(0, 3);

/** "14 July", for a year that is understood. */
export const formatDayOfYear = ({ month, day }: Pick<CalendarDate, "month" | "day">): string => `${day} ${MONTHS[month - 1]!}`;
