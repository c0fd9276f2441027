import { describe, expect, it } from "vitest";
import { gaussLegendre } from "../hydraulics/gauss-legendre";
import { hydraulicFunctions } from "../hydraulics/hydraulics";
import { CATALOGUE } from "./catalogue/catalogue";
import { DRAWS, drawnHydraulics, drawnMedium, generator, seedOf } from "./draws";
import type { Range } from "../units/range";

const drawsOf = (index: number) => {
  const medium = CATALOGUE[index]!;
  return Array.from({ length: DRAWS }, (_, i) => drawnHydraulics(medium, i));
};

describe("pots of one medium", () => {
  it.each(CATALOGUE.map((medium, index) => [medium.id, index] as const))(
    "%s lie within all of its ranges, and fill them",
    (_, index) => {
      const medium = CATALOGUE[index]!;
      const likely = hydraulicFunctions(medium.hydraulics);
      const draws = drawsOf(index).map((drawn) => hydraulicFunctions(drawn));
      const container = (functions: ReturnType<typeof hydraulicFunctions>): number =>
        gaussLegendre(0, 15, (suctionCm) => functions.waterContent(-suctionCm)) / 15;
      const held: readonly (readonly [name: string, (f: typeof likely) => number, Range])[] = [
        ["porosity", ({ thetaS }) => thetaS, medium.totalPorosity],
        ["water at 10 cm", (f) => f.waterContent(-10), medium.thetaAtPsi10],
        ["water at 50 cm", (f) => f.waterContent(-50), medium.thetaAtPsi50],
        ["water at 100 cm", (f) => f.waterContent(-100), medium.thetaAtPsi100],
        ["wilted", (f) => f.waterContent(-15_000), medium.unavailableWater],
        ["capacity", container, medium.containerCapacity15cm],
        ["air", (f) => f.thetaS - container(f), medium.airSpace15cm],
        ["Ks", ({ ksCmPerHour }) => ksCmPerHour, medium.ksCmPerHour],
        ["K(10)", (f) => f.conductivityCmPerHour(-10), medium.kAtPsi10CmPerHour],
        ["K(50)", (f) => f.conductivityCmPerHour(-50), medium.kAtPsi50CmPerHour],
      ];
      for (const [name, of, { low, high }] of held) {
        const values = draws.map(of).sort((a, b) => a - b);
        const slack = 1e-6 * Math.abs(of(likely)) + 1e-8;
        expect([name, values[0]! >= Math.min(low, of(likely)) - slack]).toEqual([name, true]);
        expect([name, values.at(-1)! <= Math.max(high, of(likely)) + slack]).toEqual([name, true]);
      }
      // nine in ten fill at least a third of what is known of its conductivity under suction
      const k10 = draws.map((f) => Math.log(f.conductivityCmPerHour(-10))).sort((a, b) => a - b);
      const known = Math.log(medium.kAtPsi10CmPerHour.high / medium.kAtPsi10CmPerHour.low);
      expect((k10[189]! - k10[10]!) / known).toBeGreaterThan(0.33);
    },
  );

  it("are the same each time they are drawn, each another, and those of two media have nothing in common", () => {
    const [peat, coir] = [CATALOGUE[0]!, CATALOGUE[1]!];
    expect(drawnMedium(peat, 7)).toEqual(drawnMedium(peat, 7));
    const all = drawsOf(0).map(({ thetaS }) => thetaS);
    expect(new Set(all).size).toBe(DRAWS);
    const other = Array.from({ length: DRAWS }, (_, i) => drawnHydraulics(coir, i).thetaS);
    expect(Math.abs(correlation(all, other))).toBeLessThan(0.25);
  });

  it("that conduct well when full mostly conduct well under suction", () => {
    const tied = CATALOGUE.map((_, index) => {
      const draws = drawsOf(index);
      return correlation(
        draws.map(({ ksCmPerHour }) => Math.log(ksCmPerHour)),
        draws.map((one) => Math.log(hydraulicFunctions(one).conductivityCmPerHour(-10))),
      );
    });
    expect(tied.reduce((sum, one) => sum + one, 0) / tied.length).toBeGreaterThan(0.35);
  });

  it("come of a generator that is even and does not repeat itself", () => {
    const next = generator(seedOf("a medium"));
    const values = Array.from({ length: 4000 }, next);
    const mean = values.reduce((sum, one) => sum + one, 0) / values.length;
    expect(mean).toBeCloseTo(0.5, 1);
    expect(Math.min(...values)).toBeGreaterThanOrEqual(0);
    expect(Math.max(...values)).toBeLessThan(1);
    expect(new Set(values).size).toBeGreaterThan(3990);
    expect(Math.abs(correlation(values.slice(1), values.slice(0, -1)))).toBeLessThan(0.05);
    expect(seedOf("a")).not.toBe(seedOf("b"));
  });
});

function correlation(a: readonly number[], b: readonly number[]): number {
  const mean = (of: readonly number[]): number => of.reduce((sum, one) => sum + one, 0) / of.length;
  const [ma, mb] = [mean(a), mean(b)];
  let [ab, aa, bb] = [0, 0, 0];
  a.forEach((one, i) => {
    ab += (one - ma) * (b[i]! - mb);
    aa += (one - ma) ** 2;
    bb += (b[i]! - mb) ** 2;
  });
  return ab / Math.sqrt(aa * bb);
}
