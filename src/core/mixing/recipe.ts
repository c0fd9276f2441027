import { GREATEST_PARTS } from "./blend";
import { FRACTION_SIGNS, readNumber } from "../units/numbers";
import { failed, ok, problem, type Problem, type Result } from "../units/problem";

/**
 * Recipes as people write them: "2 parts peat, 1 perlite, ½ sand", "2:1:1 peat, perlite, bark", "60 % coir and 40 %
 * pumice", "peat x2 + perlite". A part is any measure, as long as it is the same one.
 */
export type RecipePart = { readonly mediumId: string; readonly parts: number };

/** What a name turns out to be: one medium, or some it could be. */
export type Found =
  | {
      readonly kind: "one";
      readonly id: string;
      /** Whether it was written as it is called, not nearly so. */ readonly byName: boolean;
    }
  | { readonly kind: "none"; readonly near: readonly { readonly id: string; readonly name: string }[] };
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
// "2", "1.5", "1,5", "1/2", "1 1/2", "1½", "½", "1e9", "-2"
const AMOUNT = String.raw`[-−]?(?:\d+\s+\d+\s*/\s*\d+|\d+\s*/\s*\d+|\d+\s*[${FRACTION_SIGNS}]|[${FRACTION_SIGNS}]|\d+(?:[.,]\d+)?(?:e\+?\d+)?)`;
const MEASURE = String.raw`(?:parts?|vols?|volumes?|measures?|cups?|buckets?|scoops?|handfuls?|%|x|×)`;
const BARE = new RegExp(String.raw`^(${AMOUNT})\s+(.+)$`, "iu");
const LEADING = new RegExp(String.raw`^(${AMOUNT})\s*${MEASURE}?\s*(?:of\s+)?(.+)$`, "iu");
const TRAILING = new RegExp(String.raw`^(.+?)\s*(?:[x×:=]\s*)?(${AMOUNT})\s*${MEASURE}?$`, "iu");
const WORD_LEADING = new RegExp(
  String.raw`^(${Object.keys(NUMBER_WORDS).join("|")})\s+(?:a\s+)?(?:${MEASURE}\s+)?(?:of\s+)?(.+)$`,
  "iu",
);
// a ratio before or after its names: "2:1:1 peat, perlite, bark"
const RATIO = new RegExp(String.raw`(?:^|\s)(${AMOUNT}(?:\s*:\s*${AMOUNT})+)(?:\s|$)`, "iu");

/** The amount a text is, which `AMOUNT` has found. */
const amountOf = (text: string): number => readNumber(text)?.value ?? Number.NaN;

/** Reads the parts of one ingredient, typed alone: "2", "1.5", "½". */
export function parseParts(text: string): Result<number> {
  const amount = readNumber(text);
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
  trimmed(text.split(/[;\n]/u)).flatMap((piece) =>
    /[,+&]|\s(?:and|with)\s/iu.test(piece) && isName(find(readPiece(piece, find).name))
      ? [piece]
      : trimmed(piece.split(/(?<!\d),|,(?!\d)|[+&]|\s+and\s+|\s+with\s+/iu)),
  );

/**
 * Reads a recipe. A name without a number is one part. Problems have the path of their piece, `parts[i]`, counted from
 * the text's start.
 */
export function parseRecipe(text: string, find: FindMedium): Result<readonly RecipePart[]> {
  if (text.trim() === "")
    return failed(problem("", "empty", "Write parts and what they are of, such as 2 parts peat, 1 perlite, ½ sand."));
  if (text.length > LONGEST_RECIPE)
    return failed(problem("", "too-long", `A recipe is ${LONGEST_RECIPE} characters at most.`));
  // as it is written by `recipeText`, names may hold whatever would read as a ratio or a list
  const parted = trimmed(text.split(/[;\n]/u));
  const named = parted.every((piece) => isName(find(readPiece(piece, find).name)));
  const ratio = named ? null : RATIO.exec(` ${text} `.replace(/\s+/gu, " "));
  let amounts: number[] | undefined;
  let names = text;
  if (ratio) {
    amounts = ratio[1]!.split(":").map((part) => amountOf(part.trim()));
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
    return failed(
      problem("", "too-many", `A recipe has ${MOST_RECIPE_PARTS} parts at most; this one has ${pieces.length}.`),
    );
  if (amounts && amounts.length !== pieces.length) {
    return failed(
      problem(
        "",
        "ratio",
        `${ratio![1]!.trim()} has ${amounts.length} numbers, but ${pieces.length} ${pieces.length === 1 ? "name follows" : "names follow"} it.`,
      ),
    );
  }
  const problems: Problem[] = [];
  const parts: RecipePart[] = [];
  pieces.forEach((piece, i) => {
    const path = `parts[${i}]`;
    const { amount, name } = amounts ? { amount: amounts[i]!, name: piece } : readPiece(piece, find);
    if (!Number.isFinite(amount))
      return void problems.push(problem(path, "not-a-number", `“${piece}”: the number cannot be used.`));
    if (amount <= 0) return void problems.push(problem(path, "not-positive", `“${piece}”: parts must be more than 0.`));
    if (amount > GREATEST_PARTS)
      return void problems.push(problem(path, "too-large", `“${piece}”: so many parts cannot be meant.`));
    const found = find(name);
    if (found.kind === "one") return void parts.push({ mediumId: found.id, parts: amount });
    problems.push(
      problem(
        path,
        "unknown-medium",
        found.near.length > 0
          ? `“${name}” is not known. Is it ${found.near.map((one) => one.name).join(", or ")}?`
          : `“${name}” is not known here.`,
      ),
    );
  });
  if (problems.length > 0) return failed(...problems);
  // one medium named twice is one part of it
  const summed = new Map<string, number>();
  for (const { mediumId, parts: amount } of parts) summed.set(mediumId, (summed.get(mediumId) ?? 0) + amount);
  return ok([...summed].map(([mediumId, amount]) => ({ mediumId, parts: amount })));
}

const isName = (found: Found): boolean => found.kind === "one" && found.byName;

function readPiece(piece: string, find: FindMedium): { amount: number; name: string } {
  // a number and a name that is known as it stands: "1 Part-composted bark" is one part of that
  const bare = BARE.exec(piece);
  if (bare && isName(find(bare[2]!.trim()))) return { amount: amountOf(bare[1]!), name: bare[2]!.trim() };
  const leading = LEADING.exec(piece);
  if (leading) return { amount: amountOf(leading[1]!), name: leading[2]!.trim() };
  const word = WORD_LEADING.exec(piece);
  if (word) return { amount: NUMBER_WORDS[word[1]!.toLowerCase()]!, name: word[2]!.trim() };
  const trailing = TRAILING.exec(piece);
  if (trailing) return { amount: amountOf(trailing[2]!), name: trailing[1]!.trim() };
  return { amount: 1, name: piece };
}

/** A recipe as it is written: "2 sphagnum peat, 1 perlite, coarse, …" reads back as itself. */
export const recipeText = (parts: readonly RecipePart[], nameOf: (mediumId: string) => string): string =>
  parts.map(({ mediumId, parts: amount }) => `${String(Number(amount.toFixed(3)))} ${nameOf(mediumId)}`).join("; ");
