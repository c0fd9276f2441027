import { nanoid } from "nanoid";
import { CATALOGUE } from "../core/media/catalogue/catalogue";
import type { Medium } from "../core/media/medium";
import { ownMediumId } from "../core/media/own-id";
import type { OwnMedium } from "../core/media/own-medium";
import { isOwnKind, type OwnOccupant } from "../core/occupants/own-occupant";
import { LIBRARY, occupantsFrom } from "../core/occupants/library/library";
import { sheetOf, type Sheet } from "../core/sheet/sheet";
import { ok } from "../core/units/problem";
import type { UnitSystem } from "../core/units/units";
import type { BuildOfInput, RecordInput, TakeOverInput } from "../formats/build-record/schema";
import type { DropNameInput, GoBackInput, NameVersionInput } from "../formats/history/actions";
import { isMix } from "../core/mixing/mix-medium";
import type { Setup } from "../core/stack/setup";
import type { FindIndex } from "../formats/find-index";
import type { SaveKeptInput } from "../formats/kept";
import type { Mix, MixToMake } from "../formats/mix/document";
import type { PutPackInput } from "../formats/pack/schema";
import type { SaveInput, SetAsideInput, StepInput } from "../formats/setup/actions";
import { counts } from "./db/counts";
import { openDatabase } from "./db/client";
import { dataFolder } from "./door/here";
import * as builds from "./builds/builds.service";
import { houseOf } from "./files/house.service";
import { takeInMixFile } from "./files/mix-file.service";
import { setupFile } from "./files/setup-file.service";
import { takeInFile } from "./files/take-in";
import { mixesToFind, setupsToFind } from "./find/find.service";
import * as history from "./history/history.service";
import * as kept from "./kept/kept.service";
import * as ownMedia from "./media/media.service";
import { readMixFile } from "./mixes/mix-file";
import * as mixes from "./mixes/mixes.service";
import * as ownKinds from "./occupants/occupants.service";
import * as packs from "./packs/packs.service";
import * as rooms from "./rooms/rooms.service";
import { mediaOfHistory, occupantsOfHistory } from "./setups/setups.repo";
import * as setups from "./setups/setups.service";

/** Everything the routes can ask for, joined to one database. */
export function openMarlstone(folder = dataFolder()) {
  const { db, close, checkInPlace } = openDatabase(folder);
  const byId = new Map<string, Medium>(CATALOGUE.map((medium) => [medium.id, medium]));
  const now = (): string => new Date().toISOString();
  const newId = (): string => nanoid(12);
  const ownContext: ownMedia.OwnMediaContext = {
    now,
    newId,
    catalogue: (id) => byId.get(id),
    catalogueNames: CATALOGUE.map(({ name }) => name),
  };
  const mixContext: mixes.MixContext = {
    ...ownContext,
    ingredient: (id) => byId.get(id) ?? ownMedia.ownMedium(db, id, ownContext),
  };
  const context: setups.ServiceContext = {
    now,
    newId,
    medium: (id) => mixContext.ingredient(id) ?? mixes.mediumOfMix(db, id, mixContext),
  };
  const catalogue = [...CATALOGUE].sort((a, b) => a.name.localeCompare(b.name, "en"));
  const ingredients = (): readonly Medium[] => [...ownMedia.ownMediaOf(db, ownContext), ...catalogue];
  /** Media, and what else is used of those that were put away. */
  const withUsed = (offered: readonly Medium[], used: readonly string[]): readonly Medium[] => {
    const known = new Set(offered.map(({ id }) => id));
    return [...offered, ...[...new Set(used)].flatMap((id) => (known.has(id) ? [] : (context.medium(id) ?? [])))];
  };
  const occupant = occupantsFrom((id) =>
    isOwnKind(id) ? ownKinds.ownOccupantsOf(db, [id]).find((one) => one.id === id) : undefined,
  );
  const fileContext = { ...mixContext, ...context };
  return {
    close,
    checkInPlace,
    /** The catalogue by name. */
    catalogue: (): readonly Medium[] => catalogue,
    /**
     * What mixes are made of: the grower's own media, and the catalogue; with those of the ids given that were put
     * away.
     */
    ingredients: (used: readonly string[] = []): readonly Medium[] =>
      withUsed(
        ingredients(),
        used.filter((id) => !isMix(id)),
      ),
    /** The same, and the grower's mixes: all of them, or so many. */
    media: (mostMixes?: number): readonly Medium[] => [
      ...mixes.mediaOfMixes(db, mixContext, mostMixes),
      ...ingredients(),
    ],
    /** What setups are made of, and nothing else. */
    mediaOf: (shown: readonly Setup[]): readonly Medium[] =>
      withUsed(
        [],
        shown.flatMap(({ layers }) => layers.map(({ mediumId }) => mediumId)),
      ),
    /**
     * What a setup's page knows: all there is to choose from, and what any version of it is made of, so that going back
     * finds it.
     */
    mediaToBuildWith(setupId: string): { readonly media: readonly Medium[]; readonly mixes: readonly MixToMake[] } {
      const used = mediaOfHistory(db, setupId);
      const toMake = mixes.mixesToMake(db, used.filter(isMix));
      const parts = toMake.flatMap((mix) => mix.parts.map(({ mediumId }) => mediumId));
      return { media: withUsed(ingredients(), [...used.filter((id) => !isMix(id)), ...parts]), mixes: toMake };
    },
    medium: context.medium,
    listOwnMedia: (putAway?: boolean) => ownMedia.listOwnMedia(db, putAway),
    /** An own medium with its versions, and what changes with it. */
    loadOwnMedium(id: string) {
      const loaded = ownMedia.loadOwnMedium(db, id, ownContext);
      return loaded && { ...loaded, usedBy: mixes.usersOf(db, ownMediumId(id)) };
    },
    createOwnMedium: (own: OwnMedium) => ownMedia.createOwnMedium(db, own, ownContext),
    saveOwnMedium: (input: SaveKeptInput) => ownMedia.saveOwnMedium(db, input, ownContext),
    setOwnMediumPutAway: (id: string, putAway: boolean) => ownMedia.setOwnMediumPutAway(db, id, putAway, ownContext),
    listOwnOccupants: (putAway?: boolean) => ownKinds.listOwnOccupants(db, putAway),
    /** Own kinds to choose from, and what else of them lives in what is shown. */
    ownOccupants: (shown: readonly Setup[] = []) =>
      ownKinds.ownOccupantsOf(
        db,
        shown.flatMap(({ occupants }) => occupants.map(({ occupantId }) => occupantId)),
      ),
    /** The same for a setup's page, which knows every version of it. */
    ownOccupantsToLiveIn: (setupId: string) => ownKinds.ownOccupantsOf(db, occupantsOfHistory(db, setupId)),
    ownOccupant: (id: string) => ownKinds.ownOccupantsOf(db, [id]).find((one) => one.id === id),
    loadOwnOccupant: (id: string) => ownKinds.loadOwnOccupant(db, id),
    createOwnOccupant: (own: OwnOccupant) => ownKinds.createOwnOccupant(db, own, ownContext),
    saveOwnOccupant: (input: SaveKeptInput) => ownKinds.saveOwnOccupant(db, input, ownContext),
    setOwnOccupantPutAway: (id: string, putAway: boolean) =>
      ownKinds.setOwnOccupantPutAway(db, id, putAway, ownContext),
    mixNames: (asked: { putAway: boolean; words: string; page: number }) => kept.namesPage(db, mixes.MIXES, asked),
    listMixes: (putAway?: boolean) => mixes.listMixes(db, putAway),
    loadMix: (id: string) => mixes.loadMix(db, id),
    createMix: (mix: Mix) => mixes.createMix(db, mix, mixContext),
    /** Takes in a mix from the text of a file. */
    importMix(text: string) {
      const file = readMixFile(text);
      const taken = file.ok ? takeInMixFile(db, file.value, mixContext) : file;
      return taken.ok ? ok(taken.value.id) : taken;
    },
    saveMix: (input: SaveKeptInput) => mixes.saveMix(db, input, mixContext),
    setMixPutAway: (id: string, putAway: boolean) => mixes.setMixPutAway(db, id, putAway, mixContext),
    roomsToFill: (asked: string) => rooms.roomsToFill(db, asked, context),
    mediaOfRoom: (asked: string) => rooms.mediaOfRoom(db, asked),
    layersToFill: (id: string, setup: Setup) => rooms.layersToFill(db, id, setup, { ...mixContext, ...context }),
    /** How much there is of everything. */
    counts: () => counts(db),
    listPacks: () => packs.listPacks(db),
    putPack: (input: PutPackInput) => packs.putPack(db, input, now),
    shelf: (page: number, putAway?: boolean, words?: string) => setups.shelf(db, page, putAway, words),
    createSetup: (setup: Setup) => setups.createSetup(db, setup, context),
    loadSetup: (id: string) => setups.loadSetup(db, id),
    saveChanges: (input: SaveInput) => setups.saveChanges(db, input, context),
    step: (input: StepInput) => setups.step(db, input, context),
    settleSetAside: (input: SetAsideInput) => setups.settleSetAside(db, input, context),
    restoreLastGood: (id: string) => setups.restoreLastGood(db, id, context),
    /** A setup as it is built by hand. */
    sheetOf: (setup: Setup, system: UnitSystem): Sheet =>
      sheetOf({
        setup,
        medium: context.medium,
        occupants: occupant,
        recipes: builds.recipesOf(db, setup, mixContext),
        system,
      }),
    presentBuild: (id: string) => builds.presentBuild(db, id),
    recordBuilt: (input: RecordInput) => builds.record(db, input, context),
    beginBuildAgain: (input: BuildOfInput) => builds.beginAgain(db, input, context),
    followDesign: (input: BuildOfInput) => builds.followDesign(db, input),
    takeOverBuilt: (input: TakeOverInput) => builds.takeOver(db, input, { ...fileContext, occupants: occupant }),
    historyOf: (id: string, before?: number) => history.historyOf(db, id, before),
    versionOf: (id: string, revisionId: number) => history.versionOf(db, id, revisionId),
    nameVersion: (input: NameVersionInput) => history.nameVersion(db, input, context),
    dropName: (input: DropNameInput) => history.dropName(db, input, context),
    goBack: (input: GoBackInput) => history.goBack(db, input, context),
    setupFile: (id: string) => setupFile(db, id),
    house: () => houseOf(db, now()),
    /** Takes in a file of any of Marlstone's kinds, from its text. */
    takeInFile: (text: string) => takeInFile(db, text, fileContext),
    /** Names of all there is to go to. */
    findIndex: (): FindIndex => ({
      setups: setupsToFind(db, (id) => mixContext.ingredient(id)?.name),
      mixes: mixesToFind(db),
      media: ingredients().map(({ id, name }) => ({ id, name })),
      kinds: [...ownKinds.ownOccupantsOf(db, []), ...LIBRARY].map(({ id, name, scientificName }) => ({
        id,
        name,
        about: scientificName,
      })),
    }),
    copySetup: (id: string) => setups.copySetup(db, id, context),
    setPutAway: (id: string, putAway: boolean) => setups.setPutAway(db, id, putAway, context),
  };
}

export type Marlstone = ReturnType<typeof openMarlstone>;
