import { describe, expect, it } from "vitest";
import { CATALOGUE } from "@/core/media/catalogue/catalogue";
import { cautionLines, isOfAnimals, percentRange, rangeText } from "./medium-words";

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

describe("a range", () => {
  it("that reads the same at both ends is said once", () => {
    const range = (low: number, high: number) => ({ low, typical: (low + high) / 2, high });
    expect(percentRange(range(0.318, 0.322)).replace(/\u00a0/gu, " ")).toBe("32 %");
    expect(percentRange(range(0.3, 0.32)).replace(/\u00a0/gu, " ")).toBe("30–32 %");
    expect(rangeText(range(5.51, 5.53), 1)).toBe("5.5");
    expect(rangeText(range(5.5, 6.5), 1)).toBe("5.5–6.5");
  });
});
