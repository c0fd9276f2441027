import { describe, expect, it } from "vitest";
import { GRAVEL, PEAT } from "../testing/hydraulics";
import { adaptiveQuadrature } from "../testing/quadrature";
import { makeColumn } from "./column";
import { levelForFlow, steadyRise, supplyCurve } from "./steady-rise";

/** Peat on a foot of coarse sand a quarter as wide, and peat over all. */
const SAND = { ...PEAT, modes: [{ weight: 1, alphaPerCm: 0.06, n: 2.2 }], ksCmPerHour: 30 };
const column = makeColumn(
  [
    { thicknessCm: 6, areaCm2: 25, hydraulics: SAND },
    { thicknessCm: 14, areaCm2: 100, hydraulics: PEAT },
  ],
  1e-7,
  0.5,
);

/** dpsi/dz = −(1 + q/K) upward from the free surface, by the classical Runge-Kutta method in steps of 1/400 cm. */
function climbedCm(flow: number, fromCm: number, toCm: number): number {
  const step = 1 / 400;
  let psi = 0;
  for (let z = fromCm; z < toCm - 1e-9; z += step) {
    const { areaCm2, functions } = column.layers.find(({ topCm }) => topCm > z + step / 2)!;
    const slope = (at: number): number => -(1 + flow / areaCm2 / functions.conductivityCmPerHour(Math.min(at, 0)));
    const k1 = slope(psi);
    const k2 = slope(psi + (step / 2) * k1);
    const k3 = slope(psi + (step / 2) * k2);
    const k4 = slope(psi + step * k3);
    psi += (step / 6) * (k1 + 2 * k2 + 2 * k3 + k4);
  }
  return psi;
}

describe("the profile of a steady rise", () => {
  const rising = () => steadyRise(column, 2.1, 16, -80);

  it("climbs as an independent integration says, through unlike areas, and meets the limit at the demand", () => {
    const rise = rising();
    column.zCm.forEach((z, i) => {
      if (z > 2.1 && z < 16)
        expect(rise.psiCm[i]! / climbedCm(rise.maxCm3PerHour, 2.1, z), `z = ${z}`).toBeCloseTo(1, 2);
    });
    expect(climbedCm(rise.maxCm3PerHour, 2.1, 16) / -80).toBeCloseTo(1, 2);
    expect(rise.maxFluxCmPerHour).toBeCloseTo(rise.maxCm3PerHour / 100, 12);
  });

  it("is at rest below the surface, and above the demand", () => {
    const rise = rising();
    expect([...rise.psiCm.slice(0, 4)]).toEqual(
      [1.85, 1.35, 0.85, 0.35].map((psi) => expect.closeTo(psi, 9) as number),
    );
    const above = [...column.zCm].map((z, i) => [z, rise.psiCm[i]!] as const).filter(([z]) => z > 16);
    above.forEach(([z, psi]) => expect(psi).toBeCloseTo(-80 - (z - 16), 4));
    column.layers.forEach(({ firstCell, cellCount, functions }) => {
      for (let i = firstCell; i < firstCell + cellCount; i++)
        expect(rise.theta[i]).toBeCloseTo(functions.waterContent(Math.min(0, rise.psiCm[i]!)), 6);
    });
  });

  it("takes the area of the layer below for its flux at an interface", () => {
    const atFoot = steadyRise(column, 1, 6, -50);
    expect(atFoot.maxFluxCmPerHour).toBeCloseTo(atFoot.maxCm3PerHour / 25, 12);
  });

  it("refuses what is out of bounds, at each of them", () => {
    for (const [surface, demand, limit] of [
      [-0.1, 10, -50],
      [10, 10, -50],
      [2, 20.1, -50],
      [2, 10, 0],
      [Number.NaN, 10, -50],
    ] as const)
      expect(() => steadyRise(column, surface, demand, limit)).toThrow(RangeError);
    for (const [flow, demand, limit] of [
      [1, 0, -50],
      [1, 20.1, -50],
      [1, 10, 0],
      [0, 10, -50],
    ] as const)
      expect(() => levelForFlow(column, flow, demand, limit)).toThrow(RangeError);
    expect(steadyRise(column, 0, 20, -80).maxCm3PerHour).toBeGreaterThan(0);
  });
});

describe("the greatest steady flow", () => {
  it("gains exactly the height asked for between the surface and its limit, to 1e-9, past an air entry and without one", () => {
    for (const airEntryCm of [0, 2, 7.3])
      for (const [heightCm, limitPsiCm] of [
        [10, -50],
        [4, -9],
        [30, -1000],
      ] as const) {
        const made = makeColumn(
          [
            {
              thicknessCm: heightCm + 1,
              areaCm2: 1,
              hydraulics: { ...PEAT, airEntryCm, modes: [{ weight: 1, alphaPerCm: 0.05, n: 2.1 }] },
            },
          ],
          1e-7,
        );
        const { conductivityCmPerHour, ksCmPerHour } = made.layers[0]!.functions;
        const flow = steadyRise(made, 1, heightCm + 1, limitPsiCm).maxCm3PerHour;
        const gained =
          airEntryCm / (1 + flow / ksCmPerHour) +
          adaptiveQuadrature((s) => 1 / (1 + flow / conductivityCmPerHour(-s)), airEntryCm, -limitPsiCm, 1e-12);
        expect(Math.abs(gained / heightCm - 1), `${airEntryCm}, ${heightCm}`).toBeLessThan(1e-9);
        expect(levelForFlow(made, flow, heightCm + 1, limitPsiCm)).toBeCloseTo(1, 7);
      }
  });
});

describe("a curve of supply over level", () => {
  it("goes in even steps of the logarithm from the least to the greatest flow, each at the level that gives it", () => {
    const curve = supplyCurve(column, 16, -80, 1, 10_000, 5);
    expect(curve.map(({ cm3PerHour }) => cm3PerHour)).toEqual(
      [1, 10, 100, 1000, 10_000].slice(-curve.length).map((flow) => expect.closeTo(flow, 9) as number),
    );
    expect(curve.length).toBeGreaterThanOrEqual(3);
    for (const { levelCm, cm3PerHour } of curve) expect(levelCm).toBe(levelForFlow(column, cm3PerHour, 16, -80));
  });

  it("stands under a layer the flow passes through saturated, and lies in the layer that carries it", () => {
    // gravel passes nothing over a suction of a few cm: the surface must stand nearly at its top
    const gravel = makeColumn(
      [
        { thicknessCm: 8, areaCm2: 100, hydraulics: GRAVEL },
        { thicknessCm: 8, areaCm2: 100, hydraulics: PEAT },
      ],
      1e-7,
    );
    const level = levelForFlow(gravel, 2, 12, -100)!;
    expect(level).toBeGreaterThan(5);
    expect(level).toBeLessThan(8);
    expect(steadyRise(gravel, level, 12, -100).maxCm3PerHour).toBeCloseTo(2, 3);
    const within = levelForFlow(gravel, 20_000, 12, -100)!;
    expect(within).toBeGreaterThan(8);
    expect(steadyRise(gravel, within, 12, -100).maxCm3PerHour / 20_000).toBeCloseTo(1, 3);
  });
});
