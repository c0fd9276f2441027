import type { HydraulicTable } from "../hydraulics/table";
import type { Column } from "./column";

/**
 * A medium that sheds water once it has dried: peat, bark and coir dust coat themselves with waxes and lose their films
 * (Dekker & Ritsema 1994; Michel, Rivière & Bellon-Fontaine 2001), so that water beads on them though their pores would
 * suck. A cell that has dried below a water content takes in but a part of what would flow into it; once it holds more
 * than that again, what it sheds wears off with time, and all of it goes when it has been wet through. What flows out of
 * it is not held up.
 */
export type Repellency = {
  /** Drier than this it sheds water. [m³/m³] */
  readonly belowTheta: number;
  /** The part of what would flow into a cell that sheds, 0…1. */
  readonly intakeFactor: number;
  /** How long water must be there until it sheds e times less. [h] */
  readonly givesWayHours: number;
};

/** Cells that shed water, through a run. */
export type Shedding = {
  /** The part of what would flow into a cell that it takes, 0…1. */
  readonly intake: Float64Array;
  /** How much each cell sheds: 1 all that it can, 0 nothing. */
  readonly sheds: Float64Array;
  /** A step of so many hours was taken to these water contents, by cell. */
  accept(hours: number, theta: Float64Array): void;
};

/** Wet through is a cell of whose pores less than this share is empty. */
const WET_THROUGH = 0.05;

/**
 * @param tables those of the column's layers
 * @param media by layer; undefined for what never sheds
 * @param startTheta by cell
 * @param startSheds by cell; without it each cell sheds as dry as it is
 */
export function sheddingOf(
  column: Column,
  tables: readonly HydraulicTable[],
  media: readonly (Repellency | undefined)[],
  startTheta: Float64Array,
  startSheds?: readonly number[],
): Shedding {
  const cells = column.zCm.length;
  const intake = new Float64Array(cells).fill(1);
  const sheds = new Float64Array(cells);

  function settle(cell: number, layer: number, theta: number, wearsOff: number): void {
    const repellency = media[layer];
    if (!repellency) return;
    const { thetaS, thetaR } = tables[layer]!;
    if (theta < repellency.belowTheta) sheds[cell] = 1;
    else if (theta > thetaS - WET_THROUGH * (thetaS - thetaR)) sheds[cell] = 0;
    else sheds[cell]! *= wearsOff;
    intake[cell] = 1 - sheds[cell]! * (1 - repellency.intakeFactor);
  }

  const forEachCell = (act: (cell: number, layer: number) => void): void =>
    column.layers.forEach(({ firstCell, cellCount }, layer) => {
      for (let cell = firstCell; cell < firstCell + cellCount; cell++) act(cell, layer);
    });
  forEachCell((cell, layer) => {
    sheds[cell] = media[layer] ? (startSheds?.[cell] ?? 0) : 0;
    settle(cell, layer, startTheta[cell]!, 1);
  });
  return {
    intake,
    sheds,
    accept(hours, theta) {
      for (let layer = 0; layer < media.length; layer++) {
        const repellency = media[layer];
        if (!repellency) continue;
        const wearsOff = Math.exp(-hours / repellency.givesWayHours);
        const { firstCell, cellCount } = column.layers[layer]!;
        for (let cell = firstCell; cell < firstCell + cellCount; cell++) settle(cell, layer, theta[cell]!, wearsOff);
      }
    },
  };
}
