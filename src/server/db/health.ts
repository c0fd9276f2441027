import {
  accessSync,
  closeSync,
  constants,
  existsSync,
  openSync,
  readdirSync,
  readFileSync,
  readSync,
  statSync,
} from "node:fs";
import { basename, dirname, join } from "node:path";
import Database from "better-sqlite3";

export const MIGRATIONS_FOLDER = join("src", "server", "db", "migrations");
export const DATABASE_FILE = "marlstone.db";

/** What keeps a database from being relied on: what it is, what is safe, and what to do. */
export type Trouble = {
  readonly code: "not-a-database" | "damaged" | "newer" | "not-writable" | "full" | "moved" | "gone" | "busy";
  readonly what: string;
  readonly safe: string;
  readonly toDo: string;
};

export class DatabaseTrouble extends Error {
  constructor(readonly trouble: Trouble) {
    super(`${trouble.what} ${trouble.safe} ${trouble.toDo}`);
    this.name = "DatabaseTrouble";
  }
}

/** By its name: the class is not the same one in every bundle that the server is built of. */
export const isDatabaseTrouble = (error: unknown): error is DatabaseTrouble =>
  error instanceof Error && error.name === "DatabaseTrouble" && "trouble" in error;

/** First bytes of every SQLite database (SQLite file format, 1.3.1). */
const SQLITE_HEADER = "SQLite format 3\u0000";
const UNTOUCHED = "Marlstone has changed nothing in it.";
const RESTORE =
  "Put a backup in its place with `npm run restore -- FILE`; the file that is there now is moved aside, not deleted.";

/** Looks a database over without writing to it. Undefined when it is sound, or not there yet. */
export function troubleWith(file: string, migrationsFolder = MIGRATIONS_FOLDER): Trouble | undefined {
  if (!existsSync(file)) return gone(file);
  if (!statSync(file).isFile() || !startsAsDatabase(file))
    return {
      code: "not-a-database",
      what: `${file} is no database: something else stands in its place.`,
      safe: UNTOUCHED,
      toDo: RESTORE,
    };
  try {
    accessSync(file, constants.W_OK);
    accessSync(dirname(file), constants.W_OK);
  } catch {
    return notWritable(file);
  }
  let sqlite: Database.Database | undefined;
  try {
    sqlite = new Database(file, { readonly: true });
    const found = sqlite.pragma("quick_check(1)", { simple: true });
    if (found !== "ok") return damaged(file, String(found));
    return foreign(file, sqlite) ?? newer(file, sqlite, migrationsFolder);
  } catch (error) {
    return damaged(file, error instanceof Error ? error.message : String(error));
  } finally {
    sqlite?.close();
  }
}

const notWritable = (file: string): Trouble => ({
  code: "not-writable",
  what: `${file} cannot be written to: it, its folder or its disk is read-only.`,
  safe: "What is in it is safe.",
  toDo: "Let the one who runs Marlstone write there, or say with MARLSTONE_DATA where else its data lies.",
});

const KEPT_IN_BROWSER =
  "All that was saved before is safe; what is not saved yet is kept in the browser it was made in.";

/** What an error of SQLite or of the file system says of the place the data lie in; undefined for any other error. */
export function storageTrouble(error: unknown, file: string): Trouble | undefined {
  const { code, message } = firstCause(error);
  if (/^(SQLITE_FULL|SQLITE_IOERR|ENOSPC|EDQUOT|EFBIG)/u.test(code))
    return {
      code: "full",
      what: `${file} could not be written to: its disk is full, or fails.`,
      safe: KEPT_IN_BROWSER,
      toDo: "Make room on that disk, then try again.",
    };
  if (/^(SQLITE_READONLY|SQLITE_CANTOPEN|SQLITE_PERM|EACCES|EPERM|EROFS|ENOTDIR|EEXIST)/u.test(code))
    return notWritable(file);
  if (/^SQLITE_(BUSY|LOCKED)/u.test(code))
    return {
      code: "busy",
      what: `${file} is held by another program.`,
      safe: KEPT_IN_BROWSER,
      toDo: "Close what else has it open, such as a backup or a database browser, then try again.",
    };
  return /^SQLITE_(CORRUPT|NOTADB)/u.test(code) ? damaged(file, message) : undefined;
}

/** What went wrong at first: queries wrap the error they failed by. */
function firstCause(error: unknown): { readonly code: string; readonly message: string } {
  if (!(error instanceof Error)) return { code: "", message: String(error) };
  if (error.cause instanceof Error) return firstCause(error.cause);
  return { code: "code" in error ? String(error.code) : "", message: error.message };
}

const damaged = (file: string, found: string): Trouble => ({
  code: "damaged",
  what: `${file} is damaged (${found}).`,
  safe: UNTOUCHED,
  toDo: RESTORE,
});

/** The database Marlstone has open is not the one in its place any more: what it would write there would be lost. */
export const movedAway = (file: string): Trouble => ({
  code: "moved",
  what: `${file} was moved or deleted while Marlstone was running.`,
  safe: "Nothing is written until it is clear where to; changes not saved yet are kept in the browser they were made in.",
  toDo: "Put the file back, or start Marlstone again to go on with what stands in its place.",
});

/** An empty file is none: Marlstone puts a new one in its place only once there is something in it. */
function startsAsDatabase(file: string): boolean {
  const bytes = Buffer.alloc(SQLITE_HEADER.length);
  const descriptor = openSync(file, "r");
  try {
    readSync(descriptor, bytes, 0, bytes.length, 0);
    return bytes.toString("latin1") === SQLITE_HEADER;
  } finally {
    closeSync(descriptor);
  }
}

/** No database, but what a restore moved aside, or was bringing: that is no new yard. */
function gone(file: string): Trouble | undefined {
  const folder = dirname(file);
  const beside = existsSync(folder) && statSync(folder).isDirectory() ? readdirSync(folder) : [];
  const left = beside.filter((name) => name.startsWith(`${basename(file)}.before-`) && !/-(?:wal|shm)$/u.test(name));
  if (left.length === 0) return undefined;
  return {
    code: "gone",
    what: `${file} is gone, and beside it lies what stood there before: ${left.join(", ")}.`,
    safe: UNTOUCHED,
    toDo: "Rename the newest of these to it, or put a backup in its place with `npm run restore -- FILE`.",
  };
}

/** Tables that no migration of Marlstone's has made. */
function foreign(file: string, sqlite: Database.Database): Trouble | undefined {
  const tables = sqlite.prepare("select name from sqlite_master where type = 'table'").pluck().all() as string[];
  if (tables.includes(MIGRATIONS_TABLE) || tables.length === 0) return undefined;
  return {
    code: "not-a-database",
    what: `${file} is a database of something else: Marlstone did not make it.`,
    safe: UNTOUCHED,
    toDo: RESTORE,
  };
}
const MIGRATIONS_TABLE = "__drizzle_migrations";

/** Tables and columns that are to be there, and are not, in a database whose migrations have all been made. */
export function missingIn(file: string, sqlite: Database.Database, tables: readonly TableShape[]): Trouble | undefined {
  for (const { name, columns } of tables) {
    const has = new Set(sqlite.prepare("select name from pragma_table_info(?)").pluck().all(name) as string[]);
    if (has.size === 0) return damaged(file, `its table ${name} is missing`);
    const lost = columns.find((column) => !has.has(column));
    if (lost !== undefined) return damaged(file, `its table ${name} has no ${lost}`);
  }
  return undefined;
}
export type TableShape = { readonly name: string; readonly columns: readonly string[] };

/** What an error while a database is opened or brought up to date comes to, whatever it is. */
export const openingTrouble = (error: unknown, file: string): Trouble =>
  storageTrouble(error, file) ?? damaged(file, firstCause(error).message);

function newer(file: string, sqlite: Database.Database, migrationsFolder: string): Trouble | undefined {
  const { entries } = JSON.parse(readFileSync(join(migrationsFolder, "meta", "_journal.json"), "utf8")) as {
    entries: readonly { readonly when: number }[];
  };
  const latest = Math.max(...entries.map(({ when }) => when));
  const has = sqlite.prepare("select 1 from sqlite_master where name = ?").get(MIGRATIONS_TABLE);
  const row = has && sqlite.prepare("select max(created_at) as at from __drizzle_migrations").get();
  const at = (row as { readonly at: number | null } | undefined)?.at ?? 0;
  if (Number(at) <= latest) return undefined;
  return {
    code: "newer",
    what: `${file} was written by a newer Marlstone.`,
    safe: UNTOUCHED,
    toDo: "Run that newer version, or put a backup from this one in its place with `npm run restore -- FILE`.",
  };
}
