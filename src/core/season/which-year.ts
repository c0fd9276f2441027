import { YEAR_DAYS } from "../place/day-in-year";
import type { PlaceYears } from "../place/place-years";

/** Which of the years of a place a season is lived through. */
export const YEAR_KINDS = ["usual", "wet", "dry"] as const;
export type YearKind = (typeof YEAR_KINDS)[number];

/** One in ten is as cool and wet, or as hot and dry. */
const SHARE: Record<YearKind, number> = { wet: 0.1, usual: 0.5, dry: 0.9 };

/** One of the years of a place, told by how much more a lawn there loses than rain brings it. */
export function yearOfKind(at: PlaceYears, kind: YearKind): PlaceYears {
  const wants = Array.from({ length: at.years }, (_, year) => ({
    year,
    mm: daysOf(at, year).reduce((sum, { referenceMm, rainMm }) => sum + referenceMm - rainMm, 0),
  })).sort((a, b) => a.mm - b.mm);
  const { year } = wants[Math.round(SHARE[kind] * (wants.length - 1))]!;
  return yearAt(at, year);
}

/** One of the years of a place, by its place among them. */
export const yearAt = (at: PlaceYears, year: number): PlaceYears => ({ ...at, days: daysOf(at, year), years: 1 });

const daysOf = ({ days }: PlaceYears, year: number): PlaceYears["days"] =>
  days.slice(year * YEAR_DAYS, (year + 1) * YEAR_DAYS);
