import type { Place } from "../../core/place/place";
import type { Setup } from "../../core/stack/setup";
import type { SaveKeptInput } from "../../formats/kept";
import type { Db } from "../db/client";
import { setupsAtPlace } from "../kept/users.repo";
import type { WeatherInput } from "../../formats/place/actions";
import { keepWeather, listWeather, lookAtWeather, weatherCsv } from "../weather/weather.service";
import type { KeptContext } from "../kept/kept.service";
import * as service from "./places.service";

/** What the routes ask of places. */
export const placesFacade = (db: Db, context: KeptContext) => ({
  list: (putAway?: boolean) => service.listPlaces(db, putAway),
  load: (id: string) => service.loadPlace(db, id),
  create: (place: Place) => service.createPlace(db, place, context),
  save: (input: SaveKeptInput) => service.savePlace(db, input, context),
  setPutAway: (id: string, putAway: boolean) => service.setPlacePutAway(db, id, putAway, context),
  shelf: () => service.placesShelf(db),
  standingAt: (id: string) => setupsAtPlace(db, id),
  /** Those there are to choose from, by name. */
  names: () => service.listPlaces(db).map(({ id, value }) => ({ id, name: value.name })),
  shown: (place: Place, takesLPerDay: readonly number[]) => service.placeShown(db, place, takesLPerDay),
  weather: () => listWeather(db),
  weatherCsv: (id: string) => weatherCsv(db, id),
  lookAtWeather: (text: string, { latitude, choices }: WeatherInput) => lookAtWeather(text, latitude, choices),
  keepWeather: (text: string, input: WeatherInput) => keepWeather(db, { text, ...input }, context),
  yearsHere: (setup: Setup) => service.yearsHere(db, setup),
});
