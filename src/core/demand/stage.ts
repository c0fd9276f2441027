import type { Figure, Plant } from "../occupants/occupant";
import type { Stage } from "../stack/setup";

/**
 * A kind as it is while it is young: roots and leaves take a part of the room, and what dries its top out kills it
 * sooner. Judged, low confidence; what a kind wants of warmth, salts and pH is the same at every size.
 */
const SIZE: Readonly<
  Record<
    Exclude<Stage, "grown">,
    { readonly share: number; readonly mostRootsCm: number; readonly mostDryDays: number }
  >
> = {
  seed: { share: 0.1, mostRootsCm: 3, mostDryDays: 1 },
  young: { share: 0.4, mostRootsCm: 10, mostDryDays: 3 },
};

export function atStage(plant: Plant, stage: Stage): Plant {
  if (stage === "grown") return plant;
  const { share, mostRootsCm, mostDryDays } = SIZE[stage];
  const smaller = (figure: Figure, most = Infinity): Figure => {
    const of = (value: number): number => Math.min(most, share * value);
    return { ...figure, low: of(figure.low), typical: of(figure.typical), high: of(figure.high), confidence: "low" };
  };
  const sooner = (figure: Figure): Figure => ({
    ...figure,
    low: Math.min(figure.low, mostDryDays / 2),
    typical: Math.min(figure.typical, mostDryDays),
    high: Math.min(figure.high, 2 * mostDryDays),
  });
  return {
    ...plant,
    rootDepthCm: smaller(plant.rootDepthCm, mostRootsCm),
    rootSpreadCm: smaller(plant.rootSpreadCm),
    spreadCm: smaller(plant.spreadCm),
    heightCm: smaller(plant.heightCm),
    crownOverWaterCm: {
      ...plant.crownOverWaterCm,
      low: Math.min(plant.crownOverWaterCm.low, mostRootsCm),
      typical: Math.min(plant.crownOverWaterCm.typical, mostRootsCm),
    },
    droughtDays: { growing: sooner(plant.droughtDays.growing), resting: plant.droughtDays.resting },
  };
}
