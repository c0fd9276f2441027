const MONTHS = 12;
/** From here on nobody counts in months. */
const MONTHS_TO_YEARS = 1.5;

const counted = (count: number, one: string): string => `${count} ${one}${count === 1 ? "" : "s"}`;
/** A time as people say it: in months, then in whole years. */
const said = (years: number): string =>
  years < MONTHS_TO_YEARS
    ? counted(Math.max(1, Math.round(MONTHS * years)), "month")
    : counted(Math.round(years), "year");

/** A range of times, of which the later ones may never come: "in 3 months to 2 years, likely 8 months". */
export function yearsWords(low: number, typical: number, high: number): string {
  const likely = typical === Infinity ? "likely never" : `likely ${said(typical)}`;
  if (high === Infinity) return `in ${said(low)} or never, ${likely}`;
  return said(low) === said(high) ? `in about ${said(typical)}` : `in ${said(low)} to ${said(high)}, ${likely}`;
}
