import { describe, expect, it } from "vitest";
import { CATALOGUE } from "../media/catalogue/catalogue";
import { batchFor } from "./batch";
import type { Part } from "./blend";
import { hydrationOf, soakPlan, wettingOf, type Wetting } from "./wetting";

const medium = (id: string) => CATALOGUE.find((one) => one.id === id)!;
const BOG: Part[] = [
  { medium: medium("sphagnum-peat"), parts: 2 },
  { medium: medium("perlite-coarse-3-6"), parts: 1 },
];
const wetting = (parts = BOG): Wetting[] => {
  const made = batchFor(parts, 10_000);
  if (!made.ok) throw new Error(made.problems[0]!.message);
  return wettingOf(parts, made.value, "potting");
};

describe("wetting by the clock", () => {
  it("pours all the water of each medium, what repels first and slowly, what takes it at once last, and then mixes", () => {
    const plan = soakPlan(wetting());
    for (const { mediumId } of wetting())
      expect(
        plan
          .filter(({ mediumIds, does }) => does !== "mix" && mediumIds.includes(mediumId))
          .reduce((sum, { share }) => sum + share, 0),
      ).toBeCloseTo(1, 12);
    expect(plan[0]).toMatchObject({ atHours: 0, does: "soak-warm", mediumIds: ["sphagnum-peat"] });
    expect(plan.at(-1)).toMatchObject({ does: "mix", mediumIds: ["sphagnum-peat", "perlite-coarse-3-6"] });
    expect(plan.map(({ atHours }) => atHours)).toEqual([...plan].map(({ atHours }) => atHours).sort((a, b) => a - b));
    const perlite = plan.find(({ mediumIds, does }) => does === "pour" && mediumIds.includes("perlite-coarse-3-6"))!;
    expect(plan.at(-1)!.atHours - perlite.atHours).toBeLessThan(2);
  });

  it("is no plan where nothing is to be wetted", () => {
    expect(soakPlan([])).toEqual([]);
    expect(soakPlan([{ mediumId: "stone", least: 0, typical: 0, most: 0, way: "at-once" }])).toEqual([]);
  });
});

describe("hydration", () => {
  it("of a coir brick of 5 kg takes some 10 to 25 L into a tub that holds it; what comes loose needs none", () => {
    const coir = medium("coir-pith-fine");
    const brick = hydrationOf(
      { mediumId: coir.id, kind: "brick", amount: 5, unit: "kg", swells: 6.5, price: null },
      coir,
    )!;
    expect(brick.least).toBeGreaterThan(10_000);
    expect(brick.most).toBeLessThan(25_000);
    expect(brick.least).toBeLessThanOrEqual(brick.most);
    expect(brick.tubCm3).toBeGreaterThan(brick.fillsCm3);
    const peat = medium("sphagnum-peat");
    expect(
      hydrationOf({ mediumId: peat.id, kind: "bale", amount: 40, unit: "L", swells: 2, price: null }, peat)!.minutes[0],
    ).toBeGreaterThan(brick.minutes[1]);
    expect(
      hydrationOf({ mediumId: peat.id, kind: "bag", amount: 40, unit: "L", swells: 1, price: null }, peat),
    ).toBeUndefined();
  });
});
