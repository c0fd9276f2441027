import type { OccupantLookup } from "../occupants/occupant";
import { dayOfYearOf } from "../place/day-in-year";
import { climateOf, isInSun, isRainedOn, type Place } from "../place/place";
import { blendOf, watersAtHand } from "../place/waters";
import { movedYears, type PlaceYears } from "../place/place-years";
import type { Here, Setup, Stay } from "../stack/setup";
import { yearOfDemand } from "./demand";
import { atMonth, hereRounded } from "./here";

/** Where a setup stands through the year, as far as its places are known. */
export type PlacesHere = { readonly at: PlaceYears; readonly found: readonly Place[] };

/**
 * @param place   of an id; undefined for one that is not known
 * @param yearsOf a place
 */
export function placesHere(
  stays: readonly Stay[],
  place: (id: string) => Place | undefined,
  yearsOf: (place: Place) => PlaceYears,
): PlacesHere | undefined {
  const known = stays.flatMap(({ placeId, from }) => {
    const found = place(placeId);
    return found ? [{ found, from }] : [];
  });
  if (known.length === 0) return undefined;
  return {
    at: movedYears(known.map(({ found, from }) => ({ at: yearsOf(found), fromDay: from ? dayOfYearOf(from) : 1 }))),
    found: known.map(({ found }) => found),
  };
}

/** A setup with what follows from where it stands. */
export function standingThere(setup: Setup, { at, found }: PlacesHere, occupants: OccupantLookup): Setup {
  const { months, thirstiest, heatWaveMm, heatWaveMonth } = yearOfDemand(setup, at, occupants);
  const waters = watersAtHand(found.map(({ water }) => water.waters));
  const here: Here = {
    placeNames: found.map(({ name }) => name),
    inSun: found.some(isInSun),
    inRain: found.some(isRainedOn),
    isIndoors: found.every(({ stand }) => stand.kind !== "outdoors" && stand.kind !== "glasshouse"),
    stormMmPerHour: Math.max(...found.map((place) => climateOf(place)!.stormMmPerHour)),
    given: blendOf(setup.blend, (id) => waters.find((water) => water.id === id)),
    frost: at.frost,
    months,
    ...atMonth(thirstiest),
    heatWaveMm,
    heatWaveMonth,
  };
  return { ...setup, here: hereRounded(here) };
}
