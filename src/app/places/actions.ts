"use server";
import type { Place } from "@/core/place/place";
import { failed, problem, type Result } from "@/core/units/problem";
import { keptIdInput, saveKeptInput, type KeepOutcome, type SaveKeptInput } from "@/formats/kept";
import { parsePlace } from "@/formats/place/schema";
import { parseWith } from "@/formats/problems";
import { placeShownInput, type PlaceShown, type PlaceShownInput } from "@/formats/place/actions";
import { marlstone, storing } from "@/server";

// Each: parse, one service call, the result as it is.

export async function createPlace(document: unknown): Promise<Result<string>> {
  const parsed = parsePlace(document);
  return parsed.ok
    ? storing(
        (to) => to.places.create(parsed.value),
        (message) => failed(problem("", "not-stored", message)),
      )
    : parsed;
}

export async function savePlace(input: SaveKeptInput): Promise<KeepOutcome<Place>> {
  const parsed = parseWith(saveKeptInput, input);
  return parsed.ok
    ? storing(
        (to) => to.places.save(parsed.value),
        (message) => ({ status: "refused", message }),
      )
    : { status: "refused", message: parsed.problems.map(({ message }) => message).join(" ") };
}

export async function putAwayPlace(input: { id: string }): Promise<boolean> {
  const parsed = parseWith(keptIdInput, input);
  return (
    parsed.ok &&
    storing(
      (to) => to.places.setPutAway(parsed.value.id, true),
      () => false,
    )
  );
}

export async function takeBackPlace(input: { id: string }): Promise<boolean> {
  const parsed = parseWith(keptIdInput, input);
  return (
    parsed.ok &&
    storing(
      (to) => to.places.setPutAway(parsed.value.id, false),
      () => false,
    )
  );
}

/** What the year of a place would be; undefined for one that cannot be meant. */
export async function showPlace(input: PlaceShownInput): Promise<PlaceShown | undefined> {
  const asked = parseWith(placeShownInput, input);
  const parsed = asked.ok ? parsePlace(asked.value.document) : asked;
  return asked.ok && parsed.ok ? marlstone().places.shown(parsed.value, asked.value.takesLPerDay) : undefined;
}
