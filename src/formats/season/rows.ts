import { dayInYear } from "../../core/place/day-in-year";
import type { Season } from "../../core/season/season";

/** Digits that are worth writing: no day is known to more. */
const DIGITS = 4;
const figure = (value: number | undefined): string =>
  value === undefined ? "" : String(Number(value.toPrecision(DIGITS)));

/** The days of a season as rows of a table: units in the header, an empty cell for what there is not. */
export function seasonRows({ days }: Pick<Season, "days">, layerNames: readonly string[]): string[][] {
  const header = [
    "day",
    "month",
    "date",
    "tmin (°C)",
    "tmax (°C)",
    "level (cm)",
    "held (cm3)",
    "rain (cm3)",
    "given (cm3)",
    "out (cm3)",
    "asked (cm3)",
    "drunk (cm3)",
    "evaporated (cm3)",
    "air at roots (m3/m3)",
    "waterlogged",
    "thirsty",
    "dissolved (mg/L)",
    ...layerNames.map((name) => `water in ${name} (m3/m3)`),
  ];
  const rows = days.map((one) => {
    const { month, day } = dayInYear(one.dayOfYear);
    return [
      String(one.day + 1),
      String(month),
      String(day),
      figure(one.tMinC),
      figure(one.tMaxC),
      figure(one.levelCm),
      figure(one.heldCm3),
      figure(one.rainCm3),
      figure(one.givenCm3),
      figure(one.outCm3),
      figure(one.askedCm3),
      figure(one.drunkCm3),
      figure(one.evaporatedCm3),
      figure(one.airAtRoots),
      one.isWaterlogged ? "1" : "0",
      one.isThirsty ? "1" : "0",
      figure(one.mgPerL),
      ...Array.from(one.layers, figure),
    ];
  });
  return [header, ...rows];
}
