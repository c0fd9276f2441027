import type { Setup, Site } from "./setup";

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
    waterPpm: site.waterPpm ?? here.given.mgPerL,
    // what kinds want of damp is said of rooms: damp nights outdoors are no matter to who stands there
    humidity:
      site.humidity ??
      (here.isIndoors ? months.reduce((sum, { humidity }) => sum + humidity, 0) / months.length : null),
  };
}

/** No place is known to a tenth of a degree. */
const toHalf = (celsius: number): number => Math.round(2 * celsius) / 2;
