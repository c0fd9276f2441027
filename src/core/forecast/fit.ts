import type { ForecastBasis } from "./basis";
import { afterAct, dried, heldAt, isToFull, levelOf, timeOf, type LifeRow, type Own } from "./life";

/**
 * A setup's own factors from its log: the most likely ones, and how sure they are. Priors are log-normal and wide, readings
 * have heavy tails, so that one absurd number pulls at nothing; Gauss–Newton on the residuals, the spread from the
 * curvature at the end. What it holds is followed between readings and set right by each (Kalman 1960), so that the factors
 * are learned from what goes between them (Bishop 2006, ch. 4.4: the Laplace approximation; weights of Student's t after
 * Lange, Little & Taylor 1989).
 */
export type Fitted = {
  readonly own: Own;
  /** By parameter, as they are fitted: logarithms for factors. */
  readonly mean: Float64Array;
  /** Rows of a square root of their spread: mean + root · ξ, ξ standard normal, draws from it. */
  readonly root: readonly Float64Array[];
  /** Of the cost there, by those that are fitted. */
  readonly curvature: readonly Float64Array[];
  /** Held at the last moment that is known of, and how far that may be off. [cm³] */
  readonly endCm3: (of: ArrayLike<number>) => { readonly heldCm3: number; readonly offCm3: number };
  /** Of each reading that took part: what was predicted and how far off it was, in its own errors. */
  readonly residuals: readonly { readonly row: LifeRow; readonly predicted: number; readonly off: number }[];
  /** What the fit costs, priors too: half the sum of squares, heavy tails as they are. */
  readonly cost: number;
};

// of a vector of parameters
const THIRST = 0;
const WICK = 1;
const LEAK = 2;
const ZERO = 3;
const BEGAN = 4;
const TARE = 5;
/** From a day on that is looked for: times what is taken in all. */
const CHANGED = 6;
const COUNT = 7;

/** What is thought before anything is measured: thirst within ± 40 %, a wick within ± 50 %, hardly ever a leak. */
const PRIOR_MEAN = [0, 0, 0, 0, 0, 0, 0] as const;
const PRIOR_SD = [0.35, 0.4, 1.5, 0.5, 1, 1, 0.7] as const;
/** The middle of what leaks, of what a full one holds. [1/day] */
const LEAK_SHARE = 0.0015;

const LEVEL_ERROR_CM = 0.5;
/** Of a weight: its scale, and leaves and roots that weigh too. */
const WEIGHT_ERROR_G = 20;
const WEIGHT_ERROR_SHARE = 0.01;
/** A fill by eye or to an overflow. */
const FILL_ERROR_CM = 0.2;
/** What the arithmetic itself is off by of what has gone since it was known. */
const MODEL_OFF = 0.1;
const DEGREES = 4;
/** One reading of twenty is plainly wrong, and then it may be anything: by so much less likely than a good one. */
const WRONG = 0.05;
const ANYTHING = 0.02;
const EMPTY_CM = 0.1;
/** Where looking begins, of the logarithm of thirst: what is derived, and what is far off it. */
const BEGINNINGS = [0, -0.6, 0.6] as const;
const MOST_ROUNDS = 16;
const ENOUGH = 1e-4;
/** A step for a slope: a hundredth of a spread. */
const NUDGE = 0.01;

const ownOf = (p: ArrayLike<number>, fullCm3: number): Own => ({
  thirst: Math.exp(p[THIRST]!),
  wick: Math.exp(p[WICK]!),
  leakCm3: LEAK_SHARE * fullCm3 * Math.exp(p[LEAK]!),
});

type Seen = { readonly predicted: number; readonly error: number };

const isReading = ({ what, value }: LifeRow): boolean => (what === "level" || what === "weight") && value !== null;

/** @param changedAt  a time from which on all that goes is another */
function simulate(
  basis: ForecastBasis,
  rows: readonly LifeRow[],
  p: ArrayLike<number>,
  tareG: number | undefined,
  changedAt: number | undefined,
): { readonly seen: readonly Seen[]; readonly heldCm3: number; readonly offCm3: number } {
  const fullCm3 = basis.heldCm3[basis.heldCm3.length - 1]!;
  const plain = ownOf(p, fullCm3);
  const times = Math.exp(p[CHANGED]!);
  const changed: Own = { thirst: times * plain.thirst, wick: plain.wick, leakCm3: times * plain.leakCm3 };
  const seen: Seen[] = [];
  let held = beganCm3(basis, rows, p);
  let time = timeOf(rows[0]!.at);
  // how far what it holds may be off: a fill by eye, then weather and arithmetic, less what each reading tells
  const filledCm3 = FILL_ERROR_CM * slopeAt(basis, basis.fullCm);
  let variance = filledCm3 ** 2;
  for (const row of rows) {
    const to = timeOf(row.at);
    for (const [from, until, own] of spans(time, to, changedAt, plain, changed)) {
      const before = held;
      held = dried(basis, own, held, from, until, undefined).heldCm3;
      variance += basis.dayOffCm3 ** 2 * Math.max(0, until - from) + (MODEL_OFF * (before - held)) ** 2;
    }
    time = to;
    if (isReading(row)) {
      const isLevel = row.what === "level";
      const level = levelOf(basis, held);
      // an empty tube says that it stands no higher than its base, wherever its mark is
      const isEmpty = isLevel && row.value! <= basis.baseCm + EMPTY_CM;
      const predicted = isLevel
        ? isEmpty
          ? Math.max(level, basis.baseCm)
          : level - p[ZERO]!
        : (tareG ?? 0) * (1 + WEIGHT_ERROR_SHARE * p[TARE]!) + held;
      const perUnit = isLevel ? slopeAt(basis, level) : 1;
      const read = isLevel ? LEVEL_ERROR_CM : Math.hypot(WEIGHT_ERROR_G, WEIGHT_ERROR_SHARE * predicted);
      const error = Math.hypot(read, Math.sqrt(variance) / perUnit);
      seen.push({ predicted, error });
      // what it holds is known better by it, unless it is plainly wrong (Kalman 1960, its gain by how likely it is good)
      const off = (row.value! - predicted) / error;
      const gain = SORTED.weight(off) * (1 - (read / error) ** 2);
      held = Math.min(fullCm3, Math.max(0, held + gain * perUnit * (row.value! - predicted)));
      variance *= 1 - gain;
    } else {
      held = afterAct(basis, held, row, p[ZERO]!);
      if (row.what === "filled-to" || isToFull(basis, row)) variance = filledCm3 ** 2;
    }
  }
  return { seen, heldCm3: held, offCm3: Math.sqrt(variance) };
}

/** What a cm of level holds there. [cm³/cm] */
function slopeAt(basis: ForecastBasis, levelCm: number): number {
  const step = 0.25;
  const top = Math.min(levelCm + step, basis.fullCm);
  return Math.max(1, (heldAt(basis, top) - heldAt(basis, top - 2 * step)) / (2 * step));
}

/** What it held when its log begins: as it was measured or filled then, or full. */
function beganCm3(basis: ForecastBasis, rows: readonly LifeRow[], p: ArrayLike<number>): number {
  const first = rows.find((row) => isReading(row) || row.what === "filled" || row.what === "filled-to");
  const full = basis.heldCm3[basis.heldCm3.length - 1]!;
  if (first?.what !== "level" || timeOf(first.at) - timeOf(rows[0]!.at) > 0.5) return full;
  return Math.min(full, heldAt(basis, first.value! + p[ZERO]! + LEVEL_ERROR_CM * p[BEGAN]!));
}

function spans(
  from: number,
  to: number,
  changedAt: number | undefined,
  plain: Own,
  changed: Own,
): readonly (readonly [number, number, Own])[] {
  if (changedAt === undefined || to <= changedAt) return [[from, to, plain]];
  if (from >= changedAt) return [[from, to, changed]];
  return [
    [from, changedAt, plain],
    [changedAt, to, changed],
  ];
}

/** What the pot weighs without its water, as its first weight says it. [g] */
function tareOf(basis: ForecastBasis, rows: readonly LifeRow[]): number | undefined {
  const at = rows.findIndex(({ what, value }) => what === "weight" && value !== null);
  if (at < 0) return undefined;
  const { heldCm3 } = simulate(basis, rows.slice(0, at + 1), Float64Array.from(PRIOR_MEAN), 0, undefined);
  return Math.max(0, rows[at]!.value! - heldCm3);
}

/** What is fitted: a change only from a day on. */
const freeOf = (changedAt: number | undefined): readonly number[] =>
  Array.from({ length: COUNT }, (_, i) => i).filter((i) => i !== CHANGED || changedAt !== undefined);

function lookingAt(basis: ForecastBasis, rows: readonly LifeRow[], changedAt: number | undefined) {
  const tareG = tareOf(basis, rows);
  const readings = rows.filter(isReading);
  const look = (of: ArrayLike<number>): ReturnType<typeof simulate> => simulate(basis, rows, of, tareG, changedAt);
  const offsAt = (of: ArrayLike<number>): Float64Array => {
    const { seen } = look(of);
    return Float64Array.from(readings, ({ value }, i) => (value! - seen[i]!.predicted) / seen[i]!.error);
  };
  return { readings, look, offsAt };
}

const costOf = (p: ArrayLike<number>, free: readonly number[], off: Float64Array, tail: Tail): number =>
  off.reduce((sum, one) => sum + tail.cost(one), 0) +
  free.reduce((sum, i) => sum + 0.5 * ((p[i]! - PRIOR_MEAN[i]!) / PRIOR_SD[i]!) ** 2, 0);

/** Minus the logarithm of how likely a log and parameters are together, but for a constant. */
export const costAt = (basis: ForecastBasis, rows: readonly LifeRow[], p: ArrayLike<number>): number =>
  costOf(p, freeOf(undefined), lookingAt(basis, rows, undefined).offsAt(p), SORTED);

/** How an error of so many of its own sizes counts: its cost, and its weight in the squares. */
type Tail = { readonly cost: (off: number) => number; readonly weight: (off: number) => number };
/** Student's t: what is far off pulls little, but pulls. */
const HEAVY: Tail = {
  cost: (off) => ((DEGREES + 1) / 2) * Math.log1p((off * off) / DEGREES),
  weight: (off) => (DEGREES + 1) / (DEGREES + off * off),
};
/** A good reading or a wrong one: what is plainly wrong pulls at nothing. */
const good = (off: number): number => (1 - WRONG) * Math.exp(-0.5 * off * off);
const SORTED: Tail = {
  cost: (off) => -Math.log(good(off) + WRONG * ANYTHING),
  weight: (off) => good(off) / (good(off) + WRONG * ANYTHING),
};

/**
 * @param near  where looking begins, instead of at what is thought of any
 * @param rows  in order of time, at least one; acts and readings since it last was made anew
 */
export function fit(
  basis: ForecastBasis,
  rows: readonly LifeRow[],
  { changedAt, near }: { readonly changedAt?: number; readonly near?: Float64Array } = {},
): Fitted {
  const { readings, offsAt, look } = lookingAt(basis, rows, changedAt);
  const fullCm3 = basis.heldCm3[basis.heldCm3.length - 1]!;
  const free = freeOf(changedAt);
  const starts = readings.length === 0 ? BEGINNINGS.slice(0, 1) : BEGINNINGS;
  const found = (near ? [near] : starts).map((start) => {
    if (typeof start !== "number") return descend(start, free, offsAt, SORTED);
    const thirst = start;
    const begun = Float64Array.from(PRIOR_MEAN);
    begun[THIRST] = thirst;
    return descend(descend(begun, free, offsAt, HEAVY).p, free, offsAt, SORTED);
  });
  const { p, off, cost, curvature } = found.reduce((best, one) => (one.cost < best.cost ? one : best));
  const { seen } = look(p);
  return {
    own: changedAt === undefined ? ownOf(p, fullCm3) : ownOf(withChange(p), fullCm3),
    mean: p,
    root: rootOf(curvature, free),
    curvature,
    endCm3: (of) => look(of),
    residuals: readings.map((row, i) => ({ row, predicted: seen[i]!.predicted, off: off[i]! })),
    cost,
  };
}

type Descended = {
  readonly p: Float64Array;
  readonly off: Float64Array;
  readonly cost: number;
  readonly curvature: readonly Float64Array[];
};

/** Gauss–Newton from a start, each step halved until it is one down. */
function descend(
  start: Float64Array,
  free: readonly number[],
  offsAt: (p: ArrayLike<number>) => Float64Array,
  tail: Tail,
): Descended {
  let p = start;
  let off = offsAt(p);
  let cost = costOf(p, free, off, tail);
  for (let round = 0; ; round++) {
    const slopes = free.map((i) => {
      const moved = p.slice();
      const step = NUDGE * PRIOR_SD[i]!;
      moved[i]! += step;
      return offsAt(moved).map((one, k) => (one - off[k]!) / step);
    });
    const { matrix, vector } = normal(free, off, slopes, p, tail);
    const here: Descended = { p, off, cost, curvature: matrix };
    if (round === MOST_ROUNDS) return here;
    const step = solved(matrix, vector);
    let next: Pick<Descended, "p" | "off" | "cost"> | undefined;
    for (let taken = 1; taken > 1e-3 && !next; taken /= 2) {
      const tried = p.slice();
      free.forEach((i, k) => (tried[i]! += taken * step[k]!));
      const triedOff = offsAt(tried);
      const triedCost = costOf(tried, free, triedOff, tail);
      if (triedCost < cost) next = { p: tried, off: triedOff, cost: triedCost };
    }
    if (!next || cost - next.cost < ENOUGH) return here;
    ({ p, off, cost } = next);
  }
}

/** All that goes since it changed is thirst or leak alike. */
function withChange(p: ArrayLike<number>): Float64Array {
  const now = Float64Array.from(p);
  now[THIRST]! += now[CHANGED]!;
  now[LEAK]! += now[CHANGED]!;
  return now;
}
/** As it was before it changed: what has changed may be a leak, and what leaks asks nothing of a wick. */
export const ownBefore = (basis: ForecastBasis, p: ArrayLike<number>): Own =>
  ownOf(p, basis.heldCm3[basis.heldCm3.length - 1]!);
export const ownFrom = (basis: ForecastBasis, p: ArrayLike<number>): Own =>
  ownOf(withChange(p), basis.heldCm3[basis.heldCm3.length - 1]!);

/** Heights are read so much lower than they stand. [cm] */
export const zeroCmOf = (p: ArrayLike<number>): number => p[ZERO]!;

/** Of the squares at a point: their curvature, and the pull on each free parameter. */
function normal(
  free: readonly number[],
  off: Float64Array,
  slopes: readonly Float64Array[],
  p: Float64Array,
  tail: Tail,
): { readonly matrix: Float64Array[]; readonly vector: Float64Array } {
  const size = free.length;
  const matrix = Array.from({ length: size }, () => new Float64Array(size));
  const vector = new Float64Array(size);
  free.forEach((i, k) => {
    matrix[k]![k]! += 1 / PRIOR_SD[i]! ** 2;
    vector[k]! -= (p[i]! - PRIOR_MEAN[i]!) / PRIOR_SD[i]! ** 2;
  });
  for (let one = 0; one < off.length; one++) {
    const weight = tail.weight(off[one]!);
    for (let k = 0; k < size; k++) {
      vector[k]! -= weight * slopes[k]![one]! * off[one]!;
      for (let l = 0; l < size; l++) matrix[k]![l]! += weight * slopes[k]![one]! * slopes[l]![one]!;
    }
  }
  return { matrix, vector };
}

/** The lower root of a matrix that is positive (Cholesky). */
function cholesky(matrix: readonly Float64Array[]): Float64Array[] {
  const size = matrix.length;
  const lower = Array.from({ length: size }, () => new Float64Array(size));
  for (let i = 0; i < size; i++)
    for (let j = 0; j <= i; j++) {
      let sum = matrix[i]![j]!;
      for (let k = 0; k < j; k++) sum -= lower[i]![k]! * lower[j]![k]!;
      lower[i]![j] = i === j ? Math.sqrt(Math.max(sum, 1e-12)) : sum / lower[j]![j]!;
    }
  return lower;
}

function solved(matrix: readonly Float64Array[], vector: Float64Array): Float64Array {
  const lower = cholesky(matrix);
  const size = vector.length;
  const half = new Float64Array(size);
  for (let i = 0; i < size; i++) {
    let sum = vector[i]!;
    for (let k = 0; k < i; k++) sum -= lower[i]![k]! * half[k]!;
    half[i] = sum / lower[i]![i]!;
  }
  return backward(lower, half);
}

/** Solves Lᵀx = y. */
function backward(lower: readonly Float64Array[], y: Float64Array): Float64Array {
  const size = y.length;
  const x = new Float64Array(size);
  for (let i = size - 1; i >= 0; i--) {
    let sum = y[i]!;
    for (let k = i + 1; k < size; k++) sum -= lower[k]![i]! * x[k]!;
    x[i] = sum / lower[i]![i]!;
  }
  return x;
}

/** A root of the spread that a curvature leaves: its inverse is LᵀL's, so its columns solve Lᵀx = eₖ. */
function rootOf(curvature: readonly Float64Array[], free: readonly number[]): readonly Float64Array[] {
  const lower = cholesky(curvature);
  return free.map((_, k) => {
    const unit = new Float64Array(free.length);
    unit[k] = 1;
    const column = backward(lower, unit);
    const whole = new Float64Array(COUNT);
    free.forEach((i, l) => (whole[i] = column[l]!));
    return whole;
  });
}

/** One that may be, with numbers that are standard normal. */
export function drawn({ mean, root }: Pick<Fitted, "mean" | "root">, normals: () => number): Float64Array {
  const p = Float64Array.from(mean);
  for (const column of root) {
    const by = normals();
    for (let i = 0; i < p.length; i++) p[i]! += by * column[i]!;
  }
  return p;
}

/** How far a factor may lie from what it is fitted as, in logarithms. */
export const spreadOf = ({ root }: Pick<Fitted, "root">, which: "thirst" | "leak"): number => {
  const at = { thirst: THIRST, leak: LEAK }[which];
  return Math.hypot(...root.map((column) => column[at]!));
};
export const changeOf = ({ mean }: Pick<Fitted, "mean">): number => Math.exp(mean[CHANGED]!);
/** What is thought to leak of any, before it is known better. [cm³/day] */
export const leakMiddleCm3 = ({ heldCm3 }: ForecastBasis): number => LEAK_SHARE * heldCm3[heldCm3.length - 1]!;
