import { memo } from "react";
import { formatLength, lengthUnitName, type UnitSystem } from "@/core/units/units";
import { hasDiameter, sectionWidthCm } from "@/core/vessel/vessel";
import { rulerTicks, yOf as yOfHeight, type BoardGeometry, type Span } from "../drawing/geometry";
import { drawnBaseCm } from "@/core/drawing/outline";
import type { Pen } from "@/core/drawing/pen";
import { vesselShape } from "@/core/drawing/section-shapes";
import { Shapes } from "../drawing/drawing";

/** The vessel as it is cut, with a break in what is too wide or too deep to be drawn whole. */
export const VesselWalls = memo(function VesselWalls({
  pen,
  geometry,
  span,
  system,
  captioned = true,
}: {
  pen: Pen;
  geometry: BoardGeometry;
  span: Span;
  system: UnitSystem;
  captioned?: boolean;
}) {
  const { outline, setup } = pen;
  const { vessel } = setup;
  const { left, right } = span;
  const { baseY, rimY, broken } = geometry;
  const middle = left + (right - left) * 0.8;
  const rim = outline.wallsAt(geometry.shownTopCm);
  return (
    <g fill="none" pointerEvents="none">
      <Shapes shapes={[vesselShape(pen)]} grains="" id="vessel" />
      {geometry.shownTopCm < vessel.insideDepthCm && (
        <>
          {[rim.left - 2.5, rim.right + 2.5].map((x) => (
            <path
              key={x}
              d={`M${x - 7} ${rimY + 13}l14 -6M${x - 7} ${rimY + 20}l14 -6`}
              stroke="var(--ink)"
              strokeWidth={1.4}
            />
          ))}
          <text x={(left + right) / 2} y={rimY + 16} textAnchor="middle" className="fill-soft text-[12.5px]">
            rim at {formatLength(vessel.insideDepthCm, system)}
          </text>
        </>
      )}
      {broken && (
        <>
          <path d={breakLine(middle, rimY - 8, baseY + 9, 6)} fill="var(--paper)" stroke="none" />
          <path d={zigzag(middle - 4, rimY - 8, baseY + 9)} stroke="var(--ink)" strokeWidth={1.2} />
          <path d={zigzag(middle + 4, rimY - 8, baseY + 9)} stroke="var(--ink)" strokeWidth={1.2} />
        </>
      )}
      <text
        x={(left + right) / 2}
        y={baseY + Math.max(3, drawnBaseCm(vessel) * geometry.pxPerCm) + 19}
        textAnchor="middle"
        className={`fill-soft text-[12.5px] ${captioned ? "" : "hidden"}`}
      >
        {hasDiameter(vessel) ? "⌀ " : ""}
        {formatLength(sectionWidthCm(vessel), system)} wide inside{broken ? ", cut short" : ""}
      </text>
    </g>
  );
});

const zigzag = (x: number, top: number, bottom: number): string => {
  const middle = (top + bottom) / 2;
  return `M${x} ${top}V${middle - 12}l-5 8l10 8l-5 8V${bottom}`;
};
const breakLine = (x: number, top: number, bottom: number, half: number): string => {
  const middle = (top + bottom) / 2;
  return `M${x - half + 2} ${top}V${middle - 12}l-5 8l10 8l-5 8V${bottom}H${x + half - 2}V${middle + 12}l5 -8l-10 -8l5 -8V${top}Z`;
};

/** Heights at the vessel's side, in the grower's units. */
export const Ruler = memo(function Ruler({
  geometry,
  depthCm,
  system,
}: {
  geometry: BoardGeometry;
  depthCm: number;
  system: UnitSystem;
}) {
  const x = geometry.ruler.right;
  return (
    <g pointerEvents="none">
      <text x={x - 4} y={geometry.rimY - 12} textAnchor="end" className="fill-soft text-[12.5px]">
        {lengthUnitName(system)}
      </text>
      <line x1={x} x2={x} y1={geometry.rimY} y2={geometry.baseY} stroke="var(--rule-strong)" />
      {rulerTicks(depthCm, geometry.pxPerCm, system).map(({ heightCm, label }) => {
        const y = yOfHeight(geometry, heightCm);
        return (
          <g key={heightCm}>
            <line x1={x - (label ? 8 : 4)} x2={x} y1={y} y2={y} stroke="var(--rule-strong)" />
            {label && (
              <text x={x - 11} y={y + 4} textAnchor="end" className="fill-ink text-[12.5px]">
                {label}
              </text>
            )}
          </g>
        );
      })}
    </g>
  );
});
