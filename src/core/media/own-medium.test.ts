import { describe, expect, it } from "vitest";
import fc from "fast-check";
import { saying } from "../testing/cases";
import { hydraulicFunctions } from "../hydraulics/hydraulics";
import { containerState } from "../water/container";
import { CATALOGUE } from "./catalogue/catalogue";
import { fitCurve, POOR_FIT, type Known } from "./fit-curve";
import type { Medium } from "./medium";
import type { Range } from "../units/range";
import { isOwn, ownMediumId } from "./own-id";
import { makeOwnMedium, NO_FIGURES, type MadeMedium, type OwnFigures } from "./own-medium";
import { hasPeat } from "./flags";

const medium = (id: string): Medium => CATALOGUE.find((one) => one.id === id)!;
const water = (hydraulics: Medium["hydraulics"], heightCm: number): number =>
  containerState(hydraulics, heightCm).water;
const make = (basedOn: string, figures: Partial<OwnFigures>) =>
  makeOwnMedium(
    "own:x",
    { name: "Mine", grade: "", basedOn, figures: { ...NO_FIGURES, ...figures } },
    medium(basedOn),
    water,
  );
const made = (basedOn: string, figures: Partial<OwnFigures>): MadeMedium => {
  const result = make(basedOn, figures);
  if (!result.ok) throw new Error(result.problems.map(({ path, message }) => `${path}: ${message}`).join("; "));
  return result.value;
};
const MIXABLE = CATALOGUE.filter(({ packing }) => packing.mixingFactor > 0).map(({ id }) => id);
const ranges = (value: unknown): Range[] =>
  typeof value !== "object" || value === null
    ? []
    : "typical" in value
      ? [value as Range]
      : Object.values(value).flatMap(ranges);

describe("a grower's own medium", () => {
  it("of which nothing is known is its nearest, under its own name", () => {
    fc.assert(
      fc.property(fc.constantFrom(...CATALOGUE.map(({ id }) => id)), (id) => {
        const { medium: mine, fit } = made(id, {});
        expect(fit).toBeUndefined();
        expect(mine).toMatchObject({
          id: "own:x",
          name: "Mine",
          hydraulics: medium(id).hydraulics,
          cautions: medium(id).cautions,
        });
        expect(mine.ksCmPerHour).toEqual(medium(id).ksCmPerHour);
      }),
    );
  });

  it("has the water and air it was given, at the height they were given for, whatever it is nearest to", () => {
    const anyFigure = fc.record({
      id: fc.constantFrom(...MIXABLE),
      heightCm: fc.double({ min: 5, max: 30, noNaN: true }),
      water: fc.double({ min: 0.15, max: 0.7, noNaN: true }),
      air: fc.double({ min: 0.05, max: 0.25, noNaN: true }),
    });
    const cases = saying(0.9);
    fc.assert(
      fc.property(anyFigure, ({ id, heightCm, water: held, air }) => {
        const result = make(id, { drained: [{ heightCm, water: held, air }] });
        if (cases.skips(!result.ok) || !result.ok) return;
        const state = containerState(result.value.medium.hydraulics, heightCm);
        // met, or told to be missed
        if (result.value.fit!.worst < POOR_FIT)
          expect([id, Math.abs(state.water - held) < POOR_FIT, Math.abs(state.air - air) < POOR_FIT]).toEqual([
            id,
            true,
            true,
          ]);
        else expect(Math.abs(state.water - held)).toBeGreaterThan(0.9 * POOR_FIT);
        for (const { low, typical, high } of ranges(result.value.medium))
          expect([id, low <= typical + 1e-12, typical <= high + 1e-12, Number.isFinite(low + high)]).toEqual([
            id,
            true,
            true,
            true,
          ]);
      }),
      { numRuns: 60 },
    );
    cases.hold();
  });

  it("finds a curve of the catalogue again from its points, by way of another of its kind", () => {
    for (const [from, to] of [
      ["sphagnum-peat", "milled-sphagnum"],
      ["pumice-6-12", "pumice-2-5"],
      ["potting-mix-peat-based", "seed-starting-mix"],
      ["pine-bark-composted-fine", "coir-pith-fine"],
    ] as const) {
      const truth = hydraulicFunctions(medium(to).hydraulics);
      const held = [1, 5, 10, 30, 100, 1000].map((suctionCm) => ({ suctionCm, water: truth.waterContent(-suctionCm) }));
      const { medium: mine, fit } = made(from, { totalPorosity: medium(to).hydraulics.thetaS, held });
      expect([to, fit!.worst < POOR_FIT]).toEqual([to, true]);
      // between the points too
      const found = hydraulicFunctions(mine.hydraulics);
      for (const suctionCm of [3, 20, 60, 300])
        expect([
          to,
          suctionCm,
          Math.abs(found.waterContent(-suctionCm) - truth.waterContent(-suctionCm)) < 0.05,
        ]).toEqual([to, suctionCm, true]);
    }
  });

  it("conducts more with wider pores: Ks goes with the square of the bundle (Mualem 1976), and a given one goes before it", () => {
    const base = medium("sphagnum-peat");
    const airy = made("sphagnum-peat", { drained: [{ heightCm: 10, water: 0.6, air: 0.33 }] });
    expect(airy.fit!.suctionFactor).toBeLessThan(1);
    const bundle = ({ thetaR, thetaS, modes }: Medium["hydraulics"]): number =>
      modes.reduce((sum, { weight, alphaPerCm }) => sum + (thetaS - thetaR) * weight * alphaPerCm, 0);
    expect(airy.medium.hydraulics.ksCmPerHour / base.hydraulics.ksCmPerHour).toBeCloseTo(
      (bundle(airy.medium.hydraulics) / bundle(base.hydraulics)) ** 2,
      9,
    );
    expect(airy.medium.capillaryRiseCm.dryStart.typical).toBeLessThan(base.capillaryRiseCm.dryStart.typical);
    expect(made("sphagnum-peat", { ksCmPerHour: 40 }).medium.ksCmPerHour).toMatchObject({ typical: 40 });
  });

  it("has pores by the weight of its solids when only its weight is known", () => {
    const base = medium("coarse-sand-0.5-2");
    const { medium: loose } = made("coarse-sand-0.5-2", {
      dryBulkDensityGPerCm3: base.dryBulkDensityGPerCm3.typical * 0.9,
    });
    expect(1 - loose.hydraulics.thetaS).toBeCloseTo(0.9 * (1 - base.hydraulics.thetaS), 9);
  });

  it("keeps what is said of feed, lime and peat for those who mind", () => {
    const fed = made("sphagnum-peat", { fed: true }).medium;
    expect(fed.safety).toMatchObject({ carnivorousPlants: "avoid", amphibians: "avoid" });
    expect([
      hasPeat(fed),
      hasPeat(made("coir-pith-fine", {}).medium),
      isOwn(ownMediumId("a")),
      isOwn("sphagnum-peat"),
    ]).toEqual([true, false, true, false]);
    expect(made("potting-mix-peat-based", { limed: false, fed: false }).medium.safety.flags).not.toContain(
      "contains-lime",
    );
    expect(made("bark-6-12", { halfLifeYears: "none" }).medium.decompositionHalfLifeYears).toBeNull();
  });

  it.each([
    ["no such weight", { dryBulkDensityGPerCm3: 105 }, "figures.dryBulkDensityGPerCm3", "out-of-range"],
    [
      "solids heavier than ore",
      { dryBulkDensityGPerCm3: 1.6, totalPorosity: 0.9 },
      "figures.dryBulkDensityGPerCm3",
      "solids",
    ],
    [
      "more water than pores",
      { totalPorosity: 0.5, drained: [{ heightCm: 10, water: 0.7, air: null }] },
      "figures.drained[0]",
      "over-pores",
    ],
    [
      "more air than pores",
      { totalPorosity: 0.5, drained: [{ heightCm: 10, water: null, air: 0.7 }] },
      "figures.drained[0]",
      "over-pores",
    ],
    ["no room for solids", { drained: [{ heightCm: 10, water: 0.7, air: 0.3 }] }, "figures.drained[0]", "over-pores"],
    [
      "pores that differ with height",
      {
        drained: [
          { heightCm: 10, water: 0.7, air: 0.2 },
          { heightCm: 20, water: 0.5, air: 0.15 },
        ],
      },
      "figures.drained[0]",
      "pores-differ",
    ],
    [
      "a taller vessel that is wetter",
      {
        drained: [
          { heightCm: 10, water: 0.5, air: 0.35 },
          { heightCm: 20, water: 0.6, air: 0.25 },
        ],
      },
      "figures.drained[1]",
      "order",
    ],
    [
      "more water under more suction",
      {
        held: [
          { suctionCm: 100, water: 0.4 },
          { suctionCm: 10, water: 0.3 },
        ],
      },
      "figures.held[0]",
      "order",
    ],
    [
      "a vessel of no height",
      { drained: [{ heightCm: 0, water: 0.5, air: null }] },
      "figures.drained[0]",
      "out-of-range",
    ],
    ["water that is no share", { held: [{ suctionCm: 10, water: Number.NaN }] }, "figures.held[0]", "out-of-range"],
    ["a pH turned round", { pH: { low: 7, high: 5 } }, "figures.pH", "out-of-range"],
    ["a negative settling", { settlingFraction: -0.1 }, "figures.settlingFraction", "out-of-range"],
  ] as const)("refuses %s, at its place", (_, figures, path, code) => {
    expect(make("potting-mix-peat-based", figures)).toMatchObject({ ok: false, problems: [{ path, code }] });
  });
});

it("a fit is the same whatever the order of the figures, and says how far each is missed", () => {
  const known: Known[] = [
    { path: "a", kind: "drained", atCm: 10, water: 0.6 },
    { path: "b", kind: "held", atCm: 50, water: 0.3 },
  ];
  const [one, other] = [known, [...known].reverse()].map((some) =>
    fitCurve(medium("coir-pith-fine").hydraulics, 0.9, some, water),
  );
  if (!one?.ok || !other?.ok) throw new Error("no fit");
  expect(one.value.hydraulics.modes[0]!.alphaPerCm).toBeCloseTo(other.value.hydraulics.modes[0]!.alphaPerCm, 3);
  const found = hydraulicFunctions(one.value.hydraulics);
  expect(one.value.points.map(({ path, fitted }) => [path, fitted])).toEqual([
    ["a", expect.closeTo(water(one.value.hydraulics, 10), 12)],
    ["b", expect.closeTo(found.waterContent(-50), 12)],
  ]);
  const misses = one.value.points.map(({ water: given, fitted }) => Math.abs(given - fitted));
  expect(one.value.worst).toBe(Math.max(...misses));
  expect(one.value.worst).toBeGreaterThan(0);
  expect(one.value.worst).toBeLessThan(POOR_FIT);
});
