import { USUAL_DEMAND_MM_PER_DAY } from "../water/losses";

/**
 * What a day takes, to pick from until it is known better: reference evapotranspiration of cool, mild and hot days
 * (Allen et al. 1998 give 1–3, 2–7 and 4–10 mm), over the vessel's area, foliage as wide as the vessel. [mm/day]
 */
export const DEMAND_PICKS = [
  { name: "low", mmPerDay: 1.5 },
  { name: "usual", mmPerDay: USUAL_DEMAND_MM_PER_DAY },
  { name: "hot day", mmPerDay: 8 },
] as const;
