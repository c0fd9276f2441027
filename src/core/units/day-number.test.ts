import fc from "fast-check";
import { expect, it } from "vitest";
import { calendarDateOf, dayNumberOf, formatDayInFull, formatDays, isoDay, parseIsoDay, weekdayOf } from "./day-number";

const anyDay = fc.integer({ min: -7000, max: 90_000 });

it("a day more is one more, and each is read as it is written", () => {
  fc.assert(
    fc.property(anyDay, (day) => {
      expect(dayNumberOf(calendarDateOf(day))).toBe(day);
      expect(parseIsoDay(isoDay(day))).toBe(day);
      expect(weekdayOf(day + 1)).toBe((weekdayOf(day) + 1) % 7);
    }),
  );
});

it("knows leap days, and refuses what is none", () => {
  const leap = parseIsoDay("2028-02-29")!;
  expect(isoDay(leap + 1)).toBe("2028-03-01");
  for (const text of ["2027-02-29", "2026-13-01", "2026-1-01", "2026-04-31", "", "yesterday", "2026-04-30T00:00"])
    expect(parseIsoDay(text)).toBeUndefined();
});

it("tells weekdays and spans as people do", () => {
  const day = parseIsoDay("2026-12-02")!;
  expect(formatDayInFull(day)).toBe("Wednesday 2 December 2026");
  expect([formatDays(day, day), formatDays(day, day + 7), formatDays(day - 4, day)]).toEqual([
    "2 Dec",
    "2–9 Dec",
    "28 Nov – 2 Dec",
  ]);
  expect(formatDays(day, parseIsoDay("2027-01-03")!)).toBe("2 Dec – 3 Jan 2027");
});
