import { z } from "zod";
import { DEFAULT_SPECIFIC_STORAGE_PER_CM } from "../../core/hydraulics/hydraulics";
import type { Result } from "../../core/units/problem";
import type { AreaByHeight } from "../../core/vessel/area-by-height";
import { cellsInLayer, DEFAULT_CELL_CM } from "../../core/water/column";
import { CONTAINER_UPTAKE } from "../../core/water/uptake";
import { checkKind, parseWith } from "../problems";
import { tied } from "../tied";
import { COLUMN_CASE_KIND, COLUMN_VERSION, type ColumnCase } from "./document";
import { hydraulicsSchema } from "./hydraulics";

/** More cells than this is a mistake in a unit, not a column. */
const MOST_CELLS = 100_000;

/** A cell keeps fewer; more of them are no history anybody has seen. */
const MOST_KEPT_TURNS = 100;

const DEFAULT_AREA_CM2 = 1;
const DEFAULT_ATMOSPHERE_LIMIT_PSI_CM = -1000;

const psiCm = z.number().min(-1e9).max(1e6);
const heightCm = z.number().min(-1e9).max(1e6);
const suctionLimitCm = z.number().lt(0).min(-1e9);
const fluxCmPerHour = z.number().min(-1e6).max(1e6);

const fluxInTime = z
  .union([fluxCmPerHour, z.array(z.tuple([z.number().min(0), fluxCmPerHour])).min(1)], {
    error: "must be a number or a list of [hour, value]",
  })
  .superRefine((flux, context) => {
    if (typeof flux === "number") return;
    if (flux[0]![0] !== 0)
      context.addIssue({ code: "custom", path: [0, 0], message: "a step function must start at hour 0" });
    flux.forEach(([hour], i) => {
      if (i > 0 && hour <= flux[i - 1]![0])
        context.addIssue({ code: "custom", path: [i, 0], message: "hours must ascend" });
    });
  });

const sealed = z.strictObject({ kind: z.literal("sealed") });
const fixedPsi = z.strictObject({ kind: z.literal("psi"), cm: psiCm });
const ledPsi = z.strictObject({
  kind: z.literal("psi"),
  cm: z
    .union([psiCm, z.array(z.tuple([z.number().min(0), psiCm])).min(1)], {
      error: "must be a number or a list of [hour, head]",
    })
    .superRefine((heads, context) => {
      if (typeof heads === "number") return;
      if (heads[0]![0] !== 0) context.addIssue({ code: "custom", path: [0, 0], message: "must start at hour 0" });
      heads.forEach(([hour], i) => {
        if (i > 0 && hour <= heads[i - 1]![0])
          context.addIssue({ code: "custom", path: [i, 0], message: "hours must ascend" });
      });
    }),
});
const flux = z.strictObject({ kind: z.literal("flux"), cmPerHour: fluxInTime });
const seepage = z.strictObject({ kind: z.literal("seepage") });
const freeDrainage = z.strictObject({ kind: z.literal("free-drainage") });
const atmosphere = z.strictObject({
  kind: z.literal("atmosphere"),
  cmPerHour: fluxInTime,
  limitPsiCm: suctionLimitCm.default(DEFAULT_ATMOSPHERE_LIMIT_PSI_CM),
});

const MOST_AREAS = 1000;
/**
 * An area that is the same all the way up, or areas at heights over the foot of a layer or over the base, straight in
 * between. Which heights a layer needs is checked with the layer.
 */
const area = z.union(
  [
    z.number().gt(0).max(1e9),
    z
      .array(z.tuple([z.number().min(0).max(1e6), z.number().gt(0).max(1e9)]))
      .min(2)
      .max(MOST_AREAS)
      .superRefine((areas, context) => {
        areas.forEach(([heightCm], i) => {
          if (i > 0 && heightCm <= areas[i - 1]![0])
            context.addIssue({ code: "custom", path: [i, 0], message: "heights must ascend" });
        });
        if (areas[0]![0] !== 0)
          context.addIssue({ code: "custom", path: [0, 0], message: "areas must start at height 0" });
      })
      .transform((areas): AreaByHeight =>
        areas.slice(1).map(([toCm, above], i) => {
          const [fromCm, under] = areas[i]!;
          return { fromCm, toCm, coefficients: [under, (above - under) / (toCm - fromCm)] };
        }),
      ),
  ],
  { error: "must be an area greater than 0, or a list of [height, area]" },
);

const reservoir = z
  .strictObject({
    kind: z.literal("reservoir"),
    areaCm2: area,
    levelCm: z.number().min(0).max(1e4),
    overflowCm: z.number().min(0).max(1e4).optional(),
    refills: z
      .array(
        z.strictObject({
          hour: z.number().min(0),
          levelCm: z.number().min(0).max(1e4),
          holdHours: z.number().min(0).default(0),
          mostCm3: z.number().min(0).max(1e9).optional(),
        }),
      )
      .default([]),
  })
  .superRefine(({ refills, levelCm, overflowCm = Infinity }, context) => {
    if (levelCm > overflowCm)
      context.addIssue({ code: "custom", path: ["levelCm"], message: "stands above the overflow" });
    refills.forEach((refill, i) => {
      const before = refills[i - 1];
      if (before && refill.hour < before.hour + before.holdHours)
        context.addIssue({
          code: "custom",
          path: ["refills", i, "hour"],
          message: "must not begin before the refill before it has ended",
        });
      if (refill.levelCm > overflowCm)
        context.addIssue({ code: "custom", path: ["refills", i, "levelCm"], message: "stands above the overflow" });
    });
  });

const uptake = z
  .strictObject({
    demandCmPerHour: fluxInTime,
    roots: z
      .array(
        z.strictObject({
          fromCm: z.number().min(0),
          toCm: z.number().max(1e6),
          weight: z.number().gt(0).max(1e9).default(1),
        }),
      )
      .min(1),
    stress: z
      .strictObject({ drownedPsiCm: psiCm, airedPsiCm: psiCm, thirstyPsiCm: psiCm, wiltedPsiCm: psiCm })
      .default(CONTAINER_UPTAKE),
  })
  .superRefine(({ demandCmPerHour, roots, stress }, context) => {
    const demands = typeof demandCmPerHour === "number" ? [demandCmPerHour] : demandCmPerHour.map(([, value]) => value);
    if (demands.some((value) => value < 0))
      context.addIssue({ code: "custom", path: ["demandCmPerHour"], message: "must not be negative" });
    roots.forEach(({ fromCm, toCm }, i) => {
      if (!(toCm > fromCm))
        context.addIssue({ code: "custom", path: ["roots", i, "toCm"], message: "must lie above fromCm" });
    });
    const { drownedPsiCm, airedPsiCm, thirstyPsiCm, wiltedPsiCm } = stress;
    if (!(drownedPsiCm > airedPsiCm && airedPsiCm >= thirstyPsiCm && thirstyPsiCm > wiltedPsiCm)) {
      context.addIssue({
        code: "custom",
        path: ["stress"],
        message: "heads must fall from drowned over aired and thirsty to wilted",
      });
    }
  });

const cellHistory = z.strictObject({
  branch: z.enum(["drying", "wetting"]),
  turnsPsiCm: z.array(psiCm).max(MOST_KEPT_TURNS).default([]),
});

const layer = z
  .strictObject({
    name: z.string().optional(),
    thicknessCm: z.number().gt(0).max(1e6),
    areaCm2: area.default(DEFAULT_AREA_CM2),
    hydraulics: hydraulicsSchema,
    wettingAlphaFactor: z.number().min(1).max(20).optional(),
    repellency: z
      .strictObject({
        belowTheta: z.number().min(0).max(1),
        intakeFactor: z.number().gt(0).max(1),
        givesWayHours: z.number().gt(0).max(1e9),
      })
      .optional(),
  })
  .superRefine(({ thicknessCm, areaCm2 }, context) => {
    if (typeof areaCm2 !== "number" && areaCm2.at(-1)!.toCm !== thicknessCm)
      context.addIssue({
        code: "custom",
        path: ["areaCm2"],
        message: `must end at the layer's thickness, ${thicknessCm}`,
      });
  });

const common = {
  kind: z.literal(COLUMN_CASE_KIND),
  version: z.literal(COLUMN_VERSION),
  title: z.string().optional(),
  cellCm: z.number().gt(0).default(DEFAULT_CELL_CM),
  specificStoragePerCm: z.number().gt(0).max(0.01).default(DEFAULT_SPECIFIC_STORAGE_PER_CM),
  layers: z.array(layer).min(1),
};

const equilibriumCase = z
  .strictObject({
    ...common,
    task: z.literal("equilibrium"),
    waterTableCm: heightCm.optional(),
    storedCm3: z.number().gt(0).max(1e15).optional(),
  })
  .superRefine(({ waterTableCm, storedCm3 }, context) => {
    if (waterTableCm === undefined && storedCm3 === undefined) {
      context.addIssue({
        code: "custom",
        path: ["waterTableCm"],
        message: "is missing; an equilibrium needs waterTableCm or storedCm3",
      });
    } else if (waterTableCm !== undefined && storedCm3 !== undefined) {
      context.addIssue({ code: "custom", path: ["storedCm3"], message: "give waterTableCm or storedCm3, not both" });
    }
  });

const steadyRiseCase = z
  .strictObject({
    ...common,
    task: z.literal("steady-rise"),
    waterTableCm: z.number().min(0).max(1e6),
    demandHeightCm: z.number().gt(0).max(1e6).optional(),
    limitPsiCm: suctionLimitCm,
  })
  .superRefine(({ layers, waterTableCm, demandHeightCm }, context) => {
    const top = layers.reduce((sum, { thicknessCm }) => sum + thicknessCm, 0);
    const demand = demandHeightCm ?? top;
    if (demand > top * (1 + 1e-12))
      context.addIssue({
        code: "custom",
        path: ["demandHeightCm"],
        message: `must be ${top} at most, the top of the column`,
      });
    if (!(demand > waterTableCm)) {
      context.addIssue({
        code: "custom",
        path: [demandHeightCm === undefined ? "waterTableCm" : "demandHeightCm"],
        message:
          demandHeightCm === undefined
            ? `must be below the demand height, ${top}`
            : `must lie above waterTableCm (${waterTableCm})`,
      });
    }
  });

const transientCase = z
  .strictObject({
    ...common,
    task: z.literal("transient"),
    initial: z.discriminatedUnion("kind", [
      z.strictObject({ kind: z.literal("hydrostatic"), waterTableCm: heightCm }),
      fixedPsi,
      z.strictObject({ kind: z.literal("saturated") }),
      z.strictObject({ kind: z.literal("cells"), psi: z.array(psiCm).min(1).max(MOST_CELLS) }),
    ]),
    bottom: z.discriminatedUnion("kind", [sealed, ledPsi, flux, seepage, freeDrainage, reservoir]),
    top: z.discriminatedUnion("kind", [sealed, ledPsi, flux, atmosphere]),
    uptake: uptake.optional(),
    hysteresis: z.enum(["none", "scanning"]).optional(),
    history: z
      .union([cellHistory, z.array(cellHistory).min(1).max(MOST_CELLS)], {
        error: "must be a history, or a list of one for each layer or each cell",
      })
      .optional(),
    sheds: z.array(z.number().min(0).max(1)).min(1).max(MOST_CELLS).optional(),
    outputHours: z.array(z.number().min(0).max(1e7)).min(1).max(100_000),
  })
  .superRefine(({ outputHours, uptake: taken, layers, cellCm, initial, history, hysteresis, sheds }, context) => {
    const cells = layers.reduce((sum, { thicknessCm }) => sum + cellsInLayer(thicknessCm, cellCm), 0);
    if (initial.kind === "cells" && initial.psi.length !== cells)
      context.addIssue({
        code: "custom",
        path: ["initial", "psi"],
        message: `has ${initial.psi.length} heads for ${cells} cells`,
      });
    if (sheds && !layers.some(({ repellency }) => repellency))
      context.addIssue({ code: "custom", path: ["sheds"], message: "needs a layer with a repellency" });
    if (sheds && sheds.length !== cells)
      context.addIssue({ code: "custom", path: ["sheds"], message: `has ${sheds.length} values for ${cells} cells` });
    if (history !== undefined && hysteresis !== "scanning")
      context.addIssue({ code: "custom", path: ["history"], message: 'needs "hysteresis": "scanning"' });
    if (Array.isArray(history) && history.length !== layers.length && history.length !== cells)
      context.addIssue({
        code: "custom",
        path: ["history"],
        message: `has ${history.length} histories for ${layers.length} layers or ${cells} cells`,
      });
    const top = layers.reduce((sum, { thicknessCm }) => sum + thicknessCm, 0);
    if (taken && !taken.roots.some(({ fromCm }) => fromCm < top))
      context.addIssue({
        code: "custom",
        path: ["uptake", "roots"],
        message: `must reach into the column, which is ${top} high`,
      });
    outputHours.forEach((hour, i) => {
      if (i > 0 && hour <= outputHours[i - 1]!)
        context.addIssue({ code: "custom", path: ["outputHours", i], message: "output times must ascend" });
    });
  });

const columnCaseSchema = tied<ColumnCase>()(
  z
    .discriminatedUnion("task", [equilibriumCase, steadyRiseCase, transientCase])
    .superRefine(({ layers, cellCm }, context) => {
      const cells = layers.reduce((sum, { thicknessCm }) => sum + cellsInLayer(thicknessCm, cellCm), 0);
      if (cells > MOST_CELLS) {
        context.addIssue({ code: "custom", path: ["cellCm"], message: `gives ${cells} cells; ${MOST_CELLS} at most` });
      }
    }),
);

/** Checks what a value says it is first, then all of it. */
export function parseColumnCase(value: unknown): Result<ColumnCase> {
  const document = checkKind(value, COLUMN_CASE_KIND, [COLUMN_VERSION]);
  return document.ok ? parseWith(columnCaseSchema, document.value) : document;
}
