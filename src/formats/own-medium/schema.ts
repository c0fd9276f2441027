import { z } from "zod";
import { COST_CLASSES } from "../../core/media/medium";
import { MOST_FIGURES, type OwnFigures, type OwnMedium } from "../../core/media/own-medium";
import { LONGEST_NAME } from "../../core/stack/check";
import { ok, type Result } from "../../core/units/problem";
import { checkKind, parseWith } from "../problems";
import { tied } from "../tied";
import { OWN_MEDIUM_KIND, OWN_MEDIUM_VERSION, type OwnMediumDocument } from "./document";

/** Reads a grower's own media. Shape only; whether the figures can be meant is core's `makeOwnMedium`. */
const figure = z.number().nullable();
const span = z.strictObject({ low: z.number(), high: z.number() });

const figuresSchema = tied<OwnFigures>()(
  z.strictObject({
    dryBulkDensityGPerCm3: figure,
    totalPorosity: figure,
    drained: z.array(z.strictObject({ heightCm: z.number(), water: figure, air: figure })).max(MOST_FIGURES),
    held: z.array(z.strictObject({ suctionCm: z.number(), water: z.number() })).max(MOST_FIGURES),
    ksCmPerHour: figure,
    pH: span.nullable(),
    ecDsPerM: span.nullable(),
    settlingFraction: figure,
    d50Mm: figure,
    halfLifeYears: z.union([span, z.literal("none")]).nullable(),
    fed: z.boolean().nullable(),
    limed: z.boolean().nullable(),
    costClass: z.enum(COST_CLASSES).nullable(),
  }),
);

/** An own medium without what says what it is, as it lies in a mix's file. */
export const ownMediumShape = tied<OwnMedium>()(
  z.strictObject({
    name: z.string().trim().min(1).max(LONGEST_NAME),
    grade: z.string().trim().max(200),
    basedOn: z.string().min(1).max(80),
    figures: figuresSchema,
  }),
);

export const ownMediumSchema = tied<OwnMediumDocument>()(
  ownMediumShape.extend({ kind: z.literal(OWN_MEDIUM_KIND), version: z.literal(OWN_MEDIUM_VERSION) }),
);

export function parseOwnMedium(value: unknown): Result<OwnMedium> {
  const document = checkKind(value, OWN_MEDIUM_KIND, [OWN_MEDIUM_VERSION]);
  if (!document.ok) return document;
  const parsed = parseWith(ownMediumSchema, document.value);
  if (!parsed.ok) return parsed;
  const { kind: _kind, version: _version, ...own } = parsed.value;
  return ok(own);
}
