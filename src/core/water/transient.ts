import { keptTable, type HydraulicTable } from "../hydraulics/table";
import { cellMemory, rememberingEnd, type Beginning, type CellHistory, type CellMemory } from "./cell-memory";
import { layerAreaAtCm2, topAreaCm2, type Column } from "./column";
import { changesOf, jumpsOf, type ColumnEnd, type EndCondition, type EndMedia } from "./ends";
import type { PondCondition } from "./pond";
import type { ReservoirCondition } from "./reservoir";
import type { Repellency } from "./repellency";
import { sheddingOf, type Shedding } from "./shedding";
import { createRichards, type EndCells, type Richards } from "./richards";
import { runEnd, type RunEnd } from "./run-end";
import { sideHoleFlow, type SideHole } from "./side-hole";
import { stepLength } from "./step-length";
import { refillHours } from "./store";
import { tallyOf } from "./tally";
import { uptakeOf, type RootUptake } from "./uptake";

/** Water moving through a column in time, from a state and under conditions at both ends, reported at given hours. */

export type TransientState = {
  readonly hours: number;
  readonly psiCm: Float64Array;
  readonly theta: Float64Array;
  readonly storedCm3: number;
  /** What each cell remembers, where they do. */
  readonly history?: readonly CellHistory[];
  /** How much each cell sheds water, 0…1, where any may. */
  readonly sheds?: Float64Array;
};
export type CumulativeFlow = {
  readonly hours: number;
  readonly topInCm3: number;
  readonly bottomInCm3: number;
  readonly runoffCm3: number;
  /** What the roots took; and what the other sinks did, in their order. */
  readonly uptakeCm3: number;
  readonly sinksCm3?: readonly number[];
  /** What ran out at each hole in the wall. */
  readonly sidesOutCm3?: readonly number[];
  readonly reservoir?: ReservoirState;
  readonly pond?: PondState;
};
/** A reservoir at an output time: its surface, and what was poured on and ran over until then. */
export type ReservoirState = {
  readonly levelCm: number;
  readonly refilledCm3: number;
  readonly overflowCm3: number;
  /** What the air has taken of it, where anything was asked; and what of the rest of the network has run into it. */
  readonly evaporatedCm3?: number;
  readonly caughtCm3?: number;
};
/** Water over the soil at an output time, and what came to it and left it until then. */
export type PondState = ReservoirState & { readonly rainedCm3: number; readonly evaporatedCm3: number };

export type BottomCondition = EndCondition | ReservoirCondition;
export type TopCondition = EndCondition | PondCondition;

export type TransientResult = {
  /**
   * "done", or why it stopped: its states until then are those of the hours reached. "flux-not-met": an end was asked
   * for more water than the column can bring there, however dry it gets. "called-off": whoever asked for it did not
   * want to wait longer.
   */
  readonly status: "done" | "work-limit" | "step-too-small" | "flux-not-met" | "called-off";
  readonly states: readonly TransientState[];
  readonly cumulative: readonly CumulativeFlow[];
  /** How far it was followed: to the last output hour, or to where it stopped. */
  readonly reachedHour: number;
  /**
   * |stored change − net inflow| / max(gross flows, |stored change|) of the column, or of one of its stores where that
   * is further out; against a hundred-thousandth of what is stored at least.
   */
  readonly massBalanceRelError: number;
  readonly steps: number;
  readonly rejected: number;
  readonly iterations: number;
};

export type Hysteresis = {
  /** By layer: the main wetting curve is the drying one at so many times the suction. */
  readonly wettingAlphaFactors: readonly number[];
  readonly beginning: Beginning;
  /** See cellMemory. */
  readonly turnTheta?: number | undefined;
};

export type TransientOptions = {
  /** Curves are computed at every so many knots of their tables; 1 for all. */
  readonly knotEvery?: number | undefined;
  /** Error a step may make in the water content of any cell, and of all of them (their root mean square). [m³/m³] */
  readonly toleranceTheta?: number;
  readonly toleranceMeanTheta?: number;
  /**
   * What changes by the hour may be told to a step as its mean, as long as no more water is out of time within it than
   * this share of the column's volume; 0 ends a step at each change.
   */
  readonly unevenShare?: number;
  /** Newton iterations after which it stops. */
  readonly mostIterations?: number;
  /** Water roots take out along the column. */
  readonly uptake?: RootUptake | undefined;
  /** Water taken out along the column by other than roots: a wall that dries. */
  readonly sinks?: readonly RootUptake[] | undefined;
  /** Holes in the wall with soil against them. */
  readonly sideHoles?: readonly SideHole[] | undefined;
  /** Cells remember how they dried and wetted; without it each medium has the one curve of its functions. */
  readonly hysteresis?: Hysteresis | undefined;
  /** By layer: how it sheds water once dry, undefined for what does not. */
  readonly repellency?: readonly (Repellency | undefined)[] | undefined;
  /** By cell, 0…1: how much it sheds at the start; without it as dry as it is. */
  readonly sheds?: readonly number[] | undefined;
  /** Told each output hour once it is reached. */
  readonly onHour?: ((hour: number) => void) | undefined;
  /** Asked at each output hour, with what it has come to: whether that is all that is wanted. */
  readonly isEnough?: ((state: TransientState, flow: CumulativeFlow) => boolean) | undefined;
  /** What cells held where they are gone on from, beside their heads; what their curves say without it. [m³/m³] */
  readonly initialTheta?: Float64Array | undefined;
  /** The first step tried: of what goes on from where it was left, longer than of what begins with a jolt. [h] */
  readonly firstStepHours?: number | undefined;
  /** Asked before each step whether to go on. */
  readonly mayGoOn?: (() => boolean) | undefined;
};

const DEFAULT_TOLERANCE_THETA = 2e-3;
export const DEFAULT_MOST_ITERATIONS = 1_000_000;
const LEAST_STEP_HOURS = 1e-12;
const FIRST_STEP_HOURS = 1e-4;
/** After a jump of the flow at an end, steps start again from no more than this. */
const STEP_AFTER_JUMP_HOURS = 0.05;
const STEP_AFTER_WEATHER_HOURS = 1;
/** So long the jolt of a refill goes on, in steps as short as any that fail. */
const REFILL_SETTLES_HOURS = 0.01;
/** Newton's method leaves this share of the step's tolerance, and never more than so much. [-, m³/m³] */
const NEWTON_SHARE = 0.03;
const MOST_NEWTON_THETA = 6e-5;
/** A cell this dry gives nothing more: a flux out of it cannot be met. [cm] */
const GIVES_NOTHING_PSI_CM = -5e6;
const NEARLY_DRY_PSI_CM = -1e4;
/** A step longer than this may ask too much of a cell that a shorter one would not. [h] */
const SHORT_STEP_HOURS = 0.01;
const SHORTEST_STEP_HOURS = 1e-6;

/**
 * Runs a column from heads at its cell centres. Output hours ascend from 0 or later; an output at 0 is the initial
 * state. Local error in theta is kept to the tolerance by the step length; jumps of the end flows are met exactly, or told
 * by their means where the options let them.
 */
export function runTransient(
  column: Column,
  initialPsiCm: Float64Array,
  bottomCondition: BottomCondition,
  topCondition: TopCondition,
  outputHours: readonly number[],
  options: TransientOptions = {},
): TransientResult {
  const tolerance = options.toleranceTheta ?? DEFAULT_TOLERANCE_THETA;
  const toleranceMean = options.toleranceMeanTheta ?? Infinity;
  const mostIterations = options.mostIterations ?? DEFAULT_MOST_ITERATIONS;
  const tables = column.layers.map(({ functions }) =>
    keptTable(functions, column.specificStoragePerCm, options.knotEvery),
  );
  const { hysteresis } = options;
  const memory =
    hysteresis &&
    cellMemory(
      column,
      tables,
      hysteresis.wettingAlphaFactors,
      hysteresis.beginning,
      initialPsiCm,
      hysteresis.turnTheta,
    );
  const shedding =
    options.repellency &&
    sheddingOf(column, tables, options.repellency, startThetas(column, tables, memory, initialPsiCm), options.sheds);
  const bottom = runEnd(bottomCondition, endOf(column, tables, memory, shedding, "bottom"));
  const top = runEnd(topCondition, endOf(column, tables, memory, shedding, "top"));
  const wanters = [...(options.uptake ? [options.uptake] : []), ...(options.sinks ?? [])];
  const sinks = wanters.map((sink) => uptakeOf(column, sink));
  const sides = (options.sideHoles ?? []).map((hole) => sideHoleFlow(column, hole));
  const newtonTolerance = Math.min(tolerance * NEWTON_SHARE, MOST_NEWTON_THETA);
  const richards = createRichards(
    column,
    tables,
    bottom.flow,
    top.flow,
    newtonTolerance,
    sinks,
    sides,
    memory,
    shedding,
  );
  richards.setState(initialPsiCm, options.initialTheta);

  const changes = [
    ...bottom.changeHours,
    ...top.changeHours,
    ...wanters.flatMap(({ demandCmPerHour }) => (top.store ? changesOf : jumpsOf)(demandCmPerHour)),
  ];
  const unevenCm3 = (options.unevenShare ?? 0) * (column.heightCm - column.baseCm) * topAreaCm2(column);
  const { jumps, stops } = stopsOf(outputHours, [
    ...bottom.actHours,
    ...top.actHours,
    ...(unevenCm3 > 0 ? [] : changes),
  ]);
  const timed = [bottom, top, ...sinks];
  const wanted = new Set(outputHours);
  const refills = bottomCondition.kind === "reservoir" ? refillHours(bottomCondition) : [];
  // weather told by the hour jumps each hour, mostly by little: what is too much is found out and tried again
  const afterJump = top.store && unevenCm3 === 0 ? STEP_AFTER_WEATHER_HOURS : STEP_AFTER_JUMP_HOURS;
  const tally = tallyOf(richards, bottom.store, top.store, options);
  const states: TransientState[] = [];
  const cumulative: CumulativeFlow[] = [];
  let [steps, rejected] = [0, 0];
  let status: TransientResult["status"] = "done";
  let hour = 0;
  const length = stepLength(options.firstStepHours ?? FIRST_STEP_HOURS);

  const setHour = (): void => {
    bottom.setHour(hour);
    top.setHour(hour);
  };
  /** As much of a step as its weather is told well enough for by its mean. */
  const evenPart = (tried: number): number => {
    let until = hour + tried;
    for (const one of timed) until = one.evenUntil(hour, until, unevenCm3);
    return until - hour;
  };
  const isNotMet = (tried: number, taken: boolean): boolean => {
    if (!bottom.demands() && !top.demands()) return false;
    // water poured in at the base makes steps short by itself: that says nothing of the other end
    if (!taken && refills.some((refill) => hour >= refill && hour < refill + REFILL_SETTLES_HOURS)) return false;
    return hasRunDry(richards, bottom, top, tried, taken);
  };

  setHour();
  run: for (const stop of stops) {
    while (hour < stop) {
      if (richards.iterations >= mostIterations) {
        status = "work-limit";
        break run;
      }
      if (options.mayGoOn?.() === false) {
        status = "called-off";
        break run;
      }
      const left = stop - hour;
      // never leave a sliver before a stop
      const wished = length.hours >= left ? left : length.hours > left / 2 ? left / 2 : length.hours;
      const tried = unevenCm3 > 0 ? evenPart(wished) : wished;
      let isOther = false;
      for (const one of timed) if (one.setSpan(hour, hour + tried)) isOther = true;
      // the mean of another span is another weather; at a stop that has been said already
      if (isOther && unevenCm3 > 0) richards.weatherChanged();
      const solved = richards.tryStep(tried);
      const error = Math.max(richards.errorTheta / tolerance, richards.meanErrorTheta / toleranceMean);
      const taken = solved && error <= 1;
      if (!taken) rejected++;
      if (isNotMet(tried, taken)) {
        status = "flux-not-met";
        break run;
      }
      if (!taken) {
        if (solved) length.tooFarOff(tried, error);
        else length.unsolved(tried);
        if (length.hours < LEAST_STEP_HOURS) {
          status = "step-too-small";
          break run;
        }
        continue;
      }
      const downBefore = top.ranDownCm3();
      const ranOut = tally.accept();
      const caught = bottom.catchesAll ? ranOut : top.ranDownCm3() - downBefore;
      if (caught > 0) bottom.catch?.(caught);
      steps++;
      hour = tried === left ? stop : hour + tried;
      length.taken(tried, error);
    }
    if (wanted.has(stop)) {
      states.push(stateOf(column, richards, memory, shedding, hour));
      cumulative.push(tally.at(hour));
      options.onHour?.(stop);
      if (options.isEnough?.(states.at(-1)!, cumulative.at(-1)!)) break;
    }
    if (jumps.has(stop)) {
      setHour();
      richards.forgetSlope();
      length.atMost(afterJump);
    }
  }
  return {
    status,
    states,
    cumulative,
    reachedHour: hour,
    steps,
    rejected,
    iterations: richards.iterations,
    massBalanceRelError: tally.massBalanceRelError(),
  };
}

/** Where a step must end: at each hour asked about, and where what comes in or is taken jumps before the last of them. */
function stopsOf(
  outputHours: readonly number[],
  jumpHours: readonly number[],
): { readonly jumps: ReadonlySet<number>; readonly stops: readonly number[] } {
  const lastHour = outputHours.at(-1)!;
  const jumps = new Set(jumpHours.filter((hour) => hour > 0 && hour < lastHour));
  return { jumps, stops: [...new Set([...outputHours, ...jumps])].sort((a, b) => a - b) };
}

/**
 * Whether an end out of which a flux is asked has run dry in the step last tried: it was taken and left it so dry that
 * nothing can come; or it failed though it was short and the end was dry before, or shorter than anything could
 * matter.
 */
function hasRunDry(richards: Richards, bottom: RunEnd, top: RunEnd, tried: number, taken: boolean): boolean {
  const isDry = ({ bottomPsiCm, topPsiCm }: EndCells, thanCm: number): boolean =>
    (bottom.demands() && bottomPsiCm < thanCm) || (top.demands() && topPsiCm < thanCm);
  const { triedEndCells } = richards;
  const wasDry = isDry(richards.endCells, NEARLY_DRY_PSI_CM);
  if (isDry(triedEndCells, GIVES_NOTHING_PSI_CM))
    return taken || tried <= SHORTEST_STEP_HOURS || (tried <= SHORT_STEP_HOURS && wasDry);
  if (taken || tried > SHORTEST_STEP_HOURS) return false;
  const { bottomIsEmpty, topIsEmpty } = triedEndCells;
  return wasDry || (bottom.demands() && bottomIsEmpty) || (top.demands() && topIsEmpty);
}

function stateOf(
  column: Column,
  richards: Richards,
  memory: CellMemory | undefined,
  shedding: Shedding | undefined,
  hours: number,
): TransientState {
  const [psiCm, theta] = [new Float64Array(column.zCm.length), new Float64Array(column.zCm.length)];
  richards.copyState(psiCm, theta);
  return {
    hours,
    psiCm,
    theta,
    storedCm3: richards.storedCm3(),
    ...(memory && { history: Array.from(psiCm, (_, cell) => memory.historyOf(cell)) }),
    ...(shedding && { sheds: shedding.sheds.slice() }),
  };
}

/** What cells hold at the heads they start from. */
function startThetas(
  column: Column,
  tables: readonly HydraulicTable[],
  memory: CellMemory | undefined,
  psiCm: Float64Array,
): Float64Array {
  const theta = new Float64Array(psiCm.length);
  column.layers.forEach(({ firstCell, cellCount }, layer) => {
    for (let cell = firstCell; cell < firstCell + cellCount; cell++)
      theta[cell] = memory ? memory.waterContentAt(cell, psiCm[cell]!) : tables[layer]!.waterContentAt(psiCm[cell]!);
  });
  return theta;
}

function endOf(
  column: Column,
  tables: readonly HydraulicTable[],
  memory: CellMemory | undefined,
  shedding: Shedding | undefined,
  side: "bottom" | "top",
): ColumnEnd {
  const layer = column.layers.at(side === "bottom" ? 0 : -1)!;
  const cell = side === "bottom" ? 0 : column.zCm.length - 1;
  const media: EndMedia = memory ? rememberingEnd(memory, cell) : tables.at(side === "bottom" ? 0 : -1)!;
  const halfCellCm = (layer.topCm - layer.bottomCm) / layer.cellCount / 2;
  const heightCm = side === "bottom" ? layer.bottomCm : layer.topCm;
  return {
    side,
    areaCm2: layerAreaAtCm2(layer, heightCm),
    halfCellAreaCm2: layerAreaAtCm2(layer, heightCm + (side === "bottom" ? halfCellCm : -halfCellCm) / 2),
    heightCm,
    halfCellCm,
    media: shedding ? { ...media, intake: () => shedding.intake[cell]! } : media,
    ...(shedding && { sheds: () => shedding.sheds[cell]! }),
  };
}
