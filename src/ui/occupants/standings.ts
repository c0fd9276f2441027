import { occupantsWith } from "@/core/occupants/library/library";
import type { Occupant, OccupantLookup } from "@/core/occupants/occupant";
import type { Setup } from "@/core/stack/setup";
import { coarseCellCm, judgedWhole } from "@/core/verdicts/judge";
import type { Grade } from "@/core/verdicts/verdict";
import { decidingWords, verdictName } from "@/core/verdicts/words";
import type { MediumLookup } from "@/core/water/network";

/** How it stands with one that lives in a setup, in one line: what a shelf says, and a page before it has judged. */
export type Standing = {
  readonly occupancyId: string;
  readonly name: string;
  readonly grade: Grade;
  /** What decides it, in a few words. */
  readonly why: string;
};

const MOST_KEPT = 400;
const kept = new Map<string, readonly Standing[]>();

/**
 * How all stand that live in a setup, at the likely values of its media. Judged once for what it is made of: a shelf is
 * drawn far more often than its setups change.
 * @param own the grower's own kinds as they are now
 */
export function standingsOf(setup: Setup, medium: MediumLookup, own: readonly Occupant[]): readonly Standing[] {
  if (setup.occupants.length === 0) return [];
  const media = setup.layers.map(({ mediumId }) => medium(mediumId));
  const mine = own.filter(({ id }) => setup.occupants.some(({ occupantId }) => occupantId === id));
  const asked = JSON.stringify([setup, media, mine]);
  const found = kept.get(asked);
  if (found) return found;
  const made = judged(setup, medium, occupantsWith(mine));
  kept.set(asked, made);
  if (kept.size > MOST_KEPT) kept.delete(kept.keys().next().value!);
  return made;
}

const judged = (setup: Setup, medium: MediumLookup, occupants: OccupantLookup): readonly Standing[] =>
  (judgedWhole(setup, medium, occupants, coarseCellCm(setup)) ?? []).map((verdict) => ({
    occupancyId: verdict.occupancy.id,
    name: verdictName(verdict),
    grade: verdict.grade,
    why: decidingWords(verdict),
  }));

/** What the kinds that live in a setup are called. */
export const namesOf = (setup: Setup, own: readonly Occupant[]): Readonly<Record<string, string>> => {
  const lookup = occupantsWith(own);
  return Object.fromEntries(
    setup.occupants.flatMap(({ occupantId }) => {
      const kind = lookup(occupantId);
      return kind ? [[occupantId, kind.name]] : [];
    }),
  );
};
