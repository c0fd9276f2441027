// Numbers that the page's own thread words and checks with, apart from the solvers it leaves to a worker.

/**
 * Water is called for at the middle of the root zone, and held there to the end of its buffer (de Boodt & Verdonck
 * 1972). [cm]
 */
export const ROOT_LIMIT_PSI_CM = -100;
/** How far a medium's conductivity may be from what is computed with, either way; supply is off by the same factor. */
export const CONDUCTIVITY_FACTOR = 3;
/** A run has at most this many dry days. */
export const MOST_DRY_DAYS = 30;
