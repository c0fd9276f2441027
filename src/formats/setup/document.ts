import type { Setup } from "../../core/stack/setup";

/**
 * A setup as a document: what is stored, exported and sent (docs/formats/setup.md). Written here without a parser, so
 * that the browser carries none.
 */
export const SETUP_KIND = "marlstone.setup";
export const SETUP_VERSION = 8;

export type SetupDocument = { readonly kind: typeof SETUP_KIND; readonly version: typeof SETUP_VERSION } & Omit<
  Setup,
  "here"
>;

/** Keys in a fixed order, so that equal setups are equal texts. */
export const setupDocument = ({
  name,
  vessel,
  fixtures,
  fillFromCm,
  layers,
  water,
  history,
  demand,
  planting,
  site,
  occupants,
  wateredEveryDays,
  places,
  blend,
  runsIn,
}: Setup): SetupDocument => ({
  kind: SETUP_KIND,
  version: SETUP_VERSION,
  name,
  vessel,
  fixtures,
  fillFromCm,
  layers,
  water,
  history,
  demand,
  planting,
  site,
  occupants,
  wateredEveryDays,
  ...(places === undefined ? {} : { places }),
  ...(blend === undefined ? {} : { blend }),
  ...(runsIn === undefined ? {} : { runsIn }),
});
