import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { inLibrary } from "../occupants/library/library";
import { placeYearsOf } from "../place/place-years";
import type { Setup } from "../stack/setup";
import { anySetup } from "../testing/any-setup";
import { anyPlace, OPEN, placeOf } from "../testing/places";
import { medium, potWith } from "../testing/setups";
import { budgetOf } from "../water/budget";
import { whenSound } from "../water/checked";
import { demandMmPerDay, lossesOf } from "../water/losses";
import { networkOf } from "../water/network";
import { supplyOf } from "../water/supply";
import { daysOfDemand } from "./demand";
import { standingThere } from "./here-of";
import { monthsTooLate, wantsOf, yearOfWater, type YearOfWater } from "./year-of-water";

const terrace = { at: placeYearsOf(placeOf(OPEN), 4), found: [placeOf(OPEN)] };
const stands = (setup: Setup): Setup => standingThere({ ...setup, demand: { by: "place" } }, terrace, inLibrary);
const yearOf = (setup: Setup): YearOfWater => {
  const days = daysOfDemand(setup, terrace.at, inLibrary);
  const year = whenSound(setup, medium, (sound) => yearOfWater(sound, medium, wantsOf(setup, inLibrary), { days }));
  if (!year.ok) throw new Error(year.problems[0]!.message);
  return year.value;
};
const inMonth = (setup: Setup, month: number): Setup => ({ ...setup, here: { ...setup.here!, month } });

const WICKED = stands({
  ...potWith({ kind: "free-water", levelCm: 4, overflowCm: 5 }),
  occupants: [{ id: "c", occupantId: "celery", count: 1 }],
});
const DRAINED = stands({
  ...potWith({ kind: "drained", outletCm: 0 }),
  occupants: [{ id: "r", occupantId: "rosemary", count: 1 }],
});

describe("a setup's year", () => {
  it("says of each month what the supply says of that month: its mark, how much is under full, how long it lasts", () => {
    const { months } = yearOf(WICKED);
    for (const month of [0, 5, 6, 9]) {
      const supply = whenSound(inMonth(WICKED, month), medium, (sound) => supplyOf(sound, medium, 0));
      if (!supply.ok) throw new Error("a pot");
      const { mark, usableCm3, usableDays } = supply.value.soaked;
      const { fill, takesCm3 } = months[month]!;
      expect(fill!.mark).toEqual(mark);
      expect(fill!.usableCm3).toBeCloseTo(usableCm3, 9);
      expect(fill!.days.typical).toBeCloseTo(usableDays, 9);
      expect(fill!.days.typical * takesCm3.typical).toBeCloseTo(usableCm3, 6);
      expect(fill!.days.low).toBeLessThan(fill!.days.typical);
    }
    expect(months[6]!.fill!.days.typical).toBeLessThan(months[0]!.fill!.days.typical / 3);
  });

  it("of a drained pot says how long its roots have water, longer in winter, and shorter where they want it sooner", () => {
    const { months } = yearOf(DRAINED);
    expect(months[6]!.fill).toBeUndefined();
    expect(months[0]!.betweenDays!.typical).toBeGreaterThan(3 * months[6]!.betweenDays!.typical);
    const early = whenSound(DRAINED, medium, (sound) =>
      yearOfWater(sound, medium, { drySuctionCm: 30, bearsDryDays: 0, mostWaterMgPerL: 100 }, { days: [] }),
    );
    expect(early.ok && early.value.months[6]!.betweenDays!.typical).toBeLessThan(months[6]!.betweenDays!.typical);
  });

  it("is too late for a hand in the months in which it lasts shorter than the hand, and than is borne dry", () => {
    const year = yearOf(DRAINED);
    const july = year.months[6]!.betweenDays!.typical;
    // rosemary bears some days of it
    expect(year.bearsDryDays).toBeGreaterThan(1);
    expect(monthsTooLate(year, july + year.bearsDryDays - 0.1)).not.toContain(6);
    expect(monthsTooLate(year, july + year.bearsDryDays + 0.1)).toContain(6);
    expect(monthsTooLate(year, 1e6)).toHaveLength(12);
    expect(monthsTooLate(year, 0.1)).toEqual([]);
  });

  it("counts the roof that is led into it, and what of it there is room for", () => {
    const open = yearOf(DRAINED);
    const roofed = yearOf({ ...DRAINED, site: { ...DRAINED.site, roofM2: 1 } });
    const rain = (year: YearOfWater): number => year.months.reduce((sum, { rainCm3 }) => sum + rainCm3.typical, 0);
    expect(rain(roofed)).toBeGreaterThan(5 * rain(open));
    for (const { rainCm3, overCm3 } of roofed.months) {
      expect(overCm3.high).toBeLessThanOrEqual(rainCm3.high + 1e-6);
      expect(overCm3.typical).toBeGreaterThan(0.5 * rainCm3.typical);
    }
    // what rains in need not be given
    expect(roofed.givenCm3).toBeLessThan(open.givenCm3);
  });

  it("has salts of feed that was laid in it, and none of feed that brings none", () => {
    const fed = (amendmentId: string): YearOfWater =>
      yearOf({
        ...DRAINED,
        layers: DRAINED.layers.map((layer, i) =>
          i === 0 ? { ...layer, amendments: [{ amendmentId, amount: 20, given: "mixed" as const }] } : layer,
        ),
      });
    expect(fed("slow-release").feedMg).toBeCloseTo(20_000 * 0.3, 9);
    expect(fed("bone-meal").feedMg).toBe(0);
  });

  it("has one month where a day is said, and says so by being the same all year", () => {
    const said = { ...WICKED, demand: { by: "said", mmPerDay: 4 } as const };
    const { months } = yearOf(said);
    for (const { takesCm3, fill } of months) {
      expect(takesCm3).toEqual(months[0]!.takesCm3);
      expect(takesCm3.low).toBe(takesCm3.high);
      expect(fill).toEqual(months[0]!.fill);
    }
  });

  it("set right by what was poured takes that, in its month, and all others in step", () => {
    const before = yearOf(WICKED);
    const derived = before.months[5]!.takesCm3.typical;
    const times = 3000 / 6 / derived;
    const poured: Setup = {
      ...WICKED,
      demand: { by: "place", poured: { volumeCm3: 3000, days: 6, month: 5, times } },
    };
    const after = yearOf(poured);
    expect(after.months[5]!.takesCm3.typical * 6).toBeCloseTo(3000, 6);
    after.months.forEach(({ takesCm3 }, month) =>
      expect(takesCm3.typical / before.months[month]!.takesCm3.typical).toBeCloseTo(times, 9),
    );
    expect(after.heatWaveCm3.typical / before.heatWaveCm3.typical).toBeCloseTo(times, 9);
    expect(demandMmPerDay(poured)).toBeCloseTo(times * demandMmPerDay(WICKED), 9);
  });

  it("counts a dressing on the surface's own part, not on the leaves'", () => {
    const dressed: Setup = {
      ...WICKED,
      fixtures: [...WICKED.fixtures, { kind: "dressing", id: "d", material: "sheet", thicknessCm: 0.1 }],
    };
    const network = networkOf(dressed, medium);
    if (!network.ok) throw new Error("a pot");
    const at = (setup: Setup, month: number): number => lossesOf(inMonth(setup, month), network.value).mouthCm3PerHour;
    // January has bare ground, July leaves
    expect(at(dressed, 0) / at(WICKED, 0)).toBeLessThan(0.6);
    expect(at(dressed, 6) / at(WICKED, 6)).toBeGreaterThan(at(dressed, 0) / at(WICKED, 0) + 0.1);
  });

  it("of any design at any place agrees with its budget, and its ranges are in order", () => {
    fc.assert(
      fc.property(anySetup, anyPlace, (setup, place) => {
        const there = { at: placeYearsOf(place, 1), found: [place] };
        const standing = standingThere({ ...setup, demand: { by: "place" } }, there, inLibrary);
        const year = whenSound(standing, medium, (sound) =>
          yearOfWater(
            sound,
            medium,
            { drySuctionCm: 100, bearsDryDays: 0, mostWaterMgPerL: 100 },
            { days: daysOfDemand(standing, there.at, inLibrary) },
          ),
        );
        if (!year.ok) return;
        const network = networkOf(standing, medium);
        if (!network.ok) return;
        year.value.months.forEach(({ takesCm3, fill, betweenDays }, month) => {
          const { losses } = budgetOf(inMonth(standing, month), network.value);
          const most = 24 * (losses.mouthCm3PerHour + losses.wallCm3PerHour + losses.trayCm3PerHour);
          expect(takesCm3.typical).toBeLessThanOrEqual(most * (1 + 1e-9) + 1e-9);
          for (const days of [fill?.days, betweenDays])
            if (days) {
              expect(Number.isNaN(days.typical)).toBe(false);
              expect(days.low).toBeLessThanOrEqual(days.typical);
              expect(days.high).toBeGreaterThanOrEqual(days.typical);
            }
        });
      }),
      { numRuns: 60, seed: 31 },
    );
  });
});
