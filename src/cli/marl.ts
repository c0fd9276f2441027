import { readFileSync } from "node:fs";
import { NOT_FINITE, STOPPED } from "../core/water/column-task";
import { answerColumnCase } from "../formats/column-case/result";
import { parseColumnCase } from "../formats/column-case/schema";
import { problemLine } from "../formats/problems";
import type { Problem } from "../core/units/problem";

/** Exit codes: 0 answered, 1 could not be computed, 2 the call or the case is not valid. */
const EXIT = { answered: 0, failed: 1, invalid: 2 } as const;

const USAGE = "usage: npm run --silent marl -- column <case.json | ->";

function main(args: readonly string[]): number {
  const [command, source, ...rest] = args;
  if (command !== "column" || source === undefined || rest.length > 0) return complain(EXIT.invalid, USAGE);

  let text: string;
  try {
    text = readFileSync(source === "-" ? 0 : source, "utf8");
  } catch (error) {
    return complain(
      EXIT.invalid,
      `${source}: cannot be read (${(error as NodeJS.ErrnoException).code ?? String(error)})`,
    );
  }
  let document: unknown;
  try {
    document = JSON.parse(text);
  } catch (error) {
    return complain(EXIT.invalid, `not valid JSON: ${(error as Error).message.replace(/\s+/gu, " ")}`);
  }
  const parsed = parseColumnCase(document);
  if (!parsed.ok) return complain(EXIT.invalid, ...parsed.problems.map(problemLine));
  const result = answerColumnCase(parsed.value, () => performance.now());
  if (!result.ok) return complain(exitFor(result.problems), ...result.problems.map(problemLine));
  process.stdout.write(`${JSON.stringify(result.value)}\n`);
  return EXIT.answered;
}

function exitFor(problems: readonly Problem[]): number {
  return problems.some(({ code }) => code === NOT_FINITE || code === STOPPED) ? EXIT.failed : EXIT.invalid;
}

function complain(exitCode: number, ...lines: readonly string[]): number {
  process.stderr.write(`${lines.join("\n")}\n`);
  return exitCode;
}

process.exitCode = main(process.argv.slice(2));
