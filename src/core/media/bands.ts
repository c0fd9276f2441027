import type { Medium } from "./medium";
import type { Range } from "../units/range";

/**
 * How far a medium's curves are known: at the suctions for which a range is given, how far it reaches below and above
 * the likely value; in between the reaches are taken over the logarithm of suction and laid around the curve, so that
 * the band has its shape.
 */
export type BandPoint = { readonly suctionCm: number; readonly below: number; readonly above: number };

const NEARLY_SATURATED_CM = 0.1;
/** Suction past which nothing drinks (Richards & Weaver 1943). [cm] */
export const WILTED_CM = 15_000;

/**
 * What sheds water does so once it has dried past this suction: between where roots begin to find it hard and where they
 * give up, as growers meet it in a pot whose plant hung. Peat loses its wettability over pF 3 to 4 (Michel, Rivière &
 * Bellon-Fontaine 2001). [cm]
 */
export const SHEDS_FROM_CM = 5_000;

export const retentionBand = (medium: Medium): BandPoint[] =>
  differences([
    [NEARLY_SATURATED_CM, medium.totalPorosity],
    [10, medium.thetaAtPsi10],
    [50, medium.thetaAtPsi50],
    [100, medium.thetaAtPsi100],
    [WILTED_CM, medium.unavailableWater],
  ]);

/** In factors, since conductivity goes by decades. */
export const conductivityBand = (medium: Medium): BandPoint[] =>
  factors([
    [NEARLY_SATURATED_CM, medium.ksCmPerHour],
    [10, medium.kAtPsi10CmPerHour],
    [50, medium.kAtPsi50CmPerHour],
  ]);

type Known = readonly (readonly [suctionCm: number, range: Range])[];

const differences = (points: Known): BandPoint[] =>
  points.map(([suctionCm, { low, typical, high }]) => ({ suctionCm, below: typical - low, above: high - typical }));
const factors = (points: Known): BandPoint[] =>
  points.map(([suctionCm, { low, typical, high }]) => ({
    suctionCm,
    below: Math.log(typical / Math.max(low, LEAST_CONDUCTIVITY)),
    above: Math.log(high / typical),
  }));
const LEAST_CONDUCTIVITY = 1e-9;

/** The reaches at a suction; undefined beyond the driest point. */
export function reachAt(
  points: readonly BandPoint[],
  suctionCm: number,
): { readonly below: number; readonly above: number } | undefined {
  const next = points.findIndex((point) => point.suctionCm >= suctionCm);
  if (next < 0) return undefined;
  const [a, b] = [points[Math.max(0, next - 1)]!, points[next]!];
  const w = a === b ? 0 : Math.log(suctionCm / a.suctionCm) / Math.log(b.suctionCm / a.suctionCm);
  return { below: a.below * (1 - w) + b.below * w, above: a.above * (1 - w) + b.above * w };
}
