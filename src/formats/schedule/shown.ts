import type { Due } from "../../core/schedule/due";

/** What of the house is due, and of which setup. */
export type HouseDue = Due & {
  readonly setupId: string;
  readonly setupName: string;
  /** How often that one, or how it is kept, was changed. */
  readonly changes: number;
};
