import { and, asc, count, desc, eq, isNotNull, isNull, lte } from "drizzle-orm";
import { contains, sorted, type Db } from "../db/client";
import {
  mixes,
  mixVersions,
  ownMedia,
  ownMediumVersions,
  ownOccupants,
  ownOccupantVersions,
  places,
  placeVersions,
  type KeptRow,
} from "../db/schema";

/** Rows of what is kept in versions, in and out, nothing else. */
export type KeptTables = { readonly heads: typeof mixes; readonly versions: typeof mixVersions };
export const MIX_TABLES: KeptTables = { heads: mixes, versions: mixVersions };
// the same columns under other names, which is all that Drizzle's types tell apart
export const OWN_MEDIUM_TABLES: KeptTables = { heads: ownMedia, versions: ownMediumVersions } as unknown as KeptTables;

export const OWN_OCCUPANT_TABLES: KeptTables = {
  heads: ownOccupants,
  versions: ownOccupantVersions,
} as unknown as KeptTables;

export const PLACE_TABLES: KeptTables = { heads: places, versions: placeVersions } as unknown as KeptTables;

export type KeptWithDocument = { readonly row: KeptRow; readonly document: string | null };
export type VersionRow = { readonly version: number; readonly document: string; readonly savedAt: string };

const withDocument = (db: Db, { heads, versions }: KeptTables) =>
  db
    .select({ row: heads, document: versions.document })
    .from(heads)
    .leftJoin(versions, and(eq(versions.ofId, heads.id), eq(versions.version, heads.version)));

export const keptRow = (db: Db, tables: KeptTables, id: string): KeptWithDocument | undefined =>
  withDocument(db, tables).where(eq(tables.heads.id, id)).get();

const onShelf = ({ heads }: KeptTables, putAway: boolean) =>
  putAway ? isNotNull(heads.putAwayAt) : isNull(heads.putAwayAt);

export const keptRows = (db: Db, tables: KeptTables, putAway: boolean): KeptWithDocument[] =>
  withDocument(db, tables).where(onShelf(tables, putAway)).orderBy(asc(tables.heads.name), asc(tables.heads.id)).all();

export type KeptName = { readonly id: string; readonly name: string };

/** The names of all there are, on the shelf or put away. */
export const keptNames = (db: Db, { heads }: KeptTables): KeptName[] =>
  db.select({ id: heads.id, name: heads.name }).from(heads).all();

/** Names by name, those with some words in them. */
export const namesOnShelf = (
  db: Db,
  tables: KeptTables,
  { putAway, words, limit, offset }: { putAway: boolean; words: string; limit: number; offset: number },
): { readonly names: KeptName[]; readonly total: number } => {
  const { heads } = tables;
  const found = and(onShelf(tables, putAway), contains(heads.name, words));
  return {
    names: db
      .select({ id: heads.id, name: heads.name })
      .from(heads)
      .where(found)
      .orderBy(asc(sorted(heads.name)), asc(heads.id))
      .limit(limit)
      .offset(offset)
      .all(),
    total: db.select({ n: count() }).from(heads).where(found).get()!.n,
  };
};

export const versionRow = (db: Db, { versions }: KeptTables, id: string, version: number): VersionRow | undefined =>
  db
    .select({ version: versions.version, document: versions.document, savedAt: versions.savedAt })
    .from(versions)
    .where(and(eq(versions.ofId, id), eq(versions.version, version)))
    .get();

/** The version that was the newest at a time; undefined when there was none yet. */
export const versionAt = (db: Db, { versions }: KeptTables, id: string, time: string): number | undefined =>
  db
    .select({ version: versions.version })
    .from(versions)
    .where(and(eq(versions.ofId, id), lte(versions.savedAt, time)))
    .orderBy(desc(versions.version))
    .limit(1)
    .get()?.version;

/** The newest first. */
export const versionRows = (db: Db, { versions }: KeptTables, id: string, limit: number): VersionRow[] =>
  db
    .select({ version: versions.version, document: versions.document, savedAt: versions.savedAt })
    .from(versions)
    .where(eq(versions.ofId, id))
    .orderBy(desc(versions.version))
    .limit(limit)
    .all();

export type WholeKept = Omit<KeptRow, "version"> & { readonly versions: readonly VersionRow[] };

/** One with all its versions, oldest first, as it was kept elsewhere; the last is its newest. */
export function insertWithVersions(
  db: Db,
  { heads, versions }: KeptTables,
  { versions: rows, ...head }: WholeKept,
): void {
  db.insert(heads)
    .values({ ...head, version: rows.at(-1)!.version })
    .run();
  for (const row of rows)
    db.insert(versions)
      .values({ ofId: head.id, ...row })
      .run();
}

export function insertKept(
  db: Db,
  { heads, versions }: KeptTables,
  { id, name, document, now }: { id: string; name: string; document: string; now: string },
): void {
  db.insert(heads).values({ id, name, version: 1, createdAt: now, updatedAt: now }).run();
  db.insert(versions).values({ ofId: id, version: 1, document, savedAt: now }).run();
}

export function addVersion(
  db: Db,
  { heads, versions }: KeptTables,
  row: KeptRow,
  { name, document, now }: { name: string; document: string; now: string },
): void {
  const version = row.version + 1;
  db.insert(versions).values({ ofId: row.id, version, document, savedAt: now }).run();
  db.update(heads).set({ name, version, updatedAt: now }).where(eq(heads.id, row.id)).run();
}

export const setPutAway = (db: Db, { heads }: KeptTables, id: string, at: string | null): boolean =>
  db.update(heads).set({ putAwayAt: at }).where(eq(heads.id, id)).run().changes > 0;
