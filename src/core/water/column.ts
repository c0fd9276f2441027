import { hydraulicFunctions, type HydraulicFunctions, type Hydraulics } from "../hydraulics/hydraulics";

/**
 * A column of layers, bottom to top. Height z is measured up from the base; flux is positive upward.
 * Layers of different area make the column quasi-one-dimensional: psi is uniform across a level.
 */
export type ColumnLayer = { readonly thicknessCm: number; readonly areaCm2: number; readonly hydraulics: Hydraulics };

export type PreparedLayer = {
  readonly bottomCm: number;
  readonly topCm: number;
  readonly areaCm2: number;
  readonly functions: HydraulicFunctions;
  /** Index of the first cell and the number of cells of this layer. */
  readonly firstCell: number;
  readonly cellCount: number;
};

export type Column = {
  readonly layers: readonly PreparedLayer[];
  readonly heightCm: number;
  readonly specificStoragePerCm: number;
  /** Cell centres, bottom to top. [cm] */
  readonly zCm: Float64Array;
};

export const DEFAULT_CELL_CM = 0.25;

/** Cells of a layer: max(1, round(thickness / cell)). */
export const cellsInLayer = (thicknessCm: number, cellCm: number): number =>
  Math.max(1, Math.round(thicknessCm / cellCm));

/**
 * Lays the grid through the layers and prepares their hydraulic functions.
 * @throws RangeError when there is no layer or a thickness, area or cell is not positive: validate before
 */
export function makeColumn(
  layers: readonly ColumnLayer[],
  specificStoragePerCm: number,
  cellCm = DEFAULT_CELL_CM,
): Column {
  if (layers.length === 0) throw new RangeError("layers: a column needs at least one");
  if (!(cellCm > 0)) throw new RangeError(`cellCm: must be greater than 0, got ${cellCm}`);
  let bottomCm = 0;
  let firstCell = 0;
  const prepared = layers.map(({ thicknessCm, areaCm2, hydraulics }, index): PreparedLayer => {
    if (!(thicknessCm > 0 && areaCm2 > 0)) {
      throw new RangeError(
        `layers[${index}]: thicknessCm and areaCm2 must be greater than 0, got ${thicknessCm} and ${areaCm2}`,
      );
    }
    const layer = {
      bottomCm,
      topCm: bottomCm + thicknessCm,
      areaCm2,
      functions: hydraulicFunctions(hydraulics),
      firstCell,
      cellCount: cellsInLayer(thicknessCm, cellCm),
    };
    bottomCm = layer.topCm;
    firstCell += layer.cellCount;
    return layer;
  });
  const zCm = new Float64Array(firstCell);
  for (const layer of prepared) {
    const dz = (layer.topCm - layer.bottomCm) / layer.cellCount;
    for (let i = 0; i < layer.cellCount; i++) zCm[layer.firstCell + i] = layer.bottomCm + (i + 0.5) * dz;
  }
  return { layers: prepared, heightCm: bottomCm, specificStoragePerCm, zCm };
}

/** Water a layer's pores store at the water contents of its column's cells. [cm³] */
export function layerStorageCm3(
  { bottomCm, topCm, areaCm2, firstCell, cellCount }: PreparedLayer,
  theta: Float64Array,
): number {
  let sum = 0;
  for (let i = firstCell; i < firstCell + cellCount; i++) sum += theta[i]!;
  return areaCm2 * ((topCm - bottomCm) / cellCount) * sum;
}

/** The same of every layer, bottom to top. [cm³] */
export const storageByLayerCm3 = ({ layers }: Column, theta: Float64Array): Float64Array =>
  Float64Array.from(layers, (layer) => layerStorageCm3(layer, theta));

/** Water content at a head, with the little that positive heads add. [m³/m³] */
export const thetaAt = (functions: HydraulicFunctions, specificStoragePerCm: number, psiCm: number): number =>
  psiCm >= 0 ? functions.thetaS + specificStoragePerCm * psiCm : functions.waterContent(psiCm);
