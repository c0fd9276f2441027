import type { RichardsGrid, TrialStage } from "./richards-grid";

/** How far heads are moved by the changes that Newton's method asks for: only as far as each curve lets them. */

/** Newton's updates: changes of theta up to this are taken in psi, larger ones in theta (Forsyth et al. 1995). */
const SMALL_CHANGE = 0.01;
/** A cell dries by no more than this, beyond what its slope says, in one update. */
const MOST_EXTRA_DRYING = 0.05;
/** The share of its drainable water a cell keeps in one update, however dry the slope says it should be. */
const KEPT_SHARE = 0.3;
/** Nearer to saturation than this a cell counts as on the kink of its curves. [cm] */
const KINK_CM = 1e-5;
/** How far nearly saturated cells drain in one update is looked for from this share of their way on, to this factor. */
const LEAST_SHARE = 1e-12;
/** They go all of it while that gives no more than this many times the water asked: the next update takes it back. */
const MOST_OVERSHOT = 1.6;
const SHARE_ACCURACY = 1.02;
/** Where a curve has run out suction grows by this factor at most in one update. */
const SUCTION_GROWTH = 8;

/** An interface may pass beyond its two cells on its way by so much. [cm] */
const BEYOND_CM = 1;

/** @returns what moves the trial heads of a stage by the changes it has found */
export function headUpdates(grid: RichardsGrid, stage: TrialStage): () => void {
  const { nodes, tables, tableOf, curveOf, firstNode, faceLengthCm, isInterface, volumeCm3, firstEmptiedPsiCm } = grid;
  const { psiCm, driestPsiCm, theta, capacityPerCm, changeCm } = stage;

  function move(): void {
    let i = 0;
    while (i < nodes) {
      const from = i;
      while (i < nodes && changeCm[i]! < 0 && psiCm[i]! > firstEmptiedPsiCm[i]!) i++;
      if (i > from) {
        const share = drainedShare(from, i);
        for (let k = from; k < i; k++) psiCm[k] = Math.max(psiCm[k]! + share * changeCm[k]!, driestPsiCm[k]!);
      } else {
        psiCm[i] = Math.max(updated(i, changeCm[i]!), driestPsiCm[i]!);
        i++;
      }
    }
    for (let layer = 1; layer < tables.length; layer++) keepNearNeighbours(firstNode[layer]! - 1);
  }

  /**
   * The head of an interface lies between those of its two cells. On its way it passes beyond them by little: where both
   * sides hardly conduct it would come back in ever so many updates.
   */
  function keepNearNeighbours(i: number): void {
    const below = psiCm[i - 1]! - faceLengthCm[i - 1]!;
    const above = psiCm[i + 1]! + faceLengthCm[i]!;
    psiCm[i] = Math.min(Math.max(psiCm[i]!, Math.min(below, above) - BEYOND_CM), Math.max(below, above) + BEYOND_CM);
  }

  /**
   * Nodes that have hardly begun to empty, one on another, drain as one body of water: held back one by one they would
   * lose the differences between their heads, which are what moves it. All go the same share of their way, as far as
   * they give the water that their slopes promised, which grow while they empty.
   */
  function drainedShare(from: number, to: number): number {
    let asked = 0;
    for (let k = from; k < to; k++) asked += volumeCm3[k]! * capacityPerCm[k]! * changeCm[k]!;
    if (drained(from, to, 1) >= MOST_OVERSHOT * asked) return 1;
    let low = LEAST_SHARE;
    let high = 1;
    while (high > SHARE_ACCURACY * low) {
      const middle = Math.sqrt(low * high);
      if (drained(from, to, middle) >= asked) low = middle;
      else high = middle;
    }
    return low;
  }

  /** What nodes hold more once they have gone a share of their way. [cm³] */
  function drained(from: number, to: number, share: number): number {
    let sum = 0;
    for (let k = from; k < to; k++)
      if (volumeCm3[k]! > 0)
        sum += volumeCm3[k]! * (curveOf[k]!.waterContentAt(psiCm[k]! + share * changeCm[k]!) - theta[k]!);
    return sum;
  }

  /**
   * A node's next head, by the change Newton's method asks for, kept to what its curve can mean. Cells that are nearly
   * full and drain are not asked about: see drainedShare.
   */
  function updated(i: number, delta: number): number {
    const now = psiCm[i]!;
    const next = now + delta;
    const table = tableOf[i]!;
    const curve = curveOf[i]!;
    if (isInterface[i] !== 0) {
      const most = 2 * Math.abs(now) + 2;
      return now + Math.min(Math.max(delta, -most), most);
    }
    const near = firstEmptiedPsiCm[i]!;
    if (now >= -KINK_CM) return next;
    const thetaNow = theta[i]!;
    const asked = capacityPerCm[i]! * delta;
    if (delta > 0) {
      // The curves have a kink at saturation: a cell that fills stops on its dry side before it crosses, where the
      // slopes are those of the curve.
      if (thetaNow + asked >= table.thetaS) return now < near ? near : Math.min(next, -KINK_CM / 2);
      return asked > SMALL_CHANGE || next > now / 2 ? Math.min(curve.psiAtTheta(thetaNow + asked), -KINK_CM / 2) : next;
    }
    const driest = now * SUCTION_GROWTH;
    const least = Math.max(thetaNow + asked, table.thetaR + KEPT_SHARE * (thetaNow - table.thetaR));
    if (asked < -SMALL_CHANGE) return Math.max(curve.psiAtTheta(least), driest);
    return Math.max(
      curve.waterContentAt(next) < least - MOST_EXTRA_DRYING ? curve.psiAtTheta(least - MOST_EXTRA_DRYING) : next,
      driest,
    );
  }

  return move;
}
