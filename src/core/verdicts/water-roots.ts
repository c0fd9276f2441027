import { isInert } from "../media/flags";
import type { Guild, Plant } from "../occupants/occupant";
import type { Stage } from "../stack/setup";
import type { Judged, RootZone } from "./plant-water";
import { roomDownCm, stretchOf } from "./states";
import type { Asked } from "./verdict";

/**
 * A way of growing of its own: clean coarse grains over a shallow reservoir. Roots that grew into water breathe in it, by
 * what is dissolved at its surface and in the thin films on the grains; those that were made in soil do not, and are
 * shed. It is judged by its conditions, not by the air that soil roots want.
 */
export type GrainsOverWater = {
  /** How deep water stands in the grains when full, and how deep they are. [cm] */
  readonly waterCm: number;
  readonly grainsCm: number;
};

/** Guilds of which many are grown so; what stores water, and what rests dry, is not. */
const WATER_ROOTS: ReadonlySet<Guild> = new Set<Guild>([
  "houseplant",
  "aroid",
  "airy-epiphyte",
  "orchid",
  "jewel-orchid",
  "bromeliad",
  "fern",
  "moist-herb",
  "leafy-crop",
]);
/** Finer grains hold too much water between them to let air down. [mm] */
const COARSE_MM = 2.5;
/** Water over this share of the grains is no reservoir at their foot. */
const DEEPEST_SHARE = 0.5;
const SHALLOW_SHARE = 1 / 3;
/** Over the water the grains must have so much of the air that soil roots want, by the most tolerant account. */
const LEAST_AIRED_SHARE = 0.4;

/** Where a plant can be grown with water roots in this setup; undefined where it is grown in soil, or the grains drown it. */
export function grainsOverWater(
  { setup, medium, states }: Asked,
  plant: Plant,
  { firstLayer, lastLayer, fromCm, topCm }: RootZone,
): GrainsOverWater | undefined {
  const waterCm = states.watered.waterTableCm - fromCm;
  const grainsCm = topCm - fromCm;
  if (!states.lasting || setup.water.by !== "level" || waterCm <= 0.2) return undefined;
  if (!WATER_ROOTS.has(plant.guild) || waterCm > DEEPEST_SHARE * grainsCm) return undefined;
  for (let i = firstLayer; i <= lastLayer; i++) {
    const found = medium(setup.layers[i]!.mediumId);
    if (!found || !isInert(found) || found.particleSizeMm.d50 < COARSE_MM) return undefined;
  }
  const { profile } = states.watered;
  const airedCm = roomDownCm(profile, stretchOf(profile, firstLayer, lastLayer), plant.leastAirSpace.low, -Infinity);
  return airedCm >= LEAST_AIRED_SHARE * grainsCm ? { waterCm, grainsCm } : undefined;
}

/** What is put in grown has made its roots in soil, and takes care to be shifted. */
export const judgeWaterRoots = ({ waterCm, grainsCm }: GrainsOverWater, stage: Stage): Judged => ({
  limit: "water-roots",
  grade: stage !== "grown" && waterCm <= SHALLOW_SHARE * grainsCm + 1e-6 ? "suits" : "care",
  waterCm,
  grainsCm,
  isShallow: waterCm <= SHALLOW_SHARE * grainsCm + 1e-6,
  isShifted: stage === "grown",
});
