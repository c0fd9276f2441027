import { describe, expect, it } from "vitest";
import fc from "fast-check";
import { adaptiveQuadrature } from "../testing/quadrature";
import { boxVessel, roundVessel } from "../testing/setups";
import { areaAtCm2, heightAfterCm, volumeBetweenCm3 } from "./area-by-height";
import { reshaped, scaledVessel } from "./reshape";
import { VESSEL_SHELF } from "./shelf";
import { checkVessel } from "./check-vessel";
import {
  cutAt,
  narrowestAboveCm,
  perimeterCm,
  sectionWidthCm,
  standsOnCm2,
  VESSEL_SHAPES,
  vesselArea,
  vesselAreaCm2,
  vesselVolumeCm3,
  wallAreaCm2,
  wallsAtCm,
  type Shape,
  type Vessel,
} from "./vessel";

const ROUND = roundVessel(20, 30);
const TROUGH = boxVessel(60, 25, 20, "wood");
const codes = (vessel: Vessel): string[] => checkVessel(vessel).map(({ path, code }) => `${path} ${code}`);
const EACH: readonly Shape[] = VESSEL_SHAPES;
/** A vessel of each shape that is no box in disguise. */
const shaped = (shape: Shape): Vessel => reshaped({ ...TROUGH, baseLengthCm: 44, baseWidthCm: 17 } as Vessel, shape);

describe("a vessel", () => {
  it("has the area of its level cut, and the volume under a height, at most to its rim", () => {
    expect(vesselAreaCm2(ROUND)).toBeCloseTo(Math.PI * 100, 9);
    expect(vesselAreaCm2(TROUGH)).toBe(1500);
    expect(vesselVolumeCm3(TROUGH)).toBe(30_000);
    expect(vesselVolumeCm3(TROUGH, 4)).toBe(6000);
    expect(vesselVolumeCm3(TROUGH, 99)).toBe(30_000);
    expect(vesselVolumeCm3(TROUGH, -1)).toBe(0);
  });

  it("has the volumes of the solids it is: frustum, pyramid's, half ellipsoid's and cylinder's with cone", () => {
    const pot: Vessel = { ...ROUND, insideDiameterCm: 24, baseDiameterCm: 18 } as Vessel;
    expect(vesselVolumeCm3(pot)).toBeCloseTo(((Math.PI * 30) / 12) * (24 ** 2 + 24 * 18 + 18 ** 2), 6);
    const box: Vessel = { ...TROUGH, baseLengthCm: 50, baseWidthCm: 20 } as Vessel;
    // prismoidal formula
    expect(vesselVolumeCm3(box)).toBeCloseTo((20 / 6) * (60 * 25 + 4 * 55 * 22.5 + 50 * 20), 6);
    const bowl: Vessel = {
      ...ROUND,
      shape: "bowl",
      insideDiameterCm: 20,
      baseDiameterCm: 1e-6,
      insideDepthCm: 12,
    } as Vessel;
    expect(vesselVolumeCm3(bowl)).toBeCloseTo((2 / 3) * Math.PI * 100 * 12, 3);
    // a quarter of an ellipse from the flat of its base, by summing thin discs
    const footed = { ...bowl, baseDiameterCm: 12, insideDiameterCm: 30 } as Vessel;
    const radius = (z: number): number => 6 + 9 * Math.sqrt(1 - (1 - z / 12) ** 2);
    for (const upTo of [0.3, 1.2, 5, 12]) {
      const discs = 40_000;
      const summed = Array.from({ length: discs }, (_, i) => radius((upTo * (i + 0.5)) / discs) ** 2);
      const exact = (Math.PI * upTo * summed.reduce((sum, one) => sum + one, 0)) / discs;
      expect(Math.abs(vesselVolumeCm3(footed, upTo) / exact - 1)).toBeLessThan(2e-3);
      expect(cutAt(footed, upTo).widthCm).toBeCloseTo(2 * radius(upTo), 9);
      expect(Math.abs(vesselAreaCm2(footed, upTo) / (Math.PI * radius(upTo) ** 2) - 1)).toBeLessThan(0.02);
    }
    const bottle: Vessel = {
      ...ROUND,
      shape: "bottle",
      insideDiameterCm: 20,
      neckDiameterCm: 4,
      shoulderCm: 18,
      neckFromCm: 24,
      insideDepthCm: 30,
    } as Vessel;
    expect(vesselVolumeCm3(bottle)).toBeCloseTo(Math.PI * (100 * 18 + (6 / 3) * (100 + 20 + 4) + 4 * 6), 6);
    const oval: Vessel = { ...TROUGH, shape: "oval" } as Vessel;
    expect(vesselVolumeCm3(oval)).toBeCloseTo((Math.PI / 4) * 30_000, 6);
    const bath: Vessel = { ...TROUGH, shape: "bath", cornerRadiusCm: 5 } as Vessel;
    expect(vesselVolumeCm3(bath)).toBeCloseTo(30_000 - (4 - Math.PI) * 25 * 20, 6);
  });

  it.each(EACH)(
    "of shape %s has for its volume the integral of its area, to 1e-6, and its height back from it",
    (shape) => {
      const vessel = shaped(shape);
      expect(checkVessel(vessel)).toEqual([]);
      const area = vesselArea(vessel);
      for (const share of [0.13, 0.5, 0.77, 1]) {
        const height = share * vessel.insideDepthCm;
        const joints = [0, ...area.map(({ toCm }) => Math.min(toCm, height)), height];
        const quadrature = joints
          .slice(1)
          .reduce((sum, to, i) => sum + adaptiveQuadrature((z) => areaAtCm2(area, z), joints[i]!, to - 1e-9, 1e-9), 0);
        expect(vesselVolumeCm3(vessel, height) / quadrature).toBeCloseTo(1, 6);
        expect(heightAfterCm(area, 0, vesselVolumeCm3(vessel, height))).toBeCloseTo(height, 6);
      }
    },
  );

  it.each(EACH)("of shape %s is cut where its area says: length and width make the area", (shape) => {
    const vessel = shaped(shape);
    for (const share of [0.02, 0.3, 0.9]) {
      const z = share * vessel.insideDepthCm;
      const { lengthCm, widthCm } = cutAt(vessel, z);
      const fills = vesselAreaCm2(vessel, z) / (lengthCm * widthCm);
      const expected = { rectangular: 1, square: 1, bath: 1 } as Partial<Record<Shape, number>>;
      expect(fills).toBeGreaterThan((expected[shape] ?? Math.PI / 4) - 0.06);
      expect(fills).toBeLessThan((expected[shape] ?? Math.PI / 4) + 1e-6);
      const { leftCm, rightCm } = wallsAtCm(vessel, z);
      expect(rightCm - leftCm).toBeCloseTo(lengthCm, 9);
      expect(leftCm).toBeGreaterThanOrEqual(-1e-9);
      expect(rightCm).toBeLessThanOrEqual(sectionWidthCm(vessel) + 1e-9);
    }
  });

  it("has a wall of its perimeter, slant counted, and stands on its base with the wall", () => {
    expect(wallAreaCm2(ROUND, 0, 30)).toBeCloseTo(Math.PI * 20 * 30, 2);
    expect(wallAreaCm2(TROUGH, 5, 15)).toBeCloseTo(2 * 85 * 10, 6);
    const cone = { ...ROUND, insideDiameterCm: 30, baseDiameterCm: 10 } as Vessel;
    expect(wallAreaCm2(cone, 0, 30) / (Math.PI * (15 + 5) * Math.hypot(30, 10))).toBeCloseTo(1, 4);
    expect(perimeterCm(ROUND, 3)).toBeCloseTo(Math.PI * 20, 9);
    expect(standsOnCm2({ ...TROUGH, wallCm: 0 })).toBe(1500);
    expect(standsOnCm2({ ...ROUND, wallCm: 1 })).toBeCloseTo(Math.PI * 121, 6);
  });

  it("is cut along its longest side, a bath sloping at one end", () => {
    expect(sectionWidthCm(ROUND)).toBe(20);
    expect(sectionWidthCm(TROUGH)).toBe(60);
    expect(sectionWidthCm({ ...TROUGH, insideLengthCm: 25, insideWidthCm: 60 } as Vessel)).toBe(60);
    const bath = shaped("bath");
    expect(wallsAtCm(bath, 0).rightCm).toBeCloseTo(wallsAtCm(bath, bath.insideDepthCm).rightCm, 9);
    expect(wallsAtCm(bath, 0).leftCm).toBeGreaterThan(wallsAtCm(bath, bath.insideDepthCm).leftCm);
  });

  it("lets through its neck what is no wider than that", () => {
    expect(narrowestAboveCm(shaped("bottle"), 2)).toBeCloseTo(
      (shaped("bottle") as { neckDiameterCm: number }).neckDiameterCm,
      6,
    );
    expect(narrowestAboveCm(ROUND, 2)).toBe(20);
  });

  it("is taken from 1 cm to 5 m across and 2 m deep, each side by itself", () => {
    expect(codes(ROUND)).toEqual([]);
    expect(codes(TROUGH)).toEqual([]);
    expect(codes(boxVessel(1, 500, 200))).toEqual([]);
    expect(codes(boxVessel(0.9, 500.1, 200.1))).toEqual([
      "vessel.insideLengthCm too-small",
      "vessel.insideWidthCm too-large",
      "vessel.baseLengthCm too-small",
      "vessel.baseWidthCm too-large",
      "vessel.insideDepthCm too-large",
    ]);
    expect(codes(roundVessel(Number.NaN, Infinity))).toEqual([
      "vessel.insideDiameterCm not-positive",
      "vessel.baseDiameterCm not-positive",
      "vessel.insideDepthCm too-large",
    ]);
    expect(codes({ ...ROUND, insideDepthCm: 0 })).toEqual(["vessel.insideDepthCm not-positive"]);
    expect(codes({ ...ROUND, wallCm: -1, baseCm: 21 })).toEqual([
      "vessel.wallCm out-of-range",
      "vessel.baseCm out-of-range",
    ]);
  });

  it("is refused where its measures make no such shape", () => {
    const bottle = shaped("bottle");
    expect(codes({ ...bottle, neckFromCm: 2 } as Vessel)).toEqual(["vessel.neckFromCm under-shoulder"]);
    expect(codes({ ...bottle, neckFromCm: 99 } as Vessel)).toEqual(["vessel.neckFromCm above-rim"]);
    expect(codes({ ...bottle, neckDiameterCm: 99 } as Vessel)).toEqual(["vessel.neckDiameterCm wider-than-body"]);
    expect(codes({ ...shaped("bowl"), baseDiameterCm: 99 } as Vessel)).toEqual([
      "vessel.baseDiameterCm wider-than-rim",
    ]);
    expect(codes({ ...shaped("bath"), cornerRadiusCm: 20 } as Vessel)).toEqual(["vessel.cornerRadiusCm too-round"]);
    expect(codes({ ...shaped("poured"), insideDepthCm: 40 })).toEqual(["vessel.insideDepthCm not-poured-to"]);
  });

  it("carries its mouth, base and depth over to another shape", () => {
    fc.assert(
      fc.property(fc.constantFrom(...EACH), fc.constantFrom(...EACH), (from, to) => {
        const first = shaped(from);
        const second = reshaped(first, to);
        expect(checkVessel(second)).toEqual([]);
        expect(second.insideDepthCm).toBe(first.insideDepthCm);
        expect(vesselVolumeCm3(second) / vesselVolumeCm3(first)).toBeGreaterThan(0.4);
        expect(vesselVolumeCm3(second) / vesselVolumeCm3(first)).toBeLessThan(2.2);
      }),
    );
    expect(reshaped(ROUND, "round")).toBe(ROUND);
  });
});

describe("the shelf", () => {
  it("has some thirty vessels, each sound and of its own name", () => {
    expect(VESSEL_SHELF.length).toBeGreaterThanOrEqual(30);
    for (const { vessel } of VESSEL_SHELF) expect(checkVessel(vessel)).toEqual([]);
    expect(new Set(VESSEL_SHELF.map(({ id }) => id)).size).toBe(VESSEL_SHELF.length);
    expect(new Set(VESSEL_SHELF.map(({ name }) => name)).size).toBe(VESSEL_SHELF.length);
    const volumes = (id: string): number =>
      volumeBetweenCm3(vesselArea(VESSEL_SHELF.find((one) => one.id === id)!.vessel), 0, 999) &&
      vesselVolumeCm3(VESSEL_SHELF.find((one) => one.id === id)!.vessel) / 1000;
    // what their names say they hold
    expect(volumes("bucket-10")).toBeGreaterThan(10);
    expect(volumes("bucket-10")).toBeLessThan(11.5);
    expect(volumes("carboy")).toBeGreaterThan(23);
    expect(volumes("carboy")).toBeLessThan(27);
    expect(volumes("bag-25") / 25).toBeCloseTo(1, 1);
    expect(volumes("storage-45") / 45).toBeCloseTo(1, 1);
  });
});

describe("a vessel of another size", () => {
  it("holds the cube of the factor, in every shape, with walls as thick as before", () => {
    for (const shape of VESSEL_SHAPES)
      for (const factor of [0.5, 1.4, 2]) {
        const vessel = shaped(shape);
        const made = scaledVessel(vessel, factor);
        const holds = vesselVolumeCm3(made) / vesselVolumeCm3(vessel);
        expect([shape, factor, Math.abs(holds / factor ** 3 - 1) < 0.03]).toEqual([shape, factor, true]);
        expect([made.wallCm, made.material, made.shape]).toEqual([vessel.wallCm, vessel.material, shape]);
      }
  });
});
