import { describe, expect, it } from "vitest";
import { airPsiCm } from "../hydraulics/beside-pores";
import { gaussLegendre } from "../hydraulics/gauss-legendre";
import { hydraulicFunctions } from "../hydraulics/hydraulics";
import { besidePoresOf } from "../media/grains";
import { withSaidDemand } from "../stack/edit";
import { runSetup } from "../testing/settled";
import { layer, medium, MIX, potWith } from "../testing/setups";
import { makeColumn } from "./column";
import { runTransient } from "./transient";

const SAND = medium("fine-sand-0.1-0.5")!;
const LOAM = medium("topsoil-loam")!;
const GRAVEL = medium("pea-gravel-6-10")!;
const AIR_PSI_CM = airPsiCm(0.5);

/** What a bare column has given to dry air by each hour, asked for more than any gives. [cm] */
function given(columnCm: number, hours: readonly number[], cellCm = 0.25, one = SAND, psiCm = -20): number[] {
  const column = makeColumn(
    [{ thicknessCm: columnCm, areaCm2: 1, hydraulics: one.hydraulics, beside: besidePoresOf(one) }],
    1e-7,
    cellCm,
  );
  const run = runTransient(
    column,
    column.zCm.map(() => psiCm),
    { kind: "sealed" },
    { kind: "atmosphere", cmPerHour: -10, limitPsiCm: AIR_PSI_CM },
    hours,
  );
  expect(run.status).toBe("done");
  return run.cumulative.map(({ topInCm3 }) => -topInCm3);
}

describe("a drying surface", () => {
  it("gives what its soil lets through: as the root of time from a deep one (Gardner 1959)", () => {
    const hours = [25, 50, 100, 200];
    const sums = given(120, hours, 0.25, LOAM, -300);
    const perRoot = sums.map((cm, i) => cm / Math.sqrt(hours[i]!));
    // gravity holds back but little of what is this dry
    for (const one of perRoot) {
      expect(one / perRoot[0]!).toBeLessThan(1.03);
      expect(one / perRoot[0]!).toBeGreaterThan(0.93);
    }
  });

  it("gives through what has dried to air as much as creeps and diffuses through it, and no less", () => {
    // steady: water held at the foot of a gravel that is dry on top
    const heightCm = 3;
    const beside = besidePoresOf(GRAVEL);
    const column = makeColumn(
      [{ thicknessCm: heightCm, areaCm2: 1, hydraulics: GRAVEL.hydraulics, beside }],
      1e-7,
      0.05,
    );
    const run = runTransient(
      column,
      column.zCm.map((z) => -200 - z),
      { kind: "psi", cm: -200 },
      { kind: "atmosphere", cmPerHour: -10, limitPsiCm: AIR_PSI_CM },
      [4000, 5000],
    );
    const [before, after] = run.cumulative.map(({ topInCm3 }) => -topInCm3) as [number, number];
    const { conductivityCmPerHour } = hydraulicFunctions(GRAVEL.hydraulics, beside);
    // ∫ K d(psi) over the height, by decades of suction; gravity counts for nothing here
    const ends = Array.from({ length: 60 }, (_, i) => 200 * (-AIR_PSI_CM / 200) ** (i / 59));
    const carried = ends
      .slice(1)
      .reduce((sum, to, i) => sum + gaussLegendre(ends[i]!, to, (suction) => conductivityCmPerHour(-suction)), 0);
    expect((after - before) / 1000 / (carried / heightCm)).toBeCloseTo(1, 1);
    const { conductivityCmPerHour: inPores } = hydraulicFunctions(GRAVEL.hydraulics);
    const byPores = ends
      .slice(1)
      .reduce((sum, to, i) => sum + gaussLegendre(ends[i]!, to, (suction) => inPores(-suction)), 0);
    expect(byPores).toBeLessThan(0.7 * carried);
  });

  it("gives hardly another amount however thin its cells are cut", () => {
    const [coarse, fine] = [given(15, [24, 240]), given(15, [24, 240], 0.125)];
    fine.forEach((cm, i) => expect(coarse[i]! / cm).toBeCloseTo(1, 1));
  });
});

describe("a layer over a soil, as it dries", () => {
  const lived = (top: readonly [id: string, cm: number] | undefined) => {
    const layers = [layer(MIX, 12, false), ...(top ? [layer(top[0], top[1], false)] : [])];
    const run = runSetup(withSaidDemand(potWith({ kind: "drained", outletCm: 0 }, layers), 4), medium, 14);
    if (!run.ok) throw new Error(run.problems[0]!.message);
    return run.value;
  };

  it("keeps its water: under gravel or bark next to nothing goes, under fine sand as much as from bare soil", () => {
    const bare = lived(undefined).givenCm3;
    expect(lived(["pea-gravel-6-10", 2]).givenCm3 / bare).toBeLessThan(0.15);
    expect(lived(["bark-6-12", 3]).givenCm3 / bare).toBeLessThan(0.15);
    expect(lived(["fine-sand-0.1-0.5", 2]).givenCm3 / bare).toBeGreaterThan(0.8);
  });

  it("gives all that is asked while it is moist, and less and less once its surface is dry", () => {
    const { frames, askedCm3 } = lived(undefined);
    const by = (day: number): number => frames.find(({ hours }) => hours === 24 + 24 * day)!.uptakeCm3;
    const aDay = askedCm3 / 14;
    expect(by(1) / aDay).toBeCloseTo(1, 2);
    expect(by(8) / aDay).toBeCloseTo(8, 1);
    expect(by(14) - by(13)).toBeLessThan(0.2 * aDay);
    expect(by(14)).toBeGreaterThan(by(13));
  });
});
