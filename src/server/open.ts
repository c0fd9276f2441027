import { nanoid } from "nanoid";
import { CATALOGUE } from "../core/media/catalogue/catalogue";
import type { Medium } from "../core/media/medium";
import { wantsOf, yearOfWater, type YearOfWater } from "../core/demand/year-of-water";
import type { Setup } from "../core/stack/setup";
import type { Result } from "../core/units/problem";
import { whenSound } from "../core/water/checked";
import { isMix } from "../core/mixing/mix-medium";
import { LIBRARY, occupantsFrom } from "../core/occupants/library/library";
import { isOwnKind } from "../core/occupants/own-occupant";
import type { FindIndex } from "../formats/find-index";
import type { MixToMake } from "../formats/mix/document";
import { buildsFacade } from "./builds/builds.facade";
import { counts } from "./db/counts";
import { openDatabase } from "./db/client";
import { dataFolder } from "./door/here";
import { filesFacade } from "./files/files.facade";
import { mixesToFind, setupsToFind } from "./find/find.service";
import { historyFacade } from "./history/history.facade";
import { mediaFacade } from "./media/media.facade";
import { ownMedium, type OwnMediaContext } from "./media/media.service";
import { mixesFacade } from "./mixes/mixes.facade";
import { mediaOfMixes, mediumOfMix, usersOf, type MixContext } from "./mixes/mixes.service";
import { occupantsFacade } from "./occupants/occupants.facade";
import { ownOccupantsOf } from "./occupants/occupants.service";
import { placesFacade } from "./places/places.facade";
import { packsFacade } from "./packs/packs.facade";
import { roomsFacade } from "./rooms/rooms.facade";
import { setupsFacade } from "./setups/setups.facade";
import type { PouredInput, WriteOutcome } from "../formats/setup/actions";
import { setPoured, type ServiceContext } from "./setups/setups.service";

/** Everything the routes can ask for, a façade a service, joined to one database. */
export function openMarlstone(folder = dataFolder()) {
  const { db, close, checkInPlace } = openDatabase(folder);
  const byId = new Map<string, Medium>(CATALOGUE.map((medium) => [medium.id, medium]));
  const now = (): string => new Date().toISOString();
  const ownContext: OwnMediaContext = {
    now,
    newId: () => nanoid(12),
    catalogue: (id) => byId.get(id),
    catalogueNames: CATALOGUE.map(({ name }) => name),
  };
  const mixContext: MixContext = {
    ...ownContext,
    ingredient: (id) => byId.get(id) ?? ownMedium(db, id, ownContext),
  };
  const context: ServiceContext & MixContext = {
    ...mixContext,
    medium: (id) => mixContext.ingredient(id) ?? mediumOfMix(db, id, mixContext),
  };
  const occupants = occupantsFacade(db, ownContext);
  const places = placesFacade(db, ownContext);
  const setups = setupsFacade(db, context);
  const media = mediaFacade(db, ownContext, {
    catalogue: [...CATALOGUE].sort((a, b) => a.name.localeCompare(b.name, "en")),
    byId: context.medium,
    isMix,
    mixes: (most) => mediaOfMixes(db, mixContext, most),
    usersOf: (mediumId) => usersOf(db, mediumId),
  });
  const yearOf = (setup: Setup): Result<YearOfWater> => {
    const wants = wantsOf(
      setup,
      occupantsFrom((id) => (isOwnKind(id) ? occupants.byId(id) : undefined)),
    );
    return whenSound(setup, context.medium, (sound) => yearOfWater(sound, context.medium, wants));
  };
  return {
    close,
    checkInPlace,
    media,
    occupants,
    setups,
    mixes: mixesFacade(db, mixContext),
    places,
    packs: packsFacade(db, now),
    rooms: roomsFacade(db, context),
    history: historyFacade(db, context),
    builds: buildsFacade(
      db,
      context,
      occupantsFrom((id) => (isOwnKind(id) ? occupants.byId(id) : undefined)),
    ),
    files: filesFacade(db, context),
    /** What a setup's page knows: all there is to choose from, and what any version of it is made of and lived in by. */
    toBuildWith(setupId: string): {
      readonly media: readonly Medium[];
      readonly mixes: readonly MixToMake[];
      readonly ownOccupants: ReturnType<typeof occupants.own>;
      readonly places: readonly { readonly id: string; readonly name: string }[];
    } {
      const { mediumIds, mixes, occupantIds } = setups.usedEver(setupId);
      return {
        media: media.ingredients(mediumIds),
        mixes,
        ownOccupants: ownOccupantsOf(db, occupantIds),
        places: places.names(),
      };
    },
    /** What a setup's water does in each month, where it stands. */
    yearOf,
    /** What all that stands at a place takes on a day of each month, rain on it left out. [L] */
    takesAt: (placeId: string): readonly number[] => {
      const sums = Array<number>(12).fill(0);
      for (const { id } of places.standingAt(placeId)) {
        const loaded = setups.load(id);
        const year = loaded.status === "ok" ? yearOf(loaded.state.setup) : undefined;
        if (year?.ok) year.value.months.forEach(({ takesCm3 }, month) => (sums[month]! += takesCm3.typical / 1000));
      }
      return sums;
    },
    /** Sets a setup's day right by what was poured. */
    setPoured: (input: PouredInput): WriteOutcome =>
      setPoured(
        db,
        input,
        (setup) => {
          const year = yearOf(setup);
          return year.ok ? { ok: true, value: year.value.months.map(({ takesCm3 }) => takesCm3.typical) } : year;
        },
        context,
      ),
    /** How much there is of everything. */
    counts: () => counts(db),
    /** Names of all there is to go to. */
    findIndex: (): FindIndex => ({
      setups: setupsToFind(db, (id) => mixContext.ingredient(id)?.name),
      places: places.names(),
      mixes: mixesToFind(db),
      media: media.ingredients().map(({ id, name }) => ({ id, name })),
      kinds: [...occupants.own(), ...LIBRARY].map(({ id, name, scientificName, alsoCalled }) => ({
        id,
        name,
        about: scientificName,
        also: alsoCalled,
      })),
    }),
  };
}

export type Marlstone = ReturnType<typeof openMarlstone>;
