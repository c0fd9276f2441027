import type { OccupantLookup } from "../occupants/occupant";
import { type Setup } from "../stack/setup";
import { drainsAfterSoaking, stackHeightCm } from "../stack/geometry";
import { drainedAfterSoaking } from "../water/drain";
import { DEFAULT_CELL_CM } from "../water/column";
import type { MediumLookup } from "../water/network";
import { settle, type ColumnState, type Settled } from "../water/settle";
import { checked } from "../water/checked";
import { waterStates, type WaterStates } from "./states";
import type { Verdict } from "./verdict";
import { verdictsOf } from "./verdicts";

/** Cells of a stack that is judged many times over: so many through its height, and no wider than a cm. */
const COARSE_CELLS = 24;
export const coarseCellCm = (setup: Pick<Setup, "fillFromCm" | "layers">): number =>
  Math.min(1, Math.max(DEFAULT_CELL_CM, (stackHeightCm(setup) - setup.fillFromCm) / COARSE_CELLS));

/** A setup's water at rest, and a day after a soaking where it drains: what no demand moves. */
export type AtRest = { readonly settled: Settled; readonly day: ColumnState | undefined };

export function atRest(setup: Setup, medium: MediumLookup, cellCm?: number): AtRest | undefined {
  const sound = checked(setup, medium);
  if (!sound.ok) return undefined;
  const settled = settle(sound.value, medium, cellCm);
  if (!settled.ok) return undefined;
  const day = drainsAfterSoaking(setup)
    ? drainedAfterSoaking(sound.value, medium, undefined, undefined, cellCm === undefined ? undefined : { cellCm })
    : undefined;
  return { settled: settled.value, day: day?.ok ? day.value.equilibrium : undefined };
}

/** The states of a setup by computing them all, the day after a soaking too; undefined where it cannot be settled. */
export function statesOf(setup: Setup, medium: MediumLookup, cellCm?: number): WaterStates | undefined {
  const rest = atRest(setup, medium, cellCm);
  return rest && waterStates(setup, rest.settled, rest.day);
}

/** A setup judged whole. */
export function judgedWhole(
  setup: Setup,
  medium: MediumLookup,
  occupants: OccupantLookup,
  cellCm?: number,
): readonly Verdict[] | undefined {
  const states = statesOf(setup, medium, cellCm);
  return states && verdictsOf(setup, medium, occupants, states);
}
