"use client";
import { useMemo } from "react";
import { CartesianGrid, Line, LineChart, Tooltip, XAxis, YAxis } from "recharts";
import { hydraulicFunctions } from "@/core/hydraulics/hydraulics";
import { formatLength, type UnitSystem } from "@/core/units/units";
import { formatSpeed } from "@/core/units/media-units";
import { containerState, VESSEL_HEIGHTS_CM } from "@/core/water/container";
import {
  AXIS,
  DASHES,
  DRIEST_CONDUCTING_CM,
  DRIEST_SHOWN_CM,
  Frame,
  LEAST_K,
  MARGIN,
  SUCTIONS_CM,
  TOOLTIP_STYLE,
  conductivityAxis,
  heightAxis,
  percent,
  suctionAxis,
  type Curved,
} from "./axes";

export type ComparedBy = "air" | "water" | "retention" | "conductivity";
const COMPARED_WORDS: Record<ComparedBy, string> = {
  air: "Air in a drained vessel by its height",
  water: "Water in a drained vessel by its height",
  retention: "Water at a suction",
  conductivity: "Conductivity at a suction",
};

/** Several media in one chart: air or water over the height of the vessel, water or conductivity over suction. */
export function Compared({ curved, by, system }: { curved: readonly Curved[]; by: ComparedBy; system: UnitSystem }) {
  const byHeight = by === "air" || by === "water";
  const driestCm = by === "retention" ? DRIEST_SHOWN_CM : DRIEST_CONDUCTING_CM;
  const data = useMemo(() => {
    const functions = curved.map(({ id, hydraulics }) => ({ id, hydraulics, of: hydraulicFunctions(hydraulics) }));
    return byHeight
      ? VESSEL_HEIGHTS_CM.map((at) => ({
          at,
          ...Object.fromEntries(functions.map(({ id, hydraulics }) => [id, containerState(hydraulics, at)[by]])),
        }))
      : SUCTIONS_CM.filter((at) => at <= driestCm).map((at) => ({
          at,
          ...Object.fromEntries(
            functions.map(({ id, of }) => [
              id,
              by === "retention" ? of.waterContent(-at) : Math.max(LEAST_K, of.conductivityCmPerHour(-at)),
            ]),
          ),
        }));
  }, [byHeight, by, curved, driestCm]);
  const shown = byHeight ? 15 : 10;
  const value = (id: string): number =>
    Number(data.find(({ at }) => at >= shown - 1e-9)![id as keyof (typeof data)[number]]);
  const words = (amount: number): string => (by === "conductivity" ? formatSpeed(amount, system) : percent(amount));
  return (
    <Frame
      label={`${COMPARED_WORDS[by]}: ${curved.map(({ id, name }) => `${name} ${words(value(id))} at ${formatLength(shown, system)}`).join("; ")}`}
      height={260}
    >
      <LineChart data={data} margin={MARGIN}>
        <CartesianGrid stroke="var(--rule)" vertical={false} />
        {byHeight ? (
          <XAxis dataKey="at" {...heightAxis(system)} />
        ) : (
          <XAxis dataKey="at" {...suctionAxis(system, driestCm)} />
        )}
        {by === "conductivity" ? (
          <YAxis {...conductivityAxis(system)} />
        ) : (
          <YAxis tickFormatter={percent} width={48} domain={[0, "auto"]} {...AXIS} />
        )}
        {curved.map(({ id, name }, i) => (
          <Line
            key={id}
            dataKey={id}
            name={name}
            type="monotone"
            dot={false}
            isAnimationActive={false}
            stroke="var(--ink)"
            strokeWidth={1.8}
            {...(DASHES[i] ? { strokeDasharray: DASHES[i] } : {})}
          />
        ))}
        <Tooltip
          formatter={(amount) => words(Number(amount))}
          labelFormatter={(cm) => formatLength(Number(cm), system)}
          contentStyle={TOOLTIP_STYLE}
        />
      </LineChart>
    </Frame>
  );
}

/** The dash a medium has in a comparison. */
export function DashSwatch({ index }: { index: number }) {
  return (
    <svg width={34} height={8} aria-hidden className="inline-block">
      <line x1={0} x2={34} y1={4} y2={4} stroke="var(--ink)" strokeWidth={1.8} strokeDasharray={DASHES[index]} />
    </svg>
  );
}
