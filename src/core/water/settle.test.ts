import { describe, expect, it } from "vitest";
import { GRAVEL, layer, medium, MIX, PEAT, potWith, withHeld, inFeet } from "../testing/setups";
import { withHistory } from "../stack/edit";
import type { Setup } from "../stack/setup";
import { DRY_AS_BOUGHT_PSI_CM } from "./branch";
import type { Column } from "./column";
import { networkOf, openWaterCm3 } from "./network";
import { doseForLevelCm3, repellingLayer, type Settled } from "./settle";
import { setupProblems } from "./checked";
import { settle } from "../testing/settled";

const AREA_CM2 = Math.PI * 100;
const of = (setup: Setup): Settled => {
  const settled = settle(setup, medium);
  if (!settled.ok) throw new Error(settled.problems[0]!.message);
  return settled.value;
};
const column = (setup: Setup): Column => of(setup).column;
const { thetaS: peatThetaS, thetaR: peatThetaR } = medium(PEAT)!.hydraulics;
const JAR = potWith({ kind: "dosed", storedCm3: 2000 }, [layer(PEAT, 12)]);
const dosed = (storedCm3: number) => withHeld(JAR, { kind: "dosed", storedCm3 });

describe("a setup settled", () => {
  it("lays its layers over the vessel's area, a foot over its share of it", () => {
    const { layers } = column(
      potWith({ kind: "free-water", levelCm: 3, overflowCm: null }, [
        { ...layer(PEAT, 5), legs: inFeet(0.25) },
        layer(MIX, 10),
      ]),
    );
    expect(layers.map(({ bottomCm, topCm }) => [bottomCm, topCm])).toEqual([
      [0, 5],
      [5, 15],
    ]);
    expect(layers[0]!.areaCm2).toBeCloseTo(AREA_CM2 / 4, 9);
    expect(layers[1]!.areaCm2).toBeCloseTo(AREA_CM2, 9);
  });

  it("stands at its level, at its outlet, or where its dose lets it", () => {
    const bed = [layer(GRAVEL, 5), layer(MIX, 20)];
    expect(of(potWith({ kind: "free-water", levelCm: 4, overflowCm: 5 }, bed)).equilibrium.waterTableCm).toBe(4);
    expect(of(potWith({ kind: "drained", outletCm: 2 }, bed)).equilibrium.waterTableCm).toBe(2);
    const { equilibrium } = of(JAR);
    expect(equilibrium.storedCm3).toBeCloseTo(2000, 6);
    expect(equilibrium.pondedCm3).toBe(0);
  });

  it("says which layer it knows no medium of, and that there is none", () => {
    const strange = potWith(JAR, [layer(PEAT, 5), { ...layer(PEAT, 5), id: "other", mediumId: "moon-dust" }]);
    expect(networkOf(strange, medium)).toMatchObject({
      ok: false,
      problems: [{ path: "layers[1].mediumId", code: "unknown-medium" }],
    });
    expect(networkOf(potWith(JAR, []), medium)).toMatchObject({ ok: false, problems: [{ code: "no-layers" }] });
  });
});

describe("a dose", () => {
  // 12 cm of peat full, and 18 cm of open water up to the rim of 30
  const brimCm3 = AREA_CM2 * (12 * peatThetaS + 18);
  const residualCm3 = AREA_CM2 * 12 * peatThetaR;

  it("is refused from the rim on, and is as dry as it is where the layers never give it up", () => {
    const codes = (storedCm3: number) => setupProblems(dosed(storedCm3), medium).map(({ code }) => code);
    expect(codes(brimCm3 + 1)).toEqual(["over-brim"]);
    expect(codes(brimCm3 - 1)).toEqual([]);
    expect(codes(residualCm3 + 1)).toEqual([]);
    for (const storedCm3 of [0, residualCm3 / 2, residualCm3 - 1]) {
      expect(codes(storedCm3)).toEqual([]);
      const dry = settle(dosed(storedCm3), medium);
      if (!dry.ok) throw new Error(dry.problems[0]!.message);
      const { column, equilibrium } = dry.value;
      expect(equilibrium.storedCm3).toBe(storedCm3);
      // the water there is, spread as the layers are
      const cellCm3 = (AREA_CM2 * column.heightCm) / column.zCm.length;
      const summed = equilibrium.theta.reduce((sum, theta) => sum + theta * cellCm3, 0);
      expect(summed).toBeCloseTo(storedCm3, 6);
      expect(equilibrium.layerStoredCm3.reduce((sum, stored) => sum + stored, 0)).toBeCloseTo(storedCm3, 6);
    }
    // what is over is said, in the grower's units
    expect(setupProblems(dosed(brimCm3 + 2000), medium)[0]!.message).toMatch(/ is 2\sL more than the vessel holds/u);
    expect(setupProblems(dosed(brimCm3 + 4 * 3785.411784), medium, "imperial")[0]!.message).toMatch(
      / is 4\sgal more /u,
    );
  });

  it("is named by the geometry alone where that is wrong, and asked of a dosed vessel only", () => {
    const tooDeep = { ...dosed(brimCm3 + 1), layers: [layer(PEAT, 40)] };
    expect(setupProblems(tooDeep, medium).map(({ code }) => code)).not.toContain("over-brim");
    expect(setupProblems(tooDeep, medium)).not.toEqual([]);
    expect(setupProblems(withHeld(JAR, { kind: "drained", outletCm: 0 }), medium)).toEqual([]);
  });

  it("for a level fills the pores to it and wicks above, and is open water over the stack, to the rim and no further", () => {
    const jar = of(JAR).network;
    const dose = (heightCm: number): number => doseForLevelCm3(JAR, jar, heightCm);
    expect(dose(12)).toBeCloseTo(AREA_CM2 * 12 * peatThetaS, -0.5);
    expect(Math.abs(dose(15) - dose(12) - AREA_CM2 * 3)).toBeLessThan(1.01);
    expect(dose(30)).toBe(Math.round(brimCm3));
    expect(dose(99)).toBe(dose(30));
    expect(dose(-5)).toBe(dose(0));
    expect(Number.isInteger(dose(3.3))).toBe(true);
    // it is the dose of which the surface stands there
    for (const heightCm of [1, 5, 9, 14])
      expect(of(dosed(dose(heightCm))).equilibrium.waterTableCm).toBeCloseTo(heightCm, 1);
    // and one the layers can hold, however dry they would be
    expect(setupProblems(dosed(doseForLevelCm3({ ...JAR, layers: [layer(GRAVEL, 12)] }, jar, -1)), medium)).toEqual([]);
  });
});

describe("a stack put in dry over free water", () => {
  const bed = (levelCm: number): Setup =>
    withHistory(potWith({ kind: "free-water", levelCm, overflowCm: null }, [layer(GRAVEL, 5), layer(PEAT, 10)]), "dry");

  it("is wet to the surface of the water and as dry as it came above it, from the first layer that repels", () => {
    const { column: dry, equilibrium } = of(bed(8));
    dry.zCm.forEach((z, i) => {
      if (z <= 8) expect(equilibrium.psiCm[i]).toBeCloseTo(8 - z, 9);
      else expect(equilibrium.psiCm[i]).toBe(DRY_AS_BOUGHT_PSI_CM);
    });
    const dryTheta = dry.layers[1]!.functions.waterContent(DRY_AS_BOUGHT_PSI_CM);
    // 3 of its 10 cm stand in water
    expect(equilibrium.layerStoredCm3[1]).toBeCloseTo(AREA_CM2 * (3 * peatThetaS + 7 * dryTheta), 6);
    expect(equilibrium.storedCm3).toBeCloseTo(equilibrium.layerStoredCm3[0]! + equilibrium.layerStoredCm3[1]!, 9);
    expect(equilibrium.waterTableCm).toBe(8);
    expect(equilibrium.pondedCm3).toBe(0);
  });

  it("is wetted throughout by water that stands over it, and where nothing in it repels", () => {
    expect(repellingLayer(bed(15), column(bed(15)), 15, medium)).toBeUndefined();
    expect(repellingLayer(bed(14), column(bed(14)), 14, medium)).toBe(1);
    const gravel = { ...bed(3), layers: [layer(GRAVEL, 5), layer("fine-sand-0.1-0.5", 10)] };
    expect(of(gravel).equilibrium.psiCm.at(-1)).toBeCloseTo(3 - 14.875, 9);
  });
});

describe("open water beside feet", () => {
  it("fills what the lower layers leave of the vessel's area, from the base to the level", () => {
    const feet = potWith({ kind: "free-water", levelCm: 4, overflowCm: 5 }, [
      { ...layer(MIX, 6, false), legs: inFeet(0.2) },
      layer(PEAT, 10),
    ]);
    const open = (levelCm: number): number => openWaterCm3(of(feet).network, levelCm);
    expect(open(0)).toBe(0);
    expect(open(-3)).toBe(0);
    expect(open(2.5)).toBeCloseTo(AREA_CM2 * 0.8 * 2.5, 9);
    // the layer above fills the vessel
    expect(open(6)).toBeCloseTo(AREA_CM2 * 0.8 * 6, 9);
    expect(open(12)).toBeCloseTo(AREA_CM2 * 0.8 * 6, 9);
  });
});
