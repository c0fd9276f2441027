/**
 * Steady Darcy flow between two points of one medium, `lengthCm` apart, when ln K is linear in psi between them
 * (Gardner 1958; as the exponentially fitted flux of Scharfetter & Gummel 1969). With b = d(ln K)/d(psi), K + q falls
 * by e^(−b·z) along the way, so
 *
 *     q = −Kb − (Kb − Ka) / (e^x − 1),   x = b·length
 *
 * which is −K·(dpsi/dz + 1) where K hardly changes, and stays right on cells far coarser than the K curve.
 */

/**
 * Two points whose ln K differ by less than the first are on one slope, as above. Where they differ by more than the
 * second, as on the way from a wet cell to one that roots have dried, the slope between them says little of the K
 * there; the flux is then that of the true mean of K over psi, ΔΦ/Δpsi, of which the mean on one slope is ΔK/Δ(ln K).
 */
export const ONE_SLOPE_LN_K = 0.5;
const MEAN_LN_K = 2;

/** Under these the flux is taken as linear: the exact form then divides rounding errors by each other. */
export const SAME_PSI_CM = 1e-7;
export const EVEN_X = 1e-6;
/** By e^300 the flux is −Kb to every digit. */
const LARGEST_X = 300;

/** Between these 1/(e^x − 1) is summed from its series, whose next term is x⁷/1,209,600: under 1e-8 of it. */
const SERIES_X = 0.5;

/** 1/(e^x − 1), by the Bernoulli numbers near 0 (Abramowitz & Stegun 1964, 23.1.1) and by its name elsewhere. */
export function oneOverExpm1(x: number): number {
  if (x < SERIES_X && x > -SERIES_X) {
    const square = x * x;
    return 1 / x - 0.5 + x * (1 / 12 - square * (1 / 720 - square / 30240));
  }
  return 1 / Math.expm1(x < LARGEST_X ? x : LARGEST_X);
}

/**
 * @param psiA, kA, kSlopeA, lnKA, slopeA, potentialA  head [cm], K [cm/h], d(K)/d(psi) [1/h], ln K, d(ln K)/d(psi)
 *   [1/cm] and matric flux potential [cm²/h] at the lower point; B at the upper
 * @param out  gets the flux, positive upward [cm/h], and its derivatives by psiA and psiB [1/h]
 */
export function fittedFlux(
  psiA: number,
  kA: number,
  kSlopeA: number,
  lnKA: number,
  slopeA: number,
  potentialA: number,
  psiB: number,
  kB: number,
  kSlopeB: number,
  lnKB: number,
  slopeB: number,
  potentialB: number,
  lengthCm: number,
  out: Float64Array,
): void {
  const difference = psiB - psiA;
  const lever = difference > SAME_PSI_CM || difference < -SAME_PSI_CM ? lengthCm / difference : 0;
  const slope = lever === 0 ? (slopeA + slopeB) / 2 : (lnKB - lnKA) / difference;
  const x = slope * lengthCm;
  const lnKDifference = lnKB - lnKA;
  if (x < EVEN_X && x > -EVEN_X && lnKDifference < EVEN_X && lnKDifference > -EVEN_X) {
    const gradient = (difference + lengthCm) / lengthCm;
    out[0] = -kA * gradient;
    out[1] = kA / lengthCm - (gradient * kSlopeA) / 2;
    out[2] = -kA / lengthCm - (gradient * kSlopeB) / 2;
    return;
  }
  const share = oneOverExpm1(x);
  const bend = (kB - kA) * share * (1 + share) * lever;
  out[0] = -kB - (kB - kA) * share;
  out[1] = kSlopeA * share + bend * (slope - slopeA);
  out[2] = -kSlopeB * (1 + share) + bend * (slopeB - slope);
  if (lnKDifference > ONE_SLOPE_LN_K || lnKDifference < -ONE_SLOPE_LN_K)
    correctFarApart(difference, kA, kSlopeA, slopeA, potentialA, kB, kSlopeB, slopeB, potentialB, lnKDifference, out);
}

/** Turns a flux between points whose ln K differ by much into that of the mean of K between them, with its slopes. */
export function correctFarApart(
  difference: number,
  kA: number,
  kSlopeA: number,
  slopeA: number,
  potentialA: number,
  kB: number,
  kSlopeB: number,
  slopeB: number,
  potentialB: number,
  lnKDifference: number,
  out: Float64Array,
): void {
  const apart = lnKDifference < 0 ? -lnKDifference : lnKDifference;
  const kDifference = kB - kA;
  const potentialDifference = potentialB - potentialA;
  const ratio = (potentialDifference * lnKDifference) / (difference * kDifference);
  const t = apart < MEAN_LN_K ? (apart - ONE_SLOPE_LN_K) / (MEAN_LN_K - ONE_SLOPE_LN_K) : 1;
  const weight = t * t * (3 - 2 * t);
  const weightSlope = ((6 * t * (1 - t)) / (MEAN_LN_K - ONE_SLOPE_LN_K)) * (lnKDifference < 0 ? -1 : 1);
  const factor = 1 + weight * (ratio - 1);
  const byA = ratio * (-kA / potentialDifference - slopeA / lnKDifference + 1 / difference + kSlopeA / kDifference);
  const byB = ratio * (kB / potentialDifference + slopeB / lnKDifference - 1 / difference - kSlopeB / kDifference);
  const q = out[0]!;
  out[0] = factor * q;
  out[1] = factor * out[1]! + q * (weight * byA - (ratio - 1) * weightSlope * slopeA);
  out[2] = factor * out[2]! + q * (weight * byB + (ratio - 1) * weightSlope * slopeB);
}
