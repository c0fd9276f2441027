import { describe, expect, it } from "vitest";
import { withHistory } from "../stack/edit";
import type { Setup } from "../stack/setup";
import { GRAVEL, layer, MIX, PEAT, potWith } from "../testing/setups";
import { placeOf, planRun } from "./run-plan";

const BED = [layer(GRAVEL, 8), layer(MIX, 12)];
const DRAINED = potWith({ kind: "drained", outletCm: 0 }, BED);
const OVERFLOWS = potWith({ kind: "free-water", levelCm: 7, overflowCm: 8 }, BED);
const JAR = potWith({ kind: "dosed", storedCm3: 2000 }, [layer(PEAT, 12)]);

describe("the plan of a run", () => {
  it("soaks and drains a day first what can run out of a hole under its surface, and was soaked", () => {
    const soaked = (setup: Setup): boolean => planRun(setup, 3).soaked;
    expect(soaked(DRAINED)).toBe(true);
    expect(soaked(OVERFLOWS)).toBe(true);
    expect(soaked(withHistory(OVERFLOWS, "moist"))).toBe(false);
    expect(soaked(potWith({ kind: "free-water", levelCm: 7, overflowCm: null }, BED))).toBe(false);
    // a hole at the surface lets nothing out of the stack
    expect(soaked(potWith({ kind: "free-water", levelCm: 7, overflowCm: 20 }, BED))).toBe(false);
    expect(soaked(potWith({ kind: "free-water", levelCm: 7, overflowCm: 19.9 }, BED))).toBe(true);
    expect(soaked(JAR)).toBe(false);
  });

  it("is drained, dry, refilled and left a day; a dose takes six hours, a refill one", () => {
    expect(planRun(DRAINED, 2)).toMatchObject({
      dryDays: 2,
      dryFrom: 24,
      refillFrom: 72,
      phases: [
        { kind: "drain", fromHour: 0, toHour: 24 },
        { kind: "dry", fromHour: 24, toHour: 72 },
        { kind: "refill", fromHour: 72, toHour: 73 },
        { kind: "after", fromHour: 73, toHour: 97 },
      ],
    });
    expect(planRun(JAR, 1)).toMatchObject({
      dryFrom: 0,
      refillFrom: 24,
      phases: [{ kind: "dry" }, { kind: "refill", fromHour: 24, toHour: 30 }, { kind: "after", toHour: 54 }],
    });
  });

  it("is shown at hours that ascend, every phase's end and every dawn among them, closer where much moves", () => {
    for (const setup of [DRAINED, OVERFLOWS, JAR])
      for (const [days, every] of [
        [1, 2],
        [8, 2],
        [9, 4],
        [16, 4],
        [17, 6],
        [30, 6],
      ] as const) {
        const { hours, phases, dryFrom, refillFrom } = planRun(setup, days);
        expect(hours).toEqual([...new Set(hours)].sort((a, b) => a - b));
        expect(hours[0]).toBe(0);
        expect(hours.at(-1)).toBe(phases.at(-1)!.toHour);
        for (const { toHour } of phases) expect(hours).toContain(toHour);
        for (let day = 0; day <= days; day++) expect(hours).toContain(dryFrom + 24 * day);
        const dry = hours.filter((hour) => hour >= dryFrom && hour <= refillFrom);
        expect(dry).toHaveLength((24 * days) / every + 1);
        expect(dry[1]! - dry[0]!).toBe(every);
      }
    expect(planRun(DRAINED, 1).hours.filter((hour) => hour <= 2)).toEqual([0, 0.1, 0.25, 0.5, 1, 1.5, 2]);
    expect(planRun(JAR, 1).hours.filter((hour) => hour > 24 && hour <= 30)).toEqual([
      24.25, 24.5, 25, 26, 27, 28, 29, 30,
    ]);
    expect(planRun(DRAINED, 1).hours.filter((hour) => hour > 48 && hour <= 49)).toEqual([48.25, 48.5, 49]);
  });

  it("names an hour that is not among its own, instead of reading nothing there", () => {
    const { hours } = planRun(JAR, 1);
    expect(hours[placeOf(hours, 24)]).toBe(24);
    expect(() => placeOf(hours, 24.1)).toThrow(/24\.1/u);
  });
});
