/**
 * What opens a soil, and what holds water in it: what a mending mixes in. Apart from ./changes, so that who only brings
 * the media along does not carry the mending.
 */
export const AIRY_AMENDMENTS = ["perlite-coarse-3-6", "pumice-2-5", "bark-6-12"] as const;
export const MOIST_AMENDMENTS = ["coir-pith-fine", "vermiculite-medium"] as const;
