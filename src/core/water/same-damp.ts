import type { Setup } from "../stack/setup";
import { DRY_AS_BOUGHT_PSI_CM } from "./branch";
import { heldAtCm3 } from "./budget";
import { whenSound } from "./checked";
import { networkOf, type MediumLookup } from "./network";
import { settle } from "./settle";

/**
 * A setup in which layers were changed, holding its water as damp as it was before: what is taken out takes its own
 * water along, and what is put in brings its own. Only a counted dose is changed by that; a level and a soaking are the
 * same whatever lies in them.
 */
export function asDampAs(before: Setup, after: Setup, medium: MediumLookup): Setup {
  if (before.water.by !== "volume" || after.water.by !== "volume") return after;
  const settled = whenSound(before, medium, (sound) => settle(sound, medium));
  const made = networkOf(after, medium);
  if (!settled.ok || !made.ok) return after;
  const { waterTableCm } = settled.value.equilibrium;
  if (waterTableCm <= DRY_AS_BOUGHT_PSI_CM) return after;
  return { ...after, water: { by: "volume", storedCm3: Math.round(heldAtCm3(made.value, waterTableCm) * 10) / 10 } };
}
