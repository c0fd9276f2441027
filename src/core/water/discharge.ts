import type { Opening } from "../stack/geometry";

/**
 * What free water runs out through: holes, and the rim. A hole in a thin wall passes Q = Cd·√(2g)·∫ b(z)·√(H − z) dz
 * over its wetted part: a weir while the water only partly covers it, an orifice once it is drowned (Bos 1989, sections
 * 5.1 and 8.1). A rim is a long sharp-crested weir, the same integral over an even width (Poleni's formula). A pipe that
 * stands upright is such a weir all around until it is drowned, at three eighths of its width, and an orifice from there.
 */
export type Discharge =
  | { readonly kind: "holes"; readonly lipCm: number; readonly diameterCm: number; readonly count: number }
  /** Pipes that stand upright, open at their upper ends. */
  | { readonly kind: "pipes"; readonly lipCm: number; readonly diameterCm: number; readonly count: number }
  | { readonly kind: "rim"; readonly lipCm: number; readonly lengthCm: number };

/** How an opening over the base lets out what stands higher. */
export const dischargeOf = ({ lipCm, diameterCm, count, way }: Opening): Discharge => ({
  kind: way === "wall" ? "holes" : "pipes",
  lipCm,
  diameterCm,
  count,
});

/** The lowest lip; nothing runs out under it. [cm] */
export const lowestLipCm = (discharges: readonly Discharge[]): number =>
  discharges.reduce((least, { lipCm }) => Math.min(least, lipCm), Infinity);
