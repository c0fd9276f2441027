import type { MixPlace } from "../mixing/amendments";
import { type Setup } from "../stack/setup";
import { boundariesCm, drainsAtCm, legsAreaCm2 } from "../stack/geometry";
import { vesselArea, vesselAreaCm2 } from "../vessel/vessel";
import { volumeBetweenCm3 } from "../vessel/area-by-height";
import { whenSound } from "./checked";
import { settle, type MediumLookup } from "./settle";

/** Where a layer lies: the room it fills, and how it lies over the free water of its setup at rest. */
export type LayerPlace = {
  readonly layerId: string;
  /** At its top. */
  readonly areaCm2: number;
  readonly volumeCm3: number;
  /** From this to that height above free water; below it, 0. Undefined where the setup does not settle. [cm] */
  readonly aboveWaterCm: { readonly from: number; readonly to: number } | undefined;
  /** What its feeds and lime are judged by. */
  readonly forMix: MixPlace;
};

export function layerPlaces(setup: Setup, medium: MediumLookup): LayerPlace[] {
  const heights = boundariesCm(setup);
  const inside = vesselArea(setup.vessel);
  const settled = whenSound(setup, medium, (sound) => settle(sound, medium));
  const waterTableCm = settled.ok ? settled.value.equilibrium.waterTableCm : undefined;
  const drains = drainsAtCm(setup) !== undefined && setup.water.by === "soaking";
  const neighbours = setup.layers.flatMap(({ mediumId }) => medium(mediumId) ?? []);
  return setup.layers.map(({ id, legs }, i) => {
    const [from, to] = [heights[i]!, heights[i + 1]!];
    const made = settled.ok ? settled.value.column.layers[i]! : undefined;
    return {
      layerId: id,
      areaCm2: legs ? legsAreaCm2(legs) : vesselAreaCm2(setup.vessel, to),
      // a setup that does not settle still has layers to buy
      volumeCm3: made?.volumeCm3 ?? (legs ? legsAreaCm2(legs) * (to - from) : volumeBetweenCm3(inside, from, to)),
      aboveWaterCm:
        waterTableCm === undefined
          ? undefined
          : { from: Math.max(0, from - waterTableCm), to: Math.max(0, to - waterTableCm) },
      forMix: { drains, standsInWater: waterTableCm !== undefined && waterTableCm > from + 1e-9, neighbours },
    };
  });
}
