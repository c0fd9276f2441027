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

/** Two slopes that differ by less are one, but for rounding: K of gravel makes a flow that jumps of any more. */
const SAME_SLOPE = 1e-12;
/** A jump as long as this part of the way is no longer one that drives as gravity does. */
const MOST_JUMP = 0.5;
/** A flow is taken to change with a head by this part of what the lesser K would pass at least. */
const LEAST_SLOPE_SHARE = 0.25;

/**
 * The flow between two points of one medium that remember different things. K is a function of the head on the main
 * drying curve, e, at which a point holds as much; along the way the head goes with e by some slope r = d(psi)/d(e)
 * between that of the main wetting curve and that of the main drying one, and what is left of their difference is a jump
 * δ between the two histories, which drives the water as gravity does:
 *
 *     q = −K(e)·(r·de/dz + g),   g = 1 + δ/length,   δ = Δpsi − r·Δe
 *
 * whose exact flow is that of one curve with gravity g and slope b/r. That holds for small jumps; one of more than half
 * the way would outweigh gravity and turn the flow round, and with it a wet cell over a dry one would keep its water. The
 * flow is then that of a mean of K by the whole gradient, into which the other goes over. r is the secant where that lies
 * between the two, so that points of one main curve flow as if there were no other; that of a scanning curve at a point
 * would jump from one piece of the table to the next, and the flow with it.
 * @param points K, d(K)/d(psi), ln K, d(ln K)/d(psi), psi, e, r and the potential over e of the lower point, then of
 *   the upper, where r is that of the curve a point is on
 * @param wettingPer r of the main wetting curve: 1 over its factor; that of the drying one is 1
 * @param out gets the flux [cm/h] and its slopes by psi of the lower and the upper point
 */
export function rememberingFlux(points: Float64Array, lengthCm: number, wettingPer: number, out: Float64Array): void {
  const kA = points[0]!;
  const kSlopeA = points[1]!;
  const lnKA = points[2]!;
  const slopeA = points[3]!;
  const psiA = points[4]!;
  const mainA = points[5]!;
  const perA = points[6]!;
  const kB = points[8]!;
  const kSlopeB = points[9]!;
  const lnKB = points[10]!;
  const slopeB = points[11]!;
  const psiB = points[12]!;
  const mainB = points[13]!;
  const perB = points[14]!;
  const difference = psiB - psiA;
  const mainDifference = mainB - mainA;
  const isApart = mainDifference > SAME_PSI_CM || mainDifference < -SAME_PSI_CM;
  const secant = isApart ? difference / mainDifference : 1;
  const per = secant < wettingPer ? wettingPer : secant > 1 ? 1 : secant;
  const isOneCurve = isApart && secant - per < SAME_SLOPE && per - secant < SAME_SLOPE;
  const gravity = isOneCurve ? 1 : 1 + (difference - per * mainDifference) / lengthCm;
  const lnKDifference = lnKB - lnKA;
  const kDifference = kB - kA;
  // how x goes with gravity: length·b/r
  const bending = isApart
    ? (lengthCm * lnKDifference) / (per * mainDifference)
    : (lengthCm * (slopeA * perA + slopeB * perB)) / (2 * per);
  const x = gravity * bending;
  // how gravity goes with the heads
  const byGravityA = isOneCurve ? 0 : (per / perA - 1) / lengthCm;
  const byGravityB = isOneCurve ? 0 : (1 - per / perB) / lengthCm;
  const apart = (gravity < 1 ? 1 - gravity : gravity - 1) / MOST_JUMP;
  const isFarApart = apart >= 1;
  const isEvenX = x < EVEN_X && x > -EVEN_X;
  if (isEvenX || apart > 0) {
    // the mean of K on one slope, times the whole gradient
    const isEven = lnKDifference < EVEN_X && lnKDifference > -EVEN_X;
    const mean = isEven ? (kA + kB) / 2 : kDifference / lnKDifference;
    const gradient = (difference + lengthCm) / lengthCm;
    const byA = isEven ? kSlopeA / 2 : (mean * slopeA - kSlopeA) / lnKDifference;
    const byB = isEven ? kSlopeB / 2 : (kSlopeB - mean * slopeB) / lnKDifference;
    out[0] = -mean * gradient;
    out[1] = mean / lengthCm - byA * gradient;
    out[2] = -mean / lengthCm - byB * gradient;
  }
  if (!isEvenX && !isFarApart) {
    const mean = out[0]!;
    const meanByA = out[1]!;
    const meanByB = out[2]!;
    const share = oneOverExpm1(x);
    const bend = gravity * kDifference * share * (1 + share);
    const q = -kB - kDifference * share;
    // d(x) by either head: through gravity, ln K and e
    const perMain = isApart ? bending / mainDifference : 0;
    const perLnK = isApart ? lengthCm / (per * mainDifference) : 0;
    const mainByA = isOneCurve ? per : perA;
    const mainByB = isOneCurve ? per : perB;
    const xByA = byGravityA * bending + gravity * (-perLnK * slopeA + perMain / mainByA);
    const xByB = byGravityB * bending + gravity * (perLnK * slopeB - perMain / mainByB);
    out[0] = gravity * q;
    out[1] = gravity * kSlopeA * share + bend * xByA + q * byGravityA;
    out[2] = -gravity * kSlopeB * (1 + share) + bend * xByB + q * byGravityB;
    if (apart > 0) {
      const weight = apart * apart * (3 - 2 * apart);
      const weightSlope = ((6 * apart * (1 - apart)) / MOST_JUMP) * (gravity < 1 ? -1 : 1);
      const more = mean - out[0]!;
      out[1] = (1 - weight) * out[1]! + weight * meanByA + more * weightSlope * byGravityA;
      out[2] = (1 - weight) * out[2]! + weight * meanByB + more * weightSlope * byGravityB;
      out[0]! += weight * more;
    }
  }
  if (isApart && (lnKDifference > ONE_SLOPE_LN_K || lnKDifference < -ONE_SLOPE_LN_K)) {
    // the mean of K is known over e: slopes by e, and back
    out[1]! *= perA;
    out[2]! *= perB;
    correctFarApart(
      mainDifference,
      kA,
      kSlopeA * perA,
      slopeA * perA,
      points[7]!,
      kB,
      kSlopeB * perB,
      slopeB * perB,
      points[15]!,
      lnKDifference,
      out,
    );
    out[1]! /= perA;
    out[2]! /= perB;
  }
  // what flows up grows with the head below and falls with the one above; where a jump has it otherwise, as K falls faster
  // than the gradient grows, Newton's method would walk away from the solution
  if (isOneCurve) return;
  const least = ((kA < kB ? kA : kB) * LEAST_SLOPE_SHARE) / lengthCm;
  if (out[1]! < least) out[1] = least;
  if (out[2]! > -least) out[2] = -least;
}
