import { memo } from "react";
import type { Readings } from "@/core/readings/readings";
import type { Setup } from "@/core/stack/setup";
import { formatLength, formatPercent, type UnitSystem } from "@/core/units/units";
import { readAt } from "@/core/water/profile";
import { partKey, type PartKey } from "../open-setup/part-key";
import { yOf as yOfHeight, type BoardGeometry } from "../drawing/geometry";

/** What stands on the profile beside its curves: its axis, the selected layer, and a line to read a height by. */

export function SelectedBand({
  setup,
  chosen,
  heights,
  geometry,
  onChoose,
}: {
  setup: Setup;
  chosen: PartKey | undefined;
  heights: readonly number[];
  geometry: BoardGeometry;
  onChoose: (key: PartKey) => void;
}) {
  return (
    <>
      {setup.layers.map((layer, i) => {
        const top = yOfHeight(geometry, heights[i + 1]!);
        return (
          <rect
            key={layer.id}
            x={geometry.profile.left}
            y={top}
            width={geometry.profile.right - geometry.profile.left}
            height={Math.max(0, yOfHeight(geometry, heights[i]!) - top)}
            fill="transparent"
            stroke={partKey("layer", layer.id) === chosen ? "var(--ink)" : "none"}
            strokeWidth={2}
            onClick={() => onChoose(partKey("layer", layer.id))}
          />
        );
      })}
    </>
  );
}

export const ProfileAxis = memo(function ProfileAxis({
  geometry,
  empty,
  stale,
}: {
  geometry: BoardGeometry;
  empty: boolean;
  stale: boolean;
}) {
  const { left, right } = geometry.profile;
  const x = (share: number): number => left + share * (right - left);
  const wide = right - left > 170;
  const narrow = right - left < 100;
  return (
    <g pointerEvents="none">
      <text x={left} y={Math.max(14, geometry.rimY - 12)} className="text-[12.5px]">
        <tspan className="fill-water font-semibold">water</tspan>
        <tspan className="fill-soft"> | air</tspan>
        {!narrow && <tspan className="fill-soft"> | {wide ? "solids, by volume" : "solids"}</tspan>}
      </text>
      <line x1={left} x2={right} y1={geometry.baseY} y2={geometry.baseY} stroke="var(--rule-strong)" />
      {[0, 0.25, 0.5, 0.75, 1].map((share) => (
        <g key={share}>
          <line x1={x(share)} x2={x(share)} y1={geometry.baseY} y2={geometry.baseY + 5} stroke="var(--rule-strong)" />
          {(wide || share % (narrow ? 1 : 0.5) === 0) && (
            <text
              x={x(share)}
              y={geometry.baseY + 20}
              textAnchor={share === 1 ? "end" : share === 0 ? "start" : "middle"}
              className="fill-ink text-[12.5px]"
            >
              {100 * share}
              {share === 1 ? " %" : ""}
            </text>
          )}
        </g>
      ))}
      {empty && (
        <text
          x={(left + right) / 2}
          y={(geometry.baseY + geometry.rimY) / 2}
          textAnchor="middle"
          className="fill-soft text-[13px]"
        >
          {stale ? "waits for a mended stack" : "nothing to read yet"}
        </text>
      )}
    </g>
  );
});

/** Water and air at a height, for a screen reader. */
export function readingText(readings: Readings, heightCm: number): string {
  const at = readAt(readings.profile, heightCm);
  return at ? `water ${formatPercent(at.theta)}, air ${formatPercent(at.airSpace)}` : "";
}

export function ReadingLine({
  heightCm,
  geometry,
  readings,
  system,
}: {
  heightCm: number;
  geometry: BoardGeometry;
  readings: Readings;
  system: UnitSystem;
}) {
  const at = readAt(readings.profile, heightCm);
  if (!at) return null;
  const y = yOfHeight(geometry, heightCm);
  const suction =
    at.psiCm < 0 ? `suction ${formatLength(-at.psiCm, system)}` : `${formatLength(at.psiCm, system)} under water`;
  const lines = [
    `${formatLength(heightCm, system)}: water ${formatPercent(at.theta)}, air ${formatPercent(at.airSpace)}`,
    suction,
  ];
  const above = y > geometry.rimY + 50;
  return (
    <g pointerEvents="none">
      <line
        x1={geometry.ruler.right}
        x2={geometry.profile.right}
        y1={y}
        y2={y}
        stroke="var(--ink)"
        strokeWidth={0.8}
        strokeDasharray="5 3"
      />
      {lines.map((line, i) => (
        <text
          key={line}
          x={geometry.profile.right - 4}
          y={above ? y - 8 - (lines.length - 1 - i) * 15 : y + 17 + i * 15}
          textAnchor="end"
          className="fill-ink text-[13px] font-semibold"
          stroke="var(--sheet)"
          strokeWidth={4}
          strokeLinejoin="round"
          paintOrder="stroke"
        >
          {line}
        </text>
      ))}
    </g>
  );
}
