import { fixtureOf } from "../stack/fixtures";
import { type Setup } from "../stack/setup";
import { openingsOf, stackHeightCm } from "../stack/geometry";
import { siteOf } from "../stack/site";
import { vesselAreaCm2 } from "../vessel/vessel";
import { dischargeOf, type Discharge } from "../water/discharge";
import { levelForDischargeCm } from "../water/discharge-flow";

/**
 * A heavy short storm, as drains of buildings are sized for in temperate climates: 0.03 L a second on a square metre,
 * 108 mm/h (EN 12056-3 names 0.03 where no local figure is known); in the tropics it is half as much again or more.
 */
export const CLOUDBURST_MM_PER_HOUR = 108;
export const CLOUDBURST_MINUTES = 10;
/** Of what falls on a roof so much reaches its gutter's end (EN 12056-3, runoff coefficient 1.0 less splash; judged). */
const ROOF_YIELD = 0.9;

export type Cloudburst = {
  readonly inflowCm3PerHour: number;
  /** How high the water gets while all holes are open, and with one of them clogged; undefined where it spills. [cm] */
  readonly levelCm: number | undefined;
  readonly cloggedLevelCm: number | undefined;
};

/** Of its place's climate, where that is known. [mm/h] */
export const stormMmPerHour = ({ here }: Pick<Setup, "here">): number => here?.stormMmPerHour ?? CLOUDBURST_MM_PER_HOUR;

/** What falls into a vessel in a storm. [cm³/h] */
export function stormInflowCm3PerHour(setup: Setup): number {
  const lid = fixtureOf(setup, "lid");
  const mouthCm2 = vesselAreaCm2(setup.vessel) * (lid ? lid.openShare : 1);
  const roofCm2 = setup.site.roofM2 * 1e4 * ROOF_YIELD;
  return ((mouthCm2 + roofCm2) * stormMmPerHour(setup)) / 10;
}

/** The ways out that water over the soil finds at once; those with soil over them pass what the soil brings. */
const stormDischarges = (setup: Setup): readonly Discharge[] =>
  openingsOf(setup)
    .over.filter(({ lipCm }) => lipCm >= stackHeightCm(setup) - 1e-6)
    .map(dischargeOf);

/** One hole fewer in the first way out: the one that leaves clog. */
function oneClogged(discharges: readonly Discharge[]): readonly Discharge[] {
  const [first, ...rest] = discharges;
  if (!first) return [];
  return first.kind === "holes" && first.count > 1 ? [{ ...first, count: first.count - 1 }, ...rest] : rest;
}

export function cloudburst(setup: Setup): Cloudburst {
  const inflow = stormInflowCm3PerHour(setup);
  const discharges = stormDischarges(setup);
  const rimCm = setup.vessel.insideDepthCm;
  const held = (some: readonly Discharge[]): number | undefined => {
    const level = levelForDischargeCm(some, inflow);
    return level !== undefined && level <= rimCm ? level : undefined;
  };
  return {
    inflowCm3PerHour: inflow,
    levelCm: held(discharges),
    cloggedLevelCm: held(oneClogged(discharges)),
  };
}

/** Whether rain reaches it at all. */
export const isRainedOn = (setup: Setup): boolean =>
  (siteOf(setup).rain === "open" && (fixtureOf(setup, "lid")?.openShare ?? 1) > 0.2) || setup.site.roofM2 > 0;
