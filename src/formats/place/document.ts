import type { Place } from "../../core/place/place";

/** A place as a document, written without a parser (docs/formats/place.md). */
export const PLACE_KIND = "marlstone.place";
export const PLACE_VERSION = 2;

export type PlaceDocument = { readonly kind: typeof PLACE_KIND; readonly version: typeof PLACE_VERSION } & Place;

/** Keys in a fixed order, so that equal places are equal texts. */
export const placeDocument = ({
  name,
  note,
  climateId,
  weatherId,
  latitude,
  elevationM,
  stand,
  water,
  lastFrost,
  firstFrost,
}: Place): PlaceDocument => ({
  kind: PLACE_KIND,
  version: PLACE_VERSION,
  name,
  note,
  climateId,
  weatherId,
  latitude,
  elevationM,
  stand,
  water,
  lastFrost,
  firstFrost,
});
