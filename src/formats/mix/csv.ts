import { failed, ok, problem, type Result } from "../../core/units/problem";
import { ambiguity, readNumber } from "../../core/units/numbers";
import { MIX_KIND, MIX_VERSION, type Mix } from "./document";
import { parseMix } from "./schema";

/**
 * Reads a mix from the rows of `./rows`. Fails with a problem for each row that cannot be meant, by its line in the file; the first line
 * holds the columns.
 */
export function mixOfRows(rows: readonly Readonly<Record<string, string | undefined>>[]): Result<Mix> {
  const isOld = rows.some((row) => row.mediumId !== undefined && row.parts !== undefined);
  if (!isOld && !rows.some((row) => row.what !== undefined && row.id !== undefined && row.amount !== undefined))
    return failed(
      problem(
        "",
        "not-a-mix",
        "This is neither a mix's JSON nor CSV with the columns what, id, name and amount (or mediumId and parts). Columns may be parted by commas, semicolons or tabs.",
      ),
    );
  let name = "Mix from a file";
  let note = "";
  const parts: { mediumId: string; parts: number }[] = [];
  const amendments: { id: string; amount: number }[] = [];
  const problems = rows.flatMap((row, i) => {
    const wrong = (message: string) => [problem("", "bad-row", `Line ${i + 2}: ${message}`)];
    const what = isOld ? "part" : (row.what ?? "").trim().toLowerCase();
    const id = ((isOld ? row.mediumId : row.id) ?? "").trim();
    const words = (row.name ?? "").trim();
    if (what === "mix" && words !== "") name = words;
    else if (what === "note") note = row.name ?? "";
    else if (what === "part" || what === "amendment") {
      const text = ((isOld ? row.parts : row.amount) ?? "").trim();
      const read = readNumber(text);
      if (id === "") return wrong(`it names no ${what === "part" ? "medium" : "amendment"}.`);
      const unsure = read && ambiguity(text, read);
      if (unsure) return wrong(unsure.message);
      if (!read || read.rest !== "" || !(read.value > 0)) return wrong(`“${text}” is not an amount.`);
      if (what === "part") parts.push({ mediumId: id, parts: read.value });
      else amendments.push({ id, amount: read.value });
    } else if (what !== "mix") return wrong(`“${what}” is not one of mix, note, part and amendment.`);
    return [];
  });
  if (problems.length > 0) return failed(...problems);
  if (parts.length === 0) return failed(problem("", "not-a-mix", "There is no part in it."));
  const mix = parseMix({ kind: MIX_KIND, version: MIX_VERSION, name, parts, amendments, note });
  return mix.ok ? ok(mix.value) : mix;
}
