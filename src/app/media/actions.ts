"use server";
import type { OwnMedium } from "@/core/media/own-medium";
import { failed, problem, type Result } from "@/core/units/problem";
import { keptIdInput, saveKeptInput, type KeepOutcome, type SaveKeptInput } from "@/formats/kept";
import { parseOwnMedium } from "@/formats/own-medium/schema";
import { parseWith } from "@/formats/problems";
import { storing } from "@/server";

// Each: parse, one service call, the result as it is.

export async function createOwnMedium(document: unknown): Promise<Result<string>> {
  const parsed = parseOwnMedium(document);
  return parsed.ok
    ? storing(
        (to) => to.media.createOwn(parsed.value),
        (message) => failed(problem("", "not-stored", message)),
      )
    : parsed;
}

export async function saveOwnMedium(input: SaveKeptInput): Promise<KeepOutcome<OwnMedium>> {
  const parsed = parseWith(saveKeptInput, input);
  return parsed.ok
    ? storing(
        (to) => to.media.saveOwn(parsed.value),
        (message) => ({ status: "refused", message }),
      )
    : { status: "refused", message: parsed.problems.map(({ message }) => message).join(" ") };
}

export async function putAwayOwnMedium(input: { id: string }): Promise<boolean> {
  const parsed = parseWith(keptIdInput, input);
  return (
    parsed.ok &&
    storing(
      (to) => to.media.setOwnPutAway(parsed.value.id, true),
      () => false,
    )
  );
}

export async function takeBackOwnMedium(input: { id: string }): Promise<boolean> {
  const parsed = parseWith(keptIdInput, input);
  return (
    parsed.ok &&
    storing(
      (to) => to.media.setOwnPutAway(parsed.value.id, false),
      () => false,
    )
  );
}
