"use client";
import Link from "next/link";
import { Check, Undo2 } from "lucide-react";
import { useId, useState } from "react";
import { isLate, type Due } from "@/core/schedule/due";
import { formatDays, isoDay, parseIsoDay, type DayNumber } from "@/core/units/day-number";
import type { KeepingEntry } from "@/formats/schedule/schema";
import { oneEntry, useKeeping, type Keep } from "./use-keeping";

/** When it is due, in a few words. */
export function dueWords(due: Due, today: DayNumber): string {
  const { window, on, state } = due;
  if (state === "done") return `done ${formatDays(on, on)}`;
  if (state === "skipped") return `left out ${formatDays(on, on)}`;
  if (isLate(due, today)) return `late since ${formatDays(window.to, window.to)}`;
  if (window.to === today) return "today";
  return on <= today ? `until ${formatDays(window.to, window.to)}` : formatDays(window.from, window.to);
}

/** One thing to do: its tick, what it is, when; opened, why, what comes of leaving it, and other days for it. */
export function DueItem({
  due,
  setupId,
  setupName,
  today,
  keep,
}: {
  due: Due;
  setupId: string;
  /** Undefined where all are of one setup. */
  setupName?: string | undefined;
  today: DayNumber;
  keep: Keep;
}) {
  const { said, busy, send } = useKeeping();
  const [isOpen, setOpen] = useState(false);
  const dayId = useId();
  const [day, setDay] = useState(isoDay(Math.max(due.on, today)));
  const store = (entry: KeepingEntry): void => send(() => keep(oneEntry(setupId, entry)));
  const is = (what: "done" | "skipped" | "moved", on: DayNumber): void =>
    store({ about: "item", key: due.key, is: what, on: isoDay(on) });
  const isSettled = due.state !== "open";
  const late = isLate(due, today);
  const chosen = parseIsoDay(day);
  return (
    <li className="border-t border-rule py-1 first:border-t-0">
      <div className="flex items-start gap-2">
        {isSettled ? (
          <button
            type="button"
            className="press mt-0.5 inline-flex h-8 w-8 shrink-0 items-center justify-center p-0 pointer-coarse:h-11 pointer-coarse:w-11"
            aria-label={`Take back: ${due.title}`}
            disabled={busy}
            onClick={() => store({ about: "item", key: due.key, is: "open" })}
          >
            <Undo2 size={16} aria-hidden />
          </button>
        ) : (
          <button
            type="button"
            className="press mt-0.5 inline-flex h-8 w-8 shrink-0 items-center justify-center p-0 pointer-coarse:h-11 pointer-coarse:w-11"
            aria-label={`Done: ${due.title}${setupName ? `, ${setupName}` : ""}`}
            disabled={busy}
            onClick={() => is("done", today)}
          >
            <Check size={16} aria-hidden />
          </button>
        )}
        <div className="min-w-0 grow leading-snug">
          <button
            type="button"
            aria-expanded={isOpen}
            className={`block min-h-6 w-full bg-transparent text-left hover:underline ${isSettled ? "text-soft line-through" : ""}`}
            onClick={() => setOpen(!isOpen)}
          >
            {due.title}
          </button>
          <p className="flex min-w-0 gap-1 text-sm text-soft">
            <span className={`shrink-0 ${late ? "font-semibold text-trouble" : ""}`}>
              {dueWords(due, today)}
              {due.isMoved && !isSettled ? ", moved" : ""}
            </span>
            {setupName !== undefined && (
              <>
                <span aria-hidden>·</span>
                <Link href={`/setups/${setupId}/schedule`} className="inline-block min-h-6 truncate">
                  {setupName || "Without a name"}
                </Link>
              </>
            )}
          </p>
        </div>
      </div>
      {isOpen && (
        <div className="ml-10 mt-1 max-w-[65ch] leading-snug">
          <p>{due.reason}</p>
          <p className="text-soft">If it is left: {due.ifSkipped}</p>
          <p className="text-sm text-soft">{due.source}</p>
          {!isSettled && (
            <div className="no-print mt-1.5 flex flex-wrap items-end gap-2">
              <label htmlFor={dayId} className="text-sm text-soft">
                A day
                <input
                  id={dayId}
                  type="date"
                  className="field block text-base text-ink"
                  value={day}
                  min="1990-01-01"
                  max="2199-12-31"
                  onChange={(event) => setDay(event.target.value)}
                />
              </label>
              <button
                type="button"
                className="press"
                disabled={busy || chosen === undefined || chosen > today}
                onClick={() => is("done", chosen!)}
              >
                Done that day
              </button>
              <button
                type="button"
                className="press"
                disabled={busy || chosen === undefined}
                onClick={() => is("moved", chosen!)}
              >
                Move to it
              </button>
              <button type="button" className="press" disabled={busy} onClick={() => is("skipped", today)}>
                Leave it out
              </button>
              {due.isMoved && (
                <button
                  type="button"
                  className="press"
                  disabled={busy}
                  onClick={() => store({ about: "item", key: due.key, is: "open" })}
                >
                  Back to its own days
                </button>
              )}
              {due.onHouseDays !== undefined && (
                <button
                  type="button"
                  className="press"
                  disabled={busy}
                  onClick={() => store({ about: "series", key: due.seriesId, days: due.onHouseDays ? "own" : "house" })}
                >
                  {due.onHouseDays ? "Not on the house’s days" : "On the house’s days"}
                </button>
              )}
            </div>
          )}
        </div>
      )}
      {said !== "" && (
        <p role="status" className="said ml-10 text-[0.95rem] leading-snug">
          {said}
        </p>
      )}
    </li>
  );
}
