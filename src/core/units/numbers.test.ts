import { describe, expect, it } from "vitest";
import { parseNumber, parseSpan, parseWhole, readNumber } from "./numbers";

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
  ])("%j begins with %d, then %j", (text, value, rest) => expect(readNumber(text)).toEqual({ value, rest }));

  it.each(["", "abc", "half", "--3", "L 5"])("%j begins with none", (text) => expect(readNumber(text)).toBeUndefined());

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
