import { failed, ok, problem, type Result } from "../units/problem";
import type { Beginning } from "./cell-memory";
import { makeColumn, storageByLayerCm3, type Column, type ColumnLayer } from "./column";
import type { EndCondition } from "./ends";
import { equilibriumAtWaterTable, equilibriumWithStored, type Equilibrium } from "./equilibrium";
import { steadyRise, type SteadyRise } from "./steady-rise";
import type { Repellency } from "./repellency";
import type { ReservoirCondition } from "./reservoir";
import { DEFAULT_MOST_ITERATIONS, runTransient, type TransientResult } from "./transient";
import type { RootUptake } from "./uptake";

/** A question put to the solver whole: a column with its hydraulics, and what is asked of it. Validated before. */
export type ColumnTask = {
  readonly layers: readonly (Omit<ColumnLayer, "beside"> & {
    readonly name?: string | undefined;
    /** The main wetting curve is its own, the drying one, at so many times the suction. */
    readonly wettingAlphaFactor?: number | undefined;
    /** How it sheds water once it has dried. */
    readonly repellency?: Repellency | undefined;
  })[];
  readonly cellCm: number;
  readonly specificStoragePerCm: number;
} & (EquilibriumTask | SteadyRiseTask | TransientTask);

/** The settled state over a water table, or with a stored volume in a sealed column: one of the two is given. */
export type EquilibriumTask = {
  readonly task: "equilibrium";
  readonly waterTableCm?: number | undefined;
  readonly storedCm3?: number | undefined;
};
/** The greatest steady rise from a water table to a height, by default the top. */
export type SteadyRiseTask = {
  readonly task: "steady-rise";
  readonly waterTableCm: number;
  readonly demandHeightCm?: number | undefined;
  readonly limitPsiCm: number;
};
export type TransientTask = {
  readonly task: "transient";
  readonly initial: InitialCondition;
  /** Weather comes from above, and holes are below. */
  readonly bottom:
    | Exclude<EndCondition, { readonly kind: "atmosphere" }>
    | Pick<ReservoirCondition, "kind" | "areaCm2" | "levelCm" | "overflowCm" | "refills">;
  readonly top: Exclude<EndCondition, { readonly kind: "seepage" | "free-drainage" }>;
  readonly uptake?: RootUptake | undefined;
  /** Whether cells remember how they dried and wetted, by scanning curves; without it each medium has its one curve. */
  readonly hysteresis?: "none" | "scanning" | undefined;
  /** What cells begin with; by default all come from being full. */
  readonly history?: Beginning | undefined;
  /** How much each cell sheds water to begin with, 0…1; by default as dry as it is. */
  readonly sheds?: readonly number[] | undefined;
  readonly outputHours: readonly number[];
};
export type InitialCondition =
  | { readonly kind: "hydrostatic"; readonly waterTableCm: number }
  | { readonly kind: "psi"; readonly cm: number }
  | { readonly kind: "saturated" }
  /** A head for each cell, bottom to top. */
  | { readonly kind: "cells"; readonly psi: readonly number[] };

/** Kool & Parker (1987); Luckner et al. (1989): what most media have. */
export const USUAL_WETTING_ALPHA_FACTOR = 2;

export type ColumnAnswer = { readonly column: Column } & (
  | { readonly task: "equilibrium"; readonly state: Equilibrium }
  | { readonly task: "steady-rise"; readonly rise: SteadyRise; readonly storedCm3: number }
  | { readonly task: "transient"; readonly run: TransientResult }
);

/** The code of a run that ended before its last output: by its work limit, or because no step was small enough. */
export const STOPPED = "stopped";
/** The code of an answer that is none: a value in it is not finite. */
export const NOT_FINITE = "not-finite";

/**
 * Answers a task.
 * @param mostIterations Newton iterations after which a run is given up
 * Fails as `equilibriumWithStored` does, with "stopped", or with "not-finite" and the cell where it arose.
 */
export function solveColumnTask(task: ColumnTask, mostIterations = DEFAULT_MOST_ITERATIONS): Result<ColumnAnswer> {
  const column = makeColumn(task.layers, task.specificStoragePerCm, task.cellCm);
  switch (task.task) {
    case "equilibrium": {
      const state =
        task.storedCm3 === undefined
          ? ok(equilibriumAtWaterTable(column, task.waterTableCm!))
          : equilibriumWithStored(column, task.storedCm3);
      return state.ok ? finite(column, [state.value], { task: task.task, column, state: state.value }) : state;
    }
    case "steady-rise": {
      const demandHeightCm = Math.min(task.demandHeightCm ?? column.heightCm, column.heightCm);
      const rise = steadyRise(column, task.waterTableCm, demandHeightCm, task.limitPsiCm);
      const storedCm3 = storageByLayerCm3(column, rise.theta).reduce((sum, stored) => sum + stored, 0);
      return finite(column, [{ ...rise, storedCm3 }], { task: task.task, column, rise, storedCm3 });
    }
    case "transient": {
      const { bottom, top, outputHours, uptake } = task;
      const run = runTransient(column, initialPsiCm(column, task.initial), bottom, top, outputHours, {
        uptake,
        mostIterations,
        repellency: task.layers.some(({ repellency }) => repellency)
          ? task.layers.map(({ repellency }) => repellency)
          : undefined,
        sheds: task.sheds,
        hysteresis:
          task.hysteresis === "scanning"
            ? {
                wettingAlphaFactors: task.layers.map(
                  ({ wettingAlphaFactor = USUAL_WETTING_ALPHA_FACTOR }) => wettingAlphaFactor,
                ),
                beginning: task.history ?? FROM_FULL,
              }
            : undefined,
      });
      if (run.status !== "done") return failed(stoppedRun(run));
      return finite(column, run.states, { task: task.task, column, run });
    }
    default:
      return task satisfies never;
  }
}

const FROM_FULL: Beginning = { branch: "drying", turnsPsiCm: [] };

function initialPsiCm({ zCm }: Column, initial: InitialCondition): Float64Array {
  switch (initial.kind) {
    case "hydrostatic":
      return zCm.map((z) => initial.waterTableCm - z);
    case "psi":
      return zCm.map(() => initial.cm);
    case "saturated":
      return zCm.map(() => 0);
    case "cells":
      return Float64Array.from(initial.psi);
    default:
      return initial satisfies never;
  }
}

const stoppedRun = ({ reachedHour, status, steps, iterations }: TransientResult) =>
  problem(
    "work",
    STOPPED,
    `stopped after ${Number(reachedHour.toPrecision(3))} h: ${status}${status === "flux-not-met" ? ", the column cannot give what the flux at its end asks" : ""} (${steps} steps, ${iterations} iterations)`,
  );

type SomeState = { readonly psiCm: Float64Array; readonly theta: Float64Array; readonly storedCm3: number };

/** An answer with a value that is not finite is a failure that names the cell. */
function finite({ zCm }: Column, states: readonly SomeState[], answer: ColumnAnswer): Result<ColumnAnswer> {
  for (const [s, { psiCm, theta, storedCm3 }] of states.entries()) {
    for (const [name, values] of Object.entries({ psi: psiCm, theta })) {
      const bad = values.findIndex((value) => !Number.isFinite(value));
      if (bad >= 0)
        return failed(problem(`states[${s}].${name}[${bad}]`, NOT_FINITE, `is not finite at z = ${zCm[bad]} cm`));
    }
    if (!Number.isFinite(storedCm3)) return failed(problem(`states[${s}].storedCm3`, NOT_FINITE, "is not finite"));
  }
  return ok(answer);
}
