import { z } from "zod";
import { seedOf } from "../../core/media/draws";
import { meaningOf, QUANTITIES } from "../../core/log/vocabulary";
import { failed, ok, problem, type Problem, type Result } from "../../core/units/problem";
import { checkKind, parseWith } from "../problems";
import { upgradesTo } from "../upgrades";
import { logRow, MOST_ROWS, type LogRow } from "./schema";

/** A log as a file: JSON, or rows for a spreadsheet (docs/formats/log.md). */
export const LOG_KIND = "marlstone.log";
export const LOG_VERSION = 1;
const LOG_UPGRADES = upgradesTo(LOG_VERSION);

export const logSchema = z.strictObject({
  kind: z.literal(LOG_KIND),
  version: z.literal(LOG_VERSION),
  setup: z.string().max(400),
  rows: z.array(logRow).max(MOST_ROWS),
});

export const logDocument = (setup: string, rows: readonly LogRow[]): z.infer<typeof logSchema> => ({
  kind: LOG_KIND,
  version: LOG_VERSION,
  setup,
  rows: [...rows],
});

export function parseLog(value: unknown): Result<readonly LogRow[]> {
  const document = checkKind(value, LOG_KIND, LOG_UPGRADES.versions);
  if (!document.ok) return document;
  const parsed = parseWith(logSchema, LOG_UPGRADES.upgraded(document.value));
  if (!parsed.ok) return parsed;
  return onceEach(parsed.value.rows, (i) => `rows[${i}]`);
}

const COLUMNS = ["at", "what", "value", "unit", "word", "who", "note", "id"] as const;
type Column = (typeof COLUMNS)[number];
const NEEDED: readonly Column[] = ["at", "what"];
const MOST_TOLD = 20;

export const logCsvRows = (rows: readonly LogRow[]): string[][] => [
  [...COLUMNS],
  ...rows.map(({ at, what, value, word, who, note, id }) => {
    const { of } = meaningOf(what);
    return [
      at,
      what,
      value === null ? "" : String(value),
      value === null || !of ? "" : QUANTITIES[of].unit,
      word ?? "",
      who,
      note,
      id,
    ];
  }),
];

/**
 * Reads rows of a spreadsheet, the first with the names of columns. Rows without an id get one of what they say, so that
 * the same file twice brings nothing new.
 */
export function readLogRows(lines: readonly (readonly string[])[]): Result<readonly LogRow[]> {
  const header = (lines[0] ?? []).map((cell) =>
    cell
      .trim()
      .toLowerCase()
      .replace(/^\ufeff/u, ""),
  );
  const missing = NEEDED.filter((name) => !header.includes(name));
  if (missing.length > 0)
    return failed(
      problem("line 1", "no-column", `has no column “${missing.join("” and “")}”; it may have ${COLUMNS.join(", ")}`),
    );
  const strange = header.filter((name) => name !== "" && !(COLUMNS as readonly string[]).includes(name));
  if (strange.length > 0)
    return failed(
      problem("line 1", "unknown-column", `“${strange.join("”, “")}” is no column of a log: ${COLUMNS.join(", ")}`),
    );
  if (lines.length - 1 > MOST_ROWS) return failed(problem("", "too-many", `has more than ${MOST_ROWS} rows`));
  const problems: Problem[] = [];
  const rows: LogRow[] = [];
  const places: number[] = [];
  const seen = new Map<string, number>();
  lines.slice(1).forEach((cells, i) => {
    if (cells.every((cell) => cell.trim() === "")) return;
    const line = i + 2;
    const say = (message: string): void => void problems.push(problem(`line ${line}`, "bad-row", message));
    const cell = (name: Column): string => cells[header.indexOf(name)]?.trim() ?? "";
    const read = rowOf(cell);
    if (!read.ok) return read.problems.forEach(({ path, message }) => say([path, message].filter(Boolean).join(" ")));
    const says = JSON.stringify(read.value);
    const count = (seen.get(says) ?? 0) + 1;
    seen.set(says, count);
    const parsed = parseWith(logRow, { ...read.value, id: cell("id") || idOf(`${says} ${count}`) });
    if (!parsed.ok) return parsed.problems.forEach(({ path, message }) => say(`${path} ${message}`));
    rows.push(parsed.value);
    places.push(line);
  });
  return problems.length > 0
    ? failed(
        ...problems.slice(0, MOST_TOLD),
        ...(problems.length > MOST_TOLD ? [problem("", "more", `and ${problems.length - MOST_TOLD} more`)] : []),
      )
    : onceEach(rows, (i) => `line ${places[i]}`);
}

function rowOf(cell: (name: Column) => string): Result<Omit<LogRow, "id">> {
  // a spreadsheet writes a space where the T is, and seconds
  const at = cell("at")
    .replace(/^(\d{4}-\d{2}-\d{2}) /u, "$1T")
    .replace(/^(\S{16}):\d{2}$/u, "$1");
  const text = cell("value");
  const value = text === "" ? null : Number(text.replace("−", "-").replace(/^(-?\d+),(\d+)$/u, "$1.$2"));
  if (value !== null && !Number.isFinite(value))
    return failed(problem("value", "not-a-number", `“${text}” is not a number`));
  const what = cell("what").toLowerCase();
  if (!Object.hasOwn(UNIT_OF, what))
    return failed(
      problem("what", "unknown", `“${cell("what")}” is nothing a log knows: ${Object.keys(UNIT_OF).join(", ")}`),
    );
  const unit = cell("unit");
  const of = UNIT_OF[what];
  if (value !== null && unit !== "" && of !== undefined && unit !== of)
    return failed(problem("unit", "other-unit", `is “${unit}”, and must be “${of}”`));
  return ok({
    at,
    what: what as LogRow["what"],
    value,
    word: cell("word") || null,
    who: cell("who"),
    note: cell("note"),
  });
}

const UNIT_OF: Readonly<Record<string, string | undefined>> = Object.fromEntries(
  logRow.shape.what.options.map((what) => {
    const { of } = meaningOf(what);
    return [what, of && QUANTITIES[of].unit];
  }),
);

/** An id that says what a row says. */
const idOf = (says: string): string =>
  `row-${seedOf(says).toString(36)}-${seedOf(`${says.length} ${[...says].reverse().join("")}`).toString(36)}`;

function onceEach(rows: readonly LogRow[], placeOf: (i: number) => string): Result<readonly LogRow[]> {
  const seen = new Set<string>();
  const problems: Problem[] = [];
  rows.forEach(({ id }, i) => {
    if (seen.has(id)) problems.push(problem(placeOf(i), "twice", `the id ${id} is there twice`));
    seen.add(id);
  });
  return problems.length > 0 ? failed(...problems.slice(0, MOST_TOLD)) : ok(rows);
}
