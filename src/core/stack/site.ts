import type { GivenWater } from "../place/waters";
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

/**
 * What it is watered with: of its place and its blend, and what a setup says of its own water beats that. Of what is said
 * so much is lime as there is in that blend, thinned to it; no more than in the blend is known of.
 */
export function waterGiven({ site, here }: Pick<Setup, "site" | "here">): GivenWater | undefined {
  if (!here) return undefined;
  const { given } = here;
  const { waterPpm } = site;
  if (waterPpm === null) return given;
  const share = given.mgPerL !== null && given.mgPerL > 0 ? Math.min(1, waterPpm / given.mgPerL) : null;
  const thinned = (mgPerL: number | null): number | null => (mgPerL === null || share === null ? null : share * mgPerL);
  return {
    ...given,
    words: "the water its page tells of",
    mgPerL: waterPpm,
    hardnessMgPerL: thinned(given.hardnessMgPerL),
    alkalinityMgPerL: thinned(given.alkalinityMgPerL),
  };
}

/** No place is known to a tenth of a degree. */
const toHalf = (celsius: number): number => Math.round(2 * celsius) / 2;
