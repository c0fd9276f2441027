import { describe, expect, it } from "vitest";
import fc from "fast-check";
import { GRAVEL, PEAT } from "../testing/hydraulics";
import { saying } from "../testing/cases";
import { anyStack } from "../testing/arbitrary";
import { adaptiveQuadrature } from "../testing/quadrature";
import { makeColumn, thetaAt, type Column, type ColumnLayer } from "./column";
import {
  equilibriumAtWaterTable,
  equilibriumWithStored,
  fullStorageCm3,
  hydrostaticStorageCm3,
  residualStorageCm3,
} from "./equilibrium";

const STORAGE_PER_CM = 1e-7;

const columnOf = (layers: readonly ColumnLayer[], cellCm = 0.25): Column => makeColumn(layers, STORAGE_PER_CM, cellCm);

/**
 * The storage by another route: adaptive Simpson quadrature of theta over height, split at the free surface and the air
 * entry.
 */
function storageByQuadrature(column: Column, waterTableCm: number): number {
  return column.layers.reduce((sum, { bottomCm, topCm, areaCm2, functions }) => {
    const cuts = [bottomCm, waterTableCm, waterTableCm + functions.airEntryCm, topCm]
      .filter((z) => z >= bottomCm && z <= topCm)
      .sort((a, b) => a - b);
    let perArea = 0;
    for (let i = 1; i < cuts.length; i++) {
      const theta = (z: number): number => thetaAt(functions, STORAGE_PER_CM, waterTableCm - z);
      perArea += adaptiveQuadrature(theta, cuts[i - 1]!, cuts[i]!, 1e-8);
    }
    return sum + areaCm2 * perArea;
  }, 0);
}

describe("hydrostatic storage", () => {
  it("is within 1e-6 relative of adaptive quadrature on random stacks", () => {
    fc.assert(
      fc.property(anyStack, fc.double({ min: -80, max: 120, noNaN: true }), (layers, waterTableCm) => {
        const column = columnOf(layers);
        const reference = storageByQuadrature(column, waterTableCm);
        expect(Math.abs(hydrostaticStorageCm3(column, waterTableCm) / reference - 1)).toBeLessThan(1e-6);
      }),
      { numRuns: 200, endOnFailure: true },
    );
  });

  it("is the closed integral for an exponential soil: thetaR·L + (thetaS − thetaR)(1 − e^(−aL))/a (Gardner 1958)", () => {
    const column = columnOf([
      {
        thicknessCm: 30,
        areaCm2: 2,
        hydraulics: { model: "exponential", thetaR: 0.06, thetaS: 0.4, ksCmPerHour: 1, alphaPerCm: 0.1 },
      },
    ]);
    expect(hydrostaticStorageCm3(column, 0)).toBeCloseTo(2 * (0.06 * 30 + (0.34 * (1 - Math.exp(-3))) / 0.1), 7);
  });
});

describe("equilibrium over a water table", () => {
  it("is hydrostatic at every cell and saturated below the table", () => {
    const state = equilibriumAtWaterTable(
      columnOf([
        { thicknessCm: 5, areaCm2: 400, hydraulics: GRAVEL },
        { thicknessCm: 15, areaCm2: 400, hydraulics: PEAT },
      ]),
      3,
    );
    expect(state.psiCm[0]).toBeCloseTo(3 - 0.125, 12);
    expect(state.theta[0]).toBeCloseTo(0.4 + STORAGE_PER_CM * 2.875, 12);
    expect(state.pondedCm3).toBe(0);
    // Se = 0.999 in the gravel, by its closed form, lies above the table by this suction
    const suction = (0.999 ** (-1 / (1 - 1 / 3)) - 1) ** (1 / 3) / 3;
    expect(state.saturatedCm).toBeCloseTo(3 + suction, 8);
  });

  it("ponds above the top, on the area of the top layer", () => {
    const state = equilibriumAtWaterTable(
      columnOf([
        { thicknessCm: 4, areaCm2: 40, hydraulics: PEAT },
        { thicknessCm: 6, areaCm2: 300, hydraulics: PEAT },
      ]),
      12,
    );
    expect(state.pondedCm3).toBeCloseTo(600, 9);
    expect(state.saturatedCm).toBe(10);
  });

  it("stops the saturated zone at the first layer that is not saturated at its bottom", () => {
    const state = equilibriumAtWaterTable(
      columnOf([
        { thicknessCm: 4, areaCm2: 1, hydraulics: { ...PEAT, airEntryCm: 10 } },
        { thicknessCm: 2, areaCm2: 1, hydraulics: GRAVEL },
        { thicknessCm: 4, areaCm2: 1, hydraulics: { ...PEAT, airEntryCm: 20 } },
      ]),
      1,
    );
    expect(state.saturatedCm).toBe(4);
  });
});

describe("equilibrium of a stored volume", () => {
  it("finds the water table that stores exactly that volume, and conserves it, on random stacks", () => {
    const cases = saying(0.8);
    fc.assert(
      fc.property(anyStack, fc.double({ min: 0.02, max: 1.5, noNaN: true }), (layers, share) => {
        const column = columnOf(layers);
        const least = residualStorageCm3(column);
        const stored = least + share * (fullStorageCm3(column) - least);
        const state = equilibriumWithStored(column, stored);
        // a narrow medium can be emptied only so far by a finite suction
        if (!state.ok) expect(state.problems[0]!.code).toBe("unreachable");
        if (cases.skips(!state.ok) || !state.ok) return;
        expect((state.value.storedCm3 + state.value.pondedCm3) / stored).toBeCloseTo(1, 9);
        expect(state.value.waterTableCm >= column.heightCm).toBe(share >= 1 || state.value.pondedCm3 > 0);
        expect([...state.value.theta].every(Number.isFinite)).toBe(true);
      }),
      { numRuns: 300 },
    );
    cases.hold();
  });

  it("is the inverse of storage over a water table", () => {
    const cases = saying(0.8);
    fc.assert(
      fc.property(anyStack, fc.double({ min: -30, max: 60, noNaN: true }), (layers, waterTableCm) => {
        const column = columnOf(layers);
        const state = equilibriumWithStored(
          column,
          hydrostaticStorageCm3(column, Math.min(waterTableCm, column.heightCm)),
        );
        if (cases.skips(!state.ok) || !state.ok) return;
        const again = hydrostaticStorageCm3(column, state.value.waterTableCm);
        expect(again / hydrostaticStorageCm3(column, Math.min(waterTableCm, column.heightCm))).toBeCloseTo(1, 9);
      }),
    );
    cases.hold();
  });

  it("never lowers any theta when more water is stored", () => {
    const cases = saying(0.8);
    fc.assert(
      fc.property(anyStack, fc.double({ min: 0.05, max: 0.95, noNaN: true }), (layers, share) => {
        const column = columnOf(layers);
        const least = residualStorageCm3(column);
        const at = (part: number) => equilibriumWithStored(column, least + part * (fullStorageCm3(column) - least));
        const [less, more] = [at(share), at(share + 0.04)];
        if (cases.skips(!less.ok || !more.ok) || !less.ok || !more.ok) return;
        less.value.theta.forEach((theta, i) => expect(more.value.theta[i]!).toBeGreaterThanOrEqual(theta - 1e-12));
      }),
    );
    cases.hold();
  });

  it("refuses what is bound at thetaR, naming the volume", () => {
    const column = columnOf([{ thicknessCm: 10, areaCm2: 100, hydraulics: PEAT }]);
    const state = equilibriumWithStored(column, 50);
    expect(state).toMatchObject({
      ok: false,
      problems: [{ path: "storedCm3", code: "below-residual", message: expect.stringContaining("50.0000") as string }],
    });
  });

  it("puts what the pores cannot take above the top", () => {
    const column = columnOf([{ thicknessCm: 10, areaCm2: 100, hydraulics: PEAT }]);
    const state = equilibriumWithStored(column, 1000);
    expect(state.ok && state.value.pondedCm3).toBeCloseTo(150, 2);
    expect(state.ok && state.value.waterTableCm).toBeCloseTo(11.5, 4);
  });
});

describe("a column", () => {
  it("has max(1, round(thickness / cell)) equal cells a layer", () => {
    const column = columnOf([
      { thicknessCm: 0.1, areaCm2: 1, hydraulics: PEAT },
      { thicknessCm: 1.1, areaCm2: 1, hydraulics: PEAT },
    ]);
    expect(column.layers.map(({ cellCount }) => cellCount)).toEqual([1, 4]);
    expect([...column.zCm]).toEqual(
      [0.05, 0.1 + 0.1375, 0.1 + 0.4125, 0.1 + 0.6875, 0.1 + 0.9625].map((z) => expect.closeTo(z, 12) as number),
    );
  });

  it("refuses what no validation would pass, by name", () => {
    expect(() => columnOf([])).toThrow(/layers/u);
    expect(() => columnOf([{ thicknessCm: 0, areaCm2: 1, hydraulics: PEAT }])).toThrow(/layers\[0\]/u);
  });
});
