import { describe, expect, it } from "vitest";
import { MARROWBECK, MARROWBECK_PLACES, standing, type MarrowbeckPlace } from "../../../demo/marrowbeck";
import { daysOfDemand } from "../demand/demand";
import { placesHere, standingThere } from "../demand/here-of";
import { wantsOf, yearOfWater } from "../demand/year-of-water";
import { inLibrary } from "../occupants/library/library";
import { placeYearsOf } from "../place/place-years";
import { medium } from "../testing/setups";
import { whenSound } from "../water/checked";
import { judgedWhole } from "./judge";
import { suitsHand, type HandAnswer, type HandAsked } from "./suits-hand";

const asking = (begins: string, everyDays: number): HandAsked => {
  const stands = standing(
    MARROWBECK.find(({ name }) => name.startsWith(begins))!,
    (place) => place,
  );
  const there = placesHere(
    stands.places!,
    (id) => MARROWBECK_PLACES[id as MarrowbeckPlace],
    (place) => placeYearsOf(place, 6),
  )!;
  const setup = standingThere(stands, there, inLibrary);
  return { setup, everyDays, there, medium, occupants: inLibrary, partsOf: () => undefined, system: "metric" };
};
const answered = (asked: HandAsked): HandAnswer => {
  const run = suitsHand(asked);
  for (;;) {
    const step = run.next();
    if (step.done) return step.value;
  }
};

describe("what suits a hand", () => {
  it.each([
    ["Terrace trough", 7],
    ["Stair window", 21],
  ] as const)(
    "%s every %i days: each is in time by its own year, and refused by none that bore it",
    (begins, every) => {
      const asked = asking(begins, every);
      const { found, asItIs } = answered(asked);
      expect(asItIs!.late.length).toBeGreaterThan(0);
      expect(found.length).toBeGreaterThan(0);
      expect(found.map(({ effort }) => effort)).toEqual(found.map(({ effort }) => effort).sort((a, b) => a - b));
      for (const { setup, mix, worst } of found) {
        const known = (id: string) => (mix && id === mix.made.id ? mix.made : medium(id));
        expect(setup.wateredEveryDays).toBe(every);
        const year = whenSound(setup, known, (sound) =>
          yearOfWater(sound, known, wantsOf(setup, inLibrary), {
            days: daysOfDemand(setup, asked.there.at, inLibrary),
          }),
        );
        if (!year.ok) throw new Error(year.problems[0]!.message);
        const { months, bearsDryDays } = year.value;
        for (const { fill, betweenDays } of months)
          expect((fill?.days ?? betweenDays)!.typical + bearsDryDays).toBeGreaterThanOrEqual(every);
        expect(worst).not.toBe("unsuited");
        expect(judgedWhole(setup, known, inLibrary)!.some(({ grade }) => grade === "unsuited")).toBe(false);
      }
    },
  );

  it("is what stands there already where that is in time, and nothing else is looked for", () => {
    expect(answered(asking("Platform planter", 14))).toMatchObject({ asItIs: { late: [] }, found: [], tried: 1 });
  });

  it("that cannot be had is told by what comes nearest", () => {
    const { found, nearest, asItIs } = answered(asking("Shallow tub", 21));
    expect(found).toEqual([]);
    expect(nearest!.late.length).toBeLessThan(asItIs!.late.length);
  });

  it("is not asked of what nobody waters by a rhythm", () => {
    expect(answered(asking("Closed carboy", 7)).asItIs).toBeUndefined();
  });
});
