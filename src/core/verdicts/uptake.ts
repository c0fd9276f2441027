import { bringsItsOwnAir, type OccupantLookup, type Plant } from "../occupants/occupant";
import type { Setup } from "../stack/setup";
import { CONTAINER_UPTAKE, type UptakeLimits } from "../water/uptake";

/** Roots stop drinking by wetness over no more than this; how much wetter a plant is unhappy is another matter. [cm] */
const AIRED_BY_CM = 5;
/** Past this the last water is drawn ever more slowly, whatever a plant bears. [cm] */
const THIRSTY_AT_MOST_CM = 3000;

/** Between which heads a plant drinks, from its comfort band. */
export function uptakeOfPlant(plant: Plant): UptakeLimits {
  const { wettestSuctionCm, driestSuctionCm } = plant;
  const thirstyPsiCm = -Math.min(driestSuctionCm.typical, THIRSTY_AT_MOST_CM);
  // it drinks under water too
  if (bringsItsOwnAir(plant)) return { ...CONTAINER_UPTAKE, drownedPsiCm: 1e6, airedPsiCm: 1e5, thirstyPsiCm };
  return {
    ...CONTAINER_UPTAKE,
    airedPsiCm: Math.max(-AIRED_BY_CM, -Math.max(1, wettestSuctionCm.typical)),
    thirstyPsiCm,
  };
}

/** Of several, those whose leaves are most of what drinks; undefined where no plant is named. */
export function uptakeOfSetup(setup: Pick<Setup, "occupants">, occupants: OccupantLookup): UptakeLimits | undefined {
  const plants = setup.occupants.flatMap(({ occupantId, count }) => {
    const found = occupants(occupantId);
    return found?.life === "plant" ? [{ found, leaves: count * found.spreadCm.typical ** 2 }] : [];
  });
  const most = plants.reduce<(typeof plants)[number] | undefined>(
    (best, one) => (best && best.leaves >= one.leaves ? best : one),
    undefined,
  );
  return most && uptakeOfPlant(most.found);
}
