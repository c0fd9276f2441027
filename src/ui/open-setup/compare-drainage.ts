import { withOrWithoutDrainage } from "@/core/stack/drainage-layer";
import type { UnitSystem } from "@/core/units/units";
import { asDampAs } from "@/core/water/same-damp";
import type { SetupStore } from "./setup-store";

/** Holds the present state and takes its drainage layer out, or puts one in. By itself: few ask for it. */
export function compareDrainage(store: SetupStore, newId: () => string, system: UnitSystem): void {
  const { committed } = store.getState();
  const other = withOrWithoutDrainage(committed, store.medium, newId());
  const change = other && { ...other, setup: asDampAs(committed, other.setup, store.medium) };
  if (!change)
    return store.say("There is no drainage layer to take out, and no room under the lowest layer to put one in.");
  const label = change.kind === "without" ? "Without the drainage layer" : "With a drainage layer";
  store.compare(label, change.setup, system, change);
}
