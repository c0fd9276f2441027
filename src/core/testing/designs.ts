import type { CheckId } from "../checks/check";
import { withFixture, withLayer } from "../stack/edit";
import type { Fixture, FixtureOf } from "../stack/fixtures";
import type { Setup } from "../stack/setup";
import { boxVessel, GRAVEL, layer, MIX, potWith, wallHole, withHeld } from "./setups";

/** Sound designs, and for each check one that is not. */

export const TUBE: Fixture = { kind: "fill-tube", id: "tube", diameterCm: 3, acrossShare: 0.1, foot: "cut" };
const SCREEN: Fixture = { kind: "drain-screen", id: "screen" };
export const LID: FixtureOf<"lid"> = { kind: "lid", id: "lid", openShare: 0.05 };
const STRIP: FixtureOf<"feed-strip"> = {
  kind: "feed-strip",
  id: "strip",
  amendmentId: "slow-release",
  grams: 20,
  heightCm: 22,
  acrossShare: 0.5,
};
export const rained = (setup: Setup, roofM2 = 0): Setup => ({
  ...setup,
  site: { ...setup.site, rain: "open", roofM2 },
});

/** A sound bed: gravel and sand as a reservoir, on cloth, an overflow level with the stones. */
export const BED: Setup = withFixture(
  {
    ...potWith({ kind: "free-water", levelCm: 6, overflowCm: 7 }, [
      layer(GRAVEL, 7, false),
      { ...layer("fine-sand-0.1-0.5", 2, false), separator: "weed-cloth" },
      layer(MIX, 18),
    ]),
    vessel: boxVessel(60, 20, 30),
  },
  TUBE,
);
/** Soil on feet over a room of water. */
export const PLATFORM: Setup = withFixture(
  {
    ...potWith({ kind: "free-water", levelCm: 8, overflowCm: 9 }, [
      { ...layer(MIX, 10, false), id: "feet", legs: { section: "round", acrossCm: 7, count: 4 } },
      layer(MIX, 16),
    ]),
    vessel: boxVessel(50, 30, 30),
  },
  TUBE,
);
export const POT = potWith({ kind: "drained", outletCm: 0 }, [layer(MIX, 25)]);
export const JAR: Setup = {
  ...potWith({ kind: "dosed", storedCm3: 1500 }, [layer("coir-pith-fine", 10)]),
  vessel: {
    shape: "bottle",
    insideDiameterCm: 20,
    neckDiameterCm: 12,
    shoulderCm: 20,
    neckFromCm: 26,
    insideDepthCm: 30,
    material: "glass",
    wallCm: 0.5,
    baseCm: 0.6,
    seeThrough: true,
    foodSafe: "unsaid",
  },
};
export const planted = (setup: Setup, crownOverSoilCm: number, ballDepthCm = 8, ballAcrossCm = 8): Setup => ({
  ...setup,
  planting: { crownOverSoilCm, ballDepthCm, ballAcrossCm },
});

/** For each trouble: a design that has it, and the same with the one thing mended. */
export const WRONG: readonly (readonly [id: CheckId, what: string, wrong: Setup, mended: Setup])[] = [
  [
    "cloudburst",
    "a roof led into a trough whose holes are too small",
    rained(BED, 5),
    withFixture(rained(BED, 5), {
      ...(wallHole(27.1, "storm") as Extract<Fixture, { kind: "hole" }>),
      diameterCm: 5,
      count: 4,
    }),
  ],
  [
    "cloudburst",
    "one hole over the soil, and it clogs",
    rained(
      withFixture(BED, { ...(wallHole(28, "storm") as Extract<Fixture, { kind: "hole" }>), diameterCm: 4, count: 1 }),
      5,
    ),
    rained(
      withFixture(BED, { ...(wallHole(28, "storm") as Extract<Fixture, { kind: "hole" }>), diameterCm: 4, count: 3 }),
      5,
    ),
  ],
  [
    "over-sill",
    "soil over the sill of a case that opens at the front",
    withFixture(BED, { kind: "front", id: "front", sillCm: 20 }),
    withFixture(BED, { kind: "front", id: "front", sillCm: 28 }),
  ],
  [
    "strip-bare",
    "a strip of feed over the soil",
    withFixture(BED, { ...STRIP, heightCm: 28 }),
    withFixture(BED, { ...STRIP, heightCm: 22 }),
  ],
  ["no-way-out", "a sealed pot in the rain", rained(JAR), rained(withFixture(JAR, { ...LID, openShare: 0 }))],
  ["no-way-out", "soaking what has no hole", { ...POT, fixtures: [] }, POT],
  [
    "hole-too-high",
    "an overflow in the middle of the roots",
    withHeld(BED, { kind: "free-water", levelCm: 6, overflowCm: 15 }),
    BED,
  ],
  [
    "reservoir-small",
    "a hole so low that nothing is kept",
    withHeld(PLATFORM, { kind: "free-water", levelCm: 0.1, overflowCm: 0.1 }),
    PLATFORM,
  ],
  [
    "out-of-level",
    "water up to the platform",
    withHeld(PLATFORM, { kind: "free-water", levelCm: 9.99, overflowCm: 10 }),
    PLATFORM,
  ],
  ["tube-near-overflow", "the tube beside the overflow", withFixture(BED, { ...TUBE, acrossShare: 0.9 }), BED],
  [
    "leaks",
    "boards that are to hold water",
    { ...BED, vessel: boxVessel(60, 20, 30, "wood") },
    withFixture({ ...BED, vessel: boxVessel(60, 20, 30, "wood") }, { kind: "liner", id: "liner", topCm: 7 }),
  ],
  [
    "wick-out-of-water",
    "feet that end over the water",
    { ...withLayer(PLATFORM, "feet", { thicknessCm: 1 }), fillFromCm: 9 },
    PLATFORM,
  ],
  [
    "dead-water",
    "feet that end well over the base",
    { ...withLayer(PLATFORM, "feet", { thicknessCm: 6 }), fillFromCm: 4 },
    PLATFORM,
  ],
  [
    "no-wick",
    "a false bottom over the water, and nothing hangs down",
    { ...PLATFORM, fillFromCm: 10, layers: PLATFORM.layers.slice(1) },
    PLATFORM,
  ],
  ["fines", "soil straight on stones", withLayer(BED, "fine-sand-0.1-0.5-2", { separator: null }), BED],
  ["fines", "sand on a wide mesh", withLayer(BED, "fine-sand-0.1-0.5-2", { separator: "mesh" }), BED],
  [
    "grains-out",
    "coarse sand over wide holes",
    potWith({ kind: "drained", outletCm: 0 }, [layer("coarse-sand-0.5-2", 20)]),
    withFixture(potWith({ kind: "drained", outletCm: 0 }, [layer("coarse-sand-0.5-2", 20)]), SCREEN),
  ],
  [
    "grains-out",
    "loam over holes that stones would not pass",
    potWith({ kind: "drained", outletCm: 0 }, [layer("topsoil-loam", 20)]),
    potWith({ kind: "drained", outletCm: 0 }, [layer("pumice-2-5", 3, false), layer("topsoil-loam", 17)]),
  ],
  [
    "floats",
    "perlite under open water",
    potWith({ kind: "free-water", levelCm: 12, overflowCm: null }, [layer("perlite-coarse-3-6", 10)]),
    potWith({ kind: "free-water", levelCm: 12, overflowCm: null }, [layer("perlite-coarse-3-6", 5), layer(GRAVEL, 6)]),
  ],
  ["neck", "a root ball wider than the neck", planted(JAR, 0, 5, 15), planted(JAR, 0, 5, 8)],
  [
    "neck-grains",
    "stones through a narrow neck",
    {
      ...JAR,
      vessel: { ...JAR.vessel, neckDiameterCm: 5 } as Setup["vessel"],
      layers: [layer("coarse-gravel-15-25", 3, false), ...JAR.layers],
    },
    { ...JAR, vessel: { ...JAR.vessel, neckDiameterCm: 5 } as Setup["vessel"] },
  ],
  ["crown", "a crown under the soil", planted(POT, -3), planted(POT, 0.5)],
  [
    "crown",
    "a crown under water",
    planted(potWith({ kind: "free-water", levelCm: 20, overflowCm: null }, [layer(MIX, 18)]), 0.5),
    planted(potWith({ kind: "free-water", levelCm: 20, overflowCm: null }, [layer(MIX, 18)]), 3),
  ],
  ["root-ball", "a root ball that stands in the reservoir", planted(BED, 0, 24), planted(BED, 0, 12)],
  ["root-ball", "a root ball deeper than the soil", planted(POT, 0, 28), planted(POT, 0, 20)],
  ["lid", "a lid on a pot that is to dry", withFixture(POT, LID), withFixture(POT, { ...LID, openShare: 0.8 })],
  [
    "glass-sun",
    "a jar in the sun",
    { ...JAR, site: { ...JAR.site, sun: "sun" } },
    { ...JAR, site: { ...JAR.site, sun: "shade" } },
  ],
  [
    "children",
    "an open tub beside the sandpit",
    {
      ...potWith({ kind: "free-water", levelCm: 22, overflowCm: null }, [layer(MIX, 18)]),
      site: { ...POT.site, children: "yes" },
    },
    {
      ...potWith({ kind: "free-water", levelCm: 22, overflowCm: null }, [layer(MIX, 18)]),
      site: { ...POT.site, children: "no" },
    },
  ],
];
