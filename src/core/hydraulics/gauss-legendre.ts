// Positive nodes on [-1, 1] and their weights, 8 points (Abramowitz & Stegun 1964, table 25.4).
const NODES = [0.1834346424956498, 0.525532409916329, 0.7966664774136267, 0.9602898564975363];
const WEIGHTS = [0.362683783378362, 0.3137066458778873, 0.2223810344533745, 0.1012285362903763];

/**
 * ∫ f over one panel from `from` to `to` by the 8-point Gauss-Legendre rule: exact for polynomials of degree 15, and as
 * good as f is smooth. Cut a curve into panels where it bends or has a kink.
 */
export function gaussLegendre(from: number, to: number, f: (x: number) => number): number {
  const middle = (from + to) / 2;
  const half = (to - from) / 2;
  let sum = 0;
  for (let i = 0; i < NODES.length; i++) {
    const offset = half * NODES[i]!;
    sum += WEIGHTS[i]! * (f(middle - offset) + f(middle + offset));
  }
  return sum * half;
}
