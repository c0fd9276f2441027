/** How long the next step of a run may be, from how the last ones went. */
export type StepLength = {
  /** What is to be tried next, before anything cuts it short. [h] */
  readonly hours: number;
  /** A step was taken: how far off it was, as a share of what it may be. */
  taken(triedHours: number, error: number): void;
  /** A step was further off than it may be. */
  tooFarOff(triedHours: number, error: number): void;
  /** A step had no solution that was found. */
  unsolved(triedHours: number): void;
  /** What comes next is another matter: no longer than this. */
  atMost(hours: number): void;
};

const SAFETY = 0.85;
const MOST_GROWTH = 3;
/** After a step that was too far off the next grows by less: what made it so is likely still there. */
const GROWTH_AFTER_REFUSAL = 1.5;
const LEAST_GROWTH = 0.2;
const AFTER_UNSOLVED = 0.3;
/**
 * The error of a step goes with the cube of its length; in a jolt it hardly falls at first, and what is too far off is
 * mostly in one: a front that comes into the next cell. So that is what is taken for it until it has been seen.
 */
const ORDER = 3;
const LEAST_ORDER = 1;
const FIRST_ORDER = 1.5;
/** What could not be solved is come near to by this, and passed a few steps later by that. */
const UNDER_UNSOLVED = 0.9;
const OVER_UNSOLVED = 1.3;
const STEPS_UNDER = 3;
const FORGIVEN = 1.5;
const FORGOTTEN = 10;

export function stepLength(firstHours: number): StepLength {
  let refusedHours = 0;
  let refusedError = 0;
  /** The length that was not solved last, 0 for none; and the steps taken since. */
  let unsolvedHours = 0;
  let since = 0;

  /** How much a step may grow by for what was not solved lately. */
  function growthUnderUnsolved(triedHours: number): number {
    since++;
    if (unsolvedHours === 0) return MOST_GROWTH;
    const isLongAgo = since > STEPS_UNDER;
    const most = ((isLongAgo ? OVER_UNSOLVED : UNDER_UNSOLVED) * unsolvedHours) / triedHours;
    if (isLongAgo) unsolvedHours *= FORGIVEN;
    if (unsolvedHours > FORGOTTEN * triedHours) unsolvedHours = 0;
    return Math.max(1, most);
  }

  const next = {
    hours: firstHours,
    taken(triedHours: number, error: number): void {
      const most = Math.min(refusedHours > 0 ? GROWTH_AFTER_REFUSAL : MOST_GROWTH, growthUnderUnsolved(triedHours));
      refusedHours = refusedError = 0;
      const grown = triedHours * Math.min(most, SAFETY * Math.cbrt(1 / Math.max(error, 1e-27)));
      // a step cut short by a stop says nothing against the length it was cut from
      next.hours = triedHours < next.hours ? Math.max(grown, Math.min(next.hours, MOST_GROWTH * triedHours)) : grown;
    },
    tooFarOff(triedHours: number, error: number): void {
      const seen =
        refusedHours > triedHours && refusedError > error
          ? Math.log(refusedError / error) / Math.log(refusedHours / triedHours)
          : FIRST_ORDER;
      const order = Math.min(ORDER, Math.max(LEAST_ORDER, seen));
      refusedHours = triedHours;
      refusedError = error;
      next.hours = triedHours * Math.max(LEAST_GROWTH, SAFETY * (1 / error) ** (1 / order));
    },
    unsolved(triedHours: number): void {
      unsolvedHours = triedHours;
      since = 0;
      next.hours = AFTER_UNSOLVED * triedHours;
    },
    atMost(hours: number): void {
      next.hours = Math.min(next.hours, hours);
    },
  };
  return next;
}
