import { inLibrary, LIBRARY } from "../../core/occupants/library/library";
import type { Occupant } from "../../core/occupants/occupant";
import {
  isOwnKind,
  makeOwnOccupant,
  OWN_KIND_PREFIX,
  ownKindId,
  type OwnOccupant,
} from "../../core/occupants/own-occupant";
import { plainName } from "../../core/media/words";
import { failed, ok, problem, type Result } from "../../core/units/problem";
import type { Kept, KeepOutcome, KeptVersion, SaveKeptInput } from "../../formats/kept";
import { ownOccupantDocument } from "../../formats/own-occupant/document";
import { parseOwnOccupant, parseOwnOccupantText } from "../../formats/own-occupant/schema";
import type { Db } from "../db/client";
import { OWN_OCCUPANT_TABLES } from "../kept/kept.repo";
import * as kept from "../kept/kept.service";

/** Kinds of living things of the grower's own, kept in versions. */
export const OWN_OCCUPANTS: kept.Kind<OwnOccupant> = {
  tables: OWN_OCCUPANT_TABLES,
  parse: parseOwnOccupant,
  parseText: parseOwnOccupantText,
  textOf: (own) => JSON.stringify(ownOccupantDocument(own)),
};

export type LoadedOwnOccupant = {
  readonly stored: Kept<OwnOccupant>;
  readonly versions: readonly KeptVersion<OwnOccupant>[];
};

/** A name stands for one kind: the library's names are taken, and those of the others. */
const isTaken = (db: Db, name: string, own?: string): boolean =>
  [
    ...LIBRARY.map((one) => one.name),
    ...kept.names(db, OWN_OCCUPANTS).flatMap((one) => (one.id === own ? [] : [one.name])),
  ].some((taken) => plainName(taken) === plainName(name));

/** A name that is not taken: itself, or numbered. */
export function freeKindName(db: Db, name: string): string {
  for (let count = 1; ; count++) {
    const tried = count === 1 ? name : `${name.slice(0, 110)} (${count})`;
    if (!isTaken(db, tried)) return tried;
  }
}

const check =
  (db: Db, id?: string) =>
  (own: OwnOccupant): Result<OwnOccupant> => {
    const made = makeOwnOccupant(ownKindId("checked"), own, inLibrary);
    if (!made.ok) return made;
    return isTaken(db, own.name, id)
      ? failed(problem("name", "name-taken", `There is another ${own.name} already: give this one a name of its own.`))
      : ok(own);
  };

export function createOwnOccupant(db: Db, own: OwnOccupant, context: kept.KeptContext): Result<string> {
  const checked = check(db)(own);
  return checked.ok ? ok(kept.insert(db, OWN_OCCUPANTS, own, context)) : checked;
}

export const saveOwnOccupant = (db: Db, input: SaveKeptInput, context: kept.KeptContext): KeepOutcome<OwnOccupant> =>
  kept.save(db, OWN_OCCUPANTS, input, check(db, input.id), context);

export function loadOwnOccupant(db: Db, id: string): LoadedOwnOccupant | undefined {
  const stored = kept.find(db, OWN_OCCUPANTS, id);
  return stored && { stored, versions: kept.versions(db, OWN_OCCUPANTS, id) };
}

export const listOwnOccupants = (db: Db, putAway = false): Kept<OwnOccupant>[] => kept.list(db, OWN_OCCUPANTS, putAway);

const madeOf = ({ id, value }: Pick<Kept<OwnOccupant>, "id" | "value">): Occupant | undefined => {
  const made = makeOwnOccupant(ownKindId(id), value, inLibrary);
  return made.ok ? made.value : undefined;
};

/** Own kinds on the shelf, and those of the ids given that were put away: who lives somewhere stays known. */
export function ownOccupantsOf(db: Db, used: readonly string[]): readonly Occupant[] {
  const shelf = listOwnOccupants(db);
  const known = new Set(shelf.map(({ id }) => ownKindId(id)));
  const away = [...new Set(used)].flatMap((id) => {
    const stored =
      isOwnKind(id) && !known.has(id) ? kept.find(db, OWN_OCCUPANTS, id.slice(OWN_KIND_PREFIX.length)) : undefined;
    return stored ? [stored] : [];
  });
  return [...shelf, ...away].flatMap((one) => madeOf(one) ?? []);
}

export const setOwnOccupantPutAway = (db: Db, id: string, putAway: boolean, context: kept.KeptContext): boolean =>
  kept.setPutAway(db, OWN_OCCUPANTS, id, putAway, context);
