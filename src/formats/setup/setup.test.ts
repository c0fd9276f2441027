import { describe, expect, it } from "vitest";
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

  it("of version 1 is read as what it meant: soaked, a usual day, layers from wall to wall", () => {
    const { history: _history, demandMmPerDay: _demand, ...rest } = DOCUMENT;
    const old = { ...rest, version: 1, layers: DOCUMENT.layers.map(({ areaShare: _share, ...layer }) => layer) };
    expect(parseSetup(old)).toEqual({ ok: true, value: POT });
    expect(lines({ ...old, layers: "none" })).toEqual(["layers: must be a list"]);
  });

  it("is read even when it makes no sense, so that it can be mended", () => {
    expect(lines({ ...DOCUMENT, layers: [{ ...POT.layers[0]!, thicknessCm: -5, mediumId: "moon-dust" }] })).toEqual([]);
  });

  it.each<[string, unknown, string]>([
    ["another kind", { ...DOCUMENT, kind: "marlstone.mix" }, 'kind: must be "marlstone.setup"'],
    ["another version", { ...DOCUMENT, version: 3 }, "version: must be 2 or 1"],
    ["no vessel", { ...DOCUMENT, vessel: undefined }, "vessel: is missing"],
    [
      "a vessel of no known shape",
      { ...DOCUMENT, vessel: { shape: "cone" } },
      "vessel.shape: is not one of the known kinds",
    ],
    [
      "a material nobody knows",
      { ...DOCUMENT, vessel: { ...POT.vessel, material: "cheese" } },
      'vessel.material: must be "unsaid" or "plastic" or "glass" or "ceramic" or "stone" or "wood" or "metal"',
    ],
    [
      "a text for a number",
      { ...DOCUMENT, water: { kind: "drained", outletCm: "3" } },
      "water.outletCm: must be a number",
    ],
    [
      "a number that is none",
      { ...DOCUMENT, water: { kind: "drained", outletCm: Number.NaN } },
      "water.outletCm: must be a finite number",
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
