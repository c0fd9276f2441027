import { z } from "zod";
import { LONGEST_NAME, MOST_LAYERS } from "../core/stack/check";
import { HISTORIES, USUAL_DEMAND_MM_PER_DAY, USUAL_HISTORY, type History, type Setup } from "../core/stack/setup";
import { VESSEL_MATERIALS } from "../core/vessel/vessel";
import { type Result } from "../core/units/problem";
import { checkKind, parseWith } from "./problems";
import { SETUP_KIND, SETUP_VERSION } from "./setup-kind";

// A setup as a document: what is stored, exported and sent. Shape only; whether it makes sense is core's `checkWhole`.

const material = z.enum(VESSEL_MATERIALS as [string, ...string[]]);
const cm = z.number().min(-1e9).max(1e9);

const vesselSchema = z.discriminatedUnion("shape", [
  z.strictObject({ shape: z.literal("round"), insideDiameterCm: cm, insideDepthCm: cm, material }),
  z.strictObject({
    shape: z.literal("rectangular"),
    insideLengthCm: cm,
    insideWidthCm: cm,
    insideDepthCm: cm,
    material,
  }),
]);

const waterSchema = z.discriminatedUnion("kind", [
  z.strictObject({ kind: z.literal("free-water"), levelCm: cm, overflowCm: cm.nullable() }),
  z.strictObject({ kind: z.literal("drained"), outletCm: cm }),
  z.strictObject({ kind: z.literal("dosed"), storedCm3: z.number().min(-1e12).max(1e12) }),
]);

const layerSchema = z.strictObject({
  id: z.string().min(1).max(40),
  name: z.string().max(LONGEST_NAME),
  mediumId: z.string().min(1).max(80),
  thicknessCm: cm,
  areaShare: z.number().min(0).max(1),
  rooted: z.boolean(),
});

const setupSchema = z.strictObject({
  kind: z.literal(SETUP_KIND),
  version: z.literal(SETUP_VERSION),
  name: z.string().max(LONGEST_NAME),
  vessel: vesselSchema,
  water: waterSchema,
  history: z.enum(HISTORIES as [History, ...History[]]),
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
});

export type SetupDocument = { readonly kind: typeof SETUP_KIND; readonly version: typeof SETUP_VERSION } & Setup;

/** Keys in a fixed order, so that equal setups are equal texts. */
export const setupDocument = ({ name, vessel, water, history, demandMmPerDay, layers }: Setup): SetupDocument => ({
  kind: SETUP_KIND,
  version: SETUP_VERSION,
  name,
  vessel,
  water,
  history,
  demandMmPerDay,
  layers,
});

/** Reads a setup document; the problems say where it is broken. */
export function parseSetup(value: unknown): Result<Setup> {
  const document = checkKind(value, SETUP_KIND, [1, SETUP_VERSION]);
  if (!document.ok) return document;
  const parsed = parseWith(setupSchema as unknown as z.ZodType<SetupDocument>, upgraded(document.value));
  if (!parsed.ok) return parsed;
  const { name, vessel, water, history, demandMmPerDay, layers } = parsed.value;
  return { ok: true, value: { name, vessel, water, history, demandMmPerDay, layers } };
}

/** A document of an earlier version as it would be written today. Version 2 brought the history, the demand and wick feet. */
function upgraded(document: object): object {
  if ((document as { version: number }).version !== 1) return document;
  const { layers } = document as { layers?: unknown };
  const whole = (layer: unknown): unknown =>
    typeof layer === "object" && layer !== null ? { ...layer, areaShare: 1 } : layer;
  return {
    ...document,
    version: SETUP_VERSION,
    history: USUAL_HISTORY,
    demandMmPerDay: USUAL_DEMAND_MM_PER_DAY,
    ...(Array.isArray(layers) ? { layers: layers.map(whole) } : {}),
  };
}

/** The same from text, as it lies in a file or a row. */
export function parseSetupText(text: string): Result<Setup> {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    return { ok: false, problems: [{ path: "", code: "not-json", message: "The stored text is not valid JSON." }] };
  }
  return parseSetup(value);
}
