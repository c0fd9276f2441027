"use client";
import { useId } from "react";
import { MOST_OF_A_KIND } from "@/core/stack/check";
import type { Problem, Result } from "@/core/units/problem";
import {
  depthFieldText,
  depthUnitName,
  flowFieldText,
  flowUnitName,
  lengthFieldText,
  lengthUnitName,
  parseDepthMm,
  parseFlowCm3PerHour,
  parseLengthCm,
  parsePowerW,
  parseShare,
  parseVolumeCm3,
  parseTemperatureC,
  shareFieldText,
  temperatureFieldText,
  temperatureUnitName,
  volumeFieldText,
  volumeUnitName,
  type UnitSystem,
} from "@/core/units/units";
import { parseNumber, parseWhole } from "@/core/units/numbers";
import { useUnits } from "../common/preferences";
import { useOffered } from "./use-offered";

export type Quantity =
  | "length"
  | "volume"
  | "depth"
  | "share"
  | "count"
  | "grams"
  | "roof"
  | "temperature"
  | "light"
  | "solids"
  | "days"
  | "living"
  | "power"
  | "flow";

const plain = (value: number): string => String(Number(value.toPrecision(6)));

const QUANTITIES: Record<
  Quantity,
  {
    parse: (text: string, system: UnitSystem) => Result<number>;
    show: (base: number, system: UnitSystem) => string;
    unit: (system: UnitSystem) => string;
  }
> = {
  length: { parse: parseLengthCm, show: lengthFieldText, unit: lengthUnitName },
  volume: { parse: parseVolumeCm3, show: volumeFieldText, unit: volumeUnitName },
  depth: { parse: parseDepthMm, show: depthFieldText, unit: depthUnitName },
  share: { parse: parseShare, show: shareFieldText, unit: () => "%" },
  grams: { parse: (text) => parseNumber(text, 0, 100_000, "g"), show: plain, unit: () => "g" },
  count: { parse: (text) => parseWhole(text, 1, 1000), show: String, unit: () => "" },
  roof: { parse: (text) => parseNumber(text, 0, 500, "m²"), show: String, unit: () => "m²" },
  temperature: { parse: parseTemperatureC, show: temperatureFieldText, unit: temperatureUnitName },
  light: { parse: (text) => parseNumber(text, 0, 70, "mol/m²"), show: plain, unit: () => "mol/m²" },
  solids: { parse: (text) => parseNumber(text, 0, 50_000, "mg/l"), show: plain, unit: () => "mg/L" },
  days: { parse: (text) => parseNumber(text, 0.25, 365, "days"), show: plain, unit: () => "days" },
  power: { parse: parsePowerW, show: plain, unit: () => "W" },
  flow: { parse: parseFlowCm3PerHour, show: flowFieldText, unit: flowUnitName },
  living: { parse: (text) => parseWhole(text, 1, MOST_OF_A_KIND), show: String, unit: () => "" },
};

/**
 * A length (cm), volume (cm³), depth of water (mm) or share (0…1) as a grower types it, with or without a unit, offered
 * on Enter or on leaving the field.
 */
export function NumberField({
  label,
  quantity = "length",
  value,
  onOffer,
  hideLabel = false,
  of,
  describe,
  onUnsaid,
}: {
  label: string;
  /** What of, where the page shows it above the field: said, not shown. */
  of?: string;
  quantity?: Quantity;
  /** Null for what nobody has said. */
  value: number | null;
  /** Takes the value, or answers why not. */
  onOffer: (value: number) => readonly Problem[];
  /** For what may be left unsaid: takes an emptied field. */
  onUnsaid?: () => readonly Problem[];
  /** For a field in a row that names it already; what is said of it then takes a line of the row, which must wrap. */
  hideLabel?: boolean;
  describe?: string;
}) {
  const system = useUnits();
  const id = useId();
  const { parse, show, unit } = QUANTITIES[quantity];
  const shown = value === null ? "" : show(value, system);
  const { input, said, stands } = useOffered(shown, (text) => {
    if (onUnsaid && text.trim() === "") return onUnsaid();
    const parsed = parse(text, system);
    return parsed.ok ? onOffer(parsed.value) : parsed.problems;
  });
  return (
    <div className={hideLabel ? "contents" : "min-w-0"}>
      <label htmlFor={id} className={hideLabel ? "sr-only" : "block text-sm text-soft"}>
        {label}
        {of !== undefined && <span className="sr-only"> of {of}</span>}
      </label>
      <span className="inline-flex items-baseline gap-1">
        <input
          {...input}
          id={id}
          className={`field text-right ${hideLabel ? "w-[3.1rem]" : "w-[4.5rem]"}`}
          inputMode="decimal"
          autoComplete="off"
          aria-describedby={said ? `${id}-said` : describe ? `${id}-about` : undefined}
        />
        <span className="text-sm text-soft">{unit(system)}</span>
      </span>
      {describe && !said && (
        <p id={`${id}-about`} className="text-sm leading-snug text-soft">
          {describe}
        </p>
      )}
      {said && (
        <p id={`${id}-said`} className={`said ${hideLabel ? "basis-full pl-8" : ""}`} role="alert">
          {said}{" "}
          <span className="text-soft">
            {shown === "" ? "Still unsaid" : `Still ${shown} ${unit(system)}`}
            {stands ? "; Esc puts it back." : "."}
          </span>
        </p>
      )}
    </div>
  );
}

/** A bare number that is no quantity with a unit, such as parts or days, in a line of other things. */
export function PlainNumberField({
  label,
  value,
  shown = String(value),
  read,
  onOffer,
  className,
  stillWords,
}: {
  label: string;
  value: number;
  /** How the value reads in the field, where that is not as it is. */
  shown?: string;
  read: (text: string) => Result<number>;
  onOffer: (value: number) => void;
  className: string;
  /** What is said after the reason, of the value in force. */
  stillWords?: string;
}) {
  const { input, said } = useOffered(shown, (text) => {
    const parsed = read(text);
    if (!parsed.ok) return parsed.problems;
    onOffer(parsed.value);
    return [];
  });
  return (
    <>
      <input {...input} aria-label={label} className={`field text-right ${className}`} inputMode="decimal" />
      {said && (
        <span className="said order-last basis-full" role="alert">
          {said} {stillWords}
        </span>
      )}
    </>
  );
}
