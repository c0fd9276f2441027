import type { Setup } from "../stack/setup";
import { failed, ok, problem, type Result } from "../units/problem";
import { storageByLayerCm3 } from "./column";
import { settle, type MediumLookup, type Settled } from "./settle";
import { runTransient } from "./transient";

/** A drained vessel is read this long after it was soaked, unless it is asked for at rest. [h] */
export const AFTER_SOAKING_HOURS = 24;

/**
 * A drained setup's stack a time after it was soaked full: drained through time, since a coarse layer keeps what is
 * above it from settling for weeks. Water leaves at the base against the head of what stands below the outlet.
 */
export function drainedAfterSoaking(
  setup: Setup,
  medium: MediumLookup,
  hours = AFTER_SOAKING_HOURS,
  mayGoOn?: () => boolean,
): Result<Settled> {
  const settled = settle(setup, medium);
  if (!settled.ok || setup.water.kind !== "drained" || setup.water.outletCm >= settled.value.column.heightCm)
    return settled;
  const { outletCm } = setup.water;
  const { column } = settled.value;
  const run = runTransient(
    column,
    column.zCm.map(() => 0),
    outletCm > 0 ? { kind: "psi", cm: outletCm } : { kind: "seepage" },
    { kind: "sealed" },
    [hours],
    { mayGoOn },
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
