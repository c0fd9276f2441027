import { describe, expect, it } from "vitest";
import fc from "fast-check";
import { CATALOGUE } from "../media/catalogue/catalogue";
import type { Medium } from "../media/medium";
import { neededOf, packFillsCm3, type Pack } from "./batch";
import { shoppingFor } from "./shopping";

const medium = (id: string): Medium => CATALOGUE.find((one) => one.id === id)!;
const part = (id: string, parts: number) => ({ medium: medium(id), parts });
const pack = (mediumId: string, more: Partial<Pack> = {}): Pack => ({
  mediumId,
  kind: "bag",
  amount: 10,
  unit: "L",
  swells: 1,
  price: 4,
  ...more,
});

describe("a pack", () => {
  it("by volume fills what it swells to, by weight what the medium's dry weight says", () => {
    expect(packFillsCm3(pack("sphagnum-peat", { kind: "bale", amount: 40, swells: 2 }), medium("sphagnum-peat"))).toBe(
      80_000,
    );
    // a 5 kg brick of coir gives some 60 to 75 L
    const litres =
      packFillsCm3(pack("coir-pith-fine", { kind: "brick", amount: 5, unit: "kg" }), medium("coir-pith-fine")) / 1000;
    expect(litres).toBeGreaterThan(50);
    expect(litres).toBeLessThan(80);
  });

  it("is bought whole: never too little, never one too many, and the rest is left over", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 1e6, noNaN: true }),
        fc.double({ min: 0.1, max: 100, noNaN: true }),
        (looseCm3, amount) => {
          const { packs, leftOverCm3, cost } = neededOf(medium("sphagnum-peat"), looseCm3, [
            pack("sphagnum-peat", { amount }),
          ]);
          expect(packs! * amount * 1000).toBeGreaterThanOrEqual(looseCm3 * (1 - 1e-9));
          expect((packs! - 1) * amount * 1000).toBeLessThan(looseCm3);
          expect(leftOverCm3).toBeCloseTo(packs! * amount * 1000 - looseCm3, 4);
          expect(cost).toBe(packs! * 4);
        },
      ),
    );
  });
});

describe("shopping for all layers of a setup", () => {
  const fillings = [
    { id: "feet", roomCm3: 2000, parts: [part("sphagnum-peat", 1)] },
    { id: "soil", roomCm3: 20_000, parts: [part("sphagnum-peat", 2), part("perlite-coarse-3-6", 1)] },
    { id: "mat", roomCm3: 500, parts: [part("capillary-mat", 1)] },
  ];

  it("adds up each medium over the layers and rounds packs up only once", () => {
    const { layers, needed, cost } = shoppingFor(fillings, 0.1, [pack("sphagnum-peat", { amount: 20 })]);
    const [peat, perlite] = needed;
    const loose = layers
      .flatMap(({ made }) => (made.ok ? made.batch.ingredients : []))
      .filter(({ mediumId }) => mediumId === "sphagnum-peat")
      .map(({ looseCm3 }) => looseCm3);
    expect(loose).toHaveLength(2);
    expect(peat!.looseCm3).toBeCloseTo(loose[0]! + loose[1]!, 6);
    expect(peat!.packs).toBe(Math.ceil(peat!.looseCm3 / 20_000));
    expect(perlite!.packs).toBeUndefined();
    // what has no price keeps the whole from having one
    expect(cost).toBeUndefined();
    expect(shoppingFor(fillings, 0.1, [pack("sphagnum-peat"), pack("perlite-coarse-3-6")]).cost).toBeGreaterThan(0);
  });

  it("says of a mat that it is not mixed, and shops for the rest", () => {
    const { layers, needed } = shoppingFor(fillings, 0, []);
    expect(layers[2]).toMatchObject({ id: "mat", made: { ok: false, problems: [{ code: "not-blendable" }] } });
    expect(needed.map(({ mediumId }) => mediumId)).toEqual(["sphagnum-peat", "perlite-coarse-3-6"]);
    expect(shoppingFor([], 0, [])).toEqual({ layers: [], needed: [], cost: undefined });
  });
});
