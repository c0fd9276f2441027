/**
 * Steady Darcy flow between two points of one medium, `lengthCm` apart, when ln K is linear in psi between them
 * (Gardner 1958; as the exponentially fitted flux of Scharfetter & Gummel 1969). With b = d(ln K)/d(psi), K + q falls
 * by e^(−b·z) along the way, so
 *
 *     q = −Kb − (Kb − Ka) / (e^x − 1),   x = b·length
 *
 * which is −K·(dpsi/dz + 1) where K hardly changes, and stays right on cells far coarser than the K curve.
 */

/** Under these the flux is taken as linear: the exact form then divides rounding errors by each other. */
const SAME_PSI_CM = 1e-7;
const EVEN_X = 1e-6;
/** By e^300 the flux is −Kb to every digit. */
const LARGEST_X = 300;

/** Between these 1/(e^x − 1) is summed from its series, whose next term is x⁷/1,209,600: under 1e-8 of it. */
const SERIES_X = 0.5;

/** 1/(e^x − 1), by the Bernoulli numbers near 0 (Abramowitz & Stegun 1964, 23.1.1) and by its name elsewhere. */
function oneOverExpm1(x: number): number {
  if (x < SERIES_X && x > -SERIES_X) {
    const square = x * x;
    return 1 / x - 0.5 + x * (1 / 12 - square * (1 / 720 - square / 30240));
  }
  return 1 / Math.expm1(x < LARGEST_X ? x : LARGEST_X);
}

/**
 * @param psiA, kA, kSlopeA, lnKA, slopeA  head [cm], K [cm/h], d(K)/d(psi) [1/h], ln K and d(ln K)/d(psi) [1/cm] at
 *   the lower point; B at the upper
 * @param out  gets the flux, positive upward [cm/h], and its derivatives by psiA and psiB [1/h]
 */
export function fittedFlux(
  psiA: number,
  kA: number,
  kSlopeA: number,
  lnKA: number,
  slopeA: number,
  psiB: number,
  kB: number,
  kSlopeB: number,
  lnKB: number,
  slopeB: number,
  lengthCm: number,
  out: Float64Array,
): void {
  const difference = psiB - psiA;
  const lever = difference > SAME_PSI_CM || difference < -SAME_PSI_CM ? lengthCm / difference : 0;
  const slope = lever === 0 ? (slopeA + slopeB) / 2 : (lnKB - lnKA) / difference;
  const x = slope * lengthCm;
  if (x < EVEN_X && x > -EVEN_X) {
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
}
