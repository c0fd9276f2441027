import { hydraulicValues, SEGMENT_SHIFT, SEGMENT_STRIDE } from "../hydraulics/table";
import { correctFarApart, EVEN_X, ONE_SLOPE_LN_K, oneOverExpm1, SAME_PSI_CM } from "./fitted-flux";
import type { RichardsGrid, TrialStage } from "./richards-grid";

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
  /** Fills `out` with the part of its share a cell gives at a head, 0…1, and its slope by the head. */
  stress(psiCm: number, out: Float64Array): void;
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
  bottom: EndFlow,
  top: EndFlow,
  sinks: readonly Uptake[],
  sides: readonly SideFlow[],
): NetInflow {
  // the loop reads its own constants: those of another module are looked up each time where modules are not bundled
  const [evenX, samePsiCm, oneSlopeLnK] = [EVEN_X, SAME_PSI_CM, ONE_SLOPE_LN_K];
  const [segmentShift, segmentStride] = [SEGMENT_SHIFT, SEGMENT_STRIDE];
  const [overExpm1, correctApart] = [oneOverExpm1, correctFarApart];
  const { nodes, tables, tableOf, firstNode, nodeOfCell, faceLengthCm, faceAreaCm2 } = grid;
  const { psiCm, theta, capacityPerCm, netCm3PerHour, lower, diagonal, upper } = stage;
  // an interface as the foot of the layer above; at the other nodes not used
  const foot = hydraulicValues(nodes);
  const flux = new Float64Array(3);
  const suction = new Float64Array(1);
  const suctionWords = new Uint32Array(suction.buffer);
  const stress = new Float64Array(2);
  /** What each sink asks of every node, as a share. */
  const shareAtNode = sinks.map(({ share }) => {
    const atNode = new Float64Array(nodes);
    share.forEach((one, cell) => (atNode[nodeOfCell[cell]!] = one));
    return atNode;
  });
  const takenCm3PerHour = new Float64Array(sinks.length);

  /**
   * Net inflow of every node at the trial heads [cm³/h] and, in the three diagonals, its slopes by them [cm³/h per cm].
   * Looks up and works out the flow to the node below in one pass, written out as one loop: nothing else takes as long.
   */
  function evaluate(): void {
    let psiA = 0;
    let kA = 0;
    let kSlopeA = 0;
    let lnKA = 0;
    let slopeA = 0;
    let phiA = 0;
    for (let layer = 0; layer < tables.length; layer++) {
      const table = tables[layer]!;
      const { segments, segmentCount, firstSegmentBits, thetaS, specificStoragePerCm, ksCmPerHour, lnKs } = table;
      const from = firstNode[layer]!;
      const to = firstNode[layer + 1]!;
      if (layer > 0) {
        // the interface below is the foot of this layer too
        table.lookUp(psiCm, from - 1, from, foot);
        kA = foot.k[from - 1]!;
        kSlopeA = foot.kSlope[from - 1]!;
        lnKA = foot.lnK[from - 1]!;
        slopeA = foot.lnKSlope[from - 1]!;
        phiA = foot.fluxPotential[from - 1]!;
      }
      for (let i = from; i < to; i++) {
        const psiB = psiCm[i]!;
        let kB = ksCmPerHour;
        let kSlopeB = 0;
        let lnKB = lnKs;
        let slopeB = 0;
        let phiB = table.saturatedPotential;
        if (psiB >= 0) {
          theta[i] = thetaS + specificStoragePerCm * psiB;
          capacityPerCm[i] = specificStoragePerCm;
          phiB += kB * psiB;
        } else {
          suction[0] = -psiB;
          let segment = (suctionWords[1]! >>> segmentShift) - firstSegmentBits + 1;
          if (segment < 0) segment = 0;
          else if (segment >= segmentCount) segment = segmentCount - 1;
          const at = segment * segmentStride;
          if (segments[at]! !== segments[at]!) table.fill(segment);
          const past = -psiB - segments[at]!;
          const thetaSlope = segments[at + 2]!;
          theta[i] = segments[at + 1]! + thetaSlope * past;
          capacityPerCm[i] = -thetaSlope;
          slopeB = -segments[at + 4]!;
          lnKB = segments[at + 3]! - slopeB * past;
          kSlopeB = -segments[at + 6]!;
          const kStart = segments[at + 5]!;
          kB = kStart - kSlopeB * past;
          phiB = segments[at + 7]! - (past * (kStart + kB)) / 2;
        }
        if (i === 0) {
          bottom.evaluate(psiB, kB, kSlopeB, lnKB, slopeB, phiB);
          netCm3PerHour[0] = bottom.inCm3PerHour;
          diagonal[0] = bottom.slope;
        } else {
          // the fitted flux of fitted-flux.ts, from the node below: a call for each would take a tenth of the run
          const below = i - 1;
          const length = faceLengthCm[below]!;
          const difference = psiB - psiA;
          const lnKDifference = lnKB - lnKA;
          const isApart = difference > samePsiCm || difference < -samePsiCm;
          const lever = isApart ? length / difference : 0;
          const x = isApart ? lnKDifference * lever : ((slopeA + slopeB) / 2) * length;
          let q: number;
          let byA: number;
          let byB: number;
          if (x < evenX && x > -evenX && lnKDifference < evenX && lnKDifference > -evenX) {
            const gradient = (difference + length) / length;
            q = -kA * gradient;
            byA = kA / length - (gradient * kSlopeA) / 2;
            byB = -kA / length - (gradient * kSlopeB) / 2;
          } else {
            const kDifference = kB - kA;
            const share = overExpm1(x);
            const slope = x / length;
            const bend = kDifference * share * (1 + share) * lever;
            q = -kB - kDifference * share;
            byA = kSlopeA * share + bend * (slope - slopeA);
            byB = -kSlopeB * (1 + share) + bend * (slopeB - slope);
            if (lnKDifference > oneSlopeLnK || lnKDifference < -oneSlopeLnK) {
              flux[0] = q;
              flux[1] = byA;
              flux[2] = byB;
              correctApart(difference, kA, kSlopeA, slopeA, phiA, kB, kSlopeB, slopeB, phiB, lnKDifference, flux);
              q = flux[0]!;
              byA = flux[1]!;
              byB = flux[2]!;
            }
          }
          const area = faceAreaCm2[below]!;
          netCm3PerHour[below]! -= area * q;
          diagonal[below]! -= area * byA;
          upper[below] = -area * byB;
          netCm3PerHour[i] = area * q;
          lower[i] = area * byA;
          diagonal[i] = area * byB;
        }
        psiA = psiB;
        kA = kB;
        kSlopeA = kSlopeB;
        lnKA = lnKB;
        slopeA = slopeB;
        phiA = phiB;
      }
    }
    top.evaluate(psiA, kA, kSlopeA, lnKA, slopeA, phiA);
    netCm3PerHour[nodes - 1]! += top.inCm3PerHour;
    diagonal[nodes - 1]! += top.slope;
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
    for (let i = 0; i < nodes; i++) {
      if (share[i] === 0) continue;
      const asked = uptake.askCm3PerHour * share[i]!;
      uptake.stress(psiCm[i]!, stress);
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
