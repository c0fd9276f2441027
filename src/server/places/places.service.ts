import { buttOf } from "../../core/place/butt";
import type { Place } from "../../core/place/place";
import { placeMonthsOf, type PlaceMonth } from "../../core/place/place-months";
import { placeYearsOf, YEARS_DRAWN, type PlaceYears } from "../../core/place/place-years";
import { plainName } from "../../core/media/words";
import { occupantsFrom } from "../../core/occupants/library/library";
import type { OccupantLookup } from "../../core/occupants/occupant";
import { isOwnKind } from "../../core/occupants/own-occupant";
import type { Setup } from "../../core/stack/setup";
import { placesHere, standingThere, type PlacesHere } from "../../core/demand/here-of";
import { failed, ok, problem, type Result } from "../../core/units/problem";
import type { Kept, KeepOutcome, KeptVersion, SaveKeptInput } from "../../formats/kept";
import { placeDocument } from "../../formats/place/document";
import { parsePlace, parsePlaceText } from "../../formats/place/schema";
import type { Db } from "../db/client";
import { PLACE_TABLES } from "../kept/kept.repo";
import { setupsAtPlace } from "../kept/users.repo";
import * as kept from "../kept/kept.service";
import type { PlaceShown } from "../../formats/place/actions";
import { findWeather, hasWeather } from "../weather/weather.service";
import { ownOccupantsOf } from "../occupants/occupants.service";

/** Places, kept in versions: setups name them, and what follows from them is worked out here. */
export const PLACES: kept.Kind<Place> = {
  tables: PLACE_TABLES,
  parse: parsePlace,
  parseText: parsePlaceText,
  textOf: (place) => JSON.stringify(placeDocument(place)),
};

export type LoadedPlace = { readonly stored: Kept<Place>; readonly versions: readonly KeptVersion<Place>[] };

const isTaken = (db: Db, name: string, own?: string): boolean =>
  kept.names(db, PLACES).some((one) => one.id !== own && plainName(one.name) === plainName(name));

/** A name that is not taken: itself, or numbered. */
export function freePlaceName(db: Db, name: string): string {
  for (let count = 1; ; count++) {
    const tried = count === 1 ? name : `${name.slice(0, 110)} (${count})`;
    if (!isTaken(db, tried)) return tried;
  }
}

const check =
  (db: Db, id?: string) =>
  (place: Place): Result<Place> =>
    isTaken(db, place.name, id)
      ? failed(
          problem("name", "name-taken", `There is another ${place.name} already: give this one a name of its own.`),
        )
      : ok(place);

export function createPlace(db: Db, place: Place, context: kept.KeptContext): Result<string> {
  const checked = check(db)(place);
  return checked.ok ? ok(kept.insert(db, PLACES, place, context)) : checked;
}

export const savePlace = (db: Db, input: SaveKeptInput, context: kept.KeptContext): KeepOutcome<Place> =>
  kept.save(db, PLACES, input, check(db, input.id), context);

export function loadPlace(db: Db, id: string): LoadedPlace | undefined {
  const stored = kept.find(db, PLACES, id);
  return stored && { stored, versions: kept.versions(db, PLACES, id) };
}

export const listPlaces = (db: Db, putAway = false): Kept<Place>[] => kept.list(db, PLACES, putAway);

export const setPlacePutAway = (db: Db, id: string, putAway: boolean, context: kept.KeptContext): boolean =>
  kept.setPutAway(db, PLACES, id, putAway, context);

/** Twenty years take some 50 ms to draw, and a house has few places. */
const MOST_YEARS_KEPT = 100;
const yearsKnown = new Map<string, PlaceYears>();

/** The years of a place as it is now: of its weather file, which never changes, or drawn. */
export function yearsOf(db: Db, place: Place): PlaceYears {
  const weatherId = place.weatherId !== null && hasWeather(db, place.weatherId) ? place.weatherId : null;
  // a name and a note are none of the weather's affair, nor is a file that is not here
  const text = PLACES.textOf({ ...place, name: "", note: "", weatherId });
  const found = yearsKnown.get(text);
  if (found) return found;
  const weather = weatherId === null ? undefined : findWeather(db, weatherId);
  const made = placeYearsOf(place, YEARS_DRAWN, weather);
  if (yearsKnown.size >= MOST_YEARS_KEPT) yearsKnown.delete(yearsKnown.keys().next().value!);
  yearsKnown.set(text, made);
  return made;
}

/**
 * A place as it would be, for who describes it.
 * @param takesLPerDay  what all that stands there takes on a day of each month
 */
export function placeShown(db: Db, place: Place, takesLPerDay: readonly number[]): PlaceShown {
  const { frost, gaps = null, ...years } = yearsOf(db, place);
  const { roofM2, buttL } = place.water;
  const isThere = roofM2 > 0 && buttL > 0;
  return {
    months: placeMonthsOf({ frost, ...years }),
    frost,
    gaps,
    butt: isThere ? buttOf(years, { roofM2, buttL }, takesLPerDay) : null,
    larger: isThere ? buttOf(years, { roofM2, buttL: 2 * buttL }, takesLPerDay) : null,
  };
}

export type PlaceLine = {
  readonly id: string;
  readonly place: Place;
  readonly least: { readonly month: number; readonly of: PlaceMonth };
  readonly most: { readonly month: number; readonly of: PlaceMonth };
  /** How many setups stand there. */
  readonly standing: number;
};

/** All places on the shelf, each with what its year comes to. */
export const placesShelf = (db: Db): readonly PlaceLine[] =>
  listPlaces(db).map(({ id, value }) => {
    const months = placeMonthsOf(yearsOf(db, value));
    const thirst = months.map(({ referenceMm }) => referenceMm.typical);
    const at = (month: number): PlaceLine["least"] => ({ month, of: months[month]! });
    return {
      id,
      place: value,
      least: at(thirst.indexOf(Math.min(...thirst))),
      most: at(thirst.indexOf(Math.max(...thirst))),
      standing: setupsAtPlace(db, id).length,
    };
  });

/** What a setup's places make of its year, as far as they are there and whole. */
export const yearsHere = (db: Db, { places = [] }: Setup): PlacesHere | undefined =>
  placesHere(
    places,
    (id) => kept.find(db, PLACES, id)?.value,
    (place) => yearsOf(db, place),
  );

const occupantsOf = (db: Db): OccupantLookup =>
  occupantsFrom((id) => (isOwnKind(id) ? ownOccupantsOf(db, [id]).find((one) => one.id === id) : undefined));

/** A setup with what follows from where it stands. */
export function withHere(db: Db, setup: Setup): Setup {
  const there = yearsHere(db, setup);
  return there ? standingThere(setup, there, occupantsOf(db)) : setup;
}
