import { describe, expect, it } from "vitest";
import { inLibrary, PLANTS } from "../occupants/library/library";
import type { Plant } from "../occupants/occupant";
import type { Setup, Stage } from "../stack/setup";
import { boxVessel, layer, medium, PEAT, potWith } from "../testing/setups";
import { judgedWhole } from "./judge";
import { atStage } from "../demand/stage";
import { verdictName } from "./words";

const plant = (id: string): Plant => inLibrary(id) as Plant;

describe("a kind as it is while it is young", () => {
  it("takes less room and roots less deep the younger it is, and dries out sooner; every range stays one", () => {
    for (const one of PLANTS) {
      expect(atStage(one, "grown")).toBe(one);
      const [seed, young] = [atStage(one, "seed"), atStage(one, "young")];
      for (const key of ["rootDepthCm", "rootSpreadCm", "spreadCm", "heightCm"] as const) {
        expect(seed[key].typical).toBeLessThanOrEqual(young[key].typical);
        expect(young[key].typical).toBeLessThan(one[key].typical);
      }
      for (const small of [seed, young])
        for (const figure of [small.rootDepthCm, small.spreadCm, small.crownOverWaterCm, small.droughtDays.growing]) {
          expect([one.id, figure.low <= figure.typical]).toEqual([one.id, true]);
          expect([one.id, figure.typical <= figure.high]).toEqual([one.id, true]);
        }
      expect(seed.droughtDays.growing.typical).toBeLessThanOrEqual(1);
      expect(seed.pH).toBe(one.pH);
    }
  });

  it("is judged by its size: a tub of seed is not refused for the room and depth of grown pitchers", () => {
    const tub: Setup = {
      ...potWith({ kind: "free-water", levelCm: 1, overflowCm: 2 }, [layer(PEAT, 8)]),
      vessel: boxVessel(30, 20, 10),
    };
    const findings = (stage: Stage | undefined) =>
      judgedWhole(
        { ...tub, occupants: [{ id: "a", occupantId: "pitcher-trumpet", count: 60, ...(stage && { stage }) }] },
        medium,
        inLibrary,
      )![0]!;
    const grade = (stage: Stage | undefined, limit: string) =>
      findings(stage).findings.find((one) => one.limit === limit)!.grade;
    expect([grade(undefined, "root-room"), grade(undefined, "soil-depth")]).toEqual(["unsuited", "care"]);
    expect([grade("seed", "root-room"), grade("seed", "soil-depth")]).toEqual(["suits", "suits"]);
    expect(verdictName(findings("seed"))).toBe("60 × Trumpet pitcher, as seed");
    expect(verdictName(findings(undefined))).toBe("60 × Trumpet pitcher");
    expect(plant("pitcher-trumpet").rootDepthCm.typical).toBeGreaterThan(10);
  });
});

describe("company of unlike kinds", () => {
  const clashesOf = (...ids: readonly string[]): readonly unknown[] =>
    judgedWhole(
      {
        ...potWith({ kind: "drained", outletCm: 0 }, [layer("coir-pith-fine", 12)]),
        vessel: boxVessel(60, 45, 40, "glass"),
        occupants: ids.map((occupantId) => ({ id: occupantId, occupantId, count: 1 })),
      },
      medium,
      inLibrary,
    )!.flatMap(({ findings }) =>
      findings.flatMap((one) => (one.limit === "company" ? [[one.occupancyId, one.clash, one.grade]] : [])),
    );

  it("is refused for a frog with a gecko, and not for either with those that clean up", () => {
    expect(clashesOf("dart-frog-small", "gecko-mourning")).toEqual(
      expect.arrayContaining([
        ["dart-frog-small", "kinds", "unsuited"],
        ["gecko-mourning", "kinds", "unsuited"],
      ]),
    );
    expect(clashesOf("dart-frog-small", "springtail").join()).not.toContain("kinds");
    expect(clashesOf("gecko-mourning", "isopod-dwarf-white").join()).not.toContain("kinds");
  });
});
