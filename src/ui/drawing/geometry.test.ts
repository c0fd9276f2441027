import { describe, expect, it } from "vitest";
import fc from "fast-check";
import { roundVessel } from "@/core/testing/setups";
import { boardGeometry, heightAt, rulerTicks, spreadLabels, yOf } from "./geometry";

const pot = (insideDiameterCm: number, insideDepthCm: number) => ({
  vessel: roundVessel(insideDiameterCm, insideDepthCm),
  fixtures: [],
});

describe("the board's geometry", () => {
  it("maps heights to the drawing and back", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 500, noNaN: true }),
        fc.double({ min: 1, max: 200, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (width, depth, share) => {
          const geometry = boardGeometry(pot(width, depth), depth * share, 700, 600);
          expect(heightAt(geometry, yOf(geometry, depth * share))).toBeCloseTo(depth * share, 6);
          expect(yOf(geometry, geometry.shownTopCm)).toBeGreaterThanOrEqual(0);
          expect(geometry.vessel.right).toBeLessThanOrEqual(geometry.labels.left);
          expect(geometry.shownTopCm).toBeGreaterThanOrEqual(Math.min(depth, depth * share));
        },
      ),
    );
  });

  it("draws a vessel that fits whole, to one scale both ways; cuts one that is far too wide", () => {
    const whole = boardGeometry(pot(20, 30), 28, 700, 600);
    expect(whole.broken).toBe(false);
    expect((whole.vessel.right - whole.vessel.left) / 20).toBeCloseTo(whole.pxPerCm, 9);
    expect(boardGeometry(pot(200, 30), 28, 700, 600).broken).toBe(true);
  });

  it("cuts the empty top of a tall vessel short, never what stands in it", () => {
    expect(boardGeometry(pot(20, 60), 10, 700, 600).shownTopCm).toBe(15);
    expect(boardGeometry(pot(20, 60), 50, 700, 600).shownTopCm).toBe(60);
  });
});

describe("ruler ticks", () => {
  it("stand at whole units, labels at whole ones, in cm and in inches", () => {
    expect(
      rulerTicks(12, 30, "metric")
        .filter(({ label }) => label)
        .map(({ label }) => label),
    ).toEqual(["0", "1", "2", "3", "4", "5", "6", "7", "8", "9", "10", "11", "12"]);
    expect(
      rulerTicks(30, 12, "imperial")
        .filter(({ label }) => label)
        .at(-1),
    ).toMatchObject({ heightCm: expect.closeTo(27.94, 9) as number, label: "11" });
  });
});

describe("labels", () => {
  it("are spread so that none overlaps, in their order, inside the drawing", () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 20, max: 500, noNaN: true }), { minLength: 1, maxLength: 6 }), (ys) => {
        const placed = spreadLabels(ys, 15, 20, 520);
        const sorted = [...placed].sort((a, b) => a - b);
        for (let i = 1; i < sorted.length; i++) expect(sorted[i]! - sorted[i - 1]!).toBeGreaterThanOrEqual(15 - 1e-9);
        expect(sorted.at(-1)!).toBeLessThanOrEqual(520);
        ys.forEach((a, i) =>
          ys.forEach((b, j) => {
            if (a < b) expect(placed[i]!).toBeLessThan(placed[j]!);
          }),
        );
      }),
    );
  });
});
