import { type Setup } from "../stack/setup";
import { drainsAfterSoaking, drainsAtCm, openingsOf, rootZoneCm, soakedLevelCm } from "../stack/geometry";
import type { Column } from "../water/column";
import { atMonth } from "../demand/here";
import { branchOf, historyOf } from "../water/branch";
import { budgetOf } from "../water/budget";
import { equilibriumAtWaterTable } from "../water/equilibrium";
import { fallingNetwork } from "../water/falling";
import { ROOT_LIMIT_PSI_CM } from "../water/limits";
import { openWaterCm3, type Network } from "../water/network";
import { heightProfile, readAt, type HeightProfile } from "../water/profile";
import { profileOfSettled, type ColumnState, type Settled } from "../water/settle";
import { levelForFlow } from "../water/steady-rise";
import type { CalendarDate } from "../units/calendar-date";
import type { Moment, MomentKind } from "./verdict";

/** A moment that matters, read along the height. */
export type WaterState = {
  readonly moment: Moment;
  readonly profile: HeightProfile;
  readonly waterTableCm: number;
};

/**
 * The moments between one watering and the next, and how long it takes from one to the other. What roots draw from a
 * soil is reckoned as drawn from all of it alike, so that it comes to rest again: an estimate that is good for days, not
 * for hours.
 */
export type WaterStates = {
  /** Full, or a day after a soaking; the wettest that lasts. */
  readonly watered: WaterState;
  /** As it is said to stand, or will in the end. */
  readonly settled: WaterState;
  /** At the refill mark; undefined without a reservoir that has one. */
  readonly mark: WaterState | undefined;
  /** Before it is next watered, where a rhythm is said. */
  readonly driest: WaterState | undefined;
  /** Whether water is kept, in a reservoir or under a lid, so that the settled state lasts. */
  readonly lasting: boolean;
  readonly column: Column;
  readonly network: Network;
  /** Lowest level, as full. [cm] */
  readonly fullCm: number;
  readonly levelCm: number;
  readonly markCm: number | undefined;
  /** Days from the watered state until free water, thought on under the base, stands at a level. */
  readonly daysUntil: (levelCm: number) => number;
  /**
   * The lowest level from which the usual demand still rises to a height at a suction, thought on under the base where
   * even the last of the water does; −Infinity where nothing is asked, undefined where no level under that height does.
   */
  readonly levelKeeping: (heightCm: number, suctionCm: number) => number | undefined;
  readonly everyDays: number | null;
  /** The same of a month of its year, from 0; undefined where what a day takes is no matter of months. */
  readonly inMonth: (month: number) => { readonly setup: Setup; readonly states: WaterStates } | undefined;
};

/**
 * @param settled the setup's own settled state
 * @param day     the same a day after a soaking, for one that drains; without it the settled state stands in for it
 * @param on      the day of a season it is about, or its month from 0; without it, any day
 */
export function waterStates(
  setup: Setup,
  settled: Settled,
  day?: ColumnState,
  on?: CalendarDate | { readonly month: number },
): WaterStates {
  const { network, column } = settled;
  const drains = drainsAfterSoaking(setup);
  const { water } = setup;
  const levelCm = settled.equilibrium.waterTableCm;
  const brimCm = Math.min(drainsAtCm(setup) ?? setup.vessel.insideDepthCm, setup.vessel.insideDepthCm);
  const fullCm =
    // a reservoir is filled until it runs over; a tray, and what has no overflow, to where it is said to stand
    water.by === "level" && drainsAtCm(setup) !== undefined && !openingsOf(setup).baseIsOpen
      ? Math.max(levelCm, brimCm)
      : levelCm;
  const falling = fallingNetwork(network, branchOf(historyOf(setup)), fullCm);
  const budget = budgetOf(setup, falling);
  const momentOf = (kind: MomentKind): Moment =>
    !on ? { kind } : "year" in on ? { kind, on } : { kind, month: on.month };
  const at = (kind: MomentKind, level: number): WaterState => {
    const profile = heightProfile(column, equilibriumAtWaterTable(falling.column, level));
    return { moment: momentOf(kind), waterTableCm: level, profile };
  };
  const own = (kind: MomentKind): WaterState => ({
    moment: momentOf(kind),
    waterTableCm: levelCm,
    profile: profileOfSettled(settled),
  });
  const watered: WaterState =
    drains && day
      ? {
          moment: momentOf("watered"),
          waterTableCm: day.waterTableCm,
          profile: profileOfSettled({ ...settled, equilibrium: day }),
        }
      : fullCm > levelCm + 0.05 && setup.history !== "dry"
        ? at("watered", fullCm)
        : own("watered");
  const startCm3 = drains && day ? day.storedCm3 + openWaterCm3(network, day.waterTableCm) : budget.heldCm3(fullCm);
  const daysUntil = (level: number): number => budget.daysUntil(startCm3, level);

  const roots = rootZoneCm(setup);
  const hasReservoir = water.by === "level" || (drains && soakedLevelCm(setup) > 0);
  const levelKeeping = (heightCm: number, suctionCm: number): number | undefined => {
    const risesCm3PerHour = budget.risesPerDayCm3 / 24;
    if (!(risesCm3PerHour > 0)) return -Infinity;
    if (!(suctionCm > 0) || heightCm <= column.baseCm) return undefined;
    return (
      levelForFlow(falling.column, risesCm3PerHour, Math.min(heightCm, column.heightCm), -suctionCm) ??
      // the last of the water still rises fast enough; then the soil gives of its own, as if the level went on falling
      Math.min(column.baseCm, heightCm - suctionCm)
    );
  };
  const markCm = hasReservoir && roots ? levelKeeping((roots.fromCm + roots.toCm) / 2, -ROOT_LIMIT_PSI_CM) : undefined;
  const hasMark = markCm !== undefined && markCm > column.baseCm && markCm < fullCm;
  const everyDays = setup.wateredEveryDays;
  const driestCm = everyDays === null ? undefined : budget.levelAfterCm(startCm3, everyDays);
  return {
    watered,
    settled: own("settled"),
    mark: hasMark ? at("mark", markCm) : undefined,
    driest: driestCm === undefined ? undefined : at("driest", driestCm),
    lasting: hasReservoir || water.by === "volume",
    column,
    network,
    fullCm,
    levelCm,
    markCm: hasMark ? markCm : undefined,
    daysUntil,
    levelKeeping,
    everyDays,
    inMonth(month) {
      const { here } = setup;
      if (!here || setup.demand.by !== "place") return undefined;
      const then: Setup = { ...setup, here: { ...here, ...atMonth(month) } };
      return { setup: then, states: waterStates(then, settled, day, { month }) };
    },
  };
}

/** Suction at a height; 0 under free water. [cm] */
export function suctionAtCm(profile: HeightProfile, heightCm: number): number {
  const top = profile.zCm.at(-1)!;
  const found = readAt(profile, Math.min(Math.max(heightCm, profile.zCm[0]!), top));
  return found ? Math.max(0, -found.psiCm) : 0;
}

/** The points of a profile that lie in a run of layers. */
export type Stretch = { readonly first: number; readonly last: number };
export const stretchOf = ({ firstPoint }: HeightProfile, firstLayer: number, lastLayer: number): Stretch => ({
  first: firstPoint[firstLayer]!,
  last: firstPoint[lastLayer + 1]! - 1,
});

/**
 * How far down from the top of a stretch all of it keeps two limits: an air space at least, and a suction not wetter
 * than another. [cm]
 */
export function roomDownCm(
  { zCm, airSpace, psiCm }: HeightProfile,
  { first, last }: Stretch,
  leastAirSpace: number,
  wettestSuctionCm: number,
): number {
  const air = depthUntil(zCm, first, last, (i) => airSpace[i]! - leastAirSpace);
  return Math.min(
    air,
    depthUntil(zCm, first, last, (i) => -psiCm[i]! - wettestSuctionCm),
  );
}
/** A limit is met by what misses it by rounding alone. */
const ROUNDING = 1e-9;

/** How far down from the last point a measure stays at 0 or over, found between two points. [cm] */
function depthUntil(zCm: Float64Array, first: number, last: number, inside: (i: number) => number): number {
  if (inside(last) < -ROUNDING) return 0;
  for (let i = last; i > first; i--) {
    const [here, below] = [Math.max(0, inside(i)), inside(i - 1)];
    if (below < -ROUNDING) return zCm[last]! - zCm[i]! + (here / (here - below)) * (zCm[i]! - zCm[i - 1]!);
  }
  return zCm[last]! - zCm[first]!;
}

/** Mean of the air space over the upper so many cm of a stretch. */
export function meanAirDown({ zCm, airSpace }: HeightProfile, { first, last }: Stretch, depthCm: number): number {
  const fromCm = zCm[last]! - depthCm;
  let sum = 0;
  let height = 0;
  for (let i = first; i < last; i++) {
    const low = Math.max(zCm[i]!, fromCm);
    const high = zCm[i + 1]!;
    if (high <= low) continue;
    sum += ((airSpace[i]! + airSpace[i + 1]!) / 2) * (high - low);
    height += high - low;
  }
  return height > 0 ? sum / height : airSpace[last]!;
}
