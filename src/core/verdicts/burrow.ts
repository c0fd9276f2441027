import type { Medium } from "../media/medium";
import type { Range } from "../units/range";

/**
 * Whether a hole stands in damp ground. Suction holds grains together with an apparent cohesion of Se·suction·tan φ
 * (Bishop 1959; Lu & Likos 2006, suction stress), and a vertical cut stands to 4c/γ·tan(45° + φ/2). Roots and fibre add
 * to it and are not counted; a roof is not a wall, and animals dig better than engineers. An estimate, told as a range.
 */

/** Friction of loose to firm grains. [degrees] */
const FRICTION_DEG: Range = { low: 26, typical: 31, high: 37 };
/**
 * How much of the computed cut a burrow's roof can count on: what is reckoned is the cut of an even, undisturbed ground.
 * Judged.
 */
const COUNTED_ON: Range = { low: 0.03, typical: 0.15, high: 0.5 };
/** Grains as coarse as this touch at so few points that water does not hold them; they ravel. [mm] */
const RAVELS_MM = 4;
/** Water pulls with this much at a cm of suction, and a cm³ of water weighs as much. [kPa/cm], [kN/m³ a g/cm³] */
const KPA_PER_CM = 0.0981;
const KN_PER_M3 = 9.81;
/**
 * Water between grains holds them with no more than its surface tension over their size gives (Rumpf 1962): 1.5 times
 * 72.8 mN/m over the grain. [kPa·mm]
 */
const MENISCUS_KPA_MM = 0.109;
/** Under this part of its water, no bridges are left between the grains. */
const LAST_BRIDGES = 0.02;
/** Fibres and crumbs hang together by more than their water: how much more is not known. */
const FIBRES: Range = { low: 1, typical: 2, high: 6 };

const radians = (degrees: number): number => (degrees * Math.PI) / 180;

/** Cohesion that damp gives to grains of a size. [kPa] */
export const apparentCohesionKPa = (
  saturation: number,
  suctionCm: number,
  frictionDeg: number,
  grainMm: number,
): number =>
  Math.min(saturation * KPA_PER_CM * suctionCm, MENISCUS_KPA_MM / grainMm) *
  Math.min(1, saturation / LAST_BRIDGES) *
  Math.tan(radians(frictionDeg));

/** Height of a vertical cut that stands by a cohesion. [cm] */
export const cutHeightCm = (cohesionKPa: number, weightKNPerM3: number, frictionDeg: number): number =>
  100 * ((4 * cohesionKPa) / weightKNPerM3) * Math.tan(radians(45 + frictionDeg / 2));

/** Height of a cut that stands in a damp medium, as far as one can tell; 0 for grains that ravel. [cm] */
export function standingCutCm(
  medium: Pick<Medium, "class" | "dryBulkDensityGPerCm3" | "hydraulics" | "particleSizeMm">,
  suctionCm: number,
  effectiveSaturation: (psiCm: number) => number,
): Range {
  if (medium.particleSizeMm.d50 >= RAVELS_MM) return { low: 0, typical: 0, high: 0 };
  const saturation = effectiveSaturation(-suctionCm);
  const { thetaR, thetaS } = medium.hydraulics;
  const density = medium.dryBulkDensityGPerCm3.typical + thetaR + (thetaS - thetaR) * saturation;
  const grainMm = medium.particleSizeMm.d50;
  const hasFibres = medium.class !== "mineral";
  const cut = (key: keyof Range): number => {
    const cohesion = apparentCohesionKPa(saturation, suctionCm, FRICTION_DEG[key], grainMm);
    const held = cutHeightCm(cohesion, density * KN_PER_M3, FRICTION_DEG[key]);
    return COUNTED_ON[key] * (hasFibres ? FIBRES[key] : 1) * held;
  };
  return { low: cut("low"), typical: cut("typical"), high: cut("high") };
}
