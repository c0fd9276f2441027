import { describe, expect, it } from "vitest";
import type { Forecast } from "./forecast";
import { forecastTold } from "./sentences";
import { learnedFrom } from "./since";

const PLAIN: Forecast = {
  from: "2026-07-01T08:00",
  days: { low: 4.2, middle: 6, high: 8.9 },
  neverShare: 0,
  own: { thirst: 1, wick: 1, leakCm3: 10 },
  goes: { low: 0.8, middle: 1, high: 1.3 },
  off: { thirst: 0.2, leak: 1.5 },
  change: undefined,
  readings: 5,
  since: "2026-06-01T08:00",
  strange: [],
  band: [],
};
const told = (more: Partial<Forecast>) => forecastTold({ ...PLAIN, ...more }, 10, "metric");

describe("a forecast in words", () => {
  it.each([
    [{}, "It wants water next in 4 to 9 days, from 5 July to 10 July; most likely on 7 July."],
    [{ days: { low: 1, middle: 1.2, high: 1.4 } }, "It wants water next in 1 day, on 2 July."],
    [
      { days: { low: 0, middle: 3, high: 6 } },
      "It may want water already; most likely in 3 days, on 4 July, at the latest on 7 July.",
    ],
    [{ days: { low: 0, middle: 0, high: 6 } }, "It may want water already; most likely it does."],
    [{ days: { low: 0, middle: 0, high: 0 } }, "It wants water now."],
    [{ neverShare: 0.9 }, "Within a year it hardly wants any water."],
  ])("%j", (more, line) => expect(told(more)).toEqual({ line, learned: [] }));

  it("says what was learned only where that is sure, with what it may come from", () => {
    expect(told({ readings: 0 }).learned[0]).toMatch(/^Nothing was measured yet/u);
    expect(told({ goes: { low: 1.05, middle: 1.5, high: 2 } }).learned).toEqual([]);
    expect(told({ goes: { low: 1.4, middle: 1.5, high: 2 } }).learned[0]).toMatch(
      /^Its water goes 1\.5 times as fast as its design and place say \(1\.4 to 2 times\): leaves beyond the rim/u,
    );
    expect(told({ goes: { low: 0.5, middle: 0.6, high: 0.7 } }).learned[0]).toMatch(/more shade than was said/u);
    const leaks = { own: { ...PLAIN.own, leakCm3: 300 }, goes: { low: 1.4, middle: 1.5, high: 2 } };
    expect(told({ ...leaks, off: { thirst: 0.3, leak: 0.5 } }).learned[0]).toMatch(/or a leak\?$/u);
    expect(told({ ...leaks, off: { thirst: 0.1, leak: 0.5 } }).learned).toEqual([
      expect.stringMatching(/^Some 300\smL a day go whether it is hot or not: look under it for a leak\.$/u),
    ]);
    expect(told({ change: { at: "2026-06-20T08:00", times: 1.8 } }).learned[0]).toMatch(
      /^Since 20 June its water goes 1\.8 times as fast as before/u,
    );
    expect(told({ change: { at: "2026-06-20T08:00", times: 0.4 } }).learned[0]).toMatch(/only 40 % as fast as before/u);
    expect(told({ strange: [{ at: "2026-06-20T08:00", what: "level", value: 25 }] }).learned[0]).toMatch(
      /^“water at 25\scm” of 20 June fits none of the others/u,
    );
  });

  it("learns of water alone, since it was made anew, and of no time to come", () => {
    const row = (at: string, what: Parameters<typeof learnedFrom>[0][number]["what"], value: number | null = null) => ({
      at,
      what,
      value,
    });
    const rows = [
      row("2026-05-01T08:00", "filled"),
      row("2026-05-02T08:00", "repotted"),
      row("2026-05-03T08:00", "filled"),
      row("2026-05-04T08:00", "fed"),
      row("2026-05-05T08:00", "level", 4),
      row("2026-09-05T08:00", "level", 3),
    ];
    expect(learnedFrom(rows, "2026-06-01T00:00")).toEqual([rows[2], rows[4]]);
    expect(learnedFrom([...rows, row("2026-09-06T08:00", "anew")], "2026-10-01T00:00")).toEqual([]);
  });
});
