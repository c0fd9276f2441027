import { bracketedRoot } from "../hydraulics/bracketed-root";
import { areaAtCm2, areaSlopeCm } from "../vessel/area-by-height";
import { layerAreaAtCm2, thetaAt, topAreaCm2, type Column, type PreparedLayer } from "./column";
import { gaussLegendre } from "../hydraulics/gauss-legendre";
import { failed, ok, problem, type Result } from "../units/problem";

/**
 * The settled state of a column over free water: hydrostatic, psi = waterTable − z, through every layer.
 */
export type Equilibrium = {
  /** Height of the free water surface; below 0 when it would lie under the base. [cm] */
  readonly waterTableCm: number;
  /** Water in the pores, thetaR included. [cm³] */
  readonly storedCm3: number;
  /** The same by layer, bottom to top. [cm³] */
  readonly layerStoredCm3: Float64Array;
  /** Water standing above the top layer, on its area. [cm³] */
  readonly pondedCm3: number;
  /** Height of the zone with Se > 0.999, contiguous from the base. [cm] */
  readonly saturatedCm: number;
  /** Pressure head at the cell centres of the column. [cm] */
  readonly psiCm: Float64Array;
  /** Water content at the cell centres. [m³/m³] */
  readonly theta: Float64Array;
  /** How often the storage was summed to find the water table. */
  readonly iterations: number;
};

const SATURATED_SE = 0.999;

/** Panels grow by this factor away from the water table, where the curve flattens on a log scale. */
const PANEL_GROWTH = 2;
/** A panel of an exponential curve spans this many of its foldings at most. */
const LONGEST_PANEL_FOLDINGS = 3;
/** No search for a dose goes drier than this; a medium that still holds more then has n all but 1. [cm] */
const DRIEST_WATER_TABLE_CM = -1e30;
/** The first panel ends at this fraction of the coarsest pore scale 1/alpha. */
const FIRST_PANEL = 0.02;

/**
 * ∫ theta · weight over a height of layer that lies above the free surface, by Gauss-Legendre on graded panels. [cm]
 * Counted from its lower end, so that a stack under 1e20 cm of suction still has its thickness.
 * @param suctionCm suction at the lower end, 0 or more
 * @param weight by height over the lower end; 1 without
 * @param joints heights over the lower end at which the weight may bend
 */
function unsaturatedIntegralCm(
  { functions }: PreparedLayer,
  suctionCm: number,
  heightCm: number,
  weight?: (overCm: number) => number,
  joints: readonly number[] = [],
): number {
  const entry = functions.airEntryCm;
  // Up to the air entry theta is constant; past it the graded panels start at the kink.
  let from = Math.min(Math.max(0, entry - suctionCm), heightCm);
  let sum = from * functions.thetaS;
  if (weight) {
    const ends = [0, ...joints.filter((joint) => joint > 0 && joint < from), from];
    sum = ends.slice(1).reduce((whole, to, i) => whole + functions.thetaS * gaussLegendre(ends[i]!, to, weight), 0);
  }
  const first = FIRST_PANEL / functions.largestAlphaPerCm;
  while (from < heightCm) {
    const pastKink = suctionCm + from - entry;
    const at = from;
    const to = Math.min(
      joints.find((joint) => joint > at) ?? heightCm,
      heightCm,
      from + Math.min(Math.max(first, pastKink * (PANEL_GROWTH - 1)), LONGEST_PANEL_FOLDINGS * functions.foldingCm),
    );
    sum += gaussLegendre(
      from,
      to,
      weight
        ? (height) => weight(height) * functions.waterContent(-(suctionCm + height))
        : (height) => functions.waterContent(-(suctionCm + height)),
    );
    from = to;
  }
  return sum;
}

/** Water one layer stores over a water table, exact to the quadrature rather than to the cells. [cm³] */
function hydrostaticLayerStorageCm3(layer: PreparedLayer, specificStoragePerCm: number, waterTableCm: number): number {
  const { area, bottomCm, topCm } = layer;
  if (area)
    return weightedStorage(layer, specificStoragePerCm, waterTableCm, (zCm) => areaAtCm2(area, zCm), jointsOf(layer));
  const suctionAtBottom = bottomCm - waterTableCm;
  const suctionAtTop = topCm - waterTableCm;
  let perArea = 0;
  if (suctionAtBottom < 0) {
    const wetTop = Math.min(0, suctionAtTop);
    perArea +=
      (wetTop - suctionAtBottom) * (layer.functions.thetaS - (specificStoragePerCm * (wetTop + suctionAtBottom)) / 2);
  }
  const wetCm = Math.max(0, -suctionAtBottom);
  const heightCm = topCm - bottomCm - wetCm;
  if (heightCm > 0) perArea += unsaturatedIntegralCm(layer, Math.max(0, suctionAtBottom), heightCm);
  return layer.areaCm2 * perArea;
}

/** Heights inside a layer at which its area bends. [cm] */
const jointsOf = ({ area, bottomCm, topCm }: PreparedLayer): readonly number[] =>
  area?.flatMap(({ toCm }) => (toCm > bottomCm && toCm < topCm ? [toCm] : [])) ?? [];

/** ∫ theta · weight over a layer: its storage where the weight is its area. */
function weightedStorage(
  layer: PreparedLayer,
  specificStoragePerCm: number,
  waterTableCm: number,
  weight: (zCm: number) => number,
  joints: readonly number[],
): number {
  const { bottomCm, topCm, functions } = layer;
  const surfaceCm = Math.min(Math.max(waterTableCm, bottomCm), topCm);
  const ends = [bottomCm, ...joints.filter((joint) => joint < surfaceCm), surfaceCm];
  const wet = ends
    .slice(1)
    .reduce(
      (sum, to, i) =>
        sum +
        (to > ends[i]!
          ? gaussLegendre(
              ends[i]!,
              to,
              (zCm) => weight(zCm) * (functions.thetaS + specificStoragePerCm * (waterTableCm - zCm)),
            )
          : 0),
      0,
    );
  if (surfaceCm >= topCm) return wet;
  return (
    wet +
    unsaturatedIntegralCm(
      layer,
      Math.max(0, surfaceCm - waterTableCm),
      topCm - surfaceCm,
      (overCm) => weight(surfaceCm + overCm),
      joints.map((joint) => joint - surfaceCm),
    )
  );
}

/** Water the whole column stores over a water table. [cm³] */
export function hydrostaticStorageCm3(column: Column, waterTableCm: number): number {
  let sum = 0;
  for (const layer of column.layers)
    sum += hydrostaticLayerStorageCm3(layer, column.specificStoragePerCm, waterTableCm);
  return sum;
}

/**
 * d(storage)/d(water table): the theta a layer gains at its bottom less what it loses at its top, by area, and what
 * moves up into more or less of it between. [cm²]
 */
export function storageSlopeCm2(column: Column, waterTableCm: number): number {
  let sum = 0;
  for (const layer of column.layers) {
    const { bottomCm, topCm, area, areaCm2, functions } = layer;
    const atBottom = thetaAt(functions, column.specificStoragePerCm, waterTableCm - bottomCm);
    const atTop = thetaAt(functions, column.specificStoragePerCm, waterTableCm - topCm);
    if (!area) {
      sum += areaCm2 * (atBottom - atTop);
      continue;
    }
    sum += areaCm2 * atBottom - layerAreaAtCm2(layer, topCm) * atTop;
    sum += weightedStorage(
      layer,
      column.specificStoragePerCm,
      waterTableCm,
      (zCm) => areaSlopeCm(area, zCm),
      jointsOf(layer),
    );
  }
  return sum;
}

/** The least a column can hold: every layer at thetaR. [cm³] */
export const residualStorageCm3 = (column: Column): number =>
  column.layers.reduce((sum, layer) => sum + layer.volumeCm3 * layer.functions.thetaR, 0);

/** What the pores hold when water stands at the top of the column. [cm³] */
export const fullStorageCm3 = (column: Column): number => hydrostaticStorageCm3(column, column.heightCm);

/** The hydrostatic state over free water at a given height; above the top it ponds. */
export function equilibriumAtWaterTable(column: Column, waterTableCm: number): Equilibrium {
  return stateAt(column, waterTableCm, 0);
}

/**
 * The hydrostatic state of a sealed column that stores exactly `storedCm3`; what the pores cannot take stands on the
 * top layer. Fails with code "below-residual" when it is not above what is held at thetaR, and "unreachable" when no
 * finite suction is dry enough.
 */
export function equilibriumWithStored(column: Column, storedCm3: number): Result<Equilibrium> {
  const residual = residualStorageCm3(column);
  if (!(storedCm3 > residual)) {
    return failed(
      problem(
        "storedCm3",
        "below-residual",
        `must be greater than ${residual.toPrecision(6)}, the water bound in the layers at thetaR`,
      ),
    );
  }
  const top = column.heightCm;
  const full = fullStorageCm3(column);
  if (storedCm3 >= full) {
    // Pond and pores rise together: S(zw) + area·(zw − top) = stored, and S is linear above the top.
    const area = topAreaCm2(column);
    const waterTableCm = top + (storedCm3 - full) / (area + storageSlopeCm2(column, top + 1));
    return ok(stateAt(column, waterTableCm, 0));
  }
  let high = top;
  let low = 0;
  while (hydrostaticStorageCm3(column, low) > storedCm3) {
    high = low;
    low = 4 * low - 10;
    if (low < DRIEST_WATER_TABLE_CM) {
      return failed(
        problem("storedCm3", "unreachable", "is so close to the water bound at thetaR that no suction is dry enough"),
      );
    }
  }
  const { x: waterTableCm, evaluations } = bracketedRoot(
    {
      valueAt: (level) => hydrostaticStorageCm3(column, level) - storedCm3,
      slopeAt: (level) => storageSlopeCm2(column, level),
      low,
      high,
    },
    (low + high) / 2,
    (level) => 4e-16 * Math.max(1, Math.abs(level)),
    1e-13 * storedCm3,
  );
  return ok(stateAt(column, waterTableCm, evaluations));
}

function stateAt(column: Column, waterTableCm: number, iterations: number): Equilibrium {
  const { layers, zCm, specificStoragePerCm, heightCm } = column;
  const psiCm = new Float64Array(zCm.length);
  const theta = new Float64Array(zCm.length);
  const layerStoredCm3 = new Float64Array(layers.length);
  let storedCm3 = 0;
  layers.forEach((layer, index) => {
    const end = layer.firstCell + layer.cellCount;
    for (let i = layer.firstCell; i < end; i++) {
      psiCm[i] = waterTableCm - zCm[i]!;
      theta[i] = thetaAt(layer.functions, specificStoragePerCm, psiCm[i]!);
    }
    layerStoredCm3[index] = hydrostaticLayerStorageCm3(layer, specificStoragePerCm, waterTableCm);
    storedCm3 += layerStoredCm3[index]!;
  });
  return {
    waterTableCm,
    storedCm3,
    layerStoredCm3,
    pondedCm3: Math.max(0, waterTableCm - heightCm) * topAreaCm2(column),
    saturatedCm: saturatedHeightCm(column, waterTableCm),
    psiCm,
    theta,
    iterations,
  };
}

function saturatedHeightCm(column: Column, waterTableCm: number): number {
  for (const { bottomCm, topCm, functions } of column.layers) {
    const saturatedAt = (z: number): boolean => functions.effectiveSaturation(waterTableCm - z) > SATURATED_SE;
    if (!saturatedAt(bottomCm)) return bottomCm;
    if (saturatedAt(topCm)) continue;
    let wet = bottomCm;
    let dry = topCm;
    for (let i = 0; i < 60 && dry - wet > 1e-9; i++) {
      const middle = (wet + dry) / 2;
      if (saturatedAt(middle)) wet = middle;
      else dry = middle;
    }
    return wet;
  }
  return column.heightCm;
}
