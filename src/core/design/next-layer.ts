import { breaksCapillarity } from "../stack/drainage-layer";
import type { Setup } from "../stack/setup";
import type { MediumLookup } from "../water/network";

/** A medium that makes sense for a new layer at a place, and what it would do there. */
export type NextLayer = { readonly mediumId: string; readonly does: string };

const RESERVOIR: readonly NextLayer[] = [{ mediumId: "pea-gravel-6-10", does: "a reservoir between stones" }];
const OVER_STONES: readonly NextLayer[] = [
  { mediumId: "fine-sand-0.1-0.5", does: "lifts the water out of the stones" },
  { mediumId: "capillary-mat", does: "keeps the soil out of the stones" },
];
const SOILS: readonly NextLayer[] = [
  { mediumId: "potting-mix-peat-free", does: "soil for roots" },
  { mediumId: "potting-mix-peat-based", does: "soil for roots" },
  { mediumId: "coir-pith-fine", does: "soil that holds much water" },
  { mediumId: "pumice-2-5", does: "airy, for what dries out between waterings" },
];
const MULCHES: readonly NextLayer[] = [
  { mediumId: "pine-bark-composted-fine", does: "mulch against drying" },
  { mediumId: "granite-grit-3-6", does: "grit against splash, dry at the crown" },
  { mediumId: "long-fibre-sphagnum-loose", does: "moss that shows when it is dry" },
];

/**
 * What usually comes next above a layer (−1 for the base), by what lies there and how the vessel is filled; no order of
 * the alphabet.
 */
export function nextLayers(setup: Setup, belowIndex: number, medium: MediumLookup): readonly NextLayer[] {
  const below = setup.layers[belowIndex];
  const found = below && medium(below.mediumId);
  const isTop = belowIndex === setup.layers.length - 1;
  const fits = !below
    ? setup.water.by === "level"
      ? [...RESERVOIR, ...SOILS]
      : SOILS
    : found && breaksCapillarity(found) && !below.rooted
      ? [...OVER_STONES, ...SOILS]
      : isTop && below.rooted
        ? MULCHES
        : SOILS;
  return fits.filter(({ mediumId }) => mediumId !== below?.mediumId && medium(mediumId) !== undefined);
}
