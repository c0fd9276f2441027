/** A value that is known no better than between two ends, and the likely one. */
export type Range = { readonly low: number; readonly typical: number; readonly high: number };

/** How far a number can be relied on. */
export type Confidence = "high" | "medium" | "low";
