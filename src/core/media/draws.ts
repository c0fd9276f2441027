import { gaussLegendre } from "../hydraulics/gauss-legendre";
import { hydraulicFunctions, type HydraulicFunctions, type VgHydraulics } from "../hydraulics/hydraulics";
import { WILTED_CM } from "./bands";
import type { Medium } from "./medium";
import type { Range } from "../units/range";

/**
 * A medium is known by ranges, and one bag of it is one medium: a set of parameters whose curve lies within all of them.
 * Such sets are drawn here, by a seeded generator, so that the same setup is always told the same. What the physics ties
 * together is drawn together: water at all suctions by one shift and one steepness of the curve, conductivity that is
 * high when saturated is mostly high under suction too.
 */
export type Drawn = Pick<Medium, "hydraulics">;

/** Draws for whatever asks how sure something is. */
export const DRAWS = 200;

/** Tries at full width, and then ever nearer the likely values, of which the last are those themselves. */
const WIDE_TRIES = 10;
const NARROWER = 0.75;
const NARROW_TRIES = 12;

/** How wide is drawn before a range cuts it: of ln alpha, of ln(n − 1), and of how much Ks and K(10) go together. */
const ALPHA_WIDTH = 0.7;
const STEEPNESS_WIDTH = 0.3;
const CONDUCTIVITY_TIE = 0.6;
/** Mualem's exponent stays where curves stay decent. */
const TAU_BOUNDS = { least: -2, most: 40 } as const;
const CONTAINER_CM = 15;
/** A range that the likely curve itself leaves is taken as reaching to it. */
const SLACK = 1e-9;

type Checked = readonly (readonly [of: (functions: HydraulicFunctions) => number, low: number, high: number])[];

/** What a curve is held to: porosity, water at four suctions, water and air in a container, and three conductivities. */
function checksOf(medium: Medium): Checked {
  const likely = hydraulicFunctions(medium.hydraulics);
  const at =
    (suctionCm: number) =>
    (functions: HydraulicFunctions): number =>
      functions.waterContent(-suctionCm);
  const k =
    (suctionCm: number) =>
    (functions: HydraulicFunctions): number =>
      functions.conductivityCmPerHour(-suctionCm);
  const rows: readonly (readonly [(functions: HydraulicFunctions) => number, Range])[] = [
    [({ thetaS }) => thetaS, medium.totalPorosity],
    [at(10), medium.thetaAtPsi10],
    [at(50), medium.thetaAtPsi50],
    [at(100), medium.thetaAtPsi100],
    [at(WILTED_CM), medium.unavailableWater],
    [containerWater, medium.containerCapacity15cm],
    [(functions) => functions.thetaS - containerWater(functions), medium.airSpace15cm],
    [({ ksCmPerHour }) => ksCmPerHour, medium.ksCmPerHour],
    [k(10), medium.kAtPsi10CmPerHour],
    [k(50), medium.kAtPsi50CmPerHour],
  ];
  return rows.map(([of, { low, high }]) => {
    const own = of(likely);
    return [of, Math.min(low, own) - SLACK, Math.max(high, own) + SLACK];
  });
}

/** Mean water of a soaked and drained container 15 cm high. [m³/m³] */
const containerWater = ({ waterContent }: HydraulicFunctions): number =>
  gaussLegendre(0, CONTAINER_CM, (suctionCm) => waterContent(-suctionCm)) / CONTAINER_CM;

/**
 * A medium as one bag of it may be.
 * @param index which of the draws; the same index of the same medium is the same draw
 */
export function drawnMedium(medium: Medium, index: number): Medium {
  return { ...medium, hydraulics: drawnHydraulics(medium, index) };
}

export function drawnHydraulics(medium: Medium, index: number): VgHydraulics {
  const checks = checksFor(medium);
  const next = generator(seedOf(medium.id) + index);
  for (let tried = 0; tried < WIDE_TRIES; tried++) {
    const candidate = varied(medium, latentOf(next), 1);
    if (candidate && meets(candidate, checks)) return candidate;
  }
  const latent = latentOf(next);
  for (let tried = 0, width: number = NARROWER; tried < NARROW_TRIES; tried++, width *= NARROWER) {
    const candidate = varied(medium, latent, width);
    if (candidate && meets(candidate, checks)) return candidate;
  }
  return medium.hydraulics;
}

const kept = new WeakMap<Medium, Checked>();
function checksFor(medium: Medium): Checked {
  const found = kept.get(medium) ?? checksOf(medium);
  kept.set(medium, found);
  return found;
}

function meets(candidate: VgHydraulics, checks: Checked): boolean {
  const functions = hydraulicFunctions(candidate);
  return checks.every(([of, low, high]) => {
    const value = of(functions);
    return value >= low && value <= high;
  });
}

/** What is drawn: each between −1 and 1, most near 0. */
type Latent = {
  readonly porosity: number;
  readonly residual: number;
  readonly alpha: number;
  readonly steepness: number;
  readonly ks: number;
  readonly k10: number;
};

function latentOf(next: () => number): Latent {
  const triangular = (): number => next() - next();
  const ks = triangular();
  return {
    porosity: triangular(),
    residual: triangular(),
    alpha: triangular(),
    steepness: triangular(),
    ks,
    k10: CONDUCTIVITY_TIE * ks + (1 - CONDUCTIVITY_TIE) * triangular(),
  };
}

/** A value moved within its range, evenly or by factors, by a share between −1 and 1 of the way to its end. */
const moved = ({ low, high }: Range, from: number, share: number): number =>
  share < 0 ? from + share * (from - Math.min(low, from)) : from + share * (Math.max(high, from) - from);
const movedByFactor = ({ low, high }: Range, from: number, share: number): number =>
  Math.exp(moved({ low: Math.log(Math.max(low, 1e-12)), typical: 0, high: Math.log(high) }, Math.log(from), share));

/** The likely curve with its parameters moved; undefined where they make no curve. */
function varied(medium: Medium, latent: Latent, width: number): VgHydraulics | undefined {
  const { hydraulics } = medium;
  const thetaS = moved(medium.totalPorosity, hydraulics.thetaS, width * latent.porosity);
  const thetaR = moved(
    { low: 0, typical: hydraulics.thetaR, high: Math.min(medium.unavailableWater.high, 0.9 * thetaS) },
    hydraulics.thetaR,
    width * latent.residual,
  );
  if (!(thetaS > thetaR + 0.01)) return undefined;
  const alphaFactor = Math.exp(ALPHA_WIDTH * width * latent.alpha);
  const steepness = Math.exp(STEEPNESS_WIDTH * width * latent.steepness);
  const ksCmPerHour = movedByFactor(medium.ksCmPerHour, hydraulics.ksCmPerHour, width * latent.ks);
  const shape: VgHydraulics = {
    ...hydraulics,
    thetaS,
    thetaR,
    ksCmPerHour,
    airEntryCm: hydraulics.airEntryCm / alphaFactor,
    modes: hydraulics.modes.map((mode) => ({
      ...mode,
      alphaPerCm: mode.alphaPerCm * alphaFactor,
      n: 1 + (mode.n - 1) * steepness,
    })),
  };
  // tau is what brings the conductivity at 10 cm to where it is drawn
  const likelyK10 = hydraulicFunctions(hydraulics).conductivityCmPerHour(-10);
  const wantedK10 = movedByFactor(medium.kAtPsi10CmPerHour, likelyK10, width * latent.k10);
  const functions = hydraulicFunctions(shape);
  const saturation = functions.effectiveSaturation(-10);
  if (!(saturation > 0 && saturation < 1 - 1e-4)) return shape;
  const tau = hydraulics.tau + Math.log(wantedK10 / functions.conductivityCmPerHour(-10)) / Math.log(saturation);
  return { ...shape, tau: Math.min(TAU_BOUNDS.most, Math.max(TAU_BOUNDS.least, tau)) };
}

/** A number between 0 and 1 from a state that is stirred at each call (Steele & Vigna 2021, mixing of splitmix32). */
export function generator(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x9e3779b9) >>> 0;
    let mixed = state;
    mixed = Math.imul(mixed ^ (mixed >>> 16), 0x21f0aaad);
    mixed = Math.imul(mixed ^ (mixed >>> 15), 0x735a2d97);
    return ((mixed ^ (mixed >>> 15)) >>> 0) / 2 ** 32;
  };
}

/** A seed of a name: the same on every machine (FNV-1a). Draws of one medium lie far apart from those of another. */
export function seedOf(name: string): number {
  let hash = 0x811c9dc5;
  for (let i = 0; i < name.length; i++) hash = Math.imul(hash ^ name.charCodeAt(i), 0x01000193);
  return Math.imul(hash, 0x9e3779b1) >>> 0;
}
