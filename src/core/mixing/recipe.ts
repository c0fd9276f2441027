import { GREATEST_PARTS } from "./blend";
import { ambiguity, NUMBER_PATTERN, readNumber } from "../units/numbers";
import { failed, ok, problem, type Problem, type Result } from "../units/problem";
import { MASS_UNIT_NAMES, VOLUME_UNIT_NAMES, volumeUnitCm3 } from "../units/units";

/**
 * Recipes as people write them: "2 parts peat, 1 perlite, ½ sand", "2:1:1 peat, perlite, bark", "60 % coir and 40 %
 * pumice", "peat x2 + perlite", "2 L bark, 500 mL perlite". A part is any measure, as long as it is the same one.
 */
export type RecipePart = { readonly mediumId: string; readonly parts: number };
export type Named = { readonly id: string; readonly name: string };

/** What a name turns out to be: one medium, or some it could be. */
export type Found =
  | {
      readonly kind: "one";
      readonly id: string;
      /** Whether it was written as it is called, not nearly so. */
      readonly byName: boolean;
      /** What a broad word ("bark") could mean besides. */
      readonly grades?: readonly Named[];
    }
  | { readonly kind: "none"; readonly near: readonly Named[] };
export type FindMedium = (words: string) => Found;

export const MOST_RECIPE_PARTS = 12;
const LONGEST_RECIPE = 600;

const NUMBER_WORDS: Readonly<Record<string, number>> = {
  a: 1,
  an: 1,
  one: 1,
  two: 2,
  three: 3,
  four: 4,
  five: 5,
  six: 6,
  half: 0.5,
  quarter: 0.25,
};
const escaped = (words: string): string => words.replaceAll(/[.*+?^${}()|[\]\\]/gu, String.raw`\$&`);
/** The longest first, so that "cups" is not "cup" and a name that begins with s. */
const anyOf = (words: readonly string[]): string =>
  [...words]
    .sort((a, b) => b.length - a.length)
    .map(escaped)
    .join("|");
const UNIT_END = String.raw`(?![\p{L}\d])`;
const VOLUME = `(?:${anyOf(VOLUME_UNIT_NAMES)})${UNIT_END}`;
const MASS = `(?:${anyOf(MASS_UNIT_NAMES)})${UNIT_END}`;
const AMOUNT = NUMBER_PATTERN;
/** Any measure that says no volume: one is compared with itself alone. */
const MEASURE = String.raw`(?:(?:parts?|vols?|volumes?|measures?|buckets?|scoops?|handfuls?|pots?|bags?|bales?|bricks?|tubs?|shovels?)${UNIT_END}|%|x${UNIT_END}|×)`;
const ANY_MEASURE = `${VOLUME}|${MASS}|${MEASURE}`;
const BARE = new RegExp(String.raw`^(${AMOUNT})\s+(.+)$`, "iu");
const LEADING = new RegExp(String.raw`^(${AMOUNT})\s*(${ANY_MEASURE})?\s*(?:of\s+)?(.+)$`, "iu");
const TRAILING = new RegExp(String.raw`^(.+?)\s*(?:[x×:=]\s*)?(${AMOUNT})\s*(${ANY_MEASURE})?$`, "iu");
const WORD_LEADING = new RegExp(
  String.raw`^(${Object.keys(NUMBER_WORDS).join("|")})\s+(?:an?\s+)?(?:(${ANY_MEASURE})\s+)?(?:of\s+)?(.+)$`,
  "iu",
);
// a ratio before or after its names: "2:1:1 peat, perlite, bark"
const RATIO = new RegExp(String.raw`(?:^|\s)(${AMOUNT}(?:\s*:\s*${AMOUNT})+)(?:\s|$)`, "iu");

/** The amount a text is, which `AMOUNT` has found. */
const amountOf = (text: string): number => readNumber(text)?.value ?? Number.NaN;

/** Reads the parts of one ingredient, typed alone: "2", "1.5", "½". */
export function parseParts(text: string): Result<number> {
  const amount = readNumber(text);
  const unsure = amount && ambiguity(text, amount);
  if (unsure) return failed(unsure);
  return amount && amount.rest === "" && amount.value > 0 && amount.value <= GREATEST_PARTS
    ? ok(amount.value)
    : failed(problem("", "not-parts", "Parts are a number above 0, such as 2, 1.5 or ½."));
}

const trimmed = (pieces: readonly string[]): string[] =>
  pieces.map((piece) => piece.trim().replace(/^[-•*]\s+/u, "")).filter((piece) => piece !== "");

/**
 * The pieces of a list. Semicolons and lines part it surely; commas, "and" and "+" do unless what they would part is
 * known as it stands ("Perlite, coarse"). "1,5" is a number: a comma between digits stays.
 */
const piecesOf = (text: string, find: FindMedium): string[] =>
  trimmed(text.split(/[;\n]/u)).flatMap((piece) => {
    if (/[,+&]|\s(?:and|with)\s/iu.test(piece) && isName(find(readPiece(piece, find).name))) return [piece];
    return trimmed(piece.split(/[+&]|\s+and\s+|\s+with\s+/iu)).flatMap((one) => namesFirst(one, find));
  });

/**
 * What commas part, where they do not belong to a name: "2 potting mix, peat-free, 1 perlite" is two of them. The most
 * pieces that together are a name as it stands are one.
 */
function namesFirst(text: string, find: FindMedium): string[] {
  const pieces = trimmed(text.split(/(?<!\d),|,(?!\d)/u));
  const found: string[] = [];
  for (let i = 0; i < pieces.length;) {
    const together = [3, 2].find(
      (count) =>
        i + count <= pieces.length && isName(find(readPiece(pieces.slice(i, i + count).join(", "), find).name)),
    );
    found.push(pieces.slice(i, i + (together ?? 1)).join(", "));
    i += together ?? 1;
  }
  return found;
}

/** A word that asks back: what it could mean, and the recipe as it reads with that. */
export type Asked = {
  readonly words: string;
  readonly options: readonly (Named & { readonly text: string })[];
  /** The recipe before and after it, to be written anew with whatever name is chosen. */
  readonly before: string;
  readonly after: string;
};

export type RecipeRead = {
  readonly parts: Result<readonly RecipePart[]>;
  /** Words that are not known, but nearly. */
  readonly unknown: readonly Asked[];
  /** Words that were taken for their usual grade, and what else they could mean. */
  readonly broad: readonly (Asked & { readonly takenId: string })[];
};

/** Reads a recipe, as `readRecipe` does, where nobody can be asked back. */
export const parseRecipe = (text: string, find: FindMedium): Result<readonly RecipePart[]> =>
  readRecipe(text, find).parts;

const nothingRead = (...problems: Problem[]): RecipeRead => ({ parts: failed(...problems), unknown: [], broad: [] });

/**
 * Reads a recipe. A name without a number is one part. Volumes ("2 L bark, 500 mL perlite") are parts of the first
 * one's unit. Problems have the path of their piece, `parts[i]`, counted from the text's start.
 */
export function readRecipe(written: string, find: FindMedium): RecipeRead {
  if (written.trim() === "")
    return nothingRead(
      problem("", "empty", "Write parts and what they are of, such as 2 parts peat, 1 perlite, ½ sand."),
    );
  if (written.length > LONGEST_RECIPE)
    return nothingRead(problem("", "too-long", `A recipe is ${LONGEST_RECIPE} characters at most.`));
  // "equal parts of …" is what a list without numbers means anyway
  const text = written.replace(/^\s*(?:in\s+)?equal\s+(?:parts?|amounts?|shares?|volumes?)\s+(?:of\s+)?/iu, "");
  // as it is written by `recipeText`, names may hold whatever would read as a ratio or a list
  const parted = trimmed(text.split(/[;\n]/u));
  const named = parted.every((piece) => isName(find(readPiece(piece, find).name)));
  const ratio = named ? null : RATIO.exec(` ${text} `.replace(/\s+/gu, " "));
  let amounts: string[] | undefined;
  let names = text;
  if (ratio) {
    amounts = ratio[1]!.split(":").map((part) => part.trim());
    names = ` ${text} `
      .replace(/\s+/gu, " ")
      .replace(ratio[1]!, " ")
      .trim()
      .replace(/^(?:parts?\s+)?(?:of\s+)?/iu, "")
      .replace(/^:|:$/gu, "");
  }
  let pieces = named ? parted : piecesOf(names, find);
  if (amounts && pieces.length === 1) pieces = pieces[0]!.split(/\s*[:/]\s*/u);
  if (amounts && pieces.length === 1) pieces = pieces[0]!.split(/\s+/u);
  if (pieces.length > MOST_RECIPE_PARTS)
    return nothingRead(
      problem("", "too-many", `A recipe has ${MOST_RECIPE_PARTS} parts at most; this one has ${pieces.length}.`),
    );
  if (amounts && amounts.length !== pieces.length) {
    return nothingRead(
      problem(
        "",
        "ratio",
        `${ratio![1]!.trim()} has ${amounts.length} numbers, but ${pieces.length} ${pieces.length === 1 ? "name follows" : "names follow"} it.`,
      ),
    );
  }
  const read = pieces.map((piece, i): Piece =>
    amounts ? { number: amounts[i]!, measure: "", name: piece } : readPiece(piece, find),
  );
  return partsOf(read, find);
}

function partsOf(pieces: readonly Piece[], find: FindMedium): RecipeRead {
  const problems: Problem[] = [];
  const unknown: Asked[] = [];
  const broad: RecipeRead["broad"][number][] = [];
  const parts: RecipePart[] = [];
  const { units, problem: unlike } = measuresOf(pieces.map(({ measure }) => measure));
  if (unlike) problems.push(unlike);
  /** The recipe with another name in one place, parted so that the name stays whole. */
  const withName = (at: number, name: string): string =>
    pieces
      .map((piece, i) => [piece.number, piece.measure, i === at ? name : piece.name].filter(Boolean).join(" "))
      .join("; ");
  const MARK = "\u0000";
  const asked = (at: number, near: readonly Named[]): Asked => {
    const [before = "", after = ""] = withName(at, MARK).split(MARK);
    return {
      words: pieces[at]!.name,
      options: near.map((one) => ({ ...one, text: withName(at, one.name) })),
      before,
      after,
    };
  };
  pieces.forEach(({ number, name }, i) => {
    const path = `parts[${i}]`;
    const said = withName(i, name).split("; ")[i]!;
    const unsure = number === "" ? undefined : ambiguity(number, readNumber(number) ?? { value: 0, rest: "" });
    if (unsure) return void problems.push({ ...unsure, path });
    const amount = number === "" ? 1 : (NUMBER_WORDS[number.toLowerCase()] ?? amountOf(number));
    if (!Number.isFinite(amount))
      return void problems.push(problem(path, "not-a-number", `“${said}”: the number cannot be used.`));
    if (amount <= 0) return void problems.push(problem(path, "not-positive", `“${said}”: parts must be more than 0.`));
    const found = find(name);
    if (found.kind === "none") {
      unknown.push(asked(i, found.near));
      return void problems.push(
        problem(
          path,
          "unknown-medium",
          found.near.length > 0
            ? `“${name}” is not known. Did you mean ${found.near.map((one) => one.name).join(", or ")}?`
            : `“${name}” is not known here. Choose what it is from all media.`,
        ),
      );
    }
    const inParts = amount * units[i]!;
    if (inParts > GREATEST_PARTS)
      return void problems.push(problem(path, "too-large", `“${said}”: so many parts cannot be meant.`));
    parts.push({ mediumId: found.id, parts: inParts });
    if (found.grades && found.grades.length > 0) broad.push({ ...asked(i, found.grades), takenId: found.id });
  });
  if (problems.length > 0) return { parts: failed(...problems), unknown, broad: [] };
  // one medium named twice is one part of it
  const summed = new Map<string, number>();
  for (const { mediumId, parts: amount } of parts) summed.set(mediumId, (summed.get(mediumId) ?? 0) + amount);
  return { parts: ok([...summed].map(([mediumId, amount]) => ({ mediumId, parts: amount }))), unknown, broad };
}

const PLAIN_MEASURE = /^(?:parts?|vols?|volumes?|measures?|x|×)?$/iu;

/** How many parts one of each measure is: all alike, or all volumes; else what is wrong with them. */
function measuresOf(measures: readonly string[]): { readonly units: readonly number[]; readonly problem?: Problem } {
  const alike = measures.map(() => 1);
  const wrong = (code: string, message: string) => ({ units: alike, problem: problem("", code, message) });
  const weighed = measures.find((measure) => new RegExp(`^${MASS}$`, "iu").test(measure));
  if (weighed !== undefined)
    return wrong("by-weight", `A recipe goes by volume, and “${weighed}” is a weight: say it in litres or in parts.`);
  if (measures.some((measure) => measure.toLowerCase() === "oz"))
    return wrong("by-weight", "“oz” may be a weight: write fl oz where a volume is meant, or parts.");
  const volumes = measures.map(volumeUnitCm3);
  if (volumes.every((cm3) => cm3 !== undefined)) return { units: volumes.map((cm3) => cm3 / volumes[0]!) };
  const said = [...new Set(measures.map((measure) => measure.toLowerCase().replace(/s$/u, "")))];
  const named = said.filter((measure) => !PLAIN_MEASURE.test(measure));
  // "2 buckets peat, 1 perlite": what is not said again is the same; a volume or a share has to be said for each
  const mayGoOn = named.length === 1 && volumeUnitCm3(named[0]!) === undefined && named[0] !== "%";
  if (
    named.length === 0 ||
    (mayGoOn && said.every((measure) => measure === "" || measure === named[0])) ||
    said.length === 1
  )
    return { units: alike };
  const asWritten = (measure: string): string =>
    measures.find((one) => one.toLowerCase().replace(/s$/u, "") === measure) ?? measure;
  const other = said.find((measure) => measure !== named[0])!;
  return wrong(
    "unlike-measures",
    `${measureWords(asWritten(named[0]!))} and ${measureWords(asWritten(other))} cannot be held against each other here: write all of them in one measure, or all as volumes with their units.`,
  );
}

const measureWords = (measure: string): string => (measure === "" ? "a number without a unit" : `“${measure}”`);

const isName = (found: Found): boolean => found.kind === "one" && found.byName;

/** One ingredient as it was written; without a number it is one part. */
type Piece = { readonly number: string; readonly measure: string; readonly name: string };

function readPiece(piece: string, find: FindMedium): Piece {
  // a number and a name that is known as it stands: "1 Part-composted bark" is one part of that
  const bare = BARE.exec(piece);
  if (bare && isName(find(bare[2]!.trim()))) return { number: bare[1]!, measure: "", name: bare[2]!.trim() };
  const leading = LEADING.exec(piece);
  if (leading) return { number: leading[1]!, measure: leading[2] ?? "", name: leading[3]!.trim() };
  const word = WORD_LEADING.exec(piece);
  if (word) return { number: word[1]!, measure: word[2] ?? "", name: word[3]!.trim() };
  const trailing = TRAILING.exec(piece);
  if (trailing && !isName(find(piece)))
    return { number: trailing[2]!, measure: trailing[3] ?? "", name: trailing[1]!.trim() };
  return { number: "", measure: "", name: piece };
}

/** A recipe as it is written: "2 sphagnum peat, 1 perlite, coarse, …" reads back as itself. */
export const recipeText = (parts: readonly RecipePart[], nameOf: (mediumId: string) => string): string =>
  parts.map(({ mediumId, parts: amount }) => `${String(Number(amount.toFixed(3)))} ${nameOf(mediumId)}`).join("; ");
