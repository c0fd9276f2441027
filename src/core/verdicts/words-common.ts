import { capitalised } from "../units/text";
import type { Range } from "../units/range";
import type { Figure } from "../occupants/occupant";
import type { Why } from "../readings/sentences";
import type { Setup } from "../stack/setup";
import { formatLength, formatRange, threeFigures, type UnitSystem } from "../units/units";
import type { MediumLookup } from "../water/network";
import { formatDayOfYear, monthName } from "../units/calendar-date";
import type { Grade, Moment, MomentKind, Told } from "./verdict";

/** What all sentences of verdicts are made with. */

/** What a finding is told in: a heading, a sentence with the number that decided it, and its why. */
export type VerdictSentence = {
  readonly id: string;
  readonly heading: string;
  readonly text: string;
  readonly tone: "plain" | "trouble";
  readonly grade: Grade;
  readonly why: Why;
};

/** "3 days", "1 day"; and a range of them. */
export const ofDays = (text: string): string => `${text}\u00a0${text === "1" ? "day" : "days"}`;

/** A finding of some limits, with how it was graded. */
export type Of<L extends Told["limit"]> = Extract<Told, { limit: L }> & { readonly grade: Grade };

export type Speaking = {
  readonly setup: Setup;
  readonly medium: MediumLookup;
  readonly system: UnitSystem;
  readonly nameOf: (occupancyId: string) => string;
};

const MOMENT_WORDS: Record<MomentKind, string> = {
  watered: "just watered and drained",
  settled: "settled",
  mark: "at the refill mark",
  driest: "before the next watering",
};
export const momentWords = ({ kind, on, month }: Moment): string =>
  `${MOMENT_WORDS[kind]}${on ? ` on ${formatDayOfYear(on)}` : month === undefined ? "" : ` in ${monthName(month)}`}`;
/** Whether it is of a day or month of its own. */
export const isDated = ({ on, month }: Moment): boolean => on !== undefined || month !== undefined;

/** "4 to 6 cm" */
export const range = (value: Range, format: (one: number) => string): string =>
  formatRange(value.low, value.high, format);
export const dayWords = (days: number): string =>
  !Number.isFinite(days)
    ? "for good"
    : days < 1
      ? "less than a day"
      : `${threeFigures(days, days < 10 ? 1 : 0)}\u00a0days`;
export const daysText = (days: number): string => threeFigures(days, days < 10 ? 1 : 0);
export const ph = (value: number): string => value.toFixed(1);
export const ec = (value: number): string => `${threeFigures(value, 1)}\u00a0dS/m`;
export const ppm = (value: number): string => `${threeFigures(value, 0)}\u00a0mg/L`;
export const light = (value: number): string => `${threeFigures(value, 1)}\u00a0mol/m²`;
export const count = (value: number): string => threeFigures(value, 0);

export function layerWords({ setup, medium }: Speaking, layer: number): string {
  const { name, mediumId } = setup.layers[layer]!;
  return name || (medium(mediumId)?.name.toLowerCase() ?? "an unknown medium");
}

/** Whether a name is of many: "castings", "clay granules 3–6 mm". */
const isPlural = (name: string): boolean => {
  const head = name.split(/[,\d(]/u)[0]!.trim();
  return /[^su]s$/iu.test(head) && !/ss$|moss$/iu.test(head);
};
/** A layer and what it does, in its number: "the castings feed", "the loam has". */
export function layerDoes(speaking: Speaking, layer: number, one: string, many: string): string {
  const name = layerWords(speaking, layer);
  return `${name} ${isPlural(name) ? many : one}`;
}

const FELT: readonly (readonly [upToCm: number, words: string])[] = [
  [1, "standing in water"],
  [10, "dripping"],
  [60, "wet"],
  [300, "damp"],
  [2000, "hardly damp"],
  [Infinity, "dry to the hand"],
];
/** A suction as it feels to a hand. */
export const feltAs = (suctionCm: number): string => FELT.find(([upTo]) => suctionCm <= upTo)![1];

/** Who wants no more air than this wants none. */
export const NEEDS_NONE = 0.005;
const MOST_TOLD_SUCTION_CM = 15_000;
export const suction = (cm: number, system: UnitSystem): string =>
  cm >= MOST_TOLD_SUCTION_CM
    ? `over ${formatLength(MOST_TOLD_SUCTION_CM, system)}`
    : formatLength(Number(cm.toPrecision(3)), system);

/** Whose figure a limit is, and how sure. */
const sourced = (figure: Figure): Pick<Why, "source" | "uncertainty"> => ({
  source: `${capitalised(figure.source)}.`,
  uncertainty: `Confidence in the limit: ${figure.confidence}. A range that straddles it is told as “with care”.`,
});

export type Text = Pick<VerdictSentence, "text" | "why">;

/** How a theme's sentences give their reasons. */
export const reasons = {
  /** With whose figure the limit is. */
  why(formula: string, inputs: Why["inputs"], figure: Figure, uncertainty = ""): Why {
    const { source, uncertainty: limit } = sourced(figure);
    return { formula, inputs, source, uncertainty: [uncertainty, limit].filter(Boolean).join(" ") };
  },
  plainWhy: (formula: string, inputs: Why["inputs"] = []): Why => ({
    formula,
    inputs,
    source: "General husbandry.",
    uncertainty: "Wide on purpose; what your own have borne counts for more.",
  }),
};
