import { AIRY_AND_DRY_PLANTS } from "./airy-and-dry";
import { ANIMALS } from "./animals";
import { CROPS } from "./crops";
import { FOLIAGE } from "./foliage";
import { WET_PLANTS } from "./wet";
import { WOODY_PLANTS } from "./woody";
import type { Occupant, OccupantLookup, Plant } from "../occupant";

export const PLANTS: readonly Plant[] = [...WET_PLANTS, ...CROPS, ...FOLIAGE, ...AIRY_AND_DRY_PLANTS, ...WOODY_PLANTS];
export { ANIMALS };

/** Everything that ships, plants first. */
export const LIBRARY: readonly Occupant[] = [...PLANTS, ...ANIMALS];

const byId = new Map(LIBRARY.map((occupant) => [occupant.id, occupant]));
export const inLibrary: OccupantLookup = (id) => byId.get(id);

/** A grower's own kinds before those that ship: they may be copies of them. */
export const occupantsFrom =
  (own: OccupantLookup): OccupantLookup =>
  (id) =>
    own(id) ?? inLibrary(id);

export function occupantsWith(own: readonly Occupant[]): OccupantLookup {
  const mine = new Map(own.map((occupant) => [occupant.id, occupant]));
  return occupantsFrom((id) => mine.get(id));
}
