import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { rename } from "../../core/stack/edit";
import { medium, potWith } from "../../core/testing/setups";
import { setupDocument } from "../../formats/setup/document";
import { openDatabase, type Db } from "../db/client";
import * as setups from "../setups/setups.service";
import * as history from "./history.service";

const POT = potWith({ kind: "free-water", levelCm: 4, overflowCm: 5 });

let folder: string;
let db: Db;
let close: () => void;
let ids = 0;
const context: setups.ServiceContext = {
  now: () => "2026-11-25T08:00:00.000Z",
  newId: () => `id-${++ids}-------`,
  medium,
};
let setupId: string;

beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), "marlstone-"));
  ({ db, close } = openDatabase(folder));
  const made = setups.createSetup(db, POT, context);
  if (!made.ok) throw new Error(made.problems[0]!.message);
  setupId = made.value;
});
afterEach(() => {
  close();
  rmSync(folder, { recursive: true, force: true });
});

const change = (count: number, from = 1): void => {
  for (let i = 0; i < count; i++)
    expect(
      setups.saveChanges(
        db,
        {
          setupId,
          baseVersion: from + i,
          changes: [
            {
              id: `change-${from + i}----`,
              label: `Named ${from + i}`,
              document: setupDocument(rename(POT, `pot ${from + i}`)),
            },
          ],
        },
        context,
      ).status,
    ).toBe("saved");
};
type Page = NonNullable<ReturnType<typeof history.historyOf>>;
type Line = Page["lines"][number];
const page = (before?: number): Page => history.historyOf(db, setupId, before)!;

describe("a history", () => {
  it("is read in pages that miss no version and show none twice", () => {
    change(2 * history.HISTORY_PAGE_SIZE);
    const seen: number[] = [];
    let before: number | undefined;
    let pages = 0;
    do {
      const { lines, before: next } = page(before);
      seen.push(...lines.map(({ revisionId }) => revisionId));
      before = next;
      pages++;
    } while (before !== undefined && pages < 9);
    // two full pages of changes, and the making of it
    expect(seen).toHaveLength(2 * history.HISTORY_PAGE_SIZE + 1);
    expect(new Set(seen).size).toBe(seen.length);
    expect([...seen].sort((a, b) => b - a)).toEqual(seen);
  });

  it("has no further page where the last is just full", () => {
    change(history.HISTORY_PAGE_SIZE - 1);
    const { lines, before } = page();
    expect([lines.length, before]).toEqual([history.HISTORY_PAGE_SIZE, undefined]);
  });

  it("takes a name once for a version, another name beside it, and each back by itself", () => {
    change(1);
    const [{ revisionId }] = page().lines as [Line];
    const names = (): string[] => page().lines[0]!.names.map(({ name }) => name);
    for (const name of ["Spring", "Spring", "As planted"])
      expect(history.nameVersion(db, { setupId, revisionId, name }, context)).toBe(true);
    expect(names()).toEqual(["Spring", "As planted"]);
    const [spring] = page().lines[0]!.names;
    expect(history.dropName(db, { setupId, nameId: spring!.id }, context)).toBe(true);
    expect(history.dropName(db, { setupId, nameId: spring!.id }, context)).toBe(false);
    expect(names()).toEqual(["As planted"]);
    expect(history.nameVersion(db, { setupId, revisionId, name: "Spring" }, context)).toBe(true);
    expect(names()).toEqual(["As planted", "Spring"]);
    expect(history.nameVersion(db, { setupId, revisionId: revisionId + 99, name: "None" }, context)).toBe(false);
  });

  it("names neither what was set aside nor another setup's version", () => {
    change(1);
    const stale = setups.saveChanges(
      db,
      {
        setupId,
        baseVersion: 1,
        changes: [{ id: "change-stale--", label: "Late", document: setupDocument(rename(POT, "late")) }],
      },
      context,
    );
    if (stale.status !== "stale") throw new Error(stale.status);
    expect(history.nameVersion(db, { setupId, revisionId: stale.keptRevisionId, name: "Late" }, context)).toBe(false);
    const other = setups.createSetup(db, POT, context);
    const [{ revisionId }] = page().lines as [Line];
    expect(history.nameVersion(db, { setupId: other.ok ? other.value : "", revisionId, name: "Mine" }, context)).toBe(
      false,
    );
  });

  it("goes back to a version by its name, as a change of its own", () => {
    change(2);
    const lines = page().lines;
    const first = lines.at(-1)!.revisionId;
    history.nameVersion(db, { setupId, revisionId: first, name: "As made" }, context);
    const outcome = history.goBack(db, { setupId, revisionId: first, baseVersion: 3 }, context);
    expect(outcome).toMatchObject({ status: "saved", state: { version: 4, setup: { name: POT.name } } });
    expect(page().lines[0]).toMatchObject({ label: "Back to “As made”", at: "now" });
    expect(page().lines).toHaveLength(lines.length + 1);
  });
});
