"use client";
import { useId, useMemo } from "react";
import {
  useForm,
  useWatch,
  type DefaultValues,
  type FieldValues,
  type Path,
  type UseFormReturn,
} from "react-hook-form";
import type { z } from "zod";
import type { Problem, Result } from "@/core/units/problem";
import { parseWith } from "@/formats/problems";

/** A form of texts and what they mean as they stand; nothing is sent, all is read at every key. */
export type TypedForm<T extends FieldValues, V> = {
  readonly form: UseFormReturn<T>;
  readonly texts: T;
  readonly read: Result<V>;
  /** Why what stands in a field cannot be meant; empty when it can. */
  readonly saidOf: (path: string) => string;
};

export function useTypedForm<T extends FieldValues, V>(schema: z.ZodType<V>, defaults: T): TypedForm<T, V> {
  const form = useForm<T>({ defaultValues: defaults as DefaultValues<T> });
  const texts = useWatch({ control: form.control }) as T;
  const read = useMemo(() => parseWith(schema, texts), [schema, texts]);
  return { form, texts, read, saidOf: (path) => saidOf(read.ok ? [] : read.problems, path) };
}

export const saidOf = (problems: readonly Problem[], path: string): string =>
  problems.flatMap((one) => (one.path === path ? [one.message] : [])).join(" ");

/** A line of a typed form: its label, its text, and what is wrong with it. */
export function Entry<T extends FieldValues>({
  form,
  name,
  label,
  said,
  showSaid = true,
  className = "w-16 text-right",
  placeholder,
  words = false,
  most,
  unit,
  autoFocus = false,
}: {
  form: UseFormReturn<T>;
  name: Path<T>;
  label: string;
  said: string;
  /** False where several fields of a row are wrong together, and the row says it once. */
  showSaid?: boolean;
  className?: string;
  placeholder?: string;
  /** Whether words are written there, not a number. */
  words?: boolean;
  most?: number;
  /** Stands behind the field. */
  unit?: string;
  autoFocus?: boolean;
}) {
  const id = useId();
  return (
    <div>
      <label className="block text-sm text-soft">
        {label}
        <span className="flex items-baseline gap-1">
          <input
            {...form.register(name)}
            defaultValue={form.getValues(name)}
            className={`field text-base text-ink ${className}`}
            inputMode={words ? undefined : "decimal"}
            maxLength={most}
            autoComplete="off"
            autoFocus={autoFocus}
            placeholder={placeholder}
            aria-invalid={said !== ""}
            aria-describedby={said && showSaid ? `${id}-said` : undefined}
          />
          {unit && <span>{unit}</span>}
        </span>
      </label>
      {said && showSaid && <Said id={`${id}-said`}>{said}</Said>}
    </div>
  );
}

/** Why something cannot be meant, under what it is about. */
export const Said = ({ id, children }: { id?: string; children: string }) =>
  children === "" ? null : (
    <p id={id} className="said basis-full" role="alert">
      {children}
    </p>
  );

/** A choice among few, or one that a form keeps. */
export function Choice<T extends FieldValues>({
  form,
  name,
  label,
  hideLabel = false,
  options,
  className = "max-w-72",
}: {
  form: UseFormReturn<T>;
  name: Path<T>;
  label: string;
  hideLabel?: boolean;
  options: readonly (readonly [value: string, words: string])[];
  className?: string;
}) {
  const select = (
    <select
      {...form.register(name)}
      defaultValue={form.getValues(name)}
      aria-label={hideLabel ? label : undefined}
      className={`field text-base text-ink ${hideLabel ? "" : "block"} ${className}`}
    >
      {options.map(([value, words]) => (
        <option key={value} value={value}>
          {words}
        </option>
      ))}
    </select>
  );
  return hideLabel ? (
    select
  ) : (
    <label className="block text-sm text-soft">
      {label}
      {select}
    </label>
  );
}
