import { DRESSED_EVAPORATION, fixtureOf } from "../stack/fixtures";
import { boundariesCm, stackHeightCm, type Zone } from "../stack/geometry";
import type { MonthHere, Setup, Standing } from "../stack/setup";
import { standsOnCm2, wallAreaCm2 } from "../vessel/vessel";
import { mouthCm2, type Network } from "./network";
import type { UptakeLimits } from "./uptake";

/** What a day takes of a vessel: through its mouth, through its wall, and from its tray. Nothing else reads a demand. */

/**
 * What a closed vessel loses by its lid and neck: some hundredths to tenths of a mm; what leaves turn to vapour runs down
 * the walls again. [mm/day]
 */
const CLOSED_DEMAND_MM_PER_DAY = 0.05;
export const USUAL_DEMAND_MM_PER_DAY = 4;

/** What a day takes where nobody has said it, and nothing is known of the place but how the water is held. [mm/day] */
const usualDemand = (by: Standing["by"]): number =>
  by === "volume" ? CLOSED_DEMAND_MM_PER_DAY : USUAL_DEMAND_MM_PER_DAY;

/** What follows from where it stands, of the month that is asked after; undefined where what a day takes is said. */
export const monthHere = ({ demand, here }: Pick<Setup, "demand" | "here">): MonthHere | undefined =>
  demand.by === "place" ? here?.months[here.month] : undefined;

/** Behind what a day takes: " in July" where that follows from the place, and nothing where it is said. */
export const inItsMonth = ({ demand, here }: Pick<Setup, "demand" | "here">): string =>
  demand.by === "place" && here ? ` in ${here.monthName}` : "";

/** A day that is reckoned with, in words: "a day", or "a day in July". */
export const dayInWords = (setup: Pick<Setup, "demand" | "here">): string => `a day${inItsMonth(setup)}`;

/** What plants and air take over the mouth while the soil is bare: as said, or as it is where it stands. [mm/day] */
export function demandMmPerDay(setup: Pick<Setup, "demand" | "water" | "here">): number {
  const { demand, water } = setup;
  switch (demand.by) {
    case "said":
      return demand.mmPerDay;
    case "place":
      return (demand.poured?.times ?? 1) * (monthHere(setup)?.mmPerDay.typical ?? usualDemand(water.by));
    default:
      return demand satisfies never;
  }
}

/** The soil's own part of what a planted surface loses; the rest goes through leaves. Judged, between 0.2 and 0.4. */
const SOIL_SHARE = 0.3;

/** The soil's own part of what goes through the mouth. 0…1 */
export function soilShareOf(setup: Setup): number {
  const here = monthHere(setup);
  if (here) return here.leavesMm + here.surfaceMm > 0 ? here.surfaceMm / (here.leavesMm + here.surfaceMm) : 1;
  return setup.layers.some(({ rooted }) => rooted) ? SOIL_SHARE : 1;
}

/** What plants and air take in a day once the soil is dressed. [mm/day] */
export function dressedDemandMmPerDay(setup: Setup): number {
  const bare = demandMmPerDay(setup);
  const dressing = fixtureOf(setup, "dressing");
  if (!dressing) return bare;
  const soilShare = soilShareOf(setup);
  return bare * (1 - soilShare * (1 - DRESSED_EVAPORATION[dressing.material].typical));
}

/** The volume a depth over an area is, an hour. [cm³/h] */
export const demandCm3PerHour = (mmPerDay: number, areaCm2: number): number => (mmPerDay / 10 / 24) * areaCm2;

/**
 * A wetted wall of unglazed clay or cloth gives this share of what the air takes of the mouth, over its own area; half
 * at least lies in shade or out of the wind. Judged, between 0.2 and 1; low confidence.
 */
const WALL_SHARE = 0.5;

/** A wall draws from the soil beside it while that is moist. */
export const WALL_LIMITS: UptakeLimits = { drownedPsiCm: 1e6, airedPsiCm: 1e5, thirstyPsiCm: -50, wiltedPsiCm: -1000 };

/** Whether a vessel's wall lets water through to the air. */
const isPorous = ({ vessel: { material } }: Pick<Setup, "vessel">): boolean =>
  material === "unglazed" || material === "fabric";

/** The stretch of wall with soil against it through which water dries; undefined where it is tight. */
export function dryingWallCm(setup: Setup): Zone | undefined {
  if (!isPorous(setup)) return undefined;
  const fromCm = Math.max(boundariesCm(setup)[0]!, fixtureOf(setup, "liner")?.topCm ?? 0);
  const toCm = stackHeightCm(setup);
  return toCm > fromCm ? { fromCm, toCm } : undefined;
}

/** What a usual day takes by each way, over day and night, while there is water. [cm³/h] */
export type Losses = {
  /** Plants and air, through the mouth. */
  readonly mouthCm3PerHour: number;
  /** The wall, while the soil beside it is moist. */
  readonly wallCm3PerHour: number;
  /** The open water of a tray beside the vessel, while there is any. */
  readonly trayCm3PerHour: number;
};

export function lossesOf(setup: Setup, network: Pick<Network, "below">): Losses {
  const wall = dryingWallCm(setup);
  const tray = network.below?.made.includes("tray") ? fixtureOf(setup, "tray") : undefined;
  const bare = demandMmPerDay(setup);
  return {
    mouthCm3PerHour: demandCm3PerHour(dressedDemandMmPerDay(setup), mouthCm2(setup)),
    wallCm3PerHour: wall ? demandCm3PerHour(WALL_SHARE * bare, wallAreaCm2(setup.vessel, wall.fromCm, wall.toCm)) : 0,
    trayCm3PerHour: tray
      ? demandCm3PerHour(bare, Math.max(0, tray.insideLengthCm * tray.insideWidthCm - standsOnCm2(setup.vessel)))
      : 0,
  };
}

/** What has to rise through the soil to be lost: all but what a tray gives to the air at once. [cm³/h] */
export const risingCm3PerHour = ({ mouthCm3PerHour, wallCm3PerHour }: Losses): number =>
  mouthCm3PerHour + wallCm3PerHour;
