import { describe, expect, it } from "vitest";
import fc from "fast-check";
import type { Standing } from "../stack/setup";
import { medium, potWith, type Held } from "../testing/setups";
import { filledBy } from "./filled-by";
import { setupProblems } from "./checked";

const WAYS: readonly Standing["by"][] = ["level", "soaking", "volume"];

describe("water that came in another way", () => {
  it("is carried over to any way without bringing in a problem", () => {
    fc.assert(
      fc.property(
        fc.constantFrom("free-water" as const, "drained" as const, "dosed" as const),
        fc.double({ min: 0, max: 25, noNaN: true }),
        fc.constantFrom(...WAYS),
        fc.constantFrom(...WAYS),
        (from, height, to, then) => {
          const held: Held =
            from === "free-water"
              ? { kind: from, levelCm: height, overflowCm: null }
              : from === "drained"
                ? { kind: from, outletCm: height }
                : { kind: from, storedCm3: 2500 + 60 * height };
          const pot = potWith(held);
          const first = { ...pot, water: filledBy(pot, to, medium) };
          const second = { ...first, water: filledBy(first, then, medium) };
          expect(setupProblems(first, medium)).toEqual([]);
          expect(setupProblems(second, medium)).toEqual([]);
        },
      ),
    );
  });

  it("stands where it stood, and is the same where nothing is said anew", () => {
    const pot = potWith({ kind: "drained", outletCm: 6 });
    expect(filledBy(pot, "level", medium)).toEqual({ by: "level", levelCm: 6 });
    const bed = potWith({ kind: "free-water", levelCm: 6, overflowCm: null });
    expect(filledBy(bed, "soaking", medium)).toEqual({ by: "soaking" });
    expect(filledBy(bed, "level", medium)).toBe(bed.water);
  });
});
