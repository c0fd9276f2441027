import { describe, expect, it } from "vitest";
import { GRAVEL, PEAT } from "../testing/hydraulics";
import { makeColumn, thetaAt } from "./column";
import { heightProfile, readAt } from "./profile";

const column = makeColumn(
  [
    { thicknessCm: 2, areaCm2: 10, hydraulics: GRAVEL },
    { thicknessCm: 0.4, areaCm2: 10, hydraulics: PEAT },
    { thicknessCm: 3, areaCm2: 10, hydraulics: GRAVEL },
  ],
  1e-7,
  0.5,
);
// at rest over water at 1 cm; in the topmost layer half as steep
const psiCm = column.zCm.map((z) => (z < 2.4 ? 1 - z : -1.4 - (z - 2.4) / 2));
const theta = psiCm.slice();
for (const { firstCell, cellCount, functions } of column.layers)
  for (let i = firstCell; i < firstCell + cellCount; i++) theta[i] = thetaAt(functions, 1e-7, psiCm[i]!);
const profiled = () => heightProfile(column, { psiCm, theta });

describe("a state by height", () => {
  it("has a point at each layer's bottom, cell centres and top", () => {
    const profile = profiled();
    expect([...profile.zCm].map((z) => Math.round(z * 1e6) / 1e6)).toEqual([
      0, 0.25, 0.75, 1.25, 1.75, 2, 2, 2.2, 2.4, 2.4, 2.65, 3.15, 3.65, 4.15, 4.65, 5.15, 5.4,
    ]);
    expect(profile.firstPoint).toEqual([0, 6, 9, 17]);
  });

  it("follows the slope of the outermost cells to a layer's ends, and rests where there is but one cell", () => {
    const profile = profiled();
    const psiAt = (point: number): number => profile.psiCm[point]!;
    expect(psiAt(0)).toBeCloseTo(1, 9);
    expect(psiAt(5)).toBeCloseTo(-1, 9);
    expect([psiAt(6), psiAt(7), psiAt(8)]).toEqual([-1, -1.2, -1.4].map((psi) => expect.closeTo(psi, 9) as number));
    expect(psiAt(9)).toBeCloseTo(-1.4, 9);
    expect(psiAt(16)).toBeCloseTo(-2.9, 9);
  });

  it("has the water of its medium there, and air in what is left of the pores, never less than none", () => {
    const profile = profiled();
    const { functions } = column.layers[1]!;
    expect(profile.theta[7]).toBe(thetaAt(functions, 1e-7, psiCm[4]!));
    expect(profile.airSpace[7]! + profile.theta[7]!).toBeCloseTo(0.85, 12);
    expect(profile.airSpace[0]).toBe(0);
    expect(profile.theta[0]).toBeCloseTo(0.4 + 1e-7, 12);
  });
});

describe("a state whose cells hold less than their curve says", () => {
  it("has what each holds, and goes from there to a layer's ends as its curve does, saturated under pressure", () => {
    const less = theta.map((one, i) => (psiCm[i]! < 0 ? one - 0.01 : one));
    const [profile, full] = [heightProfile(column, { psiCm, theta: less }), profiled()];
    for (const point of [4, 5, 6, 7, 8, 9, 10, 15, 16])
      expect(full.theta[point]! - profile.theta[point]!, `${point}`).toBeCloseTo(0.01, 9);
    for (const point of [0, 1, 2]) expect(profile.theta[point]).toBe(full.theta[point]);
    expect(profile.airSpace[7]! - full.airSpace[7]!).toBeCloseTo(0.01, 9);
    const none = heightProfile(column, { psiCm, theta: theta.map(() => 0) });
    expect(Math.min(...none.theta)).toBeGreaterThanOrEqual(0);
  });
});

describe("read at a height", () => {
  it("lies straight between points, on the lower side of an interface, and nowhere outside the stack", () => {
    const profile = profiled();
    expect(readAt(profile, 0)!.psiCm).toBeCloseTo(1, 9);
    expect(readAt(profile, 0.6)!.psiCm).toBeCloseTo(0.4, 9);
    expect(readAt(profile, 2)!.theta).toBe(profile.theta[5]);
    expect(readAt(profile, 2.1)!.theta).toBeCloseTo((profile.theta[6]! + profile.theta[7]!) / 2, 12);
    expect(readAt(profile, 2.1)!.airSpace).toBeCloseTo((profile.airSpace[6]! + profile.airSpace[7]!) / 2, 12);
    expect(readAt(profile, 5.4)!.psiCm).toBeCloseTo(-2.9, 9);
    for (const height of [-0.1, 5.5, Number.NaN]) expect(readAt(profile, height)).toBeUndefined();
  });
});
