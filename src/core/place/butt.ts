import { monthOfDay } from "./day-in-year";
import type { PlaceYears } from "./place-years";

/** Rain from a roof, kept in a butt and drawn on by what stands at a place: day by day through its years. */
export type Butt = {
  /** What runs off the roof in an average year, and what of it finds the butt full. [L] */
  readonly caughtL: number;
  readonly spiltL: number;
  /** What is asked of it in an average year, and the share of that it gives. [L], 0…1 */
  readonly askedL: number;
  readonly servedShare: number;
  /** Days of an average year on which it gives less than is asked, and the month, from 0, most of them are in. */
  readonly dryDays: number;
  readonly driestMonth: number;
};

/** Of what falls on a roof so much reaches the gutter's end: splash, wind and wetting take the rest. Judged, 0.75 to 0.95. */
export const ROOF_YIELD = 0.85;
/** The first of each rain washes the roof and is let go. [mm] */
const FIRST_FLUSH_MM = 0.5;

/**
 * @param takesLPerDay  what all that draws on it takes on a day of each month, January first; rain on them is not counted
 */
export function buttOf(
  { days, years }: Pick<PlaceYears, "days" | "years">,
  { roofM2, buttL }: { readonly roofM2: number; readonly buttL: number },
  takesLPerDay: readonly number[],
): Butt {
  const dryIn = new Float64Array(12);
  let heldL = 0;
  let caughtL = 0;
  let spiltL = 0;
  let askedL = 0;
  let servedL = 0;
  const live = (count: boolean): void => {
    for (const { dayOfYear, skyRainMm } of days) {
      const month = monthOfDay(dayOfYear);
      const inL = ROOF_YIELD * roofM2 * Math.max(0, skyRainMm - FIRST_FLUSH_MM);
      const asked = takesLPerDay[month]!;
      const served = Math.min(asked, heldL + inL);
      const left = heldL + inL - served;
      heldL = Math.min(buttL, left);
      if (!count) continue;
      caughtL += inL;
      spiltL += left - heldL;
      askedL += asked;
      servedL += served;
      if (served < asked * (1 - 1e-9)) dryIn[month]!++;
    }
  };
  // it begins as it ends
  live(false);
  live(true);
  const inYears = (sum: number): number => sum / years;
  return {
    caughtL: inYears(caughtL),
    spiltL: inYears(spiltL),
    askedL: inYears(askedL),
    servedShare: askedL > 0 ? servedL / askedL : 1,
    dryDays: inYears(dryIn.reduce((sum, count) => sum + count, 0)),
    driestMonth: dryIn.indexOf(Math.max(...dryIn)),
  };
}
