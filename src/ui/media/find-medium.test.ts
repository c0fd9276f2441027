import { describe, expect, it } from "vitest";
import { CATALOGUE } from "@/core/media/catalogue/catalogue";
import { ASKED_WORDS, PLAIN_WORDS } from "@/core/media/words";
import { parseRecipe, recipeText } from "@/core/mixing/recipe";
import { mediumSearch } from "./find-medium";

const { find, search } = mediumSearch(CATALOGUE);

describe("finding a medium", () => {
  it("takes trade words for what they are, and says what else a broad one means", () => {
    for (const [words, id] of [
      ["foam", "foam-void-filler-15-40"],
      ["upturned pots", "sealed-void-filler"],
      ["hydro pebbles", "fired-clay-pebbles-8-16"],
      ["orchid bark", "bark-12-20"],
      ["pond soil", "aquatic-loam"],
      ["peat-free compost", "potting-mix-peat-free"],
      ["fleece", "capillary-mat"],
    ])
      expect(find(words!)).toMatchObject({ kind: "one", id });
    expect(find("bark")).toEqual({
      kind: "one",
      id: "bark-6-12",
      byName: true,
      grades: [
        { id: "pine-bark-composted-fine", name: "Composted bark, fine" },
        { id: "bark-12-20", name: "Bark 12–20 mm" },
      ],
    });
    expect(find("Bark 12–20 mm")).toEqual({ kind: "one", id: "bark-12-20", byName: true });
    expect(find("loose")).toEqual({
      kind: "none",
      near: [{ id: "long-fibre-sphagnum-loose", name: "Long-fibre sphagnum, loose" }],
    });
    expect(find("bark composted fine")).toEqual({ kind: "one", id: "pine-bark-composted-fine", byName: false });
  });

  it("knows every plain word and every name", () => {
    for (const [words, id] of Object.entries(PLAIN_WORDS))
      expect([words, find(words)]).toMatchObject([words, { kind: "one", id, byName: true }]);
    for (const { id, name } of CATALOGUE) expect([name, find(name)]).toEqual([name, { kind: "one", id, byName: true }]);
  });

  it("reads the recipe of the bog bench", () => {
    expect(parseRecipe("2 parts peat, 1 perlite, ½ sand", find)).toEqual({
      ok: true,
      value: [
        { mediumId: "sphagnum-peat", parts: 2 },
        { mediumId: "perlite-coarse-3-6", parts: 1 },
        { mediumId: "coarse-sand-0.5-2", parts: 0.5 },
      ],
    });
  });

  it.each([
    ["vermiculte", "vermiculite-medium"],
    ["zeolit", "zeolite-2-5"],
    ["Perlite coarse", "perlite-coarse-3-6"],
    ["wood fibr", "wood-fibre"],
  ])("forgives %s", (slip, id) => {
    expect(search(slip)[0]!.id).toBe(id);
  });

  it("reads names before commas: our own names part no recipe", () => {
    const of = (text: string) => {
      const parsed = parseRecipe(text, find);
      return parsed.ok
        ? parsed.value.map(({ mediumId, parts }) => `${parts} ${mediumId}`)
        : parsed.problems[0]!.message;
    };
    expect(of("2 potting mix, peat-free, 1 perlite")).toEqual(["2 potting-mix-peat-free", "1 perlite-coarse-3-6"]);
    expect(of("1 perlite, coarse, 1 coir pith, fine and 2 composted bark, fine")).toEqual([
      "1 perlite-coarse-3-6",
      "1 coir-pith-fine",
      "2 pine-bark-composted-fine",
    ]);
    expect(of("2:1 potting mix, peat-free, perlite")).toEqual(["2 potting-mix-peat-free", "1 perlite-coarse-3-6"]);
    expect(of("peat, perlite")).toEqual(["1 sphagnum-peat", "1 perlite-coarse-3-6"]);
    // any two names side by side, each as it is called, are those two
    for (const [i, { id, name }] of CATALOGUE.entries()) {
      const other = CATALOGUE[(i + 7) % CATALOGUE.length]!;
      expect([name, other.name, of(`2 ${name}, 1 ${other.name}`)]).toEqual([
        name,
        other.name,
        [`2 ${id}`, `1 ${other.id}`],
      ]);
    }
  });

  it("never makes of a word something of another kind without asking", () => {
    for (const [words, ids] of Object.entries(ASKED_WORDS)) {
      const found = find(words);
      expect([words, found.kind]).toEqual([words, "none"]);
      expect(found.kind === "none" && found.near.map(({ id }) => id)).toEqual(ids);
    }
    expect(find("stones")).toMatchObject({ kind: "one", id: "coarse-gravel-15-25" });
    expect(PLAIN_WORDS["coco fiber"]).toBeUndefined();
    for (const words of Object.keys(ASKED_WORDS)) expect(PLAIN_WORDS[words]).toBeUndefined();
    for (const id of [...Object.values(PLAIN_WORDS), ...Object.values(ASKED_WORDS).flat()])
      expect([id, CATALOGUE.some((one) => one.id === id)]).toEqual([id, true]);
  });

  it("reads ten recipes as people say them", () => {
    for (const text of [
      "3 parts canadian peat moss, 1 part perlite, 1 part river sand",
      "white peat and rotted manure, 2:1",
      "equal parts leca and all-purpose potting mix",
      "2 sifted compost, 1 mason sand, 1 chicken grit",
      "4 milled sphagnum + 1 horticultural charcoal",
      "1 garden soil, 1 well-rotted manure, 2 multipurpose compost",
      "50 % lava rock and 50 % pumice",
      "3 orchid bark, 1 activated charcoal, 1 coco chips",
      "2 pea shingle, 1 top soil",
      "1 pumice stone; 1 lava stone; 1 calcined clay",
    ])
      expect([text, parseRecipe(text, find).ok]).toEqual([text, true]);
  });

  it("offers what it could be, and nothing for what it cannot", () => {
    // what is only like a word is asked about, and nothing is taken for it
    for (const [slip, id] of [
      ["sphagnm", "long-fibre-sphagnum-loose"],
      ["vermiculte", "vermiculite-medium"],
      ["perlit", "perlite-coarse-3-6"],
    ])
      expect(find(slip!)).toMatchObject({
        kind: "none",
        near: expect.arrayContaining([expect.objectContaining({ id })]),
      });
    for (const other of ["mesh", "mulch", "foan"]) expect([other, find(other).kind]).toEqual([other, "none"]);
    expect(find("mesh")).toEqual({ kind: "none", near: [] });
    expect(find("clay")).toMatchObject({ kind: "none", near: { length: 6 } });
    expect(find("moon dust from afar")).toEqual({ kind: "none", near: [] });
    expect(search("sphagnm").map(({ id }) => id)).toContain("long-fibre-sphagnum-loose");
  });
});

it("takes a list for a list, however near it comes to some medium's description", () => {
  const read = parseRecipe("peat, perlite and bark", find);
  expect(read.ok && read.value.map(({ mediumId }) => mediumId)).toEqual([
    "sphagnum-peat",
    "perlite-coarse-3-6",
    "bark-6-12",
  ]);
});

it("a recipe written out with the catalogue's own names, commas and all, reads back as itself", () => {
  const parts = CATALOGUE.slice(0, 12).map(({ id }, i) => ({ mediumId: id, parts: i + 0.5 }));
  expect(
    parseRecipe(
      recipeText(parts, (id) => CATALOGUE.find((one) => one.id === id)!.name),
      find,
    ),
  ).toEqual({ ok: true, value: parts });
});
