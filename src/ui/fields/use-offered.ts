"use client";
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
  /** Why what stands in the field was not taken. */
  readonly said: string | undefined;
};

/**
 * A field of a page that saves as it goes: what is typed is offered on Enter or on leaving the field. When it is
 * refused the text stays with the reason, and the last good value stays in force; Esc puts that back.
 * @param shown the value in force, as a field shows it
 * @param take takes what was typed, or answers why not
 */
export function useOffered(shown: string, take: (text: string) => readonly Problem[]): Offered {
  const { control, setError, clearErrors, resetField } = useForm<Draft>({ defaultValues: { text: shown } });
  const { field, fieldState } = useController({ control, name: "text" });
  const said = fieldState.error?.message;
  const drafting = fieldState.isDirty || said !== undefined;

  const putBack = (): void => resetField("text", { defaultValue: shown });
  const offer = (): void => {
    // an untouched field, or one whose refused text has not changed since, offers nothing
    if (!drafting || said !== undefined) return;
    const problems = field.value.trim() === shown ? [] : take(field.value);
    if (problems.length > 0) setError("text", { message: problems.map(({ message }) => message).join(" ") });
    else putBack();
  };
  return {
    said,
    input: {
      // a value that changes under the hand, as in a drag, is shown at once
      value: drafting ? field.value : shown,
      onChange: (event) => {
        // a draft begins from what is in force now
        if (!drafting) putBack();
        clearErrors("text");
        field.onChange(event);
      },
      onBlur: offer,
      onKeyDown: (event) => {
        if (event.key === "Enter") offer();
        if (event.key === "Escape") putBack();
      },
      "aria-invalid": said !== undefined,
      "data-draft": drafting ? "" : undefined,
    },
  };
}
