import { z } from "zod";
import { FACINGS, placeProblems, SHELTERS, WINDOW_FACINGS, type Place, type Stand } from "../../core/place/place";
import { failed, ok, type Result } from "../../core/units/problem";
import { MOST_WATERS } from "../../core/place/waters";
import { keptId, waterId } from "../ids";
import { checkKind, fromText, parseWith } from "../problems";
import { tied } from "../tied";
import { PLACE_KIND, PLACE_VERSION, type PlaceDocument } from "./document";
import { PLACE_UPGRADES } from "./upgrade";

// A place as a document: its shape here, whether it can be meant in core's `placeProblems`.

const number = z.number().min(-1e9).max(1e9);
const dayInYear = z.strictObject({ month: z.number().int(), day: z.number().int() }).nullable();

const standSchema = tied<Stand>()(
  z.discriminatedUnion("kind", [
    z.strictObject({
      kind: z.literal("outdoors"),
      facing: z.enum(FACINGS),
      shelter: z.enum(SHELTERS),
      roofed: z.boolean(),
    }),
    z.strictObject({ kind: z.literal("glasshouse"), heatedToC: number.nullable() }),
    z.strictObject({ kind: z.literal("windowsill"), facing: z.enum(WINDOW_FACINGS), heated: z.boolean() }),
    z.strictObject({ kind: z.literal("room"), heated: z.boolean() }),
    z.strictObject({
      kind: z.literal("lamps"),
      photonsUmolPerM2S: number,
      hoursPerDay: number,
      heated: z.boolean(),
    }),
    z.strictObject({
      kind: z.literal("case"),
      facing: z.enum(WINDOW_FACINGS),
      openShare: number,
      heated: z.boolean(),
    }),
  ]),
);

export const placeSchema = tied<PlaceDocument>()(
  z.strictObject({
    kind: z.literal(PLACE_KIND),
    version: z.literal(PLACE_VERSION),
    name: z.string().trim(),
    note: z.string().trim(),
    climateId: z.string().min(1).max(80),
    weatherId: keptId.nullable(),
    latitude: number,
    elevationM: number,
    stand: standSchema,
    water: z.strictObject({
      waters: z
        .array(
          z.strictObject({
            id: waterId,
            name: z.string().trim(),
            mgPerL: number.nullable(),
            hardnessMgPerL: number.nullable(),
            alkalinityMgPerL: number.nullable(),
            ph: number.nullable(),
          }),
        )
        .max(2 * MOST_WATERS),
      roofM2: number,
      buttL: number,
    }),
    lastFrost: dayInYear,
    firstFrost: dayInYear,
  }),
);

/** Reads a place that can be reckoned with; the problems say what is wrong with any other. */
export function parsePlace(value: unknown): Result<Place> {
  const document = checkKind(value, PLACE_KIND, PLACE_UPGRADES.versions);
  if (!document.ok) return document;
  const parsed = parseWith(placeSchema, PLACE_UPGRADES.upgraded(document.value));
  if (!parsed.ok) return parsed;
  const { kind: _kind, version: _version, ...place } = parsed.value;
  const problems = placeProblems(place);
  return problems.length > 0 ? failed(...problems) : ok(place);
}

export const parsePlaceText = (text: string): Result<Place> => fromText(text, parsePlace);
