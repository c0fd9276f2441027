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

/** "14 July", for a year that is understood. */
export const formatDayOfYear = ({ month, day }: CalendarDate): string => `${day} ${MONTHS[month - 1]!}`;
