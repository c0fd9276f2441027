import { hydraulicValues, SEGMENT_SHIFT, SEGMENT_STRIDE, type HydraulicTable } from "../hydraulics/table";
import { layerAreaAtCm2, type Column } from "./column";
import { correctFarApart, EVEN_X, ONE_SLOPE_LN_K, oneOverExpm1, SAME_PSI_CM } from "./fitted-flux";

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

export const SDIRK_GAMMA = 1 - Math.SQRT1_2;
/** |R(z) − e^z| / |z|³ of the method as z → 0: its local error is this times dt³·y‴. */
const ERROR_CONSTANT = 3 * SDIRK_GAMMA ** 2 - 2 * SDIRK_GAMMA ** 3 - 1 / 6;

/** From stage 1 to stage 2, in steps of the way to stage 1. */
const STAGE_AHEAD = (1 - SDIRK_GAMMA) / SDIRK_GAMMA;

/** A stage that takes more iterations than this is tried again in a shorter step. */
const MOST_ITERATIONS = 14;

/** Newton's updates: changes of theta up to this are taken in psi, larger ones in theta (Forsyth et al. 1995). */
const SMALL_CHANGE = 0.01;
/** A cell dries by no more than this, beyond what its slope says, in one update. */
const MOST_EXTRA_DRYING = 0.05;
/**
 * Where a curve is flat to the last digit, a cell is taken to have this slope, so that what flows in still has
 * somewhere to go. [1/cm]
 */
const LEAST_CAPACITY_PER_CM = 1e-18;
/** Roots take the last of this much water above thetaR in proportion to what is left of it. [m³/m³] */
const UPTAKE_FILM = 1e-3;
/** The share of its drainable water a cell keeps in one update, however dry the slope says it should be. */
const KEPT_SHARE = 0.3;
/** A cell is nearly saturated while less than this share of its pores has emptied. */
const FIRST_EMPTIED = 0.01;
/** Nearer to saturation than this a cell counts as on the kink of its curves. [cm] */
const KINK_CM = 1e-5;
/**
 * In a full cell with less capacity than this a head moves by centimetres for next to no water: a first guess is not
 * taken there unless it is right by so many times more than elsewhere, or heads would stand still while water goes. Nor
 * is anything taken of an empty cell, or it would give in small steps what it does not have.
 */
const FLAT_CAPACITY_PER_CM = 1e-5;
const STRICTNESS = 1000;
/** How far nearly saturated cells drain in one update is looked for from this share of their way on, to this factor. */
const LEAST_SHARE = 1e-12;
/** They go all of it while that gives no more than this many times the water asked: the next update takes it back. */
const MOST_OVERSHOT = 1.6;
const SHARE_ACCURACY = 1.02;
/** Where a curve has run out suction grows by this factor at most in one update. */
const SUCTION_GROWTH = 8;

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
  /** Largest estimated error of the last step in any cell. [m³/m³] */
  errorTheta: number;
  iterations: number;
  /** The cells at the ends as they are, and in the step last tried, taken or not. */
  readonly endCells: EndCells;
  readonly triedEndCells: EndCells;
  /** Starts from a state. */
  setState(psiCm: Float64Array): void;
  /**
   * Tries a step; false leaves the state as it was. The state after a true is taken by `accept`, or dropped by trying
   * again.
   */
  tryStep(hours: number): boolean;
  accept(): void;
  /** Says that the end flows have jumped: the last step tells nothing about the next. */
  forgetSlope(): void;
  /** Fills in heads and water contents of the cells, bottom to top. */
  copyState(psiCm: Float64Array, theta: Float64Array): void;
  storedCm3(): number;
};

/**
 * @param tables those of the column's layers, in their order
 * @param toleranceTheta what Newton's method may leave over in a cell [m³/m³]
 */
export function createRichards(
  column: Column,
  tables: readonly HydraulicTable[],
  bottom: EndFlow,
  top: EndFlow,
  toleranceTheta: number,
  sinks: readonly Uptake[] = [],
  sides: readonly SideFlow[] = [],
): Richards {
  // the loop reads its own constants: those of another module are looked up each time where modules are not bundled
  const [evenX, samePsiCm, oneSlopeLnK] = [EVEN_X, SAME_PSI_CM, ONE_SLOPE_LN_K];
  const [segmentShift, segmentStride] = [SEGMENT_SHIFT, SEGMENT_STRIDE];
  const [overExpm1, correctApart] = [oneOverExpm1, correctFarApart];
  const cells = column.zCm.length;
  const nodes = cells + column.layers.length - 1;

  // Fixed by the grid. Face f joins nodes f and f+1 inside one layer.
  const array = (): Float64Array => new Float64Array(nodes);
  const tableOf: HydraulicTable[] = [];
  const isInterface = new Uint8Array(nodes);
  const cellOf = new Int32Array(nodes);
  const volume = array();
  /** 1 / volume; 0 for an interface. */
  const perVolume = array();
  /** 1 / what a residual is measured by. */
  const perScale = array();
  const faceLength = array();
  const faceArea = array();
  const firstNode = new Int32Array(column.layers.length + 1);
  let node = 0;
  column.layers.forEach((prepared, layer) => {
    const { bottomCm, topCm, firstCell, cellCount } = prepared;
    const dz = (topCm - bottomCm) / cellCount;
    firstNode[layer] = node;
    for (let i = 0; i < cellCount; i++, node++) {
      tableOf[node] = tables[layer]!;
      cellOf[node] = firstCell + i;
      volume[node] = column.cellVolumeCm3[firstCell + i]!;
      perVolume[node] = perScale[node] = 1 / volume[node]!;
      faceLength[node] = i + 1 === cellCount ? dz / 2 : dz;
      // the area half way between the two nodes it joins
      faceArea[node] = layerAreaAtCm2(prepared, bottomCm + (i + 0.5) * dz + faceLength[node]! / 2);
    }
    if (layer + 1 === column.layers.length) return;
    const next = column.layers[layer + 1]!;
    const nextDz = (next.topCm - next.bottomCm) / next.cellCount;
    tableOf[node] = tables[layer]!;
    isInterface[node] = 1;
    perScale[node] = 1 / Math.min(volume[node - 1]!, column.cellVolumeCm3[next.firstCell]!);
    faceArea[node] = layerAreaAtCm2(next, next.bottomCm + nextDz / 4);
    faceLength[node] = nextDz / 2;
    node++;
  });
  firstNode[column.layers.length] = nodes;
  /** Above this head a node has hardly begun to empty. */
  const firstEmptiedPsi = array();
  tables.forEach(({ thetaS, thetaR, psiAtTheta }, layer) =>
    firstEmptiedPsi.fill(
      psiAtTheta(thetaS - FIRST_EMPTIED * (thetaS - thetaR)),
      firstNode[layer],
      firstNode[layer + 1],
    ),
  );

  // The state, and a step being tried: stage 1, stage 2.
  const psi = array();
  /**
   * Water content by what has flowed in and out, and by the curve at the head found: they differ by what Newton's
   * method left over.
   */
  const theta = array();
  const settledTheta = array();
  const previousPsi = array();
  const trial = array();
  const base = array();
  const stageTheta = array();
  const net1 = array();
  const net2 = array();
  const netBefore = array();
  // What one evaluation fills: at nodes, then at faces.
  const curveTheta = array();
  const capacity = array();
  // an interface as the foot of the layer above; at the other nodes not used
  const foot = hydraulicValues(nodes);
  const net = array();
  const lower = array();
  const diagonal = array();
  const upper = array();
  const change = array();
  /** With less water than this a cell has next to none to give. */
  const emptyTheta = array();
  /** No head is followed further into dryness than this. */
  const driestPsi = array();
  const flux = new Float64Array(3);
  const suction = new Float64Array(1);
  const suctionWords = new Uint32Array(suction.buffer);

  const stress = new Float64Array(2);
  const nodeOfCell = new Int32Array(cells);
  for (let i = 0; i < nodes; i++) if (isInterface[i] === 0) nodeOfCell[cellOf[i]!] = i;
  /** What each sink asks of every node, as a share. */
  const shareAtNode = sinks.map(({ share }) => {
    const atNode = array();
    share.forEach((one, cell) => (atNode[nodeOfCell[cell]!] = one));
    return atNode;
  });
  /** What the sinks take at the trial heads, and what stage 1 found. [cm³/h] */
  const taken = new Float64Array(sinks.length);
  const taken1 = new Float64Array(sinks.length);
  const sides1 = new Float64Array(sides.length);
  /** What a stage of the step being tried may leave over in a cell. [m³/m³] */
  let stageTolerance = toleranceTheta;
  let slopeKnown = false;
  let lastHours = 0;
  let triedHours = 0;

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
        table.lookUp(trial, from - 1, from, foot);
        kA = foot.k[from - 1]!;
        kSlopeA = foot.kSlope[from - 1]!;
        lnKA = foot.lnK[from - 1]!;
        slopeA = foot.lnKSlope[from - 1]!;
        phiA = foot.fluxPotential[from - 1]!;
      }
      for (let i = from; i < to; i++) {
        const psiB = trial[i]!;
        let kB = ksCmPerHour;
        let kSlopeB = 0;
        let lnKB = lnKs;
        let slopeB = 0;
        let phiB = table.saturatedPotential;
        if (psiB >= 0) {
          curveTheta[i] = thetaS + specificStoragePerCm * psiB;
          capacity[i] = specificStoragePerCm;
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
          curveTheta[i] = segments[at + 1]! + thetaSlope * past;
          capacity[i] = -thetaSlope;
          slopeB = -segments[at + 4]!;
          lnKB = segments[at + 3]! - slopeB * past;
          kSlopeB = -segments[at + 6]!;
          const kStart = segments[at + 5]!;
          kB = kStart - kSlopeB * past;
          phiB = segments[at + 7]! - (past * (kStart + kB)) / 2;
        }
        if (i === 0) {
          bottom.evaluate(psiB, kB, kSlopeB, lnKB, slopeB, phiB);
          net[0] = bottom.inCm3PerHour;
          diagonal[0] = bottom.slope;
        } else {
          // the fitted flux of fitted-flux.ts, from the node below: a call for each would take a tenth of the run
          const below = i - 1;
          const length = faceLength[below]!;
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
          const area = faceArea[below]!;
          net[below]! -= area * q;
          diagonal[below]! -= area * byA;
          upper[below] = -area * byB;
          net[i] = area * q;
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
    net[nodes - 1]! += top.inCm3PerHour;
    diagonal[nodes - 1]! += top.slope;
    for (const side of sides) flowIn(side);
    for (let s = 0; s < sinks.length; s++) {
      taken[s] = 0;
      if (sinks[s]!.askCm3PerHour > 0) takeUp(sinks[s]!, s);
    }
  }

  function flowIn(side: SideFlow): void {
    const i = nodeOfCell[side.cell]!;
    side.evaluate(trial[i]!);
    net[i]! += side.inCm3PerHour;
    diagonal[i]! += side.slope;
  }

  function takeUp(uptake: Uptake, sink: number): void {
    const share = shareAtNode[sink]!;
    for (let i = 0; i < nodes; i++) {
      if (share[i] === 0) continue;
      const asked = uptake.askCm3PerHour * share[i]!;
      uptake.stress(trial[i]!, stress);
      // a coarse medium runs out of water long before its suction says so
      const film = (curveTheta[i]! - tableOf[i]!.thetaR) / UPTAKE_FILM;
      const left = Math.min(1, Math.max(0, film));
      const given = asked * stress[0]! * left;
      taken[sink]! += given;
      net[i]! -= given;
      // where more water means less uptake the slope would work against the matrix; it is small there, and left out
      diagonal[i]! -=
        asked * (Math.max(0, stress[1]!) * left + (film < 1 ? (stress[0]! * capacity[i]!) / UPTAKE_FILM : 0));
    }
  }

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
      const v = volume[i]!;
      const residual = v * (base[i]! - curveTheta[i]!) + hours * net[i]!;
      const isNearlyFull = trial[i]! > firstEmptiedPsi[i]!;
      let cap = capacity[i]!;
      let error = Math.abs(residual) * perScale[i]!;
      if (curveTheta[i]! < emptyTheta[i]! || (isFirst && isNearlyFull && cap < FLAT_CAPACITY_PER_CM))
        error *= STRICTNESS;
      if (!(error <= worst)) worst = error;
      // where theta is constant up to an air entry, the specific storage keeps the matrix regular
      const least = isNearlyFull ? column.specificStoragePerCm : LEAST_CAPACITY_PER_CM;
      if (cap < least) capacity[i] = cap = least;
      const factor = (-hours * lower[i]!) / pivot;
      pivot = v * cap - hours * diagonal[i]! - factor * upperBelow;
      changeBelow = residual - factor * changeBelow;
      upperBelow = upper[i]! *= -hours;
      diagonal[i] = pivot;
      change[i] = changeBelow;
    }
    return worst;
  }

  /** The way down: turns the eliminated rows into the changes of the heads. False when there are none. */
  function substitute(): boolean {
    let above = (change[nodes - 1]! /= diagonal[nodes - 1]!);
    for (let i = nodes - 2; i >= 0; i--) change[i] = above = (change[i]! - upper[i]! * above) / diagonal[i]!;
    // what is no number anywhere is none below it either
    return Number.isFinite(above);
  }

  /**
   * Solves theta(psi) = base + hours·net/volume for the trial heads, which hold the first guess; interfaces have no
   * theta and must only pass on what they get. Leaves `net` at the solution. False when it does not converge.
   */
  function solveStage(hours: number): boolean {
    keepInterfacesBetween();
    for (let iteration = 0; ; iteration++) {
      evaluate();
      const worst = eliminate(hours, iteration === 0);
      if (worst <= stageTolerance) return true;
      if (iteration === MOST_ITERATIONS || worst !== worst) return false;
      if (!substitute()) return false;
      richards.iterations++;
      move();
    }
  }

  /** Moves the trial heads by the changes Newton's method asks for, as far as each curve lets it. */
  function move(): void {
    let i = 0;
    while (i < nodes) {
      const from = i;
      while (i < nodes && change[i]! < 0 && trial[i]! > firstEmptiedPsi[i]!) i++;
      if (i > from) {
        const share = drainedShare(from, i);
        for (let k = from; k < i; k++) trial[k] = Math.max(trial[k]! + share * change[k]!, driestPsi[k]!);
      } else {
        trial[i] = Math.max(updated(i, change[i]!), driestPsi[i]!);
        i++;
      }
    }
  }

  /**
   * Nodes that have hardly begun to empty, one on another, drain as one body of water: held back one by one they would
   * lose the differences between their heads, which are what moves it. All go the same share of their way, as far as
   * they give the water that their slopes promised, which grow while they empty.
   */
  function drainedShare(from: number, to: number): number {
    let asked = 0;
    for (let k = from; k < to; k++) asked += volume[k]! * capacity[k]! * change[k]!;
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
      if (volume[k]! > 0)
        sum += volume[k]! * (tableOf[k]!.waterContentAt(trial[k]! + share * change[k]!) - curveTheta[k]!);
    return sum;
  }

  /**
   * Water flows down the hydraulic head on both sides of an interface, so the head there lies between those of its two
   * cells. Newton's method may pass beyond on its way; a stage starts within, or an interface where both sides hardly
   * conduct would run away step by step.
   */
  function keepInterfacesBetween(): void {
    for (let layer = 1; layer < tables.length; layer++) {
      const i = firstNode[layer]! - 1;
      const below = trial[i - 1]! - faceLength[i - 1]!;
      const above = trial[i + 1]! + faceLength[i]!;
      trial[i] = Math.min(Math.max(trial[i]!, Math.min(below, above)), Math.max(below, above));
    }
  }

  /**
   * A node's next head, by the change Newton's method asks for, kept to what its curve can mean. Cells that are nearly
   * full and drain are not asked about: see drainedShare.
   */
  function updated(i: number, delta: number): number {
    const now = trial[i]!;
    const next = now + delta;
    const table = tableOf[i]!;
    if (isInterface[i] !== 0) {
      const most = 2 * Math.abs(now) + 2;
      return now + Math.min(Math.max(delta, -most), most);
    }
    const near = firstEmptiedPsi[i]!;
    if (now >= -KINK_CM) return next;
    const thetaNow = curveTheta[i]!;
    const asked = capacity[i]! * delta;
    if (delta > 0) {
      // The curves have a kink at saturation: a cell that fills stops on its dry side before it crosses, where the
      // slopes are those of the curve.
      if (thetaNow + asked >= table.thetaS) return now < near ? near : Math.min(next, -KINK_CM / 2);
      return asked > SMALL_CHANGE || next > now / 2 ? Math.min(table.psiAtTheta(thetaNow + asked), -KINK_CM / 2) : next;
    }
    const driest = now * SUCTION_GROWTH;
    const least = Math.max(thetaNow + asked, table.thetaR + KEPT_SHARE * (thetaNow - table.thetaR));
    if (asked < -SMALL_CHANGE) return Math.max(table.psiAtTheta(least), driest);
    return Math.max(
      table.waterContentAt(next) < least - MOST_EXTRA_DRYING ? table.psiAtTheta(least - MOST_EXTRA_DRYING) : next,
      driest,
    );
  }

  /** A first guess for a head that was `now`: where it is heading, but no further than the curve bends. */
  const guess = (i: number, now: number, heading: number): number =>
    now < 0 ? Math.max(Math.min(Math.max(heading, 1.5 * now), 0.5 * now), driestPsi[i]!) : now;

  const endCells = (heads: Float64Array, contents: Float64Array): EndCells => ({
    bottomPsiCm: heads[0]!,
    topPsiCm: heads[nodes - 1]!,
    bottomIsEmpty: contents[0]! < emptyTheta[0]!,
    topIsEmpty: contents[nodes - 1]! < emptyTheta[nodes - 1]!,
  });

  const richards: Richards = {
    bottomInCm3: 0,
    topInCm3: 0,
    runoffCm3: 0,
    uptakeCm3: new Float64Array(sinks.length),
    sidesInCm3: new Float64Array(sides.length),
    errorTheta: 0,
    iterations: 0,
    get endCells() {
      return endCells(psi, settledTheta);
    },
    get triedEndCells() {
      return endCells(trial, curveTheta);
    },

    setState(psiCm) {
      for (let i = 0; i < nodes; i++) {
        // an interface starts between its two cells, and finds its own head in the first step
        psi[i] = isInterface[i] === 0 ? psiCm[cellOf[i]!]! : (psiCm[cellOf[i - 1]!]! + psiCm[cellOf[i + 1]!]!) / 2;
        driestPsi[i] = Math.min(tableOf[i]!.driestPsiCm, psi[i]!);
        emptyTheta[i] = tableOf[i]!.thetaR + MOST_OFF_CURVE;
        theta[i] = settledTheta[i] = tableOf[i]!.waterContentAt(psi[i]!);
      }
      slopeKnown = false;
    },

    tryStep(hours) {
      triedHours = hours;
      // in short steps left-overs add up before they are pressed in, so each may be but a part
      stageTolerance = toleranceTheta * Math.min(1, Math.max(LEAST_TOLERANCE_SHARE, hours / LEFTOVER_HOURS));
      bottom.beginStage?.(1, hours);
      top.beginStage?.(1, hours);
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
      if (!solveStage(SDIRK_GAMMA * hours)) return false;
      net1.set(net);
      const bottom1 = bottom.inCm3PerHour;
      const top1 = top.inCm3PerHour;
      const runoff1 = top.runoffCm3PerHour;
      taken1.set(taken);
      for (let s = 0; s < sides.length; s++) sides1[s] = sides[s]!.inCm3PerHour;
      bottom.beginStage?.(2, hours);
      top.beginStage?.(2, hours);
      const early = (1 - SDIRK_GAMMA) * hours;
      for (let i = 0; i < nodes; i++) {
        base[i]! += early * net1[i]! * perVolume[i]!;
        trial[i] = guess(i, trial[i]!, trial[i]! + STAGE_AHEAD * (trial[i]! - psi[i]!));
      }
      if (!solveStage(SDIRK_GAMMA * hours)) return false;
      net2.set(net);
      richards.bottomInCm3 = early * bottom1 + SDIRK_GAMMA * hours * bottom.inCm3PerHour;
      richards.topInCm3 = early * top1 + SDIRK_GAMMA * hours * top.inCm3PerHour;
      richards.runoffCm3 = early * runoff1 + SDIRK_GAMMA * hours * top.runoffCm3PerHour;
      for (let s = 0; s < sinks.length; s++)
        richards.uptakeCm3[s] = early * taken1[s]! + SDIRK_GAMMA * hours * taken[s]!;
      for (let s = 0; s < sides.length; s++)
        richards.sidesInCm3[s] = early * sides1[s]! + SDIRK_GAMMA * hours * sides[s]!.inCm3PerHour;
      // y‴ from the second difference of the inflow over 0, gamma and 1; without a past, y″ from the two stages
      const late = SDIRK_GAMMA * hours;
      const past = slopeKnown ? 1 / SDIRK_GAMMA : 0;
      const errorFactor = (slopeKnown ? 2 : 1) * ERROR_CONSTANT * hours;
      let worst = 0;
      let worstOff = 0;
      for (let i = 0; i < nodes; i++) {
        const flowed = early * net1[i]! + late * net2[i]!;
        const perV = perVolume[i]!;
        if (perV === 0) {
          // what an interface was left with belongs to a cell: the one below
          stageTheta[i - 1]! += flowed * perVolume[i - 1]!;
          worstOff = Math.max(worstOff, Math.abs(stageTheta[i - 1]! - curveTheta[i - 1]!));
          continue;
        }
        stageTheta[i] = theta[i]! + flowed * perV;
        const off = Math.abs(stageTheta[i]! - curveTheta[i]!);
        if (!(off <= worstOff)) worstOff = off;
        const bend = (net2[i]! - net1[i]!) / (1 - SDIRK_GAMMA) - (net1[i]! - netBefore[i]!) * past;
        const error = Math.abs(bend) * perV;
        if (error > worst) worst = error;
      }
      richards.errorTheta = errorFactor * worst;
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
      slopeKnown = true;
    },

    forgetSlope() {
      slopeKnown = false;
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
      for (let i = 0; i < nodes; i++) sum += volume[i]! * theta[i]!;
      return sum;
    },
  };

  return richards;
}
