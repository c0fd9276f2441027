import type { Result } from "../../core/units/problem";
import type { Kept, KeepOutcome, KeptVersion, SaveKeptInput } from "../../formats/kept";
import { writing, type Db } from "../db/client";
import * as repo from "./kept.repo";

/**
 * One kind of what is kept in versions: where it lies, how it is read and written, and what keeps a value from being
 * stored.
 */
export type Kind<T extends { readonly name: string }> = {
  readonly tables: repo.KeptTables;
  readonly parse: (value: unknown) => Result<T>;
  readonly parseText: (text: string) => Result<T>;
  readonly textOf: (value: T) => string;
};
export type KeptContext = { readonly now: () => string; readonly newId: () => string };

/** So many names stand on one page of a list. */
const NAMES_PAGE_SIZE = 60;
const MOST_VERSIONS_SHOWN = 30;

function keptOf<T extends { readonly name: string }>(
  { parseText }: Kind<T>,
  { row, document }: repo.KeptWithDocument,
): Kept<T> | undefined {
  const parsed = document === null ? undefined : parseText(document);
  return parsed?.ok
    ? { id: row.id, version: row.version, value: parsed.value, isPutAway: row.putAwayAt !== null }
    : undefined;
}

/** Stores a new one. `value` has been checked. */
export function insert<T extends { readonly name: string }>(
  db: Db,
  { tables, textOf }: Kind<T>,
  value: T,
  { now, newId }: KeptContext,
): string {
  const id = newId();
  writing(db, (tx) => repo.insertKept(tx, tables, { id, name: value.name, document: textOf(value), now: now() }));
  return id;
}

/** One that is kept; undefined when it is gone or damaged. */
export function find<T extends { readonly name: string }>(db: Db, kind: Kind<T>, id: string): Kept<T> | undefined {
  const found = repo.keptRow(db, kind.tables, id);
  return found && keptOf(kind, found);
}

/** One as it was in a version; undefined when that is not there or damaged. */
export function findVersion<T extends { readonly name: string }>(
  db: Db,
  { tables, parseText }: Kind<T>,
  id: string,
  version: number,
): Pick<Kept<T>, "id" | "version" | "value"> | undefined {
  const row = repo.versionRow(db, tables, id, version);
  const parsed = row && parseText(row.document);
  return parsed?.ok ? { id, version, value: parsed.value } : undefined;
}

export const list = <T extends { readonly name: string }>(db: Db, kind: Kind<T>, putAway = false): Kept<T>[] =>
  repo.keptRows(db, kind.tables, putAway).flatMap((row) => keptOf(kind, row) ?? []);

/** The names of all there are, on the shelf or put away, however many. */
export const names = <T extends { readonly name: string }>(db: Db, { tables }: Kind<T>) => repo.keptNames(db, tables);

export type NamesPage = {
  readonly names: readonly repo.KeptName[];
  readonly total: number;
  readonly page: number;
  readonly pages: number;
};

/** One page of the names there are, by name. */
export function namesPage<T extends { readonly name: string }>(
  db: Db,
  { tables }: Kind<T>,
  { putAway, words, page }: { putAway: boolean; words: string; page: number },
): NamesPage {
  const at = (shown: number) =>
    repo.namesOnShelf(db, tables, {
      putAway,
      words,
      limit: NAMES_PAGE_SIZE,
      offset: (shown - 1) * NAMES_PAGE_SIZE,
    });
  const { total } = at(1);
  const pages = Math.max(1, Math.ceil(total / NAMES_PAGE_SIZE));
  const shown = Math.min(Math.max(1, page), pages);
  return { names: at(shown).names, total, page: shown, pages };
}

/** Its versions that can be read, the newest first. */
export const versions = <T extends { readonly name: string }>(db: Db, kind: Kind<T>, id: string): KeptVersion<T>[] =>
  repo.versionRows(db, kind.tables, id, MOST_VERSIONS_SHOWN).flatMap(({ version, savedAt, document }) => {
    const parsed = kind.parseText(document);
    return parsed.ok ? [{ version, savedAt, value: parsed.value }] : [];
  });

/** Saves a new version over the one it was made on; a stale one is answered with the newer and nothing is written. */
export function save<T extends { readonly name: string }>(
  db: Db,
  kind: Kind<T>,
  { id, baseVersion, document }: SaveKeptInput,
  check: (value: T) => Result<T>,
  { now }: KeptContext,
): KeepOutcome<T> {
  const parsed = kind.parse(document);
  const checked = parsed.ok ? check(parsed.value) : parsed;
  if (!checked.ok) return { status: "refused", message: checked.problems.map(({ message }) => message).join(" ") };
  return writing(db, (tx): KeepOutcome<T> => {
    const found = repo.keptRow(tx, kind.tables, id);
    if (!found) return { status: "missing" };
    if (found.row.version !== baseVersion) {
      const stored = keptOf(kind, found);
      return stored ? { status: "stale", stored } : { status: "missing" };
    }
    repo.addVersion(tx, kind.tables, found.row, {
      name: checked.value.name,
      document: kind.textOf(checked.value),
      now: now(),
    });
    return {
      status: "saved",
      stored: { id, version: baseVersion + 1, value: checked.value, isPutAway: found.row.putAwayAt !== null },
    };
  });
}

export const setPutAway = <T extends { readonly name: string }>(
  db: Db,
  { tables }: Kind<T>,
  id: string,
  putAway: boolean,
  { now }: KeptContext,
): boolean => repo.setPutAway(db, tables, id, putAway ? now() : null);
