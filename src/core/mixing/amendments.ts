import type { Medium } from "../media/medium";
import type { Range } from "../units/range";
import { isFed, isLimed } from "../media/flags";
import { parseNumber } from "../units/numbers";
import { failed, ok, problem, type Result } from "../units/problem";
import { formatMass, formatVolume, type UnitSystem } from "../units/units";
import type { Part } from "./blend";
import { UNKNOWN_CEC } from "./chemistry";

/**
 * What is mixed in by the gram or the handful. Doses are what labels commonly give, as ranges, and the label in hand
 * goes before them. Lime and sulphur move pH by their equivalents against what the mix can buffer; reasoned from
 * chemistry, not measured on mixes.
 */
export type Amendment = {
  readonly id: string;
  readonly name: string;
  /** Grams a litre of mix, or share of its volume. */
  readonly dose: { readonly kind: "grams-per-litre" | "share"; readonly range: Range };
  /** What a gram neutralises, up (+) or down (−). [meq/g] */
  readonly meqPerGram: number;
  readonly feeds: boolean;
  readonly salty: boolean;
  readonly about: string;
};

const span = (low: number, typical: number, high: number): Range => ({ low, typical, high });

/** An amendment chosen, with its dose: grams a litre of mix or a share of its volume, as its kind says. */
export type Dosed = { readonly id: string; readonly amount: number };
/** Far beyond any label; what is more is a slip. [g/L; share] */
export const GREATEST_DOSE = { "grams-per-litre": 100, share: 0.5 } as const;

export const AMENDMENTS: readonly Amendment[] = [
  {
    id: "slow-release",
    name: "Slow-release feed",
    dose: { kind: "grams-per-litre", range: span(1.5, 3, 5) },
    meqPerGram: 0,
    feeds: true,
    salty: true,
    about: "Mixed in, in a strip or in layers; warmth releases it faster. In a sealed reservoir its salts stay.",
  },
  {
    id: "organic-feed",
    name: "Organic feed, meal or pellets",
    dose: { kind: "grams-per-litre", range: span(2, 4, 8) },
    meqPerGram: 0,
    feeds: true,
    salty: false,
    about: "Works only where it is warm, moist and aired; smells and draws gnats near the surface.",
  },
  {
    id: "dolomite",
    name: "Dolomite lime",
    dose: { kind: "grams-per-litre", range: span(1, 3, 6) },
    meqPerGram: 17,
    feeds: false,
    salty: false,
    about: "Raises pH over weeks and gives calcium and magnesium. Dust: a mask, and wet it.",
  },
  {
    id: "sulphur",
    name: "Sulphur, powdered",
    dose: { kind: "grams-per-litre", range: span(0.2, 0.5, 1) },
    meqPerGram: -50,
    feeds: false,
    salty: false,
    about:
      "Lowers pH over months, and only where it is aired and warm. In waterlogged soil it turns to a poison that smells of rotten eggs.",
  },
  {
    id: "bone-meal",
    name: "Bone meal",
    dose: { kind: "grams-per-litre", range: span(1, 2, 4) },
    meqPerGram: 4,
    feeds: true,
    salty: false,
    about: "Slow phosphorus and some lime. A mask against its dust; animals dig for it.",
  },
  {
    id: "charcoal",
    name: "Charcoal",
    dose: { kind: "share", range: span(0.03, 0.06, 0.12) },
    meqPerGram: 0,
    feeds: false,
    salty: false,
    about: "Keeps a jar open; rinse it, since its ash is alkaline. Whether it keeps it sweet is not settled.",
  },
  {
    id: "biochar",
    name: "Biochar, charged with feed",
    dose: { kind: "share", range: span(0.05, 0.08, 0.15) },
    meqPerGram: 0,
    feeds: true,
    salty: false,
    about: "Uncharged it takes feed from the roots first. Raises pH.",
  },
  {
    id: "castings",
    name: "Worm castings",
    dose: { kind: "share", range: span(0.05, 0.1, 0.2) },
    meqPerGram: 0,
    feeds: true,
    salty: true,
    about: "Mild feed and life; fines that fill the wide pores.",
  },
  {
    id: "crystals",
    name: "Water crystals",
    dose: { kind: "grams-per-litre", range: span(0.5, 1, 2) },
    meqPerGram: 0,
    feeds: false,
    salty: false,
    about:
      "Soak them first: dry they swell in the pot and push it out. Over a reservoir they add nothing a wick does not.",
  },
];

export const amendmentOf = (id: string): Amendment | undefined => AMENDMENTS.find((one) => one.id === id);

/** An amount of an amendment in a batch: a mass, or a volume where its dose is a share. */
export const amendmentAmount = (
  { dose: { kind } }: Amendment,
  amount: number,
  mixedCm3: number,
  system: UnitSystem,
): string =>
  kind === "share" ? formatVolume(amount * mixedCm3, system) : formatMass((amount * mixedCm3) / 1e6, system);

/** Reads a dose as it is typed: grams a litre, or a share in per cent. */
export function parseDose(text: string, { dose: { kind } }: Amendment): Result<number> {
  const perUnit = kind === "share" ? 100 : 1;
  const read = parseNumber(text, 0, perUnit * GREATEST_DOSE[kind], kind === "share" ? "%" : "g");
  if (read.ok && read.value > 0) return ok(read.value / perUnit);
  const most = kind === "share" ? `${perUnit * GREATEST_DOSE.share} %` : `${GREATEST_DOSE[kind]} g`;
  return failed(problem("", "no-dose", `From above 0 to ${most}.`));
}

/** A dose as a field shows it. */
export const doseFieldText = (amount: number, { dose: { kind } }: Amendment): string =>
  String(Number((amount * (kind === "share" ? 100 : 1)).toFixed(3)));

/** The share of its exchange sites a medium gives up or takes for one step of pH, and how far that may be off. */
const SITES_PER_PH = 0.25;
const BUFFER_FACTOR = 1.6;

/** How far a dose moves the pH of a mix once it has worked: undefined for what does not. */
export function phShift(
  { meqPerGram, dose }: Amendment,
  gramsPerLitre: number,
  parts: readonly Part[],
  shares: readonly number[],
): Range | undefined {
  if (meqPerGram === 0 || dose.kind === "share") return undefined;
  const sites = parts.reduce((sum, { medium }, i) => sum + shares[i]! * sitesMeqPerLitre(medium), 0);
  return phLift(meqPerGram * gramsPerLitre, sites);
}

/** What a litre of a medium can exchange. [meq/L] */
export const sitesMeqPerLitre = ({
  dryBulkDensityGPerCm3,
  cecMeqPer100g,
}: Pick<Medium, "dryBulkDensityGPerCm3" | "cecMeqPer100g">): number =>
  dryBulkDensityGPerCm3.typical * 1000 * ((cecMeqPer100g?.typical ?? UNKNOWN_CEC) / 100);

/** How far so much of a base, or of an acid where it is negative, moves the pH of what can exchange so much. [meq, meq] */
export function phLift(meq: number, sitesMeq: number): Range {
  const typical = meq / (SITES_PER_PH * sitesMeq);
  const [near, far] = [typical / BUFFER_FACTOR, typical * BUFFER_FACTOR];
  return { low: Math.min(near, far), typical, high: Math.max(near, far) };
}

/** How far all amendments chosen move it together; undefined when none does. */
export function phShiftOf(
  chosen: readonly Dosed[],
  parts: readonly Part[],
  shares: readonly number[],
): Range | undefined {
  const shifts = chosen.flatMap(({ id, amount }) => {
    const amendment = AMENDMENTS.find((one) => one.id === id);
    return (amendment && phShift(amendment, amount, parts, shares)) ?? [];
  });
  if (shifts.length === 0) return undefined;
  const sum = (of: (shift: Range) => number): number => shifts.reduce((all, shift) => all + of(shift), 0);
  return { low: sum(({ low }) => low), typical: sum(({ typical }) => typical), high: sum(({ high }) => high) };
}

/** Where a mix is to lie, as far as feeds and lime are concerned. */
export type MixPlace = {
  /** Whether water leaves the vessel at the bottom, and with it salts. */
  readonly drains: boolean;
  /** Whether its foot stands in water all the time. */
  readonly standsInWater: boolean;
  /** What else is in the vessel. */
  readonly neighbours: readonly Pick<Medium, "pattern">[];
};

/** What speaks against an amendment in this mix, and at its place when that is known. */
export function amendmentWarnings(amendment: Amendment, parts: readonly Part[], place?: MixPlace): string[] {
  const flagged = (flag: string): boolean => parts.some(({ medium }) => medium.safety.flags.includes(flag));
  const warnings: string[] = [];
  if (amendment.feeds)
    warnings.push(
      "Never under carnivorous plants or with sphagnum that is to live: they want nothing; nor where amphibians live.",
    );
  if (amendment.feeds && parts.some(({ medium }) => isFed(medium)))
    warnings.push("A part of this mix is fed already: more burns roots.");
  if (amendment.salty && flagged("salts-if-unwashed"))
    warnings.push("Coir may bring salt of its own: wash it, or feed less.");
  if (amendment.meqPerGram > 0) warnings.push("Not for acid lovers (pH 4 to 5.5) or bog plants.");
  if (amendment.meqPerGram > 0 && parts.some(({ medium }) => isLimed(medium)))
    warnings.push("A part of this mix is limed already.");
  if (amendment.id === "sulphur" && parts.some(({ medium }) => isLimed(medium)))
    warnings.push("A part of this mix is limed: that undoes it.");
  if (place) {
    if (amendment.salty && !place.drains)
      warnings.push("Nothing drains from this vessel: its salts stay and gather. Half of the least dose, or none.");
    if (amendment.id === "sulphur" && place.standsInWater)
      warnings.push("This layer stands in water: here sulphur rots to the poison that smells of eggs.");
    if (amendment.id === "organic-feed" && place.standsInWater)
      warnings.push("This layer stands in water: what rots there without air turns sour.");
    if ((amendment.feeds || amendment.meqPerGram > 0) && place.neighbours.some(({ pattern }) => pattern === "moss"))
      warnings.push("Moss grows or lies in this vessel: sphagnum and most mosses die of feed and lime.");
  }
  return warnings;
}
