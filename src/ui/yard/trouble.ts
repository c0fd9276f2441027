import type { Occupant } from "@/core/occupants/occupant";
import type { Setup } from "@/core/stack/setup";
import type { Grade } from "@/core/verdicts/verdict";
import type { MediumLookup } from "@/core/water/network";
import { standingsOf } from "../occupants/standings";

/** What a shelf says of those that live in a setup: the worst of it, and of whom. */
export type Trouble = { readonly grade: Grade; readonly text: string };

/** The line of a setup for a shelf of many. */
export function troubleOf(setup: Setup, medium: MediumLookup, own: readonly Occupant[]): Trouble | undefined {
  const standings = standingsOf(setup, medium, own);
  if (standings.length === 0) return undefined;
  for (const grade of ["unsuited", "care"] as const) {
    const those = standings.filter((one) => one.grade === grade);
    if (those.length === 0) continue;
    const told = those.map(({ name, why }) => (why ? `${name} (${why.split(", ")[0]})` : name));
    return { grade, text: `${grade === "unsuited" ? "In trouble" : "With care"}: ${told.join("; ")}` };
  }
  return { grade: "suits", text: `Suits ${standings.map(({ name }) => name).join(", ")}` };
}
