"use client";
import { useMemo } from "react";
import { airOverYears, yearsUntilTight } from "@/core/mixing/ageing";
import { phShiftOf, type Dosed } from "@/core/mixing/amendments";
import type { Blend, Part } from "@/core/mixing/blend";
import { mixEc, mixPH } from "@/core/mixing/chemistry";
import { wickingOf } from "@/core/mixing/wicking";
import { TIGHT_AIR_SPACE } from "@/core/readings/readings";
import { formatLength, formatPercent, formatRange, threeFigures } from "@/core/units/units";
import { yearsWords } from "./years-words";
import { formatDensity, formatSpeed } from "@/core/units/media-units";
import { containerState } from "@/core/water/container";
import { useUnits } from "../common/preferences";
import { rangeText } from "../media/medium-words";

/** What the mix is, in sentences. */
export function Character({
  parts,
  mixed,
  heightCm,
  amendments,
}: {
  parts: readonly Part[];
  mixed: Blend;
  heightCm: number;
  amendments: readonly Dosed[];
}) {
  const system = useUnits();
  const { hydraulics, shrinkFraction, conductivityFactor, shares, dryBulkDensityGPerCm3 } = mixed;
  const state = containerState(hydraulics, heightCm);
  const tight = useMemo(() => yearsUntilTight(parts, shares, state.air, TIGHT_AIR_SPACE), [parts, shares, state.air]);
  const wetKgPerL = dryBulkDensityGPerCm3 + state.water;
  const lines: readonly (readonly [string, string])[] = [
    [
      "Water and air",
      `In a vessel ${formatLength(heightCm, system)} tall it holds ${formatPercent(state.water)} water and keeps ${formatPercent(state.air)} air, each give or take 5 % of the volume.`,
    ],
    ...(parts.length === 1
      ? []
      : [
          [
            "Shrinks on mixing",
            `By ${formatPercent(Math.max(0, shrinkFraction))}: fines fill the gaps, and soft parts give under heavy ones. ${formatPercent(hydraulics.thetaS)} of the mix is pores.`,
          ] as const,
        ]),
    [
      "Conducts",
      `${formatRange(hydraulics.ksCmPerHour / conductivityFactor, hydraulics.ksCmPerHour * conductivityFactor, (speed) => formatSpeed(speed, system))} full of water; known to a factor of ${conductivityFactor}.`,
    ],
    ["Wicks", wicksText(parts)],
    ["Weighs", `${formatDensity(dryBulkDensityGPerCm3, system)} dry, ${formatDensity(wetKgPerL, system)} watered.`],
    [
      "pH and salts",
      `pH about ${rangeText(mixPH(parts, shares), 1)}${limedText(amendments, parts, shares)}, salts ${rangeText(mixEc(parts, shares), 1)} dS/m: an estimate from the parts. Test before planting what minds.`,
    ],
    [
      "Ageing",
      `${ageTable(parts, shares, state.air)}${ageingText(
        tight,
        formatPercent(TIGHT_AIR_SPACE),
        parts.some(({ medium }) => medium.decompositionHalfLifeYears !== null),
      )}`,
    ],
  ];
  return (
    <section aria-label="What it is" className="print:order-3 print:break-inside-avoid">
      <h2 className="text-base">What it is</h2>
      <dl className="text-[0.95rem] leading-snug">
        {lines.map(([name, value]) => (
          <div key={name} className="border-t border-rule py-1.5">
            <dt className="small-caps">{name}</dt>
            <dd>{value}</dd>
          </div>
        ))}
      </dl>
      <p className="mt-1 text-sm leading-snug text-soft">
        Packing after Stovall et al. (1986) and de Larrard (1999), retention after Durner (1994). The rule was fitted on
        mixes described in the literature, not measured here: read the numbers as ranges.
      </p>
    </section>
  );
}

/** Which parts draw water up, and which only stand in it; together they wick as those that do are in touch. */
function wicksText(parts: readonly Part[]): string {
  const { idle, share, inTouch } = wickingOf(parts);
  if (idle.length === 0) return parts.length === 1 ? "Yes, once it is moist." : "All of its parts do, once moist.";
  if (share === 0) return "Nothing in it does: over a reservoir it stays dry above the water.";
  const names = idle.map(({ name }) => name).join(", ");
  const rest = inTouch ? "carries water past it" : "may not touch all through, so that it wicks by chance";
  return `${names} ${idle.length === 1 ? "does" : "do"} not; the other ${formatPercent(share)} ${rest}.`;
}

/** Air as it will be, so that the limit's year can be judged. */
function ageTable(parts: readonly Part[], shares: readonly number[], air: number): string {
  if (!parts.some(({ medium }) => medium.decompositionHalfLifeYears !== null)) return "";
  const years = airOverYears(parts, shares, air, AGES_YEARS);
  return `Air is ${formatPercent(air)} fresh; ${years.map(({ years: after, airSpace: { low, high } }) => `${Math.round(100 * low)}–${formatPercent(high)} after ${after}`).join(", ")} years. `;
}

const AGES_YEARS = [1, 2, 4] as const;
function limedText(amendments: readonly Dosed[], parts: readonly Part[], shares: readonly number[]): string {
  const shift = phShiftOf(amendments, parts, shares);
  if (!shift) return "";
  const signed = (value: number): string => `${value < 0 ? "−" : "+"}${threeFigures(Math.min(3, Math.abs(value)), 1)}`;
  return ` before its amendments, which move it by ${signed(shift.low)} to ${signed(shift.high)} in time`;
}

function ageingText(
  { low, typical, high }: { low: number; typical: number; high: number },
  limit: string,
  rots: boolean,
): string {
  if (typical === 0) return `At this height it is under ${limit} air from the start.`;
  if (!rots) return "Nothing in it rots: it keeps its air.";
  if (low === Infinity) return `Its organic parts rot, but what does not rot keeps the air above ${limit}.`;
  return `As its organic parts rot, air falls under ${limit} ${yearsWords(low, typical, high)}.`;
}
