"use client";
import { useId, useState } from "react";
import type { Problem, Result } from "@/core/units/problem";
import {
  depthFieldText,
  depthUnitName,
  lengthFieldText,
  lengthUnitName,
  parseDepthMm,
  parseLengthCm,
  parseShare,
  parseVolumeCm3,
  shareFieldText,
  volumeFieldText,
  volumeUnitName,
  type UnitSystem,
} from "@/core/units/units";
import { useUnits } from "./preferences";

type Quantity = "length" | "volume" | "depth" | "share";

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
};

/**
 * A length (cm), volume (cm³), depth of water (mm) or share (0…1) as a grower types it, with or without a unit. What is typed is offered on Enter or on leaving the
 * field; when it cannot be, the text stays, the problem stands under it, and the last good value stays in force.
 */
export function QuantityField({
  label,
  quantity = "length",
  value,
  onOffer,
  hideLabel = false,
  describe,
}: {
  label: string;
  quantity?: Quantity;
  value: number;
  /** Takes the value, or answers why not. */
  onOffer: (value: number) => readonly Problem[];
  /** For a field in a row that names it already; what is said of it then takes a line of the row, which must wrap. */
  hideLabel?: boolean;
  describe?: string;
}) {
  const system = useUnits();
  const id = useId();
  const { parse, show, unit } = QUANTITIES[quantity];
  const [draft, setDraft] = useState<{ text: string; problems: readonly Problem[] } | undefined>();
  const text = draft?.text ?? show(value, system);

  const offer = (): void => {
    // an untouched field, or one whose refused text has not changed since, offers nothing
    if (!draft || draft.problems.length > 0) return;
    if (draft.text.trim() === show(value, system)) return setDraft(undefined);
    const parsed = parse(draft.text, system);
    const problems = parsed.ok ? onOffer(parsed.value) : parsed.problems;
    setDraft(problems.length > 0 ? { text: draft.text, problems } : undefined);
  };
  const problems = draft?.problems ?? [];
  return (
    <div className={hideLabel ? "contents" : "min-w-0"}>
      <label htmlFor={id} className={hideLabel ? "sr-only" : "block text-sm text-soft"}>
        {label}
      </label>
      <span className="inline-flex items-baseline gap-1">
        <input
          id={id}
          className={`field text-right ${hideLabel ? "w-[3.1rem]" : "w-[4.5rem]"}`}
          inputMode="decimal"
          autoComplete="off"
          value={text}
          aria-invalid={problems.length > 0}
          aria-describedby={problems.length > 0 ? `${id}-said` : describe ? `${id}-about` : undefined}
          data-draft={draft ? "" : undefined}
          onChange={(event) => setDraft({ text: event.target.value, problems: [] })}
          onBlur={offer}
          onKeyDown={(event) => {
            if (event.key === "Enter") offer();
            if (event.key === "Escape") setDraft(undefined);
          }}
        />
        <span className="text-sm text-soft">{unit(system)}</span>
      </span>
      {describe && problems.length === 0 && (
        <p id={`${id}-about`} className="text-sm leading-snug text-soft">
          {describe}
        </p>
      )}
      {problems.length > 0 && (
        <p id={`${id}-said`} className={`said ${hideLabel ? "basis-full pl-8" : ""}`} role="alert">
          {problems.map(({ message }) => message).join(" ")}{" "}
          <span className="text-soft">
            Still {show(value, system)} {unit(system)}; Esc puts it back.
          </span>
        </p>
      )}
    </div>
  );
}

/** A text the grower names something with: taken on Enter or on leaving the field, Esc puts the old one back. */
export function NameField({
  label,
  value,
  placeholder,
  onOffer,
  className = "",
}: {
  label: string;
  value: string;
  placeholder?: string;
  onOffer: (value: string) => readonly Problem[];
  className?: string;
}) {
  const id = useId();
  const [draft, setDraft] = useState<{ text: string; problems: readonly Problem[] } | undefined>();
  const offer = (): void => {
    if (!draft || draft.problems.length > 0) return;
    if (draft.text.trim() === value) return setDraft(undefined);
    const problems = onOffer(draft.text.trim());
    setDraft(problems.length > 0 ? { text: draft.text, problems } : undefined);
  };
  const problems = draft?.problems ?? [];
  return (
    <span className="inline-block min-w-0">
      <input
        id={id}
        aria-label={label}
        className={`field ${className}`}
        value={draft?.text ?? value}
        placeholder={placeholder}
        maxLength={200}
        aria-invalid={problems.length > 0}
        aria-describedby={problems.length > 0 ? `${id}-said` : undefined}
        data-draft={draft ? "" : undefined}
        onChange={(event) => setDraft({ text: event.target.value, problems: [] })}
        onBlur={offer}
        onKeyDown={(event) => {
          if (event.key === "Enter") event.currentTarget.blur();
          if (event.key === "Escape") setDraft(undefined);
        }}
      />
      {problems.length > 0 && (
        <span id={`${id}-said`} className="said block" role="alert">
          {problems.map(({ message }) => message).join(" ")}
        </span>
      )}
    </span>
  );
}
