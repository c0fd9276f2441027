import { describe, expect, it } from "vitest";
import { MARROWBECK } from "../../../demo/marrowbeck";
import { drainedAfterSoaking } from "../water/drain";
import { readSettled } from "../readings/readings";
import { withFixture, withLayer, withoutFixture } from "../stack/edit";
import type { Fixture } from "../stack/fixtures";
import type { Setup } from "../stack/setup";
import { boxVessel, GRAVEL, layer, medium, MIX, potWith, roundVessel, wallHole, withHeld } from "../testing/setups";
import { checkWhole } from "../water/settle";
import type { Check, CheckId } from "./check";
import { CHECK_IDS } from "./check";
import { checksOf } from "./checks";
import { cloudburst, CLOUDBURST_MM_PER_HOUR } from "./cloudburst";
import { fixtureKg, vesselKg } from "./vessel-weight";

const all = (setup: Setup): readonly Check[] => {
  const settled = drainedAfterSoaking(setup, medium);
  if (!settled.ok) throw new Error(settled.problems[0]!.message);
  return checksOf(setup, settled.value.network, readSettled(setup, settled.value, medium), medium, "metric");
};
const troubles = (setup: Setup): CheckId[] => all(setup).flatMap(({ id, tone }) => (tone === "trouble" ? [id] : []));
const said = (setup: Setup, id: CheckId): string =>
  all(setup)
    .find((check) => check.id === id)
    ?.text.replace(/\u00a0/gu, " ") ?? "";

const TUBE: Fixture = { kind: "fill-tube", id: "tube", diameterCm: 3, acrossShare: 0.1, foot: "cut" };
const SCREEN: Fixture = { kind: "drain-screen", id: "screen" };
const LID: Fixture = { kind: "lid", id: "lid", openShare: 0.05 };
const rained = (setup: Setup, roofM2 = 0): Setup => ({ ...setup, site: { ...setup.site, rain: "open", roofM2 } });

/** A sound bed: gravel and sand as a reservoir, on cloth, an overflow level with the stones. */
const BED: Setup = withFixture(
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
const PLATFORM: Setup = withFixture(
  {
    ...potWith({ kind: "free-water", levelCm: 8, overflowCm: 9 }, [
      { ...layer(MIX, 10, false), id: "feet", legs: { section: "round", acrossCm: 7, count: 4 } },
      layer(MIX, 16),
    ]),
    vessel: boxVessel(50, 30, 30),
  },
  TUBE,
);
const POT = potWith({ kind: "drained", outletCm: 0 }, [layer(MIX, 25)]);
const JAR: Setup = {
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
const planted = (setup: Setup, crownOverSoilCm: number, ballDepthCm = 8, ballAcrossCm = 8): Setup => ({
  ...setup,
  planting: { crownOverSoilCm, ballDepthCm, ballAcrossCm },
});

/** For each trouble: a design that has it, and the same with the one thing mended. */
const WRONG: readonly (readonly [id: CheckId, what: string, wrong: Setup, mended: Setup])[] = [
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

describe("checks of a whole design", () => {
  it.each(WRONG)("%s: raised by %s, and silenced by its mending", (id, _, wrong, mended) => {
    expect(checkWhole(wrong, medium)).toEqual([]);
    expect(checkWhole(mended, medium)).toEqual([]);
    expect(troubles(wrong)).toContain(id);
    expect(troubles(mended)).not.toContain(id);
  });

  it("are each raised somewhere here, but for those that only inform", () => {
    const informs: CheckId[] = ["separator-rots", "weights", "drained-water"];
    const raised = new Set(WRONG.map(([id]) => id));
    expect(CHECK_IDS.filter((id) => !raised.has(id) && !informs.includes(id))).toEqual([]);
  });

  it("are silent for sound designs, and say a number and a why in each sentence", () => {
    for (const setup of [BED, PLATFORM, POT, JAR, rained(BED), rained(POT)]) {
      expect(troubles(setup)).toEqual([]);
      for (const { text, why } of all(setup)) {
        expect(text).toMatch(/\d|not|hand/u);
        for (const part of [why.formula, why.source, why.uncertainty]) expect(part.length).toBeGreaterThan(3);
      }
    }
  });

  it("raise no alarm in Marrowbeck, whose twelve setups are complete", () => {
    expect(MARROWBECK).toHaveLength(12);
    for (const setup of MARROWBECK) {
      expect([setup.name, checkWhole(setup, medium)]).toEqual([setup.name, []]);
      expect([setup.name, troubles(setup)]).toEqual([setup.name, []]);
    }
  });

  it("say how long paper lasts, and nothing of cloth", () => {
    const onPaper = withLayer(BED, "fine-sand-0.1-0.5-2", { separator: "paper" });
    expect(said(onPaper, "separator-rots")).toContain("gone after 0.5 to 2 months");
    expect(said(BED, "separator-rots")).toBe("");
    expect(troubles(onPaper)).toEqual([]);
  });

  it("say how far out of level it may stand: twice the spare at its ends", () => {
    // soil begins at 10 over water at 8, and the hole is at 9
    expect(said(PLATFORM, "out-of-level")).toContain(
      "by 40 mm before the water touches the soil at one end, and by 20 mm",
    );
    expect(said(POT, "out-of-level")).toBe("");
  });

  it("say where drained water goes, and what one person lifts", () => {
    expect(said(POT, "drained-water")).toContain("runs out");
    expect(said(BED, "drained-water")).toBe("");
    expect(said(POT, "weights")).toContain("one person lifts it, full too");
    expect(said({ ...BED, vessel: boxVessel(60, 40, 30) }, "weights")).toContain("more than one person lifts even dry");
  });
});

describe("a cloudburst", () => {
  it("is its intensity over the mouth, a share of the roof led into it, and nothing under a lid", () => {
    const mouth = 60 * 20 * (CLOUDBURST_MM_PER_HOUR / 10);
    expect(cloudburst(rained(BED)).inflowCm3PerHour).toBeCloseTo(mouth, 6);
    expect(cloudburst(rained(BED, 10)).inflowCm3PerHour).toBeCloseTo(mouth + 0.9 * 1e5 * 10.8, 3);
    expect(cloudburst(rained(withFixture(BED, { ...LID, openShare: 0 }))).inflowCm3PerHour).toBe(0);
  });

  it("stands at the level at which the holes pass what comes, higher with one of them clogged", () => {
    const holed = rained(withFixture(BED, wallHole(28, "storm")));
    const { levelCm, cloggedLevelCm } = cloudburst(holed);
    expect(levelCm).toBeGreaterThan(28);
    expect(cloggedLevelCm).toBeGreaterThan(levelCm!);
    // a hole with soil over it is no way for water that stands on the soil
    expect(cloudburst(withoutFixture(holed, "storm")).levelCm).toBeUndefined();
  });
});

describe("what is built in", () => {
  const kg = (fixture: Fixture): number => fixtureKg({ ...POT, fixtures: [fixture] }, fixture);
  it("weighs what it is made of, a hole nothing", () => {
    const gravel: Fixture = { kind: "dressing", id: "d", material: "gravel", thicknessCm: 2 };
    expect(kg(gravel)).toBeCloseTo((1.6 * Math.PI * 100 * 2) / 1000, 6);
    expect(kg({ ...gravel, material: "living-moss" })).toBeLessThan(kg(gravel) / 3);
    expect(kg(TUBE)).toBeGreaterThan(0);
    expect(kg(wallHole(3))).toBe(0);
    // and it is in what the whole weighs
    expect(said(withFixture(POT, gravel), "weights")).not.toBe(said(POT, "weights"));
  });
});

describe("an empty vessel", () => {
  it("weighs its wall and its base", () => {
    const pot = { ...roundVessel(20, 30, "stone"), wallCm: 2, baseCm: 3 };
    const wall = Math.PI * 20 * 30 * 2;
    const base = Math.PI * 12 ** 2 * 3;
    expect(vesselKg(pot)).toBeCloseTo((2.6 * (wall + base)) / 1000, 2);
  });
});
