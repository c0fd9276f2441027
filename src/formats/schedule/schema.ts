import { z } from "zod";
import type { ItemMark } from "../../core/schedule/due";
import { parseIsoDay, WEEK_DAYS, type DayNumber } from "../../core/units/day-number";
import { setupId } from "../ids";

/** What is said of how a setup is kept, as it is stored and as it comes from a browser. Days are ISO 8601: "2026-12-02". */

const FIRST = parseIsoDay("1990-01-01")!;
const LAST = parseIsoDay("2199-12-31")!;

/** A day of the calendar, written as one and read as a number of days. */
export const day = z.string().refine(
  (text) => {
    const read = parseIsoDay(text);
    return read !== undefined && read >= FIRST && read <= LAST;
  },
  { message: "must be a day such as 2026-12-02, from 1990 to 2199" },
);
export const dayOf = (text: string): DayNumber => parseIsoDay(text)!;

/** The key of what is due: a series, and which of it. */
const key = z
  .string()
  .min(1)
  .max(160)
  .regex(/^[\w:.@#-]+$/u, { message: "is no key of what is due" });

const itemEntry = z.discriminatedUnion("is", [
  z.strictObject({ about: z.literal("item"), key, is: z.enum(["done", "skipped"]), on: day }),
  z.strictObject({ about: z.literal("item"), key, is: z.literal("moved"), on: day }),
  z.strictObject({ about: z.literal("item"), key, is: z.literal("open") }),
]);
export const keepingEntry = z.discriminatedUnion("about", [
  itemEntry,
  /** Whether a series keeps to the house's days, where the house has some. */
  z.strictObject({ about: z.literal("series"), key, days: z.enum(["house", "own"]) }),
  /** Since when it stands, where that is not when it was drawn or built here; and whether the calendar has it. */
  z.strictObject({ about: z.literal("setup"), since: day.nullable(), inCalendar: z.boolean() }),
]);
export type KeepingEntry = z.infer<typeof keepingEntry>;

export const markOf = (entry: Extract<KeepingEntry, { about: "item" }>): ItemMark => {
  switch (entry.is) {
    case "done":
    case "skipped":
      return { kind: entry.is, on: dayOf(entry.on) };
    case "moved":
      return { kind: "moved", to: dayOf(entry.on) };
    case "open":
      return { kind: "open" };
    default:
      return entry satisfies never;
  }
};

const sent = z.strictObject({ entryId: z.string().min(8).max(40), entry: keepingEntry });
export const keepInput = z.strictObject({ setupId, entries: z.array(sent).min(1).max(500) });
export type KeepInput = z.infer<typeof keepInput>;

/** Weekdays on which the house is looked after, from 0 a Monday; each once, in order. */
export const houseDays = z
  .array(
    z
      .number()
      .int()
      .min(0)
      .max(WEEK_DAYS - 1),
  )
  .max(WEEK_DAYS)
  .refine((days) => days.every((one, i) => i === 0 || one > days[i - 1]!), { message: "must be in order, each once" });
export const houseDaysInput = z.strictObject({ days: houseDays });
export type HouseDaysInput = z.infer<typeof houseDaysInput>;

export type KeepOutcome = { readonly status: "saved" } | { readonly status: "refused"; readonly message: string };
