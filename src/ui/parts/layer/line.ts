import type { Legs, StackLayer } from "@/core/stack/setup";
import { formatLength, type UnitSystem } from "@/core/units/units";
import type { LineContext, PartLine } from "../part";
import { SEPARATOR_WORDS } from "../words";

/** Thinner than this it is a cord. [cm] */
const CORD_CM = 2;

/** "4 feet of 7.3 cm". */
export const legsWords = ({ count, acrossCm }: Legs, system: UnitSystem): string =>
  `${count} ${acrossCm < CORD_CM ? (count === 1 ? "cord" : "cords") : count === 1 ? "foot" : "feet"} of ${formatLength(acrossCm, system)}`;

/** A layer by its own name or its medium's, and its thickness; then what it is of and what it lies on. */
export function layerLine(layer: StackLayer, { medium, system }: LineContext): PartLine {
  const known = medium(layer.mediumId);
  const of = known?.name ?? layer.mediumId;
  return {
    what: `${layer.name || of}, ${formatLength(layer.thicknessCm, system)}`,
    more: [
      layer.legs ? legsWords(layer.legs, system) : "",
      layer.name && layer.name.toLowerCase() !== of.toLowerCase() ? of.toLowerCase() : "",
      layer.rooted ? "roots" : "",
      layer.separator ? `on ${SEPARATOR_WORDS[layer.separator]}` : "",
    ]
      .filter(Boolean)
      .join("; "),
  };
}
