import { describe, expect, it } from "vitest";
import fc from "fast-check";
import { saying } from "../testing/cases";
import { anyStack } from "../testing/arbitrary";
import { GRAVEL, layer, medium, MIX, PEAT, potWith, withHeld, inFeet } from "../testing/setups";
import { withSaidDemand, withHistory, withLayer } from "../stack/edit";
import type { Setup } from "../stack/setup";
import { onBranch } from "./branch";
import { makeColumn } from "./column";
import { settle, supplyOf } from "../testing/settled";
import { levelForFlow, steadyRise } from "./steady-rise";
import { asDrawn } from "./supply";
import type { RefillMark } from "./refill-mark";

const SAND = "fine-sand-0.1-0.5";
/** A trough: gravel reservoir, a wick bed of sand, potting mix, its overflow level with the gravel. */
const TROUGH = potWith({ kind: "free-water", levelCm: 7, overflowCm: 8 }, [
  layer(GRAVEL, 8),
  layer(SAND, 3, false),
  layer(MIX, 17),
]);
/** With few draws: what is told of the range of marks asks for more. */
const supply = (setup: Setup, draws = 20) => {
  const found = supplyOf(setup, medium, draws);
  if (!found.ok) throw new Error(found.problems[0]!.message);
  return found.value;
};
const heightOf = (mark: RefillMark): number =>
  mark.kind === "mark" ? mark.levelCm : mark.kind === "empty" ? 0 : Infinity;

describe("the level a flow needs", () => {
  it("is where a steady rise gives that flow, on 200 random stacks: one is the other turned round", () => {
    const cases = saying(0.5);
    fc.assert(
      fc.property(
        anyStack,
        fc.double({ min: 0.01, max: 0.9, noNaN: true }),
        fc.double({ min: 0.3, max: 1, noNaN: true }),
        (layers, low, high) => {
          const column = makeColumn(layers, 1e-7);
          const demandCm = column.heightCm * high;
          const levelCm = demandCm * low;
          const limit = -1.5 * demandCm - 20;
          const { maxCm3PerHour } = steadyRise(column, levelCm, demandCm, limit);
          // through clean coarse layers next to nothing rises, and no level is worth telling from another
          if (cases.skips(!(maxCm3PerHour > 1e-12))) return;
          expect(Math.abs(levelForFlow(column, maxCm3PerHour, demandCm, limit)! - levelCm)).toBeLessThan(3e-3);
        },
      ),
      { numRuns: 200 },
    );
    cases.hold();
  });

  it("is the height below the demand at which Gardner's (1958) column carries it", () => {
    const [alpha, ks] = [0.1, 5];
    const column = makeColumn(
      [
        {
          thicknessCm: 30,
          areaCm2: 10,
          hydraulics: { model: "exponential", thetaR: 0, thetaS: 0.4, ksCmPerHour: ks, alphaPerCm: alpha },
        },
      ],
      1e-7,
    );
    // q = Ks/(e^(aL) − 1) without a limit, so L = ln(1 + Ks/q)/a
    for (const q of [0.6, 2])
      expect(levelForFlow(column, q * 10, 30, -400)).toBeCloseTo(30 - Math.log(1 + ks / q) / alpha, 4);
  });

  it("rises with the flow, and is undefined where a surface under the base would do", () => {
    const column = makeColumn([{ thicknessCm: 20, areaCm2: 100, hydraulics: medium(MIX)!.hydraulics }], 1e-7);
    const levels = [0.1, 1, 10, 100, 1000].map((flow) => levelForFlow(column, flow, 20, -100) ?? -1);
    expect(levels).toEqual([...levels].sort((a, b) => a - b));
    expect(levelForFlow(column, 1e-6, 5, -100)).toBeUndefined();
    expect(() => levelForFlow(column, 0, 20, -100)).toThrow(RangeError);
  });
});

describe("the supply of a trough", () => {
  it("is told with the heights and the area it is computed with", () => {
    const found = supply(TROUGH);
    // 4 mm a day over a circle 20 cm wide; roots in the mix alone, from 11 to 28 cm
    expect(found).toMatchObject({ brimCm: 8, fullCm: 8, levelCm: 7, demandHeightCm: 19.5 });
    expect(found.areaCm2).toBeCloseTo(Math.PI * 100, 9);
    expect(found.demandCm3PerHour).toBeCloseTo((0.4 * Math.PI * 100) / 24, 9);
    const unholed = supply(withHeld(TROUGH, { kind: "free-water", levelCm: 7, overflowCm: null }));
    expect(unholed).toMatchObject({ brimCm: 28, fullCm: 7, levelCm: 7 });
    // full to the hole, over the surface too; the supply itself ends at the surface
    const high = supply(withHeld(TROUGH, { kind: "free-water", levelCm: 7, overflowCm: 29 }));
    expect(high).toMatchObject({ brimCm: 28, fullCm: 29 });
  });

  it("gives what a steady rise from the present level gives, and is marked where nine in ten such pots would be", () => {
    const { soaked, demandHeightCm, demandCm3PerHour } = supply(TROUGH, 200);
    const settled = settle(TROUGH, medium);
    if (!settled.ok) throw new Error("settles");
    const { column } = settled.value;
    expect(soaked.nowCm3PerHour).toBeCloseTo(steadyRise(column, 7, demandHeightCm, -100).maxCm3PerHour, 9);
    const level = (flow: number) => levelForFlow(column, flow, demandHeightCm, -100);
    expect(heightOf(soaked.mark)).toBe(level(demandCm3PerHour));
    // each pot of it by itself, with its media drawn
    const marks = Array.from({ length: 200 }, (_, index) => {
      const drawn = settle(TROUGH, asDrawn(medium, index));
      if (!drawn.ok) throw new Error("settles");
      return levelForFlow(drawn.value.column, demandCm3PerHour, demandHeightCm, -100) ?? -Infinity;
    }).sort((a, b) => a - b);
    expect(heightOf(soaked.lowMark)).toBeCloseTo(Math.max(0, marks[10]!), 6);
    expect(heightOf(soaked.highMark)).toBeCloseTo(marks[189]!, 6);
    // a tenth lie outside
    expect(heightOf(soaked.highMark)).toBeGreaterThan(heightOf(soaked.mark));
  });

  it("is drawn from a fiftieth of the demand to forty times it, at levels there are", () => {
    const { curve } = supply(TROUGH).soaked;
    const { demandCm3PerHour } = supply(TROUGH);
    expect(curve.at(-1)!.cm3PerHour).toBeCloseTo(40 * demandCm3PerHour, 6);
    expect(curve[0]!.cm3PerHour).toBeGreaterThanOrEqual(demandCm3PerHour / 50 - 1e-9);
    expect(curve[0]!.levelCm).toBeGreaterThanOrEqual(0);
    expect(curve.length).toBeGreaterThan(10);
    curve.slice(1).forEach((point, i) => expect(point.levelCm).toBeGreaterThan(curve[i]!.levelCm));
    // nothing drinks: the curve still has a scale, of half a millimetre a day
    const idle = supply(withSaidDemand(TROUGH, 0)).soaked.curve;
    expect(idle.at(-1)!.cm3PerHour).toBeCloseTo((40 * 0.05 * Math.PI * 100) / 24, 6);
  });

  it("can use what the pores give up and what stands open beside them, from full to the mark", () => {
    const feet: Setup = { ...TROUGH, layers: [{ ...layer(MIX, 8, false), legs: inFeet(0.02) }, layer(MIX, 17)] };
    const { soaked } = supply(withSaidDemand(feet, 30));
    const mark = heightOf(soaked.mark);
    const stored = (levelCm: number): number => {
      const settled = settle(withHeld(feet, { kind: "free-water", levelCm, overflowCm: 8 }), medium);
      return settled.ok ? settled.value.equilibrium.storedCm3 : Number.NaN;
    };
    expect(soaked.mark.kind).toBe("mark");
    expect(soaked.usableCm3).toBeCloseTo(stored(8) - stored(mark) + Math.PI * 98 * (8 - mark), 4);
    // the last drop will do: down to the base
    const { usableCm3, mark: last } = supply(withSaidDemand(feet, 0)).soaked;
    expect(last.kind).toBe("empty");
    expect(usableCm3).toBeCloseTo(stored(8) - stored(0) + Math.PI * 98 * 8, 4);
    // stands lower than the mark already: nothing to use
    expect(
      supply(withHeld(withSaidDemand(TROUGH, 12), { kind: "free-water", levelCm: 1, overflowCm: null })).soaked
        .usableCm3,
    ).toBe(0);
  });

  it("counts what stands over the soil: a tub's fill is its open water first", () => {
    const tub = potWith({ kind: "free-water", levelCm: 24, overflowCm: 26 }, [layer(MIX, 20)]);
    const { fullCm, soaked } = supply(tub);
    expect(fullCm).toBe(26);
    expect(soaked.usableCm3).toBeGreaterThan(Math.PI * 100 * 6);
    expect(supply(withHeld(tub, { kind: "free-water", levelCm: 19, overflowCm: 20 })).soaked.usableCm3).toBeCloseTo(
      soaked.usableCm3 - Math.PI * 100 * 6,
      0,
    );
  });

  it("of a drained vessel stands at what its hole keeps", () => {
    const saucer = supply(withHeld(TROUGH, { kind: "drained", outletCm: 6 }));
    expect(saucer).toMatchObject({ levelCm: 6, brimCm: 6, fullCm: 6 });
  });

  it("meets its demand exactly at the refill mark", () => {
    const found = supply(TROUGH);
    const { mark } = found.soaked;
    expect(mark.kind).toBe("mark");
    const column = settle(TROUGH, medium);
    if (!column.ok) throw new Error("settles");
    expect(
      steadyRise(column.value.column, heightOf(mark), found.demandHeightCm, -100).maxCm3PerHour /
        found.demandCm3PerHour,
    ).toBeCloseTo(1, 3);
  });

  it("asks for refilling at a higher level on a hotter day, and after wicking up by itself", () => {
    const marks = [1, 4, 12].map((mm) => supply(withSaidDemand(TROUGH, mm)));
    expect(heightOf(marks[0]!.soaked.mark)).toBeLessThan(heightOf(marks[1]!.soaked.mark));
    expect(heightOf(marks[1]!.soaked.mark)).toBeLessThan(heightOf(marks[2]!.soaked.mark));
    for (const { soaked, wicked } of marks) expect(heightOf(wicked.mark)).toBeGreaterThan(heightOf(soaked.mark));
    for (const { soaked } of marks) {
      expect(heightOf(soaked.lowMark)).toBeLessThanOrEqual(heightOf(soaked.mark));
      expect(heightOf(soaked.highMark)).toBeGreaterThanOrEqual(heightOf(soaked.mark));
    }
  });

  it("asks earlier of thin wick feet than of thick ones, and thick ones leave less open water", () => {
    const feet = (share: number): Setup => ({
      ...TROUGH,
      layers: [{ ...layer(MIX, 8, false), id: "feet", legs: inFeet(share) }, layer(MIX, 17)],
    });
    const [thin, thick] = [feet(0.02), feet(0.3)].map((setup) => supply(withSaidDemand(setup, 30))) as [
      ReturnType<typeof supply>,
      ReturnType<typeof supply>,
    ];
    expect(heightOf(thin.soaked.mark)).toBeGreaterThan(heightOf(thick.soaked.mark));
    // at one mark: what is open is not in the feet
    expect(supply(withSaidDemand(feet(0.02), 0.01)).soaked.usableCm3).toBeGreaterThan(
      supply(withSaidDemand(feet(0.3), 0.01)).soaked.usableCm3,
    );
  });

  it("changes with the mix: perlite asks earlier than peat, and no level is enough for scoria", () => {
    const of = (id: string): number => heightOf(supply(withLayer(TROUGH, `${MIX}-17`, { mediumId: id })).soaked.mark);
    expect(of("perlite-coarse-3-6")).toBeGreaterThan(of(PEAT));
    expect(of("scoria-10-25")).toBe(Infinity);
  });

  it("says when even a full reservoir is too little, when the last drop will do, and what it cannot say", () => {
    const tall = {
      ...potWith({ kind: "free-water", levelCm: 1, overflowCm: 1 }, [
        layer(GRAVEL, 1),
        layer("scoria-10-25", 28, true),
      ]),
    };
    expect(supply(tall).soaked.mark).toMatchObject({ kind: "too-weak" });
    expect(supply(tall).soaked.usableCm3).toBe(0);
    expect(supply(withSaidDemand(TROUGH, 0)).soaked.mark).toEqual({ kind: "empty" });
    expect(supplyOf(withHeld(TROUGH, { kind: "dosed", storedCm3: 900 }), medium)).toMatchObject({
      ok: false,
      problems: [{ code: "no-reservoir" }],
    });
    expect(supplyOf(potWith(TROUGH, [layer(GRAVEL, 8)]), medium)).toMatchObject({
      ok: false,
      problems: [{ code: "no-roots" }],
    });
    // water stands in the middle of the roots
    expect(
      supply(withHeld(TROUGH, { kind: "free-water", levelCm: 22, overflowCm: null })).soaked.nowCm3PerHour,
    ).toBeUndefined();
  });

  it("too weak at the brim says what it gives there", () => {
    const thirsty = withHeld(withSaidDemand(TROUGH, 20), { kind: "free-water", levelCm: 3, overflowCm: 3.5 });
    const { mark } = supply(thirsty).soaked;
    const settled = settle(thirsty, medium);
    if (!settled.ok || mark.kind !== "too-weak") throw new Error("too weak");
    expect(mark.atBrimCm3PerHour).toBeCloseTo(steadyRise(settled.value.column, 3.5, 19.5, -100).maxCm3PerHour, 9);
  });

  it("names the dry layer that would stop it, if it lies under the middle of the roots", () => {
    const topped = { ...TROUGH, layers: [layer(GRAVEL, 8), layer(SAND, 15), { ...layer(PEAT, 2, false) }] };
    expect(supply(topped).repelsIfDry).toBeUndefined();
    expect(supply(TROUGH).repelsIfDry).toBe(2);
    expect(supply(withLayer(TROUGH, `${MIX}-17`, { mediumId: SAND })).repelsIfDry).toBeUndefined();
  });
});

describe("history", () => {
  it("gives a medium less water at the same suction when it wets than when it dries (Kool & Parker 1987)", () => {
    const peat = medium(PEAT)!;
    expect(onBranch(peat, "drying")).toBe(peat.hydraulics);
    expect(onBranch(peat, "wetting").modes.map(({ alphaPerCm }) => alphaPerCm)).toEqual(
      peat.hydraulics.modes.map(({ alphaPerCm }) => alphaPerCm * peat.wettingAlphaFactor),
    );
    const stored = (setup: Setup): number => {
      const settled = settle(setup, medium);
      return settled.ok ? settled.value.equilibrium.storedCm3 : Number.NaN;
    };
    const [soaked, moist, dry] = (["soaked", "moist", "dry"] as const).map((history) =>
      stored(withHistory(TROUGH, history)),
    );
    expect(soaked).toBeGreaterThan(moist!);
    expect(moist).toBeGreaterThan(dry!);
  });

  it("leaves a stack put in dry as dry as it came, from the first layer up that repels water", () => {
    const settled = settle(withHistory(TROUGH, "dry"), medium);
    if (!settled.ok) throw new Error("settles");
    const {
      column: { zCm, layers },
      equilibrium: { psiCm, theta, layerStoredCm3, storedCm3 },
    } = settled.value;
    zCm.forEach((z, i) => expect(psiCm[i]! < -1e5).toBe(z > 11));
    const sum = layers.reduce(
      (total, { bottomCm, topCm, areaCm2, firstCell, cellCount }) =>
        total +
        areaCm2 *
          ((topCm - bottomCm) / cellCount) *
          theta.subarray(firstCell, firstCell + cellCount).reduce((a, b) => a + b, 0),
      0,
    );
    expect(storedCm3).toBeCloseTo(
      layerStoredCm3.reduce((a, b) => a + b, 0),
      9,
    );
    expect(sum / storedCm3).toBeCloseTo(1, 2);
  });

  it("counts for nothing in a vessel that drains: that was soaked", () => {
    const pot = potWith({ kind: "drained", outletCm: 0 });
    const state = (setup: Setup) => {
      const settled = settle(setup, medium);
      return settled.ok && settled.value.equilibrium;
    };
    expect(state(withHistory(pot, "dry"))).toEqual(state(pot));
  });
});
