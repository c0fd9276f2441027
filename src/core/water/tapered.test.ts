import { describe, expect, it } from "vitest";
import fc from "fast-check";
import { anyVg, anyStack } from "../testing/arbitrary";
import { GRAVEL, PEAT } from "../testing/hydraulics";
import { adaptiveQuadrature } from "../testing/quadrature";
import { areaAtCm2, pieceOfProduct, volumeBetweenCm3, type AreaByHeight } from "../vessel/area-by-height";
import { makeColumn, thetaAt, type Column, type ColumnLayer } from "./column";
import { equilibriumWithStored, fullStorageCm3, hydrostaticStorageCm3 } from "./equilibrium";
import { levelForFlow, steadyRise } from "./steady-rise";
import { runTransient } from "./transient";

// A layer whose area changes with height, against the same vessel cut into ever thinner straight slices, and against
// quadrature.

/** A cone opening upward from 10 to 22 cm across over 20 cm, and a bowl of the same height. */
const CONE: AreaByHeight = [pieceOfProduct(0, 20, [10, 0.6], [10, 0.6], Math.PI / 4)];
const BOWL: AreaByHeight = [{ fromCm: 0, toCm: 20, coefficients: [90, 34, -0.85] }];
const NARROWING: AreaByHeight = [pieceOfProduct(0, 20, [22, -0.6], [22, -0.6], Math.PI / 4)];
const SHAPES = { cone: CONE, bowl: BOWL, narrowing: NARROWING } as const;

const SS = 1e-7;
const tapered = (area: AreaByHeight, hydraulics = PEAT, cellCm = 0.25): Column =>
  makeColumn([{ thicknessCm: 20, areaCm2: area, hydraulics }], SS, cellCm);
/** The same in straight slices, each as wide as it is on the mean. */
const sliced = (area: AreaByHeight, slices: number, hydraulics = PEAT, cellCm = 0.25): Column =>
  makeColumn(
    Array.from({ length: slices }, (_, i): ColumnLayer => {
      const [from, to] = [(20 * i) / slices, (20 * (i + 1)) / slices];
      return { thicknessCm: to - from, areaCm2: volumeBetweenCm3(area, from, to) / (to - from), hydraulics };
    }),
    SS,
    cellCm,
  );

/** What has run out of a full column's base after some hours, and what is left in it. [cm³] */
function drained(column: Column, hours: number): { out: number; stored: number } {
  const run = runTransient(
    column,
    column.zCm.map(() => 0),
    { kind: "seepage" },
    { kind: "sealed" },
    [hours],
  );
  expect(run.status).toBe("done");
  expect(run.massBalanceRelError).toBeLessThan(1e-12);
  return { out: -run.cumulative[0]!.bottomInCm3, stored: run.states[0]!.storedCm3 };
}

describe("a tapered or curved layer", () => {
  it.each(Object.keys(SHAPES) as (keyof typeof SHAPES)[])(
    "drains as the same vessel in ever thinner straight slices does: they come to it, and it is within 0.5 %% at the usual cell (%s)",
    (name) => {
      const area = SHAPES[name];
      const mine = drained(tapered(area), 2).out;
      const [coarse, , fine] = [5, 20, 80].map((slices) => drained(sliced(area, slices), 2).out) as [
        number,
        number,
        number,
      ];
      expect(Math.abs(mine / fine - 1)).toBeLessThan(0.005);
      expect(Math.abs(coarse / fine - 1)).toBeGreaterThan(Math.abs(mine / fine - 1));
      // and its own finer grid says the same
      expect(Math.abs(mine / drained(tapered(area, PEAT, 0.05), 2).out - 1)).toBeLessThan(0.005);
    },
  );

  it("drains through a break in its media as its slices do", () => {
    const lower: AreaByHeight = [pieceOfProduct(0, 6, [10, 0.6], [10, 0.6], Math.PI / 4)];
    const upper: AreaByHeight = [pieceOfProduct(0, 14, [13.6, 0.6], [13.6, 0.6], Math.PI / 4)];
    const mine = makeColumn(
      [
        { thicknessCm: 6, areaCm2: lower, hydraulics: GRAVEL },
        { thicknessCm: 14, areaCm2: upper, hydraulics: PEAT },
      ],
      SS,
    );
    const slices = makeColumn(
      [
        ...Array.from({ length: 24 }, (_, i): ColumnLayer => ({
          thicknessCm: 0.25,
          areaCm2: volumeBetweenCm3(lower, i / 4, (i + 1) / 4) * 4,
          hydraulics: GRAVEL,
        })),
        ...Array.from({ length: 56 }, (_, i): ColumnLayer => ({
          thicknessCm: 0.25,
          areaCm2: volumeBetweenCm3(upper, i / 4, (i + 1) / 4) * 4,
          hydraulics: PEAT,
        })),
      ],
      SS,
    );
    expect(drained(mine, 24).stored / drained(slices, 24).stored).toBeCloseTo(1, 2.3);
  });

  it("stores at rest what quadrature says, to 1e-6, at any water table, and finds the table again", () => {
    fc.assert(
      fc.property(
        anyVg,
        fc.constantFrom(CONE, BOWL, NARROWING),
        fc.double({ min: -60, max: 25, noNaN: true }),
        (vg, area, tableCm) => {
          const column = tapered(area, vg);
          const { functions } = column.layers[0]!;
          const kink = Math.min(Math.max(tableCm + vg.airEntryCm, 0), 20);
          const surface = Math.min(Math.max(tableCm, 0), 20);
          const of = (z: number): number => areaAtCm2(area, z) * thetaAt(functions, SS, tableCm - z);
          const sum = [
            [0, surface],
            [surface, kink],
            [kink, 20],
          ].reduce((whole, [a, b]) => whole + adaptiveQuadrature(of, a!, b!, 1e-9), 0);
          const stored = hydrostaticStorageCm3(column, tableCm);
          expect(stored / sum).toBeCloseTo(1, 6);
          if (tableCm > 0 && tableCm < 19.9 && stored < 0.999 * fullStorageCm3(column)) {
            const found = equilibriumWithStored(column, stored);
            expect(found.ok && hydrostaticStorageCm3(column, found.value.waterTableCm) / stored).toBeCloseTo(1, 9);
          }
        },
      ),
      { numRuns: 150 },
    );
  });

  it("lets rise what its slices let rise, and from the level that gives it", () => {
    for (const area of Object.values(SHAPES)) {
      const mine = steadyRise(tapered(area), 2, 18, -100);
      const fine = steadyRise(sliced(area, 160, PEAT, 0.125), 2, 18, -100);
      expect(mine.maxCm3PerHour / fine.maxCm3PerHour).toBeCloseTo(1, 3);
      expect(levelForFlow(tapered(area), mine.maxCm3PerHour, 18, -100)).toBeCloseTo(2, 4);
      expect(mine.maxFluxCmPerHour).toBeCloseTo(mine.maxCm3PerHour / areaAtCm2(area, 18), 9);
    }
  });

  it("lets a steady rise run through time as it is computed at rest", () => {
    const column = tapered(CONE);
    const { maxFluxCmPerHour } = steadyRise(column, 1e-9, 20, -80);
    const run = runTransient(
      column,
      column.zCm.map((z) => -z),
      { kind: "psi", cm: 0 },
      { kind: "psi", cm: -80 },
      [3000],
      { toleranceTheta: 5e-4 },
    );
    const through = -run.cumulative[0]!.topInCm3 / 3000;
    const later = runTransient(column, run.states[0]!.psiCm, { kind: "psi", cm: 0 }, { kind: "psi", cm: -80 }, [500], {
      toleranceTheta: 5e-4,
    });
    expect(through).toBeGreaterThan(0);
    expect(-later.cumulative[0]!.topInCm3 / 500 / (maxFluxCmPerHour * areaAtCm2(CONE, 20))).toBeCloseTo(1, 2.3);
  });

  it("of one area all through answers to the last digit as a plain number does", () => {
    fc.assert(
      fc.property(anyStack, (layers) => {
        const plain = makeColumn(layers, SS, 1);
        const straight = makeColumn(
          layers.map((layer) => ({
            ...layer,
            areaCm2: [{ fromCm: 0, toCm: layer.thicknessCm, coefficients: [layer.areaCm2 as number] }],
          })),
          SS,
          1,
        );
        expect(hydrostaticStorageCm3(straight, 3)).toBe(hydrostaticStorageCm3(plain, 3));
        expect([...straight.cellVolumeCm3]).toEqual([...plain.cellVolumeCm3]);
        const [a, b] = [plain, straight].map((column) =>
          runTransient(
            column,
            column.zCm.map(() => -30),
            { kind: "psi", cm: 0 },
            { kind: "sealed" },
            [1],
            { mostIterations: 300 },
          ),
        );
        expect(b!.states.map(({ psiCm }) => [...psiCm])).toEqual(a!.states.map(({ psiCm }) => [...psiCm]));
      }),
      { numRuns: 60 },
    );
  });
});
