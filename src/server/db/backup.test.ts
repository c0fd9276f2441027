import {
  copyFileSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  truncateSync,
  writeFileSync,
} from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import Database from "better-sqlite3";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { rename } from "../../core/stack/edit";
import { medium, potWith } from "../../core/testing/setups";
import { createSetup, shelf } from "../setups/setups.service";
import { backUp, backUpAsBytes, restore } from "./backup";
import { DATABASE_FILE, openDatabase, withStorageTold } from "./client";
import { DatabaseTrouble, storageTrouble, troubleWith } from "./health";

const POT = potWith({ kind: "free-water", levelCm: 4, overflowCm: 5 });
let ids = 0;
const context = { now: () => "2026-11-25T08:00:00.000Z", newId: () => `id-${++ids}-------`, medium };

let folder: string;
const data = (): string => join(folder, "data");
const file = (): string => join(data(), DATABASE_FILE);
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), "marlstone-backup-"));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

/** A data folder with some setups in it. */
function filled(...names: string[]): void {
  const { db, close } = openDatabase(data());
  for (const name of names) createSetup(db, rename(POT, name), context);
  close();
}
function namesIn(dataFolder: string): string[] {
  const { db, close } = openDatabase(dataFolder);
  const names = shelf(db, 1).items.map(({ name }) => name);
  close();
  return names;
}

describe("a database that is closed", () => {
  it("is one file: a copy of it alone is a copy of everything", () => {
    filled("Bog", "Jar");
    copyFileSync(file(), join(folder, "copy.db"));
    const copy = new Database(join(folder, "copy.db"), { readonly: true });
    expect(copy.prepare("select name from setups order by name").all()).toEqual([{ name: "Bog" }, { name: "Jar" }]);
    copy.close();
    expect(existsSync(`${file()}-wal`)).toBe(false);
  });
});

describe("a backup", () => {
  it("holds everything, written while the database is open, and comes back whole; what was there is moved aside", () => {
    const { db, close } = openDatabase(data());
    createSetup(db, rename(POT, "Bog"), context);
    createSetup(db, rename(POT, "Jar"), context);
    const kept = join(folder, "backups", "monday.db");
    expect(backUp(data(), kept)).toMatchObject({ ok: true, value: { setups: 2, revisions: 2, mixes: 0 } });
    createSetup(db, rename(POT, "Made since"), context);
    close();
    const back = restore(data(), kept, "2026-11-26");
    expect(back).toMatchObject({ ok: true, value: { setups: 2, movedTo: `${file()}.before-2026-11-26` } });
    expect(namesIn(data()).sort()).toEqual(["Bog", "Jar"]);
    const aside = new Database(`${file()}.before-2026-11-26`, { readonly: true });
    expect(aside.prepare("select count(*) as many from setups").get()).toEqual({ many: 3 });
    aside.close();
  });

  it("takes what was written but not yet checkpointed when the machine died", () => {
    const { db } = openDatabase(data());
    createSetup(db, rename(POT, "Bog"), context);
    // nobody closes it: its log still holds the last of it
    expect(existsSync(`${file()}-wal`)).toBe(true);
    expect(backUp(data(), join(folder, "b.db"))).toMatchObject({ ok: true, value: { setups: 1 } });
  });

  it("is never written over another, and needs something to back up", () => {
    filled("Bog");
    writeFileSync(join(folder, "b.db"), "mine");
    expect(backUp(data(), join(folder, "b.db"))).toMatchObject({ ok: false, problems: [{ code: "exists" }] });
    expect(readFileSync(join(folder, "b.db"), "utf8")).toBe("mine");
    expect(backUp(join(folder, "nowhere"), join(folder, "c.db"))).toMatchObject({
      ok: false,
      problems: [{ code: "missing" }],
    });
  });

  it("is not put in the place of a database that is in use", () => {
    filled("Bog");
    expect(backUp(data(), join(folder, "b.db")).ok).toBe(true);
    const { db, close } = openDatabase(data());
    createSetup(db, rename(POT, "Made since"), context);
    expect(restore(data(), join(folder, "b.db"), "now")).toMatchObject({ ok: false, problems: [{ code: "in-use" }] });
    close();
    expect(namesIn(data()).sort()).toEqual(["Bog", "Made since"]);
    expect(restore(data(), join(folder, "b.db"), "now").ok).toBe(true);
    expect(namesIn(data())).toEqual(["Bog"]);
  });

  it("to be sent is the file's bytes, and leaves no file behind", () => {
    filled("Bog", "Jar");
    const sent = backUpAsBytes(data(), "test");
    expect(sent).toMatchObject({ ok: true, value: { setups: 2 } });
    expect(readdirSync(data()).filter((name) => name.includes("backup"))).toEqual([]);
    if (!sent.ok) return;
    writeFileSync(join(folder, "sent.db"), sent.value.bytes);
    rmSync(data(), { recursive: true });
    expect(restore(data(), join(folder, "sent.db"), "now").ok).toBe(true);
    expect(namesIn(data()).sort()).toEqual(["Bog", "Jar"]);
  });

  it("that lacks a table of its schema is refused, and nothing is left of it", () => {
    filled("Bog");
    const lacking = join(folder, "lacking.db");
    backUp(data(), lacking);
    const raw = new Database(lacking);
    raw.exec("drop table version_names");
    raw.close();
    expect(restore(data(), lacking, "now")).toMatchObject({ ok: false, problems: [{ code: "unsound" }] });
    expect(namesIn(data())).toEqual(["Bog"]);
    expect(readdirSync(data())).toEqual([DATABASE_FILE]);
  });

  it("that is garbage, cut short, of something else or not there is refused, and nothing changes", () => {
    filled("Bog");
    const before = readFileSync(file());
    const bad = join(folder, "bad.db");
    const refused = (code: string): void => {
      expect(restore(data(), bad, "now")).toMatchObject({ ok: false, problems: [{ code }] });
      expect(readFileSync(file()).equals(before)).toBe(true);
      expect(readdirSync(data())).toEqual([DATABASE_FILE]);
    };
    refused("missing");
    writeFileSync(bad, "this is a letter, not a database at all");
    refused("unsound");
    copyFileSync(file(), bad);
    truncateSync(bad, 9000);
    refused("unsound");
    rmSync(bad);
    const other = new Database(bad);
    other.exec("create table songs (name text)");
    other.close();
    refused("unsound");
  });
});

describe("a database is looked over before it is opened", () => {
  const codeOf = (): string | undefined => {
    try {
      openDatabase(data()).close();
      return undefined;
    } catch (error) {
      return error instanceof DatabaseTrouble ? error.trouble.code : String(error);
    }
  };

  it("and one that is sound or was never there opens; an empty file in its place is no new yard", () => {
    expect(troubleWith(file())).toBeUndefined();
    filled("Bog");
    expect(codeOf()).toBeUndefined();
    writeFileSync(file(), "");
    expect(codeOf()).toBe("not-a-database");
    expect(readFileSync(file())).toHaveLength(0);
  });

  it("and one that something else made is left alone, whatever its tables are called", () => {
    mkdirSync(data());
    const other = new Database(file());
    other.exec("create table setups (song text); insert into setups values ('a song')");
    other.close();
    const before = readFileSync(file());
    expect(codeOf()).toBe("not-a-database");
    expect(readFileSync(file()).equals(before)).toBe(true);
  });

  it("and one without a table or a column of its own says which, however it comes to lack it", () => {
    for (const [damage, lost] of [
      ["drop table packs_gone", undefined],
      ["drop table version_names", "version_names"],
      ["alter table builds drop column revision_id", undefined],
      ["alter table revisions rename column saved_at to stored_at", "saved_at"],
    ] as const) {
      rmSync(data(), { recursive: true, force: true });
      filled("Bog");
      const raw = new Database(file());
      try {
        raw.pragma("writable_schema = ON");
        raw.exec(damage);
      } catch {
        raw.close();
        continue;
      }
      raw.close();
      expect(codeOf(), damage).toBe("damaged");
      if (lost !== undefined) expect(() => openDatabase(data())).toThrow(new RegExp(lost, "u"));
    }
  });

  it("and one whose migration fails is trouble, and no error of the server's own", () => {
    filled("Bog");
    const raw = new Database(file());
    // as if the last migration had not been made, though its tables are there
    raw.exec("delete from __drizzle_migrations where created_at = (select max(created_at) from __drizzle_migrations)");
    raw.close();
    expect(codeOf()).toBe("damaged");
  });

  it("and one that is gone, beside what a restore moved aside, is no new yard", () => {
    filled("Bog");
    renameSync(file(), `${file()}.before-now`);
    expect(codeOf()).toBe("gone");
    expect(existsSync(file())).toBe(false);
  });

  it("and a restore that was cut between its renames is finished by the next start; one cut before is undone", () => {
    filled("Bog");
    backUp(data(), join(folder, "kept.db"));
    filled("Jar");
    copyFileSync(join(folder, "kept.db"), `${file()}.incoming`);
    renameSync(file(), `${file()}.before-now`);
    expect(namesIn(data())).toEqual(["Bog"]);
    expect(existsSync(`${file()}.incoming`)).toBe(false);
    // cut while it was copied, or before anything was moved: what is there is as it was
    copyFileSync(join(folder, "kept.db"), `${file()}.incoming`);
    writeFileSync(`${file()}.copying`, "half of it");
    writeFileSync(join(data(), ".backup-x.db"), "half of it");
    writeFileSync(`${file()}.new`, "half of it");
    expect(namesIn(data())).toEqual(["Bog"]);
    expect(readdirSync(data()).sort()).toEqual([DATABASE_FILE, `${DATABASE_FILE}.before-now`]);
  });

  it("and one that is garbage or cut short says so and is left as it is", () => {
    filled("Bog");
    const sound = readFileSync(file());
    writeFileSync(file(), "this is a letter, not a database at all");
    expect(codeOf()).toBe("not-a-database");
    expect(readFileSync(file(), "utf8")).toMatch(/^this is a letter/u);
    writeFileSync(file(), sound.subarray(0, 9000));
    expect(codeOf()).toBe("damaged");
    expect(readFileSync(file()).equals(sound.subarray(0, 9000))).toBe(true);
  });

  it("and one that is moved away while it is open is not written to any more", () => {
    const { checkInPlace, close } = openDatabase(data());
    expect(checkInPlace).not.toThrow();
    renameSync(file(), join(folder, "elsewhere.db"));
    expect(checkInPlace).toThrow(/moved or deleted/u);
    writeFileSync(file(), "");
    expect(checkInPlace).toThrow(DatabaseTrouble);
    rmSync(file());
    renameSync(join(folder, "elsewhere.db"), file());
    expect(checkInPlace).not.toThrow();
    close();
  });

  it("and a folder that cannot be made, or is none, is said as such", () => {
    writeFileSync(data(), "a file where the folder should be");
    expect(codeOf()).toBe("not-writable");
    rmSync(data());
    mkdirSync(data());
    mkdirSync(file());
    expect(codeOf()).toBe("not-a-database");
  });

  it("and what a full disk or a damaged page says later is told apart from any other error", () => {
    const error = (code: string) => new Error("query failed", { cause: Object.assign(new Error("why"), { code }) });
    const codes = ["SQLITE_FULL", "SQLITE_IOERR_WRITE", "ENOSPC", "SQLITE_READONLY", "EROFS", "SQLITE_CORRUPT_INDEX"];
    expect(codes.map((code) => storageTrouble(error(code), file())?.code)).toEqual([
      "full",
      "full",
      "full",
      "not-writable",
      "not-writable",
      "damaged",
    ]);
    expect(storageTrouble(error("SQLITE_CONSTRAINT_CHECK"), file())).toBeUndefined();
    expect(storageTrouble(new TypeError("a mistake"), file())).toBeUndefined();
    expect(() =>
      withStorageTold(file(), () => {
        throw error("SQLITE_FULL");
      }),
    ).toThrow(/disk is full/u);
    expect(() =>
      withStorageTold(file(), () => {
        throw new TypeError("a mistake");
      }),
    ).toThrow(TypeError);
  });

  it("and one that a newer Marlstone wrote is not touched", () => {
    filled("Bog");
    const raw = new Database(file());
    raw.prepare("insert into __drizzle_migrations (hash, created_at) values ('later', ?)").run(Date.UTC(2099, 0));
    raw.close();
    expect(codeOf()).toBe("newer");
    expect(troubleWith(file())!.toDo).toContain("newer version");
  });
});
