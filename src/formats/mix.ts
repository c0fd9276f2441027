import { z } from "zod";
import { failed, ok, problem, type Result } from "../core/units/problem";
import { LONGEST_NAME } from "../core/stack/check";
import { MOST_RECIPE_PARTS, type RecipePart } from "../core/mixing/recipe";
import { checkKind, parseWith } from "./problems";

/** A mix as a document: what is stored, exported and imported (docs/formats/mix.md). Shape only; whether it blends is core's `blend`. */
export const MIX_KIND = "marlstone.mix";
export const MIX_VERSION = 1;

export type Mix = { readonly name: string; readonly parts: readonly RecipePart[]; readonly note: string };
export type MixDocument = { readonly kind: typeof MIX_KIND; readonly version: typeof MIX_VERSION } & Mix;

const mixSchema = z.strictObject({
  kind: z.literal(MIX_KIND), version: z.literal(MIX_VERSION),
  name: z.string().trim().min(1).max(LONGEST_NAME),
  parts: z.array(z.strictObject({ mediumId: z.string().min(1).max(80), parts: z.number().gt(0).max(1e6) })).min(1).max(MOST_RECIPE_PARTS)
    .refine((parts) => new Set(parts.map(({ mediumId }) => mediumId)).size === parts.length, { message: "names a medium twice" }),
  note: z.string().max(2000).default(""),
});

export const mixDocument = ({ name, parts, note }: Mix): MixDocument => ({ kind: MIX_KIND, version: MIX_VERSION, name, parts, note });

export function parseMix(value: unknown): Result<Mix> {
  const document = checkKind(value, MIX_KIND, [MIX_VERSION]);
  if (!document.ok) return document;
  const parsed = parseWith(mixSchema as unknown as z.ZodType<MixDocument>, value);
  return parsed.ok ? ok({ name: parsed.value.name, parts: parsed.value.parts, note: parsed.value.note }) : parsed;
}

export function parseMixText(text: string): Result<Mix> {
  try {
    return parseMix(JSON.parse(text));
  } catch {
    return failed(problem("", "not-json", "This is not valid JSON."));
  }
}

/** What crosses from the browser. */
export const mixIdInput = z.strictObject({ mixId: z.string().min(1).max(40) });
export const saveMixInput = z.strictObject({ mixId: z.string().min(1).max(40), baseVersion: z.number().int().min(1), document: z.unknown() });
export type SaveMixInput = z.infer<typeof saveMixInput>;

export type StoredMix = { readonly id: string; readonly version: number; readonly mix: Mix };
export type MixOutcome =
  | { readonly status: "saved"; readonly stored: StoredMix }
  /** Someone else changed it first; nothing was written and nothing is lost: what was sent is still in the page. */
  | { readonly status: "stale"; readonly stored: StoredMix }
  | { readonly status: "refused"; readonly message: string }
  | { readonly status: "missing" };
