import { describe, expect, it } from "vitest";
import { CATALOGUE } from "../media/catalogue/catalogue";
import { gradedZones, type GradingAsked, type Zone } from "./grading";
import { meanWaterBetween } from "./search";

const medium = (id: string) => CATALOGUE.find((one) => one.id === id)!;
const GRAINS = [
  "pumice-2-5",
  "pumice-6-12",
  "scoria-5-10",
  "scoria-10-25",
  "bark-6-12",
  "bark-12-20",
  "calcined-clay-1-3",
  "limestone-grit-2-6",
].map(medium);
const at15 = meanWaterBetween(0, 15);
const core = medium("calcined-clay-1-3");
const ASKED: GradingAsked = {
  core: core.hydraulics,
  coreGrainMm: core.particleSizeMm.d50,
  coreMediumIds: [core.id],
  rimAir: 0.5,
  zones: 3,
  ballDiameterCm: 8,
  potDiameterCm: 20,
  heightCm: 15,
};
const zones = (part: Partial<GradingAsked> = {}): readonly Zone[] => {
  const found = gradedZones({ ...ASKED, ...part }, GRAINS, at15);
  if (!found.ok) throw new Error(found.problems[0]!.message);
  return found.value;
};

describe("zones around a root ball", () => {
  it("fill the pot from the ball to the wall, whole", () => {
    for (const count of [1, 2, 3, 4]) {
      const found = zones({ zones: count });
      expect(found).toHaveLength(count);
      expect(found.reduce((sum, { volumeCm3 }) => sum + volumeCm3, 0)).toBeCloseTo(
        Math.PI * (10 ** 2 - 4 ** 2) * 15,
        6,
      );
      expect([found[0]!.fromRadiusCm, found.at(-1)!.toRadiusCm]).toEqual([4, 10]);
      for (let i = 1; i < count; i++) expect(found[i]!.fromRadiusCm).toBe(found[i - 1]!.toRadiusCm);
    }
  });

  it("dry and coarsen outward, from what the roots are used to to the air asked at the rim", () => {
    const found = zones();
    let [water, grain] = [at15(core.hydraulics), core.particleSizeMm.d50];
    for (const { mix, grainMm } of found) {
      expect(mix.water).toBeLessThanOrEqual(water + 1e-9);
      expect(grainMm).toBeGreaterThanOrEqual(grain - 1e-9);
      [water, grain] = [mix.water, grainMm];
    }
    expect(Math.abs(found.at(-1)!.mix.air - 0.5)).toBeLessThan(0.05);
    expect(found.some(({ mix: { parts } }) => parts.some(({ mediumId }) => mediumId === "limestone-grit-2-6"))).toBe(
      false,
    );
  });

  it.each([
    [{ zones: 0 }, "zones"],
    [{ zones: 2.5 }, "zones"],
    [{ zones: 4, ballDiameterCm: 18 }, "too-thin"],
    [{ ballDiameterCm: 25 }, "ball"],
    [{ ballDiameterCm: Number.NaN }, "ball"],
    [{ rimAir: 0.1 }, "rim-air"],
  ] as const)("refuse %o", (part, code) => {
    expect(gradedZones({ ...ASKED, ...part }, GRAINS, at15)).toMatchObject({ ok: false, problems: [{ code }] });
  });

  it("say so when there is nothing to mix", () => {
    expect(gradedZones(ASKED, [], at15)).toMatchObject({ ok: false, problems: [{ code: "nothing" }] });
  });
});
