import { LONGEST_NAME } from "../units/text";
import { problem, type Problem } from "../units/problem";
import { CLIMATES, INDOORS_ID, type Climate } from "./climates";
import { MOST_WATERS, RAIN_ID, TAP_ID, UNKNOWN_TAP, type Water } from "./waters";
import { isDayInYear, type DayInYear } from "./day-in-year";

/**
 * Where setups stand: a climate at a latitude, and what of it comes in there. Several setups share one. What a setup
 * itself says of its site beats what follows from its place.
 */
export const PLACE_KINDS = ["outdoors", "glasshouse", "windowsill", "room", "lamps", "case"] as const;
export type PlaceKind = (typeof PLACE_KINDS)[number];

/** Which way it looks: the wall behind it is on the other side. "open" has none. */
export const FACINGS = ["open", "north", "east", "south", "west"] as const;
export type Facing = (typeof FACINGS)[number];
export const WINDOW_FACINGS = ["north", "east", "south", "west"] as const;
export type WindowFacing = (typeof WINDOW_FACINGS)[number];

/** How much of the wind gets there. */
export const SHELTERS = ["open", "sheltered", "enclosed"] as const;
export type Shelter = (typeof SHELTERS)[number];

export type Stand =
  | {
      readonly kind: "outdoors";
      readonly facing: Facing;
      readonly shelter: Shelter;
      /** Whether a roof keeps the rain off. */
      readonly roofed: boolean;
    }
  | {
      readonly kind: "glasshouse";
      /** The coldest its heating lets it get; null for none. [°C] */
      readonly heatedToC: number | null;
    }
  | { readonly kind: "windowsill"; readonly facing: WindowFacing; readonly heated: boolean }
  /** Away from windows. */
  | { readonly kind: "room"; readonly heated: boolean }
  | {
      readonly kind: "lamps";
      /** Photons for photosynthesis at the leaves. [µmol/(m²·s)] */
      readonly photonsUmolPerM2S: number;
      readonly hoursPerDay: number;
      readonly heated: boolean;
    }
  /** A shared cover, case or jar in a room, at a window: so much of it is open to the room. */
  | {
      readonly kind: "case";
      readonly facing: WindowFacing;
      readonly openShare: number;
      readonly heated: boolean;
    };

/** The water at hand there: what comes from the tap or is carried there, and what a roof brings to a butt. */
export type WaterThere = {
  /** The tap's first. Rain is at hand everywhere, and not among them. */
  readonly waters: readonly Water[];
  readonly roofM2: number;
  readonly buttL: number;
};

export type Place = {
  readonly name: string;
  readonly note: string;
  readonly climateId: string;
  /** Measured weather that its days are of; null while they are drawn from the climate. */
  readonly weatherId: string | null;
  /** Negative in the south. [°] */
  readonly latitude: number;
  readonly elevationM: number;
  readonly stand: Stand;
  readonly water: WaterThere;
  /** As they are said where it is; null for what the climate makes of them. */
  readonly lastFrost: DayInYear | null;
  readonly firstFrost: DayInYear | null;
};

/** What a place is that nobody has said anything of. */
export const USUAL_PLACE: Place = {
  name: "",
  note: "",
  climateId: CLIMATES[0]!.id,
  weatherId: null,
  latitude: CLIMATES[0]!.latitude,
  elevationM: CLIMATES[0]!.elevationM,
  stand: { kind: "outdoors", facing: "open", shelter: "sheltered", roofed: false },
  water: { waters: [UNKNOWN_TAP], roofM2: 0, buttL: 0 },
  lastFrost: null,
  firstFrost: null,
};

const byId = new Map(CLIMATES.map((climate) => [climate.id, climate]));
export const climateOf = ({ climateId }: Pick<Place, "climateId">): Climate | undefined => byId.get(climateId);

export const PLACE_BOUNDS = {
  latitude: [-70, 70],
  elevationM: [-430, 5500],
  heatedToC: [-5, 35],
  photonsUmolPerM2S: [1, 2500],
  hoursPerDay: [0, 24],
  openShare: [0, 1],
  mgPerL: [0, 50_000],
  hardnessMgPerL: [0, 5000],
  alkalinityMgPerL: [0, 2000],
  ph: [2, 12],
  roofM2: [0, 5000],
  buttL: [0, 1_000_000],
} as const;

const LONGEST_NOTE = 1000;
const LONGEST_WATER = 40;
const WATER_FIGURES = [
  ["mgPerL", "What is dissolved in water", " mg/L"],
  ["hardnessMgPerL", "Hardness", " mg/L"],
  ["alkalinityMgPerL", "Alkalinity", " mg/L"],
  ["ph", "A pH", ""],
] as const;

/** What keeps a place from being reckoned with. */
export function placeProblems(place: Place): Problem[] {
  const { name, note, latitude, elevationM, stand } = place;
  const found: Problem[] = [];
  const say = (path: string, message: string): void => void found.push(problem(path, "out-of-range", message));
  const within = (path: string, value: number, key: keyof typeof PLACE_BOUNDS, what: string, unit: string): void => {
    const [least, most] = PLACE_BOUNDS[key];
    if (!(value >= least && value <= most)) say(path, `${what} is between ${least}${unit} and ${most}${unit}.`);
  };
  if (name.trim() === "") say("name", "A place needs a name.");
  else if (name.length > LONGEST_NAME) say("name", `A name has at most ${LONGEST_NAME} characters.`);
  if (note.length > LONGEST_NOTE) say("note", `A note has at most ${LONGEST_NOTE} characters.`);
  if (!climateOf(place)) say("climateId", `There is no climate “${place.climateId}”.`);
  else if (place.climateId === INDOORS_ID)
    say("climateId", "Heated rooms have no weather of their own: name the climate outside.");
  within("latitude", latitude, "latitude", "A latitude", "°");
  within("elevationM", elevationM, "elevationM", "A height over the sea", " m");
  if (stand.kind === "glasshouse" && stand.heatedToC !== null)
    within("stand.heatedToC", stand.heatedToC, "heatedToC", "What a glasshouse is heated to", " °C");
  if (stand.kind === "lamps") {
    within(
      "stand.photonsUmolPerM2S",
      stand.photonsUmolPerM2S,
      "photonsUmolPerM2S",
      "The light of lamps at the leaves",
      " µmol/(m²·s)",
    );
    within("stand.hoursPerDay", stand.hoursPerDay, "hoursPerDay", "The time lamps are on", " h");
  }
  if (stand.kind === "case")
    within("stand.openShare", stand.openShare, "openShare", "The share of a case that is open", "");
  const { water } = place;
  if (water.waters[0]?.id !== TAP_ID) say("water.waters", "The first of its waters is the tap's.");
  if (water.waters.length > MOST_WATERS) say("water.waters", `There are at most ${MOST_WATERS} waters at a place.`);
  const ids = new Set<string>([RAIN_ID]);
  const names = new Set<string>([RAIN_ID]);
  water.waters.forEach((one, i) => {
    const at = `water.waters[${i}]`;
    if (ids.has(one.id)) say(`${at}.id`, `“${one.id}” is used twice.`);
    ids.add(one.id);
    const plain = one.name.trim().toLowerCase();
    if (plain === "") say(`${at}.name`, "A water needs a name.");
    else if (one.name.length > LONGEST_WATER) say(`${at}.name`, `A name has at most ${LONGEST_WATER} characters.`);
    else if (names.has(plain)) say(`${at}.name`, `There is another ${plain}: give this one a name of its own.`);
    names.add(plain);
    for (const [key, what, unit] of WATER_FIGURES)
      if (one[key] !== null) within(`${at}.${key}`, one[key], key, what, unit);
  });
  within("water.roofM2", water.roofM2, "roofM2", "A roof", " m²");
  within("water.buttL", water.buttL, "buttL", "A butt", " L");
  for (const key of ["lastFrost", "firstFrost"] as const) {
    const day = place[key];
    if (day && !isDayInYear(day)) say(key, "A frost date is a day of the year, such as 12 May.");
  }
  if ((place.lastFrost === null) !== (place.firstFrost === null))
    say(place.lastFrost ? "firstFrost" : "lastFrost", "Say both frost dates, or neither.");
  return found;
}

/** Whether the sun shines on what stands there for a good part of a summer's day. */
export function isInSun({ stand, latitude }: Pick<Place, "stand" | "latitude">): boolean {
  const awayFromSun = latitude < 0 ? "south" : "north";
  switch (stand.kind) {
    case "outdoors":
      return !stand.roofed && stand.facing !== awayFromSun;
    case "windowsill":
    case "case":
      return stand.facing !== awayFromSun;
    case "glasshouse":
      return true;
    case "room":
    case "lamps":
      return false;
    default:
      return stand satisfies never;
  }
}

/** Whether rain falls on what stands there. */
export const isRainedOn = ({ stand }: Pick<Place, "stand">): boolean => stand.kind === "outdoors" && !stand.roofed;
