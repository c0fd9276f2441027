import type { Setup } from "../src/core/stack/setup";
import { NO_FIGURES, type OwnMedium } from "../src/core/media/own-medium";
import type { Pack } from "../src/core/mixing/batch";
import type { Mix } from "../src/formats/mix/document";

/** Marrowbeck, a lock-keeper's house on a river, now a shared growing house. Invented; plausible in its physics. */
export const MARROWBECK: readonly Setup[] = [
  {
    name: "Terrace trough, celery and chard",
    vessel: { shape: "rectangular", insideLengthCm: 78, insideWidthCm: 26, insideDepthCm: 32, material: "plastic" },
    water: { kind: "free-water", levelCm: 7.5, overflowCm: 8 },
    history: "soaked",
    demandMmPerDay: 4,
    layers: [
      {
        id: "reservoir",
        name: "gravel reservoir",
        mediumId: "pea-gravel-6-10",
        thicknessCm: 8,
        areaShare: 1,
        rooted: false,
      },
      { id: "wick", name: "wick bed", mediumId: "fine-sand-0.1-0.5", thicknessCm: 3, areaShare: 1, rooted: false },
      { id: "soil", name: "", mediumId: "potting-mix-peat-based", thicknessCm: 17, areaShare: 1, rooted: true },
      {
        id: "mulch",
        name: "bark mulch",
        mediumId: "pine-bark-composted-fine",
        thicknessCm: 2,
        areaShare: 1,
        rooted: false,
      },
    ],
  },
  {
    name: "Stone-sink bog, butterworts and cranberry",
    vessel: { shape: "rectangular", insideLengthCm: 58, insideWidthCm: 38, insideDepthCm: 20, material: "stone" },
    water: { kind: "drained", outletCm: 11 },
    history: "soaked",
    demandMmPerDay: 3,
    layers: [
      { id: "stones", name: "", mediumId: "pea-gravel-6-10", thicknessCm: 3, areaShare: 1, rooted: false },
      { id: "peat", name: "bog peat", mediumId: "sphagnum-peat", thicknessCm: 13, areaShare: 1, rooted: true },
      {
        id: "moss",
        name: "moss top",
        mediumId: "long-fibre-sphagnum-loose",
        thicknessCm: 2,
        areaShare: 1,
        rooted: false,
      },
    ],
  },
  {
    name: "Closed carboy, moss and jewel orchids",
    vessel: { shape: "round", insideDiameterCm: 27, insideDepthCm: 42, material: "glass" },
    water: { kind: "dosed", storedCm3: 3100 },
    history: "soaked",
    demandMmPerDay: 0.1,
    layers: [
      { id: "soil", name: "soil of the jar", mediumId: "coir-pith-fine", thicknessCm: 8.5, areaShare: 1, rooted: true },
      {
        id: "moss",
        name: "living moss",
        mediumId: "long-fibre-sphagnum-loose",
        thicknessCm: 1.5,
        areaShare: 1,
        rooted: false,
      },
    ],
  },
  {
    name: "Platform planter, aubergine",
    vessel: { shape: "rectangular", insideLengthCm: 56, insideWidthCm: 37, insideDepthCm: 38, material: "plastic" },
    water: { kind: "free-water", levelCm: 10, overflowCm: 11 },
    history: "soaked",
    demandMmPerDay: 8,
    layers: [
      {
        id: "feet",
        name: "wick feet, packed",
        mediumId: "potting-mix-peat-based",
        thicknessCm: 12,
        areaShare: 0.08,
        rooted: false,
      },
      { id: "soil", name: "", mediumId: "potting-mix-peat-based", thicknessCm: 22, areaShare: 1, rooted: true },
    ],
  },
  {
    name: "Tall pot over void-fillers, rosemary",
    vessel: { shape: "round", insideDiameterCm: 30, insideDepthCm: 46, material: "ceramic" },
    water: { kind: "drained", outletCm: 0 },
    history: "soaked",
    demandMmPerDay: 4,
    layers: [
      {
        id: "filler",
        name: "void-filler",
        mediumId: "fired-clay-pebbles-8-16",
        thicknessCm: 20,
        areaShare: 1,
        rooted: false,
      },
      { id: "soil", name: "", mediumId: "potting-mix-peat-based", thicknessCm: 22, areaShare: 1, rooted: true },
    ],
  },
];

/** What the house mixes itself. */
export const MARROWBECK_MIXES: readonly Mix[] = [
  {
    name: "Bog bench",
    note: "Rinse the sand; rain water only.",
    amendments: [],
    parts: [
      { mediumId: "sphagnum-peat", parts: 2 },
      { mediumId: "perlite-coarse-3-6", parts: 1 },
      { mediumId: "coarse-sand-0.5-2", parts: 0.5 },
    ],
  },
  {
    name: "Stair shelf, airy",
    note: "",
    amendments: [],
    parts: [
      { mediumId: "bark-6-12", parts: 2 },
      { mediumId: "pumice-2-5", parts: 1 },
      { mediumId: "coir-pith-fine", parts: 1 },
    ],
  },
  {
    name: "Terrace trough mix",
    note: "The terrace crew's, since the celery.",
    amendments: [{ id: "dolomite", amount: 2 }],
    parts: [
      { mediumId: "coir-pith-fine", parts: 3 },
      { mediumId: "garden-compost", parts: 1 },
      { mediumId: "perlite-coarse-3-6", parts: 1 },
    ],
  },
];

/** A bag the terrace crew bought loose, with the figures on its sheet. */
export const MARROWBECK_MEDIA: readonly OwnMedium[] = [
  {
    name: "Weir-side leaf compost",
    grade: "two winters old, sieved to 10 mm, from the lane",
    basedOn: "garden-compost",
    figures: {
      ...NO_FIGURES,
      dryBulkDensityGPerCm3: 0.34,
      drained: [
        { heightCm: 10, water: 0.62, air: 0.18 },
        { heightCm: 20, water: 0.54, air: 0.26 },
      ],
      pH: { low: 6.4, high: 7 },
      fed: false,
      costClass: "low",
    },
  },
];

/** How the house buys. */
export const MARROWBECK_PACKS: readonly Pack[] = [
  { mediumId: "sphagnum-peat", kind: "bale", amount: 40, unit: "L", swells: 2, price: 14 },
  { mediumId: "coir-pith-fine", kind: "brick", amount: 5, unit: "kg", swells: 6.5, price: 11 },
  { mediumId: "perlite-coarse-3-6", kind: "bag", amount: 20, unit: "L", swells: 1, price: 9.5 },
  { mediumId: "potting-mix-peat-based", kind: "bag", amount: 40, unit: "L", swells: 1, price: 8 },
  { mediumId: "pea-gravel-6-10", kind: "bag", amount: 20, unit: "kg", swells: 1, price: 5 },
];
