import type { DayNumber } from "../units/day-number";

/** Things a setup asks of who keeps it, each with the days it can be done on, why, and what comes of leaving it. */
export type DueKind = "build" | "water" | "look" | "grow" | "feed" | "air" | "winter" | "upkeep" | "animals" | "move";

export type DayWindow = { readonly from: DayNumber; readonly to: DayNumber };

/** One thing to do. */
export type Due = {
  /** Stays what it is while its days move: a calendar knows it by this. */
  readonly key: string;
  /** What comes again, or once: all of one thing. */
  readonly seriesId: string;
  readonly kind: DueKind;
  readonly title: string;
  readonly window: DayWindow;
  /** The day it is put on: the first it can be done on, one of the house's days, or where the grower moved it. */
  readonly on: DayNumber;
  readonly state: "open" | "done" | "skipped";
  readonly isMoved: boolean;
  /** Keeps to the house's days, or could and does not; undefined where its days are not free. */
  readonly onHouseDays: boolean | undefined;
  readonly reason: string;
  readonly ifSkipped: string;
  /** Whose word it is, and how far it can be relied on. */
  readonly source: string;
};

/** Open, and its days are over. */
export const isLate = ({ state, window }: Pick<Due, "state" | "window">, today: DayNumber): boolean =>
  state === "open" && window.to < today;
/** To be done on a day: in its window, or late by then. */
export const isDueOn = (due: Pick<Due, "state" | "on">, today: DayNumber): boolean =>
  due.state === "open" && due.on <= today;

/** What a grower did with one of them. */
export type ItemMark =
  | { readonly kind: "done"; readonly on: DayNumber }
  | { readonly kind: "skipped"; readonly on: DayNumber }
  | { readonly kind: "moved"; readonly to: DayNumber }
  /** Whatever was said of it before is taken back. */
  | { readonly kind: "open" };

/** What is known of how a setup is kept. */
export type Kept = {
  /** The day it was put up. */
  readonly since: DayNumber;
  readonly items: ReadonlyMap<string, ItemMark>;
  /** Series that keep days of their own where the house has days. */
  readonly own: ReadonlySet<string>;
  /** Days on which its log says that it was watered, and whether it was filled; in their order. */
  readonly watered?: readonly WateredOn[] | undefined;
};
export type WateredOn = { readonly on: DayNumber; readonly isFilled: boolean };

/** A series of a kind that comes once, each year, or again and again. */
export type Times =
  | { readonly kind: "once"; readonly window: DayWindow }
  /** Undefined in a year that has none. Where it needs all of its time there, a setup that is put up later has it next year. */
  | {
      readonly kind: "yearly";
      readonly of: (year: number) => DayWindow | undefined;
      readonly fromStart?: true | undefined;
    }
  /** Once so many days after it was done last, in a season of its own; the one after it is not told before. */
  | {
      readonly kind: "next";
      readonly from: DayNumber;
      readonly lowDays: number;
      readonly highDays: number;
      readonly isTime?: ((day: DayNumber) => boolean) | undefined;
    }
  | {
      readonly kind: "again";
      readonly from: DayNumber;
      readonly until?: DayNumber | undefined;
      /** What a day uses up of the time to the next: by the soonest and by the latest reckoning. [1/days] */
      /** Days on which it was done as is known from elsewhere, in their order. */
      readonly doneOn?: readonly DayNumber[] | undefined;
      readonly wears: (day: DayNumber) => { readonly soonest: number; readonly latest: number };
    };

export type Series = {
  readonly id: string;
  readonly kind: DueKind;
  readonly title: string | ((on: DayNumber) => string);
  readonly reason: string | ((on: DayNumber) => string);
  readonly ifSkipped: string;
  readonly source: string;
  readonly times: Times;
  /** Whether a day or two more or less does not matter, so that it may wait for one of the house's days. */
  readonly isFree: boolean;
};

/** Of a mean month. */
export const MONTH_DAYS = 30.44;
export const HUSBANDRY = "General husbandry; low confidence.";

/** Comes again after so many days. */
export const every = (low: number, high: number): ReturnType<Extract<Times, { kind: "again" }>["wears"]> => ({
  soonest: 1 / low,
  latest: 1 / high,
});
export const PAUSED = { soonest: 0, latest: 0 } as const;
