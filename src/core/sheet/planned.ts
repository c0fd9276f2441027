import type { Bench } from "./bench";
import { plantingOf } from "./planting";
import type { Planned } from "./step";

/** What a step's asks were planned to be; undefined where the plan says nothing of it. */
export function plannedOf(bench: Bench, key: string): Planned {
  const { setup, layers } = bench;
  const fixture = setup.fixtures.find(({ id }) => key === `fixture:${id}`);
  if (fixture) {
    const sizes = fixture as Partial<Record<"lipCm" | "topCm" | "diameterCm" | "count", number>>;
    return {
      ...("lipCm" in fixture ? { lipCm: sizes.lipCm! } : {}),
      ...("topCm" in fixture ? { topCm: sizes.topCm! } : {}),
      ...("diameterCm" in fixture ? { diameterCm: sizes.diameterCm! } : {}),
      ...("count" in fixture ? { count: sizes.count! } : {}),
    };
  }
  const layer = layers.find(({ id }) => key === `layer:${id}`);
  if (layer)
    return {
      topCm: layer.toCm,
      usedCm3: layer.batch?.mixedCm3 ?? layer.volumeCm3,
      mediumId: setup.layers[layer.index]!.mediumId,
    };
  switch (key) {
    case "plant": {
      const planting = plantingOf(bench);
      return planting ? { topCm: layers[planting.inLayer]!.toCm } : {};
    }
    case "weeks":
      return { topCm: bench.surfaceCm };
    case "platform":
      return setup.fillFromCm > 0 ? { topCm: setup.fillFromCm } : {};
    case "water":
      return setup.water.by === "level" ? { levelCm: setup.water.levelCm } : {};
    default:
      return {};
  }
}
