import { outlineHeightsCm, sectionWidthCm, wallsAtCm, type Vessel } from "../vessel/vessel";

export type Span = { readonly left: number; readonly right: number };

/** The vessel's wall as it is drawn: from heights and places across, in the units of a drawing. */
export type Outline = {
  /** Where a place across lies: 0 at the left end of the section, 1 at its right. */
  readonly xOf: (share: number) => number;
  /** Where something upright of a width stands that is wanted at a place across: between the walls, down to the base. */
  readonly standingX: (share: number, width: number) => number;
  /** How wide a length across is drawn. */
  readonly across: (cm: number) => number;
  /** The inside of the two walls at a height. */
  readonly wallsAt: (heightCm: number) => Span;
  /** The inside, up to a height, as a path. */
  readonly inside: (topCm: number) => string;
  /** The wall itself, to the same height. */
  readonly wall: (topCm: number) => string;
};

const LEAST_WALL = 3;
/** A base thicker than this share of the depth is not drawn thicker: it says nothing. */
const MOST_BASE_SHARE = 0.12;

/** How thick the base is drawn. [cm] */
export const drawnBaseCm = ({ baseCm, insideDepthCm }: Vessel): number =>
  Math.min(baseCm, MOST_BASE_SHARE * insideDepthCm);

/**
 * @param least thickness a wall is drawn with, however thin it is, in the units of the drawing
 */
export function outlineOf(
  vessel: Vessel,
  span: Span,
  yOf: (heightCm: number) => number,
  unitsPerCm: number,
  least = LEAST_WALL,
): Outline {
  const width = sectionWidthCm(vessel);
  const scale = (span.right - span.left) / width;
  const wallsAt = (heightCm: number): Span => {
    const { leftCm, rightCm } = wallsAtCm(vessel, heightCm);
    return { left: span.left + leftCm * scale, right: span.left + rightCm * scale };
  };
  const xOf = (share: number): number => span.left + share * (span.right - span.left);
  const heights = (topCm: number): readonly number[] => [
    ...outlineHeightsCm(vessel).filter((z) => z < topCm - 1e-9),
    topCm,
  ];
  // across it is as wide as all else across, also where a wide vessel is cut short
  const thick = Math.max(least, vessel.wallCm * scale);
  const under = Math.max(least, drawnBaseCm(vessel) * unitsPerCm);
  const path = (points: readonly (readonly [number, number])[]): string =>
    points.map(([x, y], i) => `${i === 0 ? "M" : "L"}${x.toFixed(2)} ${y.toFixed(2)}`).join("");
  const side = (topCm: number, which: "left" | "right", out: number): readonly (readonly [number, number])[] =>
    heights(topCm).map((z) => [wallsAt(z)[which] + out, yOf(z)] as const);
  return {
    across: (cm) => cm * scale,
    standingX(share, width) {
      const { left, right } = wallsAt(0);
      return Math.min(Math.max(xOf(share), left + width / 2), right - width / 2);
    },
    xOf,
    wallsAt,
    inside: (topCm) => `${path([...side(topCm, "left", 0).toReversed(), ...side(topCm, "right", 0)])}Z`,
    wall: (topCm) => {
      const baseY = yOf(0);
      const foot = wallsAt(0);
      return `${path([
        ...side(topCm, "left", 0).toReversed(),
        ...side(topCm, "right", 0),
        ...side(topCm, "right", thick).toReversed(),
        [foot.right + thick, baseY + under],
        [foot.left - thick, baseY + under],
        ...side(topCm, "left", -thick),
      ])}Z`;
    },
  };
}
