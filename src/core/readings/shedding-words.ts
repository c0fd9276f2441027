import { openingsOf, type Zone } from "../stack/geometry";
import type { Setup } from "../stack/setup";
import { vesselVolumeCm3 } from "../vessel/vessel";
import { formatLength, type UnitSystem } from "../units/units";

/** A layer that was to shed water under this is none that a hand finds. [cm] */
const LEAST_TOLD_CM = 0.5;

/** What is bigger than this, full, nobody lifts into a tub. [cm³] */
const MOST_DIPPED_CM3 = 12_000;

/** How what sheds water on top is wetted again: only what has a hole below and can be lifted is stood in water. */
export const howToSoak = (setup: Setup): string =>
  openingsOf(setup).baseIsOpen && vesselVolumeCm3(setup.vessel) <= MOST_DIPPED_CM3
    ? "stand it in water to its rim, or pour little by little over a day, until it is wet through"
    : "pour little by little over a day, until it is wet through";

/**
 * What of a stack sheds water, as a subject: "the upper 4 cm"; undefined where nothing does that is worth a word.
 * @param fromCm, toCm of the stack
 */
export function shedsWhat(
  zones: readonly Zone[],
  { fromCm, toCm }: Zone,
  system: UnitSystem,
): { readonly what: string; readonly toTop: boolean } | undefined {
  const cm = (height: number): string => formatLength(height, system);
  const told = zones.filter((zone) => zone.toCm - zone.fromCm >= LEAST_TOLD_CM - 1e-9);
  const top = told.at(-1);
  if (!top) return undefined;
  const toTop = toCm - top.toCm < LEAST_TOLD_CM;
  const words = told.map((zone) =>
    toCm - zone.toCm >= LEAST_TOLD_CM
      ? `what lies from ${cm(zone.fromCm)} to ${cm(zone.toCm)}`
      : zone.fromCm - fromCm < LEAST_TOLD_CM
        ? "all of it"
        : `the upper ${cm(toCm - zone.fromCm)}`,
  );
  return { what: words.toReversed().join(" and "), toTop };
}
