import type { HydraulicTable } from "../hydraulics/table";
import type { Column } from "./column";
import type { Repellency } from "./repellency";

// Apart from what a medium's repellency is, for the page's thread, which follows none.

/** Cells that shed water, through a run. */
export type Shedding = {
  /** The part of what would flow into a cell that it takes, 0…1. */
  readonly intake: Float64Array;
  /** How much each cell sheds: 1 all that it can, 0 nothing. */
  readonly sheds: Float64Array;
  /** A step of so many hours was taken to these water contents, by cell. */
  accept(hours: number, theta: Float64Array): void;
};

/** Wet through is a cell of whose pores less than this share is empty: there it wears off so many times as fast. */
const WET_THROUGH = 0.05;
const SOONER_WET_THROUGH = 4;
/** What sheds by less than this sheds nothing. */
const LEAST_SHEDS = 0.01;

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

  /** @param wornOff how many of its times a step has taken */
  function settle(cell: number, layer: number, theta: number, wornOff: number): void {
    const repellency = media[layer];
    if (!repellency) return;
    const { thetaS, thetaR } = tables[layer]!;
    if (theta < repellency.belowTheta) sheds[cell] = 1;
    else if (sheds[cell]! > 0) {
      const isWetThrough = theta > thetaS - WET_THROUGH * (thetaS - thetaR);
      sheds[cell]! *= Math.exp(isWetThrough ? -SOONER_WET_THROUGH * wornOff : -wornOff);
      if (sheds[cell]! < LEAST_SHEDS) sheds[cell] = 0;
    }
    intake[cell] = 1 - sheds[cell]! * (1 - repellency.intakeFactor);
  }

  const forEachCell = (act: (cell: number, layer: number) => void): void =>
    column.layers.forEach(({ firstCell, cellCount }, layer) => {
      for (let cell = firstCell; cell < firstCell + cellCount; cell++) act(cell, layer);
    });
  forEachCell((cell, layer) => {
    sheds[cell] = media[layer] ? (startSheds?.[cell] ?? 0) : 0;
    settle(cell, layer, startTheta[cell]!, 0);
  });
  return {
    intake,
    sheds,
    accept(hours, theta) {
      for (let layer = 0; layer < media.length; layer++) {
        const repellency = media[layer];
        if (!repellency) continue;
        const wornOff = hours / repellency.givesWayHours;
        const { firstCell, cellCount } = column.layers[layer]!;
        for (let cell = firstCell; cell < firstCell + cellCount; cell++) settle(cell, layer, theta[cell]!, wornOff);
      }
    },
  };
}
