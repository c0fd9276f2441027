import { describe, expect, it } from "vitest";
import { inLibrary } from "../occupants/library/library";
import { withFixture } from "../stack/edit";
import type { Fixture } from "../stack/fixtures";
import type { Occupancy, Setup, StackLayer } from "../stack/setup";
import { BED, PLATFORM, POT } from "../testing/designs";
import { layer, medium, MIX, PEAT, potWith } from "../testing/setups";
import { sheetOf, type Sheet } from "./sheet";

const sheetFor = (setup: Setup, system: "metric" | "imperial" = "metric"): Sheet =>
  sheetOf({
    setup,
    medium,
    occupants: inLibrary,
    recipes: setup.layers.map(({ mediumId }) => ({ parts: [{ medium: medium(mediumId)!, parts: 1 }], amendments: [] })),
    system,
  });
const plain = (text: string): string => text.replace(/\u00a0/gu, " ");
const step = (setup: Setup, key: string) => {
  const found = sheetFor(setup).steps.find((one) => one.key === key);
  return found && { ...found, said: plain(found.text.join(" ")), minds: plain(found.cautions.join(" ")) };
};
const keysOf = (setup: Setup): readonly string[] => sheetFor(setup).steps.map(({ key }) => key);
const thing = (setup: Setup, key: string): string =>
  plain(sheetFor(setup).things.find((one) => one.key === key)?.amount ?? "");
const withSoil = (setup: Setup, more: Partial<StackLayer>): Setup => ({
  ...setup,
  layers: setup.layers.map((one, i) => (i === setup.layers.length - 1 ? { ...one, ...more } : one)),
});
const lived = (setup: Setup, ...occupants: readonly Omit<Occupancy, "id">[]): Setup => ({
  ...setup,
  occupants: occupants.map((one, i) => ({ id: `o${i}`, ...one })),
});
const soilKey = `layer:${BED.layers.at(-1)!.id}`;

describe("what speaks against building it", () => {
  it("stands at the top of the sheet and at its step; what is sound says nothing", () => {
    const high: Setup = {
      ...BED,
      fixtures: BED.fixtures.map((one): Fixture => (one.kind === "hole" ? { ...one, lipCm: 15 } : one)),
    };
    const { against, steps } = sheetFor(high);
    expect(against.map(({ heading }) => heading)).toEqual(["The hole is too high"]);
    const at = steps.find(({ key }) => key === against[0]!.stepKey)!;
    expect(at.key).toBe("fixture:overflow");
    expect(at.cautions[0]).toMatch(/^Not yet, as it is designed\. The hole is too high: /u);
    expect(sheetFor(BED).against).toEqual([]);
    expect(
      sheetFor(BED)
        .steps.flatMap(({ cautions }) => cautions)
        .join(),
    ).not.toContain("Not yet");
  });

  it("keeps animals out that the setup does not suit, and plants that would die of it", () => {
    const frogs = lived(potWith({ kind: "drained", outletCm: 0 }, [layer("pea-gravel-6-10", 5)]), {
      occupantId: "fire-salamander",
      count: 2,
    });
    const { against } = sheetFor(frogs);
    expect(against.some(({ stepKey, heading }) => stepKey === "animals" && /does not suit it$/u.test(heading))).toBe(
      true,
    );
    expect(step(frogs, "animals")!.minds).toContain("Not yet, as it is designed.");
    const drowned = lived(potWith({ kind: "free-water", levelCm: 19, overflowCm: null }, [layer(MIX, 20)]), {
      occupantId: "rosemary",
      count: 1,
    });
    expect(sheetFor(drowned).against.map(({ heading }) => heading)).toContain("Rosemary does not suit it");
  });
});

describe("feet and a platform", () => {
  it("are told so that they work: of what, drilled up to the water, standing in it, and what bears the soil", () => {
    const feet = step(PLATFORM, "layer:feet")!;
    expect(feet.said).toContain(
      "Each foot is a basket, or a piece of pipe 7 cm wide and 10 cm long, that stands on the base.",
    );
    expect(feet.said).toMatch(/holes of 0\.8 cm every 3 cm from its lower end up to 8 cm/u);
    const plate = step(PLATFORM, "platform")!;
    expect(plate.said).toMatch(
      /^A stiff plate .* It bears [\d.]+ kg once all is wet: on the feet and pieces of pipe cut to 10 cm/u,
    );
  });

  it("of cords are told as cords", () => {
    const cords = {
      ...PLATFORM,
      layers: [{ ...PLATFORM.layers[0]!, mediumId: "wick-cord-synthetic" }, PLATFORM.layers[1]!],
    };
    expect(step(cords, "layer:feet")!.said).not.toContain("basket");
  });
});

describe("what is given beside a medium", () => {
  it("reaches the step of its layer in grams and handfuls, and the list", () => {
    const fed = withSoil(BED, {
      amendments: [
        { amendmentId: "bone-meal", amount: 45, given: "bands" },
        { amendmentId: "castings", amount: 500, given: "on-top" },
      ],
    });
    const said = step(fed, soilKey)!.said;
    expect(said).toContain("Bone meal: 45 g (about 1.5 handfuls), in two or three bands across");
    expect(said).toContain("Worm castings: 500 mL, strewn on top");
    expect(thing(fed, "amendment:bone-meal")).toBe("45 g");
    expect(thing(fed, "amendment:castings")).toBe("500 mL");
    expect(thing(BED, "amendment:bone-meal")).toBe("");
  });

  it("in a strip is laid on the way up, in the layer it lies in", () => {
    const strip: Fixture = {
      kind: "feed-strip",
      id: "s",
      amendmentId: "slow-release",
      grams: 60,
      heightCm: 22,
      acrossShare: 0.1,
    };
    const fed = withFixture(BED, strip);
    expect(step(fed, soilKey)!.said).toContain(
      "At 22 cm stop, and lay 60 g (about 2 handfuls) of slow-release feed as one strip at the left of the drawing",
    );
    for (const { id } of BED.layers.slice(0, -1)) expect(step(fed, `layer:${id}`)!.said).not.toContain("strip");
    expect(thing(fed, "s")).toBe("60 g, as a strip");
    // once, wherever it lies: under the root balls, or beside them in what is filled in around them
    for (const heightCm of [12, 22, 26]) {
      const planted = withFixture(lived(BED, { occupantId: "lettuce", count: 4 }), { ...strip, heightCm });
      const told = sheetFor(planted).steps.filter(({ text }) => text.join(" ").includes("as one strip"));
      expect([heightCm, told.map(({ key }) => key)]).toEqual([heightCm, [heightCm < 18 ? soilKey : "plant"]]);
    }
  });

  it("is feed: what wants none is told of it", () => {
    const bog = lived(potWith({ kind: "drained", outletCm: 0 }, [layer(PEAT, 20)]), {
      occupantId: "flytrap",
      count: 1,
    });
    const fed = withSoil(bog, { amendments: [{ amendmentId: "slow-release", amount: 10, given: "mixed" }] });
    const feed = (setup: Setup): string =>
      sheetFor(setup)
        .against.map(({ text }) => text)
        .join(" ");
    expect(feed(fed)).not.toBe(feed(bog));
  });
});

describe("a sheet that covers the soil", () => {
  it("is laid before planting, with its slots, and plants go in through it", () => {
    const sheet: Fixture = { kind: "dressing", id: "cover", material: "sheet", thicknessCm: 0.2, slots: 6 };
    const covered = withFixture(lived(BED, { occupantId: "lettuce", count: 4 }), sheet);
    const keys = keysOf(covered);
    expect(keys.indexOf("fixture:cover")).toBeLessThan(keys.indexOf("plant"));
    expect(keys.indexOf(soilKey)).toBeLessThan(keys.indexOf("fixture:cover"));
    expect(keys.filter((key) => key === "fixture:cover")).toHaveLength(1);
    expect(step(covered, "fixture:cover")!.said).toContain("Cut 6 crosses");
    expect(step(covered, "plant")!.said).toContain("Through each slot scoop out a hole");
    // any other dressing comes after
    const gravel = withFixture(covered, { ...sheet, material: "gravel", thicknessCm: 2 } as Fixture);
    expect(keysOf(gravel).indexOf("plant")).toBeLessThan(keysOf(gravel).indexOf("fixture:cover"));
  });
});

describe("seed", () => {
  it("is sown, not set: no root ball is teased, and the weeks after are those of seed", () => {
    const tub = lived(POT, { occupantId: "pitcher-trumpet", count: 40, stage: "seed" });
    expect(keysOf(tub)).toContain("sow");
    expect(keysOf(tub)).not.toContain("plant");
    expect(
      sheetFor(tub)
        .steps.flatMap(({ text }) => text)
        .join(" "),
    ).not.toContain("root balls");
    expect(step(tub, "sow")!.said).toContain("40 × trumpet pitcher");
    expect(step(tub, "weeks")!.heading).toBe("Until it comes up");
    const mixed = lived(POT, { occupantId: "lettuce", count: 2 }, { occupantId: "radish", count: 20, stage: "seed" });
    expect(keysOf(mixed)).toEqual(expect.arrayContaining(["plant", "sow"]));
    expect(step(mixed, "plant")!.said).not.toContain("radish");
    const young = lived(POT, { occupantId: "lettuce", count: 6, stage: "young" });
    expect(step(young, "plant")!.said).toContain("push them out from below");
  });
});

describe("what came with the vessel", () => {
  const pipe: Fixture = { kind: "standpipe", id: "pipe", diameterCm: 3, acrossShare: 0.5, lipCm: 12, inDrain: true };
  const bath = { ...POT, fixtures: [pipe], water: { by: "soaking" as const } };

  it("a drain takes a standpipe without a hole drilled, its seal is tried, and no hole in the wall is spoken of", () => {
    expect(sheetFor(bath).cuts).toEqual([]);
    expect(step(bath, "fixture:pipe")!.said).toContain("In the drain it came with");
    expect(step(bath, "tight")!.said).toContain("not a drop from under the base around the pipe");
    expect(step(bath, "water")!.said).toContain("until it runs from the standpipe");
    expect(
      sheetFor(bath)
        .steps.flatMap(({ text }) => text)
        .join(" "),
    ).not.toContain("in the wall");
    const drilled = { ...bath, fixtures: [{ ...pipe, inDrain: false }] };
    expect(sheetFor(drilled).cuts).toHaveLength(1);
  });

  it("a hole under a liner is told so, one over its edge is not", () => {
    const hole = (id: string, place: "base" | "wall", lipCm: number): Fixture => ({
      ...{ kind: "hole", id, in: place, lipCm, diameterCm: 2, count: 1, acrossShare: 1, plugged: false, came: true },
    });
    const liner: Fixture = { kind: "liner", id: "l", topCm: 10 };
    const lined = { ...POT, fixtures: [hole("low", "base", 0), hole("high", "wall", 20), liner] };
    expect(step(lined, "fixture:low")!.said).toContain("The liner comes to lie over it");
    expect(step(lined, "fixture:high")!.said).not.toContain("liner");
    expect(sheetFor(lined).cuts).toEqual([]);
    expect(step(lined, "water")!.said).toContain("until it runs from under the liner's edge");
  });

  it("a front has its sill looked at, and soil over it stands at the top of the sheet", () => {
    const case_ = withFixture(BED, { kind: "front", id: "f", sillCm: 20 });
    expect(step(case_, "fixture:f")!.said).toContain("a sill 20 cm over the inside base");
    expect(sheetFor(case_).against.map(({ heading }) => heading)).toContain("Over the sill");
  });
});

describe("what a drawing from the side cannot show", () => {
  it("is said at its layer: a slope, and a ring at the glass", () => {
    expect(step(withSoil(BED, { laid: { as: "slope", byCm: 6 } }), soilKey)!.said).toContain(
      "It rises by 6 cm from the front to the back: 24 cm in front, 30 cm at the back.",
    );
    expect(step(withSoil(BED, { laid: { as: "ring", byCm: 3 } }), soilKey)!.said).toContain("Only as a ring 3 cm wide");
    // where plants are set on the way, it is told of the layer's top, once that is reached
    const planted = lived(withSoil(BED, { laid: { as: "slope", byCm: 6 } }), { occupantId: "lettuce", count: 4 });
    expect(step(planted, soilKey)!.said).not.toContain("It rises by");
    expect(step(planted, "plant")!.said).toContain("24 cm in front, 30 cm at the back");
  });
});

describe("what floats", () => {
  it("is told to be covered where something comes over it, and not on top of all", () => {
    const perlite = (above: readonly StackLayer[]): Setup =>
      potWith({ kind: "drained", outletCm: 0 }, [layer("perlite-coarse-3-6", 5), ...above]);
    const said = (setup: Setup): string => step(setup, `layer:${setup.layers[0]!.id}`)!.said;
    expect(said(perlite([layer(MIX, 10)]))).toContain("lay what comes over it before water comes");
    expect(said(perlite([]))).not.toContain("lay what comes over it");
  });
});
