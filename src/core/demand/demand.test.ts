import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { inLibrary, PLANTS } from "../occupants/library/library";
import type { Occupant, Plant } from "../occupants/occupant";
import { daysInMonth, dayOfYearOf, monthOfDay, YEAR_DAYS } from "../place/day-in-year";
import { placeYearsOf } from "../place/place-years";
import { anySetup } from "../testing/any-setup";
import { anyPlace, OPEN, placeOf } from "../testing/places";
import { potWith } from "../testing/setups";
import type { Setup } from "../stack/setup";
import { mouthCm2 } from "../water/network";
import { daysOfDemand, yearOfDemand } from "./demand";
import { leafShareOf } from "./growing";
import { THIRST } from "./thirst";

const POT = potWith({ kind: "free-water", levelCm: 4, overflowCm: 5 });
const open = placeYearsOf(placeOf(OPEN), 4);
const room = placeYearsOf(placeOf({ kind: "room", heated: true }), 2);
const plant = (id: string): Plant => inLibrary(id) as Plant;
/** A kind that is never asleep, of a spread and height that make the sums plain. */
const made = (more: Partial<Plant>): Plant => ({
  ...plant("rosemary"),
  dormancy: "none",
  eaten: false,
  guild: "moist-herb",
  ...more,
});
const figure = (value: number): Plant["spreadCm"] => ({
  low: value,
  typical: value,
  high: value,
  confidence: "low",
  source: "a test",
});
const lives = (setup: Setup, count = 1): Setup => ({ ...setup, occupants: [{ id: "a", occupantId: "it", count }] });
const asIt = (one: Occupant) => (id: string) => (id === "it" ? one : undefined);
const NOBODY = () => undefined;

describe("what a day takes", () => {
  it("of a bare wet surface is 1.1 of the reference, and of nothing else", () => {
    for (const { referenceMm, leavesMm, surfaceMm, leavesOverMouth } of daysOfDemand(POT, open, NOBODY)) {
      expect(surfaceMm).toBeCloseTo(1.1 * referenceMm, 12);
      expect([leavesMm, leavesOverMouth]).toEqual([0, 0]);
    }
  });

  it("of a full canopy is its basal coefficient, and what the surface under it still gets", () => {
    // flat and as wide as the mouth: π/4 of its spread squared is the round mouth itself
    const flat = made({ spreadCm: figure(20), heightCm: figure(0) });
    for (const { referenceMm, leavesMm, surfaceMm, leavesOverMouth } of daysOfDemand(lives(POT), room, asIt(flat))) {
      expect(leavesOverMouth).toBeCloseTo(1, 9);
      expect(leavesMm).toBeCloseTo(0.95 * referenceMm, 9);
      expect(surfaceMm).toBeCloseTo(0, 9);
    }
  });

  it("grows with leaves beyond the mouth, until they shade one another", () => {
    const flat = made({ spreadCm: figure(20), heightCm: figure(0) });
    const at = (count: number): number => yearOfDemand(lives(POT, count), room, asIt(flat)).months[6]!.leavesMm;
    expect(at(2)).toBeCloseTo(2 * at(1), 9);
    expect(at(5)).toBeCloseTo(2 * at(1), 9);
  });

  it("is more in the open for what stands up from it, and no more in a room", () => {
    const at = (heightCm: number, years: typeof room): number =>
      yearOfDemand(lives(POT), years, asIt(made({ spreadCm: figure(20), heightCm: figure(heightCm) }))).months[6]!
        .leavesMm;
    expect(at(20, open)).toBeCloseTo(1.4 * at(0, open), 9);
    expect(at(400, open)).toBeCloseTo(1.6 * at(0, open), 9);
    expect(at(400, room)).toBeCloseTo(at(0, room), 9);
  });

  it("of a crop of one summer is bare ground before it is planted and after it is eaten", () => {
    const celery = plant("celery");
    const share = leafShareOf(celery, open);
    const { last, first } = open.frost!;
    expect(share[dayOfYearOf({ month: 1, day: 15 }) - 1]).toBe(0);
    expect(share[dayOfYearOf(first) + 5]).toBe(0);
    const planted = share.findIndex((one) => one > 0);
    expect(Math.abs(planted - dayOfYearOf(last))).toBeLessThan(80);
    const grown = share.indexOf(Math.max(...share));
    expect(grown - planted).toBeGreaterThan(50);
    expect(share[planted]).toBeCloseTo(0.05, 2);
  });

  it("of a crop put in as a seedling is that of a grown one by summer; a shrub put in young stays small for its year", () => {
    const at = (id: string, stage: "seed" | "young" | "grown"): number =>
      yearOfDemand({ ...POT, occupants: [{ id: "a", occupantId: id, count: 1, stage }] }, open, inLibrary).months[7]!
        .leavesMm;
    expect(at("celery", "seed")).toBe(at("celery", "grown"));
    expect(at("rosemary", "young")).toBeLessThan(0.9 * at("rosemary", "grown"));
  });

  it("of what sleeps in winter falls to a seventh between the frosts, half a year later in the south", () => {
    const sleeper = made({ dormancy: "winter" });
    const north = leafShareOf(sleeper, open);
    const south = leafShareOf(sleeper, placeYearsOf(placeOf(OPEN, { latitude: -52 }), 4));
    expect([north[10], north[190]]).toEqual([0.15, 1]);
    expect([south[10], south[190]]).toEqual([1, 0.15]);
    const warm = placeYearsOf(placeOf(OPEN, { climateId: "cool-highland", latitude: 10 }), 2);
    const rested = leafShareOf(sleeper, warm).filter((one) => one < 1).length;
    expect(rested).toBeGreaterThan(85);
    expect(rested).toBeLessThan(95);
    const summer = leafShareOf(made({ dormancy: "summer" }), warm);
    expect(summer.filter((one) => one < 1)).toHaveLength(
      [...new Set([...summer.keys()].filter((i) => summer[i]! < 1).map((i) => monthOfDay(i + 1)))].reduce(
        (days, month) => days + daysInMonth(month),
        0,
      ),
    );
  });

  it("through a lid is what its opening lets out, and never quite nothing", () => {
    const lidded = (openShare: number): Setup => ({
      ...POT,
      fixtures: [...POT.fixtures, { kind: "lid", id: "lid", openShare }],
    });
    const at = (setup: Setup): number => yearOfDemand(setup, room, NOBODY).months[6]!.mmPerDay.typical;
    expect(at(lidded(0.5)) / at(POT)).toBeGreaterThan(0.5);
    expect(at(lidded(0.5)) / at(POT)).toBeLessThan(0.6);
    expect(at(lidded(0))).toBeGreaterThan(0.01);
    expect(at(lidded(0))).toBeLessThan(0.06);
  });

  it("by month is the mean of its days, in a range around it, and a heat wave is over the usual day of its month", () => {
    const setup = lives(POT);
    const kind = asIt(made({}));
    const { months, heatWaveMm, heatWaveMonth, thirstiest } = yearOfDemand(setup, open, kind);
    const days = daysOfDemand(setup, open, kind);
    months.forEach(({ leavesMm, surfaceMm, mmPerDay }, month) => {
      const own = days.filter(({ dayOfYear }) => monthOfDay(dayOfYear) === month);
      const mean = own.reduce((sum, day) => sum + day.leavesMm + day.surfaceMm, 0) / own.length;
      expect(leavesMm + surfaceMm).toBeCloseTo(mean, 9);
      expect(mmPerDay.typical).toBeCloseTo(mean, 9);
      expect(mmPerDay.low).toBeLessThan(mean);
      expect(mmPerDay.high).toBeGreaterThan(mean);
    });
    expect(heatWaveMm.typical).toBeGreaterThan(months[heatWaveMonth]!.mmPerDay.typical);
    expect(months[thirstiest]!.mmPerDay.typical).toBe(Math.max(...months.map(({ mmPerDay }) => mmPerDay.typical)));
    // five days in a row of a year, looked for one by one
    const first = days.slice(0, YEAR_DAYS).map((day) => day.leavesMm + day.surfaceMm);
    const most = Math.max(...first.slice(4).map((_, i) => first.slice(i, i + 5).reduce((sum, mm) => sum + mm, 0) / 5));
    const one = yearOfDemand(setup, { ...open, days: open.days.slice(0, YEAR_DAYS), years: 1 }, kind);
    expect(one.heatWaveMm.typical).toBeCloseTo(most, 9);
  });

  it("of any setup at any place is a number that can be, with its range in order", () => {
    fc.assert(
      fc.property(anySetup, anyPlace, (setup, place) => {
        const { months } = yearOfDemand(setup, placeYearsOf(place, 1), inLibrary);
        expect(mouthCm2(setup)).toBeGreaterThan(0);
        for (const { mmPerDay, leavesMm, surfaceMm, rainMm } of months) {
          for (const value of [leavesMm, surfaceMm, rainMm.typical]) expect(value).toBeGreaterThanOrEqual(0);
          expect(mmPerDay.low).toBeLessThanOrEqual(mmPerDay.typical);
          expect(mmPerDay.typical).toBeLessThanOrEqual(mmPerDay.high);
          expect(mmPerDay.high).toBeLessThan(120);
        }
      }),
      { numRuns: 60, seed: 30 },
    );
  });

  it("knows how thirsty each kind of the library is, a stone plant least", () => {
    for (const { guild } of PLANTS) {
      const { low, typical, high } = THIRST[guild].basal;
      expect(low).toBeLessThan(typical);
      expect(typical).toBeLessThan(high);
      expect(typical).toBeGreaterThanOrEqual(THIRST["stone-plant"].basal.typical);
    }
  });
});
