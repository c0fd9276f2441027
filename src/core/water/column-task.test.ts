import { describe, expect, it } from "vitest";
import { GRAVEL, PEAT } from "../testing/hydraulics";
import { makeColumn, storageByLayerCm3 } from "./column";
import { NOT_FINITE, solveColumnTask, STOPPED, type ColumnTask } from "./column-task";
import { equilibriumAtWaterTable, hydrostaticStorageCm3 } from "./equilibrium";
import { steadyRise } from "./steady-rise";

const COLUMN = {
  layers: [
    { thicknessCm: 4, areaCm2: 50, hydraulics: GRAVEL },
    { thicknessCm: 12, areaCm2: 200, hydraulics: PEAT },
  ],
  cellCm: 0.5,
  specificStoragePerCm: 1e-7,
};
const column = makeColumn(COLUMN.layers, 1e-7, 0.5);
const answer = (task: Partial<ColumnTask>) => solveColumnTask({ ...COLUMN, ...task } as ColumnTask);

describe("a task put to the solver", () => {
  it("is settled over a water table, or with the volume it stores", () => {
    const byTable = answer({ task: "equilibrium", waterTableCm: 3 });
    if (!byTable.ok || byTable.value.task !== "equilibrium") throw new Error("equilibrium");
    expect(byTable.value.state).toEqual(equilibriumAtWaterTable(column, 3));
    const byVolume = answer({ task: "equilibrium", storedCm3: hydrostaticStorageCm3(column, 3) });
    if (!byVolume.ok || byVolume.value.task !== "equilibrium") throw new Error("equilibrium");
    expect(byVolume.value.state.waterTableCm).toBeCloseTo(3, 6);
    expect(answer({ task: "equilibrium", storedCm3: 1 })).toMatchObject({
      ok: false,
      problems: [{ code: "below-residual" }],
    });
  });

  it("is a steady rise to a height, by default the top, with what is stored on the way", () => {
    const top = answer({ task: "steady-rise", waterTableCm: 1, limitPsiCm: -100 });
    if (!top.ok || top.value.task !== "steady-rise") throw new Error("steady-rise");
    const rise = steadyRise(column, 1, 16, -100);
    expect(top.value.rise).toEqual(rise);
    const [low, high] = storageByLayerCm3(column, rise.theta);
    expect(top.value.storedCm3).toBeCloseTo(low! + high!, 9);
    // by hand: the sum of area · height of cell · water content
    const byHand = rise.theta.reduce((sum, theta, i) => sum + (i < 8 ? 50 : 200) * 0.5 * theta, 0);
    expect(top.value.storedCm3).toBeCloseTo(byHand, 9);
    const lower = answer({ task: "steady-rise", waterTableCm: 1, demandHeightCm: 8, limitPsiCm: -100 });
    expect(lower.ok && lower.value.task === "steady-rise" && lower.value.rise.maxCm3PerHour).toBeGreaterThan(
      rise.maxCm3PerHour,
    );
  });

  it("is a run from a head, a water table or full pores", () => {
    const start = (initial: object): number => {
      const run = answer({
        task: "transient",
        initial,
        bottom: { kind: "sealed" },
        top: { kind: "sealed" },
        outputHours: [0],
      } as Partial<ColumnTask>);
      if (!run.ok || run.value.task !== "transient") throw new Error("transient");
      return run.value.run.states[0]!.psiCm[0]!;
    };
    expect(start({ kind: "saturated" })).toBe(0);
    expect(start({ kind: "psi", cm: -30 })).toBe(-30);
    expect(start({ kind: "hydrostatic", waterTableCm: 2 })).toBeCloseTo(1.75, 12);
  });

  it("that cannot be followed to its end says after how long it stopped, and why", () => {
    const drawn = {
      ...COLUMN,
      task: "transient",
      initial: { kind: "psi", cm: -10 },
      bottom: { kind: "sealed" },
      top: { kind: "flux", cmPerHour: -50 },
      outputHours: [0, 500],
    } as const;
    const stopped = solveColumnTask(drawn, 20);
    expect(stopped).toMatchObject({ ok: false, problems: [{ path: "work", code: STOPPED }] });
    expect(!stopped.ok && stopped.problems[0]!.message).toMatch(
      /^stopped after [\d.e-]+ h: work-limit \(\d+ steps, \d+ iterations\)$/u,
    );
    // with work enough it finds that there is no more to be had
    const dry = solveColumnTask(drawn);
    expect(!dry.ok && dry.problems[0]!.message).toMatch(
      /^stopped after [\d.e-]+ h: flux-not-met, the column cannot give what the flux at its end asks \(/u,
    );
  });

  it("whose answer is not a number names the cell where that arose", () => {
    const hydraulics = { ...PEAT, thetaR: Number.NaN };
    const bad = solveColumnTask({
      ...COLUMN,
      layers: [
        { thicknessCm: 4, areaCm2: 50, hydraulics: GRAVEL },
        { thicknessCm: 12, areaCm2: 200, hydraulics },
      ],
      task: "equilibrium",
      waterTableCm: 1,
    });
    expect(bad).toMatchObject({
      ok: false,
      problems: [{ path: "states[0].theta[8]", code: NOT_FINITE, message: "is not finite at z = 4.25 cm" }],
    });
  });
});
