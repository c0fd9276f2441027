import { describe, expect, it } from "vitest";
import { CATALOGUE } from "../media/catalogue/catalogue";
import { containerState } from "../water/container";
import { blend } from "./blend";
import { insteadOf, meanWaterBetween, searchMixes, type Candidate, type SearchResult } from "./search";

const medium = (id: string) => CATALOGUE.find((one) => one.id === id)!;
const SOME = [
  "sphagnum-peat",
  "perlite-coarse-3-6",
  "coarse-sand-0.5-2",
  "pumice-2-5",
  "bark-6-12",
  "coir-pith-fine",
].map(medium);
const GRAINS = CATALOGUE.filter(({ class: kind, packing }) => kind === "mineral" && packing.mixingFactor > 0).slice(
  0,
  16,
);
const at15 = meanWaterBetween(0, 15);
const stateOf = ({ parts }: Candidate) => {
  const mixed = blend(parts.map(({ mediumId, parts: amount }) => ({ medium: medium(mediumId), parts: amount })));
  if (!mixed.ok) throw new Error("blends");
  return containerState(mixed.value.hydraulics, 15);
};

describe("mean water between suctions", () => {
  it("is the container's to 5e-3, for every medium", () => {
    for (const { hydraulics, name } of CATALOGUE)
      expect([
        name,
        Math.abs(at15(hydraulics) - containerState(hydraulics, 15).water) < 5e-3 ||
          hydraulics.modes.some(({ alphaPerCm }) => alphaPerCm > 1),
      ]).toEqual([name, true]);
  });
});

describe("looking for a mix", () => {
  it("finds mixes that meet what is asked, as an exact computation confirms, the plainest first", () => {
    const { found, stoppedBy, tried } = searchMixes(
      SOME,
      at15,
      { air: { least: 0.25, most: 0.32 }, water: { least: 0.45, most: 0.6 } },
      8,
    );
    expect(stoppedBy).toEqual([]);
    expect(tried).toBeGreaterThan(100);
    for (const candidate of found.filter(({ mismatch }) => mismatch === 0)) {
      const { air, water } = stateOf(candidate);
      expect(air).toBeGreaterThan(0.24);
      expect(air).toBeLessThan(0.33);
      expect(water).toBeGreaterThan(0.44);
      expect(candidate.parts.length).toBeLessThanOrEqual(4);
    }
    expect(found[0]!.mismatch).toBe(0);
    const sizes = found.map(({ parts }) => parts.length);
    expect(sizes).toEqual([...sizes].sort((a, b) => a - b));
  });

  it("says which condition stops it when none can: dry sand holds no 80 % water", () => {
    const { found, stoppedBy } = searchMixes(
      [medium("coarse-sand-0.5-2"), medium("pea-gravel-6-10")],
      at15,
      { air: { least: 0.1, most: 0.3 }, water: { least: 0.8, most: 1 } },
      3,
    );
    expect(stoppedBy).toContainEqual({ condition: "water", reachable: false });
    expect(found[0]!.mismatch).toBeGreaterThan(0.3);
    const acid = searchMixes(
      SOME,
      at15,
      { air: { least: 0, most: 1 }, water: { least: 0, most: 1 }, pH: { least: 2, most: 3 } },
      3,
    );
    expect(acid.stoppedBy).toEqual([{ condition: "pH", reachable: false }]);
  });

  it("tells what it has after single media and after pairs, each nearer than the last", () => {
    const told: SearchResult[] = [];
    const exactly = { air: { least: 0.3, most: 0.3 }, water: { least: 0.5, most: 0.5 } };
    const whole = searchMixes(SOME, at15, exactly, 5, 4, (soFar) => told.push(soFar));
    expect(told.map(({ found }) => Math.max(...found.map(({ parts }) => parts.length)))).toEqual([1, 2]);
    const misses = [...told, whole].map(({ found }) => found[0]!.mismatch);
    expect(misses).toEqual([...misses].sort((a, b) => b - a));
    expect(told.every(({ found }) => found.length === 5)).toBe(true);
    expect(told[0]!.tried).toBeLessThan(told[1]!.tried);
    expect(told[1]!.tried).toBeLessThan(whole.tried);
    expect(searchMixes([], at15, { air: { least: 0, most: 1 }, water: { least: 0, most: 1 } }, 3).found).toEqual([]);
  });
});

describe("instead of a medium", () => {
  it("finds itself first where it may, and near equals where it may not", () => {
    const pumice = medium("pumice-2-5");
    expect(insteadOf(pumice.hydraulics, GRAINS, at15, 1).found[0]).toMatchObject({
      parts: [{ mediumId: "pumice-2-5" }],
      mismatch: 0,
    });
    const [next] = insteadOf(
      pumice.hydraulics,
      GRAINS.filter(({ id }) => id !== "pumice-2-5"),
      at15,
      5,
    ).found;
    expect(next!.mismatch).toBeLessThan(0.03);
    const { air, water } = stateOf(next!);
    const own = containerState(pumice.hydraulics, 15);
    expect(Math.abs(air - own.air) + Math.abs(water - own.water)).toBeLessThan(0.05);
  });
});
