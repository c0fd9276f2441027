import type { Stage } from "@/core/stack/setup";
import type { AnimalNeeds, Guild, PlantNeeds, Toxicity, Want } from "@/core/occupants/occupant";

/** Words for kinds of living things, as choices and lists name them. */
export const GUILD_WORDS: Record<Guild, string> = {
  bog: "bog plant",
  "bog-shrub": "bog shrub",
  marginal: "water's edge",
  corm: "corm of wet ground",
  sedge: "sedge or rush",
  grass: "grass",
  "fruiting-crop": "fruiting crop",
  "leafy-crop": "leafy crop",
  "root-crop": "root crop",
  "moist-herb": "herb",
  "dry-herb": "herb of dry hills",
  acid: "acid lover",
  houseplant: "house plant",
  aroid: "aroid",
  "airy-epiphyte": "epiphyte",
  orchid: "orchid",
  bromeliad: "bromeliad",
  fern: "fern",
  moss: "moss",
  "jewel-orchid": "jewel orchid",
  succulent: "succulent",
  "stone-plant": "stone plant",
  bulb: "bulb",
  shrub: "shrub in a tub",
  "dwarf-tree": "small tree",
};
export const KIND_WORDS: Record<AnimalNeeds["kind"], string> = {
  amphibian: "amphibian",
  reptile: "reptile",
  invertebrate: "invertebrate",
};
export const FEED_WORDS: Record<PlantNeeds["feed"], string> = {
  none: "none at all",
  little: "a little",
  hungry: "hungry",
};
export const LIME_WORDS: Record<PlantNeeds["lime"], string> = {
  hates: "hates it",
  bears: "bears it",
  likes: "likes it",
};
export const TOXICITY_WORDS: Record<Toxicity, string> = {
  unknown: "not known",
  "none-known": "none known",
  irritant: "irritates",
  poisonous: "poisonous",
};

/** What an animal must find where it lives. */
export const WANT_WORDS: Record<Want, string> = {
  "rotting-ground": "leaves and wood that rot in its ground",
  litter: "leaf litter",
  drink: "fresh water to drink",
  bath: "water to sit in",
  swim: "water to swim in",
  "sea-water": "sea water",
  lime: "lime for its shell",
};

/** How grown a plant is that is put in. */
export const STAGE_WORDS: Record<Stage, string> = { seed: "seed", young: "young plants", grown: "grown plants" };
