import type { Medium } from "./medium";

/** Media that are peat, or mixes sold with it. Moss that was not peat yet is not meant. */
const PEATY: ReadonlySet<string> = new Set(["sphagnum-peat", "potting-mix-peat-based", "seed-starting-mix"]);
/** What marks a medium made of such a one: a mix, or a grower's own. */
export const PEAT_FLAG = "peat";
export const hasPeat = ({ id, safety }: Pick<Medium, "id" | "safety">): boolean =>
  PEATY.has(id) || safety.flags.includes(PEAT_FLAG);

const FEEDING: readonly string[] = ["contains-fertiliser", "fertiliser", "nutrients", "high-salts"];
const LIMING: readonly string[] = ["contains-lime", "raises-ph"];
const hasFlag =
  (flags: readonly string[]) =>
  ({ safety }: Pick<Medium, "safety">): boolean =>
    safety.flags.some((flag) => flags.includes(flag));
/** Whether it feeds, by itself or by what is sold in it. */
export const isFed = hasFlag(FEEDING);
/** Whether feed was put into it, beyond what earth has of itself. */
export const hasAddedFeed = hasFlag(["contains-fertiliser", "fertiliser", "high-salts"]);
/** Whether it lifts pH for good. */
export const isLimed = hasFlag(LIMING);

const EARTHS: ReadonlySet<string> = new Set(["loam", "compost"]);
/** Grains that neither feed nor lime nor rot, alone or mixed: what buffers nothing takes the pH of its water. */
export const isInert = (medium: Pick<Medium, "class" | "pattern" | "safety" | "decompositionHalfLifeYears">): boolean =>
  medium.class === "mineral" &&
  medium.decompositionHalfLifeYears === null &&
  !EARTHS.has(medium.pattern) &&
  !isFed(medium) &&
  !isLimed(medium);
