import type { HydraulicTable } from "../hydraulics/table";
import type { CellMemory } from "./cell-memory";
import type { Column } from "./column";
import { netInflow, type EndFlow, type SideFlow, type Uptake } from "./net-inflow";
import { nodeHydraulics, rememberingHydraulics } from "./node-hydraulics";
import type { Shedding } from "./shedding";
import { richardsGrid, trialStage } from "./richards-grid";
import { SDIRK_GAMMA } from "./sdirk";
import { stageSolver } from "./stage-solver";

/**
 * Water moving through a column: the mixed-form Richards equation (Richards 1931; Celia, Bouloutas & Zarba 1990) in
 * finite volumes.
 *
 * Unknowns are pressure heads at nodes: one a cell, and one on each interface between layers, which has no volume.
 * There the head is what both sides share and the flow in must be the flow out, so the two media meet without any
 * averaging of their conductivities. A step is the two-stage, L-stable SDIRK2 of Alexander (1977); a stage is solved by
 * Newton's method on a tridiagonal system. Water content is carried by the flows themselves, so a step loses or makes
 * no water whatever Newton's tolerance.
 */

/** |R(z) − e^z| / |z|³ of the method as z → 0: its local error is this times dt³·y‴. */
const ERROR_CONSTANT = 3 * SDIRK_GAMMA ** 2 - 2 * SDIRK_GAMMA ** 3 - 1 / 6;

/**
 * How far a first guess goes from a suction: a coarse medium that wets conducts a thousand times more at half of it, and
 * what is guessed so takes many iterations to be taken back.
 */
const MOST_DRIED = 1.5;
const MOST_WETTED = 0.9;

/** From stage 1 to stage 2, in steps of the way to stage 1. */
const STAGE_AHEAD = (1 - SDIRK_GAMMA) / SDIRK_GAMMA;

/**
 * What Newton's method left over in a step enters the next in full over this time, and in part over a shorter one:
 * pressed in at once it would be a jolt. No more than so much waits, or it would add up. [h, m³/m³]
 */
const LEFTOVER_HOURS = 0.01;
const MOST_LEFT_OVER = 2e-5;
const LEAST_TOLERANCE_SHARE = 0.1;
/** A step that leaves the water content of a cell further from its curve than this is refused. [m³/m³] */
const MOST_OFF_CURVE = 1e-4;

/** Of the cells at the ends of the column, at rest or in a step: heads [cm], and whether they have water to give. */
export type EndCells = {
  readonly bottomPsiCm: number;
  readonly topPsiCm: number;
  readonly bottomIsEmpty: boolean;
  readonly topIsEmpty: boolean;
};

export type Richards = {
  /** Flows through the ends over the last step, into the column, and the runoff. [cm³] */
  bottomInCm3: number;
  topInCm3: number;
  runoffCm3: number;
  /** What each sink has taken. [cm³] */
  readonly uptakeCm3: Float64Array;
  /** What has come in at each side flow. [cm³] */
  readonly sidesInCm3: Float64Array;
  /** Largest estimated error of the last step in any cell, and the root mean square of all. [m³/m³] */
  errorTheta: number;
  meanErrorTheta: number;
  readonly iterations: number;
  /** The cells at the ends as they are, and in the step last tried, taken or not. */
  readonly endCells: EndCells;
  readonly triedEndCells: EndCells;
  /**
   * Starts from heads; with what cells held where they are gone on from: Newton's method leaves them a little off their
   * curves, and that is water.
   */
  setState(psiCm: Float64Array, thetaOfCells?: Float64Array): void;
  /**
   * Tries a step; false leaves the state as it was. The state after a true is taken by `accept`, or dropped by trying
   * again.
   */
  tryStep(hours: number): boolean;
  accept(): void;
  /** Says that the end flows have jumped: the last step tells nothing about the next. */
  forgetSlope(): void;
  /** Says that what is asked or falls is another than in the last step: heads go on from where they were heading. */
  weatherChanged(): void;
  /** Fills in heads and water contents of the cells, bottom to top. */
  copyState(psiCm: Float64Array, theta: Float64Array): void;
  storedCm3(): number;
};

/**
 * @param tables those of the column's layers, in their order
 * @param toleranceTheta what Newton's method may leave over in a cell [m³/m³]
 * @param memory of the cells, at the heads they start from; without one each medium has one curve
 * @param shedding which of them shed water; without it none does
 */
export function createRichards(
  column: Column,
  tables: readonly HydraulicTable[],
  bottom: EndFlow,
  top: EndFlow,
  toleranceTheta: number,
  sinks: readonly Uptake[] = [],
  sides: readonly SideFlow[] = [],
  memory?: CellMemory,
  shedding?: Shedding,
): Richards {
  const grid = richardsGrid(column, tables, memory);
  const { nodes, tableOf, curveOf, firstEmptiedPsiCm, isInterface, cellOf, volumeCm3, perVolume } = grid;
  const array = (): Float64Array => new Float64Array(nodes);
  const stage = trialStage(nodes);
  const { psiCm: trial, theta: curveTheta, netCm3PerHour, driestPsiCm } = stage;
  const hydraulics = memory ? rememberingHydraulics(grid, stage, memory) : nodeHydraulics(grid, stage);
  const inflow = netInflow(grid, stage, hydraulics, bottom, top, sinks, sides, shedding);
  const { takenCm3PerHour } = inflow;
  const base = array();
  /** With less water than this a cell has next to none to give. */
  const emptyTheta = array();
  const solver = stageSolver(grid, stage, inflow, base, emptyTheta);

  // the state, and what was found for a step being tried
  const psi = array();
  /**
   * Water content by what has flowed in and out, and by the curve at the head found: they differ by what Newton's
   * method left over.
   */
  const theta = array();
  const settledTheta = array();
  const previousPsi = array();
  const stageTheta = array();
  const net1 = array();
  const net2 = array();
  const netBefore = array();
  /** The bend of what flows into each node; as errors of water content, each cell for itself. */
  const bend = array();
  const lone = array();
  const cellPsi = new Float64Array(column.zCm.length);
  const cellTheta = new Float64Array(column.zCm.length);
  /** What the sinks took, and the sides brought, at the heads of stage 1. [cm³/h] */
  const taken1 = new Float64Array(sinks.length);
  const sides1 = new Float64Array(sides.length);
  /** Where each sink takes: with less water than this a cell gives it none; 0 elsewhere. */
  const wiltedTheta = sinks.map(({ share, limits: { wiltedPsiCm } }) =>
    Float64Array.from({ length: nodes }, (_, i) =>
      isInterface[i] === 0 && share[cellOf[i]!]! > 0 ? tableOf[i]!.waterContentAt(wiltedPsiCm) : 0,
    ),
  );
  /** Whether the last step says where heads are heading; and whether its last inflow is that of the present heads. */
  let slopeKnown = false;
  let flowKnown = false;
  let isFirst = true;
  let lastHours = 0;
  let triedHours = 0;

  /** A first guess for a head that was `now`: where it is heading, but no further than the curve bends. */
  const guess = (i: number, now: number, heading: number): number =>
    now < 0 ? Math.max(Math.min(Math.max(heading, MOST_DRIED * now), MOST_WETTED * now), driestPsiCm[i]!) : now;

  const endCells = (heads: Float64Array, contents: Float64Array): EndCells => ({
    bottomPsiCm: heads[0]!,
    topPsiCm: heads[nodes - 1]!,
    bottomIsEmpty: contents[0]! < emptyTheta[0]!,
    topIsEmpty: contents[nodes - 1]! < emptyTheta[nodes - 1]!,
  });

  /** Where cells remember, on which curve one begins to empty depends on how it was filled. */
  function findFirstEmptied(): void {
    if (!memory) return;
    for (let i = 0; i < nodes; i++)
      firstEmptiedPsiCm[i] = memory.firstEmptiedPsiCm(cellOf[isInterface[i] === 0 ? i : i - 1]!);
  }

  /** The most by which roots have taken of a cell more than it gives: such a step was too long. [m³/m³] */
  function overdrawnTheta(): number {
    let worst = 0;
    for (const wilted of wiltedTheta)
      for (let i = 0; i < nodes; i++)
        if (stageTheta[i]! < wilted[i]! && theta[i]! > wilted[i]!) worst = Math.max(worst, wilted[i]! - stageTheta[i]!);
    return worst;
  }

  const richards: Richards = {
    bottomInCm3: 0,
    topInCm3: 0,
    runoffCm3: 0,
    uptakeCm3: new Float64Array(sinks.length),
    sidesInCm3: new Float64Array(sides.length),
    errorTheta: 0,
    meanErrorTheta: 0,
    get iterations() {
      return solver.iterations;
    },
    get endCells() {
      return endCells(psi, settledTheta);
    },
    get triedEndCells() {
      return endCells(trial, curveTheta);
    },

    setState(psiCm, thetaOfCells) {
      for (let i = 0; i < nodes; i++) {
        // an interface starts between its two cells, and finds its own head in the first step
        psi[i] = isInterface[i] === 0 ? psiCm[cellOf[i]!]! : (psiCm[cellOf[i - 1]!]! + psiCm[cellOf[i + 1]!]!) / 2;
        driestPsiCm[i] = Math.min(tableOf[i]!.driestPsiCm, psi[i]!);
        emptyTheta[i] = tableOf[i]!.thetaR + MOST_OFF_CURVE;
        theta[i] = settledTheta[i] = curveOf[i]!.waterContentAt(psi[i]!);
        if (thetaOfCells && isInterface[i] === 0) theta[i] = thetaOfCells[cellOf[i]!]!;
      }
      slopeKnown = flowKnown = false;
      isFirst = true;
      findFirstEmptied();
    },

    tryStep(hours) {
      triedHours = hours;
      // in short steps left-overs add up before they are pressed in, so each may be but a part
      const stageTolerance = toleranceTheta * Math.min(1, Math.max(LEAST_TOLERANCE_SHARE, hours / LEFTOVER_HOURS));
      bottom.beginStage?.(1, hours);
      top.beginStage?.(1, hours);
      if (!flowKnown && !isFirst) {
        // what flows at the present heads, by what is asked and falls from now on
        trial.set(psi);
        inflow.evaluate();
        netBefore.set(netCm3PerHour);
      }
      // stage 1, from the present heads carried on a little the way they went
      const kept = 1 - Math.min(1, hours / LEFTOVER_HOURS);
      const ahead = slopeKnown && lastHours > 0 ? Math.min(1, (SDIRK_GAMMA * hours) / lastHours) : 0;
      for (let i = 0; i < nodes; i++) {
        const left = theta[i]! - settledTheta[i]!;
        // a cell that has given a little more than it had makes up for it once there is something to take it from
        const owes = left < 0 && theta[i]! < emptyTheta[i]!;
        base[i] = theta[i]! - (owes ? left : Math.min(Math.max(left, -MOST_LEFT_OVER), MOST_LEFT_OVER) * kept);
        const carried = psi[i]! + ahead * (psi[i]! - previousPsi[i]!);
        trial[i] = guess(i, psi[i]!, carried);
      }
      if (!solver.solve(SDIRK_GAMMA * hours, stageTolerance)) return false;
      net1.set(netCm3PerHour);
      const bottom1 = bottom.inCm3PerHour;
      const top1 = top.inCm3PerHour;
      const runoff1 = top.runoffCm3PerHour;
      taken1.set(takenCm3PerHour);
      for (let s = 0; s < sides.length; s++) sides1[s] = sides[s]!.inCm3PerHour;
      bottom.beginStage?.(2, hours);
      top.beginStage?.(2, hours);
      const early = (1 - SDIRK_GAMMA) * hours;
      for (let i = 0; i < nodes; i++) {
        base[i]! += early * net1[i]! * perVolume[i]!;
        trial[i] = guess(i, trial[i]!, trial[i]! + STAGE_AHEAD * (trial[i]! - psi[i]!));
      }
      if (!solver.solve(SDIRK_GAMMA * hours, stageTolerance)) return false;
      net2.set(netCm3PerHour);
      richards.bottomInCm3 = early * bottom1 + SDIRK_GAMMA * hours * bottom.inCm3PerHour;
      richards.topInCm3 = early * top1 + SDIRK_GAMMA * hours * top.inCm3PerHour;
      richards.runoffCm3 = early * runoff1 + SDIRK_GAMMA * hours * top.runoffCm3PerHour;
      for (let s = 0; s < sinks.length; s++)
        richards.uptakeCm3[s] = early * taken1[s]! + SDIRK_GAMMA * hours * takenCm3PerHour[s]!;
      for (let s = 0; s < sides.length; s++)
        richards.sidesInCm3[s] = early * sides1[s]! + SDIRK_GAMMA * hours * sides[s]!.inCm3PerHour;
      // y‴ from the second difference of the inflow over 0, gamma and 1; y″ from the two stages in the first step of all,
      // where interfaces have yet to find their heads
      const late = SDIRK_GAMMA * hours;
      const past = isFirst ? 0 : 1 / SDIRK_GAMMA;
      const errorFactor = (isFirst ? 1 : 2) * ERROR_CONSTANT * hours;
      let worst = 0;
      let worstOff = 0;
      for (let i = 0; i < nodes; i++) {
        const flowed = early * net1[i]! + late * net2[i]!;
        const perV = perVolume[i]!;
        if (perV === 0) {
          // what an interface was left with belongs to a cell: the one below
          stageTheta[i - 1]! += flowed * perVolume[i - 1]!;
          worstOff = Math.max(worstOff, Math.abs(stageTheta[i - 1]! - curveTheta[i - 1]!));
          bend[i] = 0;
          continue;
        }
        stageTheta[i] = theta[i]! + flowed * perV;
        const off = Math.abs(stageTheta[i]! - curveTheta[i]!);
        if (!(off <= worstOff)) worstOff = off;
        bend[i] = (net2[i]! - net1[i]!) / (1 - SDIRK_GAMMA) - (net1[i]! - netBefore[i]!) * past;
      }
      for (let i = 0; i < nodes; i++) lone[i] = bend[i]! * perVolume[i]!;
      // a cell's error is what its neighbours leave of it
      solver.spread(bend);
      let squares = 0;
      for (let i = 0; i < nodes; i++) {
        const raw = Math.abs(lone[i]!);
        const error = Math.min(raw, Math.abs(bend[i]!));
        squares += error * error;
        if (!(error <= worst)) worst = error;
      }
      richards.errorTheta = Math.max(errorFactor * worst, overdrawnTheta());
      richards.meanErrorTheta = errorFactor * Math.sqrt(squares / nodes);
      // what has flowed into the cells is what they hold by their curves at the heads found, or the heads are none
      return worstOff <= MOST_OFF_CURVE;
    },

    accept() {
      bottom.accept?.();
      top.accept?.();
      previousPsi.set(psi);
      psi.set(trial);
      theta.set(stageTheta);
      settledTheta.set(curveTheta);
      netBefore.set(net2);
      lastHours = triedHours;
      slopeKnown = flowKnown = true;
      isFirst = false;
      if (!memory && !shedding) return;
      richards.copyState(cellPsi, cellTheta);
      shedding?.accept(triedHours, cellTheta);
      memory?.accept(cellPsi);
      findFirstEmptied();
    },

    forgetSlope() {
      slopeKnown = flowKnown = false;
    },

    weatherChanged() {
      flowKnown = false;
    },

    copyState(psiCm, thetaOut) {
      for (let i = 0; i < nodes; i++) {
        if (isInterface[i] !== 0) continue;
        psiCm[cellOf[i]!] = psi[i]!;
        thetaOut[cellOf[i]!] = theta[i]!;
      }
    },

    storedCm3() {
      let sum = 0;
      for (let i = 0; i < nodes; i++) sum += volumeCm3[i]! * theta[i]!;
      return sum;
    },
  };

  return richards;
}
