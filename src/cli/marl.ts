import { readFileSync } from "node:fs";
import { parseArgs } from "node:util";
import { USUAL_ASKING } from "../formats/setup-file/asking";
import type { NOT_FINITE, STOPPED } from "../core/water/column-task";
import { failed, ok, problem, type Problem, type Result } from "../core/units/problem";

/** Exit codes: 0 answered, 1 could not be computed, 2 the call or the file is not valid. */
const EXIT = { answered: 0, failed: 1, invalid: 2 } as const;

type Options = {
  readonly units: string;
  readonly draws: string;
  readonly year: string;
  readonly kind: string;
  readonly every: string;
  readonly what: string;
  readonly format: string;
  readonly log: string;
  readonly now: string;
};

type Command = {
  readonly takes: string;
  readonly does: string;
  readonly help: string;
  readonly options: readonly (keyof Options)[];
  /** Loads what it needs when it is asked: a column has no use for a catalogue of living things. */
  /** A text is printed as it is, anything else as JSON. */
  readonly answer: (text: string, options: Options) => Promise<Result<object | string>>;
};

const parsedJson = (text: string): Result<unknown> => {
  try {
    return ok(JSON.parse(text) as unknown);
  } catch (error) {
    return failed(problem("", "not-json", `not valid JSON: ${(error as Error).message.replace(/\s+/gu, " ")}`));
  }
};

async function answerColumn(text: string): Promise<Result<object>> {
  const [{ parseColumnCase }, { answerColumnCase }] = await Promise.all([
    import("../formats/column-case/schema"),
    import("../formats/column-case/result"),
  ]);
  const document = parsedJson(text);
  if (!document.ok) return document;
  const parsed = parseColumnCase(document.value);
  return parsed.ok ? answerColumnCase(parsed.value, () => performance.now()) : parsed;
}

const LEAST_DRAWS = 1;
const MOST_DRAWS = 1000;

async function answerSetupFile(text: string, { units, draws }: Options): Promise<Result<object>> {
  if (units !== "metric" && units !== "imperial")
    return failed(problem("--units", "bad-option", "must be metric or imperial"));
  const pots = Number(draws);
  if (!(Number.isInteger(pots) && pots >= LEAST_DRAWS && pots <= MOST_DRAWS))
    return failed(problem("--draws", "bad-option", `must be a whole number from ${LEAST_DRAWS} to ${MOST_DRAWS}`));
  const document = parsedJson(text);
  if (!document.ok) return document;
  const [{ parseSetupFile }, { answerSetup }] = await Promise.all([
    import("../formats/setup-file/schema"),
    import("../formats/setup-file/result"),
  ]);
  const file = parseSetupFile(document.value);
  return file.ok ? answerSetup(file.value, { system: units, draws: pots }) : file;
}

async function answerMixFile(text: string): Promise<Result<object>> {
  const document = parsedJson(text);
  if (!document.ok) return document;
  const [{ parseMixFile }, { answerMix }] = await Promise.all([
    import("../formats/mix/schema"),
    import("../formats/mix/result"),
  ]);
  const file = parseMixFile(text);
  return file.ok ? answerMix(file.value) : file;
}

const MOST_YEARS = 100;

async function answerDemandFile(text: string, { year }: Options): Promise<Result<object>> {
  const asked = Number(year);
  if (!(Number.isInteger(asked) && asked >= 1 && asked <= MOST_YEARS))
    return failed(problem("--year", "bad-option", `must be a whole number from 1 to ${MOST_YEARS}`));
  const document = parsedJson(text);
  if (!document.ok) return document;
  const [{ parseSetupFile }, { answerDemand }, { YEARS_DRAWN }] = await Promise.all([
    import("../formats/setup-file/schema"),
    import("../formats/demand/result"),
    import("../core/place/place-years"),
  ]);
  const file = parseSetupFile(document.value);
  return file.ok ? answerDemand(file.value, asked - 1, Math.max(YEARS_DRAWN, asked)) : file;
}

async function answerYearFile(
  text: string,
  { kind, every, what, units, format }: Options,
): Promise<Result<object | string>> {
  if (format !== "json" && format !== "csv") return failed(problem("--format", "bad-option", "must be json or csv"));
  const document = parsedJson(text);
  if (!document.ok) return document;
  const [{ parseSetupFile }, { answerYear, answerYearRows, readYearAsking }, { default: Papa }] = await Promise.all([
    import("../formats/setup-file/schema"),
    import("../formats/season/result"),
    import("papaparse"),
  ]);
  const asking = readYearAsking({ kind, every, what, units });
  if (!asking.ok) return asking;
  const file = parseSetupFile(document.value);
  if (!file.ok) return file;
  if (format === "json") return answerYear(file.value, asking.value);
  const rows = answerYearRows(file.value, asking.value);
  return rows.ok ? ok(`${Papa.unparse(rows.value)}\r\n`) : rows;
}

async function answerForecastFile(text: string, { log, now, units }: Options): Promise<Result<object>> {
  if (units !== "metric" && units !== "imperial")
    return failed(problem("--units", "bad-option", "must be metric or imperial"));
  if (log === "") return failed(problem("--log", "bad-option", "must name the file of its log, as JSON or CSV"));
  let said: string;
  try {
    said = readFileSync(log, "utf8");
  } catch (error) {
    return failed(problem("--log", "unreadable", `${log} cannot be read (${(error as NodeJS.ErrnoException).code})`));
  }
  const document = parsedJson(text);
  if (!document.ok) return document;
  const [{ parseSetupFile }, { parseLog, readLogRows }, { answerForecast }, { default: Papa }] = await Promise.all([
    import("../formats/setup-file/schema"),
    import("../formats/log/document"),
    import("../formats/log/result"),
    import("papaparse"),
  ]);
  const file = parseSetupFile(document.value);
  if (!file.ok) return file;
  const plain = said.replace(/^\uFEFF/u, "").trim();
  const json = plain.startsWith("{") ? parsedJson(plain) : undefined;
  const rows = json ? (json.ok ? parseLog(json.value) : json) : readLogRows(Papa.parse<string[]>(plain).data);
  return rows.ok
    ? answerForecast(file.value, rows.value, now, units)
    : failed(...rows.problems.map((one) => ({ ...one, path: ["--log", one.path].filter(Boolean).join(" ") })));
}

const COMMANDS: Readonly<Record<string, Command>> = {
  column: {
    takes: "<case.json | ->",
    does: "answers a column case",
    help: "A column of layers at rest, the greatest steady rise to a height, or water moving through it in time\n(docs/formats/column-case.md).",
    options: [],
    answer: answerColumn,
  },
  setup: {
    takes: "<file.setup.json | ->",
    does: "readings, checks, supply and verdicts of a setup",
    help: `Takes a setup file, as a build sheet hands it out, or a setup's document alone (docs/formats/setup-file.md).
  --units metric|imperial   of the sentences; numbers are always cm, cm³, kg and hours (${USUAL_ASKING.system})
  --draws N                 pots made of drawn media for the range of the refill mark (${USUAL_ASKING.draws}; a sweep is quicker with 20)`,
    options: ["units", "draws"],
    answer: answerSetupFile,
  },
  demand: {
    takes: "<file.setup.json | ->",
    does: "what a setup takes on each day of a year where it stands",
    help: `Takes a setup file that carries the places it stands at (docs/formats/demand.md).
  --year N                  which of the years drawn from its climate (1)`,
    options: ["year"],
    answer: answerDemandFile,
  },
  year: {
    takes: "<file.setup.json | ->",
    does: "a setup lived through a year where it stands, day by day",
    help: `Takes a setup file that carries the places it stands at (docs/formats/year.md).
  --kind usual|wet|dry      of the years drawn from its climate: a middling one, or one of ten (usual)
  --every mark|float|N      who waters: when it wants it, a float valve, or every N days (as the setup says)
  --what NAME               something goes otherwise, told against the plain year: away, forgotten, heat-wave, wet-month,
                            one-clogged, all-clogged, tilted, cover-off, twice, early, unfed
  --units metric|imperial   of the sentences; numbers are always cm, cm³ and mg/L (${USUAL_ASKING.system})
  --format json|csv         all of it, or its days as rows (json)`,
    options: ["kind", "every", "what", "units", "format"],
    answer: answerYearFile,
  },
  forecast: {
    takes: "<file.setup.json | ->",
    does: "when a setup wants water next, from what its log says",
    help: `Takes a setup file that carries the places it stands at, and its log (docs/formats/log.md).
  --log FILE                its log, as JSON or CSV
  --now MINUTE              from when it is told, such as 2026-12-02T08:15 (the last row of the log)
  --units metric|imperial   of the sentences; numbers are always cm, cm³ and days (${USUAL_ASKING.system})`,
    options: ["log", "now", "units"],
    answer: answerForecastFile,
  },
  mix: {
    takes: "<file.mix.json | ->",
    does: "water, air, weight, pH and ageing of a mix",
    help: "Takes a mix's file (docs/formats/mix.md).",
    options: [],
    answer: answerMixFile,
  },
};

const usage = (name: string, { takes }: Command): string => `npm run --silent marl -- ${name} ${takes}`;

const USAGE = `usage: ${Object.entries(COMMANDS)
  .map(([name, command]) => usage(name, command))
  .join("\n       ")}`;

const HELP = `Marlstone from a terminal: a file in, JSON out.

${Object.entries(COMMANDS)
  .map(([name, { does }]) => `  ${name.padEnd(8)}${does}`)
  .join("\n")}

"-" reads from standard input. \`npm run --silent marl -- COMMAND --help\` tells more of one.
Exit codes: 0 answered; 1 it could not be computed; 2 the call or the file is not valid, with a line a problem on
standard error and nothing on standard output.`;

const OPTIONS = {
  help: { type: "boolean", default: false },
  units: { type: "string" },
  draws: { type: "string" },
  year: { type: "string" },
  kind: { type: "string" },
  every: { type: "string" },
  what: { type: "string" },
  format: { type: "string" },
  log: { type: "string" },
  now: { type: "string" },
} as const;

async function main(args: readonly string[]): Promise<number> {
  let read: ReturnType<typeof parseArgs<{ options: typeof OPTIONS; allowPositionals: true }>>;
  try {
    read = parseArgs({ args: [...args], options: OPTIONS, allowPositionals: true });
  } catch (error) {
    return complain(EXIT.invalid, (error as Error).message, USAGE);
  }
  const { values, positionals } = read;
  const [name, source, ...rest] = positionals;
  const command = name !== undefined && Object.hasOwn(COMMANDS, name) ? COMMANDS[name] : undefined;
  if (values.help) {
    process.stdout.write(command ? `usage: ${usage(name!, command)}\n\n${command.help}\n` : `${HELP}\n`);
    return EXIT.answered;
  }
  if (!command || source === undefined || rest.length > 0) return complain(EXIT.invalid, USAGE);
  for (const option of ["units", "draws", "year", "kind", "every", "what", "format", "log", "now"] as const)
    if (values[option] !== undefined && !command.options.includes(option))
      return complain(EXIT.invalid, `--${option}: is not known to ${name}`, USAGE);

  let text: string;
  try {
    text = readFileSync(source === "-" ? 0 : source, "utf8").replace(/^\uFEFF/u, "");
  } catch (error) {
    return complain(
      EXIT.invalid,
      `${source}: cannot be read (${(error as NodeJS.ErrnoException).code ?? String(error)})`,
    );
  }
  const result = await command.answer(text, {
    units: values.units ?? USUAL_ASKING.system,
    draws: values.draws ?? String(USUAL_ASKING.draws),
    year: values.year ?? "1",
    kind: values.kind ?? "usual",
    every: values.every ?? "",
    what: values.what ?? "",
    format: values.format ?? "json",
    log: values.log ?? "",
    now: values.now ?? "",
  });
  if (!result.ok) {
    const { problemLine } = await import("../formats/problems");
    return complain(exitFor(result.problems), ...result.problems.map(problemLine));
  }
  process.stdout.write(typeof result.value === "string" ? result.value : `${JSON.stringify(result.value)}\n`);
  return EXIT.answered;
}

/** Codes of what was asked rightly and could not be computed (core/water/column-task.ts). */
const NOT_COMPUTED: ReadonlySet<string> = new Set<typeof NOT_FINITE | typeof STOPPED>(["not-finite", "stopped"]);

function exitFor(problems: readonly Problem[]): number {
  return problems.some(({ code }) => NOT_COMPUTED.has(code)) ? EXIT.failed : EXIT.invalid;
}

function complain(exitCode: number, ...lines: readonly string[]): number {
  process.stderr.write(`${lines.join("\n")}\n`);
  return exitCode;
}

process.exitCode = await main(process.argv.slice(2));
