import { eq } from "drizzle-orm";
import type { Db } from "../db/client";
import { logOf } from "../db/log";
import { houseSettings, keepingEntries } from "../db/schema";

/** Rows in and out, nothing else. */
export const KEEPING = logOf(keepingEntries, keepingEntries.setupId);

export const settingRow = (db: Db, name: string) =>
  db.select().from(houseSettings).where(eq(houseSettings.name, name)).get();

export function setSetting(db: Db, row: typeof houseSettings.$inferInsert): void {
  db.insert(houseSettings)
    .values(row)
    .onConflictDoUpdate({
      target: houseSettings.name,
      set: { document: row.document, savedAt: row.savedAt },
    })
    .run();
}
