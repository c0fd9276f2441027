import type { Setup } from "../../core/stack/setup";
import { failed, ok, problem, type Result } from "../../core/units/problem";
import type {
  DropNameInput,
  GoBackInput,
  HistoryPage,
  NameVersionInput,
  VersionLine,
} from "../../formats/history/actions";
import type { WriteOutcome } from "../../formats/setup/actions";
import { writing, type Db } from "../db/client";
import type { RevisionRow } from "../db/schema";
import { revisionRow, setupRow } from "../setups/setups.repo";
import { addVersion, readRevision, type ServiceContext } from "../setups/setups.service";
import * as repo from "./history.repo";

export const HISTORY_PAGE_SIZE = 60;

/** One page of a setup's versions, the newest first. */
export function historyOf(db: Db, setupId: string, before?: number): HistoryPage | undefined {
  const row = setupRow(db, setupId);
  if (!row || row.headRevisionId === null) return undefined;
  const page = repo.CHANGES.page(db, setupId, HISTORY_PAGE_SIZE, before);
  const names = repo.nameRows(db, setupId);
  const named = repo.revisionsById(
    db,
    setupId,
    names.map(({ revisionId }) => revisionId),
  );
  const lowest = Math.min(...[...page.rows, ...named].map(({ id }) => id), row.headRevisionId);
  const path = repo.pathTo(db, row.headRevisionId, lowest);
  const lineOf = (revision: RevisionRow): VersionLine => ({
    revisionId: revision.id,
    label: revision.label,
    savedAt: revision.savedAt,
    names: names.flatMap(({ id, revisionId, name, namedAt }) =>
      revisionId === revision.id ? [{ id, name, namedAt }] : [],
    ),
    at: revision.id === row.headRevisionId ? "now" : path.has(revision.id) ? "before" : "aside",
    whole: readRevision(db, revision).ok,
  });
  return {
    setupId,
    name: row.name,
    version: row.version,
    headRevisionId: row.headRevisionId,
    lines: page.rows.map(lineOf),
    named: named.map(lineOf),
    before: page.before,
  };
}

/** A setup as it was in one of its versions. */
export function versionOf(
  db: Db,
  setupId: string,
  revisionId: number,
): Result<{ label: string; savedAt: string; setup: Setup }> {
  const revision = revisionRow(db, setupId, revisionId);
  if (!revision) return failed(problem("revisionId", "missing", "There is no such version of this setup."));
  const read = readRevision(db, revision);
  return read.ok ? ok({ label: revision.label, savedAt: revision.savedAt, setup: read.value }) : read;
}

export function nameVersion(
  db: Db,
  { setupId, revisionId, name }: NameVersionInput,
  { now }: Pick<ServiceContext, "now">,
): boolean {
  return writing(db, (tx) => {
    if (revisionRow(tx, setupId, revisionId)?.kind !== "change") return false;
    repo.nameOnce(tx, { setupId, revisionId, name, namedAt: now() });
    return true;
  });
}

export const dropName = (db: Db, { setupId, nameId }: DropNameInput, { now }: Pick<ServiceContext, "now">): boolean =>
  repo.dropName(db, setupId, nameId, now());

/** Makes an earlier version the present one, as a change of its own: what came after stays in the history. */
export function goBack(
  db: Db,
  { setupId, revisionId, baseVersion }: GoBackInput,
  context: ServiceContext,
): WriteOutcome {
  return writing(db, (tx): WriteOutcome => {
    const revision = revisionRow(tx, setupId, revisionId);
    if (!revision) return { status: "missing" };
    const read = readRevision(tx, revision);
    if (!read.ok) return { status: "refused", problems: read.problems };
    const name = repo.nameRows(tx, setupId).find((one) => one.revisionId === revisionId)?.name;
    return addVersion(
      tx,
      {
        setupId,
        baseVersion,
        label: `Back to ${name ? `“${name}”` : `“${revision.label}”`}`.slice(0, 200),
        setup: read.value,
      },
      context,
    );
  });
}
