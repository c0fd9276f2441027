import type { Medium } from "../media/medium";
import type { Range } from "../units/range";
import type { Setup } from "../stack/setup";
import type { MediumLookup } from "../water/network";
import type { HeightProfile } from "../water/profile";

/**
 * How deep oxygen comes from above: steady diffusion through the air-filled pores against what roots and microbes use,
 * which they do at one rate until there is none left. d/dz(De·dC/dz) = R (Cook 1995; Glinski & Stepniewski 1985).
 */

/** Oxygen in free air, and how fast it moves there, at 20 °C. [g/cm³, cm²/h] */
export const OXYGEN_OF_AIR_G_PER_CM3 = 2.79e-4;
const D0_CM2_PER_HOUR = 0.205 * 3600;
/** Through water it moves some ten thousand times slower, and less of it dissolves; counted by the air's content. */
const DISSOLVED_SHARE = 0.033;
const WATER_CM2_PER_HOUR = 2.1e-5 * 3600 * DISSOLVED_SHARE;

/** Diffusion through soil: D0·ε^(10/3)/φ² (Millington & Quirk 1961), and what is left through the water. [cm²/h] */
export const diffusionCm2PerHour = (airSpace: number, porosity: number): number =>
  (D0_CM2_PER_HOUR * Math.max(0, airSpace) ** (10 / 3)) / porosity ** 2 + WATER_CM2_PER_HOUR * porosity ** (4 / 3);

/**
 * What is used up at 20 °C. Soils use 0.2 to 2 µg/cm³ an hour without roots (Glinski & Stepniewski 1985), fresh organic
 * ones more; a pot full of roots several times that. Judged from these; low confidence. [g/cm³·h]
 */
const MICROBES: Record<Medium["class"], Range> = {
  organic: { low: 0.3e-6, typical: 1e-6, high: 3e-6 },
  mineral: { low: 0.02e-6, typical: 0.1e-6, high: 0.4e-6 },
  fibre: { low: 0.2e-6, typical: 0.7e-6, high: 2e-6 },
  textile: { low: 0.02e-6, typical: 0.1e-6, high: 0.4e-6 },
};
const ROOTS: Range = { low: 0.7e-6, typical: 2.5e-6, high: 8e-6 };
/** Respiration doubles with every 10 °C, 1.5 to 3 times. */
const Q10 = 2;
export const respirationAt = (at20: number, temperatureC: number): number => at20 * Q10 ** ((temperatureC - 20) / 10);

export type OxygenReach = {
  /** Depth under the surface to which oxygen comes: with much used, as is likely, and with little. [cm] */
  readonly reachesCm: Range;
  /** How soon what lies deeper has used up what it held and begins to smell. [days] */
  readonly sourWithinDays: Range;
};

/** From the last oxygen to the smell of rotten eggs: nitrate, manganese and iron are used up first. [days] */
const TO_SULPHIDE_DAYS: Range = { low: 2, typical: 7, high: 30 };

export function oxygenReach(
  setup: Setup,
  profile: HeightProfile,
  medium: MediumLookup,
  temperatureC = 20,
): OxygenReach {
  const layers = setup.layers.map(({ mediumId, rooted }) => ({ medium: medium(mediumId), rooted }));
  const rateIn = (layer: number, side: keyof Range): number => {
    const { medium: found, rooted } = layers[layer]!;
    return respirationAt((found ? MICROBES[found.class][side] : 0) + (rooted ? ROOTS[side] : 0), temperatureC);
  };
  const reach = (side: keyof Range): number => {
    const { depth, diffusion, rate } = slabs(profile, layers, (layer) => rateIn(layer, side));
    return reachCm(depth, diffusion, rate, OXYGEN_OF_AIR_G_PER_CM3);
  };
  return {
    reachesCm: { low: reach("high"), typical: reach("typical"), high: reach("low") },
    sourWithinDays: TO_SULPHIDE_DAYS,
  };
}

/** The stack as slabs from the surface down: their thickness, how oxygen moves in them and is used. */
function slabs(
  { zCm, airSpace, theta, firstPoint }: HeightProfile,
  layers: readonly unknown[],
  rateIn: (layer: number) => number,
): { readonly depth: Float64Array; readonly diffusion: Float64Array; readonly rate: Float64Array } {
  const count = zCm.length - layers.length;
  const depth = new Float64Array(count);
  const diffusion = new Float64Array(count);
  const rate = new Float64Array(count);
  let slab = 0;
  for (let layer = layers.length - 1; layer >= 0; layer--) {
    const used = rateIn(layer);
    for (let i = firstPoint[layer + 1]! - 1; i > firstPoint[layer]!; i--) {
      const air = (airSpace[i]! + airSpace[i - 1]!) / 2;
      const water = (theta[i]! + theta[i - 1]!) / 2;
      depth[slab] = zCm[i]! - zCm[i - 1]!;
      diffusion[slab] = diffusionCm2PerHour(air, Math.max(0.05, air + water));
      rate[slab] = used;
      slab++;
    }
  }
  return { depth, diffusion, rate };
}

/**
 * How deep oxygen reaches through slabs from the surface down, used at one rate in each until it is gone; their whole
 * depth where it is nowhere. On one slab √(2·De·C0/R), the parabola's end.
 * @param depthCm, diffusionCm2PerHour, rateGPerCm3Hour  of each slab, of one length
 */
export function reachCm(
  depthCm: Float64Array,
  diffusionCm2PerHour: Float64Array,
  rateGPerCm3Hour: Float64Array,
  surfaceGPerCm3: number,
): number {
  const count = depthCm.length;
  let whole = 0;
  for (let i = 0; i < count; i++) whole += depthCm[i]!;
  /** Oxygen left at a depth when nothing is used below it, less than 0 where it would not come so far. */
  const leftAt = (endCm: number): number => {
    let below = 0;
    let start = 0;
    for (let i = 0; i < count && start < endCm; i++) {
      below += rateGPerCm3Hour[i]! * Math.min(depthCm[i]!, endCm - start);
      start += depthCm[i]!;
    }
    let left = surfaceGPerCm3;
    start = 0;
    for (let i = 0; i < count && start < endCm; i++) {
      const height = Math.min(depthCm[i]!, endCm - start);
      const used = rateGPerCm3Hour[i]! * height;
      // the flow through a slab falls evenly by what it uses
      left -= ((below - used / 2) * height) / diffusionCm2PerHour[i]!;
      below -= used;
      start += depthCm[i]!;
    }
    return left;
  };
  if (leftAt(whole) > 0) return whole;
  let [low, high] = [0, whole];
  while (high - low > REACH_TOLERANCE_CM) {
    const middle = (low + high) / 2;
    if (leftAt(middle) > 0) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
const REACH_TOLERANCE_CM = 0.005;
