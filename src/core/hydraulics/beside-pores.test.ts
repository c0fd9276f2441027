import { describe, expect, it } from "vitest";
import { CATALOGUE } from "../media/catalogue/catalogue";
import { besidePoresOf } from "../media/grains";
import { airPsiCm, filmConductivityCmPerHour, LN_HUMIDITY_PER_CM, vapourConductivityCmPerHour } from "./beside-pores";
import { hydraulicFunctions, type VgHydraulics } from "./hydraulics";

describe("films on grains", () => {
  it("conduct as a film of Langmuir's thickness flows: 48 nm at 10 cm of suction on a square centimetre of grain in each", () => {
    // √(ε·ε0/2)·π·k·T/e over √(ρ·g·h), in SI, and ρg/3η of its cube
    const suctionCm = 10;
    const thicknessM =
      (Math.sqrt((80.1 * 8.854e-12) / 2) * Math.PI * 1.381e-23 * 293.15) / 1.602e-19 / Math.sqrt(98.1 * suctionCm);
    expect(thicknessM * 1e9).toBeCloseTo(48, 0);
    const perMetre = 100;
    const metresPerSecond = (perMetre * 998 * 9.81 * thicknessM ** 3) / (3 * 1.002e-3);
    expect(filmConductivityCmPerHour(1, suctionCm) / (metresPerSecond * 100 * 3600)).toBeCloseTo(1, 2);
    expect(filmConductivityCmPerHour(1, 40) / filmConductivityCmPerHour(1, 10)).toBeCloseTo(1 / 8, 12);
    expect(filmConductivityCmPerHour(3, 40) / filmConductivityCmPerHour(1, 40)).toBeCloseTo(3, 12);
  });

  it("of smooth grains are the least that a clean gravel is known to conduct a hand over free water", () => {
    for (const id of ["pea-gravel-6-10", "coarse-gravel-15-25"]) {
      const gravel = CATALOGUE.find((medium) => medium.id === id)!;
      const film = filmConductivityCmPerHour(besidePoresOf(gravel).surfacePerCm, 10);
      expect(film).toBeLessThan(gravel.kAtPsi10CmPerHour.typical);
      expect(film).toBeGreaterThan(gravel.kAtPsi10CmPerHour.low / 10);
    }
  });
});

describe("vapour", () => {
  it("carries what diffuses from moist air to dry: D0·ε^(10/3)/φ² times the fall of its density (Fick)", () => {
    const [airSpace, porosity, lengthCm] = [0.4, 0.5, 3];
    const driest = airPsiCm(0.5);
    // ∫ K d(psi) from saturated air to half, in steps
    const steps = 20_000;
    let sum = 0;
    for (let i = 0; i < steps; i++)
      sum += vapourConductivityCmPerHour(airSpace, porosity, (driest * (i + 0.5)) / steps) * (-driest / steps);
    const fick = 0.24 * 3600 * (airSpace ** (10 / 3) / porosity ** 2) * 1.73e-5 * 0.5;
    expect(sum / lengthCm / (fick / lengthCm)).toBeCloseTo(1, 4);
  });

  it("is that of air of a humidity (Kelvin): half at some −9.6 km of water", () => {
    expect(airPsiCm(0.5)).toBeCloseTo(-956_000, -3);
    expect(Math.exp(LN_HUMIDITY_PER_CM * airPsiCm(0.8))).toBeCloseTo(0.8, 12);
  });
});

describe("a medium with what moves beside its pores", () => {
  const SAND: VgHydraulics = {
    model: "vg",
    thetaR: 0.04,
    thetaS: 0.4,
    ksCmPerHour: 20,
    tau: 0.5,
    airEntryCm: 0,
    modes: [{ weight: 1, alphaPerCm: 0.1, n: 5 }],
  };
  const [plain, whole] = [hydraulicFunctions(SAND), hydraulicFunctions(SAND, { surfacePerCm: 20 })];

  it("conducts the sum, which hardly differs while pores carry and is all there is once they are empty", () => {
    for (const suctionCm of [0, 1e-4, 1, 10])
      expect(whole.conductivityCmPerHour(-suctionCm) / plain.conductivityCmPerHour(-suctionCm)).toBeCloseTo(1, 5);
    const dry = 3000;
    expect(plain.conductivityCmPerHour(-dry)).toBeLessThan(1e-20);
    const [film, vapour] = [filmConductivityCmPerHour(20, dry), vapourConductivityCmPerHour(0.36, 0.4, -dry)];
    expect(whole.conductivityCmPerHour(-dry) / (film + vapour)).toBeCloseTo(1, 6);
    expect(whole.waterContent(-dry)).toBe(plain.waterContent(-dry));
  });
});
