import type { Setup } from "@/core/stack/setup";
import { sectionWidthCm } from "@/core/vessel/vessel";
import { drawnBaseCm, type Outline, type Span } from "@/core/drawing/outline";
import { besideCm, type Pen } from "@/core/drawing/pen";
import { CM_PER_INCH, type UnitSystem } from "@/core/units/units";

/**
 * Where things stand on the board: ruler, section, labels and profile side by side on one height axis. All in px of the
 * drawing, y down; heights are in cm from the inside base.
 */
export type BoardGeometry = {
  readonly widthPx: number;
  readonly heightPx: number;
  readonly pxPerCm: number;
  readonly baseY: number;
  readonly rimY: number;
  readonly ruler: Span;
  readonly vessel: Span;
  /** Where a state held against the present one is drawn, at the same scale. */
  readonly held: Span | undefined;
  readonly labels: Span;
  readonly profile: Span;
  /** Height at the top of the drawing: the rim, or less where a tall empty vessel is cut short under its rim. [cm] */
  readonly shownTopCm: number;
  /** Whether the vessel is too wide to be drawn whole at the scale of its heights; a break line says so. */
  readonly broken: boolean;
};

export type { Span } from "@/core/drawing/outline";

/** Above the rim there is room for what grows out of it, and for a word. */
const TOP_PX = 34;
const ROOM_OVER_RIM = 0.1;
const BOTTOM_PX = 30;
/** A vessel up to so many times as wide as it is tall is drawn whole; a wider one is cut short rather than made tiny. */
const WHOLE_TO = 2.05;
/** Of a wider one, heights are still drawn up to this much smaller than they could be. */
const LEAST_SCALE_SHARE = 0.72;
const NARROW_PX = 520;
/** A vessel much deeper than what is in it is drawn up to this many times that height. */
const ROOM_ABOVE = 1.5;
const LEAST_SHOWN_CM = 6;
/** So many times as wide as tall, and it is broad. */
const BROAD = 0.8;
/** Of height that is not needed, so much is left under the base. */
const SPARE_UNDER = 0.3;

/** Between a state held and the present one. */
const HELD_GAP_PX = 22;

/** What of a setup sets the board's scale. */
export type Drawn = Pick<Setup, "vessel" | "fixtures">;

/** What stands out beyond the inside on each side; of a far wider tray the end is not drawn. [cm] */
export const besideOnScreenCm = (drawn: Drawn): number => besideCm(drawn, sectionWidthCm(drawn.vessel) / 4);

/** About a mm on a screen: what is smaller is drawn this large. [px] */
export const MARK_PX = 4.7;
/** Nothing is drawn nearer to the ruler than this. [px] */
const RULER_GAP_PX = 6;

/** Between what things beside the vessel are drawn on the board. */
export const boardSpan = ({ ruler }: BoardGeometry): Span => ({ left: ruler.right + RULER_GAP_PX, right: Infinity });

/** What a section on the board is drawn with. */
export const penOf = (geometry: BoardGeometry, setup: Setup, outline: Outline, waterCm: number | undefined): Pen => ({
  setup,
  outline,
  yOf: (heightCm) => yOf(geometry, heightCm),
  unitsPerCm: geometry.pxPerCm,
  mark: MARK_PX,
  shownTopCm: geometry.shownTopCm,
  within: boardSpan(geometry),
  waterCm,
});

/**
 * @param highestCm the highest thing in the vessel; what is far above it is cut short
 * @param held a state to be drawn beside the present one
 */
export function boardGeometry(
  drawn: Drawn,
  highestCm: number,
  widthPx: number,
  heightPx: number,
  held?: Drawn,
): BoardGeometry {
  const { vessel } = drawn;
  const enoughCm = Math.max(highestCm * ROOM_ABOVE, LEAST_SHOWN_CM);
  const depthCm = Math.max(vessel.insideDepthCm, held?.vessel.insideDepthCm ?? 0);
  const shownTopCm = depthCm > enoughCm * 1.25 ? enoughCm : depthCm;
  const underCm = Math.max(drawnBaseCm(vessel), held ? drawnBaseCm(held.vessel) : 0);
  const narrow = widthPx < NARROW_PX;
  const rulerPx = narrow ? 30 : 40;
  const whole = (one: Drawn): number => sectionWidthCm(one.vessel) + 2 * besideOnScreenCm(one);
  const widest = Math.max(whole(drawn), held ? whole(held) : 0);
  // a vessel wider than it is tall takes room from what stands beside it
  const isBroad = !narrow && !held && widest > BROAD * shownTopCm;
  const labelsPx = narrow ? 104 : isBroad ? 112 : held ? 138 : 166;
  const rest = Math.max(120, widthPx - rulerPx - labelsPx - 22);
  const sectionRoom = rest * (held ? 0.66 : narrow ? 0.52 : isBroad ? 0.74 : 0.58);
  const eachRoom = held ? (sectionRoom - HELD_GAP_PX) / 2 : sectionRoom;
  const tallest = Math.max(40, heightPx - TOP_PX - BOTTOM_PX) / (shownTopCm * (1 + ROOM_OVER_RIM) + underCm);
  const fitting = eachRoom / widest;
  const isWide = Math.max(sectionWidthCm(vessel), held ? sectionWidthCm(held.vessel) : 0) > WHOLE_TO * depthCm;
  // beside another there is half the room: cut short rather than tiny
  const broken = (isWide || held !== undefined) && fitting < LEAST_SCALE_SHARE * tallest;
  const pxPerCm = broken ? tallest : Math.min(tallest, fitting);
  const place = (one: Drawn, from: number): Span => {
    const px = sectionWidthCm(one.vessel) * (broken ? eachRoom / whole(one) : pxPerCm);
    const left = from + (eachRoom - px) / 2 + 4;
    return { left, right: left + px };
  };
  // what is left over lies mostly above, where it grows
  const spare = heightPx - TOP_PX - BOTTOM_PX - (shownTopCm * (1 + ROOM_OVER_RIM) + underCm) * pxPerCm;
  const baseY = heightPx - BOTTOM_PX - underCm * pxPerCm - Math.max(0, spare) * SPARE_UNDER;
  const labelsLeft = rulerPx + sectionRoom + 8;
  return {
    widthPx,
    heightPx,
    pxPerCm,
    baseY,
    rimY: baseY - shownTopCm * pxPerCm,
    shownTopCm,
    broken,
    ruler: { left: 0, right: rulerPx },
    vessel: place(drawn, rulerPx + (held ? eachRoom + HELD_GAP_PX : 0)),
    held: held && place(held, rulerPx),
    labels: { left: labelsLeft, right: labelsLeft + labelsPx - 8 },
    profile: { left: labelsLeft + labelsPx, right: widthPx - 14 },
  };
}

export const yOf = (geometry: BoardGeometry, heightCm: number): number => geometry.baseY - heightCm * geometry.pxPerCm;

export const heightAt = (geometry: BoardGeometry, y: number): number => (geometry.baseY - y) / geometry.pxPerCm;

export type RulerTick = { readonly heightCm: number; readonly label: string | undefined };

/**
 * Ticks for a ruler up to a height, close enough to read and far enough to draw: every 1, 2, 5 … of the unit, a label
 * on each fifth or so.
 */
export function rulerTicks(depthCm: number, pxPerCm: number, system: UnitSystem): RulerTick[] {
  const unitCm = system === "metric" ? 1 : CM_PER_INCH;
  const steps =
    system === "metric"
      ? [
          [0.5, 1],
          [1, 5],
          [2, 10],
          [5, 20],
          [10, 50],
        ]
      : [
          [0.25, 1],
          [0.5, 2],
          [1, 4],
          [2, 10],
          [5, 20],
        ];
  const [tick, labelled] =
    steps.find(([step, label]) => step! * unitCm * pxPerCm >= 5 && label! * unitCm * pxPerCm >= 26) ?? steps.at(-1)!;
  const ticks: RulerTick[] = [];
  for (let i = 0; i * tick! * unitCm <= depthCm + 1e-6; i++) {
    const value = i * tick!;
    const isLabelled = Math.abs(value / labelled! - Math.round(value / labelled!)) < 1e-9;
    ticks.push({ heightCm: value * unitCm, label: isLabelled ? String(value) : undefined });
  }
  return ticks;
}

/** Moves labels apart so that none overlaps, keeping their order; each stays as near its own y as it can. */
export function spreadLabels(ys: readonly number[], gapPx: number, topPx: number, bottomPx: number): number[] {
  const order = ys.map((_, i) => i).sort((a, b) => ys[a]! - ys[b]!);
  const placed = [...ys];
  let last = -Infinity;
  for (const i of order) {
    placed[i] = Math.max(ys[i]!, last + gapPx, topPx);
    last = placed[i]!;
  }
  let next = bottomPx;
  for (const i of order.reverse()) {
    placed[i] = Math.min(placed[i]!, next);
    next = placed[i]! - gapPx;
  }
  return placed;
}
