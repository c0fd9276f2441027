import { failed, ok, problem, type Result } from "./problem";

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
export const FRACTION_SIGNS = Object.keys(FRACTIONS).join("");
const FRACTION_SIGN = new RegExp(`[${FRACTION_SIGNS}]`, "gu");

// "12", "12.5", "12,5", "-3", "1e3", "1/2", "3 1/2"
const NUMBER =
  /^([+-]?)(?:(\d+)\s+(\d+)\s*\/\s*(\d+)|(\d+)\s*\/\s*(\d+)|(\d+(?:[.,]\d*)?|[.,]\d+)(e[+-]?\d+)?)\s*(.*)$/iu;

/** The number a text begins with and what follows it; undefined when it begins with none. It may be infinite: "1/0". */
export function readNumber(text: string): { readonly value: number; readonly rest: string } | undefined {
  const plain = text
    .trim()
    .replace(FRACTION_SIGN, (sign) => ` ${FRACTIONS[sign]}`)
    .replace(/−/gu, "-")
    .replace(/^-\s+/u, "-")
    .trim();
  const match = NUMBER.exec(plain);
  if (!match) return undefined;
  const [, sign, whole, top, bottom, top2, bottom2, decimal, exponent, rest] = match;
  const magnitude =
    whole !== undefined
      ? Number(whole) + Number(top) / Number(bottom)
      : top2 !== undefined
        ? Number(top2) / Number(bottom2)
        : Number(`${decimal!.replace(",", ".")}${exponent ?? ""}`);
  return { value: sign === "-" ? -magnitude : magnitude, rest: rest!.trim() };
}

/** Reads a bare number between two bounds; `unit` may be written behind it. */
export function parseNumber(text: string, least: number, most: number, unit = ""): Result<number> {
  const read = readNumber(text);
  if (!read || (read.rest !== "" && read.rest.toLowerCase() !== unit))
    return failed(problem("", "not-a-number", `“${text.trim()}” is not a number.`));
  return read.value >= least && read.value <= most
    ? ok(read.value)
    : failed(problem("", "out-of-range", `From ${least} to ${most}${unit && ` ${unit}`}.`));
}

/** Reads a whole number between two bounds. */
export function parseWhole(text: string, least: number, most: number): Result<number> {
  const read = parseNumber(text, least, most);
  return read.ok && Number.isInteger(read.value)
    ? read
    : failed(problem("", "not-whole", `A whole number, from ${least} to ${most}.`));
}

/** Reads "5.5", "5.5-6.2", "5.5 to 6.2": one value or a range of them, none negative. */
export function parseSpan(text: string): Result<{ readonly low: number; readonly high: number }> {
  const match = /^(\d+(?:[.,]\d+)?)(?:\s*(?:-|–|to)\s*(\d+(?:[.,]\d+)?))?$/iu.exec(text.trim());
  if (!match)
    return failed(problem("", "not-a-range", `“${text.trim()}” is not a number or a range. Write 5.5 or 5.5–6.2.`));
  const low = readNumber(match[1]!)!.value;
  return ok({ low, high: match[2] === undefined ? low : readNumber(match[2])!.value });
}
