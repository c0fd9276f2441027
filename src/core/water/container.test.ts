import { describe, expect, it } from "vitest";
import { PEAT } from "../testing/hydraulics";
import { adaptiveQuadrature } from "../testing/quadrature";
import { hydraulicFunctions } from "../hydraulics/hydraulics";
import { containerState, VESSEL_HEIGHTS_CM } from "./container";

describe("what a medium holds in a vessel that has drained", () => {
  it("is the mean of its curve over the height, and air is the rest of its pores", () => {
    const { waterContent } = hydraulicFunctions(PEAT);
    for (const heightCm of [5, 15, 40]) {
      const { water, air, heightCm: told } = containerState(PEAT, heightCm);
      const mean = adaptiveQuadrature((z) => waterContent(-z), 0, heightCm, 1e-9) / heightCm;
      expect(water).toBeCloseTo(mean, 7);
      expect(air).toBeCloseTo(PEAT.thetaS - mean, 7);
      expect(told).toBe(heightCm);
    }
  });

  it("leaves no less than no air", () => expect(containerState({ ...PEAT, airEntryCm: 50 }, 10).air).toBe(0));

  it("is drawn for vessels of 5 to 40 cm", () => {
    expect(VESSEL_HEIGHTS_CM[0]).toBe(5);
    expect(VESSEL_HEIGHTS_CM.at(-1)).toBe(40);
    expect(VESSEL_HEIGHTS_CM[10]).toBe(15);
  });
});
