"use client";
import { useCallback, useState } from "react";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { momentOf } from "@/core/log/moment";
import { drawnIn, meaningOf, type What } from "@/core/log/vocabulary";
import { threeFigures, type UnitSystem } from "@/core/units/units";
import type { AddLogInput, LogPageInput, LogRow } from "@/formats/log/schema";
import type { LogOutcome, LogPage, LogSeries } from "@/formats/log/shown";
import { late } from "../common/late";
import { useUnits } from "../common/preferences";
import { SetupHead } from "../head/setup-pages";
import { SiteHeader } from "../head/site-header";
import { newRowId, useLogBox } from "./log-box";
import { LogFiles } from "./log-files";
import { lastWords, LogList, rowWords, type LogActions } from "./log-list";
import { QuickEntry } from "./quick-entry";
import { useForecast, WhatComes, type AskForecast } from "./what-comes";

const LogChart = late(
  () => import("./log-chart").then(({ LogChart: chart }) => chart),
  () => <p className="py-6 text-soft">drawing …</p>,
);

export type LogPageActions = LogActions & {
  readonly add: (input: AddLogInput) => Promise<LogOutcome>;
  readonly forecast: AskForecast;
};

const SHOWS: readonly (readonly [LogPageInput["show"], string])[] = [
  ["all", "Everything"],
  ["act", "Done"],
  ["reading", "Measured"],
  ["sign", "Noticed"],
  ["taken-out", "Taken out"],
];

/** Where a page of a log is found. */
export function logAddress(setupId: string, { show, until, before }: Omit<LogPageInput, "setupId">): string {
  const query = new URLSearchParams({
    ...(show !== "all" && { show }),
    ...(until !== null && { until: until.slice(0, 10) }),
    ...(before && { before: `${before.at}.${before.key}` }),
  }).toString();
  return `/setups/${setupId}/log${query === "" ? "" : `?${query}`}`;
}

/** The life of a setup: what was done to it, measured on it and noticed on it. */
export function SetupLogPage({
  setupId,
  name,
  depthCm,
  today,
  asked,
  page,
  last,
  series,
  actions,
}: {
  setupId: string;
  name: string;
  depthCm: number;
  /** Where the server stands: "2026-12-02". */
  today: string;
  asked: Omit<LogPageInput, "setupId">;
  page: LogPage;
  last: readonly LogRow[];
  series: readonly LogSeries[];
  actions: LogPageActions;
}) {
  const system = useUnits();
  const router = useRouter();
  const [said, setSaid] = useState("");
  const refresh = useCallback(() => router.refresh(), [router]);
  const { box, shown } = useLogBox(setupId, actions.add, refresh);
  const stored = new Set(page.rows.map(({ id }) => id));
  const waiting = shown.waiting.filter(({ id }) => !stored.has(id));
  const stamp = `${system} ${page.rows.map(({ id, version }) => `${id} ${version}`).join(",")}`;
  const coming = useForecast(setupId, actions.forecast, stamp);
  const lately = lastWords(last, today, system);
  return (
    <>
      <SiteHeader>
        <SetupHead setupId={setupId} here="/log" name={name || "Without a name"} />
      </SiteHeader>
      <main className="mx-auto max-w-4xl px-4 pb-16 pt-4">
        <p className="hidden font-serif text-2xl font-semibold print:block">{name || "Without a name"}</p>
        {lately && <p className="max-w-[75ch] leading-snug">{lately}</p>}
        <QuickEntry
          system={system}
          depthCm={depthCm}
          store={(rows) => {
            setSaid("");
            box.push(rows);
          }}
        />
        {waiting.length > 0 && (
          <section aria-label="Not stored yet" className="mt-2 border-l-2 border-rule-strong pl-3">
            <ul>
              {waiting.map((row) => (
                <li key={row.id} className="leading-snug text-soft">
                  {row.at.replace("T", " ")} {rowWords(row, system)}
                </li>
              ))}
            </ul>
            <p role="status" className="text-[0.95rem] leading-snug text-soft">
              {shown.sending === "refused"
                ? `Not stored: ${shown.said}`
                : shown.sending === "unreachable"
                  ? `Marlstone does not answer. ${shown.kept ? "It is kept in this browser" : "Leave this page open: this browser keeps nothing"}, and sent as soon as it does.`
                  : "Being stored …"}
            </p>
            {shown.sending === "refused" && (
              <p className="mt-1 flex gap-3">
                <button type="button" className="press" onClick={() => box.tryAgain()}>
                  Try again
                </button>
                <button type="button" className="press" onClick={() => box.giveUp()}>
                  Let it go
                </button>
              </p>
            )}
          </section>
        )}
        <WhatComes
          shown={coming}
          reckonAnew={() =>
            box.push([
              { id: newRowId(), at: momentOf(new Date()), what: "anew", value: null, word: null, who: "", note: "" },
            ])
          }
        />
        {series.length > 0 && (
          <Charts series={series} ahead={coming?.status === "told" ? coming.band : []} system={system} />
        )}
        <nav aria-label="What is shown" className="no-print mt-4 flex flex-wrap items-end gap-x-4 gap-y-1">
          {SHOWS.map(([show, words]) => (
            <Link
              key={show}
              href={logAddress(setupId, { show, until: asked.until, before: null })}
              aria-current={asked.show === show ? "page" : undefined}
              className={`inline-flex items-center pointer-coarse:min-h-11 ${asked.show === show ? "font-semibold no-underline" : ""}`}
            >
              {words}
            </Link>
          ))}
          <label className="ml-auto flex items-baseline gap-2 text-sm text-soft">
            up to
            <input
              type="date"
              className="field text-base text-ink"
              value={asked.until?.slice(0, 10) ?? ""}
              min="1990-01-01"
              max="2199-12-31"
              onChange={(event) => {
                const day = event.target.value;
                router.push(
                  logAddress(setupId, { show: asked.show, until: day === "" ? null : `${day}T23:59`, before: null }),
                );
              }}
            />
          </label>
        </nav>
        <p role="status" className={said === "" ? "sr-only" : "mt-2 border-l-2 border-rule-strong pl-3"}>
          {said}
        </p>
        {page.rows.length === 0 ? (
          <p className="mt-4 max-w-[65ch] leading-snug text-soft">
            {asked.show === "all" && asked.until === null && asked.before === null
              ? "Nothing is written down yet. Write what you gave it, how high the water stands in its tube, what it weighs, how it smells: each line as you would say it."
              : "Nothing of that is written down."}
          </p>
        ) : (
          <LogList
            setupId={setupId}
            rows={page.rows}
            system={system}
            actions={actions}
            onChanged={refresh}
            say={setSaid}
          />
        )}
        <nav aria-label="Pages of the log" className="no-print mt-4 flex gap-4">
          {asked.before && <Link href={logAddress(setupId, { ...asked, before: null })}>The newest</Link>}
          {page.before && <Link href={logAddress(setupId, { ...asked, before: page.before })}>Older ones</Link>}
        </nav>
        <LogFiles setupId={setupId} onTaken={refresh} />
      </main>
    </>
  );
}

const titleOf = (what: What): string => meaningOf(what).drawn ?? meaningOf(what).name;

function Charts({
  series,
  ahead,
  system,
}: {
  series: readonly LogSeries[];
  /** Of its level, what is to be expected. */
  ahead: LogSeries["points"];
  system: UnitSystem;
}) {
  const [chosen, setChosen] = useState<What>(series[0]!.what);
  const one = series.find(({ what }) => what === chosen) ?? series[0]!;
  const { unit, number } = drawnIn(meaningOf(one.what).of!, system);
  const drawn = ({ at, value, low, high }: LogSeries["points"][number]): LogSeries["points"][number] => ({
    at,
    value: number(value),
    low: number(low),
    high: number(high),
  });
  return (
    <section aria-label="Readings by time" className="mt-4">
      {series.length === 1 && (
        <p className="text-sm text-soft">{[titleOf(one.what), unit].filter(Boolean).join(", ")}</p>
      )}
      {series.length > 1 && (
        <label className="no-print block w-fit text-sm text-soft">
          Readings of, {unit || "as they are"}
          <select
            className="field block text-base text-ink"
            value={one.what}
            onChange={(event) => setChosen(event.target.value as What)}
          >
            {series.map(({ what }) => (
              <option key={what} value={what}>
                {titleOf(what)}
              </option>
            ))}
          </select>
        </label>
      )}
      <LogChart
        label={[titleOf(one.what), unit].filter(Boolean).join(", ")}
        points={one.points.map(drawn)}
        ahead={one.what === "level" ? ahead.map(drawn) : []}
        words={(value) => `${threeFigures(value, 2)} ${unit}`.trim()}
      />
    </section>
  );
}
