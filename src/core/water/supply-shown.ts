import type { Setup } from "../stack/setup";
import { historyOf } from "./branch";
import type { RefillMark } from "./refill-mark";
import type { BranchSupply, Supply } from "./supply";

/**
 * Which of a supply's two branches is a setup's own, and which stands beside it. Apart from the solver, for the page's
 * thread.
 */
export function branchesShown(
  setup: Pick<Setup, "water" | "history">,
  { soaked, wicked }: Pick<Supply, "soaked" | "wicked">,
): { readonly own: BranchSupply; readonly other: BranchSupply; readonly ownIsSoaked: boolean } {
  return historyOf(setup) === "soaked"
    ? { own: soaked, other: wicked, ownIsSoaked: true }
    : { own: wicked, other: soaked, ownIsSoaked: false };
}

/** The height of the refill mark on the branch of a setup's history. [cm] */
export function markHeightCm(setup: Pick<Setup, "water" | "history">, supply: Supply): number | undefined {
  const { mark } = branchesShown(setup, supply).own;
  return mark.kind === "mark" ? mark.levelCm : undefined;
}

/** Marks nearer than this are one to who looks down a tube. [cm] */
const SAME_MARK_CM = 0.25;

export const isSameMark = (a: RefillMark, b: RefillMark): boolean =>
  a.kind === "mark" && b.kind === "mark" ? Math.abs(a.levelCm - b.levelCm) < SAME_MARK_CM : a.kind === b.kind;
