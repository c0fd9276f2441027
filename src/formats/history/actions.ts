import { z } from "zod";
import { LONGEST_NAME } from "../../core/stack/check";

/** The versions of a setup, as its history shows them, and what is done with them. */
const setupId = z.string().min(1).max(40);
const revisionId = z.number().int().min(1);

export const nameVersionInput = z.strictObject({
  setupId,
  revisionId,
  name: z.string().trim().min(1, { message: "Write a name for this version." }).max(LONGEST_NAME),
});
export type NameVersionInput = z.infer<typeof nameVersionInput>;

export const dropNameInput = z.strictObject({ setupId, nameId: z.number().int().min(1) });
export type DropNameInput = z.infer<typeof dropNameInput>;

export const goBackInput = z.strictObject({ setupId, revisionId, baseVersion: z.number().int().min(0) });
export type GoBackInput = z.infer<typeof goBackInput>;

export type VersionName = { readonly id: number; readonly name: string; readonly namedAt: string };

export type VersionLine = {
  readonly revisionId: number;
  readonly label: string;
  readonly savedAt: string;
  readonly names: readonly VersionName[];
  /** Now; before now, so that undo comes to it; or on a way that was left. */
  readonly at: "now" | "before" | "aside";
  /** Whether it can be read; what cannot be stays in the list. */
  readonly whole: boolean;
};

export type HistoryPage = {
  readonly setupId: string;
  readonly name: string;
  readonly version: number;
  readonly headRevisionId: number;
  readonly lines: readonly VersionLine[];
  /** The versions that have names, the newest first, wherever they are. */
  readonly named: readonly VersionLine[];
  /** Older ones than these; undefined at the first. */
  readonly before: number | undefined;
};
