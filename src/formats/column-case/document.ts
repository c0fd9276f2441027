import type { CellHistory } from "../../core/water/cell-memory";
import type { ColumnTask } from "../../core/water/column-task";
import type { ReservoirState } from "../../core/water/transient";

/**
 * The solver's exchange format: `marlstone.column-case` in, `marlstone.column-result` out
 * (docs/formats/column-case.md).
 */
export const COLUMN_CASE_KIND = "marlstone.column-case";
export const COLUMN_RESULT_KIND = "marlstone.column-result";
export const COLUMN_VERSION = 1;

/** A task as a document says it. */
export type ColumnCase = ColumnTask & {
  readonly kind: typeof COLUMN_CASE_KIND;
  readonly version: typeof COLUMN_VERSION;
  readonly title?: string | undefined;
};

export type ColumnResult = {
  readonly kind: typeof COLUMN_RESULT_KIND;
  readonly version: typeof COLUMN_VERSION;
  readonly task: ColumnCase["task"];
  readonly z: readonly number[];
  readonly states: readonly {
    hours: number;
    psi: readonly number[];
    theta: readonly number[];
    storedCm3: number;
    /** Of each cell, with "hysteresis": "scanning". */
    history?: readonly CellHistory[];
    /** How much each cell sheds water, 0…1, where a layer has a repellency. */
    sheds?: readonly number[];
  }[];
  readonly cumulative: readonly {
    hours: number;
    topInCm3: number;
    bottomInCm3: number;
    runoffCm3: number;
    uptakeCm3?: number;
    reservoir?: ReservoirState;
  }[];
  readonly massBalanceRelError: number;
  readonly equilibrium?: { waterTableCm: number; storedCm3: number; pondedCm3: number; saturatedCm: number };
  readonly steadyRise?: { maxFluxCmPerHour: number; maxCm3PerHour: number };
  readonly work: { cells: number; steps: number; iterations: number; milliseconds: number };
};
