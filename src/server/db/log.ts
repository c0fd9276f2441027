import { and, asc, desc, eq, lt, type SQL } from "drizzle-orm";
import type { AnySQLiteColumn, SQLiteTable } from "drizzle-orm/sqlite-core";
import type { Db } from "./client";

/**
 * Rows that are only ever added to: what was ticked, what was changed, what was measured. Each belongs to something, has
 * a place of its own in the order in which it came, and an id that its writer gave it, so that what is sent again is
 * known. They are read whole, oldest first, or in pages from the newest back that miss none while more come in.
 */
export type LogTable = SQLiteTable & { readonly id: AnySQLiteColumn };
type Row<T extends LogTable> = T["$inferSelect"];
export type LogPage<T extends LogTable> = {
  readonly rows: readonly Row<T>[];
  /** Where the page after it begins; undefined when there is none. */
  readonly before: number | undefined;
};
export type Log<T extends LogTable> = {
  /** Adds a row, and answers whether it did: one whose writer's id is there already is left as it is. */
  add(db: Db, row: T["$inferInsert"]): boolean;
  all(db: Db, ofId: string): Row<T>[];
  page(db: Db, ofId: string, size: number, before?: number): LogPage<T>;
};

/**
 * @param of what its rows belong to; its table has a unique index over this and the id of a row's writer
 * @param only which of the table's rows it is of; all without
 */
export function logOf<T extends LogTable>(table: T, of: AnySQLiteColumn, only?: SQL): Log<T> {
  const id: AnySQLiteColumn = table.id;
  // which rows a table has is its own to say: Drizzle's builder cannot follow that through a parameter
  const rows = (found: unknown): Row<T>[] => found as Row<T>[];
  return {
    add: (db, row) => db.insert(table).values(row).onConflictDoNothing().run().changes > 0,
    all: (db, ofId) =>
      rows(
        db
          .select()
          .from(table as SQLiteTable)
          .where(and(eq(of, ofId), only))
          .orderBy(asc(id))
          .all(),
      ),
    page(db, ofId, size, before) {
      const found = rows(
        db
          .select()
          .from(table as SQLiteTable)
          .where(and(eq(of, ofId), only, before === undefined ? undefined : lt(id, before)))
          .orderBy(desc(id))
          .limit(size + 1)
          .all(),
      );
      const shown = found.slice(0, size);
      return { rows: shown, before: found.length > size ? (shown.at(-1) as { id: number }).id : undefined };
    },
  };
}
