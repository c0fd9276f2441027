import { vesselAreaCm2, type Vessel } from "../vessel/vessel";

/** One layer of a stack. `name` is the grower's own; empty means the medium's name. */
export type StackLayer = {
  readonly id: string;
  readonly name: string;
  readonly mediumId: string;
  readonly thicknessCm: number;
  /**
   * The share of the vessel's area it fills, 0…1: 1 for a layer from wall to wall, less for wick feet that stand in
   * open water.
   */
  readonly areaShare: number;
  /** Whether roots are meant to live in it; readings of the root zone come from these layers. */
  readonly rooted: boolean;
};

/** How a vessel holds its water. Heights are from the inside base. */
export type WaterHolding =
  /** Nothing drains from below: free water stands at a level, and an overflow hole may cap it. */
  | { readonly kind: "free-water"; readonly levelCm: number; readonly overflowCm: number | null }
  /** Open at a height: what is above drains to it, what is below stays. */
  | { readonly kind: "drained"; readonly outletCm: number }
  /**
   * Nothing drains and the grower counts the water in; `storedCm3` is all the water in there, the bound water included.
   */
  | { readonly kind: "dosed"; readonly storedCm3: number };

/**
 * How the water came to where it is. A medium that wets holds less at the same suction than one that dries
 * (hysteresis), and one put in dry may not take up water from below at all.
 */
export const HISTORIES = ["soaked", "moist", "dry"] as const;
export type History = (typeof HISTORIES)[number];

/** A setup: a vessel, its way of holding water and its stack of layers, bottom to top. */
export type Setup = {
  readonly name: string;
  readonly vessel: Vessel;
  readonly water: WaterHolding;
  readonly history: History;
  /** What plants and air take in a day, over the vessel's area. [mm/day] */
  readonly demandMmPerDay: number;
  readonly layers: readonly StackLayer[];
};

/** What a setup has until the grower says otherwise: soaked from the top, as most are, and a usual growing day. */
export const USUAL_HISTORY: History = "soaked";
/**
 * What a closed vessel loses by its lid and neck: some hundredths to tenths of a mm; what leaves turn to vapour runs down
 * the walls again. [mm/day]
 */
export const CLOSED_DEMAND_MM_PER_DAY = 0.05;
export const USUAL_DEMAND_MM_PER_DAY = 4;

export const stackHeightCm = (setup: Setup): number => setup.layers.reduce((sum, layer) => sum + layer.thicknessCm, 0);

/** Height left between the top of the stack and the rim. [cm] */
export const headroomCm = (setup: Setup): number => setup.vessel.insideDepthCm - stackHeightCm(setup);

/** Heights of the layers' bottoms, and last the top of the stack: one more than there are layers. [cm] */
export function boundariesCm(setup: Setup): number[] {
  const heights = [0];
  for (const layer of setup.layers) heights.push(heights.at(-1)! + layer.thicknessCm);
  return heights;
}

/** Up to where free water is held: the reservoir's brim. Undefined for a vessel that holds none of its own. [cm] */
export function reservoirTopCm({ water, vessel }: Setup): number | undefined {
  switch (water.kind) {
    case "free-water":
      return water.overflowCm ?? vessel.insideDepthCm;
    case "drained":
      return water.outletCm > 0 ? water.outletCm : undefined;
    case "dosed":
      return undefined;
    default:
      return water satisfies never;
  }
}

/**
 * The height of free water that a setup states by itself, before anything is settled. Undefined for a dose among
 * layers. [cm]
 */
export function statedWaterHeightCm({ water, vessel, layers }: Setup): number | undefined {
  switch (water.kind) {
    case "free-water":
      return water.levelCm;
    case "drained":
      return water.outletCm;
    case "dosed":
      return layers.length === 0 ? water.storedCm3 / vesselAreaCm2(vessel) : undefined;
    default:
      return water satisfies never;
  }
}

/** Whether a layer lies under the roots and over a reservoir, so that their water rises through it. */
export const isWickLayer = ({ water, layers }: Setup, index: number): boolean =>
  water.kind === "free-water" && index < layers.findIndex(({ rooted }) => rooted);

/** Lowest and highest height at which roots are meant to live; undefined when no layer is rooted. [cm] */
export function rootZoneCm(setup: Setup): { readonly fromCm: number; readonly toCm: number } | undefined {
  const lowest = setup.layers.findIndex(({ rooted }) => rooted);
  if (lowest < 0) return undefined;
  const heights = boundariesCm(setup);
  return { fromCm: heights[lowest]!, toCm: heights[setup.layers.findLastIndex(({ rooted }) => rooted) + 1]! };
}

/** What a day takes until it is known better. [mm/day] */
export const usualDemand = (kind: WaterHolding["kind"]): number =>
  kind === "dosed" ? CLOSED_DEMAND_MM_PER_DAY : USUAL_DEMAND_MM_PER_DAY;
