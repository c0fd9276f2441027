import Link from "next/link";
import { calendarDateOf, formatDayInFull, isoDay, WEEK_DAYS, WEEKDAYS, type DayNumber } from "@/core/units/day-number";
import type { HouseDue } from "@/formats/schedule/shown";

export type DueInMonth = Pick<HouseDue, "key" | "setupId" | "setupName" | "title" | "kind" | "on" | "window" | "state">;

/** Told in a cell; what is more is counted. */
const MOST_IN_CELL = 4;

/** What it is, as short as a cell is: its verb. */
const verb = (title: string): string =>
  /^(?:Fill up|Look round|The \S+|Give \S+|Take \S+|\S+)/u.exec(title)![0].replace(/[,:]$/u, "");

/** What is done on a day, each verb once, with the one it is done to, or with how many. */
function linesOf(dues: readonly DueInMonth[]): readonly Line[] {
  const lines = new Map<string, DueInMonth[]>();
  for (const due of dues) {
    const key = `${verb(due.title)} ${due.state === "open"}`;
    lines.set(key, [...(lines.get(key) ?? []), due]);
  }
  return [...lines].map(([key, of]) => ({
    key,
    verb: verb(of[0]!.title),
    of: new Set(of.map(({ setupId }) => setupId)).size === 1 ? of[0]!.setupName.split(",")[0]! : `${of.length} setups`,
    kind: of[0]!.kind,
    isOpen: of[0]!.state === "open",
    title: of.map(({ setupName, title }) => `${setupName}: ${title}`).join("\n"),
  }));
}
type Line = {
  readonly key: string;
  readonly verb: string;
  readonly of: string;
  readonly kind: DueInMonth["kind"];
  readonly isOpen: boolean;
  readonly title: string;
};

/** A month in whole weeks, each day with what is put on it. */
export function MonthGrid({
  first,
  from,
  until,
  today,
  shown,
  dues,
}: {
  first: DayNumber;
  from: DayNumber;
  until: DayNumber;
  today: DayNumber;
  shown: DayNumber;
  dues: readonly DueInMonth[];
}) {
  const { month } = calendarDateOf(first);
  const on = new Map<DayNumber, DueInMonth[]>();
  for (const due of dues) on.set(due.on, [...(on.get(due.on) ?? []), due]);
  const weeks = Array.from({ length: (until - from + 1) / WEEK_DAYS }, (_, week) => from + WEEK_DAYS * week);
  return (
    <table className="month-grid w-full table-fixed border-collapse text-sm">
      <thead>
        <tr>
          {WEEKDAYS.map((name) => (
            <th key={name} scope="col" className="px-1 text-left font-normal text-soft">
              <span className="sm:hidden">{name.slice(0, 2)}</span>
              <span className="hidden sm:inline">{name}</span>
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {weeks.map((monday) => (
          <tr key={monday}>
            {Array.from({ length: WEEK_DAYS }, (_, i) => monday + i).map((day) => {
              const date = calendarDateOf(day);
              const list = on.get(day) ?? [];
              const lines = linesOf(list);
              const open = list.filter(({ state }) => state === "open");
              return (
                <td
                  key={day}
                  className={`h-14 border border-rule p-0 align-top sm:h-24 ${date.month === month ? "" : "bg-[color-mix(in_srgb,var(--rule)_18%,transparent)] text-soft"} ${day === shown ? "shadow-[inset_0_0_0_2px_var(--ink)]" : ""}`}
                >
                  <Link
                    href={`/calendar?day=${isoDay(day)}`}
                    scroll={false}
                    aria-current={day === today ? "date" : undefined}
                    aria-label={`${formatDayInFull(day)}: ${list.length === 0 ? "nothing" : `${open.length} to do${open.length < list.length ? `, ${list.length - open.length} done` : ""}`}`}
                    className="block h-full px-1 py-0.5 leading-tight no-underline"
                  >
                    <span
                      className={`inline-block min-w-5 ${day === today ? "bg-ink px-1 text-center font-semibold text-paper" : ""}`}
                    >
                      {date.day}
                    </span>
                    {list.length > 0 && (
                      <span className="block text-center font-semibold sm:hidden print:hidden">
                        {open.length || "✓"}
                      </span>
                    )}
                    <span className="hidden sm:block print:block">
                      {lines.slice(0, MOST_IN_CELL).map((line) => (
                        <span
                          key={line.key}
                          className={`block truncate ${line.isOpen ? "" : "text-soft line-through"}`}
                          title={line.title}
                        >
                          <span className={line.kind === "water" ? "text-[var(--water)]" : ""}>{line.verb}</span>
                          <span className="text-soft"> {line.of}</span>
                        </span>
                      ))}
                      {lines.length > MOST_IN_CELL && (
                        <span className="text-soft">and {lines.length - MOST_IN_CELL} more</span>
                      )}
                    </span>
                  </Link>
                </td>
              );
            })}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
