import { boundariesCm, type Setup } from "../stack/setup";
import { vesselAreaCm2 } from "../vessel/vessel";
import { settle, type MediumLookup } from "./settle";

/** Where a layer lies: the room it fills, and how it lies over the free water of its setup at rest. */
export type LayerPlace = {
  readonly layerId: string;
  readonly areaCm2: number;
  readonly volumeCm3: number;
  /** From this to that height above free water; below it, 0. Undefined where the setup does not settle. [cm] */
  readonly aboveWaterCm: { readonly from: number; readonly to: number } | undefined;
  /** Whether water leaves the vessel from below. */
  readonly drains: boolean;
  readonly standsInWater: boolean;
};

export function layerPlaces(setup: Setup, medium: MediumLookup): LayerPlace[] {
  const heights = boundariesCm(setup);
  const areaCm2 = vesselAreaCm2(setup.vessel);
  const settled = settle(setup, medium);
  const waterTableCm = settled.ok ? settled.value.equilibrium.waterTableCm : undefined;
  return setup.layers.map(({ id, areaShare }, i) => {
    const [from, to] = [heights[i]!, heights[i + 1]!];
    return {
      layerId: id,
      areaCm2: areaCm2 * areaShare,
      volumeCm3: areaCm2 * areaShare * (to - from),
      aboveWaterCm:
        waterTableCm === undefined
          ? undefined
          : { from: Math.max(0, from - waterTableCm), to: Math.max(0, to - waterTableCm) },
      drains: setup.water.kind === "drained",
      standsInWater: waterTableCm !== undefined && waterTableCm > from + 1e-9,
    };
  });
}
