import type { Unreadable, UnreadableInput, UnreadableKind } from "../../formats/unreadable";
import { writing, type Db } from "../db/client";
import * as kept from "../kept/kept.repo";
import type { Kind } from "../kept/kept.service";
import { OWN_MEDIA } from "../media/media.service";
import { MIXES } from "../mixes/mixes.service";
import { OWN_OCCUPANTS } from "../occupants/occupants.service";
import { revisionRow, setPutAway as setSetupPutAway, setupRow } from "../setups/setups.repo";
import { loadSetup, restoreLastGood, type ServiceContext } from "../setups/setups.service";
import * as house from "./house.repo";

type Parses = Pick<Kind<{ readonly name: string }>, "tables" | "parseText">;
const KEPT: Record<Exclude<UnreadableKind, "setup">, Parses> = {
  mix: MIXES,
  medium: OWN_MEDIA,
  living: OWN_OCCUPANTS,
};

/** So far back one that is whole is looked for. */
const MOST_LOOKED_AT = 1000;
/** The newest of its versions that can be read. */
const wholeOf = (db: Db, { tables, parseText }: Parses, id: string): kept.VersionRow | undefined =>
  kept.versionRows(db, tables, id, MOST_LOOKED_AT).find(({ document }) => parseText(document).ok);

/** All that is on the shelf and cannot be read. */
export function listUnreadable(db: Db): readonly Unreadable[] {
  const setups = house.setupRows(db).flatMap(({ id, name, putAwayAt }): Unreadable[] => {
    const loaded = putAwayAt === null ? loadSetup(db, id) : undefined;
    return loaded?.status === "damaged" ? [{ what: "setup", id, name, wholeAt: loaded.lastGood?.savedAt ?? null }] : [];
  });
  const others = (Object.keys(KEPT) as (keyof typeof KEPT)[]).flatMap((what) =>
    kept
      .keptRows(db, KEPT[what].tables, false)
      .flatMap(({ row: { id, name }, document }): Unreadable[] =>
        document !== null && KEPT[what].parseText(document).ok
          ? []
          : [{ what, id, name, wholeAt: wholeOf(db, KEPT[what], id)?.savedAt ?? null }],
      ),
  );
  return [...setups, ...others];
}

/** The text that is stored of one; undefined where there is none. */
export function storedText(db: Db, { what, id }: UnreadableInput): string | undefined {
  if (what !== "setup") return kept.keptRow(db, KEPT[what].tables, id)?.document ?? undefined;
  const head = setupRow(db, id)?.headRevisionId ?? undefined;
  return head === undefined ? undefined : revisionRow(db, id, head)?.document;
}

/** Goes on from the last version that can be read; what cannot stays in the history. False where there is none. */
export function backToWhole(db: Db, { what, id }: UnreadableInput, context: ServiceContext): boolean {
  if (what === "setup") return restoreLastGood(db, id, context).status === "saved";
  return writing(db, (tx) => {
    const kind = KEPT[what];
    const row = kept.keptRow(tx, kind.tables, id)?.row;
    const whole = row && wholeOf(tx, kind, id);
    if (!whole) return false;
    const parsed = kind.parseText(whole.document);
    kept.addVersion(tx, kind.tables, row, {
      name: parsed.ok ? parsed.value.name : row.name,
      document: whole.document,
      now: context.now(),
    });
    return true;
  });
}

/** Puts it away: out of every list, and stored as it is. */
export const putAwayUnreadable = (db: Db, { what, id }: UnreadableInput, now: string): boolean =>
  what === "setup" ? setSetupPutAway(db, id, now) : kept.setPutAway(db, KEPT[what].tables, id, now);
