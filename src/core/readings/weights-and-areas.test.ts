import { describe, expect, it } from "vitest";
import { withSaidDemand } from "../stack/edit";
import type { Setup } from "../stack/setup";
import { GRAVEL, layer, medium, MIX, PEAT, potWith, inFeet } from "../testing/setups";
import { standsOnCm2, vesselAreaCm2 } from "../vessel/vessel";
import { runSetup, settle, supplyOf } from "../testing/settled";
import { openWaterCm3 } from "../water/network";
import { demandCm3PerHour } from "../water/losses";
import { BUFFER_PSI_CM, EASY_PSI_CM, readSettled } from "./readings";

// What is weighed, averaged and measured out by area, against sums made by hand.

const AREA_CM2 = Math.PI * 100;
/** Wick feet of a fifth of the area in 6 cm of open water, under 14 cm of mix. */
const FEET: Setup = potWith({ kind: "free-water", levelCm: 6, overflowCm: 7 }, [
  { ...layer(MIX, 8, false), legs: inFeet(0.2) },
  layer(MIX, 14),
]);
const settled = (setup: Setup) => {
  const result = settle(setup, medium);
  if (!result.ok) throw new Error(result.problems[0]!.message);
  return result.value;
};
const read = (setup: Setup) => readSettled(setup, settled(setup), medium);

describe("what a setup weighs", () => {
  it("is its media dry, the water in their pores, and the water open beside feet and over the soil, at 1 g a cm³", () => {
    const readings = read(FEET);
    expect(readings.openCm3).toBeCloseTo(0.8 * AREA_CM2 * 6, 6);
    const layers = readings.layers.map(({ dryKg, storedCm3 }) => dryKg + storedCm3 / 1000);
    expect(readings.layers.map(({ wetKg }) => wetKg)).toEqual(layers.map((kg) => expect.closeTo(kg, 9) as number));
    expect(readings.wetKg).toBeCloseTo(layers[0]! + layers[1]! + (0.8 * AREA_CM2 * 6) / 1000, 9);
    expect(readings.loadKgPerM2).toBeCloseTo(readings.wetKg / (standsOnCm2(FEET.vessel) / 10_000), 9);
    const flooded = read(potWith({ kind: "free-water", levelCm: 27, overflowCm: null }));
    expect(flooded.pondedCm3).toBeCloseTo(2 * AREA_CM2, 6);
    expect(flooded.wetKg - flooded.dryKg).toBeCloseTo((flooded.storedCm3 + 2 * AREA_CM2) / 1000, 9);
  });

  it("is dry by density and volume, feet by their own area", () => {
    const { typical } = medium(MIX)!.dryBulkDensityGPerCm3;
    const { layers, dryKg } = read(FEET);
    expect(layers.map((one) => one.volumeCm3)).toEqual([
      expect.closeTo(0.2 * AREA_CM2 * 8, 6),
      expect.closeTo(AREA_CM2 * 14, 6),
    ]);
    expect(layers[0]!.dryKg).toBeCloseTo((typical * 0.2 * AREA_CM2 * 8) / 1000, 9);
    expect(dryKg).toBeCloseTo(layers[0]!.dryKg + layers[1]!.dryKg, 9);
  });

  it("stands below the free surface in pores of feet and soil, and beside the feet", () => {
    const { standingCm3 } = read(FEET);
    expect(standingCm3).toBeCloseTo(6 * AREA_CM2 * (0.2 * medium(MIX)!.hydraulics.thetaS + 0.8), 6);
  });
});

describe("what roots have", () => {
  const two = potWith({ kind: "free-water", levelCm: 1, overflowCm: null }, [layer(PEAT, 4, true), layer(MIX, 16)]);

  it("is air by volume: a thick layer counts for more than a thin one", () => {
    const { rootZone, layers } = read(two);
    const [thin, thick] = layers;
    expect(rootZone!.meanAirSpace).toBeCloseTo((4 * thin!.meanAirSpace + 16 * thick!.meanAirSpace) / 20, 9);
    expect(Math.abs(thin!.meanAirSpace - thick!.meanAirSpace)).toBeGreaterThan(0.05);
    expect(rootZone!.leastAirSpace).toBe(Math.min(thin!.leastAirSpace, thick!.leastAirSpace));
    expect(rootZone!.leastAirHeightCm).toBe(thin!.leastAirHeightCm);
  });

  it("is the water of all their layers, and none of the others", () => {
    const { rootZone, layers } = read(two);
    const sum = (of: "easilyAvailableCm3" | "bufferCm3") => layers[0]![of] + layers[1]![of];
    expect(rootZone!.easilyAvailableCm3).toBeCloseTo(sum("easilyAvailableCm3"), 9);
    expect(rootZone!.bufferCm3).toBeCloseTo(sum("bufferCm3"), 9);
    const feet = read(FEET);
    expect(feet.rootZone!.easilyAvailableCm3).toBeCloseTo(feet.layers[1]!.easilyAvailableCm3, 9);
    expect(feet.rootZone!.meanAirSpace).toBeCloseTo(feet.layers[1]!.meanAirSpace, 9);
  });

  it("is drowned for the share of its height that the waterlogged zone reaches into", () => {
    const { rootZone, waterlogged } = read(two);
    expect(rootZone!.waterloggedShare).toBeCloseTo(waterlogged.at(-1)!.toCm / 20, 9);
    const feet = read(FEET);
    expect(feet.rootZone!.waterloggedShare).toBeCloseTo((feet.waterlogged.at(-1)!.toCm - 8) / 14, 9);
  });

  it("is easy between 10 and 50 cm of suction and buffered to 100, by the curve (de Boodt & Verdonck 1972)", () => {
    const { column, equilibrium } = settled(two);
    const { layers } = read(two);
    column.layers.forEach(({ firstCell, cellCount, functions, topCm, bottomCm }, i) => {
      const cellCm3 = (AREA_CM2 * (topCm - bottomCm)) / cellCount;
      const held = (wetPsi: number, dryPsi: number): number =>
        Array.from(equilibrium.psiCm.slice(firstCell, firstCell + cellCount)).reduce(
          (sum, psi) =>
            sum + cellCm3 * (functions.waterContent(Math.min(psi, wetPsi)) - functions.waterContent(dryPsi)),
          0,
        );
      expect(layers[i]!.easilyAvailableCm3).toBeCloseTo(held(EASY_PSI_CM.wet, EASY_PSI_CM.dry), 6);
      expect(layers[i]!.bufferCm3).toBeCloseTo(held(BUFFER_PSI_CM.wet, BUFFER_PSI_CM.dry), 6);
    });
    expect([EASY_PSI_CM, BUFFER_PSI_CM]).toEqual([
      { wet: -10, dry: -50 },
      { wet: -50, dry: -100 },
    ]);
  });
});

describe("what goes by area", () => {
  it("is open water: beside feet up to their top, and none above", () => {
    const { network } = settled(FEET);
    for (const [levelCm, openCm] of [
      [-1, 0],
      [3, 3],
      [8, 8],
      [15, 8],
    ] as const)
      expect(openWaterCm3(network, levelCm)).toBeCloseTo(0.8 * AREA_CM2 * openCm, 6);
  });

  it("is demand: a depth over the vessel, whatever the feet stand on", () => {
    expect(vesselAreaCm2(FEET.vessel)).toBeCloseTo(AREA_CM2, 9);
    expect(demandCm3PerHour(6, 400)).toBeCloseTo((0.6 * 400) / 24, 12);
    const supply = supplyOf(withSaidDemand(FEET, 6), medium);
    expect(supply.ok && [supply.value.areaCm2, supply.value.demandCm3PerHour]).toEqual([
      expect.closeTo(AREA_CM2, 9),
      expect.closeTo((0.6 * AREA_CM2) / 24, 9),
    ]);
  });

  it("is a reservoir: what is drunk comes out of the pores and out of the open water beside the feet", () => {
    const run = runSetup(withSaidDemand(FEET, 8), medium, 2);
    if (!run.ok) throw new Error(run.problems[0]!.message);
    const { frames, givenCm3, askedCm3 } = run.value;
    const at = (hour: number) => frames.find(({ hours }) => Math.abs(hours - hour) < 1e-6)!;
    const [from, to] = [at(24), at(72)];
    const fromPores = from.state.storedCm3 - to.state.storedCm3;
    const fromOpen = 0.8 * AREA_CM2 * (from.levelCm! - to.levelCm!);
    expect(givenCm3).toBeCloseTo(fromPores + fromOpen, 1);
    expect(fromOpen).toBeGreaterThan(0.3 * givenCm3);
    expect(askedCm3).toBeCloseTo(0.8 * AREA_CM2 * 2, 6);
  });

  it("is a tube of 4 cm where a bed fills the vessel: its level falls with little drunk", () => {
    const bed = potWith({ kind: "free-water", levelCm: 7, overflowCm: 8 }, [layer(GRAVEL, 8), layer(MIX, 14)]);
    const run = runSetup(bed, medium, 1);
    if (!run.ok) throw new Error(run.problems[0]!.message);
    const at = (hour: number) => run.value.frames.find(({ hours }) => Math.abs(hours - hour) < 1e-6)!;
    const [from, to] = [at(24), at(48)];
    const fromPores = from.state.storedCm3 - to.state.storedCm3;
    expect(run.value.givenCm3).toBeCloseTo(fromPores + 12.6 * (from.levelCm! - to.levelCm!), 1);
  });
});
