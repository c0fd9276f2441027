import fc from "fast-check";
import type { Hydraulics, VgHydraulics } from "../hydraulics/hydraulics";
import type { ColumnLayer } from "../water/column";

// Random but physical media, layers and stacks for property tests.

const between = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const logBetween = (min: number, max: number) => between(Math.log(min), Math.log(max)).map(Math.exp);

const mode = fc.record({ alphaPerCm: logBetween(0.005, 5), n: between(1.08, 6) });

export const anyVg: fc.Arbitrary<VgHydraulics> = fc
  .record({
    thetaR: between(0, 0.15),
    pores: between(0.2, 0.8),
    ksCmPerHour: logBetween(0.05, 1e5),
    tau: between(-0.5, 4),
    airEntryCm: fc.oneof(fc.constant(0), between(0.1, 5)),
    modes: fc.array(mode, { minLength: 1, maxLength: 3 }),
    share: between(0.1, 0.9),
  })
  .map(({ thetaR, pores, modes, share, ...rest }) => ({
    model: "vg",
    thetaR,
    thetaS: thetaR + pores,
    ...rest,
    modes: modes.map((one, i) => ({
      ...one,
      weight: modes.length === 1 ? 1 : i === 0 ? share : (1 - share) / (modes.length - 1),
    })),
  }));

const anyHydraulics: fc.Arbitrary<Hydraulics> = fc.oneof(
  { weight: 5, arbitrary: anyVg },
  {
    weight: 1,
    arbitrary: fc.record({
      model: fc.constant("exponential" as const),
      thetaR: between(0, 0.1),
      thetaS: between(0.3, 0.9),
      ksCmPerHour: logBetween(0.1, 1e4),
      alphaPerCm: logBetween(0.01, 2),
    }),
  },
);

export const anyLayer: fc.Arbitrary<ColumnLayer> = fc.record({
  thicknessCm: between(0.3, 25),
  areaCm2: logBetween(10, 2000),
  hydraulics: anyHydraulics,
});

export const anyStack: fc.Arbitrary<ColumnLayer[]> = fc.array(anyLayer, { minLength: 1, maxLength: 5 });
