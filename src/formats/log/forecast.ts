/** A forecast as a page shows it. */
export type ForecastShown =
  | {
      readonly status: "told";
      readonly line: string;
      readonly learned: readonly string[];
      readonly readings: number;
      /** The first of the rows it learned from. */
      readonly since: string;
      /** Whether levels were what was measured: then they are drawn ahead. [cm] */
      readonly band: readonly {
        readonly at: string;
        readonly value: number;
        readonly low: number;
        readonly high: number;
      }[];
    }
  /** Why there is none. */
  | { readonly status: "none"; readonly why: string };
