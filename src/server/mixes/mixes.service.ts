import type { Dosed } from "../../core/mixing/amendments";
import { blend, type Part } from "../../core/mixing/blend";
import { isMix, mixMediumId, mixOfMedium } from "../../core/mixing/mix-medium";
import type { Medium } from "../../core/media/medium";
import type { Setup } from "../../core/stack/setup";
import { failed, ok, problem, type Result } from "../../core/units/problem";
import { mixAsMedium } from "../../core/water/mix-as-medium";
import type { Kept, KeepOutcome, KeptVersion, SaveKeptInput } from "../../formats/kept";
import { parseMix, parseMixText } from "../../formats/mix/schema";
import { mixDocument, type Mix, type MixToMake } from "../../formats/mix/document";
import type { Db } from "../db/client";
import { MIX_TABLES, versionAt } from "../kept/kept.repo";
import * as kept from "../kept/kept.service";
import type { OwnMediaContext } from "../media/media.service";
import { setupsWithMedium, setupsWithMix } from "../kept/users.repo";

/** `ingredient` finds what a mix can be made of: the catalogue and the grower's own media. */
export type MixContext = OwnMediaContext & { readonly ingredient: (id: string) => Medium | undefined };

export type LoadedMix = {
  readonly stored: Kept<Mix>;
  readonly usedBy: readonly { readonly id: string; readonly name: string }[];
  readonly versions: readonly KeptVersion<Mix>[];
};

export const MIXES: kept.Kind<Mix> = {
  tables: MIX_TABLES,
  parse: parseMix,
  parseText: parseMixText,
  textOf: (mix) => JSON.stringify(mixDocument(mix)),
};

/** What keeps a mix from being stored: unknown media, other mixes in it, or parts that do not blend. */
export function checkMix(mix: Mix, { ingredient }: MixContext): Result<Mix> {
  const unknown = mix.parts.flatMap(({ mediumId }, i) =>
    ingredient(mediumId)
      ? []
      : [
          problem(
            `parts[${i}].mediumId`,
            "unknown-medium",
            isMix(mediumId) ? "A mix is made of media, not of other mixes." : `“${mediumId}” is not known here.`,
          ),
        ],
  );
  if (unknown.length > 0) return failed(...unknown);
  const mixed = blend(mix.parts.map(({ mediumId, parts }) => ({ medium: ingredient(mediumId)!, parts })));
  return mixed.ok ? ok(mix) : mixed;
}

export function createMix(db: Db, mix: Mix, context: MixContext): Result<string> {
  const checked = checkMix(mix, context);
  return checked.ok ? ok(kept.insert(db, MIXES, mix, context)) : checked;
}

export function loadMix(db: Db, id: string): LoadedMix | undefined {
  const stored = kept.find(db, MIXES, id);
  return stored && { stored, usedBy: setupsWithMix(db, id), versions: kept.versions(db, MIXES, id) };
}

export const saveMix = (db: Db, input: SaveKeptInput, context: MixContext): KeepOutcome<Mix> =>
  kept.save(db, MIXES, input, (mix) => checkMix(mix, context), context);

export const listMixes = (db: Db, putAway = false): Kept<Mix>[] => kept.list(db, MIXES, putAway);

/**
 * What a layer is filled with: the parts and amendments of a saved mix, or its medium alone. Undefined when it is gone,
 * damaged, or a part of it is unknown.
 */
export function recipeOfMedium(
  db: Db,
  mediumId: string,
  { ingredient }: MixContext,
): { readonly parts: readonly Part[]; readonly amendments: readonly Dosed[] } | undefined {
  const recipe = isMix(mediumId) ? storedMix(db, mediumId)?.value : { parts: [{ mediumId, parts: 1 }], amendments: [] };
  const parts = recipe?.parts.flatMap(({ mediumId: id, parts: amount }) => {
    const medium = ingredient(id);
    return medium ? [{ medium, parts: amount }] : [];
  });
  return recipe && parts?.length === recipe.parts.length ? { parts, amendments: recipe.amendments } : undefined;
}

/** The mix a layer's medium names, in the version it names; the newest for one that names none. */
export function storedMix(db: Db, mediumId: string): MixVersion | undefined {
  const named = mixOfMedium(mediumId);
  if (!named) return undefined;
  return named.version === undefined
    ? kept.find(db, MIXES, named.mixId)
    : kept.findVersion(db, MIXES, named.mixId, named.version);
}

/**
 * A setup's layers with each mix in a version: one written before versions were named is of the version that was the
 * newest at the time it was saved, so that going back brings back what it was.
 */
export function withMixVersions(db: Db, setup: Setup, savedAt: string): Setup {
  const unnamed = setup.layers.some(({ mediumId }) => isMix(mediumId) && mixOfMedium(mediumId)!.version === undefined);
  if (!unnamed) return setup;
  const layers = setup.layers.map((layer) => {
    const named = mixOfMedium(layer.mediumId);
    if (!named || named.version !== undefined) return layer;
    const version = versionAt(db, MIX_TABLES, named.mixId, savedAt) ?? kept.find(db, MIXES, named.mixId)?.version;
    return version === undefined ? layer : { ...layer, mediumId: mixMediumId(named.mixId, version) };
  });
  return { ...setup, layers };
}

/** A saved mix as a medium; undefined when it is gone, damaged, or does not blend. */
export function mediumOfMix(db: Db, mediumId: string, context: MixContext): Medium | undefined {
  const stored = storedMix(db, mediumId);
  return stored && asMedium(stored, context);
}

/** @param most  so many of them, the first by name */
export const mediaOfMixes = (db: Db, context: MixContext, most = Infinity): Medium[] =>
  listMixes(db)
    .slice(0, most)
    .flatMap((stored) => asMedium(stored, context) ?? []);

type MixVersion = Pick<Kept<Mix>, "id" | "version" | "value">;

const toMake = ({ id, version, value: { name, parts } }: MixVersion, offered: boolean): MixToMake => ({
  mediumId: mixMediumId(id, version),
  name,
  parts,
  offered,
});

/** All mixes on the shelf, and what else of mixes and their versions a setup is or ever was made of. */
export function mixesToMake(db: Db, ofSetup: readonly string[]): MixToMake[] {
  const offered = listMixes(db).map((mix) => toMake(mix, true));
  const known = new Set(offered.map(({ mediumId }) => mediumId));
  const further = ofSetup.flatMap((mediumId) => {
    const stored = known.has(mediumId) ? undefined : storedMix(db, mediumId);
    return stored ? [toMake(stored, false)] : [];
  });
  return [...offered, ...further];
}

/** A mix takes some ms to be made a medium; what was made of the same ingredients stays made. */
const MOST_MADE = 2000;
const made = new Map<string, { readonly of: readonly Medium[]; readonly medium: Medium }>();

function asMedium({ id, version, value: mix }: MixVersion, { ingredient }: MixContext): Medium | undefined {
  const of = mix.parts.map(({ mediumId }) => ingredient(mediumId));
  if (!of.every((medium) => medium !== undefined)) return undefined;
  const key = `${mixMediumId(id, version)} ${MIXES.textOf(mix)}`;
  const before = made.get(key);
  if (before?.of.every((medium, i) => medium === of[i])) return before.medium;
  const result = mixAsMedium(
    mixMediumId(id, version),
    mix.name,
    mix.parts.map(({ parts }, i) => ({ medium: of[i]!, parts })),
  );
  if (!result.ok) return undefined;
  if (made.size >= MOST_MADE) made.clear();
  made.set(key, { of, medium: result.value });
  return result.value;
}

export const setMixPutAway = (db: Db, id: string, putAway: boolean, context: kept.KeptContext): boolean =>
  kept.setPutAway(db, MIXES, id, putAway, context);

export type User = { readonly kind: "setup" | "mix"; readonly id: string; readonly name: string };

/**
 * What changes with an own medium: mixes it is part of, those that were put away too, setups with a layer of it, and setups with a layer of those
 * mixes.
 */
export function usersOf(db: Db, mediumId: string): User[] {
  const of = [...listMixes(db), ...listMixes(db, true)].filter(({ value: { parts } }) =>
    parts.some((part) => part.mediumId === mediumId),
  );
  const layered = [...setupsWithMedium(db, mediumId), ...of.flatMap(({ id }) => setupsWithMix(db, id))];
  return [
    ...of.map(({ id, value: { name } }): User => ({ kind: "mix", id, name })),
    ...new Map(layered.map(({ id, name }): [string, User] => [id, { kind: "setup", id, name }])).values(),
  ];
}
