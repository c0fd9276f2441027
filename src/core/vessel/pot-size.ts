import { readNumber } from "../units/numbers";
import { ok, type Result } from "../units/problem";
import { parseLengthCm, parseVolumeCm3, type UnitSystem } from "../units/units";

/**
 * Nursery pots are named by their width at the rim. A usual round one is 0.9 as deep as it is wide, narrows to 0.75 of
 * that at its base, and is filled to a tenth under its rim: judged from common sizes, a third either way. [share]
 */
const DEPTH = 0.9;
const BASE = 0.75;
const FILLED = 0.9;

/** What a round pot so wide at its rim takes. [cm³] */
export const potVolumeCm3 = (rimCm: number): number =>
  FILLED * DEPTH * ((Math.PI * rimCm ** 3) / 12) * (1 + BASE + BASE ** 2);

export type PotSize = {
  readonly cm3: number;
  /** Where it was said by its width. */ readonly rimCm: number | undefined;
};

/** Reads what a pot holds: a volume, or the width at its rim with a unit of length: "12 cm", "12 cm pot", "5 in". */
export function parsePotSize(text: string, system: UnitSystem): Result<PotSize> {
  const words = text.replace(/\s*pots?$/iu, "");
  const rest = readNumber(words)?.rest ?? "";
  const width = rest === "" ? undefined : parseLengthCm(words, system);
  if (width?.ok) return ok({ cm3: potVolumeCm3(width.value), rimCm: width.value });
  const volume = parseVolumeCm3(words, system);
  return volume.ok ? ok({ cm3: volume.value, rimCm: undefined }) : volume;
}
