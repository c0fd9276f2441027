import type { Plant, Season } from "../occupants/occupant";
import { aroundTheYear, daysInMonth, dayOfYearOf, monthOfDay, YEAR_DAYS } from "../place/day-in-year";
import { type FrostDates, type PlaceYears } from "../place/place-years";

/** How much of a grown plant's leaves there are on each day of a year: planted, grown, asleep, gone. */

/** A pea's frost; what lives through more stands over winter. [°C] */
export const HARDLY_HARDY_C = -4;
/** Sown and eaten within a summer, it is not there when the year is coldest. */
export const isOfOneSummer = ({
  eaten,
  planting,
  dormancy,
  frostC,
}: Pick<Plant, "eaten" | "planting" | "dormancy" | "frostC">): boolean =>
  eaten && planting?.from === "last-frost" && frostC.typical >= HARDLY_HARDY_C && dormancy === "none";

/** From a plant out of a small pot to full leaf (Allen et al. 1998, table 11: the first two stages). [days] */
const DAYS_TO_FULL = { fast: 50, medium: 75, slow: 110 } as const;
/** Of its full leaf, as it is put in. */
const BEGINS_WITH = 0.05;
/** What a resting plant keeps of its thirst: bare twigs, a shut rosette. Judged, 0.05 to 0.3. */
const RESTING_SHARE = 0.15;
/** A season that frost does not end goes on so long after it is planted. [days] */
const LONGEST_SEASON_DAYS = 180;
const WEEK_DAYS = 7;
/** Where it does not freeze, rest is kept for the coldest or the hottest so many months. */
const RESTING_MONTHS = 3;

/** How long after a day another comes. */
const since = (dayOfYear: number, day: number): number => aroundTheYear(dayOfYear - day + 1) - 1;

/** The months of a place from the coldest. */
export function monthsByWarmth({ days }: PlaceYears): readonly number[] {
  const meanC = new Float64Array(12);
  for (const { dayOfYear, tMinC, tMaxC } of days) {
    const month = monthOfDay(dayOfYear);
    meanC[month]! += (tMinC + tMaxC) / daysInMonth(month);
  }
  return Array.from(meanC.keys()).sort((a, b) => meanC[a]! - meanC[b]!);
}

/** The days from which planting windows are counted; where it does not freeze, the middle of the coldest month. */
function seasonMarks(
  frost: FrostDates | null,
  byWarmth: readonly number[],
): { readonly "last-frost": number; readonly "first-frost": number } {
  const coldest = dayOfYearOf({ month: byWarmth[0]! + 1, day: 15 });
  return {
    "last-frost": frost ? dayOfYearOf(frost.last) : coldest,
    "first-frost": frost ? dayOfYearOf(frost.first) : aroundTheYear(coldest - 1),
  };
}

/**
 * @param at  where it stands
 * @returns of each day of a year, from the first, the share of its grown leaves that lets water go; 0…1
 */
export function leafShareOf(plant: Plant, at: PlaceYears, byWarmth = monthsByWarmth(at)): Float64Array {
  const marks = seasonMarks(at.frost, byWarmth);
  const days = new Float64Array(YEAR_DAYS);
  if (isOfOneSummer(plant)) {
    const { fromDay, lastsDays } = summerOf(plant, marks);
    const full = DAYS_TO_FULL[plant.growth];
    const steepness = (2 * Math.log(1 / BEGINS_WITH - 1)) / full;
    for (let day = 1; day <= YEAR_DAYS; day++) {
      const age = since(day, fromDay);
      days[day - 1] = age <= lastsDays ? 1 / (1 + Math.exp(-steepness * (age - full / 2))) : 0;
    }
    return days;
  }
  const rests = restOf(plant, at.frost, marks, byWarmth);
  for (let day = 1; day <= YEAR_DAYS; day++) days[day - 1] = rests(day) ? RESTING_SHARE : 1;
  return days;
}

/** When a crop of one summer is put in, and for how many days it stands; undefined for what lives on. */
export const summerAt = (plant: Plant, at: PlaceYears): ReturnType<typeof summerOf> | undefined =>
  isOfOneSummer(plant) ? summerOf(plant, seasonMarks(at.frost, monthsByWarmth(at))) : undefined;

/** How long after a day of the year another comes. [days] */
export const daysSince = since;

/** A planting or harvest window of a kind at a place: the day of the year it begins on, and how long it is open. */
export function windowAt(season: Season, at: PlaceYears): { readonly fromDay: number; readonly days: number } {
  const mark = seasonMarks(at.frost, monthsByWarmth(at))[season.from];
  return {
    fromDay: aroundTheYear(mark + WEEK_DAYS * season.fromWeeks),
    days: WEEK_DAYS * (season.toWeeks - season.fromWeeks),
  };
}

/** From the middle of its planting window until it is eaten, or the first frost takes it. */
function summerOf(
  { planting, harvest }: Pick<Plant, "planting" | "harvest">,
  marks: ReturnType<typeof seasonMarks>,
): { readonly fromDay: number; readonly lastsDays: number } {
  const dayOf = ({ from }: Season, weeks: number): number => aroundTheYear(marks[from] + WEEK_DAYS * weeks);
  const window = planting!;
  const fromDay = dayOf(window, (window.fromWeeks + window.toWeeks) / 2);
  const frostIn = since(marks["first-frost"], fromDay);
  const eatenIn = harvest ? since(dayOf(harvest, harvest.toWeeks), fromDay) : LONGEST_SEASON_DAYS;
  return { fromDay, lastsDays: Math.min(eatenIn, frostIn, LONGEST_SEASON_DAYS) };
}

function restOf(
  { dormancy }: Pick<Plant, "dormancy">,
  frost: FrostDates | null,
  marks: ReturnType<typeof seasonMarks>,
  byWarmth: readonly number[],
): (dayOfYear: number) => boolean {
  if (dormancy === "none") return () => false;
  if (dormancy === "winter" && frost) {
    const length = since(marks["last-frost"], marks["first-frost"]);
    return (day) => since(day, marks["first-frost"]) <= length;
  }
  const resting = new Set(
    dormancy === "winter" ? byWarmth.slice(0, RESTING_MONTHS) : byWarmth.slice(12 - RESTING_MONTHS),
  );
  return (day) => resting.has(monthOfDay(day));
}
