import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { TAP_ID, UNKNOWN_TAP } from "../../core/place/waters";
import { anyPlace, OPEN, placeOf } from "../../core/testing/places";
import { placeDocument } from "./document";
import { parsePlace, parsePlaceText } from "./schema";

const PLACE = placeOf(OPEN, { name: "Terrace" });
const DOCUMENT = placeDocument(PLACE);

describe("a place document", () => {
  it("comes back whole", () => {
    fc.assert(
      fc.property(anyPlace, (place) => {
        expect(parsePlaceText(JSON.stringify(placeDocument(place)))).toEqual({ ok: true, value: place });
      }),
      { numRuns: 50, seed: 36 },
    );
  });

  it("of version 1 is read as what it meant: one tap of what was said of it", () => {
    const old = (water: object): object => ({ ...DOCUMENT, version: 1, water });
    const parsed = parsePlace(old({ tapMgPerL: 340, tapAlkalinityMgPerL: null, roofM2: 14, buttL: 300 }));
    expect(parsed).toEqual({
      ok: true,
      value: { ...PLACE, water: { waters: [{ ...UNKNOWN_TAP, mgPerL: 340 }], roofM2: 14, buttL: 300 } },
    });
    expect(parsePlace(old({ tapMgPerL: "much", tapAlkalinityMgPerL: null, roofM2: 0, buttL: 0 }))).toMatchObject({
      ok: false,
      problems: [{ path: "water.waters[0].mgPerL" }],
    });
    expect(parsePlace({ ...DOCUMENT, version: 1, water: null }).ok).toBe(false);
  });

  it("without a tap first, with two waters of one name or id, or with figures that cannot be, is refused by its field", () => {
    const paths = (...waters: object[]): readonly string[] => {
      const parsed = parsePlace({ ...DOCUMENT, water: { waters, roofM2: 0, buttL: 0 } });
      return parsed.ok ? [] : parsed.problems.map(({ path }) => path);
    };
    const spring = { ...UNKNOWN_TAP, id: "spring", name: "Spring" };
    expect(paths(UNKNOWN_TAP, spring)).toEqual([]);
    expect(paths(spring)).toEqual(["water.waters"]);
    expect(paths(UNKNOWN_TAP, { ...spring, id: TAP_ID })).toEqual(["water.waters[1].id"]);
    expect(paths(UNKNOWN_TAP, { ...spring, id: "rain" })).toEqual(["water.waters[1].id"]);
    expect(paths(UNKNOWN_TAP, { ...spring, name: "Rain" })).toEqual(["water.waters[1].name"]);
    expect(paths(UNKNOWN_TAP, { ...spring, name: " " })).toEqual(["water.waters[1].name"]);
    expect(paths({ ...UNKNOWN_TAP, ph: 0.5, hardnessMgPerL: -1 })).toEqual([
      "water.waters[0].hardnessMgPerL",
      "water.waters[0].ph",
    ]);
    expect(
      paths(UNKNOWN_TAP, ...Array.from({ length: 6 }, (_, i) => ({ ...spring, id: `s${i}`, name: `S ${i}` }))),
    ).toEqual(["water.waters"]);
  });

  it("names a climate outdoors: rooms have no weather of their own", () => {
    expect(parsePlace({ ...DOCUMENT, climateId: "heated-indoors" })).toMatchObject({
      ok: false,
      problems: [{ path: "climateId" }],
    });
  });
});
