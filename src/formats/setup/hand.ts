import { z } from "zod";
import type { HandAnswer, HandTried } from "../../core/verdicts/suits-hand";
import type { RecipePart } from "../../core/mixing/recipe";
import { setupId } from "../ids";
import { setupDocument, type SetupDocument } from "./document";

/** What suits a hand, as it is asked of the server and answered. */
export const handInput = z.strictObject({ setupId, everyDays: z.number().min(0.25).max(365) });
export type HandInput = z.infer<typeof handInput>;

export type HandLine = Pick<HandTried, "label" | "effort" | "days" | "late" | "worst"> & {
  readonly document: SetupDocument;
  /** To be kept first, where a layer of it is of a mix that is not. */
  readonly mix: { readonly id: string; readonly name: string; readonly parts: readonly RecipePart[] } | null;
};
export type HandShown = Pick<HandAnswer, "everyDays" | "tried"> & {
  readonly asItIs: HandLine | null;
  readonly found: readonly HandLine[];
  readonly nearest: HandLine | null;
};

const lineOf = ({ label, effort, days, late, worst, setup, mix }: HandTried): HandLine => ({
  label,
  effort,
  days,
  late,
  worst,
  document: setupDocument(setup),
  mix: mix ? { id: mix.made.id, name: mix.name, parts: mix.parts } : null,
});

export const handShown = ({ everyDays, tried, asItIs, found, nearest }: HandAnswer): HandShown => ({
  everyDays,
  tried,
  asItIs: asItIs ? lineOf(asItIs) : null,
  found: found.map(lineOf),
  nearest: nearest ? lineOf(nearest) : null,
});
