import { hydraulicFunctions, type HydraulicFunctions } from "../hydraulics/hydraulics";
import { hydraulicValues, keptTable, ROUGH_KNOT_EVERY } from "../hydraulics/table";
import { besidePoresOf } from "../media/grains";
import { cellMemory, type Beginning } from "./cell-memory";
import { layerVolumeCm3, type Column, type PreparedLayer } from "./column";
import type { Network, Soil } from "./network";

/** A medium's functions are made once: a design that is dragged asks for them at every move. */
const worked = new WeakMap<Soil, HydraulicFunctions>();

function dryingOf(soil: Soil): HydraulicFunctions {
  const functions = worked.get(soil) ?? hydraulicFunctions(soil.hydraulics, besidePoresOf(soil));
  worked.set(soil, functions);
  return functions;
}

/**
 * A network's column as its cells have come to be: every cell a layer of its own, whose medium holds and conducts as that
 * cell does from here on, for what reckons with a column at rest or in steady flow. Good to some 1e-3, as rough tables are.
 * @param psiCm heads of its cells
 */
export function rememberedColumn(
  { column, soils }: Pick<Network, "column" | "soils">,
  psiCm: Float64Array,
  history: Beginning,
): Column {
  const drying = soils.map(dryingOf);
  const tables = drying.map((functions) => keptTable(functions, column.specificStoragePerCm, ROUGH_KNOT_EVERY));
  const factors = soils.map(({ wettingAlphaFactor }) => wettingAlphaFactor);
  const memory = cellMemory(column, tables, factors, history, psiCm);
  const out = hydraulicValues(1);
  const cellLayer = (layer: PreparedLayer, place: number, index: number): PreparedLayer => {
    const cell = layer.firstCell + index;
    const heightCm = (layer.topCm - layer.bottomCm) / layer.cellCount;
    const bottomCm = layer.bottomCm + index * heightCm;
    const topCm = index === layer.cellCount - 1 ? layer.topCm : bottomCm + heightCm;
    const functions = drying[place]!;
    const { thetaR, thetaS } = functions;
    const waterContent = (psi: number): number => (psi >= 0 ? thetaS : memory.waterContentAt(cell, psi));
    return {
      ...layer,
      bottomCm,
      topCm,
      volumeCm3: layerVolumeCm3(layer, bottomCm, topCm),
      firstCell: cell,
      cellCount: 1,
      functions: {
        ...functions,
        // a curve that begins where a cell has turned has no kink at the air entry, and wets up to it sooner
        airEntryCm: 0,
        largestAlphaPerCm: functions.largestAlphaPerCm * factors[place]!,
        waterContent,
        effectiveSaturation: (psi) => (waterContent(psi) - thetaR) / (thetaS - thetaR),
        conductivityCmPerHour(psi) {
          memory.lookUp(cell, psi, out, 0);
          return out.k[0]!;
        },
        capacityPerCm(psi) {
          memory.lookUp(cell, psi, out, 0);
          return out.capacity[0]!;
        },
      },
    };
  };
  return {
    ...column,
    layers: column.layers.flatMap((layer, place) =>
      Array.from({ length: layer.cellCount }, (_, index) => cellLayer(layer, place, index)),
    ),
  };
}
