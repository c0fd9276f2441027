"use server";
import { parseWith } from "@/formats/problems";
import { unreadableInput, type UnreadableInput } from "@/formats/unreadable";
import { storing } from "@/server";

// Each: parse, one service call, the result as it is.

export async function backToWhole(input: UnreadableInput): Promise<boolean> {
  const parsed = parseWith(unreadableInput, input);
  return (
    parsed.ok &&
    storing(
      (to) => to.files.backToWhole(parsed.value),
      () => false,
    )
  );
}

export async function putAwayUnreadable(input: UnreadableInput): Promise<boolean> {
  const parsed = parseWith(unreadableInput, input);
  return (
    parsed.ok &&
    storing(
      (to) => to.files.putAwayUnreadable(parsed.value),
      () => false,
    )
  );
}
