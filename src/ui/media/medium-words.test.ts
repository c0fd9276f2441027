import { expect, it } from "vitest";
import { CATALOGUE } from "@/core/media/catalogue/catalogue";
import { cautionLines, isOfAnimals } from "./medium-words";

it("what concerns animals alone is told apart from what concerns whoever plants in it", () => {
  const lines = (id: string) => cautionLines(CATALOGUE.filter((medium) => medium.id === id));
  const of = (id: string) =>
    lines(id)
      .filter(isOfAnimals)
      .map(({ text }) => text);
  const others = (id: string) =>
    lines(id)
      .filter((line) => !isOfAnimals(line))
      .map(({ text }) => text);
  expect(of("potting-mix-peat-based")).toEqual(expect.arrayContaining(["Keep away from amphibians"]));
  expect(others("potting-mix-peat-based")).toEqual(
    expect.arrayContaining([expect.stringContaining("carnivorous plants"), expect.stringContaining("Has lime in it")]),
  );
  for (const { id } of CATALOGUE) expect(others(id).join(" ")).not.toMatch(/amphibian|frog/iu);
});
