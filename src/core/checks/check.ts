import type { Medium } from "../media/medium";
import type { Readings } from "../readings/readings";
import type { Why } from "../readings/sentences";
import type { Setup } from "../stack/setup";
import type { UnitSystem } from "../units/units";
import type { MediumLookup, Network } from "../water/network";

/** A sentence about the whole design, with its numbers and its why; `trouble` is something to mend. */
export type Check = {
  readonly id: CheckId;
  readonly heading: string;
  readonly text: string;
  readonly tone: "plain" | "trouble";
  readonly why: Why;
};

export const CHECK_IDS = [
  "cloudburst",
  "no-way-out",
  "hole-too-high",
  "reservoir-small",
  "out-of-level",
  "tube-near-overflow",
  "leaks",
  "wick-out-of-water",
  "dead-water",
  "no-wick",
  "fines",
  "separator-rots",
  "grains-out",
  "floats",
  "neck",
  "neck-grains",
  "crown",
  "root-ball",
  "lid",
  "glass-sun",
  "children",
  "weights",
  "drained-water",
  "over-sill",
  "strip-bare",
] as const;
export type CheckId = (typeof CHECK_IDS)[number];

/** What every check reads. */
export type Design = {
  readonly setup: Setup;
  readonly network: Network;
  readonly readings: Readings;
  readonly medium: MediumLookup;
  readonly system: UnitSystem;
  /** Lowest way out, the platform, the soil's surface and the roots. [cm] */
  readonly drainsAt: number | undefined;
  readonly platform: number;
  readonly surface: number;
  readonly roots: { readonly fromCm: number; readonly toCm: number } | undefined;
};

/** A layer's own name, or its medium's. */
export const layerWords = ({ setup, medium }: Design, i: number): string => {
  const { name, mediumId } = setup.layers[i]!;
  return name || lower(medium(mediumId));
};

export const lower = (medium: Medium | undefined): string => (medium ? medium.name.toLowerCase() : "unknown medium");
