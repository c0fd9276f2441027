import { toTenthOfMillimetre } from "../units/numbers";
import { THINNEST_LAYER_CM } from "./check";
import type { Fixture } from "./fixtures";
import { boundariesCm, drainsAtCm } from "./geometry";
import type { Setup } from "./setup";

/**
 * The room of water under the soil, moved as one: feet or stones end where it ends, the soil takes what is given up or
 * gives what is taken, and what belongs to its upper edge keeps its distance from it: the way out just under it, the
 * liner that holds it, the water in it.
 */

/** The layer whose upper edge bounds the room: the highest on feet, or what lies on the base under roots. */
export function reservoirLayer({ layers, water }: Pick<Setup, "layers" | "water">): number | undefined {
  const onFeet = layers.findLastIndex(({ legs }) => legs !== null);
  if (onFeet >= 0) return onFeet + 1 < layers.length ? onFeet : undefined;
  const rooted = layers.findIndex((layer) => layer.rooted);
  return water.by === "level" && rooted > 0 ? 0 : undefined;
}

/** What stands higher than this share of the old edge belongs to it; what is lower is a drain of its own. */
const BELONGS_FROM = 0.5;
/** A liner reaches up to the edge, and a little over it. [cm] */
const LINED_OVER_CM = 2;
const LOWEST_LIP_CM = 0.3;

/**
 * The setup with the edge of its room at another height, its surface where it was. Nothing is checked: the layer that
 * gives may end up too thin.
 */
export function withReservoirTop(setup: Setup, heightCm: number): Setup {
  const index = reservoirLayer(setup);
  if (index === undefined) return setup;
  const heights = boundariesCm(setup);
  const [footCm, wasCm] = [heights[index]!, heights[index + 1]!];
  const thicknessCm = toTenthOfMillimetre(heightCm - footCm);
  const by = footCm + thicknessCm - wasCm;
  // what lies between the room and the roots is no thinner for it: the soil gives
  const rooted = setup.layers.findIndex((layer, i) => i > index && layer.rooted);
  const gives = rooted > index ? rooted : index + 1;
  const layers = setup.layers.map((layer, i) =>
    i === index
      ? { ...layer, thicknessCm }
      : i === gives
        ? { ...layer, thicknessCm: toTenthOfMillimetre(layer.thicknessCm - by) }
        : layer,
  );
  const belongs = (cm: number, over = 0): boolean => cm > BELONGS_FROM * wasCm && cm <= wasCm + over + 1e-6;
  const moved = (cm: number): number => Math.max(LOWEST_LIP_CM, toTenthOfMillimetre(cm + by));
  const fixtures = setup.fixtures.map((fixture): Fixture => {
    switch (fixture.kind) {
      case "hole":
        return fixture.in === "wall" && belongs(fixture.lipCm) ? { ...fixture, lipCm: moved(fixture.lipCm) } : fixture;
      case "standpipe":
        return belongs(fixture.lipCm) ? { ...fixture, lipCm: moved(fixture.lipCm) } : fixture;
      case "liner":
        return belongs(fixture.topCm, LINED_OVER_CM) ? { ...fixture, topCm: moved(fixture.topCm) } : fixture;
      case "fill-tube":
      case "tell-tale":
      case "tray":
      case "drain-screen":
      case "dressing":
      case "front":
      case "feed-strip":
      case "lid":
        return fixture;
      default:
        return fixture satisfies never;
    }
  });
  const { water } = setup;
  const changed = { ...setup, layers, fixtures };
  if (water.by !== "level" || !belongs(water.levelCm)) return changed;
  const levelCm = Math.min(moved(water.levelCm), drainsAtCm(changed) ?? Infinity);
  return { ...changed, water: { ...water, levelCm } };
}

/** A layer as thick as it is typed; of feet, with all that belongs to them. */
export function withThickness(setup: Setup, id: string, thicknessCm: number): Setup {
  const index = setup.layers.findIndex((layer) => layer.id === id);
  return setup.layers[index]?.legs && reservoirLayer(setup) === index
    ? withReservoirTop(setup, boundariesCm(setup)[index]! + thicknessCm)
    : { ...setup, layers: setup.layers.map((layer) => (layer.id === id ? { ...layer, thicknessCm } : layer)) };
}

/** The same for a hand, which cannot read an error: between the thinnest of both layers. */
export function dragReservoirTop(setup: Setup, heightCm: number): Setup {
  const index = reservoirLayer(setup);
  if (index === undefined) return setup;
  const heights = boundariesCm(setup);
  const rooted = setup.layers.findIndex((layer, i) => i > index && layer.rooted);
  const gives = rooted > index ? rooted : index + 1;
  const least = heights[index]! + THINNEST_LAYER_CM;
  const most = heights[index + 1]! + setup.layers[gives]!.thicknessCm - THINNEST_LAYER_CM;
  return withReservoirTop(setup, Math.min(Math.max(heightCm, Math.min(least, most)), most));
}
