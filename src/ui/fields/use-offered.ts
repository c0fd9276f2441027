"use client";
import { useState } from "react";
import { useController, useForm } from "react-hook-form";
import type { Problem } from "@/core/units/problem";

type Draft = { readonly text: string };

/** What a field that offers shows, and what its input is given. */
export type Offered = {
  readonly input: Pick<
    React.ComponentProps<"input">,
    "value" | "onChange" | "onBlur" | "onKeyDown" | "aria-invalid"
  > & {
    /** Marks a field whose text is not kept yet: the page leaves its undo alone. */
    readonly "data-draft": "" | undefined;
  };
  /** Why what was typed was not taken. */
  readonly said: string | undefined;
  /** Whether the refused text still stands in the field, so that there is something to put back. */
  readonly stands: boolean;
};

/**
 * A field of a page that saves as it goes: what is typed is offered on Enter or on leaving the field. When it is
 * refused the text stays with the reason while the hand is on it, and the last good value stays in force; Esc puts that
 * back. Once the field is left it shows what is in force again, and the reason names what was typed: a page never shows
 * a number beside a drawing of another.
 * @param shown the value in force, as a field shows it
 * @param take takes what was typed, or answers why not
 */
export function useOffered(shown: string, take: (text: string) => readonly Problem[]): Offered {
  const [left, setLeft] = useState<{ readonly of: string; readonly why: string }>();
  const { control, setError, clearErrors, resetField } = useForm<Draft>({ defaultValues: { text: shown } });
  const { field, fieldState } = useController({ control, name: "text" });
  const refused = fieldState.error?.message;
  // what was refused against another value than the one in force now is past
  const said = refused ?? (left?.of === shown ? left.why : undefined);
  const drafting = fieldState.isDirty || refused !== undefined;

  const putBack = (): void => resetField("text", { defaultValue: shown });
  /** Offers what was typed; answers why it was not taken. */
  const offer = (): string | undefined => {
    // an untouched field, or one whose refused text has not changed since, offers nothing
    if (!drafting || refused !== undefined) return refused;
    const problems = field.value.trim() === shown ? [] : take(field.value);
    if (problems.length === 0) {
      putBack();
      return undefined;
    }
    const message = problems.map((one) => one.message).join(" ");
    setError("text", { message });
    return message;
  };
  const leave = (): void => {
    const typed = field.value.trim();
    const message = offer();
    if (message === undefined) return;
    putBack();
    setLeft({ of: shown, why: typed === "" ? message : `“${typed}” was not taken. ${message}` });
  };
  return {
    said,
    stands: refused !== undefined,
    input: {
      // a value that changes under the hand, as in a drag, is shown at once
      value: drafting ? field.value : shown,
      onChange: (event) => {
        // a draft begins from what is in force now
        if (!drafting) putBack();
        setLeft(undefined);
        clearErrors("text");
        field.onChange(event);
      },
      onBlur: leave,
      onKeyDown: (event) => {
        if (event.key === "Enter") offer();
        if (event.key !== "Escape") return;
        setLeft(undefined);
        putBack();
      },
      "aria-invalid": said !== undefined,
      "data-draft": drafting ? "" : undefined,
    },
  };
}
