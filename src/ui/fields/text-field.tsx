"use client";
import { useId } from "react";
import type { Problem } from "@/core/units/problem";
import { useOffered } from "./use-offered";

/** A text the grower names something with: taken on Enter or on leaving the field, Esc puts the old one back. */
export function TextField({
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
  const { input, said } = useOffered(value, (text) => onOffer(text.trim()));
  return (
    <span className="inline-block min-w-0">
      <input
        {...input}
        id={id}
        aria-label={label}
        className={`field ${className}`}
        placeholder={placeholder}
        maxLength={200}
        aria-describedby={said ? `${id}-said` : undefined}
        onKeyDown={(event) => {
          if (event.key === "Enter") event.currentTarget.blur();
          else input.onKeyDown?.(event);
        }}
      />
      {said && (
        <span id={`${id}-said`} className="said block" role="alert">
          {said}
        </span>
      )}
    </span>
  );
}
