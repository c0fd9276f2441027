import type { Medium, Range } from "./medium";

/**
 * How far a medium's curves are known: the low and high of the points for which a range is given, straight in between over the logarithm of
 * suction. Between points it says no more than they do.
 */
export type BandPoint = { readonly suctionCm: number; readonly low: number; readonly high: number };

const NEARLY_SATURATED_CM = 0.1;
const WILTED_CM = 15_000;

export const retentionBand = (medium: Medium): BandPoint[] => band([
  [NEARLY_SATURATED_CM, medium.totalPorosity], [10, medium.thetaAtPsi10], [50, medium.thetaAtPsi50], [100, medium.thetaAtPsi100], [WILTED_CM, medium.unavailableWater],
]);

export const conductivityBand = (medium: Medium): BandPoint[] => band([
  [NEARLY_SATURATED_CM, medium.ksCmPerHour], [10, medium.kAtPsi10CmPerHour], [50, medium.kAtPsi50CmPerHour],
]);

const band = (points: readonly (readonly [suctionCm: number, range: Range])[]): BandPoint[] =>
  points.map(([suctionCm, { low, high }]) => ({ suctionCm, low, high }));

/** The band at a suction; undefined outside its points. */
export function bandAt(points: readonly BandPoint[], suctionCm: number, logarithmic = false): { readonly low: number; readonly high: number } | undefined {
  const next = points.findIndex((point) => point.suctionCm >= suctionCm);
  if (next < 0 || suctionCm < points[0]!.suctionCm) return undefined;
  const [a, b] = [points[Math.max(0, next - 1)]!, points[next]!];
  const w = a === b ? 0 : Math.log(suctionCm / a.suctionCm) / Math.log(b.suctionCm / a.suctionCm);
  const between = (from: number, to: number): number => (logarithmic ? Math.exp(Math.log(Math.max(from, 1e-12)) * (1 - w) + Math.log(Math.max(to, 1e-12)) * w) : from * (1 - w) + to * w);
  return { low: between(a.low, b.low), high: between(a.high, b.high) };
}
