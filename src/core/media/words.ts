import type { Medium } from "./medium";

/** What growers say for a medium when they say no grade: the kind most recipes mean. */
export const PLAIN_WORDS: Readonly<Record<string, string>> = {
  peat: "sphagnum-peat",
  "peat moss": "sphagnum-peat",
  "moss peat": "sphagnum-peat",
  "sphagnum peat moss": "sphagnum-peat",
  coir: "coir-pith-fine",
  "coco coir": "coir-pith-fine",
  "coco peat": "coir-pith-fine",
  cocopeat: "coir-pith-fine",
  "coir dust": "coir-pith-fine",
  "coco fibre": "coir-fibre",
  "coco fiber": "coir-fibre",
  "coir chips": "coir-chips-6-12",
  "coco chips": "coir-chips-6-12",
  "coconut husk": "coconut-husk-chunks-12-25",
  perlite: "perlite-coarse-3-6",
  "fine perlite": "perlite-fine-0-2",
  "coarse perlite": "perlite-coarse-3-6",
  vermiculite: "vermiculite-medium",
  pumice: "pumice-2-5",
  "coarse pumice": "pumice-6-12",
  scoria: "scoria-5-10",
  "lava rock": "scoria-5-10",
  lava: "scoria-5-10",
  "clay pebbles": "fired-clay-pebbles-8-16",
  "clay balls": "fired-clay-pebbles-8-16",
  "expanded clay": "fired-clay-pebbles-8-16",
  "clay granules": "clay-granules-porous-2-4",
  zeolite: "zeolite-2-5",
  sand: "coarse-sand-0.5-2",
  "sharp sand": "coarse-sand-0.5-2",
  "washed sand": "coarse-sand-0.5-2",
  "mason sand": "fine-sand-0.1-0.5",
  "silver sand": "fine-sand-0.1-0.5",
  gravel: "pea-gravel-6-10",
  "pea gravel": "pea-gravel-6-10",
  grit: "granite-grit-3-6",
  "horticultural grit": "granite-grit-3-6",
  limestone: "limestone-grit-2-6",
  bark: "bark-6-12",
  "orchid bark": "bark-12-20",
  "fine bark": "pine-bark-composted-fine",
  "composted bark": "pine-bark-composted-fine",
  "pine bark": "pine-bark-composted-fine",
  moss: "long-fibre-sphagnum-loose",
  sphagnum: "long-fibre-sphagnum-loose",
  "sphagnum moss": "long-fibre-sphagnum-loose",
  "long fibre sphagnum": "long-fibre-sphagnum-loose",
  "long fiber sphagnum": "long-fibre-sphagnum-loose",
  charcoal: "charcoal-5-12",
  "tree fern": "tree-fern-fibre",
  "fern fibre": "tree-fern-fibre",
  "leaf litter": "leaf-litter",
  leaves: "leaf-litter",
  "leaf mold": "leaf-mould",
  compost: "garden-compost",
  castings: "worm-castings",
  vermicompost: "worm-castings",
  manure: "aged-manure",
  topsoil: "topsoil-loam",
  loam: "topsoil-loam",
  soil: "topsoil-loam",
  "potting mix": "potting-mix-peat-based",
  "potting soil": "potting-mix-peat-based",
  "seed mix": "seed-starting-mix",
  "seed compost": "seed-starting-mix",
  "calcined clay": "calcined-clay-1-3",
  akadama: "akadama-granules-3-6",
  "rice hulls": "rice-hulls",
  hulls: "rice-hulls",
  "wood fiber": "wood-fibre",
  rockwool: "rockwool",
};

/** A name as it is compared: a recipe says a medium by its name, so two may not read the same. */
export const plainName = (words: string): string =>
  words.toLowerCase().replaceAll("–", "-").replace(/\s+/gu, " ").trim();

/** Media that are peat, or mixes sold with it. Moss that was not peat yet is not meant. */
const PEATY: ReadonlySet<string> = new Set(["sphagnum-peat", "potting-mix-peat-based", "seed-starting-mix"]);
/** What marks a medium made of such a one: a mix, or a grower's own. */
export const PEAT_FLAG = "peat";
export const hasPeat = ({ id, safety }: Pick<Medium, "id" | "safety">): boolean =>
  PEATY.has(id) || safety.flags.includes(PEAT_FLAG);

const FEEDING: readonly string[] = ["contains-fertiliser", "fertiliser", "nutrients", "high-salts"];
const LIMING: readonly string[] = ["contains-lime", "raises-ph"];
const hasFlag =
  (flags: readonly string[]) =>
  ({ safety }: Pick<Medium, "safety">): boolean =>
    safety.flags.some((flag) => flags.includes(flag));
/** Whether it feeds, by itself or by what is sold in it. */
export const isFed = hasFlag(FEEDING);
/** Whether it lifts pH for good. */
export const isLimed = hasFlag(LIMING);

/** What a flag of a medium means to who uses it; `never` for what it must not be used for. */
export const FLAG_WORDS: Readonly<Record<string, { readonly text: string; readonly never?: true }>> = {
  "contains-fertiliser": {
    text: "Has feed in it: never under carnivorous plants or with sphagnum that is to live.",
    never: true,
  },
  fertiliser: {
    text: "Feeds strongly: never under carnivorous plants, and a small share at most elsewhere.",
    never: true,
  },
  nutrients: { text: "Feeds: not under carnivorous plants.", never: true },
  "high-salts": { text: "Salty: a small share at most, and never where nothing drains.", never: true },
  "may-contain-fertiliser": { text: "May be sold with feed in it: ask for it without, for bog plants and animals." },
  "possible-fertiliser": { text: "May be sold with feed or lime in it: ask for it without." },
  "contains-lime": { text: "Has lime in it: never under acid lovers (pH 4 to 5.5) or bog plants.", never: true },
  "raises-ph": { text: "Is lime: never under acid lovers (pH 4 to 5.5) or bog plants.", never: true },
  "raises-ph-at-first": { text: "Alkaline at first: soak it in acid water before roots." },
  "alkaline-ash": { text: "Its ash is alkaline: rinse it well." },
  "may-be-alkaline": { text: "May be alkaline: test it before acid lovers." },
  "rinse-for-alkalinity": { text: "Alkaline at first: rinse it for acid lovers." },
  "check-lime": { text: "May hold lime: if vinegar foams on it, keep it from acid lovers and bog plants." },
  hardness: { text: "Makes water hard." },
  sharp: { text: "Sharp grains: never where amphibians or soft burrowers sit or dig.", never: true },
  "sharp-fines": { text: "Sharp fines: rinse it, and cover it where animals dig." },
  abrasive: { text: "Rough grains: cover it where soft-bodied animals dig." },
  "salts-if-unwashed": { text: "May be salty: wash it until the run-off is low." },
  salts: { text: "May be salty: rinse it." },
  "sodium-possible": { text: "May give off sodium: rinse it." },
  "ion-exchange": { text: "Takes up some nutrients and gives off others at first." },
  "floats-to-surface": { text: "Floats up, and is then swallowed: cover it under frogs." },
  "impaction-if-eaten": { text: "Swallowed with food it blocks the gut: not loose under frogs." },
  ammonia: { text: "Gives off ammonia: never with animals.", never: true },
  "possible-ammonia": { text: "May give off ammonia while it is young." },
  pathogens: { text: "May carry germs: not for food that is eaten raw, nor with animals.", never: true },
  "unknown-history": { text: "Who knows what was on it: use what is free of pesticide and feed." },
  "possible-pesticide-residue": { text: "May hold residues of pesticides: ask before animals." },
  "wetting-agent": { text: "Holds a wetting agent: not with amphibians." },
  "irritant-fibres": { text: "Its fibres irritate: never bare with animals; gloves and a mask.", never: true },
  "avoid-resinous-cedar": { text: "Not of cedar or fresh resinous wood, around animals." },
  "leaches-tannins-and-nutrients": { text: "Gives off tannins and some feed." },
  "decomposes-fast": { text: "Rots within a season or two." },
  rots: { text: "Rots in time." },
  microplastic: { text: "Sheds plastic fibres." },
  "unknown-dyes": { text: "May hold dyes: rinse it." },
  acidic: { text: "Acid: not for what wants lime." },
  [PEAT_FLAG]: { text: "Holds peat." },
};
