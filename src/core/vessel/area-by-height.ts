import { bracketedRoot } from "../hydraulics/bracketed-root";

/**
 * Area by height: what a vessel, a layer in it or a store of water is to everything that computes. Height is measured up
 * from a base that whoever makes one names; areas are of level cuts.
 *
 * Kept as polynomial pieces, so that areas and volumes are exact: a straight wall is a constant, a tapered one a
 * parabola, a curved one of the fourth degree at most.
 */
export type AreaPiece = {
  readonly fromCm: number;
  readonly toCm: number;
  /** Area = Σ coefficients[k] · (z − fromCm)^k. [cm², cm, 1, …] */
  readonly coefficients: readonly number[];
};

/** Pieces from the bottom up, each beginning where the last ends. Below and above them the area is as at their ends. */
export type AreaByHeight = readonly AreaPiece[];

export const straightArea = (areaCm2: number, fromCm: number, toCm: number): AreaByHeight => [
  { fromCm, toCm, coefficients: [areaCm2] },
];

/** One piece whose area is the product of two lengths, each a polynomial of height over its foot. */
export function pieceOfProduct(
  fromCm: number,
  toCm: number,
  a: readonly number[],
  b: readonly number[],
  factor = 1,
): AreaPiece {
  const coefficients = new Array<number>(a.length + b.length - 1).fill(0);
  a.forEach((x, i) => b.forEach((y, j) => (coefficients[i + j]! += factor * x * y)));
  while (coefficients.length > 1 && coefficients.at(-1) === 0) coefficients.pop();
  return { fromCm, toCm, coefficients };
}

// as loops: a store of water asks for these in every iteration of every step

function valueOf(coefficients: readonly number[], x: number): number {
  let sum = 0;
  for (let k = coefficients.length - 1; k >= 0; k--) sum = sum * x + coefficients[k]!;
  return sum;
}

/** ∫ of a piece from its foot to a height over it. [cm³] */
function integralOf(coefficients: readonly number[], x: number): number {
  let sum = 0;
  for (let k = coefficients.length - 1; k >= 0; k--) sum = sum * x + coefficients[k]! / (k + 1);
  return x * sum;
}

function pieceAt(area: AreaByHeight, zCm: number): AreaPiece {
  let i = 0;
  while (i + 1 < area.length && !(zCm < area[i]!.toCm)) i++;
  return area[i]!;
}

/** Area at a height; at a joint, of the piece above. [cm²] */
export function areaAtCm2(area: AreaByHeight, zCm: number): number {
  const { fromCm, toCm, coefficients } = pieceAt(area, zCm);
  return coefficients.length === 1 ? coefficients[0]! : valueOf(coefficients, clamp(zCm, fromCm, toCm) - fromCm);
}

/** How the area grows with height. [cm²/cm] */
export function areaSlopeCm(area: AreaByHeight, zCm: number): number {
  const { fromCm, toCm, coefficients } = pieceAt(area, zCm);
  if (zCm < fromCm || zCm > toCm) return 0;
  return valueOf(
    coefficients.slice(1).map((c, k) => c * (k + 1)),
    zCm - fromCm,
  );
}

/**
 * The least area over its heights, by the ends of its pieces: within a piece the areas of vessels rise or fall, but for
 * a poured one's, which stays over half of what it is between two measures.
 */
export const leastAreaCm2 = (area: AreaByHeight): number =>
  area.reduce(
    (least, { fromCm, toCm, coefficients }) => Math.min(least, coefficients[0]!, valueOf(coefficients, toCm - fromCm)),
    Infinity,
  );

/** Whether the area is the same at all heights. */
export function isStraight(area: AreaByHeight): boolean {
  const areaCm2 = area[0]!.coefficients[0];
  for (const { coefficients } of area) if (coefficients.length !== 1 || coefficients[0] !== areaCm2) return false;
  return true;
}

/** Volume between two heights, negative from above to below. [cm³] */
export function volumeBetweenCm3(area: AreaByHeight, fromCm: number, toCm: number): number {
  if (toCm < fromCm) return -volumeBetweenCm3(area, toCm, fromCm);
  if (isStraight(area)) return area[0]!.coefficients[0]! * (toCm - fromCm);
  const first = area[0]!;
  const last = area.at(-1)!;
  let sum = areaAtCm2(area, first.fromCm) * Math.max(0, Math.min(toCm, first.fromCm) - fromCm);
  for (const piece of area) {
    const low = Math.max(fromCm, piece.fromCm);
    const high = Math.min(toCm, piece.toCm);
    if (high > low)
      sum += integralOf(piece.coefficients, high - piece.fromCm) - integralOf(piece.coefficients, low - piece.fromCm);
  }
  return sum + valueOf(last.coefficients, last.toCm - last.fromCm) * Math.max(0, toCm - Math.max(fromCm, last.toCm));
}

/** The height at which a volume has been put on top of a height; of a negative volume, taken away from under it. */
export function heightAfterCm(area: AreaByHeight, fromCm: number, volumeCm3: number): number {
  if (volumeCm3 === 0) return fromCm;
  if (isStraight(area)) return fromCm + volumeCm3 / area[0]!.coefficients[0]!;
  // the least and the greatest area on the way bound where it ends
  const [low, high] = bracketCm(area, fromCm, volumeCm3);
  return bracketedRoot(
    {
      valueAt: (zCm) => volumeBetweenCm3(area, fromCm, zCm) - volumeCm3,
      slopeAt: (zCm) => areaAtCm2(area, zCm),
      low,
      high,
    },
    clamp(fromCm + volumeCm3 / Math.max(areaAtCm2(area, fromCm), LEAST_AREA_CM2), low, high),
    (zCm) => 1e-14 * Math.max(1, Math.abs(zCm)),
  ).x;
}

/** A step of a search never divides by less. [cm²] */
const LEAST_AREA_CM2 = 1e-6;

function bracketCm(area: AreaByHeight, fromCm: number, volumeCm3: number): readonly [number, number] {
  let stride = Math.max(1, area.at(-1)!.toCm - area[0]!.fromCm);
  if (volumeCm3 > 0) {
    while (volumeBetweenCm3(area, fromCm, fromCm + stride) < volumeCm3) stride *= 2;
    return [fromCm, fromCm + stride];
  }
  while (volumeBetweenCm3(area, fromCm, fromCm - stride) > volumeCm3) stride *= 2;
  return [fromCm - stride, fromCm];
}

/** The part between two heights, which may reach beyond the pieces. */
export function cutArea(area: AreaByHeight, fromCm: number, toCm: number): AreaByHeight {
  const cut = area.flatMap((piece): AreaPiece[] => {
    const low = Math.max(fromCm, piece.fromCm);
    const high = Math.min(toCm, piece.toCm);
    return high > low
      ? [{ fromCm: low, toCm: high, coefficients: shifted(piece.coefficients, low - piece.fromCm) }]
      : [];
  });
  const under = cut[0]?.fromCm ?? toCm;
  const over = cut.at(-1)?.toCm ?? toCm;
  return [
    ...(under > fromCm ? straightArea(areaAtCm2(area, (fromCm + under) / 2), fromCm, under) : []),
    ...cut,
    ...(over < toCm ? straightArea(areaAtCm2(area, (over + toCm) / 2), over, toCm) : []),
  ];
}

/** A polynomial of x as one of x − by. */
function shifted(coefficients: readonly number[], by: number): number[] {
  if (by === 0) return [...coefficients];
  const result = [...coefficients];
  // Horner's scheme, once for each coefficient
  for (let i = 0; i < result.length - 1; i++)
    for (let k = result.length - 2; k >= i; k--) result[k]! += by * result[k + 1]!;
  return result;
}

/** The same counted from a base that lies so much lower. */
export const raisedArea = (area: AreaByHeight, byCm: number): AreaByHeight =>
  area.map(({ fromCm, toCm, coefficients }) => ({ fromCm: fromCm + byCm, toCm: toCm + byCm, coefficients }));

/** The same with so much more area at every height, or less. */
export const widened = (area: AreaByHeight, byCm2: number): AreaByHeight =>
  byCm2 === 0
    ? area
    : area.map(({ coefficients: [first, ...rest], ...piece }) => ({
        ...piece,
        coefficients: [first! + byCm2, ...rest],
      }));

/** Areas side by side; a part that ends leaves the others. Pieces are cut where any of them has a joint. */
export function addedAreas(parts: readonly AreaByHeight[]): AreaByHeight {
  const joints = [...new Set(parts.flatMap((part) => part.flatMap(({ fromCm, toCm }) => [fromCm, toCm])))].sort(
    (a, b) => a - b,
  );
  return joints.slice(1).map((toCm, i) => {
    const fromCm = joints[i]!;
    const coefficients = [0];
    for (const part of parts) {
      const piece = part.find((one) => one.fromCm <= fromCm && one.toCm >= toCm);
      if (!piece) continue;
      shifted(piece.coefficients, fromCm - piece.fromCm).forEach(
        (c, k) => (coefficients[k] = (coefficients[k] ?? 0) + c),
      );
    }
    return { fromCm, toCm, coefficients };
  });
}

const clamp = (value: number, least: number, most: number): number => Math.min(Math.max(value, least), most);
