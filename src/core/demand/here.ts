import { monthName } from "../units/calendar-date";
import type { Range } from "../units/range";
import type { Here } from "../stack/setup";

/** A month as the one that is reckoned with. */
export const atMonth = (month: number): Pick<Here, "month" | "monthName"> => ({ month, monthName: monthName(month) });

/** Digits that are sent to pages: more than any of it is known to, and fewer than a number has. */
const DIGITS = 4;
const rounded = (value: number): number => Number(value.toPrecision(DIGITS));

const range = ({ low, typical, high }: Range): Range => ({
  low: rounded(low),
  typical: rounded(typical),
  high: rounded(high),
});

/** Fit to be sent. */
export const hereRounded = (here: Here): Here => ({
  ...here,
  heatWaveMm: range(here.heatWaveMm),
  months: here.months.map((month) => ({
    tMinC: rounded(month.tMinC),
    tMaxC: rounded(month.tMaxC),
    coldestC: rounded(month.coldestC),
    warmestC: rounded(month.warmestC),
    humidity: rounded(month.humidity),
    lightMolPerDay: rounded(month.lightMolPerDay),
    referenceMm: range(month.referenceMm),
    rainMm: range(month.rainMm),
    leavesMm: rounded(month.leavesMm),
    surfaceMm: rounded(month.surfaceMm),
    mmPerDay: range(month.mmPerDay),
  })),
});
