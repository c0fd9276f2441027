import type { CalendarDate } from "../units/calendar-date";
import type { Range } from "../units/range";
import type { Figure, Harm, Occupant, OccupantLookup, Want } from "../occupants/occupant";
import type { Occupancy, Setup } from "../stack/setup";
import type { MediumLookup } from "../water/network";
import type { FoodSafe } from "../vessel/vessel";
import type { Holding } from "./burrow";
import type { WaterStates } from "./states";
import type { FrostDates } from "../place/place-years";

/**
 * How well a setup suits what lives there, as data: for each limit the value that met or missed it, where and when. What
 * is said of it is made of it in words.ts, and nowhere else.
 */
export const GRADES = ["unsuited", "care", "unknown", "suits"] as const;
export type Grade = (typeof GRADES)[number];

/** Water as it stands in a moment that matters. */
export type MomentKind = "watered" | "settled" | "mark" | "driest";
/** When a verdict's water stands so: between two waterings, and in a season on its day or in its month, from 0. */
export type Moment = { readonly kind: MomentKind; readonly on?: CalendarDate; readonly month?: number };

export type Finding = {
  /** The setup's entry it is about. */
  readonly occupancyId: string;
  readonly grade: Grade;
  /** Whether it kills, and is never outweighed by what suits. */
  readonly fatal: boolean;
} & Told;

/** Each limit with what its sentence is made of. */
export type Told =
  /** How deep under the surface there is the air it needs, against how deep its roots must go. */
  | {
      readonly limit: "air";
      readonly at: Moment;
      readonly airedCm: Range;
      /** How deep its roots go here, at its present size. [cm] */
      readonly usedCm: number;
      readonly leastAirSpace: Figure;
      readonly meanAirSpace: number;
      readonly goodAirSpace: Figure;
    }
  /** Deeper than this no oxygen comes. */
  | {
      readonly limit: "oxygen";
      readonly at: Moment;
      readonly reachesCm: Range;
      readonly soilCm: number;
      readonly usedCm: number;
      readonly sourWithinDays: Range;
    }
  /** How deep it is not wetter than it likes, in a soil that stays as it is. */
  | {
      readonly limit: "wet-for-good";
      readonly at: Moment;
      readonly roomCm: Range;
      readonly usedCm: number;
      readonly wettestSuctionCm: Figure;
      readonly suctionCm: number;
    }
  /** How long it is wetter than it likes after a watering. */
  | {
      readonly limit: "wet-days";
      readonly days: Range;
      readonly borne: Figure;
      readonly wettestSuctionCm: Figure;
      /** In its rest, when it drinks far less. */
      readonly restingDays: number;
      readonly borneResting: Figure;
      readonly decidedBy: "growing" | "resting";
    }
  /** How long it is wet to the hand after a watering, where there is air to spare. */
  | { readonly limit: "stays-wet"; readonly days: number; readonly borneDays: number }
  /** Grown with roots that were made in water, in clean grains over a shallow reservoir. */
  | {
      readonly limit: "water-roots";
      readonly waterCm: number;
      readonly grainsCm: number;
      readonly isShallow: boolean;
      readonly isShifted: boolean;
    }
  /** How dry it is at its roots in a soil that stays as it is. */
  | { readonly limit: "dry-for-good"; readonly at: Moment; readonly suctionCm: number; readonly driest: Figure }
  /** The level from which the reservoir still keeps it damp, against the level there is. */
  | {
      readonly limit: "kept-damp";
      readonly markCm: number | undefined;
      readonly levelCm: number;
      readonly driest: Figure;
      readonly daysFromFull: number;
      /** Days it must live beyond that until it is next filled up. */
      readonly beyondDays: number;
      readonly borne: Figure;
      readonly everyDays: number | null;
    }
  /** The days a watering lasts it. */
  | {
      readonly limit: "dry-days";
      readonly lastsDays: number;
      readonly driest: Figure;
      readonly beyondDays: number;
      readonly borne: Figure;
      readonly everyDays: number | null;
      /** It lives in standing water, and none is kept here. */
      readonly wantsStanding: boolean;
    }
  | {
      readonly limit: "crown";
      readonly at: Moment;
      readonly overWaterCm: number;
      readonly wanted: Figure;
      readonly side: "near" | "far" | "within";
      /** Whether any free water stands in there at that moment. */
      readonly stands: boolean;
    }
  | { readonly limit: "soil-depth"; readonly soilCm: number; readonly wanted: Figure }
  | { readonly limit: "root-room"; readonly fits: Range; readonly count: number; readonly takenShare: number }
  | { readonly limit: "pH"; readonly pH: Range; readonly wanted: Figure; readonly layer: number }
  | {
      readonly limit: "lime";
      readonly layer: number | undefined;
      /** What a layer beside its soil gives off in years, as a multiple of what the soil can take up; null for its own. */
      readonly timesTaken: number | null;
    }
  | { readonly limit: "salts"; readonly ecDsPerM: Range; readonly most: Figure; readonly layer: number }
  | {
      readonly limit: "feed";
      readonly wants: "none" | "hungry";
      readonly layer: number | undefined;
      /** Where feed harms it: by what the layer gives, by what may have to be rinsed out of it, or by lime that may be in it. */
      readonly by: "feeds" | "rated" | "may-be-lime";
    }
  | { readonly limit: "water-solids"; readonly ppm: number | null; readonly most: Figure }
  | { readonly limit: "light"; readonly molPerDay: Range | null; readonly wanted: Figure; readonly typed: boolean }
  | {
      readonly limit: "cold";
      readonly coldestC: number | null;
      readonly lives: Figure;
      /** Of the frost it lives through, of the cool it bears, or of a crop that is not there in winter. */
      readonly kind: "frost" | "cool" | "summer";
      /** The month it is coldest in, from 0, where that follows from the place. */
      readonly month?: number | undefined;
      /** Between which days a crop of one summer stands there, where that is known. */
      readonly frost?: FrostDates | null | undefined;
    }
  /** What it wants of its rest: weeks of cold, or to be kept dry. */
  | {
      readonly limit: "rest";
      readonly of: "winter" | "dry-winter" | "dry-summer";
      readonly coldestC: number | null;
      readonly below: Range;
    }
  | { readonly limit: "shut-in-sun" }
  | {
      readonly limit: "heat";
      readonly warmestC: number;
      readonly lives: Figure;
      readonly month?: number | undefined;
    }
  | { readonly limit: "humidity"; readonly humidity: Range; readonly wanted: Figure; readonly from: "lid" | "place" }
  | { readonly limit: "moving-air"; readonly openShare: number }
  | {
      readonly limit: "company";
      readonly otherId: string;
      readonly clash:
        "water" | "pH" | "feed" | "lime" | "vigour" | "eaten" | "eats" | "poison" | "alone" | "warmth" | "kinds";
    }
  /** What is eaten is grown in what may stain food. */
  | { readonly limit: "food-safe"; readonly foodSafe: FoodSafe }
  | { readonly limit: "no-roots" }
  | { readonly limit: "no-ground" }
  /** For animals. */
  | { readonly limit: "ground-depth"; readonly depthCm: number; readonly wanted: Figure }
  | {
      readonly limit: "surface-damp";
      readonly at: Moment;
      readonly suctionCm: number;
      readonly band: Figure;
      readonly side: "wet" | "dry" | "within";
    }
  | {
      readonly limit: "deep-damp";
      readonly at: Moment;
      readonly band: Figure;
      /** Heights over the base between which the suction lies in the band; undefined where it does nowhere. */
      readonly fromCm: number | undefined;
      readonly toCm: number | undefined;
      readonly suctionAtFootCm: number;
      readonly side: "wet" | "dry" | "within";
    }
  | { readonly limit: "open-water"; readonly deepCm: number; readonly most: Figure }
  | {
      readonly limit: "burrow";
      readonly widthCm: Figure;
      readonly holds: Holding;
      readonly suctionCm: number;
      readonly layer: number;
    }
  /** What it eats or drinks from where it lives. */
  | { readonly limit: "provided"; readonly want: Want; readonly layer: number | undefined }
  | { readonly limit: "harm"; readonly harm: Harm | "unfit"; readonly layer: number }
  | { readonly limit: "open-share"; readonly openShare: number | undefined; readonly wanted: Figure }
  | { readonly limit: "ground-room"; readonly areaCm2: number; readonly wantedCm2: Range; readonly count: number }
  | { readonly limit: "unknown-kind" };

export type Limit = Told["limit"];

/** What something that lives there is told. */
export type Verdict = {
  readonly occupancy: Occupancy;
  /** Undefined for a kind that is not known here. */
  readonly occupant: Occupant | undefined;
  readonly grade: Grade;
  /** What decides it first, the worst first. */
  readonly findings: readonly Finding[];
};

/** What every rule reads. */
export type Asked = {
  readonly setup: Setup;
  readonly medium: MediumLookup;
  readonly occupants: OccupantLookup;
  readonly states: WaterStates;
};

/** Without these nothing is known of what matters most, and it cannot be told to suit. */
const FIRST_TO_KNOW: ReadonlySet<Limit> = new Set<Limit>(["no-roots", "unknown-kind"]);

/** The worst of what is known. Whatever is fatal and unsuited decides alone, and nothing is averaged. */
export function worstOf(findings: readonly { readonly grade: Grade; readonly limit: Limit }[]): Grade {
  for (const grade of ["unsuited", "care"] as const) if (findings.some((one) => one.grade === grade)) return grade;
  if (findings.some(({ grade, limit }) => grade === "unknown" && FIRST_TO_KNOW.has(limit))) return "unknown";
  return findings.length > 0 && findings.every(({ grade }) => grade === "unknown") ? "unknown" : "suits";
}

/** A value against a limit known as a range: met for sure, met by some accounts, or missed by all. */
export const atMost = (value: number, { typical, high }: Range): Grade =>
  value <= typical ? "suits" : value <= high ? "care" : "unsuited";
export const atLeast = (value: number, { low, typical }: Range): Grade =>
  value >= typical ? "suits" : value >= low ? "care" : "unsuited";
/** The same where the range is of what is liked, and a factor beyond it is still borne. */
export function within(value: number, { low, high }: Range, slackFactor: number): Grade {
  if (value >= low && value <= high) return "suits";
  return value >= low / slackFactor && value <= high * slackFactor ? "care" : "unsuited";
}

/** Two ranges against one another: the one lies in the other, reaches into it, or misses it. */
export function rangeWithin(value: Range, { low, high }: Range, slack = 0): Grade {
  if (value.low > high + slack || value.high < low - slack) return "unsuited";
  return value.typical >= low - slack && value.typical <= high + slack ? "suits" : "care";
}

export const worse = (a: Grade, b: Grade): Grade => (GRADES.indexOf(a) <= GRADES.indexOf(b) ? a : b);
