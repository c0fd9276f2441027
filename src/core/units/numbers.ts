import { failed, ok, problem, type Problem, type Result } from "./problem";

/** The one reader of numbers and fractions as people write them. */

const FRACTIONS: Readonly<Record<string, string>> = {
  "½": "1/2",
  "¼": "1/4",
  "¾": "3/4",
  "⅓": "1/3",
  "⅔": "2/3",
  "⅛": "1/8",
  "⅜": "3/8",
  "⅝": "5/8",
  "⅞": "7/8",
};
const FRACTION_SIGNS = Object.keys(FRACTIONS).join("");
const FRACTION_SIGN = new RegExp(`[${FRACTION_SIGNS}]`, "gu");

/** How a number may be written, to be looked for inside other words. */
export const NUMBER_PATTERN = String.raw`[-−+]?(?:\d+\s+\d+\s*/\s*\d+|\d+\s*/\s*\d+|\d+\s*[${FRACTION_SIGNS}]|[${FRACTION_SIGNS}]|(?:\d{1,3}(?:[ \u00a0\u202f]\d{3})+(?!\d|\s*/)|\d+(?:[.,]\d+)*)(?:e[+-]?\d+)?)`;

// "12", "12.5", "12,5", "-3", "1e3", "1/2", "3 1/2", "1,234.5", "1 000"
const NUMBER = new RegExp(
  String.raw`^([+-]?)(?:(\d+)\s+(\d+)\s*\/\s*(\d+)|(\d+)\s*\/\s*(\d+)|(\d{1,3}(?:[ \u00a0\u202f]\d{3})+(?:[.,]\d+)?(?!\d)|\d+(?:[.,]\d+)*[.,]?|[.,]\d+)(e[+-]?\d+)?)\s*(.*)$`,
  "iu",
);

export type NumberRead = {
  /** NaN where it could be either of `readings`, infinite for "1/0". */
  readonly value: number;
  /** What follows it. */
  readonly rest: string;
  /** What "1,000" may mean, as each is written without a doubt. */
  readonly readings?: readonly [string, string];
};

/** The number a text begins with and what follows it; undefined when it begins with none. */
export function readNumber(text: string): NumberRead | undefined {
  const plain = text
    .trim()
    .replace(FRACTION_SIGN, (sign) => ` ${FRACTIONS[sign]}`)
    .replace(/−/gu, "-")
    .replace(/^-\s+/u, "-")
    .trim();
  const match = NUMBER.exec(plain);
  if (!match) return undefined;
  const [, sign, whole, top, bottom, top2, bottom2, digits, exponent, following] = match;
  const rest = following!.trim();
  if (digits !== undefined && ONE_COMMA_OF_THREE.test(digits)) {
    const readings = [digits.replace(",", ""), String(Number(digits.replace(",", ".")))] as const;
    return { value: Number.NaN, rest, readings: [sign! + readings[0], sign! + withPoint(readings[1])] };
  }
  const magnitude =
    whole !== undefined
      ? Number(whole) + Number(top) / Number(bottom)
      : top2 !== undefined
        ? Number(top2) / Number(bottom2)
        : Number(`${decimalOf(digits!)}${exponent ?? ""}`);
  if (Number.isNaN(magnitude) && digits !== undefined) return undefined;
  return { value: sign === "-" ? -magnitude : magnitude, rest };
}

/** "1,000" is a thousand to one hand and one to another; "0,125", "12,5" and "1,0000" are decimals to both. */
const ONE_COMMA_OF_THREE = /^[1-9]\d{0,2},\d{3}$/u;
/** A decimal that cannot be taken for anything else: "1.0". */
const withPoint = (number: string): string => (number.includes(".") ? number : `${number}.0`);

/** Digits with their marks as JavaScript reads them; NaN where the marks make no sense. */
function decimalOf(digits: string): string {
  const plain = digits.replaceAll(/[ \u00a0\u202f]/gu, "");
  const [commas, points] = [",", "."].map((mark) => plain.split(mark).length - 1) as [number, number];
  const grouped = (mark: string, text: string): string =>
    new RegExp(String.raw`^\d{1,3}(?:[${mark}]\d{3})+$`, "u").test(text) ? text.replaceAll(mark, "") : "NaN";
  if (commas > 0 && points > 0) {
    const decimal = plain.lastIndexOf(",") > plain.lastIndexOf(".") ? "," : ".";
    const at = plain.lastIndexOf(decimal);
    return `${grouped(decimal === "," ? "." : ",", plain.slice(0, at))}.${plain.slice(at + 1)}`;
  }
  if (commas > 1) return grouped(",", plain);
  if (points > 1) return grouped(".", plain);
  return plain.replace(",", ".");
}

/** The problem of a number that two hands read differently; undefined for one that all read alike. */
export function ambiguity(text: string, { readings }: NumberRead): Problem | undefined {
  return (
    readings &&
    problem(
      "",
      "ambiguous-number",
      `“${text.trim()}” may be ${readings[0]} or ${readings[1]}. Write it as the one you mean.`,
    )
  );
}

/** Reads a bare number between two bounds; `unit` may be written behind it. */
export function parseNumber(text: string, least: number, most: number, unit = ""): Result<number> {
  const read = readNumber(text);
  if (!read || (read.rest !== "" && read.rest.toLowerCase() !== unit))
    return failed(problem("", "not-a-number", `“${text.trim()}” is not a number.`));
  const unsure = ambiguity(text, read);
  if (unsure) return failed(unsure);
  return read.value >= least && read.value <= most
    ? ok(read.value)
    : failed(problem("", "out-of-range", `From ${least} to ${most}${unit && ` ${unit}`}.`));
}

/** Reads a whole number between two bounds. */
export function parseWhole(text: string, least: number, most: number): Result<number> {
  const read = parseNumber(text, least, most);
  if (!read.ok && read.problems[0]!.code === "ambiguous-number") return read;
  return read.ok && Number.isInteger(read.value)
    ? read
    : failed(problem("", "not-whole", `A whole number, from ${least} to ${most}.`));
}

/** Reads "5.5", "5.5-6.2", "5.5 to 6.2": one value or a range of them, none negative. */
export function parseSpan(text: string): Result<{ readonly low: number; readonly high: number }> {
  const match = /^(\d+(?:[.,]\d+)?)(?:\s*(?:-|–|to)\s*(\d+(?:[.,]\d+)?))?$/iu.exec(text.trim());
  if (!match)
    return failed(problem("", "not-a-range", `“${text.trim()}” is not a number or a range. Write 5.5 or 5.5–6.2.`));
  const ends = match.slice(1).flatMap((end) => (end === undefined ? [] : [{ end, read: readNumber(end)! }]));
  const unsure = ends.flatMap(({ end, read }) => ambiguity(end, read) ?? []);
  if (unsure.length > 0) return failed(...unsure);
  const [low, high = low] = ends.map(({ read }) => read.value) as [number, number?];
  return ok({ low, high });
}

/** A height that a hand marks: to a millimetre. [cm] */
export const toMillimetre = (cm: number): number => Math.round(cm * 10) / 10;

/** A height that a hand drags: to a tenth of a millimetre, so that sums of them stay readable. [cm] */
export const toTenthOfMillimetre = (cm: number): number => Math.round(cm * 100) / 100;
