"use server";
import Papa from "papaparse";
import { z } from "zod";
import { failed, problem, type Result } from "@/core/units/problem";
import { keptIdInput, saveKeptInput, type KeepOutcome, type SaveKeptInput } from "@/formats/kept";
import { parseMix, parseMixFile } from "@/formats/mix/schema";
import { MIX_KIND, MIX_VERSION, type Mix } from "@/formats/mix/document";
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
const row = z.object({ mediumId: z.string().min(1), parts: z.coerce.number() });

/** A mix from the text of a file: its JSON document, or CSV with the columns mediumId and parts. */
export async function importMix(text: string): Promise<Result<string>> {
  const given = fileText.safeParse(text);
  if (!given.success) return failed(problem("", "too-long", "This is too long to be a mix."));
  if (given.data.trimStart().startsWith("{")) {
    const parsed = parseMixFile(given.data);
    return parsed.ok ? marlstone().importMix(parsed.value) : parsed;
  }
  const { data } = Papa.parse<unknown>(given.data.trim(), { header: true, skipEmptyLines: true });
  const rows = z.array(row).min(1).safeParse(data);
  if (!rows.success)
    return failed(
      problem("", "not-a-mix", "This is neither a mix's JSON nor CSV with the columns mediumId and parts."),
    );
  const parsed = parseMix({
    kind: MIX_KIND,
    version: MIX_VERSION,
    name: "Mix from a file",
    parts: rows.data.map(({ mediumId, parts }) => ({ mediumId, parts })),
    amendments: [],
    note: "",
  });
  return parsed.ok ? marlstone().createMix(parsed.value) : parsed;
}
