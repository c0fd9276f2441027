import { describe, expect, it } from "vitest";
import { CATALOGUE } from "@/core/media/catalogue";
import { PLAIN_WORDS } from "@/core/media/words";
import { parseRecipe, recipeText } from "@/core/mixing/recipe";
import { mediumSearch } from "./find-medium";

const { find, search } = mediumSearch(CATALOGUE);

describe("finding a medium", () => {
  it("knows every plain word and every name", () => {
    for (const [words, id] of Object.entries(PLAIN_WORDS))
      expect([words, find(words)]).toEqual([words, { kind: "one", id, byName: true }]);
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

  it("offers what it could be, and nothing for what it cannot", () => {
    // near enough and clearly the nearest is taken, but not as if it had been written so
    expect(find("sphagnm")).toEqual({ kind: "one", id: "long-fibre-sphagnum-loose", byName: false });
    // two grades alike near are offered, and none is taken
    expect(find("perlit")).toMatchObject({
      kind: "none",
      near: [{ id: "perlite-coarse-3-6" }, { id: "perlite-fine-0-2" }, expect.anything()],
    });
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
