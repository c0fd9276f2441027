import { mkdirSync } from "node:fs";
import { join } from "node:path";
import Database from "better-sqlite3";
import { drizzle, type BetterSQLite3Database } from "drizzle-orm/better-sqlite3";
import { migrate } from "drizzle-orm/better-sqlite3/migrator";
import * as schema from "./schema";

export type Db = BetterSQLite3Database<typeof schema>;

export const MIGRATIONS_FOLDER = join("src", "server", "db", "migrations");
export const DATABASE_FILE = "marlstone.db";

/**
 * Opens the database of a data folder, making both if need be, and brings its schema up to date.
 * Write-ahead log with full sync: an acknowledged transaction survives the death of the process and of the machine.
 */
export function openDatabase(dataFolder: string, migrationsFolder = MIGRATIONS_FOLDER): { db: Db; close: () => void } {
  mkdirSync(dataFolder, { recursive: true });
  const sqlite = new Database(join(dataFolder, DATABASE_FILE));
  sqlite.pragma("journal_mode = WAL");
  sqlite.pragma("synchronous = FULL");
  sqlite.pragma("busy_timeout = 5000");
  // drizzle rebuilds tables inside a migration, so references are checked only afterwards
  sqlite.pragma("foreign_keys = OFF");
  const db = drizzle(sqlite, { schema });
  migrate(db, { migrationsFolder });
  sqlite.pragma("foreign_keys = ON");
  return { db, close: () => void sqlite.close() };
}
