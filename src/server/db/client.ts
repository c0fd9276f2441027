import { folded } from "../../core/units/text";
import { existsSync, mkdirSync, readdirSync, renameSync, rmSync, statSync } from "node:fs";
import { join } from "node:path";
import Database from "better-sqlite3";
import { and, getTableColumns, getTableName, is, sql, type SQL } from "drizzle-orm";
import { SQLiteTable, type AnySQLiteColumn } from "drizzle-orm/sqlite-core";
import { drizzle, type BetterSQLite3Database } from "drizzle-orm/better-sqlite3";
import { migrate } from "drizzle-orm/better-sqlite3/migrator";
import {
  DATABASE_FILE,
  DatabaseTrouble,
  MIGRATIONS_FOLDER,
  missingIn,
  movedAway,
  openingTrouble,
  storageTrouble,
  troubleWith,
  type TableShape,
} from "./health";
import { failed, type Problem, type Result } from "../../core/units/problem";
import * as schema from "./schema";

export { DATABASE_FILE, MIGRATIONS_FOLDER } from "./health";
export type Db = BetterSQLite3Database<typeof schema>;

export type OpenDatabase = {
  readonly db: Db;
  readonly close: () => void;
  /** @throws DatabaseTrouble once the file in the database's place is another, or none */
  readonly checkInPlace: () => void;
};

/**
 * Opens the database of a data folder, making both if need be, and brings its schema up to date.
 * Write-ahead log with full sync: an acknowledged transaction survives the death of the process and of the machine.
 * @throws DatabaseTrouble when it cannot be relied on; nothing has been written to it then
 */
export function openDatabase(dataFolder: string, migrationsFolder = MIGRATIONS_FOLDER): OpenDatabase {
  const file = join(dataFolder, DATABASE_FILE);
  return withStorageTold(file, () => {
    tidy(dataFolder);
    const trouble = troubleWith(file, migrationsFolder);
    if (trouble) throw new DatabaseTrouble(trouble);
    if (!existsSync(file)) begin(dataFolder, file, migrationsFolder);
    return openSound(file, migrationsFolder);
  });
}

/** What a backup or a first start that was cut off has left: nobody goes on with it. */
const LEFT_OVER = /^(?:\.backup-.*|marlstone\.db\.(?:new|copying)(?:-wal|-shm|-journal)?)$/u;

/** Takes away what was left half done, and finishes a restore that was cut between its renames. */
function tidy(dataFolder: string): void {
  if (!statSync(dataFolder, { throwIfNoEntry: false })?.isDirectory()) return;
  for (const name of readdirSync(dataFolder))
    if (LEFT_OVER.test(name)) rmSync(join(dataFolder, name), { force: true, recursive: true });
  const file = join(dataFolder, DATABASE_FILE);
  const incoming = incomingBeside(file);
  if (!existsSync(incoming)) return;
  // it was whole, and found sound, before it got this name
  if (existsSync(file)) rmSync(incoming);
  else renameSync(incoming, file);
}

/** A backup on its way into the place of a database, once it is whole. */
export const incomingBeside = (file: string): string => `${file}.incoming`;

/** Makes a new database, which stands in its place only once it is whole: an empty file there is something else. */
function begin(dataFolder: string, file: string, migrationsFolder: string): void {
  mkdirSync(dataFolder, { recursive: true });
  const fresh = `${file}.new`;
  openSound(fresh, migrationsFolder).close();
  renameSync(fresh, file);
}

/**
 * Brings a database that nobody has open up to this Marlstone's schema, and sees that all of it is there.
 * @throws DatabaseTrouble when it cannot be relied on
 */
export function bringUpToDate(file: string, migrationsFolder = MIGRATIONS_FOLDER): void {
  const trouble = troubleWith(file, migrationsFolder);
  if (trouble) throw new DatabaseTrouble(trouble);
  openSound(file, migrationsFolder).close();
}

/** All tables there are by the schema, with their columns. */
const TABLES: readonly TableShape[] = (Object.values(schema) as readonly unknown[])
  .filter((one): one is SQLiteTable => is(one, SQLiteTable))
  .map((table) => ({
    name: getTableName(table),
    columns: Object.values(getTableColumns(table)).map(({ name }) => name),
  }));

/** @throws DatabaseTrouble instead of an error that says the same of the place the data lie in */
export function withStorageTold<T>(file: string, use: () => T): T {
  try {
    return use();
  } catch (error) {
    const trouble = storageTrouble(error, file);
    throw trouble ? new DatabaseTrouble(trouble) : error;
  }
}

/** So long a write waits for another program that has the database; then whoever asked tries again. [ms] */
const BUSY_MS = 50;

/** @throws DatabaseTrouble whatever goes wrong while it is opened and brought up to date */
function openSound(file: string, migrationsFolder: string): OpenDatabase {
  const sqlite = new Database(file);
  try {
    return prepared(sqlite, file, migrationsFolder);
  } catch (error) {
    sqlite.close();
    throw error instanceof DatabaseTrouble ? error : new DatabaseTrouble(openingTrouble(error, file));
  }
}

function prepared(sqlite: Database.Database, file: string, migrationsFolder: string): OpenDatabase {
  sqlite.function("folded", { deterministic: true }, (text) => folded(String(text)));
  sqlite.pragma("journal_mode = WAL");
  sqlite.pragma("synchronous = FULL");
  sqlite.pragma(`busy_timeout = ${BUSY_MS}`);
  // drizzle rebuilds tables inside a migration, so references are checked only afterwards
  sqlite.pragma("foreign_keys = OFF");
  const db = drizzle(sqlite, { schema });
  migrate(db, { migrationsFolder });
  // an earlier schema, as tests make one, has not all of it yet
  const missing = migrationsFolder === MIGRATIONS_FOLDER ? missingIn(file, sqlite, TABLES) : undefined;
  if (missing) throw new DatabaseTrouble(missing);
  sqlite.pragma("foreign_keys = ON");
  const { ino, dev } = statSync(file);
  return {
    db,
    checkInPlace: () => {
      const now = statSync(file, { throwIfNoEntry: false });
      if (now?.ino !== ino || now.dev !== dev) throw new DatabaseTrouble(movedAway(file));
    },
    // all of it into the one file, so that a copy of that file is a copy of everything
    close: () => {
      if (!sqlite.open) return;
      sqlite.pragma("wal_checkpoint(TRUNCATE)");
      sqlite.close();
    },
  };
}

/**
 * A change, all of it or nothing. It takes the database's one place for writers before it reads, so that what it decides
 * by cannot change under it.
 */
export const writing = <T>(db: Db, change: (tx: Db) => T): T => db.transaction(change, { behavior: "immediate" });

/** The same, and nothing of it where what it comes to is that it cannot be. */
export function writingIfOk<T>(db: Db, change: (tx: Db) => Result<T>): Result<T> {
  try {
    return writing(db, (tx) => {
      const result = change(tx);
      if (!result.ok) throw new Undone(result.problems);
      return result;
    });
  } catch (error) {
    if (error instanceof Undone) return failed(...error.problems);
    throw error;
  }
}

/** Thrown and caught here alone: a transaction is undone by an error. */
class Undone extends Error {
  constructor(readonly problems: readonly Problem[]) {
    super("undone");
  }
}

/** A text as it is sorted by. */
export const sorted = (column: AnySQLiteColumn): SQL => sql`folded(${column})`;

/** Whether a text has each of some words in it. */
export const contains = (column: AnySQLiteColumn, words: string): SQL | undefined =>
  and(
    ...folded(words)
      .split(/\s+/u)
      .filter((word) => word !== "")
      .map((word) => sql`instr(folded(${column}), ${word}) > 0`),
  );
