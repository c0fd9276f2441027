import Papa from "papaparse";
import { z } from "zod";
import type { OwnMedium } from "../../core/media/own-medium";
import { failed, ok, problem, type Result } from "../../core/units/problem";
import { MIX_KIND, MIX_VERSION, type Mix } from "../../formats/mix/document";
import { parseMix, parseMixFile } from "../../formats/mix/schema";

/** A mix as it comes in a file, with the own media it brings. */
export type MixFromFile = { readonly mix: Mix; readonly media: Readonly<Record<string, OwnMedium>> };

const rows = z.array(z.object({ mediumId: z.string().min(1), parts: z.coerce.number() })).min(1);

/** Reads the text of a file: a mix's JSON document, or CSV with the columns mediumId and parts. */
export function readMixFile(text: string): Result<MixFromFile> {
  if (text.trimStart().startsWith("{")) return parseMixFile(text);
  const { data } = Papa.parse<unknown>(text.trim(), { header: true, skipEmptyLines: true });
  const parts = rows.safeParse(data);
  if (!parts.success) {
    const message = "This is neither a mix's JSON nor CSV with the columns mediumId and parts.";
    return failed(problem("", "not-a-mix", message));
  }
  const mix = parseMix({
    kind: MIX_KIND,
    version: MIX_VERSION,
    name: "Mix from a file",
    parts: parts.data,
    amendments: [],
    note: "",
  });
  return mix.ok ? ok({ mix: mix.value, media: {} }) : mix;
}
