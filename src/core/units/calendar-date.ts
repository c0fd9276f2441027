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

const MONTH_DAYS = [31, 29, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31] as const;
/** So many letters tell one month from another. */
const LETTERS = 3;

/** Reads "14 July", "14. Jul" or "July 14". Undefined for what is no day of a year. */
export function parseDayOfYear(text: string): Pick<CalendarDate, "month" | "day"> | undefined {
  const read = /^(?:(\d{1,2})\.?\s*(\p{L}{3,})\.?|(\p{L}{3,})\.?\s+(\d{1,2})\.?)$/u.exec(text.trim());
  const day = Number(read?.[1] ?? read?.[4]);
  const said = (read?.[2] ?? read?.[3] ?? "").toLowerCase();
  const month = MONTHS.findIndex(
    (name) => said.length >= LETTERS && (name.toLowerCase().startsWith(said) || said === name.toLowerCase()),
  );
  return month >= 0 && day >= 1 && day <= MONTH_DAYS[month]! ? { month: month + 1, day } : undefined;
}

/** "14 July", for a year that is understood. */
export const formatDayOfYear = ({ month, day }: Pick<CalendarDate, "month" | "day">): string =>
  `${day} ${MONTHS[month - 1]!}`;
