import { describe, expect, it } from "vitest";
import fc from "fast-check";
import { CATALOGUE } from "../media/catalogue/catalogue";
import { airOverYears, yearsUntilTight } from "./ageing";
import { batchFor, batchFromStock, measureFor, type Batch } from "./batch";
import type { Part } from "./blend";
import { mixEc, mixPH } from "./chemistry";
import { wettingOf } from "./wetting";

const part = (id: string, parts: number): Part => ({ medium: CATALOGUE.find((one) => one.id === id)!, parts });
const BOG = [part("sphagnum-peat", 2), part("perlite-coarse-3-6", 1), part("coarse-sand-0.5-2", 0.5)];
const batch = (
  parts: readonly Part[],
  roomCm3: number,
  margin = 0,
  packs: Parameters<typeof batchFor>[3] = [],
): Batch => {
  const made = batchFor(parts, roomCm3, margin, packs);
  if (!made.ok) throw new Error(made.problems[0]!.message);
  return made.value;
};

describe("a batch", () => {
  it("mixed and settled fills its room, with the margin over", () => {
    const anyRoom = fc.double({ min: 100, max: 1e6, noNaN: true });
    fc.assert(
      fc.property(anyRoom, fc.double({ min: 0, max: 1, noNaN: true }), (room, margin) => {
        const made = batch(BOG, room, margin);
        expect(made.settledCm3 / (room * (1 + margin))).toBeCloseTo(1, 9);
        expect(made.ingredients.reduce((sum, { looseCm3 }) => sum + looseCm3, 0) / made.sumCm3).toBeCloseTo(1, 9);
        expect(made.sumCm3).toBeGreaterThan(made.mixedCm3);
        expect(made.mixedCm3).toBeGreaterThan(made.settledCm3);
        // parts are parts: two of peat to one of perlite
        expect(made.ingredients[0]!.looseCm3 / made.ingredients[1]!.looseCm3).toBeCloseTo(2, 9);
        expect(made.onePartCm3).toBeCloseTo(made.ingredients[1]!.looseCm3, 6);
        expect(made.wetKg).toBeGreaterThan(made.dryKg);
      }),
    );
  });

  it("is bought in whole packs, with what is left over and what it costs; what has no price has no cost", () => {
    const made = batch(BOG, 20_000, 0, [
      { mediumId: "sphagnum-peat", kind: "bale", amount: 5, unit: "L", swells: 2, price: 7 },
      { mediumId: "perlite-coarse-3-6", kind: "bag", amount: 5, unit: "L", swells: 1, price: null },
    ]);
    const [peat, perlite, sand] = made.ingredients;
    expect(peat!.packs).toBe(Math.ceil(peat!.looseCm3 / 10_000));
    expect(peat!.leftOverCm3).toBeCloseTo(peat!.packs! * 10_000 - peat!.looseCm3, 6);
    expect(peat!.cost).toBe(peat!.packs! * 7);
    expect(perlite).toMatchObject({ cost: undefined });
    expect(sand).toMatchObject({ packs: undefined, cost: undefined });
  });

  it("from stock is as big as the scarcest ingredient lets it be", () => {
    const made = batchFromStock(
      BOG,
      new Map([
        ["sphagnum-peat", 6000],
        ["perlite-coarse-3-6", 1000],
      ]),
    );
    if (!made.ok) throw new Error("stock");
    expect(made.value.scarcestId).toBe("perlite-coarse-3-6");
    expect(made.value.batch.ingredients.map(({ looseCm3 }) => Math.round(looseCm3))).toEqual([2000, 1000, 500]);
    expect(batchFromStock(BOG, new Map())).toMatchObject({ ok: false, problems: [{ code: "no-stock" }] });
    expect(batchFromStock(BOG, new Map([["sphagnum-peat", 0]]))).toMatchObject({
      ok: false,
      problems: [{ code: "none-left" }],
    });
  });

  it("refuses rooms and margins that are none", () => {
    for (const room of [0, -5, Number.NaN, 1e15])
      expect(batchFor(BOG, room)).toMatchObject({ ok: false, problems: [{ path: "room" }] });
    for (const margin of [-0.1, 2, Number.NaN])
      expect(batchFor(BOG, 1000, margin)).toMatchObject({ ok: false, problems: [{ path: "margin" }] });
  });

  it("answers what a part is with a measure at hand, in litres or gallons", () => {
    expect(measureFor(2100, "metric")).toMatchObject({ cm3: 2000, perPart: 1.05 });
    expect(measureFor(1990, "metric")).toMatchObject({ cm3: 2000, perPart: 0.995 });
    expect(measureFor(1, "metric").cm3).toBe(50);
    expect(measureFor(1000, "imperial")).toMatchObject({ name: "quart" });
    fc.assert(
      fc.property(
        fc.double({ min: 50, max: 1e6, noNaN: true }),
        fc.constantFrom("metric" as const, "imperial" as const),
        (cm3, system) => {
          const { perPart, cm3: size } = measureFor(cm3, system);
          expect(perPart * size).toBeCloseTo(cm3, 6);
          expect(perPart).toBeGreaterThan(0.8);
        },
      ),
    );
  });
});

describe("wetting a batch", () => {
  it("asks more water the wetter it is to be and the drier it came, and soaks what repels by itself first", () => {
    const made = batch(BOG, 10_000);
    const [squeeze, potting, wick] = (["squeeze", "potting", "wick"] as const).map((wetness) =>
      wettingOf(BOG, made, wetness),
    );
    for (let i = 0; i < BOG.length; i++) {
      expect(squeeze![i]!.typical).toBeLessThanOrEqual(potting![i]!.typical);
      expect(potting![i]!.typical).toBeLessThanOrEqual(wick![i]!.typical);
      expect(wick![i]!.least).toBeLessThanOrEqual(wick![i]!.typical);
      expect(wick![i]!.typical).toBeLessThanOrEqual(wick![i]!.most);
    }
    expect(potting!.map(({ way }) => way)).toEqual(["soak-first", "at-once", "at-once"]);
    // peat takes up a third of its volume and more
    expect(potting![0]!.typical / made.ingredients[0]!.looseCm3).toBeGreaterThan(0.15);
  });
});

describe("ageing", () => {
  it("halves the air an organic part brings in a half-life, and leaves mineral ones alone", () => {
    const bark = [part("bark-6-12", 1)];
    const [after] = airOverYears(bark, [1], 0.4, [bark[0]!.medium.decompositionHalfLifeYears!.typical]);
    expect(after!.airSpace.typical).toBeCloseTo(0.2, 9);
    expect(after!.airSpace.low).toBeLessThan(after!.airSpace.high);
    expect(airOverYears([part("pumice-2-5", 1)], [1], 0.3, [20])[0]!.airSpace).toEqual({
      low: 0.3,
      typical: 0.3,
      high: 0.3,
    });
  });

  it("says in which years air falls under a limit, soonest first, and never for grains", () => {
    const until = yearsUntilTight([part("bark-6-12", 1)], [1], 0.4, 0.1);
    expect(until.low).toBeCloseTo(4, 0);
    expect(until.typical).toBeCloseTo(9, 0);
    expect(until.high).toBeGreaterThan(until.typical);
    expect(yearsUntilTight([part("pumice-2-5", 1)], [1], 0.3, 0.1).low).toBe(Infinity);
    expect(yearsUntilTight([part("pumice-2-5", 1)], [1], 0.05, 0.1).typical).toBe(0);
  });
});

describe("pH and salts of a mix", () => {
  it("lie between those of the parts, wider; peat pulls a mix with perlite its way, since it buffers and perlite does not", () => {
    const acid = mixPH([part("sphagnum-peat", 1), part("perlite-coarse-3-6", 1)], [0.5, 0.5]);
    expect(acid.typical).toBeLessThan(4.5);
    expect(acid.low).toBeLessThan(acid.typical);
    expect(acid.high).toBeGreaterThan(acid.typical);
    expect(mixPH([part("sphagnum-peat", 1)], [1])).toEqual(part("sphagnum-peat", 1).medium.pH);
    const salt = mixEc([part("worm-castings", 1), part("perlite-coarse-3-6", 3)], [0.25, 0.75]);
    expect(salt.typical).toBeLessThan(part("worm-castings", 1).medium.ecDsPerM.typical);
    expect(salt.low).toBeLessThan(salt.high);
  });
});
