// Numbers that the page's own thread words and checks with, apart from the solvers it leaves to a worker.

/**
 * Water is called for at the middle of the root zone, and held there to the end of its buffer (de Boodt & Verdonck
 * 1972). [cm]
 */
export const ROOT_LIMIT_PSI_CM = -100;
/** Of so many of ten like pots a band tells; as many of the others lie over it as under it. */
export const POTS_OF_TEN = 9;
