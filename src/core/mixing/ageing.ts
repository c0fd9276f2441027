import type { Range } from "../units/range";
import type { Part } from "./blend";

/**
 * How a mix loses air as its organic parts rot: the mass left halves in a half-life, and what a part loses of its
 * solids it loses of its share of the wide pores, since particles break down into fines. Reasoned, with the half-lives'
 * own range; mineral parts stay.
 */
export type AgedAir = { readonly years: number; readonly airSpace: Range };

/** @param airSpace air space of the fresh mix at the height of interest, 0…1 */
export function airOverYears(
  parts: readonly Part[],
  shares: readonly number[],
  airSpace: number,
  years: readonly number[],
): AgedAir[] {
  const air = parts.map(({ medium }, i) => shares[i]! * medium.airSpace15cm.typical);
  const all = air.reduce((sum, one) => sum + one, 0);
  const left = (year: number, pick: (halfLife: Range) => number): number =>
    airSpace *
    parts.reduce(
      (sum, { medium: { decompositionHalfLifeYears: halfLife } }, i) =>
        sum + (all > 0 ? air[i]! / all : 0) * (halfLife === null ? 1 : 2 ** (-year / pick(halfLife))),
      0,
    );
  return years.map((year) => ({
    years: year,
    airSpace: {
      low: left(year, ({ low }) => low),
      typical: left(year, ({ typical }) => typical),
      high: left(year, ({ high }) => high),
    },
  }));
}

/**
 * The years, to a tenth, in which air falls under a limit: soonest, likely and latest; Infinity where it never does
 * within a lifetime.
 */
export function yearsUntilTight(
  parts: readonly Part[],
  shares: readonly number[],
  airSpace: number,
  limit: number,
): Range {
  const until = (of: (aged: AgedAir) => number): number => {
    if (airSpace < limit) return 0;
    for (let tenth = 1; tenth <= 300; tenth++)
      if (of(airOverYears(parts, shares, airSpace, [tenth / 10])[0]!) < limit) return tenth / 10;
    return Infinity;
  };
  return {
    low: until(({ airSpace: { low } }) => low),
    typical: until(({ airSpace: { typical } }) => typical),
    high: until(({ airSpace: { high } }) => high),
  };
}
