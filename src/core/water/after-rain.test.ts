import { describe, expect, it } from "vitest";
import { rootZoneCm } from "../stack/geometry";
import type { Setup } from "../stack/setup";
import { medium, potWith } from "../testing/setups";
import { afterRain, type AfterRain } from "./after-rain";
import { whenSound } from "./checked";
import { drainedAfterSoaking } from "./drain";
import { profileOfSettled } from "./settle";

const DRAINED = potWith({ kind: "drained", outletCm: 0 });
const of = (setup: Setup): AfterRain | undefined => {
  const result = whenSound(setup, medium, (sound) => ({ ok: true as const, value: afterRain(sound, medium) }));
  if (!result.ok) throw new Error(result.problems[0]!.message);
  return result.value;
};
const filledWith = (mediumId: string): Setup => ({
  ...DRAINED,
  layers: DRAINED.layers.map((layer) => ({ ...layer, mediumId })),
});

describe("air after rain", () => {
  it("comes back the sooner, the faster the soil conducts, and the more of it the coarser it is", () => {
    const [fast, slow] = [of(filledWith("perlite-coarse-3-6"))!, of(filledWith("topsoil-loam"))!];
    expect(fast.airBackHours).toBeLessThan(slow.airBackHours / 3);
    expect(fast.airSpace).toBeGreaterThan(2 * slow.airSpace);
    expect(of(filledWith("aquatic-loam"))!.airSpace).toBeLessThan(0.05);
  });

  it("is not told where the way out is over the middle of the roots, or there is none", () => {
    expect(of(potWith({ kind: "free-water", levelCm: 4, overflowCm: null }))).toBeUndefined();
    const high = DRAINED.layers.reduce((sum, { thicknessCm }) => sum + thicknessCm, 0) - 1;
    expect(of(potWith({ kind: "drained", outletCm: high }))).toBeUndefined();
    expect(of({ ...DRAINED, layers: DRAINED.layers.map((layer) => ({ ...layer, rooted: false })) })).toBeUndefined();
  });

  it("is what the run of the same soaked pot has a day later", () => {
    const told = of(DRAINED)!;
    const day = whenSound(DRAINED, medium, (sound) => drainedAfterSoaking(sound, medium));
    if (!day.ok) throw new Error("a pot");
    const { zCm, airSpace } = profileOfSettled(day.value);
    const { fromCm, toCm } = rootZoneCm(DRAINED)!;
    const rooted = Array.from(airSpace).filter((_, i) => zCm[i]! > fromCm && zCm[i]! < toCm);
    const mean = rooted.reduce((sum, air) => sum + air, 0) / rooted.length;
    expect(Math.abs(told.airSpace - mean)).toBeLessThan(0.02);
  });
});
