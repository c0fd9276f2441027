import { readdirSync, readFileSync } from "node:fs";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { CATALOGUE } from "../media/catalogue/catalogue";
import type { ScanCase } from "../testing/scan-case";
import { hydraulicFunctions } from "./hydraulics";
import { scanning, type ScanningPoint } from "./scanning";

const CASES = readdirSync("verification").filter((name) => /^scan-\d+\.json$/u.test(name));
const curvesOf = (id: string) => {
  const medium = CATALOGUE.find((one) => one.id === id)!;
  const functions = hydraulicFunctions(medium.hydraulics);
  return {
    functions,
    curves: scanning(functions, medium.wettingAlphaFactor),
    factor: medium.wettingAlphaFactor,
    isSimple: medium.hydraulics.modes.length === 1,
  };
};
const anyMedium = fc.constantFrom(...CATALOGUE.map(({ id }) => id));
const anySuction = fc.double({ min: -1.5, max: 3.5, noNaN: true }).map((exponent) => 10 ** exponent);

describe("scanning curves (Parker & Lenhard 1987)", () => {
  it("give the water contents an independent program finds as free water moves through ten levels", () => {
    expect(CASES.length).toBeGreaterThanOrEqual(3);
    for (const name of CASES) {
      const { begins, layers, waterLevelsCm, readAtCm, expected } = JSON.parse(
        readFileSync(`verification/${name}`, "utf8"),
      ) as ScanCase;
      readAtCm.forEach((heightCm, place) => {
        let footCm = 0;
        const layer = layers.find(({ thicknessCm }) => heightCm < (footCm += thicknessCm))!;
        const { functions, curves } = curvesOf(layer.mediumId);
        let point: ScanningPoint | undefined;
        waterLevelsCm.forEach((levelCm, step) => {
          const suctionCm = Math.max(0, heightCm - levelCm);
          point = point ? curves.moved(point, suctionCm) : curves.onMain(begins, suctionCm);
          const theta = functions.thetaR + (functions.thetaS - functions.thetaR) * point.saturation;
          expect(Math.abs(theta - expected[step]![place]!), `${name} ${heightCm} ${levelCm}`).toBeLessThan(1e-6);
        });
      });
    }
  });

  it("close every loop: a point that comes back to where it turned is where it was, however often", () => {
    fc.assert(
      fc.property(anyMedium, fc.array(anySuction, { minLength: 3, maxLength: 8 }), (id, suctions) => {
        const { curves } = curvesOf(id);
        let point = curves.onMain("drying", suctions[0]!);
        for (const suction of suctions) point = curves.moved(point, suction);
        const from = point;
        // no further than to where it came from
        const turn = from.turns.at(-1)!.suctionCm;
        const to = turn === Infinity ? 3 * from.suctionCm : (from.suctionCm + turn) / 2;
        const away = curves.moved(from, to);
        const back = curves.moved(away, from.suctionCm);
        const again = curves.moved(curves.moved(back, to), from.suctionCm);
        expect(Math.abs(back.saturation - from.saturation)).toBeLessThan(1e-12);
        expect(Math.abs(again.saturation - from.saturation)).toBeLessThan(1e-12);
      }),
    );
  });

  it("fall with suction, and of one pore system lie between the main curves", () => {
    fc.assert(
      fc.property(
        anyMedium,
        fc.boolean(),
        fc.array(anySuction, { minLength: 2, maxLength: 12 }),
        (id, wets, suctions) => {
          const { functions, curves, factor, isSimple } = curvesOf(id);
          let point = curves.onMain(wets ? "wetting" : "drying", suctions[0]!);
          for (const suction of suctions) {
            const before = point;
            point = curves.moved(point, suction);
            if (suction > before.suctionCm) expect(point.saturation).toBeLessThanOrEqual(before.saturation + 1e-12);
            else expect(point.saturation).toBeGreaterThanOrEqual(before.saturation - 1e-12);
            expect(point.saturation).toBeGreaterThanOrEqual(0);
            expect(point.saturation).toBeLessThanOrEqual(1);
            // scaled curves of several pore systems bulge out by up to a tenth: as published, and as the references have it
            const spare = isSimple ? 1e-12 : 0.15;
            expect(point.saturation).toBeLessThanOrEqual(functions.effectiveSaturation(-suction) + spare);
            expect(point.saturation).toBeGreaterThanOrEqual(functions.effectiveSaturation(-suction * factor) - spare);
          }
        },
      ),
      { numRuns: 400 },
    );
  });

  it("forget what was passed, and all of it once full", () => {
    const { curves, functions } = curvesOf("sphagnum-peat");
    const outer = curves.moved(curves.moved(curves.onMain("drying", 0), 60), 20);
    const inner = curves.moved(curves.moved(outer, 40), 30);
    expect(inner.turns).toHaveLength(5);
    // past 40 both turns inside are gone; past 60 it is on the main curve again
    expect(curves.moved(inner, 50).turns).toHaveLength(4);
    expect(curves.moved(inner, 70)).toMatchObject({ saturation: functions.effectiveSaturation(-70) });
    expect(curves.moved(inner, 0)).toMatchObject({ saturation: 1, direction: "drying" });
    expect(curves.moved(inner, 0).turns).toHaveLength(2);
  });

  it("with a factor of 1 are the one curve there is", () => {
    const functions = hydraulicFunctions(CATALOGUE.find(({ id }) => id === "sphagnum-peat")!.hydraulics);
    const curves = scanning(functions, 1);
    let point = curves.onMain("wetting", 300);
    for (const suction of [20, 80, 30, 55, 10, 400])
      expect((point = curves.moved(point, suction)).saturation).toBeCloseTo(
        functions.effectiveSaturation(-suction),
        12,
      );
  });
});
