"use client";
import { useState } from "react";
import type { Problem } from "@/core/units/problem";

/** What is typed, what stood there when it began, and why it was not taken. */
type Draft = { readonly text: string; readonly from: string; readonly refused: string | undefined };

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
  const [draft, setDraft] = useState<Draft>();
  const [left, setLeft] = useState<{ readonly of: string; readonly why: string }>();
  const refused = draft?.refused;
  // what was refused against another value than the one in force now is past
  const said = refused ?? (left?.of === shown ? left.why : undefined);
  // a text put back to what it was is no draft
  const drafting = draft !== undefined && (draft.text !== draft.from || refused !== undefined);

  /** Offers what was typed; answers why it was not taken. */
  const offer = (): string | undefined => {
    // an untouched field, or one whose refused text has not changed since, offers nothing
    if (!drafting || refused !== undefined) return refused;
    const problems = draft.text.trim() === shown ? [] : take(draft.text);
    if (problems.length === 0) {
      setDraft(undefined);
      return undefined;
    }
    const message = problems.map((one) => one.message).join(" ");
    setDraft({ ...draft, refused: message });
    return message;
  };
  const leave = (): void => {
    const message = offer();
    if (message === undefined) return setDraft(undefined);
    const typed = draft!.text.trim();
    setDraft(undefined);
    setLeft({ of: shown, why: typed === "" ? message : `“${typed}” was not taken. ${message}` });
  };
  return {
    said,
    stands: refused !== undefined,
    input: {
      // a value that changes under the hand, as in a drag, is shown at once
      value: drafting ? draft.text : shown,
      onChange: ({ target }) => {
        // a draft begins from what is in force now
        setDraft({ text: target.value, from: drafting ? draft.from : shown, refused: undefined });
        setLeft(undefined);
      },
      onBlur: leave,
      onKeyDown: (event) => {
        if (event.key === "Enter") offer();
        if (event.key !== "Escape") return;
        setLeft(undefined);
        setDraft(undefined);
      },
      "aria-invalid": said !== undefined,
      "data-draft": drafting ? "" : undefined,
    },
  };
}
