import { layerAreaAtCm2, type Column, type PreparedLayer } from "./column";
import { holeConductance } from "./discharge-flow";
import type { SideFlow } from "./net-inflow";

/** A hole in the wall with soil against it: its lip, how wide it is and how many there are. */
export type SideHole = { readonly lipCm: number; readonly diameterCm: number; readonly count: number };

/** The layer a hole drains: of those its opening lies against, the one that brings the most. */
export function layerAtHole(
  layers: readonly PreparedLayer[],
  { lipCm, diameterCm }: Pick<SideHole, "lipCm" | "diameterCm">,
): PreparedLayer | undefined {
  return layers
    .filter(({ bottomCm, topCm }) => topCm >= lipCm - TOUCHES_CM && bottomCm < lipCm + diameterCm)
    .reduce<PreparedLayer | undefined>(
      (best, layer) => (!best || layer.functions.ksCmPerHour > best.functions.ksCmPerHour ? layer : best),
      undefined,
    );
}
/** A layer that ends at the lip lies against it. [cm] */
const TOUCHES_CM = 1e-6;

/**
 * Holes that let out what stands in the soil over their lip, as fast as the medium brings it to them. Nothing comes in.
 * @throws RangeError when the hole lies outside the column: only holes against soil are made of it
 */
export function sideHoleFlow(column: Column, { lipCm, diameterCm, count }: SideHole): SideFlow {
  const layer = layerAtHole(column.layers, { lipCm, diameterCm });
  if (!layer) throw new RangeError(`sideHoleFlow: ${lipCm} cm lies outside the column`);
  const { bottomCm, topCm, firstCell, cellCount, functions } = layer;
  const dz = (topCm - bottomCm) / cellCount;
  const cell = firstCell + Math.min(cellCount - 1, Math.max(0, Math.floor((lipCm - bottomCm) / dz)));
  // what lies against a hole is no more than the whole of the layer beside it
  const perHead = Math.min(
    holeConductance(functions.ksCmPerHour, diameterCm, count),
    (functions.ksCmPerHour * layerAreaAtCm2(layer, lipCm)) / dz,
  );
  const overLipCm = column.zCm[cell]! - lipCm;
  const flow: SideFlow = {
    cell,
    inCm3PerHour: 0,
    slope: 0,
    evaluate(psiCm) {
      const headCm = psiCm + overLipCm;
      flow.inCm3PerHour = headCm > 0 ? -perHead * headCm : 0;
      flow.slope = headCm > 0 ? -perHead : 0;
    },
  };
  return flow;
}
