import { count } from "drizzle-orm";
import type { SQLiteTable } from "drizzle-orm/sqlite-core";
import type { Db } from "./client";
import {
  mixes,
  mixVersions,
  ownMedia,
  ownMediumVersions,
  ownOccupants,
  ownOccupantVersions,
  packVersions,
  places,
  placeVersions,
  revisions,
  setups,
  weather,
} from "./schema";

/** How much there is of everything, on the shelf or put away. */
export function counts(db: Db) {
  const of = (table: SQLiteTable): number => db.select({ n: count() }).from(table).get()!.n;
  return {
    setups: of(setups),
    mixes: of(mixes),
    ownMedia: of(ownMedia),
    ownOccupants: of(ownOccupants),
    places: of(places),
    weather: of(weather),
    versions: [revisions, mixVersions, ownMediumVersions, ownOccupantVersions, placeVersions, packVersions].reduce(
      (sum, table) => sum + of(table),
      0,
    ),
  };
}
