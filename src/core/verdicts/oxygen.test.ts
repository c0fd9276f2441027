import { describe, expect, it } from "vitest";
import { layer, medium, MIX, potWith } from "../testing/setups";
import { settle } from "../testing/settled";
import { profileOfSettled } from "../water/settle";
import { diffusionCm2PerHour, OXYGEN_OF_AIR_G_PER_CM3 as C0, oxygenReach, reachCm, respirationAt } from "./oxygen";

const slabs = (count: number, whole: number) => new Float64Array(count).fill(whole / count);

describe("oxygen by depth", () => {
  it("reaches √(2·De·C0/R) in a uniform column, the end of the parabola", () => {
    const [diffusion, rate] = [0.5, 5e-6];
    const closed = Math.sqrt((2 * diffusion * C0) / rate);
    expect(closed).toBeLessThan(30);
    const found = reachCm(slabs(300, 30), slabs(300, 300 * diffusion), slabs(300, 300 * rate), C0);
    expect(found).toBeCloseTo(closed, 2);
    // the same however finely it is cut
    expect(reachCm(slabs(7, 30), slabs(7, 7 * diffusion), slabs(7, 7 * rate), C0)).toBeCloseTo(closed, 2);
  });

  it("reaches through two layers as their parabolas joined end to end", () => {
    // upper layer of 4 cm, lower of much slower diffusion; flow and content are one at the joint
    const [upper, lower, rate] = [2, 0.05, 4e-6];
    const joined = (below: number): number => C0 - (rate * 4 * (below + 2)) / upper - (rate * below ** 2) / (2 * lower);
    let [low, high] = [0, 20];
    while (high - low > 1e-9) {
      const middle = (low + high) / 2;
      if (joined(middle) > 0) low = middle;
      else high = middle;
    }
    const depth = Float64Array.from([4, 10, 10]);
    const found = reachCm(depth, Float64Array.from([upper, lower, lower]), Float64Array.from([rate, rate, rate]), C0);
    expect(found).toBeCloseTo(4 + low, 2);
  });

  it("reaches the foot where it is used more slowly than it comes, and nowhere without any at the surface", () => {
    expect(reachCm(slabs(10, 12), slabs(10, 10 * 50), slabs(10, 10 * 1e-7), C0)).toBeCloseTo(12, 9);
    expect(reachCm(slabs(10, 12), slabs(10, 5), slabs(10, 5e-5), 0)).toBeLessThan(0.01);
  });

  it("moves with ε^(10/3)/φ² of what it does in air (Millington & Quirk 1961), and hardly at all through water", () => {
    const ratio = diffusionCm2PerHour(0.4, 0.8) / diffusionCm2PerHour(0.2, 0.8);
    expect(ratio).toBeCloseTo(2 ** (10 / 3), 1);
    expect(diffusionCm2PerHour(0.3, 0.5) / diffusionCm2PerHour(0.3, 0.8)).toBeCloseTo((0.8 / 0.5) ** 2, 1);
    expect(diffusionCm2PerHour(0, 0.9)).toBeLessThan(0.01);
    expect(diffusionCm2PerHour(0, 0.9)).toBeGreaterThan(0);
    expect(respirationAt(3, 30)).toBe(6);
    expect(respirationAt(3, 10)).toBe(1.5);
  });

  it("comes less deep the wetter, the warmer and the fuller of roots a pot is", () => {
    const reach = (levelCm: number, rooted: boolean, temperatureC = 20): number => {
      const setup = potWith({ kind: "free-water", levelCm, overflowCm: null }, [layer(MIX, 20, rooted)]);
      const settled = settle(setup, medium);
      if (!settled.ok) throw new Error("settles");
      const { reachesCm } = oxygenReach(setup, profileOfSettled(settled.value), medium, temperatureC);
      expect(reachesCm.low).toBeLessThanOrEqual(reachesCm.typical);
      expect(reachesCm.typical).toBeLessThanOrEqual(reachesCm.high);
      return reachesCm.typical;
    };
    expect(reach(8, true)).toBeLessThan(reach(1, true) - 2);
    expect(reach(8, true, 30)).toBeLessThan(reach(8, true, 10));
    expect(reach(8, true)).toBeLessThanOrEqual(reach(8, false));
  });
});
