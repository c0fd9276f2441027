import {
  chmodSync,
  closeSync,
  copyFileSync,
  existsSync,
  fsyncSync,
  mkdirSync,
  openSync,
  readFileSync,
  renameSync,
  rmSync,
} from "node:fs";
import { dirname, join } from "node:path";
import Database from "better-sqlite3";
import { failed, ok, problem, type Result } from "../../core/units/problem";
import { bringUpToDate, incomingBeside } from "./client";
import { DATABASE_FILE, troubleWith } from "./health";

/** What a backup holds, counted in it after it was written. */
export type Backup = {
  readonly file: string;
  readonly setups: number;
  readonly revisions: number;
  readonly mixes: number;
};

/**
 * Writes all of a data folder's database into one file, while Marlstone runs or not, and reads it back. Fails with
 * "missing", "exists" or "unsound".
 */
export function backUp(dataFolder: string, file: string): Result<Backup> {
  const source = join(dataFolder, DATABASE_FILE);
  if (!existsSync(source)) return failed(problem("data", "missing", `There is no database in ${dataFolder}.`));
  if (existsSync(file)) return failed(problem("file", "exists", `${file} is there already; nothing was written.`));
  mkdirSync(dirname(file), { recursive: true });
  const sqlite = new Database(source, { readonly: true });
  try {
    sqlite.prepare("vacuum into ?").run(file);
  } catch (error) {
    rmSync(file, { force: true });
    return failed(problem("file", "unsound", `The backup could not be written: ${messageOf(error)}.`));
  } finally {
    sqlite.close();
  }
  return counted(file);
}

/** The same as bytes, to be sent. */
export function backUpAsBytes(dataFolder: string, id: string): Result<Backup & { readonly bytes: Buffer }> {
  const file = join(dataFolder, `.backup-${id}.db`);
  try {
    const made = backUp(dataFolder, file);
    return made.ok ? ok({ ...made.value, bytes: readFileSync(file) }) : made;
  } finally {
    rmSync(file, { force: true });
  }
}

/** Whether a Marlstone has a database open: as long as one does, nobody else can leave the write-ahead log. */
function isInUse(file: string): boolean {
  let sqlite: Database.Database | undefined;
  try {
    sqlite = new Database(file, { timeout: 0 });
    sqlite.pragma("journal_mode = DELETE");
    return false;
  } catch (error) {
    return error instanceof Database.SqliteError && error.code.startsWith("SQLITE_BUSY");
  } finally {
    sqlite?.close();
  }
}

/**
 * Puts a backup in the place of a data folder's database, once it has been found sound; what was there is moved aside
 * and kept. Fails with "missing", "unsound" or "in-use" and has changed nothing then.
 * @param stamp  tells the file that is moved aside from earlier ones
 */
export function restore(
  dataFolder: string,
  file: string,
  stamp: string,
): Result<Backup & { readonly movedTo: string | undefined }> {
  if (!existsSync(file)) return failed(problem("file", "missing", `There is no file ${file}.`));
  const trouble = troubleWith(file);
  if (trouble && trouble.code !== "not-writable") return failed(problem("file", "unsound", trouble.what));
  mkdirSync(dataFolder, { recursive: true });
  const target = join(dataFolder, DATABASE_FILE);
  if (existsSync(target) && isInUse(target))
    return failed(problem("data", "in-use", `Marlstone is running on ${dataFolder}. Stop it first.`));
  // a copy is brought up to date and counted: one of any earlier schema that can be is good enough, one that cannot is not
  const copy = `${target}.copying`;
  copyFileSync(file, copy);
  chmodSync(copy, 0o644);
  const found = upToDate(copy, file);
  // counting it leaves an empty log beside it
  for (const end of ["-wal", "-shm"]) rmSync(copy + end, { force: true });
  if (!found.ok) {
    rmSync(copy);
    return found;
  }
  toDisk(copy);
  // from here on it is found, and put in its place, by the next start if this ends before it
  const incoming = incomingBeside(target);
  renameSync(copy, incoming);
  const movedTo = existsSync(target) ? `${target}.before-${stamp}` : undefined;
  if (movedTo) {
    for (const end of ["-wal", "-shm"]) if (existsSync(target + end)) renameSync(target + end, movedTo + end);
    renameSync(target, movedTo);
  }
  renameSync(incoming, target);
  return ok({ ...found.value, movedTo });
}

/** Sees that all of a file is on its disk: what has its name from now on has to outlive the machine. */
function toDisk(file: string): void {
  const descriptor = openSync(file, "r+");
  try {
    fsyncSync(descriptor);
  } finally {
    closeSync(descriptor);
  }
}

function upToDate(copy: string, file: string): Result<Backup> {
  try {
    bringUpToDate(copy);
  } catch (error) {
    return failed(problem("file", "unsound", `${file} holds no data of Marlstone's: ${messageOf(error)}.`));
  }
  return counted(copy);
}

function counted(file: string): Result<Backup> {
  let sqlite: Database.Database | undefined;
  try {
    sqlite = new Database(file, { readonly: true });
    if (sqlite.pragma("integrity_check(1)", { simple: true }) !== "ok")
      return failed(problem("file", "unsound", `${file} is damaged.`));
    const count = (table: string): number =>
      (sqlite!.prepare(`select count(*) as many from ${table}`).get() as { many: number }).many;
    return ok({ file, setups: count("setups"), revisions: count("revisions"), mixes: count("mixes") });
  } catch (error) {
    return failed(problem("file", "unsound", `${file} holds no data of Marlstone's: ${messageOf(error)}.`));
  } finally {
    sqlite?.close();
  }
}

const messageOf = (error: unknown): string => (error instanceof Error ? error.message : String(error));
