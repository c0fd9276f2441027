import type { Medium, Range, Suitability } from "@/core/media/medium";
import { threeFigures } from "@/core/units/units";

/** "3.4–4.8" */
export const rangeText = ({ low, high }: Range, digits = 2): string => (low === high ? threeFigures(low, digits) : `${threeFigures(low, digits)}–${threeFigures(high, digits)}`);
export const percentRange = ({ low, high }: Range): string => `${threeFigures(100 * low, 0)}–${threeFigures(100 * high, 0)}\u00a0%`;

export const EVIDENCE_WORDS: Record<Medium["evidence"], string> = {
  measured: "measured on this kind of material", analogue: "taken from a close relative", physics: "reasoned from grain size and structure",
};
export const REWETTING_WORDS: Record<Medium["rewetting"]["behaviour"], string> = {
  easy: "takes water up at once", slow: "takes water up slowly", "hydrophobic-below-theta": "sheds water once dry",
};
export const COST_WORDS: Record<Medium["costClass"], string> = { low: "cheap", medium: "middling", high: "dear" };
const FIT_WORDS: Record<Suitability, string> = { ok: "suits", caution: "with care", avoid: "keep away from" };

/** What a medium must not be used for, and for whom with care; what suits is not listed. */
export function cautionLines({ safety }: Medium): { readonly text: string; readonly trouble: boolean }[] {
  return ([["amphibians", safety.amphibians], ["invertebrates", safety.invertebrates], ["carnivorous plants", safety.carnivorousPlants]] as const)
    .flatMap(([who, fit]) => (fit === "ok" ? [] : [{ text: `${who}: ${FIT_WORDS[fit]}`, trouble: fit === "avoid" }]));
}
