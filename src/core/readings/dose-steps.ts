import type { Setup } from "../stack/setup";
import type { Result } from "../units/problem";
import { whenSound } from "../water/checked";
import { settle, type MediumLookup, type Settled } from "../water/settle";
import { readDose, readSettled, topOfZones } from "./readings";

/** What a hand pours at once, by what is in there: a syringe into a jar, a jug into a tank. [cm³] */
const POURED: readonly (readonly [under: number, step: number])[] = [
  [1000, 10],
  [5000, 50],
  [20_000, 100],
  [Infinity, 500],
];
/** In what steps a dose is poured into a vessel that holds so much water. [cm³] */
export const doseStepCm3 = (storedCm3: number): number => POURED.find(([under]) => storedCm3 < under)![1];

/** What the wet zone is once so much more water is in a sealed vessel. */
export type DoseStep = {
  readonly addedCm3: number;
  readonly waterTableCm: number;
  readonly waterloggedTopCm: number;
  readonly rootsMeanAirSpace: number | undefined;
  /** What happens at this dose, if it is one of the two that matter. */
  readonly event: "stands-at-base" | "stands-at-roots" | undefined;
};

/**
 * The steps ahead of a dosed vessel: the next few, and the doses at which water first stands at the base and in the
 * rooted layers.
 */
export function doseSteps(setup: Setup, medium: MediumLookup, steps = 6): DoseStep[] {
  const { water } = setup;
  const settledOf = (one: Setup): Result<Settled> => whenSound(one, medium, (sound) => settle(sound, medium));
  const now = settledOf(setup);
  if (water.by !== "volume" || !now.ok) return [];
  const { untilBaseCm3, untilRootsCm3 } = readDose(setup, now.value);
  const step = doseStepCm3(water.storedCm3);
  const doses = new Map<number, DoseStep["event"]>(Array.from({ length: steps + 1 }, (_, i) => [i * step, undefined]));
  if (untilBaseCm3 > 0) doses.set(untilBaseCm3, "stands-at-base");
  if (untilRootsCm3 !== undefined && untilRootsCm3 > 0) doses.set(untilRootsCm3, "stands-at-roots");
  return [...doses]
    .sort(([a], [b]) => a - b)
    .flatMap(([addedCm3, event]) => {
      const dosed = { ...setup, water: { ...water, storedCm3: water.storedCm3 + addedCm3 } };
      const settled = settledOf(dosed);
      if (!settled.ok) return [];
      const { waterTableCm, waterlogged, rootZone } = readSettled(dosed, settled.value, medium);
      return [
        {
          addedCm3,
          waterTableCm,
          waterloggedTopCm: topOfZones(waterlogged),
          rootsMeanAirSpace: rootZone?.meanAirSpace,
          event,
        },
      ];
    });
}
