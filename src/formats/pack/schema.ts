import { z } from "zod";
import { mediumId } from "../ids";
import {
  GREATEST_PACK,
  GREATEST_PRICE,
  GREATEST_SWELLING,
  PACK_KINDS,
  PACK_UNITS,
  type Pack,
} from "../../core/mixing/batch";
import { tied } from "../tied";

/** How a medium is bought, as it is stored and as it crosses from the browser. */
export const packSchema = tied<Pack>()(
  z.strictObject({
    mediumId,
    kind: z.enum(PACK_KINDS),
    amount: z.number().gt(0).max(GREATEST_PACK),
    unit: z.enum(PACK_UNITS),
    swells: z.number().min(1).max(GREATEST_SWELLING),
    price: z.number().min(0).max(GREATEST_PRICE).nullable(),
  }),
);

/** A medium's pack as it is now, or that it has none any more, and in which version: 0 where there never was one. */
export type KeptPack = { readonly mediumId: string; readonly version: number; readonly pack: Pack | null };

export const packsIn = (kept: readonly KeptPack[]): readonly Pack[] => kept.flatMap(({ pack }) => pack ?? []);

/** Null takes the pack out of the list. */
export const putPackInput = z
  .strictObject({ mediumId, baseVersion: z.number().int().min(0), pack: packSchema.nullable() })
  .refine(({ mediumId: of, pack }) => pack === null || pack.mediumId === of, { message: "is of another medium" });
export type PutPackInput = z.infer<typeof putPackInput>;

export type PutPackOutcome =
  | { readonly status: "saved"; readonly kept: KeptPack }
  /** Someone else changed it first; nothing was written. */
  | { readonly status: "stale"; readonly kept: KeptPack }
  | { readonly status: "refused"; readonly message: string };
