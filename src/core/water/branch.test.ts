import { describe, expect, it } from "vitest";
import { hydraulicFunctions } from "../hydraulics/hydraulics";
import { CATALOGUE } from "../media/catalogue/catalogue";
import { branchOf, DRY_AS_BOUGHT_PSI_CM, historyOf, onBranch, repelsWhenDry } from "./branch";

const medium = (id: string) => CATALOGUE.find((one) => one.id === id)!;

describe("the branches of a retention curve", () => {
  it("are the drying one of the catalogue, and a wetting one at a multiple of alpha (Kool & Parker 1987): as wet at a suction as the other is at that many times it", () => {
    for (const one of CATALOGUE) {
      expect(onBranch(one, "drying")).toBe(one.hydraulics);
      const [drying, wetting] = [one.hydraulics, onBranch(one, "wetting")].map((each) => hydraulicFunctions(each));
      for (const suctionCm of [0.5, 3, 20, 150])
        expect([one.id, wetting!.waterContent(-suctionCm)]).toEqual([
          one.id,
          expect.closeTo(drying!.waterContent(-suctionCm * one.wettingAlphaFactor), 9),
        ]);
    }
  });

  it("take their air entry along: pores that fill at half the suction empty at the whole of it", () => {
    const sand = {
      ...medium("fine-sand-0.1-0.5"),
      hydraulics: { ...medium("fine-sand-0.1-0.5").hydraulics, airEntryCm: 12 },
      wettingAlphaFactor: 2,
    };
    const wetting = onBranch(sand, "wetting");
    expect(wetting.airEntryCm).toBe(6);
    expect(wetting.modes.map(({ alphaPerCm }) => alphaPerCm)).toEqual(
      sand.hydraulics.modes.map(({ alphaPerCm }) => 2 * alphaPerCm),
    );
    expect({ ...wetting, airEntryCm: 12, modes: sand.hydraulics.modes }).toEqual(sand.hydraulics);
  });

  it("follow the history: soaked dries, moist and dry wet; what drains was soaked", () => {
    expect((["soaked", "moist", "dry"] as const).map(branchOf)).toEqual(["drying", "wetting", "wetting"]);
    expect(historyOf({ water: { by: "soaking" }, history: "dry" })).toBe("soaked");
    expect(historyOf({ water: { by: "volume", storedCm3: 1 }, history: "dry" })).toBe("dry");
    expect(historyOf({ water: { by: "level", levelCm: 1 }, history: "moist" })).toBe("moist");
  });

  it("say what sheds water when it is put in dry", () => {
    expect([repelsWhenDry(medium("sphagnum-peat")), repelsWhenDry(medium("coarse-sand-0.5-2"))]).toEqual([true, false]);
    expect(DRY_AS_BOUGHT_PSI_CM).toBeLessThan(-15_000);
  });
});
