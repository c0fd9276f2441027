import { describe, expect, it } from "vitest";
import { withFixture } from "../stack/edit";
import type { Fixture } from "../stack/fixtures";
import { type Setup } from "../stack/setup";
import { drainsAtCm, firstWayOutWords, soakedLevelCm } from "../stack/geometry";
import { BASE_HOLES, boxVessel, GRAVEL, inFeet, layer, medium, MIX, potWith, wallHole } from "../testing/setups";
import { areaAtCm2 } from "../vessel/area-by-height";
import type { Vessel } from "../vessel/vessel";
import { belowWaterCm3, networkOf, openWaterCm3, type Network } from "./network";

const AREA_CM2 = Math.PI * 100;
const of = (setup: Setup): Network => {
  const network = networkOf(setup, medium);
  if (!network.ok) throw new Error(network.problems[0]!.message);
  return network.value;
};
const TUBE: Fixture = { kind: "fill-tube", id: "tube", diameterCm: 4, acrossShare: 0.1, foot: "cut" };
const TRAY: Fixture = { kind: "tray", id: "tray", insideLengthCm: 30, insideWidthCm: 30, insideDepthCm: 5 };
const BED = potWith({ kind: "free-water", levelCm: 4, overflowCm: 5 });
const FEET = potWith({ kind: "free-water", levelCm: 6, overflowCm: 7 }, [
  { ...layer(MIX, 8, false), legs: inFeet(0.1) },
  layer(MIX, 14),
]);

describe("how a vessel holds water, from what is built into it", () => {
  it("gravel: a tube, or one that is reckoned with, and a hole that lies against the stones", () => {
    expect(of(BED).below?.made).toEqual(["assumed-tube"]);
    expect(belowWaterCm3(of(BED).below, 4)).toBe(0);
    const tubed = of(withFixture(BED, TUBE));
    expect(tubed.below?.made).toEqual(["tube"]);
    expect(belowWaterCm3(tubed.below, 4)).toBeCloseTo(Math.PI * 4 * 4, 9);
    // what the tube takes is not fill
    expect(tubed.column.layers[0]!.areaCm2).toBeCloseTo(AREA_CM2 - Math.PI * 4, 9);
    expect(tubed.sideHoles).toMatchObject([{ lipCm: 5 }]);
    expect(tubed.footDrains).toBe(false);
  });

  it("a platform: the room beside its feet, with its hole, and no hole through the soil", () => {
    const { below, sideHoles, column } = of(FEET);
    expect(below?.made).toEqual(["void"]);
    expect(areaAtCm2(below!.area, 3)).toBeCloseTo(0.9 * AREA_CM2, 9);
    expect(belowWaterCm3(below, 99)).toBeCloseTo(0.9 * AREA_CM2 * 8, 6);
    expect(below!.discharges).toContainEqual({ kind: "holes", lipCm: 7, diameterCm: 1.2, count: 2 });
    expect(sideHoles).toEqual([]);
    expect(column.layers[0]!.areaCm2).toBeCloseTo(0.1 * AREA_CM2, 9);
    // a hole over the platform has soil against it
    expect(of(withFixture(FEET, wallHole(12, "high"))).sideHoles).toMatchObject([{ lipCm: 12 }]);
  });

  it("a false bottom: the column begins over its room", () => {
    const lifted = {
      ...potWith({ kind: "free-water", levelCm: 2, overflowCm: null }, [layer(MIX, 12)]),
      fillFromCm: 4,
    };
    const { column, below, over } = of(lifted);
    expect([column.baseCm, column.heightCm]).toEqual([4, 16]);
    expect(belowWaterCm3(below, 2)).toBeCloseTo(2 * AREA_CM2, 9);
    expect(over.bedCm).toBe(16);
  });

  it("a hole over the rim of the tray runs into it; one under the rim joins what the base has joined", () => {
    const inTray = withFixture(withFixture(potWith({ kind: "drained", outletCm: 0 }), TRAY), wallHole(8, "high"));
    const { below, sideHoles } = of(inTray);
    expect(below?.catches).toBe(true);
    expect(sideHoles).toMatchObject([{ lipCm: 8 }]);
    expect(drainsAtCm(inTray)).toBeCloseTo(5 - inTray.vessel.baseCm, 9);
    expect(of(withFixture(inTray, wallHole(3, "low"))).sideHoles).toEqual(sideHoles);
    expect(drainsAtCm(withFixture(inTray, wallHole(3, "low")))).toBe(drainsAtCm(inTray));
    expect(of(withFixture(BED, TUBE)).below?.catches).toBe(false);
  });

  it("an open base: drains by itself, and in a tray has the tray's water, which stands beside the pot", () => {
    const pot = potWith({ kind: "drained", outletCm: 0 });
    expect(of(pot)).toMatchObject({ below: undefined, footDrains: true, sideHoles: [] });
    const inTray = of(withFixture(pot, TRAY));
    expect(inTray).toMatchObject({ footDrains: false, below: { made: ["tray"] } });
    const besideCm2 = 900 - Math.PI * 10.3 ** 2;
    expect(areaAtCm2(inTray.below!.area, 1)).toBeCloseTo(besideCm2, 0);
    // from the tray's floor, which lies under the pot's base
    expect(belowWaterCm3(inTray.below, 2)).toBeCloseTo(besideCm2 * 2.3, -1);
    // a liner closes the base again
    const lined = of(withFixture(withFixture(pot, TRAY), { kind: "liner", id: "liner", topCm: 10 }));
    expect(lined).toMatchObject({ footDrains: false, below: undefined });
    // and what stands over its edge runs down behind it and out by them
    expect(lined.sideHoles).toMatchObject([{ lipCm: 10, way: "liner" }]);
    const linedPot = withFixture(pot, { kind: "liner", id: "liner", topCm: 10 });
    expect(soakedLevelCm(linedPot)).toBe(10);
    expect(firstWayOutWords(linedPot)).toBe("under the liner's edge");
    // one up to the rim leaves no way behind it
    const toRim = withFixture(pot, { kind: "liner", id: "liner", topCm: pot.vessel.insideDepthCm });
    expect([of(toRim).sideHoles, soakedLevelCm(toRim)]).toEqual([[], pot.vessel.insideDepthCm]);
  });

  it("a bag: its cloth is open at the base, and lets over its liner", () => {
    const bag: Setup = {
      ...BED,
      vessel: { ...BED.vessel, material: "fabric" },
      fixtures: [],
      water: { by: "soaking" },
    };
    expect(of(bag).footDrains).toBe(true);
    const lined = of(withFixture(bag, { kind: "liner", id: "liner", topCm: 6 }));
    expect(lined.footDrains).toBe(false);
    expect(lined.sideHoles).toMatchObject([{ lipCm: 6 }]);
  });

  it("base holes of different sizes: each lets out by its own, and a standpipe over the soil as a pipe", () => {
    const small = { ...BASE_HOLES, id: "small", diameterCm: 0.6, count: 6 } as Fixture;
    const setup = withFixture(withFixture({ ...BED, water: { by: "soaking" }, fillFromCm: 4 }, BASE_HOLES), small);
    expect(of(setup).below!.discharges.filter(({ lipCm }) => lipCm === 0)).toMatchObject([
      { diameterCm: 1, count: 4 },
      { diameterCm: 0.6, count: 6 },
    ]);
    const pipe: Fixture = { kind: "standpipe", id: "p", diameterCm: 2.5, acrossShare: 0.5, lipCm: 27 };
    expect(of(withFixture(BED, pipe)).over.discharges[0]).toEqual({
      kind: "pipes",
      lipCm: 27,
      diameterCm: 2.5,
      count: 1,
    });
  });

  it("a plugged hole is none, and one over the soil is the pond's", () => {
    const plugged = withFixture(BED, { ...BASE_HOLES, plugged: true } as Fixture);
    expect(of(plugged).footDrains).toBe(false);
    const { over } = of(withFixture(BED, wallHole(27, "storm")));
    expect(over.discharges).toMatchObject([{ lipCm: 27 }, { kind: "rim", lipCm: 30 }]);
    expect(openWaterCm3(of(BED), 27)).toBeCloseTo(2 * AREA_CM2, 6);
  });

  it("never makes a fill of less than nothing, however wide the tubes in a narrow neck", () => {
    const vessel: Vessel = {
      ...boxVessel(20, 20, 30),
      shape: "rectangular",
      insideLengthCm: 4,
      insideWidthCm: 4,
      baseLengthCm: 20,
      baseWidthCm: 20,
    } as Vessel;
    const narrowing = withFixture({ ...BED, vessel }, { ...TUBE, diameterCm: 6 });
    for (const volume of of(narrowing).column.cellVolumeCm3) expect(volume).toBeGreaterThan(0);
    expect(of({ ...BED, layers: [layer(GRAVEL, 5), layer(MIX, 24.9)], vessel }).over.bedCm).toBeCloseTo(29.9, 9);
  });
});
