import Papa from "papaparse";
import type { OwnMedium } from "../../core/media/own-medium";
import { ok, type Result } from "../../core/units/problem";
import { mixOfRows } from "../../formats/mix/csv";
import type { Mix } from "../../formats/mix/document";
import { parseMixFile } from "../../formats/mix/schema";

/** A mix as it comes in a file, with the own media it brings. */
export type MixFromFile = { readonly mix: Mix; readonly media: Readonly<Record<string, OwnMedium>> };

/** Reads the text of a file: a mix's JSON document, or its table as CSV, parted by whatever a spreadsheet chose. */
export function readMixFile(text: string): Result<MixFromFile> {
  if (text.trimStart().startsWith("{")) return parseMixFile(text);
  const { data } = Papa.parse<Record<string, string | undefined>>(text.trim(), {
    header: true,
    skipEmptyLines: true,
    transformHeader: (column) => column.trim(),
  });
  const mix = mixOfRows(data);
  return mix.ok ? ok({ mix: mix.value, media: {} }) : mix;
}
