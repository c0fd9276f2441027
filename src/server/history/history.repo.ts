import { and, asc, desc, eq, inArray, isNull, sql } from "drizzle-orm";
import type { Db } from "../db/client";
import { logOf } from "../db/log";
import { revisions, versionNames, type RevisionRow, type VersionNameRow } from "../db/schema";

/** Rows in and out, nothing else. Changes of a setup, newest first, without the versions set aside. */
export const CHANGES = logOf(revisions, revisions.setupId, eq(revisions.kind, "change"));

export const revisionsById = (db: Db, setupId: string, ids: readonly number[]): RevisionRow[] =>
  ids.length === 0
    ? []
    : db
        .select()
        .from(revisions)
        .where(and(eq(revisions.setupId, setupId), inArray(revisions.id, [...ids])))
        .orderBy(desc(revisions.id))
        .all();

/** The ids on the way from a version back to the first, as far down as one of them. */
export const pathTo = (db: Db, headId: number, downTo: number): ReadonlySet<number> =>
  new Set(
    db
      .all<{ id: number }>(
        sql`with recursive path(id, parent_id) as (
              select id, parent_id from revisions where id = ${headId}
              union all
              select r.id, r.parent_id from revisions r join path on r.id = path.parent_id where r.id >= ${downTo}
            ) select id from path`,
      )
      .map(({ id }) => id),
  );

export const nameRows = (db: Db, setupId: string): VersionNameRow[] =>
  db
    .select()
    .from(versionNames)
    .where(and(eq(versionNames.setupId, setupId), isNull(versionNames.droppedAt)))
    .orderBy(asc(versionNames.id))
    .all();

export const allNameRows = (db: Db, setupId: string): VersionNameRow[] =>
  db.select().from(versionNames).where(eq(versionNames.setupId, setupId)).orderBy(asc(versionNames.id)).all();

export function insertName(db: Db, row: Omit<VersionNameRow, "id">): void {
  db.insert(versionNames).values(row).run();
}

/** Names a version, unless it has that name. */
export function nameOnce(db: Db, row: Omit<VersionNameRow, "id" | "droppedAt">): void {
  const has = nameRows(db, row.setupId).some(
    ({ revisionId, name }) => revisionId === row.revisionId && name === row.name,
  );
  if (!has) insertName(db, { ...row, droppedAt: null });
}

export const dropName = (db: Db, setupId: string, nameId: number, now: string): boolean =>
  db
    .update(versionNames)
    .set({ droppedAt: now })
    .where(and(eq(versionNames.setupId, setupId), eq(versionNames.id, nameId), isNull(versionNames.droppedAt)))
    .run().changes > 0;
