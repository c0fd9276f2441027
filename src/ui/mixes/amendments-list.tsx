"use client";
import {
  AMENDMENTS,
  amendmentAmount,
  amendmentWarnings,
  phShift,
  type Amendment,
  type Dosed,
  type MixPlace,
  doseFieldText,
  parseDose,
} from "@/core/mixing/amendments";
import type { Part } from "@/core/mixing/blend";
import { formatRange, threeFigures, type UnitSystem } from "@/core/units/units";
import { PlainNumberField } from "../fields/number-field";
import { useUnits } from "../common/preferences";

/** What may be mixed in, what that comes to in this batch, what of it is in the recipe, and what speaks against it. */
export function AmendmentsList({
  parts,
  shares,
  mixedCm3,
  place,
  chosen,
  onChoose,
}: {
  parts: readonly Part[];
  shares: readonly number[];
  mixedCm3: number;
  place?: MixPlace | undefined;
  chosen: readonly Dosed[];
  onChoose: (chosen: readonly Dosed[]) => void;
}) {
  const system = useUnits();
  const put = (id: string, amount: number | undefined): void =>
    onChoose(
      amount === undefined
        ? chosen.filter((one) => one.id !== id)
        : [...chosen.filter((one) => one.id !== id), { id, amount }],
    );
  return (
    <details className="mt-4 border-t border-rule pt-2" open={chosen.length > 0 || undefined}>
      <summary className="font-serif text-base font-semibold pointer-coarse:min-h-11">
        Amendments for this batch
      </summary>
      <p className="mt-1 text-[0.95rem] leading-snug">
        The label in your hand goes before these ranges. What feeds, salts: in a vessel that never drains, less. What is
        ticked belongs to the recipe and is saved with it.
      </p>
      <ul className="mt-1">
        {AMENDMENTS.map((amendment) => {
          const dosed = chosen.find(({ id }) => id === amendment.id);
          const warnings = amendmentWarnings(amendment, parts, place);
          return (
            <li
              key={amendment.id}
              className={`border-t border-rule py-1.5 text-[0.95rem] leading-snug ${dosed ? "" : "print:hidden"}`}
            >
              <label className="mr-1 inline-flex min-h-6 items-center gap-1.5 align-top pointer-coarse:min-h-11">
                <input
                  type="checkbox"
                  className="no-print size-4 accent-(--ink)"
                  checked={dosed !== undefined}
                  onChange={(event) =>
                    put(amendment.id, event.target.checked ? amendment.dose.range.typical : undefined)
                  }
                />
                <b>{amendment.name}</b>
              </label>
              {dosed ? (
                <>
                  :{" "}
                  <DoseField
                    key={dosed.amount}
                    amendment={amendment}
                    dosed={dosed}
                    onTake={(amount) => put(amendment.id, amount)}
                  />{" "}
                  makes {amendmentAmount(amendment, dosed.amount, mixedCm3, system)} here; labels give{" "}
                  {doseText(amendment, mixedCm3, system)}.{" "}
                </>
              ) : (
                <>: {doseText(amendment, mixedCm3, system)}. </>
              )}
              {amendment.about} {shiftText(amendment, parts, shares, dosed)}
              {warnings.map((text) => (
                <span
                  key={text}
                  className={`block border-l-2 pl-2 ${dosed ? "border-trouble text-trouble" : "border-rule-strong"}`}
                >
                  {text}
                </span>
              ))}
            </li>
          );
        })}
      </ul>
    </details>
  );
}

function DoseField({
  amendment,
  dosed,
  onTake,
}: {
  amendment: Amendment;
  dosed: Dosed;
  onTake: (amount: number) => void;
}) {
  const { name, dose } = amendment;
  const share = dose.kind === "share";
  return (
    <>
      <PlainNumberField
        label={`Dose of ${name}, ${share ? "% of the volume" : "grams a litre"}`}
        value={dosed.amount}
        shown={doseFieldText(dosed.amount, amendment)}
        read={(text) => parseDose(text, amendment)}
        className="w-14"
        onOffer={onTake}
      />
      {share ? " %" : " g a litre"}
      {dosed.amount > dose.range.high && <span className="said"> More than labels give.</span>}
    </>
  );
}

function doseText(amendment: Amendment, mixedCm3: number, system: UnitSystem): string {
  const { kind, range } = amendment.dose;
  const per =
    kind === "share"
      ? `${threeFigures(100 * range.low, 0)} to ${threeFigures(100 * range.high, 0)} % of the volume`
      : `${threeFigures(range.low, 1)} to ${threeFigures(range.high, 1)} g a litre`;
  return `${formatRange(range.low, range.high, (amount) => amendmentAmount(amendment, amount, mixedCm3, system))} (${per})`;
}

function shiftText(
  amendment: Amendment,
  parts: readonly Part[],
  shares: readonly number[],
  dosed: Dosed | undefined,
): string {
  const { range } = amendment.dose;
  const [least, most] = (dosed ? [dosed.amount, dosed.amount] : [range.low, range.high]).map((grams) =>
    phShift(amendment, grams, parts, shares),
  );
  if (!least || !most) return "";
  const [small, large] = [
    Math.min(Math.abs(least.low), Math.abs(least.high)),
    Math.max(Math.abs(most.low), Math.abs(most.high)),
  ];
  // beyond a few units the sum means only that it is far too much for so little buffer
  return `${least.typical > 0 ? "Raises" : "Lowers"} pH by ${threeFigures(Math.min(small, 3), 1)} to ${large > 3 ? "3 or more" : threeFigures(large, 1)} in time, by what this mix buffers; a rough estimate, so test.`;
}
