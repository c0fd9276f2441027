import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import fc from "fast-check";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { isMoment, later } from "../../core/log/moment";
import { placeOf } from "../../core/testing/places";
import { potWith } from "../../core/testing/setups";
import type { LogPageInput, LogRow } from "../../formats/log/schema";
import type { LogRowShown } from "../../formats/log/shown";
import { openMarlstone, type Marlstone } from "../open";

const folders: string[] = [];
const houses: Marlstone[] = [];
function open(folder = mkdtempSync(join(tmpdir(), "marlstone-log-"))): Marlstone {
  if (!folders.includes(folder)) folders.push(folder);
  const opened = openMarlstone(folder);
  houses.push(opened);
  return opened;
}
let house: Marlstone;
let pot: string;
beforeEach(() => {
  house = open();
  const made = house.setups.create({ ...potWith({ kind: "drained", outletCm: 0 }), name: "Pot" });
  if (!made.ok) throw new Error("no pot");
  pot = made.value;
});
afterEach(() => {
  for (const opened of houses.splice(0)) opened.close();
  for (const folder of folders.splice(0)) rmSync(folder, { recursive: true, force: true });
});

let made = 0;
const row = (more: Partial<LogRow> = {}): LogRow => ({
  id: `row-${String(made++).padStart(8, "0")}`,
  at: "2026-12-02T08:15",
  what: "level",
  value: 4,
  word: null,
  who: "AB",
  note: "",
  ...more,
});
const page = (more: Partial<LogPageInput> = {}) =>
  house.log.page({ setupId: pot, show: "all", until: null, before: null, ...more });
const add = (...rows: readonly LogRow[]) => house.log.add({ setupId: pot, rows: [...rows] });
const only = (): LogRowShown => page().rows[0]!;
const stateOf = ({ at, what, value, word, who, note, takenOut }: LogRowShown) => ({
  at,
  what,
  value,
  word,
  who,
  note,
  takenOut,
});

describe("a log", () => {
  it("has each row once, however often it is sent, and after a restart", () => {
    const [one, two] = [row(), row({ what: "smell", value: null, word: "sour" })];
    expect(add(one, two)).toEqual({ status: "saved", added: 2 });
    expect(add(one, two, row())).toEqual({ status: "saved", added: 1 });
    house.close();
    houses.splice(0);
    house = open(folders[0]);
    expect(page().rows).toHaveLength(3);
    expect(house.log.add({ setupId: "gone", rows: [row()] })).toMatchObject({ status: "refused" });
  });

  it("is changed with what it said kept, taken out and put back; two who change the same are told", () => {
    add(row({ value: 45 }));
    const first = only();
    const change = (from: LogRowShown, state: object, baseVersion = from.version) =>
      house.log.change({ setupId: pot, id: from.id, baseVersion, state: { ...stateOf(from), ...state } });
    expect(change(first, { value: 4.5 })).toEqual({ status: "saved", added: 1 });
    // its answer was lost, and it comes again
    expect(change(first, { value: 4.5 })).toEqual({ status: "saved", added: 0 });
    expect(change(first, { value: 5 })).toMatchObject({ status: "changed-since", row: { value: 4.5, version: 2 } });
    expect(change(only(), { takenOut: true })).toMatchObject({ status: "saved" });
    expect(page().rows).toEqual([]);
    const [out] = page({ show: "taken-out" }).rows;
    expect(change(out!, { takenOut: false })).toMatchObject({ status: "saved" });
    expect(only()).toMatchObject({ value: 4.5, version: 4 });
    expect(
      house.log.versions({ setupId: pot, id: first.id }).map(({ state }) => [state.value, state.takenOut]),
    ).toEqual([
      [4.5, true],
      [4.5, false],
      [45, false],
    ]);
    expect(change({ ...first, id: "row-nowhere" }, {})).toMatchObject({ status: "refused" });
  });

  it("is read in pages that miss none and show none twice, whatever minutes rows share and whatever comes in between", () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 40 }), { minLength: 150, maxLength: 330 }), (minutes) => {
        const fresh = house.setups.create({ ...potWith({ kind: "drained", outletCm: 0 }), name: "Pot" });
        if (!fresh.ok) throw new Error("no pot");
        const rows = minutes.map((minute) => row({ at: later("2026-01-01T00:00", minute) }));
        house.log.add({ setupId: fresh.value, rows: rows.slice(0, 300) });
        if (rows.length > 300) house.log.add({ setupId: fresh.value, rows: rows.slice(300) });
        const seen: string[] = [];
        let before: LogPageInput["before"] = null;
        do {
          const got = house.log.page({ setupId: fresh.value, show: "all", until: null, before });
          seen.push(...got.rows.map(({ id }) => id));
          before = got.before;
          house.log.add({ setupId: fresh.value, rows: [row({ at: "2026-02-01T00:00" })] });
        } while (before);
        expect([...seen].sort()).toEqual(rows.map(({ id }) => id).sort());
      }),
      { numRuns: 8 },
    );
  });

  it("is looked at by kind, and from a day back", () => {
    add(
      row({ at: "2026-11-01T08:00" }),
      row({ what: "watered", value: 2000, at: "2026-11-02T08:00" }),
      row({ what: "gnats", value: null, word: "some", at: "2026-11-03T08:00" }),
    );
    expect(page({ show: "act" }).rows.map(({ what }) => what)).toEqual(["watered"]);
    expect(page({ show: "reading" }).rows.map(({ what }) => what)).toEqual(["level"]);
    expect(page({ show: "sign" }).rows.map(({ what }) => what)).toEqual(["gnats"]);
    expect(page({ until: "2026-11-02T23:59" }).rows.map(({ what }) => what)).toEqual(["watered", "level"]);
    expect(house.log.last(pot).map(({ what }) => what)).toEqual(["watered", "level", "gnats"]);
  });

  it("of many readings is drawn by day, with the least and the greatest of each", () => {
    const rows = Array.from({ length: 500 }, (_, i) => row({ at: later("2026-01-01T00:00", 6 * i), value: i % 4 }));
    add(...rows);
    const [series] = house.log.series(pot);
    expect(series).toMatchObject({ what: "level", isByDay: true });
    expect(series!.points).toHaveLength(125);
    expect(series!.points[3]).toEqual({ at: "2026-01-04T12:00", value: 1.5, low: 0, high: 3 });
    expect(series!.points.every(({ at }) => isMoment(at))).toBe(true);
  });
});

describe("a forecast of a setup", () => {
  it("says what keeps it from being told, then when it wants water, and learns from what is written", () => {
    const told = (id: string) => {
      const loaded = house.setups.load(id);
      if (loaded.status !== "ok") throw new Error(loaded.status);
      return house.log.forecast(id, loaded.state.setup, "metric");
    };
    expect(told(pot)).toMatchObject({ status: "none", why: expect.stringContaining("no place") as string });
    const place = house.places.create(placeOf({ kind: "room", heated: true }, { name: "Back room" }));
    if (!place.ok) throw new Error("no place");
    const wicks = house.setups.create({
      ...potWith({ kind: "free-water", levelCm: 5, overflowCm: 5 }),
      name: "Wicks",
      demand: { by: "place" },
      occupants: [{ id: "c", occupantId: "celery", count: 1, stage: "grown" }],
      places: [{ placeId: place.value, from: null }],
    });
    if (!wicks.ok) throw new Error("no pot");
    const id = wicks.value;
    expect(told(id)).toMatchObject({
      status: "none",
      why: expect.stringContaining("Write down when it was filled") as string,
    });
    const now = house.log.minute();
    house.log.add({ setupId: id, rows: [row({ at: later(now, -24 * 10), what: "filled", value: null })] });
    const blind = told(id);
    expect(blind).toMatchObject({ status: "told", readings: 0, band: [] });
    if (blind.status !== "told") return;
    expect(blind.learned[0]).toContain("Nothing was measured yet");
    // half of it went in five days, and all in ten
    house.log.add({
      setupId: id,
      rows: [row({ at: later(now, -24 * 5), value: 2.4 }), row({ at: later(now, -2), value: 0.2 })],
    });
    const seeing = told(id);
    expect(seeing).toMatchObject({ status: "told", line: "It wants water now.", readings: 2 });
    expect(seeing.status === "told" && seeing.band.length).toBe(22);
    // of what is to come nothing is learned, nor of what was before it was made anew
    house.log.add({ setupId: id, rows: [row({ at: later(now, 5), what: "filled", value: null })] });
    expect(told(id)).toEqual(seeing);
    house.log.add({ setupId: id, rows: [row({ at: later(now, -1), what: "anew", value: null })] });
    expect(told(id)).toMatchObject({ status: "none" });
  });
});

describe("a log as a file", () => {
  const take = (text: string, store = true) => house.log.take({ setupId: pot, text, store });
  const refusals = (text: string): string[] => {
    const outcome = take(text);
    return outcome.status === "refused"
      ? outcome.problems.map(({ path, message }) => `${path}: ${message}`)
      : ["taken"];
  };

  it("comes out and goes into another house, as JSON and as CSV, and the same twice brings nothing", () => {
    add(
      row({ what: "watered", value: 1234.5, note: 'from the butt, "old" water' }),
      row({ what: "leaves", value: null, word: "yellow", who: "" }),
      row({ what: "noted", value: null, note: "first\nflower" }),
      row({ what: "fed", value: null }),
    );
    for (const text of [house.log.json(pot, "Pot"), house.log.csv(pot)]) {
      const other = open();
      const there = other.setups.create({ ...potWith({ kind: "drained", outletCm: 0 }), name: "Other" });
      if (!there.ok) throw new Error("no pot");
      const into = (store: boolean) => other.log.take({ setupId: there.value, text, store });
      expect(into(false)).toMatchObject({ status: "read", rows: 4, added: 4 });
      expect(other.log.page({ setupId: there.value, show: "all", until: null, before: null }).rows).toEqual([]);
      expect(into(true)).toMatchObject({ status: "saved", added: 4 });
      expect(into(true)).toMatchObject({ status: "saved", added: 0, known: 4, otherwise: 0 });
      expect(other.log.json(there.value, "Pot")).toBe(house.log.json(pot, "Pot"));
    }
  });

  it("without ids is known again by what it says; rows that are alike stay as many as they are", () => {
    const text = "at,what,value\n2026-11-01 08:00,level,4\n2026-11-01 08:00,level,4\n2026-11-02T08:00:30,watered,\n";
    expect(take(text)).toMatchObject({ status: "saved", rows: 3, added: 3, first: "2026-11-01T08:00" });
    expect(take(text)).toMatchObject({ status: "saved", added: 0, known: 3 });
    add(row({ id: "row-of-mine" }));
    const [mine] = house.log.page({ setupId: pot, show: "all", until: null, before: null }).rows;
    expect(take(`at,what,value,id\n${mine!.at},level,9,row-of-mine\n`)).toMatchObject({ added: 0, otherwise: 1 });
    expect(only().value).toBe(4);
  });

  it("that is broken is told by its lines, and brings nothing", () => {
    expect(refusals("")).toEqual([": There is nothing in it."]);
    expect(refusals("when,what\n")).toEqual([
      "line 1: has no column “at”; it may have at, what, value, unit, word, who, note, id",
    ]);
    expect(refusals("at,what,colour\n")[0]).toContain("“colour” is no column of a log");
    expect(
      refusals(
        "at,what,value,unit\n2026-11-01T08:00,level,4,cm\n2026-13-01T08:00,level,4,cm\n2026-11-01T08:00,lvl,4,\n2026-11-01T08:00,level,4,in\n2026-11-01T08:00,ph,77,\n2026-11-01T08:00,level,four,\n",
      ),
    ).toEqual([
      "line 3: at must be a minute such as 2026-12-02T08:15, from 1990 to 2199",
      expect.stringMatching(/^line 4: what “lvl” is nothing a log knows: watered, /u),
      "line 5: unit is “in”, and must be “cm”",
      "line 6: value pH: from 0 to 14 pH",
      "line 7: value “four” is not a number",
    ]);
    expect(page().rows).toEqual([]);
    expect(refusals('{"kind":"marlstone.log","version":1,"setup":"","rows":[{"at":"2026-11-01T08:00"}]}')[0]).toContain(
      "rows[0]",
    );
    expect(refusals("{")).not.toEqual(["taken"]);
    expect(refusals('at,what,note\n2026-11-01T08:00,noted,"open')).not.toEqual(["taken"]);
    expect(refusals("at,what,id\n2026-11-01T08:00,fed,row-0001x\n2026-11-01T08:00,fed,row-0001x\n")).toEqual([
      "line 3: the id row-0001x is there twice",
    ]);
  });

  it("goes with the house, with what its rows said before", () => {
    add(row({ value: 45 }));
    house.log.change({ setupId: pot, id: only().id, baseVersion: 1, state: { ...stateOf(only()), value: 4.5 } });
    const text = JSON.stringify(house.files.house());
    const other = open();
    expect(other.files.takeIn(text).ok).toBe(true);
    const shown = other.log.page({ setupId: pot, show: "all", until: null, before: null }).rows;
    expect(shown).toMatchObject([{ value: 4.5, version: 2 }]);
    expect(other.log.versions({ setupId: pot, id: shown[0]!.id })).toMatchObject([
      { version: 1, state: { value: 45 } },
    ]);
    // changed here since: it comes again with less, and nothing is lost; with more, and that is taken
    house.log.change({ setupId: pot, id: only().id, baseVersion: 2, state: { ...stateOf(only()), takenOut: true } });
    expect(house.files.takeIn(text).ok).toBe(true);
    expect(page().rows).toEqual([]);
    expect(other.files.takeIn(JSON.stringify(house.files.house())).ok).toBe(true);
    expect(other.log.versions({ setupId: pot, id: shown[0]!.id })).toHaveLength(2);
    expect(JSON.stringify(other.files.house().setups[0]!.log)).toBe(JSON.stringify(house.files.house().setups[0]!.log));
  });
});
