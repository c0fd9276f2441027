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
  let isNew = false;
  for (const { id, version, savedAt, source, state, earlier } of log) {
    const here = repo.rowOf(db, setupId, id);
    if (here && here.version >= version) continue;
    isNew = true;
    if (here) {
      repo.addVersion(db, {
        logId: here.id,
        version: here.version,
        document: JSON.stringify(stateOf(here)),
        savedAt: here.savedAt,
      });
      repo.setRow(db, here.id, { ...state, version, savedAt, source });
    } else repo.addRow(db, { ...state, setupId, rowId: id, version, savedAt, source });
    const logId = here?.id ?? repo.rowOf(db, setupId, id)!.id;
    for (const then of earlier)
      repo.addVersion(db, {
        logId,
        version: then.version,
        document: JSON.stringify(then.state),
        savedAt: then.savedAt,
      });
  }
  return isNew;
}
