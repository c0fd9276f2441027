import { z } from "zod";
import { keptId } from "./ids";

/** What is stored and cannot be read: brought by a damaged disk, by another program, or by a file. */
const UNREADABLE_KINDS = ["setup", "mix", "medium", "living"] as const;
export type UnreadableKind = (typeof UNREADABLE_KINDS)[number];

export type Unreadable = {
  readonly what: UnreadableKind;
  readonly id: string;
  readonly name: string;
  /** When the last version that can be read was saved; null where there is none. */
  readonly wholeAt: string | null;
};

export const unreadableInput = z.strictObject({ what: z.enum(UNREADABLE_KINDS), id: keptId });
export type UnreadableInput = z.infer<typeof unreadableInput>;
