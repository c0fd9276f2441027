import type { Medium } from "../media/medium";

type Sizes = Medium["particleSizeMm"];

/** Size under which a share of a medium's grains lies, straight between the sizes known on a scale of logarithms. [mm] */
export function grainSizeMm({ d10, d50, d90 }: Sizes, share: number): number {
  const along = (from: number, to: number, at: number): number => from * (to / from) ** at;
  return share <= 0.5 ? along(d10, d50, (share - 0.1) / 0.4) : along(d50, d90, (share - 0.5) / 0.4);
}

/** Share of a medium's grains that are finer than a size. */
export function shareFinerThan({ d10, d50, d90 }: Sizes, mm: number): number {
  const between = (from: number, to: number, share: number): number =>
    share + (0.4 * Math.log(mm / from)) / Math.log(to / from);
  if (mm <= d10) return 0;
  return mm >= d90 ? 0.9 : mm < d50 ? between(d10, d50, 0.1) : between(d50, d90, 0.5);
}

/**
 * A coarse layer holds a finer one back while its D15 is no more than four to five times the finer one's D85 (Terzaghi &
 * Peck 1948).
 */
export const FILTER_RATIO = { safe: 4, fails: 5 } as const;

export const filterRatio = (coarse: Medium, fine: Medium): number =>
  grainSizeMm(coarse.particleSizeMm, 0.15) / grainSizeMm(fine.particleSizeMm, 0.85);

/**
 * Pieces flow through an opening at least so many times as wide as they are; over a narrower one they arch and jam
 * (Beverloo et al. 1961 need four to six times; three with patience).
 */
export const FLOWS_AT = 3;

/** Whether a medium runs out of an opening: loose grains do, what is organic or cloth hangs together. */
export const runsOut = ({ class: kind, particleSizeMm }: Medium, openingMm: number): boolean =>
  kind === "mineral" && openingMm >= FLOWS_AT * grainSizeMm(particleSizeMm, 0.85);
