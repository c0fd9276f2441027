import { describe, expect, it } from "vitest";
import type { z } from "zod";
import { CATALOGUE } from "@/core/media/catalogue/catalogue";
import type { Medium } from "@/core/media/medium";
import { blend, type Part } from "@/core/mixing/blend";
import { hasPeat } from "@/core/media/flags";
import { medium as lookup } from "@/core/testing/setups";
import { parseWith } from "@/formats/problems";
import type { Room } from "@/formats/rooms";
import {
  heightTexts,
  isPlace,
  mediaAsked,
  mediaOffered,
  NEED,
  SAME,
  searchQuestion,
  searchSchema,
  searchTexts,
  targetNow,
  ZONES,
  type SearchAsked,
  type SearchTexts,
} from "./search-form";

const TEXTS = searchTexts("metric", undefined);
const PERLITE = "perlite-coarse-3-6";
const parts: readonly Part[] = [
  { medium: lookup("sphagnum-peat")!, parts: 3 },
  { medium: lookup(PERLITE)!, parts: 2 },
];
const room = (aboveWaterCm: Room["aboveWaterCm"]): Room => ({ id: "r", aboveWaterCm }) as Room;

const schemaOf = (target: string): z.ZodType<SearchAsked> => searchSchema("metric", target) as z.ZodType<SearchAsked>;

/** What a form means, or the places of what it cannot mean. */
const readAs = (target: string, changed: Partial<SearchTexts> = {}) => {
  const read = parseWith(schemaOf(target), { ...TEXTS, ...changed });
  return read.ok ? read.value : read.problems.map(({ path, message }) => [path, message]);
};

describe("what is typed into the search for mixes", () => {
  it("asks for air and water of the roots' height, from a least to a most that may be left open", () => {
    expect(readAs(NEED)).toEqual({
      kind: NEED,
      height: 15,
      base: 0,
      air: { least: 0.2, most: 0.35 },
      water: { least: 0.4, most: 1 },
      must: undefined,
      stockCm3: undefined,
      pH: undefined,
    });
    expect(
      readAs(NEED, { airLeast: "", airMost: "", waterLeast: "", pHLeast: "5.5", must: "bark", stock: "5 L" }),
    ).toMatchObject({
      air: { least: 0, most: 1 },
      water: { least: 0, most: 1 },
      pH: { least: 5.5, most: 14 },
      must: "bark",
      stockCm3: 5000,
    });
    expect(readAs(NEED, { pHMost: "6.5" })).toMatchObject({ pH: { least: 0, most: 6.5 } });
    // a stock of nothing in particular is no stock
    expect(readAs(NEED, { stock: "5 L" })).toMatchObject({ stockCm3: undefined });
  });

  it("says where a least is more than its most, at the most; the same on both sides is a wish like another", () => {
    const TURNED = "The least is more than the most.";
    expect(readAs(NEED, { airLeast: "36" })).toEqual([["airMost", TURNED]]);
    expect(readAs(NEED, { waterLeast: "60", waterMost: "59" })).toEqual([["waterMost", TURNED]]);
    expect(readAs(NEED, { pHLeast: "7", pHMost: "6" })).toEqual([["pHMost", TURNED]]);
    expect(readAs(NEED, { airLeast: "35" })).toMatchObject({ air: { least: 0.35, most: 0.35 } });
  });

  it("refuses what no pot and no root is, and reads only the fields that are shown", () => {
    for (const [target, changed, where] of [
      [NEED, { height: "0.5" }, "height"],
      [NEED, { height: "101" }, "height"],
      [NEED, { base: "-1" }, "base"],
      [NEED, { airMost: "101" }, "airMost"],
      [NEED, { pHMost: "15" }, "pHMost"],
      [NEED, { stock: "lots" }, "stock"],
      [ZONES, { ball: "0" }, "ball"],
      [ZONES, { pot: "501" }, "pot"],
      [ZONES, { zones: "1.5" }, "zones"],
      [ZONES, { zones: "0" }, "zones"],
      [ZONES, { rimAir: "96" }, "rimAir"],
      [SAME, { height: "tall" }, "height"],
    ] as const)
      expect(readAs(target, changed), where).toEqual([[where, expect.any(String)]]);
    expect(readAs(SAME, { airLeast: "x", zones: "x" })).toEqual({ kind: SAME, height: 15, base: 0 });
    expect(readAs("sphagnum-peat", { airLeast: "x" })).toMatchObject({ kind: SAME });
    expect(readAs(ZONES, { airLeast: "x" })).toEqual({
      kind: ZONES,
      height: 15,
      base: 0,
      ball: 8,
      pot: 20,
      zones: 2,
      rimAir: 0.4,
    });
  });

  it("begins with a grower's own units, and at the place that was come from", () => {
    expect(searchTexts("imperial", undefined)).toMatchObject({
      height: "6",
      base: "0",
      ball: "3",
      pot: "8",
      roomId: "",
    });
    expect(searchTexts("metric", room({ from: 3, to: 15 }))).toMatchObject({
      roomId: "r",
      height: "12",
      base: "3",
      ball: "8",
      pot: "20",
    });
    expect(heightTexts(room(null), "metric")).toBeUndefined();
    expect(heightTexts(undefined, "metric")).toBeUndefined();
    expect([null, { from: 0, to: 0.9 }, { from: 2, to: 3 }].map((above) => isPlace(room(above)))).toEqual([
      false,
      false,
      true,
    ]);
  });
});

describe("the question it makes", () => {
  const mixed = blend(parts);
  const made = mixed.ok ? mixed.value : undefined;
  const read = (target: string, changed: Partial<SearchTexts> = {}) => {
    const result = parseWith(schemaOf(target), { ...TEXTS, ...changed });
    if (!result.ok) throw new Error(JSON.stringify(result.problems));
    return result.value;
  };

  it("is of suctions from the roots' foot to their top, whatever is looked for", () => {
    const heights = { height: "12", base: "3" };
    const match = made!.hydraulics;
    for (const target of [NEED, SAME, ZONES])
      expect(searchQuestion(read(target, heights), ["a", "b"], { parts, mixed: made! }, match)).toMatchObject({
        mediumIds: ["a", "b"],
        fromSuctionCm: 3,
        toSuctionCm: 15,
      });
  });

  it("asks for mixes with what must be in them, for one like another, or for zones around it", () => {
    expect(searchQuestion(read(NEED, { must: "bark" }), [], undefined, undefined)).toMatchObject({
      kind: "mixes",
      wanted: { must: ["bark"] },
    });
    expect(searchQuestion(read(NEED), [], undefined, undefined)).toMatchObject({ wanted: { must: [] } });
    expect(searchQuestion(read(SAME), [], undefined, made!.hydraulics)).toMatchObject({
      kind: "instead",
      match: made!.hydraulics,
    });
    expect(searchQuestion(read(ZONES), [], { parts, mixed: made! }, undefined)).toMatchObject({
      kind: "zones",
      asked: {
        core: made!.hydraulics,
        coreMediumIds: ["sphagnum-peat", PERLITE],
        zones: 2,
        rimAir: 0.4,
        ballDiameterCm: 8,
        potDiameterCm: 20,
        heightCm: 15,
      },
    });
  });

  it("is none where there is nothing to stand in for, nor a mix to lay zones around", () => {
    expect(searchQuestion(read(SAME), [], undefined, undefined)).toBeUndefined();
    expect(searchQuestion(read(ZONES), [], undefined, undefined)).toBeUndefined();
  });

  it("falls back to what is needed when what was to be stood in for is gone", () => {
    expect(targetNow(SAME, parts, made)).toBe(SAME);
    expect(targetNow(ZONES, parts, made)).toBe(ZONES);
    expect(targetNow(SAME, parts, undefined)).toBe(NEED);
    expect(targetNow(ZONES, [], undefined)).toBe(NEED);
    expect(targetNow("sphagnum-peat", parts, undefined)).toBe("sphagnum-peat");
    expect(targetNow("pumice", parts, made)).toBe(NEED);
    expect(targetNow(NEED, parts, made)).toBe(NEED);
  });
});

describe("the media a search may use", () => {
  const ids = (media: readonly Medium[]): string[] => media.map(({ id }) => id);

  it("are all that can be mixed, those at hand and one's own, or those there are packs of", () => {
    const own = { ...lookup("pumice-2-5")!, id: "own:grit" };
    const media = [...CATALOGUE, own];
    const all = mediaOffered(media, "all", []);
    expect(all).toEqual(media.filter(({ packing }) => packing.mixingFactor > 0));
    expect(all.length).toBeLessThan(media.length);
    const usual = ids(mediaOffered(media, "usual", []));
    expect(usual).toContain("own:grit");
    expect(usual).toContain("sphagnum-peat");
    expect(usual.length).toBeLessThan(all.length);
    expect(ids(mediaOffered(media, "packs", [{ mediumId: "sphagnum-peat" } as never]))).toEqual(["sphagnum-peat"]);
    expect(mediaOffered(media, "packs", [])).toEqual([]);
  });

  it("leave out peat, what is not wanted, and what is to be stood in for", () => {
    const offered = mediaOffered(CATALOGUE, "all", []);
    expect(mediaAsked(offered, { noPeat: false, without: [] }, NEED)).toEqual(offered);
    const noPeat = mediaAsked(offered, { noPeat: true, without: [] }, NEED);
    expect(noPeat.some(hasPeat)).toBe(false);
    expect(noPeat).toHaveLength(offered.filter((one) => !hasPeat(one)).length);
    expect(noPeat.length).toBeLessThan(offered.length);
    const less = ids(mediaAsked(offered, { noPeat: false, without: ["sphagnum-peat"] }, PERLITE));
    expect(less).not.toContain("sphagnum-peat");
    expect(less).not.toContain(PERLITE);
    expect(less).toHaveLength(offered.length - 2);
  });
});
