"use server";
import { z } from "zod";
import { failed, problem, type Result } from "@/core/units/problem";
import { keptIdInput, saveKeptInput, type KeepOutcome, type SaveKeptInput } from "@/formats/kept";
import { parseMix } from "@/formats/mix/schema";
import type { Mix } from "@/formats/mix/document";
import { putPackInput, type PutPackInput } from "@/formats/pack/schema";
import { parseWith } from "@/formats/problems";
import { marlstone } from "@/server";

// Each: parse, one service call, the result as it is.

export async function createMix(document: unknown): Promise<Result<string>> {
  const parsed = parseMix(document);
  return parsed.ok ? marlstone().createMix(parsed.value) : parsed;
}

export async function saveMix(input: SaveKeptInput): Promise<KeepOutcome<Mix>> {
  const parsed = parseWith(saveKeptInput, input);
  return parsed.ok
    ? marlstone().saveMix(parsed.value)
    : { status: "refused", message: parsed.problems.map(({ message }) => message).join(" ") };
}

export async function putAwayMix(input: { id: string }): Promise<boolean> {
  const parsed = parseWith(keptIdInput, input);
  return parsed.ok && marlstone().setMixPutAway(parsed.value.id, true);
}

export async function takeBackMix(input: { id: string }): Promise<boolean> {
  const parsed = parseWith(keptIdInput, input);
  return parsed.ok && marlstone().setMixPutAway(parsed.value.id, false);
}

export async function putPack(input: PutPackInput): Promise<Result<null>> {
  const parsed = parseWith(putPackInput, input);
  if (!parsed.ok) return parsed;
  marlstone().putPack(parsed.value);
  return { ok: true, value: null };
}

const fileText = z.string().max(100_000);

/** A mix from the text of a file. */
export async function importMix(text: string): Promise<Result<string>> {
  const given = fileText.safeParse(text);
  return given.success
    ? marlstone().importMix(given.data)
    : failed(problem("", "too-long", "This is too long to be a mix."));
}
