"use client";
import Link from "next/link";
import { useState } from "react";
import type { Due } from "@/core/schedule/due";
import { monthName } from "@/core/units/calendar-date";
import { calendarDateOf, formatDayInFull, isoDay, parseIsoDay, type DayNumber } from "@/core/units/day-number";
import { BesidePages, SetupHead } from "../head/setup-pages";
import { SiteHeader } from "../head/site-header";
import { DueItem } from "./due-item";
import { oneEntry, useKeeping, type Keep } from "./use-keeping";

/** What one setup asks of who keeps it, from what is late to a year ahead. */
export function SetupSchedulePage({
  setupId,
  name,
  today,
  schedule,
  why,
  keep,
}: {
  setupId: string;
  name: string;
  today: DayNumber;
  schedule:
    | {
        readonly dues: readonly Due[];
        readonly notes: readonly string[];
        readonly since: DayNumber;
        readonly isSinceSaid: boolean;
        readonly inCalendar: boolean;
      }
    | undefined;
  /** What keeps it from having a schedule. */
  why: string;
  keep: Keep;
}) {
  const months = new Map<string, Due[]>();
  for (const due of schedule?.dues ?? []) {
    const { year, month } = calendarDateOf(due.on);
    const key = due.state === "open" && due.on <= today ? "Now" : `${monthName(month - 1)} ${year}`;
    months.set(key, [...(months.get(key) ?? []), due]);
  }
  return (
    <>
      <SiteHeader>
        <SetupHead setupId={setupId} here="/schedule" name={name || "Without a name"} />
      </SiteHeader>
      <main className="mx-auto max-w-4xl px-4 pb-16 pt-4">
        <BesidePages setupId={setupId} here="/schedule" />
        <p className="hidden font-serif text-2xl font-semibold print:block">{name || "Without a name"}</p>
        {schedule ? (
          <>
            <p className="max-w-[75ch] leading-snug text-soft">
              From its design, its place and its water; what you tick off moves what follows. The whole house is on the{" "}
              <Link href="/calendar">calendar</Link>; this one alone{" "}
              <a href={`/calendar/file?setup=${setupId}`}>as a file for another</a>.
            </p>
            <KeptForm
              key={`${schedule.since} ${schedule.inCalendar}`}
              setupId={setupId}
              since={schedule.since}
              isSinceSaid={schedule.isSinceSaid}
              inCalendar={schedule.inCalendar}
              keep={keep}
            />
            {schedule.notes.map((note) => (
              <p key={note} className="mt-2 max-w-[75ch] leading-snug">
                {note}
              </p>
            ))}
            {[...months].map(([month, dues]) => (
              <section key={month} aria-label={month} className="mt-4">
                <h2 className="text-lg">{month}</h2>
                <ul>
                  {dues.map((due) => (
                    <DueItem
                      key={`${due.key} ${due.state} ${due.on}`}
                      due={due}
                      setupId={setupId}
                      today={today}
                      keep={keep}
                    />
                  ))}
                </ul>
              </section>
            ))}
          </>
        ) : (
          <p className="max-w-[70ch] leading-snug">
            {why} Choose its place on <Link href={`/setups/${setupId}#place`}>its own page</Link>.
          </p>
        )}
      </main>
    </>
  );
}

/** Since when it stands, and whether the house's calendar has it. */
function KeptForm({
  setupId,
  since,
  isSinceSaid,
  inCalendar,
  keep,
}: {
  setupId: string;
  since: DayNumber;
  isSinceSaid: boolean;
  inCalendar: boolean;
  keep: Keep;
}) {
  const { said, busy, send } = useKeeping();
  const [day, setDay] = useState(isoDay(since));
  // shown as it was pressed, until it is known not to be stored
  const [isIn, setIn] = useState(inCalendar);
  const chosen = parseIsoDay(day);
  const store = (change: { since?: string | null; inCalendar?: boolean }): void =>
    send(
      () =>
        keep(
          oneEntry(setupId, {
            about: "setup",
            since: change.since === undefined ? (isSinceSaid ? isoDay(since) : null) : change.since,
            inCalendar: change.inCalendar ?? inCalendar,
          }),
        ),
      undefined,
      () => setIn(inCalendar),
    );
  return (
    <div className="no-print mt-2 flex flex-wrap items-end gap-x-4 gap-y-2 border-t border-rule pt-2">
      <label className="text-sm text-soft">
        Put up on
        <input
          type="date"
          className="field block text-base text-ink"
          value={day}
          min="1990-01-01"
          max="2199-12-31"
          aria-describedby="put-up-said"
          onChange={(event) => setDay(event.target.value)}
        />
      </label>
      <button
        type="button"
        className="press"
        disabled={busy || chosen === undefined || chosen === since}
        onClick={() => store({ since: day })}
      >
        Count from this day
      </button>
      <label className="inline-flex items-center gap-1.5 pointer-coarse:min-h-11">
        <input
          type="checkbox"
          checked={isIn}
          disabled={busy}
          onChange={(event) => {
            setIn(event.target.checked);
            store({ inCalendar: event.target.checked });
          }}
        />
        In the house’s calendar
      </label>
      <p id="put-up-said" className="basis-full text-sm text-soft">
        {isSinceSaid
          ? `It stands since ${formatDayInFull(since)}.`
          : `Nobody said since when it stands: it is counted from ${formatDayInFull(since)}, when it was drawn or begun to be built here.`}
      </p>
      <p role="status" className="said basis-full text-[0.95rem] leading-snug">
        {said}
      </p>
    </div>
  );
}
