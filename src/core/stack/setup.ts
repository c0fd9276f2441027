import type { Vessel } from "../vessel/vessel";

/** One layer of a stack. `name` is the grower's own; empty means the medium's name. */
export type StackLayer = {
  readonly id: string;
  readonly name: string;
  readonly mediumId: string;
  readonly thicknessCm: number;
  /** Whether roots are meant to live in it; readings of the root zone come from these layers. */
  readonly rooted: boolean;
};

/** How a vessel holds its water. Heights are from the inside base. */
export type WaterHolding =
  /** Nothing drains from below: free water stands at a level, and an overflow hole may cap it. */
  | { readonly kind: "free-water"; readonly levelCm: number; readonly overflowCm: number | null }
  /** Open at a height: what is above drains to it, what is below stays. */
  | { readonly kind: "drained"; readonly outletCm: number }
  /** Nothing drains and the grower counts the water in; `storedCm3` is all the water in there, the bound water included. */
  | { readonly kind: "dosed"; readonly storedCm3: number };

/** A setup: a vessel, its way of holding water and its stack of layers, bottom to top. */
export type Setup = {
  readonly name: string;
  readonly vessel: Vessel;
  readonly water: WaterHolding;
  readonly layers: readonly StackLayer[];
};

export const stackHeightCm = (setup: Setup): number => setup.layers.reduce((sum, layer) => sum + layer.thicknessCm, 0);

/** Height left between the top of the stack and the rim. [cm] */
export const headroomCm = (setup: Setup): number => setup.vessel.insideDepthCm - stackHeightCm(setup);

/** Heights of the layers' bottoms, and last the top of the stack: one more than there are layers. [cm] */
export function boundariesCm(setup: Setup): number[] {
  const heights = [0];
  for (const layer of setup.layers) heights.push(heights.at(-1)! + layer.thicknessCm);
  return heights;
}
