/** What most have at hand; a grower's own media and packs say what else. */
export const USUALLY_AT_HAND: ReadonlySet<string> = new Set([
  "sphagnum-peat",
  "coir-pith-fine",
  "perlite-coarse-3-6",
  "vermiculite-medium",
  "pumice-2-5",
  "coarse-sand-0.5-2",
  "pine-bark-composted-fine",
  "bark-6-12",
  "granite-grit-3-6",
  "potting-mix-peat-based",
  "potting-mix-peat-free",
  "pea-gravel-6-10",
  "fired-clay-pebbles-8-16",
]);
