import { mixOfMedium } from "@/core/mixing/mix-medium";

/** The page of a medium, an own medium or a mix. */
export function mediumAddress(mediumId: string): string {
  const mix = mixOfMedium(mediumId);
  return mix ? `/mixes/${mix.mixId}` : `/media/${mediumId}`;
}
