import { occupantsWith } from "@/core/occupants/library/library";
import type { Occupant, OccupantLookup } from "@/core/occupants/occupant";
import type { Setup } from "@/core/stack/setup";
import { coarseCellCm, judgedWhole } from "@/core/verdicts/judge";
import type { Grade } from "@/core/verdicts/verdict";
import { headingOf, verdictName } from "@/core/verdicts/words";
import type { MediumLookup } from "@/core/water/network";

/** What a shelf says of those that live in a setup: the worst of it, and of whom. */
export type Trouble = { readonly grade: Grade; readonly text: string };

const MOST_KEPT = 400;
const kept = new Map<string, Trouble | undefined>();

/**
 * The line of a setup for a shelf of many, at the likely values of its media. Judged once for what it is made of: a shelf
 * is drawn far more often than its setups change.
 * @param own the grower's own kinds as they are now
 */
export function troubleOf(setup: Setup, medium: MediumLookup, own: readonly Occupant[]): Trouble | undefined {
  if (setup.occupants.length === 0) return undefined;
  const media = setup.layers.map(({ mediumId }) => medium(mediumId));
  const mine = own.filter(({ id }) => setup.occupants.some(({ occupantId }) => occupantId === id));
  const asked = JSON.stringify([setup, media, mine]);
  if (kept.has(asked)) return kept.get(asked);
  const made = judged(setup, medium, occupantsWith(mine));
  kept.set(asked, made);
  if (kept.size > MOST_KEPT) kept.delete(kept.keys().next().value!);
  return made;
}

function judged(setup: Setup, medium: MediumLookup, occupants: OccupantLookup): Trouble | undefined {
  const verdicts = judgedWhole(setup, medium, occupants, coarseCellCm(setup));
  if (!verdicts) return undefined;
  for (const grade of ["unsuited", "care"] as const) {
    const those = verdicts.filter((one) => one.grade === grade);
    if (those.length === 0) continue;
    const told = those.map((one) => {
      const decides = one.findings.find((finding) => finding.grade === grade);
      return decides ? `${verdictName(one)} (${headingOf(decides.limit).toLowerCase()})` : verdictName(one);
    });
    return { grade, text: `${grade === "unsuited" ? "In trouble" : "With care"}: ${told.join("; ")}` };
  }
  return { grade: "suits", text: `Suits ${verdicts.map(verdictName).join(", ")}` };
}
