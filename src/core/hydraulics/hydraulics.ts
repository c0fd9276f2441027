import { filmConductivityCmPerHour, vapourConductivityCmPerHour, type BesidePores } from "./beside-pores";

/**
 * Hydraulic functions of a porous medium: water content and conductivity against pressure head.
 * Pressure head psi is in cm of water, negative under suction, 0 at a free water surface; suction = −psi.
 */

/** One pore system of a multimodal retention curve. */
export type VgMode = { readonly weight: number; readonly alphaPerCm: number; readonly n: number };

/**
 * Multimodal van Genuchten retention (van Genuchten 1980; Durner 1994) with Mualem (1976) conductivity in the closed
 * form of Priesack & Durner (2006) and an optional air-entry head (Vogel et al. 2000; Ippisch et al. 2006).
 */
export type VgHydraulics = {
  readonly model: "vg";
  readonly thetaR: number;
  readonly thetaS: number;
  readonly ksCmPerHour: number;
  readonly tau: number;
  readonly airEntryCm: number;
  readonly modes: readonly VgMode[];
};

/** Gardner (1958): Se = exp(alpha·psi), K = Ks·Se. For verification against closed forms. */
export type ExponentialHydraulics = {
  readonly model: "exponential";
  readonly thetaR: number;
  readonly thetaS: number;
  readonly ksCmPerHour: number;
  readonly alphaPerCm: number;
};

export type Hydraulics = VgHydraulics | ExponentialHydraulics;

export const DEFAULT_TAU = 0.5;
export const DEFAULT_AIR_ENTRY_CM = 0;
/**
 * Storage of a saturated medium per cm of pressure head; keeps saturated cells solvable without holding visible water.
 */
export const DEFAULT_SPECIFIC_STORAGE_PER_CM = 1e-7;

/** Below this suction K is a straight line when some n < 2: its slope at psi = 0 is vertical there. */
const STRAIGHT_K_SUCTION_CM = 1e-3;

/** The hydraulic functions of one medium, with everything that does not depend on psi worked out once. */
export type HydraulicFunctions = {
  readonly thetaR: number;
  readonly thetaS: number;
  readonly ksCmPerHour: number;
  /** Suction at which the curve has its kink; 0 for none. [cm] */
  readonly airEntryCm: number;
  /** The largest 1/alpha-scale in the curve, as alpha: where near-saturated detail begins. [1/cm] */
  readonly largestAlphaPerCm: number;
  /** Suction over which a curve falls by e however dry it is; Infinity for one that falls ever more slowly. [cm] */
  readonly foldingCm: number;
  /** Effective saturation, 0…1. */
  effectiveSaturation(psiCm: number): number;
  /** Volumetric water content, without the specific storage of positive heads. [m³/m³] */
  waterContent(psiCm: number): number;
  /** Hydraulic conductivity. [cm/h] */
  conductivityCmPerHour(psiCm: number): number;
  /** d(theta)/d(psi). [1/cm] */
  capacityPerCm(psiCm: number): number;
};

/**
 * Prepares a medium's functions, with what moves water beside its pores where that is given. Expects parameters that a
 * format has validated (weights sum to 1, n > 1, alpha > 0).
 * @throws RangeError for parameters no validation would pass
 */
export function hydraulicFunctions(hydraulics: Hydraulics, beside?: BesidePores): HydraulicFunctions {
  switch (hydraulics.model) {
    case "vg":
      return vgFunctions(hydraulics, beside);
    case "exponential":
      return exponentialFunctions(hydraulics);
    default:
      return hydraulics satisfies never;
  }
}

function vgFunctions(
  { thetaR, thetaS, ksCmPerHour, tau, airEntryCm, modes }: VgHydraulics,
  beside?: BesidePores,
): HydraulicFunctions {
  if (modes.length === 0) throw new RangeError("hydraulics.modes: needs at least one mode");
  const count = modes.length;
  const weight = Float64Array.from(modes, (mode) => mode.weight);
  const alpha = Float64Array.from(modes, (mode) => mode.alphaPerCm);
  const n = Float64Array.from(modes, (mode) => mode.n);
  const m = n.map((exponent) => 1 - 1 / exponent);

  /** S: the retention sum before the air-entry cut. */
  const retention = (suctionCm: number): number => {
    let sum = 0;
    for (let j = 0; j < count; j++) sum += weight[j]! * (1 + (alpha[j]! * suctionCm) ** n[j]!) ** -m[j]!;
    return sum;
  };
  /** G: Mualem's capillary-bundle sum. 1 − (1 − s^(1/m))^m in the form that keeps its digits when dry. */
  const bundle = (suctionCm: number): number => {
    let sum = 0;
    for (let j = 0; j < count; j++) {
      sum += weight[j]! * alpha[j]! * -Math.expm1(-m[j]! * Math.log1p((alpha[j]! * suctionCm) ** -n[j]!));
    }
    return sum;
  };
  const retentionAtEntry = airEntryCm > 0 ? retention(airEntryCm) : 1;
  const bundleAtEntry = airEntryCm > 0 ? bundle(airEntryCm) : weight.reduce((sum, w, j) => sum + w * alpha[j]!, 0);

  const effectiveSaturation = (psiCm: number): number =>
    psiCm >= -airEntryCm ? 1 : retention(-psiCm) / retentionAtEntry;
  const curvedConductivity = (psiCm: number): number => {
    const saturation = effectiveSaturation(psiCm);
    const inPores = ksCmPerHour * saturation ** tau * (bundle(-psiCm) / bundleAtEntry) ** 2;
    if (!beside) return inPores;
    const emptied = 1 - saturation;
    return (
      inPores +
      emptied * filmConductivityCmPerHour(beside.surfacePerCm, -psiCm) +
      vapourConductivityCmPerHour((thetaS - thetaR) * emptied, thetaS, psiCm)
    );
  };

  const straightNearZero = airEntryCm === 0 && n.some((exponent) => exponent < 2);
  const conductivityAtStraightEnd = straightNearZero ? curvedConductivity(-STRAIGHT_K_SUCTION_CM) : ksCmPerHour;

  return {
    thetaR,
    thetaS,
    ksCmPerHour,
    airEntryCm,
    foldingCm: Infinity,
    largestAlphaPerCm: alpha.reduce((a, b) => Math.max(a, b)),
    effectiveSaturation,
    waterContent: (psiCm) => thetaR + (thetaS - thetaR) * effectiveSaturation(psiCm),
    conductivityCmPerHour(psiCm) {
      if (psiCm >= -airEntryCm) return ksCmPerHour;
      if (straightNearZero && psiCm > -STRAIGHT_K_SUCTION_CM) {
        return ksCmPerHour + (conductivityAtStraightEnd - ksCmPerHour) * (-psiCm / STRAIGHT_K_SUCTION_CM);
      }
      return curvedConductivity(psiCm);
    },
    capacityPerCm(psiCm) {
      if (psiCm >= -airEntryCm) return 0;
      let sum = 0;
      for (let j = 0; j < count; j++) {
        const x = alpha[j]! * -psiCm;
        const xn = x ** n[j]!;
        // xn / (1 + xn) written so that an overflowing xn gives 1, not Infinity/Infinity
        sum += (weight[j]! * m[j]! * n[j]! * (1 / (1 + 1 / xn)) * (1 + xn) ** -m[j]!) / -psiCm;
      }
      return ((thetaS - thetaR) * sum) / retentionAtEntry;
    },
  };
}

function exponentialFunctions({ thetaR, thetaS, ksCmPerHour, alphaPerCm }: ExponentialHydraulics): HydraulicFunctions {
  const effectiveSaturation = (psiCm: number): number => (psiCm < 0 ? Math.exp(alphaPerCm * psiCm) : 1);
  return {
    thetaR,
    thetaS,
    ksCmPerHour,
    airEntryCm: 0,
    largestAlphaPerCm: alphaPerCm,
    foldingCm: 1 / alphaPerCm,
    effectiveSaturation,
    waterContent: (psiCm) => thetaR + (thetaS - thetaR) * effectiveSaturation(psiCm),
    conductivityCmPerHour: (psiCm) => ksCmPerHour * effectiveSaturation(psiCm),
    capacityPerCm: (psiCm) => (psiCm < 0 ? alphaPerCm * (thetaS - thetaR) * effectiveSaturation(psiCm) : 0),
  };
}
