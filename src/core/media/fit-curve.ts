import { levenbergMarquardt } from "ml-levenberg-marquardt";
import { hydraulicFunctions, type VgHydraulics } from "../hydraulics/hydraulics";
import { failed, ok, problem, type Result } from "../units/problem";

/** A water content that is known: on a drained vessel of a height, or at a suction. */
export type Known = {
  readonly path: string;
  readonly kind: "drained" | "held";
  readonly atCm: number;
  /** [m³/m³] */ readonly water: number;
};

export type Fit = {
  readonly hydraulics: VgHydraulics;
  /** What was known, and what the curve says there. */
  readonly points: readonly (Known & { readonly fitted: number })[];
  readonly worst: number;
  /** How much further suctions reach than in the curve it was bent from: 2 has every pore half as wide. */
  readonly suctionFactor: number;
};

/** A fit further off than this at any point does not describe the figures. [m³/m³] */
export const POOR_FIT = 0.03;
/**
 * How well figures are taken to be known, against how far a curve is expected to lie from its kind's. [m³/m³; in
 * logarithms]
 */
const FIGURE_DEVIATION = 0.005;
const PRIOR = [
  /** every alpha by one factor: the grade is finer or coarser */ { deviation: 1.2, limit: 3 },
  /** n − 1: pores are more or less alike */ { deviation: 0.3, limit: 1.2 },
  /** water that does not leave */ { deviation: 0.3, limit: 1.5 },
  /** the share of the wide pores, in log odds */ { deviation: 0.8, limit: 4 },
] as const;
const MOST_THETA_R = 0.9;
const ITERATIONS = 20;
/** Where the search starts: the best of these factors on every alpha, so that a steep curve does not throw it off. */
const STARTS = Array.from({ length: 25 }, (_, i) => -3 + i / 4);

/**
 * Bends a retention curve to what is known of a medium of its kind: a fit by Levenberg and Marquardt (Marquardt 1963)
 * of four changes, each held back by how much curves of one kind differ, so that one figure is enough and none is
 * over-read. Conductivity follows the pores by Mualem's (1976) bundle: Ks goes with the square of Σ θ·alpha. Fails with
 * "no-fit" when no curve can be computed.
 */
export function fitCurve(
  base: VgHydraulics,
  thetaS: number,
  known: readonly Known[],
  containerWater: (hydraulics: VgHydraulics, heightCm: number) => number,
): Result<Fit> {
  const widest = base.modes.reduce(
    (best, { alphaPerCm }, i) => (alphaPerCm > base.modes[best]!.alphaPerCm ? i : best),
    0,
  );
  const bundle = ({ thetaR, thetaS: full, modes }: VgHydraulics): number =>
    modes.reduce((sum, { weight, alphaPerCm }) => sum + (full - thetaR) * weight * alphaPerCm, 0);
  const bent = ([logAlpha = 0, logN = 0, logR = 0, oddsWide = 0]: readonly number[]): VgHydraulics => {
    const wide = base.modes[widest]!.weight;
    const nowWide = base.modes.length === 1 ? 1 : 1 / (1 + ((1 - wide) / wide) * Math.exp(-oddsWide));
    const curve: VgHydraulics = {
      ...base,
      thetaS,
      thetaR: Math.min(MOST_THETA_R * thetaS, base.thetaR * (thetaS / base.thetaS) * Math.exp(logR)),
      airEntryCm: base.airEntryCm * Math.exp(-logAlpha),
      modes: base.modes.map(({ weight, alphaPerCm, n }, i) => ({
        weight: i === widest ? nowWide : (weight * (1 - nowWide)) / (1 - wide),
        alphaPerCm: alphaPerCm * Math.exp(logAlpha),
        n: 1 + (n - 1) * Math.exp(logN),
      })),
    };
    return { ...curve, ksCmPerHour: base.ksCmPerHour * (bundle(curve) / bundle(base)) ** 2 };
  };
  const waterAt = (curve: VgHydraulics, { kind, atCm }: Known): number =>
    kind === "held" ? hydraulicFunctions(curve).waterContent(-atCm) : containerWater(curve, atCm);
  let changes: readonly number[] = PRIOR.map(() => 0);
  if (known.length > 0) {
    const y = [...known.map(({ water }) => water / FIGURE_DEVIATION), ...PRIOR.map(() => 0)];
    const cost = (logAlpha: number): number => {
      const curve = bent([logAlpha]);
      return known.reduce(
        (sum, one) => sum + ((waterAt(curve, one) - one.water) / FIGURE_DEVIATION) ** 2,
        (logAlpha / PRIOR[0].deviation) ** 2,
      );
    };
    const [least, start] = STARTS.map((logAlpha) => [cost(logAlpha), logAlpha] as const).reduce((best, one) =>
      one[0] < best[0] ? one : best,
    );
    if (!Number.isFinite(least)) return noFit();
    const fitted = levenbergMarquardt(
      { x: y.map((_, i) => i), y },
      (parameters) => {
        const curve = bent(parameters);
        return (i) =>
          i < known.length
            ? waterAt(curve, known[i]!) / FIGURE_DEVIATION
            : parameters[i - known.length]! / PRIOR[i - known.length]!.deviation;
      },
      {
        initialValues: [start, 0, 0, 0],
        minValues: PRIOR.map(({ limit }) => -limit),
        maxValues: PRIOR.map(({ limit }) => limit),
        gradientDifference: 1e-4,
        centralDifference: true,
        damping: 0.1,
        maxIterations: ITERATIONS,
        errorTolerance: 1e-9,
      },
    );
    changes = fitted.parameterValues;
  }
  const hydraulics = bent(changes);
  const points = known.map((one) => ({ ...one, fitted: waterAt(hydraulics, one) }));
  if (![...changes, hydraulics.ksCmPerHour, ...points.map(({ fitted }) => fitted)].every(Number.isFinite))
    return noFit();
  return ok({
    hydraulics,
    points,
    worst: points.reduce((worst, { water, fitted }) => Math.max(worst, Math.abs(water - fitted)), 0),
    suctionFactor: Math.exp(-changes[0]!),
  });
}

const noFit = (): Result<never> =>
  failed(problem("figures", "no-fit", "No curve of this kind can be computed for these figures."));
