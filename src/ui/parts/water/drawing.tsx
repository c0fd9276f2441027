import { partKey } from "../../open-setup/part-key";
import { yOf } from "../../drawing/geometry";
import { FreeSurface } from "../../section/water-marks";
import type { Sheet } from "../sheet";

const KEY = partKey("water");

/** The surface of the free water; the rest of it is in the layers. */
export function WaterDrawn({ setup, geometry, outline, chosen, waterTableCm }: Sheet) {
  if (waterTableCm === undefined || waterTableCm < 0) return null;
  return (
    <FreeSurface
      y={yOf(geometry, waterTableCm)}
      isChosen={chosen === KEY}
      {...outline.wallsAt(Math.min(waterTableCm, setup.vessel.insideDepthCm))}
    />
  );
}
