import { hydraulicFunctions } from "../hydraulics/hydraulics";
import { WILTED_CM } from "../media/bands";
import type { Medium, Suitability } from "../media/medium";
import type { Range } from "../units/range";
import { hasPeat, PEAT_FLAG } from "../media/flags";
import { ok, type Result } from "../units/problem";
import { blend, meanGrainMm, type Part } from "./blend";
import { mixEc, mixPH } from "./chemistry";

/**
 * A layer that is of a mix names the mix and the version it was made with: "mix:" id "@" version. One that names no
 * version was written before versions were named.
 */
const MIX_ID = /^mix:([^@]+)(?:@(\d+))?$/u;

export const mixMediumId = (mixId: string, version: number): string => `mix:${mixId}@${version}`;

/** The mix a medium's id names, and its version if it names one; undefined for what is no mix. */
export function mixOfMedium(
  mediumId: string,
): { readonly mixId: string; readonly version: number | undefined } | undefined {
  const match = MIX_ID.exec(mediumId);
  if (!match) return undefined;
  return { mixId: match[1]!, version: match[2] === undefined ? undefined : Number(match[2]) };
}

export const isMix = (mediumId: string): boolean => mixOfMedium(mediumId) !== undefined;

/** Water content of a mix may be off by this beyond what its parts are: the rule was fitted, not validated. [m³/m³] */
const RULE_SLACK = 0.03;
/** A part this small does not set how the whole is handled. */
const LEAST_SHARE_THAT_COUNTS = 0.1;
/** Parts that repel, and together are at least this share, make a mix that repels. */
const REPELLING_SHARE = 0.3;
/** The mean of what goes by factors, by shares of a whole; what is not given of it is 1. */
function meanFactor<T extends { readonly share: number }>(parts: readonly T[], of: (part: T) => Range, whole: number) {
  const mean = (end: keyof Range): number =>
    Math.exp(parts.reduce((sum, part) => sum + part.share * Math.log(of(part)[end]), 0) / whole);
  return { low: mean("low"), typical: mean("typical"), high: mean("high") };
}

const FIT_ORDER: readonly Suitability[] = ["ok", "caution", "avoid"];

/**
 * A mix as a medium, to be a layer like any other: its typical values by the blending rule, its ranges those of its
 * parts and wider. Fails as `blend` does.
 */
export function mixMedium(
  id: string,
  name: string,
  parts: readonly Part[],
  containerWater: (hydraulics: Medium["hydraulics"], heightCm: number) => number,
): Result<Medium> {
  const mixed = blend(parts);
  if (!mixed.ok) return mixed;
  const { shares, hydraulics, shrinkFraction, conductivityFactor, dryBulkDensityGPerCm3, wettingAlphaFactor } =
    mixed.value;
  const functions = hydraulicFunctions(hydraulics);
  const mean = (of: (medium: Medium) => number): number =>
    parts.reduce((sum, { medium }, i) => sum + shares[i]! * of(medium), 0);
  /** The mix's value with the parts' mean spread around it. */
  const around = (typical: number, of: (medium: Medium) => Range, slack: number, most = Infinity): Range => ({
    low: Math.max(0, typical - mean((medium) => of(medium).typical - of(medium).low) - slack),
    typical,
    high: Math.min(most, typical + mean((medium) => of(medium).high - of(medium).typical) + slack),
  });
  const times = (typical: number, factor: number): Range => ({
    low: typical / factor,
    typical,
    high: typical * factor,
  });
  const water15 = containerWater(hydraulics, 15);
  const counted = parts.filter((_, i) => shares[i]! >= LEAST_SHARE_THAT_COUNTS);
  const biggest = parts[shares.indexOf(Math.max(...shares))]!.medium;
  const shedders = parts.flatMap(({ medium: { rewetting } }, i) =>
    rewetting.behaviour === "sheds-once-dry" ? [{ ...rewetting, share: shares[i]! }] : [],
  );
  const shedsShare = shedders.reduce((sum, { share }) => sum + share, 0);
  const rots = parts.flatMap(({ medium }) => medium.decompositionHalfLifeYears ?? []);
  const worst = (of: (medium: Medium) => Suitability): Suitability =>
    FIT_ORDER[Math.max(...parts.map(({ medium }) => FIT_ORDER.indexOf(of(medium))))]!;
  const at = (psiCm: number): number => functions.waterContent(psiCm);
  return ok({
    id,
    name,
    grade: `mix of ${parts.map(({ medium, parts: amount }) => `${Number(amount.toFixed(2))} ${medium.name.toLowerCase()}`).join("; ")}`,
    class: biggest.class,
    pattern: parts.length === 1 ? biggest.pattern : "mix",
    rootsByDefault: true,
    dryBulkDensityGPerCm3: around(dryBulkDensityGPerCm3, (medium) => medium.dryBulkDensityGPerCm3, 0),
    totalPorosity: around(hydraulics.thetaS, (medium) => medium.totalPorosity, RULE_SLACK, 1),
    hydraulics,
    wettingAlphaFactor,
    containerCapacity15cm: around(water15, (medium) => medium.containerCapacity15cm, RULE_SLACK, 1),
    airSpace15cm: around(Math.max(0, hydraulics.thetaS - water15), (medium) => medium.airSpace15cm, RULE_SLACK, 1),
    unavailableWater: around(at(-WILTED_CM), (medium) => medium.unavailableWater, RULE_SLACK, 1),
    thetaAtPsi10: around(at(-10), (medium) => medium.thetaAtPsi10, RULE_SLACK, 1),
    thetaAtPsi50: around(at(-50), (medium) => medium.thetaAtPsi50, RULE_SLACK, 1),
    thetaAtPsi100: around(at(-100), (medium) => medium.thetaAtPsi100, RULE_SLACK, 1),
    ksCmPerHour: times(hydraulics.ksCmPerHour, conductivityFactor),
    kAtPsi10CmPerHour: times(functions.conductivityCmPerHour(-10), conductivityFactor),
    kAtPsi50CmPerHour: times(functions.conductivityCmPerHour(-50), conductivityFactor),
    capillaryRiseCm: {
      dryStart: around(
        mean(({ capillaryRiseCm }) => capillaryRiseCm.dryStart.typical),
        ({ capillaryRiseCm }) => capillaryRiseCm.dryStart,
        0,
      ),
      moistStart: around(
        mean(({ capillaryRiseCm }) => capillaryRiseCm.moistStart.typical),
        ({ capillaryRiseCm }) => capillaryRiseCm.moistStart,
        0,
      ),
    },
    rewetting:
      shedsShare >= REPELLING_SHARE
        ? {
            behaviour: "sheds-once-dry",
            // water finds its way around what sheds as far as there is something else
            intakeFactor: meanFactor(shedders, ({ intakeFactor }) => intakeFactor, 1),
            givesWayHours: meanFactor(shedders, ({ givesWayHours }) => givesWayHours, shedsShare),
          }
        : { behaviour: counted.every(({ medium }) => medium.rewetting.behaviour === "easy") ? "easy" : "slow" },
    pH: mixPH(parts, shares),
    ecDsPerM: mixEc(parts, shares),
    cecMeqPer100g: null,
    settlingFraction: around(
      mean(({ settlingFraction }) => settlingFraction.typical),
      ({ settlingFraction }) => settlingFraction,
      0,
    ),
    decompositionHalfLifeYears:
      rots.length === 0
        ? null
        : {
            low: Math.min(...rots.map(({ low }) => low)),
            typical: Math.min(...rots.map(({ typical }) => typical)),
            high: Math.max(...rots.map(({ high }) => high)),
          },
    floats: counted.some(({ medium }) => medium.floats),
    floatsNote: counted
      .flatMap(({ medium }) => (medium.floats && medium.floatsNote ? medium.floatsNote : []))
      .join(" "),
    particleSizeMm: {
      d10: Math.min(...counted.map(({ medium }) => medium.particleSizeMm.d10), biggest.particleSizeMm.d10),
      d50: meanGrainMm(parts),
      d90: Math.max(...counted.map(({ medium }) => medium.particleSizeMm.d90), biggest.particleSizeMm.d90),
    },
    packing: {
      interParticlePorosity: mean(({ packing }) => packing.interParticlePorosity),
      diameterMm: Math.exp(mean(({ packing }) => Math.log(packing.diameterMm))),
      mixingFactor: mean(({ packing }) => packing.mixingFactor),
      compressibilityPerGPerCm3: mean(({ packing }) => packing.compressibilityPerGPerCm3),
    },
    cautions: [...new Set(parts.flatMap(({ medium }) => medium.cautions))],
    safety: {
      amphibians: worst(({ safety }) => safety.amphibians),
      invertebrates: worst(({ safety }) => safety.invertebrates),
      carnivorousPlants: worst(({ safety }) => safety.carnivorousPlants),
      flags: [
        ...new Set(
          parts.flatMap(({ medium }) => (hasPeat(medium) ? [...medium.safety.flags, PEAT_FLAG] : medium.safety.flags)),
        ),
      ],
      note: parts
        .map(({ medium }) => medium.safety.note)
        .filter((note) => note !== "")
        .join(" "),
    },
    costClass: biggest.costClass,
    renewability: biggest.renewability,
    sources: [...new Set(parts.flatMap(({ medium }) => medium.sources))],
    evidence: parts.length === 1 ? biggest.evidence : "physics",
    confidence: parts.length === 1 ? biggest.confidence : conductivityFactor > 3 ? "low" : "medium",
    confidenceNote:
      parts.length === 1
        ? biggest.confidenceNote
        : `Computed from its parts, which shrink by ${Math.round(100 * Math.max(0, shrinkFraction))} % on mixing; the rule was fitted on mixes described in the literature.`,
  });
}
