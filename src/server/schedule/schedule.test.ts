import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import ICAL from "ical.js";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { MARROWBECK, MARROWBECK_PLACES, standing, type MarrowbeckPlace } from "../../../demo/marrowbeck";
import { isoDay, parseIsoDay, type DayNumber } from "../../core/units/day-number";
import { keepInput, type KeepingEntry } from "../../formats/schedule/schema";
import { openMarlstone, type Marlstone } from "../open";
import { localDay } from "./keeping.service";

let folder: string;
let house: Marlstone;
let trough: string;
let bog: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), "marlstone-schedule-"));
  house = openMarlstone(folder);
  const placeIds = new Map<string, string>();
  const placeId = (key: MarrowbeckPlace): string => {
    if (!placeIds.has(key)) {
      const made = house.places.create(MARROWBECK_PLACES[key]);
      if (!made.ok) throw new Error(key);
      placeIds.set(key, made.value);
    }
    return placeIds.get(key)!;
  };
  [trough, bog] = ["Terrace trough", "Stone-sink bog"].map((begins) => {
    const drawn = MARROWBECK.find(({ name }) => name.startsWith(begins))!;
    const made = house.setups.create(standing(drawn, placeId));
    if (!made.ok) throw new Error(begins);
    return made.value;
  }) as [string, string];
});
afterEach(() => {
  house.close();
  rmSync(folder, { recursive: true, force: true });
});

let entries = 0;
const say = (setupId: string, ...said: KeepingEntry[]): void => {
  const outcome = house.schedule.keep({
    setupId,
    entries: said.map((entry) => ({ entryId: `entry-${String(++entries).padStart(6, "0")}`, entry })),
  });
  expect(outcome).toEqual({ status: "saved" });
};
const today = (): DayNumber => house.schedule.today();
const asked = (ahead = 60) =>
  ({ from: today() - 60, until: today() + ahead, today: today(), system: "metric" }) as const;
const duesOf = (id: string, ahead?: number) => {
  const made = house.schedule.ofSetup(id, asked(ahead));
  if (!made.ok) throw new Error(made.problems[0]!.message);
  return made.value;
};
type Event = {
  readonly uid: string;
  readonly summary: string;
  readonly from: string;
  readonly to: string;
  readonly sequence: number;
};
const eventsOf = async (): Promise<readonly Event[]> => {
  const calendar = new ICAL.Component(ICAL.parse(await house.schedule.ical("metric")) as unknown[]);
  return calendar.getAllSubcomponents("vevent").map((one) => {
    const event = new ICAL.Event(one);
    expect([event.startDate.isDate, event.endDate.isDate]).toEqual([true, true]);
    return {
      uid: event.uid,
      summary: event.summary,
      from: event.startDate.toString(),
      to: event.endDate.toString(),
      sequence: event.sequence,
    };
  });
};

describe("how a setup is kept", () => {
  it("counts from when it was drawn until somebody says otherwise, and has no day twice however often it is sent", () => {
    expect(duesOf(trough).keeping).toMatchObject({ since: today(), isSinceSaid: false, inCalendar: true });
    const since = isoDay(today() - 100);
    say(trough, { about: "setup", since, inCalendar: true });
    expect(duesOf(trough).keeping).toMatchObject({ since: today() - 100, isSinceSaid: true });
    const [first] = duesOf(trough).dues.filter(({ seriesId, state }) => seriesId === "look" && state === "open");
    const twice = {
      setupId: trough,
      entries: [
        { entryId: "entry-twice-1", entry: { about: "item", key: first!.key, is: "done", on: isoDay(today()) } },
      ],
    } as const;
    const parsed = keepInput.parse(twice);
    for (let i = 0; i < 3; i++) expect(house.schedule.keep(parsed)).toEqual({ status: "saved" });
    const then = duesOf(trough);
    expect(then.dues.filter(({ key }) => key === first!.key)).toMatchObject([{ state: "done", on: today() }]);
    const next = then.dues.find(({ seriesId, state }) => seriesId === "look" && state === "open")!;
    expect(next.key).not.toBe(first!.key);
    expect(next.window.from).toBeGreaterThan(today());
    say(trough, { about: "item", key: first!.key, is: "open" });
    expect(duesOf(trough).dues.find(({ key }) => key === first!.key)!.state).toBe("open");
  });

  it("hears of its log, and its log's forecast of what is ticked off: one filling is one, wherever it was said", () => {
    say(trough, { about: "setup", since: isoDay(today() - 30), inCalendar: true });
    const waters = () => duesOf(trough).dues.filter(({ seriesId }) => seriesId === "water");
    const before = duesOf(trough).keeping.changes;
    const fill = {
      id: "row-of-a-fill",
      at: `${isoDay(today() - 2)}T08:00`,
      what: "filled",
      value: null,
      word: null,
      who: "",
      note: "",
    } as const;
    house.log.add({ setupId: trough, rows: [fill] });
    expect(waters()[0]).toMatchObject({ key: "water#1", state: "done", on: today() - 2 });
    expect(duesOf(trough).keeping.changes).toBeGreaterThan(before);
    const { id: _id, ...says } = fill;
    house.log.change({ setupId: trough, id: fill.id, baseVersion: 1, state: { ...says, takenOut: true } });
    expect(waters()[0]).not.toMatchObject({ state: "done" });
    expect(duesOf(trough).keeping.changes).toBeGreaterThan(before + 1);
    const told = () => {
      const loaded = house.setups.load(trough);
      if (loaded.status !== "ok") throw new Error(loaded.status);
      return house.log.forecast(trough, loaded.state.setup, "metric");
    };
    expect(told().status).toBe("none");
    say(trough, { about: "item", key: "water#1", is: "done", on: isoDay(today() - 2) });
    expect(told()).toMatchObject({ status: "told", readings: 0, since: `${isoDay(today() - 2)}T09:00` });
    // said in both places it is one
    house.log.change({ setupId: trough, id: fill.id, baseVersion: 2, state: { ...says, takenOut: false } });
    expect(told()).toMatchObject({ status: "told", since: fill.at });
    expect(waters().filter(({ state }) => state === "done")).toHaveLength(1);
  });

  it("is refused for what is not there, and for what is no day, no key and no entry", () => {
    expect(
      house.schedule.keep({
        setupId: "nobody",
        entries: [{ entryId: "entry-nobody", entry: { about: "item", key: "water#1", is: "open" } }],
      }),
    ).toMatchObject({ status: "refused" });
    const entry = (one: unknown): boolean =>
      keepInput.safeParse({ setupId: trough, entries: [{ entryId: "entry-12345", entry: one }] }).success;
    expect(entry({ about: "item", key: "water#1", is: "done", on: "2026-12-02" })).toBe(true);
    for (const wrong of [
      { about: "item", key: "water#1", is: "done", on: "2026-02-30" },
      { about: "item", key: "water#1", is: "done", on: "9999-01-01" },
      { about: "item", key: "water#1", is: "done" },
      { about: "item", key: "<b>", is: "open" },
      { about: "item", key: "x".repeat(200), is: "open" },
      { about: "item", key: "water#1", is: "eaten", on: "2026-12-02" },
      { about: "setup", since: "soon", inCalendar: true },
      { about: "house" },
      null,
    ])
      expect(entry(wrong)).toBe(false);
    expect(keepInput.safeParse({ setupId: trough, entries: [] }).success).toBe(false);
  });

  it("of one that stands nowhere says so", () => {
    const loaded = house.setups.load(bog);
    if (loaded.status !== "ok") throw new Error(loaded.status);
    const { here: _here, places: _places, ...nowhere } = loaded.state.setup;
    const made = house.setups.create({ ...nowhere, name: "Nowhere" });
    if (!made.ok) throw new Error("nowhere");
    expect(house.schedule.ofSetup(made.value, asked())).toMatchObject({ ok: false, problems: [{ code: "no-place" }] });
  });

  it("goes along with a house, is there once however often it comes, and leaves days that were chosen here", () => {
    say(trough, { about: "item", key: "water#1", is: "done", on: "2026-11-29" });
    house.schedule.setHouseDays({ days: [6] });
    const file = JSON.stringify(house.files.house());
    expect(file).not.toContain("feed/");
    const other = mkdtempSync(join(tmpdir(), "marlstone-schedule-"));
    const there = openMarlstone(other);
    try {
      there.schedule.setHouseDays({ days: [2, 3] });
      for (let i = 0; i < 2; i++) expect(there.files.takeIn(file).ok).toBe(true);
      expect(there.schedule.houseDays()).toEqual([2, 3]);
      const keeping = there.files.house().setups.find(({ id }) => id === trough)!.keeping;
      expect(keeping).toMatchObject([{ entry: { about: "item", key: "water#1", is: "done" } }]);
    } finally {
      there.close();
      rmSync(other, { recursive: true, force: true });
    }
  });
});

describe("the calendar another calendar reads", () => {
  it("has each thing once, as whole days, under an id that stays while its days move", async () => {
    const before = await eventsOf();
    expect(before.length).toBeGreaterThan(20);
    expect(new Set(before.map(({ uid }) => uid)).size).toBe(before.length);
    const look = duesOf(trough, 200).dues.filter(({ seriesId }) => seriesId === "look");
    const [first, second] = look;
    const uid = (key: string): string => `${trough}.${key}@marlstone`;
    const eventOf = (list: readonly Event[], key: string): Event => list.find((one) => one.uid === uid(key))!;
    expect(eventOf(before, first!.key).from).toBe(isoDay(first!.on));
    // done on another day than meant: what follows goes along
    say(trough, { about: "item", key: first!.key, is: "done", on: isoDay(today()) });
    const after = await eventsOf();
    expect(eventOf(after, first!.key)).toMatchObject({ from: isoDay(today()), to: isoDay(today() + 1) });
    expect(eventOf(after, first!.key).summary).toMatch(/^Done: /u);
    expect(eventOf(after, first!.key).sequence).toBeGreaterThan(eventOf(before, first!.key).sequence);
    expect(eventOf(after, second!.key).from).not.toBe(eventOf(before, second!.key).from);
    const uids = new Set(after.map((one) => one.uid));
    expect(uids.size).toBe(after.length);
    const known = new Set(before.map((one) => one.uid));
    // one more of it may come in at the end; none of those that were there is there twice
    expect(after.filter((one) => !known.has(one.uid)).length).toBeLessThanOrEqual(2);
    expect(await eventsOf()).toEqual(after);
  });

  it("leaves out what is left out, and a setup that is not in it", async () => {
    const [first] = duesOf(trough, 200).dues.filter(({ seriesId }) => seriesId === "look");
    say(trough, { about: "item", key: first!.key, is: "skipped", on: isoDay(today()) });
    const has = async (of: string): Promise<boolean> => (await eventsOf()).some(({ uid }) => uid.startsWith(of));
    expect(await has(`${trough}.${first!.key}@`)).toBe(false);
    expect(await has(trough)).toBe(true);
    say(trough, { about: "setup", since: null, inCalendar: false });
    expect(await has(trough)).toBe(false);
    expect(await has(bog)).toBe(true);
  });

  it("escapes what a name may hold", async () => {
    const loaded = house.setups.load(bog);
    if (loaded.status !== "ok") throw new Error(loaded.status);
    const name = "Bog; with, a \\ and\r\nBEGIN:VEVENT";
    const made = house.setups.create({ ...loaded.state.setup, name: name.replaceAll(/[\r\n]/gu, " ") });
    if (!made.ok) throw new Error(made.problems[0]!.message);
    const mine = (await eventsOf()).filter(({ uid }) => uid.startsWith(made.value));
    expect(mine.length).toBeGreaterThan(3);
    for (const { summary } of mine) expect(summary).toContain("Bog; with, a \\ and");
  });
});

describe("the day it is", () => {
  const zone = process.env.TZ;
  afterEach(() => {
    if (zone === undefined) delete process.env.TZ;
    else process.env.TZ = zone;
  });
  it("is that of the clock where the server stands, on both sides of the date line and on days that clocks change", () => {
    const at = (iso: string, tz: string): string => {
      process.env.TZ = tz;
      return isoDay(localDay(new Date(iso)));
    };
    expect(at("2026-12-02T11:30:00Z", "Pacific/Kiritimati")).toBe("2026-12-03");
    expect(at("2026-12-02T11:30:00Z", "Pacific/Pago_Pago")).toBe("2026-12-02");
    expect(at("2026-12-02T10:30:00Z", "Pacific/Pago_Pago")).toBe("2026-12-01");
    expect(at("2026-03-29T00:30:00Z", "Europe/Berlin")).toBe("2026-03-29");
    expect(at("2026-10-25T23:30:00Z", "Europe/Berlin")).toBe("2026-10-26");
    expect(parseIsoDay("2028-02-29")).toBe(localDay(new Date(2028, 1, 29, 23, 59)));
  });
});
