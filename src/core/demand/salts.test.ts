import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { flushCm3, RAIN_MG_PER_L, saltsOf, type SaltsAsked } from "./salts";

const twelve = (value: number): number[] => Array<number>(12).fill(value);
const DRY: SaltsAsked = {
  givenCm3: twelve(15_000),
  rainCm3: twelve(0),
  outCm3: twelve(0),
  feedMg: twelve(0),
  waterMgPerL: 400,
  heldCm3: 20_000,
};

describe("salts", () => {
  it("gather by what is given where nothing runs out: a year of it, on what was there", () => {
    const months = saltsOf(DRY, 2);
    expect(months.at(11)!.heldMg).toBeCloseTo(400 * 20 + 12 * 15 * 400, 6);
    expect(months.at(23)!.heldMg).toBeCloseTo(400 * 20 + 24 * 15 * 400, 6);
    expect(months.at(11)!.mgPerL).toBeCloseTo(months.at(11)!.heldMg / 20, 9);
  });

  it("are washed out by rain that runs through, to what rain brings, and stay where it cannot run out", () => {
    const wet = { ...DRY, givenCm3: twelve(0), rainCm3: twelve(60_000), outCm3: twelve(45_000) };
    const washed = saltsOf(wet, 3);
    expect(washed[0]!.mgPerL).toBeLessThan(400);
    expect(washed.at(-1)!.mgPerL).toBeLessThan(12 * RAIN_MG_PER_L);
    expect(saltsOf({ ...wet, outCm3: twelve(0) }, 3).at(-1)!.heldMg).toBeGreaterThan(washed.at(-1)!.heldMg);
  });

  it("watered through stay under ten times what the water has, whatever is drunk of it", () => {
    const months = saltsOf({ ...DRY, heldCm3: 500, outCm3: twelve(3000) }, 5);
    // what comes with it and what runs out meet where a fifth of it, half of that through the soil, carries all out
    expect(months.at(-1)!.mgPerL / 400).toBeLessThan(12);
    expect(months.at(-1)!.mgPerL).toBeCloseTo(months.at(-13)!.mgPerL, 1);
    expect(saltsOf({ ...DRY, heldCm3: 500 }, 5).at(-1)!.mgPerL).toBeGreaterThan(months.at(-1)!.mgPerL * 10);
  });

  it("of feed come on top, by what it leaves", () => {
    const fed = saltsOf({ ...DRY, feedMg: twelve(1000) }, 1);
    expect(fed.at(-1)!.heldMg - saltsOf(DRY, 1).at(-1)!.heldMg).toBeCloseTo(12_000, 6);
  });

  it("balance, whatever comes: what is there is what was there, and came, less what ran out", () => {
    const figures = fc.array(fc.double({ min: 0, max: 1e5, noNaN: true }), { minLength: 12, maxLength: 12 });
    fc.assert(
      fc.property(
        fc.record({ givenCm3: figures, rainCm3: figures, outCm3: figures, feedMg: figures }),
        fc.double({ min: 0, max: 5000, noNaN: true }),
        fc.double({ min: 10, max: 1e6, noNaN: true }),
        (flows, waterMgPerL, heldCm3) => {
          const months = saltsOf({ ...flows, waterMgPerL, heldCm3 }, 3);
          let held = (waterMgPerL * heldCm3) / 1000;
          months.forEach(({ inMg, outMg, heldMg }, i) => {
            const month = i % 12;
            const came =
              (flows.givenCm3[month]! * waterMgPerL + flows.rainCm3[month]! * RAIN_MG_PER_L) / 1000 +
              flows.feedMg[month]!;
            expect(Math.abs(inMg - came)).toBeLessThanOrEqual(1e-9 * (1 + came));
            expect(outMg).toBeGreaterThanOrEqual(0);
            expect(heldMg).toBeGreaterThanOrEqual(0);
            expect(Math.abs(held + inMg - outMg - heldMg)).toBeLessThanOrEqual(1e-6 * (1 + held + inMg));
            held = heldMg;
          });
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
      { ...DRY, givenCm3: twelve(0), outCm3: twelve(out), waterMgPerL: 1000, heldCm3: 10_000 },
      1,
    );
    expect(first!.heldMg / (1000 * 10)).toBeCloseTo(0.25, 9);
  });
});
