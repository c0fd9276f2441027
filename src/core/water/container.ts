import { DEFAULT_SPECIFIC_STORAGE_PER_CM, type Hydraulics } from "../hydraulics/hydraulics";
import { makeColumn } from "./column";
import { hydrostaticStorageCm3 } from "./equilibrium";

/**
 * What a medium holds, and the air it leaves, on the whole of a vessel of a height that was soaked and has drained at
 * its base. [m³/m³]
 */
export type ContainerState = { readonly heightCm: number; readonly water: number; readonly air: number };

/** Container capacity and air space over the height of the vessel: water falls and air grows the taller it is. */
export function containerState(hydraulics: Hydraulics, heightCm: number): ContainerState {
  const column = makeColumn(
    [{ thicknessCm: heightCm, areaCm2: 1, hydraulics }],
    DEFAULT_SPECIFIC_STORAGE_PER_CM,
    heightCm,
  );
  const water = hydrostaticStorageCm3(column, 0) / heightCm;
  return { heightCm, water, air: Math.max(0, hydraulics.thetaS - water) };
}

/** The heights the curves of a medium are drawn over. [cm] */
export const VESSEL_HEIGHTS_CM: readonly number[] = Array.from({ length: 36 }, (_, i) => 5 + i);
