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

  it("and one that is sound, missing or still empty opens", () => {
    expect(troubleWith(file())).toBeUndefined();
    filled("Bog");
    expect(codeOf()).toBeUndefined();
    writeFileSync(join(folder, "empty.db"), "");
    expect(troubleWith(join(folder, "empty.db"))).toBeUndefined();
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
