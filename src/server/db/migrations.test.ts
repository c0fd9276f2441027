import {
  copyFileSync,
  cpSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import Database from "better-sqlite3";
import { sql } from "drizzle-orm";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { medium } from "../../core/testing/setups";
import { presentBuild } from "../builds/builds.service";
import { historyOf } from "../history/history.service";
import { ownMedium } from "../media/media.service";
import { loadMix, mediumOfMix } from "../mixes/mixes.service";
import { loadOwnOccupant, ownOccupantsOf } from "../occupants/occupants.service";
import { listPlaces, loadPlace } from "../places/places.service";
import { findWeather } from "../weather/weather.service";
import { listPacks } from "../packs/packs.service";
import { logVersions, wholeLog } from "../log/log.service";
import { houseDaysOf, keepingOf, localDay } from "../schedule/keeping.service";
import { parseIsoDay } from "../../core/units/day-number";
import { loadSetup, saveChanges, shelf } from "../setups/setups.service";
import { setupDocument } from "../../formats/setup/document";
import { restore } from "./backup";
import { DATABASE_FILE, MIGRATIONS_FOLDER, openDatabase } from "./client";

type Journal = { entries: { idx: number; tag: string }[] };
const journal = JSON.parse(readFileSync(join(MIGRATIONS_FOLDER, "meta", "_journal.json"), "utf8")) as Journal;

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), "marlstone-migrate-"));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

/** A data folder as it was when only the migrations up to `tag` existed, with the rows of that time. */
function dataFrom({ idx, tag }: Journal["entries"][number]): string {
  const old = join(folder, "migrations");
  mkdirSync(join(old, "meta"), { recursive: true });
  const entries = journal.entries.slice(0, idx + 1);
  for (const entry of entries) copyFileSync(join(MIGRATIONS_FOLDER, `${entry.tag}.sql`), join(old, `${entry.tag}.sql`));
  writeFileSync(join(old, "meta", "_journal.json"), JSON.stringify({ ...journal, entries }));
  openDatabase(join(folder, "data"), old).close();
  const rows = join("src", "server", "db", "fixtures", `${tag}.sql`);
  if (!existsSync(rows))
    throw new Error(`${rows} is missing: each migration needs rows of its time, so that the way from it is tested`);
  const raw = new Database(join(folder, "data", DATABASE_FILE));
  raw.exec(readFileSync(rows, "utf8"));
  raw.close();
  return join(folder, "data");
}

describe.each(journal.entries.map((entry) => [entry.tag, entry] as const))("data from the time of %s", (_, entry) => {
  it("is a backup that can be put in the place of today's", () => {
    const then = join(dataFrom(entry), DATABASE_FILE);
    const now = join(folder, "now");
    openDatabase(now).close();
    expect(restore(now, then, "before")).toMatchObject({ ok: true, value: { setups: 1 } });
    expect(readdirSync(now).sort()).toEqual([DATABASE_FILE, `${DATABASE_FILE}.before-before`]);
    const { db, close } = openDatabase(now);
    expect(shelf(db, 1).items.map(({ id }) => id)).toEqual(["old-trough"]);
    close();
  });

  it("comes through to the present schema whole: read, changed, undone", () => {
    const { db, close } = openDatabase(dataFrom(entry));
    try {
      expect(shelf(db, 1).items.map(({ id, name }) => [id, name])).toEqual([["old-trough", "Trough of that time"]]);
      const loaded = loadSetup(db, "old-trough");
      expect(loaded).toMatchObject({
        status: "ok",
        state: { version: 2, undoLabel: "Thickness of peat", setAside: [{ label: "Named" }] },
      });
      if (loaded.status !== "ok") return;
      const next = { ...loaded.state.setup, name: "Renamed" };
      const context = { now: () => "2026-11-25T00:00:00.000Z", newId: () => "new-id-0001", medium };
      expect(
        saveChanges(
          db,
          {
            setupId: "old-trough",
            baseVersion: 2,
            changes: [{ id: "change-new", label: "Named", document: setupDocument(next) }],
          },
          context,
        ),
      ).toMatchObject({ status: "saved", state: { version: 3 } });
      const own = { ...context, catalogue: medium, catalogueNames: [] };
      if (entry.idx >= 1) {
        const mixContext = { ...own, ingredient: (id: string) => medium(id) ?? ownMedium(db, id, own) };
        expect(loadMix(db, "old-mix")).toMatchObject({
          stored: { version: 2, value: { name: "Mix of that time", note: "half a bucket" } },
          versions: [{ version: 2 }, { version: 1, value: { amendments: [] } }],
        });
        expect(mediumOfMix(db, "mix:old-mix", mixContext)).toMatchObject({ name: "Mix of that time" });
      }
      if (entry.idx >= 2) {
        expect(ownMedium(db, "own:old-medium", own)).toMatchObject({
          name: "Grit of that time",
          dryBulkDensityGPerCm3: { typical: 1.5 },
        });
        expect(listPacks(db)).toMatchObject(
          [
            { mediumId: "sphagnum-peat", version: entry.idx >= 3 ? 2 : 1, pack: { kind: "bale" } },
            ...(entry.idx >= 3 ? [{ mediumId: "perlite-coarse", version: 1, pack: null }] : []),
          ].sort((a, b) => a.mediumId.localeCompare(b.mediumId)),
        );
      }
      if (entry.idx >= 4) {
        expect(loadOwnOccupant(db, "old-kind")).toMatchObject({
          stored: { version: 2, value: { note: "bears the wall" } },
          versions: [{ version: 2 }, { version: 1, value: { figures: {} } }],
        });
        expect(ownOccupantsOf(db, [])).toMatchObject([
          { id: "own-kind:old-kind", frostC: { typical: -10 }, feed: "none" },
        ]);
      } else expect(ownOccupantsOf(db, ["own-kind:old-kind"])).toEqual([]);
      if (entry.idx >= 6)
        expect(loadPlace(db, "old-place")).toMatchObject({
          stored: {
            version: 2,
            value: { climateId: "continental", latitude: -48.5, lastFrost: { month: 10, day: 12 } },
          },
          versions: [{ version: 2 }, { version: 1, value: { stand: { facing: "open" } } }],
        });
      else expect(listPlaces(db)).toEqual([]);
      expect(findWeather(db, "old-weather")?.days ?? []).toEqual(
        entry.idx < 6
          ? []
          : [
              {
                date: { year: 2024, month: 2, day: 29 },
                tMinC: -1.5,
                tMaxC: 6,
                vapourKPa: 0.5,
                windMPerS: null,
                solarMJPerM2: 7.25,
                rainMm: 0,
              },
              {
                date: { year: 2024, month: 3, day: 1 },
                tMinC: 0,
                tMaxC: 7.5,
                vapourKPa: null,
                windMPerS: null,
                solarMJPerM2: null,
                rainMm: 4.2,
              },
            ],
      );
      const keeping = keepingOf(db, "old-trough")!;
      expect([[...keeping.items], keeping.since, houseDaysOf(db)]).toEqual(
        entry.idx < 7
          ? [[], localDay(new Date(entry.idx < 5 ? "2026-11-25T09:00:00.000Z" : "2026-11-26T11:00:00.000Z")), []]
          : [[["water#1", { kind: "done", on: parseIsoDay("2026-11-29") }]], parseIsoDay("2026-04-20"), [2, 6]],
      );
      expect([
        wholeLog(db, "old-trough"),
        logVersions(db, { setupId: "old-trough", id: "row-00000002" }),
      ]).toMatchObject(
        entry.idx < 8
          ? [[], []]
          : [
              [
                { what: "watered", value: 2000 },
                { what: "level", value: 4.5, note: "after rain" },
              ],
              [{ version: 1, state: { value: 45 } }],
            ],
      );
      const named = historyOf(db, "old-trough")!.named.map(({ names, at }) => [names[0]!.name, at]);
      const build = presentBuild(db, "old-trough");
      if (entry.idx >= 5) {
        expect(named).toEqual([["Before the hot summer", "before"]]);
        expect(build).toMatchObject({ id: "old-build", built: { "layer:a": { done: true, actual: { topCm: 12.5 } } } });
      } else expect([named, build]).toEqual([[], undefined]);
      expect(db.all(sql`pragma foreign_key_check`)).toEqual([]);
    } finally {
      close();
    }
  });
});

it("the tables hold to what they are for, whoever writes to them", () => {
  const { db, close } = openDatabase(dataFrom(journal.entries.at(-1)!));
  const revision = (kind: string, parent: number | null, savedAt: string, settledAt: string | null) =>
    db.run(sql`insert into revisions (setup_id, parent_id, kind, change_id, label, document, saved_at, settled_at)
      values ('old-trough', ${parent}, ${kind}, 'raw-change-1', 'x', '{}', ${savedAt}, ${settledAt})`);
  const now = "2026-11-26T00:00:00.000Z";
  /** Queries wrap the error they failed by. */
  const why = (write: () => unknown): string => {
    try {
      write();
      return "done";
    } catch (error) {
      return String((error as Error).cause);
    }
  };
  try {
    expect(why(() => revision("guess", 1, now, null))).toContain("revisions_kind");
    expect(why(() => revision("change", 1, now, now))).toContain("revisions_settled");
    expect(why(() => revision("change", 99, now, null))).toContain("revisions_parent");
    expect(why(() => revision("change", 1, "yesterday", null))).toContain("revisions_saved");
    expect(why(() => db.run(sql`update setups set version = -1`))).toContain("setups_version");
    for (const table of [
      "mixes",
      "mix_versions",
      "own_media",
      "own_medium_versions",
      "own_occupants",
      "own_occupant_versions",
      "pack_versions",
    ])
      expect(why(() => db.run(sql`update ${sql.identifier(table)} set version = 0`))).toContain(`${table}_version`);
    expect(why(() => revision("change", 1, now, null))).toBe("done");
  } finally {
    close();
  }
});

it("migrating twice changes nothing", () => {
  const data = dataFrom(journal.entries.at(-1)!);
  openDatabase(data).close();
  const before = readFileSync(join(data, DATABASE_FILE));
  cpSync(data, join(folder, "again"), { recursive: true });
  openDatabase(join(folder, "again")).close();
  expect(readFileSync(join(folder, "again", DATABASE_FILE)).equals(before)).toBe(true);
});
