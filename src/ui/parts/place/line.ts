import type { Setup } from "@/core/stack/setup";
import { siteOf } from "@/core/stack/site";
import { formatTemperature, type UnitSystem } from "@/core/units/units";
import type { PartLine } from "../part";
import { RAIN_SHORT, SUN_WORDS } from "../words";

/** Where it stands, as far as that is said. */
export function placeLine(setup: Pick<Setup, "site" | "here">, system: UnitSystem): PartLine {
  const { sun, rain, coldestC, warmestC } = siteOf(setup);
  const said = [rain === "unsaid" ? "" : RAIN_SHORT[rain], sun === "unsaid" ? "" : SUN_WORDS[sun]].filter(Boolean);
  const degrees = (celsius: number): string => formatTemperature(celsius, system);
  const warmth =
    coldestC !== null && warmestC !== null
      ? `${degrees(coldestC)} to ${degrees(warmestC)}`
      : coldestC !== null
        ? `down to ${degrees(coldestC)}`
        : warmestC !== null
          ? `up to ${degrees(warmestC)}`
          : "";
  if (setup.here) return { what: `stands at ${setup.here.placeNames.join(", then ")}`, more: warmth };
  return said.length > 0
    ? { what: `stands ${said.join(", ")}`, more: warmth }
    : { what: "where it stands is not said", more: warmth };
}
