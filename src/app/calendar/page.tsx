import type { Metadata } from "next";
import { cookies } from "next/headers";
import { z } from "zod";
import {
  calendarDateOf,
  dayNumberOf,
  parseIsoDay,
  weekdayOf,
  WEEK_DAYS,
  type DayNumber,
} from "@/core/units/day-number";
import { isDueOn } from "@/core/schedule/due";
import { readPreferences } from "@/formats/preferences/schema";
import { day as dayText } from "@/formats/schedule/schema";
import { feedPath, marlstone } from "@/server";
import { CalendarPage } from "@/ui/schedule/calendar-page";
import { keepSchedule, renewCalendarFeed, setHouseDays } from "./actions";

export const metadata: Metadata = { title: "Calendar" };

/** Nothing is planned farther off, nor looked for longer ago. */
const FARTHEST_DAYS = 3 * 366;
const MONTH = /^(\d{4})-(\d{2})$/u;
const query = z.object({
  day: dayText.optional().catch(undefined),
  month: z.string().regex(MONTH).optional().catch(undefined),
  as: z.enum(["month", "list"]).catch("month"),
});

export default async function HouseCalendarPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  const asked = query.parse(await searchParams);
  const house = marlstone();
  const today = house.schedule.today();
  const near = (at: DayNumber | undefined): DayNumber | undefined =>
    at !== undefined && Math.abs(at - today) <= FARTHEST_DAYS ? at : undefined;
  const day = near(asked.day === undefined ? undefined : parseIsoDay(asked.day));
  const named = near(asked.month === undefined ? undefined : parseIsoDay(`${asked.month}-01`));
  const first = named ?? firstOfMonth(day ?? today);
  const { year, month } = calendarDateOf(first);
  const last = dayNumberOf({ year, month: month + 1, day: 1 }) - 1;
  // whole weeks around it
  const from = first - weekdayOf(first);
  const until = last + (WEEK_DAYS - 1 - weekdayOf(last));
  const jar = await cookies();
  const system = readPreferences((name) => jar.get(name)?.value).units;
  const shown = day ?? today;
  const dues = await house.schedule.ofHouse({
    from: Math.min(from, shown),
    until: Math.max(until, today, shown),
    today,
    system,
  });
  const inMonth = dues
    // what is still open stands on today, not on the day it could first be done
    .map((due) => ({ ...due, on: due.state === "open" ? Math.max(due.on, today) : due.on }))
    .filter(({ on }) => on >= from && on <= until)
    .sort((a, b) => a.on - b.on);
  return (
    <CalendarPage
      today={today}
      shown={shown}
      first={first}
      from={from}
      until={until}
      as={asked.as}
      // what is told in full is of the day; of the others, what and where
      ofDay={dues
        .filter((due) => (shown === today ? isDueOn(due, today) || due.on === today : due.on === shown))
        // what has to be done soonest, first
        .sort((a, b) => a.window.to - b.window.to)}
      inMonth={inMonth.map((due) => ({
        key: due.key,
        setupId: due.setupId,
        setupName: due.setupName,
        title: due.title,
        kind: due.kind,
        on: due.on,
        window: due.window,
        state: due.state,
      }))}
      standing={house.places.list().length > 0}
      houseDays={house.schedule.houseDays()}
      feedPath={feedPath()}
      keep={keepSchedule}
      setHouseDays={setHouseDays}
      renewFeed={renewCalendarFeed}
    />
  );
}

const firstOfMonth = (day: number): number => {
  const { year, month } = calendarDateOf(day);
  return dayNumberOf({ year, month, day: 1 });
};

// what is stored, and the day it is, decide what is shown
export const dynamic = "force-dynamic";
