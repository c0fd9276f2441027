import type { SectionPattern } from "../media/medium";

/**
 * A drawing as data, in mm on paper, y down: the page shows it, a file holds it, and a test can look at it. Inks are named
 * for what they mean; each who draws it gives them its colours.
 */
export type Ink =
  | "none"
  | "ink"
  | "soft"
  | "rule"
  | "paper"
  | "water"
  | "life"
  | "trouble"
  | { readonly soil: SectionPattern }
  | { readonly grain: SectionPattern };

export type PathShape = {
  readonly kind: "path";
  readonly d: string;
  readonly fill: Ink;
  readonly stroke: Ink;
  readonly widthMm: number;
  readonly dashMm?: readonly number[];
  readonly opacity?: number;
};
export type TextShape = {
  readonly kind: "text";
  readonly x: number;
  readonly y: number;
  readonly text: string;
  readonly sizeMm: number;
  readonly anchor: "start" | "middle" | "end";
  readonly ink: Ink;
};
/** Shapes of which only what lies within a path is seen. */
export type ClippedShape = { readonly kind: "clipped"; readonly to: string; readonly shapes: readonly Shape[] };
export type Shape = PathShape | TextShape | ClippedShape;

export type Drawing = {
  readonly widthMm: number;
  readonly heightMm: number;
  /** What it shows, for who does not see it. */
  readonly title: string;
  readonly shapes: readonly Shape[];
};

export const line = (
  x1: number,
  y1: number,
  x2: number,
  y2: number,
  widthMm = 0.25,
  more: Partial<PathShape> = {},
): PathShape => stroke(`M${mm(x1)} ${mm(y1)}L${mm(x2)} ${mm(y2)}`, widthMm, more);

/** A line along a path, in ink. */
export const stroke = (d: string, widthMm: number, more: Partial<PathShape> = {}): PathShape => ({
  kind: "path",
  d,
  fill: "none",
  stroke: "ink",
  widthMm,
  ...more,
});

export const box = (
  x: number,
  y: number,
  width: number,
  height: number,
  fill: Ink,
  more: Partial<PathShape> = {},
): PathShape => ({
  kind: "path",
  d: `M${mm(x)} ${mm(y)}h${mm(width)}v${mm(height)}h${mm(-width)}Z`,
  fill,
  stroke: "none",
  widthMm: 0,
  ...more,
});

export const circle = (x: number, y: number, radius: number, fill: Ink, more: Partial<PathShape> = {}): PathShape => ({
  kind: "path",
  d: `M${mm(x - radius)} ${mm(y)}a${mm(radius)} ${mm(radius)} 0 1 0 ${mm(2 * radius)} 0a${mm(radius)} ${mm(radius)} 0 1 0 ${mm(-2 * radius)} 0Z`,
  fill,
  stroke: "ink",
  widthMm: 0.25,
  ...more,
});

export const words = (
  x: number,
  y: number,
  text: string,
  sizeMm: number,
  more: Partial<TextShape> = {},
): TextShape => ({
  kind: "text",
  x,
  y,
  text,
  sizeMm,
  anchor: "start",
  ink: "ink",
  ...more,
});

/** To a hundredth of a mm: nothing on paper is finer. */
export const mm = (value: number): string => String(Math.round(value * 100) / 100);

/** How wide a text is set, near enough to lay out by: no font is measured here. [mm] */
export const textWidthMm = (text: string, sizeMm: number): number => 0.52 * sizeMm * text.length;

/** The patterns a drawing uses, so that their definitions can be brought. */
export function patternsOf(shapes: readonly Shape[]): ReadonlySet<SectionPattern> {
  const found = new Set<SectionPattern>();
  for (const shape of shapes) {
    if (shape.kind === "clipped") for (const pattern of patternsOf(shape.shapes)) found.add(pattern);
    if (shape.kind === "path" && typeof shape.fill === "object" && "grain" in shape.fill) found.add(shape.fill.grain);
  }
  return found;
}
