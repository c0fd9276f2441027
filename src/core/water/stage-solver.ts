import { headUpdates } from "./head-updates";
import type { NetInflow } from "./net-inflow";
import type { RichardsGrid, TrialStage } from "./richards-grid";

/** A stage of a step: Newton's method on a tridiagonal system. */

/** A stage that takes more iterations than this is tried again in a shorter step. */
const MOST_ITERATIONS = 14;
/**
 * Where a curve is flat to the last digit, a cell is taken to have this slope, so that what flows in still has
 * somewhere to go. [1/cm]
 */
const LEAST_CAPACITY_PER_CM = 1e-18;
/**
 * In a full cell with less capacity than this a head moves by centimetres for next to no water: a first guess is not
 * taken there unless it is right by so many times more than elsewhere, or heads would stand still while water goes. Nor
 * is anything taken of an empty cell, or it would give in small steps what it does not have.
 */
const FLAT_CAPACITY_PER_CM = 1e-5;
const STRICTNESS = 1000;

export type StageSolver = {
  /**
   * Solves theta(psi) = base + hours·net/volume for the trial heads, which hold the first guess; interfaces have no
   * theta and must only pass on what they get. Leaves the net inflow at the solution.
   * @param toleranceTheta what may be left over in a cell [m³/m³]
   * @returns false when it does not converge
   */
  solve(hours: number, toleranceTheta: number): boolean;
  /**
   * What errors in the water of each node come to once the stage's own system has spread them, as a stiff one does
   * (Shampine & Baca 1984; Hosea & Shampine 1996): a cell that its neighbours keep in step with them has no error of its
   * own. Works on the system that the last solve has left; turns them into errors of water content, in place.
   */
  spread(errorCm3: Float64Array): void;
  /** Of all stages so far. */
  iterations: number;
};

/**
 * @param base the water content each node starts from [m³/m³]
 * @param emptyTheta with less water than this a cell has next to none to give [m³/m³]
 */
export function stageSolver(
  grid: RichardsGrid,
  stage: TrialStage,
  inflow: NetInflow,
  base: Float64Array,
  emptyTheta: Float64Array,
): StageSolver {
  const { nodes, tables, firstNode, faceLengthCm, volumeCm3, perScale, firstEmptiedPsiCm, specificStoragePerCm } = grid;
  const { psiCm, theta, capacityPerCm, netCm3PerHour, lower, diagonal, upper, changeCm } = stage;
  const move = headUpdates(grid, stage);
  /** What of the row below each row of the last elimination has been taken. */
  const factor = new Float64Array(nodes);

  /**
   * What the stage's balance is off by at the trial heads, and on the same way up the elimination of its system (Thomas
   * 1949; the rows are diagonally dominant).
   * @returns the largest residual, as a water content
   */
  function eliminate(hours: number, isFirst: boolean): number {
    let worst = 0;
    let pivot = 1;
    let upperBelow = 0;
    let changeBelow = 0;
    for (let i = 0; i < nodes; i++) {
      const v = volumeCm3[i]!;
      const residual = v * (base[i]! - theta[i]!) + hours * netCm3PerHour[i]!;
      const isNearlyFull = psiCm[i]! > firstEmptiedPsiCm[i]!;
      let cap = capacityPerCm[i]!;
      let error = Math.abs(residual) * perScale[i]!;
      if (theta[i]! < emptyTheta[i]! || (isFirst && isNearlyFull && cap < FLAT_CAPACITY_PER_CM)) error *= STRICTNESS;
      if (!(error <= worst)) worst = error;
      // where theta is constant up to an air entry, the specific storage keeps the matrix regular
      const least = isNearlyFull ? specificStoragePerCm : LEAST_CAPACITY_PER_CM;
      if (cap < least) capacityPerCm[i] = cap = least;
      const share = (-hours * lower[i]!) / pivot;
      factor[i] = share;
      pivot = v * cap - hours * diagonal[i]! - share * upperBelow;
      changeBelow = residual - share * changeBelow;
      upperBelow = upper[i]! *= -hours;
      diagonal[i] = pivot;
      changeCm[i] = changeBelow;
    }
    return worst;
  }

  /** The way down: turns the eliminated rows into the changes of the heads. False when there are none. */
  function substitute(): boolean {
    let above = (changeCm[nodes - 1]! /= diagonal[nodes - 1]!);
    for (let i = nodes - 2; i >= 0; i--) changeCm[i] = above = (changeCm[i]! - upper[i]! * above) / diagonal[i]!;
    // what is no number anywhere is none below it either
    return Number.isFinite(above);
  }

  /**
   * Water flows down the hydraulic head on both sides of an interface, so the head there lies between those of its two
   * cells. Newton's method may pass beyond on its way; a stage starts within, or an interface where both sides hardly
   * conduct would run away step by step.
   */
  function keepInterfacesBetween(): void {
    for (let layer = 1; layer < tables.length; layer++) {
      const i = firstNode[layer]! - 1;
      const below = psiCm[i - 1]! - faceLengthCm[i - 1]!;
      const above = psiCm[i + 1]! + faceLengthCm[i]!;
      psiCm[i] = Math.min(Math.max(psiCm[i]!, Math.min(below, above)), Math.max(below, above));
    }
  }

  const solver: StageSolver = {
    iterations: 0,
    spread(errorCm3) {
      let below = 0;
      for (let i = 0; i < nodes; i++) errorCm3[i] = below = errorCm3[i]! - factor[i]! * below;
      let above = 0;
      for (let i = nodes - 1; i >= 0; i--) {
        above = (errorCm3[i]! - upper[i]! * above) / diagonal[i]!;
        errorCm3[i] = above * capacityPerCm[i]!;
      }
    },
    solve(hours, toleranceTheta) {
      keepInterfacesBetween();
      for (let iteration = 0; ; iteration++) {
        inflow.evaluate();
        const worst = eliminate(hours, iteration === 0);
        if (worst <= toleranceTheta) return true;
        if (iteration === MOST_ITERATIONS || worst !== worst) return false;
        if (!substitute()) return false;
        solver.iterations++;
        move();
      }
    },
  };
  return solver;
}
