import type { Here } from "../stack/setup";

/** Digits that are sent to pages: more than any of it is known to, and fewer than a number has. */
const DIGITS = 4;
const rounded = (value: number): number => Number(value.toPrecision(DIGITS));

/** Fit to be sent. */
export const hereRounded = (here: Here): Here => ({
  ...here,
  months: here.months.map(({ mmPerDay, rainMm, ...month }) => ({
    ...(Object.fromEntries(Object.entries(month).map(([key, value]) => [key, rounded(value)])) as typeof month),
    mmPerDay: { low: rounded(mmPerDay.low), typical: rounded(mmPerDay.typical), high: rounded(mmPerDay.high) },
    rainMm: { low: rounded(rainMm.low), typical: rounded(rainMm.typical), high: rounded(rainMm.high) },
  })),
});
