import { describe, expect, it } from "vitest";
import { MARROWBECK, MARROWBECK_PLACES, standing, type MarrowbeckPlace } from "../../../demo/marrowbeck";
import { daysOfDemand } from "../demand/demand";
import { placesHere, standingThere } from "../demand/here-of";
import { wantsOf, yearOfWater } from "../demand/year-of-water";
import { inLibrary } from "../occupants/library/library";
import { monthOfDay, YEAR_DAYS } from "../place/day-in-year";
import type { Place } from "../place/place";
import { placeYearsOf } from "../place/place-years";
import { OPEN, placeOf } from "../testing/places";
import { medium, potWith } from "../testing/setups";
import { UNSAID_SITE, type Setup } from "../stack/setup";
import { whenSound } from "../water/checked";
import { ok } from "../units/problem";
import { follow, SEASON_STEPS, type FollowedFrame } from "../water/follow";
import { DEFAULT_CELL_CM } from "../water/column";
import { networkOf, type Network } from "../water/network";
import { settle } from "../water/settle";
import { rootsOf } from "./roots";
import { askedOf, forcingOf, season, startOf, type Season, type SeasonAsked } from "./season";
import { ensemble, ENSEMBLE_RUNS, rangeOver, type Ensemble, type EnsembleAsked } from "./ensemble";
import { ensembleSayings, promise } from "./ensemble-sentences";
import { againstPlain, isFilling, toldOf } from "./season-sentences";
import { changedBy, WHAT_IFS, type WhatIf } from "./what-if";
import { yearOfKind } from "./which-year";

type Asking = Omit<SeasonAsked, "medium" | "occupants">;

function asking(stands: Setup, place: (id: string) => Place, more: Partial<Asking> = {}): Asking {
  const there = placesHere(stands.places!, place, (one) => placeYearsOf(one, 4))!;
  const setup = standingThere(stands, there, inLibrary) as Asking["setup"];
  return { setup, at: yearOfKind(there.at, "usual"), regime: { kind: "at-mark" }, ...more };
}
const demo = (begins: string, more: Partial<Asking> = {}): Asking =>
  asking(
    standing(
      MARROWBECK.find(({ name }) => name.startsWith(begins))!,
      (place) => place,
    ),
    (id) => MARROWBECK_PLACES[id as MarrowbeckPlace],
    more,
  );
function lived({ setup, ...asked }: Asking): Season {
  const result = whenSound(setup, medium, (sound) => season({ ...asked, setup: sound, medium, occupants: inLibrary }));
  if (!result.ok) throw new Error(result.problems[0]!.message);
  return result.value;
}
const changed = (asked: Asking, what: WhatIf): Asking => {
  const other = changedBy(what, { ...asked, medium, occupants: inLibrary });
  if (!other) throw new Error(`nothing of ${what}`);
  return { ...asked, ...other };
};
const sum = (all: Season, key: "rainCm3" | "givenCm3" | "outCm3" | "drunkCm3" | "evaporatedCm3" | "askedCm3"): number =>
  all.days.reduce((total, day) => total + day[key], 0);
const ROOM = placeOf({ kind: "room", heated: true });

/** A pot over a reservoir in a room, whose day is said. */
const INDOORS: Asking = asking(
  {
    ...potWith({ kind: "free-water", levelCm: 4, overflowCm: 5 }),
    demand: { by: "said", mmPerDay: 3 },
    places: [{ placeId: "room", from: null }],
  },
  () => ROOM,
);

describe("a season", () => {
  it("of one demand all year is arithmetic: what is under full, over what a day takes", () => {
    const year = whenSound(INDOORS.setup, medium, (sound) =>
      yearOfWater(sound, medium, wantsOf(sound, inLibrary), { days: daysOfDemand(sound, INDOORS.at, inLibrary) }),
    );
    if (!year.ok) throw new Error("a pot");
    const lasts = year.value.months[0]!.fill!.days.typical;
    const run = lived(INDOORS);
    const fillings = run.days.filter(isFilling).map(({ day }) => day);
    const gaps = fillings.slice(2).map((day, i) => day - fillings[i + 1]!);
    const mean = gaps.reduce((all, gap) => all + gap, 0) / gaps.length;
    // the hand comes in the morning, and what wicks up comes down a little less far than at rest
    expect(Math.abs(mean - lasts)).toBeLessThan(1);
    const took = sum(run, "drunkCm3") + sum(run, "evaporatedCm3");
    expect(Math.abs(sum(run, "givenCm3") - took)).toBeLessThan(2 * year.value.months[0]!.fill!.usableCm3);
    // cells that stand wet over the reservoir give a little less than is asked
    const asked = YEAR_DAYS * year.value.months[0]!.takesCm3.typical;
    expect(took / asked).toBeGreaterThan(0.97);
    expect(took / asked).toBeLessThanOrEqual(1 + 1e-6);
  }, 60_000);

  it.each(MARROWBECK.map(({ name }) => name))(
    "loses and makes no water and no salts, and lives every day of the year: %s",
    (begins) => {
      const run = lived(demo(begins));
      expect(run.isWhole).toBe(true);
      expect(run.days).toHaveLength(YEAR_DAYS);
      expect(run.balanceError).toBeLessThan(1e-9);
      expect(run.saltsError).toBeLessThan(1e-9);
      for (const day of run.days) {
        expect(day.drunkCm3).toBeLessThanOrEqual(day.askedCm3 * (1 + 1e-6) + 1e-6);
        expect(Math.min(...day.air)).toBeGreaterThanOrEqual(0);
        expect(Number.isFinite(day.heldCm3 + day.airAtRoots)).toBe(true);
      }
    },
    120_000,
  );

  it("kept by a float is never thirsty and never low; forgotten, it is both", () => {
    const float = lived({ ...INDOORS, regime: { kind: "float" } });
    expect(Math.min(...float.days.slice(1).map(({ levelCm }) => levelCm!))).toBeGreaterThan(3.5);
    expect(toldOf(float).thirstyDays).toEqual([]);
    const left = lived({ ...INDOORS, away: { fromDay: 0, days: YEAR_DAYS } });
    expect(sum(left, "givenCm3")).toBeLessThan(1e-6);
    expect(toldOf(left).thirstyDays.length).toBeGreaterThan(100);
  }, 60_000);

  it("watered by the calendar is given on those days alone", () => {
    const weekly = lived({ ...INDOORS, regime: { kind: "every", days: 7 } });
    for (const { day, givenCm3 } of weekly.days) if (day % 7 !== 0) expect(givenCm3).toBeLessThan(1e-6);
    expect(weekly.days.filter(isFilling).length).toBeGreaterThan(45);
  }, 60_000);

  it("is given so much each time and no more, and is forgotten on some days by lot, the same each time", () => {
    const whole = lived({ ...INDOORS, regime: { kind: "every", days: 4 } });
    const forgotten = { ...INDOORS, regime: { kind: "every", days: 4, missed: 0.5 } } as const;
    const missed = lived(forgotten);
    const filled = missed.days.filter(isFilling).length / whole.days.filter(isFilling).length;
    expect(filled).toBeGreaterThan(0.35);
    expect(filled).toBeLessThan(0.65);
    expect(toldOf(lived(forgotten))).toEqual(toldOf(missed));
    const poured = lived(demo("Tall pot", { regime: { kind: "every", days: 7, givesCm3: 500 } }));
    for (const day of poured.days) expect(day.givenCm3).toBeLessThan(501);
    expect(sum(poured, "givenCm3")).toBeCloseTo(500 * Math.ceil(YEAR_DAYS / 7), -1);
    expect(poured.balanceError).toBeLessThan(1e-9);
    const cans = lived({ ...INDOORS, regime: { kind: "every", days: 2, givesCm3: 60 } });
    for (const day of cans.days) expect(day.givenCm3).toBeLessThan(60 + 1e-6);
    expect(sum(cans, "givenCm3")).toBeGreaterThan(50 * (YEAR_DAYS / 2) * 0.5);
    expect(cans.balanceError).toBeLessThan(1e-9);
    // a can that is more than it ever holds fills it, as if no measure were taken
    const flood = lived({ ...INDOORS, regime: { kind: "every", days: 4, givesCm3: 100_000 } });
    const stayed = (run: Season): number => sum(run, "givenCm3") - sum(run, "outCm3");
    expect(stayed(flood) / stayed(whole)).toBeCloseTo(1, 3);
  });

  it.each(MARROWBECK.filter(({ water }) => water.by === "level").map(({ name }) => name))(
    "%s, filled by so much each time, is given no more than that on any day, and keeps its balance",
    (name) => {
      const month = demo(name, { regime: { kind: "every", days: 3, givesCm3: 700 } });
      const { days, balanceError } = lived({ ...month, at: { ...month.at, days: month.at.days.slice(180, 210) } });
      for (const { givenCm3 } of days) expect(givenCm3).toBeLessThan(700 + 0.5);
      expect(Math.max(...days.map(({ givenCm3 }) => givenCm3))).toBeGreaterThan(20);
      expect(balanceError).toBeLessThan(1e-6);
    },
    60_000,
  );

  it("with its feed forgotten has fewer salts, and takes and gives as it did; without feed there is none to forget", () => {
    const fed: Asking = asking(
      {
        ...potWith({ kind: "drained", outletCm: 0 }),
        places: [{ placeId: "room", from: null }],
        site: { ...UNSAID_SITE, waterPpm: 200 },
        layers: potWith({ kind: "drained", outletCm: 0 }).layers.map((one) =>
          one.rooted ? { ...one, amendments: [{ amendmentId: "slow-release", amount: 6, given: "mixed" }] } : one,
        ),
      },
      () => ROOM,
    );
    const unfed = changed(fed, "unfed");
    const [plain, other] = [lived(fed), lived(unfed)];
    expect(other.days.at(-1)!.mgPerL!).toBeLessThan(0.9 * plain.days.at(-1)!.mgPerL!);
    expect(sum(other, "givenCm3")).toBeCloseTo(sum(plain, "givenCm3"), 3);
    expect(againstPlain("With its feed forgotten", plain, other, "metric")).toMatch(
      /^With its feed forgotten it ends with \d+\smg\/L dissolved in what it holds instead of \d+\.$/u,
    );
    expect(changedBy("unfed", { ...unfed, medium, occupants: inLibrary })).toBeUndefined();
  });

  it("of a crop has its roots go down from their ball, and drink no deeper until then", () => {
    const { days, reachesWaterOn } = lived(demo("Platform planter"));
    expect(reachesWaterOn).toBeGreaterThan(60);
    const planted = days.findIndex(({ rootsCm }, i) => i > 0 && rootsCm! < days[i - 1]!.rootsCm!);
    expect(planted).toBeGreaterThan(0);
    expect(planted).toBeLessThan(reachesWaterOn!);
    expect(days[planted + 5]!.rootsCm).toBeGreaterThan(days[planted]!.rootsCm!);
  }, 60_000);

  it("is thirstiest in January in the south", () => {
    const pot: Setup = {
      ...potWith({ kind: "free-water", levelCm: 4, overflowCm: 5 }),
      occupants: [{ id: "r", occupantId: "chard", count: 1, stage: "grown" }],
      demand: { by: "place" },
      places: [{ placeId: "yard", from: null }],
    };
    const run = lived(asking(pot, () => placeOf({ ...OPEN, roofed: true }, { latitude: -35 })));
    const asked = (month: number): number =>
      run.days.reduce(
        (all, day) => all + (monthOfDay(day.dayOfYear) === month ? day.evaporatedCm3 + day.drunkCm3 : 0),
        0,
      );
    expect(asked(0)).toBeGreaterThan(asked(6));
  }, 60_000);

  it("stopped on its way tells what is known so far", () => {
    let asks = 0;
    const run = lived({ ...INDOORS, mayGoOn: () => asks++ < 40 });
    expect(run.isWhole).toBe(false);
    expect(run.days.length).toBeGreaterThan(0);
    expect(run.days.length).toBeLessThan(YEAR_DAYS);
    const told: number[] = [];
    lived({ ...INDOORS, onDays: ({ days }) => told.push(days.length) });
    expect(told.at(-1)).toBe(YEAR_DAYS);
    expect(told).toEqual([...told].sort((a, b) => a - b));
  }, 60_000);
});

describe("what if", () => {
  it("nobody comes, it is forgotten, a heat wave comes: thirst grows in that order of harm", () => {
    const asked = demo("Terrace trough");
    const plain = toldOf(lived(asked));
    const forgotten = toldOf(lived(changed(asked, "forgotten")));
    expect(forgotten.thirstyDays.length).toBeGreaterThan(plain.thirstyDays.length + 5);
    expect(forgotten.givenCm3).toBeLessThan(plain.givenCm3);
    const twice = toldOf(lived(changed(asked, "twice")));
    expect(twice.givenCm3).toBeGreaterThan(1.2 * plain.givenCm3);
  }, 120_000);

  it("all holes clog in the rain: roots are out of air", () => {
    const asked = demo("Tall pot");
    const clogged = toldOf(lived(changed(asked, "all-clogged")));
    expect(toldOf(lived(asked)).waterloggedDays).toEqual([]);
    expect(clogged.waterloggedDays.length).toBeGreaterThan(100);
  }, 120_000);

  it("is asked only where there is something of it that could go so", () => {
    const asked = { ...demo("Closed carboy"), medium, occupants: inLibrary };
    const could = WHAT_IFS.filter((what) => changedBy(what, asked));
    expect(could).toEqual(["away", "forgotten", "heat-wave", "cover-off", "twice"]);
  });
});

describe("a year of a kind", () => {
  it("is hotter and drier the more it says so", () => {
    const at = placeYearsOf(placeOf(OPEN), 10);
    const wants = (["wet", "usual", "dry"] as const).map((kind) =>
      yearOfKind(at, kind).days.reduce((all, { referenceMm, rainMm }) => all + referenceMm - rainMm, 0),
    );
    expect(wants).toEqual([...wants].sort((a, b) => a - b));
    expect(wants[2]).toBeGreaterThan(wants[0]! + 50);
    expect(yearOfKind(at, "dry").days).toHaveLength(YEAR_DAYS);
  });
});

// asked for is 0.05 cm; the trough's merged cells and longer steps are off by up to 0.11 in a month, a hundredth of a fill; days per fill stay the same (below)
describe("a month of it", () => {
  it.each([
    ["Terrace trough", 0],
    ["Terrace trough", 190],
    ["Shallow tub", 120],
    ["Lingonberry", 120],
  ] as const)(
    "has the levels of the plain solver on the default grid, under the same weather: %s from day %i on",
    (begins, from) => {
      const asked = demo(begins, { away: { fromDay: 0, days: 40 } });
      const month: Asking = { ...asked, at: { ...asked.at, days: asked.at.days.slice(from, from + 30) } };
      const { days } = lived(month);
      const levels = whenSound(month.setup, medium, (sound) => {
        const { here } = sound;
        const settled = settle(sound, medium);
        const made = networkOf(sound, medium, "drying");
        if (!here || !settled.ok || !made.ok) throw new Error(begins);
        const network = made.value;
        const weather = daysOfDemand(sound, month.at, inLibrary).map((day, i) =>
          askedOf(sound, here, network, day, 1, month.at.days[i]!),
        );
        const roots = rootsOf(sound, month.at, inLibrary);
        const { frames, status } = follow(
          network,
          startOf(sound, network, settled.value.equilibrium),
          { forcing: forcingOf(sound, network, weather, roots.zone(0), roots.limits, 0), acts: [] },
          weather.map((_, i) => 24 * (i + 1)),
          { mostIterations: 10_000_000 },
        );
        expect(status).toBe("done");
        return ok(frames.map((frame) => levelIn(network, frame)));
      });
      if (!levels.ok) throw new Error(levels.problems[0]!.message);
      expect(days).toHaveLength(30);
      let told = 0;
      for (const [i, { levelCm }] of days.entries()) {
        expect(levelCm === undefined).toBe(levels.value[i] === undefined);
        if (levelCm === undefined) continue;
        told++;
        expect(Math.abs(levelCm - levels.value[i]!), `day ${i}`).toBeLessThan(0.12);
      }
      expect(told).toBeGreaterThan(5);
    },
    60_000,
  );
});

describe("on finer cells and by shorter steps", () => {
  it.each(["Terrace trough", "Shallow tub"])(
    "days from one filling to the next are the same to two hundredths: %s",
    (begins) => {
      const [plain, fine] = [undefined, { cellCm: DEFAULT_CELL_CM, steps: FINE_STEPS }].map((finely) => {
        const asked = demo(begins, { finely });
        const { days } = lived({ ...asked, at: { ...asked.at, days: asked.at.days.slice(120, 240) } });
        const filled = days.filter(isFilling).map(({ day }) => day);
        return (filled.at(-1)! - filled[0]!) / (filled.length - 1);
      });
      expect(Math.abs(fine! / plain! - 1)).toBeLessThan(0.02);
    },
    240_000,
  );
});

describe("forty years", () => {
  const SMALL: Asking = asking(
    { ...potWith({ kind: "free-water", levelCm: 4, overflowCm: 5 }), places: [{ placeId: "room", from: null }] },
    () => ROOM,
  );
  const years = placeYearsOf(ROOM, 4);
  const forty = (more: Partial<EnsembleAsked> = {}): Ensemble => {
    const result = whenSound(SMALL.setup, medium, (sound) =>
      ensemble({ ...SMALL, setup: sound, medium, occupants: inLibrary, at: years, ...more }),
    );
    if (!result.ok) throw new Error(result.problems[0]!.message);
    return result.value;
  };

  it(
    "are the same each time, differ from one another, and hold the plain one in their range",
    { timeout: 120_000 },
    () => {
      const told: number[] = [];
      const all = forty({ onRun: ({ runs }) => told.push(runs.length) });
      expect(told).toEqual(Array.from({ length: ENSEMBLE_RUNS }, (_, i) => i + 1));
      expect(all.isWhole).toBe(true);
      const given = rangeOver(all.runs, ({ givenCm3 }) => givenCm3);
      expect(given.high).toBeGreaterThan(1.2 * given.low);
      const plain = toldOf(lived({ ...SMALL, at: yearOfKind(years, "usual") }));
      expect(plain.givenCm3).toBeGreaterThan(0.8 * given.low);
      expect(plain.givenCm3).toBeLessThan(1.25 * given.high);
      const { setup } = SMALL;
      const line = promise(setup, all)!;
      expect(line).toMatch(/^Fill it every \d+(?: to \d+)? days in [A-Z]/u);
      expect(ensembleSayings(setup, all, "metric").join(" ")).toMatch(/^Filled \d+ to \d+ times a year, with /u);
      const some = forty({ mayGoOn: countdown(4000) });
      expect(some.isWhole).toBe(false);
      expect(some.runs).toEqual(all.runs.slice(0, some.runs.length));
      if (some.runs.length < 10) expect(promise(setup, some)).toBeUndefined();
    },
  );
});

/** A quarter of what a season's steps may be off by. */
const FINE_STEPS = {
  unevenShare: SEASON_STEPS.unevenShare / 4,
  toleranceTheta: SEASON_STEPS.toleranceTheta / 4,
  toleranceMeanTheta: SEASON_STEPS.toleranceMeanTheta / 4,
};

/** Of the water over the soil where some stands there, else of that below. */
const levelIn = ({ over, below }: Network, { belowCm, overCm }: FollowedFrame): number | undefined =>
  overCm !== undefined && overCm > over.bedCm ? overCm : below ? belowCm : undefined;

/** May go on so many times that it is asked. */
function countdown(times: number): () => boolean {
  let left = times;
  return () => left-- > 0;
}
