import { describe, expect, it } from "vitest";
import { bracketedRoot } from "./bracketed-root";

const tight = (x: number): number => 1e-14 * Math.max(1, Math.abs(x));
const find = (
  valueAt: (x: number) => number,
  slopeAt: (x: number) => number,
  [low, high]: readonly [number, number],
  start: number,
) => bracketedRoot({ valueAt, slopeAt, low, high }, start, tight);
const cube = (x: number): number => x ** 3 - 2;

describe("a bracketed root", () => {
  it("is found as fast as Newton's method finds it: digits double with each step", () => {
    const { x, evaluations } = find(cube, (at) => 3 * at * at, [0, 2], 1.2);
    expect(x).toBeCloseTo(Math.cbrt(2), 14);
    expect(evaluations).toBeLessThanOrEqual(6);
  });

  it("is found where Newton's method alone runs off, from either side, and where a slope is nothing", () => {
    for (const start of [-900, 30, 999]) {
      const found = find(Math.atan, (x) => 1 / (1 + x * x), [-1000, 1500], start);
      expect(Math.abs(found.x)).toBeLessThan(1e-13);
      expect(found.evaluations).toBeLessThan(30);
    }
    const flat = find(
      (x) => Math.max(0, x - 3) - 1,
      (x) => (x > 3 ? 1 : 0),
      [0, 100],
      1,
    );
    expect(flat.x).toBeCloseTo(4, 12);
    expect(flat.evaluations).toBeLessThan(8);
  });

  it("may lie at an end of its bracket, and a jump of the slope sends the search back and forth no longer than halving it", () => {
    expect(
      find(
        (x) => x,
        () => 1,
        [0, 5],
        5,
      ).x,
    ).toBeCloseTo(0, 12);
    // steep below its root and all but flat above: from either side Newton's method points at the other end
    const kinked = find(
      (x) => (x < 0.18 ? 11 * x - 2 : x),
      (x) => (x < 0.18 ? 11 : 1),
      [0, 2],
      0,
    );
    expect(kinked.x).toBeCloseTo(0.18, 12);
    expect(kinked.evaluations).toBeLessThan(60);
  });

  it("of a steep function is found where Newton's method can move no further, and not halved away from", () => {
    // 1e6 a unit: next to the root the value is still 1e-10 and its step less than the last digit of the place
    const steep = { valueAt: (x: number) => 1e6 * (x - 7) - 1e-10, slopeAt: () => 1e6, low: 0, high: 9 };
    const halved = bracketedRoot(steep, 3, tight);
    const { x, evaluations } = bracketedRoot({ ...steep, isSteep: true }, 3, tight);
    expect(x).toBeCloseTo(7, 14);
    expect(halved.x).toBeCloseTo(7, 12);
    expect(evaluations).toBeLessThanOrEqual(3);
    expect(halved.evaluations).toBeGreaterThan(30);
  });

  it("is left alone once its place or its value is near enough", () => {
    const rising = { valueAt: cube, slopeAt: (x: number) => 3 * x * x, low: 0, high: 2 };
    const rough = bracketedRoot(rising, 1.2, () => 1e-3);
    expect(Math.abs(rough.x - Math.cbrt(2))).toBeLessThan(1e-3);
    expect(rough.evaluations).toBeLessThan(4);
    // 1.2³ − 2 is −0.272
    expect(bracketedRoot(rising, 1.2, tight, 0.3)).toEqual({ x: 1.2, evaluations: 1 });
    expect(bracketedRoot(rising, 1.2, tight, 0.2).evaluations).toBeGreaterThan(1);
  });

  it("that is not there, as of a value that is not a number, is given up", () => {
    expect(
      find(
        () => Number.NaN,
        () => 1,
        [0, 1],
        0.5,
      ).evaluations,
    ).toBeLessThanOrEqual(200);
  });
});
