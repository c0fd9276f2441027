import type { Setup } from "@/core/stack/setup";
import { formatLength, formatVolume } from "@/core/units/units";
import type { LineContext, PartLine } from "../part";
import { HISTORY_SHORT } from "../words";

/** How the water came in, and how it got wet. */
export function waterLine({ water, history }: Setup, { system }: LineContext): PartLine {
  switch (water.by) {
    case "level":
      return { what: `filled to ${formatLength(water.levelCm, system)}`, more: HISTORY_SHORT[history] };
    case "volume":
      return { what: `${formatVolume(water.storedCm3, system)} of water in it`, more: HISTORY_SHORT[history] };
    case "soaking":
      return { what: "soaked from the top, then drained", more: "" };
    default:
      return water satisfies never;
  }
}
