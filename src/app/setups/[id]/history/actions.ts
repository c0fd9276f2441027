"use server";
import { storing } from "@/server";
import { problem } from "@/core/units/problem";
import {
  dropNameInput,
  goBackInput,
  nameVersionInput,
  type DropNameInput,
  type GoBackInput,
  type NameVersionInput,
} from "@/formats/history/actions";
import { parseWith } from "@/formats/problems";
import type { WriteOutcome } from "@/formats/setup/actions";

// Each: parse, one service call, the result as it is.

/** Answers why it was not named; nothing when it was. */
export async function nameVersion(input: NameVersionInput): Promise<string | undefined> {
  const parsed = parseWith(nameVersionInput, input);
  if (!parsed.ok) return parsed.problems.map(({ message }) => message).join(" ");
  return storing<string | undefined>(
    (to) => (to.history.nameVersion(parsed.value) ? undefined : "There is no such version any more."),
    (message) => message,
  );
}

export async function dropName(input: DropNameInput): Promise<boolean> {
  const parsed = parseWith(dropNameInput, input);
  return (
    parsed.ok &&
    storing(
      (to) => to.history.dropName(parsed.value),
      () => false,
    )
  );
}

export async function goBack(input: GoBackInput): Promise<WriteOutcome> {
  const parsed = parseWith(goBackInput, input);
  return parsed.ok
    ? storing<WriteOutcome>(
        (to) => to.history.goBack(parsed.value),
        (message) => ({ status: "refused", problems: [problem("", "not-stored", message)] }),
      )
    : { status: "refused", problems: parsed.problems };
}
