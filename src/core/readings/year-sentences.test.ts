import { describe, expect, it } from "vitest";
import { formatDayOfYear, parseDayOfYear } from "../units/calendar-date";
import { daysWords, inMonths } from "./year-sentences";

const plain = (text: string): string => text.replaceAll("\u00a0", " ");

describe("months in words", () => {
  it.each<[readonly number[], string]>([
    [[5], "in June"],
    [[5, 6], "in June and July"],
    [[4, 5, 6, 7, 8], "from May to September"],
    [[10, 11, 0, 1], "from November to February"],
    [[0, 11], "in December and January"],
    [[2, 6, 7, 8], "in March and from July to September"],
    [Array.from({ length: 12 }, (_, month) => month), "in every month"],
  ])("%j is %s", (months, words) => expect(inMonths(months)).toBe(words));
});

describe("days in words", () => {
  it.each<[[number, number, number], string]>([
    [[2, 2.6, 3.5], "2.6 days (2 to 3.5)"],
    [[8, 13.5, 24], "13.5 days (8 to 24)"],
    [[40, 52, 90], "52 days (40 to more than 60)"],
    [[200, 838, 1100], "more than two months"],
    [[0.4, 0.5, 0.7], "12 h (10 h to 17 h)"],
    [[10, 10, 10], "10 days"],
    [[Infinity, Infinity, Infinity], "more than two months"],
  ])("%j is %s", ([low, typical, high], words) => expect(plain(daysWords({ low, typical, high }))).toBe(words));
});

describe("a day of a year, typed", () => {
  it("is read as people write it, and comes back as it is written", () => {
    for (const text of ["12 May", "12. may", "May 12", "12 MAY", "12may"])
      expect([text, parseDayOfYear(text)]).toEqual([text, { month: 5, day: 12 }]);
    expect(parseDayOfYear("29 Feb")).toEqual({ month: 2, day: 29 });
    for (const text of ["", "May", "31 April", "0 May", "12 M", "12 Ma", "12 Maybe", "5/12", "12 13"])
      expect([text, parseDayOfYear(text)]).toEqual([text, undefined]);
    for (let month = 1; month <= 12; month++)
      expect(parseDayOfYear(formatDayOfYear({ month, day: 9 }))).toEqual({ month, day: 9 });
  });
});
