import { describe, expect, it } from "vitest";
import fc from "fast-check";
import { PEAT } from "../testing/hydraulics";
import { pieceOfProduct, type AreaByHeight } from "../vessel/area-by-height";
import { makeColumn } from "./column";
import type { Discharge } from "./discharge";
import { dischargeAt, levelForDischargeCm } from "./discharge-flow";
import { runTransient, type CumulativeFlow } from "./transient";
import type { PondCondition } from "./pond";
import { CONTAINER_UPTAKE } from "./uptake";

const flow = (discharge: Discharge, levelCm: number): number => {
  const out = new Float64Array(2);
  dischargeAt([discharge], levelCm, out);
  return out[0]!;
};

describe("what a hole passes", () => {
  const hole: Discharge = { kind: "holes", lipCm: 5, diameterCm: 2, count: 1 };

  it("is an orifice's once it is drowned: Cd·A·√(2g·h) from its middle (Torricelli)", () => {
    for (const over of [20, 50, 200])
      expect(flow(hole, 6 + over) / (0.6 * Math.PI * Math.sqrt(2 * 981 * over) * 3600)).toBeCloseTo(1, 2.6);
  });

  it("is a weir's while it is partly covered: far less, and none under its lip", () => {
    expect(flow(hole, 5)).toBe(0);
    expect(flow(hole, 4)).toBe(0);
    // a low film over a round lip goes with the square of its depth
    expect(flow(hole, 5.02) / flow(hole, 5.01)).toBeCloseTo(4, 1);
    expect(flow(hole, 6)).toBeLessThan(0.4 * flow(hole, 8));
  });

  it("grows steadily across the change, with the slope it says, and as many times as there are holes", () => {
    fc.assert(
      fc.property(fc.double({ min: 5.05, max: 12, noNaN: true }), (level) => {
        const out = new Float64Array(2);
        dischargeAt([hole], level, out);
        const secant = (flow(hole, level + 1e-5) - flow(hole, level - 1e-5)) / 2e-5;
        expect(out[1]! / secant).toBeCloseTo(1, 2);
        expect(flow({ ...hole, count: 3 }, level) / flow(hole, level)).toBeCloseTo(3, 12);
      }),
    );
  });

  it("of a rim is Poleni's: 2/3·Cd·√(2g)·L·h^1.5", () => {
    expect(flow({ kind: "rim", lipCm: 30, lengthCm: 80 }, 31)).toBeCloseTo(
      (2 / 3) * 0.6 * Math.sqrt(1962) * 3600 * 80,
      3,
    );
  });

  it("of a pipe that stands upright is a weir all around it, and drowned an orifice, without a step between", () => {
    const pipe = (diameterCm: number): Discharge => ({ kind: "pipes", lipCm: 10, diameterCm, count: 1 });
    const root2g = Math.sqrt(1962) * 3600;
    // a cm under water of a pipe 8 cm wide: over its edge; 8 cm over one of 2.5: through its bore
    expect(flow(pipe(8), 11)).toBeCloseTo((2 / 3) * 0.6 * root2g * Math.PI * 8, 3);
    expect(flow(pipe(2.5), 18)).toBeCloseTo(0.6 * root2g * (Math.PI / 4) * 2.5 ** 2 * Math.sqrt(8), 3);
    const drownedAt = 10 + (3 / 8) * 2.5;
    expect(flow(pipe(2.5), drownedAt - 1e-9) / flow(pipe(2.5), drownedAt + 1e-9)).toBeCloseTo(1, 6);
    for (const level of [10.3, 12, 18]) {
      const out = new Float64Array(2);
      dischargeAt([pipe(2.5)], level, out);
      expect(out[1]! / ((flow(pipe(2.5), level + 1e-5) - flow(pipe(2.5), level - 1e-5)) / 2e-5)).toBeCloseTo(1, 4);
    }
  });

  it("is found back: the level at which so much runs out", () => {
    const both: Discharge[] = [hole, { kind: "rim", lipCm: 12, lengthCm: 60 }];
    for (const level of [5.4, 7, 12.3]) {
      const out = new Float64Array(2);
      dischargeAt(both, level, out);
      expect(levelForDischargeCm(both, out[0]!)).toBeCloseTo(level, 6);
    }
    expect(levelForDischargeCm([], 5)).toBeUndefined();
    expect(levelForDischargeCm(both, 0)).toBe(5);
  });
});

const WIDENING: AreaByHeight = [pieceOfProduct(10, 30, [15, 0.8], [15, 0.8])];
const column = makeColumn([{ thicknessCm: 10, areaCm2: 225, hydraulics: PEAT }], 1e-7);
const pond = (more: Partial<PondCondition>): PondCondition => ({
  kind: "pond",
  areaCm2: WIDENING,
  levelCm: 10,
  discharges: [],
  rainCm3PerHour: 0,
  evaporationCm3PerHour: 0,
  limitPsiCm: -5000,
  ...more,
});

describe("water over the soil", () => {
  it("that cannot leave rises by what falls on it, over its own area by height", () => {
    const run = runTransient(
      column,
      column.zCm.map((z) => 10 - z),
      { kind: "sealed" },
      pond({ rainCm3PerHour: 500 }),
      [4],
    );
    const { levelCm, rainedCm3 } = run.cumulative[0]!.pond!;
    expect(rainedCm3).toBeCloseTo(2000, 9);
    // ∫ (15 + 0.8 z)² dz = 2000
    let rise = 0;
    for (let i = 0; i < 60; i++) rise += (2000 - ((15 + 0.8 * rise) ** 3 - 15 ** 3) / 2.4) / (15 + 0.8 * rise) ** 2;
    expect(levelCm).toBeCloseTo(10 + rise, 3);
    expect(run.massBalanceRelError).toBeLessThan(1e-9);
  });

  it("sinks into soil that takes it, at Darcy's pace through full soil", () => {
    const run = runTransient(
      column,
      column.zCm.map(() => 0),
      { kind: "seepage" },
      pond({ levelCm: 16, areaCm2: 225 }),
      [0.01],
    );
    // unit area over unit area: dh/dt = −Ks (h + L)/L
    const k = (PEAT.ksCmPerHour / 10) * 0.01;
    expect(run.cumulative[0]!.pond!.levelCm).toBeCloseTo(16 * Math.exp(-k) + 0 - 10 * (1 - 1) * k, 1);
  });

  it("goes as rain comes: all into soil that takes it, and what is too much stands, runs out of the hole, spills", () => {
    const hole: Discharge = { kind: "holes", lipCm: 12, diameterCm: 1.5, count: 2 };
    const dry = column.zCm.map(() => -60);
    const soft = runTransient(column, dry, { kind: "seepage" }, pond({ rainCm3PerHour: 300, discharges: [hole] }), [3]);
    expect(soft.cumulative[0]!.pond).toMatchObject({ levelCm: 10, overflowCm3: 0 });
    const hard = runTransient(column, dry, { kind: "sealed" }, pond({ rainCm3PerHour: 3000, discharges: [hole] }), [3]);
    const told = hard.cumulative[0]!.pond!;
    expect(told.levelCm).toBeGreaterThan(12);
    expect(told.levelCm).toBeLessThan(13.5);
    expect(told.overflowCm3).toBeGreaterThan(3000);
    expect(hard.massBalanceRelError).toBeLessThan(1e-9);
    // in the end as much runs out as comes
    expect(flow(hole, told.levelCm) / 3000).toBeCloseTo(1, 2);
  });

  it("dries first, and then the soil under it, which gives less and less", () => {
    const run = runTransient(
      column,
      column.zCm.map((z) => 10 - z),
      { kind: "sealed" },
      pond({ levelCm: 10.5, areaCm2: 225, evaporationCm3PerHour: 20 }),
      [5, 5.6, 400],
    );
    const [wet, , dry] = run.cumulative.map(({ pond: told }) => told!);
    expect(wet!.evaporatedCm3).toBeCloseTo(100, 6);
    expect(wet!.levelCm).toBeCloseTo(10.5 - 100 / 225, 4);
    expect(dry!.levelCm).toBe(10);
    expect(dry!.evaporatedCm3).toBeLessThan(0.5 * 20 * 400);
    expect(run.massBalanceRelError).toBeLessThan(1e-9);
  });

  it("never loses a drop, whatever rain, holes, tray and refills come together", () => {
    fc.assert(
      fc.property(
        fc.record({
          rain: fc.array(fc.double({ min: 0, max: 4000, noNaN: true }), { minLength: 3, maxLength: 3 }),
          dry: fc.double({ min: 0, max: 60, noNaN: true }),
          lip: fc.double({ min: 10, max: 13, noNaN: true }),
          wide: fc.double({ min: 0.3, max: 3, noNaN: true }),
          tray: fc.double({ min: 0, max: 4, noNaN: true }),
          start: fc.double({ min: -200, max: 0, noNaN: true }),
          side: fc.double({ min: 0.1, max: 9.5, noNaN: true }),
          catches: fc.boolean(),
        }),
        ({ rain, dry, lip, wide, tray, start, side, catches }) => {
          const run = runTransient(
            column,
            column.zCm.map(() => start),
            {
              kind: "reservoir",
              areaCm2: [{ fromCm: -1, toCm: 5, coefficients: [300, 12] }],
              bedCm: -1,
              catches,
              levelCm: tray - 1,
              discharges: [{ kind: "rim", lipCm: 4, lengthCm: 70 }],
              evaporationCm3PerHour: dry,
              refills: [{ hour: 5, levelCm: 3, holdHours: 0.5 }],
            },
            pond({
              discharges: [
                { kind: "holes", lipCm: lip, diameterCm: wide, count: 1 },
                { kind: "rim", lipCm: 14, lengthCm: 60 },
              ],
              rainCm3PerHour: [
                [0, rain[0]!],
                [1, 0],
                [3, rain[1]!],
                [4, rain[2]!],
                [6, 0],
              ],
              evaporationCm3PerHour: dry,
            }),
            [1, 4, 10],
            { sideHoles: [{ lipCm: side, diameterCm: 1, count: 2 }], mostIterations: 20_000 },
          );
          expect(run.status).toBe("done");
          expect(run.massBalanceRelError).toBeLessThan(1e-9);
          for (const { pond: over, reservoir } of run.cumulative) {
            expect(over!.levelCm).toBeGreaterThanOrEqual(10);
            expect(over!.levelCm).toBeLessThan(15.5);
            expect(reservoir!.levelCm).toBeGreaterThanOrEqual(-1);
          }
        },
      ),
      { numRuns: 150 },
    );
  });
});

describe("weather told by the hour", () => {
  it("drinks, soaks in and runs out as much on cells twice as high", () => {
    let seed = 7;
    const random = (): number => (seed = (seed * 48_271) % 2_147_483_647) / 2_147_483_647;
    const HOURS = 24 * 30;
    const rain: [number, number][] = [];
    const drink: [number, number][] = [];
    for (let hour = 0; hour < HOURS; hour++) {
      rain.push([hour, random() < 0.15 ? -40 * Math.log(random()) : 0]);
      drink.push([hour, 0.03 * Math.max(0, Math.sin(((hour % 24) - 6) * (Math.PI / 12)))]);
    }
    const lived = [0.25, 0.5].map((cellCm) => {
      const one = makeColumn([{ thicknessCm: 20, areaCm2: 400, hydraulics: PEAT }], 1e-7, cellCm);
      const run = runTransient(
        one,
        one.zCm.map((z) => 3 - z),
        {
          kind: "reservoir",
          areaCm2: 150,
          levelCm: 3,
          discharges: [{ kind: "holes", lipCm: 4, diameterCm: 1, count: 1 }],
          refills: [{ hour: 400, levelCm: 4, holdHours: 0.5 }],
        },
        {
          kind: "pond",
          areaCm2: 400,
          levelCm: 20,
          discharges: [{ kind: "rim", lipCm: 24, lengthCm: 80 }],
          rainCm3PerHour: rain,
          evaporationCm3PerHour: 0,
          limitPsiCm: -5000,
        },
        [HOURS],
        {
          uptake: {
            demandCmPerHour: drink,
            roots: [{ fromCm: 4, toCm: 20, weight: 1 }],
            stress: CONTAINER_UPTAKE,
          },
        },
      );
      expect([run.status, run.massBalanceRelError < 1e-9]).toEqual(["done", true]);
      const { uptakeCm3, reservoir, pond: over } = run.cumulative[0]!;
      return [uptakeCm3, reservoir!.overflowCm3, over!.rainedCm3, reservoir!.levelCm] as const;
    });
    const [fine, coarse] = lived as [(typeof lived)[0], (typeof lived)[0]];
    for (const [i, value] of fine.entries()) expect(Math.abs(coarse[i]! / value - 1)).toBeLessThan(0.005);
    expect(fine[0]).toBeGreaterThan(1000);
    expect(fine[1]).toBeGreaterThan(1000);
  });
});

describe("a hole in the wall with soil against it", () => {
  it("runs into the tray the vessel stands in, with what spills over the rim, until the tray spills too", () => {
    const runs = [false, true].map((catches) =>
      runTransient(
        column,
        column.zCm.map(() => 0),
        {
          kind: "reservoir",
          areaCm2: 400,
          bedCm: -1,
          levelCm: -1,
          catches,
          discharges: [{ kind: "rim", lipCm: 1, lengthCm: 80 }],
        },
        pond({ levelCm: 13, discharges: [{ kind: "rim", lipCm: 12, lengthCm: 60 }] }),
        [0.1, 48],
        { sideHoles: [{ lipCm: 4, diameterCm: 1.5, count: 3 }] },
      ),
    );
    const [lost, caught] = runs.map(({ cumulative }) => cumulative[1]!);
    const ran = ({ sidesOutCm3, pond: over }: CumulativeFlow): number => sidesOutCm3![0]! + over!.overflowCm3;
    expect(lost!.reservoir!.caughtCm3).toBeUndefined();
    expect(ran(caught!)).toBeGreaterThan(250);
    expect(caught!.reservoir!.caughtCm3).toBeCloseTo(ran(caught!), 9);
    // the tray holds what it can, and the rest has left over its rim
    expect(caught!.reservoir!.levelCm).toBeGreaterThan(lost!.reservoir!.levelCm);
    expect(caught!.reservoir!.levelCm).toBeLessThan(1.1);
    expect(caught!.reservoir!.overflowCm3).toBeGreaterThan(lost!.reservoir!.overflowCm3);
    for (const run of runs) expect(run.massBalanceRelError).toBeLessThan(1e-9);
  });

  it("drains what stands over its lip and no lower, sooner the wider it is", () => {
    const left = (diameterCm: number, hours: number): number => {
      const run = runTransient(
        column,
        column.zCm.map(() => 0),
        { kind: "sealed" },
        { kind: "sealed" },
        [hours],
        {
          sideHoles: [{ lipCm: 4, diameterCm, count: 1 }],
        },
      );
      expect(run.massBalanceRelError).toBeLessThan(1e-12);
      expect(run.cumulative[0]!.sidesOutCm3![0]).toBeGreaterThan(0);
      // the head over the base: where the free water stands
      return run.states[0]!.psiCm[0]! + column.zCm[0]!;
    };
    expect(left(2, 200)).toBeCloseTo(4, 1);
    expect(left(2, 0.05)).toBeLessThan(left(0.4, 0.05));
    expect(left(0.4, 2000)).toBeCloseTo(4, 1);
  });
});
