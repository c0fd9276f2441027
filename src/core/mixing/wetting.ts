import { hydraulicFunctions } from "../hydraulics/hydraulics";
import type { Medium } from "../media/medium";
import { packFillsCm3, type Batch, type Pack } from "./batch";
import type { Part } from "./blend";

/**
 * How wet a mix is to be before it is filled in, with the hand test that tells. The suctions are reasoned: bounds of
 * buffer and easily available water (de Boodt & Verdonck 1972).
 */
export const WETNESS = {
  squeeze: {
    psiCm: -100,
    name: "damp to the squeeze",
    hand: "Squeezed hard it holds its shape and gives no drop; opened, it crumbles at a touch.",
  },
  potting: {
    psiCm: -50,
    name: "potting moisture",
    hand: "Squeezed hard it holds its shape and gives a drop or two between the fingers.",
  },
  wick: {
    psiCm: -10,
    name: "wick-wet",
    hand: "Squeezed lightly it gives a trickle; pressed into a foot or a cup it glistens.",
  },
} as const;
export type Wetness = keyof typeof WETNESS;

/**
 * Suction of a medium as it comes, dry in its bag, and how far that is known: from moist as sold to air-dry; reasoned,
 * and told as a range. [cm]
 */
const AS_BOUGHT_PSI_CM = { moist: -2000, typical: -50_000, dry: -1e6 } as const;

export type Wetting = {
  readonly mediumId: string;
  /** Water to bring its share to the state asked, from what it may hold as bought. [cm³] */
  readonly least: number;
  readonly typical: number;
  readonly most: number;
  readonly way: "at-once" | "slowly" | "soak-first";
};

/**
 * Water each ingredient of a batch takes up to a state. A medium that repels is soaked by itself before it is mixed.
 */
export function wettingOf(parts: readonly Part[], batch: Batch, wetness: Wetness): Wetting[] {
  const { psiCm } = WETNESS[wetness];
  return parts.map(({ medium }, i) => {
    const functions = hydraulicFunctions(medium.hydraulics);
    const wanted = functions.waterContent(psiCm);
    const { looseCm3 } = batch.ingredients[i]!;
    const takes = (from: number): number => Math.max(0, wanted - functions.waterContent(from)) * looseCm3;
    return {
      mediumId: medium.id,
      least: takes(AS_BOUGHT_PSI_CM.moist),
      typical: takes(AS_BOUGHT_PSI_CM.typical),
      most: takes(AS_BOUGHT_PSI_CM.dry),
      way: wayOf(medium),
    };
  });
}

/** A thing to do with water at an hour after the start. `share` is of the water of the media named. */
export type SoakStep = {
  readonly atHours: number;
  readonly mediumIds: readonly string[];
  readonly share: number;
  readonly does: "soak-warm" | "go-on" | "pour" | "mix";
};

/**
 * When water is poured, after the start, and how much of it; reasoned from how fast such media take up water (Valat et
 * al. 1991; Fields et al. 2014a) and told as a plan to test, not a promise. [h]
 */
const POURS: Readonly<Record<Wetting["way"], readonly (readonly [atHours: number, share: number])[]>> = {
  "soak-first": [
    [0, 0.5],
    [1, 0.25],
    [3, 0.25],
  ],
  slowly: [
    [0, 1 / 3],
    [1, 1 / 3],
    [2, 1 / 3],
  ],
  "at-once": [[0, 1]],
};
/** After the last pour it is left to draw in before it is tested and mixed. [h] */
const READY_AFTER_HOURS: Readonly<Record<Wetting["way"], number>> = { "soak-first": 12, slowly: 3, "at-once": 1 };

/**
 * What to do by the clock, so that all ingredients are wet through at one time; what takes water at once is wetted
 * last.
 */
export function soakPlan(wetting: readonly Wetting[]): SoakStep[] {
  const wet = wetting.filter(({ most }) => most > 0);
  const readyHours = Math.max(0, ...wet.map(({ way }) => READY_AFTER_HOURS[way]));
  const steps = new Map<string, SoakStep>();
  for (const { mediumId, way } of wet) {
    POURS[way].forEach(([hours, share], i) => {
      const atHours = readyHours - READY_AFTER_HOURS[way] + hours;
      const does = i > 0 ? "go-on" : way === "soak-first" ? "soak-warm" : "pour";
      const key = `${atHours} ${share} ${does}`;
      steps.set(key, { atHours, share, does, mediumIds: [...(steps.get(key)?.mediumIds ?? []), mediumId] });
    });
  }
  if (wet.length === 0) return [];
  return [
    ...[...steps.values()].sort((a, b) => a.atHours - b.atHours),
    { atHours: readyHours, mediumIds: wet.map(({ mediumId }) => mediumId), share: 0, does: "mix" },
  ];
}

/** A dry brick or bale brought to potting moisture: the water it takes and the tub it needs once swollen. [cm³] */
export type Hydration = {
  readonly fillsCm3: number;
  readonly least: number;
  readonly most: number;
  readonly tubCm3: number;
  readonly minutes: readonly [number, number];
};

/** Room to stir in, over what a brick swells to. */
const TUB_FACTOR = 1.25;

/** Undefined for what is sold loose. */
export function hydrationOf(pack: Pack, medium: Medium): Hydration | undefined {
  if (pack.kind === "bag") return undefined;
  const functions = hydraulicFunctions(medium.hydraulics);
  const fillsCm3 = packFillsCm3(pack, medium);
  const takes = (from: number): number =>
    Math.max(0, functions.waterContent(WETNESS.potting.psiCm) - functions.waterContent(from)) * fillsCm3;
  // pressed coir comes apart in half an hour of warm water; what repels takes the slow way
  return {
    fillsCm3,
    least: takes(AS_BOUGHT_PSI_CM.typical),
    most: takes(AS_BOUGHT_PSI_CM.dry),
    tubCm3: TUB_FACTOR * fillsCm3,
    minutes: medium.rewetting.behaviour === "hydrophobic-below-theta" ? [240, 720] : [20, 60],
  };
}

function wayOf({ rewetting }: Medium): Wetting["way"] {
  switch (rewetting.behaviour) {
    case "easy":
      return "at-once";
    case "slow":
      return "slowly";
    case "hydrophobic-below-theta":
      return "soak-first";
    default:
      return rewetting.behaviour satisfies never;
  }
}
