import { describe, expect, it } from "vitest";
import { CATALOGUE } from "@/core/media/catalogue/catalogue";
import { ANIMALS, PLANTS } from "@/core/occupants/library/library";
import { medium } from "@/core/testing/setups";
import { occupantChoices } from "../occupants/occupant-choices";
import { mediumChoices } from "../parts/layer/medium-choices";

const PEAT = medium("sphagnum-peat")!;

describe("what a layer can be of", () => {
  const own = { ...PEAT, id: "own:bog", name: "Bog" };
  const groups = mediumChoices({
    media: [own, ...CATALOGUE],
    mixes: [
      { mediumId: "mix:a@1", name: "Seed mix", offered: true },
      { mediumId: "mix:b@2", name: "Put away", offered: false },
    ] as unknown as Parameters<typeof mediumChoices>[0]["mixes"],
  });

  it("is each medium once: one's own mixes that are offered, one's own media, what is at hand, and the rest", () => {
    expect(groups.map(({ choices }) => choices.map(({ id }) => id)).slice(0, 2)).toEqual([["mix:a@1"], ["own:bog"]]);
    const [, , usual, other] = groups.map(({ choices }) => choices.map(({ id }) => id));
    expect([...usual!, ...other!].sort()).toEqual(CATALOGUE.map(({ id }) => id).sort());
    expect(usual).toContain("sphagnum-peat");
    expect(other!.length).toBeGreaterThan(0);
  });

  it("says what each is for there, by what it does", () => {
    const hints = new Map(groups.flatMap(({ choices }) => choices.map(({ id, hint }) => [id, hint] as const)));
    const hintOf = (changed: Partial<typeof PEAT>): string | undefined =>
      mediumChoices({ media: [{ ...PEAT, ...changed }], mixes: [] }).flatMap(({ choices }) => choices)[0]!.hint;
    const air = (typical: number) => ({ airSpace15cm: { ...PEAT.airSpace15cm, typical } });
    expect(hintOf(air(0.09))).toBe("holds water, little air");
    expect(hintOf(air(0.1))).toBe("for roots");
    expect(hintOf(air(0.35))).toBe("for roots");
    expect(hintOf(air(0.36))).toBe("airy");
    expect(hintOf({ rootsByDefault: false })).toBe("wick bed, or to hold water low down");
    expect(hintOf({ class: "textile", rootsByDefault: false })).toBe("separator or wick");
    expect(hintOf({ class: "textile", rootsByDefault: true })).toBe("");
    expect(hints.get("pea-gravel-6-10")).toBe("reservoir, or to drain into");
    const coarse = CATALOGUE.find(({ id }) => id === "pumice-6-12")!;
    const coarseAs = (changed: Partial<typeof PEAT>): string | undefined =>
      mediumChoices({ media: [{ ...coarse, rootsByDefault: true, ...changed }], mixes: [] }).flatMap(
        ({ choices }) => choices,
      )[0]!.hint;
    expect(coarseAs({ class: "mineral" })).toBe("airy, or to drain into");
    expect(coarseAs({ class: "organic" })).toBe("airy");
  });
});

describe("who can live in it", () => {
  it("is one's own first, then all plants and animals, each with its scientific name and what kind it is", () => {
    const own = { ...PLANTS[0]!, id: "own:fern", name: "Fern" };
    const groups = occupantChoices([own]);
    expect(groups.map(({ choices }) => choices.length)).toEqual([1, PLANTS.length, ANIMALS.length]);
    expect(groups[0]!.choices[0]).toMatchObject({ id: "own:fern", name: "Fern" });
    for (const { choices } of groups) for (const { hint } of choices) expect(hint).toMatch(/.+ · .+/u);
  });
});
