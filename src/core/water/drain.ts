import { ROUGH_KNOT_EVERY } from "../hydraulics/table";
import { drainsAfterSoaking, soakedLevelCm } from "../stack/geometry";
import { failed, ok, problem, type Result } from "../units/problem";
import { storageByLayerCm3 } from "./column";
import type { CheckedSetup } from "./checked";
import { footOf } from "./follow";
import { settle, type MediumLookup, type Settled } from "./settle";
import { runTransient } from "./transient";

/** A drained vessel is read this long after it was soaked, unless it is asked for at rest. [h] */
export const AFTER_SOAKING_HOURS = 24;

const ROUGH_TOLERANCE_THETA = 6e-3;

/** For a stack that is drained many times over: its cells, and curves that are drawn roughly. */
export type Rough = { readonly cellCm: number };

/**
 * A setup's stack a time after it was soaked full: drained through time, since a coarse layer keeps what is above it
 * from settling for weeks. Water leaves where the vessel lets it: through its base, or by the holes it stands under.
 */
export function drainedAfterSoaking(
  setup: CheckedSetup,
  medium: MediumLookup,
  hours = AFTER_SOAKING_HOURS,
  mayGoOn?: () => boolean,
  rough?: Rough,
): Result<Settled> {
  const settled = settle(setup, medium, rough?.cellCm);
  const outletCm = soakedLevelCm(setup);
  if (!settled.ok || !drainsAfterSoaking(setup) || outletCm >= settled.value.column.heightCm) return settled;
  const { network, column } = settled.value;
  const run = runTransient(
    column,
    column.zCm.map(() => 0),
    footOf(network, { levelCm: network.column.heightCm }),
    { kind: "sealed" },
    [hours],
    {
      mayGoOn,
      sideHoles: network.sideHoles,
      ...(rough && { knotEvery: ROUGH_KNOT_EVERY, toleranceTheta: ROUGH_TOLERANCE_THETA }),
    },
  );
  const [state] = run.states;
  if (run.status !== "done" || !state)
    return failed(
      problem(
        "water",
        "stopped",
        "The draining of this stack could not be followed to its end; shown is its settled state.",
      ),
    );
  return ok({
    network,
    column,
    equilibrium: {
      waterTableCm: outletCm,
      storedCm3: state.storedCm3,
      layerStoredCm3: storageByLayerCm3(column, state.theta),
      pondedCm3: 0,
      psiCm: state.psiCm,
      theta: state.theta,
    },
  });
}
