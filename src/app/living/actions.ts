"use server";
import type { OwnOccupant } from "@/core/occupants/own-occupant";
import { failed, problem, type Result } from "@/core/units/problem";
import { keptIdInput, saveKeptInput, type KeepOutcome, type SaveKeptInput } from "@/formats/kept";
import { parseOwnOccupant } from "@/formats/own-occupant/schema";
import { parseWith } from "@/formats/problems";
import { storing } from "@/server";

// Each: parse, one service call, the result as it is.

export async function createOwnOccupant(document: unknown): Promise<Result<string>> {
  const parsed = parseOwnOccupant(document);
  return parsed.ok
    ? storing(
        (to) => to.occupants.create(parsed.value),
        (message) => failed(problem("", "not-stored", message)),
      )
    : parsed;
}

export async function saveOwnOccupant(input: SaveKeptInput): Promise<KeepOutcome<OwnOccupant>> {
  const parsed = parseWith(saveKeptInput, input);
  return parsed.ok
    ? storing(
        (to) => to.occupants.save(parsed.value),
        (message) => ({ status: "refused", message }),
      )
    : { status: "refused", message: parsed.problems.map(({ message }) => message).join(" ") };
}

export async function putAwayOwnOccupant(input: { id: string }): Promise<boolean> {
  const parsed = parseWith(keptIdInput, input);
  return (
    parsed.ok &&
    storing(
      (to) => to.occupants.setPutAway(parsed.value.id, true),
      () => false,
    )
  );
}

export async function takeBackOwnOccupant(input: { id: string }): Promise<boolean> {
  const parsed = parseWith(keptIdInput, input);
  return (
    parsed.ok &&
    storing(
      (to) => to.occupants.setPutAway(parsed.value.id, false),
      () => false,
    )
  );
}
