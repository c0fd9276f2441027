import { describe, expect, it } from "vitest";
import fc from "fast-check";
import { parseRecipe, readRecipe, recipeText, type FindMedium } from "./recipe";

const KNOWN: Readonly<Record<string, string>> = {
  peat: "sphagnum-peat",
  perlite: "perlite-coarse-3-6",
  sand: "coarse-sand-0.5-2",
  "coarse sand": "coarse-sand-0.5-2",
  coir: "coir-pith-fine",
  bark: "bark-6-12",
  "bark 6-12 mm": "bark-6-12",
  "perlite, coarse": "perlite-coarse-3-6",
  pumice: "pumice-2-5",
};
const find: FindMedium = (words) =>
  KNOWN[words.toLowerCase()]
    ? { kind: "one", id: KNOWN[words.toLowerCase()]!, byName: true }
    : { kind: "none", near: words === "perlit" ? [{ id: "perlite-coarse-3-6", name: "Perlite, coarse" }] : [] };
const read = (text: string) => {
  const parsed = parseRecipe(text, find);
  return parsed.ok
    ? Object.fromEntries(parsed.value.map(({ mediumId, parts }) => [mediumId, parts]))
    : parsed.problems.map(({ path, code }) => `${path} ${code}`);
};
const PEAT = "sphagnum-peat",
  PERLITE = "perlite-coarse-3-6",
  SAND = "coarse-sand-0.5-2",
  BARK = "bark-6-12";

describe("a recipe", () => {
  it.each<[string, Record<string, number>]>([
    ["2 parts peat, 1 perlite, ½ sand", { [PEAT]: 2, [PERLITE]: 1, [SAND]: 0.5 }],
    ["2:1:1 peat, perlite, bark", { [PEAT]: 2, [PERLITE]: 1, [BARK]: 1 }],
    ["peat:perlite:sand 2:1:0.5", { [PEAT]: 2, [PERLITE]: 1, [SAND]: 0.5 }],
    ["peat perlite 3:1", { [PEAT]: 3, [PERLITE]: 1 }],
    ["60 % coir and 40% pumice", { "coir-pith-fine": 60, "pumice-2-5": 40 }],
    ["peat x2 + perlite", { [PEAT]: 2, [PERLITE]: 1 }],
    ["1 1/2 parts of peat; 1½ coarse sand", { [PEAT]: 1.5, [SAND]: 1.5 }],
    ["1,5 peat, 0,5 sand", { [PEAT]: 1.5, [SAND]: 0.5 }],
    ["two parts peat\nhalf a part sand", { [PEAT]: 2, [SAND]: 0.5 }],
    ["- 2 peat\n- 1 bark 6-12 mm", { [PEAT]: 2, [BARK]: 1 }],
    ["peat", { [PEAT]: 1 }],
    ["1 peat, 2 peat", { [PEAT]: 3 }],
    ["2 peat; 1 Perlite, coarse; 0.5 sand", { [PEAT]: 2, [PERLITE]: 1, [SAND]: 0.5 }],
    ["2 peat, 1 perlite; 1 sand", { [PEAT]: 2, [PERLITE]: 1, [SAND]: 1 }],
    ["1e1 peat, 1/2 sand", { [PEAT]: 10, [SAND]: 0.5 }],
    ["2 L bark, 500 mL perlite", { [BARK]: 2, [PERLITE]: 0.5 }],
    ["2 gal bark, 1 qt perlite", { [BARK]: 2, [PERLITE]: 0.25 }],
    ["peat 2 L; sand 250 ml", { [PEAT]: 2, [SAND]: 0.25 }],
    ["500 mL peat, 1 L sand", { [PEAT]: 500, [SAND]: 1000 }],
    ["1 000 mL peat, 2 L sand", { [PEAT]: 1000, [SAND]: 2000 }],
    ["8 fl oz peat, 4 fl oz sand", { [PEAT]: 8, [SAND]: 4 }],
    ["1 cup peat + 1/2 cup sand", { [PEAT]: 1, [SAND]: 0.5 }],
    ["two buckets of peat and a bucket of sand", { [PEAT]: 2, [SAND]: 1 }],
    ["2 buckets peat, 1 perlite", { [PEAT]: 2, [PERLITE]: 1 }],
  ])("%s", (text, expected) => expect(read(text)).toEqual(expected));

  it.each<[string, string[]]>([
    ["", [" empty"]],
    ["   ", [" empty"]],
    ["0 peat, 1 sand", ["parts[0] not-positive"]],
    ["-2 peat", ["parts[0] not-positive"]],
    ["1e9 peat", ["parts[0] too-large"]],
    ["1/0 peat", ["parts[0] not-a-number"]],
    ["1 peat, 2 moon dust", ["parts[1] unknown-medium"]],
    ["1,000 mL peat, 1 L sand", ["parts[0] ambiguous-number"]],
    ["2 L bark, 1 perlite", [" unlike-measures"]],
    ["2 parts bark, 500 mL perlite", [" unlike-measures"]],
    ["60 % coir, 1 perlite", [" unlike-measures"]],
    ["1 bucket peat, 2 handfuls perlite", [" unlike-measures"]],
    ["2 kg bark, 1 kg sand", [" by-weight"]],
    ["2 oz bark, 1 oz sand", [" by-weight"]],
    ["2:1 peat", [" ratio"]],
    ["2:1:1 peat, perlite", [" ratio"]],
    [Array.from({ length: 13 }, () => "peat").join(","), [" too-many"]],
    ["peat ".repeat(200), [" too-long"]],
  ])("%s is explained", (text, expected) => expect(read(text)).toEqual(expected));

  it("names what an unknown word could be", () =>
    expect(parseRecipe("1 perlit", find)).toMatchObject({
      ok: false,
      problems: [{ message: "“perlit” is not known. Did you mean Perlite, coarse?" }],
    }));

  it("asks back with the recipe as it would read, whatever the list was parted by", () => {
    const { unknown, parts } = readRecipe("2 L bark, 1 L perlit", find);
    expect(parts.ok).toBe(false);
    expect(unknown).toEqual([
      {
        words: "perlit",
        options: [{ id: "perlite-coarse-3-6", name: "Perlite, coarse", text: "2 L bark; 1 L Perlite, coarse" }],
        before: "2 L bark; 1 L ",
        after: "",
      },
    ]);
    expect(read(unknown[0]!.options[0]!.text)).toEqual({ [BARK]: 2, [PERLITE]: 1 });
  });

  it("tells of a word that was taken for its usual grade, and reads with another of its grades", () => {
    const fineSand = { id: "fine-sand", name: "Fine sand" };
    const graded: FindMedium = (words) => {
      if (words === "Fine sand") return { kind: "one", id: "fine-sand", byName: true };
      const found = find(words);
      return found.kind === "one" && words === "sand" ? { ...found, grades: [fineSand] } : found;
    };
    const { parts, broad } = readRecipe("2:1 peat, sand", graded);
    expect(parts.ok).toBe(true);
    expect(broad).toEqual([
      {
        words: "sand",
        takenId: SAND,
        options: [{ ...fineSand, text: "2 peat; 1 Fine sand" }],
        before: "2 peat; 1 ",
        after: "",
      },
    ]);
    expect(parseRecipe(broad[0]!.options[0]!.text, graded)).toEqual({
      ok: true,
      value: [
        { mediumId: PEAT, parts: 2 },
        { mediumId: "fine-sand", parts: 1 },
      ],
    });
  });

  it("asks back for what is like nothing too, with the recipe around it", () => {
    const { unknown } = readRecipe("2 peat, 3 moon dust, 1 bark", find);
    expect(unknown).toEqual([{ words: "moon dust", options: [], before: "2 peat; 3 ", after: "; 1 bark" }]);
  });

  it("never throws, whatever is typed", () => {
    fc.assert(fc.property(fc.string({ unit: "grapheme", maxLength: 80 }), (text) => void parseRecipe(text, find)));
    fc.assert(
      fc.property(
        fc
          .array(fc.constantFrom("2", "1:1", "½", "peat", ",", ":", "/", "%", "x", "-", "parts", "1/2", "\n"), {
            maxLength: 12,
          })
          .map((words) => words.join(" ")),
        (text) => void parseRecipe(text, find),
      ),
    );
  });

  it("written out reads back as itself", () => {
    const anyPart = fc.record({
      mediumId: fc.constantFrom(...Object.values(KNOWN)),
      parts: fc.integer({ min: 1, max: 40 }).map((quarters) => quarters / 4),
    });
    const names: Readonly<Record<string, string>> = Object.fromEntries(
      Object.entries(KNOWN).map(([name, id]) => [id, name]),
    );
    fc.assert(
      fc.property(
        fc.uniqueArray(anyPart, { minLength: 1, maxLength: 5, selector: ({ mediumId }) => mediumId }),
        (parts) => {
          expect(
            parseRecipe(
              recipeText(parts, (id) => names[id]!),
              find,
            ),
          ).toEqual({ ok: true, value: parts });
        },
      ),
    );
  });
});

it("written with its names reads back, whatever the names hold", () => {
  const names = [
    "House 1:1",
    "Part-composted bark",
    "X-mix",
    "Grit and sand, washed",
    "Bark x 2",
    "Compost 2024",
    "Loam + leaf 50 %",
    "Parts bin",
  ];
  const own: FindMedium = (words) =>
    names.includes(words) ? { kind: "one", id: words, byName: true } : { kind: "none", near: [] };
  const parts = names.map((mediumId, i) => ({ mediumId, parts: i + 0.5 }));
  expect(
    parseRecipe(
      recipeText(parts, (id) => id),
      own,
    ),
  ).toEqual({ ok: true, value: parts });
});
