import { describe, expect, it } from "vitest";
import { outlineOf } from "@/core/drawing/outline";
import { layer, MIX, potWith, roundVessel, wallHole } from "@/core/testing/setups";
import type { Fixture } from "@/core/stack/fixtures";
import { highestOf, isCrowded, tubesEndPx } from "./board-shape";

const POT = potWith({ kind: "free-water", levelCm: 4, overflowCm: 5 });
const tube = (acrossShare: number, diameterCm = 2): Fixture => ({
  kind: "fill-tube",
  id: `t${acrossShare}`,
  diameterCm,
  acrossShare,
  foot: "cut",
});

describe("the highest thing in a vessel", () => {
  it("is the soil, the water that stands there or is known, or where it would run over", () => {
    expect(highestOf(POT)).toBe(25);
    expect(highestOf(POT, 27)).toBe(27);
    const low = { ...POT, layers: [layer(MIX, 3)] };
    expect(highestOf(low)).toBe(5);
    expect(highestOf({ ...low, fixtures: [] })).toBe(4);
    expect(highestOf({ ...low, fixtures: [wallHole(9), wallHole(7, "b")] })).toBe(9);
  });

  it("is the rim of a vessel with nothing in it", () => {
    expect(highestOf({ ...POT, layers: [], vessel: roundVessel(20, 12) })).toBe(12);
  });
});

describe("tubes at the left wall", () => {
  const outline = outlineOf(POT.vessel, { left: 100, right: 300 }, (cm) => 600 - 10 * cm, 10);

  it("push names of layers to their right; others, and holes, do not", () => {
    expect(tubesEndPx([], outline)).toBe(0);
    expect(tubesEndPx([wallHole(5)], outline)).toBe(0);
    expect(tubesEndPx([{ ...wallHole(5), acrossShare: 0 } as Fixture], outline)).toBe(0);
    expect(tubesEndPx([tube(0.3)], outline)).toBe(0);
    expect(tubesEndPx([tube(0.29)], outline)).toBeGreaterThan(0);
    const one = tubesEndPx([tube(0.1)], outline);
    expect(one).toBeCloseTo(outline.xOf(0.1) + outline.across(2) / 2 + 8, 9);
    expect(tubesEndPx([tube(0.1), tube(0.2)], outline)).toBeGreaterThan(one);
    expect(tubesEndPx([tube(0.2), tube(0.1)], outline)).toBe(tubesEndPx([tube(0.1), tube(0.2)], outline));
  });
});

describe("two boundaries under one thumb", () => {
  it("are those nearer than it is wide; the foot of the stack is not taken hold of", () => {
    // boundaries at 0, 5, 9 and 20 cm, 10 px to the cm
    const heights = [0, 5, 9, 20];
    expect([1, 2, 3].map((i) => isCrowded(heights, i, 10))).toEqual([true, true, false]);
    expect(isCrowded([0, 1, 20], 1, 10)).toBe(false);
    expect(isCrowded([0, 10, 14.4, 30], 1, 10)).toBe(false);
    expect(isCrowded([0, 10, 14.3, 30], 1, 10)).toBe(true);
    expect(isCrowded([0, 3], 1, 10)).toBe(false);
  });
});
