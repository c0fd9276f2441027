import type { Purpose } from "../design/purposes";
import type { Animal, Guild, Occupant } from "../occupants/occupant";

/**
 * What each guild is usually grown in, the usual first, and the purpose of a new setup it comes under. What suits is
 * computed; this says only what is tried.
 */
export const GUILD_PURPOSE: Record<Guild, Purpose> = {
  bog: "bog",
  "bog-shrub": "bog",
  marginal: "water-edge",
  corm: "water-edge",
  sedge: "water-edge",
  grass: "dry-herbs",
  "fruiting-crop": "crops",
  "leafy-crop": "crops",
  "root-crop": "crops",
  "moist-herb": "crops",
  "dry-herb": "dry-herbs",
  acid: "acid",
  houseplant: "foliage",
  aroid: "airy-roots",
  "airy-epiphyte": "airy-roots",
  orchid: "airy-roots",
  bromeliad: "airy-roots",
  fern: "foliage",
  moss: "closed-glass",
  "jewel-orchid": "closed-glass",
  succulent: "stone-plants",
  "stone-plant": "stone-plants",
  bulb: "dry-herbs",
  shrub: "dry-herbs",
  "dwarf-tree": "airy-roots",
};
export const purposeOfKind = (occupant: Occupant): Purpose =>
  occupant.life === "plant" ? GUILD_PURPOSE[occupant.guild] : "burrowers";

const POTTING = ["potting-mix-peat-based", "potting-mix-peat-free"] as const;
const GUILD_SOILS: Record<Guild, readonly string[]> = {
  bog: ["sphagnum-peat", "long-fibre-sphagnum-tight", "milled-sphagnum"],
  "bog-shrub": ["sphagnum-peat", "long-fibre-sphagnum-tight"],
  marginal: ["aquatic-loam", "topsoil-loam"],
  corm: ["aquatic-loam", "topsoil-loam"],
  sedge: ["topsoil-loam", "sphagnum-peat", ...POTTING],
  grass: [...POTTING, "coarse-sand-0.5-2"],
  "fruiting-crop": POTTING,
  "leafy-crop": POTTING,
  "root-crop": POTTING,
  "moist-herb": POTTING,
  "dry-herb": [...POTTING, "pumice-2-5"],
  acid: ["sphagnum-peat", "pine-bark-composted-fine"],
  houseplant: [...POTTING, "coir-pith-fine", "calcined-clay-1-3"],
  aroid: ["bark-6-12", "coir-chips-6-12", "pumice-2-5", "calcined-clay-1-3", "fired-clay-pebbles-4-8", ...POTTING],
  "airy-epiphyte": ["bark-6-12", "coir-chips-6-12", "pumice-6-12", "tree-fern-fibre"],
  orchid: ["bark-6-12", "bark-12-20", "coir-chips-6-12", "tree-fern-fibre", "long-fibre-sphagnum-loose"],
  bromeliad: ["bark-6-12", "coir-chips-6-12", "tree-fern-fibre"],
  fern: ["potting-mix-peat-free", "coir-pith-fine", "pine-bark-composted-fine", "leaf-mould"],
  moss: ["coir-pith-fine", "sphagnum-peat", "pine-bark-composted-fine"],
  "jewel-orchid": ["coir-pith-fine", "pine-bark-composted-fine", "leaf-mould", "long-fibre-sphagnum-loose"],
  succulent: ["pumice-2-5", "pumice-6-12", "scoria-5-10", "granite-grit-3-6", "akadama-granules-3-6"],
  "stone-plant": ["pumice-2-5", "pumice-6-12", "granite-grit-3-6", "scoria-5-10"],
  bulb: [...POTTING, "coarse-sand-0.5-2", "pumice-2-5"],
  shrub: POTTING,
  "dwarf-tree": ["akadama-granules-3-6", "pumice-2-5", "calcined-clay-1-3", "pumice-6-12"],
};
/** Of a guild of sour bogs, those that grow on limestone. */
const LIME_ROCK_SOILS: readonly string[] = ["calcined-clay-1-3", "pumice-2-5", "akadama-granules-3-6"];
const ANIMAL_SOILS: Record<Animal["kind"], readonly string[]> = {
  amphibian: ["topsoil-loam", "coir-pith-fine", "leaf-mould", "sphagnum-peat"],
  reptile: ["topsoil-loam", "coir-pith-fine", "leaf-mould"],
  invertebrate: ["leaf-mould", "topsoil-loam", "coir-pith-fine"],
};
/** For those of dry ground; nobody else lives on sand. */
const DRY_GROUND_SOILS: readonly string[] = ["topsoil-loam", "fine-sand-0.1-0.5"];
const LIKES_DRY_CM = 20_000;

/** Media a soil may be changed for, for the sake of one that lives there. */
export const soilsFor = (occupant: Occupant): readonly string[] =>
  occupant.life === "animal"
    ? occupant.surfaceSuctionCm.typical >= LIKES_DRY_CM
      ? DRY_GROUND_SOILS
      : ANIMAL_SOILS[occupant.kind]
    : occupant.guild === "bog" && occupant.lime === "likes"
      ? LIME_ROCK_SOILS
      : GUILD_SOILS[occupant.guild];

/** All of them, for who has to bring the media. */
export const OCCUPANT_SOILS: ReadonlySet<string> = new Set(
  [...Object.values(GUILD_SOILS), LIME_ROCK_SOILS, DRY_GROUND_SOILS, ...Object.values(ANIMAL_SOILS)].flat(),
);
