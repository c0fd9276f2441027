import { z } from "zod";
import type { MeasuredDay, Weather } from "../../core/place/weather";
import { LONGEST_NAME } from "../../core/stack/check";
import { problem, type Problem } from "../../core/units/problem";
import { keptId } from "../ids";
import { isoOf } from "./read";

/** Measured weather as it goes along in a file: of a house, or of a setup whose place has it. */
const day = z.string().regex(/^\d{4}-\d{2}-\d{2}$/u, "must be a day, such as 2026-11-26");
const MOST_DAYS = 100_000;
export const carriedWeather = z.strictObject({
  id: keptId,
  name: z.string().max(LONGEST_NAME * 2),
  createdAt: z.string().min(1).max(40),
  document: z.string().max(100_000),
  /** [day, least, greatest, vapour, wind, light, rain]; null for what was not measured. */
  days: z
    .array(
      z.tuple([
        day,
        z.number(),
        z.number(),
        z.number().nullable(),
        z.number().nullable(),
        z.number().nullable(),
        z.number().nullable(),
      ]),
    )
    .max(MOST_DAYS),
});
export type CarriedWeather = z.infer<typeof carriedWeather>;

/** What a shape alone cannot say of it. */
export function carriedProblems({ days }: CarriedWeather, path: string): Problem[] {
  const found: Problem[] = [];
  days.forEach(([iso, least, greatest], i) => {
    const say = (message: string): void => void found.push(problem(`${path}.days[${i}]`, "crossed", message));
    if (i > 0 && iso <= days[i - 1]![0]) say("days must go up");
    if (least > greatest) say("is colder at its warmest than at its coldest");
  });
  return found;
}

export const daysCarried = (days: readonly MeasuredDay[]): CarriedWeather["days"] =>
  days.map(({ date, tMinC, tMaxC, vapourKPa, windMPerS, solarMJPerM2, rainMm }) => [
    isoOf(date),
    tMinC,
    tMaxC,
    vapourKPa,
    windMPerS,
    solarMJPerM2,
    rainMm,
  ]);

export const measuredDays = ({ days }: CarriedWeather): MeasuredDay[] =>
  days.map(([iso, tMinC, tMaxC, vapourKPa, windMPerS, solarMJPerM2, rainMm]) => {
    const [year, month, date] = iso.split("-").map(Number);
    return {
      date: { year: year!, month: month!, day: date! },
      tMinC,
      tMaxC,
      vapourKPa,
      windMPerS,
      solarMJPerM2,
      rainMm,
    };
  });

export const weatherCarried = (carried: CarriedWeather): Weather => ({
  name: carried.name,
  days: measuredDays(carried),
});
