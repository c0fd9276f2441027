import type { OccupantLookup, Plant } from "../occupants/occupant";
import { daysInMonth, monthOfDay, YEAR_DAYS } from "../place/day-in-year";
import { ROOF_YIELD } from "../place/butt";
import { placeMonthsOf, rangeOfYears, type PlaceMonth } from "../place/place-months";
import type { DayAtPlace, PlaceYears } from "../place/place-years";
import { fixtureOf } from "../stack/fixtures";
import { stageOf, type MonthHere, type Setup } from "../stack/setup";
import type { Range } from "../units/range";
import { mouthCm2 } from "../water/network";
import { isOfOneSummer, leafShareOf, monthsByWarmth } from "./growing";
import { atStage } from "./stage";
import { THIRST } from "./thirst";

/**
 * What roots and the surface of a setup would take on each day of a year where it stands, if there is water: the dual
 * crop coefficient of Allen et al. (1998, ch. 7) over the ground its leaves cover and over the vessel's mouth. What the
 * soil can give of it is the solver's business; dressings, walls and trays are `water/losses.ts`'.
 */
export type DayOfDemand = {
  readonly dayOfYear: number;
  readonly year: number;
  readonly referenceMm: number;
  /** Leaves that let water go, over the mouth; over 1 they reach beyond it. */
  readonly leavesOverMouth: number;
  /** Over the mouth. [mm] */
  readonly leavesMm: number;
  readonly surfaceMm: number;
  /** Onto the mouth and off the roof that is led into it, before anything runs over. [mm over the mouth] */
  readonly rainMm: number;
};

/** More leaves over a mouth than this shade one another. */
const MOST_LEAVES = 2;
/**
 * A plant by itself in the open catches sun and wind with its sides too: the shade it throws is wider than what it covers,
 * the more so the taller it is (the effective cover of Allen & Pereira 2009). Judged: by so much for each time it is
 * higher than wide, and within a quarter.
 */
const BY_ITS_SIDES = 0.4;
const TALLEST = 1.5;
const SIDES_OFF: Range = { low: 0.8, typical: 1, high: 1.25 };
const sidesOf = ({ heightCm, spreadCm }: Plant): number =>
  1 + BY_ITS_SIDES * Math.min(TALLEST, heightCm.typical / spreadCm.typical);
/** No wet surface loses more of the reference than this, under still or moving air (Allen et al. 1998, eq. 72). */
const MOST_OF_SURFACE: Range = { low: 0.9, typical: 1.1, high: 1.25 };
/** Roots in ground as cold as this on average drink nothing. [°C] */
const FROZEN_C = 0;
/** Ellipses of leaves: what a plant as wide as its spread covers. */
const COVERED = Math.PI / 4;

/** What lets water go of a setup, on each day of a year. */
type Canopy = {
  readonly leavesOverMouth: Float64Array;
  /** Times the reference that leaves lose over the mouth, in a room, and where sun reaches them from all sides. */
  readonly inside: Float64Array;
  readonly outside: Float64Array;
  /** By how much what they lose may be off: of the plants' own coefficients. */
  readonly off: Range;
};

const AS_IT_IS: Range = { low: 1, typical: 1, high: 1 };

function canopyOf(setup: Setup, at: PlaceYears, occupants: OccupantLookup): Canopy {
  const plants = setup.occupants.flatMap(({ occupantId, count, stage }) => {
    const found = occupants(occupantId);
    if (found?.life !== "plant") return [];
    // a crop of one summer grows up within it, however small it is put in
    return [{ plant: isOfOneSummer(found) ? found : atStage(found, stageOf({ stage })), count }];
  });
  const leavesOverMouth = new Float64Array(YEAR_DAYS);
  const inside = new Float64Array(YEAR_DAYS);
  const outside = new Float64Array(YEAR_DAYS);
  const off = { low: 0, typical: 0, high: 0 };
  const byWarmth = plants.length > 0 ? monthsByWarmth(at) : [];
  const mouth = mouthCm2(setup);
  for (const { plant, count } of plants) {
    const share = leafShareOf(plant, at, byWarmth);
    const grown = (count * leavesCm2(plant)) / mouth;
    const { low, typical, high } = THIRST[plant.guild].basal;
    for (let i = 0; i < YEAR_DAYS; i++) {
      leavesOverMouth[i]! += grown * share[i]!;
      inside[i]! += grown * share[i]! * typical;
      outside[i]! += grown * share[i]! * typical * sidesOf(plant);
    }
    off.low += grown * low;
    off.typical += grown * typical;
    off.high += grown * high;
  }
  for (let i = 0; i < YEAR_DAYS; i++) {
    if (leavesOverMouth[i]! <= MOST_LEAVES) continue;
    inside[i]! *= MOST_LEAVES / leavesOverMouth[i]!;
    outside[i]! *= MOST_LEAVES / leavesOverMouth[i]!;
  }
  return {
    leavesOverMouth,
    inside,
    outside,
    off: off.typical > 0 ? { low: off.low / off.typical, typical: 1, high: off.high / off.typical } : AS_IT_IS,
  };
}

const leavesCm2 = ({ spreadCm }: Plant): number => COVERED * spreadCm.typical ** 2;

/**
 * What a shut vessel lets out: leaves and ground breathe into their own air, and only what passes the opening goes.
 * Some hundredths of a mm leave by seams and corks. [mm/day]
 */
const BY_SEAMS_MM = 0.03;
/** The neck of a bottle without a cork lets out as much as a lid that is open by so much. Judged. 0…1 */
const NECK_SHARE = 0.01;

/** How much of the mouth is open to the air. 0…1 */
const openShareOf = (setup: Setup): number => {
  const lid = fixtureOf(setup, "lid");
  if (lid) return lid.openShare;
  return setup.vessel.shape === "bottle" ? NECK_SHARE : 1;
};

/** How much of the sky's water comes in: by the mouth where rain falls there, and by roofs, each over the mouth. */
type Catching = { readonly openShare: number; readonly roofOverMouth: number };
const CM2_PER_M2 = 1e4;
const catchingOf = (setup: Setup): Catching => ({
  openShare: openShareOf(setup),
  roofOverMouth: (ROOF_YIELD * CM2_PER_M2 * setup.site.roofM2) / mouthCm2(setup),
});

function dayOf(
  { dayOfYear, year, referenceMm, tMinC, tMaxC, rainMm, skyRainMm, openAllRound }: DayAtPlace,
  { leavesOverMouth, inside, outside }: Canopy,
  { openShare, roofOverMouth }: Catching,
): DayOfDemand {
  const over = leavesOverMouth[dayOfYear - 1]!;
  const drinks = (tMinC + tMaxC) / 2 > FROZEN_C;
  const byLeaves = (openAllRound ? outside : inside)[dayOfYear - 1]!;
  const shaded = Math.min(1, over);
  // the ground gets what light and air the leaves leave it
  const bySurface = Math.max(
    0,
    Math.min((1 - shaded) * MOST_OF_SURFACE.typical, MOST_OF_SURFACE.typical - Math.min(byLeaves, shaded)),
  );
  const out = openShare < 1 ? Math.min(1, openShare + BY_SEAMS_MM / Math.max(BY_SEAMS_MM, referenceMm)) : 1;
  return {
    dayOfYear,
    year,
    referenceMm,
    leavesOverMouth: over,
    leavesMm: drinks ? out * byLeaves * referenceMm : 0,
    surfaceMm: out * bySurface * referenceMm,
    rainMm: openShare * rainMm + roofOverMouth * skyRainMm,
  };
}

/** Each day of the years of a place. */
export function daysOfDemand(setup: Setup, at: PlaceYears, occupants: OccupantLookup): readonly DayOfDemand[] {
  const canopy = canopyOf(setup, at, occupants);
  const catching = catchingOf(setup);
  return at.days.map((day) => dayOf(day, canopy, catching));
}

export type YearOfDemand = {
  /** January first. */
  readonly months: readonly MonthHere[];
  /** The month, from 0, in which a day takes most. */
  readonly thirstiest: number;
  /** A mean day of the five that take most in a row, as half of the years have it and one of ten. [mm/day] */
  readonly heatWaveMm: Range;
  /** The month, from 0, in which most such days come. */
  readonly heatWaveMonth: number;
};

const HEAT_WAVE_DAYS = 5;

/**
 * @param months  of the place, where they are known already
 * @returns what a day takes by month, as it is in most years and how far that may be off
 */
export function yearOfDemand(
  setup: Setup,
  at: PlaceYears,
  occupants: OccupantLookup,
  placeMonths: readonly PlaceMonth[] = placeMonthsOf(at),
): YearOfDemand {
  const canopy = canopyOf(setup, at, occupants);
  const catching = catchingOf(setup);
  const { years } = at;
  const sums = Array.from({ length: 12 }, () => ({
    leaves: new Float64Array(years),
    surface: new Float64Array(years),
    rain: new Float64Array(years),
  }));
  const waves: { readonly mm: number; readonly month: number }[] = [];
  const totals = new Float64Array(YEAR_DAYS);
  at.days.forEach((day, i) => {
    const month = monthOfDay(day.dayOfYear);
    const sum = sums[month]!;
    const year = Math.floor(i / YEAR_DAYS);
    const { leavesMm, surfaceMm, rainMm } = dayOf(day, canopy, catching);
    sum.leaves[year]! += leavesMm / daysInMonth(month);
    sum.surface[year]! += surfaceMm / daysInMonth(month);
    sum.rain[year]! += rainMm;
    totals[day.dayOfYear - 1] = leavesMm + surfaceMm;
    if (day.dayOfYear === YEAR_DAYS) waves.push(hottestDays(totals));
  });
  const months = sums.map((sum, month): MonthHere => {
    const leavesMm = meanOf(sum.leaves);
    const surfaceMm = meanOf(sum.surface);
    const leafShare = leavesMm + surfaceMm > 0 ? leavesMm / (leavesMm + surfaceMm) : 0;
    return {
      ...placeMonths[month]!,
      leavesMm,
      surfaceMm,
      mmPerDay: offBy(leavesMm + surfaceMm, [
        relative(rangeOfYears(sum.leaves.map((mm, year) => mm + sum.surface[year]!))),
        at.off,
        powerOf(canopy.off, leafShare),
        powerOf(SIDES_OFF, leafShare),
        powerOf(relative(MOST_OF_SURFACE), 1 - leafShare),
      ]),
      rainMm: rangeOfYears(sum.rain),
    };
  });
  const thirstiest = months.reduce(
    (most, { mmPerDay }, month) => (mmPerDay.typical > months[most]!.mmPerDay.typical ? month : most),
    0,
  );
  const inMonths = new Float64Array(12);
  for (const { month } of waves) inMonths[month]!++;
  return {
    months,
    thirstiest,
    heatWaveMm: rangeOfYears(Float64Array.from(waves, ({ mm }) => mm)),
    heatWaveMonth: inMonths.indexOf(Math.max(...inMonths)),
  };
}

function hottestDays(totals: Float64Array): { readonly mm: number; readonly month: number } {
  let running = 0;
  let most = -1;
  let on = HEAT_WAVE_DAYS;
  for (let i = 0; i < YEAR_DAYS; i++) {
    running += totals[i]! - (i >= HEAT_WAVE_DAYS ? totals[i - HEAT_WAVE_DAYS]! : 0);
    if (i >= HEAT_WAVE_DAYS - 1 && running > most) [most, on] = [running, i + 1];
  }
  return { mm: most / HEAT_WAVE_DAYS, month: monthOfDay(Math.ceil(on - HEAT_WAVE_DAYS / 2)) };
}

const meanOf = (values: Float64Array): number => values.reduce((sum, value) => sum + value, 0) / values.length;

/** As factors of what is typical. */
const relative = ({ low, typical, high }: Range): Range =>
  typical > 0 ? { low: low / typical, typical: 1, high: high / typical } : AS_IT_IS;
/** A range of factors that counts for a part of what is asked. */
const powerOf = ({ low, high }: Range, share: number): Range => ({
  low: low ** share,
  typical: 1,
  high: high ** share,
});

/** Factors that have nothing to do with one another, together: their logarithms as sides of a triangle. */
function offBy(typical: number, factors: readonly Range[]): Range {
  const together = (key: "low" | "high"): number =>
    Math.sqrt(factors.reduce((sum, factor) => sum + Math.log(factor[key]) ** 2, 0));
  return { low: typical * Math.exp(-together("low")), typical, high: typical * Math.exp(together("high")) };
}
