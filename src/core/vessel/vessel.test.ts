import { describe, expect, it } from "vitest";
import { checkVessel, sectionWidthCm, vesselAreaCm2, vesselVolumeCm3, type Vessel } from "./vessel";

const ROUND: Vessel = { shape: "round", insideDiameterCm: 20, insideDepthCm: 30, material: "plastic" };
const TROUGH: Vessel = {
  shape: "rectangular",
  insideLengthCm: 60,
  insideWidthCm: 25,
  insideDepthCm: 20,
  material: "wood",
};
const codes = (vessel: Vessel): string[] => checkVessel(vessel).map(({ path, code }) => `${path} ${code}`);

describe("a vessel", () => {
  it("has the area of its level cut, and the volume under a height, at most to its rim", () => {
    expect(vesselAreaCm2(ROUND)).toBeCloseTo(Math.PI * 100, 9);
    expect(vesselAreaCm2(TROUGH)).toBe(1500);
    expect(vesselVolumeCm3(TROUGH)).toBe(30_000);
    expect(vesselVolumeCm3(TROUGH, 4)).toBe(6000);
    expect(vesselVolumeCm3(TROUGH, 99)).toBe(30_000);
    expect(vesselVolumeCm3(TROUGH, -1)).toBe(0);
  });

  it("is cut along its longest side", () => {
    expect(sectionWidthCm(ROUND)).toBe(20);
    expect(sectionWidthCm(TROUGH)).toBe(60);
    expect(sectionWidthCm({ ...TROUGH, insideLengthCm: 25, insideWidthCm: 60 })).toBe(60);
  });

  it("is taken from 1 cm to 5 m across and 2 m deep, each side by itself", () => {
    expect(codes(ROUND)).toEqual([]);
    expect(codes(TROUGH)).toEqual([]);
    expect(codes({ ...TROUGH, insideLengthCm: 1, insideWidthCm: 500, insideDepthCm: 200 })).toEqual([]);
    expect(codes({ ...TROUGH, insideLengthCm: 0.9, insideWidthCm: 500.1, insideDepthCm: 200.1 })).toEqual([
      "vessel.insideLengthCm too-small",
      "vessel.insideWidthCm too-large",
      "vessel.insideDepthCm too-large",
    ]);
    expect(codes({ ...ROUND, insideDiameterCm: Number.NaN, insideDepthCm: Infinity })).toEqual([
      "vessel.insideDiameterCm not-positive",
      "vessel.insideDepthCm too-large",
    ]);
    expect(codes({ ...ROUND, insideDepthCm: 0 })).toEqual(["vessel.insideDepthCm not-positive"]);
  });
});
