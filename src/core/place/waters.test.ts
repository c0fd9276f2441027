import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { anyPlace } from "../testing/places";
import { blendOf, RAIN_ID, RAIN_WATER, softPartsFor, TAP_ID, UNKNOWN_TAP, watersAtHand, type Water } from "./waters";

const HARD: Water = { ...UNKNOWN_TAP, mgPerL: 340, hardnessMgPerL: 230, alkalinityMgPerL: 190, ph: 7.6 };
const SPRING: Water = { ...HARD, id: "spring", name: "the spring", mgPerL: 90, hardnessMgPerL: null };
const at = (...waters: readonly Water[]) => {
  const all = watersAtHand([waters]);
  return (id: string): Water | undefined => all.find((water) => water.id === id);
};

describe("a blend", () => {
  it("has what is dissolved by its parts, and says them as one would pour them", () => {
    const blend = blendOf(
      [
        { waterId: TAP_ID, parts: 1 },
        { waterId: RAIN_ID, parts: 3 },
      ],
      at(HARD),
    );
    expect(blend).toEqual({
      words: "1 part tap water to 3 of rain",
      mgPerL: (340 + 30) / 4,
      hardnessMgPerL: (230 + 9) / 4,
      alkalinityMgPerL: (190 + 6) / 4,
      rainShare: 0.75,
      lacks: false,
    });
  });

  it("is the tap where nobody chose, and one water by its name", () => {
    expect(blendOf(undefined, at(HARD))).toMatchObject({ words: "tap water", mgPerL: 340, rainShare: 0 });
    expect(blendOf([{ waterId: "spring", parts: 2 }], at(HARD, SPRING))).toMatchObject({
      words: "the spring",
      mgPerL: 90,
      hardnessMgPerL: null,
    });
  });

  it("with a water that is not at hand, or of nothing, is not known", () => {
    for (const parts of [[{ waterId: "gone", parts: 1 }], [{ waterId: TAP_ID, parts: 0 }], []])
      expect(blendOf(parts, at(HARD))).toMatchObject({ mgPerL: null, alkalinityMgPerL: null, lacks: true });
    // what nobody has measured makes the whole can unknown
    expect(
      blendOf(
        [
          { waterId: TAP_ID, parts: 1 },
          { waterId: RAIN_ID, parts: 9 },
        ],
        at(UNKNOWN_TAP),
      ),
    ).toMatchObject({ mgPerL: null, lacks: false });
  });

  it("lies between its waters, and does not ask in what can they were measured", () => {
    fc.assert(
      fc.property(
        anyPlace,
        fc.array(fc.double({ min: 0, max: 100, noNaN: true }), { minLength: 3, maxLength: 3 }),
        fc.double({ min: 0.1, max: 10, noNaN: true }),
        ({ water: { waters } }, parts, times) => {
          const all = watersAtHand([waters]);
          const poured = all.map(({ id }, i) => ({ waterId: id, parts: parts[i] ?? 0 }));
          if (!poured.some((one) => one.parts > 1e-6)) return;
          const of = (id: string): Water | undefined => all.find((one) => one.id === id);
          const { mgPerL, rainShare } = blendOf(poured, of);
          expect(rainShare).toBeGreaterThanOrEqual(0);
          expect(rainShare).toBeLessThanOrEqual(1 + 1e-12);
          if (mgPerL === null) return;
          const used = all.filter(({ id }) => poured.some((one) => one.waterId === id && one.parts > 0));
          const values = used.map((one) => one.mgPerL!);
          expect(mgPerL).toBeGreaterThanOrEqual(Math.min(...values) - 1e-6);
          expect(mgPerL).toBeLessThanOrEqual(Math.max(...values) + 1e-6);
          const more = blendOf(
            poured.map((one) => ({ ...one, parts: times * one.parts })),
            of,
          );
          expect(more.mgPerL!).toBeCloseTo(mgPerL, 6);
        },
      ),
      { numRuns: 100, seed: 34 },
    );
  });

  it("of rain and tap comes to its target, needs none where the tap is soft, and cannot where the rain is not", () => {
    const parts = softPartsFor(340, RAIN_WATER.mgPerL!, 100)!;
    const blend = blendOf(
      [
        { waterId: TAP_ID, parts: 1 },
        { waterId: RAIN_ID, parts },
      ],
      at(HARD),
    );
    expect(blend.mgPerL).toBeCloseTo(100, 9);
    expect(softPartsFor(80, 10, 100)).toBe(0);
    expect(softPartsFor(340, 120, 100)).toBeUndefined();
  });
});

describe("waters at hand", () => {
  it("are of all places, a measured one before one that nobody knows, and rain is everywhere", () => {
    const all = watersAtHand([[UNKNOWN_TAP], [HARD, SPRING]]);
    expect(all.map(({ id, mgPerL }) => [id, mgPerL])).toEqual([
      [TAP_ID, 340],
      ["spring", 90],
      [RAIN_ID, 10],
    ]);
  });
});
