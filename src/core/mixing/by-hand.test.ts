import { describe, expect, it } from "vitest";
import { hydraulicFunctions } from "../hydraulics/hydraulics";
import { CATALOGUE } from "../media/catalogue/catalogue";
import type { Medium } from "../media/medium";
import { containerState } from "../water/container";
import { airOverYears, yearsUntilTight } from "./ageing";
import { AMENDMENTS, phShift, phShiftOf } from "./amendments";
import { batchFor, batchFromStock, measureFor, neededOf, packFillsCm3, type Pack } from "./batch";
import { blend, meanGrainMm, sharesOf, type Part } from "./blend";
import { mixEc, mixPH } from "./chemistry";
import { mixMedium } from "./mix-medium";
import { parseParts } from "./recipe";
import { hydrationOf, wettingOf } from "./wetting";
import { LEAST_WICKING_SHARE, wickingOf, WICKS_FROM_CM } from "./wicking";

// What the rules of mixing come to, against sums made by hand of two media with round numbers.

const catalogue = (id: string) => CATALOGUE.find((one) => one.id === id)!;
const base = catalogue("sphagnum-peat");
const range = (low: number, typical: number, high: number) => ({ low, typical, high });
/** Buffers 100 meq a litre: 0.1 g/cm³ at 100 meq/100 g. */
const BUFFERED: Medium = {
  ...base,
  id: "buffered",
  dryBulkDensityGPerCm3: range(0.08, 0.1, 0.12),
  cecMeqPer100g: range(80, 100, 120),
  pH: range(3, 4, 5),
  ecDsPerM: range(0.2, 0.4, 0.8),
  settlingFraction: range(0.05, 0.1, 0.15),
  decompositionHalfLifeYears: range(2, 4, 8),
  airSpace15cm: range(0.1, 0.2, 0.3),
};
/** Buffers 5 meq a litre by what is taken for one with none on record: 0.1 g/cm³ at 5 meq/100 g. */
const PLAIN: Medium = {
  ...catalogue("perlite-coarse-3-6"),
  id: "plain",
  dryBulkDensityGPerCm3: range(0.08, 0.1, 0.12),
  cecMeqPer100g: null,
  pH: range(6, 7, 8),
  ecDsPerM: range(0, 0.1, 0.2),
  settlingFraction: range(0, 0.02, 0.04),
  decompositionHalfLifeYears: null,
  airSpace15cm: range(0.3, 0.6, 0.7),
};
const PARTS: Part[] = [
  { medium: BUFFERED, parts: 3 },
  { medium: PLAIN, parts: 1 },
];
const SHARES = [0.75, 0.25];
const close = (value: number) => expect.closeTo(value, 9) as number;

describe("pH and salts of a mix", () => {
  it("are the parts' pH by what each buffers, wider by 0.3 either way", () => {
    const [a, b] = [0.75 * 100, 0.25 * 5];
    const mean = (one: number, other: number): number => (a * one + b * other) / (a + b);
    expect(mixPH(PARTS, SHARES)).toEqual({
      low: close(mean(3, 6) - 0.3),
      typical: close(mean(4, 7)),
      high: close(mean(5, 8) + 0.3),
    });
    expect(mixPH([PARTS[0]!], [1])).toEqual({ low: close(3), typical: close(4), high: close(5) });
  });

  it("are by volume where nothing buffers at all", () => {
    const inert = { ...PLAIN, cecMeqPer100g: range(0, 0, 0) };
    const parts = [
      { medium: inert, parts: 1 },
      { medium: { ...inert, pH: range(4, 5, 6) }, parts: 3 },
    ];
    expect(mixPH(parts, [0.25, 0.75]).typical).toBeCloseTo(0.25 * 7 + 0.75 * 5, 9);
  });

  it("are the volume mean of salts, by a factor of 1.3 either way", () => {
    expect(mixEc(PARTS, SHARES)).toEqual({
      low: close((0.75 * 0.2) / 1.3),
      typical: close(0.75 * 0.4 + 0.25 * 0.1),
      high: close((0.75 * 0.8 + 0.25 * 0.2) * 1.3),
    });
    expect(mixEc([PARTS[0]!], [1])).toEqual({ low: close(0.2), typical: close(0.4), high: close(0.8) });
  });
});

describe("what amendments do to pH", () => {
  const of = (id: string) => AMENDMENTS.find((one) => one.id === id)!;
  // a quarter of 76.25 meq a litre for one step of pH
  const perStep = 0.25 * (75 + 1.25);

  it("is their equivalents against a quarter of the exchange sites, to a factor of 1.6", () => {
    const up = (17 * 2) / perStep;
    expect(phShift(of("dolomite"), 2, PARTS, SHARES)).toEqual({
      low: close(up / 1.6),
      typical: close(up),
      high: close(up * 1.6),
    });
    const down = (-50 * 0.5) / perStep;
    expect(phShift(of("sulphur"), 0.5, PARTS, SHARES)).toEqual({
      low: close(down * 1.6),
      typical: close(down),
      high: close(down / 1.6),
    });
    expect(phShift(of("charcoal"), 0.1, PARTS, SHARES)).toBeUndefined();
    expect(phShift(of("crystals"), 1, PARTS, SHARES)).toBeUndefined();
  });

  it("adds up over all that are chosen, and is nothing where none moves it", () => {
    const [lime, meal] = [phShift(of("dolomite"), 2, PARTS, SHARES)!, phShift(of("bone-meal"), 3, PARTS, SHARES)!];
    expect(
      phShiftOf(
        [
          { id: "dolomite", amount: 2 },
          { id: "charcoal", amount: 0.05 },
          { id: "bone-meal", amount: 3 },
        ],
        PARTS,
        SHARES,
      ),
    ).toEqual({
      low: close(lime.low + meal.low),
      typical: close(lime.typical + meal.typical),
      high: close(lime.high + meal.high),
    });
    expect(phShiftOf([{ id: "castings", amount: 0.1 }], PARTS, SHARES)).toBeUndefined();
    expect(phShiftOf([{ id: "moon-dust", amount: 1 }], PARTS, SHARES)).toBeUndefined();
  });
});

describe("a mix that rots", () => {
  it("loses the air of its organic part by halves in a half-life, and keeps that of the rest", () => {
    const organic = (0.75 * 0.2) / (0.75 * 0.2 + 0.25 * 0.6);
    const left = (halfLife: number): number => 0.3 * (organic * 2 ** (-4 / halfLife) + (1 - organic));
    expect(airOverYears(PARTS, SHARES, 0.3, [0, 4])).toEqual([
      { years: 0, airSpace: { low: close(0.3), typical: close(0.3), high: close(0.3) } },
      { years: 4, airSpace: { low: close(left(2)), typical: close(left(4)), high: close(left(8)) } },
    ]);
  });

  it("is tight from the start, in some years to a tenth, or never", () => {
    expect(yearsUntilTight(PARTS, SHARES, 0.09, 0.1)).toEqual(range(0, 0, 0));
    // air falls to half and stays above a third
    expect(yearsUntilTight(PARTS, SHARES, 0.3, 0.14)).toEqual(range(Infinity, Infinity, Infinity));
    const alone = yearsUntilTight([PARTS[0]!], [1], 0.2, 0.1);
    expect(alone).toEqual({ low: close(2.1), typical: close(4.1), high: close(8.1) });
    expect(yearsUntilTight([PARTS[0]!], [1], 0.1, 0.1).typical).toBeCloseTo(0.1, 9);
  });
});

describe("a batch", () => {
  const pack: Pack = { mediumId: "buffered", kind: "bale", amount: 10, unit: "L", swells: 2, price: 7 };
  const mixed = blend(PARTS);
  const shrink = mixed.ok ? mixed.value.shrinkFraction : Number.NaN;

  it("is as much more than its room as it shrinks, settles and has to spare", () => {
    const made = batchFor(PARTS, 8000, 0.25, [pack]);
    if (!made.ok) throw new Error(made.problems[0]!.message);
    const settling = 0.75 * 0.1 + 0.25 * 0.02;
    const sum = (8000 * 1.25) / (1 - settling) / (1 - shrink);
    const {
      sumCm3,
      mixedCm3,
      settledCm3,
      onePartCm3,
      settlingFraction,
      dryKg,
      wetKg,
      ingredients,
      blend: of,
    } = made.value;
    expect(settlingFraction).toBeCloseTo(settling, 12);
    expect(sumCm3).toBeCloseTo(sum, 6);
    expect(mixedCm3).toBeCloseTo(sum * (1 - shrink), 6);
    expect(settledCm3).toBeCloseTo(10_000, 6);
    expect(onePartCm3).toBeCloseTo(sum / 4, 6);
    expect(dryKg).toBeCloseTo((sum * 0.1) / 1000, 9);
    const held = hydraulicFunctions(of.hydraulics).waterContent(-7.5);
    expect(wetKg).toBeCloseTo(dryKg + (held * mixedCm3) / 1000, 9);
    const packs = Math.ceil((0.75 * sum) / 20_000);
    expect(ingredients.map((one) => [one.mediumId, one.looseCm3, one.packs, one.leftOverCm3, one.cost])).toEqual([
      ["buffered", expect.closeTo(0.75 * sum, 6), packs, expect.closeTo(packs * 20_000 - 0.75 * sum, 6), 7 * packs],
      ["plain", expect.closeTo(0.25 * sum, 6), undefined, undefined, undefined],
    ]);
  });

  it("goes with packs by litres or kilograms, whole ones, whose price may not be known", () => {
    expect(packFillsCm3(pack, BUFFERED)).toBe(20_000);
    expect(packFillsCm3({ ...pack, unit: "kg", amount: 5 }, BUFFERED)).toBeCloseTo(50_000 / 1.5, 6);
    expect(packFillsCm3({ ...pack, kind: "brick", unit: "kg", amount: 5 }, BUFFERED)).toBeCloseTo(50_000 / 1.15, 6);
    expect(packFillsCm3({ ...pack, unit: "kg", amount: 5 }, BUFFERED, 0.2)).toBeCloseTo(25_000 / 1.5, 6);
    expect(neededOf(BUFFERED, 40_000, [pack])).toMatchObject({ packs: 2, leftOverCm3: 0, cost: 14 });
    expect(neededOf(BUFFERED, 40_001, [pack])).toMatchObject({ packs: 3, leftOverCm3: 19_999, cost: 21 });
    expect(neededOf(BUFFERED, 40_000, [{ ...pack, price: null }]).cost).toBeUndefined();
    expect(neededOf(BUFFERED, 40_000, [{ ...pack, price: 0 }]).cost).toBe(0);
  });

  it.each([
    [0, 0.1, "bad-volume"],
    [-1, 0.1, "bad-volume"],
    [1e9 + 1, 0.1, "bad-volume"],
    [1000, -0.01, "bad-margin"],
    [1000, 1.01, "bad-margin"],
    [Number.NaN, 0.1, "bad-volume"],
  ])("of %d cm³ with a margin of %d is refused as %s", (room, margin, code) =>
    expect(batchFor(PARTS, room, margin)).toMatchObject({ ok: false, problems: [{ code }] }),
  );
  it("may fill the greatest room, with no margin or all of it again", () => {
    for (const margin of [0, 1]) expect(batchFor(PARTS, 1e9, margin).ok).toBe(true);
  });

  it("of what is left is decided by the scarcest", () => {
    const made = batchFromStock(
      PARTS,
      new Map([
        ["buffered", 3000],
        ["plain", 900],
      ]),
    );
    if (!made.ok) throw new Error(made.problems[0]!.message);
    expect([made.value.scarcestId, made.value.batch.sumCm3]).toEqual(["plain", expect.closeTo(3600, 6)]);
    expect(batchFromStock(PARTS, new Map([["buffered", 3000]]))).toMatchObject({
      ok: true,
      value: { scarcestId: "buffered", batch: { sumCm3: expect.closeTo(4000, 6) as number } },
    });
    expect(batchFromStock(PARTS, new Map())).toMatchObject({ ok: false, problems: [{ code: "no-stock" }] });
    expect(batchFromStock(PARTS, new Map([["plain", 0]]))).toMatchObject({
      ok: false,
      problems: [{ code: "none-left" }],
    });
    expect(batchFromStock([{ medium: BUFFERED, parts: 0 }], new Map())).toMatchObject({ ok: false });
  });

  it("is measured with the largest thing at hand that a part fills, or all but fills", () => {
    expect(measureFor(2100, "metric")).toEqual({ name: "2\u00a0L", cm3: 2000, perPart: close(1.05) });
    expect(measureFor(1910, "metric")).toMatchObject({ cm3: 2000, perPart: close(0.955) });
    expect(measureFor(1900, "metric").cm3).toBe(1000);
    expect(measureFor(10, "metric")).toMatchObject({ cm3: 50, perPart: close(0.2) });
    expect(measureFor(1e6, "metric").cm3).toBe(10_000);
    expect(measureFor(3785.411784, "imperial")).toMatchObject({ name: "1\u00a0gal", perPart: close(1) });
  });
});

describe("water to wet a mix", () => {
  it("is what each ingredient holds in a state less what it holds as it is bought, by its mass", () => {
    const made = batchFor(PARTS, 10_000, 0);
    if (!made.ok) throw new Error(made.problems[0]!.message);
    const { looseCm3 } = made.value.ingredients[0]!;
    // an organic one out of its bag, 0.1 kg a litre with 40 to 60 % of that in water
    const [low, typical, high] = [0.4 * 0.1, 0.5 * 0.1, 0.6 * 0.1];
    for (const [wetness, held] of [
      ["squeeze", BUFFERED.thetaAtPsi100],
      ["potting", BUFFERED.thetaAtPsi50],
      ["wick", BUFFERED.thetaAtPsi10],
    ] as const)
      expect(wettingOf(PARTS, made.value, wetness)[0]).toEqual({
        mediumId: "buffered",
        least: close((held.low - high) * looseCm3),
        typical: close((held.typical - typical) * looseCm3),
        most: close((held.high - low) * looseCm3),
        way: "soak-first",
      });
    const ways = (["easy", "slow"] as const).map((behaviour) => {
      const medium = { ...PLAIN, rewetting: { behaviour } };
      return wettingOf([PARTS[0]!, { medium, parts: 1 }], made.value, "wick")[1]!.way;
    });
    expect(ways).toEqual(["at-once", "slowly"]);
  });

  it("of a brick is what it swells to, in a tub with a quarter over", () => {
    const brick: Pack = { mediumId: "plain", kind: "brick", amount: 1, unit: "L", swells: 6, price: null };
    const takes = (held: Medium["thetaAtPsi50"]) => ({
      low: close((held.low - 0.02) * 6000),
      typical: close((held.typical - 0.015) * 6000),
      high: close((held.high - 0.01) * 6000),
    });
    expect(hydrationOf(brick, PLAIN)).toEqual({
      fillsCm3: 6000,
      toPotting: takes(PLAIN.thetaAtPsi50),
      untilItDrips: takes(PLAIN.thetaAtPsi10),
      tubCm3: 7500,
      minutes: [20, 60],
    });
    expect(hydrationOf({ ...brick, kind: "bale" }, BUFFERED)!.minutes).toEqual([240, 720]);
  });
});

describe("grains and wicks", () => {
  it("are shares by parts, and a grain size that is the mean over the logarithm", () => {
    expect(sharesOf(PARTS)).toEqual(SHARES);
    const sized = (d50: number): Medium => ({ ...PLAIN, particleSizeMm: { d10: d50 / 2, d50, d90: d50 * 2 } });
    expect(
      meanGrainMm([
        { medium: sized(1), parts: 1 },
        { medium: sized(4), parts: 1 },
      ]),
    ).toBeCloseTo(2, 12);
    expect(
      meanGrainMm([
        { medium: sized(1), parts: 3 },
        { medium: sized(16), parts: 1 },
      ]),
    ).toBeCloseTo(2, 12);
  });

  it("carry water through a mix when enough of its parts wick to touch all through", () => {
    const rising = (cm: number, id: string): Medium => ({
      ...PLAIN,
      id,
      capillaryRiseCm: { dryStart: range(0, 0, 0), moistStart: range(0, cm, 100) },
    });
    const of = (wicking: number) =>
      wickingOf([
        { medium: rising(WICKS_FROM_CM, "wicks"), parts: wicking },
        { medium: rising(WICKS_FROM_CM - 0.01, "idle"), parts: 10 - wicking },
      ]);
    expect(of(3)).toEqual({
      idle: [expect.objectContaining({ id: "idle" })],
      share: LEAST_WICKING_SHARE,
      inTouch: true,
    });
    expect(of(2.9)).toMatchObject({ inTouch: false });
    expect(wickingOf([{ medium: rising(50, "a"), parts: 2 }])).toEqual({ idle: [], share: 1, inTouch: true });
  });
});

describe("a mix as a medium, by hand", () => {
  const made = mixMedium("mix:x@1", "X", PARTS, (hydraulics, heightCm) => containerState(hydraulics, heightCm).water);
  if (!made.ok) throw new Error(made.problems[0]!.message);
  const mix = made.value;
  const functions = hydraulicFunctions(mix.hydraulics);

  it("has its water by the blended curve: at three suctions, and what roots cannot have at the wilting point", () => {
    expect([
      mix.thetaAtPsi10.typical,
      mix.thetaAtPsi50.typical,
      mix.thetaAtPsi100.typical,
      mix.unavailableWater.typical,
    ]).toEqual([-10, -50, -100, -15_000].map((psi) => close(functions.waterContent(psi))));
    expect(mix.kAtPsi10CmPerHour.typical).toBeCloseTo(functions.conductivityCmPerHour(-10), 12);
    expect(mix.kAtPsi50CmPerHour.typical).toBeCloseTo(functions.conductivityCmPerHour(-50), 12);
    expect(mix.containerCapacity15cm.typical).toBeCloseTo(containerState(mix.hydraulics, 15).water, 12);
  });

  it("is known as far as its parts are, and 3 % of the volume less for the rule", () => {
    const spread = (of: "totalPorosity" | "thetaAtPsi10") => {
      const [a, b] = [BUFFERED[of], PLAIN[of]];
      return 0.75 * (a.typical - a.low) + 0.25 * (b.typical - b.low) + 0.03;
    };
    expect(mix.totalPorosity.typical - mix.totalPorosity.low).toBeCloseTo(spread("totalPorosity"), 9);
    expect(mix.thetaAtPsi10.typical - mix.thetaAtPsi10.low).toBeCloseTo(spread("thetaAtPsi10"), 9);
    const factor = mix.ksCmPerHour.high / mix.ksCmPerHour.typical;
    expect(mix.ksCmPerHour.typical / mix.ksCmPerHour.low).toBeCloseTo(factor, 9);
    expect(factor).toBeCloseTo(
      blend(PARTS).ok ? (blend(PARTS) as { value: { conductivityFactor: number } }).value.conductivityFactor : 0,
      9,
    );
    expect(mix.dryBulkDensityGPerCm3.typical - mix.dryBulkDensityGPerCm3.low).toBeCloseTo(0.02, 9);
  });

  it("rots as its fastest part does, repels when three tenths of it do, and is no finer than its finest part that counts", () => {
    expect(mix.decompositionHalfLifeYears).toEqual(range(2, 4, 8));
    expect(mix.rewetting.behaviour).toBe("sheds-once-dry");
    const less = mixMedium(
      "mix:y@1",
      "Y",
      [
        { medium: BUFFERED, parts: 0.29 },
        { medium: PLAIN, parts: 0.71 },
      ],
      () => 0.5,
    );
    expect(less.ok && less.value.rewetting).toEqual({ behaviour: "slow" });
    expect(mix.settlingFraction.typical).toBeCloseTo(0.75 * 0.1 + 0.25 * 0.02, 12);
    expect(mix.particleSizeMm.d10).toBe(Math.min(BUFFERED.particleSizeMm.d10, PLAIN.particleSizeMm.d10));
    expect(mix.particleSizeMm.d90).toBe(Math.max(BUFFERED.particleSizeMm.d90, PLAIN.particleSizeMm.d90));
    expect(mix.floats).toBe(BUFFERED.floats || PLAIN.floats);
  });
});

it("parts are typed as numbers above 0", () => {
  expect(parseParts("½")).toEqual({ ok: true, value: 0.5 });
  expect(parseParts("1000000").ok).toBe(true);
  for (const text of ["0", "-1", "", "two", "1 cup", "1000001"])
    expect(parseParts(text)).toMatchObject({ ok: false, problems: [{ code: "not-parts" }] });
});
