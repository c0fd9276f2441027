import type { Medium } from "./medium";

/** What growers say for a medium when they say no grade: the kind most recipes mean. */
export const PLAIN_WORDS: Readonly<Record<string, string>> = {
  peat: "sphagnum-peat", "peat moss": "sphagnum-peat", "moss peat": "sphagnum-peat", "sphagnum peat moss": "sphagnum-peat",
  coir: "coir-pith-fine", "coco coir": "coir-pith-fine", "coco peat": "coir-pith-fine", cocopeat: "coir-pith-fine", "coir dust": "coir-pith-fine", "coco fibre": "coir-fibre", "coco fiber": "coir-fibre",
  "coir chips": "coir-chips-6-12", "coco chips": "coir-chips-6-12", "coconut husk": "coconut-husk-chunks-12-25",
  perlite: "perlite-coarse-3-6", "fine perlite": "perlite-fine-0-2", "coarse perlite": "perlite-coarse-3-6", vermiculite: "vermiculite-medium",
  pumice: "pumice-2-5", "coarse pumice": "pumice-6-12", scoria: "scoria-5-10", "lava rock": "scoria-5-10", lava: "scoria-5-10",
  "clay pebbles": "fired-clay-pebbles-8-16", "clay balls": "fired-clay-pebbles-8-16", "expanded clay": "fired-clay-pebbles-8-16", "clay granules": "clay-granules-porous-2-4", zeolite: "zeolite-2-5",
  sand: "coarse-sand-0.5-2", "sharp sand": "coarse-sand-0.5-2", "washed sand": "coarse-sand-0.5-2", "mason sand": "fine-sand-0.1-0.5", "silver sand": "fine-sand-0.1-0.5",
  gravel: "pea-gravel-6-10", "pea gravel": "pea-gravel-6-10", grit: "granite-grit-3-6", "horticultural grit": "granite-grit-3-6", limestone: "limestone-grit-2-6",
  bark: "bark-6-12", "orchid bark": "bark-12-20", "fine bark": "pine-bark-composted-fine", "composted bark": "pine-bark-composted-fine", "pine bark": "pine-bark-composted-fine",
  moss: "long-fibre-sphagnum-loose", sphagnum: "long-fibre-sphagnum-loose", "sphagnum moss": "long-fibre-sphagnum-loose", "long fibre sphagnum": "long-fibre-sphagnum-loose", "long fiber sphagnum": "long-fibre-sphagnum-loose",
  charcoal: "charcoal-5-12", "tree fern": "tree-fern-fibre", "fern fibre": "tree-fern-fibre", "leaf litter": "leaf-litter", leaves: "leaf-litter", "leaf mold": "leaf-mould",
  compost: "garden-compost", castings: "worm-castings", vermicompost: "worm-castings", manure: "aged-manure", topsoil: "topsoil-loam", loam: "topsoil-loam", soil: "topsoil-loam",
  "potting mix": "potting-mix-peat-based", "potting soil": "potting-mix-peat-based", "seed mix": "seed-starting-mix", "seed compost": "seed-starting-mix",
  "calcined clay": "calcined-clay-1-3", akadama: "akadama-granules-3-6", "rice hulls": "rice-hulls", hulls: "rice-hulls", "wood fiber": "wood-fibre", rockwool: "rockwool",
};

/** A name as it is compared: a recipe says a medium by its name, so two may not read the same. */
export const plainName = (words: string): string => words.toLowerCase().replaceAll("–", "-").replace(/\s+/gu, " ").trim();

/** Media that are peat, or mixes sold with it. Moss that was not peat yet is not meant. */
const PEATY: ReadonlySet<string> = new Set(["sphagnum-peat", "potting-mix-peat-based", "seed-starting-mix"]);
/** What marks a medium made of such a one: a mix, or a grower's own. */
export const PEAT_FLAG = "peat";
export const hasPeat = ({ id, safety }: Pick<Medium, "id" | "safety">): boolean => PEATY.has(id) || safety.flags.includes(PEAT_FLAG);
