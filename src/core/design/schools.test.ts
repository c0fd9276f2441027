import { describe, expect, it } from "vitest";
import { MARROWBECK } from "../../../demo/marrowbeck";
import { stackHeightCm } from "../stack/geometry";
import { BASE_HOLES, GRAVEL, layer, medium, MIX, potWith, roundVessel } from "../testing/setups";
import { readSettled } from "../readings/readings";
import { setupProblems } from "../water/checked";
import { settle } from "../testing/settled";
import { schoolPairs } from "./schools";

const ids = (setup: Parameters<typeof schoolPairs>[0]): string[] => schoolPairs(setup, medium).map(({ id }) => id);
const BED = potWith({ kind: "free-water", levelCm: 4, overflowCm: 5 }, [
  layer(GRAVEL, 5, false),
  { ...layer("fine-sand-0.1-0.5", 2, false), separator: "weed-cloth" },
  layer(MIX, 18),
]);

describe("the schools, as pairs of states", () => {
  it("each do the same vessel another way that is sound, filled as high", () => {
    for (const setup of [...MARROWBECK, BED])
      for (const pair of schoolPairs(setup, medium)) {
        expect([setup.name, pair.label, setupProblems(pair.setup, medium)]).toEqual([setup.name, pair.label, []]);
        expect(stackHeightCm(pair.setup)).toBeCloseTo(stackHeightCm(setup), 9);
        expect(pair.setup).not.toEqual(setup);
      }
  });

  it("put a platform in the place of gravel and its sand, and gravel in the place of a platform", () => {
    const platform = schoolPairs(BED, medium).find(({ id }) => id === "platform")!.setup;
    expect(platform.layers.map(({ thicknessCm, legs }) => [thicknessCm, legs?.count])).toEqual([
      [7, 4],
      [18, undefined],
    ]);
    const back = schoolPairs(platform, medium).find(({ id }) => id === "gravel")!.setup;
    expect(back.layers.map(({ mediumId }) => mediumId)).toEqual([GRAVEL, "fine-sand-0.1-0.5", MIX]);
    // open water holds more than gravel does
    const held = (setup: typeof BED): number => {
      const settled = settle(setup, medium);
      if (!settled.ok) throw new Error("sound");
      return readSettled(setup, settled.value, medium).standingCm3;
    };
    expect(held(platform)).toBeGreaterThan(1.5 * held(BED));
  });

  it("offer paper and mesh where something lies between, grains for grains, and water from the other end", () => {
    expect(ids(BED)).toEqual(["platform", "mesh", "paper", "from-below"]);
    const grit = { ...potWith({ kind: "drained", outletCm: 0 }, [layer("pumice-2-5", 20)]), fixtures: [BASE_HOLES] };
    expect(ids(grit)).toEqual(["perlite-coarse-3-6", "coarse-sand-0.5-2", "tray"]);
    const tray = schoolPairs(grit, medium).at(-1)!.setup;
    expect(tray.water).toEqual({ by: "level", levelCm: 2 });
    expect(tray.fixtures.map(({ kind }) => kind)).toContain("tray");
    expect(ids({ ...BED, history: "moist" })).toContain("from-above");
    expect(
      ids({ ...potWith({ kind: "dosed", storedCm3: 900 }, [layer(MIX, 10)]), vessel: roundVessel(20, 30) }),
    ).toEqual([]);
  });
});
