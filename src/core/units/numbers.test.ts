import { describe, expect, it } from "vitest";
import { parseNumber, parseSpan, parseWhole, readNumber } from "./numbers";
import { parseLengthCm, parseVolumeCm3 } from "./units";
import { parsePackAmount } from "./media-units";

describe("numbers as people write them", () => {
  it.each([
    ["12", 12, ""],
    ["12,5 cm", 12.5, "cm"],
    ["½", 0.5, ""],
    ["3½ in", 3.5, "in"],
    ["1 1/2", 1.5, ""],
    ["3 / 4", 0.75, ""],
    ["−2", -2, ""],
    ["- 2", -2, ""],
    ["1e3 L", 1000, "L"],
    ["1/0", Infinity, ""],
    [" .5 ", 0.5, ""],
    ["1000 mL", 1000, "mL"],
    ["1 000 mL", 1000, "mL"],
    ["1,234.5", 1234.5, ""],
    ["1.234,5", 1234.5, ""],
    ["1,234,567 L", 1234567, "L"],
    ["1.234.567", 1234567, ""],
    ["12,50", 12.5, ""],
    ["0,125", 0.125, ""],
    ["1,0000", 1, ""],
    ["1.000", 1, ""],
    ["1 1/2 in", 1.5, "in"],
    // an apostrophe is feet and parts no thousands
    ["5'6", 5, "'6"],
    ["1'000", 1, "'000"],
  ])("%j begins with %d, then %j", (text, value, rest) => expect(readNumber(text)).toEqual({ value, rest }));

  it("may be either of two where hands differ, and every field says so", () => {
    expect(readNumber("1,000 mL")).toMatchObject({ value: Number.NaN, rest: "mL", readings: ["1000", "1.0"] });
    expect(readNumber("-1,000")).toMatchObject({ readings: ["-1000", "-1.0"] });
    expect(readNumber("12,500")).toMatchObject({ readings: ["12500", "12.5"] });
    for (const read of [
      parseNumber("1,000", 0, 1e6),
      parseWhole("1,000", 0, 1e6),
      parseSpan("1,000 to 2"),
      parseLengthCm("1,000 mm", "metric"),
      parseVolumeCm3("1,000 mL", "metric"),
      parsePackAmount("1,000 L", "metric"),
    ])
      expect(read).toMatchObject({ ok: false, problems: [{ code: "ambiguous-number" }] });
  });

  it.each(["", "abc", "half", "--3", "L 5", "1,23,4 L", "1.2.3"])("%j begins with none", (text) =>
    expect(readNumber(text)).toBeUndefined(),
  );

  it("stand alone between their bounds, or with their own unit", () => {
    expect(parseNumber("1,5 mm", 0, 10, "mm")).toEqual({ ok: true, value: 1.5 });
    expect(parseNumber("1.5 cm", 0, 10, "mm")).toMatchObject({ ok: false, problems: [{ code: "not-a-number" }] });
    expect(parseNumber("x", 0, 10)).toMatchObject({ ok: false, problems: [{ code: "not-a-number" }] });
    for (const [text, ok] of [
      ["0", true],
      ["10", true],
      ["-0.1", false],
      ["10.1", false],
      ["1/0", false],
    ] as const)
      expect([text, parseNumber(text, 0, 10).ok]).toEqual([text, ok]);
  });

  it("are whole where they must be", () => {
    expect(parseWhole("3", 1, 4)).toEqual({ ok: true, value: 3 });
    for (const text of ["2.5", "0", "5", "two"]) expect(parseWhole(text, 1, 4)).toMatchObject({ ok: false });
  });

  it("read ranges as people write them", () => {
    for (const [text, low, high] of [
      ["5.5", 5.5, 5.5],
      ["5.5-6.2", 5.5, 6.2],
      ["5,5 – 6,2", 5.5, 6.2],
      ["5 to 6", 5, 6],
    ] as const)
      expect(parseSpan(text)).toEqual({ ok: true, value: { low, high } });
    for (const text of ["", "-3", "5-6-7", "a to b"]) expect(parseSpan(text).ok).toBe(false);
  });
});
