import { and, asc, count, desc, eq, inArray, lte, sql, type SQL } from "drizzle-orm";
import { meaningOf, WHATS, type What } from "../../core/log/vocabulary";
import type { LogPageInput } from "../../formats/log/schema";
import type { Db } from "../db/client";
import { logRows, logRowVersions, type LogRowRow } from "../db/schema";

/** Rows in and out, nothing else. */
type NewRow = typeof logRows.$inferInsert;
/** So many in one statement: twelve values a row, and a statement has some thousands. */
const AT_ONCE = 200;

/** Adds rows; those whose writer's id is there already are left as they are. @returns how many were added */
export function addRows(db: Db, rows: readonly NewRow[]): number {
  let added = 0;
  for (let i = 0; i < rows.length; i += AT_ONCE)
    added += db
      .insert(logRows)
      .values(rows.slice(i, i + AT_ONCE))
      .onConflictDoNothing()
      .run().changes;
  return added;
}

export const rowOf = (db: Db, setupId: string, rowId: string): LogRowRow | undefined =>
  db
    .select()
    .from(logRows)
    .where(and(eq(logRows.setupId, setupId), eq(logRows.rowId, rowId)))
    .get();

export const countOf = (db: Db, setupId: string): number =>
  db.select({ rows: count() }).from(logRows).where(eq(logRows.setupId, setupId)).get()?.rows ?? 0;

/** All there are of a setup, those taken out among them, oldest first. */
export const allRows = (db: Db, setupId: string): readonly LogRowRow[] =>
  db.select().from(logRows).where(eq(logRows.setupId, setupId)).orderBy(asc(logRows.at), asc(logRows.id)).all();

export const setRow = (db: Db, id: number, row: Partial<typeof logRows.$inferInsert>): void =>
  void db.update(logRows).set(row).where(eq(logRows.id, id)).run();

export const addVersion = (db: Db, row: typeof logRowVersions.$inferInsert): void =>
  void db.insert(logRowVersions).values(row).onConflictDoNothing().run();

export const versionsOf = (db: Db, logId: number) =>
  db.select().from(logRowVersions).where(eq(logRowVersions.logId, logId)).orderBy(desc(logRowVersions.version)).all();

const ofKind = (show: LogPageInput["show"]): SQL | undefined =>
  show === "all" || show === "taken-out"
    ? undefined
    : inArray(
        logRows.what,
        WHATS.filter((what) => meaningOf(what).kind === show),
      );

/** Rows from a place back, the newest first. */
export const pageOf = (db: Db, { setupId, show, until, before }: LogPageInput, size: number): readonly LogRowRow[] =>
  db
    .select()
    .from(logRows)
    .where(
      and(
        eq(logRows.setupId, setupId),
        eq(logRows.takenOut, show === "taken-out"),
        ofKind(show),
        until === null ? undefined : lte(logRows.at, until),
        before === null ? undefined : sql`(${logRows.at}, ${logRows.id}) < (${before.at}, ${before.key})`,
      ),
    )
    .orderBy(desc(logRows.at), desc(logRows.id))
    .limit(size)
    .all();

/** How many there are of each thing that has a number, and of which days. */
export const measured = (db: Db, setupId: string) =>
  db
    .select({ what: logRows.what, rows: count() })
    .from(logRows)
    .where(and(eq(logRows.setupId, setupId), eq(logRows.takenOut, false), sql`${logRows.value} is not null`))
    .groupBy(logRows.what)
    .all();

const ofWhat = (setupId: string, what: What): SQL | undefined =>
  and(
    eq(logRows.setupId, setupId),
    eq(logRows.what, what),
    eq(logRows.takenOut, false),
    sql`${logRows.value} is not null`,
  );

export const valuesOf = (db: Db, setupId: string, what: What) =>
  db
    .select({ at: logRows.at, value: sql<number>`${logRows.value}` })
    .from(logRows)
    .where(ofWhat(setupId, what))
    .orderBy(asc(logRows.at), asc(logRows.id))
    .all();

/** The same by day: its mean, its least and its greatest. */
export const daysOf = (db: Db, setupId: string, what: What) =>
  db
    .select({
      day: sql<string>`substr(${logRows.at}, 1, 10)`,
      value: sql<number>`avg(${logRows.value})`,
      low: sql<number>`min(${logRows.value})`,
      high: sql<number>`max(${logRows.value})`,
    })
    .from(logRows)
    .where(ofWhat(setupId, what))
    .groupBy(sql`substr(${logRows.at}, 1, 10)`)
    .orderBy(sql`1`)
    .all();

/** The last of each thing, by when it was. */
export const lastOfEach = (db: Db, setupId: string): readonly LogRowRow[] =>
  WHATS.flatMap(
    (what) =>
      db
        .select()
        .from(logRows)
        .where(and(eq(logRows.setupId, setupId), eq(logRows.what, what), eq(logRows.takenOut, false)))
        .orderBy(desc(logRows.at), desc(logRows.id))
        .limit(1)
        .get() ?? [],
  );

const WATERINGS: readonly What[] = ["filled", "filled-to", "watered"];
export const FILLINGS: readonly What[] = ["filled", "filled-to"];

/** When it was watered or filled, the oldest first. */
export const wateringsOf = (db: Db, setupId: string) =>
  db
    .select({ at: logRows.at, what: logRows.what })
    .from(logRows)
    .where(and(eq(logRows.setupId, setupId), inArray(logRows.what, [...WATERINGS]), eq(logRows.takenOut, false)))
    .orderBy(asc(logRows.at))
    .all();

/** How often they were written and changed: what only rises. */
export const wateringChanges = (db: Db, setupId: string): number =>
  db
    .select({ changes: sql<number>`coalesce(sum(${logRows.version}), 0)` })
    .from(logRows)
    .where(and(eq(logRows.setupId, setupId), inArray(logRows.what, [...WATERINGS])))
    .get()?.changes ?? 0;
