import { boughtWaterContent } from "../media/as-bought";
import type { Medium } from "../media/medium";
import type { Range } from "../units/range";
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

export type Wetting = {
  readonly mediumId: string;
  /** Water to bring its share to the state asked: what it may hold then, less what it may hold as bought. [cm³] */
  readonly least: number;
  readonly typical: number;
  readonly most: number;
  readonly way: "at-once" | "slowly" | "soak-first";
};

/**
 * Water each ingredient of a batch takes up to a state. A medium that repels is soaked by itself before it is mixed.
 */
export function wettingOf(parts: readonly Part[], batch: Batch, wetness: Wetness): Wetting[] {
  return parts.map(({ medium }, i) => ({
    mediumId: medium.id,
    ...takenUpCm3(batch.ingredients[i]!.looseCm3, boughtWaterContent(medium), heldWhen(medium, wetness)),
    way: wayOf(medium),
  }));
}

/** What a medium holds when it is so wet, between one bag and another. [m³/m³] */
function heldWhen(medium: Medium, wetness: Wetness): Range {
  switch (wetness) {
    case "squeeze":
      return medium.thetaAtPsi100;
    case "potting":
      return medium.thetaAtPsi50;
    case "wick":
      return medium.thetaAtPsi10;
    default:
      return wetness satisfies never;
  }
}

/** Water that brings a loose volume from one state to another, each known as a range. [cm³] */
function takenUpCm3(looseCm3: number, from: Range, to: Range): Pick<Wetting, "least" | "typical" | "most"> {
  const takes = (a: number, b: number): number => Math.max(0, b - a) * looseCm3;
  return {
    least: takes(from.high, to.low),
    typical: takes(from.typical, to.typical),
    most: takes(from.low, to.high),
  };
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

/** A dry brick or bale swollen: the water it takes, and the tub it needs. [cm³] */
export type Hydration = {
  readonly fillsCm3: number;
  /** To potting moisture, and until it drips: what labels go by, since a brick is swollen first and wrung out then. */
  readonly toPotting: Range;
  readonly untilItDrips: Range;
  readonly tubCm3: number;
  readonly minutes: readonly [number, number];
};

/** Room to stir in, over what a brick swells to. */
const TUB_FACTOR = 1.25;

/** Undefined for what is sold loose. */
export function hydrationOf(pack: Pack, medium: Medium): Hydration | undefined {
  if (pack.kind === "bag") return undefined;
  const fillsCm3 = packFillsCm3(pack, medium);
  const takesTo = (wetness: Wetness): Range => {
    const from = boughtWaterContent(medium, pack.kind === "brick");
    const { least, typical, most } = takenUpCm3(fillsCm3, from, heldWhen(medium, wetness));
    return { low: least, typical, high: most };
  };
  // pressed coir comes apart in half an hour of warm water; what repels takes the slow way
  return {
    fillsCm3,
    toPotting: takesTo("potting"),
    untilItDrips: takesTo("wick"),
    tubCm3: TUB_FACTOR * fillsCm3,
    minutes: medium.rewetting.behaviour === "sheds-once-dry" ? [240, 720] : [20, 60],
  };
}

function wayOf({ rewetting }: Medium): Wetting["way"] {
  switch (rewetting.behaviour) {
    case "easy":
      return "at-once";
    case "slow":
      return "slowly";
    case "sheds-once-dry":
      return "soak-first";
    default:
      return rewetting satisfies never;
  }
}
