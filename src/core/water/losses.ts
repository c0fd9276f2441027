import { fixtureOf } from "../stack/fixtures";
import { boundariesCm, dressedDemandMmPerDay, stackHeightCm, type Setup } from "../stack/setup";
import { standsOnCm2, wallAreaCm2 } from "../vessel/vessel";
import { mouthCm2 } from "./network";
import type { UptakeLimits } from "./uptake";

/** What a day takes of a vessel: through its mouth, through its wall, and from its tray. */

/** The volume a depth over an area is, an hour. [cm³/h] */
export const demandCm3PerHour = (mmPerDay: number, areaCm2: number): number => (mmPerDay / 10 / 24) * areaCm2;

/**
 * A wetted wall of unglazed clay or cloth gives this share of what the air takes of the mouth, over its own area; half
 * at least lies in shade or out of the wind. Judged, between 0.2 and 1; low confidence.
 */
export const WALL_SHARE = 0.5;

/** A wall draws from the soil beside it while that is moist. */
export const WALL_LIMITS: UptakeLimits = { drownedPsiCm: 1e6, airedPsiCm: 1e5, thirstyPsiCm: -50, wiltedPsiCm: -1000 };

/** Whether a vessel's wall lets water through to the air. */
export const isPorous = ({ vessel: { material } }: Pick<Setup, "vessel">): boolean =>
  material === "unglazed" || material === "fabric";

/** The stretch of wall with soil against it through which water dries; undefined where it is tight. */
export function dryingWallCm(setup: Setup): { readonly fromCm: number; readonly toCm: number } | undefined {
  if (!isPorous(setup)) return undefined;
  const fromCm = Math.max(boundariesCm(setup)[0]!, fixtureOf(setup, "liner")?.topCm ?? 0);
  const toCm = stackHeightCm(setup);
  return toCm > fromCm ? { fromCm, toCm } : undefined;
}

/** What the wall loses while the soil beside it is moist, over day and night. [cm³/h] */
export function wallLossCm3PerHour(setup: Setup): number {
  const wall = dryingWallCm(setup);
  if (!wall) return 0;
  return demandCm3PerHour(WALL_SHARE * setup.demandMmPerDay, wallAreaCm2(setup.vessel, wall.fromCm, wall.toCm));
}

/** What the open water of a tray loses beside the vessel. [cm³/h] */
export function trayLossCm3PerHour(setup: Setup): number {
  const tray = fixtureOf(setup, "tray");
  if (!tray) return 0;
  const besideCm2 = Math.max(0, tray.insideLengthCm * tray.insideWidthCm - standsOnCm2(setup.vessel));
  return demandCm3PerHour(setup.demandMmPerDay, besideCm2);
}

/** What plants and air take through the mouth. [cm³/h] */
export const mouthDemandCm3PerHour = (setup: Setup): number =>
  demandCm3PerHour(dressedDemandMmPerDay(setup), mouthCm2(setup));
