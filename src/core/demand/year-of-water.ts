import type { OccupantLookup } from "../occupants/occupant";
import { ROOT_LIMIT_PSI_CM } from "../water/limits";
import type { Here, Setup } from "../stack/setup";
import { boundariesCm, soakedLevelCm, drainsAfterSoaking, drainsAtCm, rootZoneCm } from "../stack/geometry";
import { phLift, sitesMeqPerLitre } from "../mixing/amendments";
import { siteOf } from "../stack/site";
import { volumeBetweenCm3 } from "../vessel/area-by-height";
import { vesselArea } from "../vessel/vessel";
import { fixtureOf } from "../stack/fixtures";
import { failed, ok, problem, type Result } from "../units/problem";
import type { Range } from "../units/range";
import { daysInMonth } from "../place/day-in-year";
import { branchOf, historyOf } from "../water/branch";
import { budgetOf, type Budget } from "../water/budget";
import type { CheckedSetup } from "../water/checked";
import { atMonth } from "./here";
import { saltsOf, WATERED_THROUGH, type MonthOfSalts } from "./salts";
import { fallingNetwork } from "../water/falling";
import { belowWaterCm3, mouthCm2, networkOf, type MediumLookup, type Network } from "../water/network";
import { fullLevelCm, refillMark, wickingOf, type RefillMark } from "../water/refill-mark";

/** What a setup's water does in each month of a year where it stands: what is taken, how long it lasts, what falls in. */
export type MonthOfWater = {
  /** All that a day takes while there is water: mouth, wall and tray. [cm³] */
  readonly takesCm3: Range;
  /** With a reservoir: the level to refill at, and how long it lasts from full to there. */
  readonly fill: { readonly mark: RefillMark; readonly usableCm3: number; readonly days: Range } | undefined;
  /** Of a drained one: from a soaking until its roots reach their dry limit. [days] */
  readonly betweenDays: Range | undefined;
  /** In all. [cm³] */
  readonly rainCm3: Range;
  /** Until the air and what drinks have emptied a tray that is full. [h] */
  readonly trayHours: Range | undefined;
};
export type YearOfWater = {
  readonly months: readonly MonthOfWater[];
  /** A mean day of the five hottest in a row. [cm³] */
  readonly heatWaveCm3: Range;
  /** What soil and store hold when full. [cm³] */
  readonly heldFullCm3: number;
  /** Two years of salts, from its first fill; undefined where nobody said what is dissolved in its water. */
  readonly salts: readonly MonthOfSalts[] | undefined;
  /** Water given in a year beside rain. [cm³] */
  readonly givenCm3: number;
  /** How far the alkalinity of what is given lifts the pH of the rooted soil in a year; undefined where it is not said. */
  readonly limePerYear: Range | undefined;
  /** The least that any who live there bear in their water; Infinity where nobody is named. [mg/L] */
  readonly mostWaterMgPerL: number;
};

/** What those that live there ask of their water. */
export type Wants = { readonly drySuctionCm: number; readonly mostWaterMgPerL: number };
export function wantsOf(setup: Pick<Setup, "occupants">, lookup: OccupantLookup): Wants {
  const most = setup.occupants.flatMap(({ occupantId }) => {
    const found = lookup(occupantId);
    return found?.life === "plant" ? [found.mostWaterPpm.typical] : [];
  });
  return { drySuctionCm: drySuctionOf(setup, lookup), mostWaterMgPerL: Math.min(Infinity, ...most) };
}

/** A milliequivalent of alkalinity weighs so much as CaCO₃. [mg] */
const CACO3_MG_PER_MEQ = 50;

const YEARS_OF_SALTS = 2;

/** Where nobody is named who lives there: the end of the soil's buffer (de Boodt & Verdonck 1972). [cm] */
const USUAL_DRY_SUCTION_CM = -ROOT_LIMIT_PSI_CM;

/** The suction at which the first of those that live there wants water. [cm] */
function drySuctionOf({ occupants }: Pick<Setup, "occupants">, lookup: OccupantLookup): number {
  const limits = occupants.flatMap(({ occupantId }) => {
    const found = lookup(occupantId);
    return found?.life === "plant" ? [found.driestSuctionCm.typical] : [];
  });
  return limits.length > 0 ? Math.min(...limits) : USUAL_DRY_SUCTION_CM;
}

const asIf = (setup: CheckedSetup, here: Here, month: number): CheckedSetup => ({
  ...setup,
  here: { ...here, ...atMonth(month) },
});

/**
 * @param wants  of those that live there
 * Fails with "no-place" where nothing is known of its place, or with what keeps its column from being made.
 */
export function yearOfWater(
  setup: CheckedSetup,
  medium: MediumLookup,
  { drySuctionCm, mostWaterMgPerL }: Wants,
): Result<YearOfWater> {
  const { here } = setup;
  if (!here) return failed(problem("places", "no-place", "It stands at no place yet."));
  const branch = branchOf(historyOf(setup));
  const made = networkOf(setup, medium, branch);
  if (!made.ok) return made;
  const lasts = lastingOf(setup, made.value, drySuctionCm);
  const tray = fixtureOf(setup, "tray");
  const months = here.months.map((of, month): MonthOfWater => {
    const then = asIf(setup, here, month);
    const budget = budgetOf(then, lasts.network);
    const takes = budget.takesPerDayCm3(lasts.fullCm);
    // what is said stays the same all year; what follows from the place has its range
    const off = setup.demand.by === "place" ? factorsOf(of.mmPerDay) : SURE;
    const trayCm3 =
      tray && made.value.below?.made.includes("tray") ? belowWaterCm3(made.value.below, lasts.fullCm) : undefined;
    return {
      takesCm3: times(takes, off),
      ...lasts.of(then, budget, off),
      rainCm3: times(mouthCm2(setup) / 10, of.rainMm),
      trayHours: trayCm3 === undefined || !(takes > 0) ? undefined : over(24 * (trayCm3 / takes), off),
    };
  });
  const hottest = asIf(setup, here, here.heatWaveMonth);
  const perMm = takesPerMm(hottest, lasts.network, lasts.fullCm);
  const { waterPpm } = siteOf(setup);
  const givenCm3 = months.reduce(
    (sum, { takesCm3, rainCm3 }, month) => sum + Math.max(0, takesCm3.typical * daysInMonth(month) - rainCm3.typical),
    0,
  );
  const heldFullCm3 = budgetOf(setup, lasts.network).heldCm3(lasts.fullCm);
  return ok({
    months,
    heatWaveCm3: times(perMm, here.heatWaveMm),
    heldFullCm3,
    givenCm3,
    mostWaterMgPerL,
    limePerYear:
      here.tapAlkalinityMgPerL === null
        ? undefined
        : phLift((here.tapAlkalinityMgPerL / CACO3_MG_PER_MEQ) * (givenCm3 / 1000), sitesOf(setup, medium)),
    salts:
      waterPpm === null
        ? undefined
        : saltsOf(
            {
              takesCm3PerDay: months.map(({ takesCm3 }) => takesCm3.typical),
              rainCm3: months.map(({ rainCm3 }) => rainCm3.typical),
              waterMgPerL: waterPpm,
              heldCm3: heldFullCm3,
              runsOut: drainsAtCm(setup) !== undefined,
              givenThrough: setup.water.by === "soaking" ? WATERED_THROUGH : 0,
            },
            YEARS_OF_SALTS,
          ),
  });
}

/** What the rooted soil can exchange. [meq] */
function sitesOf(setup: Setup, medium: MediumLookup): number {
  const heights = boundariesCm(setup);
  const inside = vesselArea(setup.vessel);
  return setup.layers.reduce((sum, { mediumId, rooted }, i) => {
    const found = medium(mediumId);
    if (!rooted || !found) return sum;
    const litres = volumeBetweenCm3(inside, heights[i]!, heights[i + 1]!) / 1000;
    return sum + litres * sitesMeqPerLitre(found);
  }, 0);
}

const SURE: Range = { low: 1, typical: 1, high: 1 };
const factorsOf = ({ low, typical, high }: Range): Range =>
  typical > 0 ? { low: low / typical, typical: 1, high: high / typical } : SURE;
const times = (value: number, { low, typical, high }: Range): Range => ({
  low: value * low,
  typical: value * typical,
  high: value * high,
});
/** What is the shorter the more is taken. */
const over = (value: number, { low, high }: Range): Range => ({ low: value / high, typical: value, high: value / low });

/** What a day takes, for each mm that a bare mouth would take in it. [cm³/mm] */
function takesPerMm(setup: CheckedSetup, network: Network, fullCm: number): number {
  const { here } = setup;
  const typical = here?.months[here.month]?.mmPerDay.typical ?? 0;
  return setup.demand.by === "place" && typical > 0 ? budgetOf(setup, network).takesPerDayCm3(fullCm) / typical : 0;
}

/** How a setup's water lasts: from full to its refill mark, or from a soaking to its roots' dry limit. */
function lastingOf(
  setup: CheckedSetup,
  made: Network,
  drySuctionCm: number,
): {
  readonly network: Network;
  readonly fullCm: number;
  readonly of: (then: Setup, budget: Budget, off: Range) => Pick<MonthOfWater, "fill" | "betweenDays">;
} {
  const branch = branchOf(historyOf(setup));
  const wicking = wickingOf(setup);
  const roots = rootZoneCm(setup);
  if (wicking.ok) {
    const fullCm = fullLevelCm(setup, wicking.value);
    const network = fallingNetwork(made, branch, fullCm);
    return {
      network,
      fullCm,
      of(_then, budget, off) {
        const asked = budget.risesPerDayCm3 / 24;
        const mark = refillMark(network.column, asked, wicking.value);
        const lowestCm = mark.kind === "mark" ? mark.levelCm : network.column.baseCm;
        const fullCm3 = budget.heldCm3(fullCm);
        const isWeak = mark.kind === "too-weak";
        return {
          fill: {
            mark,
            usableCm3: isWeak ? 0 : Math.max(0, fullCm3 - budget.heldCm3(lowestCm)),
            days: isWeak ? NEVER : over(budget.daysUntil(fullCm3, lowestCm), off),
          },
          betweenDays: undefined,
        };
      },
    };
  }
  if (drainsAfterSoaking(setup) && roots) {
    const fullCm = soakedLevelCm(setup);
    const driestCm = (roots.fromCm + roots.toCm) / 2 - drySuctionCm;
    return {
      network: made,
      fullCm,
      of: (_then, budget, off) => ({
        fill: undefined,
        betweenDays: over(budget.daysUntil(budget.heldCm3(fullCm), Math.min(fullCm, driestCm)), off),
      }),
    };
  }
  const fullCm = setup.water.by === "level" ? setup.water.levelCm : made.column.baseCm;
  return { network: made, fullCm, of: () => ({ fill: undefined, betweenDays: undefined }) };
}

const NEVER: Range = { low: 0, typical: 0, high: 0 };
