import { describe, expect, it } from "vitest";
import { hydraulicFunctions } from "../hydraulics/hydraulics";
import { containerState } from "../water/container";
import { CATALOGUE } from "./catalogue/catalogue";
import { fitCurve } from "./fit-curve";
import type { Medium } from "./medium";
import type { Range } from "../units/range";
import { makeOwnMedium, NO_FIGURES, type OwnFigures } from "./own-medium";

// What each figure of a grower's own medium does to the medium made of it, one at a time.

const medium = (id: string): Medium => CATALOGUE.find((one) => one.id === id)!;
const water = (hydraulics: Medium["hydraulics"], heightCm: number): number =>
  containerState(hydraulics, heightCm).water;
const make = (figures: Partial<OwnFigures>, grade = "", base = medium("sphagnum-peat")) =>
  makeOwnMedium(
    "own:x",
    { name: "Mine", grade, basedOn: base.id, figures: { ...NO_FIGURES, ...figures } },
    base,
    water,
  );
function made(figures: Partial<OwnFigures>, grade = "", base = medium("sphagnum-peat")): Medium {
  const result = make(figures, grade, base);
  if (!result.ok) throw new Error(result.problems[0]!.message);
  return result.value.medium;
}
const codeOf = (figures: Partial<OwnFigures>): string => {
  const result = make(figures);
  return result.ok ? "taken" : `${result.problems[0]!.path} ${result.problems[0]!.code}`;
};
const messageOf = (figures: Partial<OwnFigures>): string => {
  const result = make(figures);
  return result.ok ? "" : result.problems[0]!.message;
};
const PEAT = medium("sphagnum-peat");
const around = (typical: number, slack: number): Range => ({
  low: expect.closeTo(typical - slack, 9) as number,
  typical: expect.closeTo(typical, 9) as number,
  high: expect.closeTo(typical + slack, 9) as number,
});

describe("a figure that is given", () => {
  it("is its medium's own, with what laboratories differ by around it", () => {
    expect(made({ dryBulkDensityGPerCm3: 0.1 }).dryBulkDensityGPerCm3).toEqual(around(0.1, 0.01));
    expect(made({ totalPorosity: 0.9 }).totalPorosity).toEqual(around(0.9, 0.03));
    expect(made({ totalPorosity: 0.985 }).totalPorosity.high).toBe(1);
    expect(made({ settlingFraction: 0.2 }).settlingFraction).toEqual(around(0.2, 0.03));
    expect(made({ settlingFraction: 0.01 }).settlingFraction.low).toBe(0);
    expect(made({ pH: { low: 4, high: 5 } }).pH).toEqual({ low: 4, typical: 4.5, high: 5 });
    expect(made({ ecDsPerM: { low: 1, high: 2 } }).ecDsPerM).toEqual({ low: 1, typical: 1.5, high: 2 });
    expect(made({ halfLifeYears: { low: 2, high: 6 } }).decompositionHalfLifeYears).toEqual({
      low: 2,
      typical: 4,
      high: 6,
    });
    expect(made({ costClass: "high" }).costClass).toBe("high");
    expect(made({}, "Sieved twice").grade).toBe("Sieved twice");
  });

  it("leaves what was not given as the nearest has it", () => {
    const plain = made({});
    for (const key of ["dryBulkDensityGPerCm3", "totalPorosity", "settlingFraction", "pH", "ecDsPerM"] as const)
      expect(plain[key]).toEqual({
        low: expect.closeTo(PEAT[key].low, 9) as number,
        typical: expect.closeTo(PEAT[key].typical, 1) as number,
        high: expect.closeTo(PEAT[key].high, 1) as number,
      });
    expect(plain).toMatchObject({
      costClass: PEAT.costClass,
      decompositionHalfLifeYears: PEAT.decompositionHalfLifeYears,
      particleSizeMm: PEAT.particleSizeMm,
      packing: PEAT.packing,
      capillaryRiseCm: PEAT.capillaryRiseCm,
      kAtPsi10CmPerHour: PEAT.kAtPsi10CmPerHour,
      kAtPsi50CmPerHour: PEAT.kAtPsi50CmPerHour,
      grade: `your own, nearest to ${PEAT.name.toLowerCase()}`,
      evidence: "analogue",
      confidence: "low",
    });
    expect(plain.confidenceNote).toBe(
      `Your own figures; all that is not among them is that of ${PEAT.name.toLowerCase()}, conductivity and cautions too.`,
    );
  });

  it("of grains moves all of them, and what packing goes by", () => {
    const twice = made({ d50Mm: 2 * PEAT.particleSizeMm.d50 });
    for (const key of ["d10", "d50", "d90"] as const)
      expect(twice.particleSizeMm[key]).toBeCloseTo(2 * PEAT.particleSizeMm[key], 9);
    expect(twice.packing.diameterMm).toBeCloseTo(2 * PEAT.packing.diameterMm, 9);
    expect(twice.packing.interParticlePorosity).toBe(PEAT.packing.interParticlePorosity);
  });

  it("of conductivity scales its range, at every suction", () => {
    const faster = made({ ksCmPerHour: 3 * PEAT.hydraulics.ksCmPerHour });
    expect(faster.hydraulics.ksCmPerHour).toBeCloseTo(3 * PEAT.hydraulics.ksCmPerHour, 9);
    for (const key of ["ksCmPerHour", "kAtPsi10CmPerHour", "kAtPsi50CmPerHour"] as const)
      for (const end of ["low", "typical", "high"] as const)
        expect(faster[key][end] / PEAT[key][end]).toBeCloseTo(3, 9);
  });

  it("of water bends the curve, and all that is read off it follows", () => {
    const wet = made({ drained: [{ heightCm: 15, water: 0.7, air: 0.2 }] });
    const curve = hydraulicFunctions(wet.hydraulics);
    const dry = hydraulicFunctions(PEAT.hydraulics);
    expect(wet.totalPorosity).toEqual(around(0.9, 0.03));
    expect(wet.containerCapacity15cm).toEqual(around(water(wet.hydraulics, 15), 0.03));
    expect(wet.airSpace15cm).toEqual(around(0.9 - water(wet.hydraulics, 15), 0.03));
    for (const [key, suctionCm] of [
      ["thetaAtPsi10", 10],
      ["thetaAtPsi50", 50],
      ["thetaAtPsi100", 100],
      ["unavailableWater", 15_000],
    ] as const) {
      const now = curve.waterContent(-suctionCm);
      expect(wet[key]).toEqual({
        low: expect.closeTo(Math.max(0, now - (PEAT[key].typical - PEAT[key].low)), 9) as number,
        typical: now,
        high: expect.closeTo(Math.min(1, now + PEAT[key].high - PEAT[key].typical), 9) as number,
      });
    }
    expect(wet.kAtPsi10CmPerHour.high / PEAT.kAtPsi10CmPerHour.high).toBeCloseTo(
      curve.conductivityCmPerHour(-10) / dry.conductivityCmPerHour(-10),
      9,
    );
    expect(wet).toMatchObject({ evidence: "measured", confidence: PEAT.confidence === "low" ? "low" : "medium" });
    expect(wet.confidenceNote).toMatch(/^Your own figures, with the curve bent to them; /u);
    // of a tall vessel it says nothing of 15 cm, and without the air nothing of the pores
    const tall = made({ drained: [{ heightCm: 25, water: 0.6, air: null }] });
    expect(tall.containerCapacity15cm.high - tall.containerCapacity15cm.typical).toBeCloseTo(
      Math.min(
        1 - tall.containerCapacity15cm.typical,
        PEAT.containerCapacity15cm.high - PEAT.containerCapacity15cm.typical,
      ),
      9,
    );
    expect(tall.airSpace15cm.high - tall.airSpace15cm.typical).toBeCloseTo(
      PEAT.airSpace15cm.high - PEAT.airSpace15cm.typical,
      9,
    );
    expect(made({ drained: [{ heightCm: 10, water: 0.7, air: null }] }).containerCapacity15cm).toEqual(
      around(water(made({ drained: [{ heightCm: 10, water: 0.7, air: null }] }).hydraulics, 15), 0.03),
    );
  });

  it("is as little to be relied on as its nearest, where that is", () => {
    const unsure = CATALOGUE.find(({ confidence }) => confidence === "low")!;
    const held = [{ suctionCm: 10, water: 0.6 * unsure.hydraulics.thetaS }];
    expect(made({ held }, "", unsure)).toMatchObject({ evidence: "measured", confidence: "low" });
    const sure = CATALOGUE.find(({ confidence }) => confidence !== "low")!;
    expect(made({ held: [{ suctionCm: 10, water: 0.6 * sure.hydraulics.thetaS }] }, "", sure).confidence).toBe(
      "medium",
    );
    expect(made({}, "", sure).confidence).toBe("low");
  });

  it("of lime or feed warns those who mind, and of none clears its nearest's", () => {
    expect(made({ limed: true }).safety).toMatchObject({
      carnivorousPlants: "avoid",
      amphibians: PEAT.safety.amphibians,
      flags: expect.arrayContaining(["contains-lime"]) as string[],
    });
    expect(made({ fed: true }).safety.flags).toContain("contains-fertiliser");
    expect(made({}).safety.carnivorousPlants).toBe(PEAT.safety.carnivorousPlants);
    expect(made({ fed: false, limed: false }).safety.amphibians).toBe(PEAT.safety.amphibians);
  });
});

describe("the limits of a figure", () => {
  it.each<[keyof OwnFigures, number, number, number, number]>([
    ["settlingFraction", -0.01, 0, 0.6, 0.61],
    ["d50Mm", 0.0009, 0.001, 100, 101],
    ["ksCmPerHour", 0.9e-4, 1e-4, 1e6, 1.1e6],
    ["totalPorosity", 0.09, 0.1, 0.99, 0.991],
  ])("%s are met exactly, and not passed", (key, under, least, most, over) => {
    for (const value of [under, over]) expect(codeOf({ [key]: value })).toBe(`figures.${key} out-of-range`);
    for (const value of [least, most]) expect(codeOf({ [key]: value })).not.toBe(`figures.${key} out-of-range`);
  });

  it.each<[keyof OwnFigures, number, number]>([
    ["pH", 0, 14],
    ["ecDsPerM", 0, 50],
    ["halfLifeYears", 0.05, 1000],
  ])("of %s hold at both ends of its span, the lower first", (key, low, high) => {
    const code = (from: number, to: number) => codeOf({ [key]: { low: from, high: to } });
    expect(code(low, high)).toBe("taken");
    const middle = (low + high) / 2;
    expect(code(middle, middle)).toBe("taken");
    for (const [from, to] of [
      [low - 0.01, high],
      [low, high + 0.01],
      [middle, middle - 0.01],
    ] as const)
      expect(code(from, to)).toBe(`figures.${key} out-of-range`);
  });

  it("of water and air are shares, of a height and a suction there are", () => {
    const drained = (heightCm: number, water: number | null, air: number | null) =>
      codeOf({ drained: [{ heightCm, water, air }] });
    for (const heightCm of [0.99, 201]) expect(drained(heightCm, 0.6, null)).toBe("figures.drained[0] out-of-range");
    expect(drained(1, 0.9, null)).toBe("taken");
    expect(drained(200, 0.3, null)).toBe("taken");
    for (const share of [-0.01, 1.01]) {
      expect(drained(10, share, null)).toBe("figures.drained[0] out-of-range");
      expect(drained(10, null, share)).toBe("figures.drained[0] out-of-range");
    }
    expect(drained(10, null, 0)).toBe("taken");
    expect(drained(10, 0.79, 0.2)).toBe("taken");
    expect(drained(10, 0.8, 0.2)).toBe("figures.drained[0] over-pores");
    const held = (suctionCm: number, water: number) => codeOf({ held: [{ suctionCm, water }] });
    for (const suctionCm of [0.09, 1.1e6]) expect(held(suctionCm, 0.5)).toBe("figures.held[0] out-of-range");
    expect(held(0.1, 0.9)).toBe("taken");
    expect(held(1e6, 0.1)).toBe("taken");
  });

  it("of weight and pores that do not go together are taken, and remarked on with what would", () => {
    const remarks = (figures: Partial<OwnFigures>): readonly string[] => {
      const result = make(figures);
      if (!result.ok) throw new Error(result.problems[0]!.message);
      return result.value.remarks;
    };
    // 140 g a litre at 80 % pores: solids of 0.70 g per mL, where those of peat weigh 1.5
    expect(remarks({ dryBulkDensityGPerCm3: 0.14, totalPorosity: 0.8 })).toEqual([
      expect.stringMatching(
        /^At 140 g a litre with 80 % pores its solids weigh 0\.70 g per mL; those of sphagnum peat weigh 1\.50\. With such solids it would have 91 % pores, or weigh 300 g a litre\./u,
      ),
    ]);
    expect(remarks({ dryBulkDensityGPerCm3: 0.14, totalPorosity: 0.91 })).toEqual([]);
    expect(remarks({ pH: { low: 4, high: 5 } })).toEqual([]);
    expect(remarks({})).toEqual([]);
  });

  it("of solids are those of sealed foam and of ore, and it says which was passed", () => {
    const weighing = (gPerCm3: number) => ({ dryBulkDensityGPerCm3: gPerCm3 * 0.1, totalPorosity: 0.9 });
    expect(codeOf(weighing(3.99))).toBe("taken");
    expect(messageOf(weighing(4.1))).toMatch(
      /^With 90 % pores its solids would weigh 4\.1 g per cm³, more than any mineral\./u,
    );
    expect(codeOf({ dryBulkDensityGPerCm3: 0.01, totalPorosity: 0.6 })).toBe("figures.dryBulkDensityGPerCm3 solids");
    expect(messageOf({ dryBulkDensityGPerCm3: 0.01, totalPorosity: 0.6 })).toContain("less than any foam");
    expect(codeOf({ dryBulkDensityGPerCm3: 0.0125, totalPorosity: 0.6 })).toBe("taken");
  });

  it("of water over the pores is said with both, and why a figure cannot rise is said for its kind", () => {
    expect(messageOf({ totalPorosity: 0.5, held: [{ suctionCm: 5, water: 0.7 }] })).toBe(
      "It cannot hold 70 % water in 50 % pores. Give the air or the pores as well.",
    );
    expect(codeOf({ totalPorosity: 0.5, held: [{ suctionCm: 5, water: 0.52 }] })).toBe("taken");
    expect(
      messageOf({
        drained: [
          { heightCm: 20, water: 0.7, air: null },
          { heightCm: 10, water: 0.6, air: null },
        ],
      }),
    ).toMatch(/^A taller vessel/u);
    expect(
      messageOf({
        held: [
          { suctionCm: 20, water: 0.7 },
          { suctionCm: 10, water: 0.6 },
        ],
      }),
    ).toMatch(/^A greater suction/u);
    // a vessel's mean and a point of the curve may well cross
    expect(codeOf({ drained: [{ heightCm: 10, water: 0.6, air: null }], held: [{ suctionCm: 12, water: 0.62 }] })).toBe(
      "taken",
    );
  });

  it("of pores that differ is a twentieth of the volume", () => {
    const pores = (other: number) =>
      codeOf({ totalPorosity: 0.9, drained: [{ heightCm: 10, water: 0.6, air: other - 0.6 }] });
    expect(pores(0.86)).toBe("taken");
    expect(pores(0.84)).toBe("figures.drained[0] pores-differ");
    // without the pores given, the mean of both
    expect(
      messageOf({
        drained: [
          { heightCm: 10, water: 0.7, air: 0.2 },
          { heightCm: 20, water: 0.5, air: 0.2 },
        ],
      }),
    ).toContain("Water and air come to 90 % here, but the pores of all figures together to 80 %");
  });

  it("of a name: it begins with a letter and has no semicolon", () => {
    const named = (name: string) =>
      makeOwnMedium("own:x", { name, grade: "", basedOn: "", figures: NO_FIGURES }, PEAT, water);
    for (const name of ["", "2 mix", " Mix", "A; b", "A\nb"])
      expect(named(name)).toMatchObject({ ok: false, problems: [{ path: "name", code: "bad-name" }] });
    expect(named("Öle's 2nd mix").ok).toBe(true);
  });
});

describe("a bent curve", () => {
  const COIR = medium("coir-pith-fine").hydraulics;
  it("keeps its residual water in the pores it has, and its air entry with its pores", () => {
    const fit = fitCurve({ ...COIR, airEntryCm: 1 }, 0.8, [{ path: "a", kind: "held", atCm: 10, water: 0.4 }], water);
    if (!fit.ok) throw new Error("no fit");
    const { hydraulics, suctionFactor } = fit.value;
    expect(hydraulics.thetaS).toBe(0.8);
    expect(hydraulics.airEntryCm).toBeCloseTo(suctionFactor, 9);
    hydraulics.modes.forEach(({ alphaPerCm }, i) =>
      expect(alphaPerCm * suctionFactor).toBeCloseTo(COIR.modes[i]!.alphaPerCm, 9),
    );
    expect(hydraulics.thetaR).toBeLessThanOrEqual(0.9 * 0.8);
    expect(hydraulics.modes.reduce((sum, { weight }) => sum + weight, 0)).toBeCloseTo(1, 9);
    // other pores, and nothing else known: only what scales with them
    const wider = fitCurve(COIR, 0.5 * COIR.thetaS, [], water);
    if (!wider.ok) throw new Error("no fit");
    expect(wider.value.hydraulics.thetaR).toBeCloseTo(0.5 * COIR.thetaR, 9);
    expect(wider.value.hydraulics.modes).toEqual(
      COIR.modes.map((mode) => ({
        weight: expect.closeTo(mode.weight, 9) as number,
        alphaPerCm: expect.closeTo(mode.alphaPerCm, 9) as number,
        n: expect.closeTo(mode.n, 9) as number,
      })),
    );
  });

  it("that is no number says so", () => {
    expect(fitCurve(COIR, 0.8, [{ path: "a", kind: "drained", atCm: 10, water: 0.4 }], () => Number.NaN)).toMatchObject(
      {
        ok: false,
        problems: [{ code: "no-fit" }],
      },
    );
  });
});
