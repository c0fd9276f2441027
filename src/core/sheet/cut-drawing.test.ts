import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { Drawing } from "../drawing/shape";
import { boxVessel, potWith, roundVessel, wallHole, BASE_HOLES } from "../testing/setups";
import type { Fixture } from "../stack/fixtures";
import type { Vessel } from "../vessel/vessel";
import { cutDrawing } from "./cut-drawing";
import { cutsOf } from "./cuts";

type Line = readonly [x1: number, y1: number, x2: number, y2: number];
const paths = ({ shapes }: Drawing): string[] => shapes.flatMap((shape) => (shape.kind === "path" ? [shape.d] : []));
const lines = (drawing: Drawing): Line[] =>
  paths(drawing).flatMap((d) => {
    const found = /^M(-?[\d.]+) (-?[\d.]+)L(-?[\d.]+) (-?[\d.]+)$/u.exec(d);
    return found ? [found.slice(1).map(Number) as unknown as Line] : [];
  });
const circles = (drawing: Drawing): { x: number; y: number; radius: number }[] =>
  paths(drawing).flatMap((d) => {
    const found = /^M(-?[\d.]+) (-?[\d.]+)a([\d.]+) \3 /u.exec(d);
    if (!found) return [];
    const [left, y, radius] = found.slice(1).map(Number) as [number, number, number];
    return [{ x: left + radius, y, radius }];
  });
const drawn = (vessel: Vessel, fixture: Fixture) => {
  const setup = { ...potWith({ kind: "drained", outletCm: 0 }), vessel, fixtures: [fixture] };
  const [cut] = cutsOf(setup, "metric");
  return { cut: cut!, drawing: cutDrawing(cut!, setup, "metric") };
};
/** Coordinates are written to a hundredth of a mm. */
const close = (value: number, wanted: number): void => expect(Math.abs(value - wanted)).toBeLessThan(0.025);
const BOX = boxVessel(60, 30, 40);

describe("the base as it is drilled", () => {
  it("has its holes to scale where they are drilled: 60 by 30 cm on 78 by 39 mm", () => {
    const { drawing } = drawn(BOX, { ...BASE_HOLES, diameterCm: 2 } as Fixture);
    expect(paths(drawing)[0]).toBe("M6 4h78v39h-78Z");
    // 1.3 mm to the cm; the middle at 45 and 23.5; quarter points
    const found = circles(drawing);
    expect(found.map(({ x, y }) => [x, y])).toEqual([
      [25.5, 13.75],
      [64.5, 13.75],
      [25.5, 33.25],
      [64.5, 33.25],
    ]);
    for (const { radius } of found) close(radius, 1.3);
    // each with a cross that stands out of it, and both middle lines over the edge
    for (const { x, y, radius } of found) {
      expect(lines(drawing)).toContainEqual([x - radius - 1, y, x + radius + 1, y]);
      expect(lines(drawing)).toContainEqual([x, y - radius - 1, x, y + radius + 1]);
    }
    expect(lines(drawing)).toContainEqual([3, 23.5, 87, 23.5]);
    expect(lines(drawing)).toContainEqual([45, 1, 45, 46]);
  });

  it("is round where the vessel is, with its holes inside", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 5, max: 120, noNaN: true }),
        fc.integer({ min: 1, max: 60 }),
        fc.boolean(),
        (acrossCm, count, isRound) => {
          const { cut, drawing } = drawn(isRound ? roundVessel(acrossCm, 30) : boxVessel(acrossCm, 20, 30), {
            ...BASE_HOLES,
            count,
            diameterCm: 0.6,
          } as Fixture);
          if (cut.in !== "base") throw new Error("a base");
          const found = circles(drawing).filter(({ radius }) => radius < 10);
          expect(found).toHaveLength(count);
          const perCm = Math.min(78 / cut.lengthCm, 52 / cut.widthCm);
          found.forEach(({ x, y }, i) => {
            close(x, 6 + (cut.lengthCm / 2 + cut.places[i]!.alongCm) * perCm);
            close(y, 4 + (cut.widthCm / 2 + cut.places[i]!.acrossCm) * perCm);
            expect(x).toBeLessThan(drawing.widthMm);
            expect(y).toBeLessThan(drawing.heightMm);
          });
        },
      ),
      { numRuns: 60, seed: 18 },
    );
  });
});

describe("the wall as it is drilled", () => {
  it("is drawn from outside with its holes where they are measured", () => {
    const { drawing } = drawn(BOX, wallHole(10));
    // 30.6 cm by 40.3: the height decides, 52 mm of it
    const perCm = 52 / 40.3;
    const [left, right] = circles(drawing);
    for (const one of [left!, right!]) close(one.y, 56 - 10.9 * perCm);
    close(right!.x - left!.x, 3.6 * perCm);
    close((left!.x + right!.x) / 2, 30 + (30.6 * perCm) / 2);
    close(left!.radius, 0.6 * perCm);
    // measured up from the ground at the left, and down from the rim at the right
    const y = left!.y;
    expect(lines(drawing)).toContainEqual([22, 56, 22, y]);
    const down = lines(drawing).find(([x1, y1, x2, y2]) => x1 === x2 && x1 > right!.x && y1 === 4 && y2 === y);
    expect(down).toBeDefined();
    // and from one to the other under them
    expect(lines(drawing).some(([x1, y1, x2, y2]) => x1 === left!.x && x2 === right!.x && y1 === y2 && y1 > y)).toBe(
      true,
    );
  });

  it("narrows to its base as the vessel does, and stands on the ground", () => {
    const vessel = { ...boxVessel(60, 30, 40), baseWidthCm: 20 } as Vessel;
    const perCm = 52 / 40.3;
    const middle = 30 + (30.6 * perCm) / 2;
    const outline = paths(drawn(vessel, wallHole(10)).drawing)[0]!;
    const numbers = [...outline.matchAll(/-?[\d.]+/gu)].map(([number]) => Number(number));
    const wanted = [
      middle - 10.3 * perCm,
      56,
      middle - 15.3 * perCm,
      4,
      middle + 15.3 * perCm,
      middle + 10.3 * perCm,
      56,
    ];
    expect(numbers).toHaveLength(wanted.length);
    numbers.forEach((number, i) => close(number, wanted[i]!));
  });

  it("shows holes around a round wall as far apart as they are seen from the side, none beyond its edge", () => {
    const { cut, drawing } = drawn(roundVessel(20, 30), { ...wallHole(10), count: 5, diameterCm: 2 } as Fixture);
    const perCm = 52 / 30.3;
    const middle = 30 + (20.6 * perCm) / 2;
    const found = circles(drawing);
    found.forEach(({ x }, i) => {
      const angle = Math.min(1.5, Math.max(-1.5, cut.places[i]!.alongCm / 10));
      close(x, middle + 10 * Math.sin(angle) * perCm);
    });
    // 6 cm apart along the wall: the outer ones have gone around the corner
    expect(cut.places.at(-1)!.alongCm).toBeCloseTo(12, 9);
    expect(found.at(-1)!.x - found.at(-2)!.x).toBeLessThan(found[3]!.x - found[2]!.x);
    const many = drawn(roundVessel(20, 30), { ...wallHole(10), count: 40, diameterCm: 2 } as Fixture);
    for (const { x } of circles(many.drawing)) expect(Math.abs(x - middle)).toBeLessThanOrEqual(10.3 * perCm);
  });
});
