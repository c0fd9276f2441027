import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { OPEN, placeOf } from "../testing/places";
import { buttOf } from "./butt";
import { YEAR_DAYS } from "./day-in-year";
import { placeYearsOf } from "./place-years";

const twelve = (value: number): number[] => Array<number>(12).fill(value);
const rain = (mmOf: (i: number) => number) => ({
  years: 1,
  days: placeYearsOf(placeOf(OPEN), 1).days.map((day, i) => ({ ...day, skyRainMm: mmOf(i) })),
});

describe("a butt under a roof", () => {
  it("fed evenly gives all that is asked, up to what comes", () => {
    // 1.5 mm a day less the first half on 10 m², of which 0.85 comes: 8.5 L a day
    const even = rain(() => 1.5);
    expect(buttOf(even, { roofM2: 10, buttL: 100 }, twelve(8))).toMatchObject({ servedShare: 1, dryDays: 0 });
    const short = buttOf(even, { roofM2: 10, buttL: 100 }, twelve(17));
    expect(short.servedShare).toBeCloseTo(0.5, 9);
    expect(short.dryDays).toBe(YEAR_DAYS);
    expect(short.caughtL).toBeCloseTo(8.5 * YEAR_DAYS, 6);
  });

  it("fed once lasts as long as it holds, and runs dry in the month in which it is empty", () => {
    const once = rain((i) => (i === 0 ? 1000 : 0));
    const butt = buttOf(once, { roofM2: 10, buttL: 300 }, twelve(2));
    // what rains on the first day is drunk of that day, and what the butt holds on the next 150
    expect(butt.dryDays).toBe(YEAR_DAYS - 151);
    expect(butt.spiltL).toBeCloseTo(0.85 * 10 * 999.5 - 2 - 300, 6);
    const summer = buttOf(once, { roofM2: 10, buttL: 300 }, [1, 1, 1, 1, 1, 30, 30, 30, 0, 0, 0, 0]);
    expect([5, 6, 7]).toContain(summer.driestMonth);
  });

  it("gives the more the larger it is, and never more than comes or is asked", () => {
    const years = placeYearsOf(placeOf(OPEN), 2);
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 100, noNaN: true }),
        fc.double({ min: 1, max: 5000, noNaN: true }),
        fc.array(fc.double({ min: 0, max: 60, noNaN: true }), { minLength: 12, maxLength: 12 }),
        (roofM2, buttL, takes) => {
          const [small, large] = [buttL, 2 * buttL].map((held) => buttOf(years, { roofM2, buttL: held }, takes));
          expect(large!.servedShare).toBeGreaterThanOrEqual(small!.servedShare - 1e-9);
          expect(large!.dryDays).toBeLessThanOrEqual(small!.dryDays);
          const { caughtL, spiltL, askedL, servedShare } = small!;
          // it begins as it ends: what came is what was given and what was spilt, but for a butt's fill
          expect(Math.abs(caughtL - spiltL - servedShare * askedL)).toBeLessThanOrEqual(buttL + 1e-6);
          expect(servedShare).toBeLessThanOrEqual(1 + 1e-12);
        },
      ),
      { numRuns: 60, seed: 33 },
    );
  });
});
