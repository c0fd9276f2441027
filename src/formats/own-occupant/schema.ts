import { z } from "zod";
import {
  ANIMAL_FIGURES,
  DORMANCIES,
  FEEDS,
  GROWTHS,
  LIMES,
  MOVING_AIRS,
  PLANT_FIGURES,
  TOXICITIES,
} from "../../core/occupants/occupant";
import { DAY_FIGURES, type OwnOccupant } from "../../core/occupants/own-occupant";
import { LONGEST_NAME } from "../../core/stack/check";
import { ok, type Result } from "../../core/units/problem";
import { checkKind, fromText, parseWith } from "../problems";
import { OWN_OCCUPANT_KIND, OWN_OCCUPANT_VERSION } from "./document";

/** Reads a grower's own kinds. Shape only; whether the figures can be meant is core's `makeOwnOccupant`. */
const range = z.strictObject({ low: z.number(), typical: z.number(), high: z.number() });
const figureKeys = [...new Set([...PLANT_FIGURES, ...ANIMAL_FIGURES, ...DAY_FIGURES])];

export const ownOccupantSchema = z.strictObject({
  kind: z.literal(OWN_OCCUPANT_KIND),
  version: z.literal(OWN_OCCUPANT_VERSION),
  name: z.string().trim().min(1).max(LONGEST_NAME),
  scientificName: z.string().trim().max(LONGEST_NAME),
  note: z.string().trim().max(1000),
  basedOn: z.string().min(1).max(80),
  figures: z.partialRecord(z.enum(figureKeys), range),
  words: z.strictObject({
    feed: z.enum(FEEDS).optional(),
    lime: z.enum(LIMES).optional(),
    movingAir: z.enum(MOVING_AIRS).optional(),
    growth: z.enum(GROWTHS).optional(),
    dormancy: z.enum(DORMANCIES).optional(),
    toPeople: z.enum(TOXICITIES).optional(),
    toPets: z.enum(TOXICITIES).optional(),
    eaten: z.boolean().optional(),
    solitary: z.boolean().optional(),
  }),
});

export function parseOwnOccupant(value: unknown): Result<OwnOccupant> {
  const document = checkKind(value, OWN_OCCUPANT_KIND, [OWN_OCCUPANT_VERSION]);
  if (!document.ok) return document;
  const parsed = parseWith(ownOccupantSchema, document.value);
  if (!parsed.ok) return parsed;
  const { kind: _kind, version: _version, words, ...own } = parsed.value;
  // a key without a value is none: what is equal is written alike
  const said = Object.fromEntries(
    Object.entries(words).filter(([, word]) => word !== undefined),
  ) as OwnOccupant["words"];
  return ok({ ...own, words: said });
}

export const parseOwnOccupantText = (text: string): Result<OwnOccupant> => fromText(text, parseOwnOccupant);
