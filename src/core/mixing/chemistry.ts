import type { Range } from "../units/range";
import type { Part } from "./blend";

/** Buffering of a part that has none on record. [meq/100 g] */
export const UNKNOWN_CEC = 5;
/** What the estimate adds to the ranges of its parts: lime and feed in one part act on the others. */
const PH_SLACK = 0.3;
const EC_FACTOR = 1.3;

/**
 * pH of a mix as an honest range: the mean of the parts' pH, each weighted by what it can buffer (its exchange capacity
 * by mass), and wider than they are. Reasoned; no titration of mixes stands behind it.
 */
export function mixPH(parts: readonly Part[], shares: readonly number[]): Range {
  const buffer = parts.map(
    ({ medium }, i) =>
      shares[i]! * medium.dryBulkDensityGPerCm3.typical * (medium.cecMeqPer100g?.typical ?? UNKNOWN_CEC),
  );
  const sum = buffer.reduce((all, one) => all + one, 0);
  const mean = (of: (range: Range) => number): number =>
    parts.reduce((all, { medium }, i) => all + (sum > 0 ? buffer[i]! / sum : shares[i]!) * of(medium.pH), 0);
  const slack = parts.length > 1 ? PH_SLACK : 0;
  return {
    low: mean(({ low }) => low) - slack,
    typical: mean(({ typical }) => typical),
    high: mean(({ high }) => high) + slack,
  };
}

/** Salts of the saturated extract of a mix, as a range: the volume mean of its parts. [dS/m] */
export function mixEc(parts: readonly Part[], shares: readonly number[]): Range {
  const mean = (of: (range: Range) => number): number =>
    parts.reduce((all, { medium }, i) => all + shares[i]! * of(medium.ecDsPerM), 0);
  const factor = parts.length > 1 ? EC_FACTOR : 1;
  return {
    low: mean(({ low }) => low) / factor,
    typical: mean(({ typical }) => typical),
    high: mean(({ high }) => high) * factor,
  };
}
