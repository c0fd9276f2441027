import { hydraulicValues, type HydraulicTable, type HydraulicValues } from "../hydraulics/table";
import type { Column } from "./column";
import type { EndMedia } from "./ends";

/**
 * What every cell of a column remembers of how it dried and wetted, and what its medium is therefore at a head: the
 * scanning curves of hydraulics/scanning.ts on the solver's tables. Within a step a cell follows its present curve as
 * long as it goes on as it went, and turns where the step began once it goes back; what it turned at is kept when the
 * step is taken. Conductivity goes by water content: it is that of the main drying curve at the suction at which that
 * curve holds as much.
 */
export type CellMemory = {
  /**
   * What the medium of a cell is at a head, put in a place of the values: as `HydraulicTable.lookUp`, slopes by the head.
   * The flux potential is that of the main drying curve, over its own head.
   */
  lookUp(cell: number, psiCm: number, out: HydraulicValues, place: number): void;
  /** Of the last look-up: the head of the main drying curve that holds as much, and d(psi) by it. */
  readonly mainPsiCm: number;
  readonly perMain: number;
  waterContentAt(cell: number, psiCm: number): number;
  /** The head at which a cell holds a water content. */
  psiAtTheta(cell: number, theta: number): number;
  /** Above this head a cell has hardly begun to empty, were it full. */
  firstEmptiedPsiCm(cell: number): number;
  /** Head of the main wetting curve by that of the drying one that holds as much: 1 over its factor. */
  wettingPer(cell: number): number;
  /** A step was taken to these heads, by cell. */
  accept(psiCm: Float64Array): void;
  /** What a cell remembers: with its head, what it takes to begin with it. */
  historyOf(cell: number): CellHistory;
};

/**
 * How a cell came to where it is: the main curve it was on, and the heads at which it has turned since, in their order.
 */
export type CellHistory = { readonly branch: "drying" | "wetting"; readonly turnsPsiCm: readonly number[] };

/** Of all cells, of each layer's, or of each: as many as there are of them. */
export type Beginning = CellHistory | readonly CellHistory[];

export const DEFAULT_TURN_THETA = 1e-6;

/** A cell keeps so many turns; what turns further in is on one curve there and back. */
const MOST_TURNS = 18;
const DRYING = 0;
const WETTING = 1;
/** A cell is nearly saturated while less than this share of its pores has emptied. */
const FIRST_EMPTIED = 0.01;

/**
 * @param tables those of the column's layers
 * @param factors by layer: the main wetting curve is the drying one at so many times the suction
 * @param startPsiCm by cell
 * @param turnTheta a cell that has gone back by less has not turned [m³/m³]
 */
export function cellMemory(
  column: Column,
  tables: readonly HydraulicTable[],
  factors: readonly number[],
  beginning: Beginning,
  startPsiCm: Float64Array,
  turnTheta = DEFAULT_TURN_THETA,
): CellMemory {
  const cells = column.zCm.length;
  const layerOf = new Int32Array(cells);
  column.layers.forEach(({ firstCell, cellCount }, layer) => layerOf.fill(layer, firstCell, firstCell + cellCount));

  // each cell's turns, outermost first, and how it goes on from the last of them
  const depth = new Uint8Array(cells);
  const direction = new Uint8Array(cells);
  const turnSuction = new Float64Array(cells * MOST_TURNS);
  const turnThetas = new Float64Array(cells * MOST_TURNS);
  const suction = new Float64Array(cells);
  const theta = new Float64Array(cells);
  // the curve on which a cell goes on and the one on which it goes back: theta = shift + scale · main(times · suction),
  // as far as the suction it leads to
  const curve = { shift: 0, scale: 1, times: 1 };
  const on = curves(cells);
  const back = curves(cells);
  // where each cell's water content was last found on its main drying curve
  const nearTheta = new Int32Array(cells);
  const one = new Float64Array(1);
  const values = hydraulicValues(1);

  const tableOf = (cell: number): HydraulicTable => tables[layerOf[cell]!]!;
  const timesOf = (cell: number, way: number): number => (way === WETTING ? factors[layerOf[cell]!]! : 1);
  const mainTheta = (cell: number, way: number, suctionCm: number): number =>
    suctionCm === Infinity ? tableOf(cell).thetaR : tableOf(cell).waterContentAt(-timesOf(cell, way) * suctionCm);

  /** Puts the curve between two points in `curve`. */
  function between(cell: number, way: number, fromCm: number, from: number, toCm: number, to: number): void {
    curve.times = timesOf(cell, way);
    const mainTo = mainTheta(cell, way, toCm);
    const reach = mainTheta(cell, way, fromCm) - mainTo;
    curve.scale = reach === 0 ? 1 : (from - to) / reach;
    curve.shift = to - curve.scale * mainTo;
    // what is all of the main curve is it to the last digit
    if (Math.abs(curve.scale - 1) < 1e-13 && Math.abs(curve.shift) < 1e-13) {
      curve.scale = 1;
      curve.shift = 0;
    }
  }

  /** The last turn from which a cell that goes this way comes, once it has passed those it was led to on its way. */
  function comingFrom(cell: number, way: number, last: number, suctionCm: number): number {
    const first = cell * MOST_TURNS;
    let from = last;
    while (from >= 2) {
      const at = turnSuction[first + from - 1]!;
      if (way === DRYING ? suctionCm <= at : suctionCm >= at) break;
      from -= 2;
    }
    return from;
  }

  /** Puts the curve on which a cell is at a suction in `curve`. */
  function curveAt(cell: number, suctionCm: number): void {
    const way = suctionCm > suction[cell]! ? DRYING : suctionCm < suction[cell]! ? WETTING : direction[cell]!;
    const first = cell * MOST_TURNS;
    let last = depth[cell]! - 1;
    if (way !== direction[cell]! && depth[cell]! < MOST_TURNS) {
      last++;
      turnSuction[first + last] = suction[cell]!;
      turnThetas[first + last] = theta[cell]!;
    }
    const from = first + comingFrom(cell, way, last, suctionCm);
    between(cell, way, turnSuction[from]!, turnThetas[from]!, turnSuction[from - 1]!, turnThetas[from - 1]!);
  }

  /** Keeps both curves of a cell for the next step. */
  function keepCurves(cell: number): void {
    const way = direction[cell]!;
    const first = cell * MOST_TURNS;
    const last = depth[cell]! - 1;
    const from = first + last;
    between(cell, way, turnSuction[from]!, turnThetas[from]!, turnSuction[from - 1]!, turnThetas[from - 1]!);
    keep(on, cell, turnSuction[from - 1]!);
    if (depth[cell]! >= MOST_TURNS) return keep(back, cell, way === DRYING ? 0 : Infinity);
    between(cell, 1 - way, suction[cell]!, theta[cell]!, turnSuction[from]!, turnThetas[from]!);
    keep(back, cell, turnSuction[from]!);
  }

  function keep(kept: Curves, cell: number, leadsToCm: number): void {
    kept.shift[cell] = curve.shift;
    kept.scale[cell] = curve.scale;
    kept.times[cell] = curve.times;
    kept.leadsToCm[cell] = leadsToCm;
  }

  /** Puts the curve of a cell at a suction in `curve`, from what is kept where that reaches. */
  function find(cell: number, suctionCm: number): void {
    const dries = suctionCm > suction[cell]!;
    const goesOn = suctionCm === suction[cell]! || dries === (direction[cell]! === DRYING);
    const kept = goesOn ? on : back;
    const leadsToCm = kept.leadsToCm[cell]!;
    if (dries ? suctionCm > leadsToCm : suctionCm < leadsToCm) return curveAt(cell, suctionCm);
    curve.shift = kept.shift[cell]!;
    curve.scale = kept.scale[cell]!;
    curve.times = kept.times[cell]!;
  }

  function onMain(cell: number, way: number, suctionCm: number): void {
    const { thetaR, thetaS } = tableOf(cell);
    const first = cell * MOST_TURNS;
    const [dry, full] = way === DRYING ? [first, first + 1] : [first + 1, first];
    turnSuction[dry] = Infinity;
    turnThetas[dry] = thetaR;
    turnSuction[full] = 0;
    turnThetas[full] = thetaS;
    depth[cell] = 2;
    direction[cell] = way;
    suction[cell] = suctionCm;
    theta[cell] = mainTheta(cell, way, suctionCm);
    keepCurves(cell);
  }

  /** The history a cell begins with. */
  function beginningOf(cell: number): CellHistory {
    if (!Array.isArray(beginning)) return beginning as CellHistory;
    const each = beginning as readonly CellHistory[];
    return each[each.length === column.layers.length ? layerOf[cell]! : cell]!;
  }

  /** A cell goes to a suction, and turns for it where it must. */
  function moveTo(cell: number, to: number, leastTurnTheta: number): void {
    const from = suction[cell]!;
    if (to === from) return;
    // what is full has nothing to remember
    if (to === 0) return onMain(cell, DRYING, 0);
    const way = to > from ? DRYING : WETTING;
    const reached = memory.waterContentAt(cell, -to);
    if (way !== direction[cell]!) {
      if (Math.abs(reached - theta[cell]!) <= leastTurnTheta) return;
      if (depth[cell]! < MOST_TURNS) {
        const turn = cell * MOST_TURNS + depth[cell]!;
        turnSuction[turn] = from;
        turnThetas[turn] = theta[cell]!;
        depth[cell]!++;
        direction[cell] = way;
      }
    }
    if (way === direction[cell]!) depth[cell] = comingFrom(cell, way, depth[cell]! - 1, to) + 1;
    suction[cell] = to;
    theta[cell] = reached;
    if (depth[cell]! < 2) onMain(cell, way, to);
    else keepCurves(cell);
  }

  const memory = {
    mainPsiCm: 0,
    perMain: 1,
    lookUp(cell: number, psiCm: number, out: HydraulicValues, place: number): void {
      const table = tableOf(cell);
      if (psiCm >= 0) {
        one[0] = psiCm;
        table.lookUp(one, 0, 1, values);
        copyTo(out, place);
        memory.mainPsiCm = psiCm;
        memory.perMain = 1;
        return;
      }
      find(cell, -psiCm);
      const { shift, scale, times } = curve;
      const { segments, thetaS, thetaR } = table;
      let suctionCm = -times * psiCm;
      let at = table.segmentAt(suctionCm);
      let past = suctionCm - segments[at]!;
      let here = segments[at + 1]! + segments[at + 2]! * past;
      const capacity = -scale * times * segments[at + 2]!;
      // how fast the equal head on the main curve goes with this one
      let perHead = times;
      if (scale !== 1 || shift !== 0) {
        here = shift + scale * here;
        if (here > thetaS) here = thetaS;
        else if (here < thetaR) here = thetaR;
        at = table.segmentAtTheta(here, nearTheta[cell]!);
        nearTheta[cell] = at;
        const slope = segments[at + 2]!;
        past = slope === 0 ? 0 : (here - segments[at + 1]!) / slope;
        suctionCm = here >= thetaS ? 0 : segments[at]! + past;
        if (suctionCm > -table.driestPsiCm) {
          suctionCm = -table.driestPsiCm;
          at = table.segmentAt(suctionCm);
          past = suctionCm - segments[at]!;
        }
        perHead = slope < 0 && suctionCm > 0 ? -capacity / slope : 1;
      }
      const lnK = suctionCm === 0 ? table.lnKs : segments[at + 3]! + segments[at + 4]! * past;
      // the table's own K is another line than its ln K: between cells that remember different things water would flow at rest
      const k = Math.exp(lnK);
      const lnKSlope = suctionCm === 0 ? 0 : -segments[at + 4]! * perHead;
      out.theta[place] = here;
      out.capacity[place] = capacity;
      out.k[place] = k;
      out.kSlope[place] = k * lnKSlope;
      out.lnK[place] = lnK;
      out.lnKSlope[place] = lnKSlope;
      out.fluxPotential[place] =
        suctionCm === 0
          ? table.saturatedPotential
          : segments[at + 7]! - past * (segments[at + 5]! + (segments[at + 6]! * past) / 2);
      memory.mainPsiCm = -suctionCm;
      memory.perMain = perHead > 0 ? 1 / perHead : 1;
    },

    waterContentAt(cell: number, psiCm: number): number {
      const table = tableOf(cell);
      if (psiCm >= 0) return table.waterContentAt(psiCm);
      find(cell, -psiCm);
      const { shift, scale, times } = curve;
      return shift + scale * table.waterContentAt(times * psiCm);
    },

    psiAtTheta(cell: number, wanted: number): number {
      const table = tableOf(cell);
      const dries = wanted < theta[cell]!;
      const kept = dries === (direction[cell]! === DRYING) ? on : back;
      const leadsToCm = kept.leadsToCm[cell]!;
      curve.shift = kept.shift[cell]!;
      curve.scale = kept.scale[cell]!;
      curve.times = kept.times[cell]!;
      let psi = table.psiAtTheta((wanted - curve.shift) / curve.scale) / curve.times;
      // past what it leads to it is on another curve, and perhaps on one more behind that
      for (let i = 0; i < 2 && (dries ? -psi > leadsToCm : -psi < leadsToCm); i++) {
        curveAt(cell, -psi);
        psi = table.psiAtTheta((wanted - curve.shift) / curve.scale) / curve.times;
      }
      return psi;
    },

    wettingPer: (cell: number): number => 1 / factors[layerOf[cell]!]!,

    firstEmptiedPsiCm(cell: number): number {
      const { thetaS, thetaR, psiAtTheta } = tableOf(cell);
      const psi = psiAtTheta(thetaS - FIRST_EMPTIED * (thetaS - thetaR));
      const isOnMainDrying = direction[cell]! === DRYING && on.scale[cell] === 1 && on.shift[cell] === 0;
      return isOnMainDrying ? psi : psi / factors[layerOf[cell]!]!;
    },

    accept(psiCm: Float64Array): void {
      for (let cell = 0; cell < cells; cell++) moveTo(cell, Math.max(0, -psiCm[cell]!), turnTheta);
    },

    historyOf(cell: number): CellHistory {
      const first = cell * MOST_TURNS;
      return {
        branch: turnSuction[first] === Infinity ? "drying" : "wetting",
        turnsPsiCm: Array.from(turnSuction.subarray(first + 2, first + depth[cell]!), (suctionCm) => -suctionCm),
      };
    },
  };

  for (let cell = 0; cell < cells; cell++) {
    const { branch, turnsPsiCm } = beginningOf(cell);
    const [suctionCm, ...then] = [...turnsPsiCm, startPsiCm[cell]!].map((psi) => Math.max(0, -psi));
    onMain(cell, branch === "wetting" && suctionCm! > 0 ? WETTING : DRYING, suctionCm!);
    for (const next of then) moveTo(cell, next, 0);
  }

  function copyTo(out: HydraulicValues, place: number): void {
    out.theta[place] = values.theta[0]!;
    out.capacity[place] = values.capacity[0]!;
    out.k[place] = values.k[0]!;
    out.kSlope[place] = values.kSlope[0]!;
    out.lnK[place] = values.lnK[0]!;
    out.lnKSlope[place] = values.lnKSlope[0]!;
    out.fluxPotential[place] = values.fluxPotential[0]!;
  }

  return memory;
}

type Curves = {
  readonly shift: Float64Array;
  readonly scale: Float64Array;
  readonly times: Float64Array;
  readonly leadsToCm: Float64Array;
};

const curves = (cells: number): Curves => ({
  shift: new Float64Array(cells),
  scale: new Float64Array(cells),
  times: new Float64Array(cells),
  leadsToCm: new Float64Array(cells),
});

/** The medium at an end of a column as the cell there knows it. */
export function rememberingEnd(memory: CellMemory, cell: number): EndMedia {
  const there = hydraulicValues(2);
  return {
    lookUp(psiCm, from, to, out) {
      for (let i = from; i < to; i++) memory.lookUp(cell, psiCm[i]!, out, i);
    },
    potentialFrom(endPsiCm, psiCm) {
      memory.lookUp(cell, endPsiCm, there, 0);
      const endMainCm = memory.mainPsiCm;
      memory.lookUp(cell, psiCm, there, 1);
      const mainDifference = endMainCm - memory.mainPsiCm;
      // the potential is known over the head of the main curve
      const per = mainDifference === 0 ? memory.perMain : (endPsiCm - psiCm) / mainDifference;
      return there.fluxPotential[1]! + per * (there.fluxPotential[0]! - there.fluxPotential[1]!);
    },
  };
}
