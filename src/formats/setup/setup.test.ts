import { describe, expect, it } from "vitest";
import { legsAreaCm2 } from "../../core/stack/geometry";
import { potWith } from "../../core/testing/setups";
import { PREFERENCE_COOKIES } from "../preferences/document";
import { readPreferences } from "../preferences/schema";
import { problemLine } from "../problems";
import { setupDocument } from "./document";
import { parseSetup, parseSetupText } from "./schema";
import { saveInput } from "./actions";

const POT = potWith({ kind: "free-water", levelCm: 4, overflowCm: null });
const DOCUMENT = setupDocument(POT);
const lines = (value: unknown): string[] => {
  const parsed = parseSetup(value);
  return parsed.ok ? [] : parsed.problems.map(problemLine);
};

describe("a setup document", () => {
  it("comes back whole, whatever order its keys came in", () => {
    const shuffled = Object.fromEntries(Object.entries(DOCUMENT).reverse());
    for (const value of [DOCUMENT, shuffled, JSON.parse(JSON.stringify(DOCUMENT))])
      expect(parseSetup(value)).toEqual({ ok: true, value: POT });
    const again = parseSetupText(JSON.stringify(shuffled));
    expect(again.ok && JSON.stringify(setupDocument(again.value))).toBe(JSON.stringify(DOCUMENT));
  });

  const OLD_VESSEL = { shape: "round", insideDiameterCm: 20, insideDepthCm: 30, material: "plastic" };
  const OLD_LAYERS = POT.layers.map(({ legs: _legs, separator: _separator, ...layer }) => layer);
  const old = (version: number, more: object): object => ({
    kind: DOCUMENT.kind,
    version,
    name: POT.name,
    vessel: OLD_VESSEL,
    water: { kind: "free-water", levelCm: 4, overflowCm: null },
    layers: OLD_LAYERS,
    ...more,
  });
  const OF_2 = { history: POT.history, demandMmPerDay: 4 };
  const whole = (share: number) => OLD_LAYERS.map((layer, i) => ({ ...layer, areaShare: i === 0 ? share : 1 }));

  it("of version 1 is read as what it meant: soaked, a usual day, layers from wall to wall", () => {
    expect(parseSetup(old(1, {}))).toEqual({ ok: true, value: POT });
    expect(lines(old(1, { layers: "none" }))).toEqual(["layers: must be a list"]);
  });

  it("of version 2 is read as what it meant: the holes that held its water, and feet of the same area", () => {
    expect(parseSetup(old(2, { ...OF_2, layers: whole(1) }))).toEqual({ ok: true, value: POT });
    const holding = (water: object) => {
      const parsed = parseSetup(old(2, { ...OF_2, layers: whole(1), water }));
      return parsed.ok ? [parsed.value.water, ...parsed.value.fixtures] : parsed.problems;
    };
    expect(holding({ kind: "free-water", levelCm: 4, overflowCm: 5 })).toMatchObject([
      { by: "level", levelCm: 4 },
      { kind: "hole", in: "wall", lipCm: 5, acrossShare: 1, count: 2, diameterCm: 1.2, plugged: false },
    ]);
    expect(holding({ kind: "drained", outletCm: 0 })).toMatchObject([{ by: "soaking" }, { in: "base", lipCm: 0 }]);
    expect(holding({ kind: "drained", outletCm: 7 })).toMatchObject([
      { by: "soaking" },
      { in: "wall", lipCm: 7, acrossShare: 1 },
    ]);
    expect(holding({ kind: "dosed", storedCm3: 700 })).toEqual([{ by: "volume", storedCm3: 700 }]);
    const feet = parseSetup(old(2, { ...OF_2, layers: whole(0.08) }));
    if (!feet.ok) throw new Error("a document of version 2");
    expect(legsAreaCm2(feet.value.layers[0]!.legs!)).toBeCloseTo(0.08 * Math.PI * 100, 9);
    expect(feet.value.layers[1]!.legs).toBeNull();
    const box = parseSetup(
      old(2, {
        ...OF_2,
        layers: whole(0.5),
        vessel: { shape: "rectangular", insideLengthCm: 40, insideWidthCm: 20, insideDepthCm: 30, material: "glass" },
      }),
    );
    if (!box.ok) throw new Error("a document of version 2");
    expect(legsAreaCm2(box.value.layers[0]!.legs!)).toBeCloseTo(400, 9);
    expect(box.value.vessel).toMatchObject({ baseLengthCm: 40, baseWidthCm: 20, seeThrough: true });
  });

  it("of version 3 is read as what it meant: nobody named, the rest of the place unsaid, watered as it wants", () => {
    const { occupants: _occupants, wateredEveryDays: _days, site, demand: _demand, ...now } = DOCUMENT;
    const rest = { ...now, demandMmPerDay: 4 };
    const { sun, rain, children, roofM2 } = site;
    const three = { ...rest, version: 3, site: { sun, rain, children, roofM2: roofM2 + 3 } };
    expect(parseSetup(three)).toEqual({ ok: true, value: { ...POT, site: { ...POT.site, roofM2: 3 } } });
    expect(lines({ ...three, site: "a shed" })).toEqual(["site: must be an object"]);
    expect(lines({ ...three, site: undefined })).toContain("site: is missing");
  });

  it("of version 5 is read as what it meant: grown plants, nothing given to a layer, all of it level", () => {
    const lived = { ...DOCUMENT, occupants: [{ id: "a", occupantId: "flytrap", count: 3 }] };
    const five = parseSetup({ ...lived, version: 5 });
    expect(five).toEqual({ ok: true, value: { ...POT, occupants: lived.occupants } });
    // what came with version 6 goes out and comes in again
    const now = {
      ...lived,
      occupants: [{ ...lived.occupants[0], stage: "seed" }],
      layers: POT.layers.map((one) => ({
        ...one,
        amendments: [{ amendmentId: "bone-meal", amount: 40, given: "bands" }],
        laid: { as: "slope", byCm: 4 },
      })),
      fixtures: [
        { kind: "front", id: "f", sillCm: 8 },
        { kind: "feed-strip", id: "s", amendmentId: "slow-release", grams: 20, heightCm: 12, acrossShare: 0.5 },
        { kind: "standpipe", id: "p", diameterCm: 2, acrossShare: 0.5, lipCm: 9, inDrain: true },
        { kind: "dressing", id: "d", material: "sheet", thicknessCm: 0.2, slots: 6 },
      ],
    };
    const read = parseSetup(JSON.parse(JSON.stringify(now)));
    if (!read.ok) throw new Error(read.problems[0]!.message);
    expect(parseSetup(JSON.parse(JSON.stringify(setupDocument(read.value))))).toEqual(read);
    expect(lines({ ...now, occupants: [{ ...now.occupants[0], stage: "old" }] })[0]).toContain("occupants[0].stage");
  });

  it("of version 4 is read as what it meant: a demand nobody had touched is not one that was said", () => {
    const { demand: _demand, ...rest } = DOCUMENT;
    const demandOf = (water: object, demandMmPerDay: unknown) => {
      const parsed = parseSetup({ ...rest, version: 4, water, demandMmPerDay });
      return parsed.ok ? parsed.value.demand : parsed.problems.map(({ path }) => path);
    };
    const level = { by: "level", levelCm: 4 };
    const dosed = { by: "volume", storedCm3: 700 };
    expect(demandOf(level, 4)).toEqual({ by: "place" });
    expect(demandOf(level, 0.05)).toEqual({ by: "said", mmPerDay: 0.05 });
    expect(demandOf({ by: "soaking" }, 7)).toEqual({ by: "said", mmPerDay: 7 });
    expect(demandOf(dosed, 0.05)).toEqual({ by: "place" });
    expect(demandOf(dosed, 4)).toEqual({ by: "said", mmPerDay: 4 });
    expect(demandOf(level, "much")).toEqual(["demand.mmPerDay"]);
    expect(demandOf(level, undefined)).toEqual(["demand"]);
  });

  it("keeps who lives there, how many, and what is said of the place", () => {
    const lived = {
      ...DOCUMENT,
      occupants: [{ id: "a", occupantId: "rosemary", count: 2 }],
      wateredEveryDays: 2.5,
      site: { ...DOCUMENT.site, coldestC: -7.5, humidity: 0.4 },
    };
    expect(parseSetup(lived)).toMatchObject({ ok: true, value: { occupants: lived.occupants, wateredEveryDays: 2.5 } });
    expect(lines({ ...lived, occupants: [lived.occupants[0], lived.occupants[0]] })).toEqual([
      "occupants[1].id: “a” is used twice",
    ]);
    expect(lines({ ...lived, occupants: [{ id: "a", occupantId: "", count: "2" }] })).toHaveLength(2);
  });

  it("of an earlier version that is broken says where, and is not mended by guesses", () => {
    expect(lines(old(2, { ...OF_2, layers: whole(1), water: { kind: "poured" } }))).toEqual([
      "water.by: is not one of the known kinds",
    ]);
    expect(lines(old(2, { ...OF_2, layers: whole(1), vessel: undefined }))).toContain("vessel: is missing");
    expect(lines(old(2, { ...OF_2, layers: [3] }))).toEqual(["layers[0]: must be an object"]);
  });

  it("of version 6 is read as one that stands at no place; one that stands at some says from which day", () => {
    expect(parseSetup({ ...DOCUMENT, version: 6 })).toEqual({ ok: true, value: POT });
    const places = [
      { placeId: "terrace", from: { month: 5, day: 15 } },
      { placeId: "room", from: { month: 10, day: 1 } },
    ];
    expect(parseSetup(setupDocument({ ...POT, places }))).toEqual({ ok: true, value: { ...POT, places } });
    expect(lines({ ...DOCUMENT, places: [{ placeId: "no such/id", from: null }] })).toEqual([
      "places[0].placeId: is not an id",
    ]);
    const poured = { volumeCm3: 3000, days: 6, month: 5, times: 1.3 };
    const demand = { by: "place", poured } as const;
    expect(parseSetup(setupDocument({ ...POT, demand }))).toEqual({ ok: true, value: { ...POT, demand } });
  });

  it("is read even when it makes no sense, so that it can be mended", () => {
    expect(lines({ ...DOCUMENT, layers: [{ ...POT.layers[0]!, thicknessCm: -5, mediumId: "moon-dust" }] })).toEqual([]);
  });

  it.each<[string, unknown, string]>([
    ["another kind", { ...DOCUMENT, kind: "marlstone.mix" }, 'kind: must be "marlstone.setup"'],
    ["another version", { ...DOCUMENT, version: 0 }, "version: must be 8 or 7 or 6 or 5 or 4 or 3 or 2 or 1"],
    [
      "a version of tomorrow",
      { ...DOCUMENT, version: 9 },
      "version: is 9: it was written by a newer Marlstone than this one, which reads up to 8. Bring this Marlstone up to date, then try again; nothing was changed",
    ],
    ["no vessel", { ...DOCUMENT, vessel: undefined }, "vessel: is missing"],
    [
      "a vessel of no known shape",
      { ...DOCUMENT, vessel: { shape: "cone" } },
      "vessel.shape: is not one of the known kinds",
    ],
    [
      "a material nobody knows",
      { ...DOCUMENT, vessel: { ...POT.vessel, material: "cheese" } },
      'vessel.material: must be "unsaid" or "plastic" or "resin" or "glass" or "ceramic" or "unglazed" or "stone" or "wood" or "metal" or "fabric"',
    ],
    ["a text for a number", { ...DOCUMENT, water: { by: "level", levelCm: "3" } }, "water.levelCm: must be a number"],
    [
      "a number that is none",
      { ...DOCUMENT, water: { by: "level", levelCm: Number.NaN } },
      "water.levelCm: must be a finite number",
    ],
    ["a key too many", { ...DOCUMENT, colour: "red" }, "colour: is not known here"],
    [
      "an id twice",
      { ...DOCUMENT, layers: [POT.layers[0], POT.layers[0]] },
      "layers[1].id: “pea-gravel-6-10-5” is used twice",
    ],
    ["a list", [DOCUMENT], "must be a JSON object"],
  ])("with %s is refused, and says where", (_, value, expected) => expect(lines(value)).toContain(expected));

  it("that is not JSON says so", () =>
    expect(parseSetupText("{")).toMatchObject({ ok: false, problems: [{ code: "not-json" }] }));
});

describe("what crosses from the browser", () => {
  it("is refused when it is not of its shape", () => {
    const change = { id: "change-0001", label: "Thickness", document: DOCUMENT };
    const good = { setupId: "pot", baseVersion: 1, changes: [change] };
    expect(saveInput.safeParse(good).success).toBe(true);
    for (const bad of [
      {},
      { ...good, baseVersion: -1 },
      { ...good, baseVersion: 1.5 },
      { ...good, changes: [] },
      { ...good, changes: [{ ...change, id: "x" }] },
      { ...good, changes: [change, change] },
      { ...good, setupId: "" },
      { ...good, more: 1 },
      null,
    ]) {
      expect(saveInput.safeParse(bad).success).toBe(false);
    }
  });

  it("is a preference, or the default where a cookie holds nonsense", () => {
    const read = (cookies: Record<string, string>) => readPreferences((name) => cookies[name]);
    expect(read({})).toEqual({ units: "metric", theme: "system", currency: "" });
    expect(read({ [PREFERENCE_COOKIES.units]: "imperial", [PREFERENCE_COOKIES.theme]: "dark" })).toEqual({
      units: "imperial",
      theme: "dark",
      currency: "",
    });
    expect(read({ [PREFERENCE_COOKIES.currency]: "kr" }).currency).toBe("kr");
    for (const nonsense of ["12", "a b", "dollars", "€;x"])
      expect(read({ [PREFERENCE_COOKIES.currency]: nonsense }).currency).toBe("");
    expect(read({ [PREFERENCE_COOKIES.units]: "<script>", [PREFERENCE_COOKIES.theme]: "" })).toEqual({
      units: "metric",
      theme: "system",
      currency: "",
    });
  });
});
