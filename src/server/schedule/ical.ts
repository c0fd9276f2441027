import ical, { ICalCalendarMethod, ICalEventTransparency } from "ical-generator";
import type { DayNumber } from "../../core/units/day-number";
import { formatDays, isoDay } from "../../core/units/day-number";
import type { HouseDue } from "../../formats/schedule/shown";

/** A span that is longer is shown by its first days; all of it is told in words. */
const LONGEST_SPAN_DAYS = 21;

/**
 * What is due, as iCalendar (RFC 5545). All are whole days, which lie in no time zone. The id of each is that of what is
 * due, not of its day: a calendar that knows it moves it. Each change of a setup counts its number of changes up.
 */
export function icalOf(dues: readonly HouseDue[], { name, today }: { name: string; today: DayNumber }): string {
  const calendar = ical({
    name,
    method: ICalCalendarMethod.PUBLISH,
    prodId: { company: "Marlstone", product: "calendar", language: "EN" },
    ttl: 6 * 3600,
  });
  for (const due of dues) {
    if (due.state === "skipped") continue;
    const { window, on, state } = due;
    const to = state === "done" ? on : Math.min(Math.max(on, window.to), on + LONGEST_SPAN_DAYS - 1);
    const isDone = state === "done";
    calendar.createEvent({
      id: `${due.setupId}.${due.key.replaceAll("@", ".")}@marlstone`,
      sequence: due.changes,
      // one stamp a day: what has not changed reads the same
      stamp: utcDay(today),
      start: isoDay(on),
      end: isoDay(to + 1),
      allDay: true,
      floating: true,
      summary: `${isDone ? "Done: " : ""}${due.setupName}: ${due.title}`,
      description: isDone
        ? due.reason
        : `${due.reason}\n\nIf it is left: ${due.ifSkipped}\n\nCan be done ${formatDays(window.from, window.to)}. ${due.source}`,
      categories: [{ name: due.kind }],
      transparency: ICalEventTransparency.TRANSPARENT,
    });
  }
  return calendar.toString();
}

const utcDay = (day: DayNumber): Date => new Date(day * 86_400_000);
