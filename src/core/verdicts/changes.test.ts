import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { inLibrary, LIBRARY } from "../occupants/library/library";
import { withSaidDemand } from "../stack/edit";
import type { Setup } from "../stack/setup";
import { PAIR_STACKS, type PairStack } from "../testing/pair-stacks";
import { BASE_HOLES, layer, medium } from "../testing/setups";
import { demandMmPerDay } from "../water/losses";
import { setupProblems } from "../water/checked";
import type { FamilyId } from "./family";
import { soilsFor } from "./guilds";
import { coarseCellCm, judgedWhole } from "./judge";
import { mend, type Mended, type Mending } from "./mend";

const living = (stack: PairStack, id: string, more: Partial<Setup> = {}): Setup => ({
  ...PAIR_STACKS[stack],
  ...more,
  occupants: [{ id: "one", occupantId: id, count: 1 }],
});
const mended = (setup: Setup, kinds: readonly (typeof LIBRARY)[number][] = LIBRARY): Mended =>
  mend({
    setup,
    medium,
    occupants: inLibrary,
    occupancyId: setup.occupants[0]!.id,
    soils: soilsFor(inLibrary(setup.occupants[0]!.occupantId)!),
    kinds,
    system: "metric",
  });
const labels = ({ found }: Mended): string => found.map(({ label }) => label).join(" | ");
const of = (all: Mended, family: FamilyId): Mending | undefined =>
  all.found.find(({ families }) => families.includes(family));

describe("a change that is offered", () => {
  it("is still advised in a cool month and in a hot one, over random kinds and stacks", { timeout: 300_000 }, () => {
    const stacks = Object.keys(PAIR_STACKS) as PairStack[];
    fc.assert(
      fc.property(fc.constantFrom(...stacks), fc.constantFrom(...LIBRARY), (stack, kind) => {
        for (const { setup, mix, label } of mended(living(stack, kind.id)).found)
          for (const factor of [0.5, 1.6]) {
            const then = withSaidDemand(setup, factor * demandMmPerDay(setup));
            const known = (id: string) => (id === mix?.made.id ? mix.made : medium(id));
            const [told] = judgedWhole(then, known, inLibrary, coarseCellCm(then))!;
            expect([stack, kind.id, label, factor, told!.grade === "unsuited"]).toEqual([
              stack,
              kind.id,
              label,
              factor,
              false,
            ]);
          }
      }),
      { numRuns: 60 },
    );
  });

  it("is one that growers make first: holes drilled, a tray, holes plugged, a smaller pot", () => {
    const flooded = mended(living("crop trough flooded into its soil", "rosemary"));
    expect(of(flooded, "drill")!.label).toBe("Drill 12 holes in its base, and water it from the top");
    expect(of(flooded, "drill")!.setup.water).toEqual({ by: "soaking" });
    const marsh = mended(living("open pot of potting mix", "arrowhead"));
    expect(of(marsh, "tray")!.label).toMatch(/^Stand it in a tray with \d\u00a0cm of water$/u);
    expect(of(marsh, "plug")!.label).toMatch(/^Plug its holes, and keep the water at /u);
    expect(of(mended(living("small plant's big pot in winter", "pothos")), "pot")!.label).toMatch(
      /^Move it to a vessel 0\.\d+ times the size/u,
    );
  });

  it("pulls plugs out where there are some, before it drills", () => {
    const trough = living("crop trough flooded into its soil", "rosemary");
    const fixtures = [...trough.fixtures, { ...BASE_HOLES, plugged: true }];
    expect(of(mended({ ...trough, fixtures }), "drill")!.label).toBe(
      "Pull the plugs out of its base, and water it from the top",
    );
  });

  it("takes out a thin layer that poisons, and leaves the stones that hold the water", () => {
    expect(of(mended(living("peat bog under a dressing of limestone", "flytrap")), "layer")!.label).toBe(
      "Take out the limestone grit 2–6 mm",
    );
    expect(of(mended(living("peat bog over castings", "flytrap")), "layer")!.label).toBe("Take out the worm castings");
    const pond = living("crop trough on a gravel reservoir", "flytrap");
    expect(labels(mended(pond))).not.toContain("Take out the pea gravel");
  });

  it("takes out an odd layer of sharp grit for a frog, or lays what it may live on there", () => {
    const tank = living("case over a false bottom", "fire-salamander");
    const setup: Setup = { ...tank, layers: [...tank.layers.slice(0, 1), layer("granite-grit-3-6", 1, false)] };
    expect(of(mended(setup), "layer")!.label).toBe("Take out the granite grit 3–6 mm");
  });

  it("winters what needs it cold, shades a jar, feeds what is hungry, and starts a cutting in water", () => {
    const family = (stack: PairStack, id: string): readonly string[] => mended(living(stack, id)).found[0]!.families;
    expect(family("peat pot in a tray on a warm shelf", "flytrap")).toEqual(["place"]);
    expect(labels(mended(living("closed jar in the sun", "moss-sheet")))).toContain("Move it out of the sun");
    // what is no plant is cooked alike
    expect(labels(mended(living("closed jar in the sun", "springtail")))).toContain("Move it out of the sun");
    expect(family("open pot of coir", "tomato")).toEqual(["feed"]);
    expect(family("clay pebbles in a few cm of water", "pothos")).toEqual(["young"]);
  });

  it("names another of its like that suits, last, and none that a grower would laugh at", () => {
    const found = mended(living("open pot of potting mix", "arrowhead")).found;
    expect(of({ found, stoppedBy: [], tried: 0 }, "another-kind")!.label).toBe("Grow horsetail in it instead");
    // whoever wants a rosette in a bog is not served with a sundew
    expect(labels(mended(living("peat bog over a raised outlet", "echeveria")))).not.toMatch(/sundew|pitcher/u);
    expect(labels(mended(living("dry sand box", "millipede-giant")))).not.toMatch(/springtail/u);
    expect(of(mended(living("open pot of potting mix", "arrowhead"), []), "another-kind")).toBeUndefined();
  });
});

describe("a change that no expert would offer is not", () => {
  it("sand for the ground of millipedes, nor for anything that is not of dry ground", () => {
    for (const kind of LIBRARY)
      if (kind.life === "animal" && soilsFor(kind).includes("fine-sand-0.1-0.5"))
        expect([kind.id, kind.surfaceSuctionCm.typical >= 20_000]).toEqual([kind.id, true]);
    expect(soilsFor(inLibrary("millipede-giant")!)).not.toContain("fine-sand-0.1-0.5");
    expect(soilsFor(inLibrary("skink-sand")!)).toContain("fine-sand-0.1-0.5");
  });

  it("more soil in what has no drain, nor a mountain of it anywhere", () => {
    const drowned = living("closed jar of coir, drowned", "jewel-macodes");
    expect(mended(drowned).found.flatMap(({ families }) => families)).not.toContain("more-soil");
    for (const { families, setup } of mended(living("crop trough flooded into its soil", "thyme")).found)
      if (families.includes("more-soil")) expect(setup.layers.at(-1)!.thicknessCm).toBeLessThanOrEqual(25 + 8);
  });

  it("water let out again at each watering", () => {
    const by = (wateredEveryDays: number | null) =>
      mended(living("closed jar of coir, drowned", "jewel-macodes", { wateredEveryDays })).found.map(
        (one) => one.label,
      );
    expect(by(null).join()).toMatch(/^Take /u);
    expect(by(7).join()).not.toMatch(/Take .* of its water out/u);
  });

  it("a gap in the lid of a desert plant's jar", () =>
    expect(labels(mended(living("closed jar of coir", "echeveria")))).not.toMatch(/Leave \d/u));

  it("fines mixed into coarse bark", () =>
    expect(labels(mended(living("bark pot", "fern-maidenhair")))).not.toMatch(/vermiculite|coir pith/u));
});

it("a bigger or smaller pot is built the same way, and sound", () => {
  const cases: readonly (readonly [PairStack, string])[] = [
    ["small drained pot of potting mix", "monstera"],
    ["dish of pumice", "fig"],
    ["small plant's big pot in winter", "pothos"],
  ];
  for (const [stack, id] of cases) {
    const setup = living(stack, id);
    const pot = of(mended(setup), "pot");
    if (!pot) continue;
    expect(setupProblems(pot.setup, medium)).toEqual([]);
    const factor = pot.setup.vessel.insideDepthCm / setup.vessel.insideDepthCm;
    pot.setup.layers.forEach((one, i) => expect(one.thicknessCm / setup.layers[i]!.thicknessCm).toBeCloseTo(factor, 1));
  }
});

it("names who moves out", () => {
  const base = PAIR_STACKS["case over a false bottom"];
  const occupants = ["newt-land", "snake-garter"].map((occupantId) => ({ id: occupantId, occupantId, count: 1 }));
  expect(labels(mended({ ...base, occupants }))).toContain("ove the garter snake out");
});
