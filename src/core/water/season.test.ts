import { describe, expect, it } from "vitest";
import { MARROWBECK } from "../../../demo/marrowbeck";
import { CATALOGUE } from "../media/catalogue/catalogue";
import { liveYear, yearOf } from "../testing/year";
import type { Followed } from "./follow";

const byId = new Map(CATALOGUE.map((one) => [one.id, one]));
const yearNamed = (name: string) =>
  yearOf(
    MARROWBECK.find((one) => one.name.startsWith(name))!,
    (id) => byId.get(id),
  );

/** Of a run refined by four, each hour of weather by itself. */
const REFINED = { unevenShare: 0, toleranceTheta: 5e-4 };

/** What came and went, each against what moved at least a fiftieth. */
function apart(one: Followed, other: Followed): number {
  const of = (run: Followed): number[] => {
    const { drunkCm3, evaporatedCm3, driedCm3, cameCm3, ranOutCm3 } = run.frames.at(-1)!.account;
    return [drunkCm3 + evaporatedCm3, driedCm3, cameCm3, ranOutCm3];
  };
  const [mine, fine] = [of(one), of(other)];
  const moved = Math.max(...fine);
  return Math.max(...mine.map((cm3, i) => Math.abs(cm3 - fine[i]!) / Math.max(fine[i]!, moved / 50)));
}

describe("a year by the hour in long steps", () => {
  // a wicking bed in the rain, a bare surface that cannot give what the air asks, grains over a cachepot
  it.each(["Terrace trough", "Lidded case", "Stair window"])(
    "comes within half a hundredth of a run refined by four, in a fraction of its work: %s",
    (name) => {
      const year = yearNamed(name);
      const usual = liveYear(year);
      const fine = liveYear(year, REFINED);
      expect(usual.status).toBe("done");
      expect(fine.status).toBe("done");
      expect(apart(usual, fine)).toBeLessThan(0.005);
      expect(usual.work.steps + usual.work.rejected).toBeLessThan(0.55 * (fine.work.steps + fine.work.rejected));
      expect(usual.massBalanceRelError).toBeLessThan(1e-9);
      // each day's water too
      usual.frames.forEach(({ heldCm3 }, day) =>
        expect(Math.abs(heldCm3 / fine.frames[day]!.heldCm3 - 1)).toBeLessThan(0.01),
      );
    },
    120_000,
  );
});
