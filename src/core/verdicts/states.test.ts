import { describe, expect, it } from "vitest";
import type { Setup } from "../stack/setup";
import { GRAVEL, layer, medium, MIX, PEAT, potWith, type Held } from "../testing/setups";
import { inLibrary } from "../occupants/library/library";
import { drainedAfterSoaking, runSetup, settle } from "../testing/settled";
import { formatDayOfYear } from "../units/calendar-date";
import { steadyRise } from "../water/steady-rise";
import { budgetOf } from "../water/budget";
import { meanAirDown, roomDownCm, stretchOf, suctionAtCm, waterStates, type WaterStates } from "./states";
import { verdictsOf } from "./verdicts";

const statesOf = (setup: Setup): WaterStates => {
  const settled = settle(setup, medium);
  if (!settled.ok) throw new Error(settled.problems[0]!.message);
  const day = drainedAfterSoaking(setup, medium);
  return waterStates(setup, settled.value, day.ok ? day.value.equilibrium : undefined);
};
const pot = (held: Held, more: Partial<Setup> = {}): Setup => ({ ...potWith(held), ...more });
const RESERVOIR: Held = { kind: "free-water", levelCm: 3, overflowCm: 5 };
const OPEN: Held = { kind: "drained", outletCm: 0 };

describe("the moments between two waterings", () => {
  it("are of a reservoir: full to its overflow, as it stands, and at its refill mark", () => {
    const { watered, settled, mark, driest, lasting, fullCm } = statesOf(pot(RESERVOIR));
    expect([watered.waterTableCm, settled.waterTableCm, fullCm, lasting]).toEqual([5, 3, 5, true]);
    expect(driest).toBeUndefined();
    if (mark) expect(mark.waterTableCm).toBeLessThan(5);
  });

  it("are of an open pot: a day after a soaking, and a time that a rhythm leaves it", () => {
    const states = statesOf(pot(OPEN, { wateredEveryDays: 6 }));
    expect(states.lasting).toBe(false);
    expect(states.mark).toBeUndefined();
    // what is drunk in six days is what the driest state holds less
    expect(states.daysUntil(states.driest!.waterTableCm)).toBeCloseTo(6, 2);
    expect(suctionAtCm(states.driest!.profile, 15)).toBeGreaterThan(suctionAtCm(states.watered.profile, 15));
  });

  it("are no drier than what the media never give up, however long nobody comes", () => {
    const { driest } = statesOf(pot(OPEN, { wateredEveryDays: 365 }));
    expect(driest!.waterTableCm).toBeLessThan(-15_000);
    expect(driest!.profile.theta.every((theta) => theta >= 0)).toBe(true);
  });

  it("carry the day of a season where they are of one, and say it", () => {
    const setup = pot(RESERVOIR);
    const settled = settle(setup, medium);
    if (!settled.ok) throw new Error(settled.problems[0]!.message);
    const on = { year: 2026, month: 7, day: 14 };
    const { watered, settled: rest } = waterStates(setup, settled.value, undefined, on);
    expect([watered.moment, rest.moment]).toEqual([
      { kind: "watered", on },
      { kind: "settled", on },
    ]);
    expect(statesOf(setup).watered.moment).toEqual({ kind: "watered" });
    expect(formatDayOfYear(on)).toBe("14 July");
  });

  it("keep a height at a suction from the level at which the steady rise brings just the demand", () => {
    const setup = pot(RESERVOIR, { demand: { by: "said", mmPerDay: 12 } });
    const states = statesOf(setup);
    const level = states.levelKeeping(18, 40)!;
    expect(steadyRise(states.column, level, 18, -40).maxCm3PerHour).toBeCloseTo(
      budgetOf(setup, states.network).risesPerDayCm3 / 24,
      3,
    );
    expect(statesOf(pot(RESERVOIR, { demand: { by: "said", mmPerDay: 0 } })).levelKeeping(18, 40)).toBe(-Infinity);
  });
});

describe("room under the surface", () => {
  const setup = potWith({ kind: "free-water", levelCm: 4, overflowCm: null }, [layer(GRAVEL, 3), layer(MIX, 17)]);
  const { watered, column } = statesOf(setup);
  const roots = stretchOf(watered.profile, 1, 1);

  it("ends where the suction has fallen to a limit: at rest so many cm over the water", () =>
    expect(roomDownCm(watered.profile, roots, -Infinity, 10)).toBeCloseTo(20 - 14, 6));

  it("ends where the air has fallen to a limit, found in the curve itself", () => {
    const { functions } = column.layers[1]!;
    const depth = roomDownCm(watered.profile, roots, 0.12, -Infinity);
    expect(depth).toBeGreaterThan(0);
    expect(depth).toBeLessThan(17);
    expect(functions.thetaS - functions.waterContent(-(20 - depth - 4))).toBeCloseTo(0.12, 3);
  });

  it("is all of the soil where nothing is asked, and none where the surface itself falls short", () => {
    expect(roomDownCm(watered.profile, roots, 0, 0)).toBeCloseTo(16, 6);
    expect(roomDownCm(watered.profile, roots, 0.9, 0)).toBe(0);
  });

  it("is not cut by a wet layer over the roots, and is cut by one among them", () => {
    const mulched = statesOf(
      potWith({ kind: "free-water", levelCm: 2, overflowCm: null }, [layer(MIX, 14), layer(PEAT, 4, false)]),
    ).watered.profile;
    expect(roomDownCm(mulched, stretchOf(mulched, 0, 0), 0.1, 0)).toBeGreaterThan(2);
    const lens = statesOf(
      potWith({ kind: "drained", outletCm: 0 }, [
        layer(MIX, 10, true),
        layer("aquatic-loam", 3, true),
        layer(MIX, 8, true),
      ]),
    ).watered.profile;
    expect(roomDownCm(lens, stretchOf(lens, 0, 2), 0.12, -Infinity)).toBeLessThanOrEqual(8 + 3);
  });

  it("has a mean of the air that lies between its least and its most", () => {
    const { airSpace } = watered.profile;
    const mean = meanAirDown(watered.profile, roots, 10);
    expect(mean).toBeGreaterThan(airSpace[roots.first]!);
    expect(mean).toBeLessThan(airSpace[roots.last]!);
  });
});

describe("what is said to last", () => {
  const bare = potWith({ kind: "free-water", levelCm: 6, overflowCm: 8 }, [layer(GRAVEL, 2), layer(MIX, 22, true)]);
  const clay: Setup = { ...bare, vessel: { ...bare.vessel, material: "unglazed" }, wateredEveryDays: 14 };
  const told = (setup: Setup) => {
    const [verdict] = verdictsOf(
      { ...setup, occupants: [{ id: "a", occupantId: "basil", count: 1 }] },
      medium,
      inLibrary,
      statesOf(setup),
    );
    const found = verdict!.findings.find((one) => one.limit === "kept-damp");
    if (found?.limit !== "kept-damp") throw new Error("kept-damp is told of what stands over a reservoir");
    return found;
  };

  it("of a pot whose wall drinks too is no longer than its run: it does not go for good on a last drop", () => {
    const { daysFromFull, beyondDays, markCm } = told(clay);
    const run = runSetup(clay, medium, 20);
    if (!run.ok) throw new Error(run.problems[0]!.message);
    const dry = run.value.phases.find(({ kind }) => kind === "dry")!;
    const lived = (run.value.shortFromHour! - dry.fromHour) / 24;
    // judged by its comfort, the run by what it still drinks: a little earlier, never later
    expect(daysFromFull).toBeGreaterThan(0.6 * lived);
    expect(daysFromFull).toBeLessThan(1.05 * lived);
    expect(beyondDays).toBeCloseTo(14 - daysFromFull, 9);
    if (markCm !== undefined) expect(markCm).toBeGreaterThan(0);
  });

  it("is longer where the wall is tight, by about what the wall takes", () => {
    const tight = { ...clay, vessel: { ...clay.vessel, material: "plastic" as const } };
    const [porous, glazed] = [clay, tight].map((setup) => {
      const { network } = statesOf(setup);
      return { days: told(setup).daysFromFull, rises: budgetOf(setup, network).risesPerDayCm3 };
    }) as [{ days: number; rises: number }, { days: number; rises: number }];
    expect(glazed.days).toBeGreaterThan(1.3 * porous.days);
    expect(porous.rises).toBeGreaterThan(1.3 * glazed.rises);
  });

  it("is for good where nothing is asked", () => {
    const idle = told({ ...clay, demand: { by: "said", mmPerDay: 0 } });
    expect([idle.daysFromFull, idle.beyondDays, idle.markCm]).toEqual([Infinity, 0, undefined]);
  });
});
