import { z } from "zod";
import { keptId } from "./ids";

/** What is kept in versions that are only added to: mixes and a grower's own media. */
export type Kept<T> = {
  readonly id: string;
  readonly version: number;
  readonly value: T;
  readonly isPutAway: boolean;
};
export type KeptVersion<T> = { readonly version: number; readonly savedAt: string; readonly value: T };

export type KeepOutcome<T> =
  | { readonly status: "saved"; readonly stored: Kept<T> }
  /** Someone else changed it first; nothing was written and nothing is lost: what was sent is still in the page. */
  | { readonly status: "stale"; readonly stored: Kept<T> }
  | { readonly status: "refused"; readonly message: string }
  | { readonly status: "missing" };

/** What crosses from the browser. */
export const keptIdInput = z.strictObject({ id: keptId });
export const saveKeptInput = z.strictObject({
  id: keptId,
  baseVersion: z.number().int().min(1),
  document: z.unknown(),
});
export type SaveKeptInput = z.infer<typeof saveKeptInput>;
