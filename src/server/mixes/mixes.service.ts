import { blend } from "../../core/mixing/blend";
import { isMix, MIX_PREFIX, mixMedium, mixMediumId } from "../../core/mixing/mix-medium";
import type { Medium } from "../../core/media/medium";
import { failed, ok, problem, type Result } from "../../core/units/problem";
import { containerState } from "../../core/water/container";
import { mixDocument, parseMix, parseMixText, type Mix, type MixOutcome, type SaveMixInput, type StoredMix } from "../../formats/mix";
import type { Db } from "../db/client";
import * as repo from "./mixes.repo";

export type MixContext = { readonly now: () => string; readonly newId: () => string; readonly catalogue: (id: string) => Medium | undefined };

/** More saved mixes than this are not offered for layers. */
const MOST_OFFERED = 500;

export type LoadedMix = { readonly stored: StoredMix; readonly usedBy: readonly { readonly id: string; readonly name: string }[] };

const textOf = (mix: Mix): string => JSON.stringify(mixDocument(mix));

/** What keeps a mix from being stored: unknown media, other mixes in it, or parts that do not blend. */
function checkMix(mix: Mix, { catalogue }: MixContext): Result<Mix> {
  const unknown = mix.parts.flatMap(({ mediumId }, i) => (catalogue(mediumId) ? [] : [problem(`parts[${i}].mediumId`, "unknown-medium", isMix(mediumId) ? "A mix is made of media, not of other mixes." : `“${mediumId}” is not in the catalogue.`)]));
  if (unknown.length > 0) return failed(...unknown);
  const mixed = blend(mix.parts.map(({ mediumId, parts }) => ({ medium: catalogue(mediumId)!, parts })));
  return mixed.ok ? ok(mix) : mixed;
}

export function createMix(db: Db, mix: Mix, context: MixContext): Result<string> {
  const checked = checkMix(mix, context);
  if (!checked.ok) return checked;
  const id = context.newId();
  db.transaction((tx) => repo.insertMix(tx, { id, name: mix.name, document: textOf(mix), now: context.now() }));
  return ok(id);
}

export function loadMix(db: Db, id: string): LoadedMix | undefined {
  const found = repo.mixRow(db, id);
  const stored = found && storedOf(found);
  return stored && { stored, usedBy: repo.setupsWithMedium(db, mixMediumId(id)) };
}

function storedOf({ row, document }: repo.MixWithDocument): StoredMix | undefined {
  const parsed = document === null ? undefined : parseMixText(document);
  return parsed?.ok ? { id: row.id, version: row.version, mix: parsed.value } : undefined;
}

/** Saves a new version over the one it was made on; a stale one is answered with the newer and nothing is written. */
export function saveMix(db: Db, { mixId, baseVersion, document }: SaveMixInput, context: MixContext): MixOutcome {
  const parsed = parseMix(document);
  const checked = parsed.ok ? checkMix(parsed.value, context) : parsed;
  if (!checked.ok) return { status: "refused", message: checked.problems.map(({ message }) => message).join(" ") };
  return db.transaction((tx): MixOutcome => {
    const found = repo.mixRow(tx, mixId);
    if (!found) return { status: "missing" };
    if (found.row.version !== baseVersion) {
      const stored = storedOf(found);
      return stored ? { status: "stale", stored } : { status: "missing" };
    }
    repo.addVersion(tx, found.row, { name: checked.value.name, document: textOf(checked.value), now: context.now() });
    return { status: "saved", stored: { id: mixId, version: baseVersion + 1, mix: checked.value } };
  });
}

export const listMixes = (db: Db, putAway = false): StoredMix[] => repo.mixRows(db, putAway, MOST_OFFERED).flatMap((row) => storedOf(row) ?? []);

/** A saved mix as a medium; undefined when it is gone, damaged, or does not blend. */
export function mediumOfMix(db: Db, mediumId: string, context: MixContext): Medium | undefined {
  const found = isMix(mediumId) ? repo.mixRow(db, mediumId.slice(MIX_PREFIX.length)) : undefined;
  const stored = found && storedOf(found);
  return stored && asMedium(stored, context);
}

export const mediaOfMixes = (db: Db, context: MixContext): Medium[] => listMixes(db).flatMap((stored) => asMedium(stored, context) ?? []);

function asMedium({ id, mix }: StoredMix, { catalogue }: MixContext): Medium | undefined {
  if (!mix.parts.every(({ mediumId }) => catalogue(mediumId))) return undefined;
  const made = mixMedium(mixMediumId(id), mix.name, mix.parts.map(({ mediumId, parts }) => ({ medium: catalogue(mediumId)!, parts })), (hydraulics, heightCm) => containerState(hydraulics, heightCm).water);
  return made.ok ? made.value : undefined;
}

export const setMixPutAway = (db: Db, id: string, putAway: boolean, { now }: MixContext): boolean => repo.setMixPutAway(db, id, putAway ? now() : null);
