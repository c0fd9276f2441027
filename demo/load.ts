import type { Place } from "../src/core/place/place";
import {
  MARROWBECK,
  MARROWBECK_MEDIA,
  MARROWBECK_MIXES,
  MARROWBECK_PACKS,
  MARROWBECK_PLACES,
  standing,
  type MarrowbeckPlace,
} from "./marrowbeck";
import { DatabaseTrouble } from "../src/server/db/health";
import { dataFolder } from "../src/server/door/here";
import { openMarlstone, type Marlstone } from "../src/server/open";

/**
 * Loads the Marrowbeck setups into a data folder that has none; one that has any, on the shelf or put away, is left
 * alone.
 */
const marlstone = opened();
const shelf = marlstone.setups.shelf(1);
if (shelf.total === 0 && shelf.putAway === 0) {
  const placeIds = new Map<MarrowbeckPlace, string>();
  for (const [key, place] of Object.entries(MARROWBECK_PLACES) as [MarrowbeckPlace, Place][]) {
    const made = marlstone.places.create(place);
    if (!made.ok) throw new Error(`${place.name}: ${made.problems.map(({ message }) => message).join("; ")}`);
    placeIds.set(key, made.value);
  }
  for (const setup of MARROWBECK) {
    const made = marlstone.setups.create(standing(setup, (place) => placeIds.get(place)!));
    if (!made.ok)
      throw new Error(`${setup.name}: ${made.problems.map(({ path, message }) => `${path}: ${message}`).join("; ")}`);
  }
  for (const mix of MARROWBECK_MIXES) {
    const made = marlstone.mixes.create(mix);
    if (!made.ok) throw new Error(`${mix.name}: ${made.problems.map(({ message }) => message).join("; ")}`);
  }
  for (const own of MARROWBECK_MEDIA) {
    const made = marlstone.media.createOwn(own);
    if (!made.ok) throw new Error(`${own.name}: ${made.problems.map(({ message }) => message).join("; ")}`);
  }
  for (const pack of MARROWBECK_PACKS) marlstone.packs.put({ mediumId: pack.mediumId, baseVersion: 0, pack });
  console.log(`Loaded ${MARROWBECK.length} demo setups into ${dataFolder()}.`);
} else {
  console.log(`${shelf.total} setups in ${dataFolder()}; nothing was loaded over them.`);
}
marlstone.close();

/** Opens the data, or says what is wrong with it and ends. */
function opened(): Marlstone {
  try {
    return openMarlstone();
  } catch (error) {
    if (!(error instanceof DatabaseTrouble)) throw error;
    console.error(`${error.message} Nothing was loaded.`);
    // Marlstone starts nonetheless: its pages say the same
    process.exit(0);
  }
}
