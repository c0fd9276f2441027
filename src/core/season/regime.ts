/** What the grower does with water through a season. */
export type Regime =
  /** Filled or soaked when it wants it: at the refill mark, or at the roots' dry limit. */
  | { readonly kind: "at-mark" }
  /** Every so many days, to full. */
  | { readonly kind: "every"; readonly days: number }
  /** A float valve keeps its level. */
  | { readonly kind: "float" };

/** Days, from the first of the season, on which nobody comes. */
export type Away = { readonly fromDay: number; readonly days: number };

/** What a setup says of how it is watered. */
export const regimeOf = ({ wateredEveryDays }: { readonly wateredEveryDays: number | null }): Regime =>
  wateredEveryDays === null ? { kind: "at-mark" } : { kind: "every", days: wateredEveryDays };
