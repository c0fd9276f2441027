import { describe, expect, it } from "vitest";
import { layer, medium, potWith, GRAVEL, MIX, inFeet } from "../testing/setups";
import { layerPlaces } from "./layer-place";

describe("where a layer lies", () => {
  it("is its room, and its height over the free water of its setup", () => {
    const [gravel, soil] = layerPlaces(potWith({ kind: "free-water", levelCm: 4, overflowCm: 5 }), medium);
    expect(gravel).toMatchObject({ aboveWaterCm: { from: 0, to: 1 }, forMix: { drains: false, standsInWater: true } });
    expect(soil).toMatchObject({ aboveWaterCm: { from: 1, to: 21 }, forMix: { drains: false, standsInWater: false } });
    expect(soil!.volumeCm3).toBeCloseTo(Math.PI * 100 * 20, 9);
  });

  it("takes up only its share of the area, and drains where there is an outlet", () => {
    const [feet] = layerPlaces(
      potWith({ kind: "free-water", levelCm: 4, overflowCm: 5 }, [
        { ...layer(MIX, 5), legs: inFeet(0.1) },
        layer(MIX, 20),
      ]),
      medium,
    );
    expect(feet!.volumeCm3).toBeCloseTo(Math.PI * 100 * 5 * 0.1, 9);
    expect(layerPlaces(potWith({ kind: "drained", outletCm: 2 }), medium)[1]).toMatchObject({
      forMix: { drains: true, standsInWater: false, neighbours: [{ id: GRAVEL }, { id: MIX }] },
      aboveWaterCm: { from: 3, to: 23 },
    });
  });

  it("is not known over water where the setup does not settle", () => {
    expect(
      layerPlaces(
        potWith({ kind: "drained", outletCm: 0 }, [{ ...layer(GRAVEL, 5), mediumId: "moon-dust" }]),
        medium,
      )[0]!.aboveWaterCm,
    ).toBeUndefined();
  });
});
