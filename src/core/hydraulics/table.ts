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
const GREATEST_SUCTION_CM = 2 ** 26;
/** ln K never goes under this: e^-230 is 1e-100 cm/h. */
const LEAST_LN_K = -230;

/** Doubles a segment takes: suction at its start, theta and its slope, ln K and its slope, K and its slope. */
const STRIDE = 7;

const bits = (value: number): number => new Uint32Array(Float64Array.of(value).buffer)[1]! >>> (20 - OCTAVE_BITS);

/** What a look-up fills, place by place. */
export type HydraulicValues = {
  readonly theta: Float64Array;
  readonly capacity: Float64Array;
  readonly k: Float64Array;
  readonly kSlope: Float64Array;
  readonly lnK: Float64Array;
  readonly lnKSlope: Float64Array;
};

export const hydraulicValues = (length: number): HydraulicValues => ({
  theta: new Float64Array(length),
  capacity: new Float64Array(length),
  k: new Float64Array(length),
  kSlope: new Float64Array(length),
  lnK: new Float64Array(length),
  lnKSlope: new Float64Array(length),
});

export type HydraulicTable = {
  readonly thetaR: number;
  readonly thetaS: number;
  readonly lnKs: number;
  readonly specificStoragePerCm: number;
  /** From this head on K is at its floor and a drier head means nothing more. [cm] */
  readonly driestPsiCm: number;
  /**
   * Looks up the heads at the places `from` to `to` (without it) of an array and fills the same places of the others:
   * theta [m³/m³], d(theta)/d(psi) [1/cm], K [cm/h], d(K)/d(psi) [1/h], ln K and d(ln K)/d(psi) [1/cm]. Above 0, theta
   * grows by the specific storage.
   */
  lookUp(psiCm: Float64Array, from: number, to: number, out: HydraulicValues): void;
  /** The head at which theta has a value between thetaR and thetaS; beyond the table its end. [cm] */
  psiAtTheta(theta: number): number;
};

/** Builds the table of a medium: some 5,000 segments, once. */
export function hydraulicTable(functions: HydraulicFunctions, specificStoragePerCm: number): HydraulicTable {
  const { thetaR, thetaS, ksCmPerHour } = functions;
  const lnKs = Math.log(ksCmPerHour);
  const first = bits(LEAST_SUCTION_CM);
  // segment 0 runs from saturation to the first knot
  const count = bits(GREATEST_SUCTION_CM) - first + 1;
  const table = new Float64Array(count * STRIDE);
  const suctionAt = (knot: number): number => {
    const octave = Math.floor(knot / SEGMENTS_PER_OCTAVE);
    return LEAST_SUCTION_CM * 2 ** octave * (1 + (knot - octave * SEGMENTS_PER_OCTAVE) / SEGMENTS_PER_OCTAVE);
  };
  const lnKAt = (suctionCm: number): number =>
    Math.max(LEAST_LN_K, Math.log(functions.conductivityCmPerHour(-suctionCm)));
  let [suction, theta, lnK] = [0, thetaS, lnKs];
  let driest = GREATEST_SUCTION_CM;
  for (let segment = 0; segment < count; segment++) {
    const nextSuction = suctionAt(segment);
    const nextTheta = functions.waterContent(-nextSuction);
    const nextLnK = lnKAt(nextSuction);
    const width = nextSuction - suction;
    const k = Math.exp(lnK);
    table.set(
      [suction, theta, (nextTheta - theta) / width, lnK, (nextLnK - lnK) / width, k, (Math.exp(nextLnK) - k) / width],
      segment * STRIDE,
    );
    if (lnK === LEAST_LN_K) driest = Math.min(driest, suction);
    [suction, theta, lnK] = [nextSuction, nextTheta, nextLnK];
  }
  const number = new Float64Array(1);
  const words = new Uint32Array(number.buffer);

  return {
    thetaR,
    thetaS,
    lnKs,
    specificStoragePerCm,
    driestPsiCm: -driest,
    lookUp(psiCm, from, to, { theta, capacity, k, kSlope, lnK, lnKSlope }) {
      for (let i = from; i < to; i++) {
        const psi = psiCm[i]!;
        if (psi >= 0) {
          theta[i] = thetaS + specificStoragePerCm * psi;
          capacity[i] = specificStoragePerCm;
          k[i] = ksCmPerHour;
          kSlope[i] = 0;
          lnK[i] = lnKs;
          lnKSlope[i] = 0;
          continue;
        }
        number[0] = -psi;
        let segment = (words[1]! >>> (20 - OCTAVE_BITS)) - first + 1;
        if (segment < 0) segment = 0;
        else if (segment >= count) segment = count - 1;
        const at = segment * STRIDE;
        const past = -psi - table[at]!;
        theta[i] = table[at + 1]! + table[at + 2]! * past;
        capacity[i] = -table[at + 2]!;
        lnK[i] = table[at + 3]! + table[at + 4]! * past;
        lnKSlope[i] = -table[at + 4]!;
        k[i] = table[at + 5]! + table[at + 6]! * past;
        kSlope[i] = -table[at + 6]!;
      }
    },
    psiAtTheta(wanted) {
      let low = 0;
      let high = count - 1;
      while (low < high) {
        const middle = (low + high + 1) >> 1;
        if (table[middle * STRIDE + 1]! >= wanted) low = middle;
        else high = middle - 1;
      }
      const at = low * STRIDE;
      const slope = table[at + 2]!;
      return slope === 0 ? -table[at]! : -(table[at]! + (wanted - table[at + 1]!) / slope);
    },
  };
}
