/**
 * What amendments do to what grows in them, as far as a verdict asks: by id, without the words and doses of
 * ./amendments, so that a page that judges does not carry those. A test holds the two together.
 */
export const FEEDING: ReadonlySet<string> = new Set([
  "slow-release",
  "organic-feed",
  "bone-meal",
  "biochar",
  "castings",
]);
/** Of a gram of it so much stays as salts that roots did not take up: its ballast, and what comes before they want it. Judged, 0.15 to 0.5. */
export const SALTS_LEFT: ReadonlyMap<string, number> = new Map([["slow-release", 0.3]]);
export const LIMING: ReadonlySet<string> = new Set(["dolomite", "bone-meal"]);
