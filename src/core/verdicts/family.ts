import type { Medium } from "../media/medium";
import type { RecipePart } from "../mixing/recipe";
import type { Occupant } from "../occupants/occupant";
import { withLayer } from "../stack/edit";
import type { Setup } from "../stack/setup";
import { toMillimetre } from "../units/numbers";
import type { UnitSystem } from "../units/units";
import { vesselAreaCm2 } from "../vessel/vessel";
import type { MediumLookup } from "../water/network";
import type { WaterStates } from "./states";
import type { Limit } from "./verdict";

/**
 * The ways a grower may change a setup, each from the least to the most, and what each costs in effort. Effort is counted
 * in the work of hands: a habit 0.5, water poured or let out 1 and a tenth a litre, a thing moved to another place 2, a
 * hole drilled or plugged 3, a layer dug in or out 4, a soil mixed with something 5, one changed 6, and for these a quarter
 * more a litre of what is brought; another pot 7, another kind 8.
 */
export type Step = {
  readonly label: string;
  readonly setup: Setup;
  readonly effort: number;
  /** A mix that is not kept yet, of which a layer of the setup is. */
  readonly mix?: MixStep;
};
export type MixStep = { readonly made: Medium; readonly name: string; readonly parts: readonly RecipePart[] };
export type Family = {
  readonly id: FamilyId;
  /** Limits that it can turn. */
  readonly turns: readonly Limit[];
  /** From the least change to the most. */
  readonly steps: readonly Step[];
  /** A step between two of them, for one that is a matter of degree. */
  readonly between?: (low: number, high: number) => Step | undefined;
  /** The degree of each step, where there is one. */
  readonly degrees?: readonly number[];
};
export const FAMILY_IDS = [
  "rhythm",
  "dose",
  "level",
  "hole",
  "no-tray",
  "drill",
  "tray",
  "plug",
  "layer",
  "pot",
  "mound",
  "more-soil",
  "reservoir",
  "drainage",
  "soil",
  "amend",
  "lid",
  "place",
  "rain-water",
  "feed",
  "young",
  "fewer",
  "without-company",
  "another-kind",
] as const;
export type FamilyId = (typeof FAMILY_IDS)[number];

export type Changing = {
  readonly setup: Setup;
  readonly medium: MediumLookup;
  readonly system: UnitSystem;
  readonly states: WaterStates;
  readonly occupant: Occupant;
  readonly occupancyId: string;
  /** What the others that live there are called. */
  readonly nameOf: (occupancyId: string) => string;
  /** Kinds that may live there instead. */
  readonly kinds: readonly Occupant[];
  /** Media a soil may be changed for. */
  readonly soils: readonly string[];
  /** What a mix is made of; undefined for what is no mix. */
  readonly partsOf: (mediumId: string) => readonly RecipePart[] | undefined;
};

export const WET_LIMITS: readonly Limit[] = [
  "air",
  "oxygen",
  "wet-for-good",
  "wet-days",
  "stays-wet",
  "crown",
  "deep-damp",
  "surface-damp",
  "burrow",
  "open-water",
];
export const DRY_LIMITS: readonly Limit[] = ["kept-damp", "dry-days", "dry-for-good"];
export const WATER_LIMITS: readonly Limit[] = [...WET_LIMITS, ...DRY_LIMITS];
export const STEPS = 8;
export const litres = (cm3: number): number => cm3 / 1000;

/** A family of one degree: steps evenly from where it is to the furthest, and any step between. */
export function byDegree(
  id: FamilyId,
  turns: readonly Limit[],
  from: number,
  to: number,
  stepAt: (degree: number) => Step | undefined,
): Family[] {
  if (!(Math.abs(to - from) > 0.05)) return [];
  const degrees: number[] = [];
  const steps: Step[] = [];
  for (let i = 1; i <= STEPS; i++) {
    const degree = toMillimetre(from + ((to - from) * i) / STEPS);
    const step = degree === degrees.at(-1) ? undefined : stepAt(degree);
    if (!step) continue;
    degrees.push(degree);
    steps.push(step);
  }
  return steps.length === 0
    ? []
    : [{ id, turns, steps, degrees: [from, ...degrees], between: (a, b) => stepAt(toMillimetre((a + b) / 2)) }];
}

/** Of digging a layer in or out. */
export const layerEffort = (cm3: number): number => 4 + 0.25 * litres(Math.abs(cm3));

/** The thickest soil, or ground: all layers of its medium, and how much of it there is. */
export function mainSoil({ setup, occupant }: Changing) {
  const rooted = setup.layers.filter((layer) => layer.rooted || occupant.life === "animal");
  const soil = rooted.reduce<(typeof rooted)[number] | undefined>(
    (best, layer) => (best && best.thicknessCm >= layer.thicknessCm ? best : layer),
    undefined,
  );
  if (!soil) return undefined;
  const same = setup.layers.filter(({ mediumId }) => mediumId === soil.mediumId);
  const cm3 = same.reduce((sum, { thicknessCm }) => sum + thicknessCm * vesselAreaCm2(setup.vessel), 0);
  const of = (mediumId: string): Setup => same.reduce((changed, { id }) => withLayer(changed, id, { mediumId }), setup);
  return { soil, cm3, of };
}
