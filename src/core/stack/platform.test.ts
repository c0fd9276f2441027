import { describe, expect, it } from "vitest";
import fc from "fast-check";
import { BED, PLATFORM } from "../testing/designs";
import { layer, medium, MIX, potWith } from "../testing/setups";
import { setupProblems } from "../water/checked";
import { dragBoundary } from "./edit";
import { fixtureOf, fixturesOf } from "./fixtures";
import { platformCm, rootZoneCm, stackHeightCm } from "./geometry";
import { dragReservoirTop, reservoirLayer, withReservoirTop, withThickness } from "./platform";

const lipOf = (setup: typeof BED): number => fixturesOf(setup, "hole").find((hole) => hole.in === "wall")!.lipCm;
const levelOf = ({ water }: typeof BED): number => (water.by === "level" ? water.levelCm : Number.NaN);

describe("a room of water that is moved", () => {
  it("is moved with its feet, its overflow and its water, and the soil keeps its surface", () => {
    const lower = withReservoirTop(PLATFORM, platformCm(PLATFORM) - 3);
    expect(platformCm(lower)).toBeCloseTo(platformCm(PLATFORM) - 3, 9);
    expect(lipOf(lower)).toBeCloseTo(lipOf(PLATFORM) - 3, 9);
    expect(levelOf(lower)).toBeCloseTo(levelOf(PLATFORM) - 3, 9);
    expect(stackHeightCm(lower)).toBeCloseTo(stackHeightCm(PLATFORM), 9);
    expect(setupProblems(lower, medium)).toEqual([]);
    // a hand on the edge does the same
    expect(dragBoundary(PLATFORM, 1, platformCm(PLATFORM) - 3)).toEqual(lower);
  });

  it("is the stones too, and the sand on them is no thinner for it", () => {
    const [stones, sand] = BED.layers;
    const lower = withReservoirTop(BED, stones!.thicknessCm - 2);
    expect(lower.layers.map(({ thicknessCm }) => thicknessCm)).toEqual([
      stones!.thicknessCm - 2,
      sand!.thicknessCm,
      BED.layers[2]!.thicknessCm + 2,
    ]);
    expect(rootZoneCm(lower)!.fromCm).toBeCloseTo(rootZoneCm(BED)!.fromCm - 2, 9);
    expect(lipOf(lower)).toBeCloseTo(lipOf(BED) - 2, 9);
    const lined = { ...BED, fixtures: [...BED.fixtures, { kind: "liner" as const, id: "l", topCm: 5 }] };
    expect(fixtureOf(withReservoirTop(lined, 6), "liner")!.topCm).toBeCloseTo(6 - (stones!.thicknessCm - 5), 9);
  });

  it("is as high as its feet are typed, while any other layer is typed by itself", () => {
    const [feet, soil] = PLATFORM.layers;
    expect(withThickness(PLATFORM, feet!.id, 6)).toEqual(withReservoirTop(PLATFORM, 6));
    expect(withThickness(PLATFORM, soil!.id, 6).layers.map(({ thicknessCm }) => thicknessCm)).toEqual([
      feet!.thicknessCm,
      6,
    ]);
  });

  it("is none in a drained pot or a jar, which stays as it is", () => {
    for (const setup of [
      potWith({ kind: "drained", outletCm: 0 }),
      potWith({ kind: "dosed", storedCm3: 900 }, [layer(MIX, 9)]),
    ]) {
      expect(reservoirLayer(setup)).toBeUndefined();
      expect(withReservoirTop(setup, 3)).toBe(setup);
    }
  });

  it("can be made by a hand wherever it goes: no layer is lost, nothing leaves the vessel", () =>
    fc.assert(
      fc.property(fc.constantFrom(PLATFORM, BED), fc.double({ min: -50, max: 90, noNaN: true }), (setup, heightCm) => {
        const moved = dragReservoirTop(setup, heightCm);
        expect(setupProblems(moved, medium)).toEqual([]);
        expect(stackHeightCm(moved)).toBeCloseTo(stackHeightCm(setup), 6);
        expect(levelOf(moved)).toBeLessThanOrEqual(lipOf(moved) + 1e-9);
      }),
    ));
});
