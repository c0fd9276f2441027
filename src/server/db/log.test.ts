import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { eq } from "drizzle-orm";
import fc from "fast-check";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { openDatabase, type OpenDatabase } from "./client";
import { logOf } from "./log";
import { buildEntries, builds, revisions, setups } from "./schema";

const AT = "2026-11-30T09:00:00.000Z";
const ENTRIES = logOf(buildEntries, buildEntries.buildId);

let folder: string;
let open: OpenDatabase;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), "marlstone-log-"));
  open = openDatabase(folder);
  const { db } = open;
  db.insert(setups).values({ id: "pot", name: "Pot", createdAt: AT, updatedAt: AT }).run();
  const made = { setupId: "pot", kind: "change", label: "Made", document: "{}", savedAt: AT } as const;
  const { id: revisionId } = db
    .insert(revisions)
    .values({ ...made, changeId: "first" })
    .returning()
    .get();
  for (const id of ["one", "two"]) db.insert(builds).values({ id, setupId: "pot", revisionId, begunAt: AT }).run();
});
afterEach(() => {
  open.close();
  rmSync(folder, { recursive: true, force: true });
});

const add = (buildId: string, entryId: string, document = "{}"): boolean =>
  ENTRIES.add(open.db, { buildId, entryId, step: "place", document, savedAt: AT });
const idsOf = (rows: readonly { readonly entryId: string }[]): string[] => rows.map(({ entryId }) => entryId);

describe("rows that are only added to", () => {
  it("take each row of a writer once, and say whether they did; another's may have the same id", () => {
    expect([add("one", "a"), add("one", "a", "{}2"), add("two", "a"), add("one", "b")]).toEqual([
      true,
      false,
      true,
      true,
    ]);
    expect(ENTRIES.all(open.db, "one").map(({ entryId, document }) => [entryId, document])).toEqual([
      ["a", "{}"],
      ["b", "{}"],
    ]);
    expect(ENTRIES.all(open.db, "three")).toEqual([]);
  });

  it("are read in pages that miss none and show none twice, whatever comes in meanwhile", () => {
    let made = 0;
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 12 }),
        fc.integer({ min: 1, max: 5 }),
        fc.array(fc.nat(3)),
        (there, size, more) => {
          const run = `r${made++}`;
          open.db.delete(buildEntries).run();
          const written = Array.from({ length: there }, (_, i) => `${run}-${i}`);
          for (const entryId of written) {
            add("two", entryId);
            add("one", entryId);
          }
          const seen: string[] = [];
          let before: number | undefined;
          do {
            const page = ENTRIES.page(open.db, "one", size, before);
            expect(page.rows.length).toBeLessThanOrEqual(size);
            seen.push(...idsOf(page.rows));
            for (let i = 0; i < (more.pop() ?? 0); i++) add("one", `${run}-late-${more.length}-${i}`);
            before = page.before;
          } while (before !== undefined);
          expect(seen).toEqual(written.toReversed());
        },
      ),
      { numRuns: 60 },
    );
  });

  it("are those of one kind where a table has several", () => {
    const { db } = open;
    const row = { setupId: "pot", label: "x", document: "{}", savedAt: AT };
    db.insert(revisions)
      .values({ ...row, kind: "set-aside", changeId: "aside" })
      .run();
    db.insert(revisions)
      .values({ ...row, kind: "change", changeId: "second" })
      .run();
    const ids = (kind?: "change" | "set-aside"): string[] =>
      (kind ? logOf(revisions, revisions.setupId, eq(revisions.kind, kind)) : logOf(revisions, revisions.setupId))
        .all(db, "pot")
        .map(({ changeId }) => changeId);
    expect(ids()).toEqual(["first", "aside", "second"]);
    expect(ids("change")).toEqual(["first", "second"]);
    expect(ids("set-aside")).toEqual(["aside"]);
  });
});
