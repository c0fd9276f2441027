import { describe, expect, it } from "vitest";
import { GRAVEL, layer, medium, MIX, PEAT, potWith } from "../testing/setups";
import { withDemand, withHistory, withWater } from "../stack/edit";
import type { Setup } from "../stack/setup";
import { runSetup, type Run } from "./run";

const TROUGH = potWith({ kind: "free-water", levelCm: 7, overflowCm: 8 }, [
  layer(GRAVEL, 8),
  layer("fine-sand-0.1-0.5", 3, false),
  layer(MIX, 14),
]);
const run = (setup: Setup, days = 3): Run => {
  const done = runSetup(setup, medium, days);
  if (!done.ok) throw new Error(done.problems[0]!.message);
  return done.value;
};
const at = ({ frames }: Run, hour: number) => frames.find(({ hours }) => Math.abs(hours - hour) < 1e-6)!;

describe("a run", () => {
  it("of a trough soaks, drains to its overflow, is drunk from, and stands at its level once refilled", () => {
    const lived = run(TROUGH);
    expect(lived.phases.map(({ kind, fromHour, toHour }) => [kind, fromHour, toHour])).toEqual([
      ["drain", 0, 24],
      ["dry", 24, 96],
      ["refill", 96, 97],
      ["after", 97, 121],
    ]);
    expect(at(lived, 24).state.waterTableCm).toBeCloseTo(8, 1);
    expect(at(lived, 96).state.waterTableCm).toBeLessThan(7);
    expect(at(lived, 97).state.waterTableCm).toBeCloseTo(7, 2);
    // 4 mm a day over 314 cm² for three days
    expect(lived.askedCm3).toBeCloseTo(0.4 * Math.PI * 100 * 3, 6);
    expect(lived.givenCm3).toBeCloseTo(lived.askedCm3, 3);
    expect(lived.massBalanceRelError).toBeLessThan(1e-9);
    const used = at(lived, 24).state.storedCm3 - at(lived, 96).state.storedCm3;
    // what was drunk came from the pores, and a little from the tube the bed is filled through
    expect(lived.givenCm3 - used).toBeGreaterThan(0);
    expect(lived.givenCm3 - used).toBeLessThan(12.6 * 8);
  });

  it("of a thirsty trough says from which day it gives too little: gravel loses touch with water still in it, wick feet empty their reservoir", () => {
    const lived = run(withDemand(TROUGH, 20), 12);
    expect(at(lived, 24 + 12 * 24).state.waterTableCm).toBeGreaterThan(0.5);
    expect(lived.emptyFromHour).toBeUndefined();
    const feet = run(
      withDemand({ ...TROUGH, layers: [{ ...layer(MIX, 8, false), areaShare: 0.2 }, layer(MIX, 14)] }, 20),
      12,
    );
    expect(feet.emptyFromHour).toBeGreaterThan(24);
    expect(lived.shortFromHour).toBeGreaterThanOrEqual(24);
    expect(lived.givenCm3).toBeLessThan(0.9 * lived.askedCm3);
  });

  it("of a drained pot is back where a soaking leaves it a day after it is watered again", () => {
    const lived = run(potWith({ kind: "drained", outletCm: 0 }, [layer(MIX, 20)]), 2);
    const [first, again] = [at(lived, 24), at(lived, 24 + 48 + 1 + 24)];
    expect(again.state.storedCm3 / first.state.storedCm3).toBeCloseTo(1, 2);
    expect(lived.refilledCm3).toBeGreaterThan(lived.givenCm3);
  });

  it("of a jar gives back what was lost, and no more", () => {
    const jar = withDemand(potWith({ kind: "dosed", storedCm3: 2500 }, [layer(PEAT, 12)]), 0.5);
    const lived = run(jar);
    expect(lived.phases.map(({ kind }) => kind)).toEqual(["dry", "refill", "after"]);
    expect(lived.givenCm3).toBeCloseTo(0.05 * Math.PI * 100 * 3, 2);
    expect(at(lived, 72).state.storedCm3).toBeCloseTo(at(lived, 0).state.storedCm3 - lived.givenCm3, 2);
    expect(lived.frames.at(-1)!.state.storedCm3).toBeCloseTo(at(lived, 0).state.storedCm3, 2);
  });

  it("starts as it stands where nothing was soaked, dries from the surface where nothing is rooted, and stays put where nothing is asked", () => {
    expect(run(withHistory(TROUGH, "moist"), 1).phases[0]!.kind).toBe("dry");
    const bare = run(potWith({ kind: "drained", outletCm: 0 }, [layer("fine-sand-0.1-0.5", 10, false)]), 2);
    expect(bare.givenCm3).toBeGreaterThan(0.5 * bare.askedCm3);
    expect(run(withDemand(TROUGH, 0), 1).givenCm3).toBe(0);
  });

  it("refuses days that are none, and a setup that cannot be settled", () => {
    for (const days of [0, 1.5, 31, Number.NaN])
      expect(runSetup(TROUGH, medium, days)).toMatchObject({ ok: false, problems: [{ code: "out-of-range" }] });
    expect(runSetup(withWater(TROUGH, { kind: "free-water", levelCm: 28, overflowCm: null }), medium, 2)).toMatchObject(
      { ok: false, problems: [{ code: "open-water" }] },
    );
    expect(runSetup(withWater(TROUGH, { kind: "dosed", storedCm3: 6500 }), medium, 2)).toMatchObject({
      ok: false,
      problems: [{ code: "open-water" }],
    });
    expect(runSetup(withHistory(TROUGH, "dry"), medium, 2)).toMatchObject({
      ok: false,
      problems: [{ code: "repels" }],
    });
    expect(runSetup(withWater(TROUGH, { kind: "drained", outletCm: 99 }), medium, 2)).toMatchObject({ ok: false });
  });
});
