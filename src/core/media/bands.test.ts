import { describe, expect, it } from "vitest";
import { CATALOGUE } from "./catalogue/catalogue";
import { conductivityBand, reachAt, retentionBand } from "./bands";

describe("the bands of a medium's curves", () => {
  it("reach as far as its ranges at every suction one is given for", () => {
    for (const medium of CATALOGUE) {
      const { totalPorosity, thetaAtPsi10, thetaAtPsi50, thetaAtPsi100, unavailableWater } = medium;
      const retention = retentionBand(medium);
      for (const [suction, { low, typical, high }] of [
        [0.1, totalPorosity],
        [10, thetaAtPsi10],
        [50, thetaAtPsi50],
        [100, thetaAtPsi100],
        [15_000, unavailableWater],
      ] as const) {
        const { below, above } = reachAt(retention, suction)!;
        expect([medium.id, suction, typical - below, typical + above]).toEqual([
          medium.id,
          suction,
          expect.closeTo(low, 9),
          expect.closeTo(high, 9),
        ]);
      }
      const conductivity = conductivityBand(medium);
      for (const [suction, { low, typical, high }] of [
        [0.1, medium.ksCmPerHour],
        [10, medium.kAtPsi10CmPerHour],
        [50, medium.kAtPsi50CmPerHour],
      ] as const) {
        const { below, above } = reachAt(conductivity, suction)!;
        // conductivities too small to be told from nothing reach down to the least that is told
        expect([medium.id, suction, Math.exp(-below) * typical, Math.exp(above) * typical]).toEqual([
          medium.id,
          suction,
          expect.closeTo(Math.max(low, 1e-9), 9),
          expect.closeTo(high, 6),
        ]);
      }
    }
  });

  it("lie between those reaches in between, over the logarithm of suction, and are not told beyond the driest", () => {
    const points = [
      { suctionCm: 1, below: 0.1, above: 0.2 },
      { suctionCm: 100, below: 0.3, above: 0 },
    ];
    expect(reachAt(points, 10)).toEqual({ below: expect.closeTo(0.2, 12), above: expect.closeTo(0.1, 12) });
    expect(reachAt(points, 0.2)).toEqual({ below: 0.1, above: 0.2 });
    expect(reachAt(points, 1)).toEqual({ below: 0.1, above: 0.2 });
    expect(reachAt(points, 100)).toEqual({ below: 0.3, above: 0 });
    expect(reachAt(points, 100.1)).toBeUndefined();
    for (const medium of CATALOGUE)
      for (const suction of [0.01, 1, 7, 30, 400, 15_000]) {
        const { below, above } = reachAt(retentionBand(medium), suction)!;
        expect([medium.id, suction, below >= 0, above >= 0]).toEqual([medium.id, suction, true, true]);
      }
  });
});
