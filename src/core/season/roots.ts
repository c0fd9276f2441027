import { summerAt, daysSince } from "../demand/growing";
import type { OccupantLookup, Plant } from "../occupants/occupant";
import type { PlaceYears } from "../place/place-years";
import { rootZoneCm, stackHeightCm, type Zone } from "../stack/geometry";
import { stageOf, USUAL_PLANTING, type Setup } from "../stack/setup";
import { uptakeOfSetup } from "../verdicts/uptake";
import { CONTAINER_UPTAKE, type UptakeLimits } from "../water/uptake";

/** Roots go down so much in a day (Weaver & Bruner 1927 have 0.6 to 2.5 for crops in open soil; pots are slower). [cm] */
export const ROOTS_CM_PER_DAY = { fast: 1.2, medium: 0.8, slow: 0.4 } as const;

/** Where roots are on each day: those that are put in grow down from their ball. */
export type Roots = {
  readonly zone: (day: number) => Zone | undefined;
  readonly depthCm: (day: number) => number | undefined;
  readonly limits: UptakeLimits;
  /** The day on which they are through all of their soil. */
  readonly downOn: number | undefined;
};

/** What is put in small: a crop each year, or anything that is not grown yet. */
export type PutIn = {
  readonly plant: Plant;
  /** The day of the year on which a crop is put in; undefined for what is put in once. */
  readonly summer: ReturnType<typeof summerAt>;
  readonly ballDepthCm: number;
  /** Down to the foot of its soil. [cm under the surface] */
  readonly deepestCm: number;
  /** From the ball to there; 0 where the ball reaches it. [days] */
  readonly daysDown: number;
};

/** Of each that is put in small, in the order in which they are named. */
export function putInOf(setup: Setup, at: PlaceYears, occupants: OccupantLookup): readonly PutIn[] {
  const all = rootZoneCm(setup);
  if (!all) return [];
  const deepestCm = stackHeightCm(setup) - all.fromCm;
  const { ballDepthCm } = setup.planting ?? USUAL_PLANTING;
  return setup.occupants.flatMap(({ occupantId, stage }): PutIn[] => {
    const plant = occupants(occupantId);
    if (plant?.life !== "plant") return [];
    const summer = summerAt(plant, at);
    if (!summer && stageOf({ stage }) === "grown") return [];
    const daysDown = Math.ceil(Math.max(0, deepestCm - ballDepthCm) / ROOTS_CM_PER_DAY[plant.growth]);
    return [{ plant, summer, ballDepthCm, deepestCm, daysDown }];
  });
}

export function rootsOf(setup: Setup, at: PlaceYears, occupants: OccupantLookup): Roots {
  const all = rootZoneCm(setup);
  const limits = uptakeOfSetup(setup, occupants) ?? CONTAINER_UPTAKE;
  const put = putInOf(setup, at, occupants);
  const [first] = put;
  if (!all || !first || put.length < setup.occupants.length)
    return { zone: () => all, depthCm: () => undefined, limits, downOn: undefined };
  const surfaceCm = stackHeightCm(setup);
  const { plant, summer, ballDepthCm, deepestCm } = first;
  const sinceDay = (day: number): number => (summer ? daysSince(at.days[day]!.dayOfYear, summer.fromDay) : day);
  const depth = (day: number): number =>
    Math.min(deepestCm, ballDepthCm + ROOTS_CM_PER_DAY[plant.growth] * sinceDay(day));
  const starts = at.days.findIndex((_, day) => sinceDay(day) === 0);
  const down = at.days.findIndex((_, day) => day >= Math.max(0, starts) && depth(day) >= deepestCm);
  return {
    zone: (day) => ({ fromCm: Math.min(all.toCm - 0.5, surfaceCm - depth(day)), toCm: all.toCm }),
    depthCm: depth,
    limits,
    downOn: ballDepthCm < deepestCm && down >= 0 ? down : undefined,
  };
}
