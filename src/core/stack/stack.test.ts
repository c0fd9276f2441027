import { describe, expect, it } from "vitest";
import fc from "fast-check";
import { GRAVEL, MIX, PEAT, layer, medium, potWith, withHeld, inFeet, roundVessel, boxVessel } from "../testing/setups";
import { checkSetup } from "./check";
import {
  addLayer,
  dragBoundary,
  dragFillFrom,
  dragFixture,
  dragLevel,
  moveLayer,
  newProblems,
  withSaidDemand,
  withLayer,
  withVessel,
} from "./edit";
import { type Setup } from "./setup";
import { boundariesCm, stackHeightCm } from "./geometry";

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
    ["an outlet above the rim", withHeld(POT, { kind: "drained", outletCm: 31 }), "fixtures[0].lipCm above-rim"],
    ["an outlet under the base", withHeld(POT, { kind: "drained", outletCm: -1 }), "fixtures[0].lipCm below-base"],
    [
      "water above the overflow",
      withHeld(POT, { kind: "free-water", levelCm: 6, overflowCm: 5 }),
      "water.levelCm above-overflow",
    ],
    [
      "a level that is not a number",
      withHeld(POT, { kind: "free-water", levelCm: Number.NaN, overflowCm: null }),
      "water.levelCm below-base",
    ],
    ["a negative dose", withHeld(POT, { kind: "dosed", storedCm3: -5 }), "water.storedCm3 negative"],
    ["an absurd width", withVessel(POT, roundVessel(1e6, 30, "glass")), "vessel.insideDiameterCm too-large"],
    ["feet on top", withLayer(POT, "potting-mix-peat-based-20", { legs: inFeet(0.2) }), "layers[1].legs feet-on-top"],
    [
      "feet like threads",
      withLayer(POT, "pea-gravel-6-10-5", { legs: { section: "round", acrossCm: 0.01, count: 4 } }),
      "layers[0].legs.acrossCm too-small",
    ],
    ["a demand of rain", withSaidDemand(POT, -1), "demand.mmPerDay negative"],
    ["a demand in the wrong unit", withSaidDemand(POT, 400), "demand.mmPerDay too-large"],
    ["a depth of zero", withVessel(POT, boxVessel(30, 20, 0, "glass")), "vessel.insideDepthCm not-positive"],
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
          const pot = withVessel(POT, roundVessel(20, 25 + tenths / 7));
          expect(check(dragBoundary(pot, index, height))).toEqual([]);
          const bed = dragFillFrom(withHeld(pot, { kind: "drained", outletCm: 2 }), height);
          for (const moved of [
            dragLevel(pot, height),
            dragFixture(pot, "overflow", { heightCm: height, acrossShare: height }),
            dragFixture(bed, "outlet", { heightCm: height, acrossShare: height }),
            dragLevel(bed, height),
          ])
            expect(check(moved)).toEqual([]);
        },
      ),
    );
  });

  it("stop the water at its overflow, and let the overflow take the water down", () => {
    expect(dragLevel(POT, 9).water).toEqual({ by: "level", levelCm: 5 });
    const lower = dragFixture(POT, "overflow", { heightCm: 3 });
    expect(lower.water).toEqual({ by: "level", levelCm: 3 });
    expect(lower.fixtures).toMatchObject([{ lipCm: 3 }]);
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
    const full = potWith(POT, [layer(PEAT, 29.7), layer(GRAVEL, 0.3)]);
    expect(addLayer(full, 1, { id: "new", name: "", mediumId: PEAT, rooted: true })).toBeUndefined();
  });
});
