import type { BesidePores } from "../hydraulics/beside-pores";
import { hydraulicFunctions, type HydraulicFunctions, type Hydraulics } from "../hydraulics/hydraulics";
import { areaAtCm2, isStraight, raisedArea, volumeBetweenCm3, type AreaByHeight } from "../vessel/area-by-height";

/**
 * A column of layers, bottom to top. Height z is measured up from the base; flux is positive upward.
 * Layers of different area make the column quasi-one-dimensional: psi is uniform across a level.
 */
export type ColumnLayer = {
  readonly thicknessCm: number;
  /** The same all through, or by height over the foot of the layer. */
  readonly areaCm2: number | AreaByHeight;
  readonly hydraulics: Hydraulics;
  readonly beside?: BesidePores | undefined;
};

export type PreparedLayer = {
  readonly bottomCm: number;
  readonly topCm: number;
  /** At its foot. */
  readonly areaCm2: number;
  /** By height; undefined where it is the same all through. */
  readonly area: AreaByHeight | undefined;
  readonly volumeCm3: number;
  readonly functions: HydraulicFunctions;
  /** Index of the first cell and the number of cells of this layer. */
  readonly firstCell: number;
  readonly cellCount: number;
};

export type Column = {
  readonly layers: readonly PreparedLayer[];
  /** Its foot and its top, in the heights of whoever made it. */
  readonly baseCm: number;
  readonly heightCm: number;
  readonly specificStoragePerCm: number;
  /** Cell centres, bottom to top. [cm] */
  readonly zCm: Float64Array;
  readonly cellVolumeCm3: Float64Array;
};

export const DEFAULT_CELL_CM = 0.25;

/** Cells of a layer: max(1, round(thickness / cell)). */
export const cellsInLayer = (thicknessCm: number, cellCm: number): number =>
  Math.max(1, Math.round(thicknessCm / cellCm));

/**
 * Lays the grid through the layers and prepares their hydraulic functions.
 * @param baseCm the height its foot is counted from
 * @throws RangeError when there is no layer or a thickness, area or cell is not positive: validate before
 */
export function makeColumn(
  layers: readonly ColumnLayer[],
  specificStoragePerCm: number,
  cellCm = DEFAULT_CELL_CM,
  baseCm = 0,
): Column {
  if (layers.length === 0) throw new RangeError("layers: a column needs at least one");
  if (!(cellCm > 0)) throw new RangeError(`cellCm: must be greater than 0, got ${cellCm}`);
  let bottomCm = baseCm;
  let firstCell = 0;
  const prepared = layers.map(({ thicknessCm, areaCm2: given, hydraulics, beside }, index): PreparedLayer => {
    const area = typeof given === "number" || isStraight(given) ? undefined : raisedArea(given, bottomCm);
    const areaCm2 = typeof given === "number" ? given : areaAtCm2(given, 0);
    if (!(thicknessCm > 0 && areaCm2 > 0)) {
      throw new RangeError(
        `layers[${index}]: thicknessCm and areaCm2 must be greater than 0, got ${thicknessCm} and ${areaCm2}`,
      );
    }
    const layer = {
      bottomCm,
      topCm: bottomCm + thicknessCm,
      areaCm2,
      area,
      volumeCm3: area
        ? volumeBetweenCm3(area, bottomCm, bottomCm + thicknessCm)
        : areaCm2 * (bottomCm + thicknessCm - bottomCm),
      functions: hydraulicFunctions(hydraulics, beside),
      firstCell,
      cellCount: cellsInLayer(thicknessCm, cellCm),
    };
    bottomCm = layer.topCm;
    firstCell += layer.cellCount;
    return layer;
  });
  const zCm = new Float64Array(firstCell);
  const cellVolumeCm3 = new Float64Array(firstCell);
  for (const layer of prepared) {
    const dz = (layer.topCm - layer.bottomCm) / layer.cellCount;
    for (let i = 0; i < layer.cellCount; i++) {
      zCm[layer.firstCell + i] = layer.bottomCm + (i + 0.5) * dz;
      cellVolumeCm3[layer.firstCell + i] = layer.area
        ? volumeBetweenCm3(layer.area, layer.bottomCm + i * dz, layer.bottomCm + (i + 1) * dz)
        : layer.areaCm2 * dz;
    }
  }
  return { layers: prepared, baseCm, heightCm: bottomCm, specificStoragePerCm, zCm, cellVolumeCm3 };
}

/** Area of a layer at a height in it. [cm²] */
export const layerAreaAtCm2 = ({ area, areaCm2 }: Pick<PreparedLayer, "area" | "areaCm2">, zCm: number): number =>
  area ? areaAtCm2(area, zCm) : areaCm2;

/** Area of the column at its top: what weather falls on and roots are counted over. [cm²] */
export function topAreaCm2({ layers, heightCm }: Column): number {
  return layerAreaAtCm2(layers.at(-1)!, heightCm);
}

/** Volume of a layer between two heights in it. [cm³] */
export const layerVolumeCm3 = (
  { area, areaCm2 }: Pick<PreparedLayer, "area" | "areaCm2">,
  fromCm: number,
  toCm: number,
): number => (area ? volumeBetweenCm3(area, fromCm, toCm) : areaCm2 * (toCm - fromCm));

/** Water a layer's pores store at the water contents of its column's cells. [cm³] */
function layerStorageCm3(
  { cellVolumeCm3 }: Column,
  { bottomCm, topCm, area, areaCm2, firstCell, cellCount }: PreparedLayer,
  theta: Float64Array,
): number {
  let sum = 0;
  if (area) {
    for (let i = firstCell; i < firstCell + cellCount; i++) sum += cellVolumeCm3[i]! * theta[i]!;
    return sum;
  }
  for (let i = firstCell; i < firstCell + cellCount; i++) sum += theta[i]!;
  return areaCm2 * ((topCm - bottomCm) / cellCount) * sum;
}

/** The same of every layer, bottom to top. [cm³] */
export const storageByLayerCm3 = (column: Column, theta: Float64Array): Float64Array =>
  Float64Array.from(column.layers, (layer) => layerStorageCm3(column, layer, theta));

/** Water content at a head, with the little that positive heads add. [m³/m³] */
export const thetaAt = (functions: HydraulicFunctions, specificStoragePerCm: number, psiCm: number): number =>
  psiCm >= 0 ? functions.thetaS + specificStoragePerCm * psiCm : functions.waterContent(psiCm);
