import { hydraulicFunctions, type VgHydraulics } from "../hydraulics/hydraulics";
import type { Medium } from "../media/medium";
import { failed, ok, problem, type Result } from "../units/problem";

/**
 * A mix from its parts. Shrinkage by a linear packing model (Stovall, de Larrard & Buil 1986; de Larrard 1999) in bulk
 * volumes with a first-order squeeze of soft parts by heavy ones; solids are conserved and the volume lost comes out of
 * the largest pores; the retention curve is the volume-weighted sum of the parts' curves (Durner 1994). The packing
 * exponent and the squeeze were fitted on the reference mixes: results are to be shown as ranges.
 */
export type Part = { readonly medium: Medium; readonly parts: number };

export type Blend = {
  /** Bulk share of each part before mixing; they sum to 1. In the order given. */
  readonly shares: readonly number[];
  /** Volume lost on mixing, of the sum of the parts. */
  readonly shrinkFraction: number;
  readonly hydraulics: VgHydraulics;
  readonly wettingAlphaFactor: number;
  readonly dryBulkDensityGPerCm3: number;
  /** What conductivities may be off by, either way. */
  readonly conductivityFactor: number;
};

/** More parts than this is a slip of the pen. */
export const GREATEST_PARTS = 1e6;
/** A part is squeezed by no more than this. */
const MOST_SQUEEZE = 0.3;
/** tau is matched at this suction. [cm] */
const MATCHED_SUCTION_CM = 50;
const LEAST_TAU = -0.5;
const GREATEST_TAU = 9;
const FINE_FACTOR = 3;
const COARSE_FACTOR = 10;
/** From this grain size on, or with matted fibre, conductivities are known to ten times only. [mm] */
const COARSE_MM = 6;
const MATTED_MIXING_FACTOR = 0.6;

/** Blends parts by volume. Fails with "no-parts", "bad-parts", "not-blendable" (wicks and mats) or "no-pores". */
export function blend(parts: readonly Part[]): Result<Blend> {
  const problems = parts.flatMap(({ medium, parts: amount }, i) => {
    const path = `parts[${i}]`;
    if (!(amount > 0)) return [problem(path, "bad-parts", `${medium.name}: parts must be more than 0.`)];
    if (amount > GREATEST_PARTS)
      return [problem(path, "bad-parts", `${medium.name}: ${amount} parts is too many to be meant.`)];
    if (medium.packing.mixingFactor === 0)
      return [problem(path, "not-blendable", `${medium.name} is not mixed in: it is laid or led through as a piece.`)];
    return [];
  });
  if (problems.length > 0) return failed(...problems);
  if (parts.length === 0) return failed(problem("parts", "no-parts", "A mix needs at least one part."));
  const shares = sharesOf(parts);
  const shrinkFraction = shrinkage(
    parts.map(({ medium }) => medium),
    shares,
  );
  const kept = 1 - shrinkFraction;

  // every mode of every part, per volume of mix; what was lost comes out of the widest pores first
  const pores = parts
    .flatMap(
      (
        {
          medium: {
            hydraulics: { thetaR, thetaS, modes },
          },
        },
        i,
      ) =>
        modes.map(({ weight, alphaPerCm, n }) => ({
          volume: (shares[i]! * (thetaS - thetaR) * weight) / kept,
          alphaPerCm,
          n,
        })),
    )
    .sort((a, b) => b.alphaPerCm - a.alphaPerCm);
  const bundleBefore = pores.reduce((sum, { volume, alphaPerCm }) => sum + volume * kept * alphaPerCm, 0);
  let lost = shrinkFraction / kept;
  const left = pores.flatMap((pore) => {
    const taken = Math.min(lost, pore.volume);
    lost -= taken;
    return pore.volume > taken ? [{ ...pore, volume: pore.volume - taken }] : [];
  });
  const drainable = left.reduce((sum, { volume }) => sum + volume, 0);
  if (!(drainable > 0) || lost > 1e-12)
    return failed(problem("parts", "no-pores", "These parts would fill each other's pores altogether."));

  const sum = (of: (medium: Medium) => number): number =>
    parts.reduce((all, { medium }, i) => all + shares[i]! * of(medium), 0);
  const thetaR = sum(({ hydraulics }) => hydraulics.thetaR) / kept;
  const bundle = left.reduce((all, { volume, alphaPerCm }) => all + volume * alphaPerCm, 0);
  const untied: VgHydraulics = {
    model: "vg",
    thetaR,
    thetaS: thetaR + drainable,
    tau: 0,
    ksCmPerHour: Math.exp(
      sum(({ hydraulics }) => Math.log(hydraulics.ksCmPerHour)) + 2 * Math.log(bundle / bundleBefore),
    ),
    airEntryCm: Math.min(...parts.map(({ medium }) => medium.hydraulics.airEntryCm)),
    modes: left.map(({ volume, alphaPerCm, n }) => ({ weight: volume / drainable, alphaPerCm, n })),
  };
  const coarse = parts.some(
    ({ medium: { packing } }) => packing.diameterMm >= COARSE_MM || packing.mixingFactor <= MATTED_MIXING_FACTOR,
  );
  return ok({
    shares,
    shrinkFraction,
    hydraulics: { ...untied, tau: tauOf(untied, parts, shares) },
    wettingAlphaFactor:
      sum(({ hydraulics, wettingAlphaFactor }) => hydraulics.thetaS * wettingAlphaFactor) /
      sum(({ hydraulics }) => hydraulics.thetaS),
    dryBulkDensityGPerCm3: sum(({ dryBulkDensityGPerCm3 }) => dryBulkDensityGPerCm3.typical) / kept,
    conductivityFactor: coarse ? COARSE_FACTOR : FINE_FACTOR,
  });
}

/** Bulk share of each part before mixing. */
export function sharesOf(parts: readonly Part[]): number[] {
  const total = parts.reduce((sum, { parts: amount }) => sum + amount, 0);
  return parts.map(({ parts: amount }) => amount / total);
}

/** The size half the grains of a mix are under: the mean of its parts' over the logarithm, by their share. [mm] */
export function meanGrainMm(parts: readonly Part[]): number {
  const shares = sharesOf(parts);
  return Math.exp(parts.reduce((sum, { medium }, i) => sum + shares[i]! * Math.log(medium.particleSizeMm.d50), 0));
}

/**
 * Volume lost on mixing, of the sum of the parts: the finer fill the voids of the coarser, and soft ones give under
 * heavy ones.
 */
export function shrinkage(media: readonly Medium[], shares: readonly number[]): number {
  let carried = 0;
  for (const [i, { packing: own }] of media.entries()) {
    let volume = 0;
    for (const [j, { packing: other }] of media.entries()) {
      const ratio = Math.min(own.diameterMm, other.diameterMm) / Math.max(own.diameterMm, other.diameterMm);
      const filling = i === j ? 0 : own.mixingFactor * other.mixingFactor * (1 - ratio) ** 2;
      // finer ones fill the voids between its grains; the voids of coarser ones are where its own go
      volume += shares[j]! * (1 - filling * (other.diameterMm > own.diameterMm ? other.interParticlePorosity : 1));
    }
    carried = Math.max(carried, volume);
  }
  const filled = 1 - carried;
  const density =
    media.reduce((sum, { dryBulkDensityGPerCm3 }, i) => sum + shares[i]! * dryBulkDensityGPerCm3.typical, 0) / carried;
  return (
    filled +
    media.reduce(
      (sum, { dryBulkDensityGPerCm3, packing }, i) =>
        sum +
        shares[i]! *
          Math.min(
            MOST_SQUEEZE,
            packing.compressibilityPerGPerCm3 * Math.max(0, density - dryBulkDensityGPerCm3.typical),
          ),
      0,
    )
  );
}

/**
 * The tau at which the mix conducts, at the matched suction, the log mean of its parts weighted by the water each holds
 * there.
 */
function tauOf(untied: VgHydraulics, parts: readonly Part[], shares: readonly number[]): number {
  const mix = hydraulicFunctions(untied);
  let [held, logK] = [0, 0];
  parts.forEach(({ medium }, i) => {
    const functions = hydraulicFunctions(medium.hydraulics);
    const water = shares[i]! * functions.waterContent(-MATCHED_SUCTION_CM);
    held += water;
    logK += water * Math.log(functions.conductivityCmPerHour(-MATCHED_SUCTION_CM));
  });
  const saturation = Math.log(mix.effectiveSaturation(-MATCHED_SUCTION_CM));
  const tau = (logK / held - Math.log(mix.conductivityCmPerHour(-MATCHED_SUCTION_CM))) / saturation;
  return Number.isFinite(tau) ? Math.min(GREATEST_TAU, Math.max(LEAST_TAU, tau)) : 0.5;
}
