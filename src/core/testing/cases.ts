/**
 * Counts the cases of a property that say nothing, so that a property that has come to say nothing at all is red.
 * `skips` is asked of each case; `hold` is called after the run.
 */
export function saying(leastShare: number) {
  let [seen, skipped] = [0, 0];
  return {
    skips(nothingToSay: boolean): boolean {
      seen++;
      if (nothingToSay) skipped++;
      return nothingToSay;
    },
    /** @throws RangeError when fewer of the cases than wanted said something */
    hold(): void {
      const share = seen === 0 ? 0 : 1 - skipped / seen;
      if (!(share >= leastShare))
        throw new RangeError(
          `only ${(100 * share).toFixed(0)} % of ${seen} cases said something; ${100 * leastShare} % are wanted`,
        );
    },
  };
}
