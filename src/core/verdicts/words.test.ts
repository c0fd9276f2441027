import { describe, expect, it } from "vitest";
import { MARROWBECK } from "../../../demo/marrowbeck";
import { inLibrary, LIBRARY } from "../occupants/library/library";
import { UNSAID_SITE, type Setup } from "../stack/setup";
import { PAIR_STACKS } from "../testing/pair-stacks";
import { PAIRS } from "../testing/pairs";
import { BASE_HOLES, layer, medium, roundVessel } from "../testing/setups";
import type { UnitSystem } from "../units/units";
import { judgedWhole } from "./judge";
import type { Limit } from "./verdict";
import { feltAs, headingOf, verdictLine, verdictSentences } from "./words";

// All that is told of pairs far apart, word for word, in words.txt: look at what has changed before it is taken over
// (vitest -u).

const said = new Set<Limit>();

function told(setup: Setup, system: UnitSystem = "metric", withWhy = true): string[] {
  const verdicts = judgedWhole(setup, medium, inLibrary)!;
  return verdicts.flatMap((verdict) => {
    for (const { limit } of verdict.findings) said.add(limit);
    const sentences = verdictSentences(verdict, verdicts, setup, medium, system);
    return [
      `  ${verdictLine(verdict)}`,
      ...sentences.map(({ grade, heading, text }) => `    ${grade} · ${heading}: ${text}`),
      ...(system === "imperial" || !withWhy
        ? []
        : sentences
            .slice(0, 2)
            .flatMap(({ why }) => [
              `      why: ${why.formula}`,
              ...why.inputs.map(([name, value]) => `        ${name}: ${value}`),
              `        from: ${why.source}`,
              `        known: ${why.uncertainty}`,
            ])),
    ];
  });
}

const HARD: readonly (readonly [string, Setup])[] = [
  [
    "a pot nobody lives well in",
    {
      ...PAIR_STACKS["open pot of potting mix"],
      occupants: LIBRARY.slice(0, 24).map(({ id }) => ({ id, occupantId: id, count: 3 })),
    },
  ],
  [
    "a case of enemies",
    {
      ...PAIR_STACKS["case over a false bottom"],
      occupants: [
        "tiger-salamander",
        "newt-land",
        "spider-burrowing",
        "tortoise",
        "flag-yellow",
        "cricket",
        "springtail",
        "gone-kind",
      ].map((id) => ({ id, occupantId: id, count: 2 })),
    },
  ],
  [
    "dry grit over the year",
    {
      name: "Grit",
      vessel: roundVessel(20, 12),
      fixtures: [BASE_HOLES, { kind: "lid", id: "lid", openShare: 0.02 }],
      fillFromCm: 0,
      layers: [layer("limestone-grit-2-6", 8, true)],
      water: { by: "soaking" },
      history: "soaked",
      demand: { by: "said", mmPerDay: 9 },
      planting: null,
      site: { ...UNSAID_SITE, lightMolPerDay: 2, coldestC: -22, warmestC: 44, humidity: 0.2, waterPpm: 900 },
      occupants: ["living-stone", "heather", "watercress", "orchid-moth", "moss-sheet"].map((id) => ({
        id,
        occupantId: id,
        count: 6,
      })),
      wateredEveryDays: 40,
    },
  ],
  [
    "nothing with roots",
    {
      ...PAIR_STACKS["dish of peat"],
      layers: [layer("sphagnum-peat", 8, false)],
      occupants: [{ id: "t", occupantId: "tomato", count: 1 }],
    },
  ],
];

describe("what those that live there are told", () => {
  it("is, word for word, what words.txt holds", async () => {
    const pairs = PAIRS.flatMap(([id, stack, , count = 1]) => [
      `${id} in ${stack}`,
      ...told({ ...PAIR_STACKS[stack], occupants: [{ id: "one", occupantId: id, count }] }, "metric", false),
    ]);
    const whole = [...MARROWBECK.map((setup) => [setup.name, setup] as const), ...HARD].flatMap(([name, setup]) => [
      name,
      ...told(setup),
      ...told(setup, "imperial"),
    ]);
    const text = [...pairs, ...whole].join("\n");
    expect(text).not.toMatch(/NaN|undefined|Infinity|null/u);
    // nothing is told in a unit that was not asked for
    const imperial = HARD.flatMap(([, setup]) => told(setup, "imperial")).join("\n");
    expect(imperial).not.toMatch(/\d\u00a0(?:cm|L|mL|°C)\b/u);
    await expect(`${text}\n`).toMatchFileSnapshot("words.txt");
  });

  it("has words for every limit there is, and each was told once at least", () => {
    const all: readonly Limit[] = [
      ...["air", "oxygen", "wet-for-good", "wet-days", "dry-for-good", "kept-damp", "dry-days", "crown", "soil-depth"],
      ...[
        "root-room",
        "pH",
        "lime",
        "salts",
        "feed",
        "water-solids",
        "light",
        "cold",
        "heat",
        "humidity",
        "moving-air",
      ],
      ...["company", "no-roots", "ground-depth", "surface-damp", "deep-damp", "open-water", "burrow", "harm"],
      ...["open-share", "ground-room", "unknown-kind", "food-safe", "stays-wet", "water-roots", "rest"],
      ...["shut-in-sun", "provided"],
    ] as Limit[];
    expect(all.filter((limit) => !said.has(limit))).toEqual([]);
    for (const limit of all) expect(headingOf(limit).length).toBeGreaterThan(1);
  });

  it("names a suction as a hand feels it", () =>
    expect([0.5, 5, 40, 150, 1500, 1e6].map(feltAs)).toEqual([
      "standing in water",
      "dripping",
      "wet",
      "damp",
      "hardly damp",
      "dry to the hand",
    ]));
});
