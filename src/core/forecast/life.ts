import { dayOfMoment, hourOfMoment, type Moment } from "../log/moment";
import type { What } from "../log/vocabulary";
import { dayOfYearOf, YEAR_DAYS } from "../place/day-in-year";
import { calendarDateOf } from "../units/day-number";
import { between, type ForecastBasis } from "./basis";

/**
 * A setup's water through time as one number, all it holds: days take and bring, and hands give. The same arithmetic as
 * the Year page's, with the setup's own factors in it: under its mark roots go on drinking, of the soil.
 */
export type Own = {
  /** Its days take so many times what is derived. */
  readonly thirst: number;
  /** Its wick gives so many times what is computed: that moves its mark, and shows in no level over it. */
  readonly wick: number;
  /** What runs out unseen. [cm³/day] */
  readonly leakCm3: number;
};
export const AS_DERIVED: Own = { thirst: 1, wick: 1, leakCm3: 0 };

/** What of a log matters to the water, as it came. */
export type LifeRow = { readonly at: Moment; readonly what: What; readonly value: number | null };

/** Days since a fixed one, with hours as a part. */
export const timeOf = (at: Moment): number => dayOfMoment(at) + hourOfMoment(at) / 24;

/** Days of the year by days of the calendar, each worked out once: there are some hundred in a log. */
const daysOfYear = new Map<number, number>();
export function dayOfYearAt(time: number): number {
  const day = Math.floor(time);
  const known = daysOfYear.get(day);
  if (known !== undefined) return known;
  const found = dayOfYearOf(calendarDateOf(day));
  daysOfYear.set(day, found);
  return found;
}

/** Steps of so many days, and none over the end of a day. */
const STEP_DAYS = 0.25;
/** No store gives its last drops at once: less than this is nothing. [cm³] */
const NOTHING_CM3 = 1e-9;

/** @param year  one of the basis' years; undefined for the mean of all */
export function dried(
  basis: ForecastBasis,
  own: Own,
  heldCm3: number,
  fromTime: number,
  toTime: number,
  year: number | undefined,
  isEnough: (heldCm3: number, time: number) => boolean = () => false,
): { readonly heldCm3: number; readonly time: number } {
  const { heldCm3: table } = basis;
  const takes = year === undefined ? basis.meanTakesCm3 : basis.takesCm3;
  const comes = year === undefined ? basis.meanComesCm3 : basis.comesCm3;
  const [least, full] = [table[0]!, table[table.length - 1]!];
  let held = heldCm3;
  let time = fromTime;
  while (time < toTime - NOTHING_CM3) {
    const end = Math.min(toTime, Math.floor(time) + 1, time + STEP_DAYS);
    const day = (year ?? 0) * YEAR_DAYS + dayOfYearAt(time) - 1;
    const took = own.thirst * takes[day]! + own.leakCm3 - comes[day]!;
    held = Math.min(full, Math.max(least, held - (end - time) * took));
    time = end;
    if (isEnough(held, time)) break;
  }
  return { heldCm3: held, time };
}

export const levelOf = ({ heldCm3, levelsCm }: ForecastBasis, held: number): number => between(heldCm3, levelsCm, held);
export const heldAt = ({ heldCm3, levelsCm }: ForecastBasis, levelCm: number): number =>
  between(levelsCm, heldCm3, levelCm);

/**
 * Whether it is full after that, whatever it held. What has no store is watered until some runs out, as is what is flushed;
 * a can on the soil over a store, of which nobody said how much, fills none: the schedule has it so too.
 */
export const isToFull = (
  { driestCm }: Pick<ForecastBasis, "driestCm">,
  { what, value }: Omit<LifeRow, "at">,
): boolean =>
  what === "filled" || (value === null && (what === "flushed" || (what === "watered" && driestCm !== undefined)));

/** What it holds after something was done. */
export function afterAct(basis: ForecastBasis, heldCm3: number, { what, value }: LifeRow, zeroCm: number): number {
  const fullCm3 = basis.heldCm3[basis.heldCm3.length - 1]!;
  switch (what) {
    case "filled":
      return fullCm3;
    case "filled-to":
      return Math.min(fullCm3, Math.max(heldCm3, heldAt(basis, value! + zeroCm)));
    case "watered":
    case "flushed":
      if (value !== null) return Math.min(fullCm3, heldCm3 + value);
      return isToFull(basis, { what, value }) ? fullCm3 : heldCm3;
    case "emptied":
      return value === null ? Math.min(heldCm3, heldAt(basis, basis.baseCm)) : Math.max(0, heldCm3 - value);
    default:
      return heldCm3;
  }
}

/** Whether it wants water: its level is down to where the wick no longer meets the day, or its roots are at their limit. */
export function wantsWater(basis: ForecastBasis, own: Own, heldCm3: number, time: number): boolean {
  const { driestCm, baseCm } = basis;
  if (driestCm !== undefined) return heldCm3 <= heldAt(basis, driestCm);
  if (heldCm3 <= heldAt(basis, baseCm)) return true;
  const day = dayOfYearAt(time) - 1;
  // by the usual day: a cloud does not lift a mark, nor one hot day
  return own.wick * between(basis.heldCm3, basis.supplyCm3PerDay, heldCm3) < own.thirst * basis.meanTakesCm3[day]!;
}
