/**
 * Solves the tridiagonal system A·x = d in place by the Thomas algorithm, without pivoting; O(n), allocates nothing.
 * @param lower    sub-diagonal, length n; lower[0] is not read
 * @param diagonal length n; mutated
 * @param upper    super-diagonal, length n; upper[n−1] is not read
 * @param x        right-hand side, length n; mutated to the solution
 * @returns false when a pivot is zero or not finite: the system is singular and x means nothing
 * Needs diagonal dominance for accuracy. Source: Thomas (1949); see Golub & Van Loan (2013), section 4.3.
 */
export function solveTridiagonal(
  lower: Float64Array,
  diagonal: Float64Array,
  upper: Float64Array,
  x: Float64Array,
): boolean {
  const n = x.length;
  if (lower.length !== n || diagonal.length !== n || upper.length !== n)
    throw new RangeError(
      `solveTridiagonal: arrays must have one length, got ${lower.length}, ${diagonal.length}, ${upper.length}, ${n}`,
    );
  let pivot = diagonal[0]!;
  for (let i = 1; i < n; i++) {
    if (pivot === 0 || pivot !== pivot) return false;
    const factor = lower[i]! / pivot;
    pivot = diagonal[i]! -= factor * upper[i - 1]!;
    x[i]! -= factor * x[i - 1]!;
  }
  if (pivot === 0 || pivot !== pivot) return false;
  x[n - 1]! /= pivot;
  for (let i = n - 2; i >= 0; i--) x[i] = (x[i]! - upper[i]! * x[i + 1]!) / diagonal[i]!;
  return true;
}
