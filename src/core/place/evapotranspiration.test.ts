import { readFileSync } from "node:fs";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  clearSkyMJPerM2,
  daylightHours,
  extraterrestrialMJPerM2,
  extraterrestrialOfHoursMJPerM2,
  solarMJPerM2,
} from "./daylight";
import {
  hargreavesMm,
  netLongwaveMJPerM2,
  penmanMonteithMm,
  penmanMonteithOfHourMm,
  saturatedKPa,
  vapourFromHumidityKPa,
  windAt2m,
} from "./evapotranspiration";

/** The worked examples of the book, by number. */
type Example = Readonly<Record<string, number>> & { readonly hour: string };
const { cases } = JSON.parse(readFileSync("verification/place/et0.json", "utf8")) as { cases: readonly Example[] };
const example = (number: number, hour?: string): Example =>
  cases.find((one) => one["example"] === number && one.hour === hour)!;

describe("the book's worked examples", () => {
  it("of the sun: radiation without an atmosphere, the day's length, what sunshine lets through", () => {
    const eight = example(8);
    expect(extraterrestrialMJPerM2(eight["latitude"]!, eight["dayOfYear"]!)).toBeCloseTo(
      eight["extraterrestrialRadiation"]!,
      1,
    );
    const nine = example(9);
    expect(daylightHours(nine["latitude"]!, nine["dayOfYear"]!)).toBeCloseTo(nine["daylightHours"]!, 1);
    const ten = example(10);
    expect(extraterrestrialMJPerM2(ten["latitude"]!, ten["dayOfYear"]!)).toBeCloseTo(
      ten["extraterrestrialRadiation"]!,
      1,
    );
    expect(solarMJPerM2(ten["latitude"]!, ten["dayOfYear"]!, ten["sunshineHours"]!)).toBeCloseTo(
      ten["solarRadiation"]!,
      1,
    );
  });

  it("of the heat that goes back to the sky", () => {
    const eleven = example(11);
    expect(
      netLongwaveMJPerM2({
        tMinC: eleven["tMinC"]!,
        tMaxC: eleven["tMaxC"]!,
        vapourKPa: eleven["vapourPressure"]!,
        solarMJPerM2: eleven["solarRadiation"]!,
        extraterrestrialMJPerM2: eleven["extraterrestrialRadiation"]!,
        elevationM: 0,
      }),
    ).toBeCloseTo(eleven["netLongwave"]!, 1);
  });

  it("of a month in the tropics and of a day in the north", () => {
    const month = example(17);
    const [latitude, dayOfYear] = [month["latitude"]!, month["dayOfYear"]!];
    const tropics = penmanMonteithMm({
      tMinC: month["tMinC"]!,
      tMaxC: month["tMaxC"]!,
      vapourKPa: month["vapourPressure"]!,
      windMPerS: month["wind"]!,
      solarMJPerM2: solarMJPerM2(latitude, dayOfYear, month["sunshineHours"]!),
      extraterrestrialMJPerM2: extraterrestrialMJPerM2(latitude, dayOfYear),
      elevationM: month["elevationM"]!,
      // (44)
      groundMJPerM2: 0.14 * (month["meanC"]! - month["meanMonthBeforeC"]!),
    });
    expect(Math.abs(tropics - month["et0"]!)).toBeLessThan(0.015);

    const day = example(18);
    const [north, of] = [day["latitude"]!, day["dayOfYear"]!];
    const [tMinC, tMaxC] = [day["tMinC"]!, day["tMaxC"]!];
    const summer = penmanMonteithMm({
      tMinC,
      tMaxC,
      vapourKPa: vapourFromHumidityKPa(tMinC, tMaxC, day["humidityMax"]!, day["humidityMin"]!),
      windMPerS: windAt2m(day["windAt10m"]!, 10),
      solarMJPerM2: solarMJPerM2(north, of, day["sunshineHours"]!),
      extraterrestrialMJPerM2: extraterrestrialMJPerM2(north, of),
      elevationM: day["elevationM"]!,
    });
    expect(Math.abs(summer - day["et0"]!)).toBeLessThan(0.015);
  });

  it("of an hour at night and one in the afternoon, and of temperatures alone", () => {
    for (const hour of ["02 to 03", "14 to 15"]) {
      const one = example(19, hour);
      const mm = penmanMonteithOfHourMm({
        tC: one["tC"]!,
        humidity: one["humidity"]!,
        windMPerS: one["wind"]!,
        netMJPerM2: one["netRadiation"]!,
        elevationM: one["elevationM"]!,
      });
      expect(Math.abs(mm - one["et0"]!), hour).toBeLessThan(0.006);
    }
    const twenty = example(20);
    const mm = hargreavesMm(
      twenty["tMinC"]!,
      twenty["tMaxC"]!,
      extraterrestrialMJPerM2(twenty["latitude"]!, twenty["dayOfYear"]!),
    );
    expect(mm).toBeCloseTo(twenty["et0Hargreaves"]!, 1);
  });
});

const anyLatitude = fc.double({ min: -90, max: 90, noNaN: true });
const anyDay = fc.integer({ min: 1, max: 365 });

describe("the sun, anywhere on any day", () => {
  it("is up for twelve hours over the year, and as long in the south half a year on", () => {
    fc.assert(
      fc.property(fc.double({ min: -89, max: 89, noNaN: true }), (latitude) => {
        const mean =
          Array.from({ length: 365 }, (_, i) => daylightHours(latitude, i + 1)).reduce((sum, hours) => sum + hours, 0) /
          365;
        expect(Math.abs(mean - 12)).toBeLessThan(0.2);
      }),
      { numRuns: 50 },
    );
    // the night of one pole's side is the day of the other's
    for (const day of [20, 172, 355]) expect(daylightHours(50, day) + daylightHours(-50, day)).toBeCloseTo(24, 9);
    expect(daylightHours(70, 172)).toBe(24);
    expect(daylightHours(70, 355)).toBe(0);
  });

  it("sends by the hours of a day what it sends in it, nothing at night, and most of it under a clear sky", () => {
    fc.assert(
      fc.property(anyLatitude, anyDay, (latitude, day) => {
        const whole = extraterrestrialMJPerM2(latitude, day);
        const hours = Array.from({ length: 24 }, (_, hour) =>
          extraterrestrialOfHoursMJPerM2(latitude, day, hour, hour + 1),
        );
        expect(hours.every((one) => one >= 0)).toBe(true);
        expect(hours.reduce((sum, one) => sum + one, 0)).toBeCloseTo(whole, 2);
        expect(whole).toBeLessThan(52);
        expect(solarMJPerM2(latitude, day, 24)).toBeLessThanOrEqual(clearSkyMJPerM2(whole, 0) + 1e-9);
        expect(solarMJPerM2(latitude, day, 0)).toBeCloseTo(whole / 4, 9);
      }),
    );
    expect(extraterrestrialOfHoursMJPerM2(50, 172, 0, 1)).toBe(0);
  });
});

describe("reference evapotranspiration, in any weather", () => {
  const weather = fc.record({
    tMinC: fc.double({ min: -30, max: 30, noNaN: true }),
    rangeC: fc.double({ min: 0, max: 25, noNaN: true }),
    humidity: fc.double({ min: 0.05, max: 1, noNaN: true }),
    windMPerS: fc.double({ min: 0, max: 15, noNaN: true }),
    share: fc.double({ min: 0, max: 1, noNaN: true }),
    latitude: anyLatitude,
    dayOfYear: anyDay,
    elevationM: fc.double({ min: 0, max: 3000, noNaN: true }),
  });
  type Weather = Readonly<
    Record<"tMinC" | "rangeC" | "humidity" | "windMPerS" | "share" | "latitude" | "dayOfYear" | "elevationM", number>
  >;
  const above = ({ latitude, dayOfYear }: Weather): number => extraterrestrialMJPerM2(latitude, dayOfYear);
  const mmOf = (day: Weather, drier = 0): number =>
    penmanMonteithMm({
      tMinC: day.tMinC,
      tMaxC: day.tMinC + day.rangeC,
      vapourKPa: (day.humidity - drier) * saturatedKPa(day.tMinC),
      windMPerS: day.windMPerS,
      solarMJPerM2: day.share * clearSkyMJPerM2(above(day), day.elevationM),
      extraterrestrialMJPerM2: above(day),
      elevationM: day.elevationM,
    });

  it("is a number of mm that a day can take, and grows with light", () => {
    fc.assert(
      fc.property(weather, (day) => {
        const mm = mmOf(day);
        expect(mm).toBeGreaterThanOrEqual(0);
        expect(mm).toBeLessThan(30);
        // under a low sun the clear sky takes more heat back than it lets in
        if (above(day) > 20) expect(mmOf({ ...day, share: Math.min(1, day.share + 0.2) })).toBeGreaterThanOrEqual(mm);
      }),
    );
  });

  it("grows with what the air lacks of vapour where wind carries it off", () => {
    fc.assert(
      fc.property(weather, (day) => {
        const windy = {
          ...day,
          windMPerS: day.windMPerS + 2,
          humidity: Math.max(0.5, day.humidity),
          tMinC: day.tMinC + 30,
        };
        // drier air also sends more heat back to the sky: by no more than the wind takes
        expect(mmOf(windy, 0.2)).toBeGreaterThan(0.95 * mmOf(windy));
      }),
    );
  });
});
