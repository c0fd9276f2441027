import { describe, expect, it } from "vitest";
import { NO_FIGURES, type OwnFigures } from "@/core/media/own-medium";
import { figuresOf, NO_TEXTS, textsOf, withKept } from "./own-figures";

const FULL: OwnFigures = {
  dryBulkDensityGPerCm3: 0.34,
  totalPorosity: 0.8,
  drained: [
    { heightCm: 10, water: 0.62, air: 0.18 },
    { heightCm: 20, water: null, air: 0.26 },
  ],
  held: [{ suctionCm: 100, water: 0.31 }],
  ksCmPerHour: 98,
  pH: { low: 6.4, high: 7 },
  ecDsPerM: { low: 0.5, high: 0.5 },
  settlingFraction: 0.07,
  d50Mm: 1.5,
  halfLifeYears: "none",
  fed: false,
  limed: true,
  costClass: "low",
};
const read = (texts: Partial<typeof NO_TEXTS>, system: "metric" | "imperial" = "metric") =>
  figuresOf({ ...NO_TEXTS, ...texts }, system);

describe("figures as they are typed", () => {
  it("come back as they were stored", () => {
    expect(figuresOf(textsOf(FULL, "metric"), "metric")).toMatchObject({ figures: FULL, problems: [] });
    const { figures: imperial } = figuresOf(textsOf(FULL, "imperial"), "imperial");
    expect(Math.abs(imperial.dryBulkDensityGPerCm3! - 0.34)).toBeLessThan(0.002);
    expect(Math.abs(imperial.drained[0]!.heightCm - 10)).toBeLessThan(0.02);
    expect(read({})).toMatchObject({ figures: NO_FIGURES, problems: [] });
  });

  it("that were not touched do not change, though what is shown of them is rounded", () => {
    const odd = { ...FULL, dryBulkDensityGPerCm3: 0.123456, drained: [{ heightCm: 10, water: 0.6, air: 0.2 }] };
    for (const system of ["metric", "imperial"] as const) {
      const texts = textsOf(odd, system);
      expect(withKept(figuresOf(texts, system).figures, texts, odd, system)).toEqual(odd);
      const changed = { ...texts, density: "21" };
      const { dryBulkDensityGPerCm3, drained } = withKept(figuresOf(changed, system).figures, changed, odd, system);
      expect(dryBulkDensityGPerCm3).not.toBeCloseTo(0.123456, 3);
      expect(drained).toEqual(odd.drained);
    }
  });

  it("may carry units, whatever the page's", () => {
    expect(read({ density: "21 lb/cu ft" }).figures.dryBulkDensityGPerCm3).toBeCloseTo(0.3364, 3);
    expect(read({ density: "340 kg/m3" }, "imperial").figures.dryBulkDensityGPerCm3).toBe(0.34);
    expect(read({ drained: [{ height: "4 in", water: "62 %", air: "" }] }).figures.drained).toEqual([
      { heightCm: 10.16, water: 0.62, air: null },
    ]);
  });

  it.each([
    [{ density: "heavy" }, "figures.dryBulkDensityGPerCm3"],
    [{ pH: "sour" }, "figures.pH"],
    [{ d50: "fine" }, "figures.d50Mm"],
    [{ halfLife: "soon" }, "figures.halfLifeYears"],
    [{ drained: [{ height: "", water: "50", air: "" }] }, "figures.drained[0]"],
    [{ drained: [{ height: "10", water: "", air: "" }] }, "figures.drained[0]"],
    [{ held: [{ suction: "10", water: "" }] }, "figures.held[0]"],
  ])("%o is explained at its place, and the rest is read", (texts, path) =>
    expect(read({ ...texts, ks: "50" })).toMatchObject({ problems: [{ path }], figures: { ksCmPerHour: 50 } }),
  );

  it("in rows left empty are none, and those after keep their own place", () => {
    const { drainedRows, figures } = read({
      drained: [
        { height: "", water: "", air: "" },
        { height: "10", water: "50", air: "" },
      ],
    });
    expect([drainedRows, figures.drained.map(({ heightCm }) => heightCm)]).toEqual([[1], [10]]);
  });
});
