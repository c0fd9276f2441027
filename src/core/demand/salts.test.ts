import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { flushCm3, RAIN_MG_PER_L, saltsOf, type SaltsAsked } from "./salts";

const twelve = (value: number): number[] => Array<number>(12).fill(value);
const DRY: SaltsAsked = {
  takesCm3PerDay: twelve(500),
  rainCm3: twelve(0),
  waterMgPerL: 400,
  heldCm3: 20_000,
  runsOut: true,
  givenThrough: 0,
};

describe("salts", () => {
  it("gather by what is drunk where nothing runs out: a year of it, on what was there", () => {
    const months = saltsOf(DRY, 2);
    expect(months.at(11)!.heldMg).toBeCloseTo(400 * 20 + 0.5 * 365 * 400, 6);
    expect(months.at(23)!.heldMg).toBeCloseTo(400 * 20 + 2 * 0.5 * 365 * 400, 6);
    expect(months.at(11)!.mgPerL).toBeCloseTo(months.at(11)!.heldMg / 20, 9);
  });

  it("are washed out by rain that is not drunk, to what rain brings, and stay where it cannot run out", () => {
    const wet = { ...DRY, rainCm3: twelve(60_000) };
    const washed = saltsOf(wet, 3);
    expect(washed[0]!.mgPerL).toBeLessThan(400);
    expect(washed.at(-1)!.mgPerL).toBeLessThan(12 * RAIN_MG_PER_L);
    expect(saltsOf({ ...wet, runsOut: false }, 3).at(-1)!.heldMg).toBeGreaterThan(washed.at(-1)!.heldMg);
  });

  it("watered through stay under ten times what the water has, whatever is drunk of it", () => {
    const months = saltsOf({ ...DRY, heldCm3: 500, givenThrough: 0.2 }, 5);
    // what comes with it and what runs out meet where a fifth of it, half of that through the soil, carries all out
    expect(months.at(-1)!.mgPerL / 400).toBeLessThan(12);
    expect(months.at(-1)!.mgPerL).toBeCloseTo(months.at(-13)!.mgPerL, 1);
    expect(saltsOf({ ...DRY, heldCm3: 500 }, 5).at(-1)!.mgPerL).toBeGreaterThan(months.at(-1)!.mgPerL * 10);
  });

  it("balance, whatever comes: what is there is what was there, and came, less what ran out", () => {
    const figures = fc.array(fc.double({ min: 0, max: 1e5, noNaN: true }), { minLength: 12, maxLength: 12 });
    fc.assert(
      fc.property(
        figures,
        figures,
        fc.double({ min: 0, max: 5000, noNaN: true }),
        fc.double({ min: 10, max: 1e6, noNaN: true }),
        fc.boolean(),
        (takesCm3PerDay, rainCm3, waterMgPerL, heldCm3, runsOut) => {
          const months = saltsOf({ takesCm3PerDay, rainCm3, waterMgPerL, heldCm3, runsOut, givenThrough: 0.2 }, 3);
          let held = (waterMgPerL * heldCm3) / 1000;
          for (const { inMg, outMg, heldMg } of months) {
            expect(inMg).toBeGreaterThanOrEqual(0);
            expect(outMg).toBeGreaterThanOrEqual(0);
            expect(heldMg).toBeGreaterThanOrEqual(0);
            expect(Math.abs(held + inMg - outMg - heldMg)).toBeLessThanOrEqual(1e-6 * (1 + held + inMg));
            held = heldMg;
          }
        },
      ),
      { numRuns: 200, seed: 32 },
    );
  });

  it("are flushed by the more water, the less of them is to stay", () => {
    expect(flushCm3(10_000, 0.5)).toBeCloseTo((10_000 * Math.LN2) / 0.5, 6);
    expect(flushCm3(10_000, 0.25)).toBeCloseTo(2 * flushCm3(10_000, 0.5), 6);
    // as much as the balance says runs out: the two agree
    const out = flushCm3(10_000, 0.25);
    const [first] = saltsOf(
      {
        takesCm3PerDay: twelve(0),
        rainCm3: twelve(out),
        waterMgPerL: 1000,
        heldCm3: 10_000,
        runsOut: true,
        givenThrough: 0,
      },
      1,
    );
    expect(first!.heldMg / (1000 * 10 + (RAIN_MG_PER_L * out) / 1000)).toBeCloseTo(0.25, 9);
  });
});
