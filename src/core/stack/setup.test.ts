import { describe, expect, it } from "vitest";
import { GRAVEL, layer, medium, MIX, PEAT, potWith, withHeld, inFeet } from "../testing/setups";
import { checkSetup, LONGEST_NAME, MOST_LAYERS } from "./check";
import { breaksCapillarity, withOrWithoutDrainage } from "./drainage-layer";
import {
  addLayer,
  dragBoundary,
  dragFillFrom,
  dragFixture,
  dragLevel,
  withFixture,
  moveLayer,
  withSaidDemand,
  withLayer,
  withoutLayer,
} from "./edit";
import { type Setup } from "./setup";
import { boundariesCm, headroomCm, isWickLayer, reservoirTopCm, rootZoneCm, statedWaterHeightCm } from "./geometry";

const FREE = { kind: "free-water", levelCm: 4, overflowCm: 5 } as const;
const POT = potWith(FREE);
const codes = (setup: Setup): string[] =>
  checkSetup(setup, (id) => medium(id) !== undefined).map(({ path, code }) => `${path} ${code}`);
const NEW = { id: "new", name: "", mediumId: PEAT, rooted: true };

describe("what a setup says of its water", () => {
  it("is where its reservoir's brim is, if it keeps one", () => {
    expect(reservoirTopCm(POT)).toBe(5);
    expect(reservoirTopCm(potWith({ ...FREE, overflowCm: null }))).toBe(30);
    expect(reservoirTopCm(potWith({ kind: "drained", outletCm: 3 }))).toBe(3);
    expect(reservoirTopCm(potWith({ kind: "drained", outletCm: 0 }))).toBeUndefined();
    expect(reservoirTopCm(potWith({ kind: "dosed", storedCm3: 500 }))).toBeUndefined();
  });

  it("is the height of its free water, before anything settles: of a dose only where there is nothing in it", () => {
    expect(statedWaterHeightCm(POT)).toBe(4);
    expect(statedWaterHeightCm(potWith({ kind: "drained", outletCm: 3 }))).toBe(3);
    expect(statedWaterHeightCm(potWith({ kind: "dosed", storedCm3: 500 }))).toBeUndefined();
    expect(statedWaterHeightCm(potWith({ kind: "dosed", storedCm3: 500 }, []))).toBeCloseTo(5 / Math.PI, 9);
  });
});

describe("layers and roots", () => {
  const bed = potWith(FREE, [layer(GRAVEL, 5), layer("fine-sand-0.1-0.5", 2, false), layer(MIX, 10), layer(PEAT, 3)]);

  it("wick where they lie under the lowest rooted one, over a reservoir", () => {
    expect(bed.layers.map((_, i) => isWickLayer(bed, i))).toEqual([true, true, false, false]);
    const drained = withHeld(bed, { kind: "drained", outletCm: 2 });
    expect(drained.layers.some((_, i) => isWickLayer(drained, i))).toBe(false);
  });

  it("are rooted from the lowest rooted layer's bottom to the highest one's top", () => {
    expect(rootZoneCm(bed)).toEqual({ fromCm: 7, toCm: 20 });
    expect(rootZoneCm(withLayer(bed, `${PEAT}-3`, { rooted: false }))).toEqual({ fromCm: 7, toCm: 17 });
    expect(rootZoneCm(potWith(FREE, [layer(GRAVEL, 5)]))).toBeUndefined();
    expect(boundariesCm(bed)).toEqual([0, 5, 7, 17, 20]);
    expect(headroomCm(bed)).toBe(10);
  });
});

describe("the limits of a setup", () => {
  const named = (name: string): Setup => ({ ...POT, name });
  const many = (count: number): Setup =>
    potWith(
      FREE,
      Array.from({ length: count }, (_, i) => ({ ...layer(PEAT, 0.5), id: `layer-${i}` })),
    );

  it("are met exactly, and not passed", () => {
    expect(codes(named("a".repeat(LONGEST_NAME)))).toEqual([]);
    expect(codes(named("a".repeat(LONGEST_NAME + 1)))).toEqual(["name too-long"]);
    expect(codes(withLayer(POT, `${GRAVEL}-5`, { name: "a".repeat(LONGEST_NAME) }))).toEqual([]);
    expect(codes(withLayer(POT, `${GRAVEL}-5`, { name: "a".repeat(LONGEST_NAME + 1) }))).toEqual([
      "layers[0].name too-long",
    ]);
    expect(codes(many(MOST_LAYERS))).toEqual([]);
    expect(codes(many(MOST_LAYERS + 1))).toEqual(["layers too-many"]);
    expect(codes(withLayer(POT, `${GRAVEL}-5`, { thicknessCm: 0.2 }))).toEqual([]);
    expect(codes(withLayer(POT, `${MIX}-20`, { thicknessCm: 25 }))).toEqual([]);
    expect(codes(withLayer(POT, `${MIX}-20`, { thicknessCm: 25.01 }))).toEqual(["layers too-high"]);
    expect(codes(withSaidDemand(POT, 50))).toEqual([]);
    expect(codes(withSaidDemand(POT, 0))).toEqual([]);
    expect(codes(withSaidDemand(POT, 50.1))).toEqual(["demand.mmPerDay too-large"]);
    expect(codes(withLayer(POT, `${GRAVEL}-5`, { legs: inFeet(0.005) }))).toEqual([]);
    expect(codes(withLayer(POT, `${GRAVEL}-5`, { legs: inFeet(1.01) }))).toEqual(["layers[0].legs no-room"]);
  });

  it("hold for who lives there, the place and the rhythm, each beside its cause", () => {
    const pot = potWith({ kind: "drained", outletCm: 0 });
    const paths = (change: Partial<Setup>): string[] =>
      checkSetup({ ...pot, ...change }, () => true).map(({ path, code }) => `${path}: ${code}`);
    const lives = (count: number) => ({ id: "a", occupantId: "rosemary", count });
    const site = (change: Partial<Setup["site"]>) => ({ site: { ...pot.site, ...change } });
    expect(paths({ occupants: [lives(1)], wateredEveryDays: 0.25, ...site({ humidity: 1, coldestC: -60 }) })).toEqual(
      [],
    );
    for (const count of [0, -1, 1.5, 10_001, Number.NaN])
      expect(paths({ occupants: [lives(count)] })).toEqual(["occupants[0].count: not-a-count"]);
    expect(paths({ occupants: Array.from({ length: 25 }, () => lives(1)) })).toEqual(["occupants: too-many"]);
    for (const days of [0, 0.2, 366, Number.NaN])
      expect(paths({ wateredEveryDays: days })).toEqual(["wateredEveryDays: out-of-range"]);
    expect(paths(site({ humidity: 1.1 }))).toEqual(["site.humidity: out-of-range"]);
    expect(paths(site({ waterPpm: -1 }))).toEqual(["site.waterPpm: out-of-range"]);
    expect(paths(site({ lightMolPerDay: 71 }))).toEqual(["site.lightMolPerDay: out-of-range"]);
    expect(paths(site({ coldestC: 12, warmestC: 11 }))).toEqual(["site.coldestC: over-warmest"]);
  });

  it("hold for water: at its overflow and its rim, from its base", () => {
    expect(codes(withHeld(POT, { ...FREE, levelCm: 5 }))).toEqual([]);
    expect(codes(withHeld(POT, { ...FREE, levelCm: 5.01 }))).toEqual(["water.levelCm above-overflow"]);
    expect(codes(withHeld(POT, { ...FREE, levelCm: 0, overflowCm: null }))).toEqual([]);
    expect(codes(withHeld(POT, { ...FREE, levelCm: 30, overflowCm: null }))).toEqual([]);
    // one thing at a time: above the rim is not also above the overflow
    expect(codes(withHeld(POT, { ...FREE, levelCm: 31 }))).toEqual(["water.levelCm above-rim"]);
    expect(codes(withHeld(POT, { ...FREE, overflowCm: 31 }))).toEqual(["fixtures[0].lipCm above-rim"]);
    expect(codes(withHeld(POT, { kind: "dosed", storedCm3: -1 }))).toEqual(["water.storedCm3 negative"]);
    expect(codes(withHeld(POT, { kind: "dosed", storedCm3: 0 }))).toEqual([]);
    expect(codes(withHeld(POT, { kind: "dosed", storedCm3: 0.1 }))).toEqual([]);
  });
});

describe("edits at their edges", () => {
  it("move a layer to an end and no further", () => {
    const three = potWith(FREE, [layer(GRAVEL, 5), layer(MIX, 10), layer(PEAT, 3)]);
    const order = (toIndex: number) => moveLayer(three, `${MIX}-10`, toIndex).layers.map(({ mediumId }) => mediumId);
    expect(order(99)).toEqual([GRAVEL, PEAT, MIX]);
    expect(order(2)).toEqual([GRAVEL, PEAT, MIX]);
    expect(order(-4)).toEqual([MIX, GRAVEL, PEAT]);
    expect(withoutLayer(three, `${MIX}-10`).layers.map(({ mediumId }) => mediumId)).toEqual([GRAVEL, PEAT]);
  });

  it("put a first layer into half of an empty vessel, and one at the bottom under all", () => {
    const first = addLayer(potWith(FREE, []), -1, NEW)!.setup;
    expect(first.layers).toMatchObject([{ id: "new", thicknessCm: 15, legs: null }]);
    expect(addLayer(POT, -1, NEW)!.setup.layers[0]).toMatchObject({ id: "new", thicknessCm: 5 });
    // room for less than the usual thickness, down to a centimetre
    expect(addLayer(potWith(FREE, [layer(MIX, 29)]), 0, NEW)!.setup.layers[1]).toMatchObject({ thicknessCm: 1 });
    const nearlyFull = addLayer(potWith(FREE, [layer(MIX, 29.1)]), 0, NEW)!;
    expect(nearlyFull.tookFrom).toMatchObject({ thicknessCm: 29.1 });
    expect(nearlyFull.setup.layers.map(({ thicknessCm }) => thicknessCm)).toEqual([14.55, 14.55]);
  });

  it("halve a layer down to the thinnest there may be", () => {
    const thin = (cm: number) => addLayer(potWith(FREE, [layer(MIX, 29.8 - cm), layer(PEAT, cm)]), 1, NEW);
    expect(thin(0.4)!.setup.layers.at(-1)).toMatchObject({ id: "new", thicknessCm: 0.2 });
    expect(thin(0.3)).toBeUndefined();
  });

  it("drag a boundary as far as the thinnest layers, the rim and the neighbours let it", () => {
    const heights = (index: number, cm: number): number[] =>
      boundariesCm(dragBoundary(POT, index, cm)).map((height) => Math.round(height * 1e6) / 1e6);
    expect(heights(1, -9)).toEqual([0, 0.2, 25]);
    expect(heights(1, 99)).toEqual([0, 24.8, 25]);
    expect(heights(2, 28)).toEqual([0, 5, 28]);
    expect(heights(2, 99)).toEqual([0, 5, 30]);
    expect(heights(2, 1)).toEqual([0, 5, 5.2]);
    expect(dragBoundary(POT, 9, 4)).toBe(POT);
  });

  it("drag the water a setup has, to a tenth of a millimetre, and leave what it has not", () => {
    expect(dragLevel(POT, 2.3456).water).toEqual({ by: "level", levelCm: 2.35 });
    expect(lipOf(dragFixture(POT, "overflow", { heightCm: 9 }))).toBe(9);
    expect(dragFixture(POT, "outlet", { heightCm: 9 })).toBe(POT);
    const drained = withHeld(POT, { kind: "drained", outletCm: 2 });
    expect(lipOf(dragFixture(drained, "outlet", { heightCm: 7 }))).toBe(7);
    expect(dragLevel(drained, 7)).toBe(drained);
    const dosed = withHeld(POT, { kind: "dosed", storedCm3: 500 });
    expect(dragLevel(dosed, 7)).toBe(dosed);
    expect(dragLevel(withHeld(POT, { ...FREE, overflowCm: null }), 99).water).toMatchObject({ levelCm: 30 });
  });

  it("drag a fixture across, and between the walls only; what stands on the base has no height to drag", () => {
    const tube = withFixture(POT, { kind: "fill-tube", id: "tube", diameterCm: 3, acrossShare: 0.1, foot: "cut" });
    const at = (acrossShare: number) =>
      dragFixture(tube, "tube", { heightCm: 4, acrossShare }).fixtures.find(({ id }) => id === "tube");
    expect(at(0.5)).toMatchObject({ acrossShare: 0.5 });
    expect(at(-3)).toMatchObject({ acrossShare: 0 });
    expect(at(3)).toMatchObject({ acrossShare: 1 });
    expect(at(0.5)).not.toHaveProperty("lipCm");
  });

  it("drag the rim of a tray and the top of a dressing by their own sizes, and make neither nothing", () => {
    const dressed = withFixture(
      withFixture(POT, { kind: "tray", id: "tray", insideLengthCm: 30, insideWidthCm: 30, insideDepthCm: 5 }),
      { kind: "dressing", id: "dressing", material: "gravel", thicknessCm: 2 },
    );
    const { baseCm, insideDepthCm } = POT.vessel;
    const surfaceCm = boundariesCm(POT).at(-1)!;
    const trayAt = (heightCm: number) => dragFixture(dressed, "tray", { heightCm }).fixtures.at(-2);
    const dressingAt = (heightCm: number) => dragFixture(dressed, "dressing", { heightCm }).fixtures.at(-1);
    expect(trayAt(3)).toMatchObject({ kind: "tray", insideDepthCm: 3 + baseCm });
    expect(trayAt(-9)).toMatchObject({ insideDepthCm: 0.2 });
    expect(trayAt(900)).toMatchObject({ insideDepthCm: insideDepthCm + baseCm });
    expect(dressingAt(surfaceCm + 3.5)).toMatchObject({ kind: "dressing", thicknessCm: 3.5 });
    expect(dressingAt(0)).toMatchObject({ thicknessCm: 0.2 });
    expect(dressingAt(900)).toMatchObject({ thicknessCm: insideDepthCm - surfaceCm });
  });

  it("drag a false bottom, which lifts the stack as far as the rim lets it", () => {
    expect(boundariesCm(dragFillFrom(POT, 3))).toEqual([3, 8, 28]);
    expect(boundariesCm(dragFillFrom(POT, 99))).toEqual([5, 10, 30]);
    expect(boundariesCm(dragFillFrom(POT, -1))).toEqual([0, 5, 25]);
  });
});

/** The lip of a setup's first hole. */
const lipOf = ({ fixtures: [first] }: Setup): number | undefined => (first?.kind === "hole" ? first.lipCm : undefined);

describe("a drainage layer", () => {
  it("is what breaks the capillary lift: most of its pores empty within 3 cm of suction", () => {
    expect(breaksCapillarity(medium(GRAVEL)!)).toBe(true);
    expect(breaksCapillarity(medium(MIX)!)).toBe(false);
  });

  it("is taken out and what lies on it reaches down, or is put in at the foot of the lowest layer", () => {
    const without = withOrWithoutDrainage(POT, medium, "new")!;
    expect(without).toMatchObject({ kind: "without", thicknessCm: 5 });
    expect(without.setup.layers).toMatchObject([{ mediumId: MIX, thicknessCm: 25 }]);
    const put = withOrWithoutDrainage(potWith(FREE, [layer(MIX, 20)]), medium, "new")!;
    expect(put).toMatchObject({ kind: "with", thicknessCm: 4 });
    expect(put.setup.layers).toMatchObject([
      { id: "new", mediumId: GRAVEL, thicknessCm: 4, legs: null, separator: null, rooted: false },
      { mediumId: MIX, thicknessCm: 16 },
    ]);
    // a third of a shallow one
    expect(withOrWithoutDrainage(potWith(FREE, [layer(MIX, 6)]), medium, "new")).toMatchObject({ thicknessCm: 2 });
  });

  it("is not put in or taken out where there is none to take or no room", () => {
    const none = (layers: Setup["layers"]) => withOrWithoutDrainage(potWith(FREE, [...layers]), medium, "new");
    expect(none([])).toBeUndefined();
    expect(none([layer(GRAVEL, 5)])).toBeUndefined();
    expect(none([layer(MIX, 0.4)])).toBeUndefined();
    expect(none([layer(MIX, 0.6)])).toMatchObject({ thicknessCm: 0.2 });
    // coarse and rooted: there is nothing finer for it to drain
    expect(none([{ ...layer(GRAVEL, 9), rooted: true }, layer(MIX, 5)])).toBeUndefined();
    expect(none([{ ...layer(MIX, 9), mediumId: "moon-dust" }])).toBeUndefined();
    expect(
      withOrWithoutDrainage(potWith(FREE, [layer(MIX, 9)]), (id) => (id === GRAVEL ? undefined : medium(id)), "new"),
    ).toBeUndefined();
  });
});
