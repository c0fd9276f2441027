import type { Range } from "../units/range";
import type { Here, Setup } from "./setup";

// What verdicts and fields read off a place, beside what `site.ts` takes from it for everybody.

/** The month, from 0, in which it is coldest or warmest, where that follows from its place. */
export const extremeMonth = (
  { site, here }: Pick<Setup, "site" | "here">,
  key: "coldestC" | "warmestC",
): number | undefined => {
  if (!here || site[key] !== null) return undefined;
  const values = here.months.map((month) => month[key]);
  return values.indexOf(key === "coldestC" ? Math.min(...values) : Math.max(...values));
};

/** So many months of a year have the light that plants grow by. */
const LIGHT_MONTHS = 6;

/** A day's light in the growing half of the year, from its darkest month to its lightest. [mol/m²] */
export function lightHere({ months }: Here): Range {
  const lightest = months
    .map(({ lightMolPerDay }) => lightMolPerDay)
    .sort((a, b) => b - a)
    .slice(0, LIGHT_MONTHS);
  return {
    low: lightest.at(-1)!,
    typical: lightest.reduce((sum, mol) => sum + mol, 0) / LIGHT_MONTHS,
    high: lightest[0]!,
  };
}
