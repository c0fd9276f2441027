import { describe, expect, it } from "vitest";
import { CATALOGUE } from "./catalogue";
import { conductivityBand, reachAt, retentionBand } from "./bands";

describe("the bands of a medium's curves", () => {
  it("are its ranges where ranges are given, and enclose the curve everywhere", () => {
    for (const medium of CATALOGUE) {
      const at10 = reachAt(retentionBand(medium), 10)!;
      expect(medium.thetaAtPsi10.typical - at10.below).toBeCloseTo(medium.thetaAtPsi10.low, 9);
      expect(medium.thetaAtPsi10.typical + at10.above).toBeCloseTo(medium.thetaAtPsi10.high, 9);
      const k50 = reachAt(conductivityBand(medium), 50)!;
      expect(Math.log(medium.kAtPsi50CmPerHour.typical) + k50.above).toBeCloseTo(
        Math.log(medium.kAtPsi50CmPerHour.high),
        9,
      );
      for (const suction of [0.01, 1, 7, 30, 400, 15_000]) {
        const { below, above } = reachAt(retentionBand(medium), suction)!;
        expect(below).toBeGreaterThanOrEqual(0);
        expect(above).toBeGreaterThanOrEqual(0);
      }
      expect(reachAt(conductivityBand(medium), 51)).toBeUndefined();
    }
  });
});
