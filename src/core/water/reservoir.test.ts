import { describe, expect, it } from "vitest";
import fc from "fast-check";
import { PEAT } from "../testing/hydraulics";
import { anyStack } from "../testing/arbitrary";
import { makeColumn, type Column } from "./column";
import { runTransient, type TransientResult } from "./transient";
import { stressAt } from "./stress";
import { CONTAINER_UPTAKE, uptakeOf } from "./uptake";

const FINE = {
  model: "vg",
  thetaR: 0.03,
  thetaS: 0.4,
  ksCmPerHour: 20,
  tau: 0.5,
  airEntryCm: 0,
  modes: [{ weight: 1, alphaPerCm: 0.03, n: 2.5 }],
} as const;
const column = (heightCm = 15, areaCm2 = 100): Column =>
  makeColumn([{ thicknessCm: heightCm, areaCm2, hydraulics: FINE }], 1e-7);
const overWater = ({ zCm }: Column, levelCm: number): Float64Array => zCm.map((z) => levelCm - z);
const SEALED = { kind: "sealed" } as const;
const last = (run: TransientResult) => run.cumulative.at(-1)!;

describe("a reservoir under a column", () => {
  it("loses what leaves the top, once the column has found its steady state: 1 mm a day over 100 cm² is 10 cm³ a day", () => {
    const made = column();
    const { status, cumulative, massBalanceRelError } = runTransient(
      made,
      overWater(made, 5),
      { kind: "reservoir", areaCm2: 200, levelCm: 5 },
      { kind: "flux", cmPerHour: -0.1 / 24 },
      [240, 480],
    );
    expect(status).toBe("done");
    expect(massBalanceRelError).toBeLessThan(1e-9);
    const [before, after] = cumulative.map(({ reservoir }) => reservoir!.levelCm) as [number, number];
    // the column itself gives up a little as the surface falls
    const fell = (before - after) * 200;
    expect(fell).toBeGreaterThan(92);
    expect(fell).toBeLessThanOrEqual(100 + 1e-6);
  });

  it("runs dry without going under its floor or losing count, and the column then dries alone", () => {
    const made = column();
    const run = runTransient(
      made,
      overWater(made, 1),
      { kind: "reservoir", areaCm2: 50, levelCm: 1 },
      { kind: "atmosphere", cmPerHour: -0.05, limitPsiCm: -1000 },
      [6, 24, 100],
    );
    expect(run.status).toBe("done");
    expect(last(run).reservoir!.levelCm).toBeLessThan(1e-3);
    expect(last(run).bottomInCm3).toBeCloseTo(50, 1);
    expect(run.massBalanceRelError).toBeLessThan(1e-9);
    expect(run.states.at(-1)!.psiCm.at(-1)!).toBeLessThan(-15);
  });

  it("keeps to its overflow while the column drains into it, and counts what ran over", () => {
    const made = makeColumn([{ thicknessCm: 20, areaCm2: 100, hydraulics: PEAT }], 1e-7);
    const run = runTransient(
      made,
      made.zCm.map(() => 0),
      { kind: "reservoir", areaCm2: 30, levelCm: 2, overflowCm: 3 },
      SEALED,
      [1, 48],
    );
    for (const { reservoir } of run.cumulative) expect(reservoir!.levelCm).toBeLessThan(3.05);
    const { bottomInCm3, reservoir } = last(run);
    expect(reservoir!.overflowCm3).toBeGreaterThan(50);
    expect(30 * (reservoir!.levelCm - 2)).toBeCloseTo(-bottomInCm3 - reservoir!.overflowCm3, 6);
  });

  it("is refilled at its hour and held: the column is as wet as over a fixed surface", () => {
    const made = column();
    const start = overWater(made, -30);
    const held = runTransient(
      made,
      start,
      { kind: "reservoir", areaCm2: 20, levelCm: 0, refills: [{ hour: 2, levelCm: 4, holdHours: 50 }] },
      SEALED,
      [2, 50],
    );
    const fixed = runTransient(made, start, { kind: "psi", cm: 4 }, SEALED, [48]);
    expect(held.cumulative[0]!.reservoir!.refilledCm3).toBeLessThanOrEqual(80);
    held.states
      .at(-1)!
      .theta.forEach((theta, i) => expect(Math.abs(theta - fixed.states[0]!.theta[i]!)).toBeLessThan(2e-3));
    const { refilledCm3, overflowCm3 } = last(held).reservoir!;
    expect(refilledCm3 - overflowCm3).toBeCloseTo(80 + last(held).bottomInCm3, 6);
  });

  it("is given so much and no more, at once and while it is held; less where it is full before", () => {
    const made = column();
    const start = overWater(made, -30);
    const given = (mostCm3: number | undefined, holdHours: number): number =>
      last(
        runTransient(
          made,
          start,
          { kind: "reservoir", areaCm2: 20, levelCm: 0, refills: [{ hour: 2, levelCm: 4, holdHours, mostCm3 }] },
          SEALED,
          [2, 60],
        ),
      ).reservoir!.refilledCm3;
    const all = given(undefined, 50);
    expect(all).toBeGreaterThan(100);
    expect(given(60, 0)).toBeCloseTo(60, 9);
    expect(given(200, 0)).toBeCloseTo(80, 9);
    // what it is filled by at once is 80 cm³: the rest sinks in while it is held
    expect(given(95, 50)).toBeCloseTo(95, 4);
    expect(given(2 * all, 50)).toBeCloseTo(all, 0);
  });

  it("on 60 random stacks, keeps its own balance: area × change of level = refilled − overflow − inflow", () => {
    const level = fc.double({ min: 0, max: 6, noNaN: true });
    fc.assert(
      fc.property(
        anyStack,
        fc.double({ min: 0.5, max: 500, noNaN: true }),
        level,
        level,
        fc.double({ min: 0, max: 0.05, noNaN: true }),
        (layers, areaCm2, levelCm, overflow, demand) => {
          const made = makeColumn(
            layers.slice(0, 3).map((layer) => ({ ...layer, thicknessCm: Math.min(layer.thicknessCm, 6) })),
            1e-7,
            0.5,
          );
          const overflowCm = Math.max(levelCm, overflow);
          const run = runTransient(
            made,
            overWater(made, levelCm),
            {
              kind: "reservoir",
              areaCm2,
              levelCm,
              overflowCm,
              refills: [{ hour: 3, levelCm: overflowCm, holdHours: 0.2 }],
            },
            SEALED,
            [1, 3, 8],
            {
              uptake: {
                demandCmPerHour: demand,
                roots: [{ fromCm: 0, toCm: made.heightCm, weight: 1 }],
                stress: CONTAINER_UPTAKE,
              },
            },
          );
          expect(run.status).toBe("done");
          expect(run.massBalanceRelError).toBeLessThan(1e-8);
          const { reservoir, bottomInCm3 } = last(run);
          const scale = 1e-7 * (areaCm2 * 6 + Math.abs(bottomInCm3));
          expect(
            Math.abs(
              areaCm2 * (reservoir!.levelCm - levelCm) -
                (reservoir!.refilledCm3 - reservoir!.overflowCm3 - bottomInCm3),
            ),
          ).toBeLessThan(scale + areaCm2 * 1e-3);
          expect(run.states.every(({ psiCm }) => psiCm.every(Number.isFinite))).toBe(true);
        },
      ),
      { numRuns: 60 },
    );
  }, 120_000);
});

describe("root uptake", () => {
  it("is cut between the heads of Feddes, Kowalik & Zaradny (1978), straight in between", () => {
    const limits = { drownedPsiCm: -1, airedPsiCm: -5, thirstyPsiCm: -100, wiltedPsiCm: -1100 };
    const out = new Float64Array(2);
    const at = (psi: number): number => (stressAt(limits, psi, out), out[0]!);
    expect([0, -1, -3, -5, -50, -100, -600, -1100, -1e6].map(at)).toEqual([0, 0, 0.5, 1, 1, 1, 0.5, 0, 0]);
    for (const psi of [-3, -600]) {
      const slope = (stressAt(limits, psi, out), out[1]!);
      expect((at(psi + 1e-4) - at(psi - 1e-4)) / 2e-4).toBeCloseTo(slope, 6);
    }
  });

  it("lies where the roots are: by the part of each cell they fill, and their weight", () => {
    const made = makeColumn(
      [
        { thicknessCm: 1, areaCm2: 20, hydraulics: FINE },
        { thicknessCm: 2, areaCm2: 50, hydraulics: PEAT },
      ],
      1e-7,
      0.5,
    );
    const uptake = uptakeOf(made, {
      demandCmPerHour: [
        [0, 0.2],
        [5, 0],
      ],
      roots: [
        { fromCm: 0.8, toCm: 2.1, weight: 1 },
        { fromCm: 1.5, toCm: 9, weight: 2 },
      ],
      stress: CONTAINER_UPTAKE,
    });
    // cells of half a centimetre from 0: the first roots fill 0.2, 0.5, 0.5 and 0.1 cm of them, the second the upper three
    const cm = [0, 0.2, 0.5, 0.5 + 1, 0.1 + 1, 1];
    const all = cm.reduce((sum, one) => sum + one, 0);
    expect([...uptake.share]).toEqual(cm.map((one) => expect.closeTo(one / all, 12) as number));
    uptake.setSpan(4.9, 4.95);
    expect(uptake.askCm3PerHour).toBeCloseTo(10, 12);
    uptake.setSpan(5, 6);
    expect(uptake.askCm3PerHour).toBe(0);
    const nowhere = { demandCmPerHour: 1, roots: [{ fromCm: 4, toCm: 9, weight: 1 }], stress: CONTAINER_UPTAKE };
    expect(() => uptakeOf(made, nowhere)).toThrow(RangeError);
  });

  it("takes exactly what is asked while nothing is short, and the balance counts it", () => {
    const made = column(20, 50);
    const run = runTransient(made, overWater(made, -10), SEALED, SEALED, [24, 48], {
      uptake: { demandCmPerHour: 0.01, roots: [{ fromCm: 5, toCm: 20, weight: 1 }], stress: CONTAINER_UPTAKE },
    });
    run.cumulative.forEach(({ hours, uptakeCm3 }) => expect(uptakeCm3).toBeCloseTo(0.01 * 50 * hours, 6));
    expect(run.massBalanceRelError).toBeLessThan(1e-9);
  });

  it("falls to nothing as the column dries to the wilting point, and never takes more than is there", () => {
    const made = makeColumn([{ thicknessCm: 8, areaCm2: 100, hydraulics: PEAT }], 1e-7);
    const run = runTransient(made, overWater(made, 0), SEALED, SEALED, [200, 2000, 8000], {
      uptake: { demandCmPerHour: 0.05, roots: [{ fromCm: 0, toCm: 8, weight: 1 }], stress: CONTAINER_UPTAKE },
    });
    expect(run.status).toBe("done");
    const [early, , late] = run.cumulative.map(({ uptakeCm3 }) => uptakeCm3) as [number, number, number];
    expect(late - early).toBeLessThan(0.5 * early);
    // the last step may have taken as much too much as a step may be off by
    const wilted = made.layers[0]!.functions.waterContent(-15_000);
    expect(Math.min(...run.states.at(-1)!.theta)).toBeGreaterThan(wilted - 2.5e-3);
    expect(run.massBalanceRelError).toBeLessThan(1e-9);
  });

  it("leaves the drowned roots thirsty: nothing is taken where the stack stands in water", () => {
    const made = column(10);
    const run = runTransient(made, overWater(made, 12), { kind: "psi", cm: 12 }, SEALED, [10], {
      uptake: { demandCmPerHour: 0.05, roots: [{ fromCm: 0, toCm: 10, weight: 1 }], stress: CONTAINER_UPTAKE },
    });
    expect(last(run).uptakeCm3).toBe(0);
  });
});
