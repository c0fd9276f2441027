import { hydraulicValues, type HydraulicTable } from "../hydraulics/table";
import type { Column } from "./column";
import { fittedFlux } from "./fitted-flux";
import { solveTridiagonal } from "./tridiagonal";

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
  evaluate(psiCm: number, kCmPerHour: number, kSlope: number, lnK: number, lnKSlope: number): void;
  inCm3PerHour: number;
  slope: number;
  runoffCm3PerHour: number;
  /**
   * For an end with water of its own: a stage of a step begins, and a step's stages are done (false: it went too far
   * and is tried again shorter).
   */
  beginStage?(stage: 1 | 2, stepHours: number): void;
  endStep?(): boolean;
  accept?(): void;
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

export type NewtonSettings = { readonly toleranceTheta: number; readonly mostIterations: number };
export const DEFAULT_NEWTON: NewtonSettings = { toleranceTheta: 1e-5, mostIterations: 14 };

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
 * From the kink a cell goes no further into suction in one update, and from there its suction grows by the factor at
 * most. [cm]
 */
const FIRST_SUCTION_CM = 1e-3;
const SUCTION_GROWTH = 8;

/**
 * What Newton's method left over in a step enters the next in full over this time, and in part over a shorter one:
 * pressed in at once it would be a jolt. [h]
 */
const LEFTOVER_HOURS = 0.01;

export type Richards = {
  readonly nodes: number;
  /** Heads and water contents of the cells, bottom to top. */
  readonly psiCm: Float64Array;
  readonly theta: Float64Array;
  /** Flows through the ends over the last step, into the column, and the runoff. [cm³] */
  bottomInCm3: number;
  topInCm3: number;
  runoffCm3: number;
  uptakeCm3: number;
  /** Largest estimated error of the last step in any cell. [m³/m³] */
  errorTheta: number;
  iterations: number;
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
  storedCm3(): number;
};

/** @param tables those of the column's layers, in their order */
export function createRichards(
  column: Column,
  tables: readonly HydraulicTable[],
  bottom: EndFlow,
  top: EndFlow,
  newton: NewtonSettings = DEFAULT_NEWTON,
  uptake?: Uptake,
): Richards {
  const cells = column.zCm.length;
  const nodes = cells + column.layers.length - 1;
  const firstEmptiedPsi = Float64Array.from(tables, ({ thetaS, thetaR, psiAtTheta }) =>
    psiAtTheta(thetaS - FIRST_EMPTIED * (thetaS - thetaR)),
  );

  // Fixed by the grid. Face f joins nodes f and f+1 inside one layer.
  const array = (): Float64Array => new Float64Array(nodes);
  const layerOf = new Int32Array(nodes);
  const isInterface = new Uint8Array(nodes);
  const cellOf = new Int32Array(nodes);
  const volume = array();
  const scale = array();
  const faceLength = array();
  const faceArea = array();
  const firstNode = new Int32Array(column.layers.length + 1);
  let node = 0;
  column.layers.forEach(({ bottomCm, topCm, areaCm2, firstCell, cellCount }, layer) => {
    const dz = (topCm - bottomCm) / cellCount;
    firstNode[layer] = node;
    for (let i = 0; i < cellCount; i++, node++) {
      layerOf[node] = layer;
      cellOf[node] = firstCell + i;
      volume[node] = scale[node] = areaCm2 * dz;
      faceArea[node] = areaCm2;
      faceLength[node] = i + 1 === cellCount ? dz / 2 : dz;
    }
    if (layer + 1 === column.layers.length) return;
    const next = column.layers[layer + 1]!;
    const nextDz = (next.topCm - next.bottomCm) / next.cellCount;
    layerOf[node] = layer;
    isInterface[node] = 1;
    scale[node] = Math.min(areaCm2 * dz, next.areaCm2 * nextDz);
    faceArea[node] = next.areaCm2;
    faceLength[node] = nextDz / 2;
    node++;
  });
  firstNode[column.layers.length] = nodes;

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
  const values = hydraulicValues(nodes);
  const { theta: curveTheta, capacity, k, kSlope, lnK, lnKSlope } = values;
  // an interface as the foot of the layer above; at the other nodes not used
  const foot = hydraulicValues(nodes);
  const net = array();
  const lower = array();
  const diagonal = array();
  const upper = array();
  const change = array();
  /** No head is followed further into dryness than this. */
  const driestPsi = array();
  const probe = new Float64Array(1);
  const probed = hydraulicValues(1);
  const flux = new Float64Array(3);

  /** Water content at one head, off the loop. */
  function thetaAt(table: HydraulicTable, psiCm: number): number {
    probe[0] = psiCm;
    table.lookUp(probe, 0, 1, probed);
    return probed.theta[0]!;
  }

  const stress = new Float64Array(2);
  /** What roots take at the trial heads. [cm³/h] */
  let taken = 0;
  let slopeKnown = false;
  let lastHours = 0;
  let triedHours = 0;

  /**
   * Net inflow of every node at the trial heads [cm³/h] and, in the three diagonals, its slopes by them [cm³/h per cm].
   */
  function evaluate(): void {
    for (let layer = 0; layer < tables.length; layer++) {
      const from = firstNode[layer]!;
      if (layer > 0) tables[layer]!.lookUp(trial, from - 1, from, foot);
      tables[layer]!.lookUp(trial, from, firstNode[layer + 1]!, values);
    }
    bottom.evaluate(trial[0]!, k[0]!, kSlope[0]!, lnK[0]!, lnKSlope[0]!);
    net[0] = bottom.inCm3PerHour;
    diagonal[0] = bottom.slope;
    for (let i = 0; i + 1 < nodes; i++) {
      const below = isInterface[i] === 0 ? values : foot;
      fittedFlux(
        trial[i]!,
        below.k[i]!,
        below.kSlope[i]!,
        below.lnK[i]!,
        below.lnKSlope[i]!,
        trial[i + 1]!,
        k[i + 1]!,
        kSlope[i + 1]!,
        lnK[i + 1]!,
        lnKSlope[i + 1]!,
        faceLength[i]!,
        flux,
      );
      const area = faceArea[i]!;
      net[i]! -= area * flux[0]!;
      diagonal[i]! -= area * flux[1]!;
      upper[i] = -area * flux[2]!;
      net[i + 1] = area * flux[0]!;
      lower[i + 1] = area * flux[1]!;
      diagonal[i + 1] = area * flux[2]!;
    }
    const last = nodes - 1;
    top.evaluate(trial[last]!, k[last]!, kSlope[last]!, lnK[last]!, lnKSlope[last]!);
    net[last]! += top.inCm3PerHour;
    diagonal[last]! += top.slope;
    if (uptake && uptake.askCm3PerHour > 0) takeUp(uptake);
  }

  function takeUp({ share, askCm3PerHour, stress: stressAt }: Uptake): void {
    taken = 0;
    for (let i = 0; i < nodes; i++) {
      const asked = isInterface[i] === 0 ? askCm3PerHour * share[cellOf[i]!]! : 0;
      if (asked === 0) continue;
      stressAt(trial[i]!, stress);
      // a coarse medium runs out of water long before its suction says so
      const film = (curveTheta[i]! - tables[layerOf[i]!]!.thetaR) / UPTAKE_FILM;
      const left = Math.min(1, Math.max(0, film));
      const given = asked * stress[0]! * left;
      taken += given;
      net[i]! -= given;
      // where more water means less uptake the slope would work against the matrix; it is small there, and left out
      diagonal[i]! -=
        asked * (Math.max(0, stress[1]!) * left + (film < 1 ? (stress[0]! * capacity[i]!) / UPTAKE_FILM : 0));
    }
  }

  /**
   * Solves theta(psi) = base + hours·net/volume for the trial heads, which hold the first guess; interfaces have no
   * theta and must only pass on what they get. Leaves `net` at the solution. False when it does not converge.
   */
  function solveStage(hours: number): boolean {
    keepInterfacesBetween();
    for (let iteration = 0; ; iteration++) {
      evaluate();
      let worst = 0;
      for (let i = 0; i < nodes; i++) {
        const v = volume[i]!;
        const residual = v * (base[i]! - curveTheta[i]!) + hours * net[i]!;
        change[i] = residual;
        const error = Math.abs(residual) / scale[i]!;
        if (!(error <= worst)) worst = error;
      }
      if (worst <= newton.toleranceTheta) return true;
      if (iteration === newton.mostIterations || worst !== worst) return false;
      for (let i = 0; i < nodes; i++) {
        // where theta is constant up to an air entry, the specific storage keeps the matrix regular
        const flat = capacity[i]! < column.specificStoragePerCm && trial[i]! > firstEmptiedPsi[layerOf[i]!]!;
        if (flat) capacity[i] = column.specificStoragePerCm;
        else if (capacity[i]! < LEAST_CAPACITY_PER_CM) capacity[i] = LEAST_CAPACITY_PER_CM;
        diagonal[i] = volume[i]! * capacity[i]! - hours * diagonal[i]!;
        lower[i]! *= -hours;
        upper[i]! *= -hours;
      }
      if (!solveTridiagonal(lower, diagonal, upper, change)) return false;
      richards.iterations++;
      for (let i = 0; i < nodes; i++) trial[i] = Math.max(updated(i, change[i]!), driestPsi[i]!);
    }
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

  /** A node's next head, by the change Newton's method asks for, kept to what its curve can mean. */
  function updated(i: number, delta: number): number {
    const now = trial[i]!;
    const next = now + delta;
    const table = tables[layerOf[i]!]!;
    if (isInterface[i] !== 0) {
      const most = 2 * Math.abs(now) + 2;
      return now + Math.min(Math.max(delta, -most), most);
    }
    const near = firstEmptiedPsi[layerOf[i]!]!;
    // The curves have a kink at saturation: a cell stops on its dry side, where the slopes are those of the curve,
    // before it crosses.
    if (now >= -KINK_CM) return next < 0 ? Math.max(next, now > 0 ? -KINK_CM / 2 : -FIRST_SUCTION_CM) : next;
    const thetaNow = curveTheta[i]!;
    const asked = capacity[i]! * delta;
    if (delta > 0) {
      if (thetaNow + asked >= table.thetaS) return now < near ? near : Math.min(next, -KINK_CM / 2);
      return asked > SMALL_CHANGE || next > now / 2 ? Math.min(table.psiAtTheta(thetaNow + asked), -KINK_CM / 2) : next;
    }
    // suction grows by a factor at most, near saturation and where a curve has run out alike
    const driest = now * SUCTION_GROWTH;
    if (now > near || (next > driest && next > near)) return Math.max(next, driest);
    const least = Math.max(thetaNow + asked, table.thetaR + KEPT_SHARE * (thetaNow - table.thetaR));
    if (asked < -SMALL_CHANGE) return Math.max(table.psiAtTheta(least), driest);
    return Math.max(
      thetaAt(table, next) < least - MOST_EXTRA_DRYING ? table.psiAtTheta(least - MOST_EXTRA_DRYING) : next,
      driest,
    );
  }

  /** A first guess for a head that was `now`: where it is heading, but no further than the curve bends. */
  const guess = (now: number, heading: number): number =>
    now < 0 ? Math.min(Math.max(heading, 1.5 * now), 0.5 * now) : now;

  const richards: Richards = {
    nodes,
    psiCm: new Float64Array(cells),
    theta: new Float64Array(cells),
    bottomInCm3: 0,
    topInCm3: 0,
    runoffCm3: 0,
    uptakeCm3: 0,
    errorTheta: 0,
    iterations: 0,

    setState(psiCm) {
      for (let i = 0; i < nodes; i++) {
        // an interface starts between its two cells, and finds its own head in the first step
        psi[i] = isInterface[i] === 0 ? psiCm[cellOf[i]!]! : (psiCm[cellOf[i - 1]!]! + psiCm[cellOf[i + 1]!]!) / 2;
        driestPsi[i] = Math.min(tables[layerOf[i]!]!.driestPsiCm, psi[i]!);
        theta[i] = settledTheta[i] = thetaAt(tables[layerOf[i]!]!, psi[i]!);
      }
      slopeKnown = false;
      copyOut();
    },

    tryStep(hours) {
      triedHours = hours;
      taken = 0;
      bottom.beginStage?.(1, hours);
      // stage 1, from the present heads carried on a little the way they went
      const ahead = slopeKnown && lastHours > 0 ? Math.min(1, (SDIRK_GAMMA * hours) / lastHours) : 0;
      for (let i = 0; i < nodes; i++) {
        base[i] = theta[i]! - (theta[i]! - settledTheta[i]!) * (1 - Math.min(1, hours / LEFTOVER_HOURS));
        const carried = psi[i]! + ahead * (psi[i]! - previousPsi[i]!);
        trial[i] = guess(psi[i]!, carried);
      }
      if (!solveStage(SDIRK_GAMMA * hours)) return false;
      net1.set(net);
      const [bottom1, top1, runoff1, taken1] = [bottom.inCm3PerHour, top.inCm3PerHour, top.runoffCm3PerHour, taken];
      bottom.beginStage?.(2, hours);
      const early = (1 - SDIRK_GAMMA) * hours;
      for (let i = 0; i < nodes; i++) {
        if (volume[i]! > 0) base[i]! += (early * net1[i]!) / volume[i]!;
        trial[i] = guess(trial[i]!, trial[i]! + STAGE_AHEAD * (trial[i]! - psi[i]!));
      }
      if (!solveStage(SDIRK_GAMMA * hours)) return false;
      if (bottom.endStep?.() === false) return false;
      net2.set(net);
      richards.bottomInCm3 = early * bottom1 + SDIRK_GAMMA * hours * bottom.inCm3PerHour;
      richards.topInCm3 = early * top1 + SDIRK_GAMMA * hours * top.inCm3PerHour;
      richards.runoffCm3 = early * runoff1 + SDIRK_GAMMA * hours * top.runoffCm3PerHour;
      richards.uptakeCm3 = early * taken1 + SDIRK_GAMMA * hours * taken;
      // y‴ from the second difference of the inflow over 0, gamma and 1; without a past, y″ from the two stages
      let worst = 0;
      for (let i = 0; i < nodes; i++) {
        const v = volume[i]!;
        if (v === 0) {
          // what an interface was left with belongs to a cell: the one below
          stageTheta[i - 1]! += (early * net1[i]! + SDIRK_GAMMA * hours * net2[i]!) / volume[i - 1]!;
          continue;
        }
        stageTheta[i] = theta[i]! + (early * net1[i]! + SDIRK_GAMMA * hours * net2[i]!) / v;
        const late = (net2[i]! - net1[i]!) / (1 - SDIRK_GAMMA);
        const error = slopeKnown
          ? (2 * ERROR_CONSTANT * hours * Math.abs(late - (net1[i]! - netBefore[i]!) / SDIRK_GAMMA)) / v
          : (ERROR_CONSTANT * hours * Math.abs(late)) / v;
        if (error > worst) worst = error;
      }
      richards.errorTheta = worst;
      return true;
    },

    accept() {
      bottom.accept?.();
      previousPsi.set(psi);
      psi.set(trial);
      theta.set(stageTheta);
      settledTheta.set(curveTheta);
      netBefore.set(net2);
      lastHours = triedHours;
      slopeKnown = true;
      copyOut();
    },

    forgetSlope() {
      slopeKnown = false;
    },

    storedCm3() {
      let sum = 0;
      for (let i = 0; i < nodes; i++) sum += volume[i]! * theta[i]!;
      return sum;
    },
  };

  function copyOut(): void {
    for (let i = 0; i < nodes; i++) {
      if (isInterface[i] !== 0) continue;
      richards.psiCm[cellOf[i]!] = psi[i]!;
      richards.theta[cellOf[i]!] = theta[i]!;
    }
  }

  return richards;
}
