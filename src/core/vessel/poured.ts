import { failed, ok, problem, type Problem, type Result } from "../units/problem";
import { formatLength, formatVolume, type UnitSystem } from "../units/units";
import type { AreaByHeight } from "./area-by-height";

/** A measured vessel: so much water stood at that height over the inside base. */
export type Pour = { readonly volumeCm3: number; readonly heightCm: number };

const LEAST_POURS = 2;
export const MOST_POURS = 30;
/** A level cut smaller than this share of the mean one is taken for a slip of the measure. */
const LEAST_AREA_SHARE = 0.02;
/**
 * Slopes up to three times the secants beside them are monotone, but the area then falls to nothing half way; up to
 * twice it keeps half of the secant.
 */
const MOST_SLOPE = 2;
const LEAST_END_SLOPE = 0.25;

/**
 * The area by height of a vessel measured by pouring. The volume is laid through the measures as a monotone piecewise
 * cubic (Fritsch & Carlson 1980, with the slopes of Fritsch & Butland 1984): it passes through every measure, never
 * falls, and overshoots none, so that its slope, the area, is nowhere negative and jumps nowhere.
 * Fails with "pours" at the line that cannot be: too few, not rising, or a waist too narrow to be one.
 */
export function pouredArea(pours: readonly Pour[], system: UnitSystem = "metric"): Result<AreaByHeight> {
  const problems = checkPours(pours, system);
  if (problems.length > 0) return failed(...problems);
  const z = [0, ...pours.map(({ heightCm }) => heightCm)];
  const v = [0, ...pours.map(({ volumeCm3 }) => volumeCm3)];
  const secant = z.slice(1).map((to, i) => (v[i + 1]! - v[i]!) / (to - z[i]!));
  const slope = z.map((_, i) => {
    const below = secant[i - 1];
    const above = secant[i];
    if (below === undefined) return endSlope(z, secant, 0);
    if (above === undefined) return endSlope(z, secant, secant.length - 1);
    const [h0, h1] = [z[i]! - z[i - 1]!, z[i + 1]! - z[i]!];
    // weighted harmonic mean of the two secants
    const w = (2 * h1 + h0) / (3 * (h0 + h1));
    return Math.min(1 / (w / below + (1 - w) / above), MOST_SLOPE * Math.min(below, above));
  });
  const area = secant.map((chord, i) => {
    const h = z[i + 1]! - z[i]!;
    const [a, b] = [slope[i]!, slope[i + 1]!];
    return {
      fromCm: z[i]!,
      toCm: z[i + 1]!,
      coefficients: [a, (2 * (3 * chord - 2 * a - b)) / h, (3 * (a + b - 2 * chord)) / h ** 2],
    };
  });
  return ok(area);
}

/** The one-sided slope at an end, kept between nothing and what stays monotone. */
function endSlope(z: readonly number[], secant: readonly number[], at: number): number {
  const inner = at === 0 ? 1 : at - 1;
  const chord = secant[at]!;
  const next = secant[inner];
  if (next === undefined) return chord;
  const h = z[at + 1]! - z[at]!;
  const hNext = z[inner + 1]! - z[inner]!;
  const slope = ((2 * h + hNext) * chord - h * next) / (h + hNext);
  return Math.min(Math.max(slope, LEAST_END_SLOPE * chord), MOST_SLOPE * chord);
}

function checkPours(pours: readonly Pour[], system: UnitSystem): Problem[] {
  if (pours.length < LEAST_POURS)
    return [
      problem(
        "vessel.pours",
        "too-few",
        `Pour at least ${LEAST_POURS} times, the last up to the rim, and note how high the water stood each time.`,
      ),
    ];
  if (pours.length > MOST_POURS)
    return [problem("vessel.pours", "too-many", `${MOST_POURS} lines are enough for any vessel.`)];
  const problems: Problem[] = [];
  const meanCm2 = pours.at(-1)!.volumeCm3 / pours.at(-1)!.heightCm;
  pours.forEach(({ volumeCm3, heightCm }, i) => {
    const before = pours[i - 1] ?? { volumeCm3: 0, heightCm: 0 };
    const path = `vessel.pours[${i}]`;
    const line = `Line ${i + 1}, ${formatVolume(volumeCm3, system)} at ${formatLength(heightCm, system)},`;
    if (!(volumeCm3 > 0 && heightCm > 0))
      problems.push(problem(path, "not-positive", `${line} must be more than nothing.`));
    else if (!(volumeCm3 > before.volumeCm3 && heightCm > before.heightCm))
      problems.push(
        problem(
          path,
          "not-rising",
          `${line} cannot follow ${formatVolume(before.volumeCm3, system)} at ${formatLength(before.heightCm, system)}: more water stands higher. Count all the water that is in there, not only the last pour.`,
        ),
      );
    else if ((volumeCm3 - before.volumeCm3) / (heightCm - before.heightCm) < LEAST_AREA_SHARE * meanCm2)
      problems.push(
        problem(
          path,
          "too-narrow",
          `${line} would make the vessel next to closed there: only ${formatVolume(volumeCm3 - before.volumeCm3, system)} in ${formatLength(heightCm - before.heightCm, system)} of height. Measure that line again.`,
        ),
      );
  });
  return problems;
}
