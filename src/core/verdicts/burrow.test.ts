import { describe, expect, it } from "vitest";
import { hydraulicFunctions } from "../hydraulics/hydraulics";
import { medium } from "../testing/setups";
import { apparentCohesionKPa, cutHeightCm, standingCutCm } from "./burrow";

const cutIn = (id: string, suctionCm: number) => {
  const found = medium(id)!;
  return standingCutCm(found, suctionCm, hydraulicFunctions(found.hydraulics).effectiveSaturation);
};

describe("a burrow in damp ground", () => {
  it("is held by Se·suction·tan φ, and a cut of it stands to 4c/γ·tan(45° + φ/2): by hand", () => {
    // half full at 100 cm: 0.5 · 9.81 kPa · tan 30° = 2.832 kPa; 4 · 2.832 / 15 · tan 60° = 1.308 m
    expect(apparentCohesionKPa(0.5, 100, 30, 0.01)).toBeCloseTo(2.832, 3);
    // between grains of 1 mm no more than 0.109 kPa of pull: 0.109 · tan 30°; and half of it with half the last bridges
    expect(apparentCohesionKPa(0.5, 100, 30, 1)).toBeCloseTo(0.0629, 4);
    expect(apparentCohesionKPa(0.01, 1e5, 30, 1)).toBeCloseTo(0.0315, 4);
    expect(cutHeightCm(2.832, 15, 30)).toBeCloseTo(130.8, 1);
  });

  it("does not stand in water, nor in grains that ravel, nor in sand that has dried out", () => {
    expect(cutIn("topsoil-loam", 0)).toEqual({ low: 0, typical: 0, high: 0 });
    expect(cutIn("bark-6-12", 100).high).toBe(0);
    expect(cutIn("coarse-sand-0.5-2", 5000).typical).toBeLessThan(cutIn("coarse-sand-0.5-2", 20).typical);
  });

  it("stands the higher the damper and the finer the ground, told as a range", () => {
    const { low, typical, high } = cutIn("topsoil-loam", 60);
    expect(low).toBeGreaterThan(0);
    expect(low).toBeLessThan(typical);
    expect(typical).toBeLessThan(high);
    expect(typical).toBeGreaterThan(cutIn("topsoil-loam", 5).typical);
    expect(typical).toBeGreaterThan(cutIn("coarse-sand-0.5-2", 60).typical);
  });
});
