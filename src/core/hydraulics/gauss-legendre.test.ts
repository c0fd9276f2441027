import { expect, it } from "vitest";
import fc from "fast-check";
import { gaussLegendre } from "./gauss-legendre";

const bound = fc.double({ min: -3, max: 3, noNaN: true });

it("is exact for polynomials of degree 15, over any panel", () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 15 }), bound, bound, (degree, from, to) => {
      const exact = (to ** (degree + 1) - from ** (degree + 1)) / (degree + 1);
      const size = (3 ** (degree + 1) * 2) / (degree + 1);
      expect(Math.abs(gaussLegendre(from, to, (x) => x ** degree) - exact) / size).toBeLessThan(1e-14);
    }),
  );
});

it("is not exact for degree 16, so that the rule has no more points than it says", () => {
  expect(Math.abs(gaussLegendre(-1, 1, (x) => x ** 16) - 2 / 17)).toBeGreaterThan(1e-6);
});
