import { describe, expect, it } from "vitest";
import fc from "fast-check";
import { adaptiveQuadrature } from "../testing/quadrature";
import {
  addedAreas,
  areaAtCm2,
  areaSlopeCm,
  cutArea,
  heightAfterCm,
  leastAreaCm2,
  pieceOfProduct,
  raisedArea,
  straightArea,
  volumeBetweenCm3,
  widened,
  type AreaByHeight,
} from "./area-by-height";
import { pouredArea, type Pour } from "./poured";

/** Two pieces: a cone on a cylinder, with a jump between them. */
const JUMPING: AreaByHeight = [
  { fromCm: 0, toCm: 4, coefficients: [100] },
  pieceOfProduct(4, 10, [12, 1.5], [12, 1.5], Math.PI / 4),
];

describe("an area by height", () => {
  it("is the same at its ends and beyond, and its slope is its slope", () => {
    expect(areaAtCm2(JUMPING, -3)).toBe(100);
    expect(areaAtCm2(JUMPING, 3.999)).toBe(100);
    expect(areaAtCm2(JUMPING, 4)).toBeCloseTo((Math.PI / 4) * 144, 9);
    expect(areaAtCm2(JUMPING, 25)).toBeCloseTo((Math.PI / 4) * 21 ** 2, 9);
    const secant = (areaAtCm2(JUMPING, 7.001) - areaAtCm2(JUMPING, 6.999)) / 0.002;
    expect(areaSlopeCm(JUMPING, 7)).toBeCloseTo(secant, 6);
    expect(areaSlopeCm(JUMPING, 2)).toBe(0);
    expect(areaSlopeCm(JUMPING, 12)).toBe(0);
  });

  it("is integrated exactly between any heights, back and forth, and beyond its ends", () => {
    fc.assert(
      fc.property(
        fc.double({ min: -5, max: 15, noNaN: true }),
        fc.double({ min: -5, max: 15, noNaN: true }),
        (a, b) => {
          const volume = volumeBetweenCm3(JUMPING, a, b);
          expect(volumeBetweenCm3(JUMPING, b, a)).toBeCloseTo(-volume, 9);
          const [low, high] = [Math.min(a, b), Math.max(a, b)];
          const joints = [low, ...[0, 4, 10].filter((z) => z > low && z < high), high];
          const sum = joints
            .slice(1)
            .reduce(
              (whole, to, i) =>
                whole + adaptiveQuadrature((z) => areaAtCm2(JUMPING, Math.min(z, to - 1e-12)), joints[i]!, to, 1e-10),
              0,
            );
          expect(Math.abs(volume)).toBeCloseTo(sum, 5);
          expect(heightAfterCm(JUMPING, a, volume)).toBeCloseTo(b, 6);
        },
      ),
      { numRuns: 200 },
    );
  });

  it("is cut, raised, widened and put together without changing what is in it", () => {
    const cut = cutArea(JUMPING, 2, 7.5);
    expect([cut[0]!.fromCm, cut.at(-1)!.toCm]).toEqual([2, 7.5]);
    for (const z of [2, 3.9, 4.1, 7.4]) expect(areaAtCm2(cut, z)).toBeCloseTo(areaAtCm2(JUMPING, z), 9);
    expect(volumeBetweenCm3(cut, 2, 7.5)).toBeCloseTo(volumeBetweenCm3(JUMPING, 2, 7.5), 9);
    expect(areaAtCm2(cutArea(JUMPING, 8, 14), 12)).toBeCloseTo(areaAtCm2(JUMPING, 12), 9);
    expect(areaAtCm2(cutArea(JUMPING, 12, 14), 13)).toBeCloseTo(areaAtCm2(JUMPING, 12), 9);
    expect(areaAtCm2(raisedArea(JUMPING, 5), 12)).toBeCloseTo(areaAtCm2(JUMPING, 7), 9);
    expect(areaAtCm2(widened(JUMPING, -20), 7)).toBeCloseTo(areaAtCm2(JUMPING, 7) - 20, 9);
    const both = addedAreas([JUMPING, straightArea(50, -2, 6)]);
    expect([-1, 3, 5, 8].map((z) => areaAtCm2(both, z))).toEqual(
      [50, 150, areaAtCm2(JUMPING, 5) + 50, areaAtCm2(JUMPING, 8)].map((x) => expect.closeTo(x, 9) as number),
    );
    expect(leastAreaCm2(JUMPING)).toBe(100);
    expect(leastAreaCm2([pieceOfProduct(0, 10, [20, -1], [20, -1])])).toBeCloseTo(100, 9);
  });
});

describe("a vessel measured by pouring", () => {
  const pours: fc.Arbitrary<Pour[]> = fc
    .array(
      fc.record({
        rise: fc.double({ min: 0.5, max: 8, noNaN: true }),
        area: fc.double({ min: 40, max: 900, noNaN: true }),
      }),
      {
        minLength: 2,
        maxLength: 9,
      },
    )
    .map((steps) => {
      let [volumeCm3, heightCm] = [0, 0];
      return steps.map(({ rise, area }) => ({ volumeCm3: (volumeCm3 += rise * area), heightCm: (heightCm += rise) }));
    });

  it("holds exactly what was poured at every line, has an area everywhere, and jumps nowhere", () => {
    fc.assert(
      fc.property(pours, (lines) => {
        const measured = pouredArea(lines);
        expect(measured.ok).toBe(true);
        if (!measured.ok) return;
        const area = measured.value;
        for (const { volumeCm3, heightCm } of lines)
          expect(volumeBetweenCm3(area, 0, heightCm) / volumeCm3).toBeCloseTo(1, 9);
        const top = lines.at(-1)!.heightCm;
        for (let i = 0; i <= 60; i++) expect(areaAtCm2(area, (top * i) / 60)).toBeGreaterThan(0);
        for (const { toCm } of area.slice(0, -1))
          expect(areaAtCm2(area, toCm - 1e-9) / areaAtCm2(area, toCm)).toBeCloseTo(1, 5);
      }),
    );
  });

  it("finds a tapered pot again from five pours, to 2 % of its area", () => {
    const frustum = (z: number): number => Math.PI * (81 * z + 9 * 0.1 * z ** 2 + (0.01 * z ** 3) / 3);
    const lines = [5, 10, 15, 20, 25].map((heightCm) => ({ heightCm, volumeCm3: frustum(heightCm) }));
    const measured = pouredArea(lines);
    if (!measured.ok) throw new Error("sound lines");
    for (const z of [2, 8, 13, 22])
      expect(areaAtCm2(measured.value, z) / (Math.PI * (9 + 0.1 * z) ** 2)).toBeCloseTo(1, 1.4);
  });

  it("is refused with the line and the reason when it cannot be", () => {
    const said = (lines: Pour[]) => {
      const measured = pouredArea(lines);
      return measured.ok ? [] : measured.problems.map(({ path, code }) => `${path} ${code}`);
    };
    const good = { volumeCm3: 1000, heightCm: 4 };
    expect(said([good])).toEqual(["vessel.pours too-few"]);
    expect(said([good, { volumeCm3: 900, heightCm: 8 }])).toEqual(["vessel.pours[1] not-rising"]);
    expect(said([good, { volumeCm3: 2000, heightCm: 4 }])).toEqual(["vessel.pours[1] not-rising"]);
    expect(said([{ volumeCm3: 0, heightCm: 4 }, good])).toContain("vessel.pours[0] not-positive");
    expect(said([good, { volumeCm3: 1001, heightCm: 9 }])).toEqual(["vessel.pours[1] too-narrow"]);
    expect(said([good, { volumeCm3: Number.NaN, heightCm: 9 }])).toEqual(["vessel.pours[1] not-positive"]);
    expect(said(Array.from({ length: 31 }, (_, i) => ({ volumeCm3: 100 * (i + 1), heightCm: i + 1 })))).toEqual([
      "vessel.pours too-many",
    ]);
  });
});
