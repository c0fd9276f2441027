import { and, asc, desc, eq, isNotNull, isNull, sql } from "drizzle-orm";
import type { Db } from "../db/client";
import { mixes, mixVersions, revisions, setups, type MixRow } from "../db/schema";

/** Rows in and out, nothing else. */

export type MixWithDocument = { readonly row: MixRow; readonly document: string | null };

const withDocument = (db: Db) => db.select({ row: mixes, document: mixVersions.document }).from(mixes)
  .leftJoin(mixVersions, and(eq(mixVersions.mixId, mixes.id), eq(mixVersions.version, mixes.version)));

export const mixRow = (db: Db, id: string): MixWithDocument | undefined => withDocument(db).where(eq(mixes.id, id)).get();

export const mixRows = (db: Db, putAway: boolean, limit: number): MixWithDocument[] => withDocument(db).where(putAway ? isNotNull(mixes.putAwayAt) : isNull(mixes.putAwayAt)).orderBy(asc(mixes.name), asc(mixes.id)).limit(limit).all();

export function insertMix(db: Db, { id, name, document, now }: { id: string; name: string; document: string; now: string }): void {
  db.insert(mixes).values({ id, name, version: 1, createdAt: now, updatedAt: now }).run();
  db.insert(mixVersions).values({ mixId: id, version: 1, document, savedAt: now }).run();
}

export function addVersion(db: Db, row: MixRow, { name, document, now }: { name: string; document: string; now: string }): void {
  const version = row.version + 1;
  db.insert(mixVersions).values({ mixId: row.id, version, document, savedAt: now }).run();
  db.update(mixes).set({ name, version, updatedAt: now }).where(eq(mixes.id, row.id)).run();
}

export const setMixPutAway = (db: Db, id: string, at: string | null): boolean => db.update(mixes).set({ putAwayAt: at }).where(eq(mixes.id, id)).run().changes > 0;

/** Setups whose present version has a layer of a medium. */
export const setupsWithMedium = (db: Db, mediumId: string): { id: string; name: string }[] =>
  db.select({ id: setups.id, name: setups.name }).from(setups).innerJoin(revisions, eq(setups.headRevisionId, revisions.id))
    .where(sql`instr(${revisions.document}, ${`"mediumId":${JSON.stringify(mediumId)}`}) > 0`).orderBy(desc(setups.updatedAt)).all();
