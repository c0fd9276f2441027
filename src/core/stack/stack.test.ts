import { describe, expect, it } from "vitest";
import fc from "fast-check";
import { GRAVEL, MIX, PEAT, layer, medium, potWith } from "../testing/setups";
import { checkSetup } from "./check";
import {
  addLayer,
  dragBoundary,
  dragWaterHeight,
  moveLayer,
  newProblems,
  withDemand,
  withLayer,
  withVessel,
  withWater,
} from "./edit";
import { boundariesCm, stackHeightCm, type Setup } from "./setup";

const POT = potWith({ kind: "free-water", levelCm: 4, overflowCm: 5 });
const check = (setup: Setup) => checkSetup(setup, (id) => medium(id) !== undefined);
const codes = (setup: Setup): string[] => check(setup).map(({ path, code }) => `${path} ${code}`);

describe("checking a setup", () => {
  it("finds nothing wrong with a sound one", () => expect(check(POT)).toEqual([]));

  it.each<[string, Setup, string]>([
    ["zero thickness", withLayer(POT, "pea-gravel-6-10-5", { thicknessCm: 0 }), "layers[0].thicknessCm not-positive"],
    [
      "negative thickness",
      withLayer(POT, "pea-gravel-6-10-5", { thicknessCm: -3 }),
      "layers[0].thicknessCm not-positive",
    ],
    ["a film", withLayer(POT, "pea-gravel-6-10-5", { thicknessCm: 0.01 }), "layers[0].thicknessCm too-thin"],
    [
      "not a number",
      withLayer(POT, "pea-gravel-6-10-5", { thicknessCm: Number.NaN }),
      "layers[0].thicknessCm not-positive",
    ],
    ["layers over the rim", withLayer(POT, "potting-mix-peat-based-20", { thicknessCm: 40 }), "layers too-high"],
    [
      "an unknown medium",
      withLayer(POT, "pea-gravel-6-10-5", { mediumId: "moon-dust" }),
      "layers[0].mediumId unknown-medium",
    ],
    ["no name", { ...POT, name: "  " }, "name empty"],
    ["an outlet above the rim", withWater(POT, { kind: "drained", outletCm: 31 }), "water.outletCm above-rim"],
    ["an outlet under the base", withWater(POT, { kind: "drained", outletCm: -1 }), "water.outletCm below-base"],
    [
      "water above the overflow",
      withWater(POT, { kind: "free-water", levelCm: 6, overflowCm: 5 }),
      "water.levelCm above-overflow",
    ],
    [
      "a level that is not a number",
      withWater(POT, { kind: "free-water", levelCm: Number.NaN, overflowCm: null }),
      "water.levelCm below-base",
    ],
    ["a negative dose", withWater(POT, { kind: "dosed", storedCm3: -5 }), "water.storedCm3 negative"],
    [
      "an absurd width",
      withVessel(POT, { shape: "round", insideDiameterCm: 1e6, insideDepthCm: 30, material: "glass" }),
      "vessel.insideDiameterCm too-large",
    ],
    [
      "feet without water to stand in",
      withLayer(withWater(POT, { kind: "drained", outletCm: 0 }), "pea-gravel-6-10-5", { areaShare: 0.2 }),
      "layers[0].areaShare feet-need-reservoir",
    ],
    ["feet on top", withLayer(POT, "potting-mix-peat-based-20", { areaShare: 0.2 }), "layers[1].areaShare feet-on-top"],
    ["feet like threads", withLayer(POT, "pea-gravel-6-10-5", { areaShare: 0.001 }), "layers[0].areaShare not-a-share"],
    ["a demand of rain", withDemand(POT, -1), "demandMmPerDay negative"],
    ["a demand in the wrong unit", withDemand(POT, 400), "demandMmPerDay too-large"],
    [
      "a depth of zero",
      withVessel(POT, {
        shape: "rectangular",
        insideLengthCm: 30,
        insideWidthCm: 20,
        insideDepthCm: 0,
        material: "glass",
      }),
      "vessel.insideDepthCm not-positive",
    ],
  ])("says what is wrong with %s, beside its cause", (_, setup, expected) => expect(codes(setup)).toContain(expected));

  it("speaks in the grower's units", () => {
    const [problem] = checkSetup(
      withLayer(POT, "potting-mix-peat-based-20", { thicknessCm: 40 }),
      () => true,
      "imperial",
    );
    expect(problem!.message.replace(/\u00a0/gu, " ")).toBe(
      "The layers come to 17.7 in, the vessel is 11.8 in deep inside: 5.91 in too high.",
    );
  });

  it("lets a damaged setup be mended step by step: only new problems count", () => {
    const damaged = withLayer(
      withLayer(POT, "pea-gravel-6-10-5", { mediumId: "moon-dust" }),
      "potting-mix-peat-based-20",
      { thicknessCm: 40 },
    );
    const mended = withLayer(damaged, "potting-mix-peat-based-20", { thicknessCm: 20 });
    expect(newProblems(check(damaged), check(mended))).toEqual([]);
    expect(newProblems(check(damaged), check({ ...mended, name: "" }))).toHaveLength(1);
  });
});

describe("edits", () => {
  it("move a layer and keep its thickness", () => {
    const moved = moveLayer(POT, "pea-gravel-6-10-5", 1);
    expect(moved.layers.map(({ mediumId }) => mediumId)).toEqual([MIX, GRAVEL]);
    expect(stackHeightCm(moved)).toBe(25);
    expect(moveLayer(POT, "nobody", 0)).toBe(POT);
  });

  it("trade thickness between two layers when their boundary is dragged", () => {
    expect(boundariesCm(dragBoundary(POT, 1, 8.25))).toEqual([0, 8.25, 25]);
  });

  it("never bring in a problem while dragging, wherever the hand goes", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 2 }),
        fc.double({ min: -1e6, max: 1e6, noNaN: true }),
        fc.integer({ min: 3, max: 300 }),
        (index, height, tenths) => {
          const pot = withVessel(POT, {
            shape: "round",
            insideDiameterCm: 20,
            insideDepthCm: 25 + tenths / 7,
            material: "plastic",
          });
          expect(check(dragBoundary(pot, index, height))).toEqual([]);
          for (const what of ["level", "overflow", "outlet"] as const) {
            expect(check(dragWaterHeight(pot, what, height))).toEqual([]);
            expect(check(dragWaterHeight(withWater(pot, { kind: "drained", outletCm: 2 }), what, height))).toEqual([]);
          }
        },
      ),
    );
  });

  it("stop the water at its overflow, and let the overflow take the water down", () => {
    expect(dragWaterHeight(POT, "level", 9).water).toEqual({ kind: "free-water", levelCm: 5, overflowCm: 5 });
    expect(dragWaterHeight(POT, "overflow", 3).water).toEqual({ kind: "free-water", levelCm: 3, overflowCm: 3 });
  });

  it("add a layer into the headroom, and into a full vessel by halving the one below", () => {
    const added = addLayer(POT, 1, { id: "new", name: "", mediumId: PEAT, rooted: true })!;
    expect(added.setup.layers.at(-1)).toMatchObject({ id: "new", thicknessCm: 5 });
    const full = addLayer(added.setup, 0, { id: "more", name: "", mediumId: PEAT, rooted: true })!;
    expect(full.tookFrom?.mediumId).toBe(GRAVEL);
    expect(full.setup.layers.map(({ thicknessCm }) => thicknessCm)).toEqual([2.5, 2.5, 20, 5]);
    expect(check(full.setup)).toEqual([]);
  });

  it("say when there is no room for another", () => {
    const full = potWith(POT.water, [layer(PEAT, 29.7), layer(GRAVEL, 0.3)]);
    expect(addLayer(full, 1, { id: "new", name: "", mediumId: PEAT, rooted: true })).toBeUndefined();
  });
});
