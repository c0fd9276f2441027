import { z } from "zod";
import { isMoment } from "../../core/log/moment";
import { faultOf, LOG_KINDS, WHATS, type What } from "../../core/log/vocabulary";
import { setupId } from "../ids";

/** A log as it is stored, written into files and sent by a browser (docs/formats/log.md). */
export const LONGEST_NOTE = 500;
export const LONGEST_WHO = 40;
/** A log has no more than this, and a file brings no more. */
export const MOST_ROWS = 100_000;

export const rowId = z
  .string()
  .min(8, { message: "needs at least 8 characters" })
  .max(60)
  .regex(/^[\w:.-]+$/u, { message: "is not an id" });
export const moment = z
  .string()
  .refine(isMoment, { message: "must be a minute such as 2026-12-02T08:15, from 1990 to 2199" });

const SAYS = {
  at: moment,
  what: z.enum(WHATS as [What, ...What[]]),
  value: z.number().nullable(),
  word: z.string().max(40).nullable(),
  who: z.string().trim().max(LONGEST_WHO),
  note: z.string().trim().max(LONGEST_NOTE),
};

const sound = <S extends z.ZodType<Pick<LogRowSays, "what" | "value" | "word" | "note">>>(schema: S): S =>
  schema.superRefine((row, context) => {
    const fault = faultOf(row);
    if (fault !== undefined)
      context.addIssue({ code: "custom", path: [row.value === null ? "word" : "value"], message: fault });
    if (row.what === "noted" && row.note === "")
      context.addIssue({ code: "custom", path: ["note"], message: "a note needs words" });
  });

export type LogRowSays = {
  readonly at: string;
  readonly what: What;
  readonly value: number | null;
  readonly word: string | null;
  readonly who: string;
  readonly note: string;
};

export const logRow = sound(z.strictObject({ id: rowId, ...SAYS }));
export type LogRow = z.infer<typeof logRow>;

/** How a row was: what it said, and whether it was taken out. */
export const logRowState = sound(z.strictObject({ ...SAYS, takenOut: z.boolean() }));
export type LogRowState = z.infer<typeof logRowState>;

const key = z.number().int().min(1);
export const addLogInput = z.strictObject({ setupId, rows: z.array(logRow).min(1).max(500) });
export type AddLogInput = z.infer<typeof addLogInput>;

/** A row as it is to be from now on; `baseVersion` is what it was when it was read. */
export const changeLogInput = z.strictObject({ setupId, id: rowId, baseVersion: key, state: logRowState });
export type ChangeLogInput = z.infer<typeof changeLogInput>;

/** Which rows are looked at: of a kind, those taken out, or what was at or before a minute. */
export const logPageInput = z.strictObject({
  setupId,
  show: z.enum(["all", ...LOG_KINDS, "taken-out"]),
  until: moment.nullable(),
  before: z.strictObject({ at: moment, key }).nullable(),
});
export type LogPageInput = z.infer<typeof logPageInput>;

export const logVersionsInput = z.strictObject({ setupId, id: rowId });
export type LogVersionsInput = z.infer<typeof logVersionsInput>;

/** A file for a log: looked at first, stored after. */
export type ImportLogInput = { readonly setupId: string; readonly text: string; readonly store: boolean };
export const MOST_LOG_BYTES = 32 * 1024 * 1024;

export const forecastInput = z.strictObject({ setupId });
export type ForecastInput = z.infer<typeof forecastInput>;
