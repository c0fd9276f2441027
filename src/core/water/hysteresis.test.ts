import { readFileSync, readdirSync } from "node:fs";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { hydraulicFunctions } from "../hydraulics/hydraulics";
import { scanning, type ScanningPoint } from "../hydraulics/scanning";
import { hydraulicTable, hydraulicValues } from "../hydraulics/table";
import { CATALOGUE } from "../media/catalogue/catalogue";
import type { Medium } from "../media/medium";
import type { ScanCase } from "../testing/scan-case";
import { cellMemory } from "./cell-memory";
import { makeColumn, type Column } from "./column";
import { besidePoresOf } from "../media/grains";
import { rememberingFlux } from "./fitted-flux";
import { repellencyOf, type Repellency } from "./repellency";
import { runTransient, type TransientOptions } from "./transient";

const mediumOf = (id: string): Medium => CATALOGUE.find((one) => one.id === id)!;
const anyMedium = fc.constantFrom(...CATALOGUE);
const columnOf = (layers: readonly { medium: Medium; thicknessCm: number }[], cellCm = 0.25): Column =>
  makeColumn(
    layers.map(({ medium, thicknessCm }) => ({ thicknessCm, areaCm2: 100, hydraulics: medium.hydraulics })),
    1e-7,
    cellCm,
  );
const remembering = (
  layers: readonly { medium: Medium }[],
  on: "drying" | "wetting",
  turnTheta?: number,
): TransientOptions => ({
  hysteresis: {
    wettingAlphaFactors: layers.map(({ medium }) => medium.wettingAlphaFactor),
    beginning: { branch: on, turnsPsiCm: [] },
    turnTheta,
  },
});

describe("a cell's memory", () => {
  it("is the scanning curves to the table's own accuracy, on any way through suctions", () => {
    fc.assert(
      fc.property(
        anyMedium,
        fc.constantFrom("drying" as const, "wetting" as const),
        fc.array(fc.double({ min: -1, max: 3, noNaN: true }), { minLength: 2, maxLength: 12 }),
        (medium, on, exponents) => {
          const suctions = exponents.map((exponent) => 10 ** exponent);
          const column = columnOf([{ medium, thicknessCm: 0.25 }]);
          const functions = hydraulicFunctions(medium.hydraulics);
          const table = hydraulicTable(functions, 1e-7);
          const start = Float64Array.of(-suctions[0]!);
          const memory = cellMemory(
            column,
            [table],
            [medium.wettingAlphaFactor],
            { branch: on, turnsPsiCm: [] },
            start,
            0,
          );
          const curves = scanning(functions, medium.wettingAlphaFactor);
          let point: ScanningPoint = curves.onMain(on, suctions[0]!);
          for (const suction of suctions.slice(1)) {
            point = curves.moved(point, suction);
            const theta = functions.thetaR + (functions.thetaS - functions.thetaR) * point.saturation;
            expect(Math.abs(memory.waterContentAt(0, -suction) - theta)).toBeLessThan(1e-4);
            memory.accept(Float64Array.of(-suction));
            expect(Math.abs(memory.waterContentAt(0, -suction) - theta)).toBeLessThan(1e-4);
          }
        },
      ),
      { numRuns: 300 },
    );
  });

  it("has the slopes it says, and finds back the head of a water content", () => {
    const medium = mediumOf("potting-mix-peat-based");
    const column = columnOf([{ medium, thicknessCm: 0.25 }]);
    const table = hydraulicTable(hydraulicFunctions(medium.hydraulics), 1e-7);
    const memory = cellMemory(
      column,
      [table],
      [medium.wettingAlphaFactor],
      { branch: "drying", turnsPsiCm: [] },
      Float64Array.of(0),
      0,
    );
    for (const suction of [40, 12, 25]) memory.accept(Float64Array.of(-suction));
    const at = hydraulicValues(3);
    for (const psi of [-13.013, -19.017, -24.011, -26.013, -33.017, -60.01]) {
      const by = 1e-6;
      [psi - by, psi, psi + by].forEach((head, i) => memory.lookUp(0, head, at, i));
      expect(at.capacity[1]! / ((at.theta[2]! - at.theta[0]!) / (2 * by))).toBeCloseTo(1, 4);
      expect(at.lnKSlope[1]! / ((at.lnK[2]! - at.lnK[0]!) / (2 * by))).toBeCloseTo(1, 3);
      expect(memory.psiAtTheta(0, at.theta[1]!) / psi).toBeCloseTo(1, 6);
    }
  });

  it("forgets all once full, and goes on one curve there and back when it has turned too often", () => {
    const medium = mediumOf("sphagnum-peat");
    const column = columnOf([{ medium, thicknessCm: 0.25 }]);
    const table = hydraulicTable(hydraulicFunctions(medium.hydraulics), 1e-7);
    const memory = cellMemory(
      column,
      [table],
      [medium.wettingAlphaFactor],
      { branch: "drying", turnsPsiCm: [] },
      Float64Array.of(0),
      0,
    );
    for (let i = 0; i < 40; i++) {
      const psi = -50 + (i % 2 ? 1 : -1) * 45 * 0.9 ** i;
      memory.accept(Float64Array.of(psi));
      expect(memory.waterContentAt(0, psi)).toBeGreaterThan(
        table.waterContentAt(psi * medium.wettingAlphaFactor) - 0.05,
      );
      expect(memory.waterContentAt(0, psi)).toBeLessThan(table.waterContentAt(psi) + 0.05);
    }
    memory.accept(Float64Array.of(1));
    expect(memory.waterContentAt(0, -30)).toBe(table.waterContentAt(-30));
  });
});

describe("the flow between points that remember", () => {
  it("goes down the head, whatever the two have been through, and at no less than a part of what the drier one passes", () => {
    const suction = fc.double({ min: -0.5, max: 2, noNaN: true }).map((power) => -(10 ** power));
    // dried out, wetted by what passed through, and drying again: as after a watering
    const past = fc.tuple(fc.constant(-15_000), suction).chain((turns) => fc.subarray(turns));
    fc.assert(
      fc.property(fc.constantFrom(...CATALOGUE), past, past, suction, suction, (medium, pastA, pastB, psiA, psiB) => {
        const column = columnOf([{ medium, thicknessCm: 0.5 }]);
        const table = hydraulicTable(hydraulicFunctions(medium.hydraulics, besidePoresOf(medium)), 1e-7);
        const memory = cellMemory(
          column,
          [table],
          [medium.wettingAlphaFactor],
          [pastA, pastB].map((turnsPsiCm) => ({ branch: "drying", turnsPsiCm }) as const),
          Float64Array.of(psiA, psiB),
        );
        const at = hydraulicValues(2);
        const points = [psiA, psiB].flatMap((psi, i) => {
          memory.lookUp(i, psi, at, i);
          const { k, kSlope, lnK, lnKSlope, fluxPotential } = at;
          const { mainPsiCm, perMain } = memory;
          return [k[i]!, kSlope[i]!, lnK[i]!, lnKSlope[i]!, psi, mainPsiCm, perMain, fluxPotential[i]!];
        });
        const out = new Float64Array(3);
        rememberingFlux(Float64Array.from(points), 0.25, 1 / medium.wettingAlphaFactor, out);
        const down = psiB - psiA + 0.25;
        if (Math.abs(down) < 0.01) return;
        const least = (Math.min(at.k[0]!, at.k[1]!) * Math.abs(down)) / 0.25;
        expect((-out[0]! * Math.sign(down)) / least).toBeGreaterThan(0.2);
      }),
      { numRuns: 3000 },
    );
  });

  it("has the slopes it says, for points of one curve and of two, near and far apart", () => {
    const medium = mediumOf("coarse-sand-0.5-2");
    const column = columnOf([{ medium, thicknessCm: 0.5 }]);
    const table = hydraulicTable(hydraulicFunctions(medium.hydraulics), 1e-7);
    const memory = cellMemory(
      column,
      [table],
      [medium.wettingAlphaFactor],
      { branch: "drying", turnsPsiCm: [] },
      Float64Array.of(-1, -1),
      0,
    );
    memory.accept(Float64Array.of(-30, -9));
    memory.accept(Float64Array.of(-14, -12));
    const at = hydraulicValues(2);
    const points = new Float64Array(16);
    const flowAt = (psiA: number, psiB: number): Float64Array => {
      [psiA, psiB].forEach((psi, i) => {
        memory.lookUp(i, psi, at, i);
        points.set(
          [
            at.k[i]!,
            at.kSlope[i]!,
            at.lnK[i]!,
            at.lnKSlope[i]!,
            psi,
            memory.mainPsiCm,
            memory.perMain,
            at.fluxPotential[i]!,
          ],
          8 * i,
        );
      });
      const out = new Float64Array(3);
      rememberingFlux(points, 0.25, 1 / medium.wettingAlphaFactor, out);
      return out;
    };
    for (const [psiA, psiB] of [
      [-13.511, -13.013],
      [-13.511, -13.761],
      [-9.013, -16.017],
      [-25.01, -11.003],
    ] as const) {
      const by = 1e-6;
      const [q, byA, byB] = flowAt(psiA, psiB);
      const secantA = (flowAt(psiA + by, psiB)[0]! - flowAt(psiA - by, psiB)[0]!) / (2 * by);
      const secantB = (flowAt(psiA, psiB + by)[0]! - flowAt(psiA, psiB - by)[0]!) / (2 * by);
      const size = Math.abs(secantA) + Math.abs(secantB);
      // one that would turn Newton's method round is held to a part of the lesser K
      const least = Math.min(at.k[0]!, at.k[1]!);
      expect(Number.isFinite(q!)).toBe(true);
      expect(Math.abs(byA! - Math.max(secantA, least)) / size, `${psiA} ${psiB} A`).toBeLessThan(0.05);
      expect(Math.abs(byB! - Math.min(secantB, -least)) / size, `${psiA} ${psiB} B`).toBeLessThan(0.05);
    }
    // at rest nothing flows, whatever the two remember
    expect(Math.abs(flowAt(-13, -13.25)[0]!) / at.k[0]!).toBeLessThan(1e-9);
  });
});

const CASES = readdirSync("verification").filter((name) => /^scan-\d+\.json$/u.test(name));
/** So slowly that even a coarse medium comes to rest. [h] */
const MOVING_HOURS = 1e6;
const RESTING_HOURS = 1e7;

/** Moves free water at the foot from one level to the next and lets the column come to rest at each. */
function throughLevels({ layers, begins, waterLevelsCm }: ScanCase, turnTheta?: number) {
  const media = layers.map(({ mediumId, thicknessCm }) => ({ medium: mediumOf(mediumId), thicknessCm }));
  const column = columnOf(media);
  const hours = waterLevelsCm.map((_, i) => i * (MOVING_HOURS + RESTING_HOURS));
  const run = runTransient(
    column,
    column.zCm.map((z) => Math.min(1e9, waterLevelsCm[0]! - z)),
    {
      kind: "psi",
      cm: waterLevelsCm.flatMap((levelCm, i) =>
        i === 0
          ? [[0, levelCm] as const]
          : [[hours[i]! - RESTING_HOURS, levelCm] as const, [hours[i]!, levelCm] as const],
      ),
    },
    { kind: "sealed" },
    hours,
    remembering(media, begins, turnTheta),
  );
  return { column, run };
}

describe("water that is moved slowly through ten levels", () => {
  for (const name of CASES)
    it(`comes to what an independent program says point by point, to 1e-3: ${name}`, () => {
      const scan = JSON.parse(readFileSync(`verification/${name}`, "utf8")) as ScanCase;
      const { column, run } = throughLevels(scan);
      expect(run.status).toBe("done");
      expect(run.massBalanceRelError).toBeLessThan(1e-9);
      // held at the cells' own heights against the curves that meet the references: between cells a reading is a guess
      const worst = Math.max(
        ...Array.from(column.zCm, (z, cell) => {
          const { functions } = column.layers.find(({ firstCell, cellCount }) => cell < firstCell + cellCount)!;
          const layer = column.layers.findIndex(({ firstCell, cellCount }) => cell < firstCell + cellCount);
          const curves = scanning(functions, mediumOf(scan.layers[layer]!.mediumId).wettingAlphaFactor);
          let point: ScanningPoint | undefined;
          return scan.waterLevelsCm.reduce((most, levelCm, step) => {
            const suctionCm = Math.max(0, z - levelCm);
            point = point ? curves.moved(point, suctionCm) : curves.onMain(scan.begins, suctionCm);
            const theta = functions.thetaR + (functions.thetaS - functions.thetaR) * point.saturation;
            return Math.max(most, Math.abs(run.states[step]!.theta[cell]! - theta));
          }, 0);
        }),
      );
      expect(worst).toBeLessThan(1e-3);
    });
});

const anyLayers = fc.array(
  fc.record({ medium: anyMedium, thicknessCm: fc.double({ min: 0.5, max: 10, noNaN: true }) }),
  { minLength: 1, maxLength: 3 },
);
/** Rain, drought and rain again over an open foot or a held level, each for some hours. */
const anyWeather = fc.array(
  fc.record({
    hours: fc.double({ min: 1, max: 60, noNaN: true }),
    cmPerHour: fc.double({ min: -0.05, max: 0.5, noNaN: true }),
  }),
  { minLength: 2, maxLength: 6 },
);

/** A column through changing weather: its hours, and the step function of what falls and dries. */
function weatherOf(spells: readonly { hours: number; cmPerHour: number }[]) {
  let hour = 0;
  const cmPerHour = spells.map((spell): [number, number] => {
    const from = hour;
    hour += spell.hours;
    return [from, spell.cmPerHour];
  });
  return { top: { kind: "atmosphere", cmPerHour, limitPsiCm: -1000 } as const, hours: [hour / 2, hour] };
}

/** Sheds sooner than it does, so that short weather has it so. */
const sheddingSoon = (medium: Medium): Repellency | undefined => {
  const repellency = repellencyOf(medium);
  return repellency && { ...repellency, belowTheta: medium.thetaAtPsi100.low };
};

describe("a column that remembers", () => {
  it("on 1,000 random stacks in random weather, shedding water or not, never stops, and loses and makes none", () => {
    let turns = 0;
    fc.assert(
      fc.property(
        anyLayers,
        anyWeather,
        fc.constantFrom("drying" as const, "wetting" as const),
        fc.boolean(),
        fc.double({ min: -40, max: 2, noNaN: true }),
        fc.boolean(),
        (layers, spells, branch, drains, waterTableCm, mayShed) => {
          const column = columnOf(layers, 0.5);
          const { top, hours } = weatherOf(spells);
          const run = runTransient(
            column,
            column.zCm.map((z) => waterTableCm - z),
            drains ? { kind: "seepage" } : { kind: "psi", cm: waterTableCm },
            top,
            hours,
            {
              ...remembering(layers, branch),
              repellency: mayShed ? layers.map(({ medium }) => sheddingSoon(medium)) : undefined,
              mostIterations: 100_000,
            },
          );
          expect(run.status).toBe("done");
          expect(run.massBalanceRelError).toBeLessThan(1e-9);
          for (const { psiCm, theta, history } of run.states) {
            expect(psiCm.every(Number.isFinite)).toBe(true);
            turns += history!.reduce((sum, { turnsPsiCm }) => sum + turnsPsiCm.length, 0);
            column.layers.forEach(({ firstCell, cellCount, functions }) => {
              for (let i = firstCell; i < firstCell + cellCount; i++) {
                expect(theta[i]!).toBeGreaterThan(functions.thetaR - 1e-3);
                expect(theta[i]!).toBeLessThan(functions.thetaS + 1e-3);
              }
            });
          }
        },
      ),
      { numRuns: 1000 },
    );
    expect(turns).toBeGreaterThan(2000);
  }, 600_000);

  it("with a factor of 1 is the column of one curve", () => {
    fc.assert(
      fc.property(anyLayers, anyWeather, (layers, spells) => {
        const column = columnOf(layers, 0.5);
        const { top, hours } = weatherOf(spells);
        const start = column.zCm.map((z) => -5 - z);
        const plain = runTransient(column, start, { kind: "seepage" }, top, hours);
        const { hysteresis } = remembering(layers, "drying");
        const same = runTransient(column, start, { kind: "seepage" }, top, hours, {
          hysteresis: { ...hysteresis!, wettingAlphaFactors: layers.map(() => 1) },
        });
        expect(same.status).toBe(plain.status);
        plain.states.forEach(({ theta, storedCm3 }, i) => {
          expect(Math.abs(same.states[i]!.storedCm3 / storedCm3 - 1)).toBeLessThan(2e-3);
          theta.forEach((one, cell) => expect(Math.abs(same.states[i]!.theta[cell]! - one)).toBeLessThan(1e-2));
        });
      }),
      { numRuns: 60 },
    );
  }, 240_000);

  it("hardly depends on how far a cell must go back to have turned", () => {
    const layers = [
      { medium: mediumOf("pea-gravel-6-10"), thicknessCm: 4 },
      { medium: mediumOf("potting-mix-peat-based"), thicknessCm: 16 },
    ];
    const column = columnOf(layers);
    const { top, hours } = weatherOf(
      Array.from({ length: 12 }, (_, i) => ({ hours: 18, cmPerHour: i % 3 === 0 ? 0.15 : -0.02 })),
    );
    const storedWith = (turnTheta: number): number =>
      runTransient(
        column,
        column.zCm.map(() => 0),
        { kind: "seepage" },
        top,
        hours,
        remembering(layers, "drying", turnTheta),
      ).states[1]!.storedCm3;
    const usual = storedWith(1e-6);
    for (const turnTheta of [1e-8, 1e-4]) expect(Math.abs(storedWith(turnTheta) / usual - 1)).toBeLessThan(2e-3);
  });

  it("holds less once wetted again from below than when it drained to the same level, and gives back what it took", () => {
    // a water table that falls and comes back (the experiments' shape: Gillham, Klute & Heermann 1979; Lenhard et al. 1991)
    const layers = [{ medium: mediumOf("fine-sand-0.1-0.5"), thicknessCm: 60 }];
    const column = columnOf(layers, 0.5);
    const levels = [60, 20, -20, 20, -20, 20];
    const hours = levels.map((_, i) => 2000 * i);
    const run = runTransient(
      column,
      column.zCm.map((z) => 60 - z),
      {
        kind: "psi",
        cm: levels.flatMap((cm, i) =>
          i === 0 ? [[0, cm] as const] : [[hours[i]! - 1000, cm] as const, [hours[i]!, cm] as const],
        ),
      },
      { kind: "sealed" },
      hours,
      remembering(layers, "drying"),
    );
    const [, drained, low, wetted, lowAgain, wettedAgain] = run.states.map(({ storedCm3 }) => storedCm3);
    const full = run.states[0]!.storedCm3;
    // drained to 20 it holds clearly more over the water than risen to 20 from below
    expect(drained! - wetted!).toBeGreaterThan(0.03 * full);
    expect(wetted!).toBeGreaterThan(low!);
    // the loop closes: once round and it is where it was, so that no cycle pumps water up or down
    expect(Math.abs(lowAgain! / low! - 1)).toBeLessThan(1e-4);
    expect(Math.abs(wettedAgain! / wetted! - 1)).toBeLessThan(1e-4);
  });

  it("goes on where another run has ended, with what that one remembers", () => {
    const layers = [
      { medium: mediumOf("coarse-sand-0.5-2"), thicknessCm: 4 },
      { medium: mediumOf("coir-pith-fine"), thicknessCm: 10 },
    ];
    const column = columnOf(layers);
    const { top } = weatherOf([
      { hours: 30, cmPerHour: -0.03 },
      { hours: 3, cmPerHour: 0.4 },
      { hours: 5, cmPerHour: -0.03 },
      { hours: 40, cmPerHour: 0.02 },
    ]);
    const start = column.zCm.map(() => -3);
    const whole = runTransient(column, start, { kind: "seepage" }, top, [38, 78], remembering(layers, "drying"));
    const [middle, end] = whole.states;
    const { hysteresis } = remembering(layers, "drying");
    const goneOn = runTransient(
      column,
      middle!.psiCm,
      { kind: "seepage" },
      { kind: "atmosphere", cmPerHour: 0.02, limitPsiCm: -1000 },
      [40],
      { hysteresis: { ...hysteresis!, beginning: middle!.history! } },
    );
    expect(middle!.history!.some(({ turnsPsiCm }) => turnsPsiCm.length > 0)).toBe(true);
    expect(Math.abs(goneOn.states[0]!.storedCm3 / end!.storedCm3 - 1)).toBeLessThan(1e-3);
  });

  it("tapers as it remembers", () => {
    const medium = mediumOf("potting-mix-peat-based");
    const area = [{ fromCm: 0, toCm: 12, coefficients: [200, 20] }];
    const column = makeColumn([{ thicknessCm: 12, areaCm2: area, hydraulics: medium.hydraulics }], 1e-7, 0.25);
    const run = runTransient(
      column,
      column.zCm.map((z) => 12 - z),
      {
        kind: "psi",
        cm: [
          [0, 12],
          [1e6, -30],
          [2e6, -30],
          [3e6, 0],
          [4e6, 0],
        ],
      },
      { kind: "sealed" },
      [2e6, 4e6],
      remembering([{ medium }], "drying"),
    );
    expect(run.massBalanceRelError).toBeLessThan(1e-9);
    const { functions } = column.layers[0]!;
    const curves = scanning(functions, medium.wettingAlphaFactor);
    column.zCm.forEach((z, cell) => {
      const dried = curves.moved(curves.onMain("drying", 0), z + 30);
      const wetted = curves.moved(dried, z);
      [dried, wetted].forEach(({ saturation }, i) => {
        const theta = functions.thetaR + (functions.thetaS - functions.thetaR) * saturation;
        expect(Math.abs(run.states[i]!.theta[cell]! - theta)).toBeLessThan(1e-3);
      });
    });
  });
});
