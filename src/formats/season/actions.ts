import { z } from "zod";
import type { Medium } from "../../core/media/medium";
import type { Occupant } from "../../core/occupants/occupant";
import type { PlaceYears } from "../../core/place/place-years";
import { YEAR_KINDS } from "../../core/season/which-year";
import type { Setup } from "../../core/stack/setup";
import { keptId, setupId } from "../ids";

/** A year of a setup's place, asked for once somebody wants to see it lived through. */
export const seasonInput = z.strictObject({
  setupId,
  kind: z.enum([...YEAR_KINDS, "all"]),
  /** And what it is held against: the same at another place, or another's design where this one stands. */
  against: z
    .discriminatedUnion("by", [
      z.strictObject({ by: z.literal("place"), id: keptId }),
      z.strictObject({ by: z.literal("design"), id: setupId }),
    ])
    .optional(),
});
export type SeasonInput = z.infer<typeof seasonInput>;

/** A year of a kind, or all that are known of its place. */
export type SeasonHere = {
  readonly setup: Setup;
  readonly at: PlaceYears;
  readonly media: readonly Medium[];
  readonly own: readonly Occupant[];
  readonly against?: Against | undefined;
};

export type Against = {
  readonly by: "place" | "design";
  readonly name: string;
  readonly setup: Setup;
  readonly at: PlaceYears;
};
