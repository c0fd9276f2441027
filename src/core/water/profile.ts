import { thetaAt, type Column } from "./column";

/**
 * A state read along the height: points at each layer's bottom, cell centres and top, so that a jump at an interface is
 * two points of one height. Everything drawn or read by height comes from here.
 */
export type HeightProfile = {
  readonly zCm: Float64Array;
  readonly psiCm: Float64Array;
  readonly theta: Float64Array;
  /** Air space: pores without water, never below 0. [m³/m³] */
  readonly airSpace: Float64Array;
  /** First point of each layer, and last the number of points. */
  readonly firstPoint: readonly number[];
};

/**
 * @param state heads and water contents at the column's cell centres: what a cell holds may be another than its curve
 *   says, for what it remembers. At a layer's ends heads follow the slope of its outermost cells, and water contents the
 *   curve from there.
 */
export function heightProfile(
  column: Column,
  { psiCm, theta: thetas }: { readonly psiCm: Float64Array; readonly theta: Float64Array },
): HeightProfile {
  const count = column.zCm.length + 2 * column.layers.length;
  const profile = {
    zCm: new Float64Array(count),
    psiCm: new Float64Array(count),
    theta: new Float64Array(count),
    airSpace: new Float64Array(count),
  };
  const firstPoint: number[] = [];
  let point = 0;
  for (const { bottomCm, topCm, firstCell, cellCount, functions } of column.layers) {
    firstPoint.push(point);
    const last = firstCell + cellCount - 1;
    const onCurve = (psi: number): number => thetaAt(functions, column.specificStoragePerCm, psi);
    const put = (z: number, psi: number, theta: number): void => {
      profile.zCm[point] = z;
      profile.psiCm[point] = psi;
      profile.theta[point] = theta;
      profile.airSpace[point] = Math.max(0, functions.thetaS - theta);
      point++;
    };
    const halfCell = (topCm - bottomCm) / cellCount / 2;
    // one cell alone has no slope of its own: taken as hydrostatic
    const slopeAt = (a: number, b: number): number =>
      a === b ? -1 : (psiCm[b]! - psiCm[a]!) / (column.zCm[b]! - column.zCm[a]!);
    const putEnd = (z: number, psi: number, cell: number): void => {
      const beside = thetas[cell]! + onCurve(psi) - onCurve(psiCm[cell]!);
      put(z, psi, psi >= 0 ? onCurve(psi) : Math.min(functions.thetaS, Math.max(0, beside)));
    };
    putEnd(bottomCm, psiCm[firstCell]! - halfCell * slopeAt(firstCell, Math.min(firstCell + 1, last)), firstCell);
    for (let i = firstCell; i <= last; i++) put(column.zCm[i]!, psiCm[i]!, thetas[i]!);
    putEnd(topCm, psiCm[last]! + halfCell * slopeAt(Math.max(last - 1, firstCell), last), last);
  }
  firstPoint.push(point);
  return { ...profile, firstPoint };
}

/** Water content and air space at a height; at an interface, of the layer below. Undefined outside the stack. */
export function readAt(
  profile: HeightProfile,
  heightCm: number,
): { theta: number; airSpace: number; psiCm: number } | undefined {
  const { zCm } = profile;
  if (!(heightCm >= 0) || heightCm > zCm[zCm.length - 1]!) return undefined;
  let low = 0;
  let high = zCm.length - 1;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (zCm[middle]! < heightCm) low = middle;
    else high = middle;
  }
  const span = zCm[high]! - zCm[low]!;
  const w = span > 0 ? (heightCm - zCm[low]!) / span : 0;
  const mix = (values: Float64Array): number => values[low]! * (1 - w) + values[high]! * w;
  return { theta: mix(profile.theta), airSpace: mix(profile.airSpace), psiCm: mix(profile.psiCm) };
}
