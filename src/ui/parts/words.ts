import type { DressingMaterial, Fixture, Separator } from "@/core/stack/fixtures";
import type { History, Site, Standing } from "@/core/stack/setup";
import type { Shape, Vessel, VesselMaterial } from "@/core/vessel/vessel";

/** The words of what is chosen among few. */
export const STANDING_WORDS: Record<Standing["by"], string> = {
  level: "filled to a level",
  soaking: "soaked from the top, then left to drain",
  volume: "so much poured in",
};

export const HISTORY_WORDS: Record<History, string> = {
  soaked: "soaked, then drained",
  moist: "wicked up from moist",
  dry: "wicked up from dry",
};

export const MATERIAL_WORDS: Record<VesselMaterial, string> = {
  unsaid: "not said",
  plastic: "plastic",
  resin: "resin",
  glass: "glass",
  ceramic: "glazed ceramic",
  unglazed: "unglazed clay",
  stone: "stone",
  wood: "wood",
  metal: "metal",
  fabric: "fabric",
};

export const SHAPE_WORDS: Record<Shape, string> = {
  round: "round",
  square: "square",
  rectangular: "rectangular",
  oval: "oval",
  "half-barrel": "half barrel",
  bowl: "bowl",
  bath: "bath tub",
  bottle: "bottle or carboy",
  poured: "measured by pouring",
};

export const FOOD_WORDS: Record<Vessel["foodSafe"], string> = { unsaid: "not said", yes: "yes", no: "no" };

export const SUN_WORDS: Record<Site["sun"], string> = { unsaid: "not said", shade: "no direct sun", sun: "in the sun" };
export const RAIN_WORDS: Record<Site["rain"], string> = {
  unsaid: "not said",
  sheltered: "no rain",
  open: "in the rain",
};
export const CHILDREN_WORDS: Record<Site["children"], string> = {
  unsaid: "not said",
  yes: "within their reach",
  no: "out of their reach",
};

export const SEPARATOR_WORDS: Record<Separator, string> = {
  mesh: "mesh",
  "weed-cloth": "weed cloth",
  paper: "paper",
  card: "card",
};

export const DRESSING_WORDS: Record<DressingMaterial, string> = {
  gravel: "gravel",
  "living-moss": "living moss",
  bark: "bark",
  sheet: "cover sheet",
};

export const FOOT_WORDS: Record<Extract<Fixture, { kind: "fill-tube" }>["foot"], string> = {
  cut: "cut at an angle",
  drilled: "drilled",
};

/** The same, as a line says them. */
export const HISTORY_SHORT: Record<History, string> = {
  soaked: "soaked first",
  moist: "wicked up from moist",
  dry: "wicked up from dry",
};
export const RAIN_SHORT: Record<Exclude<Site["rain"], "unsaid">, string> = {
  sheltered: "out of the rain",
  open: "in the open",
};
export const SHAPE_NAMES: Record<Shape, string> = {
  round: "round pot",
  square: "square pot",
  rectangular: "box",
  oval: "oval tub",
  "half-barrel": "half barrel",
  bowl: "bowl",
  bath: "bath tub",
  bottle: "bottle",
  poured: "vessel measured by pouring",
};
