import { describe, expect, it } from "vitest";
import fc from "fast-check";
import { saying } from "../testing/cases";
import { CATALOGUE } from "../media/catalogue/catalogue";
import type { Medium } from "../media/medium";
import type { Range } from "../units/range";
import { containerState } from "../water/container";
import { isMix, mixMedium, mixMediumId, mixOfMedium } from "./mix-medium";

const water = (hydraulics: Medium["hydraulics"], heightCm: number): number =>
  containerState(hydraulics, heightCm).water;
const BLENDABLE = CATALOGUE.filter(({ packing }) => packing.mixingFactor > 0);
const part = (id: string, parts: number) => ({ medium: CATALOGUE.find((one) => one.id === id)!, parts });

describe("a mix as a medium", () => {
  it("has every range in order around its typical value, for any parts", () => {
    const anyParts = fc.array(
      fc.record({ medium: fc.constantFrom(...BLENDABLE), parts: fc.double({ min: 0.1, max: 9, noNaN: true }) }),
      { minLength: 1, maxLength: 5 },
    );
    const cases = saying(0.95);
    fc.assert(
      fc.property(anyParts, (parts) => {
        const made = mixMedium("mix:x", "X", parts, water);
        if (cases.skips(!made.ok) || !made.ok) return;
        const ranges = (value: unknown): Range[] =>
          typeof value !== "object" || value === null
            ? []
            : "typical" in value
              ? [value as Range]
              : Object.values(value).flatMap(ranges);
        for (const { low, typical, high } of ranges(made.value)) {
          expect(low).toBeLessThanOrEqual(typical);
          expect(typical).toBeLessThanOrEqual(high);
          expect(Number.isFinite(low) && Number.isFinite(high)).toBe(true);
        }
        expect(made.value.containerCapacity15cm.typical + made.value.airSpace15cm.typical).toBeCloseTo(
          made.value.totalPorosity.typical,
          6,
        );
      }),
      { numRuns: 150 },
    );
    cases.hold();
  });

  it("takes over the worst its parts are for what lives there, and repels when enough of it does", () => {
    const rich = mixMedium("mix:x", "Rich", [part("sphagnum-peat", 3), part("worm-castings", 1)], water);
    expect(rich).toMatchObject({
      ok: true,
      value: { safety: { carnivorousPlants: "avoid" }, rewetting: { behaviour: "sheds-once-dry" } },
    });
    const grains = mixMedium("mix:y", "Grains", [part("pumice-2-5", 1), part("coarse-sand-0.5-2", 1)], water);
    expect(grains).toMatchObject({
      ok: true,
      value: { decompositionHalfLifeYears: null, safety: { carnivorousPlants: "ok" } },
    });
    expect(mixMedium("mix:z", "None", [], water).ok).toBe(false);
    expect([isMix(mixMediumId("abc", 3)), isMix("mix:abc"), isMix("sphagnum-peat"), isMix("mix:abc@x")]).toEqual([
      true,
      true,
      false,
      false,
    ]);
    expect(mixOfMedium(mixMediumId("a-B_1", 12))).toEqual({ mixId: "a-B_1", version: 12 });
    expect(mixOfMedium("mix:abc")).toEqual({ mixId: "abc", version: undefined });
  });
});
