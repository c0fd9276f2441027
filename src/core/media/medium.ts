import type { VgHydraulics } from "../hydraulics/hydraulics";
import type { Confidence, Range } from "../units/range";

/** How far a medium's numbers can be relied on: measured on this kind of material, on a relative, or reasoned. */
export type Evidence = "measured" | "analogue" | "physics";
export type Suitability = "ok" | "caution" | "avoid";

/** How a medium is drawn in a section; patterns differ by shape as well as colour. */
export type SectionPattern =
  | "peat"
  | "coir"
  | "granules"
  | "stones"
  | "pebbles"
  | "coarse-sand"
  | "fine-sand"
  | "gravel"
  | "bark"
  | "moss"
  | "mix"
  | "fibre"
  | "loam"
  | "compost"
  | "charcoal"
  | "leaves"
  | "textile"
  | "grit";

export const COST_CLASSES = ["low", "medium", "high"] as const;
export type CostClass = (typeof COST_CLASSES)[number];

/** How a medium takes water again once it has dried. */
export type Rewetting = { readonly behaviour: "easy" | "slow" } | ({ readonly behaviour: "sheds-once-dry" } & Sheds);

/** How it sheds water once it has dried, to where media/bands.ts says. */
export type Sheds = {
  /** The part of what would flow into it that it takes while it sheds, 0…1. */
  readonly intakeFactor: Range;
  /** How long it must be wet until it sheds e times less. [h] */
  readonly givesWayHours: Range;
};

/**
 * One medium of the catalogue. Field meanings are those of docs/formats/media.md: porosity counts the pores water
 * reaches in a 1–3 day soak, hydraulics are the drying branch, lengths cm, hours, fractions m³/m³ unless named.
 */
export type Medium = {
  readonly id: string;
  readonly name: string;
  readonly grade: string;
  readonly class: "organic" | "mineral" | "fibre" | "textile";
  readonly pattern: SectionPattern;
  /** Whether roots are expected to live in a layer of it, unless the grower says otherwise. */
  readonly rootsByDefault: boolean;
  readonly dryBulkDensityGPerCm3: Range;
  readonly totalPorosity: Range;
  readonly hydraulics: VgHydraulics;
  readonly wettingAlphaFactor: number;
  readonly containerCapacity15cm: Range;
  readonly airSpace15cm: Range;
  readonly unavailableWater: Range;
  /** Water content at 10, 50 and 100 cm of suction. */
  readonly thetaAtPsi10: Range;
  readonly thetaAtPsi50: Range;
  readonly thetaAtPsi100: Range;
  readonly ksCmPerHour: Range;
  readonly kAtPsi10CmPerHour: Range;
  readonly kAtPsi50CmPerHour: Range;
  /** Front a day after standing dry in water, and the height to which some 2 mm a day are carried once moist. */
  readonly capillaryRiseCm: { readonly dryStart: Range; readonly moistStart: Range };
  readonly rewetting: Rewetting;
  readonly pH: Range;
  readonly ecDsPerM: Range;
  /** Cation exchange; null where it is not known. */
  readonly cecMeqPer100g: Range | null;
  readonly settlingFraction: Range;
  /** Mass half-life, warm, moist and aerobic; null for what does not rot. */
  readonly decompositionHalfLifeYears: Range | null;
  readonly floats: boolean;
  readonly floatsNote: string;
  readonly particleSizeMm: { readonly d10: number; readonly d50: number; readonly d90: number };
  /** What blending asks of it (core/mixing). */
  readonly packing: {
    readonly interParticlePorosity: number;
    readonly diameterMm: number;
    readonly mixingFactor: number;
    readonly compressibilityPerGPerCm3: number;
  };
  readonly cautions: readonly string[];
  readonly safety: {
    readonly amphibians: Suitability;
    readonly invertebrates: Suitability;
    readonly carnivorousPlants: Suitability;
    readonly flags: readonly string[];
    readonly note: string;
  };
  readonly costClass: CostClass;
  readonly renewability: string;
  readonly sources: readonly string[];
  readonly evidence: Evidence;
  readonly confidence: Confidence;
  readonly confidenceNote: string;
};
