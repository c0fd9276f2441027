import { describe, expect, it } from "vitest";
import fc from "fast-check";
import { withVessel } from "@/core/stack/edit";
import { medium, potWith } from "@/core/testing/setups";
import type { WaterHolding } from "@/core/stack/setup";
import { vesselAreaCm2 } from "@/core/vessel/vessel";
import { checkWhole } from "@/core/water/settle";
import { reheld, reshaped } from "./vessel-and-water";

const KINDS: readonly WaterHolding["kind"][] = ["free-water", "drained", "dosed"];

describe("changing what a setup is", () => {
  it("carries a vessel's area over to another shape, to a millimetre of its sides", () => {
    const round = potWith({ kind: "drained", outletCm: 0 }).vessel;
    const square = reshaped(round, "rectangular");
    expect(vesselAreaCm2(square) / vesselAreaCm2(round)).toBeCloseTo(1, 1);
    expect(vesselAreaCm2(reshaped(square, "round")) / vesselAreaCm2(round)).toBeCloseTo(1, 1);
    expect(reshaped(round, "round")).toBe(round);
  });

  it("carries a stack over to any way of holding water without bringing in a problem", () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...KINDS),
        fc.double({ min: 0, max: 25, noNaN: true }),
        fc.constantFrom(...KINDS),
        fc.constantFrom(...KINDS),
        (from, height, to, then) => {
          const water: WaterHolding =
            from === "free-water"
              ? { kind: from, levelCm: height, overflowCm: null }
              : from === "drained"
                ? { kind: from, outletCm: height }
                : { kind: from, storedCm3: 2500 + 60 * height };
          const pot = potWith(water);
          const first = { ...pot, water: reheld(pot, to, medium) };
          const second = { ...first, water: reheld(first, then, medium) };
          expect(checkWhole(first, medium)).toEqual([]);
          expect(checkWhole(second, medium)).toEqual([]);
        },
      ),
    );
  });

  it("keeps a level where it was when only the words for it change", () => {
    const pot = potWith({ kind: "free-water", levelCm: 6, overflowCm: null });
    expect(reheld(pot, "drained", medium)).toEqual({ kind: "drained", outletCm: 6 });
    expect(reheld(withVessel(pot, pot.vessel), "free-water", medium)).toBe(pot.water);
  });
});
