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
export const LIMING: ReadonlySet<string> = new Set(["dolomite", "bone-meal"]);
