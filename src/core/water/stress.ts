/** How wet and how dry a cell may be for roots to draw from it (Feddes, Kowalik & Zaradny 1978). */

/**
 * Heads between which uptake is cut: nothing at or above `drownedPsiCm`, all of it from `airedPsiCm` to `thirstyPsiCm`,
 * nothing from `wiltedPsiCm` on.
 */
export type UptakeLimits = {
  readonly drownedPsiCm: number;
  readonly airedPsiCm: number;
  readonly thirstyPsiCm: number;
  readonly wiltedPsiCm: number;
};

/** The part of its demand a cell gives at a head, 0…1, and the slope of that by the head. [-, 1/cm] */
export function stressAt(
  { drownedPsiCm, airedPsiCm, thirstyPsiCm, wiltedPsiCm }: UptakeLimits,
  psiCm: number,
  out: Float64Array,
): void {
  out[0] = out[1] = 0;
  if (psiCm >= drownedPsiCm || psiCm <= wiltedPsiCm) return;
  if (psiCm > airedPsiCm) {
    out[1] = -1 / (drownedPsiCm - airedPsiCm);
    out[0] = (drownedPsiCm - psiCm) / (drownedPsiCm - airedPsiCm);
  } else if (psiCm >= thirstyPsiCm) {
    out[0] = 1;
  } else {
    out[1] = 1 / (thirstyPsiCm - wiltedPsiCm);
    out[0] = (psiCm - wiltedPsiCm) / (thirstyPsiCm - wiltedPsiCm);
  }
}
