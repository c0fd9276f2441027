import { vesselVolumeCm3, type Vessel } from "../vessel/vessel";
import { usualDemand, USUAL_HISTORY, type Setup, type WaterHolding } from "./setup";

/** A dose to begin with: this share of the vessel's volume, and no less than a cupful. [cm³] */
const FIRST_DOSE_SHARE = 0.15;
const LEAST_FIRST_DOSE_CM3 = 50;
/** Free water to begin with stands at this share of the depth. */
const FIRST_LEVEL_SHARE = 0.25;

/** A setup before its first layer: a vessel with some water in it, as it is held there. */
export const newSetup = (name: string, vessel: Vessel, water: WaterHolding["kind"]): Setup => ({
  name: name.trim(),
  vessel,
  water: startingWater(water, vessel),
  history: USUAL_HISTORY,
  demandMmPerDay: usualDemand(water),
  layers: [],
});

/** Where the water starts in a vessel that has no stack yet. */
function startingWater(kind: WaterHolding["kind"], vessel: Vessel): WaterHolding {
  switch (kind) {
    case "free-water":
      return { kind, levelCm: Math.round(10 * FIRST_LEVEL_SHARE * vessel.insideDepthCm) / 10, overflowCm: null };
    case "drained":
      return { kind, outletCm: 0 };
    case "dosed": {
      const share = Math.round(FIRST_DOSE_SHARE * vesselVolumeCm3(vessel));
      return { kind, storedCm3: Math.max(LEAST_FIRST_DOSE_CM3, share) };
    }
    default:
      return kind satisfies never;
  }
}
