import { calendarDateOf, weekdayOf, type DayNumber } from "../units/day-number";
import type { DayWindow, Due, ItemMark, Kept, Series } from "./due";

/** Looked at: what is due from a day to another, and which day it is. */
export type Span = {
  readonly from: DayNumber;
  readonly until: DayNumber;
  readonly today: DayNumber;
  /** Weekdays, from 0 a Monday, on which the house is looked after; none for any. */
  readonly houseDays: readonly number[];
};

/** More of one thing nobody is told ahead. */
const MOST_AHEAD = 800;
/** A window that no reckoning closes ends here. [days] */
const WIDEST_DAYS = 60;
/** What of a year was not done by so long after its days is left for the next. [days] */
const GIVEN_UP_DAYS = 45;

/** The days of one series, from what was done of it on. */
export function duesOf(series: Series, kept: Kept, span: Span): readonly Due[] {
  const { times } = series;
  switch (times.kind) {
    case "once": {
      const due = dueOf(series, series.id, times.window, kept, span);
      return isSeen(due, span) ? [due] : [];
    }
    case "yearly": {
      const years = [span.from, span.until].map((day) => calendarDateOf(day).year);
      return Array.from({ length: years[1]! - years[0]! + 3 }, (_, i) => years[0]! - 1 + i).flatMap((year) => {
        const window = times.of(year);
        if (!window || (times.fromStart ? window.from : window.to) < kept.since) return [];
        const due = dueOf(series, `${series.id}@${year}`, window, kept, span);
        const isGivenUp = due.state === "open" && !due.isMoved && window.to + GIVEN_UP_DAYS < span.today;
        return isSeen(due, span) && !isGivenUp ? [due] : [];
      });
    }
    case "next":
      return next(series, times, kept, span);
    case "again":
      return again(series, times, kept, span);
    default:
      return times satisfies never;
  }
}

/** Those of a span, and what is late on its way there. */
const isSeen = ({ state, on, window }: Due, { from, until }: Span): boolean =>
  on <= until && (state === "open" || Math.max(on, window.from) >= from);

function again(
  series: Series,
  times: Extract<Series["times"], { kind: "again" }>,
  kept: Kept,
  span: Span,
): readonly Due[] {
  const dues: Due[] = [];
  const last = Math.min(span.until, times.until ?? Infinity);
  const closes = (after: DayNumber, share: (worn: Worn) => number, most: DayNumber, whole = 1): DayNumber => {
    let worn = 0;
    for (let day = after + 1; day <= most; day++) {
      worn += share(times.wears(day));
      if (worn >= whole - ROUNDING) return day;
    }
    return most;
  };
  // each from the soonest, the likely and the latest day of the one before it: days widen, until they touch
  let [early, likely, late] = [times.from, times.from, times.from];
  let ahead = 0;
  for (let number = 1; ahead < MOST_AHEAD; number++) {
    const key = `${series.id}#${number}`;
    const said = kept.items.get(key);
    // what nobody said anything of here, and was done since the one before it
    const on = said ? undefined : times.doneOn?.find((day) => day > likely && day <= span.today);
    const mark: ItemMark | undefined = on === undefined ? said : { kind: "done", on };
    if (mark?.kind === "done" || mark?.kind === "skipped") {
      const due = dueOf(series, key, { from: mark.on, to: mark.on }, kept, span, undefined, mark);
      if (isSeen(due, span)) dues.push(due);
      early = likely = late = mark.on;
      continue;
    }
    const most = Math.max(last, span.today) + WIDEST_DAYS;
    const next = closes(likely, meanly, most);
    const from = Math.max(
      closes(early, ({ soonest }) => soonest, most),
      ahead > 0 ? closes(likely, meanly, most, 1 / 2) : -Infinity,
    );
    if (from > last) break;
    const to = Math.min(
      closes(late, ({ latest }) => latest, Math.max(from, late) + WIDEST_DAYS),
      ahead > 0 ? closes(likely, meanly, most, 3 / 2) : Infinity,
    );
    const due = dueOf(series, key, { from, to: Math.max(from, to) }, kept, span, early);
    if (isSeen(due, span)) dues.push(due);
    ahead++;
    // what is late is done today at the soonest; on a day that was chosen, it is done on that day
    const isFixed = due.isMoved || due.onHouseDays === true;
    early = Math.max(isFixed ? due.on : from, span.today);
    likely = Math.max(isFixed ? due.on : next, span.today);
    late = Math.max(isFixed ? due.on : due.window.to, span.today);
  }
  return dues;
}

/** A season of it comes within so many days, or it has none. */
const YEAR_AND_MORE = 400;

function next(
  series: Series,
  { from, lowDays, highDays, isTime = () => true }: Extract<Series["times"], { kind: "next" }>,
  kept: Kept,
  span: Span,
): readonly Due[] {
  const dues: Due[] = [];
  let last = from;
  for (let number = 1; ; number++) {
    const key = `${series.id}#${number}`;
    const mark = kept.items.get(key);
    const isSettled = mark?.kind === "done" || mark?.kind === "skipped";
    if (isSettled) last = mark.on;
    const first = inTime(last + lowDays, isTime);
    let to = inTime(Math.max(first, last + highDays), isTime);
    // to the end of that season, where it has one
    while (to + 1 < last + highDays + SEASON_DAYS && isTime(to + 1)) to++;
    const window = isSettled ? { from: mark.on, to: mark.on } : { from: first, to };
    const due = dueOf(series, key, window, kept, span);
    if (isSeen(due, span)) dues.push(due);
    if (!isSettled) return dues;
  }
}
const SEASON_DAYS = 60;

/** The first day from one on that is in time for it; that day itself where none is. */
function inTime(from: DayNumber, isTime: (day: DayNumber) => boolean): DayNumber {
  for (let day = from; day < from + YEAR_AND_MORE; day++) if (isTime(day)) return day;
  return from;
}

const meanly = ({ soonest, latest }: Worn): number => (soonest + latest) / 2;
type Worn = { readonly soonest: number; readonly latest: number };
const ROUNDING = 1e-9;

function dueOf(
  series: Series,
  key: string,
  window: DayWindow,
  kept: Kept,
  span: Span,
  after = -Infinity,
  mark = kept.items.get(key),
): Due {
  const mayWait = series.isFree && span.houseDays.length > 0;
  const waits = mayWait && !kept.own.has(series.id);
  const plain = waits ? houseDayFor(window, span.houseDays, after) : window.from;
  const on = dayOf(mark, plain);
  const said = (words: string | ((on: DayNumber) => string)): string => (typeof words === "string" ? words : words(on));
  return {
    key,
    seriesId: series.id,
    kind: series.kind,
    title: said(series.title),
    // what waits for a day of the house can be done from that day on
    window: mark?.kind === "moved" ? { from: mark.to, to: mark.to } : { ...window, from: Math.min(window.from, on) },
    on,
    state: mark?.kind === "done" ? "done" : mark?.kind === "skipped" ? "skipped" : "open",
    isMoved: mark?.kind === "moved",
    onHouseDays: mayWait ? waits : undefined,
    reason: said(series.reason),
    ifSkipped: series.ifSkipped,
    source: series.source,
  };
}

const dayOf = (mark: ItemMark | undefined, plain: DayNumber): DayNumber => {
  switch (mark?.kind) {
    case "done":
    case "skipped":
      return mark.on;
    case "moved":
      return mark.to;
    default:
      return plain;
  }
};

/** The first of the house's days in a window; else the last before it, as long as that is after what was done last. */
function houseDayFor({ from, to }: DayWindow, houseDays: readonly number[], after: number): DayNumber {
  for (let day = from; day <= to; day++) if (houseDays.includes(weekdayOf(day))) return day;
  for (let day = from - 1; day > Math.max(after, from - 7); day--) if (houseDays.includes(weekdayOf(day))) return day;
  return from;
}
