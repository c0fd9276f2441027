import { describe, expect, it } from "vitest";
import { boughtWaterByMass, boughtWaterContent } from "../media/as-bought";
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

describe("what a medium brings as it is bought", () => {
  it("goes by its mass: nothing is bought with more water than it weighs but heaps, and none wetter than for potting", () => {
    for (const one of CATALOGUE) {
      const byMass = boughtWaterByMass(one);
      expect(byMass.low).toBeLessThanOrEqual(byMass.typical);
      expect(byMass.typical).toBeLessThanOrEqual(byMass.high);
      expect(byMass.typical).toBeLessThanOrEqual(0.8);
      expect([one.id, boughtWaterContent(one).typical < one.thetaAtPsi50.typical]).toEqual([one.id, true]);
    }
    const [coir] = [medium("coir-pith-fine")];
    expect(boughtWaterContent(coir).typical).toBeCloseTo(0.15 * 0.08, 12);
  });

  it("is what water is added to, and tells a range as wide as what a state holds", () => {
    for (const { mediumId, least, typical, most } of wetting()) {
      const { thetaAtPsi50 } = medium(mediumId);
      expect(most / least).toBeGreaterThan(thetaAtPsi50.high / thetaAtPsi50.low);
      expect(typical).toBeGreaterThan(least);
      expect(typical).toBeLessThan(most);
    }
  });
});

describe("hydration", () => {
  it("of a coir brick of 650 g is what labels say: some 4 L until it drips, into a tub that holds it", () => {
    const coir = medium("coir-pith-fine");
    const brick = hydrationOf(
      { mediumId: coir.id, kind: "brick", amount: 0.65, unit: "kg", swells: 6.5, price: null },
      coir,
    )!;
    // of its 650 g some 85 are water; the rest swells to 7 L
    expect(brick.fillsCm3).toBeCloseTo(650 / 1.15 / 0.08, 0);
    expect(brick.untilItDrips.typical).toBeGreaterThan(3800);
    expect(brick.untilItDrips.typical).toBeLessThan(5000);
    expect(brick.toPotting.typical).toBeGreaterThan(2200);
    expect(brick.toPotting.high).toBeLessThan(brick.untilItDrips.high);
    // how much a batch holds when it is damp is not known to a twentieth
    expect(brick.toPotting.high).toBeGreaterThan(1.15 * brick.toPotting.low);
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
