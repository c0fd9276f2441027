import type { VgHydraulics } from "../hydraulics/hydraulics";
import type { Medium } from "../media/medium";
import type { History, Setup } from "../stack/setup";

/**
 * Hysteresis as two branches of one retention curve: a medium that drains follows the drying branch, one that takes up
 * water from below the wetting branch, with the same shape at a multiple of alpha (Kool & Parker 1987; Luckner et al.
 * 1989).
 */
export type Branch = "drying" | "wetting";

/**
 * Suction of a medium dry as it comes out of a bag left open: in balance with room air at about half saturation. [cm]
 */
export const DRY_AS_BOUGHT_PSI_CM = -1e6;

/** What was soaked from the top was soaked before, whatever is said of its history. */
export const historyOf = ({ water, history }: Pick<Setup, "water" | "history">): History =>
  water.by === "soaking" ? "soaked" : history;

export const branchOf = (history: History): Branch => (history === "soaked" ? "drying" : "wetting");

/** A medium's hydraulic parameters on a branch. The catalogue gives the drying one. */
export function onBranch(
  { hydraulics, wettingAlphaFactor }: Pick<Medium, "hydraulics" | "wettingAlphaFactor">,
  branch: Branch,
): VgHydraulics {
  if (branch === "drying") return hydraulics;
  return {
    ...hydraulics,
    airEntryCm: hydraulics.airEntryCm / wettingAlphaFactor,
    modes: hydraulics.modes.map((mode) => ({ ...mode, alphaPerCm: mode.alphaPerCm * wettingAlphaFactor })),
  };
}

/** Whether a medium, put in dry, sheds the water that should wick into it until it has been soaked from the top. */
export const repelsWhenDry = ({ rewetting }: Pick<Medium, "rewetting">): boolean =>
  rewetting.behaviour === "sheds-once-dry";
