/** What the grower does with water through a season. */
export type Regime = (
  | /** Filled or soaked when it wants it: at the refill mark, or at the roots' dry limit. */
    { readonly kind: "at-mark" }
    /** Every so many days. */
  | { readonly kind: "every"; readonly days: number }
  /** A float valve keeps its level. */
  | { readonly kind: "float" }
) & {
  /**
   * So much each time, from the top or into the store below, there no more than fills it. Where it is absent a store is
   * filled to its level, whatever that takes, and soil watered until it runs out below. [cm³]
   */
  readonly givesCm3?: number | undefined;
  /** On so many of the days it is to be watered it is forgotten; by chance, but the same each time. 0…1 */
  readonly missed?: number | undefined;
};

/** Days, from the first of the season, on which nobody comes. */
export type Away = { readonly fromDay: number; readonly days: number };

/** What a setup says of how it is watered. */
export const regimeOf = ({ wateredEveryDays }: { readonly wateredEveryDays: number | null }): Regime =>
  wateredEveryDays === null ? { kind: "at-mark" } : { kind: "every", days: wateredEveryDays };
