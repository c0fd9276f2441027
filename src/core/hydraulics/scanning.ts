import type { HydraulicFunctions } from "./hydraulics";

/**
 * Hysteresis of water content by scanning curves (Parker & Lenhard 1987, retention alone, without trapped air): between
 * the main drying curve Sd(h) and the main wetting curve Sw(h) = Sd(factor·h), a point that turns back follows the main
 * curve of its new direction, scaled so that it leads from the point where it turned to the point where it turned before:
 *
 *     S(h) = S_to + (M(h) − M(h_to)) · (S_from − S_to) / (M(h_from) − M(h_to)),   M = Sd or Sw
 *
 * so that every loop closes, and a cycle moves no water. Once it has passed the point it was led to, both are forgotten
 * and it goes on as it had before. This is the readable form; the solver's cells follow the same rule on their tables
 * (water/cell-memory.ts).
 */
export type Direction = "drying" | "wetting";

/** Where a point turned. Outermost are the ends of the main curves: dry at an infinite suction, full at none. */
export type Turn = { readonly suctionCm: number; readonly saturation: number };

export type ScanningPoint = {
  readonly suctionCm: number;
  readonly saturation: number;
  readonly direction: Direction;
  /** Outermost first: the last is where its present curve came from, the last but one where that leads to. */
  readonly turns: readonly Turn[];
};

const DRY: Turn = { suctionCm: Infinity, saturation: 0 };
const FULL: Turn = { suctionCm: 0, saturation: 1 };

/** What a point on a main curve remembers: the ends of it alone. */
const MAIN: Record<Direction, readonly Turn[]> = { drying: [DRY, FULL], wetting: [FULL, DRY] };

/** How a point moves on the curves of one medium. Suctions are not negative. */
export type Scanning = {
  /** A point of a main curve. */
  onMain(direction: Direction, suctionCm: number): ScanningPoint;
  /** Where a point comes to at another suction, without turning on the way. */
  moved(from: ScanningPoint, suctionCm: number): ScanningPoint;
};

/**
 * @param functions of the main drying curve
 * @param wettingAlphaFactor the main wetting curve is it at so many times the suction
 */
export function scanning(functions: HydraulicFunctions, wettingAlphaFactor: number): Scanning {
  const main = (direction: Direction, suctionCm: number): number => {
    if (suctionCm === Infinity) return 0;
    return functions.effectiveSaturation(direction === "drying" ? -suctionCm : -suctionCm * wettingAlphaFactor);
  };
  const onMain = (direction: Direction, suctionCm: number): ScanningPoint => ({
    suctionCm,
    saturation: main(direction, suctionCm),
    direction,
    turns: MAIN[direction],
  });
  return {
    onMain,
    moved(from, suctionCm) {
      if (suctionCm === from.suctionCm) return from;
      // what is full has nothing to remember
      if (suctionCm <= 0) return onMain("drying", 0);
      const direction = suctionCm > from.suctionCm ? "drying" : "wetting";
      let turns =
        direction === from.direction
          ? from.turns
          : [...from.turns, { suctionCm: from.suctionCm, saturation: from.saturation }];
      const hasPassed = ({ suctionCm: at }: Turn): boolean =>
        direction === "drying" ? suctionCm > at : suctionCm < at;
      while (turns.length > 2 && hasPassed(turns.at(-2)!)) turns = turns.slice(0, -2);
      const start = turns.at(-1)!;
      const to = turns.at(-2)!;
      const mainTo = main(direction, to.suctionCm);
      const reach = main(direction, start.suctionCm) - mainTo;
      const scale = reach === 0 ? 1 : (start.saturation - to.saturation) / reach;
      const saturation = to.saturation + (main(direction, suctionCm) - mainTo) * scale;
      return { suctionCm, saturation, direction, turns };
    },
  };
}
