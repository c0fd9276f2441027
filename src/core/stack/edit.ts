import type { Vessel } from "../vessel/vessel";
import type { Problem } from "../units/problem";
import { THINNEST_LAYER_CM } from "./check";
import {
  boundariesCm,
  headroomCm,
  usualDemand,
  type History,
  type Setup,
  type StackLayer,
  type WaterHolding,
} from "./setup";

/**
 * Changes to a setup, as pure functions: none mutates, none checks. `newProblems` says what speaks against one.
 * Functions whose name starts with "drag" keep the result inside what the vessel allows, since a hand cannot read an
 * error.
 */

export const rename = (setup: Setup, name: string): Setup => ({ ...setup, name });

export const withVessel = (setup: Setup, vessel: Vessel): Setup => ({ ...setup, vessel });

/** What a day takes goes with how water is held, unless the grower has said what it is. */
export const withWater = (setup: Setup, water: WaterHolding): Setup =>
  setup.demandMmPerDay === usualDemand(setup.water.kind) && water.kind !== setup.water.kind
    ? { ...setup, water, demandMmPerDay: usualDemand(water.kind) }
    : { ...setup, water };

export const withLayer = (setup: Setup, id: string, change: Partial<Omit<StackLayer, "id">>): Setup => ({
  ...setup,
  layers: setup.layers.map((layer) => (layer.id === id ? { ...layer, ...change } : layer)),
});

export const withoutLayer = (setup: Setup, id: string): Setup => ({
  ...setup,
  layers: setup.layers.filter((layer) => layer.id !== id),
});

export const withHistory = (setup: Setup, history: History): Setup => ({ ...setup, history });

export const withDemand = (setup: Setup, demandMmPerDay: number): Setup => ({ ...setup, demandMmPerDay });

/** Moves a layer to another place in the stack, counted from the bottom. */
export function moveLayer(setup: Setup, id: string, toIndex: number): Setup {
  const from = setup.layers.findIndex((layer) => layer.id === id);
  if (from < 0) return setup;
  const layers = [...setup.layers];
  const [layer] = layers.splice(from, 1);
  layers.splice(Math.min(Math.max(toIndex, 0), layers.length), 0, layer!);
  return { ...setup, layers };
}

export const USUAL_NEW_LAYER_CM = 5;

/**
 * Puts a new layer above the one at `belowIndex` (−1 for the bottom). It takes the headroom there is, up to a usual
 * thickness; in a full vessel it takes half of the layer it is set on, and says so in `tookFrom`.
 */
export function addLayer(
  setup: Setup,
  belowIndex: number,
  layer: Omit<StackLayer, "thicknessCm" | "areaShare">,
): { readonly setup: Setup; readonly tookFrom: StackLayer | undefined } | undefined {
  const at = Math.min(Math.max(belowIndex + 1, 0), setup.layers.length);
  const headroom = headroomCm(setup);
  if (headroom >= 1 || setup.layers.length === 0) {
    const usual = setup.layers.length === 0 ? tidy(setup.vessel.insideDepthCm / 2) : USUAL_NEW_LAYER_CM;
    return {
      setup: {
        ...setup,
        layers: setup.layers.toSpliced(at, 0, { ...layer, areaShare: 1, thicknessCm: Math.min(usual, headroom) }),
      },
      tookFrom: undefined,
    };
  }
  const donor = setup.layers[Math.max(at - 1, 0)]!;
  const half = tidy(donor.thicknessCm / 2);
  if (half < THINNEST_LAYER_CM || donor.thicknessCm - half < THINNEST_LAYER_CM) return undefined;
  const slimmer = withLayer(setup, donor.id, { thicknessCm: donor.thicknessCm - half });
  return {
    setup: { ...slimmer, layers: slimmer.layers.toSpliced(at, 0, { ...layer, areaShare: 1, thicknessCm: half }) },
    tookFrom: donor,
  };
}

/**
 * Drags boundary `index` (1 = top of the lowest layer; the last is the top of the stack) to a height. An inner boundary
 * trades thickness between its two layers; the top one makes the top layer thicker up to the rim.
 */
export function dragBoundary(setup: Setup, index: number, heightCm: number): Setup {
  const heights = boundariesCm(setup);
  const lower = setup.layers[index - 1];
  if (!lower) return setup;
  const upper = setup.layers[index];
  const least = Math.min(heights[index]!, heights[index - 1]! + THINNEST_LAYER_CM);
  const most = upper
    ? Math.max(heights[index]!, heights[index + 1]! - THINNEST_LAYER_CM)
    : Math.max(heights[index]!, setup.vessel.insideDepthCm);
  const base = heights[index - 1]!;
  const thicknessCm = Math.min(tidy(clamp(heightCm, least, most) - base), most - base);
  const moved = withLayer(setup, lower.id, { thicknessCm });
  // the upper layer takes exactly the rest, so that rounding never makes the stack higher
  return upper
    ? withLayer(moved, upper.id, { thicknessCm: lower.thicknessCm + upper.thicknessCm - thicknessCm })
    : moved;
}

/**
 * Drags the free water surface, the overflow or the outlet; the surface stops at the overflow, and the overflow takes
 * the surface down with it.
 */
export function dragWaterHeight(setup: Setup, what: "level" | "overflow" | "outlet", heightCm: number): Setup {
  const {
    water,
    vessel: { insideDepthCm },
  } = setup;
  const height = Math.min(tidy(clamp(heightCm, 0, insideDepthCm)), insideDepthCm);
  switch (water.kind) {
    case "free-water":
      if (what === "level")
        return withWater(setup, { ...water, levelCm: Math.min(height, water.overflowCm ?? insideDepthCm) });
      if (what === "overflow")
        return withWater(setup, { ...water, overflowCm: height, levelCm: Math.min(water.levelCm, height) });
      return setup;
    case "drained":
      return what === "outlet" ? withWater(setup, { ...water, outletCm: height }) : setup;
    case "dosed":
      return setup;
    default:
      return water satisfies never;
  }
}

/**
 * The problems a change would bring in. Those the setup already had do not count, so that a damaged setup can be mended
 * step by step.
 */
export function newProblems(before: readonly Problem[], after: readonly Problem[]): readonly Problem[] {
  const known = new Set(before.map(({ path, code }) => `${path} ${code}`));
  return after.filter(({ path, code }) => !known.has(`${path} ${code}`));
}

const clamp = (value: number, least: number, most: number): number => Math.min(Math.max(value, least), most);

/** Heights are kept to a tenth of a millimetre, so that sums of them stay readable. */
const tidy = (cm: number): number => Math.round(cm * 100) / 100;
