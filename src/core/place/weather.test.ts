import { describe, expect, it } from "vitest";
import { OPEN, placeOf } from "../testing/places";
import { CLIMATES } from "./climates";
import { dayInYear, YEAR_DAYS } from "./day-in-year";
import { drawWeather } from "./draw-weather";
import { saturatedKPa } from "./evapotranspiration";
import { placeYearsOf } from "./place-years";
import { yearsOfWeather, type MeasuredDay, type Weather } from "./weather";

const [MILD] = CLIMATES;
const day = (year: number, dayOfYear: number, more: Partial<MeasuredDay> = {}): MeasuredDay => ({
  date: { year, ...dayInYear(dayOfYear) },
  tMinC: dayOfYear / 10,
  tMaxC: dayOfYear / 10 + 5,
  vapourKPa: 1,
  windMPerS: 2,
  solarMJPerM2: 8,
  rainMm: 1,
  ...more,
});
const year = (which: number, leftOut: (dayOfYear: number) => boolean = () => false): MeasuredDay[] =>
  Array.from({ length: YEAR_DAYS }, (_, i) => i + 1).flatMap((one) => (leftOut(one) ? [] : [day(which, one)]));
const of = (...days: MeasuredDay[]): Weather => ({ name: "A file", days });
const read = (weather: Weather) => yearsOfWeather(weather, MILD!, 52);

describe("measured weather", () => {
  it("that is whole is taken as it is; leap days are left out", () => {
    const leap = { ...day(2024, 60), date: { year: 2024, month: 2, day: 29 }, tMaxC: 40 };
    const { days, gaps } = read(of(...year(2023), ...year(2024), leap))!;
    expect(gaps).toEqual({ years: [2023, 2024], days: 730, bridged: 0, drawn: 0, without: [] });
    expect(days[59]).toEqual({
      dayOfYear: 60,
      year: 0,
      tMinC: 6,
      tMaxC: 11,
      vapourKPa: 1,
      windMPerS: 2,
      solarMJPerM2: 8,
      rainMm: 1,
    });
    expect(Math.max(...days.map(({ tMaxC }) => tMaxC))).toBeLessThan(42);
  });

  it("with gaps bridges three days, and draws more from the climate", () => {
    const { days, gaps } = read(of(...year(2023, (one) => (one >= 100 && one < 103) || (one >= 200 && one < 204))))!;
    expect(gaps).toMatchObject({ bridged: 3, drawn: 4 });
    // on the line between its neighbours, and dry
    expect(days[100]!.tMinC).toBeCloseTo(10.1, 9);
    expect(days[100]!.rainMm).toBe(0);
    const drawn = drawWeather(MILD!, 52, 1, 1);
    for (let one = 200; one < 204; one++) expect(days[one - 1]).toEqual({ ...drawn[one - 1]!, year: 0 });
    expect(days[204]!.tMinC).toBeCloseTo(20.5, 9);
  });

  it("that begins in summer counts from the first year of which it has half", () => {
    const { gaps } = read(of(...year(2022, (one) => one < 300), ...year(2023), ...year(2024, (one) => one > 190)))!;
    expect(gaps.years).toEqual([2023, 2024]);
    expect(gaps.drawn).toBe(175);
    expect(read(of(...year(2022, (one) => one < 300)))).toBeUndefined();
    expect(read(of())).toBeUndefined();
  });

  it("without humidity, light, wind or rain says so, and takes each from what is known", () => {
    const bare = year(2023).map((one) => ({
      ...one,
      vapourKPa: null,
      windMPerS: null,
      solarMJPerM2: null,
      rainMm: null,
    }));
    const { days, gaps } = read(of(...bare))!;
    expect(gaps.without).toEqual(["humidity", "wind", "light", "rain"]);
    const drawn = drawWeather(MILD!, 52, 1, 1);
    days.forEach((one, i) => {
      expect(one.vapourKPa).toBeCloseTo(saturatedKPa(one.tMinC), 9);
      expect([one.windMPerS, one.rainMm]).toEqual([drawn[i]!.windMPerS, drawn[i]!.rainMm]);
      expect(one.solarMJPerM2).toBeGreaterThan(0);
    });
  });

  it("makes the years of a place, inside and out", () => {
    const weather = of(...year(2023), ...year(2024));
    const { days, years, gaps } = placeYearsOf(placeOf(OPEN), 20, weather);
    expect([years, days.length, gaps!.drawn]).toEqual([2, 730, 0]);
    expect(days[199]!.tMaxC).toBe(25);
    const room = placeYearsOf(placeOf({ kind: "windowsill", facing: "south", heated: false }), 20, weather);
    expect(room.days[199]!.tMaxC).toBeGreaterThan(room.days[30]!.tMaxC);
    // too little of it: as if it were not there
    const drawn = placeYearsOf(placeOf(OPEN), 3, of(...year(2023, (one) => one > 100)));
    expect([drawn.years, drawn.gaps]).toEqual([3, undefined]);
  });
});
