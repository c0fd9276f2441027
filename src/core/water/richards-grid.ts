import type { HydraulicTable } from "../hydraulics/table";
import type { CellMemory } from "./cell-memory";
import { layerAreaAtCm2, type Column } from "./column";

/**
 * What of a column's equations is fixed by its grid. Nodes go from the bottom to the top: one a cell, and one on each
 * interface between layers, which has no volume. Face f joins nodes f and f+1, inside one layer.
 */
export type RichardsGrid = {
  readonly nodes: number;
  readonly tables: readonly HydraulicTable[];
  /** By layer, and one more: the first node of each; the one before it is the interface below. */
  readonly firstNode: Int32Array;
  /** By node, from here on. An interface counts to the layer below it. */
  readonly tableOf: readonly HydraulicTable[];
  /** The curve a node is on: of its medium, or, where cells remember, its own. */
  readonly curveOf: readonly NodeCurve[];
  readonly isInterface: Uint8Array;
  /** The cell of a node; 0 for an interface. */
  readonly cellOf: Int32Array;
  readonly volumeCm3: Float64Array;
  /** 1 / volume; 0 for an interface. */
  readonly perVolume: Float64Array;
  /** 1 / what a residual is measured by. */
  readonly perScale: Float64Array;
  /** Above this head a node has hardly begun to empty. */
  readonly firstEmptiedPsiCm: Float64Array;
  readonly specificStoragePerCm: number;
  /** By face. */
  readonly faceLengthCm: Float64Array;
  readonly faceAreaCm2: Float64Array;
  /** By cell. */
  readonly nodeOfCell: Int32Array;
};

export type NodeCurve = Pick<HydraulicTable, "waterContentAt" | "psiAtTheta">;

/** The heads a stage of a step is tried with, and what it finds at them. All by node. */
export type TrialStage = {
  readonly psiCm: Float64Array;
  /** No head is followed further into dryness than this. */
  readonly driestPsiCm: Float64Array;
  /** Water content by the curve at the trial head, and its slope by it. */
  readonly theta: Float64Array;
  readonly capacityPerCm: Float64Array;
  /** What flows in [cm³/h], and its slopes by the heads of the node below, of itself and of the one above [cm³/h per cm]. */
  readonly netCm3PerHour: Float64Array;
  readonly lower: Float64Array;
  readonly diagonal: Float64Array;
  readonly upper: Float64Array;
  /** What Newton's method asks of the heads. */
  readonly changeCm: Float64Array;
};

export function trialStage(nodes: number): TrialStage {
  const array = (): Float64Array => new Float64Array(nodes);
  return {
    psiCm: array(),
    driestPsiCm: array(),
    theta: array(),
    capacityPerCm: array(),
    netCm3PerHour: array(),
    lower: array(),
    diagonal: array(),
    upper: array(),
    changeCm: array(),
  };
}

/** A cell is nearly saturated while less than this share of its pores has emptied. */
const FIRST_EMPTIED = 0.01;

/**
 * @param tables those of the column's layers, in their order
 * @param memory of its cells, where they remember
 */
export function richardsGrid(column: Column, tables: readonly HydraulicTable[], memory?: CellMemory): RichardsGrid {
  const nodes = column.zCm.length + column.layers.length - 1;
  const array = (): Float64Array => new Float64Array(nodes);
  const tableOf: HydraulicTable[] = [];
  const isInterface = new Uint8Array(nodes);
  const cellOf = new Int32Array(nodes);
  const volumeCm3 = array();
  const perVolume = array();
  const perScale = array();
  const faceLengthCm = array();
  const faceAreaCm2 = array();
  const firstNode = new Int32Array(column.layers.length + 1);
  let node = 0;
  column.layers.forEach((prepared, layer) => {
    const { bottomCm, topCm, firstCell, cellCount } = prepared;
    const dz = (topCm - bottomCm) / cellCount;
    firstNode[layer] = node;
    for (let i = 0; i < cellCount; i++, node++) {
      tableOf[node] = tables[layer]!;
      cellOf[node] = firstCell + i;
      volumeCm3[node] = column.cellVolumeCm3[firstCell + i]!;
      perVolume[node] = perScale[node] = 1 / volumeCm3[node]!;
      faceLengthCm[node] = i + 1 === cellCount ? dz / 2 : dz;
      // the area half way between the two nodes it joins
      faceAreaCm2[node] = layerAreaAtCm2(prepared, bottomCm + (i + 0.5) * dz + faceLengthCm[node]! / 2);
    }
    if (layer + 1 === column.layers.length) return;
    const next = column.layers[layer + 1]!;
    const nextDz = (next.topCm - next.bottomCm) / next.cellCount;
    tableOf[node] = tables[layer]!;
    isInterface[node] = 1;
    perScale[node] = 1 / Math.min(volumeCm3[node - 1]!, column.cellVolumeCm3[next.firstCell]!);
    faceAreaCm2[node] = layerAreaAtCm2(next, next.bottomCm + nextDz / 4);
    faceLengthCm[node] = nextDz / 2;
    node++;
  });
  firstNode[column.layers.length] = nodes;
  const firstEmptiedPsiCm = array();
  tables.forEach(({ thetaS, thetaR, psiAtTheta }, layer) =>
    firstEmptiedPsiCm.fill(
      psiAtTheta(thetaS - FIRST_EMPTIED * (thetaS - thetaR)),
      firstNode[layer],
      firstNode[layer + 1],
    ),
  );

  const nodeOfCell = new Int32Array(column.zCm.length);
  for (let i = 0; i < nodes; i++) if (isInterface[i] === 0) nodeOfCell[cellOf[i]!] = i;
  const curveOf = memory
    ? tableOf.map((_, i): NodeCurve => {
        const cell = cellOf[isInterface[i] === 0 ? i : i - 1]!;
        return {
          waterContentAt: (psiCm) => memory.waterContentAt(cell, psiCm),
          psiAtTheta: (theta) => memory.psiAtTheta(cell, theta),
        };
      })
    : tableOf;
  return {
    nodes,
    tables,
    firstNode,
    tableOf,
    curveOf,
    isInterface,
    cellOf,
    volumeCm3,
    perVolume,
    perScale,
    firstEmptiedPsiCm,
    specificStoragePerCm: column.specificStoragePerCm,
    faceLengthCm,
    faceAreaCm2,
    nodeOfCell,
  };
}
