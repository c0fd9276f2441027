import { capitalised } from "../units/text";
import { newFixture } from "../stack/new-fixture";
import { breaksCapillarity } from "../stack/drainage-layer";
import { fixtureOf, SEPARATOR_FACTS, type Separator } from "../stack/fixtures";
import { type Legs, type Setup, type StackLayer } from "../stack/setup";
import { openingsOf } from "../stack/geometry";
import { cutAt } from "../vessel/vessel";
import type { MediumLookup } from "../water/network";

/**
 * What growers disagree on, each as the same vessel done the other way, to be held against it: not a verdict, but what
 * each costs here. The drainage layer is one more, in stack/drainage-layer.
 */
export type SchoolPair = {
  readonly id: string;
  /** What is done, as a choice and as a step of the history. */
  readonly label: string;
  readonly setup: Setup;
};

/** Coarse parts that stand in for one another. */
const GRAINS: readonly (readonly [mediumId: string, words: string])[] = [
  ["perlite-coarse-3-6", "perlite"],
  ["pumice-2-5", "pumice"],
  ["coarse-sand-0.5-2", "coarse sand"],
];

/** The other ways to do this vessel; none where its layers leave no room for one. */
export const schoolPairs = (setup: Setup, medium: MediumLookup): readonly SchoolPair[] => [
  ...platformOrGravel(setup, medium),
  ...separators(setup),
  ...grains(setup),
  ...topOrBottom(setup),
];

const LEAST_FOOT_CM = 3;

function platformOrGravel(setup: Setup, medium: MediumLookup): readonly SchoolPair[] {
  if (setup.water.by !== "level") return [];
  const [lowest, second] = setup.layers;
  const soil = setup.layers.find(({ rooted }) => rooted);
  if (!lowest || !second || !soil || lowest.rooted || lowest.thicknessCm < LEAST_FOOT_CM) return [];
  const rest = setup.layers.slice(1);
  if (lowest.legs) {
    const sandCm = Math.min(3, lowest.thicknessCm / 3);
    const gravel: StackLayer = {
      ...lowest,
      name: "gravel reservoir",
      mediumId: "pea-gravel-6-10",
      legs: null,
      thicknessCm: lowest.thicknessCm - sandCm,
    };
    const sand: StackLayer = {
      id: `${lowest.id}-sand`,
      name: "wick bed",
      mediumId: "fine-sand-0.1-0.5",
      thicknessCm: sandCm,
      legs: null,
      separator: "weed-cloth",
      rooted: false,
    };
    if (!medium(gravel.mediumId) || !medium(sand.mediumId)) return [];
    return [
      {
        id: "gravel",
        label: "Gravel in place of the platform",
        setup: { ...setup, fillFromCm: 0, layers: [gravel, sand, ...rest] },
      },
    ];
  }
  const found = medium(lowest.mediumId);
  if (!found || !breaksCapillarity(found)) return [];
  const foot = cutAt(setup.vessel, 0);
  const legs: Legs = { section: "round", acrossCm: Math.round(Math.min(10, foot.widthCm / 4) * 10) / 10, count: 4 };
  // all that lay under the roots to hold and lift the water goes
  const under = setup.layers.slice(0, setup.layers.indexOf(soil));
  const feet: StackLayer = {
    ...lowest,
    name: "feet, packed wet",
    mediumId: soil.mediumId,
    thicknessCm: under.reduce((sum, { thicknessCm }) => sum + thicknessCm, 0),
    legs,
    separator: null,
  };
  const layers = [feet, { ...soil, separator: null }, ...setup.layers.slice(under.length + 1)];
  return [{ id: "platform", label: "A platform in place of the gravel", setup: { ...setup, layers } }];
}

function separators(setup: Setup): readonly SchoolPair[] {
  const at = setup.layers.findIndex(({ separator }) => separator !== null);
  const now = setup.layers[at]?.separator;
  if (!now) return [];
  return (["mesh", "paper"] as const satisfies readonly Separator[]).flatMap((other): SchoolPair[] =>
    other === now
      ? []
      : [
          {
            id: other,
            label: `${capitalised(SEPARATOR_FACTS[other].words)} in place of ${SEPARATOR_FACTS[now].words}`,
            setup: {
              ...setup,
              layers: setup.layers.map((layer, i) => (i === at ? { ...layer, separator: other } : layer)),
            },
          },
        ],
  );
}

function grains(setup: Setup): readonly SchoolPair[] {
  const at = setup.layers.findIndex(({ mediumId }) => GRAINS.some(([id]) => id === mediumId));
  if (at < 0) return [];
  const now = GRAINS.find(([id]) => id === setup.layers[at]!.mediumId)!;
  return GRAINS.filter(([id]) => id !== now[0]).map(([mediumId, words]) => ({
    id: mediumId,
    label: `${capitalised(words)} in place of ${now[1]}`,
    setup: { ...setup, layers: setup.layers.map((layer, i) => (i === at ? { ...layer, mediumId } : layer)) },
  }));
}

function topOrBottom(setup: Setup): readonly SchoolPair[] {
  const { water, history } = setup;
  if (water.by === "level" && history === "soaked")
    return [{ id: "from-below", label: "Watered only from below", setup: { ...setup, history: "moist" } }];
  if (water.by === "level")
    return [{ id: "from-above", label: "Watered through from the top first", setup: { ...setup, history: "soaked" } }];
  if (water.by !== "soaking" || !openingsOf(setup).baseIsOpen) return [];
  const tray = fixtureOf(setup, "tray") ?? newFixture(setup, "tray", "school-tray");
  const fixtures = fixtureOf(setup, "tray") ? setup.fixtures : [...setup.fixtures, tray];
  return [
    { id: "tray", label: "Watered from a tray", setup: { ...setup, fixtures, water: { by: "level", levelCm: 2 } } },
  ];
}
