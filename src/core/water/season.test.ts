import { describe, expect, it } from "vitest";
import { MARROWBECK } from "../../../demo/marrowbeck";
import { CATALOGUE } from "../media/catalogue/catalogue";
import { liveYear, yearOf } from "../testing/year";
import { seasonCellCm, type Followed } from "./follow";

const byId = new Map(CATALOGUE.map((one) => [one.id, one]));
const yearNamed = (name: string, cellCm?: number) =>
  yearOf(
    MARROWBECK.find((one) => one.name.startsWith(name))!,
    (id) => byId.get(id),
    cellCm,
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

describe("a year on cells merged where a stack is high", () => {
  it.each(["Terrace trough", "Tall pot", "Platform planter"])(
    "comes within half a hundredth of the default grid, day by day, on a third of its cells: %s",
    (name) => {
      const year = yearNamed(name);
      const { heightCm, baseCm } = year.network.column;
      const merged = yearNamed(name, seasonCellCm(heightCm - baseCm));
      expect(merged.network.column.zCm.length).toBeLessThan(year.network.column.zCm.length / 2.5);
      const [usual, few] = [liveYear(year), liveYear(merged)];
      expect(few.status).toBe("done");
      expect(apart(few, usual)).toBeLessThan(0.005);
      few.frames.forEach(({ heldCm3 }, day) =>
        expect(Math.abs(heldCm3 / usual.frames[day]!.heldCm3 - 1)).toBeLessThan(0.005),
      );
    },
    120_000,
  );

  it("leaves a low stack as it is", () => {
    expect([4, 10, 20, 90].map(seasonCellCm)).toEqual([0.25, 0.25, 0.5, 1]);
  });

  it("is followed to its end where cells remember, and loses and makes no water", () => {
    for (const name of ["Terrace trough", "Stair window", "Open dish"]) {
      const year = yearNamed(name, 0.5);
      const past = { history: { branch: "drying", turnsPsiCm: [] } } as const;
      const run = liveYear({ ...year, start: { ...year.start, past } });
      expect(run.status).toBe("done");
      expect(run.frames).toHaveLength(365);
      expect(run.massBalanceRelError).toBeLessThan(1e-9);
    }
  }, 120_000);
});
