import type { Medium, Suitability } from "@/core/media/medium";
import type { Range } from "@/core/units/range";
import { FLAG_WORDS } from "@/core/media/words";
import { formatHours, formatRange, threeFigures } from "@/core/units/units";

/** "3.4–4.8" */
export const rangeText = ({ low, high }: Range, digits = 2): string =>
  spanned(threeFigures(low, digits), threeFigures(high, digits));
export const percentRange = ({ low, high }: Range): string =>
  `${spanned(threeFigures(100 * low, 0), threeFigures(100 * high, 0))}\u00a0%`;
/** What reads the same at both ends is said once. */
const spanned = (low: string, high: string): string => (low === high ? low : `${low}–${high}`);

export const EVIDENCE_WORDS: Record<Medium["evidence"], string> = {
  measured: "measured on this kind of material",
  analogue: "taken from a close relative",
  physics: "reasoned from grain size and structure",
};
const REWETTING_WORDS: Record<Medium["rewetting"]["behaviour"], string> = {
  easy: "takes water up at once",
  slow: "takes water up slowly",
  "sheds-once-dry": "sheds water once dried past what a plant hangs at",
};

/** How it takes water again, and how long what sheds it must be wet. */
export function rewettingWords({ rewetting }: Pick<Medium, "rewetting">): string {
  const words = REWETTING_WORDS[rewetting.behaviour];
  if (rewetting.behaviour !== "sheds-once-dry") return words;
  const { low, high } = rewetting.givesWayHours;
  return `${words}, and gives way when wet for ${formatRange(low, high, formatHours)} (judged after Michel, Riviere & Bellon-Fontaine 2001 and Fields, Fonteno & Jackson 2014)`;
}
export const COST_WORDS: Record<Medium["costClass"], string> = { low: "cheap", medium: "middling", high: "dear" };
const FIT_WORDS: Record<Exclude<Suitability, "ok">, string> = { caution: "With care around", avoid: "Keep away from" };

export type CautionLine = { readonly text: string; readonly trouble: boolean };

/**
 * What media must not be used for, and for whom with care, the worst first; what suits is not listed. Of several, each
 * line says which it is of.
 */
export function cautionLines(media: readonly Medium[]): CautionLine[] {
  const of = (those: readonly Medium[]): string =>
    media.length === 1 ? "" : ` (${those.map(({ name }) => name).join("; ")})`;
  const who = (
    [
      ["amphibians", "amphibians"],
      ["invertebrates", "invertebrates"],
      ["carnivorous plants", "carnivorousPlants"],
    ] as const
  ).flatMap(([words, key]) =>
    (["avoid", "caution"] as const).flatMap((fit): CautionLine[] => {
      const those = media.filter(({ safety }) => safety[key] === fit);
      return those.length === 0 ? [] : [{ text: `${FIT_WORDS[fit]} ${words}${of(those)}`, trouble: fit === "avoid" }];
    }),
  );
  const flags = [...new Set(media.flatMap(({ safety }) => safety.flags))].flatMap((flag): CautionLine[] => {
    const words = FLAG_WORDS[flag];
    return words
      ? [
          {
            text: `${words.text.replace(/\.$/u, "")}${of(media.filter(({ safety }) => safety.flags.includes(flag)))}`,
            trouble: words.never === true,
          },
        ]
      : [];
  });
  return [...who, ...flags].sort((a, b) => Number(b.trouble) - Number(a.trouble));
}

/** Whether a line concerns animals that live in it, and nobody else. */
export const isOfAnimals = ({ text }: CautionLine): boolean =>
  /amphibian|invertebrate|\banimals?\b|\bfrogs?\b|burrow|swallowed|isopod/iu.test(text);
