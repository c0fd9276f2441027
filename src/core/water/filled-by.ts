import { type Setup, type Standing } from "../stack/setup";
import { boundariesCm, drainsAtCm, soakedLevelCm } from "../stack/geometry";
import { vesselVolumeCm3 } from "../vessel/vessel";
import { heldAtCm3 } from "./budget";
import { networkOf, type MediumLookup } from "./network";

/** The same setup with its water come in another way, starting near the state it was in. */
export function filledBy(setup: Setup, by: Standing["by"], medium: MediumLookup): Standing {
  const { water, vessel } = setup;
  if (by === water.by) return water;
  const mostCm = Math.min(drainsAtCm(setup) ?? vessel.insideDepthCm, vessel.insideDepthCm);
  const heightCm =
    water.by === "level" ? water.levelCm : water.by === "soaking" ? Math.min(soakedLevelCm(setup), mostCm) : 0;
  switch (by) {
    case "level": {
      const firstTopCm = boundariesCm(setup)[1] ?? vessel.insideDepthCm / 4;
      const isFull = heightCm >= vessel.insideDepthCm;
      const levelCm = heightCm > 0 && !isFull ? heightCm : Math.round(firstTopCm * 5) / 10;
      return { by, levelCm: Math.min(levelCm, mostCm) };
    }
    case "soaking":
      return { by };
    case "volume": {
      const network = networkOf(setup, medium);
      const level = network.ok ? Math.min(heightCm, network.value.column.heightCm) : heightCm;
      const storedCm3 = network.ok ? heldAtCm3(network.value, level) : vesselVolumeCm3(vessel, level || 1);
      return { by, storedCm3: Math.round(storedCm3) };
    }
    default:
      return by satisfies never;
  }
}
