import type { YearOfWater } from "../demand/year-of-water";
import type { Medium } from "../media/medium";
import type { RecipePart } from "../mixing/recipe";
import type { Animal, OccupantLookup, Plant } from "../occupants/occupant";
import { dayOfYearOf, monthOfDay, type DayInYear } from "../place/day-in-year";
import type { PlaceYears } from "../place/place-years";
import type { Here, Setup } from "../stack/setup";
import { calendarDateOf, dayNumberOf, type DayNumber } from "../units/day-number";
import type { UnitSystem } from "../units/units";
import type { Kept } from "./due";
import type { Span } from "./dues-of";

/** All that a schedule is made from. */
export type ScheduleAsked = {
  readonly setup: Setup & { readonly here: Here };
  readonly medium: (id: string) => Medium | undefined;
  readonly occupants: OccupantLookup;
  /** Where it stands. */
  readonly at: PlaceYears;
  /** What its water does there. */
  readonly year: YearOfWater;
  /** What a medium is mixed of; undefined where it is no mix. */
  readonly partsOf: (mediumId: string) => readonly RecipePart[] | undefined;
  readonly kept: Kept;
  readonly span: Span;
  readonly system: UnitSystem;
};

export const yearOf = (day: DayNumber): number => calendarDateOf(day).year;
/** From 0, of a day of any year. */
export const monthOf = (day: DayNumber): number => calendarDateOf(day).month - 1;
/** From 1 to 365; the 29th of February is its 28th. */
export const dayOfYearAt = (day: DayNumber): number => dayOfYearOf(calendarDateOf(day));

/** A day of each year, in one of them; the 29th of February is the 28th where there is none. */
export function dayIn(year: number, { month, day }: DayInYear): DayNumber {
  const at = dayNumberOf({ year, month, day });
  return calendarDateOf(at).month === month ? at : at - 1;
}
export const dayOfYearIn = (year: number, dayOfYear: number): DayNumber => {
  const month = monthOfDay(dayOfYear);
  return dayIn(year, { month: month + 1, day: dayOfYear - dayOfYearOf({ month: month + 1, day: 1 }) + 1 });
};
export function livingIn({ setup, occupants }: Pick<ScheduleAsked, "setup" | "occupants">): {
  readonly plants: readonly Plant[];
  readonly animals: readonly Animal[];
} {
  const kinds = [...new Set(setup.occupants.map(({ occupantId }) => occupantId))].flatMap((id) => occupants(id) ?? []);
  return {
    plants: kinds.flatMap((kind) => (kind.life === "plant" ? [kind] : [])),
    animals: kinds.flatMap((kind) => (kind.life === "animal" ? [kind] : [])),
  };
}

/** A month in which most grow there: warm enough, and with half the light of the brightest. */
export function growingMonths({ months }: Here): readonly boolean[] {
  const brightest = Math.max(...months.map(({ lightMolPerDay }) => lightMolPerDay));
  return months.map(
    ({ tMinC, tMaxC, lightMolPerDay }) => (tMinC + tMaxC) / 2 >= GROWS_FROM_C && lightMolPerDay >= brightest / 2,
  );
}
const GROWS_FROM_C = 9;

/** The names of kinds in a sentence. */
export const namesOf = (kinds: readonly { readonly name: string }[]): string =>
  AND.format(kinds.map(({ name }) => name.toLowerCase()));
const AND = new Intl.ListFormat("en-GB");
