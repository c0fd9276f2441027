import type { Setup } from "../../core/stack/setup";
import { newProblems } from "../../core/stack/edit";
import { blendProblems, pouredProblems, runsInProblems } from "../../core/stack/stays";
import { keptFor } from "../../core/units/once";
import { problem, type Problem, type Result } from "../../core/units/problem";
import { type MediumLookup } from "../../core/water/settle";
import { setupProblems } from "../../core/water/checked";
import type {
  LoadOutcome,
  PouredInput,
  SaveInput,
  SetAsideInput,
  SetupState,
  StepInput,
  WaterInInput,
  WriteOutcome,
} from "../../formats/setup/actions";
import { setupDocument } from "../../formats/setup/document";
import { parseSetup, parseSetupText } from "../../formats/setup/schema";
import { writing, type Db } from "../db/client";
import type { RevisionRow, SetupRow } from "../db/schema";
import { withMixVersions } from "../mixes/mixes.service";
import { withHere } from "../places/places.service";
import * as repo from "./setups.repo";

/** What a service needs besides the database: a clock, ids, and the media there are. */
export type ServiceContext = {
  readonly now: () => string;
  readonly newId: () => string;
  readonly medium: MediumLookup;
};

export const SHELF_PAGE_SIZE = 40;

export type ShelfItem = { readonly id: string; readonly name: string; readonly setup: Result<Setup> };
export type Shelf = {
  readonly items: readonly ShelfItem[];
  readonly page: number;
  readonly pages: number;
  /** Of all there are, those that were asked for. */
  readonly found: number;
  readonly total: number;
  readonly putAway: number;
};

/** One page of the yard, in the order the setups were made; with words, of those that have them in their names. */
export function shelf(db: Db, page: number, putAway = false, words = "", order: repo.ShelfOrder = "made"): Shelf {
  const asked = { putAway, words };
  const found = repo.countSetups(db, asked);
  const pages = Math.max(1, Math.ceil(found / SHELF_PAGE_SIZE));
  const shown = Math.min(Math.max(1, page), pages);
  const items = repo
    .shelfRows(db, asked, order, SHELF_PAGE_SIZE, (shown - 1) * SHELF_PAGE_SIZE)
    .map(({ id, name, document, savedAt }) => ({ id, name, setup: readStored(db, { document, savedAt }) }));
  const total = repo.countSetups(db, { putAway, words: "" });
  const away = putAway ? total : repo.countSetups(db, { putAway: true, words: "" });
  return { items, page: shown, pages, found, total, putAway: away };
}

/** A page is drawn far more often than its setup changes, and a shelf of many reads them all. */
const MOST_PARSED = 1000;
const parsedOnce = keptFor(parseSetupText, MOST_PARSED);

/**
 * A stored version as a setup, with its mixes in the versions they had when it was saved, and with what follows from its
 * places as they are now.
 */
function readStored(
  db: Db,
  stored: { readonly document: string | null; readonly savedAt: string | null } | undefined,
): Result<Setup> {
  if (!stored || stored.document === null)
    return { ok: false, problems: [problem("", "no-document", "This setup has no stored version.")] };
  const parsed = parsedOnce(stored.document);
  return parsed.ok
    ? { ok: true, value: withHere(db, withMixVersions(db, parsed.value, stored.savedAt ?? "")) }
    : parsed;
}

/** The same of a row of the history. */
export const readRevision = (db: Db, revision: RevisionRow): Result<Setup> => readStored(db, revision);

/**
 * Adds a version that was made here, not in a browser, as one change. Made on an older version than the present one it
 * writes nothing, and answers with the present state.
 */
export function addVersion(
  db: Db,
  { setupId, baseVersion, label, setup }: { setupId: string; baseVersion: number; label: string; setup: Setup },
  context: ServiceContext,
): WriteOutcome {
  const row = repo.setupRow(db, setupId);
  if (!row) return { status: "missing" };
  const head = headOf(db, row);
  if (row.version !== baseVersion) {
    const state = stateNow(db, row);
    return {
      status: "refused",
      problems: [
        problem(
          "",
          "stale",
          state
            ? "This setup was changed elsewhere in the meantime. Nothing was written; look at it as it is now, then try again."
            : "The stored version of this setup cannot be read. Reload the page to mend it.",
        ),
      ],
    };
  }
  const problems = refusal(readStored(db, head), [setup], context.medium);
  if (problems.length > 0) return { status: "refused", problems };
  if (head && head.document === textOf(setup)) return { status: "saved", state: stateNow(db, row)! };
  const savedAt = context.now();
  const revision = repo.insertRevision(db, {
    setupId,
    parentId: head?.id ?? null,
    kind: "change",
    changeId: context.newId(),
    label,
    document: textOf(setup),
    savedAt,
  });
  const moved = repo.moveHead(db, row, { revisionId: revision.id, name: setup.name, now: savedAt });
  return { status: "saved", state: stateNow(db, moved)! };
}

/** Makes a setup; refuses one that `setupProblems` would not have. Returns its id. */
export function createSetup(db: Db, setup: Setup, context: ServiceContext): Result<string> {
  const problems = setupProblems(setup, context.medium);
  if (problems.length > 0) return { ok: false, problems };
  return { ok: true, value: writing(db, (tx) => insertNew(tx, setup, context)) };
}

function insertNew(db: Db, made: Setup, { now, newId }: ServiceContext): string {
  const id = newId();
  const savedAt = now();
  const setup = withMixVersions(db, made, savedAt);
  repo.insertSetup(db, { id, name: setup.name, now: savedAt });
  const first = repo.insertRevision(db, {
    setupId: id,
    parentId: null,
    kind: "change",
    changeId: newId(),
    label: "Made",
    document: textOf(setup),
    savedAt,
  });
  repo.moveHead(db, repo.setupRow(db, id)!, { revisionId: first.id, name: setup.name, now: savedAt });
  return id;
}

const textOf = (setup: Setup): string => JSON.stringify(setupDocument(setup));

const headOf = (db: Db, row: SetupRow): RevisionRow | undefined =>
  row.headRevisionId === null ? undefined : repo.revisionRow(db, row.id, row.headRevisionId);

/** Loads a setup, or says how its stored version is damaged and which earlier one is whole. */
export function loadSetup(db: Db, setupId: string): LoadOutcome {
  const row = repo.setupRow(db, setupId);
  if (!row) return { status: "missing" };
  const head = headOf(db, row);
  const parsed = readStored(db, head);
  if (parsed.ok) return { status: "ok", state: stateOf(db, row, head!, parsed.value) };
  const good = lastGood(db, row);
  return {
    status: "damaged",
    setupId,
    problems: parsed.problems,
    lastGood: good ? { name: good.setup.name, savedAt: good.revision.savedAt } : null,
  };
}

/** The nearest ancestor of the head that can be read. */
function lastGood(db: Db, row: SetupRow): { revision: RevisionRow; setup: Setup } | undefined {
  const seen = new Set<number>();
  let next = headOf(db, row);
  while (next && !seen.has(next.id)) {
    seen.add(next.id);
    const parsed = readStored(db, next);
    if (parsed.ok) return { revision: next, setup: parsed.value };
    next = next.parentId === null ? undefined : repo.revisionRow(db, row.id, next.parentId);
  }
  return undefined;
}

function stateOf(db: Db, row: SetupRow, head: RevisionRow, setup: Setup): SetupState {
  const canUndo = head.parentId !== null && repo.revisionRow(db, row.id, head.parentId) !== undefined;
  const setAside = runsSetAside(db, row.id).flatMap((run) => {
    const last = run.at(-1)!;
    const parsed = readStored(db, last);
    return parsed.ok
      ? [{ revisionId: last.id, steps: run.length, label: last.label, savedAt: last.savedAt, setup: parsed.value }]
      : [];
  });
  return {
    setupId: row.id,
    version: row.version,
    setup,
    setAside,
    undoLabel: canUndo ? head.label : null,
    redoLabel: repo.newestChild(db, row.id, head.id)?.label ?? null,
  };
}

/** What waits set aside, run by run, each in the order in which it was made. */
function runsSetAside(db: Db, setupId: string): readonly (readonly RevisionRow[])[] {
  const runs = new Map<number, RevisionRow[]>();
  for (const revision of repo.openSetAside(db, setupId)) {
    const run = runs.get(revision.parentId ?? 0);
    if (run?.at(-1)?.id === revision.parentId) {
      runs.delete(revision.parentId!);
      run!.push(revision);
      runs.set(revision.id, run!);
    } else runs.set(revision.id, [revision]);
  }
  return [...runs.values()];
}

/** The state after the head has moved; its document has just been parsed or written, so it is whole. */
function stateNow(db: Db, row: SetupRow): SetupState | undefined {
  const head = headOf(db, row);
  const parsed = readStored(db, head);
  return parsed.ok ? stateOf(db, row, head!, parsed.value) : undefined;
}

/**
 * Stores a run of changes, each one step of the history, all or none. A write made on an older version is refused: its
 * changes are set aside as one version with its steps, unless the last brings nothing new. A retried write is known by
 * its change ids and goes on where it stopped.
 */
export function saveChanges(db: Db, input: SaveInput, context: ServiceContext): WriteOutcome {
  const parsed: { id: string; label: string; setup: Setup }[] = [];
  for (const { id, label, document } of input.changes) {
    const setup = parseSetup(document);
    if (!setup.ok) return { status: "refused", problems: setup.problems };
    parsed.push({ id, label, setup: setup.value });
  }
  return writing(db, (tx): WriteOutcome => {
    let row = repo.setupRow(tx, input.setupId);
    if (!row) return { status: "missing" };
    const head = headOf(tx, row);
    const known = parsed.findLastIndex(({ id }) => repo.revisionByChange(tx, row!.id, id) !== undefined);
    const knownRevision = known < 0 ? undefined : repo.revisionByChange(tx, row.id, parsed[known]!.id);
    const resumed = knownRevision !== undefined && knownRevision.id === head?.id;
    if (row.version !== input.baseVersion && !resumed) return setAside(tx, row, head, parsed, input.follows, context);

    const savedAt = context.now();
    const rest = parsed
      .slice(known + 1)
      .map((change) => ({ ...change, setup: withMixVersions(tx, change.setup, savedAt) }));
    const problems = refusal(
      readStored(tx, head),
      rest.map(({ setup }) => setup),
      context.medium,
    );
    if (problems.length > 0) return { status: "refused", problems };
    let parentId = head?.id ?? null;
    for (const { id, label, setup } of rest) {
      const revision = repo.insertRevision(tx, {
        setupId: row.id,
        parentId,
        kind: "change",
        changeId: id,
        label,
        document: textOf(setup),
        savedAt,
      });
      row = repo.moveHead(tx, row, { revisionId: revision.id, name: setup.name, now: savedAt });
      parentId = revision.id;
    }
    return { status: "saved", state: stateNow(tx, row)! };
  });
}

/**
 * Problems that a run of versions would bring in over the stored one; a stored version that cannot be read brings none
 * of its own.
 */
function refusal(stored: Result<Setup>, versions: readonly Setup[], medium: MediumLookup): readonly Problem[] {
  let before = stored.ok ? setupProblems(stored.value, medium) : [];
  for (const version of versions) {
    const after = setupProblems(version, medium);
    const brought = newProblems(before, after);
    if (brought.length > 0) return brought;
    before = after;
  }
  return [];
}

function setAside(
  db: Db,
  row: SetupRow,
  head: RevisionRow | undefined,
  changes: readonly { id: string; label: string; setup: Setup }[],
  follows: string | undefined,
  context: ServiceContext,
): WriteOutcome {
  const state = stateNow(db, row);
  if (!state)
    return {
      status: "refused",
      problems: [
        problem("", "damaged", "The stored version of this setup cannot be read. Reload the page to mend it."),
      ],
    };
  const before = follows === undefined ? undefined : repo.revisionByChange(db, row.id, follows);
  const goesOn = before?.kind === "set-aside" && before.settledAt === null;
  if (!goesOn && head?.document === textOf(changes.at(-1)!.setup)) return { status: "saved", state };
  let last = goesOn ? before : head;
  for (const { id, label, setup } of changes)
    last =
      repo.revisionByChange(db, row.id, id) ??
      repo.insertRevision(db, {
        setupId: row.id,
        parentId: last?.id ?? null,
        kind: "set-aside",
        changeId: id,
        label,
        document: textOf(setup),
        savedAt: context.now(),
      });
  return { status: "stale", state: stateNow(db, row)!, keptRevisionId: last!.id };
}

/** A setup as it was before its last change; undefined where there is none, or none that can be read. */
export function versionBefore(db: Db, setupId: string): Setup | undefined {
  const row = repo.setupRow(db, setupId);
  const head = row && headOf(db, row);
  const parent = head && head.parentId !== null ? repo.revisionRow(db, setupId, head.parentId) : undefined;
  const read = parent && readRevision(db, parent);
  return read?.ok ? read.value : undefined;
}

/**
 * Sets what a day takes right by what was poured, as one change. What its place makes of such days comes from `takesCm3`,
 * with nothing set right yet.
 */
export function setPoured(
  db: Db,
  { setupId, baseVersion, poured }: PouredInput,
  takesCm3: (setup: Setup) => Result<readonly number[]>,
  context: ServiceContext,
): WriteOutcome {
  const loaded = loadSetup(db, setupId);
  if (loaded.status === "missing") return loaded;
  if (loaded.status === "damaged") return { status: "refused", problems: loaded.problems };
  const setup: Setup = { ...loaded.state.setup, demand: { by: "place" } };
  const write = (label: string, demand: Setup["demand"]): WriteOutcome =>
    writing(db, (tx) => addVersion(tx, { setupId, baseVersion, label, setup: { ...setup, demand } }, context));
  if (!poured) return write("A day takes what its place makes of it", { by: "place" });
  const takes = takesCm3(setup);
  if (!takes.ok) return { status: "refused", problems: takes.problems };
  const derived = takes.value[poured.month]!;
  if (!(derived > 0))
    return { status: "refused", problems: [problem("", "nothing-taken", "Nothing is taken of it in that month.")] };
  const said = { ...poured, times: Number((poured.volumeCm3 / poured.days / derived).toPrecision(4)) };
  const problems = pouredProblems(said);
  return problems.length > 0
    ? { status: "refused", problems }
    : write("Set right by what was poured", { by: "place", poured: said });
}

/** Changes what a setup is watered with, or whose overflow is led into it, as one change. */
export function setWaterIn(
  db: Db,
  { setupId, baseVersion, change }: WaterInInput,
  context: ServiceContext,
): WriteOutcome {
  const refused = (code: string, message: string): WriteOutcome => ({
    status: "refused",
    problems: [problem(change.of, code, message)],
  });
  const loaded = loadSetup(db, setupId);
  if (loaded.status === "missing") return loaded;
  if (loaded.status === "damaged") return { status: "refused", problems: loaded.problems };
  const { blend: _blend, runsIn: _runsIn, ...rest } = loaded.state.setup;
  const { blend, runsIn } = loaded.state.setup;
  const kept = { ...(blend && { blend }), ...(runsIn && { runsIn }) };
  const write = (label: string, setup: Setup): WriteOutcome =>
    writing(db, (tx) => addVersion(tx, { setupId, baseVersion, label, setup }, context));
  if (change.of === "blend") {
    // what is poured none of need not be named
    const poured = change.blend?.filter(({ parts }) => parts > 0) ?? null;
    const problems = poured ? blendProblems(poured) : [];
    if (poured?.length === 0) return refused("out-of-range", "Say at least one part of a water.");
    if (problems.length > 0) return { status: "refused", problems };
    return poured
      ? write("Watered with other water", { ...rest, ...kept, blend: poured })
      : write("Watered from the tap", { ...rest, ...(runsIn && { runsIn }) });
  }
  const problems = runsInProblems(change.runsIn);
  if (problems.length > 0) return { status: "refused", problems };
  for (const from of change.runsIn) {
    if (repo.setupRow(db, from) === undefined) return refused("missing", "One of them is no longer in the database.");
    if (leadsTo(db, from, setupId))
      return refused("ring", "Its own overflow is led there, or on to there: water does not run round in a ring.");
  }
  const led = change.runsIn.length > 0 ? { runsIn: change.runsIn } : {};
  return write(change.runsIn.length > 0 ? "Overflow led into it" : "No overflow led into it", {
    ...rest,
    ...(blend && { blend }),
    ...led,
  });
}

/** Whether what runs over of a setup comes to be led into another, itself included. */
function leadsTo(db: Db, into: string, setupId: string, seen = new Set<string>()): boolean {
  if (into === setupId) return true;
  if (seen.has(into)) return false;
  seen.add(into);
  const loaded = loadSetup(db, into);
  return loaded.status === "ok" && (loaded.state.setup.runsIn ?? []).some((from) => leadsTo(db, from, setupId, seen));
}

/** Undo or redo one step. Made on an older version it changes nothing and answers with the present state. */
export function step(db: Db, { setupId, baseVersion, direction }: StepInput, context: ServiceContext): WriteOutcome {
  return writing(db, (tx): WriteOutcome => {
    const row = repo.setupRow(tx, setupId);
    const head = row && headOf(tx, row);
    if (!row || !head) return { status: "missing" };
    const target =
      row.version !== baseVersion
        ? undefined
        : direction === "redo"
          ? repo.newestChild(tx, setupId, head.id)
          : head.parentId === null
            ? undefined
            : repo.revisionRow(tx, setupId, head.parentId);
    const parsed = target && readStored(tx, target);
    if (parsed && !parsed.ok) return { status: "refused", problems: parsed.problems };
    const moved = parsed
      ? repo.moveHead(tx, row, { revisionId: target.id, name: parsed.value.name, now: context.now() })
      : row;
    const state = stateNow(tx, moved);
    return state ? { status: "saved", state } : { status: "missing" };
  });
}

/**
 * Settles a version that was set aside: use it, its steps the newest ones of the history; copy it to a setup of its own,
 * with its steps; or drop it.
 */
export function settleSetAside(
  db: Db,
  { setupId, revisionId, choice }: SetAsideInput,
  context: ServiceContext,
): WriteOutcome & { readonly copyId?: string } {
  return writing(db, (tx) => {
    const row = repo.setupRow(tx, setupId);
    const kept = row && repo.revisionRow(tx, setupId, revisionId);
    if (!row || kept?.kind !== "set-aside") return { status: "missing" as const };
    const parsed = readStored(tx, kept);
    if (!parsed.ok) return { status: "refused" as const, problems: parsed.problems };
    let current = row;
    let copyId: string | undefined;
    if (kept.settledAt === null) {
      const run = runsSetAside(tx, setupId).find((one) => one.at(-1)!.id === revisionId) ?? [kept];
      // a step on the way that cannot be read is left out; the last one can
      const steps = run.flatMap((revision) => {
        const made = readStored(tx, revision);
        return made.ok ? [{ label: revision.label, setup: made.value }] : [];
      });
      if (choice === "use") current = addSteps(tx, row, steps, context);
      else if (choice === "copy") {
        const [first, ...rest] = steps.map(({ label, setup }) => ({
          label,
          setup: { ...setup, name: copyName(setup.name) },
        }));
        copyId = insertNew(tx, first!.setup, context);
        addSteps(tx, repo.setupRow(tx, copyId)!, rest, context);
      }
      for (const { id } of run) repo.settleSetAside(tx, id, context.now());
    }
    return { status: "saved" as const, state: stateNow(tx, current)!, ...(copyId === undefined ? {} : { copyId }) };
  });
}

/** Adds steps to the history, one on the other, and moves the head to the last. */
function addSteps(
  db: Db,
  row: SetupRow,
  steps: readonly { readonly label: string; readonly setup: Setup }[],
  { now, newId }: Pick<ServiceContext, "now" | "newId">,
): SetupRow {
  return steps.reduce((current, { label, setup }) => {
    const revision = repo.insertRevision(db, {
      setupId: row.id,
      parentId: current.headRevisionId,
      kind: "change",
      changeId: newId(),
      label,
      document: textOf(setup),
      savedAt: now(),
    });
    return repo.moveHead(db, current, { revisionId: revision.id, name: setup.name, now: now() });
  }, row);
}

const copyName = (name: string): string => `${name.slice(0, 110)} (copy)`;

/** Puts the head of a damaged setup back on its last whole version; the damaged row stays in the history. */
export function restoreLastGood(db: Db, setupId: string, context: ServiceContext): WriteOutcome {
  return writing(db, (tx): WriteOutcome => {
    const row = repo.setupRow(tx, setupId);
    if (!row) return { status: "missing" };
    const good = lastGood(tx, row);
    if (!good)
      return {
        status: "refused",
        problems: [problem("", "no-good-version", "No stored version of this setup can be read.")],
      };
    const moved = repo.moveHead(tx, row, { revisionId: good.revision.id, name: good.setup.name, now: context.now() });
    return { status: "saved", state: stateNow(tx, moved)! };
  });
}

/** A setup of its own with the same content. */
export function copySetup(db: Db, setupId: string, context: ServiceContext): Result<string> {
  const loaded = loadSetup(db, setupId);
  if (loaded.status !== "ok")
    return { ok: false, problems: [problem("setupId", loaded.status, "This setup cannot be copied.")] };
  const { setup } = loaded.state;
  return { ok: true, value: writing(db, (tx) => insertNew(tx, { ...setup, name: copyName(setup.name) }, context)) };
}

/** Takes a setup off the shelf, or puts it back; nothing is deleted. */
export const setPutAway = (db: Db, setupId: string, putAway: boolean, context: ServiceContext): boolean =>
  repo.setPutAway(db, setupId, putAway ? context.now() : null);
