import type { Medium } from "../media/medium";
import { sharesOf, type Part } from "./blend";

/** A medium that lifts 2 mm a day less far than this does not wick to speak of. [cm] */
export const WICKS_FROM_CM = 8;
/**
 * Grains of a share touch one another all through the mix from about here on: the percolation threshold of random
 * packings, 0.15 to 0.3 (Scher & Zallen 1970).
 */
export const LEAST_WICKING_SHARE = 0.3;

/** Which parts of a mix draw water up, and whether those that do are in touch through it. */
export type Wicking = {
  readonly idle: readonly Medium[];
  /** Share of the mix that wicks. */
  readonly share: number;
  readonly inTouch: boolean;
};

export const wicks = ({ capillaryRiseCm }: Pick<Medium, "capillaryRiseCm">): boolean =>
  capillaryRiseCm.moistStart.typical >= WICKS_FROM_CM;

export function wickingOf(parts: readonly Part[]): Wicking {
  const shares = sharesOf(parts);
  const share = parts.reduce((sum, { medium }, i) => sum + (wicks(medium) ? shares[i]! : 0), 0);
  return {
    idle: parts.flatMap(({ medium }) => (wicks(medium) ? [] : [medium])),
    share,
    inTouch: share >= LEAST_WICKING_SHARE,
  };
}
