import type { Liner } from "../stack/fixtures";
import type { Setup } from "../stack/setup";
import { formatLength, type UnitSystem } from "../units/units";
import { hasCurvedWall, cutAt, type Vessel } from "../vessel/vessel";

/** Over the edge of what a sheet covers, to fold and to hold it by. [cm] */
export const LAP_CM = 5;
/** How far a tube stands out over the rim, to be found and poured into. [cm] */
export const STANDS_PROUD_CM = 3;
/** So many holes in a drilled foot, in rows from the lower end, how wide, and how far up. [cm] */
export const FOOT_HOLES = { count: 8, diameterCm: 0.8, upToCm: 5 } as const;

/** Of a wick cord that much lies in the soil it is to wet. [cm] */
export const CORD_OVER_CM = 10;

/** A tube down to the base, and proud of the rim. [cm] */
export const tubeLengthCm = (setup: Setup): number => setup.vessel.insideDepthCm + STANDS_PROUD_CM;

/** The sheet a liner is cut from: the base, up both walls along their slant, and a lap. [cm] */
export function linerSheet(
  { vessel }: Setup,
  { topCm }: Liner,
): { readonly lengthCm: number; readonly widthCm: number } {
  const [base, top] = [cutAt(vessel, 0), cutAt(vessel, topCm)];
  const along = (atBase: number, atTop: number): number =>
    atBase + 2 * Math.hypot((atTop - atBase) / 2, topCm) + 2 * LAP_CM;
  return { lengthCm: along(base.lengthCm, top.lengthCm), widthCm: along(base.widthCm, top.widthCm) };
}

/** How wide something round is, or how long and wide something else. */
export const acrossWords = (vessel: Vessel, lengthCm: number, widthCm: number, system: UnitSystem): string =>
  hasCurvedWall(vessel) && Math.abs(lengthCm - widthCm) < 0.05
    ? `${formatLength(lengthCm, system)} across`
    : `${formatLength(lengthCm, system)} by ${formatLength(widthCm, system)}`;

/** Where across something stands or lies, as the drawing shows it. */
export const placeAcross = (acrossShare: number): string =>
  acrossShare < 0.35
    ? "at the left of the drawing"
    : acrossShare > 0.65
      ? "at the right of the drawing"
      : "in the middle";
