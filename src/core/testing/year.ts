import { rootZoneCm } from "../stack/geometry";
import type { Setup } from "../stack/setup";
import { topAreaCm2 } from "../water/column";
import type { Act, Followed, Forcing, NetworkState } from "../water/follow";
import { follow, SEASON_STEPS } from "../water/follow";
import { dryingWallCm, lossesOf, WALL_LIMITS } from "../water/losses";
import { mouthCm2, networkOf, type MediumLookup, type Network } from "../water/network";
import type { TransientOptions } from "../water/transient";
import { CONTAINER_UPTAKE } from "../water/uptake";

/**
 * A year of a setup by the hour, for tests and benches: rain that falls in an hour of eight where it stands in the open,
 * sun by day and more of it in summer, and a hand that fills or waters it as its water is said to be kept. The sequence
 * is fixed.
 */
export type Year = {
  readonly network: Network;
  readonly start: NetworkState;
  readonly forcing: Forcing;
  readonly acts: readonly Act[];
};

const HOURS = 8760;
/** Each wet hour brings this much in the mean. [cm] */
const RAIN_CM = 0.05;
const FILLED_EVERY_HOURS = 168;
const WATERED_EVERY_HOURS = 72;
const DOSED_EVERY_HOURS = 720;
/** A can waters until some runs out below: this many times what was lost. */
const GENEROUS = 1.3;

/** What an hour asks for as a part of a usual day's mean: by the time of the year, and of the day. */
const season = (hour: number): number => 1 - 0.9 * Math.cos((2 * Math.PI * hour) / HOURS);
const thirst = (hour: number): number =>
  Math.PI * Math.max(0, Math.sin(((hour % 24) - 6) * (Math.PI / 12))) * season(hour);

/** How often water is given from the top, and how many times what was lost. */
function dosing({ water: { by } }: Setup): { readonly everyHours: number; readonly times: number } | undefined {
  if (by === "level") return undefined;
  return by === "soaking"
    ? { everyHours: WATERED_EVERY_HOURS, times: GENEROUS }
    : { everyHours: DOSED_EVERY_HOURS, times: 1 };
}

export function yearOf(setup: Setup, medium: MediumLookup, cellCm?: number): Year {
  const made = networkOf(setup, medium, undefined, cellCm);
  if (!made.ok) throw new RangeError(`yearOf: ${setup.name} has no network`);
  const network = made.value;
  const { column } = network;
  const losses = lossesOf(setup, network);
  const roots = rootZoneCm(setup);
  const isOpen = setup.site.rain === "open" && setup.water.by !== "volume";
  const dose = dosing(setup);
  let seed = 1;
  const random = (): number => (seed = (seed * 48_271) % 2_147_483_647) / 2_147_483_647;
  const rain: [number, number][] = [];
  const asked: [number, number][] = [];
  const byWall: [number, number][] = [];
  const byTray: [number, number][] = [];
  const mouth = mouthCm2(setup);
  const topCm2 = topAreaCm2(column);
  for (let hour = 0; hour < HOURS; hour++) {
    const falls = random() < 0.125 ? -mouth * RAIN_CM * Math.log(random()) : 0;
    const lost = losses.mouthCm3PerHour + losses.wallCm3PerHour + losses.trayCm3PerHour;
    const isDue = dose !== undefined && hour % dose.everyHours === 10;
    const given = isDue ? dose.times * lost * season(hour) * dose.everyHours : 0;
    rain.push([hour, (isOpen ? falls : 0) + given]);
    asked.push([hour, losses.mouthCm3PerHour * thirst(hour)]);
    byWall.push([hour, (losses.wallCm3PerHour * thirst(hour)) / topCm2]);
    byTray.push([hour, losses.trayCm3PerHour * thirst(hour)]);
  }
  const levelCm = setup.water.by === "level" ? setup.water.levelCm : 1;
  const wall = dryingWallCm(setup);
  return {
    network,
    start: {
      psiCm: column.zCm.map((z) => levelCm - z),
      belowCm: levelCm,
      overCm: Math.max(network.over.bedCm, levelCm),
    },
    forcing: {
      rainCm3PerHour: rain,
      evaporationBelowCm3PerHour: byTray,
      ...(roots
        ? {
            uptake: {
              demandCmPerHour: asked.map(([hour, cm3]) => [hour, cm3 / topCm2] as const),
              roots: [{ ...roots, weight: 1 }],
              stress: CONTAINER_UPTAKE,
            },
          }
        : { evaporationCm3PerHour: asked }),
      sinks:
        wall && losses.wallCm3PerHour > 0
          ? [{ demandCmPerHour: byWall, roots: [{ ...wall, weight: 1 }], stress: WALL_LIMITS }]
          : undefined,
    },
    acts:
      setup.water.by === "level"
        ? Array.from({ length: 52 }, (_, week) => ({
            kind: "fill-to" as const,
            store: (network.below && levelCm <= network.over.bedCm ? "below" : "over") as "below" | "over",
            hour: FILLED_EVERY_HOURS * week + 84,
            levelCm,
            holdHours: 0.5,
          }))
        : [],
  };
}

export const liveYear = (
  { network, start, forcing, acts }: Year,
  options: Pick<TransientOptions, "unevenShare" | "toleranceTheta" | "toleranceMeanTheta"> = SEASON_STEPS,
): Followed =>
  follow(
    network,
    start,
    { forcing, acts },
    Array.from({ length: 365 }, (_, day) => 24 * (day + 1)),
    {
      mostIterations: 10_000_000,
      ...options,
    },
  );
