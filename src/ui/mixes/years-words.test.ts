import { describe, expect, it } from "vitest";
import { yearsWords } from "./years-words";

describe("when air falls under what roots want", () => {
  it("is said in months or years as people count them, never as none", () => {
    expect(yearsWords(0.2, 0.6, 3)).toBe("in 2 months to 3 years, likely 7 months");
    expect(yearsWords(0.01, 0.02, 0.04)).toBe("in about 1 month");
    expect(yearsWords(1.49, 1.5, 5.4)).toBe("in 18 months to 5 years, likely 2 years");
    expect(yearsWords(2, 2.2, 2.4)).toBe("in about 2 years");
    expect(yearsWords(3, Infinity, Infinity)).toBe("in 3 years or never, likely never");
    expect(yearsWords(1, 6, Infinity)).toBe("in 12 months or never, likely 6 years");
  });
});
