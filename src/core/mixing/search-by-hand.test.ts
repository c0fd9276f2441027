import { describe, expect, it } from "vitest";
import { CATALOGUE } from "../media/catalogue/catalogue";
import type { Medium } from "../media/medium";
import { containerState } from "../water/container";
import { gradedZones, THINNEST_ZONE_CM, type GradingAsked } from "./grading";
import { meanWaterBetween, searchMixes, worth, type WaterAt } from "./search";

// What a search tries and how it orders what it finds, on media whose mixes are plain means: grains of one size do not
// fill each other.

const base = CATALOGUE.find(({ id }) => id === "pumice-2-5")!;
const range = (typical: number) => ({ low: typical, typical, high: typical });
/** A medium that holds a share of water and no more; its pores are 0.8. */
const holding = (id: string, water: number, more: Partial<Medium> = {}): Medium => ({
  ...base,
  id,
  name: id,
  pH: range(6),
  hydraulics: { ...base.hydraulics, thetaR: water, thetaS: 0.8, airEntryCm: 0 },
  dryBulkDensityGPerCm3: range(0.5),
  packing: { ...base.packing, compressibilityPerGPerCm3: 0 },
  ...more,
});
/** Water of a mix is what its curve never gives up. */
const waterAt: WaterAt = ({ thetaR }) => thetaR;
const ANY = { least: 0, most: 1 };
const close = (value: number) => expect.closeTo(value, 9) as number;
const FOUR = [0.1, 0.3, 0.5, 0.7].map((water) => holding(`holds ${water}`, water));

describe("what a search tries", () => {
  it("is every medium, nine ratios of each pair, thirteen of each triple, and a fourth part on the best triples that miss", () => {
    const tried = (limit: number, water = ANY): number =>
      searchMixes(FOUR, waterAt, { air: ANY, water }, 5, limit).tried;
    expect(tried(1)).toBe(4);
    expect(tried(2)).toBe(4 + 6 * 9);
    expect(tried(3)).toBe(4 + 6 * 9 + 4 * 13);
    // all is met: no fourth part is looked for
    expect(tried(4)).toBe(4 + 6 * 9 + 4 * 13);
    // nothing can be that wet: the thirty best triples get the one medium they lack
    expect(tried(4, { least: 0.9, most: 1 })).toBe(4 + 6 * 9 + 4 * 13 + 30);
  });

  it("leaves out what is laid as a piece", () => {
    const mat = { ...FOUR[0]!, id: "mat", packing: { ...FOUR[0]!.packing, mixingFactor: 0 } };
    expect(searchMixes([mat, FOUR[1]!], waterAt, { air: ANY, water: ANY }, 9).found).toHaveLength(1);
    expect(searchMixes([mat], waterAt, { air: ANY, water: ANY }, 9)).toMatchObject({ found: [], tried: 0 });
  });

  it("makes triples of the ten media that came nearest, alone or in pairs", () => {
    const media = Array.from({ length: 12 }, (_, i) => holding(`m${i}`, 0.05 + i * 0.06));
    const { found } = searchMixes(media, waterAt, { air: ANY, water: { least: 0.9, most: 1 } }, Infinity, 3);
    const inTriples = new Set(
      found.flatMap(({ parts }) => (parts.length === 3 ? parts.map(({ mediumId }) => mediumId) : [])),
    );
    expect(inTriples.size).toBe(10);
    expect([inTriples.has("m11"), inTriples.has("m0")]).toEqual([true, false]);
  });
});

describe("what a search finds", () => {
  it("has in it what it must, and counts and lists only what meets what is asked", () => {
    const wanted = { air: { least: 0.2, most: 1 }, water: ANY };
    const all = searchMixes(FOUR, waterAt, wanted, 1000, 3);
    const every = searchMixes(FOUR, waterAt, { ...wanted, must: ["a"] }, 1000, 3);
    const id = FOUR[0]!.id;
    const some = searchMixes(FOUR, waterAt, { ...wanted, must: [id] }, 5, 3);
    expect(every).toMatchObject({ tried: 0, met: 0, found: [] });
    expect(some.found.every(({ parts }) => parts.some(({ mediumId }) => mediumId === id))).toBe(true);
    expect(some.met).toBe(all.found.filter(({ parts }) => parts.some(({ mediumId }) => mediumId === id)).length);
    expect(some.found).toHaveLength(Math.min(5, some.met));
    expect(all.found).toHaveLength(all.met);
    expect(all.found.every(({ mismatch }) => mismatch === 0)).toBe(true);
    expect(some.tried).toBeLessThan(all.tried);
  });

  it("has its air and water, and misses by what it is short of or over, pH a tenth as much", () => {
    const [one] = searchMixes(
      [FOUR[1]!],
      waterAt,
      { air: { least: 0.6, most: 0.7 }, water: { least: 0, most: 0.25 } },
      1,
    ).found;
    expect(one).toMatchObject({ air: close(0.5), water: close(0.3), mismatch: close(0.1 + 0.05) });
    const sour = searchMixes([FOUR[1]!], waterAt, { air: ANY, water: ANY, pH: { least: 4, most: 5 } }, 1);
    expect(sour.found[0]!.mismatch).toBeCloseTo(0.1, 9);
    expect(sour.stoppedBy).toEqual([{ condition: "pH", reachable: false }]);
    const edge = { air: { least: 0.5, most: 0.5 + 1e-9 }, water: { least: 0.3 - 1e-9, most: 0.3 } };
    expect(searchMixes([FOUR[1]!], waterAt, edge, 1).found[0]!.mismatch).toBeLessThan(1e-8);
  });

  it("is nearest first, and of equals the plainer: each further part must be nearer by 0.004", () => {
    expect(
      worth({ parts: FOUR.slice(0, 3).map(({ id }) => ({ mediumId: id, parts: 1 })), air: 0, water: 0, mismatch: 0.1 }),
    ).toBeCloseTo(0.108, 12);
    const { found, met } = searchMixes(FOUR, waterAt, { air: ANY, water: { least: 0.395, most: 0.405 } }, 6, 3);
    const costs = found.map(worth);
    expect(costs).toEqual([...costs].sort((a, b) => a - b));
    expect(found[0]).toMatchObject({ mismatch: 0, parts: { length: 2 } });
    expect(found).toHaveLength(Math.min(6, met));
    // where nothing meets it, what comes nearest stands in the same order
    const near = searchMixes(FOUR, waterAt, { air: ANY, water: { least: 0.75, most: 1 } }, 6, 3);
    expect([near.met, near.found.length]).toEqual([0, 6]);
    expect(near.found.map(worth)).toEqual([...near.found.map(worth)].sort((a, b) => a - b));
  });

  it("says which conditions stop it: such as cannot be had at all, and such as cannot be had together", () => {
    const wet = searchMixes(FOUR, waterAt, { air: ANY, water: { least: 0.75, most: 1 } }, 1);
    expect(wet.stoppedBy).toEqual([{ condition: "water", reachable: false }]);
    // 0.8 of pores cannot be 0.6 air and 0.6 water, though each can be had
    const both = searchMixes(FOUR, waterAt, { air: { least: 0.6, most: 1 }, water: { least: 0.6, most: 1 } }, 1);
    expect(both.stoppedBy.every(({ reachable }) => reachable)).toBe(true);
    expect(both.stoppedBy.length).toBeGreaterThan(0);
    expect(searchMixes(FOUR, waterAt, { air: ANY, water: ANY }, 1).stoppedBy).toEqual([]);
    expect(
      searchMixes([], waterAt, { air: ANY, water: ANY, pH: ANY }, 1).stoppedBy.map(({ condition }) => condition),
    ).toEqual(["air", "water", "pH"]);
  });
});

it("mean water between two suctions is that of the place, to a thousandth but for grains that let go of theirs at once", () => {
  for (const { hydraulics } of CATALOGUE) {
    const exact = containerState(hydraulics, 15).water;
    expect(Math.abs(meanWaterBetween(0, 15)(hydraulics) - exact)).toBeLessThan(
      hydraulics.modes.some(({ alphaPerCm, n }) => alphaPerCm * n > 2.3) ? 0.02 : 2e-3,
    );
  }
  const straight = meanWaterBetween(5, 5.001)(base.hydraulics);
  expect(straight).toBeCloseTo(meanWaterBetween(5, 5)(base.hydraulics), 4);
});

describe("zones by hand", () => {
  const grain = (d50: number) => ({ d10: d50 / 2, d50, d90: 2 * d50 });
  const core = holding("core", 0.6, { particleSizeMm: grain(1) });
  const asked = (more: Partial<GradingAsked> = {}): GradingAsked => ({
    core: core.hydraulics,
    coreGrainMm: 1,
    coreMediumIds: ["core"],
    rimAir: 0.6,
    zones: 2,
    ballDiameterCm: 10,
    potDiameterCm: 20,
    heightCm: 12,
    ...more,
  });
  const zones = (media: readonly Medium[], more: Partial<GradingAsked> = {}) => {
    const found = gradedZones(asked(more), media, waterAt);
    if (!found.ok) throw new Error(found.problems[0]!.message);
    return found.value;
  };
  const airy = holding("airy", 0.2, { particleSizeMm: grain(4) });

  it("go by even steps of width, water and air from the core to the rim", () => {
    const found = zones([core, airy]);
    expect(
      found.map(({ fromRadiusCm, toRadiusCm, volumeCm3, wantedWater }) => [
        fromRadiusCm,
        toRadiusCm,
        volumeCm3,
        wantedWater,
      ]),
    ).toEqual([
      [5, 7.5, close(Math.PI * (7.5 ** 2 - 25) * 12), close(0.4)],
      [7.5, 10, close(Math.PI * (100 - 7.5 ** 2) * 12), close(0.2)],
    ]);
    expect(found.map(({ mix }) => mix.parts.map(({ mediumId }) => mediumId))).toEqual([["core", "airy"], ["airy"]]);
    expect(found.map(({ grainMm }) => grainMm)).toEqual([close(2), close(4)]);
    expect(found.map(({ mix }) => mix.mismatch)).toEqual([close(0), close(0)]);
  });

  it("would rather be a little off than finer outward, wetter outward, of a new medium, or limed around a core that is not", () => {
    const twin = { ...airy, id: "twin" };
    const ids = (media: readonly Medium[], more: Partial<GradingAsked> = {}) =>
      new Set(zones(media, { zones: 1, ...more }).flatMap(({ mix }) => mix.parts.map(({ mediumId }) => mediumId)));
    const fine = { ...twin, particleSizeMm: grain(0.25) };
    expect(ids([fine, { ...airy, hydraulics: { ...airy.hydraulics, thetaR: 0.22 } }])).toEqual(new Set(["airy"]));
    // grains finer by little cost little
    expect(
      ids([
        { ...twin, particleSizeMm: grain(0.95) },
        { ...airy, hydraulics: { ...airy.hydraulics, thetaR: 0.22 } },
      ]),
    ).toEqual(new Set(["twin"]));
    const limed = { ...twin, safety: { ...twin.safety, flags: ["contains-lime"] } };
    const near = { ...airy, hydraulics: { ...airy.hydraulics, thetaR: 0.22 } };
    expect(ids([limed, near])).toEqual(new Set(["airy"]));
    // a core that is limed itself does not mind
    expect(ids([limed, near, { ...limed, id: "core" }], { coreMediumIds: ["core"] }).has("airy")).toBe(false);
    // what is there already is taken before what is new, when it is as near
    expect(
      ids([{ ...twin, hydraulics: { ...twin.hydraulics, thetaR: 0.205 } }, airy], { coreMediumIds: ["twin"] }),
    ).toEqual(new Set(["twin"]));
  });

  it("are as thin as a finger at the least", () => {
    const thin = (potDiameterCm: number) => gradedZones(asked({ potDiameterCm }), [airy], waterAt);
    expect(thin(10 + 4 * THINNEST_ZONE_CM).ok).toBe(true);
    expect(thin(10 + 4 * THINNEST_ZONE_CM - 0.01)).toMatchObject({ ok: false, problems: [{ code: "too-thin" }] });
    expect(gradedZones(asked({ ballDiameterCm: 0 }), [airy], waterAt)).toMatchObject({
      ok: false,
      problems: [{ code: "ball" }],
    });
    expect(gradedZones(asked({ rimAir: 0.8 - 0.6 }), [airy], waterAt)).toMatchObject({
      ok: false,
      problems: [{ code: "rim-air" }],
    });
    expect(gradedZones(asked({ zones: 5 }), [airy], waterAt)).toMatchObject({
      ok: false,
      problems: [{ code: "zones" }],
    });
  });
});
