import { type Setup } from "@/core/stack/setup";
import { sectionWidthCm } from "@/core/vessel/vessel";
import { profileOfSettled, type MediumLookup, type Settled } from "@/core/water/settle";
import { fixtureShapes } from "@/core/drawing/fixture-shapes";
import type { Pen } from "@/core/drawing/pen";
import { vesselShape } from "@/core/drawing/section-shapes";
import { Shapes } from "../drawing/drawing";
import { besideOnScreenCm } from "../drawing/geometry";
import { drawnBaseCm, outlineOf } from "@/core/drawing/outline";
import { Strata } from "./strata";

/** Room for the walls around the inside, in cm of the drawing. */
const WALL_CM = 1;
/** What is smaller than this is not seen from across the yard. [cm] */
const MARK_CM = 0.8;
/** All drawings of a page take their grains from one set, which the page brings. */
export const SHELF_PREFIX = "shelf";

/** What a setup takes up on the shelf: its walls and base, and its tray. [cm] */
export const shelfSizeCm = (setup: Setup): { readonly width: number; readonly height: number } => ({
  width: sectionWidthCm(setup.vessel) + 2 * Math.max(WALL_CM, besideOnScreenCm(setup)),
  height: setup.vessel.insideDepthCm + Math.max(WALL_CM, drawnBaseCm(setup.vessel)) + 0.5,
});

/** A setup as it stands on the shelf: in cm, so that all on a page have one scale; `--px-per-cm` sets it. */
export function ShelfDrawing({
  id,
  setup,
  settled,
  medium,
}: {
  id: string;
  setup: Setup;
  settled: Settled | undefined;
  medium: MediumLookup;
}) {
  const width = sectionWidthCm(setup.vessel);
  const depth = setup.vessel.insideDepthCm;
  const outer = shelfSizeCm(setup);
  const beside = (outer.width - width) / 2;
  const span = { left: beside, right: beside + width };
  const yOf = (heightCm: number): number => depth - heightCm;
  const outline = outlineOf(setup.vessel, span, yOf, 1, WALL_CM);
  const pen: Pen = {
    setup,
    outline,
    yOf,
    unitsPerCm: 1,
    mark: MARK_CM,
    shownTopCm: depth,
    within: { left: 0.3, right: outer.width - 0.3 },
    waterCm: settled?.equilibrium.waterTableCm,
  };
  return (
    <svg
      viewBox={`0 0 ${outer.width} ${outer.height}`}
      aria-hidden
      className="block"
      style={{ width: `calc(${outer.width} * var(--px-per-cm))`, height: `calc(${outer.height} * var(--px-per-cm))` }}
    >
      <Strata
        pen={pen}
        medium={medium}
        profile={settled && profileOfSettled(settled)}
        span={span}
        prefix={SHELF_PREFIX}
        idPrefix={`${SHELF_PREFIX}-${id}`}
        thin
      />
      <Shapes
        shapes={[vesselShape(pen), ...setup.fixtures.flatMap((fixture) => fixtureShapes(fixture, pen))]}
        grains={SHELF_PREFIX}
        id={`${SHELF_PREFIX}-${id}-parts`}
      />
    </svg>
  );
}
