import { fixtureOf } from "../stack/fixtures";
import type { Setup } from "../stack/setup";
import { sectionWidthCm } from "../vessel/vessel";
import { drawnBaseCm, type Outline, type Span } from "./outline";

/**
 * What a section is drawn with: where heights and places lie in the units of a drawing (mm on paper, px on a screen, cm
 * in the yard), and how small a mark may get before it is no longer seen.
 */
export type Pen = {
  readonly setup: Setup;
  readonly outline: Outline;
  readonly yOf: (heightCm: number) => number;
  readonly unitsPerCm: number;
  /** Of a mark that would be too small to be seen, so much is drawn: about a mm as it is held. */
  readonly mark: number;
  /** Height at the top of the drawing: the rim, or less where a tall vessel is cut short. [cm] */
  readonly shownTopCm: number;
  /** Nothing beside the vessel is drawn beyond this. */
  readonly within?: Span | undefined;
  /** Height of the free water, where any is drawn. [cm] */
  readonly waterCm: number | undefined;
};

/** How thick wall and base are drawn, however thin they are. */
export const wallThick = ({ setup, outline, mark }: Pen): number =>
  Math.max(0.5 * mark, outline.across(setup.vessel.wallCm));
export const baseThick = ({ setup, unitsPerCm, mark }: Pen): number =>
  Math.max(0.5 * mark, drawnBaseCm(setup.vessel) * unitsPerCm);

/** A tray's own wall, and a hand's breadth of air beside it. [cm] */
const BESIDE_TRAY_CM = 0.5;

/**
 * What stands out beyond the inside on each side: the wall, or the tray. [cm]
 * @param mostCm a tray that reaches further is drawn cut off there
 */
export function besideCm({ vessel, fixtures }: Pick<Setup, "vessel" | "fixtures">, mostCm = Infinity): number {
  const tray = fixtureOf({ fixtures }, "tray");
  const overhangCm = tray ? Math.max(0, (tray.insideLengthCm - sectionWidthCm(vessel)) / 2) : 0;
  return Math.max(vessel.wallCm, Math.min(overhangCm, mostCm) + (tray ? BESIDE_TRAY_CM : 0));
}

/** Where a tray of a length is drawn under the vessel; one that is far longer goes to the edge of the drawing. */
export function traySpan({ outline, within }: Pick<Pen, "outline" | "within">, lengthCm: number): Span {
  const foot = outline.wallsAt(0);
  const middle = (foot.left + foot.right) / 2;
  const room = within ? Math.min(middle - within.left, within.right - middle) : Infinity;
  const half = Math.min(outline.across(lengthCm) / 2, room);
  return { left: middle - half, right: middle + half };
}
