import { describe, expect, it } from "vitest";
import { GRAVEL, layer, medium, MIX, PEAT, potWith, withHeld, inFeet } from "../testing/setups";
import { withSaidDemand, withHistory } from "../stack/edit";
import type { Setup } from "../stack/setup";
import type { Run } from "./run";
import { runSetup } from "../testing/settled";
import { anySetup } from "../testing/any-setup";
import { settle, supplyOf } from "../testing/settled";
import { HISTORIES } from "../stack/setup";
import { branchesShown } from "./supply-shown";
import * as fc from "fast-check";
import { CONTAINER_UPTAKE, type UptakeLimits } from "./uptake";

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
    const lived = run(withSaidDemand(TROUGH, 20), 12);
    expect(at(lived, 24 + 12 * 24).state.waterTableCm).toBeGreaterThan(0.5);
    expect(lived.emptyFromHour).toBeUndefined();
    const feet = run(
      withSaidDemand({ ...TROUGH, layers: [{ ...layer(MIX, 8, false), legs: inFeet(0.2) }, layer(MIX, 14)] }, 20),
      12,
    );
    expect(feet.emptyFromHour).toBeGreaterThan(24);
    expect(lived.shortFromHour).toBeGreaterThanOrEqual(24);
    expect(lived.givenCm3).toBeLessThan(0.9 * lived.askedCm3);
  });

  it("of a drained pot that is watered from a can holds a little less a day after than a soaking left in it", () => {
    const lived = run(potWith({ kind: "drained", outletCm: 0 }, [layer(MIX, 20)]), 2);
    const [first, again] = [at(lived, 24), at(lived, 24 + 48 + 1 + 24)];
    // what was wetted by water passing through drains by another curve than what was full
    const share = again.state.storedCm3 / first.state.storedCm3;
    expect(share).toBeGreaterThan(0.95);
    expect(share).toBeLessThan(0.995);
    expect(lived.refilledCm3).toBeGreaterThan(lived.givenCm3);
  });

  it("of a jar gives back what was lost, and no more", () => {
    const jar = withSaidDemand(potWith({ kind: "dosed", storedCm3: 2500 }, [layer(PEAT, 12)]), 0.5);
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
    expect(run(withSaidDemand(TROUGH, 0), 1).givenCm3).toBe(0);
  });

  it("counts what was taken, hour by hour, and tells each hour it has followed", () => {
    const hours: number[] = [];
    const done = runSetup(TROUGH, medium, 2, { onHour: (hour) => hours.push(hour) });
    if (!done.ok) throw new Error("runs");
    const lived = done.value;
    expect(hours).toEqual(lived.frames.map(({ hours: hour }) => hour));
    expect(lived.setup).toBe(TROUGH);
    // nothing by night, twice the mean by day: all of a day is taken by dusk
    const dayCm3 = 0.4 * Math.PI * 100;
    expect(at(lived, 24).uptakeCm3).toBe(0);
    expect(at(lived, 30).uptakeCm3).toBeCloseTo(dayCm3 / 2, 2);
    expect(at(lived, 36).uptakeCm3).toBeCloseTo(dayCm3, 2);
    expect(at(lived, 48).uptakeCm3).toBeCloseTo(dayCm3, 2);
    expect(at(lived, 60).uptakeCm3).toBeCloseTo(2 * dayCm3, 2);
    expect(lived.frames.at(-1)!.uptakeCm3).toBeCloseTo(2 * dayCm3, 2);
    for (const { state, levelCm } of lived.frames) {
      expect(state.waterTableCm).toBe(levelCm);
      expect(state.pondedCm3).toBe(0);
      expect(state.layerStoredCm3.reduce((sum, stored) => sum + stored, 0) / state.storedCm3).toBeCloseTo(1, 6);
    }
    expect(lived.shortFromHour).toBeUndefined();
  });

  it("of wick feet draws on the open water beside them, as much as there is of it", () => {
    const feet: Setup = { ...TROUGH, layers: [{ ...layer(MIX, 8, false), legs: inFeet(0.2) }, layer(MIX, 14)] };
    const lived = run(withSaidDemand(feet, 12), 2);
    const [before, after] = [at(lived, 24), at(lived, 72)];
    const open = 0.8 * Math.PI * 100 * (before.levelCm! - after.levelCm!);
    expect(open).toBeGreaterThan(20);
    expect(lived.givenCm3).toBeCloseTo(before.state.storedCm3 - after.state.storedCm3 + open, 1);
    // and is given back what went, by the hour of its refill and while it is held
    const filled = at(lived, 73);
    expect(filled.levelCm).toBeCloseTo(7, 6);
    expect(lived.refilledCm3).toBeGreaterThan(0.8 * Math.PI * 100 * (7 - after.levelCm!));
  });

  it("of a vessel that drains is soaked full, and watered over its top again", () => {
    const lived = run(potWith({ kind: "drained", outletCm: 3 }, [layer(MIX, 20)]), 1);
    const full = at(lived, 0).state.storedCm3;
    expect(full / (Math.PI * 100 * 20 * medium(MIX)!.hydraulics.thetaS)).toBeCloseTo(1, 5);
    const drained = at(lived, 24).state;
    expect(drained.waterTableCm).toBeCloseTo(3, 1);
    // what was drunk comes back from the top, and a third more, which runs out
    expect(lived.refilledCm3 / lived.givenCm3).toBeGreaterThan(1.3 - 1e-9);
    expect(lived.frames.at(-1)!.state.storedCm3 / drained.storedCm3).toBeCloseTo(1, 1);
    expect(lived.ranOutCm3 + lived.givenCm3 + lived.frames.at(-1)!.state.storedCm3).toBeCloseTo(
      full + lived.refilledCm3,
      1,
    );
    expect(lived.emptyFromHour).toBeUndefined();
  });

  it("of a jar takes six hours to be dosed, and stands where the head at its base says", () => {
    const lived = run(withSaidDemand(potWith({ kind: "dosed", storedCm3: 2500 }, [layer(PEAT, 12)]), 0.5), 1);
    const [driest, half, dosed] = [at(lived, 24), at(lived, 27), at(lived, 30)];
    expect(half.state.storedCm3 - driest.state.storedCm3).toBeCloseTo(lived.givenCm3 / 2, 2);
    expect(dosed.state.storedCm3 - driest.state.storedCm3).toBeCloseTo(lived.refilledCm3, 9);
    expect(lived.refilledCm3).toBeCloseTo(lived.givenCm3, 3);
    for (const { levelCm, state, uptakeCm3, hours } of lived.frames) {
      expect(levelCm).toBeUndefined();
      expect(state.waterTableCm).toBeCloseTo(Math.min(12, state.psiCm[0]! + 0.125), 9);
      if (hours > 24) expect(uptakeCm3).toBeCloseTo(lived.givenCm3, 9);
    }
  });

  it("drinks between the heads that what grows there bears: a marsh with wet feet, a pot's plant not", () => {
    const standing = (levelCm: number, drinks?: UptakeLimits): Run => {
      const pot = potWith({ kind: "free-water", levelCm, overflowCm: null }, [layer(PEAT, 12)]);
      const lived = runSetup(pot, medium, 1, { drinks });
      if (!lived.ok) throw new Error(lived.problems[0]!.message);
      return lived.value;
    };
    // nobody says what grows there: it drinks wherever there is water
    expect(standing(6).givenCm3 / standing(6).askedCm3).toBeCloseTo(1, 2);
    const drowned = standing(6, CONTAINER_UPTAKE);
    expect(drowned.givenCm3).toBeLessThan(0.75 * drowned.askedCm3);
    expect(drowned.shortFromHour).toBe(0);
    expect(standing(3, CONTAINER_UPTAKE).givenCm3).toBeGreaterThan(drowned.givenCm3);
  });

  it("starts with its reservoir as it stands where it was not soaked", () => {
    const feet: Setup = { ...TROUGH, layers: [{ ...layer(MIX, 8, false), legs: inFeet(0.2) }, layer(MIX, 14)] };
    expect(at(run(withHistory(feet, "moist"), 1), 0).levelCm).toBe(7);
    expect(at(run(feet, 1), 0).levelCm).toBe(8);
    expect(run(withSaidDemand(feet, 0), 1).shortFromHour).toBeUndefined();
  });

  it("called off tells what is known until then, and fails before its first dry day", () => {
    const calledOffAt = (setup: Setup, hour: number) => {
      let reached = 0;
      return runSetup(setup, medium, 3, { onHour: (now) => (reached = now), mayGoOn: () => reached < hour });
    };
    const day = 0.4 * Math.PI * 100;
    const cut = calledOffAt(TROUGH, 52);
    if (!cut.ok) throw new Error("is told");
    expect(cut.value.followedToHour).toBe(52);
    expect(cut.value.phases).toEqual([
      { kind: "drain", fromHour: 0, toHour: 24 },
      { kind: "dry", fromHour: 24, toHour: 52 },
    ]);
    // a day, and four of the twelve hours of the next
    expect(cut.value.askedCm3).toBeCloseTo(day * (1 + 4 / 12), 6);
    expect(cut.value.givenCm3 / cut.value.askedCm3).toBeCloseTo(1, 2);
    expect(cut.value.frames.at(-1)!.hours).toBe(52);
    expect(cut.value.refilledCm3).toBe(0);
    expect(cut.value.massBalanceRelError).toBeLessThan(1e-9);
    expect(calledOffAt(TROUGH, 24)).toMatchObject({ ok: false, problems: [{ path: "run", code: "stopped" }] });
    expect(run(TROUGH).followedToHour).toBeUndefined();
    const jar = potWith({ kind: "dosed", storedCm3: 2500 }, [layer(PEAT, 12)]);
    expect(calledOffAt(jar, 24)).toMatchObject({ ok: true, value: { followedToHour: 24, refilledCm3: 0 } });
    const refilling = calledOffAt(jar, 74);
    if (!refilling.ok) throw new Error("is told");
    expect(refilling.value.phases.map(({ kind, toHour }) => [kind, toHour])).toEqual([
      ["dry", 72],
      ["refill", 74],
    ]);
    expect(refilling.value.refilledCm3 / refilling.value.givenCm3).toBeCloseTo(2 / 6, 2);
  });

  it("follows water that stands over the soil: it falls as it is drunk and dried, and is filled up again", () => {
    const tub = withSaidDemand(potWith({ kind: "free-water", levelCm: 24, overflowCm: 26 }, [layer(MIX, 20)]), 8);
    const lived = run(tub, 3);
    const fallenCm = 24 - at(lived, 72).state.waterTableCm;
    // three days of 8 mm leave the pond alone: the soil under it stays full
    expect(fallenCm).toBeCloseTo(2.4, 2);
    expect(at(lived, 72).state.pondedCm3).toBeCloseTo(Math.PI * 100 * (4 - fallenCm), 3);
    expect(lived.givenCm3 / lived.askedCm3).toBeCloseTo(1, 6);
    expect(at(lived, 74).state.waterTableCm).toBeCloseTo(24, 3);
    expect(lived.refilledCm3).toBeCloseTo(lived.givenCm3, 1);
    expect(lived.massBalanceRelError).toBeLessThan(1e-9);
    // a jar with too much in it is a pond too
    const jar = run(withHeld(TROUGH, { kind: "dosed", storedCm3: 6500 }), 2);
    expect(at(jar, 0).state.pondedCm3).toBeGreaterThan(0);
    expect(jar.massBalanceRelError).toBeLessThan(1e-9);
  });

  it("has its refill mark as supply has it where nothing dried too far, and higher after a drought", () => {
    const supply = supplyOf(TROUGH, medium, 0);
    if (!supply.ok) throw new Error("supplies");
    const { before, after } = run(TROUGH, 3).marks!;
    expect(before).toEqual(supply.value.soaked.mark);
    if (before.kind !== "mark" || after.kind !== "mark") throw new Error("has marks");
    expect(after.levelCm).toBeCloseTo(before.levelCm, 1);
    const drought = run(TROUGH, 16).marks!;
    if (drought.after.kind !== "mark") throw new Error("has a mark");
    expect(drought.before).toEqual(before);
    expect(drought.after.levelCm).toBeGreaterThan(before.levelCm + 0.3);
    // what has only wicked up has a mark of its own, from which it starts
    const wicked = supplyOf(withHistory(TROUGH, "moist"), medium, 0);
    expect(wicked.ok && run(withHistory(TROUGH, "moist"), 1).marks!.before).toEqual(
      wicked.ok && wicked.value.wicked.mark,
    );
    expect(run(potWith({ kind: "drained", outletCm: 0 }, [layer(MIX, 20)]), 1).marks).toBeUndefined();
  });

  it("put in dry sheds the water that should rise, and soaked it does not", () => {
    const pot = potWith({ kind: "free-water", levelCm: 4, overflowCm: 5 }, [layer(GRAVEL, 5), layer(PEAT, 12)]);
    const [dry, soaked] = [run(withHistory(pot, "dry")), run(pot)];
    expect(dry.shedAtEnd).toHaveLength(1);
    expect(dry.shedAtEnd[0]!.toCm).toBeCloseTo(17, 6);
    expect(dry.shedAtEnd[0]!.fromCm).toBeLessThan(8);
    expect(dry.givenCm3).toBeLessThan(0.1 * dry.askedCm3);
    expect(dry.shortFromHour).toBe(0);
    expect(dry.massBalanceRelError).toBeLessThan(1e-9);
    expect([...soaked.shedWhenDriest, ...soaked.shedAtEnd]).toEqual([]);
    expect(soaked.givenCm3 / soaked.askedCm3).toBeCloseTo(1, 2);
    // sand and gravel shed nothing, however dry
    const sand = potWith({ kind: "free-water", levelCm: 4, overflowCm: 5 }, [
      layer(GRAVEL, 5),
      layer("fine-sand-0.1-0.5", 12),
    ]);
    expect(run(withHistory(sand, "dry")).shedAtEnd).toEqual([]);
  });

  it("of a pot left until its plants hang sheds water by the end, and water poured on it hardly goes in", () => {
    const pot = withSaidDemand(potWith({ kind: "drained", outletCm: 0 }, [layer(PEAT, 12)]), 6);
    const lived = run(pot, 30);
    const [driest] = lived.shedWhenDriest;
    expect(driest!.toCm - driest!.fromCm).toBeGreaterThan(6);
    // it takes up less of a can than one of the same drought that does not shed
    const easy = run(withSaidDemand(potWith({ kind: "drained", outletCm: 0 }, [layer("coir-pith-fine", 12)]), 6), 30);
    expect(easy.shedWhenDriest).toEqual([]);
    const kept = ({ frames }: Run): number =>
      frames.at(-1)!.state.storedCm3 - frames.find(({ hours }) => hours === 24 + 30 * 24)!.state.storedCm3;
    expect(kept(lived) / lived.refilledCm3).toBeLessThan(kept(easy) / easy.refilledCm3);
  });

  it("of any setup a designer makes is followed to its end however it got wet, and loses and makes no water", () => {
    fc.assert(
      fc.property(anySetup, fc.constantFrom(...HISTORIES), fc.integer({ min: 1, max: 9 }), (setup, history, days) => {
        const lived = runSetup(withHistory(setup, history), medium, days);
        if (!lived.ok) {
          expect(lived.problems[0]!.code).not.toBe("stopped");
          return;
        }
        expect(lived.value.followedToHour).toBeUndefined();
        expect(lived.value.massBalanceRelError).toBeLessThan(1e-9);
        const { frames, marks } = lived.value;
        for (const { state } of frames)
          for (const theta of state.theta) expect(Number.isFinite(theta) && theta >= 0).toBe(true);
        // it starts as it is settled, where it is not soaked first
        const rest = settle(withHistory(setup, history), medium);
        if (lived.value.phases[0]!.kind === "dry" && rest.ok && frames[0]!.state.pondedCm3 === 0)
          expect(frames[0]!.state.storedCm3 / rest.value.equilibrium.storedCm3).toBeCloseTo(1, 2);
        // and has the mark that its supply has
        const supply = marks && supplyOf(withHistory(setup, history), medium, 0);
        if (supply?.ok)
          expect(marks!.before).toEqual(branchesShown(withHistory(setup, history), supply.value).own.mark);
      }),
      { numRuns: 40 },
    );
  }, 240_000);

  it("refuses days that are none, and a setup that cannot be settled", () => {
    for (const days of [0, 1.5, Number.NaN]) expect(() => runSetup(TROUGH, medium, days)).toThrow(/whole number/);
    expect(runSetup(withHeld(TROUGH, { kind: "drained", outletCm: 99 }), medium, 2)).toMatchObject({ ok: false });
  });
});
