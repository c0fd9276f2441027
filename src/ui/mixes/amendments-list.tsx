"use client";
import { AMENDMENTS, amendmentWarnings, phShift, type Amendment } from "@/core/mixing/amendments";
import type { Part } from "@/core/mixing/blend";
import { formatMass, formatVolume, threeFigures, type UnitSystem } from "@/core/units/units";

/** What may be mixed in, what that comes to in this batch, and what speaks against it. */
export function AmendmentsList({ parts, shares, mixedCm3, system }: { parts: readonly Part[]; shares: readonly number[]; mixedCm3: number; system: UnitSystem }) {
  return (
    <details className="mt-4 border-t border-rule pt-2">
      <summary className="font-serif text-base font-semibold pointer-coarse:min-h-11">Amendments for this batch</summary>
      <p className="mt-1 text-[0.95rem] leading-snug">The label in your hand goes before these ranges. What feeds, salts: in a vessel that never drains, less.</p>
      <ul className="mt-1">
        {AMENDMENTS.map((amendment) => (
          <li key={amendment.id} className="border-t border-rule py-1.5 text-[0.95rem] leading-snug">
            <b>{amendment.name}</b>: {doseText(amendment, mixedCm3, system)}. {amendment.about} {shiftText(amendment, parts, shares)}
            {amendmentWarnings(amendment, parts).map((text) => <span key={text} className="block border-l-2 border-trouble pl-2 text-trouble">{text}</span>)}
          </li>
        ))}
      </ul>
    </details>
  );
}

function doseText({ dose: { kind, range } }: Amendment, mixedCm3: number, system: UnitSystem): string {
  if (kind === "share") return `${formatVolume(range.low * mixedCm3, system)} to ${formatVolume(range.high * mixedCm3, system)} (${threeFigures(100 * range.low, 0)} to ${threeFigures(100 * range.high, 0)} % of the volume)`;
  const grams = (perLitre: number): string => (system === "metric" && perLitre * mixedCm3 < 1e6 ? `${threeFigures((perLitre * mixedCm3) / 1000, 0)}\u00a0g` : formatMass((perLitre * mixedCm3) / 1e6, system));
  return `${grams(range.low)} to ${grams(range.high)} (${threeFigures(range.low, 1)} to ${threeFigures(range.high, 1)} g a litre)`;
}

function shiftText(amendment: Amendment, parts: readonly Part[], shares: readonly number[]): string {
  const [least, most] = [amendment.dose.range.low, amendment.dose.range.high].map((grams) => phShift(amendment, grams, parts, shares));
  if (!least || !most) return "";
  const [small, large] = [Math.min(Math.abs(least.low), Math.abs(least.high)), Math.max(Math.abs(most.low), Math.abs(most.high))];
  // beyond a few units the sum means only that it is far too much for so little buffer
  return `${least.typical > 0 ? "Raises" : "Lowers"} pH by ${threeFigures(Math.min(small, 3), 1)} to ${large > 3 ? "3 or more" : threeFigures(large, 1)} in time, by what this mix buffers; a rough estimate, so test.`;
}
