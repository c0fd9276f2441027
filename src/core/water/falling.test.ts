import * as fc from "fast-check";
import { describe, expect, it } from "vitest";
import { CATALOGUE } from "../media/catalogue/catalogue";
import { GRAVEL, layer, medium, MIX, potWith } from "../testing/setups";
import { hydrostaticStorageCm3 } from "./equilibrium";
import { fallingNetwork } from "./falling";
import { networkOf, type Network } from "./network";
import { refillMark, wickingOf } from "./refill-mark";
import { rememberedColumn } from "./remembered-column";
import { runTransient } from "./transient";

const SETUP = potWith({ kind: "free-water", levelCm: 7, overflowCm: null }, [layer(GRAVEL, 8), layer(MIX, 12)]);
const on = (branch: "drying" | "wetting"): Network => {
  const made = networkOf(SETUP, medium, branch);
  if (!made.ok) throw new Error(made.problems[0]!.message);
  return made.value;
};
const WICKING = (() => {
  const found = wickingOf(SETUP);
  if (!found.ok) throw new Error("wicks");
  return found.value;
})();
const FULL_CM = 7;
const heldAt = ({ column }: Network, levelCm: number): number => hydrostaticStorageCm3(column, levelCm);
const markAt = (network: Network, asked: number): number => {
  const mark = refillMark(network.column, asked, WICKING);
  if (mark.kind !== "mark") throw new Error(`${asked} cm³/h has a mark`);
  return mark.levelCm;
};

describe("a network that has wicked up, as its water falls from full", () => {
  const [soaked, wicked] = [on("drying"), fallingNetwork(on("wetting"), "wetting", FULL_CM)];

  it("is the network itself where it was soaked", () => {
    expect(fallingNetwork(soaked, "drying", FULL_CM)).toBe(soaked);
  });

  it("holds at full what its wetting curves say, and further down more than they do and less than what was soaked", () => {
    expect(heldAt(wicked, FULL_CM) / heldAt(on("wetting"), FULL_CM)).toBeCloseTo(1, 2);
    for (const level of [6, 4, 0]) {
      expect(heldAt(wicked, level)).toBeGreaterThan(heldAt(on("wetting"), level));
      expect(heldAt(wicked, level)).toBeLessThan(heldAt(soaked, level));
    }
  });

  it("dries as if it had been soaked where it stood in water", () => {
    for (const asked of [2, 10, 40]) expect(markAt(soaked, asked)).toBeLessThanOrEqual(markAt(wicked, asked) + 0.02);
    const all = fallingNetwork(on("wetting"), "wetting", 20);
    for (const asked of [2, 10, 40]) expect(markAt(all, asked)).toBeCloseTo(markAt(soaked, asked), 2);
  });

  it("feeds the roots at its mark, and not under it, when it is followed there through time", () => {
    const asked = 5;
    const { column, soils } = soaked;
    const markCm = markAt(wicked, asked);
    const { demandHeightCm } = WICKING;
    const cell = column.zCm.findIndex((z) => z > demandHeightCm);
    const heldTo = (levelCm: number) =>
      runTransient(
        column,
        column.zCm.map((z) => FULL_CM - z),
        {
          kind: "psi",
          cm: [
            [0, FULL_CM],
            [200, levelCm],
          ],
        },
        { kind: "sealed" },
        [3000],
        {
          mostIterations: 1_000_000,
          uptake: {
            demandCmPerHour: asked / (Math.PI * 100),
            roots: [{ fromCm: demandHeightCm - 0.01, toCm: demandHeightCm + 0.01, weight: 1 }],
            stress: { drownedPsiCm: 1e6, airedPsiCm: 1e5, thirstyPsiCm: -5000, wiltedPsiCm: -15_000 },
          },
          hysteresis: {
            wettingAlphaFactors: soils.map(({ wettingAlphaFactor }) => wettingAlphaFactor),
            beginning: { branch: "wetting", turnsPsiCm: [] },
          },
        },
      ).states.at(-1)!.psiCm[cell]!;
    expect(heldTo(markCm + 0.15)).toBeGreaterThan(-100);
    expect(heldTo(markCm - 0.15)).toBeLessThan(-100);
  }, 60_000);
});

const anyLayers = fc.array(
  fc.record({ id: fc.constantFrom(...CATALOGUE.map(({ id }) => id)), thicknessCm: fc.integer({ min: 1, max: 12 }) }),
  { minLength: 1, maxLength: 4 },
);

describe("a column as its cells remember", () => {
  it("is that of its curves where nothing has turned: it holds and carries the same", () => {
    fc.assert(
      fc.property(anyLayers, fc.double({ min: -30, max: 1, noNaN: true }), (layers, levelCm) => {
        const made = networkOf(
          potWith(
            { kind: "free-water", levelCm: 1, overflowCm: null },
            layers.map(({ id, thicknessCm }) => layer(id, thicknessCm)),
          ),
          medium,
          "drying",
        );
        if (!made.ok) return;
        const { column } = made.value;
        const psiCm = column.zCm.map((z) => 1 - z);
        const same = rememberedColumn(made.value, psiCm, { branch: "drying", turnsPsiCm: [] });
        // rough tables bend the curves of coarse grains near saturation
        const share = hydrostaticStorageCm3(same, levelCm) / hydrostaticStorageCm3(column, levelCm);
        expect(Math.abs(share - 1)).toBeLessThan(0.02);
      }),
      { numRuns: 60 },
    );
  });
});
