import { hydraulicFunctions } from "../hydraulics/hydraulics";
import { SHEDS_FROM_CM } from "../media/bands";
import type { Medium } from "../media/medium";

/**
 * A medium that sheds water once it has dried: peat, bark and composts coat themselves with waxes and lose their films
 * (Dekker & Ritsema 1994; Michel, Rivière & Bellon-Fontaine 2001), so that water beads on them though their pores would
 * suck. A cell that has dried below a water content takes in but a part of what would flow into it; once it holds more
 * than that again, what it sheds wears off with time, sooner where it is wet through. It does not go at once even then:
 * a front that left freed cells behind would be held up by its foremost cell alone, the less the thinner cells are cut.
 * What flows out of a cell is not held up.
 */
export type Repellency = {
  /** Drier than this it sheds water. [m³/m³] */
  readonly belowTheta: number;
  /** The part of what would flow into a cell that sheds, 0…1. */
  readonly intakeFactor: number;
  /** How long water must be there until it sheds e times less. [h] */
  readonly givesWayHours: number;
};

/** How a medium sheds water once it has dried, likely as not; undefined for what takes it again by itself. */
export function repellencyOf({
  hydraulics,
  rewetting,
}: Pick<Medium, "hydraulics" | "rewetting">): Repellency | undefined {
  if (rewetting.behaviour !== "sheds-once-dry") return undefined;
  return {
    belowTheta: hydraulicFunctions(hydraulics).waterContent(-SHEDS_FROM_CM),
    intakeFactor: Math.min(1, rewetting.intakeFactor.typical),
    givesWayHours: rewetting.givesWayHours.typical,
  };
}
