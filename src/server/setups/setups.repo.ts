import { and, asc, count, desc, eq, isNotNull, isNull, sql } from "drizzle-orm";
import { contains, type Db } from "../db/client";
import { revisions, setups, type RevisionRow, type SetupRow } from "../db/schema";

/**
 * Rows in and out, nothing else. Every function is synchronous and takes the database, or a transaction of it, first.
 */

export type ShelfRow = {
  readonly id: string;
  readonly name: string;
  readonly document: string | null;
  readonly savedAt: string | null;
};

/** Which of the setups: those on the shelf or those put away, with some words in their names. */
export type Asked = { readonly putAway: boolean; readonly words: string };
/** In which order a shelf is filled: as they were made, or by their names. */
export type ShelfOrder = "made" | "name";

const askedFor = ({ putAway, words }: Asked) =>
  and(putAway ? isNotNull(setups.putAwayAt) : isNull(setups.putAwayAt), contains(setups.name, words));

export function shelfRows(db: Db, asked: Asked, order: ShelfOrder, limit: number, offset: number): ShelfRow[] {
  return db
    .select({ id: setups.id, name: setups.name, document: revisions.document, savedAt: revisions.savedAt })
    .from(setups)
    .leftJoin(revisions, eq(setups.headRevisionId, revisions.id))
    .where(askedFor(asked))
    .orderBy(...(order === "name" ? [sql`${setups.name} collate nocase`] : []), asc(setups.createdAt), asc(setups.id))
    .limit(limit)
    .offset(offset)
    .all();
}

export const countSetups = (db: Db, asked: Asked): number =>
  db.select({ n: count() }).from(setups).where(askedFor(asked)).get()!.n;

export const setupRow = (db: Db, id: string): SetupRow | undefined =>
  db.select().from(setups).where(eq(setups.id, id)).get();

export const revisionRow = (db: Db, setupId: string, id: number): RevisionRow | undefined =>
  db
    .select()
    .from(revisions)
    .where(and(eq(revisions.setupId, setupId), eq(revisions.id, id)))
    .get();

export const revisionByChange = (db: Db, setupId: string, changeId: string): RevisionRow | undefined =>
  db
    .select()
    .from(revisions)
    .where(and(eq(revisions.setupId, setupId), eq(revisions.changeId, changeId)))
    .get();

/** The revision that redo goes to. */
export const newestChild = (db: Db, setupId: string, parentId: number): RevisionRow | undefined =>
  db
    .select()
    .from(revisions)
    .where(and(eq(revisions.setupId, setupId), eq(revisions.parentId, parentId), eq(revisions.kind, "change")))
    .orderBy(desc(revisions.id))
    .limit(1)
    .get();

/** Changes that were set aside and wait, oldest first: each is the child of the one that was made before it. */
export const openSetAside = (db: Db, setupId: string): RevisionRow[] =>
  db
    .select()
    .from(revisions)
    .where(and(eq(revisions.setupId, setupId), eq(revisions.kind, "set-aside"), isNull(revisions.settledAt)))
    .orderBy(asc(revisions.id))
    .all();

export function insertSetup(db: Db, row: { id: string; name: string; now: string }): void {
  db.insert(setups).values({ id: row.id, name: row.name, createdAt: row.now, updatedAt: row.now }).run();
}

export const insertRevision = (db: Db, row: Omit<RevisionRow, "id" | "settledAt">): RevisionRow =>
  db.insert(revisions).values(row).returning().get();

/** Moves the head and counts the version up. */
export function moveHead(db: Db, setup: SetupRow, to: { revisionId: number; name: string; now: string }): SetupRow {
  return db
    .update(setups)
    .set({ headRevisionId: to.revisionId, name: to.name, version: setup.version + 1, updatedAt: to.now })
    .where(eq(setups.id, setup.id))
    .returning()
    .get()!;
}

export function settleSetAside(db: Db, revisionId: number, now: string): void {
  db.update(revisions).set({ settledAt: now }).where(eq(revisions.id, revisionId)).run();
}

export const setPutAway = (db: Db, id: string, at: string | null): boolean =>
  db.update(setups).set({ putAwayAt: at }).where(eq(setups.id, id)).run().changes > 0;

/** The ids of media that any version of a setup has a layer of, going back included; damaged versions name none. */
export const mediaOfHistory = (db: Db, setupId: string): string[] =>
  namedInHistory(db, setupId, "$.layers", "$.mediumId");

/** The same of who lives in it. */
export const occupantsOfHistory = (db: Db, setupId: string): string[] =>
  namedInHistory(db, setupId, "$.occupants", "$.occupantId");

const namedInHistory = (db: Db, setupId: string, list: string, key: string): string[] =>
  db
    .all<{ id: string | null }>(
      sql`select distinct json_extract(one.value, ${key}) as id
          from ${revisions} as r,
               json_each(case when json_valid(r.document) then r.document else '{}' end, ${list}) as one
          where r.setup_id = ${setupId}`,
    )
    .flatMap(({ id }) => (typeof id === "string" ? [id] : []));
