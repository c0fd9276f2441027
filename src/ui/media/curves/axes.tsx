import { ResponsiveContainer } from "recharts";
import type { VgHydraulics } from "@/core/hydraulics/hydraulics";
import { reachAt, type BandPoint } from "@/core/media/bands";
import { cmFromUnits, lengthInUnits, lengthUnitName, threeFigures, type UnitSystem } from "@/core/units/units";

// The curves of media. Blue is water; what is told apart otherwise is told apart by its dashes.

export type Curved = { readonly id: string; readonly name: string; readonly hydraulics: VgHydraulics };

export const DASHES = [undefined, "7 4", "2 3", "10 3 2 3", "5 2 1 2 1 2"] as const;
export const AXIS = { stroke: "var(--rule-strong)", tick: { fill: "var(--ink)", fontSize: 12.5 } } as const;
export const percent = (value: number): string => `${Math.round(100 * value)} %`;
export const SUCTIONS_CM = Array.from({ length: 61 }, (_, i) => 10 ** (i / 12));
export const DRIEST_SHOWN_CM = 15_000;
/** Beyond this no medium conducts to speak of. */
export const DRIEST_CONDUCTING_CM = 1000;

export function Frame({
  label,
  children,
  height = 230,
}: {
  label: string;
  children: React.ReactElement;
  height?: number;
}) {
  return (
    <div role="img" aria-label={label} style={{ height }}>
      <ResponsiveContainer width="100%" height="100%" initialDimension={{ width: 480, height }}>
        {children}
      </ResponsiveContainer>
    </div>
  );
}

/** Under this nothing that matters moves; drawn as the floor. [cm/h] */
export const LEAST_K = 1e-7;
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

export function around(
  band: readonly BandPoint[] | undefined,
  suctionCm: number,
  lay: (reach: { below: number; above: number }) => [number, number],
): [number, number] | undefined {
  const reach = band && reachAt(band, suctionCm);
  return reach && lay(reach);
}

/** What an axis of heights or suctions in the grower's units is given. */
const lengthAxis = (words: string, system: UnitSystem) => ({
  type: "number" as const,
  tickFormatter: (cm: number) => threeFigures(lengthInUnits(cm, system), 1),
  ...AXIS,
  label: {
    value: `${words}, ${lengthUnitName(system)}`,
    position: "insideBottom" as const,
    offset: -12,
    fill: "var(--ink-soft)",
    fontSize: 12.5,
  },
});

/** The height of a drained vessel. */
export const heightAxis = (system: UnitSystem) => ({
  domain: [5, 40],
  ticks: heightTicks(system),
  ...lengthAxis("height of the vessel", system),
});

/** Suction in decades, up to a driest one. */
export const suctionAxis = (system: UnitSystem, driestCm: number) => ({
  scale: "log" as const,
  domain: [1, driestCm],
  ticks: suctionTicks(system, driestCm),
  allowDataOverflow: true,
  ...lengthAxis("suction", system),
});

/** Conductivity in decades. */
export const conductivityAxis = (system: UnitSystem) => ({
  type: "number" as const,
  scale: "log" as const,
  domain: [LEAST_K, 1e5],
  ticks: conductivityTicks(system),
  allowDataOverflow: true,
  tickFormatter: decadeText(system),
  width: 48,
  ...AXIS,
});

/** All of a volume, as shares. */
export const SHARE_AXIS = {
  domain: [0, 1],
  ticks: [0, 0.25, 0.5, 0.75, 1],
  tickFormatter: percent,
  width: 48,
  ...AXIS,
};
export const MARGIN = { top: 8, right: 12, bottom: 20, left: 4 };
export const TOOLTIP_STYLE = { background: "var(--sheet)", border: "1px solid var(--rule-strong)" };
