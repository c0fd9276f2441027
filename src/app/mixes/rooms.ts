import { boundariesCm } from "@/core/stack/setup";
import { vesselAreaCm2 } from "@/core/vessel/vessel";
import { marlstone } from "@/server";
import type { Room } from "@/ui/mixes/how-much";

/** The layers of the setups on the first shelf, as rooms a mix can fill. */
export const roomsToFill = (): Room[] => marlstone().shelf(1).items.flatMap(({ id, name, setup }) => {
  if (!setup.ok) return [];
  const heights = boundariesCm(setup.value);
  const areaCm2 = vesselAreaCm2(setup.value.vessel);
  const media = marlstone().mediaFor([setup.value]);
  return setup.value.layers.map((layer, i) => ({
    id: `${id} ${layer.id}`, name: `${name}: ${layer.name || (media.find((medium) => medium.id === layer.mediumId)?.name ?? "layer")}`,
    volumeCm3: areaCm2 * layer.areaShare * (heights[i + 1]! - heights[i]!),
  }));
});
