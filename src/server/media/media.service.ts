import { isOwn, OWN_PREFIX, ownMediumId } from "../../core/media/own-id";
import { makeOwnMedium, type MadeMedium, type OwnMedium } from "../../core/media/own-medium";
import type { Medium } from "../../core/media/medium";
import { plainName } from "../../core/media/words";
import { failed, ok, problem, type Result } from "../../core/units/problem";
import { containerState } from "../../core/water/container";
import type { Kept, KeepOutcome, KeptVersion, SaveKeptInput } from "../../formats/kept";
import { fromText } from "../../formats/problems";
import { parseOwnMedium } from "../../formats/own-medium/schema";
import { ownMediumDocument } from "../../formats/own-medium/document";
import type { Db } from "../db/client";
import { OWN_MEDIUM_TABLES } from "../kept/kept.repo";
import * as kept from "../kept/kept.service";

export type OwnMediaContext = kept.KeptContext & {
  readonly catalogue: (id: string) => Medium | undefined;
  readonly catalogueNames: readonly string[];
};

export type LoadedOwnMedium = {
  readonly stored: Kept<OwnMedium>;
  readonly made: Result<MadeMedium>;
  readonly versions: readonly KeptVersion<OwnMedium>[];
};

export const OWN_MEDIA: kept.Kind<OwnMedium> = {
  tables: OWN_MEDIUM_TABLES,
  parse: parseOwnMedium,
  parseText: (text) => fromText(text, parseOwnMedium),
  textOf: (own) => JSON.stringify(ownMediumDocument(own)),
};

/** A fit takes some tens of ms, and each page asks for all media: what was made of a version stays made. */
const MOST_MADE = 1000;
const made = new Map<string, Result<MadeMedium>>();

/** The medium that an own medium's figures make. */
export function makeMedium(
  mediumId: string,
  own: OwnMedium,
  { catalogue }: Pick<OwnMediaContext, "catalogue">,
): Result<MadeMedium> {
  const base = catalogue(own.basedOn);
  if (!base) return failed(problem("basedOn", "unknown-medium", `“${own.basedOn}” is not in the catalogue.`));
  const key = `${mediumId} ${OWN_MEDIA.textOf(own)}`;
  const before = made.get(key);
  if (before) return before;
  const result = makeOwnMedium(
    mediumId,
    own,
    base,
    (hydraulics, heightCm) => containerState(hydraulics, heightCm).water,
  );
  if (made.size >= MOST_MADE) made.clear();
  made.set(key, result);
  return result;
}

/** Whether another medium, of the catalogue or the grower's own, on the shelf or put away, has a name already. */
const isTaken = (db: Db, name: string, context: OwnMediaContext, butId?: string): boolean =>
  [
    ...context.catalogueNames,
    ...kept
      .names(db, OWN_MEDIA)
      .filter(({ id }) => id !== butId)
      .map(({ name: other }) => other),
  ].some((one) => plainName(one) === plainName(name));

/** A name that is not taken: itself, or numbered. */
export function freeName(db: Db, name: string, context: OwnMediaContext): string {
  for (let count = 1; ; count++) {
    const tried = count === 1 ? name : `${name.slice(0, 110)} (${count})`;
    if (!isTaken(db, tried, context)) return tried;
  }
}

/** Whether an own medium is the one that was taken in before: all but the number its name got where the name was taken. */
export function isSameMedium(here: OwnMedium, there: OwnMedium): boolean {
  const plain = ({ basedOn, grade, figures }: OwnMedium): string => JSON.stringify([basedOn, grade, figures]);
  const name = here.name.replace(/ \(\d+\)$/u, "");
  return (here.name === there.name || name === there.name) && plain(here) === plain(there);
}

const check =
  (db: Db, context: OwnMediaContext, id?: string) =>
  (own: OwnMedium): Result<OwnMedium> => {
    const result = makeMedium(OWN_PREFIX, own, context);
    if (!result.ok) return result;
    return isTaken(db, own.name, context, id)
      ? failed(
          problem(
            "name",
            "name-taken",
            `There is another ${own.name} already, and recipes go by names: give this one a name of its own.`,
          ),
        )
      : ok(own);
  };

export function createOwnMedium(db: Db, own: OwnMedium, context: OwnMediaContext): Result<string> {
  const checked = check(db, context)(own);
  return checked.ok ? ok(kept.insert(db, OWN_MEDIA, own, context)) : checked;
}

export const saveOwnMedium = (db: Db, input: SaveKeptInput, context: OwnMediaContext): KeepOutcome<OwnMedium> =>
  kept.save(db, OWN_MEDIA, input, check(db, context, input.id), context);

export function loadOwnMedium(db: Db, id: string, context: OwnMediaContext): LoadedOwnMedium | undefined {
  const stored = kept.find(db, OWN_MEDIA, id);
  return (
    stored && {
      stored,
      made: makeMedium(ownMediumId(id), stored.value, context),
      versions: kept.versions(db, OWN_MEDIA, id),
    }
  );
}

/** An own medium by its medium id, also when it was put away. */
export function ownMedium(db: Db, mediumId: string, context: OwnMediaContext): Medium | undefined {
  const loaded = isOwn(mediumId) ? kept.find(db, OWN_MEDIA, mediumId.slice(OWN_PREFIX.length)) : undefined;
  const result = loaded && makeMedium(mediumId, loaded.value, context);
  return result?.ok ? result.value.medium : undefined;
}

export const listOwnMedia = (db: Db, putAway = false): Kept<OwnMedium>[] => kept.list(db, OWN_MEDIA, putAway);

export const ownMediaOf = (db: Db, context: OwnMediaContext): Medium[] =>
  listOwnMedia(db).flatMap(({ id, value }) => {
    const result = makeMedium(ownMediumId(id), value, context);
    return result.ok ? [result.value.medium] : [];
  });

export const setOwnMediumPutAway = (db: Db, id: string, putAway: boolean, context: kept.KeptContext): boolean =>
  kept.setPutAway(db, OWN_MEDIA, id, putAway, context);
