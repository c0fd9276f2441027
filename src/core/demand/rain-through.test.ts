import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { YEAR_DAYS } from "../place/day-in-year";
import { rainThrough, type Holds } from "./rain-through";

const HOLDS: Holds = { lowCm3: Array<number>(12).fill(400), fullCm3: 1000, drainsCm3: 1000, floodCm3: Infinity };
const days = (of: (i: number) => number, years = 1): Float64Array =>
  Float64Array.from({ length: years * YEAR_DAYS }, (_, i) => of(i));
const sum = (values: readonly number[]): number => values.reduce((all, one) => all + one, 0);

describe("rain, day by day", () => {
  it("that never comes is given by hand: as much as is taken, to within a fill", () => {
    const { months } = rainThrough(
      days(() => 0),
      days(() => 7),
      HOLDS,
    );
    expect(Math.abs(sum(months.map(({ givenCm3 }) => givenCm3)) - 7 * YEAR_DAYS)).toBeLessThanOrEqual(607);
    expect(months.every(({ outCm3, inCm3 }) => outCm3.high === 0 && inCm3.high === 0)).toBe(true);
  });

  it("of more than is taken runs over by the difference, and nothing is given", () => {
    const { months, outCm3 } = rainThrough(
      days(() => 20),
      days(() => 7),
      HOLDS,
    );
    expect(months[0]!.outCm3.typical).toBeCloseTo(31 * 13, 9);
    expect(sum(months.map(({ givenCm3 }) => givenCm3))).toBe(0);
    expect(outCm3[100]).toBeCloseTo(13, 9);
  });

  it("in one storm runs over though the month drinks more than falls in it", () => {
    // 500 cm³ on one day of April, of which the month takes 600
    const { months } = rainThrough(
      days((i) => (i === 100 ? 500 : 0)),
      days(() => 20),
      { ...HOLDS, lowCm3: Array<number>(12).fill(900) },
    );
    expect(months[3]!.inCm3.typical).toBe(500);
    expect(months[3]!.outCm3.typical).toBeGreaterThan(380);
  });

  it("with no way out floods the roots until it is drunk", () => {
    const { months } = rainThrough(
      days((i) => (i === 10 ? 700 : 0)),
      days(() => 50),
      { ...HOLDS, drainsCm3: 5000, floodCm3: 1200 },
    );
    // from at least 400 and at most 1000 of water it stands over 1200 for no more than the ten days 500 take
    expect(months[0]!.floodedDays.typical).toBeLessThanOrEqual(10);
    const wet = rainThrough(
      days(() => 60),
      days(() => 50),
      { ...HOLDS, drainsCm3: 5000, floodCm3: 1200 },
    );
    expect(wet.months[11]!.floodedDays.typical).toBe(31);
    // the brim lets over what comes more
    expect(wet.months[11]!.outCm3.typical).toBeCloseTo(31 * 10, 6);
  });

  it("closes its balance, whatever comes and is taken", () => {
    const flow = fc.double({ min: 0, max: 2000, noNaN: true });
    fc.assert(
      fc.property(
        fc.array(flow, { minLength: 5, maxLength: 30 }),
        fc.array(flow, { minLength: 5, maxLength: 30 }),
        fc.tuple(flow, flow, flow),
        (rain, takes, [low, room, over]) => {
          const holds: Holds = {
            lowCm3: Array<number>(12).fill(low),
            fullCm3: low + room,
            drainsCm3: low + room + over,
            floodCm3: low + room + over / 2,
          };
          const [inCm3, takesCm3] = [days((i) => rain[i % rain.length]!, 2), days((i) => takes[i % takes.length]!, 2)];
          const { months, outCm3 } = rainThrough(inCm3, takesCm3, holds);
          const mean = (key: "meanInCm3" | "meanOutCm3" | "givenCm3"): number => sum(months.map((one) => one[key]));
          const perYear = (values: Float64Array): number => values.reduce((all, one) => all + one, 0) / 2;
          expect(mean("meanInCm3")).toBeCloseTo(perYear(inCm3), 3);
          expect(mean("meanOutCm3")).toBeCloseTo(perYear(outCm3), 3);
          // what is left at the end is no more than it can hold, nor less than one day takes it under where it is filled
          const left = mean("meanInCm3") + mean("givenCm3") - mean("meanOutCm3") - perYear(takesCm3);
          expect(Math.abs(2 * left)).toBeLessThanOrEqual(holds.drainsCm3 + Math.max(...takes) + 1e-3);
        },
      ),
      { numRuns: 100, seed: 35 },
    );
  });
});
