import { z } from "zod";
import { DEFAULT_AIR_ENTRY_CM, DEFAULT_TAU } from "../../core/hydraulics/hydraulics";

const WEIGHT_SUM_TOLERANCE = 1e-6;

const positive = z.number().gt(0);
const porosity = { thetaR: z.number().min(0).lt(1), thetaS: z.number().gt(0).max(1) };

const vgSchema = z
  .strictObject({
    model: z.literal("vg"),
    ...porosity,
    ksCmPerHour: positive.max(1e9),
    tau: z.number().min(-50).max(50).default(DEFAULT_TAU),
    airEntryCm: z.number().min(0).max(1e4).default(DEFAULT_AIR_ENTRY_CM),
    modes: z
      .array(
        z.strictObject({
          weight: z.number().min(0).max(1),
          alphaPerCm: positive.max(1e4),
          n: z.number().gt(1).max(100),
        }),
      )
      .min(1)
      .max(16),
  })
  .superRefine(({ modes }, context) => {
    const sum = modes.reduce((total, mode) => total + mode.weight, 0);
    if (Math.abs(sum - 1) > WEIGHT_SUM_TOLERANCE) {
      context.addIssue({
        code: "custom",
        path: ["modes"],
        message: `weights must sum to 1, they sum to ${Number(sum.toPrecision(7))}`,
      });
    }
  });

const exponentialSchema = z.strictObject({
  model: z.literal("exponential"),
  ...porosity,
  ksCmPerHour: positive.max(1e9),
  alphaPerCm: positive.max(1e4),
});

export const hydraulicsSchema = z
  .discriminatedUnion("model", [vgSchema, exponentialSchema])
  .superRefine(({ thetaR, thetaS }, context) => {
    if (!(thetaS > thetaR))
      context.addIssue({ code: "custom", path: ["thetaS"], message: `must be greater than thetaR (${thetaR})` });
  });
