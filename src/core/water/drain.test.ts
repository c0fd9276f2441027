import { describe, expect, it } from "vitest";
import { GRAVEL, layer, medium, MIX, PEAT, potWith } from "../testing/setups";
import type { Setup } from "../stack/setup";
import { drainedAfterSoaking, settle } from "../testing/settled";
import type { Settled } from "./settle";

const after = (setup: Setup, hours?: number): Settled => {
  const found = drainedAfterSoaking(setup, medium, hours);
  if (!found.ok) throw new Error(found.problems[0]!.message);
  return found.value;
};
const atRest = (setup: Setup): Settled => {
  const found = settle(setup, medium);
  if (!found.ok) throw new Error(found.problems[0]!.message);
  return found.value;
};
const pot = (outletCm: number, layers = [layer(MIX, 15)]): Setup => potWith({ kind: "drained", outletCm }, layers);

describe("a vessel soaked and drained", () => {
  it("holds less than full and more than at rest, ever less, and comes to rest over its outlet", () => {
    for (const outletCm of [0, 4]) {
      const [none, soon, hour, weeks] = [0, 0.02, 1, 3000].map(
        (hours) => after(pot(outletCm), hours).equilibrium.storedCm3,
      );
      expect(none).toBeCloseTo(Math.PI * 100 * 15 * medium(MIX)!.hydraulics.thetaS, 2);
      expect(hour).toBeLessThan(none!);
      expect(hour).toBeLessThan(soon!);
      expect(weeks! / atRest(pot(outletCm)).equilibrium.storedCm3).toBeCloseTo(1, 3);
    }
    // over gravel it is not at rest after a day
    const perched = pot(0, [layer(GRAVEL, 5), layer(MIX, 15)]);
    expect(after(perched).equilibrium.storedCm3).toBeGreaterThan(1.02 * atRest(perched).equilibrium.storedCm3);
  });

  it("is read a day after, unless it is asked for otherwise", () => {
    expect(after(pot(0)).equilibrium.storedCm3).toBe(after(pot(0), 24).equilibrium.storedCm3);
  });

  it("stands at its outlet, with the head of that water at its base, and nothing ponds", () => {
    const { equilibrium, column } = after(pot(4, [layer(GRAVEL, 3), layer(PEAT, 12)]));
    expect(equilibrium.waterTableCm).toBe(4);
    expect(equilibrium.pondedCm3).toBe(0);
    expect(equilibrium.psiCm[0]).toBeCloseTo(4 - column.zCm[0]!, 2);
    expect(equilibrium.layerStoredCm3.reduce((sum, one) => sum + one, 0) / equilibrium.storedCm3).toBeCloseTo(1, 6);
  });

  it("is as it is at rest where there is nothing to drain: over free water, with a dose, its outlet over the soil", () => {
    for (const setup of [
      potWith({ kind: "free-water", levelCm: 4, overflowCm: null }),
      potWith({ kind: "dosed", storedCm3: 3000 }),
      pot(15),
    ])
      expect(after(setup).equilibrium).toEqual(atRest(setup).equilibrium);
    expect(drainedAfterSoaking(pot(99), medium).ok).toBe(false);
  });
});
