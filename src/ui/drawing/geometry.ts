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
  /** Whether what heights mean stands inside the vessel, at its right wall: it has no room of its own then. */
  readonly labelsInside: boolean;
  readonly profile: Span;
  /** Height at the top of the drawing: the rim, or less where a tall empty vessel is cut short under its rim. [cm] */
  readonly shownTopCm: number;
  /** Whether the vessel is too wide to be drawn whole at the scale of its heights; a break line says so. */
  readonly broken: boolean;
};

export type { Span } from "@/core/drawing/outline";

/** Room for a word over what grows, and under the base. */
const TOP_PX = 24;
const BOTTOM_PX = 30;
/** Over the rim there is so much of the height for what grows there; what is taller is cut. */
const GROWS_SHARE = 0.1;
/** A vessel up to so many times as wide as it is tall is drawn whole; a wider one is cut short rather than made tiny. */
const WHOLE_TO = 2.05;
/** One that is cut short is still drawn wider than tall: so high at most, of its width. */
const CUT_HEIGHT_SHARE = 0.75;
/** Of a wider one, heights are still drawn up to this much smaller than they could be. */
const LEAST_SCALE_SHARE = 0.72;
const NARROW_PX = 520;
/** A vessel much deeper than what is in it is drawn up to this many times that height, where there is no more room. */
const ROOM_ABOVE = 1.5;
const LEAST_SHOWN_CM = 6;
/** What is cut off is worth it only where it is more than this of what stays. */
const WORTH_CUTTING = 1.1;

/** The parts beside the vessel, on a page and on a phone. */
const PARTS_PX = {
  page: { ruler: 36, labels: 146, profile: 104, mostProfile: 250, right: 14 },
  phone: { ruler: 26, labels: 100, profile: 56, mostProfile: 130, right: 14 },
} as const;
/** Between the vessel's room and what stands beside it. */
const BESIDE_PX = 6;
/** The drawing is to take so much of the board by its width or by its height: else its labels give up their room. */
const FILLS_SHARE = 0.7;

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
 * @param highestCm the highest thing in the vessel; what is far above it is cut short where it has no room
 * @param held a state to be drawn beside the present one
 */
export function boardGeometry(
  drawn: Drawn,
  highestCm: number,
  widthPx: number,
  heightPx: number,
  held?: Drawn,
): BoardGeometry {
  const spread = laidOut(drawn, highestCm, widthPx, heightPx, held, false);
  // labels have a place of their own where the vessel is not made small by it
  return spread.fills >= FILLS_SHARE
    ? spread.geometry
    : laidOut(drawn, highestCm, widthPx, heightPx, held, true).geometry;
}

/** How it all stands with the labels beside the vessel or inside it, and how much of the board the drawing takes. */
function laidOut(
  drawn: Drawn,
  highestCm: number,
  widthPx: number,
  heightPx: number,
  held: Drawn | undefined,
  labelsInside: boolean,
): { readonly geometry: BoardGeometry; readonly fills: number } {
  const { vessel } = drawn;
  const px = widthPx < NARROW_PX ? PARTS_PX.phone : PARTS_PX.page;
  const labelsPx = labelsInside ? 0 : px.labels;
  const whole = (one: Drawn): number => sectionWidthCm(one.vessel) + 2 * besideOnScreenCm(one);
  const widest = Math.max(whole(drawn), held ? whole(held) : 0);
  const depthCm = Math.max(vessel.insideDepthCm, held?.vessel.insideDepthCm ?? 0);
  const underCm = Math.max(drawnBaseCm(vessel), held ? drawnBaseCm(held.vessel) : 0);

  const sectionRoom = Math.max(60, widthPx - px.ruler - labelsPx - px.profile - px.right - 2 * BESIDE_PX);
  const eachRoom = held ? (sectionRoom - HELD_GAP_PX) / 2 : sectionRoom;
  const heightRoom = Math.max(40, heightPx * (1 - GROWS_SHARE) - TOP_PX - BOTTOM_PX);
  const fitting = eachRoom / widest;

  const enoughCm = Math.max(highestCm * ROOM_ABOVE, LEAST_SHOWN_CM);
  const roomCm = Math.max(enoughCm, heightRoom / fitting - underCm);
  const shownTopCm = depthCm > roomCm * WORTH_CUTTING ? roomCm : depthCm;
  const isWide = Math.max(sectionWidthCm(vessel), held ? sectionWidthCm(held.vessel) : 0) > WHOLE_TO * depthCm;
  const mostHigh = isWide && !held ? Math.min(heightRoom, CUT_HEIGHT_SHARE * eachRoom) : heightRoom;
  const tallest = mostHigh / (shownTopCm + underCm);
  // beside another there is half the room: cut short rather than tiny
  const broken = (isWide || held !== undefined) && fitting < LEAST_SCALE_SHARE * tallest;
  const pxPerCm = broken ? tallest : Math.min(tallest, fitting);

  // what the section leaves over goes to the profile first, then around all of it
  const eachPx = broken ? eachRoom : widest * pxPerCm;
  const sectionPx = held ? 2 * eachPx + HELD_GAP_PX : eachPx;
  const spare = sectionRoom - sectionPx;
  const profilePx = Math.min(px.profile + spare, px.mostProfile);
  const rulerLeft = (px.profile + spare - profilePx) / 2;
  const rulerRight = rulerLeft + px.ruler;
  const place = (one: Drawn, from: number): Span => {
    const wide = sectionWidthCm(one.vessel) * (broken ? eachPx / whole(one) : pxPerCm);
    const left = from + (eachPx - wide) / 2;
    return { left, right: left + wide };
  };
  const sectionLeft = rulerRight + BESIDE_PX;
  const labelsLeft = sectionLeft + sectionPx + BESIDE_PX;
  const heightUsedPx = (shownTopCm + underCm) * pxPerCm;
  const spareHeight = heightRoom - heightUsedPx;
  const baseY = heightPx - BOTTOM_PX - underCm * pxPerCm - Math.max(0, spareHeight) / 2;
  return {
    fills: Math.max(sectionPx / widthPx, heightUsedPx / heightPx),
    geometry: {
      widthPx,
      heightPx,
      pxPerCm,
      baseY,
      rimY: baseY - shownTopCm * pxPerCm,
      shownTopCm,
      broken,
      labelsInside,
      ruler: { left: rulerLeft, right: rulerRight },
      vessel: place(drawn, sectionLeft + (held ? eachPx + HELD_GAP_PX : 0)),
      held: held && place(held, sectionLeft),
      labels: { left: labelsLeft, right: labelsLeft + labelsPx },
      profile: { left: labelsLeft + labelsPx, right: labelsLeft + labelsPx + profilePx },
    },
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
