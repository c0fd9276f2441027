import { hydraulicFunctions } from "../hydraulics/hydraulics";
import { failed, ok, problem, type Problem, type Result } from "../units/problem";
import { WILTED_CM } from "./bands";
import { fitCurve, type Fit, type Known } from "./fit-curve";
import type { Medium } from "./medium";
import type { Range } from "../units/range";
import { hasPeat, PEAT_FLAG } from "./flags";

/**
 * A grower's own medium: a medium of the catalogue it is nearest to, and what is known of it otherwise, from a
 * supplier's sheet or a test of one's own. What is not known stays as the nearest has it; its curve is bent no further
 * than the figures ask.
 */
export type Span = { readonly low: number; readonly high: number };

/**
 * A vessel of a height, soaked and drained at its base: the shares of water and air on the whole of it, as far as they
 * are known. [m³/m³]
 */
export type DrainedFigure = { readonly heightCm: number; readonly water: number | null; readonly air: number | null };
export type HeldFigure = { readonly suctionCm: number; readonly water: number };

/** Null is "as the nearest medium". */
export type OwnFigures = {
  readonly dryBulkDensityGPerCm3: number | null;
  readonly totalPorosity: number | null;
  readonly drained: readonly DrainedFigure[];
  /** Points of a retention curve. */
  readonly held: readonly HeldFigure[];
  readonly ksCmPerHour: number | null;
  readonly pH: Span | null;
  readonly ecDsPerM: Span | null;
  readonly settlingFraction: number | null;
  /** Grain size half of it is under. */
  readonly d50Mm: number | null;
  /** Mass half-life; "none" for what does not rot. */
  readonly halfLifeYears: Span | "none" | null;
  readonly fed: boolean | null;
  readonly limed: boolean | null;
  readonly costClass: Medium["costClass"] | null;
};

export type OwnMedium = {
  readonly name: string;
  readonly grade: string;
  readonly basedOn: string;
  readonly figures: OwnFigures;
};

export const NO_FIGURES: OwnFigures = {
  dryBulkDensityGPerCm3: null,
  totalPorosity: null,
  drained: [],
  held: [],
  ksCmPerHour: null,
  pH: null,
  ecDsPerM: null,
  settlingFraction: null,
  d50Mm: null,
  halfLifeYears: null,
  fed: null,
  limed: null,
  costClass: null,
};

export type MadeMedium = {
  readonly medium: Medium;
  readonly fit: Fit | undefined;
  /** What is taken as it was given, and does not go together well. */
  readonly remarks: readonly string[];
};

export const MOST_FIGURES = 8;
/** What laboratories differ by on one sample of a growing medium; figures that differ by less are the same. [m³/m³] */
const FIGURE_SLACK = 0.03;
/** Water and air on vessels of two heights sum to the same pores, but for this. */
const PORES_SLACK = 0.05;
/** Solids of anything one plants in: from sealed foam to ore. [g/cm³] */
const LIGHTEST_SOLIDS = 0.03;
const HEAVIEST_SOLIDS = 4;
/** The limits of a figure, with the words for what lies beyond. */
const LIMITS = {
  dryBulkDensityGPerCm3: [0.01, 2.5, "A dry litre weighs from 10 to 2500 g."],
  totalPorosity: [0.1, 0.99, "Pores are from 10 to 99 % of the volume."],
  ksCmPerHour: [1e-4, 1e6, "From 0.0001 to 1,000,000 cm an hour."],
  settlingFraction: [0, 0.6, "Settling is from 0 to 60 %."],
  d50Mm: [0.001, 100, "Grains are from 0.001 to 100 mm."],
} as const;

/**
 * Makes the medium. Ranges around a figure that was given are what laboratories differ by; the others are the nearest
 * medium's, moved with the curve. Fails with problems whose path is that of the figure at fault: "bad-name",
 * "out-of-range", "order", "pores-differ", "over-pores", "solids", "no-fit".
 * @param containerWater mean water content of a curve on a vessel of a height, soaked and drained [m³/m³]
 */
export function makeOwnMedium(
  id: string,
  { name, grade, figures }: OwnMedium,
  base: Medium,
  containerWater: (hydraulics: Medium["hydraulics"], heightCm: number) => number,
): Result<MadeMedium> {
  const problems = [...checkName(name), ...checkFigures(figures)];
  if (problems.length > 0) return failed(...problems);
  const pores = poresOf(figures, base);
  if (!pores.ok) return pores;
  const thetaS = pores.value;
  const densityGPerCm3 = figures.dryBulkDensityGPerCm3 ?? base.dryBulkDensityGPerCm3.typical;
  const solids = densityGPerCm3 / (1 - thetaS);
  if (figures.dryBulkDensityGPerCm3 !== null && (solids < LIGHTEST_SOLIDS || solids > HEAVIEST_SOLIDS)) {
    return failed(
      problem(
        "figures.dryBulkDensityGPerCm3",
        "solids",
        `With ${Math.round(100 * thetaS)} % pores its solids would weigh ${solids.toPrecision(2)} g per cm³, ${solids > 1 ? "more than any mineral" : "less than any foam"}. Is the unit right, and is the weight that of dry medium?`,
      ),
    );
  }
  const known: Known[] = [
    ...figures.drained.flatMap(({ heightCm, water, air }, i): Known[] =>
      water === null && air === null
        ? []
        : [{ path: `figures.drained[${i}]`, kind: "drained", atCm: heightCm, water: water ?? thetaS - air! }],
    ),
    ...figures.held.map(({ suctionCm, water }, i): Known => ({
      path: `figures.held[${i}]`,
      kind: "held",
      atCm: suctionCm,
      water,
    })),
  ];
  const over = known.find(({ water }) => water > thetaS + FIGURE_SLACK);
  if (over)
    return failed(
      problem(
        over.path,
        "over-pores",
        `It cannot hold ${Math.round(100 * over.water)} % water in ${Math.round(100 * thetaS)} % pores. Give the air or the pores as well.`,
      ),
    );
  const under = known.find(({ water }) => water < 0);
  if (under)
    return failed(problem(under.path, "over-pores", `More air than the ${Math.round(100 * thetaS)} % pores it has.`));
  const falling = [...known].sort((a, b) => a.atCm - b.atCm);
  for (const kind of ["drained", "held"] as const) {
    const of = falling.filter((one) => one.kind === kind);
    const rising = of.findIndex((one, i) => i > 0 && one.water > of[i - 1]!.water + 1e-9);
    if (rising > 0)
      return failed(
        problem(
          of[rising]!.path,
          "order",
          kind === "drained"
            ? "A taller vessel holds a smaller share of water, never a greater."
            : "A greater suction leaves less water, never more.",
        ),
      );
  }
  const fit =
    known.length > 0 || thetaS !== base.hydraulics.thetaS
      ? fitCurve(base.hydraulics, thetaS, known, containerWater)
      : undefined;
  if (fit && !fit.ok) return fit;
  const curve = fit?.value.hydraulics ?? base.hydraulics;
  const hydraulics = figures.ksCmPerHour === null ? curve : { ...curve, ksCmPerHour: figures.ksCmPerHour };
  const stretch = fit ? fit.value.suctionFactor : 1;

  const [before, after] = [hydraulicFunctions(base.hydraulics), hydraulicFunctions(hydraulics)];
  const water15 = containerWater(hydraulics, 15);
  const given = (typical: number, slack = FIGURE_SLACK, most = 1): Range => ({
    low: Math.max(0, typical - slack),
    typical,
    high: Math.min(most, typical + slack),
  });
  /** The nearest medium's range, moved with the curve. */
  const moved = ({ low, typical, high }: Range, now: number): Range => ({
    low: Math.max(0, now - (typical - low)),
    typical: now,
    high: Math.min(1, now + (high - typical)),
  });
  const times = ({ low, typical, high }: Range, factor: number): Range => ({
    low: low * factor,
    typical: typical * factor,
    high: high * factor,
  });
  const conducts = (psiCm: number): number =>
    after.conductivityCmPerHour(psiCm) / Math.max(before.conductivityCmPerHour(psiCm), Number.MIN_VALUE);
  const span = ({ low, high }: Span): Range => ({ low, typical: (low + high) / 2, high });
  const near = (heightCm: number): boolean =>
    known.some(({ kind, atCm }) => kind === "drained" && Math.abs(atCm - heightCm) <= 5);
  const poresKnown =
    figures.totalPorosity !== null || figures.drained.some(({ water, air }) => water !== null && air !== null);
  const flags = new Set(base.safety.flags);
  const say = (is: boolean | null, flag: string): void => {
    if (is === true) flags.add(flag);
    if (is === false) flags.delete(flag);
  };
  say(figures.fed, "contains-fertiliser");
  say(figures.limed, "contains-lime");
  if (hasPeat(base)) flags.add(PEAT_FLAG);
  const rich = figures.fed === true || figures.limed === true;
  const grains = figures.d50Mm === null ? 1 : figures.d50Mm / base.particleSizeMm.d50;
  return ok({
    fit: fit?.value,
    remarks: solidsRemark(figures, base, thetaS, densityGPerCm3),
    medium: {
      ...base,
      id,
      name,
      grade: grade || `your own, nearest to ${base.name.toLowerCase()}`,
      hydraulics,
      dryBulkDensityGPerCm3:
        figures.dryBulkDensityGPerCm3 === null
          ? base.dryBulkDensityGPerCm3
          : given(densityGPerCm3, 0.1 * densityGPerCm3, Infinity),
      totalPorosity: poresKnown ? given(thetaS) : moved(base.totalPorosity, thetaS),
      containerCapacity15cm: near(15) ? given(water15) : moved(base.containerCapacity15cm, water15),
      airSpace15cm:
        near(15) && poresKnown
          ? given(Math.max(0, thetaS - water15))
          : moved(base.airSpace15cm, Math.max(0, thetaS - water15)),
      unavailableWater: moved(base.unavailableWater, after.waterContent(-WILTED_CM)),
      thetaAtPsi10: moved(base.thetaAtPsi10, after.waterContent(-10)),
      thetaAtPsi50: moved(base.thetaAtPsi50, after.waterContent(-50)),
      thetaAtPsi100: moved(base.thetaAtPsi100, after.waterContent(-100)),
      ksCmPerHour: times(base.ksCmPerHour, hydraulics.ksCmPerHour / base.hydraulics.ksCmPerHour),
      kAtPsi10CmPerHour: times(base.kAtPsi10CmPerHour, conducts(-10)),
      kAtPsi50CmPerHour: times(base.kAtPsi50CmPerHour, conducts(-50)),
      capillaryRiseCm: {
        dryStart: times(base.capillaryRiseCm.dryStart, stretch),
        moistStart: times(base.capillaryRiseCm.moistStart, stretch),
      },
      pH: figures.pH ? span(figures.pH) : base.pH,
      ecDsPerM: figures.ecDsPerM ? span(figures.ecDsPerM) : base.ecDsPerM,
      settlingFraction: figures.settlingFraction === null ? base.settlingFraction : given(figures.settlingFraction),
      decompositionHalfLifeYears:
        figures.halfLifeYears === null
          ? base.decompositionHalfLifeYears
          : figures.halfLifeYears === "none"
            ? null
            : span(figures.halfLifeYears),
      particleSizeMm: {
        d10: base.particleSizeMm.d10 * grains,
        d50: base.particleSizeMm.d50 * grains,
        d90: base.particleSizeMm.d90 * grains,
      },
      packing: { ...base.packing, diameterMm: base.packing.diameterMm * grains },
      safety: {
        ...base.safety,
        carnivorousPlants: rich ? "avoid" : base.safety.carnivorousPlants,
        amphibians: figures.fed === true ? "avoid" : base.safety.amphibians,
        flags: [...flags],
      },
      costClass: figures.costClass ?? base.costClass,
      evidence: known.length > 0 ? "measured" : "analogue",
      confidence: known.length > 0 && base.confidence !== "low" ? "medium" : "low",
      confidenceNote: `Your own figures${known.length > 0 ? ", with the curve bent to them" : ""}; all that is not among them is that of ${base.name.toLowerCase()}, conductivity and cautions too.`,
    },
  });
}

/** Solids of one kind of medium weigh much the same; farther off than this, a figure is of something else. */
const SOLIDS_FACTOR = 1.35;

/** Dry weight and pores together say what the solids weigh: they may be given, and yet not go together. */
function solidsRemark(figures: OwnFigures, base: Medium, thetaS: number, densityGPerCm3: number): string[] {
  if (figures.dryBulkDensityGPerCm3 === null && figures.totalPorosity === null) return [];
  const solids = densityGPerCm3 / (1 - thetaS);
  const usual = base.dryBulkDensityGPerCm3.typical / (1 - base.totalPorosity.typical);
  if (solids < usual * SOLIDS_FACTOR && solids > usual / SOLIDS_FACTOR) return [];
  const pores = 1 - densityGPerCm3 / usual;
  const weight = Math.round(1000 * densityGPerCm3);
  return [
    `At ${weight} g a litre with ${Math.round(100 * thetaS)} % pores its solids weigh ${solids.toFixed(2)} g per mL; those of ${base.name.toLowerCase()} weigh ${usual.toFixed(2)}. ${
      pores > 0.1 && pores < 0.99
        ? `With such solids it would have ${Math.round(100 * pores)} % pores, or weigh ${Math.round(1000 * usual * (1 - thetaS))} g a litre. `
        : ""
    }One of the two may be of moist medium, of another packing, or in another unit; or the nearest medium is another.`,
  ];
}

/** Recipes are lists of names parted by semicolons and lines. */
const checkName = (name: string): Problem[] =>
  /^\p{L}[^;\n]*$/u.test(name)
    ? []
    : [
        problem(
          "name",
          "bad-name",
          "A name begins with a letter and goes without semicolons, so that recipes can be read.",
        ),
      ];

function checkFigures(figures: OwnFigures): Problem[] {
  const problems: Problem[] = [];
  for (const [key, [least, most, words]] of Object.entries(LIMITS) as [
    keyof typeof LIMITS,
    (typeof LIMITS)[keyof typeof LIMITS],
  ][]) {
    const value = figures[key];
    if (value !== null && !(value >= least && value <= most))
      problems.push(problem(`figures.${key}`, "out-of-range", words));
  }
  const share = (value: number | null): boolean => value === null || (value >= 0 && value <= 1);
  for (const [i, { heightCm, water, air }] of figures.drained.entries()) {
    const path = `figures.drained[${i}]`;
    if (!(heightCm >= 1 && heightCm <= 200))
      problems.push(problem(path, "out-of-range", "A vessel is from 1 to 200 cm tall."));
    if (!share(water) || !share(air))
      problems.push(problem(path, "out-of-range", "Water and air are from 0 to 100 % of the volume."));
    else if ((water ?? 0) + (air ?? 0) > 0.99)
      problems.push(problem(path, "over-pores", "Water and air together leave no room for the medium itself."));
  }
  for (const [i, { suctionCm, water }] of figures.held.entries()) {
    const path = `figures.held[${i}]`;
    if (!(suctionCm >= 0.1 && suctionCm <= 1e6))
      problems.push(problem(path, "out-of-range", "A suction is from 0.1 to 1,000,000 cm."));
    if (!share(water)) problems.push(problem(path, "out-of-range", "Water is from 0 to 100 % of the volume."));
  }
  const spans = [
    ["pH", figures.pH, 0, 14],
    ["ecDsPerM", figures.ecDsPerM, 0, 50],
    ["halfLifeYears", figures.halfLifeYears === "none" ? null : figures.halfLifeYears, 0.05, 1000],
  ] as const;
  for (const [key, span, least, most] of spans) {
    if (span && !(span.low >= least && span.high <= most && span.low <= span.high))
      problems.push(problem(`figures.${key}`, "out-of-range", `From ${least} to ${most}, the lower first.`));
  }
  return problems;
}

/**
 * The pores: as given, or water and air together, or by the weight of the nearest medium's solids, or the nearest
 * medium's. [m³/m³]
 */
function poresOf({ totalPorosity, drained, dryBulkDensityGPerCm3 }: OwnFigures, base: Medium): Result<number> {
  const sums = drained.flatMap(({ water, air }, i) =>
    water !== null && air !== null ? [{ path: `figures.drained[${i}]`, sum: water + air }] : [],
  );
  const pores =
    totalPorosity ?? (sums.length > 0 ? sums.reduce((all, { sum }) => all + sum, 0) / sums.length : undefined);
  if (pores === undefined) {
    if (dryBulkDensityGPerCm3 === null) return ok(base.hydraulics.thetaS);
    return ok(
      Math.min(
        0.98,
        Math.max(0.1, 1 - (dryBulkDensityGPerCm3 / base.dryBulkDensityGPerCm3.typical) * (1 - base.hydraulics.thetaS)),
      ),
    );
  }
  const odd = sums.find(({ sum }) => Math.abs(sum - pores) > PORES_SLACK);
  return odd
    ? failed(
        problem(
          odd.path,
          "pores-differ",
          `Water and air come to ${Math.round(100 * odd.sum)} % here, but the pores ${totalPorosity === null ? "of all figures together" : "as given"} to ${Math.round(100 * pores)} %: pores are the same whatever the height.`,
        ),
      )
    : ok(pores);
}
