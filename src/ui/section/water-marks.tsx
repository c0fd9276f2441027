import { surfaceSign } from "@/core/drawing/section-shapes";
import { Shapes } from "../drawing/drawing";
import { MARK_PX } from "../drawing/geometry";

/** The water-table triangle of engineering drawings. */
export const SurfaceMark = ({ x, y }: { x: number; y: number }) => (
  <g pointerEvents="none">
    <Shapes shapes={surfaceSign(x, y, MARK_PX)} grains="" id="surface" />
  </g>
);

export const FreeSurface = ({
  y,
  left,
  right,
  isChosen,
}: {
  y: number;
  left: number;
  right: number;
  isChosen: boolean;
}) => (
  <line
    x1={left}
    x2={right}
    y1={y}
    y2={y}
    stroke="var(--water)"
    strokeWidth={isChosen ? 5 : 2.4}
    pointerEvents="none"
  />
);
