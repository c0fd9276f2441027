"use client";
import { Area, CartesianGrid, ComposedChart, Line, ResponsiveContainer, Tooltip, XAxis, YAxis } from "recharts";
import { dayOfMoment, hourOfMoment } from "@/core/log/moment";
import { formatDay } from "@/core/units/day-number";

const AXIS = { stroke: "var(--rule-strong)", tick: { fill: "var(--ink)", fontSize: 12.5 } } as const;
const TOOLTIP = { background: "var(--sheet)", border: "1px solid var(--rule-strong)" };
const HEIGHT = 170;
const HOURS = 24;

export type ChartPoint = { readonly at: string; readonly value: number; readonly low: number; readonly high: number };

/** Readings of one thing by time, in the units they are shown in; with the least and greatest where they are of days. */
export function LogChart({
  label,
  points,
  ahead = [],
  words,
}: {
  label: string;
  points: readonly ChartPoint[];
  /** What is to be expected from now on. */
  ahead?: readonly ChartPoint[];
  words: (value: number) => string;
}) {
  const dayOf = (at: string): number => dayOfMoment(at) + hourOfMoment(at) / HOURS;
  const read = points.map(({ at, value, low, high }) => ({ day: dayOf(at), value, ends: [low, high] }));
  const data = [
    ...read,
    ...ahead.map(({ at, value, low, high }) => ({ day: dayOf(at), expected: value, within: [low, high] })),
  ];
  const last = read.at(-1)!;
  return (
    <div
      role="img"
      aria-label={`${label}: ${points.length} points from ${formatDay(Math.floor(read[0]!.day))} to ${formatDay(Math.floor(last.day))}, the last ${words(last.value)}`}
      style={{ height: HEIGHT }}
    >
      <ResponsiveContainer width="100%" height="100%" initialDimension={{ width: 420, height: HEIGHT }}>
        <ComposedChart data={data} margin={{ top: 8, right: 8, bottom: 0, left: 0 }}>
          <CartesianGrid stroke="var(--rule)" vertical={false} />
          <XAxis
            dataKey="day"
            type="number"
            domain={["dataMin", "dataMax"]}
            tickFormatter={(day) => formatDay(Math.floor(Number(day))).replace(/(\p{L}{3})\p{L}*/u, "$1")}
            minTickGap={40}
            {...AXIS}
          />
          <YAxis width={48} domain={["auto", "auto"]} {...AXIS} />
          {read.some(({ ends }) => ends[1]! > ends[0]!) && (
            <Area dataKey="ends" fill="var(--water-pale)" stroke="none" tooltipType="none" isAnimationActive={false} />
          )}
          {ahead.length > 0 && (
            <Area
              dataKey="within"
              fill="var(--water-pale)"
              stroke="none"
              tooltipType="none"
              isAnimationActive={false}
            />
          )}
          {ahead.length > 0 && (
            <Line
              dataKey="expected"
              name="expected"
              stroke="var(--water)"
              strokeDasharray="4 3"
              dot={false}
              isAnimationActive={false}
            />
          )}
          <Line
            dataKey="value"
            name={label}
            stroke="var(--ink)"
            strokeWidth={1.4}
            dot={read.length <= 60 ? { r: 2.2, fill: "var(--ink)" } : false}
            isAnimationActive={false}
          />
          <Tooltip
            formatter={(value) => words(Number(value))}
            labelFormatter={(day) => formatDay(Math.floor(Number(day)))}
            contentStyle={TOOLTIP}
          />
        </ComposedChart>
      </ResponsiveContainer>
    </div>
  );
}
