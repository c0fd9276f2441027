import { z } from "zod";
import { LONGEST_NAME, MOST_LAYERS } from "../../core/stack/check";
import { HISTORIES, type Setup, type StackLayer, type WaterHolding } from "../../core/stack/setup";
import { ok, type Result } from "../../core/units/problem";
import { VESSEL_MATERIALS, type Vessel } from "../../core/vessel/vessel";
import { checkKind, fromText, parseWith } from "../problems";
import { tied } from "../tied";
import { SETUP_KIND, SETUP_VERSION, type SetupDocument } from "./document";
import { READABLE_VERSIONS, upgraded } from "./upgrade";

// A setup as a document: what is stored, exported and sent. Shape only; whether it makes sense is core's `checkWhole`.

const material = z.enum(VESSEL_MATERIALS);
const cm = z.number().min(-1e9).max(1e9);

const vesselSchema = tied<Vessel>()(
  z.discriminatedUnion("shape", [
    z.strictObject({ shape: z.literal("round"), insideDiameterCm: cm, insideDepthCm: cm, material }),
    z.strictObject({
      shape: z.literal("rectangular"),
      insideLengthCm: cm,
      insideWidthCm: cm,
      insideDepthCm: cm,
      material,
    }),
  ]),
);

const waterSchema = tied<WaterHolding>()(
  z.discriminatedUnion("kind", [
    z.strictObject({ kind: z.literal("free-water"), levelCm: cm, overflowCm: cm.nullable() }),
    z.strictObject({ kind: z.literal("drained"), outletCm: cm }),
    z.strictObject({ kind: z.literal("dosed"), storedCm3: z.number().min(-1e12).max(1e12) }),
  ]),
);

const layerSchema = tied<StackLayer>()(
  z.strictObject({
    id: z.string().min(1).max(40),
    name: z.string().max(LONGEST_NAME),
    mediumId: z.string().min(1).max(80),
    thicknessCm: cm,
    areaShare: z.number().min(0).max(1),
    rooted: z.boolean(),
  }),
);

const setupSchema = tied<SetupDocument>()(
  z.strictObject({
    kind: z.literal(SETUP_KIND),
    version: z.literal(SETUP_VERSION),
    name: z.string().max(LONGEST_NAME),
    vessel: vesselSchema,
    water: waterSchema,
    history: z.enum(HISTORIES),
    demandMmPerDay: z.number().min(-1e9).max(1e9),
    layers: z
      .array(layerSchema)
      .max(MOST_LAYERS * 2)
      .superRefine((layers, context) => {
        const ids = new Set<string>();
        layers.forEach(({ id }, i) => {
          if (ids.has(id)) context.addIssue({ code: "custom", path: [i, "id"], message: `“${id}” is used twice` });
          ids.add(id);
        });
      }),
  }),
);

/** Reads a setup document; the problems say where it is broken. */
export function parseSetup(value: unknown): Result<Setup> {
  const document = checkKind(value, SETUP_KIND, READABLE_VERSIONS);
  if (!document.ok) return document;
  const parsed = parseWith(setupSchema, upgraded(document.value));
  if (!parsed.ok) return parsed;
  const { kind: _kind, version: _version, ...setup } = parsed.value;
  return ok(setup);
}

/** The same from text, as it lies in a file or a row. */
export const parseSetupText = (text: string): Result<Setup> => fromText(text, parseSetup);
