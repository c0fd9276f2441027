import { describe, expect, it } from "vitest";
import fc from "fast-check";
import { GRAVEL, PEAT } from "../testing/hydraulics";
import { hydraulicFunctions, type Hydraulics } from "../hydraulics/hydraulics";
import { hydraulicTable, hydraulicValues } from "../hydraulics/table";
import { anyStack, anyVg } from "../testing/arbitrary";
import { adaptiveQuadrature } from "../testing/quadrature";
import { makeColumn, type Column } from "./column";
import { fluxAt, type EndCondition } from "./ends";
import { equilibriumWithStored } from "./equilibrium";
import { fittedFlux } from "./fitted-flux";
import { steadyRise } from "./steady-rise";
import { runTransient } from "./transient";
import { solveTridiagonal } from "../testing/tridiagonal";

const SEALED: EndCondition = { kind: "sealed" };

const columnOf = (
  parts: readonly (readonly [thicknessCm: number, hydraulics: Hydraulics, areaCm2?: number])[],
  cellCm = 0.25,
): Column =>
  makeColumn(
    parts.map(([thicknessCm, hydraulics, areaCm2 = 1]) => ({ thicknessCm, hydraulics, areaCm2 })),
    1e-7,
    cellCm,
  );
const all = (column: Column, psi: (z: number) => number): Float64Array => column.zCm.map(psi);

describe("the table of a medium", () => {
  it("gives theta within 2e-5 and K within 0.2 % of the functions, over twelve decades of suction", () => {
    fc.assert(
      fc.property(anyVg, fc.double({ min: -6, max: 6, noNaN: true }), (hydraulics, exponent) => {
        const functions = hydraulicFunctions(hydraulics);
        const table = hydraulicTable(functions, 1e-7);
        const psi = Float64Array.of(-(10 ** exponent));
        const out = hydraulicValues(1);
        table.lookUp(psi, 0, 1, out);
        expect(Math.abs(out.theta[0]! - functions.waterContent(psi[0]!))).toBeLessThan(2e-5);
        const k = functions.conductivityCmPerHour(psi[0]!);
        // right at an air entry or under 1e-3 cm the curve is steeper than any table
        if (k > 1e-90 && exponent > -2.5 && Math.abs(-psi[0]! - hydraulics.airEntryCm) > 0.05 * hydraulics.airEntryCm) {
          expect(Math.abs(Math.exp(out.lnK[0]!) / k - 1)).toBeLessThan(2e-3);
          expect(Math.abs(out.k[0]! / k - 1)).toBeLessThan(2e-3);
        }
        expect(hydraulicFunctions(hydraulics).waterContent(table.psiAtTheta(out.theta[0]!))).toBeCloseTo(
          out.theta[0]!,
          4,
        );
      }),
    );
  });
});

describe("the fitted flux", () => {
  const out = new Float64Array(3);
  /** Of an exponential soil of Ks = 1, whose flux potential is K/alpha. */
  const at = (alpha: number, psiA: number, psiB: number, length: number) => {
    const [kA, kB] = [Math.exp(alpha * psiA), Math.exp(alpha * psiB)];
    const [a, b] = [alpha * psiA, alpha * psiB];
    fittedFlux(psiA, kA, alpha * kA, a, alpha, kA / alpha, psiB, kB, alpha * kB, b, alpha, kB / alpha, length, out);
  };

  it("is exact for an exponential soil (Gardner 1958): q = (Ka·e^(−aL) − Kb)/(1 − e^(−aL))", () => {
    for (const [a, b, length] of [
      [0, -30, 10],
      [-5, -5, 2],
      [-40, -3, 20],
    ] as const) {
      at(0.1, a, b, length);
      const decay = Math.exp(-0.1 * length);
      expect(out[0]).toBeCloseTo((Math.exp(0.1 * a) * decay - Math.exp(0.1 * b)) / (1 - decay), 12);
    }
  });

  it("is Darcy's law where K does not change, and zero at rest", () => {
    fittedFlux(5, 2, 0, Math.log(2), 0, 20, 3, 2, 0, Math.log(2), 0, 16, 4, out);
    expect([...out]).toEqual([-2 * (-2 / 4 + 1), 0.5, -0.5]);
    at(0.3, -4, -6, 2);
    expect(Math.abs(out[0]!)).toBeLessThan(1e-12);
  });

  /** The flux between two heads of a medium, as the solver asks for it. */
  function between(hydraulics: Hydraulics, psiA: number, psiB: number, lengthCm: number): number {
    const table = hydraulicTable(hydraulicFunctions(hydraulics), 1e-7);
    const [a, b] = [hydraulicValues(1), hydraulicValues(1)];
    table.lookUp(Float64Array.of(psiA), 0, 1, a);
    table.lookUp(Float64Array.of(psiB), 0, 1, b);
    fittedFlux(
      psiA,
      a.k[0]!,
      a.kSlope[0]!,
      a.lnK[0]!,
      a.lnKSlope[0]!,
      a.fluxPotential[0]!,
      psiB,
      b.k[0]!,
      b.kSlope[0]!,
      b.lnK[0]!,
      b.lnKSlope[0]!,
      b.fluxPotential[0]!,
      lengthCm,
      out,
    );
    return out[0]!;
  }

  it("between a wet point and a dry one is that of the whole curve between them: −∫K d(psi)/L, but for gravity", () => {
    const { conductivityCmPerHour } = hydraulicFunctions(GRAVEL);
    for (const [wet, dry] of [
      [-0.2, -3],
      [-0.5, -40],
      [-2, -9000],
    ] as const) {
      // over so short a way gravity adds next to nothing
      const lengthCm = 1e-4;
      const integral = [1, 4, 16, 64, 256, 1024, 4096, 16_384].reduce((sum, factor) => {
        const [from, to] = [Math.max(dry, 4 * factor * wet), Math.max(dry, factor * wet)];
        return sum + adaptiveQuadrature(conductivityCmPerHour, from, to, 1e-8);
      }, 0);
      expect(between(GRAVEL, wet, dry, lengthCm) / (integral / lengthCm)).toBeCloseTo(1, 2);
      expect(between(GRAVEL, dry, wet, lengthCm) / (-integral / lengthCm)).toBeCloseTo(1, 2);
    }
  });

  it("is nothing between two points at rest, however far apart their K is", () => {
    for (const [psi, lengthCm] of [
      [-0.3, 0.25],
      [-0.3, 3],
      [-5, 60],
    ] as const)
      expect(
        Math.abs(between(GRAVEL, psi, psi - lengthCm, lengthCm)) /
          hydraulicFunctions(GRAVEL).conductivityCmPerHour(psi),
      ).toBeLessThan(2e-5); // the table's K is e^(ln K) to 1e-4
  });

  it("has the derivatives it says, for any pair of points of a curve", () => {
    for (const hydraulics of [PEAT, GRAVEL])
      for (const [a, b] of [
        [-3.01, -8.01],
        [-0.201, -40.1],
        [-101.3, -1.01],
        [-20.1, -20.31],
        [-1.01, -1.41],
      ] as const) {
        between(hydraulics, a, b, 0.25);
        const [byA, byB] = [out[1]!, out[2]!];
        const step = 1e-5;
        const flux = (psiA: number, psiB: number): number => between(hydraulics, psiA, psiB, 0.25);
        const secantA = (flux(a * (1 - step), b) - flux(a * (1 + step), b)) / (-2 * a * step);
        const secantB = (flux(a, b * (1 - step)) - flux(a, b * (1 + step))) / (-2 * b * step);
        expect(Math.abs(byA - secantA), `by ${a} of ${a}, ${b}`).toBeLessThan(1e-4 * Math.abs(secantA));
        expect(Math.abs(byB - secantB), `by ${b} of ${a}, ${b}`).toBeLessThan(1e-4 * Math.abs(secantB));
      }
  });
});

describe("the tridiagonal solver", () => {
  it("undoes a multiplication, and says when a pivot is zero", () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(...Array.from({ length: 3 }, () => fc.double({ min: -1, max: 1, noNaN: true }))), {
          minLength: 1,
          maxLength: 30,
        }),
        (rows) => {
          const n = rows.length;
          const [lower, upper, x] = [0, 1, 2].map((k) => Float64Array.from(rows, (row) => row[k]!)) as [
            Float64Array,
            Float64Array,
            Float64Array,
          ];
          const diagonal = Float64Array.from(rows, () => 3);
          const d = Float64Array.from(
            rows,
            (_, i) => 3 * x[i]! + (i > 0 ? lower[i]! * x[i - 1]! : 0) + (i + 1 < n ? upper[i]! * x[i + 1]! : 0),
          );
          expect(solveTridiagonal(lower, diagonal, upper, d)).toBe(true);
          d.forEach((value, i) => expect(value).toBeCloseTo(x[i]!, 12));
        },
      ),
    );
    expect(solveTridiagonal(new Float64Array(2), new Float64Array(2), new Float64Array(2), Float64Array.of(1, 1))).toBe(
      false,
    );
    expect(() =>
      solveTridiagonal(new Float64Array(1), new Float64Array(2), new Float64Array(2), new Float64Array(2)),
    ).toThrow(RangeError);
  });
});

describe("steady rise", () => {
  const soil = (alphaPerCm: number): Hydraulics => ({
    model: "exponential",
    thetaR: 0.06,
    thetaS: 0.4,
    ksCmPerHour: 5,
    alphaPerCm,
  });

  it("equals Ks/(e^(aL) − 1) for the exponential soil without a limit (Gardner 1958)", () => {
    for (const [alpha, height] of [
      [0.1, 20],
      [0.3, 12],
      [0.02, 40],
    ] as const) {
      const { maxFluxCmPerHour } = steadyRise(columnOf([[height, soil(alpha)]]), 0, height, -60 / alpha);
      expect(maxFluxCmPerHour / (5 / Math.expm1(alpha * height))).toBeCloseTo(1, 4);
    }
  });

  it("equals (Ks·e^(−aL) − K_T)/(1 − e^(−aL)) for a limit (Gardner 1958), and 0 where the limit is met at rest", () => {
    const column = columnOf([[20, soil(0.1)]]);
    const decay = Math.exp(-0.1 * 18);
    expect(
      steadyRise(column, 2, 20, -30).maxFluxCmPerHour / ((5 * decay - 5 * Math.exp(-3)) / (1 - decay)),
    ).toBeCloseTo(1, 4);
    expect(steadyRise(column, 2, 20, -18).maxFluxCmPerHour).toBe(0);
  });

  it("is what a transient run settles to over a fixed surface and base, within 0.5 %, across unlike areas", () => {
    const column = columnOf([
      [6, { ...PEAT, modes: [{ weight: 1, alphaPerCm: 0.05, n: 1.5 }] }, 40],
      [12, PEAT, 400],
    ]);
    const { maxCm3PerHour } = steadyRise(column, 0, 18, -100);
    const {
      cumulative: [before, after],
    } = runTransient(
      column,
      all(column, (z) => -z),
      { kind: "psi", cm: 0 },
      { kind: "psi", cm: -100 },
      [3000, 3100],
    );
    expect((after!.bottomInCm3 - before!.bottomInCm3) / 100 / maxCm3PerHour).toBeCloseTo(1, 2);
    expect(Math.abs((after!.bottomInCm3 - before!.bottomInCm3) / 100 / maxCm3PerHour - 1)).toBeLessThan(0.005);
  });

  it("is nearly nothing through clean gravel", () => {
    const through = (middle: Hydraulics): number =>
      steadyRise(
        columnOf([
          [4, PEAT],
          [4, middle],
          [6, PEAT],
        ]),
        1,
        14,
        -100,
      ).maxFluxCmPerHour;
    expect(through(GRAVEL)).toBeLessThan(through(PEAT) / 1000);
  });

  it("names what is out of bounds", () =>
    expect(() => steadyRise(columnOf([[5, PEAT]]), 5, 5, -10)).toThrow(RangeError));
});

describe("transient flow", () => {
  it("follows the series of Srivastava & Yeh (1991) for infiltration into an exponential soil, within 1 % of the moisture range everywhere", () => {
    const [alpha, ks, thetaR, thetaS, length, qA, qB] = [0.1, 1, 0.06, 0.4, 100, 0.1, 0.9];
    const column = columnOf(
      [[length, { model: "exponential", thetaR, thetaS, ksCmPerHour: ks, alphaPerCm: alpha }]],
      0.5,
    );
    const steady = (q: number, z: number): number => q - (q - 1) * Math.exp(-alpha * z);
    const hours = [0.5, 2, 5, 10, 20, 40];
    const { states } = runTransient(
      column,
      all(column, (z) => Math.log(steady(qA, z)) / alpha),
      { kind: "psi", cm: 0 },
      { kind: "flux", cmPerHour: qB },
      hours,
    );
    const scaled = alpha * length;
    for (const { hours: hour, theta } of states) {
      const time = (alpha * ks * hour) / (thetaS - thetaR);
      column.zCm.forEach((z, i) => {
        let sum = 0;
        for (let n = 1; n <= 300; n++) {
          // the n-th root of tan(λL) + 2λ = 0 lies between (n − ½)π/L and nπ/L
          let [low, high] = [((n - 0.5) * Math.PI) / scaled, (n * Math.PI) / scaled];
          for (let k = 0; k < 50; k++) {
            const middle = (low + high) / 2;
            if (Math.sin(middle * scaled) + 2 * middle * Math.cos(middle * scaled) > 0 === (n % 2 === 1)) low = middle;
            else high = middle;
          }
          sum +=
            (Math.sin(low * alpha * z) * Math.sin(low * scaled) * Math.exp(-low * low * time)) /
            (1 + scaled / 2 + 2 * low * low * scaled);
        }
        const k = steady(qB, z) - 4 * (qB - qA) * Math.exp((scaled - alpha * z) / 2 - time / 4) * sum;
        expect(Math.abs(theta[i]! - thetaR - (thetaS - thetaR) * k), `z = ${z} at ${hour} h`).toBeLessThan(
          0.01 * (thetaS - thetaR),
        );
      });
    }
  });

  it("brings the front of Celia et al. (1990) into dry soil to the place a grid five times finer gives, within a cell, and keeps its balance", () => {
    const soil: Hydraulics = {
      model: "vg",
      thetaR: 0.102,
      thetaS: 0.368,
      ksCmPerHour: 33.192,
      tau: 0.5,
      airEntryCm: 0,
      modes: [{ weight: 1, alphaPerCm: 0.0335, n: 2 }],
    };
    const front = (cellCm: number): number => {
      const column = columnOf([[60, soil]], cellCm);
      const { status, states, massBalanceRelError } = runTransient(
        column,
        all(column, () => -1000),
        { kind: "psi", cm: -1000 },
        { kind: "psi", cm: -75 },
        [12],
      );
      expect(status).toBe("done");
      expect(massBalanceRelError).toBeLessThan(1e-8);
      return column.zCm[states[0]!.theta.findIndex((theta) => theta > 0.15)]!;
    };
    expect(Math.abs(front(0.5) - front(0.1))).toBeLessThanOrEqual(0.5);
  });

  it("raises the wet zone of a drained pot by the gravel under it: a day after soaking the peat holds what it holds over a seepage face, not what it holds at rest", () => {
    const drained = (
      parts: Parameters<typeof columnOf>[0],
      cellCm: number,
    ): { column: Column; psi: Float64Array; stored: number } => {
      const column = columnOf(parts, cellCm);
      const [state] = runTransient(
        column,
        all(column, () => 0),
        { kind: "seepage" },
        SEALED,
        [24],
      ).states;
      return { column, psi: state!.psiCm, stored: state!.storedCm3 };
    };
    const plain = drained([[15, PEAT]], 0.25);
    const over = drained(
      [
        [5, GRAVEL],
        [15, PEAT],
      ],
      0.25,
    );
    const fine = drained(
      [
        [5, GRAVEL],
        [15, PEAT],
      ],
      0.0625,
    );
    expect(over.stored / fine.stored).toBeCloseTo(1, 2);
    expect(Math.abs(over.stored / fine.stored - 1)).toBeLessThan(0.005);
    // suction at the foot of the peat: half of the 5 cm it has at rest, or less
    const foot = -over.psi[over.column.layers[1]!.firstCell]!;
    expect(foot).toBeLessThan(3);
    expect(-plain.psi[0]!).toBeLessThan(0.3);
  });

  it("ponds, runs off and dries to its limit: rain beyond what the soil takes is runoff, and a dry surface gives no more", () => {
    const column = columnOf([[10, PEAT, 100]]);
    const rain = runTransient(
      column,
      all(column, () => -20),
      SEALED,
      {
        kind: "atmosphere",
        cmPerHour: [
          [0, 30],
          [1, 0],
        ],
        limitPsiCm: -1000,
      },
      [0, 1, 3],
    );
    const [, wet, later] = rain.cumulative;
    expect(wet!.topInCm3 + wet!.runoffCm3).toBeCloseTo(3000, 6);
    expect(rain.states[1]!.storedCm3 / 850).toBeCloseTo(1, 3);
    expect(later!.runoffCm3 - wet!.runoffCm3).toBeLessThan(1);
    const dry = runTransient(
      column,
      all(column, () => -900),
      SEALED,
      { kind: "atmosphere", cmPerHour: -0.5, limitPsiCm: -1000 },
      [200],
    );
    expect(Math.min(...dry.states[0]!.psiCm)).toBeGreaterThan(-1001);
    const drier = runTransient(
      column,
      all(column, () => -5000),
      SEALED,
      { kind: "atmosphere", cmPerHour: -0.5, limitPsiCm: -1000 },
      [10],
    );
    expect(drier.cumulative[0]).toMatchObject({ topInCm3: 0, runoffCm3: 0 });
  });

  it("settles a sealed column to the hydrostatic state of what it holds", () => {
    const column = columnOf([
      [4, GRAVEL, 50],
      [8, PEAT, 50],
    ]);
    const [start, end] = runTransient(
      column,
      all(column, (z) => (z < 6 ? -0.5 : -12)),
      SEALED,
      SEALED,
      [0, 20_000],
    ).states;
    const rest = equilibriumWithStored(column, end!.storedCm3);
    expect(end!.storedCm3).toBeCloseTo(start!.storedCm3, 9);
    end!.theta.forEach((theta, i) => {
      if (column.zCm[i]! > 4) expect(theta).toBeCloseTo(rest.ok ? rest.value.theta[i]! : Number.NaN, 2);
    });
  });

  it("follows a column that is full to its top and then loses water: its heads fall as one", () => {
    const soil: Hydraulics = {
      model: "vg",
      thetaR: 0.06,
      thetaS: 0.91,
      ksCmPerHour: 120,
      tau: 0.5,
      airEntryCm: 0,
      modes: [{ weight: 1, alphaPerCm: 0.25, n: 1.5 }],
    };
    for (const heightCm of [0.5, 20]) {
      const column = columnOf([[heightCm, soil]]);
      const run = runTransient(
        column,
        all(column, (z) => heightCm - z),
        SEALED,
        { kind: "flux", cmPerHour: -0.05 },
        [0.1, 2],
      );
      expect(run.status).toBe("done");
      expect(run.iterations).toBeLessThan(400);
      // water moves next to freely in it: it is at rest over what is left, as an exact sum over the curve says
      for (const { hours, psiCm, theta } of run.states) {
        const rest = equilibriumWithStored(column, 0.91 * heightCm + 5e-8 * heightCm ** 2 - 0.05 * hours);
        if (!rest.ok) throw new Error("rests");
        psiCm.forEach((psi, i) => {
          expect(Math.abs(psi - rest.value.psiCm[i]!)).toBeLessThan(0.02 * (1 + Math.abs(psi)));
          expect(Math.abs(theta[i]! - column.layers[0]!.functions.waterContent(Math.min(0, psi)))).toBeLessThan(1e-4);
        });
      }
    }
  });

  it("stops at once where a flux asks for more than the column can bring, at either end, and says how far it came", () => {
    const column = columnOf([[10, GRAVEL]]);
    const full = all(column, (z) => 10 - z);
    const drawn: EndCondition = { kind: "flux", cmPerHour: -0.5 };
    const holds = 0.4 * 10;
    for (const [bottom, top] of [
      [SEALED, drawn],
      [drawn, SEALED],
    ] as const) {
      const run = runTransient(column, full, bottom, top, [0, 0.1, 100]);
      expect(run.status).toBe("flux-not-met");
      expect(run.reachedHour).toBeGreaterThan(0.1);
      // it cannot have given more than it held
      expect(run.reachedHour).toBeLessThan(holds / 0.5);
      expect(run.states.map(({ hours }) => hours)).toEqual([0, 0.1]);
      expect(run.iterations).toBeLessThan(3000);
    }
    // a flux into it, or one that is met, stops nothing
    expect(runTransient(column, full, SEALED, { kind: "flux", cmPerHour: -0.01 }, [20]).status).toBe("done");
  });

  it("is called off when it is asked whether to go on, and not told yes", () => {
    const column = columnOf([[10, PEAT]]);
    let steps = 0;
    const run = runTransient(
      column,
      all(column, () => 0),
      { kind: "seepage" },
      SEALED,
      [0, 500],
      { mayGoOn: () => ++steps <= 5 },
    );
    expect(run).toMatchObject({ status: "called-off", states: { length: 1 } });
    expect(run.reachedHour).toBeGreaterThan(0);
    expect(run.reachedHour).toBeLessThan(500);
  });

  it("stops at its work limit with the states so far, and never throws", () => {
    const column = columnOf([[10, PEAT]]);
    const stopped = runTransient(
      column,
      all(column, () => 0),
      { kind: "seepage" },
      SEALED,
      [0, 0.01, 500],
      { mostIterations: 40 },
    );
    expect(stopped).toMatchObject({ status: "work-limit", states: { 0: { hours: 0 } } });
    expect(stopped.iterations).toBeLessThan(80);
  });

  it("drains a dry start of any peat, a storm on dust and switching flows without losing water or its way", () => {
    const dusty = columnOf([
      [5, GRAVEL],
      [10, { ...PEAT, modes: [{ weight: 1, alphaPerCm: 0.05, n: 1.09 }] }],
      [5, GRAVEL],
    ]);
    const storm: EndCondition = {
      kind: "atmosphere",
      cmPerHour: Array.from({ length: 24 }, (_, i) => [i / 2, i % 2 ? -0.1 : 6] as const),
      limitPsiCm: -1e5,
    };
    const { status, massBalanceRelError, states } = runTransient(
      dusty,
      all(dusty, () => -1e6),
      { kind: "seepage" },
      storm,
      [12],
    );
    expect(status).toBe("done");
    expect(massBalanceRelError).toBeLessThan(1e-8);
    expect([...states[0]!.psiCm, ...states[0]!.theta].every(Number.isFinite)).toBe(true);
  });

  it("steps a flow at its hours", () => {
    const flux = [
      [0, 1],
      [2, -1],
      [5, 0],
    ] as const;
    expect([0, 1.9, 2, 4, 5, 9].map((hour) => fluxAt(flux, hour))).toEqual([1, 1, -1, -1, 0, 0]);
    expect(fluxAt(3, 7)).toBe(3);
  });
});

describe("on 500 random stacks, transient flow", () => {
  const small = anyStack.map((layers) =>
    makeColumn(
      layers.slice(0, 3).map((layer) => ({ ...layer, thicknessCm: Math.min(layer.thicknessCm, 6) })),
      1e-7,
      0.5,
    ),
  );
  const start = fc.double({ min: 0, max: 3, noNaN: true }).map((exponent) => -(10 ** exponent));

  it("conserves mass, keeps heads between those that drive it, and stays finite", () => {
    fc.assert(
      fc.property(small, start, fc.double({ min: -20, max: 5, noNaN: true }), (column, startPsi, basePsi) => {
        const run = runTransient(
          column,
          all(column, () => startPsi),
          { kind: "psi", cm: basePsi },
          SEALED,
          [0, 0.5, 6],
        );
        expect(run.status).toBe("done");
        expect(run.massBalanceRelError).toBeLessThan(1e-8);
        // Hydraulic head: at first from startPsi to startPsi + height, at the base basePsi; no flow makes a new
        // extreme. Held against water content, since a dry coarse medium has no psi to speak of.
        const [least, most] = [Math.min(startPsi, basePsi), Math.max(startPsi + column.heightCm, basePsi)];
        for (const { psiCm, theta } of run.states) {
          column.layers.forEach(({ firstCell, cellCount, functions }) => {
            for (let i = firstCell; i < firstCell + cellCount; i++) {
              expect(Number.isFinite(psiCm[i]!)).toBe(true);
              expect(theta[i]!).toBeGreaterThan(functions.waterContent(least - column.zCm[i]!) - 5e-3);
              expect(theta[i]!).toBeLessThan(functions.waterContent(most - column.zCm[i]!) + 5e-3);
            }
          });
        }
      }),
      { numRuns: 300 },
    );
  }, 240_000);

  it("never has less water anywhere for having started with more, and does not depend on when it is looked at", () => {
    fc.assert(
      fc.property(small, start, (column, startPsi) => {
        const run = (psi: number, hours: readonly number[]) =>
          runTransient(
            column,
            all(column, () => psi),
            { kind: "seepage" },
            SEALED,
            hours,
          ).states.at(-1)!;
        const dry = run(startPsi, [4]);
        const wet = run(startPsi / 2, [4]);
        const watched = run(startPsi, [0.01, 0.5, 1.7, 2, 3.3, 4]);
        dry.theta.forEach((theta, i) => {
          expect(wet.theta[i]!).toBeGreaterThan(theta - 4e-3);
          expect(Math.abs(watched.theta[i]! - theta)).toBeLessThan(6e-3);
        });
      }),
      { numRuns: 200 },
    );
  }, 240_000);
});
