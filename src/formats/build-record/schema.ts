import { z } from "zod";
import { mediumId } from "../ids";
import type { Actual, Built } from "../../core/sheet/built";
import { MOST_HOLES } from "../../core/stack/check";
import { tied } from "../tied";

/** What is ticked off and written down at the bench, as it is stored and as it comes from a phone. */
const cm = z.number().min(-100).max(1000).nullable();

const actualSchema = tied<Actual>()(
  z.strictObject({
    topCm: cm,
    usedCm3: z.number().min(0).max(1e9).nullable(),
    mediumId: mediumId.nullable(),
    lipCm: cm,
    diameterCm: z.number().gt(0).max(500).nullable(),
    count: z.number().int().min(1).max(MOST_HOLES).nullable(),
    levelCm: cm,
    price: z.number().min(0).max(1e6).nullable(),
    note: z.string().max(500),
  }),
);

/** The state of one step, as a row holds it. */
export const stepStateSchema = z.strictObject({ done: z.boolean(), actual: actualSchema });

const setupId = z.string().min(1).max(40);
const buildId = z.string().min(1).max(40);
/** The key of a step or of a thing to buy; no word that every object knows. */
export const stepKey = z
  .string()
  .min(1)
  .max(100)
  .refine((key) => key !== "__proto__", { message: "is no step" });

const entryInput = z.strictObject({
  entryId: z.string().min(8).max(40),
  step: stepKey,
  state: stepStateSchema,
});
export type EntryInput = z.infer<typeof entryInput>;

/**
 * A run of what was ticked, oldest first. `buildId` is null as long as the phone knows of no build; `revisionId` is the
 * version of the setup it was building.
 */
export const recordInput = z.strictObject({
  setupId,
  buildId: buildId.nullable(),
  revisionId: z.number().int().min(1),
  entries: z.array(entryInput).min(1).max(500),
});
export type RecordInput = z.infer<typeof recordInput>;

export const buildOfInput = z.strictObject({ setupId, revisionId: z.number().int().min(1) });
export type BuildOfInput = z.infer<typeof buildOfInput>;

export const takeOverInput = z.strictObject({ setupId, buildId, baseVersion: z.number().int().min(0) });
export type TakeOverInput = z.infer<typeof takeOverInput>;

export type BuildState = {
  readonly id: string;
  /** The version of the setup that is built. */
  readonly revisionId: number;
  readonly begunAt: string;
  readonly built: Built;
};

export type RecordOutcome =
  | { readonly status: "saved"; readonly build: BuildState }
  | { readonly status: "refused"; readonly message: string }
  | { readonly status: "missing" };
