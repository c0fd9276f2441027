import type { RecipePart } from "../mixing/recipe";
import type { Occupant, OccupantLookup } from "../occupants/occupant";
import { withSaidDemand } from "../stack/edit";
import type { Setup } from "../stack/setup";
import type { UnitSystem } from "../units/units";
import { demandMmPerDay } from "../water/losses";
import type { MediumLookup } from "../water/network";
import { familiesOf } from "./changes";
import type { Family, FamilyId, MixStep, Step } from "./family";
import { atRest, coarseCellCm, type AtRest } from "./judge";
import { waterStates } from "./states";
import { GRADES, type Grade, type Limit, type Verdict } from "./verdict";
import { verdictsOf } from "./verdicts";
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
/** No two are looked for any more once so many changes were judged: a grower has waited long enough. */
const MOST_TRIED = 240;
const NONE_FOUND: ReadonlyMap<Grade, Mending> = new Map();

export type MendAsked = {
  readonly setup: Setup;
  readonly medium: MediumLookup;
  readonly occupants: OccupantLookup;
  readonly occupancyId: string;
  readonly soils: readonly string[];
  /** Kinds that may live there instead; without them none is named. */
  readonly kinds?: readonly Occupant[] | undefined;
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
  const { setup, medium, occupants, occupancyId, mayGoOn = () => true } = asked;
  let tried = 0;
  const atRestBy = new Map<string, AtRest | undefined>();
  /** Its water is followed once for all changes that leave it as it is. */
  const rested = (of: Setup, mix?: MixStep): AtRest | undefined => {
    const { occupants: _lives, site: _place, name: _name, ...holds } = of;
    const key = JSON.stringify([holds, mix?.name]);
    if (!atRestBy.has(key)) atRestBy.set(key, atRest(of, knowing(mix), coarseCellCm(of)));
    return atRestBy.get(key);
  };
  const knowing = (mix?: MixStep): MediumLookup =>
    mix ? (id) => (id === mix.made.id ? mix.made : medium(id)) : medium;
  const judge = (changed: Setup, mix?: MixStep): readonly Verdict[] | undefined => {
    tried++;
    const rest = rested(changed, mix);
    return rest && verdictsOf(changed, knowing(mix), occupants, waterStates(changed, rest.settled, rest.day));
  };
  /** Whether it is not refused in a cool month, nor in a hot one. */
  const standsTheYear = ({ setup: changed, mix }: Step): boolean => {
    const rest = rested(changed, mix);
    return (
      rest !== undefined &&
      SEASONS.every((factor) => {
        const then = withSaidDemand(changed, factor * demandMmPerDay(changed));
        const verdicts = verdictsOf(then, knowing(mix), occupants, waterStates(then, rest.settled, rest.day));
        return mineIn(verdicts, occupancyId)?.grade !== "unsuited";
      })
    );
  };
  const before = judge(setup);
  const mine = before && mineIn(before, occupancyId);
  if (!before || !mine?.occupant || rank(mine.grade) >= rank("unknown")) return { found: [], stoppedBy: [], tried };
  const { occupant } = mine;
  const familiesFor = (of: Setup): readonly Family[] => {
    const rest = rested(of);
    return rest
      ? familiesOf({
          setup: of,
          medium,
          system: asked.system,
          states: waterStates(of, rest.settled, rest.day),
          occupant,
          occupancyId,
          soils: asked.soils,
          nameOf: (id) => nameIn(before, id),
          kinds: asked.kinds ?? [],
          partsOf: asked.partsOf ?? NO_PARTS,
        })
      : [];
  };

  const missed = missedBy(mine);
  const goals: readonly Grade[] = mine.grade === "unsuited" ? ["suits", "care"] : ["suits"];
  /** What it comes to, where it harms no other. */
  const outcome = (step: Step): Verdict | undefined => {
    const after = judge(step.setup, step.mix);
    if (!after) return undefined;
    const harms = before.some(({ occupancy, grade }) => {
      if (occupancy.id === occupancyId) return false;
      const other = mineIn(after, occupancy.id);
      return other !== undefined && rank(other.grade) < rank(grade);
    });
    return harms ? undefined : mineIn(after, occupancyId);
  };

  /** The least of a family's steps for each goal, and the one that leaves the least missed. */
  const search = (family: Family, limits: readonly Limit[]): Searched => {
    const found = new Map<Grade, Mending>();
    let nearest: Near | undefined;
    const take = (step: Step, becomes: Grade): Mending => ({ families: [family.id], ...step, becomes });
    for (const [i, step] of family.steps.entries()) {
      if (!mayGoOn()) break;
      const verdict = outcome(step);
      if (!verdict) continue;
      const left = missedBy(verdict);
      const turned = limits.filter((limit) => !left.includes(limit)).length;
      // what is to be mixed first is a second change, never a first
      if (step.mix === undefined && turned > 0 && (!nearest || left.length < nearest.left.length))
        nearest = { step, left, family };
      for (const goal of goals) {
        if (rank(verdict.grade) < rank(goal) || found.has(goal) || !standsTheYear(step)) continue;
        found.set(goal, take(narrowed(family, i, step, goal), goal));
      }
      if (found.has("suits")) break;
      // one of its like is one, whichever: the first that does is as good as the next
      if (family.id === "another-kind" && found.size > 0) break;
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
      if (verdict && rank(verdict.grade) >= rank(goal) && standsTheYear(middle)) {
        best = middle;
        high = degree;
      } else low = degree;
    }
    return best;
  };

  const relevant = familiesFor(setup).filter(({ turns }) => turns.some((limit) => missed.includes(limit)));
  const isLast = ({ id }: Family): boolean => id === "another-kind";
  const searched = relevant.filter((family) => !isLast(family)).map((family) => search(family, missed));
  const lastResort = (): Mending[] =>
    relevant.filter(isLast).flatMap((family) => ofGoals(search(family, missed).found, goals));
  // what makes it suit, and of the other kinds what at least no longer makes it fail
  const single = searched.flatMap(({ found }) => ofGoals(found, goals));
  if (single.length > 0)
    return { found: least(single.length < MOST_FOUND ? [...single, ...lastResort()] : single), stoppedBy: [], tried };
  // two together: the nearest of each, and what is still missed turned by another
  const firsts = searched
    .flatMap(({ nearest }) => (nearest && nearest.left.length <= missed.length ? [nearest] : []))
    .sort((a, b) => a.left.length - b.left.length || a.step.effort - b.step.effort)
    .slice(0, MOST_FIRSTS);
  const seconds = firsts.flatMap((first) =>
    familiesFor(first.step.setup)
      .filter((second) => second.id !== first.family.id && !isLast(second))
      .filter(({ turns }) => turns.some((limit) => first.left.includes(limit)))
      .map((second) => ({ first, found: tried < MOST_TRIED ? search(second, first.left).found : NONE_FOUND })),
  );
  for (const goal of goals) {
    const pairs = seconds.flatMap(({ first: { step, family }, found }) => {
      const second = found.get(goal);
      if (!second) return [];
      const label = `${step.label}; and ${lowerFirst(second.label)}`;
      return [{ ...second, families: [family.id, ...second.families], label, effort: step.effort + second.effort }];
    });
    if (pairs.length > 0) return { found: least([...pairs, ...lastResort()]), stoppedBy: [], tried };
  }
  const others = lastResort();
  return others.length > 0 ? { found: least(others), stoppedBy: [], tried } : { found: [], stoppedBy: missed, tried };
}
/** A cool month's demand, and a hot one's, of the usual day's that is reckoned with. Judged. */
const SEASONS = [0.5, 1.6] as const;

const mineIn = (verdicts: readonly Verdict[], id: string): Verdict | undefined =>
  verdicts.find(({ occupancy }) => occupancy.id === id);
const nameIn = (verdicts: readonly Verdict[], id: string): string =>
  mineIn(verdicts, id)?.occupant?.name.toLowerCase().split(",")[0] ?? "other";
/** The best that was found, of the goals in their order. */
const ofGoals = (found: ReadonlyMap<Grade, Mending>, goals: readonly Grade[]): Mending[] =>
  goals.flatMap((goal) => found.get(goal) ?? []).slice(0, 1);

type Searched = { readonly found: ReadonlyMap<Grade, Mending>; readonly nearest: Near | undefined };
type Near = { readonly step: Step; readonly left: readonly Limit[]; readonly family: Family };

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
