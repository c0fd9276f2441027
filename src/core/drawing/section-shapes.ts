import type { Separator } from "../stack/fixtures";
import { boundariesCm, platformCm } from "../stack/geometry";
import { LEAST_LEG, legsAcross } from "./legs";
import type { Span } from "./outline";
import { wallThick, type Pen } from "./pen";
import { line, mm, stroke, type PathShape, type Shape } from "./shape";

/** Where the layers of a stack lie in a drawing, and what is drawn of vessel, platform, sheets and free surface. */

export type LayerBand = {
  readonly index: number;
  readonly top: number;
  readonly height: number;
  /** From wall to wall, or leg by leg. */
  readonly spans: readonly Span[];
  readonly onLegs: boolean;
  /** The widest span that lies within both walls all through. */
  readonly clear: Span;
};

/** @param wide from where to where what goes from wall to wall is drawn, to be cut off by the inside */
export function layerBands({ setup, outline, yOf, mark }: Pen, wide: Span): readonly LayerBand[] {
  const heights = boundariesCm(setup);
  return setup.layers.map(({ legs }, index) => {
    const top = yOf(heights[index + 1]!);
    const [under, over] = [outline.wallsAt(heights[index]!), outline.wallsAt(heights[index + 1]!)];
    return {
      index,
      top,
      height: Math.max(0, yOf(heights[index]!) - top),
      spans: legs ? legsAcross(legs, under, outline.across, LEAST_LEG * mark) : [wide],
      onLegs: legs !== null,
      clear: { left: Math.max(under.left, over.left), right: Math.min(under.right, over.right) },
    };
  });
}

const SEPARATOR_DASHES: Record<Separator, readonly number[]> = {
  mesh: [0.5, 0.8],
  "weed-cloth": [2, 0.6],
  paper: [0.3, 0.4],
  card: [3, 0.8, 0.6, 0.8],
};

/** The sheet under a layer. */
export const separatorShape = (kind: Separator, y: number, { left, right }: Span, mark: number): PathShape =>
  line(left, y, right, y, 0.6 * mark, { dashMm: SEPARATOR_DASHES[kind].map((one) => one * mark) });

/** What carries the fill over open water: a plate with holes. */
export function platformShapes({ setup, outline, yOf, mark }: Pen): readonly Shape[] {
  const heightCm = platformCm(setup);
  if (heightCm <= 0) return [];
  const { left, right } = outline.wallsAt(heightCm);
  return [line(left, yOf(heightCm), right, yOf(heightCm), 0.9 * mark, { dashMm: [3 * mark, 0.8 * mark] })];
}

/** The wall and base; a thick one is seen to be cut. */
export function vesselShape(pen: Pen): PathShape {
  const { setup, outline, mark, shownTopCm } = pen;
  return {
    kind: "path",
    d: outline.wall(shownTopCm),
    fill: outline.across(setup.vessel.wallCm) > 2 * mark ? "rule" : "ink",
    stroke: "ink",
    widthMm: (wallThick(pen) > mark ? 0.3 : 0.15) * mark,
    ...(setup.vessel.material === "fabric" ? { dashMm: [1.2 * mark, 0.8 * mark] } : {}),
  };
}

/** The water-table triangle of engineering drawings, on the free surface. */
export const surfaceSign = (x: number, y: number, mark: number): readonly Shape[] => [
  {
    kind: "path",
    d: `M${mm(x - 1.9 * mark)} ${mm(y - 3.1 * mark)}h${mm(3.8 * mark)}l${mm(-1.9 * mark)} ${mm(2.9 * mark)}Z`,
    fill: "paper",
    stroke: "water",
    widthMm: 0.4 * mark,
  },
  stroke(
    `M${mm(x - 1.3 * mark)} ${mm(y + 0.9 * mark)}h${mm(2.6 * mark)}M${mm(x - 0.7 * mark)} ${mm(y + 1.6 * mark)}h${mm(1.4 * mark)}`,
    0.35 * mark,
    { stroke: "water" },
  ),
];
