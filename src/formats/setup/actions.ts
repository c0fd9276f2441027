import { z } from "zod";
import { MOST_PARTS } from "../../core/place/waters";
import { setupId, waterId } from "../ids";
import type { Problem } from "../../core/units/problem";
import type { Setup } from "../../core/stack/setup";

/** Inputs and outcomes of the actions on setups: what crosses between browser and server. */

const version = z.number().int().min(0);

/**
 * `document` is parsed by ./schema, which knows its versions. `id` is made by the browser, once per change, so that a
 * retry is known again.
 */
export const saveInput = z.strictObject({
  setupId,
  baseVersion: version,
  changes: z
    .array(z.strictObject({ id: z.string().min(8).max(40), label: z.string().min(1).max(200), document: z.unknown() }))
    .min(1)
    .max(500)
    .refine((changes) => new Set(changes.map(({ id }) => id)).size === changes.length, "Two changes have one id."),
  /** The change before the first of these, where it was sent on the same version and set aside. */
  follows: z.string().min(8).max(40).optional(),
});
export type SaveInput = z.infer<typeof saveInput>;

export const stepInput = z.strictObject({ setupId, baseVersion: version, direction: z.enum(["undo", "redo"]) });
export type StepInput = z.infer<typeof stepInput>;

export const setAsideInput = z.strictObject({
  setupId,
  revisionId: z.number().int().min(1),
  choice: z.enum(["use", "copy", "drop"]),
});
export type SetAsideInput = z.infer<typeof setAsideInput>;

/** What was poured after so many days of a month, from 0; null takes back what was said of it. */
export const pouredInput = z.strictObject({
  setupId,
  baseVersion: version,
  poured: z
    .strictObject({
      volumeCm3: z.number().positive().max(1e9),
      days: z.number().positive().max(365),
      month: z.number().int().min(0).max(11),
    })
    .nullable(),
});
export type PouredInput = z.infer<typeof pouredInput>;

/** What it is watered with, null for what comes from the tap; or whose overflow is led into it. */
export const waterInInput = z.strictObject({
  setupId,
  baseVersion: version,
  change: z.discriminatedUnion("of", [
    z.strictObject({
      of: z.literal("blend"),
      blend: z
        .array(z.strictObject({ waterId, parts: z.number().min(0).max(MOST_PARTS) }))
        .min(1)
        .max(20)
        .nullable(),
    }),
    z.strictObject({ of: z.literal("runs-in"), runsIn: z.array(setupId).max(20) }),
  ]),
});
export type WaterInInput = z.infer<typeof waterInInput>;

export const setupIdInput = z.strictObject({ setupId });

/** What stale writes brought, in its last state, and that waits for the grower's decision. */
export type SetAside = {
  readonly revisionId: number;
  /** How many changes led to it. */
  readonly steps: number;
  readonly label: string;
  readonly savedAt: string;
  readonly setup: Setup;
};

export type SetupState = {
  readonly setupId: string;
  readonly version: number;
  readonly setup: Setup;
  readonly undoLabel: string | null;
  readonly redoLabel: string | null;
  readonly setAside: readonly SetAside[];
};

export type LoadOutcome =
  | { readonly status: "ok"; readonly state: SetupState }
  | {
      readonly status: "damaged";
      readonly setupId: string;
      readonly problems: readonly Problem[];
      readonly lastGood: { readonly name: string; readonly savedAt: string } | null;
    }
  | { readonly status: "missing" };

/**
 * What became of a write. Every outcome but "missing" leaves what was sent stored or with the sender; nothing is
 * dropped.
 */
export type WriteOutcome =
  | { readonly status: "saved"; readonly state: SetupState }
  /** Someone else changed it first: theirs is in `state`, what was sent waits in `state.setAside`. */
  | { readonly status: "stale"; readonly state: SetupState; readonly keptRevisionId: number }
  | { readonly status: "refused"; readonly problems: readonly Problem[] }
  | { readonly status: "missing" };
