import type { Setup } from "../stack/setup";
import { volumeBetweenCm3 } from "../vessel/area-by-height";
import { vesselArea } from "../vessel/vessel";
import type { BenchLayer } from "./bench";
import type { Marks } from "./step";

export const marksAt = ({ vessel }: Setup, heightCm: number, upToCm3: number, ofStepCm3: number): Marks => ({
  overInsideBaseCm: heightCm,
  overGroundCm: heightCm + vessel.baseCm,
  underRimCm: vessel.insideDepthCm - heightCm,
  upToCm3,
  ofStepCm3,
});

/** What of a layer lies under a height in it: as much as of the room it fills. [cm³] */
export function underCm3({ vessel }: Setup, { fromCm, toCm, volumeCm3 }: BenchLayer, heightCm: number): number {
  const room = (to: number): number => volumeBetweenCm3(vesselArea(vessel), fromCm, Math.min(to, vessel.insideDepthCm));
  return (volumeCm3 * room(heightCm)) / room(toCm);
}
