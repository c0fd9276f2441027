import type { Due } from "../../core/schedule/due";

/** What of the house is due, and of which setup. */
export type HouseDue = Due & {
  readonly setupId: string;
  readonly setupName: string;
  /** How often anything was said of how that one is kept. */
  readonly changes: number;
};
