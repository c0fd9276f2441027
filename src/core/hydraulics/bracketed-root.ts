/** A function that grows, or stays, between two places at whose ends it is not above and not below 0. */
export type RisingFunction = {
  readonly valueAt: (x: number) => number;
  readonly slopeAt: (x: number) => number;
  readonly low: number;
  readonly high: number;
  /**
   * So steep that Newton's step can be too small for a place to change while its value is not nothing yet: it is found
   * then. Elsewhere it is halved on from there, at the cost of some forty evaluations, to the same but for rounding.
   */
  readonly isSteep?: boolean;
};

/** Bisection alone comes from any bracket to one of this part in so many halvings. */
const MOST_EVALUATIONS = 200;

/**
 * Where a rising function is 0: Newton's method inside a shrinking bracket, halved where a step would leave it (Press et
 * al. 2007, section 9.4).
 * @param tolerance of the place, in x; reached too when the value is within `valueTolerance`
 */
export function bracketedRoot(
  { valueAt, slopeAt, low, high, isSteep = false }: RisingFunction,
  start: number,
  tolerance: (x: number) => number,
  valueTolerance = 0,
): { readonly x: number; readonly evaluations: number } {
  let x = start;
  let evaluations = 0;
  while (evaluations < MOST_EVALUATIONS) {
    const value = valueAt(x);
    evaluations++;
    if (Math.abs(value) <= valueTolerance) break;
    if (value > 0) high = x;
    else low = x;
    const newton = x - value / slopeAt(x);
    if (isSteep && newton === x) break;
    const next = newton > low && newton < high ? newton : (low + high) / 2;
    const moved = Math.abs(next - x);
    x = next;
    if (moved <= tolerance(x)) break;
  }
  return { x, evaluations };
}
