import { readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import fc from "fast-check";
import { saying } from "../testing/cases";
import { hydraulicFunctions } from "../hydraulics/hydraulics";
import { CATALOGUE } from "../media/catalogue/catalogue";
import type { Medium } from "../media/medium";
import { makeColumn } from "../water/column";
import { hydrostaticStorageCm3 } from "../water/equilibrium";
import { blend, shrinkage, type Blend, type Part } from "./blend";

const medium = (id: string): Medium => CATALOGUE.find((one) => one.id === id)!;
const BLENDABLE = CATALOGUE.filter(({ packing }) => packing.mixingFactor > 0);
const anyParts: fc.Arbitrary<Part[]> = fc.array(
  fc.record({ medium: fc.constantFrom(...BLENDABLE), parts: fc.double({ min: 0.05, max: 20, noNaN: true }) }),
  { minLength: 1, maxLength: 6 },
);
const mixed = (parts: readonly Part[]): Blend => {
  const done = blend(parts);
  if (!done.ok) throw new Error(done.problems[0]!.message);
  return done.value;
};
const capacity15cm = ({ hydraulics }: Blend): number =>
  hydrostaticStorageCm3(makeColumn([{ thicknessCm: 15, areaCm2: 1, hydraulics }], 1e-7), 0) / 15;

type Band = { readonly low: number; readonly high: number };
type Reference = {
  readonly id: string;
  readonly name: string;
  readonly parts: readonly { id: string; parts: number }[];
  readonly totalPorosity: Band;
  readonly containerCapacity15cm: Band;
  readonly airSpace15cm: Band;
  readonly shrinkFraction: Band;
};
const REFERENCES = JSON.parse(readFileSync("verification/mixes/mixes.json", "utf8")) as Reference[];
describe("the reference mixes, by bands recalled from the literature", () => {
  const misses = REFERENCES.flatMap((reference) => {
    const done = mixed(reference.parts.map(({ id, parts }) => ({ medium: medium(id), parts })));
    const capacity = capacity15cm(done);
    const values = {
      totalPorosity: done.hydraulics.thetaS,
      containerCapacity15cm: capacity,
      airSpace15cm: done.hydraulics.thetaS - capacity,
      shrinkFraction: done.shrinkFraction,
    };
    return (Object.keys(values) as (keyof typeof values)[]).flatMap((key) => {
      const { low, high } = reference[key];
      return values[key] >= low - 5e-4 && values[key] <= high + 5e-4
        ? []
        : [{ what: `${reference.id} ${key}`, off: Math.max(low - values[key], values[key] - high) }];
    });
  });

  it("are met in porosity, capacity, air space and shrinkage, but for one shrinkage the rule is known to miss by 0.01", () => {
    expect(REFERENCES.length).toBeGreaterThanOrEqual(12);
    expect(misses.map(({ what }) => what)).toEqual(["calcined-clay-grit-bark-1-1-1 shrinkFraction"]);
    expect(misses[0]!.off).toBeLessThan(0.01);
  });
});

describe("blending", () => {
  it("conserves solids exactly: 1 − thetaS = Σ x·(1 − thetaS)/(1 − s)", () => {
    const cases = saying(0.95);
    fc.assert(
      fc.property(anyParts, (parts) => {
        const done = blend(parts);
        if (cases.skips(!done.ok) || !done.ok) return;
        const {
          shares,
          shrinkFraction,
          hydraulics: { thetaS, modes, thetaR },
        } = done.value;
        const solids =
          parts.reduce((sum, part, i) => sum + shares[i]! * (1 - part.medium.hydraulics.thetaS), 0) /
          (1 - shrinkFraction);
        expect(1 - thetaS).toBeCloseTo(solids, 10);
        expect(modes.reduce((sum, { weight }) => sum + weight, 0)).toBeCloseTo(1, 10);
        expect(thetaR).toBeLessThan(thetaS);
      }),
      { numRuns: 300 },
    );
    cases.hold();
  });

  it("of a medium with itself is that medium, however it is split", () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...BLENDABLE),
        fc.double({ min: 0.1, max: 9, noNaN: true }),
        fc.double({ min: 0.1, max: 9, noNaN: true }),
        (one, a, b) => {
          const done = mixed([
            { medium: one, parts: a },
            { medium: one, parts: b },
          ]);
          expect(done.shrinkFraction).toBeCloseTo(0, 12);
          expect(done.hydraulics.thetaS).toBeCloseTo(one.hydraulics.thetaS, 10);
          expect(done.hydraulics.ksCmPerHour / one.hydraulics.ksCmPerHour).toBeCloseTo(1, 8);
          const [f, g] = [hydraulicFunctions(done.hydraulics), hydraulicFunctions(one.hydraulics)];
          for (const psi of [-1, -10, -50, -300]) expect(f.waterContent(psi)).toBeCloseTo(g.waterContent(psi), 8);
          if (one.hydraulics.tau <= 9 && one.hydraulics.tau >= -0.5)
            expect(f.conductivityCmPerHour(-50) / g.conductivityCmPerHour(-50)).toBeCloseTo(1, 6);
        },
      ),
    );
  });

  it("does not depend on the order of the parts, on their scale, or on how one is split", () => {
    const cases = saying(0.95);
    fc.assert(
      fc.property(anyParts, fc.double({ min: 0.01, max: 100, noNaN: true }), (parts, scale) => {
        const [plain, other] = [
          blend(parts),
          blend(
            [...parts].reverse().flatMap(({ medium: one, parts: amount }) => [
              { medium: one, parts: amount * scale * 0.3 },
              { medium: one, parts: amount * scale * 0.7 },
            ]),
          ),
        ];
        expect(other.ok).toBe(plain.ok);
        if (cases.skips(!plain.ok) || !plain.ok || !other.ok) return;
        expect(other.value.shrinkFraction).toBeCloseTo(plain.value.shrinkFraction, 9);
        expect(other.value.hydraulics.thetaS).toBeCloseTo(plain.value.hydraulics.thetaS, 9);
        expect(Math.log(other.value.hydraulics.ksCmPerHour)).toBeCloseTo(
          Math.log(plain.value.hydraulics.ksCmPerHour),
          6,
        );
      }),
      { numRuns: 200 },
    );
    cases.hold();
  });

  it("never grows on mixing, and shrinks as the sweeps of the design note say: peat with perlite 1:1 by 8 %, sand into 6–12 mm bark by 23 % at most", () => {
    fc.assert(
      fc.property(anyParts, (parts) => {
        const done = blend(parts);
        if (done.ok) expect(done.value.shrinkFraction).toBeGreaterThanOrEqual(-1e-12);
      }),
    );
    expect(
      mixed([
        { medium: medium("sphagnum-peat"), parts: 1 },
        { medium: medium("perlite-coarse-3-6"), parts: 1 },
      ]).shrinkFraction,
    ).toBeCloseTo(0.08, 2);
    const sweep = (a: string, b: string): number =>
      Math.max(
        ...Array.from({ length: 99 }, (_, i) => shrinkage([medium(a), medium(b)], [(i + 1) / 100, 1 - (i + 1) / 100])),
      );
    expect(sweep("coarse-sand-0.5-2", "bark-6-12")).toBeCloseTo(0.23, 2);
    expect(sweep("coarse-sand-0.5-2", "bark-12-20")).toBeCloseTo(0.27, 2);
  });

  it("says what cannot be mixed", () => {
    const peat = medium("sphagnum-peat");
    expect(blend([])).toMatchObject({ ok: false, problems: [{ code: "no-parts" }] });
    for (const parts of [0, -1, Number.NaN, 1e9])
      expect(blend([{ medium: peat, parts }])).toMatchObject({
        ok: false,
        problems: [{ path: "parts[0]", code: "bad-parts" }],
      });
    expect(
      blend([
        { medium: peat, parts: 1 },
        { medium: medium("capillary-mat"), parts: 1 },
      ]),
    ).toMatchObject({ ok: false, problems: [{ path: "parts[1]", code: "not-blendable" }] });
  });
});
