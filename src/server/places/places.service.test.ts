import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import type { Place } from "../../core/place/place";
import { RAIN_ID, TAP_ID, UNKNOWN_TAP, type Water } from "../../core/place/waters";
import type { YearOfWater } from "../../core/demand/year-of-water";
import type { Setup } from "../../core/stack/setup";
import { monthsAt } from "../../core/stack/stays";
import { OPEN, placeOf } from "../../core/testing/places";
import { potWith } from "../../core/testing/setups";
import { placeDocument } from "../../formats/place/document";
import { setupFileDocument } from "../../formats/setup-file/document";
import type { WaterInInput } from "../../formats/setup/actions";
import { setupDocument } from "../../formats/setup/document";
import { openMarlstone, type Marlstone } from "../open";

const folders: string[] = [];
const houses: Marlstone[] = [];
const house = (): Marlstone => {
  const folder = mkdtempSync(join(tmpdir(), "marlstone-places-"));
  folders.push(folder);
  const opened = openMarlstone(folder);
  houses.push(opened);
  return opened;
};
let marlstone: Marlstone;
beforeEach(() => {
  marlstone = house();
});
afterEach(() => {
  for (const opened of houses.splice(0)) opened.close();
  for (const folder of folders.splice(0)) rmSync(folder, { recursive: true, force: true });
});

const TERRACE = placeOf(OPEN, { name: "Terrace" });
const ROOM = placeOf({ kind: "room", heated: true }, { name: "Back room" });
const made = (place: Place): string => {
  const result = marlstone.places.create(place);
  if (!result.ok) throw new Error(result.problems[0]!.message);
  return result.value;
};
const POT: Setup = {
  ...potWith({ kind: "free-water", levelCm: 4, overflowCm: 5 }),
  occupants: [{ id: "c", occupantId: "celery", count: 1 }],
};
const standing = (...places: NonNullable<Setup["places"]>): string => {
  const result = marlstone.setups.create({ ...POT, places });
  if (!result.ok) throw new Error(result.problems[0]!.message);
  return result.value;
};
const setupOf = (id: string): Setup => {
  const loaded = marlstone.setups.load(id);
  if (loaded.status !== "ok") throw new Error(loaded.status);
  return loaded.state.setup;
};
const versionOf = (id: string): number => {
  const loaded = marlstone.setups.load(id);
  return loaded.status === "ok" ? loaded.state.version : -1;
};

describe("places", () => {
  it("are kept, changed in versions, of one name each, and a stale save is answered with what is stored", () => {
    const id = made(TERRACE);
    expect(marlstone.places.create({ ...ROOM, name: "terrace " })).toMatchObject({ ok: false });
    const save = (note: string) =>
      marlstone.places.save({ id, baseVersion: 1, document: placeDocument({ ...TERRACE, note }) });
    expect(save("windy")).toMatchObject({ status: "saved", stored: { version: 2 } });
    expect(save("calm")).toMatchObject({ status: "stale", stored: { version: 2, value: { note: "windy" } } });
    expect(marlstone.places.load(id)!.versions.map(({ version }) => version)).toEqual([2, 1]);
    expect(
      marlstone.places.save({ id, baseVersion: 2, document: placeDocument({ ...TERRACE, latitude: 99 }) }),
    ).toMatchObject({ status: "refused", message: "A latitude is between -70° and 70°." });
    expect(marlstone.places.load(id)!.stored.version).toBe(2);
    expect(marlstone.counts()).toMatchObject({ places: 1 });
  });

  it("make what follows from them known with every setup that stands there, as they are now", () => {
    const id = made(TERRACE);
    const pot = standing({ placeId: id, from: null });
    const before = setupOf(pot).here!;
    expect(before.placeNames).toEqual(["Terrace"]);
    expect([before.inSun, before.inRain]).toEqual([true, true]);
    marlstone.places.save({
      id,
      baseVersion: 1,
      document: placeDocument({ ...TERRACE, climateId: "hot-dry", latitude: 37 }),
    });
    const after = setupOf(pot).here!;
    expect(after.months[6]!.mmPerDay.typical).toBeGreaterThan(1.5 * before.months[6]!.mmPerDay.typical);
    expect(marlstone.places.standingAt(id)).toEqual([{ id: pot, name: "Pot" }]);
    expect(marlstone.places.shelf()).toMatchObject([{ id, standing: 1, most: { month: 6 } }]);
  });

  it("that are put away, or gone from a file, leave a setup standing", () => {
    const id = made(TERRACE);
    const pot = standing({ placeId: id, from: null });
    marlstone.places.setPutAway(id, true);
    expect(setupOf(pot).here).toBeDefined();
    expect(marlstone.places.names()).toEqual([]);
    const lost = standing({ placeId: "not-here", from: null });
    expect(setupOf(lost).here).toBeUndefined();
    expect(setupOf(lost).places).toEqual([{ placeId: "not-here", from: null }]);
  });

  it("take turns through the year", () => {
    const [out, room] = [made(TERRACE), made(ROOM)];
    const from = { month: 5, day: 15 };
    const pot = standing({ placeId: out, from }, { placeId: room, from: { month: 10, day: 1 } });
    const { months, placeNames } = setupOf(pot).here!;
    expect(placeNames).toEqual(["Terrace", "Back room"]);
    expect(months[0]!.coldestC).toBeGreaterThan(14);
    expect(months[6]!.lightMolPerDay).toBeGreaterThan(20);
    expect(months[11]!.lightMolPerDay).toBeLessThan(1);
    const twice = [
      { placeId: out, from },
      { placeId: room, from },
    ];
    expect(
      marlstone.setups.saveChanges({
        setupId: pot,
        baseVersion: versionOf(pot),
        changes: [{ id: "change-twice", label: "Twice", document: setupDocument({ ...POT, places: twice }) }],
      }),
    ).toMatchObject({ status: "refused", problems: [{ path: "places[1].from", code: "same-day" }] });
  });

  it("are no part of what is stored: a save of what a page has writes the same document", () => {
    const pot = standing({ placeId: made(TERRACE), from: null });
    const setup = setupOf(pot);
    expect(setup.here).toBeDefined();
    expect("here" in setupDocument(setup)).toBe(false);
    const saved = marlstone.setups.saveChanges({
      setupId: pot,
      baseVersion: versionOf(pot),
      changes: [{ id: "change-0001", label: "Named", document: setupDocument({ ...setup, name: "Other" }) }],
    });
    expect(saved).toMatchObject({ status: "saved", state: { setup: { name: "Other", here: setup.here } } });
    expect(
      marlstone.setups.saveChanges({
        setupId: pot,
        baseVersion: versionOf(pot),
        changes: [{ id: "change-0002", label: "Forged", document: { ...setupDocument(setup), here: setup.here } }],
      }),
    ).toMatchObject({ status: "refused" });
  });
});

describe("what was poured", () => {
  it("sets a day right at once, in its month; said again it starts from what the place makes of it; and is taken back", () => {
    const pot = standing({ placeId: made(TERRACE), from: null });
    const takes = (month: number): number => {
      const year = marlstone.yearOf(setupOf(pot));
      return year.ok ? year.value.months[month]!.takesCm3.typical : Number.NaN;
    };
    const derived = takes(5);
    const pour = (volumeCm3: number, days: number) =>
      marlstone.setPoured({ setupId: pot, baseVersion: versionOf(pot), poured: { volumeCm3, days, month: 5 } });
    for (const [volumeCm3, days] of [
      [900, 6],
      [500, 10],
    ] as const) {
      expect(pour(volumeCm3, days)).toMatchObject({ status: "saved" });
      expect(takes(5) / (volumeCm3 / days)).toBeCloseTo(1, 3);
    }
    expect(marlstone.setPoured({ setupId: pot, baseVersion: versionOf(pot), poured: null }).status).toBe("saved");
    expect(takes(5)).toBeCloseTo(derived, 6);
    // three hundred litres a day is a slip of the unit
    expect(pour(300_000, 1)).toMatchObject({ status: "refused", problems: [{ path: "demand.poured" }] });
    expect(takes(5)).toBeCloseTo(derived, 6);
  });

  it("made on an older version, or where it stands nowhere, writes nothing", () => {
    const pot = standing({ placeId: made(TERRACE), from: null });
    const poured = { volumeCm3: 900, days: 6, month: 5 };
    expect(marlstone.setPoured({ setupId: pot, baseVersion: 0, poured })).toMatchObject({
      status: "refused",
      problems: [{ code: "stale" }],
    });
    expect(setupOf(pot).demand).toEqual({ by: "place" });
    const nowhere = standing();
    expect(marlstone.setPoured({ setupId: nowhere, baseVersion: versionOf(nowhere), poured })).toMatchObject({
      status: "refused",
      problems: [{ code: "no-place" }],
    });
    expect(marlstone.setPoured({ setupId: "gone", baseVersion: 1, poured })).toEqual({ status: "missing" });
  });
});

describe("files", () => {
  it("carry places along: of one setup, and of a whole house, once each, whatever they are called there", () => {
    const there = house();
    const id = made(TERRACE);
    const pot = standing({ placeId: id, from: null });
    const file = marlstone.files.setup(pot);
    if (!file.ok) throw new Error("no file");
    const text = JSON.stringify(setupFileDocument(file.value));
    // something else has its name there
    const other = there.places.create({ ...ROOM, name: "Terrace" });
    expect(other.ok).toBe(true);
    const taken = there.files.takeIn(text);
    if (!taken.ok) throw new Error(taken.problems[0]!.message);
    const loaded = there.setups.load(taken.value.address.split("/").at(-1)!);
    expect(loaded).toMatchObject({ status: "ok", state: { setup: { here: { placeNames: ["Terrace (2)"] } } } });
    // the same again brings no second one
    expect(there.files.takeIn(text).ok).toBe(true);
    expect(there.places.list()).toHaveLength(2);

    const whole = house();
    expect(whole.files.takeIn(JSON.stringify(marlstone.files.house())).ok).toBe(true);
    expect(whole.places.list()).toMatchObject([{ id, value: { name: "Terrace" } }]);
    expect(whole.setups.load(pot)).toMatchObject({ state: { setup: { here: { placeNames: ["Terrace"] } } } });
  });

  it("of a house whose place goes by another id here keep the setup at its own", () => {
    const there = house();
    const id = made(TERRACE);
    const pot = standing({ placeId: id, from: null });
    const text = JSON.stringify(marlstone.files.house());
    expect(there.files.takeIn(text).ok).toBe(true);
    // the one there is changed: what comes again is another place
    there.places.save({ id, baseVersion: 1, document: placeDocument({ ...TERRACE, latitude: 10 }) });
    marlstone.places.save({ id, baseVersion: 1, document: placeDocument({ ...TERRACE, latitude: 60 }) });
    marlstone.setups.saveChanges({
      setupId: pot,
      baseVersion: versionOf(pot),
      changes: [{ id: "change-0003", label: "Named", document: setupDocument({ ...setupOf(pot), name: "Moved on" }) }],
    });
    expect(there.files.takeIn(JSON.stringify(marlstone.files.house())).ok).toBe(true);
    const came = there.places.list().find(({ value }) => value.latitude === 60)!;
    expect(came.id).not.toBe(id);
    const setups = there.setups.shelf(1).items.flatMap(({ setup }) => (setup.ok ? [setup.value] : []));
    expect(setups.find(({ name }) => name === "Moved on")!.places).toEqual([{ placeId: came.id, from: null }]);
    expect(setups.find(({ name }) => name === "Pot")!.places).toEqual([{ placeId: id, from: null }]);
  });
});

describe("water in", () => {
  const HARD: Water = { ...UNKNOWN_TAP, mgPerL: 340, alkalinityMgPerL: 190 };
  const yearOf = (id: string): YearOfWater => {
    const year = marlstone.yearOf(setupOf(id), [id]);
    if (!year.ok) throw new Error(year.problems[0]!.message);
    return year.value;
  };
  const set = (setupId: string, change: WaterInInput["change"], baseVersion = versionOf(setupId)) =>
    marlstone.setups.setWaterIn({ setupId, baseVersion, change });
  const OF_RAIN = [
    { waterId: TAP_ID, parts: 1 },
    { waterId: RAIN_ID, parts: 3 },
    { waterId: "none-of-it", parts: 0 },
  ];

  it("is the tap's until parts are chosen, which change salts and lime, and is so again when taken back", () => {
    const pot = standing({ placeId: made({ ...TERRACE, water: { ...TERRACE.water, waters: [HARD] } }), from: null });
    const hard = yearOf(pot);
    expect(setupOf(pot).here!.given).toMatchObject({ words: "tap water", mgPerL: 340 });
    expect(set(pot, { of: "blend", blend: OF_RAIN })).toMatchObject({ status: "saved" });
    expect(setupOf(pot).blend).toEqual(OF_RAIN.slice(0, 2));
    expect(setupOf(pot).here!.given).toMatchObject({ words: "1 part tap water to 3 of rain", rainShare: 0.75 });
    const soft = yearOf(pot);
    expect(soft.limePerYear!.typical).toBeLessThan(0.3 * hard.limePerYear!.typical);
    expect(soft.salts!.at(-1)!.mgPerL).toBeLessThan(hard.salts!.at(-1)!.mgPerL);
    // a place that loses the water leaves it unknown, and says so
    set(pot, { of: "blend", blend: [{ waterId: "spring", parts: 1 }] });
    expect(setupOf(pot).here!.given).toMatchObject({ lacks: true, mgPerL: null });
    expect(set(pot, { of: "blend", blend: null })).toMatchObject({ status: "saved" });
    expect(yearOf(pot).limePerYear).toEqual(hard.limePerYear);
    expect("blend" in setupOf(pot)).toBe(false);
  });

  it("of no parts, twice the same, or on an older version is refused, and writes nothing", () => {
    const pot = standing({ placeId: made(TERRACE), from: null });
    const none = [{ waterId: TAP_ID, parts: 0 }];
    expect(set(pot, { of: "blend", blend: none })).toMatchObject({ status: "refused" });
    expect(set(pot, { of: "blend", blend: [OF_RAIN[0]!, OF_RAIN[0]!] })).toMatchObject({ status: "refused" });
    expect(set(pot, { of: "blend", blend: OF_RAIN }, 0)).toMatchObject({
      status: "refused",
      problems: [{ code: "stale" }],
    });
    expect(set("gone", { of: "blend", blend: null })).toEqual({ status: "missing" });
    expect(versionOf(pot)).toBe(1);
  });

  it("comes of another's overflow too, as much as runs out there, and never round in a ring", () => {
    const id = made(TERRACE);
    const [upper, lower] = [standing({ placeId: id, from: null }), standing({ placeId: id, from: null })];
    const alone = yearOf(lower);
    expect(set(lower, { of: "runs-in", runsIn: [upper] })).toMatchObject({ status: "saved" });
    const fed = yearOf(lower);
    expect(fed.runsInNames).toEqual(["Pot"]);
    const out = yearOf(upper).outCm3;
    const total = (values: Float64Array): number => values.reduce((sum, one) => sum + one, 0);
    expect(total(out)).toBeGreaterThan(0);
    // what comes more is given less by hand, or runs out here
    const given = (year: YearOfWater): number => year.months.reduce((sum, month) => sum + month.givenCm3, 0);
    expect(given(fed)).toBeLessThanOrEqual(given(alone));
    expect(total(fed.outCm3)).toBeGreaterThan(total(alone.outCm3));
    expect(total(fed.outCm3)).toBeLessThanOrEqual(total(alone.outCm3) + total(out) + 1e-6);
    expect(set(upper, { of: "runs-in", runsIn: [lower] })).toMatchObject({ problems: [{ code: "ring" }] });
    expect(set(upper, { of: "runs-in", runsIn: [upper] })).toMatchObject({ problems: [{ code: "ring" }] });
    expect(set(upper, { of: "runs-in", runsIn: ["gone"] })).toMatchObject({ problems: [{ code: "missing" }] });
    // written elsewhere, a ring is asked for once and ends
    marlstone.setups.saveChanges({
      setupId: upper,
      baseVersion: versionOf(upper),
      changes: [{ id: "change-ring", label: "Ring", document: setupDocument({ ...setupOf(upper), runsIn: [lower] }) }],
    });
    expect(yearOf(lower).runsInNames).toEqual(["Pot"]);
    expect(set(lower, { of: "runs-in", runsIn: [] })).toMatchObject({ status: "saved" });
    expect("runsIn" in setupOf(lower)).toBe(false);
  });

  it("goes with the house to whatever a setup is called there, and not with one setup's file", () => {
    const id = made(TERRACE);
    const [upper, lower] = [standing({ placeId: id, from: null }), standing({ placeId: id, from: null })];
    set(lower, { of: "blend", blend: OF_RAIN });
    set(lower, { of: "runs-in", runsIn: [upper] });
    const file = marlstone.files.setup(lower);
    expect(file.ok && file.value.setup).toMatchObject({ blend: OF_RAIN.slice(0, 2) });
    expect(file.ok && "runsIn" in file.value.setup).toBe(false);

    const there = house();
    expect(there.files.takeIn(JSON.stringify(marlstone.files.house())).ok).toBe(true);
    // changed there, the upper one comes again under another id, and the lower one with it
    for (const pot of [upper, lower])
      there.setups.saveChanges({
        setupId: pot,
        baseVersion: versionOf(pot),
        changes: [{ id: `change-there-${pot}`, label: "N", document: setupDocument({ ...POT, name: "There" }) }],
      });
    for (const pot of [upper, lower])
      marlstone.setups.saveChanges({
        setupId: pot,
        baseVersion: versionOf(pot),
        changes: [{ id: `change-here-${pot}`, label: "N", document: setupDocument({ ...setupOf(pot), name: pot }) }],
      });
    expect(there.files.takeIn(JSON.stringify(marlstone.files.house())).ok).toBe(true);
    const rows = there.setups.shelf(1).items;
    const cameUpper = rows.find(({ name }) => name === upper)!;
    const cameLower = rows.find(({ name }) => name === lower)!;
    expect(cameUpper.id).not.toBe(upper);
    expect(cameLower.setup).toMatchObject({ value: { runsIn: [cameUpper.id] } });
  });

  it("asks a butt for the days on which a setup stands there, and for what of its water is rain", () => {
    const [out, room] = [made(TERRACE), made(ROOM)];
    const all = standing({ placeId: out, from: null });
    const asked = () => marlstone.takesAt(out).takesLPerDay;
    const whole = asked();
    expect(marlstone.takesAt(out).isGiven).toBe(false);
    marlstone.setups.saveChanges({
      setupId: all,
      baseVersion: versionOf(all),
      changes: [
        {
          id: "change-moves",
          label: "Moves",
          document: setupDocument({
            ...setupOf(all),
            blend: OF_RAIN.slice(0, 2),
            places: [
              { placeId: out, from: { month: 5, day: 16 } },
              { placeId: room, from: { month: 10, day: 1 } },
            ],
          }),
        },
      ],
    });
    const moved = marlstone.takesAt(out);
    expect(moved.isGiven).toBe(true);
    expect(moved.takesLPerDay[0]).toBe(0);
    expect(moved.takesLPerDay[11]).toBe(0);
    expect(moved.takesLPerDay[6]! / whole[6]!).toBeCloseTo(0.75, 1);
    expect(monthsAt(setupOf(all).places!, out)[4]).toBeCloseTo(16 / 31, 9);
  });
});

describe("a year that is held against another", () => {
  it("is of the same setup at one other place, or of another design where this one stands", () => {
    const [out, room] = [made(TERRACE), made(ROOM)];
    const pot = standing({ placeId: out, from: null });
    const other = marlstone.setups.create({
      ...potWith({ kind: "drained", outletCm: 0 }),
      name: "Other",
      places: [{ placeId: room, from: null }],
    });
    if (!other.ok) throw new Error("no other");
    const against = (by: "place" | "design", id: string) =>
      marlstone.seasonHere({ setupId: pot, kind: "usual", against: { by, id } });
    const plain = marlstone.seasonHere({ setupId: pot, kind: "usual" });
    const [inside, instead] = [against("place", room), against("design", other.value)];
    if (!plain.ok || !inside.ok || !instead.ok) throw new Error("no year");
    expect(plain.value.against).toBeUndefined();
    expect(inside.value.setup).toEqual(plain.value.setup);
    expect(inside.value.against).toMatchObject({ by: "place", name: "Back room" });
    expect(inside.value.against!.setup).toEqual(setupOf(standing({ placeId: room, from: null })));
    expect(inside.value.against!.at.days.every(({ rainMm }) => rainMm === 0)).toBe(true);
    expect(instead.value.against).toMatchObject({ by: "design", name: "Other", at: plain.value.at });
    expect(instead.value.against!.setup.layers).toEqual(setupOf(other.value).layers);
    expect(instead.value.against!.setup.here!.placeNames).toEqual(["Terrace"]);
    for (const { mediumId } of instead.value.against!.setup.layers)
      expect(instead.value.media.map(({ id }) => id)).toContain(mediumId);
  });

  it("says what is no longer there", () => {
    const pot = standing({ placeId: made(TERRACE), from: null });
    for (const by of ["place", "design"] as const)
      expect(marlstone.seasonHere({ setupId: pot, kind: "usual", against: { by, id: "gone" } })).toMatchObject({
        ok: false,
        problems: [{ code: "missing" }],
      });
  });
});
