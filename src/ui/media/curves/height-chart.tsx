"use client";
import { useMemo } from "react";
import { Area, CartesianGrid, ComposedChart, ReferenceLine, Tooltip, XAxis, YAxis } from "recharts";
import { formatLength, type UnitSystem } from "@/core/units/units";
import { containerState, VESSEL_HEIGHTS_CM } from "@/core/water/container";
import { Frame, MARGIN, SHARE_AXIS, TOOLTIP_STYLE, heightAxis, percent, toldHeightsCm, type Curved } from "./axes";

/**
 * Water and air on the whole of a drained vessel, over its height, for one medium: what is left of the volume is solid.
 */
export function HeightChart({ curved, system }: { curved: Curved; system: UnitSystem }) {
  const data = useMemo(
    () => VESSEL_HEIGHTS_CM.map((heightCm) => containerState(curved.hydraulics, heightCm)),
    [curved.hydraulics],
  );
  return (
    <Frame
      label={`Water and air in a drained vessel of ${curved.name}, by its height: ${toldHeightsCm(system)
        .map((cm) => {
          const state = containerState(curved.hydraulics, cm);
          return `at ${formatLength(cm, system)} ${percent(state.water)} water and ${percent(state.air)} air`;
        })
        .join("; ")}`}
    >
      <ComposedChart data={data} margin={MARGIN}>
        <CartesianGrid stroke="var(--rule)" vertical={false} />
        <XAxis dataKey="heightCm" {...heightAxis(system)} />
        <YAxis {...SHARE_AXIS} />
        <Area
          dataKey="water"
          name="water"
          stackId="1"
          type="monotone"
          isAnimationActive={false}
          stroke="var(--water)"
          fill="var(--water)"
          fillOpacity={0.6}
        />
        <Area
          dataKey="air"
          name="air"
          stackId="1"
          type="monotone"
          isAnimationActive={false}
          stroke="var(--rule-strong)"
          fill="var(--sheet)"
          fillOpacity={1}
        />
        <ReferenceLine
          y={curved.hydraulics.thetaS}
          stroke="var(--ink)"
          strokeDasharray="3 3"
          label={{ value: "solids above", position: "insideTopRight", fill: "var(--ink-soft)", fontSize: 12.5 }}
        />
        <Tooltip
          formatter={(value) => percent(Number(value))}
          labelFormatter={(cm) => formatLength(Number(cm), system)}
          contentStyle={TOOLTIP_STYLE}
        />
      </ComposedChart>
    </Frame>
  );
}
