const FIRST_INTERVALS = 64;
const DEEPEST = 24;

/**
 * Adaptive Simpson quadrature (Lyness 1969) of a positive function, as an independent reference for integrals computed
 * otherwise.
 * @param relativeTolerance of the whole integral
 */
export function adaptiveQuadrature(f: (x: number) => number, a: number, b: number, relativeTolerance: number): number {
  if (!(b > a)) return 0;
  const simpson = (fa: number, fm: number, fb: number, h: number): number => (h / 6) * (fa + 4 * fm + fb);
  const refine = (
    left: number,
    right: number,
    fa: number,
    fm: number,
    fb: number,
    whole: number,
    allowed: number,
    depth: number,
  ): number => {
    const middle = (left + right) / 2;
    const fl = f((left + middle) / 2);
    const fr = f((middle + right) / 2);
    const first = simpson(fa, fl, fm, middle - left);
    const second = simpson(fm, fr, fb, right - middle);
    const change = first + second - whole;
    if (depth === 0 || Math.abs(change) <= 15 * allowed) return first + second + change / 15;
    return (
      refine(left, middle, fa, fl, fm, first, allowed / 2, depth - 1) +
      refine(middle, right, fm, fr, fb, second, allowed / 2, depth - 1)
    );
  };
  const step = (b - a) / FIRST_INTERVALS;
  let roughly = 0;
  for (let i = 0; i < FIRST_INTERVALS; i++) roughly += step * f(a + (i + 0.5) * step);
  const allowed = (relativeTolerance * roughly) / FIRST_INTERVALS;
  let sum = 0;
  for (let i = 0; i < FIRST_INTERVALS; i++) {
    const [left, right] = [a + i * step, a + (i + 1) * step];
    const [fa, fm, fb] = [f(left), f((left + right) / 2), f(right)];
    sum += refine(left, right, fa, fm, fb, simpson(fa, fm, fb, step), allowed, DEEPEST);
  }
  return sum;
}
