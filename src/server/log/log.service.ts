import Papa from "papaparse";
import { meaningOf, WHATS, type What } from "../../core/log/vocabulary";
import { failed, problem, type Result } from "../../core/units/problem";
import { logCsvRows, logDocument, parseLog, readLogRows } from "../../formats/log/document";
import {
  logRow,
  logRowState,
  MOST_ROWS,
  type AddLogInput,
  type ChangeLogInput,
  type ImportLogInput,
  type LogPageInput,
  type LogRow,
  type LogRowState,
  type LogVersionsInput,
} from "../../formats/log/schema";
import type { ImportOutcome, LogOutcome, LogPage, LogRowShown, LogSeries, LogVersion } from "../../formats/log/shown";
import { fromText, parseWith } from "../../formats/problems";
import { writing, type Db } from "../db/client";
import type { LogRowRow } from "../db/schema";
import { setupRow } from "../setups/setups.repo";
import * as repo from "./log.repo";

export const LOG_PAGE_SIZE = 100;
/** Readings beyond so many are shown by day. */
const MOST_POINTS = 400;

const NO_SETUP = "There is no such setup here.";
const FULL = `A log holds ${MOST_ROWS} rows, and this one has no room for more.`;

/** A row as its readers know it; undefined for one that this version of Marlstone cannot read. */
const readRow = ({ rowId, at, what, value, word, who, note }: LogRowRow): LogRow | undefined => {
  const parsed = parseWith(logRow, { id: rowId, at, what, value, word, who, note });
  return parsed.ok ? parsed.value : undefined;
};

function shownRow(row: LogRowRow): readonly LogRowShown[] {
  const read = readRow(row);
  return read ? [{ ...read, key: row.id, version: row.version, takenOut: row.takenOut, source: row.source }] : [];
}

/** Adds rows, each once however often it is sent. */
export function addToLog(db: Db, { setupId, rows }: AddLogInput, source: string, now: () => string): LogOutcome {
  return writing(db, (tx): LogOutcome => {
    if (!setupRow(tx, setupId)) return { status: "refused", message: NO_SETUP };
    if (repo.countOf(tx, setupId) + rows.length > MOST_ROWS) return { status: "refused", message: FULL };
    const savedAt = now();
    const added = repo.addRows(
      tx,
      rows.map(({ id, ...says }) => ({ ...says, setupId, rowId: id, source, savedAt })),
    );
    return { status: "saved", added };
  });
}

export const stateOf = ({ at, what, value, word, who, note, takenOut }: LogRowRow): LogRowState => ({
  at,
  what: what as What,
  value,
  word,
  who,
  note,
  takenOut,
});

/** Changes a row, takes it out or puts it back; what it said before is kept. */
export function changeLog(db: Db, { setupId, id, baseVersion, state }: ChangeLogInput, now: () => string): LogOutcome {
  return writing(db, (tx): LogOutcome => {
    const row = repo.rowOf(tx, setupId, id);
    if (!row) return { status: "refused", message: "There is no such row in its log." };
    // the same said again is said once: an answer may have been lost
    if (JSON.stringify(stateOf(row)) === JSON.stringify({ ...stateOf(row), ...state }))
      return { status: "saved", added: 0 };
    const [now1] = shownRow(row);
    if (row.version !== baseVersion)
      return now1 ? { status: "changed-since", row: now1 } : { status: "refused", message: "It cannot be read." };
    const savedAt = now();
    repo.addVersion(tx, {
      logId: row.id,
      version: row.version,
      document: JSON.stringify(stateOf(row)),
      savedAt: row.savedAt,
    });
    repo.setRow(tx, row.id, { ...state, version: row.version + 1, savedAt });
    return { status: "saved", added: 1 };
  });
}

export function logPage(db: Db, input: LogPageInput): LogPage {
  const found = repo.pageOf(db, input, LOG_PAGE_SIZE + 1);
  const rows = found.slice(0, LOG_PAGE_SIZE);
  const last = rows.at(-1);
  return {
    rows: rows.flatMap(shownRow),
    before: found.length > LOG_PAGE_SIZE && last ? { at: last.at, key: last.id } : null,
  };
}

export function logVersions(db: Db, { setupId, id }: LogVersionsInput): readonly LogVersion[] {
  const row = repo.rowOf(db, setupId, id);
  if (!row) return [];
  return repo.versionsOf(db, row.id).flatMap(({ version, savedAt, document }) => {
    const state = fromText(document, (value) => parseWith(logRowState, value));
    return state.ok ? [{ version, savedAt, state: state.value }] : [];
  });
}

/** Readings by time, thinned where there are many. */
export function logSeries(db: Db, setupId: string): readonly LogSeries[] {
  const counts = new Map(repo.measured(db, setupId).map(({ what, rows }) => [what, rows]));
  return WHATS.flatMap((what): LogSeries[] => {
    const rows = counts.get(what) ?? 0;
    if (meaningOf(what).kind !== "reading" || rows < 2) return [];
    const isByDay = rows > MOST_POINTS;
    return [
      {
        what,
        isByDay,
        points: isByDay
          ? repo.daysOf(db, setupId, what).map(({ day, ...of }) => ({ at: `${day}T12:00`, ...of }))
          : repo.valuesOf(db, setupId, what).map(({ at, value }) => ({ at, value, low: value, high: value })),
      },
    ];
  });
}

export const lastInLog = (db: Db, setupId: string): readonly LogRow[] =>
  repo.lastOfEach(db, setupId).flatMap((row) => readRow(row) ?? []);

/** All that is told of a log, oldest first. */
export const wholeLog = (db: Db, setupId: string): readonly LogRow[] =>
  repo.allRows(db, setupId).flatMap((row) => (row.takenOut ? [] : (readRow(row) ?? [])));

export const logJson = (name: string, rows: readonly LogRow[]): string =>
  `${JSON.stringify(logDocument(name, rows), null, 1)}\n`;
export const logCsv = (rows: readonly LogRow[]): string => `${Papa.unparse(logCsvRows(rows))}\r\n`;

function readLogText(text: string): Result<readonly LogRow[]> {
  const plain = text.replace(/^\ufeff/u, "").trim();
  if (plain === "") return failed(problem("", "empty", "There is nothing in it."));
  if (plain.startsWith("{")) return fromText(plain, parseLog);
  const { data, errors } = Papa.parse<string[]>(plain, { skipEmptyLines: false });
  const [torn] = errors.filter(({ type }) => type === "Quotes");
  if (torn) return failed(problem(`line ${(torn.row ?? 0) + 1}`, "torn", `cannot be read: ${torn.message}`));
  return readLogRows(data);
}

/** Looks at a file, or stores all of it, or nothing. */
export function importLog(db: Db, { setupId, text, store }: ImportLogInput, now: () => string): ImportOutcome {
  const read = readLogText(text);
  if (!read.ok) return { status: "refused", problems: read.problems };
  const rows = read.value;
  return writing(db, (tx): ImportOutcome => {
    const refused = (message: string): ImportOutcome => ({
      status: "refused",
      problems: [problem("", "refused", message)],
    });
    if (!setupRow(tx, setupId)) return refused(NO_SETUP);
    const here = new Map(repo.allRows(tx, setupId).map((row) => [row.rowId, row]));
    const fresh = rows.filter(({ id }) => !here.has(id));
    if (here.size + fresh.length > MOST_ROWS) return refused(FULL);
    const isSame = ({ id, ...says }: LogRow): boolean => {
      const { takenOut, ...said } = stateOf(here.get(id)!);
      return !takenOut && (Object.keys(says) as (keyof typeof says)[]).every((one) => says[one] === said[one]);
    };
    const known = rows.filter((row) => here.has(row.id) && isSame(row)).length;
    if (store) {
      const savedAt = now();
      repo.addRows(
        tx,
        fresh.map(({ id, ...says }) => ({ ...says, setupId, rowId: id, source: "file", savedAt })),
      );
    }
    const times = rows.map(({ at }) => at).sort();
    return {
      status: store ? "saved" : "read",
      rows: rows.length,
      added: fresh.length,
      known,
      otherwise: rows.length - fresh.length - known,
      first: times[0] ?? null,
      last: times.at(-1) ?? null,
    };
  });
}
