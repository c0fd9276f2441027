"use client";
import { useMemo } from "react";
import {
  Area,
  CartesianGrid,
  ComposedChart,
  Line,
  LineChart,
  ReferenceLine,
  ResponsiveContainer,
  Scatter,
  Tooltip,
  XAxis,
  YAxis,
} from "recharts";
import { hydraulicFunctions, type VgHydraulics } from "@/core/hydraulics/hydraulics";
import { conductivityBand, reachAt, retentionBand, type BandPoint } from "@/core/media/bands";
import type { Medium } from "@/core/media/medium";
import {
  cmFromUnits,
  formatLength,
  formatSpeed,
  lengthInUnits,
  lengthUnitName,
  threeFigures,
  type UnitSystem,
} from "@/core/units/units";
import { containerState, VESSEL_HEIGHTS_CM } from "@/core/water/container";

// The curves of media. Blue is water; what is told apart otherwise is told apart by its dashes.

export type Curved = { readonly id: string; readonly name: string; readonly hydraulics: VgHydraulics };

const DASHES = [undefined, "7 4", "2 3", "10 3 2 3", "5 2 1 2 1 2"] as const;
const AXIS = { stroke: "var(--rule-strong)", tick: { fill: "var(--ink)", fontSize: 12.5 } } as const;
const percent = (value: number): string => `${Math.round(100 * value)} %`;
const SUCTIONS_CM = Array.from({ length: 61 }, (_, i) => 10 ** (i / 12));
const DRIEST_SHOWN_CM = 15_000;
/** Beyond this no medium conducts to speak of. */
const DRIEST_CONDUCTING_CM = 1000;

function Frame({ label, children, height = 230 }: { label: string; children: React.ReactElement; height?: number }) {
  return (
    <div role="img" aria-label={label} style={{ height }}>
      <ResponsiveContainer width="100%" height="100%" initialDimension={{ width: 480, height }}>
        {children}
      </ResponsiveContainer>
    </div>
  );
}

/** Water and air on the whole of a drained vessel, over its height, for one medium: what is left of the volume is solid. */
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
      <ComposedChart data={data} margin={{ top: 8, right: 12, bottom: 20, left: 4 }}>
        <CartesianGrid stroke="var(--rule)" vertical={false} />
        <XAxis
          dataKey="heightCm"
          type="number"
          domain={[5, 40]}
          ticks={heightTicks(system)}
          tickFormatter={(cm: number) => threeFigures(lengthInUnits(cm, system), 1)}
          {...AXIS}
          label={{
            value: `height of the vessel, ${lengthUnitName(system)}`,
            position: "insideBottom",
            offset: -12,
            fill: "var(--ink-soft)",
            fontSize: 12.5,
          }}
        />
        <YAxis domain={[0, 1]} ticks={[0, 0.25, 0.5, 0.75, 1]} tickFormatter={percent} width={48} {...AXIS} />
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
          contentStyle={{ background: "var(--sheet)", border: "1px solid var(--rule-strong)" }}
        />
      </ComposedChart>
    </Frame>
  );
}

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
      <LineChart data={data} margin={{ top: 8, right: 12, bottom: 20, left: 4 }}>
        <CartesianGrid stroke="var(--rule)" vertical={false} />
        {byHeight ? (
          <XAxis
            dataKey="at"
            type="number"
            domain={[5, 40]}
            ticks={heightTicks(system)}
            tickFormatter={(cm: number) => threeFigures(lengthInUnits(cm, system), 1)}
            {...AXIS}
            label={{
              value: `height of the vessel, ${lengthUnitName(system)}`,
              position: "insideBottom",
              offset: -12,
              fill: "var(--ink-soft)",
              fontSize: 12.5,
            }}
          />
        ) : (
          <XAxis
            dataKey="at"
            type="number"
            scale="log"
            domain={[1, driestCm]}
            ticks={suctionTicks(system, driestCm)}
            allowDataOverflow
            tickFormatter={(cm: number) => threeFigures(lengthInUnits(cm, system), 1)}
            {...AXIS}
            label={{
              value: `suction, ${lengthUnitName(system)}`,
              position: "insideBottom",
              offset: -12,
              fill: "var(--ink-soft)",
              fontSize: 12.5,
            }}
          />
        )}
        {by === "conductivity" ? (
          <YAxis
            type="number"
            scale="log"
            domain={[LEAST_K, 1e5]}
            ticks={conductivityTicks(system)}
            allowDataOverflow
            tickFormatter={decadeText(system)}
            width={48}
            {...AXIS}
          />
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
          contentStyle={{ background: "var(--sheet)", border: "1px solid var(--rule-strong)" }}
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
      <ComposedChart data={data} margin={{ top: 8, right: 12, bottom: 20, left: 4 }}>
        <CartesianGrid stroke="var(--rule)" vertical={false} />
        <XAxis
          dataKey="suction"
          type="number"
          scale="log"
          domain={[1, DRIEST_SHOWN_CM]}
          ticks={suctionTicks(system, DRIEST_SHOWN_CM)}
          allowDataOverflow
          tickFormatter={(cm: number) => threeFigures(lengthInUnits(cm, system), 1)}
          {...AXIS}
          label={{
            value: `suction, ${lengthUnitName(system)}`,
            position: "insideBottom",
            offset: -12,
            fill: "var(--ink-soft)",
            fontSize: 12.5,
          }}
        />
        <YAxis domain={[0, 1]} ticks={[0, 0.25, 0.5, 0.75, 1]} tickFormatter={percent} width={48} {...AXIS} />
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
      <ComposedChart data={data} margin={{ top: 8, right: 12, bottom: 20, left: 4 }}>
        <CartesianGrid stroke="var(--rule)" vertical={false} />
        <XAxis
          dataKey="suction"
          type="number"
          scale="log"
          domain={[1, DRIEST_CONDUCTING_CM]}
          ticks={suctionTicks(system, DRIEST_CONDUCTING_CM)}
          allowDataOverflow
          tickFormatter={(cm: number) => threeFigures(lengthInUnits(cm, system), 1)}
          {...AXIS}
          label={{
            value: `suction, ${lengthUnitName(system)}`,
            position: "insideBottom",
            offset: -12,
            fill: "var(--ink-soft)",
            fontSize: 12.5,
          }}
        />
        <YAxis
          type="number"
          scale="log"
          domain={[LEAST_K, 1e5]}
          ticks={conductivityTicks(system)}
          allowDataOverflow
          tickFormatter={decadeText(system)}
          width={48}
          {...AXIS}
        />
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

/** Under this nothing that matters moves; drawn as the floor. [cm/h] */
const LEAST_K = 1e-7;
const heightTicks = (system: UnitSystem): number[] =>
  system === "metric"
    ? [5, 10, 15, 20, 25, 30, 35, 40]
    : [2, 4, 6, 8, 10, 12, 14].map((inches) => cmFromUnits(inches, system));
/** Those that the axis reaches: one beyond it would be drawn at its end, under a false number. */
const suctionTicks = (system: UnitSystem, driestCm: number): number[] =>
  [1, 10, 100, 1000, 10_000].map((value) => cmFromUnits(value, system)).filter((cm) => cm <= driestCm);
const conductivityTicks = (system: UnitSystem): number[] =>
  [1e-6, 1e-4, 1e-2, 1, 100, 1e4].map((value) => cmFromUnits(value, system));
/** Heights that are told of in words. [cm] */
export const toldHeightsCm = (system: UnitSystem): readonly [number, number, number] =>
  system === "metric" ? [5, 15, 40] : [cmFromUnits(2, system), cmFromUnits(6, system), cmFromUnits(15, system)];
const decadeText =
  (system: UnitSystem) =>
  (cmPerHour: number): string => {
    const value = lengthInUnits(cmPerHour, system);
    return value < 0.009 || value > 9e3 ? `10${superscript(Math.round(Math.log10(value)))}` : threeFigures(value);
  };
const SUPERSCRIPTS = "⁰¹²³⁴⁵⁶⁷⁸⁹";
const superscript = (value: number): string =>
  `${value < 0 ? "⁻" : ""}${[...String(Math.abs(value))].map((digit) => SUPERSCRIPTS[Number(digit)]).join("")}`;

function around(
  band: readonly BandPoint[] | undefined,
  suctionCm: number,
  lay: (reach: { below: number; above: number }) => [number, number],
): [number, number] | undefined {
  const reach = band && reachAt(band, suctionCm);
  return reach && lay(reach);
}
