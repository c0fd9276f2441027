import type { Strategy } from "./strategies";

/**
 * What a setup is for, as far as water goes: what soil growers take for it, how much air its roots want at least, what a
 * usual day takes. General husbandry, low confidence; what lives there by name comes with its own needs.
 */
export const PURPOSES = [
  "bog",
  "water-edge",
  "crops",
  "dry-herbs",
  "acid",
  "foliage",
  "airy-roots",
  "closed-glass",
  "burrowers",
  "stone-plants",
  "seeds",
] as const;
export type Purpose = (typeof PURPOSES)[number];

export type PurposeFacts = {
  readonly words: string;
  /** Media of the soil, the usual one first. */
  readonly soils: readonly string[];
  readonly demandMmPerDay: number;
  /** Air the roots want on the mean at the wettest it is meant to be, and how deep a soil at least. */
  readonly leastAir: number;
  readonly leastSoilCm: number;
  /** Ways of holding water that suit, the usual one first. */
  readonly strategies: readonly Strategy[];
  readonly rooted: boolean;
};

export const PURPOSE_FACTS: Record<Purpose, PurposeFacts> = {
  bog: {
    words: "bog plants: butterworts, sundews, pitchers, cranberry",
    soils: ["sphagnum-peat", "long-fibre-sphagnum-tight"],
    demandMmPerDay: 3,
    leastAir: 0.02,
    leastSoilCm: 8,
    strategies: ["raised-outlet", "tray", "no-drain"],
    rooted: true,
  },
  "water-edge": {
    words: "water's edge: arrowhead, corms, marginals",
    soils: ["aquatic-loam", "topsoil-loam"],
    demandMmPerDay: 6,
    leastAir: 0,
    leastSoilCm: 8,
    strategies: ["over-soil", "tray"],
    rooted: true,
  },
  crops: {
    words: "crops and other thirsty plants",
    soils: ["potting-mix-peat-free", "potting-mix-peat-based"],
    demandMmPerDay: 5,
    leastAir: 0.12,
    leastSoilCm: 18,
    strategies: ["gravel-reservoir", "platform", "wick-cords", "lined-bed", "open-pot", "tray"],
    rooted: true,
  },
  "dry-herbs": {
    words: "herbs and shrubs of dry hills",
    soils: ["potting-mix-peat-free", "potting-mix-peat-based"],
    demandMmPerDay: 4,
    leastAir: 0.15,
    leastSoilCm: 15,
    strategies: ["open-pot", "void-fillers", "graded"],
    rooted: true,
  },
  acid: {
    words: "acid lovers: lingonberry, heathers",
    soils: ["sphagnum-peat", "pine-bark-composted-fine"],
    demandMmPerDay: 3.5,
    leastAir: 0.1,
    leastSoilCm: 12,
    strategies: ["tray", "open-pot", "gravel-reservoir", "raised-outlet"],
    rooted: true,
  },
  foliage: {
    words: "house plants with green leaves",
    soils: ["potting-mix-peat-free", "potting-mix-peat-based", "coir-pith-fine"],
    demandMmPerDay: 2,
    leastAir: 0.12,
    leastSoilCm: 8,
    strategies: ["wick-cords", "open-pot", "tray", "platform", "no-drain"],
    rooted: true,
  },
  "airy-roots": {
    words: "airy roots: aroids, hoyas, orchids",
    soils: ["fired-clay-pebbles-8-16", "pumice-6-12", "bark-6-12"],
    demandMmPerDay: 2,
    leastAir: 0.2,
    leastSoilCm: 8,
    strategies: ["graded", "open-pot", "raised-outlet"],
    rooted: true,
  },
  "closed-glass": {
    words: "closed glass: moss, ferns, jewel orchids",
    soils: ["coir-pith-fine", "sphagnum-peat"],
    demandMmPerDay: 0.05,
    leastAir: 0.1,
    leastSoilCm: 5,
    strategies: ["no-drain", "false-bottom"],
    rooted: true,
  },
  burrowers: {
    words: "animals that live in the soil: newts, salamanders, millipedes, spiders",
    soils: ["topsoil-loam", "coir-pith-fine", "leaf-mould"],
    demandMmPerDay: 0.3,
    leastAir: 0.1,
    leastSoilCm: 8,
    strategies: ["deep-damp", "false-bottom"],
    rooted: false,
  },
  "stone-plants": {
    words: "stone plants and other succulents",
    soils: ["pumice-2-5", "granite-grit-3-6", "scoria-5-10"],
    demandMmPerDay: 2,
    leastAir: 0.25,
    leastSoilCm: 4,
    strategies: ["open-pot", "graded", "sand-lens"],
    rooted: true,
  },
  seeds: {
    words: "seeds and cuttings",
    soils: ["seed-starting-mix", "milled-sphagnum"],
    demandMmPerDay: 1.5,
    leastAir: 0.1,
    leastSoilCm: 3,
    strategies: ["tray", "wick-cords", "open-pot"],
    rooted: true,
  },
};
