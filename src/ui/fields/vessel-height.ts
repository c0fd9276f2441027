import { formatLength, parseLengthCm, type UnitSystem } from "@/core/units/units";

/** The height of vessel that water and air are told for until another is asked for. [cm] */
export const USUAL_VESSEL_CM = 15;
const TALLEST_VESSEL_CM = 100;

/**
 * Reads the height of a vessel that media or a mix are told for; left empty, or while it cannot be meant, it is the
 * usual one.
 */
export function readVesselHeight(text: string, system: UnitSystem): { readonly cm: number; readonly said: string } {
  if (text.trim() === "") return { cm: USUAL_VESSEL_CM, said: "" };
  const length = parseLengthCm(text, system);
  if (!length.ok) return { cm: USUAL_VESSEL_CM, said: length.problems[0]!.message };
  if (length.value >= 1 && length.value <= TALLEST_VESSEL_CM) return { cm: length.value, said: "" };
  return {
    cm: USUAL_VESSEL_CM,
    said: `From ${formatLength(1, system)} to ${formatLength(TALLEST_VESSEL_CM, system)}.`,
  };
}
