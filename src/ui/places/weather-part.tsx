"use client";
import { useState } from "react";
import { useRouter } from "next/navigation";
import type { Gaps } from "@/core/place/weather";
import type { Problem, Result } from "@/core/units/problem";
import type { WeatherInput } from "@/formats/place/actions";
import { UNITS, type Column, type ColumnKind } from "@/formats/weather/columns";
import { AS_GUESSED, type WeatherChoices, type WeatherRead } from "@/formats/weather/read";

export type WeatherLine = {
  readonly id: string;
  readonly name: string;
  readonly from: string;
  readonly to: string;
  readonly days: number;
};
type Looked = Omit<WeatherRead, "days"> & { readonly days: number };
type Taken = { readonly read: Looked } | { readonly id: string };

const KIND_WORDS: Record<ColumnKind, string> = {
  date: "date",
  year: "year",
  month: "month",
  day: "day of the month",
  tMin: "least temperature",
  tMax: "greatest temperature",
  tMean: "temperature",
  humidity: "humidity",
  dewPoint: "dew point",
  wind: "wind",
  solar: "radiation",
  sunshine: "sunshine",
  rain: "rain",
};
const WITHOUT_WORDS: Record<Gaps["without"][number], string> = {
  humidity: "humidity is taken from how cool the nights get",
  wind: "wind is drawn from the climate",
  light: "light is told from how far a day warms up",
  rain: "rain is drawn from the climate",
};
const NO_ANSWER = "Marlstone does not answer, so nothing was read. Try again.";
const many = (count: number, one: string): string => `${count.toLocaleString("en")} ${one}${count === 1 ? "" : "s"}`;

async function send(file: File, input: WeatherInput): Promise<Result<Taken>> {
  const response = await fetch(`/files/weather?asked=${encodeURIComponent(JSON.stringify(input))}`, {
    method: "POST",
    headers: { "Content-Type": "text/plain" },
    body: file,
  });
  const text = await response.text();
  // the door answers in plain words
  return response.headers.get("content-type")?.startsWith("application/json")
    ? (JSON.parse(text) as Result<Taken>)
    : { ok: false, problems: [{ path: "", code: "not-let-in", message: text.trim() || NO_ANSWER }] };
}

/** Where a place's days come from: its climate, or a file of measured ones, looked at before it is kept. */
export function WeatherPart({
  weather,
  chosen,
  latitude,
  gaps,
  onChoose,
}: {
  weather: readonly WeatherLine[];
  chosen: string;
  latitude: number;
  gaps: Gaps | null;
  onChoose: (id: string) => void;
}) {
  const router = useRouter();
  const [file, setFile] = useState<File>();
  const [looked, setLooked] = useState<Looked>();
  const [choices, setChoices] = useState<WeatherChoices>(AS_GUESSED);
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const [busy, setBusy] = useState(false);

  const ask = (of: File, next: WeatherChoices, keep: boolean): void => {
    setBusy(true);
    setChoices(next);
    void send(of, { name: of.name.replace(/\.[^.]+$/u, ""), latitude, keep, choices: next })
      .catch((): Result<Taken> => ({ ok: false, problems: [{ path: "", code: "unreachable", message: NO_ANSWER }] }))
      .then((taken) => {
        setProblems(taken.ok ? [] : taken.problems);
        if (!taken.ok) return;
        if ("read" in taken.value) return setLooked(taken.value.read);
        onChoose(taken.value.id);
        setFile(undefined);
        setLooked(undefined);
        router.refresh();
      })
      .finally(() => setBusy(false));
  };
  const withColumn = (i: number, column: Column): void => {
    if (file && looked)
      ask(file, { ...choices, columns: looked.columns.map((one, k) => (k === i ? column : one)) }, false);
  };
  const known = weather.find(({ id }) => id === chosen);
  return (
    <section aria-label="Weather" className="border-t border-rule pt-2">
      <div className="flex flex-wrap items-end gap-x-6 gap-y-2">
        <label className="block text-sm text-soft">
          Weather
          <select
            className="field block max-w-80 text-base text-ink"
            value={chosen}
            onChange={(event) => onChoose(event.target.value)}
          >
            <option value="">drawn from its climate</option>
            {weather.map(({ id, name, from, to }) => (
              <option key={id} value={id}>
                {name}, {from.slice(0, 4)} to {to.slice(0, 4)}
              </option>
            ))}
            {chosen !== "" && !known && <option value={chosen}>a file that is not here</option>}
          </select>
        </label>
        <label className="press cursor-pointer focus-within:outline-2">
          Read a weather file
          <input
            type="file"
            accept=".csv,.txt,.tsv,text/csv,text/plain"
            className="sr-only"
            onChange={(event) => {
              const [picked] = event.target.files ?? [];
              event.target.value = "";
              if (!picked) return;
              setFile(picked);
              setLooked(undefined);
              ask(picked, AS_GUESSED, false);
            }}
          />
        </label>
        {known && (
          <a href={`/files/weather/${known.id}`} download className="inline-flex items-center pointer-coarse:min-h-11">
            Its days as CSV
          </a>
        )}
      </div>
      {gaps && (
        <p className="mt-1 max-w-[75ch] text-sm leading-snug text-soft">
          {many(gaps.years.length, "year")}, {gaps.years[0]} to {gaps.years.at(-1)}.{" "}
          {gaps.bridged + gaps.drawn === 0
            ? "No day is missing."
            : `Of ${many(gaps.days, "day")}, ${gaps.bridged.toLocaleString("en")} missing for up to three in a row ${gaps.bridged === 1 ? "is" : "are"} told from those beside them, dry; ${gaps.drawn.toLocaleString("en")} ${gaps.drawn === 1 ? "is" : "are"} drawn from the climate.`}
          {gaps.without.length > 0 &&
            ` It does not say everything: ${gaps.without.map((one) => WITHOUT_WORDS[one]).join("; ")}.`}
        </p>
      )}
      {chosen !== "" && !gaps && (
        <p className="mt-1 text-sm text-soft">
          No year of it has half of its days, or it is not here: days are drawn from the climate.
        </p>
      )}
      {busy && (
        <p role="status" className="mt-1 text-soft">
          Reading …
        </p>
      )}
      {problems.length > 0 && (
        <div role="alert" className="said mt-1 max-w-[75ch] leading-snug">
          {file && <p>{file.name}: nothing was kept.</p>}
          <ul>
            {problems.map(({ message }, i) => (
              <li key={i}>{message}</li>
            ))}
          </ul>
        </div>
      )}
      {file && looked && (
        <div className="mt-2 border border-rule-strong bg-sheet p-3">
          <h3 className="font-serif font-semibold">{file.name}</h3>
          <p className="leading-snug">
            {many(looked.days, "day")}
            {looked.isHourly ? " made of hours" : ""}
            {looked.missingDays === 0
              ? "; none is missing between the first and the last."
              : `; ${many(looked.missingDays, "day")} missing, the longest run from ${looked.missing[0]!.from} to ${looked.missing[0]!.to}.`}
            {looked.leftOut > 0 && ` ${many(looked.leftOut, "line")} left out.`}
          </p>
          <div className="mt-2 overflow-x-auto" tabIndex={0} role="group" aria-label="Its columns">
            <table className="min-w-[34rem] border-collapse text-[0.95rem] leading-snug">
              <thead>
                <tr className="border-b border-ink text-left">
                  <th className="py-1 pr-4">Column</th>
                  <th className="py-1 pr-4">Such as</th>
                  <th className="py-1 pr-4">Holds</th>
                  <th className="py-1">In</th>
                </tr>
              </thead>
              <tbody>
                {looked.columns.map((column, i) => (
                  <tr key={i} className="border-b border-rule">
                    <th scope="row" className="py-1 pr-4 text-left font-normal">
                      {column.header || "without a name"}
                    </th>
                    <td className="py-1 pr-4 text-soft">{looked.examples[i]!.join(" · ")}</td>
                    <td className="py-1 pr-4">
                      <select
                        className="field"
                        aria-label={`What ${column.header || `column ${i + 1}`} holds`}
                        value={column.kind ?? ""}
                        onChange={(event) => {
                          const kind = event.target.value === "" ? null : (event.target.value as ColumnKind);
                          withColumn(i, { ...column, kind, unit: kind ? (UNITS[kind][0]?.name ?? null) : null });
                        }}
                      >
                        <option value="">nothing that is used</option>
                        {Object.entries(KIND_WORDS).map(([kind, words]) => (
                          <option key={kind} value={kind}>
                            {words}
                          </option>
                        ))}
                      </select>
                    </td>
                    <td className="py-1">
                      {column.kind && UNITS[column.kind].length > 0 && (
                        <select
                          className="field"
                          aria-label={`Unit of ${column.header}`}
                          value={column.unit ?? ""}
                          onChange={(event) => withColumn(i, { ...column, unit: event.target.value })}
                        >
                          {UNITS[column.kind].map(({ name }) => (
                            <option key={name} value={name}>
                              {name}
                            </option>
                          ))}
                        </select>
                      )}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
          {looked.orderIsOpen && (
            <label className="mt-2 block text-sm text-soft">
              Dates such as 3/4/2025 are
              <select
                className="field block text-base text-ink"
                value={looked.order}
                onChange={(event) => ask(file, { ...choices, order: event.target.value as "day" | "month" }, false)}
              >
                <option value="day">the 3rd of April</option>
                <option value="month">the 4th of March</option>
              </select>
            </label>
          )}
          {looked.badRows.length > 0 && (
            <div className="said mt-2 leading-snug">
              <p>These lines cannot be meant:</p>
              <ul>
                {looked.badRows.map(({ message }, i) => (
                  <li key={i}>{message}</li>
                ))}
              </ul>
            </div>
          )}
          <div className="mt-2 flex flex-wrap gap-2">
            {looked.badRows.length > 0 ? (
              <button
                type="button"
                className="press"
                disabled={busy}
                onClick={() => ask(file, { ...choices, leaveOut: true }, false)}
              >
                Leave those lines out
              </button>
            ) : (
              <button
                type="button"
                className="press press-main"
                disabled={busy || looked.days === 0}
                onClick={() => ask(file, choices, true)}
              >
                Keep these days
              </button>
            )}
            <button
              type="button"
              className="press"
              onClick={() => {
                setFile(undefined);
                setLooked(undefined);
                setProblems([]);
              }}
            >
              Leave it
            </button>
          </div>
        </div>
      )}
    </section>
  );
}
