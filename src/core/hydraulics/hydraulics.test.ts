import { describe, expect, it } from "vitest";
import fc from "fast-check";
import { hydraulicFunctions, type VgHydraulics } from "./hydraulics";
import { anyVg } from "../testing/arbitrary";

const LOAM: VgHydraulics = {
  model: "vg",
  thetaR: 0.078,
  thetaS: 0.43,
  ksCmPerHour: 1.04,
  tau: 0.5,
  airEntryCm: 0,
  modes: [{ weight: 1, alphaPerCm: 0.036, n: 1.56 }],
};

describe("van Genuchten–Mualem functions", () => {
  it("give the closed unimodal form (van Genuchten 1980, eqs 3 and 8)", () => {
    const f = hydraulicFunctions(LOAM);
    for (const suction of [0.01, 1, 10, 100, 1000, 15000]) {
      const m = 1 - 1 / 1.56;
      const se = (1 + (0.036 * suction) ** 1.56) ** -m;
      expect(f.effectiveSaturation(-suction)).toBeCloseTo(se, 12);
      expect(f.waterContent(-suction)).toBeCloseTo(0.078 + 0.352 * se, 12);
      const k = 1.04 * Math.sqrt(se) * (1 - (1 - se ** (1 / m)) ** m) ** 2;
      expect(f.conductivityCmPerHour(-suction) / k).toBeCloseTo(1, suction > 1000 ? 3 : 6);
    }
  });

  it("keep every digit of K when dry, where 1 − (1 − s^(1/m))^m in plain form loses them all", () => {
    const f = hydraulicFunctions({ ...LOAM, modes: [{ weight: 1, alphaPerCm: 0.5, n: 3 }] });
    // for x ≫ 1: S → x^-(n-1), 1 − (1 − s^(1/m))^m → m·x^-n, so K → Ks·S^½·m²·x^-2n
    const x = 0.5 * 1e6;
    const asymptote = 1.04 * Math.sqrt(x ** -2) * (2 / 3) ** 2 * x ** -6;
    expect(f.conductivityCmPerHour(-1e6) / asymptote).toBeCloseTo(1, 6);
  });

  it("hold Se = 1 and K = Ks down to the air entry, and are continuous there (Ippisch et al. 2006)", () => {
    const f = hydraulicFunctions({ ...LOAM, airEntryCm: 2 });
    expect(f.effectiveSaturation(-2)).toBe(1);
    expect(f.conductivityCmPerHour(-1.999)).toBe(1.04);
    expect(f.effectiveSaturation(-2.000001)).toBeCloseTo(1, 6);
    expect(f.conductivityCmPerHour(-2.000001)).toBeCloseTo(1.04, 4);
    expect(f.capacityPerCm(-1)).toBe(0);
  });

  it("weigh the modes of a multimodal curve (Durner 1994; Priesack & Durner 2006)", () => {
    const a = { alphaPerCm: 0.35, n: 1.9 };
    const b = { alphaPerCm: 0.02, n: 1.4 };
    const both = hydraulicFunctions({
      ...LOAM,
      modes: [
        { weight: 0.7, ...a },
        { weight: 0.3, ...b },
      ],
    });
    const [one, two] = [a, b].map((mode) => hydraulicFunctions({ ...LOAM, modes: [{ weight: 1, ...mode }] })) as [
      typeof both,
      typeof both,
    ];
    expect(both.effectiveSaturation(-20)).toBeCloseTo(
      0.7 * one.effectiveSaturation(-20) + 0.3 * two.effectiveSaturation(-20),
      14,
    );
    const bundle = (f: typeof both): number =>
      Math.sqrt(f.conductivityCmPerHour(-20) / (1.04 * Math.sqrt(f.effectiveSaturation(-20))));
    const g = (0.7 * 0.35 * bundle(one) + 0.3 * 0.02 * bundle(two)) / (0.7 * 0.35 + 0.3 * 0.02);
    expect(both.conductivityCmPerHour(-20)).toBeCloseTo(1.04 * Math.sqrt(both.effectiveSaturation(-20)) * g * g, 10);
  });

  it("fall with suction, stay within their bounds and are finite, for any medium", () => {
    fc.assert(
      fc.property(anyVg, fc.double({ min: -8, max: 12, noNaN: true }), (hydraulics, exponent) => {
        const f = hydraulicFunctions(hydraulics);
        const suction = 10 ** exponent;
        const [wetter, drier] = [f.effectiveSaturation(-suction), f.effectiveSaturation(-suction * 1.5)];
        expect(drier).toBeLessThanOrEqual(wetter);
        expect(wetter).toBeLessThanOrEqual(1);
        expect(drier).toBeGreaterThanOrEqual(0);
        const k = f.conductivityCmPerHour(-suction);
        expect(k).toBeGreaterThanOrEqual(0);
        expect(k).toBeLessThanOrEqual(hydraulics.ksCmPerHour * (1 + 1e-12));
        expect(Number.isFinite(f.capacityPerCm(-suction))).toBe(true);
      }),
    );
  });

  it("have a capacity that is the slope of the water content", () => {
    fc.assert(
      fc.property(anyVg, fc.double({ min: -2, max: 4, noNaN: true }), (hydraulics, exponent) => {
        const f = hydraulicFunctions(hydraulics);
        const psi = -(10 ** exponent) - hydraulics.airEntryCm;
        const step = -psi * 1e-5;
        const slope = (f.waterContent(psi + step) - f.waterContent(psi - step)) / (2 * step);
        expect(f.capacityPerCm(psi)).toBeCloseTo(slope, 6);
      }),
    );
  });

  it("refuse a medium without modes, by name", () => {
    expect(() => hydraulicFunctions({ ...LOAM, modes: [] })).toThrow(/hydraulics\.modes/u);
  });
});

describe("the exponential soil (Gardner 1958)", () => {
  it("is exp(alpha·psi) in saturation and conductivity", () => {
    const f = hydraulicFunctions({ model: "exponential", thetaR: 0.06, thetaS: 0.4, ksCmPerHour: 2, alphaPerCm: 0.1 });
    expect(f.effectiveSaturation(-10)).toBeCloseTo(Math.exp(-1), 14);
    expect(f.conductivityCmPerHour(-10)).toBeCloseTo(2 * Math.exp(-1), 14);
    expect(f.waterContent(3)).toBe(0.4);
    expect(f.capacityPerCm(-10)).toBeCloseTo(0.1 * 0.34 * Math.exp(-1), 14);
  });
});
