import type { Range } from "../units/range";
import type { DayInYear } from "../place/day-in-year";
import type { GivenWater, Part } from "../place/waters";
import type { FrostDates } from "../place/place-years";
import type { PlaceMonth } from "../place/place-months";
import { type Vessel } from "../vessel/vessel";
import { type Fixture, type Separator } from "./fixtures";

/**
 * Feet, baskets or cords: so many columns of one width in which a layer stands, with water or air beside them. What lies
 * on them rests on a platform.
 */
export type Legs = { readonly section: "round" | "square"; readonly acrossCm: number; readonly count: number };

/** One layer of a stack. `name` is the grower's own; empty means the medium's name. */
export type StackLayer = {
  readonly id: string;
  readonly name: string;
  readonly mediumId: string;
  readonly thicknessCm: number;
  /** Null for a layer from wall to wall. */
  readonly legs: Legs | null;
  /** What lies under it to keep it out of the layer below. */
  readonly separator: Separator | null;
  /** Whether roots are meant to live in it; readings of the root zone come from these layers. */
  readonly rooted: boolean;
  /** What is given to it beside its medium, for this layer alone. Absent where nothing is. */
  readonly amendments?: readonly LayerAmendment[] | undefined;
  /** Where its surface is not level all over: computed as level at its mean height, and said. Absent where it is. */
  readonly laid?: Laid | undefined;
};

/** How an amendment is given to a layer. */
export const GIVEN = ["mixed", "bands", "on-top"] as const;
export type Given = (typeof GIVEN)[number];
/** So much of an amendment: grams, or cm³ of what is dosed by volume. `amendmentId` is of core/mixing. */
export type LayerAmendment = { readonly amendmentId: string; readonly amount: number; readonly given: Given };

/** What a drawing from the side cannot show: it rises by so much to the back, or lies as a ring so wide at the wall. [cm] */
export const LAID = ["slope", "ring"] as const;
export type Laid = { readonly as: (typeof LAID)[number]; readonly byCm: number };

/** How the water in there came to be as it is said to be; what holds it are the vessel and its fixtures. */
export type Standing =
  /** Filled until free water stands at a height over the inside base: in the reservoir, the tray or over the soil. */
  | { readonly by: "level"; readonly levelCm: number }
  /** Soaked from the top until no more runs out. */
  | { readonly by: "soaking" }
  /** So much water in all, the bound water included. */
  | { readonly by: "volume"; readonly storedCm3: number };

/**
 * How the water came to where it is. A medium that wets holds less at the same suction than one that dries
 * (hysteresis), and one put in dry may not take up water from below at all.
 */
export const HISTORIES = ["soaked", "moist", "dry"] as const;
export type History = (typeof HISTORIES)[number];

/** Where it stands, as far as the design depends on it. */
export const SUN = ["unsaid", "shade", "sun"] as const;
export const RAIN = ["unsaid", "sheltered", "open"] as const;
export const CHILDREN = ["unsaid", "yes", "no"] as const;
export type Site = {
  readonly sun: (typeof SUN)[number];
  readonly rain: (typeof RAIN)[number];
  readonly children: (typeof CHILDREN)[number];
  /** Roof whose water runs into it. [m²] */
  readonly roofM2: number;
  /** A day's sum of photons for photosynthesis where it stands; null while nobody has said. [mol/m²] */
  readonly lightMolPerDay: number | null;
  /** The coldest and the warmest it gets there, over the year. [°C] */
  readonly coldestC: number | null;
  readonly warmestC: number | null;
  /** Relative humidity of the air there. [0…1] */
  readonly humidity: number | null;
  /** Solids dissolved in the water it is given. [mg/L] */
  readonly waterPpm: number | null;
};
export const UNSAID_SITE: Site = {
  sun: "unsaid",
  rain: "unsaid",
  children: "unsaid",
  roofM2: 0,
  lightMolPerDay: null,
  coldestC: null,
  warmestC: null,
  humidity: null,
  waterPpm: null,
};

/** How grown a plant is that is put in. */
export const STAGES = ["seed", "young", "grown"] as const;
export type Stage = (typeof STAGES)[number];

/**
 * So many of one kind that live in a setup. `occupantId` names a kind of the library, or a grower's own; `stage` is
 * absent for what is grown, as all animals are.
 */
export type Occupancy = {
  readonly id: string;
  readonly occupantId: string;
  readonly count: number;
  readonly stage?: Stage | undefined;
};
export const stageOf = ({ stage }: Pick<Occupancy, "stage">): Stage => stage ?? "grown";

/** A plant as it is put in: its crown over the soil's surface (under it where negative), and its root ball. */
export type Planting = {
  readonly crownOverSoilCm: number;
  readonly ballDepthCm: number;
  readonly ballAcrossCm: number;
};

/** A plant out of a small pot, until it is said how it is planted. */
export const USUAL_PLANTING: Planting = { crownOverSoilCm: 0.5, ballDepthCm: 8, ballAcrossCm: 9 };

/** What a grower poured to make good what was taken in so many days of a month, from 0; so many times what was derived. */
export type Poured = {
  readonly volumeCm3: number;
  readonly days: number;
  readonly month: number;
  readonly times: number;
};

/**
 * What plants and air take in a day, over the vessel's mouth, with the soil bare: as the grower says, or what follows
 * from where it stands and how it holds its water, set right by what was once poured. Read through `water/losses.ts`
 * alone.
 */
export type Demand =
  { readonly by: "said"; readonly mmPerDay: number } | { readonly by: "place"; readonly poured?: Poured | undefined };

/** A month where a setup stands, and what a day of it takes, as far as that follows from its place. */
export type MonthHere = PlaceMonth & {
  /** What leaves and the bare surface would take over the mouth, if there is water; and both, with its range. [mm/day] */
  readonly leavesMm: number;
  readonly surfaceMm: number;
  readonly mmPerDay: Range;
  /** What falls into it, in all. [mm over the mouth] */
  readonly rainMm: Range;
};

/** What follows from where a setup stands. It is worked out, never said: no document holds it. */
export type Here = {
  /** Of the places it stands at, in the order of the year. */
  readonly placeNames: readonly string[];
  readonly inSun: boolean;
  readonly inRain: boolean;
  /** Within walls all year: its air is a room's, not the weather's. */
  readonly isIndoors: boolean;
  /** A heavy short storm of its climate. [mm/h] */
  readonly stormMmPerHour: number;
  /** What it is watered with there, as far as that is said. */
  readonly given: GivenWater;
  /** January first. */
  readonly months: readonly MonthHere[];
  /** The month, from 0, that a day is of where no other is named: the one in which it takes most. */
  readonly month: number;
  /** Its name: a page that only names it need not know all twelve. */
  readonly monthName: string;
  /** A mean day of the five in a row that take most, and the month most of them come in. [mm/day] */
  readonly heatWaveMm: Range;
  readonly heatWaveMonth: number;
  /** Outdoors there; null where it does not freeze in most years. */
  readonly frost: FrostDates | null;
};

/** At a place, from a day of each year on; `from` is null where it stays there all year. */
export type Stay = { readonly placeId: string; readonly from: DayInYear | null };

/** A setup: a vessel, what is built into it, its fill from the bottom up, and the water in it. */
export type Setup = {
  readonly name: string;
  readonly vessel: Vessel;
  readonly fixtures: readonly Fixture[];
  /** Height over the inside base at which the fill begins: 0, or that of a false bottom, or of the feet's lower end. */
  readonly fillFromCm: number;
  readonly layers: readonly StackLayer[];
  readonly water: Standing;
  readonly history: History;
  readonly demand: Demand;
  readonly planting: Planting | null;
  readonly site: Site;
  readonly occupants: readonly Occupancy[];
  /** It is watered or filled up every so many days; null for whenever it wants it. */
  readonly wateredEveryDays: number | null;
  /** Where it stands, one or one after another through the year. Absent where nobody said. */
  readonly places?: readonly Stay[] | undefined;
  /** What it is watered with, by parts of waters at hand there. Absent for what comes from the tap. */
  readonly blend?: readonly Part[] | undefined;
  /** Setups whose overflow is led into it. Absent where none is. */
  readonly runsIn?: readonly string[] | undefined;
  /** What follows from that, as far as it is known; absent where it stands at none. */
  readonly here?: Here | undefined;
};

/** What a setup has until the grower says otherwise: soaked from the top, as most are. */
export const USUAL_HISTORY: History = "soaked";
