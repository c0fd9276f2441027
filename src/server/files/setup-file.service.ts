import { isOwn, OWN_PREFIX } from "../../core/media/own-id";
import { inLibrary } from "../../core/occupants/library/library";
import { isOwnKind, OWN_KIND_PREFIX } from "../../core/occupants/own-occupant";
import { failed, ok, problem, type Result } from "../../core/units/problem";
import { packsIn } from "../../formats/pack/schema";
import { packed, renamed, withPartsNamed, type SetupFile } from "../../formats/setup-file/document";
import { writingIfOk, type Db } from "../db/client";
import * as kept from "../kept/kept.service";
import { OWN_MEDIA } from "../media/media.service";
import { storedMix, type MixContext } from "../mixes/mixes.service";
import { OWN_OCCUPANTS } from "../occupants/occupants.service";
import { listPacks } from "../packs/packs.service";
import { PLACES } from "../places/places.service";
import { carriedOf, takeInCarried } from "../weather/weather.service";
import { createSetup, loadSetup, type ServiceContext } from "../setups/setups.service";
import { Taking, type TakenIn } from "./taking";

export type FileContext = ServiceContext & MixContext;

/** A setup with all it needs elsewhere. */
export function setupFile(db: Db, setupId: string): Result<SetupFile> {
  const loaded = loadSetup(db, setupId);
  if (loaded.status !== "ok")
    return failed(
      problem(
        "setupId",
        loaded.status,
        loaded.status === "missing"
          ? "There is no such setup here."
          : "The stored version of this setup cannot be read, so there is nothing to put into a file.",
      ),
    );
  return ok(
    packed(loaded.state.setup, {
      mix: (mediumId) => storedMix(db, mediumId)?.value,
      ownMedium: (mediumId) =>
        isOwn(mediumId) ? kept.find(db, OWN_MEDIA, mediumId.slice(OWN_PREFIX.length))?.value : undefined,
      ownOccupant: (id) =>
        isOwnKind(id) ? kept.find(db, OWN_OCCUPANTS, id.slice(OWN_KIND_PREFIX.length))?.value : undefined,
      place: (id) => kept.find(db, PLACES, id)?.value,
      weather: (id) => carriedOf(db, id),
      packs: packsIn(listPacks(db)),
    }),
  );
}

/**
 * Takes in a setup file, all of it or nothing. What it brings is kept as new; what is here already under its name and is the same is
 * used; what is here and differs stays, and what came is given another name.
 */
export function takeInSetupFile(db: Db, file: SetupFile, context: FileContext): Result<TakenIn> {
  return writingIfOk(db, (tx): Result<TakenIn> => {
    const taking = new Taking(tx, context);
    for (const { mediumId, medium } of file.media) taking.medium(mediumId, medium);
    taking.mixes(file.mixes.map(({ mediumId, mix }) => ({ mediumId, mix: withPartsNamed(mix, taking.nameOf) })));
    for (const { occupantId, occupant } of file.occupants) taking.occupant(occupantId, occupant);
    for (const carried of file.weather) takeInCarried(tx, carried);
    for (const { placeId, place } of file.places) taking.place(placeId, place);
    if (taking.problems.length > 0) return failed(...taking.problems);
    const { setup: came, packs } = renamed(file, taking.nameOf);
    const setup = taking.withKnownPlaces(came);
    const strangers = setup.occupants.filter(
      ({ occupantId }) => !inLibrary(occupantId) && !(isOwnKind(occupantId) && taking.knowsKind(occupantId)),
    );
    if (strangers.length > 0)
      return failed(
        ...strangers.map(({ occupantId }) =>
          problem(
            "setup.occupants",
            "unknown-occupant",
            `It names “${occupantId}”, which is not known here and did not come with it.`,
          ),
        ),
      );
    const made = createSetup(tx, setup, context);
    if (!made.ok) return made;
    for (const pack of packs) taking.pack(pack);
    return ok({ id: made.value, notes: taking.notes });
  });
}
