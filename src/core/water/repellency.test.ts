import { describe, expect, it } from "vitest";
import { hydraulicTable } from "../hydraulics/table";
import { CATALOGUE } from "../media/catalogue/catalogue";
import { makeColumn } from "./column";
import type { Repellency } from "./repellency";
import { sheddingOf } from "./shedding";
import { runTransient, type TransientOptions, type TransientResult } from "./transient";

const PEAT = CATALOGUE.find(({ id }) => id === "sphagnum-peat")!.hydraulics;
const column = makeColumn([{ thicknessCm: 10, areaCm2: 100, hydraulics: PEAT }], 1e-7, 0.25);
const DRY_PSI_CM = -2000;
const dry = column.zCm.map(() => DRY_PSI_CM);
const SEALED = { kind: "sealed" } as const;
const FOREVER = 1e9;

/** A dry block of peat stood in water. */
const stoodInWater = (repellency: Repellency | undefined, hours: readonly number[], more: TransientOptions = {}) =>
  runTransient(column, dry, { kind: "psi", cm: 0 }, SEALED, hours, {
    ...(repellency && { repellency: [repellency] }),
    ...more,
  });
const drawn = (run: TransientResult): number[] => run.cumulative.map(({ bottomInCm3 }) => bottomInCm3);

describe("a dry block of peat that sheds water", () => {
  it("draws it up exactly as one that does not, but so many times more slowly (Richards' equation scales with K)", () => {
    // what never gives way is K times a factor in all that wets: the same water, in time over that factor
    for (const intakeFactor of [0.3, 0.02]) {
      const hours = [0.05, 0.5, 5];
      const plain = drawn(stoodInWater(undefined, hours));
      const slow = drawn(
        stoodInWater(
          { belowTheta: 2, intakeFactor, givesWayHours: FOREVER },
          hours.map((hour) => hour / intakeFactor),
        ),
      );
      plain.forEach((cm3, i) => expect(slow[i]! / cm3).toBeCloseTo(1, 2));
    }
  });

  it("takes less the more it sheds, gives way with time, and comes to hold what any peat does", () => {
    const sheds = { belowTheta: 0.25, intakeFactor: 0.002, givesWayHours: 10 };
    const hours = [0.2, 4, 1000];
    const plain = drawn(stoodInWater(undefined, hours));
    const run = stoodInWater(sheds, hours);
    const slow = drawn(run);
    expect(slow[0]!).toBeLessThan(0.3 * plain[0]!);
    expect(slow[0]!).toBeGreaterThan(0);
    expect(slow[2]! / plain[2]!).toBeGreaterThan(0.9);
    expect(run.massBalanceRelError).toBeLessThan(1e-9);
    // from the foot up: wet through below, still shedding where it is dry
    const first = run.states[0]!.sheds!;
    expect(first[0]!).toBeLessThan(1);
    expect(first.at(-1)!).toBe(1);
    const patient = drawn(stoodInWater({ ...sheds, givesWayHours: 100 }, hours));
    expect(patient[1]!).toBeLessThan(slow[1]!);
  });

  it("is no other however thin its cells are cut", () => {
    const cut = (cellCm: number): number => {
      const cells = makeColumn([{ thicknessCm: 10, areaCm2: 10, hydraulics: PEAT }], 1e-7, cellCm);
      return runTransient(
        cells,
        cells.zCm.map(() => -1e6),
        { kind: "psi", cm: 0 },
        SEALED,
        [6],
        { repellency: [{ belowTheta: 0.25, intakeFactor: 0.01, givesWayHours: 12 }] },
      ).cumulative[0]!.bottomInCm3;
    };
    expect(cut(0.5) / cut(0.25)).toBeCloseTo(1, 1);
    expect(cut(0.25) / cut(0.125)).toBeCloseTo(1, 1);
  });

  it("lets go of its water like any other, and sheds once that has gone", () => {
    const wet = column.zCm.map((z) => -z);
    const drying = (options: TransientOptions): TransientResult =>
      runTransient(column, wet, SEALED, { kind: "atmosphere", cmPerHour: -0.1, limitPsiCm: -1e4 }, [20, 70], options);
    const plain = drying({});
    const sheds = drying({ repellency: [{ belowTheta: 0.25, intakeFactor: 0.002, givesWayHours: 10 }] });
    expect(sheds.states[0]!.storedCm3 / plain.states[0]!.storedCm3).toBeCloseTo(1, 2);
    expect(sheds.states[1]!.sheds!.at(-1)).toBe(1);
    // what rises to its dry top is held up there
    expect(sheds.cumulative[1]!.topInCm3).toBeGreaterThan(plain.cumulative[1]!.topInCm3);
  });

  it("sheds the rain too: what it does not take runs off", () => {
    const rained = (options: TransientOptions): TransientResult =>
      runTransient(
        column,
        dry,
        { kind: "seepage" },
        { kind: "atmosphere", cmPerHour: 8, limitPsiCm: -1e4 },
        [0.1],
        options,
      );
    const plain = rained({});
    const shed = rained({ repellency: [{ belowTheta: 0.25, intakeFactor: 0.002, givesWayHours: 50 }] });
    expect(shed.cumulative[0]!.runoffCm3).toBeGreaterThan(plain.cumulative[0]!.runoffCm3 + 10);
    expect(shed.cumulative[0]!.runoffCm3 + shed.cumulative[0]!.topInCm3).toBeCloseTo(80, 6);
  });

  it("lets what it does not take run down along its wall into the room under it, where the gap leads there", () => {
    const rained = (gap: boolean): TransientResult =>
      runTransient(
        column,
        dry,
        { kind: "reservoir", areaCm2: 400, levelCm: -5, bedCm: -5 },
        {
          kind: "pond",
          areaCm2: 100,
          levelCm: 10,
          discharges: [],
          ...(gap && { gap: { kind: "rim", lipCm: 10.3, lengthCm: 40 } }),
          rainCm3PerHour: [
            [0, 2000],
            [0.5, 0],
          ],
          evaporationCm3PerHour: 0,
          limitPsiCm: -1e4,
        },
        [0.5],
        { repellency: [{ belowTheta: 0.25, intakeFactor: 0.002, givesWayHours: 20 }] },
      );
    const [{ pond, reservoir, topInCm3 }, kept] = [rained(true).cumulative[0]!, rained(false).cumulative[0]!];
    expect(pond!.overflowCm3).toBeGreaterThan(200);
    expect(reservoir!.caughtCm3!).toBeCloseTo(pond!.overflowCm3, 9);
    expect(reservoir!.levelCm).toBeCloseTo(-5 + pond!.overflowCm3 / 400, 6);
    expect(rained(true).massBalanceRelError).toBeLessThan(1e-9);
    // what stands on it is no more than finds the gap
    expect(pond!.levelCm).toBeLessThan(10.5);
    expect(kept.pond!.levelCm).toBeGreaterThan(12);
    expect(kept.reservoir!.caughtCm3 ?? 0).toBe(0);
    expect(topInCm3).toBeGreaterThan(0);
    // one that takes water has no gap
    const wet = runTransient(
      column,
      column.zCm.map((z) => -z),
      { kind: "reservoir", areaCm2: 400, levelCm: -5, bedCm: -5 },
      {
        kind: "pond",
        areaCm2: 100,
        levelCm: 12,
        discharges: [],
        gap: { kind: "rim", lipCm: 10.3, lengthCm: 40 },
        rainCm3PerHour: 0,
        evaporationCm3PerHour: 0,
        limitPsiCm: -1e4,
      },
      [0.01],
      { repellency: [{ belowTheta: 0.25, intakeFactor: 0.002, givesWayHours: 20 }] },
    );
    expect(wet.cumulative[0]!.pond!.overflowCm3).toBe(0);
  });

  it("goes on shedding where another run has ended, by what each cell is told to", () => {
    const repellency = { belowTheta: 0.25, intakeFactor: 0.002, givesWayHours: 20 };
    const whole = stoodInWater(repellency, [1, 3]);
    const [middle] = whole.states;
    const options = { repellency: [repellency] };
    const from = (sheds: readonly number[] | undefined): number =>
      runTransient(column, middle!.psiCm, { kind: "psi", cm: 0 }, SEALED, [2], { ...options, sheds }).states[0]!
        .storedCm3;
    const end = whole.states[1]!.storedCm3;
    expect(from([...middle!.sheds!]) / end).toBeCloseTo(1, 2);
    // without being told, what holds water again counts as worn off
    expect(from(undefined)).toBeGreaterThan(end);
  });
});

describe("what a cell sheds", () => {
  const table = hydraulicTable(column.layers[0]!.functions, 1e-7);
  const one = makeColumn([{ thicknessCm: 0.25, areaCm2: 1, hydraulics: PEAT }], 1e-7, 0.25);
  const shed = (startTheta: number, startSheds?: readonly number[]) =>
    sheddingOf(
      one,
      [table],
      [{ belowTheta: 0.3, intakeFactor: 0.1, givesWayHours: 4 }],
      Float64Array.of(startTheta),
      startSheds,
    );

  it("comes with drying, wears off by e in its time while there is water, four times as fast where it is wet through, and goes at last", () => {
    const cell = shed(0.5);
    expect([cell.sheds[0], cell.intake[0]]).toEqual([0, 1]);
    cell.accept(1, Float64Array.of(0.29));
    expect(cell.sheds[0]).toBe(1);
    expect(cell.intake[0]!).toBeCloseTo(0.1, 12);
    cell.accept(4, Float64Array.of(0.31));
    expect(cell.sheds[0]!).toBeCloseTo(Math.exp(-1), 12);
    expect(cell.intake[0]!).toBeCloseTo(1 - 0.9 * Math.exp(-1), 12);
    // two halves of a time are the whole
    cell.accept(2, Float64Array.of(0.35));
    cell.accept(2, Float64Array.of(0.35));
    expect(cell.sheds[0]!).toBeCloseTo(Math.exp(-2), 12);
    cell.accept(1, Float64Array.of(table.thetaS - 1e-3));
    expect(cell.sheds[0]!).toBeCloseTo(Math.exp(-3), 12);
    cell.accept(1.7, Float64Array.of(table.thetaS - 1e-3));
    expect([cell.sheds[0], cell.intake[0]]).toEqual([0, 1]);
  });

  it("is of a medium that never sheds nothing at all", () => {
    const never = sheddingOf(one, [table], [undefined], Float64Array.of(0.01), [1]);
    never.accept(1, Float64Array.of(0.01));
    expect([never.sheds[0], never.intake[0]]).toEqual([0, 1]);
  });
});
