"use server";
import { z } from "zod";
import { failed, problem, type Result } from "@/core/units/problem";
import { keptIdInput, saveKeptInput, type KeepOutcome, type SaveKeptInput } from "@/formats/kept";
import { parseMix } from "@/formats/mix/schema";
import type { Mix } from "@/formats/mix/document";
import { putPackInput, type PutPackInput, type PutPackOutcome } from "@/formats/pack/schema";
import { parseWith } from "@/formats/problems";
import { storing } from "@/server";

// Each: parse, one service call, the result as it is.

const notMade = (message: string): Result<string> => failed(problem("", "not-stored", message));

export async function createMix(document: unknown): Promise<Result<string>> {
  const parsed = parseMix(document);
  return parsed.ok ? storing((to) => to.mixes.create(parsed.value), notMade) : parsed;
}

export async function saveMix(input: SaveKeptInput): Promise<KeepOutcome<Mix>> {
  const parsed = parseWith(saveKeptInput, input);
  return parsed.ok
    ? storing(
        (to) => to.mixes.save(parsed.value),
        (message) => ({ status: "refused", message }),
      )
    : { status: "refused", message: parsed.problems.map(({ message }) => message).join(" ") };
}

export async function putAwayMix(input: { id: string }): Promise<boolean> {
  const parsed = parseWith(keptIdInput, input);
  return (
    parsed.ok &&
    storing(
      (to) => to.mixes.setPutAway(parsed.value.id, true),
      () => false,
    )
  );
}

export async function takeBackMix(input: { id: string }): Promise<boolean> {
  const parsed = parseWith(keptIdInput, input);
  return (
    parsed.ok &&
    storing(
      (to) => to.mixes.setPutAway(parsed.value.id, false),
      () => false,
    )
  );
}

export async function putPack(input: PutPackInput): Promise<PutPackOutcome> {
  const parsed = parseWith(putPackInput, input);
  const refused = (message: string): PutPackOutcome => ({ status: "refused", message });
  return parsed.ok
    ? storing((to) => to.packs.put(parsed.value), refused)
    : refused(parsed.problems.map(({ message }) => message).join(" "));
}

const fileText = z.string().max(100_000);

/** A mix from the text of a file. */
export async function importMix(text: string): Promise<Result<string>> {
  const given = fileText.safeParse(text);
  return given.success
    ? storing((to) => to.files.takeInMix(given.data), notMade)
    : failed(problem("", "too-long", "This is too long to be a mix."));
}
