import { z } from "zod";
import { GREATEST_SWELLING } from "../core/mixing/batch";

/** How a medium is bought, as it crosses from the browser; null takes the pack out of the list. */
export const packShape = z.strictObject({
  mediumId: z.string().min(1).max(80),
  kind: z.enum(["bag", "bale", "brick"]),
  amount: z.number().gt(0).max(1e5),
  unit: z.enum(["L", "kg"]),
  swells: z.number().min(1).max(GREATEST_SWELLING),
  price: z.number().min(0).max(1e6).nullable(),
});
export const putPackInput = z
  .strictObject({ mediumId: z.string().min(1).max(80), pack: packShape.nullable() })
  .refine(({ mediumId, pack }) => pack === null || pack.mediumId === mediumId, { message: "is of another medium" });
export type PutPackInput = z.infer<typeof putPackInput>;
