import { describe, expect, it } from "vitest";
import { stepLength } from "./step-length";

describe("the length of the next step", () => {
  it("grows while steps are far better than they must be, threefold at most", () => {
    const length = stepLength(1e-4);
    for (let i = 0; i < 5; i++) length.taken(length.hours, 1e-9);
    expect(length.hours).toBeCloseTo(1e-4 * 3 ** 5, 10);
  });

  it("settles where an error that goes with its cube is as large as it may be", () => {
    const length = stepLength(0.01);
    for (let i = 0; i < 60; i++) {
      const error = (length.hours / 0.7) ** 3;
      if (error <= 1) length.taken(length.hours, error);
      else length.tooFarOff(length.hours, error);
    }
    expect(length.hours).toBeGreaterThan(0.5);
    expect(length.hours).toBeLessThan(0.7);
  });

  it("finds its way down a jolt whose error falls more slowly than that", () => {
    const refusals = (errorOf: (hours: number) => number): number => {
      const length = stepLength(1);
      let count = 0;
      while (errorOf(length.hours) > 1) {
        length.tooFarOff(length.hours, errorOf(length.hours));
        count++;
      }
      return count;
    };
    expect(refusals((hours) => hours / 1e-4)).toBeLessThan(8);
    expect(refusals((hours) => (hours / 0.1) ** 3)).toBeLessThan(3);
  });

  it("comes near to what had no solution, and passes it a few steps later", () => {
    const length = stepLength(1);
    length.unsolved(1);
    const tried: number[] = [];
    for (let i = 0; i < 12; i++) {
      tried.push(length.hours);
      length.taken(length.hours, 1e-9);
    }
    expect(tried[0]).toBeCloseTo(0.3, 10);
    expect(Math.max(...tried.slice(1, 4))).toBeLessThanOrEqual(0.9 + 1e-9);
    expect(tried.at(-1)!).toBeGreaterThan(3);
  });

  it("says nothing against a length that a stop has cut short", () => {
    const length = stepLength(2);
    length.taken(0.1, 0.5);
    expect(length.hours).toBeCloseTo(0.3, 10);
    length.atMost(0.05);
    expect(length.hours).toBe(0.05);
  });
});
