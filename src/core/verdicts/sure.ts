import { DRAWS } from "../media/draws";
import type { OccupantLookup } from "../occupants/occupant";
import type { Setup } from "../stack/setup";
import type { MediumLookup } from "../water/network";
import { kindsOfOne, mediaOfOne, placeOfOne } from "./drawn";
import { coarseCellCm, judgedWhole } from "./judge";
import { GRADES, type Grade, type Limit } from "./verdict";

/**
 * How sure verdicts are: the same setup made many times, each with media as one bag of each may be, light as one such
 * place may have and each kind as one of it may bear, and judged. So many
 * pots of ten are told what.
 */
export type GradeCounts = Readonly<Record<Grade, number>>;
export type Sureness = {
  readonly draws: number;
  readonly of: readonly {
    readonly occupancyId: string;
    readonly grades: GradeCounts;
    /** Of each limit, how often it was missed or nearly so. */
    readonly limits: readonly { readonly limit: Limit; readonly grades: GradeCounts }[];
  }[];
};

const noCounts = (): Record<Grade, number> => ({ unsuited: 0, care: 0, unknown: 0, suits: 0 });

/**
 * Judges a setup as one of many such may be.
 * @param from, to which of the draws, `to` not among them: parts of the whole can be counted apart and added
 */
export function surenessOf(
  setup: Setup,
  medium: MediumLookup,
  occupants: OccupantLookup,
  from = 0,
  to = DRAWS,
): Sureness {
  const counted = new Map<string, { grades: Record<Grade, number>; limits: Map<Limit, Record<Grade, number>> }>();
  let draws = 0;
  for (let index = from; index < to; index++) {
    const verdicts = judgedWhole(
      placeOfOne(setup, index),
      mediaOfOne(medium, index),
      kindsOfOne(occupants, index),
      coarseCellCm(setup),
    );
    if (!verdicts) continue;
    draws++;
    for (const { occupancy, grade, findings } of verdicts) {
      const of = counted.get(occupancy.id) ?? { grades: noCounts(), limits: new Map<Limit, Record<Grade, number>>() };
      counted.set(occupancy.id, of);
      of.grades[grade]++;
      for (const { limit, grade: one } of findings) {
        const counts = of.limits.get(limit) ?? noCounts();
        of.limits.set(limit, counts);
        counts[one]++;
      }
    }
  }
  return {
    draws,
    of: [...counted].map(([occupancyId, { grades, limits }]) => ({
      occupancyId,
      grades,
      limits: [...limits].map(([limit, counts]) => ({ limit, grades: counts })),
    })),
  };
}

/** Parts counted apart, as one. */
export function addedSureness(parts: readonly Sureness[]): Sureness {
  const add = (a: GradeCounts, b: GradeCounts): GradeCounts => {
    const sum = noCounts();
    for (const grade of GRADES) sum[grade] = a[grade] + b[grade];
    return sum;
  };
  const ids = [...new Set(parts.flatMap(({ of }) => of.map(({ occupancyId }) => occupancyId)))];
  return {
    draws: parts.reduce((sum, { draws }) => sum + draws, 0),
    of: ids.map((occupancyId) => {
      const mine = parts.flatMap(({ of }) => of.filter((one) => one.occupancyId === occupancyId));
      const limits = [...new Set(mine.flatMap((one) => one.limits.map(({ limit }) => limit)))];
      return {
        occupancyId,
        grades: mine.reduce((sum, { grades }) => add(sum, grades), noCounts() as GradeCounts),
        limits: limits.map((limit) => ({
          limit,
          grades: mine
            .flatMap((one) => one.limits.filter((each) => each.limit === limit))
            .reduce((sum, { grades }) => add(sum, grades), noCounts() as GradeCounts),
        })),
      };
    }),
  };
}
