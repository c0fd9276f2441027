import type { Grade } from "./verdict";

/** A grade in words; apart from the sentences, which a page that shows a mark alone does not carry. */
export const GRADE_WORDS: Record<Grade, string> = {
  unsuited: "does not suit",
  care: "with care",
  unknown: "cannot tell",
  suits: "suits",
};
