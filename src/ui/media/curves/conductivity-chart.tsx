"use client";
import { useMemo } from "react";
import { Area, CartesianGrid, ComposedChart, Line, XAxis, YAxis } from "recharts";
import { hydraulicFunctions } from "@/core/hydraulics/hydraulics";
import { conductivityBand } from "@/core/media/bands";
import { formatLength, type UnitSystem } from "@/core/units/units";
import { formatSpeed } from "@/core/units/media-units";
import type { Medium } from "@/core/media/medium";
import {
  DRIEST_CONDUCTING_CM,
  Frame,
  LEAST_K,
  MARGIN,
  SUCTIONS_CM,
  around,
  conductivityAxis,
  suctionAxis,
  type Curved,
} from "./axes";

/** Conductivity over suction, in decades. */
export function ConductivityChart({ curved, medium, system }: { curved: Curved; medium?: Medium; system: UnitSystem }) {
  const data = useMemo(() => {
    const functions = hydraulicFunctions(curved.hydraulics);
    const band = medium && conductivityBand(medium);
    return SUCTIONS_CM.filter((suction) => suction <= DRIEST_CONDUCTING_CM).map((suction) => ({
      suction,
      k: Math.max(LEAST_K, functions.conductivityCmPerHour(-suction)),
      band: around(band, suction, (reach) => [
        functions.conductivityCmPerHour(-suction) * Math.exp(-reach.below),
        functions.conductivityCmPerHour(-suction) * Math.exp(reach.above),
      ])?.map((one) => Math.max(LEAST_K, one)),
    }));
  }, [curved.hydraulics, medium]);
  return (
    <Frame
      label={`Conductivity of ${curved.name}: ${[1, 10, 50].map((cm) => `${formatSpeed(hydraulicFunctions(curved.hydraulics).conductivityCmPerHour(-cm), system)} at ${formatLength(cm, system)} of suction`).join("; ")}`}
    >
      <ComposedChart data={data} margin={MARGIN}>
        <CartesianGrid stroke="var(--rule)" vertical={false} />
        <XAxis dataKey="suction" {...suctionAxis(system, DRIEST_CONDUCTING_CM)} />
        <YAxis {...conductivityAxis(system)} />
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
          dataKey="k"
          name="conductivity"
          type="monotone"
          dot={false}
          isAnimationActive={false}
          stroke="var(--water)"
          strokeWidth={2.2}
        />
      </ComposedChart>
    </Frame>
  );
}
