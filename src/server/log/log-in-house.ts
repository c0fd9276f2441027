import type { SetupInHouse } from "../../formats/house/schema";
import { logRowState } from "../../formats/log/schema";
import { fromText, parseWith } from "../../formats/problems";
import type { Db } from "../db/client";
import * as repo from "./log.repo";
import { stateOf } from "./log.service";

type LogInHouse = SetupInHouse["log"];

/** A setup's log as the house file carries it; what cannot be read is left where it is. */
export const logInHouse = (db: Db, setupId: string): LogInHouse =>
  repo.allRows(db, setupId).flatMap((row) => {
    const state = parseWith(logRowState, stateOf(row));
    if (!state.ok) return [];
    const earlier = row.version === 1 ? [] : repo.versionsOf(db, row.id);
    return [
      {
        id: row.rowId,
        version: row.version,
        savedAt: row.savedAt,
        source: row.source,
        state: state.value,
        earlier: earlier.flatMap(({ version, savedAt, document }) => {
          const then = fromText(document, (value) => parseWith(logRowState, value));
          return then.ok ? [{ version, savedAt, state: then.value }] : [];
        }),
      },
    ];
  });

/** Adds what is not here; a row that was changed more often there is taken as it is there. @returns whether any was new */
export function takeLogIn(db: Db, setupId: string, log: LogInHouse): boolean {
  if (log.length === 0) return false;
  const known = new Map(repo.allRows(db, setupId).map((row) => [row.rowId, row]));
  const fresh = log.filter(({ id }) => !known.has(id));
  const changed = log.filter(({ id, version }) => known.has(id) && known.get(id)!.version < version);
  repo.addRows(
    db,
    fresh.map(({ id, version, savedAt, source, state }) => ({
      ...state,
      setupId,
      rowId: id,
      version,
      savedAt,
      source,
    })),
  );
  for (const { id, version, savedAt, source, state } of changed) {
    const here = known.get(id)!;
    repo.addVersion(db, {
      logId: here.id,
      version: here.version,
      document: JSON.stringify(stateOf(here)),
      savedAt: here.savedAt,
    });
    repo.setRow(db, here.id, { ...state, version, savedAt, source });
  }
  for (const { id, earlier } of [...fresh, ...changed]) {
    if (earlier.length === 0) continue;
    const logId = known.get(id)?.id ?? repo.rowOf(db, setupId, id)!.id;
    for (const { version, savedAt, state } of earlier)
      repo.addVersion(db, { logId, version, document: JSON.stringify(state), savedAt });
  }
  return fresh.length + changed.length > 0;
}
