"use client";
import Link from "next/link";
import { useState } from "react";
import { ChevronLeft, ChevronRight } from "lucide-react";
import { isLate } from "@/core/schedule/due";
import { monthName } from "@/core/units/calendar-date";
import {
  calendarDateOf,
  dayNumberOf,
  formatDayInFull,
  formatDays,
  isoDay,
  WEEKDAYS,
  weekdayOf,
  type DayNumber,
} from "@/core/units/day-number";
import type { HouseDaysInput, KeepOutcome } from "@/formats/schedule/schema";
import type { HouseDue } from "@/formats/schedule/shown";
import { SiteHeader } from "../head/site-header";
import { DueItem } from "./due-item";
import { MonthGrid, type DueInMonth } from "./month-grid";
import { oneEntry, useKeeping, type Keep } from "./use-keeping";

/** The whole house by the month: what is due on a day, the month around it, the days the house is looked after on, its feed. */
export function CalendarPage({
  today,
  shown,
  first,
  from,
  until,
  as,
  ofDay,
  inMonth,
  standing,
  houseDays,
  feedPath,
  keep,
  setHouseDays,
  renewFeed,
}: {
  today: DayNumber;
  /** The day that is told in full. */
  shown: DayNumber;
  /** The first of the month, and the whole weeks around it. */
  first: DayNumber;
  from: DayNumber;
  until: DayNumber;
  as: "month" | "list";
  ofDay: readonly HouseDue[];
  inMonth: readonly DueInMonth[];
  /** Whether there is any place for setups to stand at. */
  standing: boolean;
  houseDays: readonly number[];
  feedPath: string | undefined;
  keep: Keep;
  setHouseDays: (input: HouseDaysInput) => Promise<KeepOutcome>;
  renewFeed: () => Promise<KeepOutcome>;
}) {
  const { year, month } = calendarDateOf(first);
  const name = `${monthName(month - 1)} ${year}`;
  const monthAt = (by: number): string => isoDay(dayNumberOf({ year, month: month + by, day: 1 })).slice(0, 7);
  const other = as === "list" ? "&as=list" : "";
  const link = "press inline-flex items-center no-underline";
  const open = ofDay.filter(({ state }) => state === "open");
  return (
    <>
      <SiteHeader>
        <h1 className="text-lg leading-snug">Calendar</h1>
      </SiteHeader>
      <main className="mx-auto max-w-[90rem] px-4 pb-16 pt-3">
        {inMonth.length === 0 && ofDay.length === 0 && !standing && (
          <p className="max-w-[70ch] leading-snug">
            Nothing stands anywhere yet. <Link href="/places/new">Describe a place</Link>, and give your setups their
            place on their own pages: what they ask of you then comes here by itself.
          </p>
        )}
        <div className="grid gap-x-8 gap-y-4 lg:grid-cols-[22rem_minmax(0,1fr)]">
          <section aria-label="The day" className={as === "list" ? "no-print" : "print:hidden"}>
            <h2 className="text-lg leading-snug">{formatDayInFull(shown)}</h2>
            <p className="text-sm text-soft">
              {shown === today ? "Today, with what is still open. " : ""}
              {open.length === 0 ? "Nothing to do." : `${open.length} to do.`}
              {shown === today ? null : (
                <>
                  {" "}
                  <Link href="/calendar">Today</Link>
                </>
              )}
            </p>
            <ul className="mt-1">
              {ofDay.map((due) => (
                <DueItem
                  key={`${due.setupId} ${due.key} ${due.state} ${due.on}`}
                  due={due}
                  setupId={due.setupId}
                  setupName={due.setupName}
                  today={today}
                  keep={keep}
                />
              ))}
            </ul>
            {shown === today && <ClearLate dues={ofDay} today={today} keep={keep} />}
          </section>
          <section aria-label={name} className="min-w-0">
            <div className="flex flex-wrap items-center gap-x-2 gap-y-1">
              <h2 className="mr-2 text-lg">{name}</h2>
              <span className="no-print flex flex-wrap items-center gap-2">
                <Link
                  href={`/calendar?month=${monthAt(-1)}${other}`}
                  className={link}
                  aria-label="The month before"
                  scroll={false}
                >
                  <ChevronLeft size={16} aria-hidden />
                </Link>
                <Link
                  href={`/calendar?month=${monthAt(1)}${other}`}
                  className={link}
                  aria-label="The month after"
                  scroll={false}
                >
                  <ChevronRight size={16} aria-hidden />
                </Link>
                <Link
                  href={`/calendar?month=${monthAt(0)}${as === "list" ? "" : "&as=list"}`}
                  className={link}
                  scroll={false}
                >
                  {as === "list" ? "As a month" : "As a list"}
                </Link>
                <button type="button" className="press" onClick={() => window.print()}>
                  Print {as === "list" ? "the list" : "the month"}
                </button>
              </span>
            </div>
            <div className="mt-2">
              {as === "list" ? (
                <WallList dues={inMonth.filter(({ on }) => on >= first && calendarDateOf(on).month === month)} />
              ) : (
                <MonthGrid first={first} from={from} until={until} today={today} shown={shown} dues={inMonth} />
              )}
            </div>
            <div className="no-print mt-4 grid gap-x-8 gap-y-4 md:grid-cols-2">
              <HouseDays days={houseDays} setHouseDays={setHouseDays} />
              <Feed path={feedPath} renewFeed={renewFeed} />
            </div>
          </section>
        </div>
      </main>
    </>
  );
}

/** Everything that is late, done: for who did it and wrote nothing down. */
function ClearLate({ dues, today, keep }: { dues: readonly HouseDue[]; today: DayNumber; keep: Keep }) {
  const { said, busy, send } = useKeeping();
  const late = dues.filter((due) => isLate(due, today));
  if (late.length < 2 && said === "") return null;
  const all = async (): Promise<KeepOutcome> => {
    const setups = [...new Set(late.map(({ setupId }) => setupId))];
    for (const setupId of setups) {
      const entries = late
        .filter((due) => due.setupId === setupId)
        .flatMap(({ key }) => oneEntry(setupId, { about: "item", key, is: "done", on: isoDay(today) }).entries);
      const outcome = await keep({ setupId, entries });
      if (outcome.status !== "saved") return outcome;
    }
    return { status: "saved" };
  };
  return (
    <p className="no-print mt-2">
      <button type="button" className="press" disabled={busy} onClick={() => send(all)}>
        All {late.length} that are late were done: count from today
      </button>
      <span role="status" className="said block text-[0.95rem] leading-snug">
        {said}
      </span>
    </p>
  );
}

/** What is due in a month, for a wall: by day, with a box to tick. */
function WallList({ dues }: { dues: readonly DueInMonth[] }) {
  if (dues.length === 0) return <p>Nothing is due in this month.</p>;
  return (
    <table className="w-full border-collapse leading-snug">
      <thead>
        <tr className="border-b-2 border-ink text-left">
          <th className="w-24 py-1 pr-3">Day</th>
          <th className="w-8" aria-label="Done" />
          <th className="py-1 pr-3">What</th>
          <th className="py-1 pr-3">Of which</th>
          <th className="hidden w-32 py-1 sm:table-cell print:table-cell">Can be done</th>
        </tr>
      </thead>
      <tbody>
        {dues.map((due, i) => (
          <tr key={`${due.setupId} ${due.key}`} className="border-b border-rule align-top">
            <td className="py-0.5 pr-3 tabular-nums">
              {i > 0 && dues[i - 1]!.on === due.on
                ? ""
                : `${WEEKDAYS[weekdayOf(due.on)]!.slice(0, 2)} ${formatDays(due.on, due.on)}`}
            </td>
            <td className="py-0.5">{due.state === "open" ? "☐" : due.state === "done" ? "☑" : "–"}</td>
            <td className="py-0.5 pr-3">{due.title}</td>
            <td className="py-0.5 pr-3 text-soft">{due.setupName || "Without a name"}</td>
            <td className="hidden py-0.5 text-soft sm:table-cell print:table-cell">
              {formatDays(due.window.from, due.window.to)}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function HouseDays({
  days,
  setHouseDays,
}: {
  days: readonly number[];
  setHouseDays: (input: HouseDaysInput) => Promise<KeepOutcome>;
}) {
  const { said, busy, send } = useKeeping();
  // shown as it was pressed, until it is known not to be stored
  const [chosen, setChosen] = useState(days);
  const store = (next: readonly number[]): void => {
    setChosen(next);
    send(
      () => setHouseDays({ days: [...next] }),
      undefined,
      () => setChosen(days),
    );
  };
  return (
    <fieldset disabled={busy} className="border-t border-rule pt-2">
      <legend className="small-caps float-left w-full">Days of the house</legend>
      <p className="clear-both text-sm leading-snug text-soft">
        What can wait a little waits for them; what cannot does not. None: everything has its own days.
      </p>
      <div className="mt-1 flex flex-wrap gap-x-3 gap-y-1">
        {WEEKDAYS.map((name, day) => (
          <label key={name} className="inline-flex items-center gap-1 pointer-coarse:min-h-11">
            <input
              type="checkbox"
              checked={chosen.includes(day)}
              onChange={(event) =>
                store(
                  event.target.checked ? [...chosen, day].sort((a, b) => a - b) : chosen.filter((one) => one !== day),
                )
              }
            />
            {name}
          </label>
        ))}
      </div>
      <p role="status" className="said text-[0.95rem] leading-snug">
        {said}
      </p>
    </fieldset>
  );
}

function Feed({ path, renewFeed }: { path: string | undefined; renewFeed: () => Promise<KeepOutcome> }) {
  const { said, busy, send } = useKeeping();
  const [copied, setCopied] = useState("");
  const address =
    path === undefined ? undefined : `${typeof window === "undefined" ? "" : window.location.origin}${path}`;
  return (
    <div className="border-t border-rule pt-2">
      <h3 className="small-caps">In another calendar</h3>
      <p className="text-sm leading-snug text-soft">
        As an address that a calendar reads again and again, or <a href="/calendar/file">as a file</a>, half a year
        ahead. Who knows the address can read it, and nothing else; from other machines only as far as Marlstone is open
        to them.
      </p>
      {address !== undefined && (
        <label className="mt-1 block text-sm text-soft">
          Its address
          <input
            suppressHydrationWarning
            readOnly
            className="field block w-full font-mono text-xs text-ink"
            value={address}
            onFocus={(event) => event.target.select()}
          />
        </label>
      )}
      <div className="mt-1 flex flex-wrap gap-2">
        {address !== undefined && (
          <button
            type="button"
            className="press"
            onClick={() =>
              void navigator.clipboard
                ?.writeText(address)
                .then(() => setCopied("Copied."))
                .catch(() => setCopied("This browser does not let it be copied: mark it by hand."))
            }
          >
            Copy it
          </button>
        )}
        <button type="button" className="press" disabled={busy} onClick={() => send(renewFeed, () => setCopied(""))}>
          {address === undefined ? "Make its address" : "A new address; the old one is answered no more"}
        </button>
      </div>
      <p role="status" className="said text-[0.95rem] leading-snug">
        {said || copied}
      </p>
    </div>
  );
}
