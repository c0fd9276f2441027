import { describe, expect, it } from "vitest";
import { withLayer } from "@/core/stack/edit";
import { medium, MIX, potWith, wallHole } from "@/core/testing/setups";
import type { VersionLine } from "@/formats/history/actions";
import { runsOf } from "./runs";
import { designDifferences, toldDifferences } from "@/core/readings/version-differences";

const line = (revisionId: number, label: string, more: Partial<VersionLine> = {}): VersionLine => ({
  revisionId,
  label,
  savedAt: "2026-11-26T09:00:00.000Z",
  names: [],
  at: "before",
  whole: true,
  ...more,
});

describe("a history", () => {
  it("tells what says the same in one line, but not what has a name, is now, was left, or cannot be read", () => {
    const named = { id: 1, name: "x", namedAt: "" };
    const runs = runsOf([
      line(9, "Peat", { at: "now" }),
      line(8, "Peat"),
      line(7, "Peat"),
      line(6, "Peat", { names: [named] }),
      line(5, "Peat", { at: "aside" }),
      line(4, "Peat"),
      line(3, "Peat", { whole: false }),
      line(2, "Peat"),
      line(1, "Made"),
    ]);
    expect(runs.map(({ newest, count }) => [newest.revisionId, count])).toEqual([
      [9, 1],
      [8, 2],
      [6, 1],
      [5, 1],
      [4, 1],
      [3, 1],
      [2, 1],
      [1, 1],
    ]);
  });
});

describe("two versions", () => {
  const POT = potWith({ kind: "free-water", levelCm: 4, overflowCm: 5 });
  const said = (now: typeof POT): string[] =>
    designDifferences(POT, now, medium, "metric").map((text) => text.replaceAll("\u00a0", " "));

  it("that are the same differ in nothing", () => expect(toldDifferences(POT, POT, medium, "metric")).toEqual([]));

  it("differ by what was changed, in words, and by what the water does of it", () => {
    const [gravel, soil] = POT.layers as [(typeof POT.layers)[0], (typeof POT.layers)[0]];
    expect(said({ ...POT, name: "Other" })).toEqual(["called “Other” instead of “Pot”"]);
    expect(said(withLayer(POT, soil.id, { thicknessCm: 18 }))).toEqual([
      "Potting mix, peat-based 18 cm thick instead of 20 cm",
    ]);
    expect(said(withLayer(POT, soil.id, { mediumId: "sphagnum-peat" }))).toEqual([
      "Potting mix, peat-based: Sphagnum peat instead of Potting mix, peat-based",
    ]);
    expect(said({ ...POT, layers: [gravel] })).toEqual(["without the layer Potting mix, peat-based"]);
    expect(said({ ...POT, layers: [soil, gravel] })).toEqual(["layers in another order"]);
    expect(said({ ...POT, layers: [...POT.layers, { ...soil, id: "new" }] })).toEqual([
      "with a layer of Potting mix, peat-based, 20 cm",
    ]);
    expect(said({ ...POT, fillFromCm: 2 })).toEqual(["filled from 2 cm up instead of 0 cm"]);
    expect(said({ ...POT, fixtures: [] })).toEqual(["without the hole"]);
    expect(said({ ...POT, fixtures: [wallHole(6)] })).toEqual(["the hole set otherwise"]);
    expect(said({ ...POT, water: { by: "level", levelCm: 3 }, demand: { by: "said", mmPerDay: 9 } })).toEqual([
      "the water in it otherwise",
      "what a day takes otherwise",
    ]);
    expect(said({ ...POT, places: [{ placeId: "north-yard", from: null }] })).toEqual([
      "the places it stands at otherwise",
    ]);
    const told = toldDifferences(POT, withLayer(POT, gravel.id, { thicknessCm: 9 }), medium, "metric").join("\n");
    expect(told).toMatch(/9\u00a0cm thick instead of 5\u00a0cm/u);
    expect(told).toMatch(/air at the roots/u);
    expect(MIX).toBe(soil.mediumId);
  });
});
