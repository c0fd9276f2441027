import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { anyPlace, OPEN, placeOf } from "../testing/places";
import { CLIMATES } from "./climates";
import { dayInYear, dayOfYearOf, monthOfDay, YEAR_DAYS } from "./day-in-year";
import { drawWeather } from "./draw-weather";
import { penmanMonteithMm } from "./evapotranspiration";
import { extraterrestrialMJPerM2 } from "./daylight";
import { isInSun, placeProblems, type Place, type Stand } from "./place";
import { placeMonthsOf } from "./place-months";
import { movedYears, placeYearsOf } from "./place-years";
import { UNKNOWN_TAP } from "./waters";
import { beamShare, diffuseShare } from "./sunlit";

const YEARS = 6;
const monthsAt = (stand: Stand, more: Partial<Place> = {}) => placeMonthsOf(placeYearsOf(placeOf(stand, more), YEARS));

describe("the sun before a wall", () => {
  it("shines on a place with no wall all day, on its morning side half of it, and behind it not at all at noon", () => {
    expect(beamShare(52, 172, "open")).toBe(1);
    for (const day of [15, 80, 172, 260])
      for (const latitude of [52, 10, -35]) {
        const [east, west] = [beamShare(latitude, day, "east"), beamShare(latitude, day, "west")];
        expect(east).toBeCloseTo(west, 9);
        expect(east).toBeLessThan(0.5 + 1e-9);
        expect(east).toBeGreaterThan(0.3);
      }
    // in winter the sun keeps to the south of the north, all day
    expect(beamShare(52, 15, "south")).toBeGreaterThan(0.95);
    expect(beamShare(52, 15, "north")).toBe(0);
  });

  it("is the same in the south, turned round by half a year and to the other side", () => {
    for (const day of [20, 100, 170, 240])
      for (const [here, there] of [
        ["south", "north"],
        ["north", "south"],
        ["east", "east"],
      ] as const)
        // declination is a sine of the year: half a year on it has the other sign, to a day
        expect(beamShare(40, day, here)).toBeCloseTo(beamShare(-40, day + YEAR_DAYS / 2, there), 1);
  });

  it("comes from the sky alone when it is overcast, and hardly when it is clear", () => {
    expect(diffuseShare(0)).toBe(1);
    expect(diffuseShare(0.75)).toBeCloseTo(0.15, 2);
    expect(diffuseShare(1)).toBe(0.1);
  });
});

describe("the years of a place", () => {
  it("in the open are the weather of its climate: its rain, its warmth, its reference", () => {
    for (const climate of CLIMATES) {
      const place = placeOf(OPEN, {
        climateId: climate.id,
        latitude: climate.latitude,
        elevationM: climate.elevationM,
      });
      const { days } = placeYearsOf(place, 2);
      drawWeather(climate, climate.latitude, 2, 1).forEach((day, i) => {
        const there = days[i]!;
        expect([there.tMinC, there.tMaxC, there.rainMm]).toEqual([day.tMinC, day.tMaxC, day.rainMm]);
        expect(there.referenceMm).toBeCloseTo(
          penmanMonteithMm({
            ...day,
            windMPerS: Math.max(0.5, day.windMPerS),
            extraterrestrialMJPerM2: extraterrestrialMJPerM2(climate.latitude, day.dayOfYear),
            elevationM: climate.elevationM,
          }),
          9,
        );
      });
    }
  });

  it("have less light, wind and rain the more there is around it, and the summer of the other hemisphere in winter", () => {
    const open = monthsAt(OPEN);
    const wall = monthsAt({ ...OPEN, facing: "south" });
    const shade = monthsAt({ ...OPEN, facing: "north" });
    const roofed = monthsAt({ ...OPEN, roofed: true });
    const yard = monthsAt({ ...OPEN, shelter: "enclosed" });
    for (let month = 0; month < 12; month++) {
      expect(wall[month]!.lightMolPerDay).toBeLessThan(open[month]!.lightMolPerDay);
      expect(shade[month]!.lightMolPerDay).toBeLessThan(wall[month]!.lightMolPerDay);
      expect(yard[month]!.referenceMm.typical).toBeLessThan(open[month]!.referenceMm.typical);
      expect(roofed[month]!.rainMm.high).toBe(0);
      expect(open[month]!.rainMm.typical).toBeGreaterThan(20);
    }
    const south = monthsAt(OPEN, { latitude: -52 });
    expect(south[0]!.referenceMm.typical).toBeGreaterThan(5 * south[6]!.referenceMm.typical);
    expect(south[0]!.tMaxC).toBeGreaterThan(south[6]!.tMaxC + 10);
  });

  it("indoors are never cold where it is heated, dry in winter, and still take water in the dark", () => {
    const sill = monthsAt({ kind: "windowsill", facing: "south", heated: true });
    const stair = monthsAt({ kind: "windowsill", facing: "north", heated: false });
    const room = monthsAt({ kind: "room", heated: true });
    const open = monthsAt(OPEN);
    for (let month = 0; month < 12; month++) {
      expect(sill[month]!.coldestC).toBeGreaterThan(12);
      expect(stair[month]!.tMinC).toBeLessThan(sill[month]!.tMinC);
      expect(room[month]!.lightMolPerDay).toBeLessThan(stair[month]!.lightMolPerDay);
      expect(room[month]!.lightMolPerDay).toBeLessThan(0.03 * open[month]!.lightMolPerDay);
      expect(room[month]!.referenceMm.typical).toBeGreaterThan(0.3);
    }
    expect(sill[0]!.humidity).toBeLessThan(0.5);
    expect(sill[6]!.humidity).toBeGreaterThan(sill[0]!.humidity);
    // colder outside is drier inside
    const cold = monthsAt({ kind: "room", heated: true }, { climateId: "continental", latitude: 50 });
    expect(cold[0]!.humidity).toBeLessThan(room[0]!.humidity);
  });

  it("under lamps have their light alone, under glass what comes through, and no colder than it is kept", () => {
    const lamps = monthsAt({ kind: "lamps", photonsUmolPerM2S: 200, hoursPerDay: 12, heated: true });
    // 200 µmol a second for 12 h
    for (const { lightMolPerDay } of lamps) expect(lightMolPerDay).toBeCloseTo((200 * 12 * 3600) / 1e6, 9);
    const [cold, kept] = [null, 8].map((heatedToC) => monthsAt({ kind: "glasshouse", heatedToC }));
    const open = monthsAt(OPEN);
    for (let month = 0; month < 12; month++) {
      expect(kept![month]!.coldestC).toBeGreaterThanOrEqual(8);
      expect(cold![month]!.lightMolPerDay).toBeCloseTo(0.65 * open[month]!.lightMolPerDay, 6);
      expect(cold![month]!.tMaxC).toBeGreaterThan(open[month]!.tMaxC);
    }
  });

  it("in a case take in proportion to what is open, and have damper air", () => {
    const at = (openShare: number) => monthsAt({ kind: "case", facing: "east", openShare, heated: true });
    const [shut, ajar, open] = [0.01, 0.1, 1].map(at);
    expect(ajar![6]!.referenceMm.typical).toBeCloseTo(10 * shut![6]!.referenceMm.typical, 9);
    expect(open![6]!.referenceMm.typical).toBeCloseTo(10 * ajar![6]!.referenceMm.typical, 9);
    expect(shut![6]!.humidity).toBeGreaterThan(0.95);
  });

  it("know between which days it freezes in half of them, and what was said of that", () => {
    const frost = placeYearsOf(placeOf(OPEN, { climateId: "continental", latitude: 50 })).frost!;
    expect(frost.last.month).toBeGreaterThanOrEqual(4);
    expect(frost.first.month).toBeGreaterThanOrEqual(9);
    expect(frost.first.month).toBeLessThanOrEqual(11);
    const south = placeYearsOf(placeOf(OPEN, { climateId: "continental", latitude: -50 })).frost!;
    expect(south.last.month).toBeGreaterThanOrEqual(9);
    expect(south.first.month).toBeLessThanOrEqual(5);
    expect(placeYearsOf(placeOf(OPEN, { climateId: "cool-highland", latitude: 10 })).frost).toBeNull();
    const said = { lastFrost: { month: 5, day: 20 }, firstFrost: { month: 10, day: 3 } };
    expect(placeYearsOf(placeOf(OPEN, said)).frost).toEqual({ last: said.lastFrost, first: said.firstFrost });
  });

  it("of what is moved are those of where it is on each day", () => {
    const out = placeYearsOf(placeOf(OPEN), 2);
    const inside = placeYearsOf(placeOf({ kind: "room", heated: true }), 2);
    const { days, frost } = movedYears([
      { at: inside, fromDay: 300 },
      { at: out, fromDay: 120 },
    ]);
    days.forEach((day, i) => {
      const isOut = day.dayOfYear >= 120 && day.dayOfYear < 300;
      expect(day).toBe((isOut ? out : inside).days[i]);
    });
    expect(frost).toEqual(out.frost);
  });

  it("are numbers that can be, wherever it is", () => {
    fc.assert(
      fc.property(anyPlace, (place) => {
        expect(placeProblems(place)).toEqual([]);
        const { days } = placeYearsOf(place, 1);
        expect(days).toHaveLength(YEAR_DAYS);
        for (const { tMinC, tMaxC, humidity, lightMolPerM2, rainMm, referenceMm } of days) {
          expect(tMaxC).toBeGreaterThanOrEqual(tMinC);
          expect(humidity).toBeGreaterThan(0);
          expect(humidity).toBeLessThanOrEqual(1 + 1e-9);
          for (const value of [lightMolPerM2, rainMm, referenceMm]) {
            expect(Number.isFinite(value)).toBe(true);
            expect(value).toBeGreaterThanOrEqual(0);
          }
          expect(referenceMm).toBeLessThan(25);
        }
      }),
      { numRuns: 60, seed: 29 },
    );
  });
});

describe("a place", () => {
  it("is refused with what is wrong, by its field", () => {
    const wrong = placeOf(
      { kind: "lamps", photonsUmolPerM2S: -1, hoursPerDay: 25, heated: true },
      {
        name: " ",
        climateId: "moon",
        latitude: 91,
        elevationM: Number.NaN,
        lastFrost: { month: 2, day: 30 },
        water: { waters: [{ ...UNKNOWN_TAP, mgPerL: -1 }], roofM2: 9999, buttL: Number.NaN },
      },
    );
    expect(placeProblems(wrong).map(({ path }) => path)).toEqual([
      "name",
      "climateId",
      "latitude",
      "elevationM",
      "stand.photonsUmolPerM2S",
      "stand.hoursPerDay",
      "water.waters[0].mgPerL",
      "water.roofM2",
      "water.buttL",
      "lastFrost",
      "firstFrost",
    ]);
  });

  it("is in the sun by where it looks, which in the south is the other way", () => {
    const at = (facing: "north" | "south", latitude: number) =>
      isInSun(placeOf({ kind: "windowsill", facing, heated: true }, { latitude }));
    expect([at("south", 52), at("north", 52), at("south", -35), at("north", -35)]).toEqual([true, false, false, true]);
    expect(isInSun(placeOf({ kind: "room", heated: true }))).toBe(false);
  });
});

describe("days of a year", () => {
  it("are counted there and back, and around its turn", () => {
    for (let day = 1; day <= YEAR_DAYS; day++) {
      expect(dayOfYearOf(dayInYear(day))).toBe(day);
      expect(dayInYear(day).month - 1).toBe(monthOfDay(day));
    }
    expect(dayInYear(366)).toEqual({ month: 1, day: 1 });
    expect(dayInYear(0)).toEqual({ month: 12, day: 31 });
    expect(dayOfYearOf({ month: 2, day: 29 })).toBe(59);
  });
});
