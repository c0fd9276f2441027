import { memo } from "react";
import { topOfZones } from "@/core/readings/readings";
import type { UnitSystem } from "@/core/units/units";
import type { SetupStore } from "../open-setup/setup-store";
import type { View } from "../open-setup/page-state";
import { penOf, type BoardGeometry, type Span } from "../drawing/geometry";
import { FixtureMarks } from "../section/fixture-marks";
import { outlineOf } from "@/core/drawing/outline";
import { shortened } from "../drawing/shortened";
import { Strata } from "../section/strata";
import { VesselWalls } from "../section/vessel-walls";

/** A state held, drawn beside the present one at the same heights. */
export const HeldSection = memo(function HeldSection({
  held,
  medium,
  geometry,
  span,
  yOf,
  system,
  prefix,
}: {
  held: View;
  medium: SetupStore["medium"];
  geometry: BoardGeometry;
  span: Span;
  yOf: (heightCm: number) => number;
  system: UnitSystem;
  prefix: string;
}) {
  const { setup, readings } = held;
  const width = span.right - span.left;
  const outline = outlineOf(setup.vessel, span, yOf, geometry.pxPerCm);
  const pen = penOf(geometry, setup, outline, readings.waterTableCm);
  const wet = topOfZones(readings.waterlogged);
  return (
    <g pointerEvents="none" aria-hidden>
      <Strata pen={pen} medium={medium} profile={readings.profile} span={span} prefix={prefix} idPrefix="held">
        {(index, top, height, walls) => {
          const layer = setup.layers[index]!;
          return (
            height >= 17 && (
              <text
                x={walls.left + 6}
                y={top + Math.min(height / 2 + 4.5, 17)}
                className="fill-ink text-[12.5px]"
                stroke="var(--sheet)"
                strokeWidth={3.5}
                strokeLinejoin="round"
                paintOrder="stroke"
              >
                {shortened(
                  layer.name || (medium(layer.mediumId)?.name ?? "unknown medium"),
                  walls.right - walls.left - 16,
                )}
              </text>
            )
          );
        }}
      </Strata>
      <VesselWalls pen={pen} geometry={geometry} span={span} system={system} captioned={false} />
      <FixtureMarks pen={pen} />
      {readings.waterTableCm >= 0 && (
        <line
          x1={outline.wallsAt(readings.waterTableCm).left}
          x2={outline.wallsAt(readings.waterTableCm).right}
          y1={yOf(readings.waterTableCm)}
          y2={yOf(readings.waterTableCm)}
          stroke="var(--water)"
          strokeWidth={2.4}
        />
      )}
      {wet > 0 && (
        <path d={`M${span.right + 4} ${yOf(0)}h4V${yOf(wet)}h-4`} fill="none" stroke="var(--water)" strokeWidth={1.6} />
      )}
      <text x={span.left + width / 2} y={geometry.rimY - 12} textAnchor="middle" className="fill-soft text-[13px]">
        held
      </text>
      <text
        x={(geometry.vessel.left + geometry.vessel.right) / 2}
        y={geometry.rimY - 12}
        textAnchor="middle"
        className="fill-ink text-[13px] font-semibold"
      >
        now
      </text>
    </g>
  );
});
