import type { Range } from "../units/range";
import type { Here, Setup, Site } from "./setup";

/** A setup's site as it is reckoned with: what is said of it, and where nothing is, what follows from its place. */
export function siteOf({ site, here }: Pick<Setup, "site" | "here">): Site {
  if (!here) return site;
  const { months } = here;
  return {
    ...site,
    sun: site.sun === "unsaid" ? (here.inSun ? "sun" : "shade") : site.sun,
    rain: site.rain === "unsaid" ? (here.inRain ? "open" : "sheltered") : site.rain,
    coldestC: site.coldestC ?? toHalf(Math.min(...months.map(({ coldestC }) => coldestC))),
    warmestC: site.warmestC ?? toHalf(Math.max(...months.map(({ warmestC }) => warmestC))),
    waterPpm: site.waterPpm ?? here.tapMgPerL,
    humidity: site.humidity ?? months.reduce((sum, { humidity }) => sum + humidity, 0) / months.length,
  };
}

/** The month, from 0, in which it is coldest or warmest, where that follows from its place. */
export const extremeMonth = (
  { site, here }: Pick<Setup, "site" | "here">,
  key: "coldestC" | "warmestC",
): number | undefined => {
  if (!here || site[key] !== null) return undefined;
  const values = here.months.map((month) => month[key]);
  return values.indexOf(key === "coldestC" ? Math.min(...values) : Math.max(...values));
};

/** No place is known to a tenth of a degree. */
const toHalf = (celsius: number): number => Math.round(2 * celsius) / 2;

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
