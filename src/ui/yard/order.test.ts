import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { MARROWBECK } from "../../../demo/marrowbeck";
import { medium } from "@/core/testing/setups";
import { toldOf, URGENCIES, type Urgency } from "./needs";
import { inOrder, ORDERS } from "./order";

const told = (name: string) =>
  toldOf(
    MARROWBECK.find((one) => one.name.startsWith(name)),
    medium,
    [],
    "metric",
  );
const plain = (text: string): string => text.replaceAll(/\s/gu, " ");

describe("what the yard tells of a setup", () => {
  it("is what needs doing in one line: who is in trouble first, then what must be mended, then who wants care", () => {
    expect(told("Open dish")).toMatchObject({
      urgency: "trouble",
      need: "In trouble: 5 × Living stones (how wet it stays)",
    });
    expect(told("Stone-sink")).toMatchObject({ urgency: "care" });
    expect(told("Terrace trough")).toMatchObject({ urgency: "fine", need: "Suits 3 × Celery, 2 × Chard" });
    expect(plain(told("Terrace trough").state)).toMatch(/^Wet zone to [\d.]+ cm/u);
  });

  it("says what to mend in the design, under no trouble", () => {
    const tub = { ...MARROWBECK.find(({ name }) => name.startsWith("Terrace trough"))!, occupants: [] };
    const tubeBesideOverflow = tub.fixtures.map((one) =>
      one.kind === "fill-tube" ? { ...one, acrossShare: 0.95 } : one,
    );
    const bad = toldOf({ ...tub, fixtures: tubeBesideOverflow }, medium, [], "metric");
    expect(bad.urgency).toBe("mend");
    expect(bad.need).toContain("fill tube beside the overflow");
    expect(toldOf(tub, medium, [], "metric")).toMatchObject({
      urgency: "fine",
      need: "Nothing to mend; nobody is said to live in it",
    });
  });

  it("says what cannot be read, or computed, before all else", () => {
    expect(toldOf(undefined, medium, [], "metric")).toMatchObject({ urgency: "unreadable", settled: undefined });
    const dish = MARROWBECK.find(({ name }) => name.startsWith("Open dish"))!;
    const strange = { ...dish, layers: dish.layers.map((one) => ({ ...one, mediumId: "moon-dust" })) };
    expect(toldOf(strange, medium, [], "metric")).toMatchObject({
      urgency: "unreadable",
      need: expect.stringMatching(/^“moon-dust” is not in the catalogue\./u),
    });
  });
});

describe("the order of the yard", () => {
  const shown = fc.array(
    fc.record({
      name: fc.string({ maxLength: 6 }),
      setup: fc.constantFrom(undefined, ...MARROWBECK),
      told: fc.record({
        settled: fc.constant(undefined),
        urgency: fc.constantFrom<Urgency>(...URGENCIES),
        need: fc.constant(""),
        state: fc.constant(""),
      }),
    }),
    { maxLength: 14 },
  );

  it("loses none, and doubles none, and is the same however they came", () => {
    fc.assert(
      fc.property(shown, fc.constantFrom(...ORDERS), (all, order) => {
        const once = inOrder(all, order);
        expect(new Set(once)).toEqual(new Set(all));
        expect(once).toHaveLength(all.length);
        expect(inOrder(once, order)).toEqual(once);
      }),
    );
  });

  it("is trouble first, by name whatever the case, or by where they stand", () => {
    fc.assert(
      fc.property(shown, (all) => {
        const urgencies = inOrder(all, "trouble").map(({ told: { urgency } }) => URGENCIES.indexOf(urgency));
        expect(urgencies).toEqual(urgencies.toSorted((a, b) => a - b));
      }),
    );
    const of = (name: string, of_: string) => ({
      name,
      setup: MARROWBECK.find((one) => one.name.startsWith(of_)),
      told: toldOf(undefined, medium, [], "metric"),
    });
    const all = [of("b pot 10", "Open dish"), of("B pot 9", "Terrace trough"), of("a", "Closed carboy")];
    expect(inOrder(all, "name").map(({ name }) => name)).toEqual(["a", "B pot 9", "b pot 10"]);
    expect(inOrder(all, "place").map(({ name }) => name)).toEqual(["B pot 9", "b pot 10", "a"]);
  });
});
