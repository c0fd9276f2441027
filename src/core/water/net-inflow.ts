import type { HydraulicValues } from "../hydraulics/table";
import { correctFarApart, EVEN_X, ONE_SLOPE_LN_K, oneOverExpm1, rememberingFlux, SAME_PSI_CM } from "./fitted-flux";
import type { MainHeads, NodeHydraulics } from "./node-hydraulics";
import type { Shedding } from "./shedding";
import type { RichardsGrid, TrialStage } from "./richards-grid";
import { stressAt, type UptakeLimits } from "./stress";

/** What flows into every node of a column: through its faces, its ends and the holes in its wall, less what roots take. */

export type EndFlow = {
  /**
   * Works out the flow through an end for the head of the cell there: into the column [cm³/h], its slope by psi, and
   * what ran off instead.
   */
  evaluate(
    psiCm: number,
    kCmPerHour: number,
    kSlope: number,
    lnK: number,
    lnKSlope: number,
    fluxPotential: number,
  ): void;
  inCm3PerHour: number;
  slope: number;
  runoffCm3PerHour: number;
  /**
   * For an end with water of its own: a stage of a step begins, and a step is taken.
   */
  beginStage?(stage: 1 | 2, stepHours: number): void;
  accept?(): void;
};

/** A flow into the column at one of its cells, by the head there: a hole in the wall. [cm³/h, cm²/h] */
export type SideFlow = {
  readonly cell: number;
  inCm3PerHour: number;
  slope: number;
  evaluate(psiCm: number): void;
};

/** What roots take out along the column: a share of what is asked in each cell, cut where it is too wet or too dry. */
export type Uptake = {
  /** Share of the demand asked of each cell; they sum to 1. */
  readonly share: Float64Array;
  askCm3PerHour: number;
  /** Between which heads a cell gives its share. */
  readonly limits: UptakeLimits;
};

/** Roots take the last of this much water above thetaR in proportion to what is left of it. [m³/m³] */
const UPTAKE_FILM = 1e-3;

export type NetInflow = {
  /** Fills in what a stage finds at its trial heads. */
  evaluate(): void;
  /** What each sink took at them. [cm³/h] */
  readonly takenCm3PerHour: Float64Array;
};

export function netInflow(
  grid: RichardsGrid,
  stage: TrialStage,
  hydraulics: NodeHydraulics,
  bottom: EndFlow,
  top: EndFlow,
  sinks: readonly Uptake[],
  sides: readonly SideFlow[],
  shedding?: Shedding,
): NetInflow {
  // the loop reads its own constants: those of another module are looked up each time where modules are not bundled
  const [evenX, samePsiCm, oneSlopeLnK] = [EVEN_X, SAME_PSI_CM, ONE_SLOPE_LN_K];
  const overExpm1 = oneOverExpm1;
  const { nodes, tables, tableOf, firstNode, cellOf, isInterface, nodeOfCell, faceLengthCm, faceAreaCm2 } = grid;
  const { psiCm, theta, capacityPerCm, netCm3PerHour, lower, diagonal, upper } = stage;
  const { at, foot } = hydraulics;
  const { k, kSlope, lnK, lnKSlope } = at;
  /** By face: its flow per area, upward [cm/h], and its slopes by the heads under and over it [1/h]. */
  const faceFlux = new Float64Array(nodes);
  const byLower = new Float64Array(nodes);
  const byUpper = new Float64Array(nodes);
  /** The faces between points whose ln K lie far apart, of the last evaluation. */
  const farApart = new Int32Array(nodes);
  const flux = new Float64Array(3);
  const points = new Float64Array(16);
  const stress = new Float64Array(2);
  /** Of a face over an interface, the layer whose foot that is; 0 for every other. */
  const isFootOf = new Int32Array(nodes);
  for (let layer = 1; layer < tables.length; layer++) isFootOf[firstNode[layer]! - 1] = layer;
  /** What each sink asks of every node, as a share. */
  const shareAtNode = sinks.map(({ share }) => {
    const atNode = new Float64Array(nodes);
    share.forEach((one, cell) => (atNode[nodeOfCell[cell]!] = one));
    return atNode;
  });
  const takenCm3PerHour = new Float64Array(sinks.length);

  /**
   * The fitted flux of fitted-flux.ts through every face, written out: a call for each would take a tenth of the run.
   * @returns how many faces lie between points far apart
   */
  function fluxThroughFaces(): number {
    let apart = 0;
    for (let layer = 0; layer < tables.length; layer++) {
      const from = firstNode[layer]!;
      const to = firstNode[layer + 1]!;
      let first = from;
      let psiA: number;
      let kA: number;
      let kSlopeA: number;
      let lnKA: number;
      let slopeA: number;
      if (layer > 0) {
        // the interface below is the foot of this layer too
        psiA = psiCm[from - 1]!;
        kA = foot.k[layer]!;
        kSlopeA = foot.kSlope[layer]!;
        lnKA = foot.lnK[layer]!;
        slopeA = foot.lnKSlope[layer]!;
      } else {
        psiA = psiCm[0]!;
        kA = k[0]!;
        kSlopeA = kSlope[0]!;
        lnKA = lnK[0]!;
        slopeA = lnKSlope[0]!;
        first = 1;
      }
      for (let i = first; i < to; i++) {
        const psiB = psiCm[i]!;
        const kB = k[i]!;
        const kSlopeB = kSlope[i]!;
        const lnKB = lnK[i]!;
        const slopeB = lnKSlope[i]!;
        const below = i - 1;
        const length = faceLengthCm[below]!;
        const difference = psiB - psiA;
        const lnKDifference = lnKB - lnKA;
        const isApart = difference > samePsiCm || difference < -samePsiCm;
        const lever = isApart ? length / difference : 0;
        const x = isApart ? lnKDifference * lever : ((slopeA + slopeB) / 2) * length;
        if (x < evenX && x > -evenX && lnKDifference < evenX && lnKDifference > -evenX) {
          const gradient = (difference + length) / length;
          faceFlux[below] = -kA * gradient;
          byLower[below] = kA / length - (gradient * kSlopeA) / 2;
          byUpper[below] = -kA / length - (gradient * kSlopeB) / 2;
        } else {
          const kDifference = kB - kA;
          const share = overExpm1(x);
          const slope = x / length;
          const bend = kDifference * share * (1 + share) * lever;
          faceFlux[below] = -kB - kDifference * share;
          byLower[below] = kSlopeA * share + bend * (slope - slopeA);
          byUpper[below] = -kSlopeB * (1 + share) + bend * (slopeB - slope);
          if (lnKDifference > oneSlopeLnK || lnKDifference < -oneSlopeLnK) farApart[apart++] = below;
        }
        psiA = psiB;
        kA = kB;
        kSlopeA = kSlopeB;
        lnKA = lnKB;
        slopeA = slopeB;
      }
    }
    return apart;
  }

  /** The same where cells remember: see rememberingFlux. */
  function fluxThroughRememberingFaces(main: MainHeads, footMain: MainHeads): void {
    for (let i = 1; i < nodes; i++) {
      const face = i - 1;
      const layer = isFootOf[face]!;
      const under = layer > 0 ? foot : at;
      const underMain = layer > 0 ? footMain : main;
      putPoint(0, psiCm[face]!, under, underMain, layer > 0 ? layer : face);
      putPoint(8, psiCm[i]!, at, main, i);
      rememberingFlux(points, faceLengthCm[face]!, main.wettingPer[i]!, flux);
      faceFlux[face] = flux[0]!;
      byLower[face] = flux[1]!;
      byUpper[face] = flux[2]!;
    }
  }

  function putPoint(place: number, psi: number, values: HydraulicValues, main: MainHeads, i: number): void {
    points[place] = values.k[i]!;
    points[place + 1] = values.kSlope[i]!;
    points[place + 2] = values.lnK[i]!;
    points[place + 3] = values.lnKSlope[i]!;
    points[place + 4] = psi;
    points[place + 5] = main.psiCm[i]!;
    points[place + 6] = main.perMain[i]!;
    points[place + 7] = values.fluxPotential[i]!;
  }

  /** Sets the flow through a face between points far apart right. */
  function correctFace(face: number): void {
    const above = face + 1;
    const layer = isFootOf[face]!;
    const under = layer > 0 ? foot : at;
    const i = layer > 0 ? layer : face;
    flux[0] = faceFlux[face]!;
    flux[1] = byLower[face]!;
    flux[2] = byUpper[face]!;
    correctFarApart(
      psiCm[above]! - psiCm[face]!,
      under.k[i]!,
      under.kSlope[i]!,
      under.lnKSlope[i]!,
      under.fluxPotential[i]!,
      k[above]!,
      kSlope[above]!,
      lnKSlope[above]!,
      at.fluxPotential[above]!,
      lnK[above]! - under.lnK[i]!,
      flux,
    );
    faceFlux[face] = flux[0]!;
    byLower[face] = flux[1]!;
    byUpper[face] = flux[2]!;
  }

  /** A cell that sheds water takes but a part of what would flow into it. */
  function shedFromFaces(intake: Float64Array): void {
    for (let face = 0; face + 1 < nodes; face++) {
      const into = faceFlux[face]! > 0 ? face + 1 : face;
      if (isInterface[into] !== 0) continue;
      const part = intake[cellOf[into]!]!;
      if (part === 1) continue;
      faceFlux[face]! *= part;
      byLower[face]! *= part;
      byUpper[face]! *= part;
    }
  }

  /** Net inflow of every node at the trial heads [cm³/h] and, in the three diagonals, its slopes by them [cm³/h per cm]. */
  function evaluate(): void {
    hydraulics.lookUp();
    if (hydraulics.main) fluxThroughRememberingFaces(hydraulics.main, hydraulics.footMain!);
    else {
      const apart = fluxThroughFaces();
      for (let n = 0; n < apart; n++) correctFace(farApart[n]!);
    }
    if (shedding) shedFromFaces(shedding.intake);
    bottom.evaluate(psiCm[0]!, k[0]!, kSlope[0]!, lnK[0]!, lnKSlope[0]!, at.fluxPotential[0]!);
    let q = bottom.inCm3PerHour;
    let slope = bottom.slope;
    const last = nodes - 1;
    for (let i = 0; i < last; i++) {
      const area = faceAreaCm2[i]!;
      const out = area * faceFlux[i]!;
      netCm3PerHour[i] = q - out;
      diagonal[i] = slope - area * byLower[i]!;
      slope = area * byUpper[i]!;
      upper[i] = -slope;
      lower[i + 1] = area * byLower[i]!;
      q = out;
    }
    top.evaluate(psiCm[last]!, k[last]!, kSlope[last]!, lnK[last]!, lnKSlope[last]!, at.fluxPotential[last]!);
    netCm3PerHour[last] = q + top.inCm3PerHour;
    diagonal[last] = slope + top.slope;
    for (const side of sides) flowIn(side);
    for (let s = 0; s < sinks.length; s++) {
      takenCm3PerHour[s] = 0;
      if (sinks[s]!.askCm3PerHour > 0) takeUp(sinks[s]!, s);
    }
  }

  function flowIn(side: SideFlow): void {
    const i = nodeOfCell[side.cell]!;
    side.evaluate(psiCm[i]!);
    netCm3PerHour[i]! += side.inCm3PerHour;
    diagonal[i]! += side.slope;
  }

  function takeUp(uptake: Uptake, sink: number): void {
    const share = shareAtNode[sink]!;
    const { limits } = uptake;
    for (let i = 0; i < nodes; i++) {
      if (share[i] === 0) continue;
      const asked = uptake.askCm3PerHour * share[i]!;
      stressAt(limits, psiCm[i]!, stress);
      // a coarse medium runs out of water long before its suction says so
      const film = (theta[i]! - tableOf[i]!.thetaR) / UPTAKE_FILM;
      const left = Math.min(1, Math.max(0, film));
      const given = asked * stress[0]! * left;
      takenCm3PerHour[sink]! += given;
      netCm3PerHour[i]! -= given;
      // where more water means less uptake the slope would work against the matrix; it is small there, and left out
      diagonal[i]! -=
        asked * (Math.max(0, stress[1]!) * left + (film < 1 ? (stress[0]! * capacityPerCm[i]!) / UPTAKE_FILM : 0));
    }
  }

  return { evaluate, takenCm3PerHour };
}
