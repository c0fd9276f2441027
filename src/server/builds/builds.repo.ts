import { and, asc, desc, eq } from "drizzle-orm";
import type { Db } from "../db/client";
import { logOf } from "../db/log";
import { buildEntries, builds, type BuildRow } from "../db/schema";

/** Rows in and out, nothing else. */
export const newestBuild = (db: Db, setupId: string): BuildRow | undefined =>
  db
    .select()
    .from(builds)
    .where(eq(builds.setupId, setupId))
    // two that were begun at one moment: the later written
    .orderBy(desc(builds.begunAt), desc(builds.id))
    .limit(1)
    .get();

export const buildRow = (db: Db, setupId: string, id: string): BuildRow | undefined =>
  db
    .select()
    .from(builds)
    .where(and(eq(builds.setupId, setupId), eq(builds.id, id)))
    .get();

export const hasBuild = (db: Db, id: string): boolean =>
  db.select({ id: builds.id }).from(builds).where(eq(builds.id, id)).get() !== undefined;

export const buildRows = (db: Db, setupId: string): BuildRow[] =>
  db.select().from(builds).where(eq(builds.setupId, setupId)).orderBy(asc(builds.begunAt), asc(builds.id)).all();

export const insertBuild = (db: Db, row: BuildRow): BuildRow => db.insert(builds).values(row).returning().get();

export function followRevision(db: Db, id: string, revisionId: number): void {
  db.update(builds).set({ revisionId }).where(eq(builds.id, id)).run();
}

/** What was ticked off and written down in a build. */
export const ENTRIES = logOf(buildEntries, buildEntries.buildId);
