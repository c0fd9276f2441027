import { asc, eq } from "drizzle-orm";
import type { Db } from "../db/client";
import { logOf } from "../db/log";
import { packVersions, revisions, setups, type RevisionRow, type SetupRow } from "../db/schema";
import type { KeptTables, WholeKept } from "../kept/kept.repo";

/** Whole tables in and out, nothing else. */
export const setupRows = (db: Db): SetupRow[] =>
  db.select().from(setups).orderBy(asc(setups.createdAt), asc(setups.id)).all();

/** All versions of a setup, those set aside among them. */
export const REVISIONS = logOf(revisions, revisions.setupId);

export function wholeKept(db: Db, { heads, versions }: KeptTables): WholeKept[] {
  return db
    .select()
    .from(heads)
    .orderBy(asc(heads.createdAt), asc(heads.id))
    .all()
    .map(({ version: _newest, ...head }) => ({
      ...head,
      versions: db
        .select({ version: versions.version, document: versions.document, savedAt: versions.savedAt })
        .from(versions)
        .where(eq(versions.ofId, head.id))
        .orderBy(asc(versions.version))
        .all(),
    }));
}

export const packRows = (db: Db) =>
  db.select().from(packVersions).orderBy(asc(packVersions.mediumId), asc(packVersions.version)).all();

export function insertPackVersion(db: Db, row: typeof packVersions.$inferInsert): void {
  db.insert(packVersions).values(row).run();
}

/** A setup's row with its versions; each parent and the head are places in their list. @returns their ids here */
export function insertWholeSetup(
  db: Db,
  row: Omit<SetupRow, "headRevisionId" | "version">,
  list: readonly (Omit<RevisionRow, "id" | "setupId" | "parentId"> & { readonly parent: number | null })[],
  head: number,
): readonly number[] {
  db.insert(setups)
    .values({ ...row, version: list.length })
    .run();
  const ids: number[] = [];
  for (const { parent, ...revision } of list)
    ids.push(
      db
        .insert(revisions)
        .values({ ...revision, setupId: row.id, parentId: parent === null ? null : ids[parent]! })
        .returning()
        .get().id,
    );
  db.update(setups).set({ headRevisionId: ids[head]! }).where(eq(setups.id, row.id)).run();
  return ids;
}
