import type { VersionLine } from "@/formats/history/actions";

/** Versions one after the other that say the same, as one line: a thickness that was tried in ten steps. */
export type Run = { readonly newest: VersionLine; readonly count: number };

/** A version with a name, the present one, and one that cannot be read, each stand by themselves. */
const standsAlone = ({ names, at, whole }: VersionLine): boolean => names.length > 0 || at === "now" || !whole;

export function runsOf(lines: readonly VersionLine[]): readonly Run[] {
  const runs: { newest: VersionLine; count: number }[] = [];
  for (const line of lines) {
    const last = runs.at(-1);
    if (
      last &&
      !standsAlone(line) &&
      !standsAlone(last.newest) &&
      last.newest.label === line.label &&
      last.newest.at === line.at
    )
      last.count++;
    else runs.push({ newest: line, count: 1 });
  }
  return runs;
}
