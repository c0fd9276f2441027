import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { CLIMATES, type Climate } from "./climates";
import { daylightHours, extraterrestrialMJPerM2 } from "./daylight";
import { monthOfDay, YEAR_DAYS } from "./day-in-year";
import { drawWeather, hoursOfDay, type DayOfWeather } from "./draw-weather";
import { penmanMonteithMm, saturatedKPa } from "./evapotranspiration";

const YEARS = 100;
const drawn = new Map(CLIMATES.map((climate) => [climate.id, drawWeather(climate, climate.latitude, YEARS, 1)]));
const mean = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0) / values.length;
const inMonth = (climate: Climate, month: number): DayOfWeather[] =>
  drawn.get(climate.id)!.filter(({ dayOfYear }) => monthOfDay(dayOfYear) === month);
const eachMonth = CLIMATES.flatMap((climate) =>
  climate.months.map((figures, month) => [`${climate.id} ${month + 1}`, climate, figures, month] as const),
);

describe("a hundred years drawn from a climate", () => {
  it.each(eachMonth)("have its temperatures, wet days, rain, light and air again: %s", (_, climate, figures, month) => {
    const days = inMonth(climate, month);
    const wet = days.filter(({ rainMm }) => rainMm > 0);
    // a month's mean of a hundred years is off by chance, more where days remember one another
    const chanceC = (4 * 2.5 * climate.spreadC) / Math.sqrt(days.length);
    expect(Math.abs(mean(days.map(({ tMaxC }) => tMaxC)) - figures.tMaxC)).toBeLessThan(chanceC);
    expect(Math.abs(mean(days.map(({ tMinC }) => tMinC)) - figures.tMinC)).toBeLessThan(chanceC + 0.3);
    const length = YEAR_DAYS / 12;
    const wetShare = figures.wetDays / length;
    // days that go by the day before count for (1 − r)/(1 + r) of themselves
    const chanceDays = 4 * length * Math.sqrt((wetShare * (1 - wetShare) * (1.3 / 0.7)) / days.length);
    expect(Math.abs((wet.length / days.length) * length - figures.wetDays)).toBeLessThan(chanceDays + 0.2);
    if (figures.wetDays > 1)
      expect(Math.abs(mean(wet.map(({ rainMm }) => rainMm)) / (figures.rainMm / figures.wetDays) - 1)).toBeLessThan(
        4.8 / Math.sqrt(wet.length),
      );
    if (figures.wetDays === 0) expect(wet).toEqual([]);
    const share = mean(
      days.map(({ solarMJPerM2, dayOfYear }) => {
        const above = extraterrestrialMJPerM2(climate.latitude, dayOfYear) * (1 + 2e-5 * climate.elevationM);
        return (solarMJPerM2 / above - 0.25) / 0.5;
      }),
    );
    expect(Math.abs(share - figures.sunshineShare)).toBeLessThan(0.06);
    const humidity = mean(days.map(({ vapourKPa, tMinC, tMaxC }) => vapourKPa / saturatedKPa((tMinC + tMaxC) / 2)));
    expect(Math.abs(humidity - figures.humidity)).toBeLessThan(0.1);
    expect(mean(days.map(({ windMPerS }) => windMPerS)) / figures.windMPerS).toBeCloseTo(1, 1);
  });

  it("have dry spells as long as such chains have: longest where it hardly rains, short where it rains all year", () => {
    const longestOf = (id: string): number => {
      const lengths: number[] = [];
      for (let year = 0; year < YEARS; year++) {
        let [now, longest] = [0, 0];
        for (const { rainMm } of drawn.get(id)!.slice(year * YEAR_DAYS, (year + 1) * YEAR_DAYS))
          longest = Math.max(longest, (now = rainMm > 0 ? 0 : now + 1));
        lengths.push(longest);
      }
      return mean(lengths);
    };
    // a chain that stays dry with p through N dry days has its longest run near ln(N(1 − p))/−ln p (Gumbel)
    const share = 10.9 / (YEAR_DAYS / 12);
    const staysDry = 1 - share * (1 - 0.3);
    const expected = (Math.log(YEAR_DAYS * (1 - share) * (1 - staysDry)) + 0.577) / -Math.log(staysDry);
    expect(longestOf("mild-maritime") / expected).toBeGreaterThan(0.8);
    expect(longestOf("mild-maritime") / expected).toBeLessThan(1.3);
    expect(longestOf("hot-dry")).toBeGreaterThan(45);
    expect(longestOf("heated-indoors")).toBe(YEAR_DAYS);
  });

  it("know wet from dry, and remember the day before", () => {
    const days = drawn.get("mild-maritime")!;
    const july = inMonth(CLIMATES[0]!, 6);
    const [wet, dry] = [july.filter(({ rainMm }) => rainMm > 0), july.filter(({ rainMm }) => rainMm === 0)];
    expect(mean(dry.map(({ tMaxC }) => tMaxC)) - mean(wet.map(({ tMaxC }) => tMaxC))).toBeGreaterThan(1);
    expect(mean(wet.map(({ solarMJPerM2 }) => solarMJPerM2))).toBeLessThan(
      0.85 * mean(dry.map(({ solarMJPerM2 }) => solarMJPerM2)),
    );
    const after = (isWet: boolean): number =>
      mean(days.slice(1).flatMap(({ rainMm }, i) => (days[i]!.rainMm > 0 === isWet ? [rainMm > 0 ? 1 : 0] : [])));
    expect(after(true) - after(false)).toBeCloseTo(0.3, 1);
    const julyOff = july.map(({ tMaxC }) => tMaxC - 22);
    const lag = mean(julyOff.slice(1).map((off, i) => off * julyOff[i]!)) / mean(julyOff.map((off) => off * off));
    expect(lag).toBeGreaterThan(0.4);
    expect(lag).toBeLessThan(0.85);
  });

  it("go from month to month without a jump", () => {
    for (const climate of CLIMATES) {
      const days = drawn.get(climate.id)!;
      const usual = Array.from({ length: YEAR_DAYS }, (_, i) =>
        mean(days.filter(({ dayOfYear }) => dayOfYear === i + 1).map(({ tMaxC }) => tMaxC)),
      );
      const chanceC = (6 * climate.spreadC) / Math.sqrt(YEARS);
      usual.forEach((tC, i) => expect(Math.abs(tC - usual[(i + 1) % YEAR_DAYS]!)).toBeLessThan(0.3 + chanceC));
    }
  });

  it("are the same for a seed, others for another, and half a year on in the south", () => {
    const [maritime] = CLIMATES;
    const first = drawWeather(maritime!, 52, 1, 7);
    expect(drawWeather(maritime!, 52, 1, 7)).toEqual(first);
    expect(drawWeather(maritime!, 52, 1, 8)).not.toEqual(first);
    const south = drawWeather(maritime!, -52, 20, 7);
    const meanIn = (month: number): number =>
      mean(south.filter(({ dayOfYear }) => monthOfDay(dayOfYear) === month).map(({ tMaxC }) => tMaxC));
    expect(meanIn(0)).toBeGreaterThan(20);
    expect(meanIn(6)).toBeLessThan(9);
  });

  it("ask of a lawn what such places are known to: more by summer and by drought, never nothing for long", () => {
    const yearly = (id: string): number => {
      const climate = CLIMATES.find((one) => one.id === id)!;
      const sum = drawn.get(id)!.reduce(
        (whole, day) =>
          whole +
          penmanMonteithMm({
            ...day,
            extraterrestrialMJPerM2: extraterrestrialMJPerM2(climate.latitude, day.dayOfYear),
            elevationM: climate.elevationM,
          }),
        0,
      );
      return sum / YEARS;
    };
    // [mm a year] (Allen et al. 1998, table 2, by the days of a year)
    expect(yearly("mild-maritime")).toBeGreaterThan(450);
    expect(yearly("mild-maritime")).toBeLessThan(750);
    expect(yearly("hot-dry")).toBeGreaterThan(1100);
    expect(yearly("hot-dry")).toBeLessThan(1900);
    expect(yearly("continental")).toBeGreaterThan(500);
    expect(yearly("humid-subtropical")).toBeGreaterThan(yearly("mild-maritime"));
  });
});

describe("the hours of a day", () => {
  it("have its light, its rain, and its least and greatest temperature, wherever it is", () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...CLIMATES),
        fc.double({ min: -65, max: 65, noNaN: true }),
        fc.integer({ min: 0, max: YEAR_DAYS - 1 }),
        (climate, latitude, at) => {
          const day = drawWeather(climate, latitude, 1, 3)[at]!;
          const hours = hoursOfDay(day, latitude);
          expect(hours).toHaveLength(24);
          const sum = (of: (hour: (typeof hours)[number]) => number): number =>
            hours.reduce((whole, hour) => whole + of(hour), 0);
          expect(sum(({ rainMm }) => rainMm)).toBeCloseTo(day.rainMm, 9);
          expect(hours.filter(({ rainMm }) => rainMm > 0).length).toBeLessThanOrEqual(4);
          expect(sum(({ solarMJPerM2 }) => solarMJPerM2)).toBeCloseTo(day.solarMJPerM2, 1);
          const dark = hours.filter(({ solarMJPerM2 }) => solarMJPerM2 === 0).length;
          expect(Math.abs(24 - dark - daylightHours(latitude, day.dayOfYear))).toBeLessThan(2.01);
          const temperatures = hours.map(({ tC }) => tC);
          expect(Math.max(...temperatures)).toBeLessThanOrEqual(day.tMaxC + 1e-9);
          expect(Math.min(...temperatures)).toBeGreaterThanOrEqual(day.tMinC - 1e-9);
          expect(Math.max(...temperatures) - Math.min(...temperatures)).toBeGreaterThan(0.95 * (day.tMaxC - day.tMinC));
        },
      ),
      { numRuns: 60 },
    );
  });
});
