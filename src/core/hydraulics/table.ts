import { gaussLegendre } from "./gauss-legendre";
import type { HydraulicFunctions } from "./hydraulics";

/**
 * A medium's functions as a lookup table over suction, for loops that ask for them millions of times. Knots are spaced
 * evenly inside each octave, so that a knot's index is the leading bits of the suction itself and no logarithm is
 * taken; between knots theta and ln K are straight lines, so the slopes given are exactly those of the values given
 * (Newton's method converges on them). K itself is a third line, which spares an exponential and differs from e^(ln K)
 * by under 1e-4 of it.
 */
const OCTAVE_BITS = 7;
const SEGMENTS_PER_OCTAVE = 1 << OCTAVE_BITS;
/** Table range: below, one line to saturation; above, the last segment goes on. Powers of two. [cm] */
const LEAST_SUCTION_CM = 2 ** -14;
const OCTAVES = 40;
const octaveStartCm = (octave: number): number => LEAST_SUCTION_CM * 2 ** octave;
/** ln K never goes under this: e^-230 is 1e-100 cm/h. */
const LEAST_LN_K = -230;

/**
 * Doubles a segment takes: suction at its start, theta and its slope, ln K and its slope, K and its slope, and the
 * matric flux potential.
 */
export const SEGMENT_STRIDE = 8;
/** A suction's segment is the leading bits of its higher word, this far down, less those of the first knot. */
export const SEGMENT_SHIFT = 20 - OCTAVE_BITS;

/** A water content's segment is looked for so many segments from where it was. */
const NEAR_SEGMENTS = 6;

const bits = (value: number): number => new Uint32Array(Float64Array.of(value).buffer)[1]! >>> SEGMENT_SHIFT;

/** What a look-up fills, place by place. */
export type HydraulicValues = {
  readonly theta: Float64Array;
  readonly capacity: Float64Array;
  readonly k: Float64Array;
  readonly kSlope: Float64Array;
  readonly lnK: Float64Array;
  readonly lnKSlope: Float64Array;
  readonly fluxPotential: Float64Array;
};

export const hydraulicValues = (length: number): HydraulicValues => ({
  theta: new Float64Array(length),
  capacity: new Float64Array(length),
  k: new Float64Array(length),
  kSlope: new Float64Array(length),
  lnK: new Float64Array(length),
  lnKSlope: new Float64Array(length),
  fluxPotential: new Float64Array(length),
});

export type HydraulicTable = {
  readonly thetaR: number;
  readonly thetaS: number;
  readonly lnKs: number;
  readonly specificStoragePerCm: number;
  readonly ksCmPerHour: number;
  /**
   * The segments, for loops that look up by themselves, as `lookUp` does; one whose first number is not a number is
   * filled before it is read.
   */
  readonly segments: Float64Array;
  fill(segment: number): void;
  readonly segmentCount: number;
  readonly firstSegmentBits: number;
  /** ∫ K d(psi) up to saturation. [cm²/h] */
  readonly saturatedPotential: number;
  /** From this head on K is at its floor and a drier head means nothing more. [cm] */
  readonly driestPsiCm: number;
  /**
   * Looks up the heads at the places `from` to `to` (without it) of an array and fills the same places of the others:
   * theta [m³/m³], d(theta)/d(psi) [1/cm], K [cm/h], d(K)/d(psi) [1/h], ln K and d(ln K)/d(psi) [1/cm], and the matric
   * flux potential, ∫ K d(psi) up to there (Gardner 1958) [cm²/h]. Above 0, theta grows by the specific storage.
   */
  lookUp(psiCm: Float64Array, from: number, to: number, out: HydraulicValues): void;
  /** Water content at one head, as `lookUp` finds it. [m³/m³] */
  waterContentAt(psiCm: number): number;
  /** The head at which theta has a value between thetaR and thetaS; beyond the table its end. [cm] */
  psiAtTheta(theta: number): number;
  /** Where the segment of a suction begins among the segments, filled. */
  segmentAt(suctionCm: number): number;
  /** The same of a theta between thetaR and thetaS, by a segment that may lie near it: where that begins. */
  segmentAtTheta(theta: number, near: number): number;
};

/** A rough table computes every so many knots and draws straight lines between them: good to some 1e-3. */
export const ROUGH_KNOT_EVERY = 8;

/**
 * The table of a medium. Its octaves are worked out when they are first looked up: a column moves through a dozen of
 * forty.
 * @param knotEvery  the functions are computed at every so many knots, a power of two; 1 for all of them
 */
export function hydraulicTable(
  functions: HydraulicFunctions,
  specificStoragePerCm: number,
  knotEvery = 1,
): HydraulicTable {
  const { thetaR, thetaS, ksCmPerHour } = functions;
  const lnKs = Math.log(ksCmPerHour);
  const firstSegmentBits = bits(LEAST_SUCTION_CM);
  // segment 0 runs from saturation to the first knot, and the last goes on
  const segmentCount = OCTAVES * SEGMENTS_PER_OCTAVE + 1;
  const segments = new Float64Array(segmentCount * SEGMENT_STRIDE).fill(Number.NaN);
  const kAt = (suctionCm: number): number => functions.conductivityCmPerHour(-suctionCm);
  const lnKAt = (suctionCm: number): number => Math.max(LEAST_LN_K, Math.log(kAt(suctionCm)));
  const thetaAt = (suctionCm: number): number => functions.waterContent(-suctionCm);

  // water content and flux potential where the octaves meet, the potential summed from the dry end so that a small one
  // keeps its digits
  const octaveTheta = Float64Array.from({ length: OCTAVES + 1 }, (_, octave) => thetaAt(octaveStartCm(octave)));
  const octavePotential = new Float64Array(OCTAVES + 1);
  for (let octave = OCTAVES - 1; octave >= 0; octave--)
    octavePotential[octave] =
      octavePotential[octave + 1]! + gaussLegendre(octaveStartCm(octave), octaveStartCm(octave + 1), kAt);
  const saturatedPotential = octavePotential[0]! + (LEAST_SUCTION_CM * (ksCmPerHour + kAt(LEAST_SUCTION_CM))) / 2;

  /**
   * Works out segments of one width from a first one, which starts at a suction, to where the flux potential is known.
   */
  function fillSegments(first: number, count: number, startCm: number, widthCm: number, potentialAfter: number): void {
    let theta = thetaAt(startCm);
    let lnK = lnKAt(startCm);
    let k = Math.exp(lnK);
    let passed = 0;
    // where the next knot lies at which the functions are computed, and what they are there
    let knot = 0;
    let knotTheta = theta;
    let knotLnK = lnK;
    for (let i = 0; i < count; i++) {
      const next = i + 1;
      if (next > knot) {
        knot = Math.min(count, knot + knotEvery);
        knotTheta = thetaAt(startCm + knot * widthCm);
        knotLnK = lnKAt(startCm + knot * widthCm);
      }
      const left = knot - i;
      const nextTheta = left === 1 ? knotTheta : theta + (knotTheta - theta) / left;
      const nextLnK = left === 1 ? knotLnK : lnK + (knotLnK - lnK) / left;
      const nextK = Math.exp(nextLnK);
      const at = (first + i) * SEGMENT_STRIDE;
      segments[at] = startCm + i * widthCm;
      segments[at + 1] = theta;
      segments[at + 2] = (nextTheta - theta) / widthCm;
      segments[at + 3] = lnK;
      segments[at + 4] = (nextLnK - lnK) / widthCm;
      segments[at + 5] = k;
      segments[at + 6] = (nextK - k) / widthCm;
      segments[at + 7] = passed;
      passed += (widthCm * (k + nextK)) / 2;
      theta = nextTheta;
      lnK = nextLnK;
      k = nextK;
    }
    for (let at = first * SEGMENT_STRIDE + 7; at < (first + count) * SEGMENT_STRIDE; at += SEGMENT_STRIDE)
      segments[at] = potentialAfter + passed - segments[at]!;
  }

  function fill(segment: number): void {
    if (segment === 0) return fillSegments(0, 1, 0, LEAST_SUCTION_CM, octavePotential[0]!);
    const octave = Math.floor((segment - 1) / SEGMENTS_PER_OCTAVE);
    const startCm = octaveStartCm(octave);
    const first = octave * SEGMENTS_PER_OCTAVE + 1;
    const widthCm = startCm / SEGMENTS_PER_OCTAVE;
    fillSegments(first, SEGMENTS_PER_OCTAVE, startCm, widthCm, octavePotential[octave + 1]!);
  }

  const number = new Float64Array(1);
  const words = new Uint32Array(number.buffer);

  function segmentAt(suctionCm: number): number {
    number[0] = suctionCm;
    let segment = (words[1]! >>> SEGMENT_SHIFT) - firstSegmentBits + 1;
    if (segment < 0) segment = 0;
    else if (segment >= segmentCount) segment = segmentCount - 1;
    const at = segment * SEGMENT_STRIDE;
    if (segments[at]! !== segments[at]!) fill(segment);
    return at;
  }

  function searchTheta(wanted: number): number {
    let octave = 0;
    while (octave < OCTAVES && octaveTheta[octave + 1]! >= wanted) octave++;
    let low = 0;
    let high = 0;
    if (octaveTheta[0]! >= wanted) {
      low = Math.min(octave, OCTAVES - 1) * SEGMENTS_PER_OCTAVE + 1;
      high = low + SEGMENTS_PER_OCTAVE - 1;
    }
    if (Number.isNaN(segments[low * SEGMENT_STRIDE]!)) fill(low);
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if (segments[middle * SEGMENT_STRIDE + 1]! >= wanted) low = middle;
      else high = middle - 1;
    }
    return low * SEGMENT_STRIDE;
  }

  return {
    thetaR,
    thetaS,
    lnKs,
    specificStoragePerCm,
    ksCmPerHour,
    segments,
    segmentCount,
    firstSegmentBits,
    saturatedPotential,
    driestPsiCm: -driestSuctionCm(lnKAt),
    fill,
    lookUp(psiCm, from, to, { theta, capacity, k, kSlope, lnK, lnKSlope, fluxPotential }) {
      for (let i = from; i < to; i++) {
        const psi = psiCm[i]!;
        if (psi >= 0) {
          theta[i] = thetaS + specificStoragePerCm * psi;
          capacity[i] = specificStoragePerCm;
          k[i] = ksCmPerHour;
          kSlope[i] = 0;
          lnK[i] = lnKs;
          lnKSlope[i] = 0;
          fluxPotential[i] = saturatedPotential + ksCmPerHour * psi;
          continue;
        }
        const at = segmentAt(-psi);
        const past = -psi - segments[at]!;
        theta[i] = segments[at + 1]! + segments[at + 2]! * past;
        capacity[i] = -segments[at + 2]!;
        lnK[i] = segments[at + 3]! + segments[at + 4]! * past;
        lnKSlope[i] = -segments[at + 4]!;
        k[i] = segments[at + 5]! + segments[at + 6]! * past;
        kSlope[i] = -segments[at + 6]!;
        fluxPotential[i] = segments[at + 7]! - past * (segments[at + 5]! + (segments[at + 6]! * past) / 2);
      }
    },
    waterContentAt(psiCm) {
      if (psiCm >= 0) return thetaS + specificStoragePerCm * psiCm;
      const at = segmentAt(-psiCm);
      return segments[at + 1]! + segments[at + 2]! * (-psiCm - segments[at]!);
    },
    psiAtTheta(wanted) {
      const at = searchTheta(wanted);
      const slope = segments[at + 2]!;
      return slope === 0 ? -segments[at]! : -(segments[at]! + (wanted - segments[at + 1]!) / slope);
    },
    segmentAt,
    segmentAtTheta(wanted, near) {
      let at = near;
      // what is not filled is not a number, and no number is under it or over it
      for (let i = 0; i < NEAR_SEGMENTS; i++) {
        const isUnder = segments[at + 1]! >= wanted;
        if (isUnder && segments[at + 1 + SEGMENT_STRIDE]! < wanted) return at;
        at += isUnder ? SEGMENT_STRIDE : -SEGMENT_STRIDE;
      }
      return searchTheta(wanted);
    },
  };
}

const kept = new WeakMap<HydraulicFunctions, Map<string, HydraulicTable>>();

/** The table of functions that are asked again and again, as by each stretch of a season: worked out once. */
export function keptTable(functions: HydraulicFunctions, specificStoragePerCm: number, knotEvery = 1): HydraulicTable {
  const known = kept.get(functions) ?? new Map<string, HydraulicTable>();
  kept.set(functions, known);
  const key = `${specificStoragePerCm} ${knotEvery}`;
  const made = known.get(key) ?? hydraulicTable(functions, specificStoragePerCm, knotEvery);
  known.set(key, made);
  return made;
}

/** The suction from which on K is at its floor, to a knot's width; the end of the table where it never is. [cm] */
function driestSuctionCm(lnKAt: (suctionCm: number) => number): number {
  let octave = 0;
  while (octave < OCTAVES && lnKAt(octaveStartCm(octave)) > LEAST_LN_K) octave++;
  if (octave === 0 || octave === OCTAVES) return octaveStartCm(octave);
  const from = octaveStartCm(octave - 1);
  let knot = 1;
  while (knot < SEGMENTS_PER_OCTAVE && lnKAt(from * (1 + knot / SEGMENTS_PER_OCTAVE)) > LEAST_LN_K) knot++;
  return from * (1 + knot / SEGMENTS_PER_OCTAVE);
}
