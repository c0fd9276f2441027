import type { Outline } from "@/core/drawing/outline";
import { boundariesCm, openingsOf, statedWaterHeightCm } from "@/core/stack/geometry";
import type { Setup } from "@/core/stack/setup";

/** The highest thing in a vessel, with the water that stands in it as far as that is known. [cm] */
export const highestOf = (setup: Setup, waterTableCm = 0): number =>
  Math.max(
    waterTableCm,
    boundariesCm(setup).at(-1)!,
    statedWaterHeightCm(setup) ?? 0,
    ...openingsOf(setup).over.map(({ lipCm }) => lipCm),
    setup.layers.length === 0 ? setup.vessel.insideDepthCm : 0,
  );

/** Tubes that stand nearer to the left wall than this share of the width are where names of layers would be. */
const BESIDE_LEFT_WALL = 0.3;
const BESIDE_TUBE_PX = 8;

/** Where the tubes at the left wall end, and names of layers may begin; 0 without any. [px] */
export const tubesEndPx = (fixtures: Setup["fixtures"], outline: Outline): number =>
  fixtures.reduce(
    (end, fixture) =>
      "diameterCm" in fixture && fixture.kind !== "hole" && fixture.acrossShare < BESIDE_LEFT_WALL
        ? Math.max(end, outline.xOf(fixture.acrossShare) + outline.across(fixture.diameterCm) / 2 + BESIDE_TUBE_PX)
        : end,
    0,
  );

/** Where what stands at the right wall begins, and labels inside the vessel end; Infinity without any. [px] */
export const tubesBeginPx = (fixtures: Setup["fixtures"], outline: Outline): number =>
  fixtures.reduce(
    (begin, fixture) =>
      "diameterCm" in fixture && fixture.kind !== "hole" && fixture.acrossShare > 1 - BESIDE_LEFT_WALL
        ? Math.min(begin, outline.xOf(fixture.acrossShare) - outline.across(fixture.diameterCm) / 2 - BESIDE_TUBE_PX)
        : begin,
    Infinity,
  );

/** A thumb is so wide that it takes hold of two boundaries nearer to one another than this. [px] */
const THUMB_PX = 44;

/** Whether a boundary has another within a thumb of it. */
export const isCrowded = (heightsCm: readonly number[], index: number, pxPerCm: number): boolean =>
  [heightsCm[index - 1], heightsCm[index + 1]].some(
    (beside, i) =>
      beside !== undefined && !(i === 0 && index === 1) && Math.abs(beside - heightsCm[index]!) * pxPerCm < THUMB_PX,
  );
