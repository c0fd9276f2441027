import type { What } from "../../core/log/vocabulary";
import type { Problem } from "../../core/units/problem";
import type { LogPageInput, LogRow, LogRowState } from "./schema";

/** A row of a log as a page shows it. */
export type LogRowShown = LogRow & {
  /** Its place among those of the same minute. */
  readonly key: number;
  readonly version: number;
  readonly takenOut: boolean;
  readonly source: string;
};

export type LogPage = {
  readonly rows: readonly LogRowShown[];
  /** Where the page after it begins; null when there is none. */
  readonly before: LogPageInput["before"];
};

/** Readings of one thing by time: each, or a mean of each day with its least and greatest where there are many. */
export type LogSeries = {
  readonly what: What;
  readonly isByDay: boolean;
  readonly points: readonly {
    readonly at: string;
    readonly value: number;
    readonly low: number;
    readonly high: number;
  }[];
};

export type LogVersion = { readonly version: number; readonly savedAt: string; readonly state: LogRowState };

export type LogOutcome =
  | { readonly status: "saved"; readonly added: number }
  /** Somebody changed it since it was read: this is how it is now. */
  | { readonly status: "changed-since"; readonly row: LogRowShown }
  | { readonly status: "refused"; readonly message: string };

export type ImportOutcome =
  | {
      readonly status: "read" | "saved";
      readonly rows: number;
      /** Of these: new ones, those that are here as they are, and those that are here and say otherwise, which stay. */
      readonly added: number;
      readonly known: number;
      readonly otherwise: number;
      readonly first: string | null;
      readonly last: string | null;
    }
  | { readonly status: "refused"; readonly problems: readonly Problem[] };
