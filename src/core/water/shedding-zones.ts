import type { Zone } from "../stack/geometry";
import type { Column } from "./column";

/** A cell counts as shedding while it takes up no more than about half of what it would without. */
const SHEDS = 0.5;

/** The heights at which a column sheds water, from the bottom up. */
export function sheddingZones(column: Pick<Column, "layers">, sheds: Float64Array | undefined): Zone[] {
  const zones: { fromCm: number; toCm: number }[] = [];
  if (!sheds) return zones;
  for (const { bottomCm, topCm, firstCell, cellCount } of column.layers) {
    const cellCm = (topCm - bottomCm) / cellCount;
    for (let i = 0; i < cellCount; i++) {
      if (sheds[firstCell + i]! < SHEDS) continue;
      const fromCm = bottomCm + i * cellCm;
      const toCm = i === cellCount - 1 ? topCm : fromCm + cellCm;
      const last = zones.at(-1);
      if (last && fromCm - last.toCm < 1e-9) last.toCm = toCm;
      else zones.push({ fromCm, toCm });
    }
  }
  return zones;
}
