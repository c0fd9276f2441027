import { type Setup } from "../stack/setup";
import { boundariesCm } from "../stack/geometry";
import { formatLength, formatPercent, type UnitSystem } from "../units/units";
import { topOfZones, type Readings } from "./readings";
import { stateLine } from "./sentences";

/** What the section shows, for who does not see it: the vessel, its layers from the top, and where the water is. */
export function sectionTold(setup: Setup, readings: Readings, system: UnitSystem): string {
  const cm = (height: number): string => formatLength(height, system);
  const heights = boundariesCm(setup);
  const layers = setup.layers
    .map((layer, i) => {
      const reading = readings.layers[i]!;
      const name = layer.name || reading.medium.name;
      return `${name} from ${cm(heights[i]!)} to ${cm(heights[i + 1]!)}, ${layer.rooted ? "rooted" : "no roots"}, ${formatPercent(reading.meanAirSpace)} air on the whole`;
    })
    .reverse();
  const wet = topOfZones(readings.waterlogged);
  return [
    `A vessel ${cm(setup.vessel.insideDepthCm)} deep, cut open; heights are from its base.`,
    layers.length === 0 ? "It is empty." : `From the top: ${layers.join("; ")}.`,
    `${stateLine(readings, system)}.`,
    wet > 0 ? `Too wet for most roots up to ${cm(wet)}.` : "Nowhere too wet for roots.",
  ].join(" ");
}
