import { describe, expect, it } from "vitest";
import { MARROWBECK, MARROWBECK_PLACES, standing, type MarrowbeckPlace } from "../../../demo/marrowbeck";
import { daysOfDemand } from "../demand/demand";
import { placesHere, standingThere } from "../demand/here-of";
import { wantsOf, yearOfWater } from "../demand/year-of-water";
import { inLibrary, LIBRARY } from "../occupants/library/library";
import type { Place } from "../place/place";
import { placeYearsOf } from "../place/place-years";
import { season } from "../season/season";
import { yearOfKind } from "../season/which-year";
import type { Here, Setup } from "../stack/setup";
import { medium } from "../testing/setups";
import { calendarDateOf, dayNumberOf, formatDay, parseIsoDay, type DayNumber } from "../units/day-number";
import { formatVolume } from "../units/units";
import { whenSound } from "../water/checked";
import { dayIn, dayOfYearAt, dayOfYearIn, type ScheduleAsked } from "./asked";
import type { Due, ItemMark, WateredOn } from "./due";
import { scheduleOf } from "./schedule";
import { lastingOf } from "./water-rules";

const SINCE = parseIsoDay("2026-04-20")!;
const TODAY = parseIsoDay("2026-05-01")!;

type More = {
  readonly change?: (setup: Setup) => Setup;
  readonly place?: (place: Place) => Place;
  readonly items?: Record<string, ItemMark>;
  readonly watered?: readonly WateredOn[];
  readonly since?: DayNumber;
  readonly today?: DayNumber;
  readonly ahead?: number;
  readonly houseDays?: readonly number[];
};
function asked(begins: string, more: More = {}): ScheduleAsked {
  const { change = (setup: Setup) => setup, place = (one: Place) => one } = more;
  const drawn = MARROWBECK.find(({ name }) => name.startsWith(begins))!;
  const stands = standing(drawn, (id) => id);
  const there = placesHere(
    stands.places!,
    (id) => place(MARROWBECK_PLACES[id as MarrowbeckPlace]),
    (one) => placeYearsOf(one, 4),
  )!;
  const setup = standingThere(change(stands), there, inLibrary) as Setup & { readonly here: Here };
  const year = whenSound(setup, medium, (sound) =>
    yearOfWater(sound, medium, wantsOf(setup, inLibrary), { days: daysOfDemand(setup, there.at, inLibrary) }),
  );
  if (!year.ok) throw new Error(year.problems[0]!.message);
  const today = more.today ?? TODAY;
  return {
    setup,
    medium,
    occupants: inLibrary,
    at: there.at,
    year: year.value,
    partsOf: () => undefined,
    kept: {
      since: more.since ?? SINCE,
      items: new Map(Object.entries(more.items ?? {})),
      own: new Set(),
      watered: more.watered,
    },
    span: { from: today - 30, until: today + (more.ahead ?? 400), today, houseDays: more.houseDays ?? [] },
    system: "metric",
  };
}
const dues = (begins: string, more: More = {}): readonly Due[] => scheduleOf(asked(begins, more)).dues;
const of = (list: readonly Due[], key: string): Due => {
  const found = list.find((due) => due.key === key);
  if (!found) throw new Error(`no ${key} among ${list.map((due) => due.key).join(" ")}`);
  return found;
};

describe("the schedule of each demo setup", () => {
  it.each(MARROWBECK.map(({ name }) => name))(
    "%s: every item with its window, reason and what comes of leaving it",
    (name) => {
      const list = dues(name, { since: TODAY - 3 });
      expect(list.length).toBeGreaterThan(10);
      expect(new Set(list.map(({ key }) => key)).size).toBe(list.length);
      for (const due of list) {
        for (const words of [due.title, due.reason, due.ifSkipped, due.source]) {
          expect(words).toMatch(/^\p{Lu}/u);
          expect(words).not.toMatch(/undefined|NaN|Infinity|(?<![\d.])1 days\b|\s{2}/u);
        }
        expect(due.window.from).toBeLessThanOrEqual(due.window.to);
      }
      // the same house tomorrow, with nothing done: the same things
      const tomorrow = dues(name, { since: TODAY - 3, today: TODAY + 1 });
      const known = new Set(list.map(({ key }) => key));
      for (const due of tomorrow) if (due.on <= TODAY + 300) expect(known.has(due.key)).toBe(true);
    },
  );

  it("feeds no plant that feed harms, and says so", () => {
    for (const begins of ["Stone-sink bog", "Seed tray", "Closed carboy"]) {
      const { dues: list, notes } = scheduleOf(asked(begins));
      expect(list.filter(({ kind }) => kind === "feed")).toEqual([]);
      expect(notes.join(" ")).toContain("Never fed");
    }
  });
});

describe("watering", () => {
  it("that its log tells of is done, moves what follows as a tick does, and is neither twice nor before the last", () => {
    const on = parseIsoDay("2026-07-03")!;
    const today = on + 1;
    const since = on - 20;
    const open = (more: More): readonly Due[] =>
      dues("Terrace trough", { today, since, ...more }).filter(({ seriesId }) => seriesId === "water");
    const ticked = open({ items: { "water#1": { kind: "done", on } } });
    const told = open({ watered: [{ on, isFilled: true }] });
    expect(told).toEqual(ticked);
    expect(told[0]).toMatchObject({ state: "done", on });
    // both say the same filling
    expect(open({ items: { "water#1": { kind: "done", on } }, watered: [{ on, isFilled: true }] })).toEqual(ticked);
    expect(open({ watered: [{ on: on - 30, isFilled: true }] })).toEqual(open({}));
    expect(open({ watered: [{ on: today + 3, isFilled: true }] })).toEqual(open({}));
    // a can on its soil does not fill a store; taken back, it is open
    expect(open({ watered: [{ on, isFilled: false }] })).toEqual(open({}));
    expect(open({ items: { "water#1": { kind: "open" } }, watered: [{ on, isFilled: true }] })[0]!.state).toBe("open");
    // what is soaked is done with every watering
    const pot = dues("Tall pot", { today, since, watered: [{ on, isFilled: false }] });
    expect(of(pot, "water#1")).toMatchObject({ state: "done", on });
  });

  it("comes when the Year page says that a fill is used up", () => {
    const question = asked("Terrace trough", {
      items: { "water#1": { kind: "done", on: parseIsoDay("2026-07-03")! } },
    });
    const july = lastingOf(question).months[6]!;
    const days = question.year.months[6]!.fill!.days;
    expect([july.low, july.typical, july.high]).toEqual([days.low, days.typical, days.high]);
    const next = of(scheduleOf(question).dues, "water#2");
    const done = parseIsoDay("2026-07-03")!;
    expect(next.window.from - done).toBe(Math.ceil(days.low));
    // rain puts the latest day off, and never brings it nearer
    expect(next.window.to - done).toBeGreaterThanOrEqual(Math.ceil(days.high));
    expect(next.reason).toContain("In July a fill lasts");
    expect(next.title).toContain(formatVolume(question.year.months[6]!.fill!.usableCm3, "metric"));
  });

  it("is every so many days where the hand says so, with as much as they take", () => {
    const list = dues("Open dish", { today: SINCE, since: SINCE });
    const waterings = list.filter(({ seriesId }) => seriesId === "water");
    for (let i = 1; i < 20; i++) expect(waterings[i]!.on - waterings[i - 1]!.on).toBe(2);
    expect(waterings[0]!.title).toMatch(/about \d+\smL$/u);
  });

  it("stops before what is dug is dug, and goes on where that was left out", () => {
    const water = (more: More) =>
      dues("Shallow tub", { today: parseIsoDay("2026-09-01")!, ahead: 140, ...more }).filter(
        ({ seriesId }) => seriesId === "water",
      );
    const list = dues("Shallow tub", { today: parseIsoDay("2026-09-01")! });
    const stops = of(list, "run-down:arrowhead@2026").window.from;
    const harvest = of(list, "harvest:arrowhead@2026").window;
    expect(harvest.from - stops).toBe(35);
    const items = { "water#1": { kind: "done", on: parseIsoDay("2026-08-30")! } } as const;
    const inside = water({ items }).filter(({ window }) => window.from > stops && window.from < harvest.to);
    expect(inside).toEqual([]);
    const on = water({ items: { ...items, "run-down:arrowhead@2026": { kind: "skipped", on: stops } } });
    expect(on.length).toBeGreaterThanOrEqual(water({ items }).length);
  });
});

describe("what grows", () => {
  it("is watered from the top until the day's roots are down, as the season has it", () => {
    const question = asked("Platform planter");
    const lived = whenSound(question.setup, medium, (sound) =>
      season({
        setup: sound,
        medium,
        occupants: inLibrary,
        at: yearOfKind(question.at, "usual"),
        regime: { kind: "at-mark" },
        mayGoOn: () => false,
      }),
    );
    if (!lived.ok) throw new Error(lived.problems[0]!.message);
    const down = dayOfYearIn(2026, lived.value.reachesWaterOn! + 1);
    const top = of(scheduleOf(question).dues, "top:aubergine@2026");
    expect(top.reason).toContain(`likely by ${formatDay(down)}`);
    expect(top.window.from).toBeLessThan(down);
    expect(top.window.to).toBeGreaterThan(down);
  });

  it("that is put in later is staked, watered and harvested later; left out, it is none of these", () => {
    const list = dues("Platform planter");
    const planted = of(list, "top:aubergine@2026").window.from;
    const later = dues("Platform planter", { items: { "plant:aubergine@2026": { kind: "done", on: planted + 20 } } });
    for (const key of ["stake:aubergine@2026", "top:aubergine@2026", "harvest:aubergine@2026"])
      expect(of(later, key).window.from - of(list, key).window.from).toBe(20);
    const frost = asked("Platform planter").at.frost!;
    expect(of(later, "harvest:aubergine@2026").window.to).toBeLessThanOrEqual(dayIn(2026, frost.first));
    const none = dues("Platform planter", { items: { "plant:aubergine@2026": { kind: "skipped", on: planted } } });
    expect(none.filter(({ key }) => /^(?:stake|top|harvest|put-back):aubergine@2026$/u.test(key))).toEqual([]);
  });

  it("has its winter in winter: half a year later in the south", () => {
    const south = (place: Place): Place => ({ ...place, latitude: -place.latitude });
    const january = parseIsoDay("2027-01-05")!;
    const monthsOf = (key: RegExp, more: More): readonly number[] =>
      dues("Stone-sink bog", { today: january, ...more })
        .filter((due) => key.test(due.key))
        .map(({ window }) => calendarDateOf(window.from).month);
    const [north] = monthsOf(/^rest@/u, { ahead: 370 }).slice(-1);
    const [other] = monthsOf(/^rest@/u, { ahead: 370, place: south }).slice(-1);
    expect([10, 11, 12]).toContain(north);
    expect([4, 5, 6]).toContain(other);
  });

  it("never asks to harvest what is not ripe yet, nor what no frost has left", () => {
    for (const [begins, id] of [
      ["Terrace trough", "celery"],
      ["Platform planter", "aubergine"],
    ] as const) {
      const list = dues(begins);
      const harvest = of(list, `harvest:${id}@2026`).window;
      const plant = LIBRARY.find((one) => one.id === id)!;
      if (plant.life !== "plant") throw new Error(id);
      const soonest = 7 * (plant.harvest!.fromWeeks - plant.planting!.fromWeeks);
      expect(harvest.from - of(list, `top:${id}@2026`).window.from).toBeGreaterThanOrEqual(soonest);
    }
  });
});

describe("days of a year in a year", () => {
  it("know leap years: the 29th of February is the 28th where there is none", () => {
    expect(calendarDateOf(dayIn(2027, { month: 2, day: 29 }))).toEqual({ year: 2027, month: 2, day: 28 });
    expect(calendarDateOf(dayIn(2028, { month: 2, day: 29 }))).toEqual({ year: 2028, month: 2, day: 29 });
    expect(dayOfYearAt(dayNumberOf({ year: 2028, month: 2, day: 29 }))).toBe(59);
    for (const year of [2027, 2028])
      for (let day = 1; day <= 365; day++) expect(dayOfYearAt(dayOfYearIn(year, day))).toBe(day);
    const leap = parseIsoDay("2028-02-27")!;
    const list = dues("Terrace trough", { since: leap - 40, today: leap, ahead: 20 });
    expect(list.filter(({ seriesId }) => seriesId === "look").length).toBeGreaterThan(1);
  });
});

describe("new setups", () => {
  it("are washed, soaked and filled first, and keepers' animals come weeks after the small ones", () => {
    const list = dues("Lidded case", { since: TODAY, today: TODAY });
    expect(list.filter(({ kind }) => kind === "build").map(({ key }) => key)).toEqual([
      "clean",
      "soak",
      "first-fill",
      "settled",
    ]);
    expect(of(list, "move-in").window.from - of(list, "cleaners").window.from).toBe(28);
    expect(dues("Lidded case", { since: TODAY - 200 }).filter(({ kind }) => kind === "build")).toEqual([]);
  });

  it("sown under a lid: it is lifted every two or three days until sprouts stand", () => {
    const seed = (setup: Setup): Setup => ({
      ...setup,
      occupants: setup.occupants.map((one) => ({ ...one, stage: "seed" as const })),
      fixtures: setup.fixtures.some(({ kind }) => kind === "lid")
        ? setup.fixtures
        : [...setup.fixtures, { kind: "lid", id: "lid", openShare: 0 }],
    });
    const list = dues("Seed tray", { since: TODAY, today: TODAY, change: seed });
    const lifted = list.filter(({ seriesId }) => seriesId === "lid");
    expect(lifted[0]!.window).toEqual({ from: TODAY + 2, to: TODAY + 3 });
    const sprouts = of(list, "sprouts:butterwort-large");
    expect(sprouts.window.to - sprouts.window.from).toBeGreaterThanOrEqual(100);
    expect(lifted.at(-1)!.on).toBeLessThanOrEqual(sprouts.window.to);
  });
});
