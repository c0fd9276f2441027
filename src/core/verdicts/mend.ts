import type { RecipePart } from "../mixing/recipe";
import type { OccupantLookup } from "../occupants/occupant";
import type { Setup } from "../stack/setup";
import type { UnitSystem } from "../units/units";
import type { MediumLookup } from "../water/network";
import { familiesOf, type Family, type FamilyId, type MixStep, type Step } from "./changes";
import { coarseCellCm, judgedWhole, statesOf } from "./judge";
import { GRADES, type Grade, type Limit, type Verdict } from "./verdict";
import { lowerFirst } from "../units/text";

/** A change that turns a verdict, and what it turns it to. */
export type Mending = {
  /** The families it is of, one or two. */
  readonly families: readonly FamilyId[];
  readonly label: string;
  readonly setup: Setup;
  readonly effort: number;
  readonly becomes: Grade;
  /** A mix to be kept first, where a layer of the setup is of one that is not. */
  readonly mix?: MixStep;
};
export type Mended = {
  /** The least first; each of another family. */
  readonly found: readonly Mending[];
  /** What no change that was tried could turn, where none was found. */
  readonly stoppedBy: readonly Limit[];
  readonly tried: number;
};

const MOST_FOUND = 3;
const BISECTIONS = 4;
/** Two changes together are looked for among so many firsts. */
const MOST_FIRSTS = 4;

export type MendAsked = {
  readonly setup: Setup;
  readonly medium: MediumLookup;
  readonly occupants: OccupantLookup;
  readonly occupancyId: string;
  readonly soils: readonly string[];
  readonly partsOf?: ((mediumId: string) => readonly RecipePart[] | undefined) | undefined;
  readonly system: UnitSystem;
  /** Asked now and then whether to go on. */
  readonly mayGoOn?: (() => boolean) | undefined;
};

const NO_PARTS = (): undefined => undefined;
const rank = (grade: Grade): number => GRADES.indexOf(grade);

/**
 * The smallest changes that turn what one of those living in a setup is told: to what suits where that can be had, else
 * from what does not suit to what needs care. No change makes it worse for another. Those of different kinds are found
 * apart, the least first.
 */
export function mend(asked: MendAsked): Mended {
  const { setup, medium, occupants, occupancyId } = asked;
  let tried = 0;
  const judge = (changed: Setup, mix?: MixStep): readonly Verdict[] | undefined => {
    tried++;
    const known: MediumLookup = mix ? (id) => (id === mix.made.id ? mix.made : medium(id)) : medium;
    return judgedWhole(changed, known, occupants, coarseCellCm(changed));
  };
  const before = judge(setup);
  const mine = before?.find(({ occupancy }) => occupancy.id === occupancyId);
  const familiesFor = (of: Setup): readonly Family[] => {
    const states = statesOf(of, medium, coarseCellCm(of));
    const occupant = mine?.occupant;
    return states && occupant
      ? familiesOf({
          setup: of,
          medium,
          system: asked.system,
          states,
          occupant,
          occupancyId,
          soils: asked.soils,
          partsOf: asked.partsOf ?? NO_PARTS,
        })
      : [];
  };
  if (!before || !mine?.occupant || rank(mine.grade) >= rank("unknown")) return { found: [], stoppedBy: [], tried };

  const missed = missedBy(mine);
  const goals: readonly Grade[] = mine.grade === "unsuited" ? ["suits", "care"] : ["suits"];
  /** What it comes to, where it harms no other. */
  const outcome = (step: Step): Verdict | undefined => {
    const after = judge(step.setup, step.mix);
    if (!after) return undefined;
    const harms = before.some(({ occupancy, grade }) => {
      if (occupancy.id === occupancyId) return false;
      const other = after.find((one) => one.occupancy.id === occupancy.id);
      return other !== undefined && rank(other.grade) < rank(grade);
    });
    return harms ? undefined : after.find(({ occupancy }) => occupancy.id === occupancyId);
  };
  const mayGoOn = asked.mayGoOn ?? (() => true);

  /** The least of a family's steps for each goal, and the one that leaves the least missed. */
  const search = (family: Family): { readonly found: Map<Grade, Mending>; readonly nearest: Near | undefined } => {
    const found = new Map<Grade, Mending>();
    let nearest: Near | undefined;
    const take = (step: Step, becomes: Grade): Mending => ({ families: [family.id], ...step, becomes });
    for (const [i, step] of family.steps.entries()) {
      if (!mayGoOn()) break;
      const verdict = outcome(step);
      if (!verdict) continue;
      const left = missedBy(verdict).length;
      // what is to be mixed first is a second change, never a first
      if (step.mix === undefined && (!nearest || left < nearest.left)) nearest = { step, left, family };
      for (const goal of goals) {
        if (rank(verdict.grade) < rank(goal) || found.has(goal)) continue;
        found.set(goal, take(narrowed(family, i, step, goal), goal));
      }
      if (found.has("suits")) break;
    }
    return { found, nearest };
  };
  /** A step of a degree between the last that did not do and the first that did. */
  const narrowed = (family: Family, i: number, step: Step, goal: Grade): Step => {
    const { degrees, between } = family;
    if (!degrees || !between) return step;
    let [low, high, best] = [degrees[i]!, degrees[i + 1]!, step];
    for (let halved = 0; halved < BISECTIONS && mayGoOn(); halved++) {
      const middle = between(low, high);
      const degree = Math.round(((low + high) / 2) * 10) / 10;
      if (!middle || degree === low || degree === high) break;
      const verdict = outcome(middle);
      if (verdict && rank(verdict.grade) >= rank(goal)) {
        best = middle;
        high = degree;
      } else low = degree;
    }
    return best;
  };

  const relevant = familiesFor(setup).filter(({ turns }) => turns.some((limit) => missed.includes(limit)));
  const searched = relevant.map(search);
  // what makes it suit, and of the other kinds what at least no longer makes it fail
  const single = searched.map(({ found }) => goals.flatMap((goal) => found.get(goal) ?? [])[0]);
  if (single.some((one) => one !== undefined))
    return { found: least(single.flatMap((one) => one ?? [])), stoppedBy: [], tried };
  // two together: the nearest of each, and what is still missed turned by another
  const firsts = searched
    .flatMap(({ nearest }) => (nearest && nearest.left < missed.length ? [nearest] : []))
    .sort((a, b) => a.left - b.left || a.step.effort - b.step.effort)
    .slice(0, MOST_FIRSTS);
  const seconds = firsts.flatMap((first) =>
    familiesFor(first.step.setup)
      .filter((second) => second.id !== first.family.id && second.turns.some((limit) => missed.includes(limit)))
      .map((second) => ({ first, found: search(second).found })),
  );
  for (const goal of goals) {
    const pairs = seconds.flatMap(({ first: { step, family }, found }) => {
      const second = found.get(goal);
      if (!second) return [];
      const label = `${step.label}; and ${lowerFirst(second.label)}`;
      return [{ ...second, families: [family.id, ...second.families], label, effort: step.effort + second.effort }];
    });
    if (pairs.length > 0) return { found: least(pairs), stoppedBy: [], tried };
  }
  return { found: [], stoppedBy: missed, tried };
}

type Near = { readonly step: Step; readonly left: number; readonly family: Family };

/** Limits a verdict misses, or only nearly meets. */
const missedBy = ({ findings }: Verdict): readonly Limit[] => [
  ...new Set(findings.filter(({ grade }) => grade === "unsuited" || grade === "care").map(({ limit }) => limit)),
];

/** The least of each kind, the least first. */
function least(found: readonly Mending[]): readonly Mending[] {
  const kinds = new Map<string, Mending>();
  for (const one of [...found].sort((a, b) => a.effort - b.effort)) {
    const kind = [...one.families].sort().join("+");
    if (!kinds.has(kind)) kinds.set(kind, one);
  }
  return [...kinds.values()].slice(0, MOST_FOUND);
}
