"use client";
import { useMemo } from "react";
import { Area, CartesianGrid, ComposedChart, Line, Scatter, XAxis, YAxis } from "recharts";
import { hydraulicFunctions } from "@/core/hydraulics/hydraulics";
import { retentionBand } from "@/core/media/bands";
import { formatLength, type UnitSystem } from "@/core/units/units";
import type { Medium } from "@/core/media/medium";
import {
  DRIEST_SHOWN_CM,
  Frame,
  MARGIN,
  SHARE_AXIS,
  SUCTIONS_CM,
  around,
  percent,
  suctionAxis,
  type Curved,
} from "./axes";

/** Retention: the water content at a suction, with how far it is known. */
export function RetentionChart({
  curved,
  medium,
  system,
  from,
  points = [],
}: {
  curved: Curved;
  medium?: Medium;
  system: UnitSystem;
  /** The curve it was bent from. */
  from?: Curved;
  /** Known water contents at suctions. */
  points?: readonly { readonly suction: number; readonly theta: number }[];
}) {
  const data = useMemo(() => {
    const functions = hydraulicFunctions(curved.hydraulics);
    const band = medium && retentionBand(medium);
    return SUCTIONS_CM.filter((suction) => suction <= DRIEST_SHOWN_CM).map((suction) => ({
      suction,
      theta: functions.waterContent(-suction),
      ...(from ? { before: hydraulicFunctions(from.hydraulics).waterContent(-suction) } : {}),
      band: around(band, suction, (reach) => [
        functions.waterContent(-suction) - reach.below,
        functions.waterContent(-suction) + reach.above,
      ]),
    }));
  }, [curved.hydraulics, from, medium]);
  return (
    <Frame
      label={`Retention curve of ${curved.name}: ${[1, 10, 50, 100].map((cm) => `${percent(hydraulicFunctions(curved.hydraulics).waterContent(-cm))} water at ${formatLength(cm, system)} of suction`).join("; ")}`}
    >
      <ComposedChart data={data} margin={MARGIN}>
        <CartesianGrid stroke="var(--rule)" vertical={false} />
        <XAxis dataKey="suction" {...suctionAxis(system, DRIEST_SHOWN_CM)} />
        <YAxis {...SHARE_AXIS} />
        {medium && (
          <Area
            dataKey="band"
            name="range"
            type="linear"
            isAnimationActive={false}
            stroke="none"
            fill="var(--water-pale)"
            fillOpacity={0.55}
          />
        )}
        <Line
          dataKey="theta"
          name="water"
          type="monotone"
          dot={false}
          isAnimationActive={false}
          stroke="var(--water)"
          strokeWidth={2.2}
        />
        {from && (
          <Line
            dataKey="before"
            name={from.name}
            type="monotone"
            dot={false}
            isAnimationActive={false}
            stroke="var(--ink-soft)"
            strokeWidth={1.4}
            strokeDasharray="5 4"
          />
        )}
        {points.length > 0 && (
          <Scatter
            data={[...points]}
            dataKey="theta"
            name="given"
            fill="var(--ink)"
            shape="cross"
            isAnimationActive={false}
          />
        )}
      </ComposedChart>
    </Frame>
  );
}
