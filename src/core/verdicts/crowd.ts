import type { Range } from "../units/range";
import type { OccupantLookup, Plant } from "../occupants/occupant";
import { type Setup } from "../stack/setup";
import { rootZoneCm } from "../stack/geometry";
import { MOST_LEAVES } from "../readings/supply-sentences";
import { demandMmPerDay, monthHere } from "../water/losses";
import { mouthCm2 } from "../water/network";
import { groundAt, howManyFit } from "./plant-soil";

/** How many of a kind fit, and what the leaves of all that grow here cost in water. */
export type Crowd = {
  readonly occupancyId: string;
  readonly count: number;
  readonly fits: Range;
  /** Leaves of all plants over the vessel's mouth, grown up; over 1 they reach beyond it. */
  readonly leavesOverMouth: number;
  /**
   * A usual day of such leaves: where the day that is reckoned with is said, it is of leaves as wide as the mouth; where
   * it follows from the place, it knows how wide they are. [mm/day]
   */
  readonly demandMmPerDay: number;
};

/** How the leaves of one plant cover: an ellipse, and not all of it. */
const COVERED = Math.PI / 4;

/** For each plant that lives in a setup. */
export function crowdsOf(setup: Setup, occupants: OccupantLookup): readonly Crowd[] {
  const roots = rootZoneCm(setup);
  const ground = groundAt(setup, roots?.toCm ?? Infinity);
  const plants = setup.occupants.flatMap(({ id, occupantId, count }) => {
    const found = occupants(occupantId);
    return found?.life === "plant" ? [{ id, count, found }] : [];
  });
  const leavesOverMouth = plants.reduce((sum, { found, count }) => sum + count * leavesCm2(found), 0) / mouthCm2(setup);
  return plants.map(({ id, count, found }) => ({
    occupancyId: id,
    count,
    fits: howManyFit(found, ground),
    leavesOverMouth,
    demandMmPerDay:
      demandMmPerDay(setup) * (monthHere(setup) ? 1 : Math.min(MOST_LEAVES, Math.max(1, leavesOverMouth))),
  }));
}

const leavesCm2 = ({ spreadCm }: Plant): number => COVERED * spreadCm.typical ** 2;
