import { expect, it } from "vitest";
import { MARROWBECK } from "../../../demo/marrowbeck";
import type { Part } from "../mixing/blend";
import { inLibrary } from "../occupants/library/library";
import { DRESSING_MATERIALS, SEPARATORS, type Fixture } from "../stack/fixtures";
import type { Setup } from "../stack/setup";
import {
  BASE_HOLES,
  boxVessel,
  GRAVEL,
  inFeet,
  layer,
  medium,
  MIX,
  PEAT,
  potWith,
  roundVessel,
  wallHole,
} from "../testing/setups";
import type { UnitSystem } from "../units/units";
import { VESSEL_SHELF } from "../vessel/shelf";
import { VESSEL_SHAPES, type VesselMaterial } from "../vessel/vessel";
import { AS_PLANNED, asBuilt, builtDifferences, type Actual, type Built } from "./built";
import type { Recipe } from "./bench";
import { cutDrawing } from "./cut-drawing";
import { sheetOf, type Sheet } from "./sheet";

// The sheets of setups far apart, word for word, in words.txt: what a change of a rule does to what people are told to
// do is seen there as a whole. Look at what has changed before it is taken over (vitest -u).

const hole = (change: Partial<Extract<Fixture, { kind: "hole" }>>): Fixture => ({
  ...(BASE_HOLES as Extract<Fixture, { kind: "hole" }>),
  ...change,
});
const lives = (occupantId: string, count = 1): Setup["occupants"][number] => ({ id: occupantId, occupantId, count });
const POT = potWith({ kind: "free-water", levelCm: 4, overflowCm: 5 });
const SOAKED = potWith({ kind: "drained", outletCm: 0 });
const parts = (...of: readonly (readonly [id: string, parts: number])[]): readonly Part[] =>
  of.map(([id, amount]) => ({ medium: medium(id)!, parts: amount }));

type Asked = {
  readonly setup: Setup;
  readonly recipes?: readonly (Recipe | undefined)[];
  readonly system?: UnitSystem;
};

const built = (material: VesselMaterial, fixtures: readonly Fixture[], change: Partial<Setup> = {}): Setup => ({
  ...POT,
  vessel: { ...boxVessel(60, 30, 40, material), foodSafe: "no" },
  fixtures: [...fixtures],
  layers: [layer(GRAVEL, 8), layer(MIX, 22)],
  ...change,
});

const ASKED: Readonly<Record<string, Asked>> = {
  ...Object.fromEntries(MARROWBECK.map((setup) => [setup.name, { setup }])),
  "in inches: the trough": { setup: MARROWBECK[0]!, system: "imperial" },
  "a lined metal bed with a standpipe, a tell-tale and stopped holes": {
    setup: built(
      "metal",
      [
        { kind: "liner", id: "liner", topCm: 36 },
        { kind: "standpipe", id: "pipe", diameterCm: 2, acrossShare: 0.8, lipCm: 12 },
        { kind: "tell-tale", id: "tell", diameterCm: 1.2, acrossShare: 0.1 },
        { kind: "fill-tube", id: "tube", diameterCm: 5, acrossShare: 0.5, foot: "cut" },
        hole({ id: "base", plugged: true, count: 3, diameterCm: 1.5 }),
        hole({ id: "wall", in: "wall", lipCm: 9, plugged: true, count: 1 }),
      ],
      {
        site: { ...POT.site, children: "yes" },
        occupants: [lives("celery", 3)],
        planting: { crownOverSoilCm: -2, ballDepthCm: 6, ballAcrossCm: 7 },
      },
    ),
  },
  "a lined bed of wood, with animals and nothing to eat": {
    setup: built("wood", [{ kind: "liner", id: "liner", topCm: 36 }, wallHole(37)], {
      occupants: [lives("fire-salamander"), lives("rosemary")],
    }),
  },
  "a deep root ball on the foot of its layer, and moss over it": {
    setup: {
      ...SOAKED,
      layers: [layer(GRAVEL, 5), layer(MIX, 16), layer("long-fibre-sphagnum-loose", 4)],
      planting: { crownOverSoilCm: 0, ballDepthCm: 20, ballAcrossCm: 8 },
    },
  },
  "one hole wider than hole saws go, at the left, over a drilled tube at the right": {
    setup: built("wood", [
      hole({ id: "wide", in: "wall", lipCm: 9, count: 1, diameterCm: 16, acrossShare: 0 }),
      { kind: "fill-tube", id: "tube", diameterCm: 4, acrossShare: 0.9, foot: "drilled" },
    ]),
  },
  "a sealed box under its lid, with animals that dig, and children about": {
    setup: {
      ...potWith({ kind: "dosed", storedCm3: 9000 }, [layer(GRAVEL, 3), layer("coir-pith-fine", 15)]),
      vessel: boxVessel(60, 30, 40, "glass"),
      fixtures: [{ kind: "lid", id: "lid", openShare: 0 }],
      occupants: [lives("millipede-giant", 4), lives("springtail", 200)],
      site: { ...POT.site, children: "unsaid" },
    },
  },
  "a false bottom with water under it": {
    setup: {
      ...potWith({ kind: "free-water", levelCm: 3, overflowCm: null }, [layer("bark-6-12", 6), layer(MIX, 12)]),
      fillFromCm: 5,
      vessel: roundVessel(30, 35, "ceramic"),
    },
  },
  "feet of soil under a platform, paper over them": {
    setup: potWith({ kind: "free-water", levelCm: 6, overflowCm: 7 }, [
      { ...layer(MIX, 8, false), name: "feet", legs: inFeet(0.2) },
      { ...layer(MIX, 14), separator: "paper" },
    ]),
  },
  "cords of cloth under a platform": {
    setup: potWith({ kind: "free-water", levelCm: 6, overflowCm: 7 }, [
      { ...layer("wick-cord-synthetic", 8, false), name: "cords", legs: { section: "round", count: 3, acrossCm: 1.2 } },
      layer(MIX, 14),
    ]),
  },
  "water over the soil, children at home": {
    setup: {
      ...potWith({ kind: "free-water", levelCm: 18, overflowCm: null }, [layer("aquatic-loam", 15)]),
      occupants: [lives("arrowhead", 2)],
      site: { ...POT.site, children: "yes" },
    },
  },
  "a heavy drained box in a tray, screened, in clay": {
    setup: {
      ...SOAKED,
      vessel: boxVessel(100, 50, 50, "unglazed"),
      fixtures: [
        BASE_HOLES,
        { kind: "drain-screen", id: "screen" },
        { kind: "tray", id: "tray", insideLengthCm: 110, insideWidthCm: 60, insideDepthCm: 5 },
      ],
      layers: [layer("scoria-5-10", 8), layer("topsoil-loam", 30)],
      occupants: [lives("rosemary", 2)],
      site: { ...POT.site, children: "yes" },
    },
  },
  "a house mix with lime and feed under moss": {
    setup: {
      ...SOAKED,
      occupants: [lives("butterwort-large", 5), lives("celery", 1)],
      layers: [layer(GRAVEL, 3), layer(MIX, 15), layer("long-fibre-sphagnum-loose", 3)],
    },
    recipes: [
      { parts: parts([GRAVEL, 1]), amendments: [{ id: "sulphur", amount: 0.5 }] },
      {
        parts: parts([PEAT, 2], ["perlite-coarse-3-6", 1], ["garden-compost", 0.5]),
        amendments: [
          { id: "dolomite", amount: 2 },
          { id: "charcoal", amount: 0.06 },
          { id: "organic-feed", amount: 3 },
        ],
      },
      { parts: parts(["long-fibre-sphagnum-loose", 1]), amendments: [] },
    ],
  },
  "the same in inches": {
    setup: { ...SOAKED, layers: [layer(GRAVEL, 3), layer(MIX, 15)] },
    recipes: [
      { parts: parts([GRAVEL, 1]), amendments: [] },
      { parts: parts([PEAT, 2], ["perlite-coarse-3-6", 1]), amendments: [{ id: "dolomite", amount: 2 }] },
    ],
    system: "imperial",
  },
  "mixes: of grains, of grains with peat, of bark with grains": {
    setup: { ...SOAKED, layers: [layer("scoria-5-10", 4), layer("pumice-2-5", 5), layer("bark-6-12", 6)] },
    recipes: [
      { parts: parts(["scoria-5-10", 2], ["pumice-2-5", 1]), amendments: [] },
      { parts: parts(["pumice-2-5", 3], [PEAT, 1]), amendments: [] },
      { parts: parts(["bark-6-12", 3], ["pumice-2-5", 1]), amendments: [] },
    ],
  },
  "of a medium that is gone, of cloth, of foam and of leaves": {
    setup: {
      ...SOAKED,
      layers: [
        { ...layer(GRAVEL, 4), mediumId: "moon-dust", name: "dust" },
        layer("capillary-mat", 0.5),
        layer("foam-void-filler-15-40", 4),
        layer("leaf-litter", 5),
      ],
    },
  },
  ...Object.fromEntries(
    [
      "coarse-sand-0.5-2",
      "fine-sand-0.1-0.5",
      "topsoil-loam",
      "bark-6-12",
      "pine-bark-composted-fine",
      "charcoal-5-12",
      "perlite-coarse-3-6",
      "fired-clay-pebbles-8-16",
      "sealed-void-filler",
      "milled-sphagnum",
      "long-fibre-sphagnum-tight",
      "coir-fibre",
      "leaf-litter",
      "rockwool",
    ].flatMap((id) => [
      [`drained, ${id}`, { setup: { ...SOAKED, layers: [layer(id, 10)] } }],
      [`as a wick, ${id}`, { setup: { ...POT, layers: [{ ...layer(id, 5, false) }, layer(MIX, 15)] } }],
    ]),
  ),
  ...Object.fromEntries(
    DRESSING_MATERIALS.map((material) => [
      `dressed with ${material}`,
      { setup: { ...SOAKED, fixtures: [BASE_HOLES, { kind: "dressing", id: "top", material, thicknessCm: 1.5 }] } },
    ]),
  ),
  ...Object.fromEntries(
    SEPARATORS.map((separator) => [
      `parted by ${separator}`,
      { setup: { ...SOAKED, layers: [layer(GRAVEL, 5), { ...layer(MIX, 20), separator, name: "soil" }] } },
    ]),
  ),
  ...Object.fromEntries(
    VESSEL_SHAPES.flatMap((shape) => {
      const found = VESSEL_SHELF.find(({ vessel }) => vessel.shape === shape);
      if (!found) return [];
      const { vessel } = found;
      const fixtures = [
        hole({ id: "base", count: 7 }),
        hole({ id: "one", count: 1, acrossShare: 0.2 }),
        wallHole(vessel.insideDepthCm / 4),
      ];
      const layers = [layer(GRAVEL, vessel.insideDepthCm / 5), layer(MIX, vessel.insideDepthCm / 2)];
      return [[`${shape}: ${found.name}`, { setup: { ...SOAKED, vessel, fixtures, layers } }]];
    }),
  ),
};

const plain = (text: string): string => text.replaceAll("\u00a0", " ");
/** Numbers to where rounding cannot reach. */
const figures = (value: unknown): string =>
  JSON.stringify(value, (_key, one: unknown) => (typeof one === "number" ? Number(one.toPrecision(8)) : one));

function told({ tools, things, cuts, steps, bench }: Sheet): string[] {
  return [
    ...tools.map((tool) => `  tool: ${tool}`),
    ...things.map(({ key, what, amount }) => `  thing ${key}: ${what}: ${amount}`),
    ...cuts.map((cut) => {
      const { fixture, ...rest } = cut;
      return `  cut ${fixture.id}: ${figures(rest)}`;
    }),
    ...cuts.map((cut) => {
      const { widthMm, heightMm, shapes, title } = cutDrawing(cut, bench.setup, bench.system);
      const written = shapes.flatMap((shape) => ("text" in shape ? shape.text : []));
      return `  drawn ${cut.fixture.id}: ${figures([widthMm, heightMm, shapes.length])} ${title}: ${written.join(" | ")}`;
    }),
    ...steps.flatMap(({ key, heading, text, marks, cautions, asks, planned, shows }) => [
      `  ${heading} (${key})`,
      ...text.map((one) => `    ${one}`),
      ...cautions.map((one) => `    mind: ${one}`),
      `    ${figures({ marks, asks, planned, shows })}`,
    ]),
  ];
}

const sheetFor = ({ setup, recipes, system = "metric" }: Asked): Sheet =>
  sheetOf({
    setup,
    medium,
    occupants: inLibrary,
    system,
    recipes:
      recipes ??
      setup.layers.map(({ mediumId }) => {
        const found = medium(mediumId);
        return found && { parts: [{ medium: found, parts: 1 }], amendments: [] };
      }),
  });

it("a build sheet says and asks what it did, word for word", async () => {
  const text = Object.entries(ASKED)
    .map(([name, asked]) => [name, ...told(sheetFor(asked)), ""].join("\n"))
    .join("\n");
  await expect(plain(text)).toMatchFileSnapshot("words.txt");
});

/** Everything that can be written down, a little off what was planned, or to the millimetre as planned. */
const writtenDown = ({ steps }: Sheet, off: number): Built =>
  Object.fromEntries(
    steps.map(({ key, asks, planned }, i) => {
      const said = asks.map((ask): Partial<Actual> => {
        switch (ask) {
          case "mediumId":
            return { mediumId: off === 0 ? (planned.mediumId ?? null) : "pumice-2-5" };
          case "count":
            return { count: (planned.count ?? 1) + (off === 0 ? 0 : 2) };
          case "price":
            return {};
          default:
            return { [ask]: (planned[ask] ?? 2) + off };
        }
      });
      const note = off !== 0 && i === 1 ? "as it came" : "";
      return [key, { done: true, actual: Object.assign({ ...AS_PLANNED, note }, ...said) as Actual }];
    }),
  );

it("what turned out otherwise is told, and taken over, as it was", async () => {
  const told = Object.entries(ASKED).map(([name, asked]) => {
    const made = sheetFor(asked);
    const written = writtenDown(made, 0.3);
    const setup = asBuilt(made, written);
    return [
      name,
      ...builtDifferences(made.steps, written, (id) => `the ${id}`, made.bench.system).map(
        ({ heading, lines }) => `  ${heading}: ${lines.join("; ")}`,
      ),
      setup.ok
        ? `  ${figures({ ...setup.value, vessel: undefined, site: undefined })}`
        : `  ${setup.problems.map(({ path, code, message }) => `${path} ${code}: ${message}`).join(" ")}`,
      "",
    ].join("\n");
  });
  await expect(plain(told.join("\n"))).toMatchFileSnapshot("built-words.txt");
});

it("to the millimetre as planned is not otherwise, but for what no plan says", () => {
  for (const asked of Object.values(ASKED)) {
    const made = sheetFor(asked);
    const differences = builtDifferences(made.steps, writtenDown(made, 0), String, "metric");
    const planned = new Map(made.steps.map((step) => [step.key, step]));
    for (const { key } of differences) {
      const { asks, planned: plan } = planned.get(key)!;
      expect([key, asks.some((ask) => ask !== "price" && plan[ask] === undefined)]).toEqual([key, true]);
    }
  }
});
