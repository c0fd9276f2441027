"use client";
import {
  Area,
  Bar,
  CartesianGrid,
  ComposedChart,
  ErrorBar,
  Line,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from "recharts";
import { monthName, shortMonthName } from "@/core/units/calendar-date";
import type { Range } from "@/core/units/range";

// Figures of twelve months: bars with how far they may be off, or a band.

const AXIS = { stroke: "var(--rule-strong)", tick: { fill: "var(--ink)", fontSize: 12.5 } } as const;
const MARGIN = { top: 8, right: 8, bottom: 0, left: 0 };
const TOOLTIP = { background: "var(--sheet)", border: "1px solid var(--rule-strong)" };
const HEIGHT = 170;

/** In the order of the year; in the south a year is a year too. */
const letters = (month: number): string => shortMonthName(month).slice(0, 1);

function Frame({ label, children }: { label: string; children: React.ReactElement }) {
  return (
    <div role="img" aria-label={label} style={{ height: HEIGHT }}>
      <ResponsiveContainer width="100%" height="100%" initialDimension={{ width: 420, height: HEIGHT }}>
        {children}
      </ResponsiveContainer>
    </div>
  );
}

export type MonthOfBars = {
  /** One over the other; the last has the whisker. */
  readonly parts: readonly number[];
  readonly range: Range;
};
export type BarKind = { readonly name: string; readonly fill: string };

/** Bars of twelve months in the units they are shown in, and how far they may be off. */
export function MonthBars({
  label,
  months,
  kinds,
  words,
}: {
  label: string;
  months: readonly (MonthOfBars | undefined)[];
  kinds: readonly BarKind[];
  words: (value: number) => string;
}) {
  const data = months.map((one, month) => ({
    month,
    ...Object.fromEntries(kinds.map(({ name }, i) => [name, one?.parts[i]])),
    whole: one?.range.typical,
    off: one && [one.range.typical - one.range.low, one.range.high - one.range.typical],
  }));
  const hasRange = months.some((one) => one && one.range.high > one.range.low);
  return (
    <Frame
      label={`${label}. ${months.map((one, month) => `${monthName(month)} ${one ? words(one.range.typical) : "none"}`).join("; ")}`}
    >
      <ComposedChart data={data} margin={MARGIN}>
        <CartesianGrid stroke="var(--rule)" vertical={false} />
        <XAxis dataKey="month" tickFormatter={letters} interval={0} {...AXIS} />
        <YAxis width={44} {...AXIS} />
        {kinds.map(({ name, fill }) => (
          <Bar
            key={name}
            dataKey={name}
            stackId="all"
            fill={fill}
            stroke="var(--ink)"
            strokeWidth={0.6}
            isAnimationActive={false}
          />
        ))}
        {hasRange && (
          <Line
            dataKey="whole"
            stroke="none"
            dot={false}
            activeDot={false}
            tooltipType="none"
            isAnimationActive={false}
          >
            <ErrorBar dataKey="off" width={4} stroke="var(--ink)" strokeWidth={1.2} isAnimationActive={false} />
          </Line>
        )}
        <Tooltip
          formatter={(value) => words(Number(value))}
          labelFormatter={(month) => monthName(Number(month))}
          contentStyle={TOOLTIP}
        />
      </ComposedChart>
    </Frame>
  );
}

/** From a mean day's least to its greatest, and between the coldest and the warmest of most years. */
export function MonthBand({
  label,
  months,
  words,
}: {
  label: string;
  months: readonly { readonly mean: readonly [number, number]; readonly ends: readonly [number, number] }[];
  words: (value: number) => string;
}) {
  const data = months.map(({ mean, ends }, month) => ({ month, mean, coldest: ends[0], warmest: ends[1] }));
  return (
    <Frame
      label={`${label}. ${months.map(({ mean }, month) => `${monthName(month)} ${words(mean[0])} to ${words(mean[1])}`).join("; ")}`}
    >
      <ComposedChart data={data} margin={MARGIN}>
        <CartesianGrid stroke="var(--rule)" vertical={false} />
        <XAxis dataKey="month" tickFormatter={letters} interval={0} {...AXIS} />
        <YAxis width={44} {...AXIS} />
        <Area
          dataKey="mean"
          name="usual day"
          fill="var(--rule)"
          stroke="var(--ink)"
          strokeWidth={1.2}
          isAnimationActive={false}
        />
        <Line dataKey="warmest" stroke="var(--ink)" strokeDasharray="2 3" dot={false} isAnimationActive={false} />
        <Line dataKey="coldest" stroke="var(--ink)" strokeDasharray="2 3" dot={false} isAnimationActive={false} />
        <Tooltip
          formatter={(value) =>
            Array.isArray(value) ? value.map((one) => words(Number(one))).join(" to ") : words(Number(value))
          }
          labelFormatter={(month) => monthName(Number(month))}
          contentStyle={TOOLTIP}
        />
      </ComposedChart>
    </Frame>
  );
}
