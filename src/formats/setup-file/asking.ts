import { DRAWS } from "../../core/media/draws";
import type { UnitSystem } from "../../core/units/units";

/** How a setup is asked about from outside. By itself, so that a command can tell of it without loading the answer. */
export type Asking = {
  readonly system: UnitSystem;
  /** How many pots are made of drawn media to tell how far the refill mark may be off. */
  readonly draws: number;
};
export const USUAL_ASKING: Asking = { system: "metric", draws: DRAWS };
