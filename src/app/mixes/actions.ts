"use server";
import Papa from "papaparse";
import { z } from "zod";
import { failed, problem, type Result } from "@/core/units/problem";
import { MIX_KIND, MIX_VERSION, mixIdInput, parseMix, parseMixText, saveMixInput, type MixOutcome, type SaveMixInput } from "@/formats/mix";
import { parseWith } from "@/formats/problems";
import { marlstone } from "@/server";

// Each: parse, one service call, the result as it is.

export async function createMix(document: unknown): Promise<Result<string>> {
  const parsed = parseMix(document);
  return parsed.ok ? marlstone().createMix(parsed.value) : parsed;
}

export async function saveMix(input: SaveMixInput): Promise<MixOutcome> {
  const parsed = parseWith(saveMixInput, input);
  return parsed.ok ? marlstone().saveMix(parsed.value) : { status: "refused", message: parsed.problems.map(({ message }) => message).join(" ") };
}

export async function putAwayMix(input: { mixId: string }): Promise<boolean> {
  const parsed = parseWith(mixIdInput, input);
  return parsed.ok && marlstone().setMixPutAway(parsed.value.mixId, true);
}

export async function takeBackMix(input: { mixId: string }): Promise<boolean> {
  const parsed = parseWith(mixIdInput, input);
  return parsed.ok && marlstone().setMixPutAway(parsed.value.mixId, false);
}

const fileText = z.string().max(100_000);
const row = z.object({ mediumId: z.string().min(1), parts: z.coerce.number() });

/** A mix from the text of a file: its JSON document, or CSV with the columns mediumId and parts. */
export async function importMix(text: string): Promise<Result<string>> {
  const given = fileText.safeParse(text);
  if (!given.success) return failed(problem("", "too-long", "This is too long to be a mix."));
  if (given.data.trimStart().startsWith("{")) {
    const parsed = parseMixText(given.data);
    return parsed.ok ? marlstone().createMix(parsed.value) : parsed;
  }
  const { data } = Papa.parse<unknown>(given.data.trim(), { header: true, skipEmptyLines: true });
  const rows = z.array(row).min(1).safeParse(data);
  if (!rows.success) return failed(problem("", "not-a-mix", "This is neither a mix's JSON nor CSV with the columns mediumId and parts."));
  const parsed = parseMix({ kind: MIX_KIND, version: MIX_VERSION, name: "Mix from a file", parts: rows.data.map(({ mediumId, parts }) => ({ mediumId, parts })), note: "" });
  return parsed.ok ? marlstone().createMix(parsed.value) : parsed;
}
