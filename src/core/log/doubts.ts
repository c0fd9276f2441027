import { formatLength, type UnitSystem } from "../units/units";
import type { LogItem } from "./vocabulary";

/** What of a setup says that a reading can hardly be so. It is asked about, never refused: a setup may be drawn wrongly. */
export const doubtsOf = (
  items: readonly LogItem[],
  { depthCm }: { readonly depthCm: number },
  system: UnitSystem,
): readonly string[] =>
  items.flatMap(({ what, value }) => {
    if (value === null || (what !== "level" && what !== "filled-to")) return [];
    if (value > depthCm)
      return [
        `Water at ${formatLength(value, system)} stands over the rim, which is at ${formatLength(depthCm, system)}: is that the unit, and measured from the inside base?`,
      ];
    return value < 0 ? ["Levels are measured up from the inside base: under it there is none."] : [];
  });
