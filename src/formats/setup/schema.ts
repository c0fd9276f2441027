import { z } from "zod";
import { MOST_WATERS } from "../../core/place/waters";
import {
  blendProblems,
  MOST_PLACES,
  MOST_RUN_IN,
  pouredProblems,
  runsInProblems,
  stayProblems,
} from "../../core/stack/stays";
import { keptId, mediumId, occupantId, setupId, waterId } from "../ids";
import { LONGEST_NAME, MOST_AMENDMENTS, MOST_FIXTURES, MOST_LAYERS, MOST_OCCUPANTS } from "../../core/stack/check";
import { DRESSING_MATERIALS, SEPARATORS, type Fixture } from "../../core/stack/fixtures";
import {
  CHILDREN,
  GIVEN,
  LAID,
  STAGES,
  HISTORIES,
  RAIN,
  SUN,
  type Occupancy,
  type Setup,
  type Site,
  type StackLayer,
  type Demand,
  type Standing,
} from "../../core/stack/setup";
import { failed, ok, type Result } from "../../core/units/problem";
import { MOST_POURS } from "../../core/vessel/poured";
import { FOOD_SAFE, VESSEL_MATERIALS, type Vessel } from "../../core/vessel/vessel";
import { checkKind, fromText, parseWith } from "../problems";
import { tied } from "../tied";
import { SETUP_KIND, SETUP_VERSION, type SetupDocument } from "./document";
import { SETUP_UPGRADES } from "./upgrade";

// A setup as a document: what is stored, exported and sent. Shape only; whether it makes sense is core's `setupProblems`.

const cm = z.number().min(-1e9).max(1e9);
const count = z.number().min(-1e9).max(1e9);
const share = z.number().min(-1e9).max(1e9);
const amount = z.number().min(-1e9).max(1e9);
const id = z.string().min(1).max(40);

const walls = {
  insideDepthCm: cm,
  material: z.enum(VESSEL_MATERIALS),
  wallCm: cm,
  baseCm: cm,
  seeThrough: z.boolean(),
  foodSafe: z.enum(FOOD_SAFE),
};
const lengths = { insideLengthCm: cm, insideWidthCm: cm, baseLengthCm: cm, baseWidthCm: cm };
const diameters = { insideDiameterCm: cm, baseDiameterCm: cm };

const vesselSchema = tied<Vessel>()(
  z.discriminatedUnion("shape", [
    z.strictObject({ shape: z.literal("round"), ...diameters, ...walls }),
    z.strictObject({ shape: z.literal("square"), insideSideCm: cm, baseSideCm: cm, ...walls }),
    z.strictObject({ shape: z.literal(["rectangular", "oval"]), ...lengths, ...walls }),
    z.strictObject({ shape: z.literal("half-barrel"), ...diameters, ...walls }),
    z.strictObject({ shape: z.literal("bowl"), ...diameters, ...walls }),
    z.strictObject({ shape: z.literal("bath"), ...lengths, cornerRadiusCm: cm, ...walls }),
    z.strictObject({
      shape: z.literal("bottle"),
      insideDiameterCm: cm,
      neckDiameterCm: cm,
      shoulderCm: cm,
      neckFromCm: cm,
      ...walls,
    }),
    z.strictObject({
      shape: z.literal("poured"),
      pours: z.array(z.strictObject({ volumeCm3: z.number().min(-1e12).max(1e12), heightCm: cm })).max(2 * MOST_POURS),
      ...walls,
    }),
  ]),
);

const fixtureSchema = tied<Fixture>()(
  z.discriminatedUnion("kind", [
    z.strictObject({
      kind: z.literal("hole"),
      id,
      in: z.enum(["base", "wall"]),
      lipCm: cm,
      diameterCm: cm,
      count,
      acrossShare: share,
      plugged: z.boolean(),
      came: z.boolean().optional(),
    }),
    z.strictObject({
      kind: z.literal("fill-tube"),
      id,
      diameterCm: cm,
      acrossShare: share,
      foot: z.enum(["cut", "drilled"]),
    }),
    z.strictObject({
      kind: z.literal("standpipe"),
      id,
      diameterCm: cm,
      acrossShare: share,
      lipCm: cm,
      inDrain: z.boolean().optional(),
    }),
    z.strictObject({ kind: z.literal("tell-tale"), id, diameterCm: cm, acrossShare: share }),
    z.strictObject({ kind: z.literal("tray"), id, insideLengthCm: cm, insideWidthCm: cm, insideDepthCm: cm }),
    z.strictObject({ kind: z.literal("liner"), id, topCm: cm }),
    z.strictObject({ kind: z.literal("drain-screen"), id }),
    z.strictObject({
      kind: z.literal("dressing"),
      id,
      material: z.enum(DRESSING_MATERIALS),
      thicknessCm: cm,
      slots: count.optional(),
    }),
    z.strictObject({ kind: z.literal("front"), id, sillCm: cm }),
    z.strictObject({
      kind: z.literal("feed-strip"),
      id,
      amendmentId: id,
      grams: amount,
      heightCm: cm,
      acrossShare: share,
    }),
    z.strictObject({ kind: z.literal("lid"), id, openShare: share }),
  ]),
);

const waterSchema = tied<Standing>()(
  z.discriminatedUnion("by", [
    z.strictObject({ by: z.literal("level"), levelCm: cm }),
    z.strictObject({ by: z.literal("soaking") }),
    z.strictObject({ by: z.literal("volume"), storedCm3: z.number().min(-1e12).max(1e12) }),
  ]),
);

const layerSchema = tied<StackLayer>()(
  z.strictObject({
    id,
    name: z.string().max(LONGEST_NAME),
    mediumId,
    thicknessCm: cm,
    legs: z.strictObject({ section: z.enum(["round", "square"]), acrossCm: cm, count }).nullable(),
    separator: z.enum(SEPARATORS).nullable(),
    rooted: z.boolean(),
    amendments: z
      .array(z.strictObject({ amendmentId: id, amount, given: z.enum(GIVEN) }))
      .max(MOST_AMENDMENTS)
      .optional(),
    laid: z.strictObject({ as: z.enum(LAID), byCm: cm }).optional(),
  }),
);

const demandSchema = tied<Demand>()(
  z.discriminatedUnion("by", [
    z.strictObject({ by: z.literal("said"), mmPerDay: z.number().min(-1e9).max(1e9) }),
    z.strictObject({
      by: z.literal("place"),
      poured: z
        .strictObject({ volumeCm3: amount, days: amount, month: z.number().int().min(0).max(11), times: amount })
        .optional(),
    }),
  ]),
);

const siteSchema = tied<Site>()(
  z.strictObject({
    sun: z.enum(SUN),
    rain: z.enum(RAIN),
    children: z.enum(CHILDREN),
    roofM2: z.number().min(-1e9).max(1e9),
    lightMolPerDay: amount.nullable(),
    coldestC: amount.nullable(),
    warmestC: amount.nullable(),
    humidity: share.nullable(),
    waterPpm: amount.nullable(),
  }),
);

const occupancySchema = tied<Occupancy>()(z.strictObject({ id, occupantId, count, stage: z.enum(STAGES).optional() }));

const dayInYear = z.strictObject({ month: z.number().int().min(-99).max(99), day: z.number().int().min(-99).max(99) });

/** No id stands twice in a list. */
const eachOnce =
  () =>
  (list: readonly { readonly id: string }[], context: z.core.$RefinementCtx): void => {
    const ids = new Set<string>();
    list.forEach(({ id: one }, i) => {
      if (ids.has(one)) context.addIssue({ code: "custom", path: [i, "id"], message: `“${one}” is used twice` });
      ids.add(one);
    });
  };

export const partSchema = z.strictObject({ waterId, parts: amount });

export const setupSchema = tied<SetupDocument>()(
  z.strictObject({
    kind: z.literal(SETUP_KIND),
    version: z.literal(SETUP_VERSION),
    name: z.string().max(LONGEST_NAME),
    vessel: vesselSchema,
    fixtures: z
      .array(fixtureSchema)
      .max(MOST_FIXTURES * 2)
      .superRefine(eachOnce()),
    fillFromCm: cm,
    layers: z
      .array(layerSchema)
      .max(MOST_LAYERS * 2)
      .superRefine(eachOnce()),
    water: waterSchema,
    history: z.enum(HISTORIES),
    demand: demandSchema,
    planting: z.strictObject({ crownOverSoilCm: cm, ballDepthCm: cm, ballAcrossCm: cm }).nullable(),
    site: siteSchema,
    occupants: z
      .array(occupancySchema)
      .max(MOST_OCCUPANTS * 2)
      .superRefine(eachOnce()),
    wateredEveryDays: amount.nullable(),
    places: z
      .array(z.strictObject({ placeId: keptId, from: dayInYear.nullable() }))
      .max(MOST_PLACES * 2)
      .optional(),
    blend: z
      .array(partSchema)
      .max(MOST_WATERS * 2)
      .optional(),
    runsIn: z
      .array(setupId)
      .max(MOST_RUN_IN * 2)
      .optional(),
  }),
);

/** Reads a setup document; the problems say where it is broken. */
export function parseSetup(value: unknown): Result<Setup> {
  const document = checkKind(value, SETUP_KIND, SETUP_UPGRADES.versions);
  if (!document.ok) return document;
  const parsed = parseWith(setupSchema, SETUP_UPGRADES.upgraded(document.value));
  if (!parsed.ok) return parsed;
  const { places, demand, blend, runsIn } = parsed.value;
  const problems = [
    ...stayProblems(places ?? []),
    ...blendProblems(blend ?? []),
    ...runsInProblems(runsIn ?? []),
    ...(demand.by === "place" && demand.poured ? pouredProblems(demand.poured) : []),
  ];
  if (problems.length > 0) return failed(...problems);
  const { kind: _kind, version: _version, ...setup } = parsed.value;
  return ok(setup);
}

/** The same from text, as it lies in a file or a row. */
export const parseSetupText = (text: string): Result<Setup> => fromText(text, parseSetup);
