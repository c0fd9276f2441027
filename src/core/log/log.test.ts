import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { UnitSystem } from "../units/units";
import { hoursBetween, isMoment, later, momentWords } from "./moment";
import { understand } from "./quick-entry";
import { faultOf, itemWords, meaningOf, QUANTITIES, WHATS, type LogItem } from "./vocabulary";

const understood = (text: string, system: UnitSystem = "metric") => {
  const read = understand(text, system);
  if (!read.ok) throw new Error(read.problems.map(({ message }) => message).join(" "));
  return read.value;
};
const told = (text: string, system: UnitSystem = "metric"): string => {
  const { items, note } = understood(text, system);
  return [...items.map((item) => itemWords(item, system)), ...(note ? [`“${note}”`] : [])]
    .join("; ")
    .replaceAll("\u00a0", " ");
};
const refused = (text: string, system: UnitSystem = "metric"): string => {
  const read = understand(text, system);
  return read.ok ? `understood: ${told(text, system)}` : read.problems.map(({ message }) => message).join(" ");
};

/** Anything that can be logged, with a number that is told in full. */
const anyItem: fc.Arbitrary<LogItem> = fc
  .constantFrom(...WHATS.filter((what) => what !== "noted"))
  .chain((what): fc.Arbitrary<LogItem> => {
    const { of, needsNumber, says } = meaningOf(what);
    if (says) return fc.constantFrom(...Object.keys(says)).map((word): LogItem => ({ what, value: null, word }));
    const number = fc.integer({ min: 1, max: of ? Math.min(90, QUANTITIES[of].most) : 1 });
    return (of ? (needsNumber ? number : fc.option(number)) : fc.constant(null)).map((value): LogItem => ({
      what,
      value,
      word: null,
    }));
  });

describe("a line of a log", () => {
  it.each([
    ["2 L, tube 4 cm, smells fine", "watered 2 L; water at 4 cm; smells fine"],
    ["1250 g", "weighs 1.25 kg"],
    ["pH 5.2", "pH 5.2"],
    ["filled", "filled up"],
    ["filled up with 1,5 l", "filled up with 1.5 L"],
    ["refilled to 8 cm", "filled to 8 cm"],
    ["tube empty", "water at 0 cm"],
    ["water 2 L", "watered 2 L"],
    ["water 4 cm", "water at 4 cm"],
    ["level: 4", "water at 4 cm"],
    ["ec 1200 µS/cm; tds 400 ppm", "EC 1.2 mS/cm; dissolved 400 mg/L"],
    ["humidity 65 %, 21 °C", "air humidity 65 %; temperature 21 °C"],
    ["65% rh", "air humidity 65 %"],
    ["dry at 3 cm and leaves yellow", "at a finger's depth dry; leaves yellow"],
    ["top moist", "surface damp"],
    ["stinks", "smells sour"],
    ["no gnats, some mould", "no gnats; some mould"],
    ["watered 2 L of rain water", "watered 2 L; “watered 2 L of rain water”"],
    ["fed, moved to the lean-to", "fed; moved; “moved to the lean-to”"],
    ["harvested 300 g", "harvested 300 g"],
    ["first flower today", "“first flower today”"],
    ["note: tube 4 cm is the old one", "“tube 4 cm is the old one”"],
  ])("%s", (text, words) => expect(told(text)).toBe(words));

  it("is read in the grower's own units, or in those that are written", () => {
    expect(told("1 gal, tube 1.5 in, 3 lb", "imperial")).toBe("watered 1 gal; water at 1.5 in; weighs 3 lb");
    expect(understood("tube 2", "imperial").items).toEqual([{ what: "level", value: 5.08, word: null }]);
    expect(understood("tube 5 cm", "imperial").items).toEqual([{ what: "level", value: 5, word: null }]);
    expect(understood("temp 70", "imperial").items[0]!.value).toBeCloseTo(21.1, 1);
  });

  it("says what it does not understand, and keeps what is only words", () => {
    expect(refused("12")).toBe("“12”: of what? Write “12 L”, “tube 12” or “pH 12”.");
    expect(refused("pH 52")).toBe("pH: from 0 to 14 pH");
    expect(refused("tube 4 L")).toMatch(/^understood: watered 4 L/u);
    expect(refused("weighs 4 L")).toContain("is not a unit for a weight");
    expect(refused("2 L, 3 L")).toContain("watered is said twice");
    expect(refused("level -40 cm")).toBe("water at: from -10 to 500 cm");
    expect(refused("watered -2 L")).toContain("from 0 to");
    expect(refused("")).toContain("Write what was done or seen");
    expect(refused(" , ;")).toContain("Write what was done or seen");
    expect(understood("tub 4 cm")).toMatchObject({
      items: [],
      note: "tub 4 cm",
      doubts: ["“tub 4 cm” is kept as words: its number is not understood."],
    });
  });

  it("as it is told can be typed again and means the same, in both units", () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(anyItem, { selector: ({ what }) => what, minLength: 1, maxLength: 5 }),
        fc.constantFrom<UnitSystem>("metric", "imperial"),
        (items, system) => {
          const read = understood(items.map((item) => itemWords(item, system)).join(", "), system);
          expect(read.note).toBe("");
          expect(read.items.map(({ what, word }) => ({ what, word }))).toEqual(
            items.map(({ what, word }) => ({ what, word })),
          );
          // told to three figures
          expect(read.items.map((item) => itemWords(item, system))).toEqual(
            items.map((item) => itemWords(item, system)),
          );
        },
      ),
      { numRuns: 400 },
    );
  });

  it("never throws, and never makes what cannot be stored, whatever is typed", () => {
    const bits = fc.constantFrom(
      "tube",
      "4",
      "2 L",
      "-",
      ",",
      ";",
      "pH",
      "1/0",
      "1e9",
      "°C",
      "é",
      "watered",
      "%",
      "½",
      "\n",
    );
    fc.assert(
      fc.property(
        fc.oneof(
          fc.string(),
          fc.array(bits).map((all) => all.join(" ")),
        ),
        (text) => {
          const read = understand(text, "metric");
          if (!read.ok) return read.problems.length > 0;
          return read.value.items.every((item) => faultOf(item) === undefined);
        },
      ),
      { numRuns: 1000 },
    );
  });
});

describe("a moment", () => {
  it("is a minute of a day there is", () => {
    expect(["2026-12-02T08:15", "2028-02-29T23:59"].every(isMoment)).toBe(true);
    expect(
      ["2026-02-29T08:15", "2026-12-02", "2026-12-02T24:00", "1066-12-02T08:15", "2026-12-02T08:15:00"].some(isMoment),
    ).toBe(false);
    expect(momentWords("2026-12-02T08:15")).toBe("2 December 2026, 08:15");
  });

  it("goes on by hours, over days and years, and back", () => {
    expect(later("2026-12-31T23:30", 1)).toBe("2027-01-01T00:30");
    expect(hoursBetween("2026-12-31T23:30", "2027-01-01T00:30")).toBeCloseTo(1, 9);
    fc.assert(
      fc.property(fc.integer({ min: -50_000, max: 50_000 }), (minutes) => {
        const from = "2026-12-02T08:15";
        const to = later(from, minutes / 60);
        expect(hoursBetween(from, to)).toBeCloseTo(minutes / 60, 6);
        expect(isMoment(to)).toBe(true);
        expect(to > from).toBe(minutes > 0);
      }),
    );
  });
});
