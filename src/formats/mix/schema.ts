import { z } from "zod";
import { mediumId } from "../ids";
import { LONGEST_NAME } from "../../core/stack/check";
import { AMENDMENTS, GREATEST_DOSE } from "../../core/mixing/amendments";
import { GREATEST_PARTS } from "../../core/mixing/blend";
import { isOwn } from "../../core/media/own-id";
import type { OwnMedium } from "../../core/media/own-medium";
import { MOST_RECIPE_PARTS } from "../../core/mixing/recipe";
import { ok, type Result } from "../../core/units/problem";
import { ownMediumShape } from "../own-medium/schema";
import { checkKind, fromText, parseWith } from "../problems";
import { tied } from "../tied";
import { MIX_KIND, MIX_VERSION, type Mix, type MixDocument, type MixFile } from "./document";
import { MIX_UPGRADES } from "./upgrade";

/** Reads mixes from documents and files. Shape only; whether one blends is core's `blend`. */
export const mixSchema = tied<MixDocument>()(
  z.strictObject({
    kind: z.literal(MIX_KIND),
    version: z.literal(MIX_VERSION),
    name: z.string().trim().min(1).max(LONGEST_NAME),
    parts: z
      .array(z.strictObject({ mediumId, parts: z.number().gt(0).max(GREATEST_PARTS) }))
      .min(1)
      .max(MOST_RECIPE_PARTS)
      .refine((parts) => new Set(parts.map(({ mediumId }) => mediumId)).size === parts.length, {
        message: "names a medium twice",
      }),
    amendments: z
      .array(z.strictObject({ id: z.string(), amount: z.number().gt(0) }))
      .max(AMENDMENTS.length)
      .refine((chosen) => new Set(chosen.map(({ id }) => id)).size === chosen.length, {
        message: "names an amendment twice",
      })
      .refine(
        (chosen) =>
          chosen.every(({ id, amount }) =>
            AMENDMENTS.some((one) => one.id === id && amount <= GREATEST_DOSE[one.dose.kind]),
          ),
        { message: "names an amendment that is not known, or a dose far beyond any label" },
      )
      .default([]),
    note: z.string().max(2000).default(""),
  }),
);
const fileSchema = tied<MixFile>()(
  mixSchema.extend({
    media: z.record(z.string().refine(isOwn, { message: "must begin with own:" }), ownMediumShape).optional(),
  }),
);

export function parseMix(value: unknown): Result<Mix> {
  const document = checkKind(value, MIX_KIND, MIX_UPGRADES.versions);
  if (!document.ok) return document;
  const parsed = parseWith(mixSchema, MIX_UPGRADES.upgraded(document.value));
  return parsed.ok ? ok(mixOf(parsed.value)) : parsed;
}

const mixOf = ({ name, parts, amendments, note }: Mix): Mix => ({ name, parts, amendments, note });

export const parseMixText = (text: string): Result<Mix> => fromText(text, parseMix);

/** A mix's file, with the grower's own media it brings along by their ids in it. */
export function parseMixFile(
  text: string,
): Result<{ readonly mix: Mix; readonly media: Readonly<Record<string, OwnMedium>> }> {
  return fromText(text, (value) => {
    const document = checkKind(value, MIX_KIND, MIX_UPGRADES.versions);
    if (!document.ok) return document;
    const parsed = parseWith(fileSchema, MIX_UPGRADES.upgraded(document.value));
    return parsed.ok ? ok({ mix: mixOf(parsed.value), media: parsed.value.media ?? {} }) : parsed;
  });
}
