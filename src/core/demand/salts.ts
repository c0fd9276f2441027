import { RAIN_WATER } from "../place/waters";

/**
 * Salts that come with water and feed and gather where little or nothing runs out: a balance by month, with what is in the
 * soil mixed through. What roots take up of the water's is left out, so it is the most there can be.
 */
export type MonthOfSalts = {
  /** What came in with the water that was given, with rain and from feed, and what ran out. [mg] */
  readonly inMg: number;
  readonly outMg: number;
  /** In what the soil and its store hold, at the month's end. [mg, mg/L] */
  readonly heldMg: number;
  readonly mgPerL: number;
};

export type SaltsAsked = {
  /** By month, January first: what is given, what rain falls in, and what runs out. [cm³] */
  readonly givenCm3: readonly number[];
  readonly rainCm3: readonly number[];
  readonly outCm3: readonly number[];
  /** What feed leaves of its salts, by month. [mg] */
  readonly feedMg: readonly number[];
  /** Of the water given; rain has next to nothing. [mg/L] */
  readonly waterMgPerL: number;
  /** What soil and store hold when full. [cm³] */
  readonly heldCm3: number;
};

/** Who waters until it runs out below gives about so much too much. Judged, 0.1 to 0.3. */
export const WATERED_THROUGH = 0.2;

/** Of what runs out, so much has been through the soil; the rest ran by it (leaching efficiency 0.2 to 0.8). */
export const THROUGH = 0.5;
export const RAIN_MG_PER_L = RAIN_WATER.mgPerL!;
const CM3_PER_L = 1000;

/** @returns so many years of months, one after another, beginning with none in it but what its water brought at first */
export function saltsOf(asked: SaltsAsked, years: number): readonly MonthOfSalts[] {
  const { givenCm3, rainCm3, outCm3, feedMg, waterMgPerL, heldCm3 } = asked;
  const months: MonthOfSalts[] = [];
  let heldMg = (waterMgPerL * heldCm3) / CM3_PER_L;
  for (let year = 0; year < years; year++)
    for (let month = 0; month < 12; month++) {
      const inMg = (givenCm3[month]! * waterMgPerL + rainCm3[month]! * RAIN_MG_PER_L) / CM3_PER_L + feedMg[month]!;
      // what runs out thins what is held step by step: an exponential, however much it is
      const before = heldMg + inMg;
      const outMg = heldCm3 > 0 ? before * (1 - Math.exp((-THROUGH * outCm3[month]!) / heldCm3)) : 0;
      heldMg = before - outMg;
      months.push({ inMg, outMg, heldMg, mgPerL: heldCm3 > 0 ? (heldMg / heldCm3) * CM3_PER_L : 0 });
    }
  return months;
}

/** Clear water poured through, of which what runs by counts for nothing, until so much of the salts is left. [cm³] */
export const flushCm3 = (heldCm3: number, shareLeft: number): number => (heldCm3 * Math.log(1 / shareLeft)) / THROUGH;

/** Dissolved solids of so much conduct so much, of mixed salts. [mg/L → dS/m] */
export const MG_PER_L_PER_DS_PER_M = 640;
