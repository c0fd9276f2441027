import {
  CM3_PER_GALLON,
  CM3_PER_LITRE,
  CM_PER_INCH,
  formatLength,
  formatMass,
  formatTemperature,
  formatVolume,
  KG_PER_POUND,
  lengthInUnits,
  lengthUnitName,
  NBSP,
  temperatureUnitName,
  threeFigures,
  volumeUnitName,
  type UnitSystem,
} from "../units/units";

/**
 * What a log knows: acts (done to a setup), readings (measured on it) and signs (noticed on it), each with what may be
 * said of it. One list for the quick entry, the files, the tables and the words.
 */
export const LOG_KINDS = ["act", "reading", "sign"] as const;
export type LogKind = (typeof LOG_KINDS)[number];

/** What a number in a log is of; stored in the unit that stands here. */
export const QUANTITIES = {
  volume: { unit: "cm3", least: 0, most: 1e7 },
  length: { unit: "cm", least: -10, most: 500 },
  mass: { unit: "g", least: 0, most: 5e6 },
  ph: { unit: "pH", least: 0, most: 14 },
  ec: { unit: "mS/cm", least: 0, most: 50 },
  solids: { unit: "mg/L", least: 0, most: 50_000 },
  temperature: { unit: "°C", least: -60, most: 80 },
  share: { unit: "%", least: 0, most: 100 },
  rain: { unit: "mm", least: 0, most: 2000 },
  count: { unit: "pieces", least: 0, most: 100_000 },
} as const;
export type Quantity = keyof typeof QUANTITIES;

export type Meaning = {
  readonly kind: LogKind;
  /** As it is told: "watered", "the level". */
  readonly name: string;
  /** What number it may have, and whether it must. */
  readonly of?: Quantity;
  readonly needsNumber?: true;
  /** Between its name and its number. */
  readonly joins?: string;
  /** What its readings are drawn as, where its name is no noun. */
  readonly drawn?: string;
  /** What of it can be said, and how that is told; one of them is said then. */
  readonly says?: Readonly<Record<string, string>>;
};

const SOME = (what: string): Readonly<Record<string, string>> => ({
  none: `no ${what}`,
  some: `some ${what}`,
  many: `much ${what}`,
});
const MANY = (what: string): Readonly<Record<string, string>> => ({
  none: `no ${what}`,
  some: `a few ${what}`,
  many: `many ${what}`,
});
const DAMPNESS = (where: string): Readonly<Record<string, string>> => ({
  dry: `${where} dry`,
  damp: `${where} damp`,
  wet: `${where} wet`,
});

export const VOCABULARY = {
  watered: { kind: "act", name: "watered", of: "volume" },
  filled: { kind: "act", name: "filled up", of: "volume", joins: "with" },
  "filled-to": { kind: "act", name: "filled to", of: "length", needsNumber: true },
  emptied: { kind: "act", name: "emptied", of: "volume", joins: "of" },
  fed: { kind: "act", name: "fed" },
  flushed: { kind: "act", name: "flushed through", of: "volume", joins: "with" },
  planted: { kind: "act", name: "planted", of: "count" },
  sown: { kind: "act", name: "sown", of: "count" },
  repotted: { kind: "act", name: "repotted" },
  divided: { kind: "act", name: "divided" },
  pruned: { kind: "act", name: "pruned" },
  harvested: { kind: "act", name: "harvested", of: "mass" },
  cleaned: { kind: "act", name: "cleaned" },
  covered: { kind: "act", name: "covered" },
  uncovered: { kind: "act", name: "cover taken off" },
  aired: { kind: "act", name: "aired" },
  mulched: { kind: "act", name: "mulched" },
  moved: { kind: "act", name: "moved" },
  anew: { kind: "act", name: "reckoned anew" },
  level: { kind: "reading", name: "water at", drawn: "height of its water", of: "length", needsNumber: true },
  weight: { kind: "reading", name: "weighs", drawn: "weight", of: "mass", needsNumber: true },
  ph: { kind: "reading", name: "pH", of: "ph", needsNumber: true },
  ec: { kind: "reading", name: "EC", of: "ec", needsNumber: true },
  solids: { kind: "reading", name: "dissolved", drawn: "what is dissolved", of: "solids", needsNumber: true },
  temperature: { kind: "reading", name: "temperature", of: "temperature", needsNumber: true },
  humidity: { kind: "reading", name: "air humidity", of: "share", needsNumber: true },
  moisture: { kind: "reading", name: "soil moisture", of: "share", needsNumber: true },
  rain: { kind: "reading", name: "rain", of: "rain", needsNumber: true },
  "ran-out": { kind: "reading", name: "ran out", drawn: "what ran out", of: "volume", needsNumber: true },
  smell: { kind: "sign", name: "smell", says: { fine: "smells fine", sour: "smells sour" } },
  leaves: {
    kind: "sign",
    name: "leaves",
    says: { fine: "leaves fine", pale: "leaves pale", yellow: "leaves yellow", wilting: "leaves wilting" },
  },
  moss: { kind: "sign", name: "moss", says: { fine: "moss fine", pale: "moss pale", brown: "moss brown" } },
  surface: { kind: "sign", name: "surface", says: DAMPNESS("surface") },
  finger: { kind: "sign", name: "finger at 3 cm", says: DAMPNESS("at a finger's depth") },
  depth: { kind: "sign", name: "squeeze at depth", says: DAMPNESS("deep down") },
  "water-below": {
    kind: "sign",
    name: "water below",
    says: { none: "no water seen below", seen: "water seen below" },
  },
  gnats: { kind: "sign", name: "gnats", says: MANY("gnats") },
  mould: { kind: "sign", name: "mould", says: SOME("mould") },
  algae: { kind: "sign", name: "algae", says: SOME("algae") },
  crust: { kind: "sign", name: "salt crust", says: SOME("salt crust") },
  weeds: { kind: "sign", name: "weeds", says: MANY("weeds") },
  stands: { kind: "sign", name: "how it stands", says: { level: "stands level", leaning: "leans" } },
  roots: { kind: "sign", name: "roots at the base", says: { none: "no roots at the base", seen: "roots at the base" } },
  crown: { kind: "sign", name: "crown", says: { clear: "crown clear", buried: "crown buried" } },
  animals: {
    kind: "sign",
    name: "animals",
    says: {
      fine: "animals as usual",
      "not-seen": "no animals seen",
      "on-top": "animals on the surface",
      "out-of-burrow": "animals out of their burrows",
    },
  },
  noted: { kind: "sign", name: "note" },
} as const satisfies Readonly<Record<string, Meaning>>;
export type What = keyof typeof VOCABULARY;
export const WHATS = Object.keys(VOCABULARY) as readonly What[];
export const meaningOf = (what: What): Meaning => VOCABULARY[what];

/** One thing of a log: what, its number in the unit of its quantity, or what is said of it. */
export type LogItem = { readonly what: What; readonly value: number | null; readonly word: string | null };

/** What keeps an item from being one; undefined for one that can be. */
export function faultOf({ what, value, word }: LogItem): string | undefined {
  const { name, of, needsNumber, says } = meaningOf(what);
  if (value !== null) {
    if (!of) return `${name}: has no number`;
    const { unit, least, most } = QUANTITIES[of];
    if (!(value >= least && value <= most)) return `${name}: from ${least} to ${most} ${unit}`;
  } else if (needsNumber) return `${name}: needs a number`;
  if (word === null) return says ? `${name}: one of ${Object.keys(says).join(", ")}` : undefined;
  if (!says || !Object.hasOwn(says, word))
    return says ? `${name}: one of ${Object.keys(says).join(", ")}` : `${name}: nothing else is said of it`;
  return undefined;
}

/** A number of a log, in the grower's units. */
export function numberWords(of: Quantity, value: number, system: UnitSystem): string {
  switch (of) {
    case "volume":
      return formatVolume(value, system);
    case "length":
      return formatLength(value, system);
    case "mass":
      return formatMass(value / 1000, system);
    case "temperature":
      return formatTemperature(value, system);
    case "rain":
      return system === "metric" ? `${threeFigures(value, 1)}${NBSP}mm` : formatLength(value / 10, system);
    case "ph":
      return threeFigures(value, 2);
    case "count":
      return String(Math.round(value));
    case "share":
      return `${threeFigures(value, 1)}${NBSP}%`;
    case "ec":
    case "solids":
      return `${threeFigures(value, 2)}${NBSP}${QUANTITIES[of].unit}`;
    default:
      return of satisfies never;
  }
}

/** The one unit a quantity is drawn in, whatever its size. */
export function drawnIn(
  of: Quantity,
  system: UnitSystem,
): { readonly unit: string; readonly number: (value: number) => number } {
  const isMetric = system === "metric";
  switch (of) {
    case "volume":
      return { unit: volumeUnitName(system), number: (cm3) => cm3 / (isMetric ? CM3_PER_LITRE : CM3_PER_GALLON) };
    case "length":
      return { unit: lengthUnitName(system), number: (cm) => lengthInUnits(cm, system) };
    case "mass":
      return { unit: isMetric ? "kg" : "lb", number: (g) => g / 1000 / (isMetric ? 1 : KG_PER_POUND) };
    case "temperature":
      return { unit: temperatureUnitName(system), number: (c) => (isMetric ? c : c * 1.8 + 32) };
    case "rain":
      return isMetric ? { unit: "mm", number: (mm) => mm } : { unit: "in", number: (mm) => mm / 10 / CM_PER_INCH };
    case "ph":
    case "count":
      return { unit: "", number: (value) => value };
    case "share":
    case "ec":
    case "solids":
      return { unit: QUANTITIES[of].unit, number: (value) => value };
    default:
      return of satisfies never;
  }
}

/** "watered 2 L", "water at 4 cm", "smells fine": as it can be typed again. */
export function itemWords({ what, value, word }: LogItem, system: UnitSystem): string {
  const { name, of, says, joins } = meaningOf(what);
  if (word !== null) return says?.[word] ?? word;
  if (value === null || !of) return name;
  return [name, joins, numberWords(of, value, system)].filter(Boolean).join(" ");
}
