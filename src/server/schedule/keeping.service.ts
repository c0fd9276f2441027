import { dayOfMoment } from "../../core/log/moment";
import type { ItemMark, Kept } from "../../core/schedule/due";
import type { DayNumber } from "../../core/units/day-number";
import { fromText, parseWith } from "../../formats/problems";
import {
  dayOf,
  houseDays as houseDaysSchema,
  keepingEntry,
  markOf,
  type HouseDaysInput,
  type KeepInput,
  type KeepOutcome,
} from "../../formats/schedule/schema";
import { newestBuild } from "../builds/builds.repo";
import { writing, type Db } from "../db/client";
import { setupRow } from "../setups/setups.repo";
import { FILLINGS, wateringChanges, wateringsOf } from "../log/log.repo";
import * as repo from "./keeping.repo";

/** How a setup is kept, as far as anybody said. */
export type Keeping = Kept & {
  readonly inCalendar: boolean;
  /** Whether it was said since when it stands; else it counts from when it was drawn, or begun to be built. */
  readonly isSinceSaid: boolean;
  /** How often it or what is said of its keeping was changed: a calendar's number of its change. */
  readonly changes: number;
};

/** The day a moment is in, where the server stands. */
export const localDay = (at: Date): DayNumber =>
  Math.round(Date.UTC(at.getFullYear(), at.getMonth(), at.getDate()) / 86_400_000);

/** Undefined for a setup that is not there. */
export function keepingOf(db: Db, setupId: string): Keeping | undefined {
  const row = setupRow(db, setupId);
  if (!row) return undefined;
  const items = new Map<string, ItemMark>();
  const own = new Set<string>();
  let said: { readonly since: string | null; readonly inCalendar: boolean } = { since: null, inCalendar: true };
  const entries = repo.KEEPING.all(db, setupId);
  for (const { document } of entries) {
    const parsed = fromText(document, (value) => parseWith(keepingEntry, value));
    // an entry that cannot be read says nothing; those before it still do
    if (!parsed.ok) continue;
    const entry = parsed.value;
    if (entry.about === "item") items.set(entry.key, markOf(entry));
    else if (entry.about === "setup") said = entry;
    else if (entry.days === "own") own.add(entry.key);
    else own.delete(entry.key);
  }
  const since = said.since ?? undefined;
  return {
    since: since === undefined ? localDay(new Date(newestBuild(db, setupId)?.begunAt ?? row.createdAt)) : dayOf(since),
    items,
    own,
    watered: wateringsOf(db, setupId).map(({ at, what }) => ({
      on: dayOfMoment(at),
      isFilled: (FILLINGS as readonly string[]).includes(what),
    })),
    inCalendar: said.inCalendar,
    isSinceSaid: since !== undefined,
    changes: entries.length + row.version + wateringChanges(db, setupId),
  };
}

const WATER_KEY = /^water#\d+$/u;
/** Days on which watering it was ticked off. */
export const wateredTicks = (db: Db, setupId: string): readonly DayNumber[] =>
  [...(keepingOf(db, setupId)?.items ?? [])].flatMap(([key, mark]) =>
    WATER_KEY.test(key) && mark.kind === "done" ? [mark.on] : [],
  );

/** Adds what was done and said, each once however often it is sent. */
export function keep(db: Db, { setupId, entries }: KeepInput, now: () => string): KeepOutcome {
  return writing(db, (tx): KeepOutcome => {
    if (!setupRow(tx, setupId)) return { status: "refused", message: "There is no such setup here." };
    for (const { entryId, entry } of entries)
      repo.KEEPING.add(tx, { setupId, entryId, document: JSON.stringify(entry), savedAt: now() });
    return { status: "saved" };
  });
}

const HOUSE_DAYS = "house-days";

/** Weekdays on which the house is looked after; none for any. */
export function houseDaysOf(db: Db): readonly number[] {
  const row = repo.settingRow(db, HOUSE_DAYS);
  const parsed = row && fromText(row.document, (value) => parseWith(houseDaysSchema, value));
  return parsed?.ok ? parsed.value : [];
}

export function setHouseDays(db: Db, { days }: HouseDaysInput, now: () => string): KeepOutcome {
  writing(db, (tx) => repo.setSetting(tx, { name: HOUSE_DAYS, document: JSON.stringify(days), savedAt: now() }));
  return { status: "saved" };
}
