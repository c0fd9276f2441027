import type { Confidence, Range } from "../units/range";

/**
 * What lives in a setup, and what it needs, as far as a container decides it. Every number is a range that says how far
 * it can be relied on and whose it is. Suction is in cm of water, light a day's sum of photons for photosynthesis.
 */
export type Figure = Range & {
  readonly confidence: Confidence;
  readonly source: string;
  /** Written for its whole guild or group, not for it: absent where it is its own. */
  readonly ofGuild?: true;
};

/** What growers and keepers agree on without anybody having measured it for containers. */
export const GENERAL_HUSBANDRY = "general husbandry";

/** In growth, and while it rests. [days] */
export type Borne = { readonly growing: Figure; readonly resting: Figure };

export const GUILDS = [
  "bog",
  "bog-shrub",
  "marginal",
  "corm",
  "sedge",
  "grass",
  "fruiting-crop",
  "leafy-crop",
  "root-crop",
  "moist-herb",
  "dry-herb",
  "acid",
  "houseplant",
  "aroid",
  "airy-epiphyte",
  "orchid",
  "bromeliad",
  "fern",
  "moss",
  "jewel-orchid",
  "succulent",
  "stone-plant",
  "bulb",
  "shrub",
  "dwarf-tree",
] as const;
export type Guild = (typeof GUILDS)[number];

export const FEEDS = ["none", "little", "hungry"] as const;
export const LIMES = ["hates", "bears", "likes"] as const;
export const MOVING_AIRS = ["wants", "bears-still"] as const;
export const HEATS = ["bears", "dies"] as const;
export const GROWTHS = ["slow", "medium", "fast"] as const;
export const DORMANCIES = ["none", "winter", "summer"] as const;
export const TOXICITIES = ["unknown", "none-known", "irritant", "poisonous"] as const;
export type Toxicity = (typeof TOXICITIES)[number];

/** Weeks counted from the last frost of spring or the first of autumn; before it where negative. */
export type Season = {
  readonly from: "last-frost" | "first-frost";
  readonly fromWeeks: number;
  readonly toWeeks: number;
};

export type PlantNeeds = {
  readonly guild: Guild;
  /** The comfort band: suctions between which its roots drink and breathe at ease. [cm] */
  readonly wettestSuctionCm: Figure;
  readonly driestSuctionCm: Figure;
  /** Air its roots want at least, and where more brings nothing. [m³/m³] */
  readonly leastAirSpace: Figure;
  readonly goodAirSpace: Figure;
  /** Days it bears wetter than the band, and drier. */
  readonly saturationDays: Borne;
  readonly droughtDays: Borne;
  /** How high its crown likes to stand over free water; negative under it. [cm] */
  readonly crownOverWaterCm: Figure;
  /** With the least it gets by, the usual does well, with more it goes no deeper. [cm] */
  readonly rootDepthCm: Figure;
  readonly rootSpreadCm: Figure;
  readonly spreadCm: Figure;
  readonly heightCm: Figure;
  readonly pH: Figure;
  /** Salts of the mix's saturated extract from which it suffers, and of its water. [dS/m, mg/L] */
  readonly mostEcDsPerM: Figure;
  readonly mostWaterPpm: Figure;
  readonly lightMolPerDay: Figure;
  readonly temperatureC: Figure;
  /** The coldest it lives through. [°C] */
  readonly frostC: Figure;
  /** Relative humidity. [0…1] */
  readonly humidity: Figure;
  readonly feed: (typeof FEEDS)[number];
  readonly lime: (typeof LIMES)[number];
  readonly movingAir: (typeof MOVING_AIRS)[number];
  /** What afternoons hotter than it likes do to it. */
  readonly heat: (typeof HEATS)[number];
  readonly growth: (typeof GROWTHS)[number];
  readonly dormancy: (typeof DORMANCIES)[number];
  readonly toPeople: Toxicity;
  readonly toPets: Toxicity;
  /** Grown to be eaten. */
  readonly eaten: boolean;
  readonly planting: Season | null;
  readonly harvest: Season | null;
};

/** What of a substrate and its keeping does harm to an animal. */
export type Harm = "feed" | "dust" | "sharp" | "resin" | "copper" | "eaten-grains" | "salts" | "lime";
/** What an animal takes for food among what may live with it. */
export type Eats = "rot" | "living-leaves" | "small-animals" | "any-animal";

/** Ground that rots, to be eaten; leaves on it; water to drink, to sit in, to swim in, of the sea; lime for shells. */
export const WANTS = ["rotting-ground", "litter", "drink", "bath", "swim", "sea-water", "lime"] as const;
export type Want = (typeof WANTS)[number];

export type AnimalNeeds = {
  readonly kind: "amphibian" | "reptile" | "invertebrate";
  /** Substrate it wants under it. [cm] */
  readonly depthCm: Figure;
  /** Suctions of the upper 2 cm, and of the deepest place it goes to; each from the wettest to the driest. [cm] */
  readonly surfaceSuctionCm: Figure;
  readonly deepSuctionCm: Figure;
  readonly humidity: Figure;
  readonly temperatureC: Figure;
  /** Share of the mouth that is open to the air. [0…1] */
  readonly openShare: Figure;
  /** Width of the hole it digs and keeps; null for one that digs none. [cm] */
  readonly burrowCm: Figure | null;
  /** The deepest open water it gets out of; null for one that swims. [cm] */
  readonly deepestWaterCm: Figure | null;
  /** Ground for the first, and what each further one adds to it. [cm²] */
  readonly spaceCm2: Figure;
  readonly furtherSpaceCm2: Figure;
  readonly bodyCm: Figure;
  readonly harmedBy: readonly Harm[];
  readonly eats: readonly Eats[];
  /** What it must find where it lives. */
  readonly wants: readonly Want[];
  /** Lives alone: others of its kind are eaten or fought. */
  readonly solitary: boolean;
  /** Ids of small animals that clean up where it lives. */
  readonly cleaners: readonly string[];
  /** To people: bites, stings, hairs or skin. */
  readonly toPeople: Toxicity;
};

type Named = {
  readonly id: string;
  readonly name: string;
  /** What else people call it, in trade and at home, on either side of the ocean. */
  readonly alsoCalled: readonly string[];
  /** Botanical or zoological name, or what stands for a group. */
  readonly scientificName: string;
  readonly note: string;
  /** Some of its kind is invasive or protected somewhere: look at the local list. */
  readonly checkLocalList: boolean;
};
export type Plant = Named & PlantNeeds & { readonly life: "plant" };
export type Animal = Named & AnimalNeeds & { readonly life: "animal" };
export type Occupant = Plant | Animal;

/** At most so much air space at its roots, and a plant brings its own down, through stem and leaf. */
const BRINGS_ITS_OWN_AIR = 0.02;
export const bringsItsOwnAir = ({ leastAirSpace }: Pick<Plant, "leastAirSpace">): boolean =>
  leastAirSpace.typical <= BRINGS_ITS_OWN_AIR;

export type OccupantLookup = (id: string) => Occupant | undefined;

/** Which fields of each are figures, for whoever goes through all of them; the compiler holds them complete. */
type FigureKeys<T> = { [K in keyof T]-?: T[K] extends Figure | null ? K : never }[keyof T];
const allOf =
  <T>() =>
  <const K extends readonly FigureKeys<T>[]>(keys: Exclude<FigureKeys<T>, K[number]> extends never ? K : never): K =>
    keys;

export const PLANT_FIGURES = allOf<PlantNeeds>()([
  "wettestSuctionCm",
  "driestSuctionCm",
  "leastAirSpace",
  "goodAirSpace",
  "crownOverWaterCm",
  "rootDepthCm",
  "rootSpreadCm",
  "spreadCm",
  "heightCm",
  "pH",
  "mostEcDsPerM",
  "mostWaterPpm",
  "lightMolPerDay",
  "temperatureC",
  "frostC",
  "humidity",
]);
export type PlantFigure = (typeof PLANT_FIGURES)[number];

export const ANIMAL_FIGURES = allOf<AnimalNeeds>()([
  "depthCm",
  "surfaceSuctionCm",
  "deepSuctionCm",
  "humidity",
  "temperatureC",
  "openShare",
  "burrowCm",
  "deepestWaterCm",
  "spaceCm2",
  "furtherSpaceCm2",
  "bodyCm",
]);
export type AnimalFigure = (typeof ANIMAL_FIGURES)[number];

/** The limits every figure keeps, for the library's test and for what a grower types. */
export const FIGURE_BOUNDS: Record<PlantFigure | AnimalFigure | "days", readonly [least: number, most: number]> = {
  wettestSuctionCm: [0, 1000],
  driestSuctionCm: [0.5, 15_000],
  leastAirSpace: [0, 0.6],
  goodAirSpace: [0, 0.8],
  crownOverWaterCm: [-60, 300],
  rootDepthCm: [0.5, 200],
  rootSpreadCm: [1, 500],
  spreadCm: [1, 500],
  heightCm: [0.1, 1000],
  pH: [2.5, 10],
  mostEcDsPerM: [0.05, 20],
  mostWaterPpm: [10, 10_000],
  lightMolPerDay: [0, 70],
  temperatureC: [-20, 50],
  frostC: [-50, 25],
  humidity: [0, 1],
  depthCm: [0, 150],
  surfaceSuctionCm: [0, 1e6],
  deepSuctionCm: [0, 1e6],
  openShare: [0, 1],
  burrowCm: [0.05, 40],
  deepestWaterCm: [0, 100],
  spaceCm2: [1, 100_000],
  furtherSpaceCm2: [0, 100_000],
  bodyCm: [0.05, 200],
  days: [0, 3650],
};
