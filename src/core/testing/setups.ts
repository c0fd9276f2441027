import { CATALOGUE } from "../media/catalogue";
import type { Medium } from "../media/medium";
import { USUAL_DEMAND_MM_PER_DAY, USUAL_HISTORY, type Setup, type WaterHolding } from "../stack/setup";
import type { MediumLookup } from "../water/settle";

// Setups for tests: small, plain, and of catalogue media.

const byId = new Map<string, Medium>(CATALOGUE.map((medium) => [medium.id, medium]));
export const medium: MediumLookup = (id) => byId.get(id);

export const layer = (mediumId: string, thicknessCm: number, rooted = byId.get(mediumId)?.rootsByDefault ?? true) => ({
  id: `${mediumId}-${thicknessCm}`,
  name: "",
  mediumId,
  thicknessCm,
  areaShare: 1,
  rooted,
});

export const GRAVEL = "pea-gravel-6-10";
export const PEAT = "sphagnum-peat";
export const MIX = "potting-mix-peat-based";

/** A round pot, 20 cm wide and 30 deep, of gravel 5 cm and potting mix 20 cm. */
export const potWith = (water: WaterHolding, layers = [layer(GRAVEL, 5), layer(MIX, 20)]): Setup => ({
  name: "Pot",
  vessel: { shape: "round", insideDiameterCm: 20, insideDepthCm: 30, material: "plastic" },
  water,
  history: USUAL_HISTORY,
  demandMmPerDay: USUAL_DEMAND_MM_PER_DAY,
  layers,
});
