import type { OccupantLookup } from "../occupants/occupant";
import { ROOT_LIMIT_PSI_CM } from "../water/limits";
import type { Here, Setup } from "../stack/setup";
import { boundariesCm, soakedLevelCm, drainsAfterSoaking, drainsAtCm, rootZoneCm } from "../stack/geometry";
import { phLift, sitesMeqPerLitre } from "../mixing/amendments";
import { SALTS_LEFT } from "../mixing/given";
import { afterRain, type AfterRain } from "../water/after-rain";
import { waterGiven } from "../stack/site";
import { volumeBetweenCm3 } from "../vessel/area-by-height";
import { vesselArea } from "../vessel/vessel";
import { fixtureOf } from "../stack/fixtures";
import { failed, ok, problem, type Result } from "../units/problem";
import type { Range } from "../units/range";
import { monthOfDay } from "../place/day-in-year";
import { branchOf, historyOf } from "../water/branch";
import { budgetOf, type Budget } from "../water/budget";
import type { CheckedSetup } from "../water/checked";
import type { DayOfDemand } from "./demand";
import { atMonth } from "./here";
import { rainThrough, type Holds, type Through } from "./rain-through";
import { saltsOf, WATERED_THROUGH, type MonthOfSalts } from "./salts";
import { fallingNetwork } from "../water/falling";
import { belowWaterCm3, mouthCm2, networkOf, type MediumLookup, type Network } from "../water/network";
import { fullLevelCm, refillMark, wickingOf, type RefillMark, type Wicking } from "../water/refill-mark";

/** What a setup's water does in each month of a year where it stands: what is taken, how long it lasts, what falls in. */
export type MonthOfWater = {
  /** All that a day takes while there is water: mouth, wall and tray. [cm³] */
  readonly takesCm3: Range;
  /** With a reservoir: the level to refill at, and how long it lasts from full to there. */
  readonly fill: { readonly mark: RefillMark; readonly usableCm3: number; readonly days: Range } | undefined;
  /** Of a drained one: from a soaking until its roots reach their dry limit. [days] */
  readonly betweenDays: Range | undefined;
  /** What falls and runs in, and what runs over, or out. [cm³] */
  readonly rainCm3: Range;
  readonly overCm3: Range;
  /** Given by hand beside it, in an average year. [cm³] */
  readonly givenCm3: number;
  /** Days on which rain stands in the middle of the roots; undefined where it has none, or stands there by design. */
  readonly floodedDays: Range | undefined;
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
  /** Rained through to the last pore, its roots have air again so soon; where rain comes and can drain. */
  readonly afterRain: AfterRain | undefined;
  /** What feed laid in it leaves of salts in a year. [mg] */
  readonly feedMg: number;
  /** Whose overflow is led into it. */
  readonly runsInNames: readonly string[];
  /** What of its own runs over on each day of the years. [cm³] */
  readonly outCm3: Float64Array;
  /** What each day of the years takes while there is water, and what falls and runs in. [cm³] */
  readonly takesByDayCm3: Float64Array;
  readonly inByDayCm3: Float64Array;
  /** Water given in a year beside rain. [cm³] */
  readonly givenCm3: number;
  /** How far the alkalinity of what is given lifts the pH of the rooted soil in a year; undefined where it is not said. */
  readonly limePerYear: Range | undefined;
  /** The least that any who live there bear in their water; Infinity where nobody is named. [mg/L] */
  readonly mostWaterMgPerL: number;
  /** So long the first of those that live there bears it dry once it wants water; 0 where nobody is named. [days] */
  readonly bearsDryDays: number;
};

/**
 * Months, from 0, in which who waters every so many days comes too late: what a fill or a soaking lasts is over, and what
 * lives there has borne it dry for as long as it does.
 */
export const monthsTooLate = (
  { months, bearsDryDays }: Pick<YearOfWater, "months" | "bearsDryDays">,
  everyDays: number,
): readonly number[] =>
  months.flatMap(({ fill, betweenDays }, month) => {
    const lasts = (fill?.days ?? betweenDays)?.typical;
    return lasts !== undefined && lasts + bearsDryDays < everyDays ? [month] : [];
  });

/** What comes and goes on each day of its place's years; and what of others is led into it. */
export type DaysThere = {
  readonly days: readonly DayOfDemand[];
  /** Of whom, and how much on each of the days, or of as many as are known of them. [cm³] */
  readonly runsIn?: { readonly names: readonly string[]; readonly cm3: Float64Array } | undefined;
};

/** What those that live there ask of their water. */
export type Wants = {
  readonly drySuctionCm: number;
  readonly bearsDryDays: number;
  readonly mostWaterMgPerL: number;
};
export function wantsOf(setup: Pick<Setup, "occupants">, lookup: OccupantLookup): Wants {
  const plants = setup.occupants.flatMap(({ occupantId }) => {
    const found = lookup(occupantId);
    return found?.life === "plant" ? [found] : [];
  });
  return {
    drySuctionCm: drySuctionOf(setup, lookup),
    bearsDryDays: plants.length > 0 ? Math.min(...plants.map(({ droughtDays }) => droughtDays.growing.typical)) : 0,
    mostWaterMgPerL: Math.min(Infinity, ...plants.map(({ mostWaterPpm }) => mostWaterPpm.typical)),
  };
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
  { drySuctionCm, bearsDryDays, mostWaterMgPerL }: Wants,
  there: DaysThere,
): Result<YearOfWater> {
  const { here } = setup;
  if (!here) return failed(problem("places", "no-place", "It stands at no place yet."));
  const branch = branchOf(historyOf(setup));
  const made = networkOf(setup, medium, branch);
  if (!made.ok) return made;
  const lasts = lastingOf(setup, made.value, drySuctionCm);
  const tray = fixtureOf(setup, "tray");
  const months = here.months.map((of, month) => {
    const then = asIf(setup, here, month);
    const budget = budgetOf(then, lasts.network);
    const takes = budget.takesPerDayCm3(lasts.fullCm);
    // what is said stays the same all year; what follows from the place has its range
    const off = setup.demand.by === "place" ? factorsOf(of.mmPerDay) : SURE;
    const trayCm3 =
      tray && made.value.below?.made.includes("tray") ? belowWaterCm3(made.value.below, lasts.fullCm) : undefined;
    return {
      takesCm3: times(takes, off),
      perMm: of.mmPerDay.typical > 0 ? takes / of.mmPerDay.typical : 0,
      ...lasts.of(then, budget, off),
      trayHours: trayCm3 === undefined || !(takes > 0) ? undefined : over(24 * (trayCm3 / takes), off),
    };
  });
  const hottest = asIf(setup, here, here.heatWaveMonth);
  const perMm = takesPerMm(hottest, lasts.network, lasts.fullCm);
  const { mgPerL: waterPpm, alkalinityMgPerL } = waterGiven(setup)!;
  const { heldCm3 } = budgetOf(setup, lasts.network);
  const heldFullCm3 = heldCm3(lasts.fullCm);
  const through = throughOf(setup, there, {
    takesCm3: months.map(({ takesCm3 }) => takesCm3.typical),
    // what is said is so on every day alike
    perMm: setup.demand.by === "place" ? months.map(({ perMm }) => perMm) : undefined,
    holds: {
      lowCm3: months.map(({ lowCm }) => (lowCm === undefined ? heldFullCm3 / 2 : heldCm3(lowCm))),
      fullCm3: heldFullCm3,
      drainsCm3: heldCm3(drainsAtCm(setup) ?? lasts.network.over.topCm),
      floodCm3: floodsAt(setup, lasts.fullCm, heldCm3),
    },
  });
  const givenThrough = setup.water.by === "soaking" ? WATERED_THROUGH : 0;
  const givenCm3 = through.months.reduce((sum, month) => sum + month.givenCm3, 0) / (1 - givenThrough);
  const feedMg = feedMgOf(setup);
  return ok({
    months: months.map(({ perMm: _perMm, lowCm: _lowCm, ...month }, i): MonthOfWater => {
      const { inCm3, outCm3, givenCm3: given, floodedDays } = through.months[i]!;
      return {
        ...month,
        rainCm3: inCm3,
        overCm3: outCm3,
        givenCm3: given / (1 - givenThrough),
        floodedDays: Number.isFinite(floodsAt(setup, lasts.fullCm, heldCm3)) ? floodedDays : undefined,
      };
    }),
    afterRain: through.months.some(({ inCm3 }) => inCm3.high > 0) ? afterRain(setup, medium) : undefined,
    runsInNames: there.runsIn?.names ?? [],
    outCm3: through.outCm3,
    takesByDayCm3: through.takesCm3,
    inByDayCm3: through.inCm3,
    feedMg,
    heatWaveCm3: times(perMm, here.heatWaveMm),
    heldFullCm3,
    givenCm3,
    mostWaterMgPerL,
    bearsDryDays,
    limePerYear:
      alkalinityMgPerL === null
        ? undefined
        : phLift((alkalinityMgPerL / CACO3_MG_PER_MEQ) * (givenCm3 / 1000), sitesOf(setup, medium)),
    salts:
      waterPpm === null
        ? undefined
        : saltsOf(
            {
              givenCm3: through.months.map((month) => month.givenCm3 / (1 - givenThrough)),
              rainCm3: through.months.map((month) => month.meanInCm3),
              outCm3: through.months.map(
                (month) => month.meanOutCm3 + (givenThrough / (1 - givenThrough)) * month.givenCm3,
              ),
              feedMg: Array<number>(12).fill(feedMg / 12),
              waterMgPerL: waterPpm,
              heldCm3: heldFullCm3,
            },
            YEARS_OF_SALTS,
          ),
  });
}

/** Over this much free water stands in the middle of the roots, where it does not by design. [cm³] */
function floodsAt(setup: Setup, fullCm: number, heldCm3: Budget["heldCm3"]): number {
  const roots = rootZoneCm(setup);
  const middleCm = roots ? (roots.fromCm + roots.toCm) / 2 : -Infinity;
  return middleCm > fullCm + LEVEL_EPSILON_CM ? heldCm3(middleCm) : Infinity;
}
const LEVEL_EPSILON_CM = 0.01;

/** Rain and what is taken, day by day. */
function throughOf(
  setup: Setup,
  { days, runsIn }: DaysThere,
  asked: {
    readonly takesCm3: readonly number[];
    /** By month, what is taken for each mm that a day would take over a bare mouth. [cm³/mm] */
    readonly perMm: readonly number[] | undefined;
    readonly holds: Holds;
  },
): Through & { readonly takesCm3: Float64Array; readonly inCm3: Float64Array } {
  const cm3PerMm = mouthCm2(setup) / 10;
  const inCm3 = new Float64Array(days.length);
  const takesCm3 = new Float64Array(days.length);
  days.forEach(({ dayOfYear, leavesMm, surfaceMm, rainMm }, i) => {
    const month = monthOfDay(dayOfYear);
    inCm3[i] = cm3PerMm * rainMm + (runsIn && runsIn.cm3.length > 0 ? runsIn.cm3[i % runsIn.cm3.length]! : 0);
    takesCm3[i] = asked.perMm ? asked.perMm[month]! * (leavesMm + surfaceMm) : asked.takesCm3[month]!;
  });
  return { ...rainThrough(inCm3, takesCm3, asked.holds), takesCm3, inCm3 };
}

/** What feed that was laid in it leaves of its salts. [mg] */
function feedMgOf({ layers, fixtures }: Setup): number {
  const left = (amendmentId: string, grams: number): number => 1000 * grams * (SALTS_LEFT.get(amendmentId) ?? 0);
  const inLayers = layers.flatMap(({ amendments = [] }) => amendments.map((one) => left(one.amendmentId, one.amount)));
  const inStrips = fixtures.map((one) => (one.kind === "feed-strip" ? left(one.amendmentId, one.grams) : 0));
  return [...inLayers, ...inStrips].reduce((sum, mg) => sum + mg, 0);
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

/** A setup as it stands when it is full, from where its water falls. */
export type Full = {
  readonly network: Network;
  readonly fullCm: number;
  /** Where it wicks from a store of its own. */
  readonly wicking: Wicking | undefined;
  /** Without a store: the level, thought on under the base, at which its roots want water; undefined where they never do. */
  readonly driestCm: number | undefined;
};

export function fullOf(setup: CheckedSetup, made: Network, drySuctionCm: number): Full {
  const wicking = wickingOf(setup);
  const roots = rootZoneCm(setup);
  if (wicking.ok) {
    const fullCm = fullLevelCm(setup, wicking.value);
    const network = fallingNetwork(made, branchOf(historyOf(setup)), fullCm);
    return { network, fullCm, wicking: wicking.value, driestCm: undefined };
  }
  if (drainsAfterSoaking(setup) && roots) {
    const fullCm = soakedLevelCm(setup);
    const driestCm = Math.min(fullCm, (roots.fromCm + roots.toCm) / 2 - drySuctionCm);
    return { network: made, fullCm, wicking: undefined, driestCm };
  }
  const fullCm = setup.water.by === "level" ? setup.water.levelCm : made.column.baseCm;
  return { network: made, fullCm, wicking: undefined, driestCm: undefined };
}

/** How a setup's water lasts: from full to its refill mark, or from a soaking to its roots' dry limit. */
function lastingOf(
  setup: CheckedSetup,
  made: Network,
  drySuctionCm: number,
): {
  readonly network: Network;
  readonly fullCm: number;
  readonly of: (
    then: Setup,
    budget: Budget,
    off: Range,
  ) => Pick<MonthOfWater, "fill" | "betweenDays"> & { /** Where it wants water. */ readonly lowCm: number | undefined };
} {
  const { network, fullCm, wicking, driestCm } = fullOf(setup, made, drySuctionCm);
  if (wicking)
    return {
      network,
      fullCm,
      of(_then, budget, off) {
        const asked = budget.risesPerDayCm3 / 24;
        const mark = refillMark(network.column, asked, wicking);
        const lowestCm = mark.kind === "mark" ? mark.levelCm : network.column.baseCm;
        const fullCm3 = budget.heldCm3(fullCm);
        const isWeak = mark.kind === "too-weak";
        return {
          lowCm: lowestCm,
          fill: {
            mark,
            usableCm3: isWeak ? 0 : Math.max(0, fullCm3 - budget.heldCm3(lowestCm)),
            days: isWeak ? NEVER : over(budget.daysUntil(fullCm3, lowestCm), off),
          },
          betweenDays: undefined,
        };
      },
    };
  if (driestCm !== undefined)
    return {
      network,
      fullCm,
      of: (_then, budget, off) => ({
        lowCm: driestCm,
        fill: undefined,
        betweenDays: over(budget.daysUntil(budget.heldCm3(fullCm), driestCm), off),
      }),
    };
  return { network, fullCm, of: () => ({ lowCm: undefined, fill: undefined, betweenDays: undefined }) };
}

const NEVER: Range = { low: 0, typical: 0, high: 0 };
