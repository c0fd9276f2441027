import { describe, expect, it } from "vitest";
import { inLibrary } from "../occupants/library/library";
import type { Setup } from "../stack/setup";
import { PAIR_STACKS } from "../testing/pair-stacks";
import { medium } from "../testing/setups";
import { CONTAINER_UPTAKE } from "../water/uptake";
import { addedSureness, surenessOf } from "./sure";
import { uptakeOfPlant, uptakeOfSetup } from "./uptake";
import type { Plant } from "../occupants/occupant";

const living = (stack: keyof typeof PAIR_STACKS, ...ids: string[]): Setup => ({
  ...PAIR_STACKS[stack],
  occupants: ids.map((id) => ({ id, occupantId: id, count: 1 })),
});
const gradesOf = (setup: Setup, from = 0, to = 40) => surenessOf(setup, medium, inLibrary, from, to).of[0]!.grades;

describe("how sure a verdict is", () => {
  it("is certain where no bag of the media could change it", () => {
    expect(gradesOf(living("crop trough flooded into its soil", "rosemary")).unsuited).toBe(40);
    expect(gradesOf(living("loam under a hand of water", "arrowhead")).suits).toBe(40);
  });

  it("is split where the likely value lies near a limit", () => {
    const grades = gradesOf(living("small drained pot of potting mix", "spider-plant"), 0, 80);
    expect(grades.care).toBeGreaterThan(8);
    expect(grades.suits).toBeGreaterThan(8);
  });

  it("counts what is not known of pH, salts, light and the plant's own limits, not of water alone", () => {
    const split = (setup: Setup, limit: string): boolean => {
      const found = surenessOf(setup, medium, inLibrary, 0, 60).of[0]!.limits.find((one) => one.limit === limit)!;
      return Object.values(found.grades).filter((count) => count > 0).length > 1;
    };
    const bag = living("peat bag in a tray", "lingonberry");
    expect(["pH", "cold"].map((limit) => split({ ...bag, site: { ...bag.site, coldestC: -29 } }, limit))).toEqual([
      true,
      true,
    ]);
    expect(split(living("small drained pot of potting mix", "spider-plant"), "salts")).toBe(true);
    expect(split(living("small drained pot of potting mix", "spider-plant"), "light")).toBe(true);
    // its sizes are judged as they are, and the same index is the same pot
    expect(split(living("small drained pot of potting mix", "african-violet"), "root-room")).toBe(false);
    expect(gradesOf(bag)).toEqual(gradesOf(bag));
  });

  it("is the same in parts as whole, and names each limit as often as it was judged", () => {
    const setup = living("open pot of potting mix at a window", "fern-boston", "living-stone");
    const whole = surenessOf(setup, medium, inLibrary, 0, 12);
    const parts = addedSureness([
      surenessOf(setup, medium, inLibrary, 0, 5),
      surenessOf(setup, medium, inLibrary, 5, 12),
    ]);
    expect(parts).toEqual(whole);
    const air = whole.of[0]!.limits.find(({ limit }) => limit === "air")!;
    expect(Object.values(air.grades).reduce((sum, one) => sum + one, 0)).toBe(12);
  });
});

describe("what a plant drinks", () => {
  const plant = (id: string): Plant => {
    const found = inLibrary(id);
    if (found?.life !== "plant") throw new Error(`no plant is called ${id}`);
    return found;
  };

  it("comes from its comfort band: marsh plants drink under water, others not, the dry-born longest", () => {
    expect(uptakeOfPlant(plant("arrowhead")).drownedPsiCm).toBeGreaterThan(0);
    expect(uptakeOfPlant(plant("tomato"))).toEqual({ ...CONTAINER_UPTAKE, airedPsiCm: -3, thirstyPsiCm: -300 });
    expect(uptakeOfPlant(plant("aloe")).thirstyPsiCm).toBe(-3000);
    expect(uptakeOfPlant(plant("aloe")).airedPsiCm).toBe(-5);
  });

  it("is of several that of the one with the most leaves, and unknown where no plant is named", () => {
    const of = (...occupants: (readonly [string, number])[]) =>
      uptakeOfSetup(
        { occupants: occupants.map(([occupantId, count]) => ({ id: occupantId, occupantId, count })) },
        inLibrary,
      );
    expect(of(["tomato", 1], ["sundew-cape", 2])).toEqual(uptakeOfPlant(plant("tomato")));
    expect(of(["sundew-cape", 40], ["tomato", 1])).toEqual(uptakeOfPlant(plant("sundew-cape")));
    expect(of(["springtail", 100])).toBeUndefined();
    expect(of()).toBeUndefined();
  });
});
