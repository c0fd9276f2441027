/**
 * The two-stage, L-stable SDIRK2 of Alexander (1977): stage 1 is at this part of a step, and each stage is as long; stage
 * 2 is at its end.
 */
export const SDIRK_GAMMA = 1 - Math.SQRT1_2;
