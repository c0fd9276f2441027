import { describe, expect, it } from "vitest";
import { hydraulicFunctions } from "../hydraulics/hydraulics";
import { hydraulicTable, hydraulicValues } from "../hydraulics/table";
import { PEAT } from "../testing/hydraulics";
import { endFlow, heldFlow, jumpHours, type ColumnEnd, type EndCondition } from "./ends";

const AREA_CM2 = 40;
const end = (side: ColumnEnd["side"]): ColumnEnd => ({
  side,
  areaCm2: AREA_CM2,
  halfCellAreaCm2: AREA_CM2,
  heightCm: 0,
  halfCellCm: 0.5,
  media: hydraulicTable(hydraulicFunctions(PEAT), 1e-7),
});

/** The flow through an end whose cell is at a head, into the column [cm³/h]; its slope by the head; what ran off. */
function flowAt(condition: EndCondition, side: ColumnEnd["side"], psiCm: number, askCmPerHour = 0) {
  const at = hydraulicValues(1);
  const ending = end(side);
  const flow = endFlow(condition, ending);
  flow.askCmPerHour = askCmPerHour;
  const evaluate = (psi: number): number => {
    ending.media.lookUp(Float64Array.of(psi), 0, 1, at);
    flow.evaluate(psi, at.k[0]!, at.kSlope[0]!, at.lnK[0]!, at.lnKSlope[0]!, at.fluxPotential[0]!);
    return flow.inCm3PerHour;
  };
  const step = 1e-7 * Math.max(1, Math.abs(psiCm));
  const bySecant = (evaluate(psiCm + step) - evaluate(psiCm - step)) / (2 * step);
  return { in: evaluate(psiCm), slope: flow.slope, bySecant, runoff: flow.runoffCm3PerHour };
}
const KS = PEAT.ksCmPerHour;
const SUNNY = { kind: "atmosphere", cmPerHour: -1, limitPsiCm: -500 } as const;
const held = (side: ColumnEnd["side"], head: number, psiCm: number) =>
  flowAt({ kind: "psi", cm: head }, side, psiCm).in;

describe("an end of a column", () => {
  it("that is sealed passes nothing; a flux passes what is asked over its area", () => {
    expect(flowAt({ kind: "sealed" }, "top", -3)).toMatchObject({ in: 0, slope: 0, runoff: 0 });
    expect(flowAt({ kind: "flux", cmPerHour: 0 }, "top", -3, 0.25)).toMatchObject({ in: 10, slope: 0, runoff: 0 });
  });

  it("held at a head passes Darcy's flow, into the column where its own head is the higher", () => {
    // saturated on both sides: q = Ks·(dpsi/dz + 1) over half a cell
    expect(held("bottom", 3, 1)).toBeCloseTo(-AREA_CM2 * KS * ((1 - 3) / 0.5 + 1), 6);
    expect(held("top", 3, 1)).toBeCloseTo(AREA_CM2 * KS * ((3 - 1) / 0.5 + 1), 6);
    // at rest: head falls by half a cell
    expect(Math.abs(held("bottom", -4, -4.5))).toBeLessThan(1e-9);
    expect(Math.abs(held("top", -4.5, -4))).toBeLessThan(1e-9);
  });

  it("drains freely at the conductivity of its cell", () => {
    const free = flowAt({ kind: "free-drainage" }, "bottom", -7);
    const k = hydraulicFunctions(PEAT).conductivityCmPerHour(-7);
    expect(free.in / (-AREA_CM2 * k)).toBeCloseTo(1, 3);
  });

  it("that seeps lets water out, never in", () => {
    expect(flowAt({ kind: "seepage" }, "bottom", 2).in).toBeCloseTo(held("bottom", 0, 2), 9);
    expect(flowAt({ kind: "seepage" }, "bottom", 2).in).toBeLessThan(0);
    expect(flowAt({ kind: "seepage" }, "bottom", -2)).toMatchObject({ in: 0, slope: 0 });
  });

  it("under the sun gives what is asked, until it is as dry as its limit; a drier one gives nothing and takes nothing", () => {
    expect(flowAt(SUNNY, "top", -5, -1)).toMatchObject({ in: -AREA_CM2, slope: 0, runoff: 0 });
    const dry = flowAt(SUNNY, "top", -480, -1);
    expect(dry.in).toBeCloseTo(held("top", -500, -480), 9);
    expect(dry.in).toBeGreaterThan(-AREA_CM2);
    expect(dry.in).toBeLessThan(0);
    expect(flowAt(SUNNY, "top", -600, -1)).toMatchObject({ in: 0, slope: 0, runoff: 0 });
  });

  it("in the rain takes what it can with water standing on it, and the rest runs off, with what is pushed up", () => {
    expect(flowAt(SUNNY, "top", -10, 2)).toMatchObject({ in: 2 * AREA_CM2, runoff: 0 });
    const full = flowAt(SUNNY, "top", 0.4, 60);
    expect(full.in).toBeCloseTo(held("top", 0, 0.4), 9);
    expect(full.in).toBeGreaterThan(0);
    expect(full.runoff).toBeCloseTo(60 * AREA_CM2 - full.in, 9);
    const springs = flowAt(SUNNY, "top", 1.5, 0);
    expect(springs.in).toBeLessThan(0);
    expect(springs.runoff).toBeCloseTo(-springs.in, 9);
    // what is pushed out is no rain, even where the sun asks for some
    expect(flowAt(SUNNY, "top", 1.5, -1).runoff).toBeCloseTo(-held("top", 0, 1.5), 9);
  });

  it("has the slope it says, between the knots of its table", () => {
    for (const side of ["bottom", "top"] as const)
      for (const psiCm of [-0.307, -4.013, -61.3]) {
        const fixed = flowAt({ kind: "psi", cm: -12 }, side, psiCm);
        expect(fixed.slope / fixed.bySecant).toBeCloseTo(1, 4);
      }
    const free = flowAt({ kind: "free-drainage" }, "bottom", -7.013);
    expect(free.slope / free.bySecant).toBeCloseTo(1, 4);
    const dry = flowAt(SUNNY, "top", -481.7, -1);
    expect(dry.slope / dry.bySecant).toBeCloseTo(1, 4);
  });

  it("held at a head has the slope by that head too", () => {
    for (const side of ["bottom", "top"] as const) {
      const ending = end(side);
      const flow = heldFlow(ending);
      const at = hydraulicValues(1);
      ending.media.lookUp(Float64Array.of(-6.013), 0, 1, at);
      const through = (head: number): number => {
        flow.evaluate(head, -6.013, at.k[0]!, at.kSlope[0]!, at.lnK[0]!, at.lnKSlope[0]!, at.fluxPotential[0]!);
        return flow.through;
      };
      const secant = (through(-3.013 + 1e-5) - through(-3.013 - 1e-5)) / 2e-5;
      through(-3.013);
      expect(flow.slopeByEnd / secant).toBeCloseTo(1, 5);
    }
  });

  it("jumps at the hours of its steps after the first", () => {
    const cmPerHour = [
      [0, 1],
      [2, -1],
      [5, 0],
    ] as const;
    expect(jumpHours({ kind: "flux", cmPerHour })).toEqual([2, 5]);
    expect(jumpHours({ ...SUNNY, cmPerHour })).toEqual([2, 5]);
    expect(jumpHours({ kind: "flux", cmPerHour: 3 })).toEqual([]);
    expect(jumpHours({ kind: "seepage" })).toEqual([]);
  });
});
