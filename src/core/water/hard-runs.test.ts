import { describe, expect, it } from "vitest";
import fc from "fast-check";
import { CATALOGUE } from "../media/catalogue/catalogue";
import type { Medium } from "../media/medium";
import { makeColumn, type Column } from "./column";
import type { EndCondition } from "./ends";
import { runTransient, type BottomCondition, type TransientResult } from "./transient";
import { CONTAINER_UPTAKE, type RootUptake } from "./uptake";

// Runs as growing houses ask for them, of every medium of the catalogue, from every start and over every way water comes
// and goes: a tub after a storm, a bog in the sun, feet in a reservoir that runs out. None may stop but for a flux that
// no column could bring.

const between = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const AREAS_CM2 = [300, 300, 300, 60];
const STARTS = ["full", "full", "dry", "ponded", "between"] as const;
const BOTTOMS = ["sealed", "sealed", "seepage", "held", "reservoir", "reservoir", "free-drainage"] as const;
const TOPS = ["sealed", "sun", "weather", "storm", "flux"] as const;

const anyLayer = fc.record({
  medium: fc.constantFrom<Medium>(...CATALOGUE),
  thicknessCm: between(0.5, 12),
  areaCm2: fc.constantFrom(...AREAS_CM2),
});
const anyRun = fc.record({
  layers: fc.array(anyLayer, { minLength: 1, maxLength: 4 }),
  start: fc.constantFrom(...STARTS),
  bottom: fc.constantFrom(...BOTTOMS),
  top: fc.constantFrom(...TOPS),
  at: between(0, 1),
  /** Of the sun at noon. [cm/h] */
  sun: between(0.005, 0.1),
  demandCmPerHour: fc.constantFrom(0, 0, 0.01, 0.04),
  days: fc.constantFrom(1, 2, 4),
});
type HardRun = typeof anyRun extends fc.Arbitrary<infer T> ? T : never;

const SEALED = { kind: "sealed" } as const;

function startOf({ zCm, heightCm }: Column, start: HardRun["start"], at: number): Float64Array {
  switch (start) {
    case "full":
      return zCm.map((z) => heightCm - z);
    case "ponded":
      return zCm.map((z) => heightCm + 3 * at - z);
    case "dry":
      return zCm.map(() => -(10 ** (1 + 4 * at)));
    case "between":
      return zCm.map((z) => heightCm * at - z);
    default:
      return start satisfies never;
  }
}

function bottomOf(heightCm: number, { bottom, at, days }: HardRun): BottomCondition {
  switch (bottom) {
    case "held":
      return { kind: "psi", cm: 0.8 * at * heightCm };
    case "reservoir": {
      const levelCm = 0.7 * at * heightCm;
      return {
        kind: "reservoir",
        areaCm2: 20 + 400 * at,
        levelCm,
        overflowCm: Math.max(levelCm, heightCm / 2),
        refills: [{ hour: 12 * days, levelCm: 0.4 * heightCm, holdHours: 1 }],
      };
    }
    case "sealed":
    case "seepage":
    case "free-drainage":
      return { kind: bottom };
    default:
      return bottom satisfies never;
  }
}

function topOf({ top, sun, days }: HardRun): EndCondition {
  const daily = (steps: readonly (readonly [hour: number, cmPerHour: number])[]) =>
    Array.from({ length: days }, (_, day) => steps.map(([hour, value]) => [24 * day + hour, value] as const)).flat();
  switch (top) {
    case "sealed":
      return SEALED;
    case "sun":
      return { kind: "atmosphere", cmPerHour: daily([[0, -sun], [12, 0]]), limitPsiCm: -5000 }; // prettier-ignore
    case "weather":
      return { kind: "atmosphere", cmPerHour: daily([[0, -sun], [12, 0], [14, 2], [14.5, 0]]), limitPsiCm: -5000 }; // prettier-ignore
    case "storm":
      return { kind: "atmosphere", cmPerHour: [[0, 5], [1, 0], [6, -sun]], limitPsiCm: -15_000 }; // prettier-ignore
    case "flux":
      return { kind: "flux", cmPerHour: -sun / 10 };
    default:
      return top satisfies never;
  }
}

const rootsIn = (heightCm: number, demandCmPerHour: RootUptake["demandCmPerHour"]): RootUptake => ({
  demandCmPerHour,
  roots: [{ fromCm: 0.3 * heightCm, toCm: heightCm, weight: 1 }],
  stress: CONTAINER_UPTAKE,
});
const columnOf = (layers: readonly { medium: Medium; thicknessCm: number; areaCm2: number }[], cellCm = 0.25): Column =>
  makeColumn(
    layers.map(({ medium, ...layer }) => ({ ...layer, hydraulics: medium.hydraulics })),
    1e-7,
    cellCm,
  );

/** How far a run's water contents are from the curves at its heads. [m³/m³] */
const mostOffCurve = (column: Column, { states }: TransientResult): number =>
  states.reduce(
    (most, { psiCm, theta }) =>
      column.layers.reduce((worst, { firstCell, cellCount, functions }) => {
        for (let i = firstCell; i < firstCell + cellCount; i++)
          worst = Math.max(worst, Math.abs(theta[i]! - functions.waterContent(Math.min(0, psiCm[i]!))));
        return worst;
      }, most),
    0,
  );

describe("on 1,000 random stacks of the catalogue, a run", () => {
  it("comes to its end, each cell on its curve, its reservoir within its walls and no water lost", () => {
    const seen = {
      starts: new Set<string>(),
      bottoms: new Set<string>(),
      tops: new Set<string>(),
      media: new Set<string>(),
    };
    fc.assert(
      fc.property(anyRun, (asked) => {
        const { layers, start, at, demandCmPerHour, days } = asked;
        const column = columnOf(layers);
        const bottom = bottomOf(column.heightCm, asked);
        const top = topOf(asked);
        const from = startOf(column, start, at);
        const uptake = demandCmPerHour > 0 ? rootsIn(column.heightCm, demandCmPerHour) : undefined;
        const run = runTransient(column, from, bottom, top, [0, 1, 12 * days, 24 * days], {
          uptake,
          mostIterations: 60_000,
        });
        seen.starts.add(start);
        seen.bottoms.add(asked.bottom);
        seen.tops.add(asked.top);
        layers.forEach(({ medium }) => seen.media.add(medium.id));

        if (asked.top === "flux" && run.status === "flux-not-met") {
          // there is no more to be had: a surface as dry as it will gives less than is asked in the same hours
          const hours = run.reachedHour + 1;
          const dried = { kind: "atmosphere", cmPerHour: -asked.sun / 10, limitPsiCm: -1e6 } as const;
          const given = runTransient(column, from, bottom, dried, [hours], { uptake, mostIterations: 60_000 });
          expect(given.status).toBe("done");
          expect(-given.cumulative[0]!.topInCm3).toBeLessThan((asked.sun / 10) * layers.at(-1)!.areaCm2 * hours);
        } else expect(run.status).toBe("done");
        // the table the solver looks curves up in is within 2e-5 of them
        expect(mostOffCurve(column, run)).toBeLessThan(1.2e-4);
        expect(run.massBalanceRelError).toBeLessThan(1e-9);
        if (bottom.kind !== "reservoir") return;
        for (const { reservoir, bottomInCm3 } of run.cumulative) {
          const { levelCm, refilledCm3, overflowCm3 } = reservoir!;
          expect(levelCm).toBeGreaterThanOrEqual(0);
          // what a step leaves above the hole, a ten-thousandth of a mm at most, runs out as the next one begins
          expect(levelCm).toBeLessThanOrEqual(bottom.overflowCm! + 1e-5);
          const areaCm2 = bottom.areaCm2 as number;
          const change = areaCm2 * (levelCm - bottom.levelCm);
          expect(Math.abs(change - refilledCm3 + overflowCm3 + bottomInCm3)).toBeLessThan(
            1e-9 * (1 + refilledCm3 + overflowCm3 + Math.abs(bottomInCm3) + areaCm2 * bottom.levelCm),
          );
        }
      }),
      { numRuns: 1000 },
    );
    expect(seen.starts.size).toBe(new Set(STARTS).size);
    expect(seen.bottoms.size).toBe(new Set(BOTTOMS).size);
    expect(seen.tops.size).toBe(TOPS.length);
    expect(seen.media.size).toBe(CATALOGUE.length);
  }, 600_000);
});

/** Gaps between bottles and foam hold no more than films: what roots would take of those is not computed to a cell. */
const NO_ROOTS_IN: ReadonlySet<string> = new Set(["foam-void-filler-15-40", "sealed-void-filler"]);

describe("what roots take of a medium", () => {
  /** Six sunny days over water at the foot, or sealed in. */
  const taken = (medium: Medium, demand: number, isSealed: boolean, cellCm = 0.25, toleranceTheta?: number): number => {
    const column = columnOf([{ medium, thicknessCm: 12, areaCm2: 300 }], cellCm);
    const steps = Array.from({ length: 6 }, (_, day) => [[24 * day, demand], [24 * day + 12, 0]] as const).flat(); // prettier-ignore
    const run = runTransient(
      column,
      startOf(column, "full", 0),
      isSealed ? SEALED : { kind: "psi", cm: 2 },
      SEALED,
      [144],
      { uptake: rootsIn(12, steps as [number, number][]), ...(toleranceTheta === undefined ? {} : { toleranceTheta }) },
    );
    expect(run.status).toBe("done");
    return run.cumulative[0]!.uptakeCm3;
  };

  it("hardly depends on the cell or on the tolerance, in the coarsest medium and the finest", () => {
    for (const medium of CATALOGUE.filter(({ id }) => !NO_ROOTS_IN.has(id))) {
      const usual = taken(medium, 0.04, false);
      expect(Math.abs(taken(medium, 0.04, false, 0.125) / usual - 1), `${medium.id}, cell`).toBeLessThan(0.02);
      expect(Math.abs(taken(medium, 0.04, false, 0.25, 1e-3) / usual - 1), `${medium.id}, tolerance`).toBeLessThan(
        0.02,
      );
    }
  }, 240_000);

  it("is no less for having asked more", () => {
    for (const medium of CATALOGUE)
      for (const isSealed of [false, true]) {
        const less = taken(medium, 0.04, isSealed);
        expect(taken(medium, 0.05, isSealed), medium.id).toBeGreaterThanOrEqual(less * (1 - 1e-4));
      }
  }, 240_000);
});
