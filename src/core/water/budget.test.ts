import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { reservoirTopCm } from "../stack/geometry";
import { withFixture, withSaidDemand } from "../stack/edit";
import type { Setup } from "../stack/setup";
import { standsOnCm2 } from "../vessel/vessel";
import { GRAVEL, layer, medium, MIX, potWith } from "../testing/setups";
import { budgetOf, heldAtCm3, type Budget } from "./budget";
import { demandMmPerDay, risingCm3PerHour } from "./losses";
import { networkOf, type Network } from "./network";
import { runSetup, supplyOf } from "../testing/settled";

const made = (setup: Setup): { readonly network: Network; readonly budget: Budget } => {
  const network = networkOf(setup, medium);
  if (!network.ok) throw new Error(network.problems[0]!.message);
  return { network: network.value, budget: budgetOf(setup, network.value) };
};
const budget = (setup: Setup): Budget => made(setup).budget;

/** 20 by 20 cm of mix that stands with open holes in a tray. */
const TRAYED: Setup = withFixture(
  {
    ...potWith({ kind: "drained", outletCm: 0 }, [layer(MIX, 18, true)]),
    water: { by: "level", levelCm: 4 },
  },
  { kind: "tray", id: "tray", insideLengthCm: 40, insideWidthCm: 40, insideDepthCm: 6 },
);
const CLAY: Setup = { ...TRAYED, vessel: { ...TRAYED.vessel, material: "unglazed" } };
const SEALED = potWith({ kind: "free-water", levelCm: 5, overflowCm: 8 }, [layer(GRAVEL, 6), layer(MIX, 14, true)]);

describe("what a day takes", () => {
  it("is of the mouth, of a wall that dries, and of a tray with water in it", () => {
    const { losses } = budget(CLAY);
    const perMm = (areaCm2: number): number => (demandMmPerDay(CLAY) / 240) * areaCm2;
    expect(losses.mouthCm3PerHour).toBeCloseTo(perMm(Math.PI * 100), 6);
    expect(losses.trayCm3PerHour).toBeCloseTo(perMm(1600 - standsOnCm2(CLAY.vessel)), 6);
    expect(losses.wallCm3PerHour).toBeGreaterThan(losses.mouthCm3PerHour);
    expect(budget(TRAYED).losses.wallCm3PerHour).toBe(0);
    expect(budget(SEALED).losses).toMatchObject({ wallCm3PerHour: 0, trayCm3PerHour: 0 });
  });

  it("ends for a tray where it is empty", () => {
    const { network, budget: of } = made(CLAY);
    const bedCm = network.below!.bedCm;
    expect(of.takesPerDayCm3(bedCm + 1) - of.takesPerDayCm3(bedCm - 1)).toBeCloseTo(24 * of.losses.trayCm3PerHour, 9);
    expect(of.takesPerDayCm3(bedCm - 1)).toBe(24 * risingCm3PerHour(of.losses));
    const full = of.heldCm3(4);
    const bed = of.heldCm3(bedCm);
    const under = of.heldCm3(bedCm - 20);
    const slow = (bed - under) / of.takesPerDayCm3(bedCm - 1);
    expect(of.daysUntil(full, bedCm - 20)).toBeCloseTo((full - bed) / of.takesPerDayCm3(4) + slow, 9);
    expect(of.daysUntil(bed, bedCm - 20)).toBeCloseTo(slow, 9);
    // what has gone already takes no time
    expect(of.daysUntil(under, bedCm)).toBe(0);
  });

  it("is nothing where nothing is asked: a fill lasts for good", () => {
    const idle = budget(withSaidDemand(SEALED, 0));
    expect(idle.daysUntil(idle.heldCm3(5), 1)).toBe(Infinity);
    expect(idle.levelAfterCm(idle.heldCm3(5), 300)).toBeCloseTo(5, 1);
  });
});

describe("a level held and a level after some days", () => {
  it("answer each other over random days, demands and vessels", () =>
    fc.assert(
      fc.property(
        fc.constantFrom(TRAYED, CLAY, SEALED),
        fc.double({ min: 0.5, max: 12, noNaN: true }),
        fc.double({ min: 0.1, max: 12, noNaN: true }),
        (setup, mm, days) => {
          const of = budget(withSaidDemand(setup, mm));
          const start = of.heldCm3(5);
          const level = of.levelAfterCm(start, days);
          fc.pre(level > -2000);
          expect(of.daysUntil(start, level)).toBeCloseTo(days, 0);
        },
      ),
      { numRuns: 60 },
    ));

  it("holds what stands over the soil too", () => {
    const { network } = made(SEALED);
    const surface = network.column.heightCm;
    expect(heldAtCm3(network, surface + 2) - heldAtCm3(network, surface)).toBeCloseTo(2 * Math.PI * 100, 2);
  });
});

describe("one budget", () => {
  // the run counts mouth, wall and tray hour by hour; what is said of days must not be of the mouth alone
  it.each<[string, Setup]>([
    ["a clay pot in its tray", CLAY],
    ["a plastic pot in its tray", TRAYED],
    ["a bag in its tray", { ...TRAYED, vessel: { ...TRAYED.vessel, material: "fabric" } }],
  ])("empties the tray of %s on the day its run does", (_, setup) => {
    const { network, budget: of } = made(setup);
    const run = runSetup(setup, medium, 20);
    if (!run.ok) throw new Error(run.problems[0]!.message);
    // a run begins full, a day after a soaking
    const said = of.daysUntil(of.heldCm3(reservoirTopCm(setup)!), Math.max(network.below!.bedCm, 0));
    const dry = run.value.phases.find(({ kind }) => kind === "dry")!;
    const lived = (run.value.emptyFromHour! - dry.fromHour) / 24;
    expect(Math.abs(said - lived)).toBeLessThan(0.5);
  });

  it("tells the supply how long its fill lasts", () => {
    const supply = supplyOf(CLAY, medium, 0);
    if (!supply.ok) throw new Error(supply.problems[0]!.message);
    const { demandCm3PerHour, trayCm3PerHour, soaked } = supply.value;
    const { losses } = budget(CLAY);
    expect(demandCm3PerHour).toBeCloseTo(losses.mouthCm3PerHour + losses.wallCm3PerHour, 9);
    expect(soaked.usableDays).toBeCloseTo(soaked.usableCm3 / (24 * (demandCm3PerHour + trayCm3PerHour)), 6);
  });
});
