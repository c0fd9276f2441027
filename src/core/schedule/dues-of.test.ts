import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { parseIsoDay, weekdayOf, type DayNumber } from "../units/day-number";
import { every, isDueOn, isLate, PAUSED, type Due, type ItemMark, type Kept, type Series, type Times } from "./due";
import { duesOf, type Span } from "./dues-of";

const TODAY = parseIsoDay("2026-12-02")!;
const series = (times: Times, isFree = true): Series => ({
  id: "one",
  kind: "look",
  title: "One",
  reason: "",
  ifSkipped: "",
  source: "",
  times,
  isFree,
});
const kept = (items: Record<string, ItemMark> = {}, since = TODAY, own: string[] = []): Kept => ({
  since,
  items: new Map(Object.entries(items)),
  own: new Set(own),
});
const span = (more: Partial<Span> = {}): Span => ({
  from: TODAY - 400,
  until: TODAY + 60,
  today: TODAY,
  houseDays: [],
  ...more,
});
const again = (low: number, high: number, from = TODAY): Series =>
  series({ kind: "again", from, wears: () => every(low, high) });
const windows = (dues: readonly Due[]): readonly (readonly [DayNumber, DayNumber])[] =>
  dues.map(({ window }) => [window.from - TODAY, window.to - TODAY]);

describe("what comes again", () => {
  it("has days that widen, until they touch, and comes as often as it is likely to", () => {
    const list = windows(duesOf(again(6, 10), kept(), span()));
    expect(list.slice(0, 2)).toEqual([
      [6, 10],
      [12, 20],
    ]);
    const likely = 1 / ((1 / 6 + 1 / 10) / 2);
    expect(list.length).toBeGreaterThanOrEqual(Math.floor(60 / Math.ceil(likely)));
    expect(list.length).toBeLessThanOrEqual(Math.ceil(60 / 6));
    for (let i = 2; i < list.length; i++) expect(list[i]![0]).toBeGreaterThanOrEqual(list[i - 1]![1] - 1);
  });

  it("follows what was done, whenever that was, and goes on as the same things", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 30 }),
        fc.integer({ min: 0, max: 30 }),
        fc.array(fc.integer({ min: 1, max: 40 }), { maxLength: 6 }),
        (low, wider, gaps) => {
          const high = low + wider;
          const items: Record<string, ItemMark> = {};
          let on = TODAY - 300;
          gaps.forEach((gap, i) => {
            on += gap;
            items[`one#${i + 1}`] = i % 2 === 0 ? { kind: "done", on } : { kind: "skipped", on };
          });
          const dues = duesOf(again(low, high, TODAY - 300), kept(items), span());
          const open = dues.filter(({ state }) => state === "open");
          expect(open[0]).toMatchObject({ key: `one#${gaps.length + 1}`, window: { from: on + low, to: on + high } });
          expect(new Set(dues.map(({ key }) => key)).size).toBe(dues.length);
          for (const due of dues) expect(due.window.from).toBeLessThanOrEqual(due.window.to);
        },
      ),
    );
  });

  it("that is late is done today at the soonest: what follows is counted from then", () => {
    const [late, next] = duesOf(again(5, 5, TODAY - 100), kept(), span());
    expect(isLate(late!, TODAY)).toBe(true);
    expect(isDueOn(late!, TODAY)).toBe(true);
    expect(next!.window.from).toBe(TODAY + 5);
    expect(isLate(next!, TODAY)).toBe(false);
  });

  it("rests while nothing wears on it, and is over when it is", () => {
    const paused = series({ kind: "again", from: TODAY, wears: () => PAUSED });
    expect(duesOf(paused, kept(), span())).toEqual([]);
    const until = series({ kind: "again", from: TODAY, until: TODAY + 10, wears: () => every(3, 3) });
    expect(windows(duesOf(until, kept(), span())).map(([from]) => from)).toEqual([3, 6, 9]);
    const later = series({
      kind: "again",
      from: TODAY,
      wears: (day) => (day > TODAY + 20 ? every(4, 4) : PAUSED),
    });
    expect(windows(duesOf(later, kept(), span()))[0]).toEqual([24, 24]);
  });

  it("stands on a day it was moved to, and what follows goes by that day", () => {
    const [moved, next] = duesOf(again(6, 10), kept({ "one#1": { kind: "moved", to: TODAY + 20 } }), span());
    expect(moved).toMatchObject({ on: TODAY + 20, isMoved: true, window: { from: TODAY + 20, to: TODAY + 20 } });
    expect(next!.window.from).toBeGreaterThanOrEqual(TODAY + 26);
  });
});

describe("the days of the house", () => {
  const SUNDAY = 6;
  it("are what can wait waits for: in its window, or the last before it", () => {
    for (const [low, high] of [
      [6, 14],
      [8, 9],
      [20, 21],
    ] as const) {
      const [first, second] = duesOf(again(low, high), kept(), span({ houseDays: [SUNDAY] }));
      expect([weekdayOf(first!.on), weekdayOf(second!.on)]).toEqual([SUNDAY, SUNDAY]);
      expect(first!.on).toBeLessThanOrEqual(TODAY + high);
      expect(first!.on).toBeGreaterThan(TODAY + low - 7);
      expect(first!.onHouseDays).toBe(true);
      expect(second!.on - first!.on).toBeLessThanOrEqual(high);
    }
  });

  it("do not hold what cannot wait for them, nor what has days of its own", () => {
    const often = duesOf(again(2, 2), kept(), span({ houseDays: [SUNDAY], until: TODAY + 8 }));
    // Wednesday: the 4th, and from then on each second day, a Sunday where one is in between
    expect(often[0]!.on).toBe(TODAY + 2);
    const bound = { ...again(8, 12), isFree: false };
    expect(duesOf(bound, kept(), span({ houseDays: [SUNDAY] }))[0]).toMatchObject({
      on: TODAY + 8,
      onHouseDays: undefined,
    });
    expect(duesOf(again(8, 12), kept({}, TODAY, ["one"]), span({ houseDays: [SUNDAY] }))[0]).toMatchObject({
      on: TODAY + 8,
      onHouseDays: false,
    });
  });
});

describe("what comes once a year", () => {
  const yearly = (fromStart?: true): Series =>
    series({
      kind: "yearly",
      fromStart,
      of: (year) => ({ from: parseIsoDay(`${year}-11-20`)!, to: parseIsoDay(`${year}-12-10`)! }),
    });
  it("is known by its year, kept for some weeks when it is late, and then left for the next", () => {
    expect(duesOf(yearly(), kept(), span({ until: TODAY + 400 })).map(({ key }) => key)).toEqual([
      "one@2026",
      "one@2027",
    ]);
    const later = span({ today: TODAY + 30, until: TODAY + 300 });
    expect(duesOf(yearly(), kept(), later).map(({ key }) => key)).toEqual(["one@2026"]);
    expect(duesOf(yearly(), kept(), span({ today: TODAY + 70, until: TODAY + 300 }))).toEqual([]);
  });

  it("that needs all of its time is next year's for what was put up in the middle of it", () => {
    const asked = span({ until: TODAY + 400 });
    expect(duesOf(yearly(true), kept(), asked).map(({ key }) => key)).toEqual(["one@2027"]);
    expect(duesOf(yearly(), kept(), asked)[0]!.key).toBe("one@2026");
  });
});

describe("what comes next", () => {
  const next = (lowDays: number, highDays: number, isTime?: (day: DayNumber) => boolean): Series =>
    series({ kind: "next", from: TODAY - 400, lowDays, highDays, isTime });
  it("waits for its season, comes once, and counts from when it was done", () => {
    const inSpring = (day: DayNumber): boolean => day >= TODAY + 90 && day < TODAY + 120;
    const asked = span({ until: TODAY + 400 });
    const [only, ...others] = duesOf(next(300, 410, inSpring), kept(), asked);
    expect(others).toEqual([]);
    expect(only!.window.from).toBe(TODAY + 90);
    const done = kept({ "one#1": { kind: "done", on: TODAY - 10 } });
    const [was, then] = duesOf(next(300, 330), done, asked);
    expect(was).toMatchObject({ key: "one#1", state: "done" });
    expect(then).toMatchObject({ key: "one#2", state: "open", window: { from: TODAY + 290 } });
  });
});
