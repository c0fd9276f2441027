import type { Vessel, VesselMaterial } from "../vessel/vessel";
import { standsOnCm2, wallAreaCm2 } from "../vessel/vessel";

/** Densities of what vessels are made of, from engineering tables; a wall is taken as solid. [g/cm³] */
const DENSITY_G_PER_CM3: Record<VesselMaterial, number> = {
  unsaid: 1,
  plastic: 0.95,
  resin: 1.4,
  glass: 2.5,
  ceramic: 2,
  unglazed: 1.8,
  stone: 2.6,
  wood: 0.7,
  metal: 7.8,
  fabric: 0.3,
};

/** What the empty vessel weighs, by its inside wall and base times their thickness. [kg] */
export function vesselKg(vessel: Vessel): number {
  const wall = wallAreaCm2(vessel, 0, vessel.insideDepthCm) * vessel.wallCm;
  const base = standsOnCm2(vessel) * vessel.baseCm;
  return ((wall + base) * DENSITY_G_PER_CM3[vessel.material]) / 1000;
}
