"use client";
import { useCallback, useMemo, useState } from "react";
import Papa from "papaparse";
import type { Medium } from "@/core/media/medium";
import type { Regime } from "@/core/season/regime";
import { regimeOf } from "@/core/season/regime";
import type { Season, SeasonDay } from "@/core/season/season";
import { againstPlain, seasonSayings } from "@/core/season/season-sentences";
import { WHAT_IFS, whatIfWords, type WhatIf } from "@/core/season/what-if";
import type { YearKind } from "@/core/season/which-year";
import { monthName } from "@/core/units/calendar-date";
import type { Result } from "@/core/units/problem";
import {
  formatLength,
  formatPercent,
  formatTemperature,
  formatVolume,
  parseVolumeCm3,
  threeFigures,
  volumeUnitName,
  type UnitSystem,
} from "@/core/units/units";
import type { SeasonHere, SeasonInput } from "@/formats/season/actions";
import { seasonRows } from "@/formats/season/rows";
import type { Setup } from "@/core/stack/setup";
import { useUnits } from "../common/preferences";
import { useAnswer } from "../common/use-answer";
import { DaySection, dayName, SeasonPicture } from "./season-picture";

export type SeasonAsk = (input: SeasonInput) => Promise<Result<SeasonHere>>;

const NO_ANSWER = "Marlstone does not answer. Try again.";
const KINDS: readonly (readonly [YearKind, string])[] = [
  ["usual", "a usual year"],
  ["wet", "a cool and wet one, of ten"],
  ["dry", "a hot and dry one, of ten"],
];
const WHAT_WORDS: Record<WhatIf, string> = {
  away: "nobody comes for two weeks",
  forgotten: "it is forgotten for a month",
  "heat-wave": "ten days of a heat wave",
  "wet-month": "a very wet month",
  "one-clogged": "one hole clogs",
  "all-clogged": "all holes clog",
  tilted: "it is tilted by 2 %",
  "cover-off": "the cover is left off",
  twice: "twice the plants",
  early: "planted three weeks early",
  unfed: "its feed is forgotten",
};
const PLAIN = "";

/** How often it is forgotten, of the days it is to be watered. */
const MISSED: readonly (readonly [number, string])[] = [
  [0, "never"],
  [0.1, "one day of ten"],
  [0.33, "one day of three"],
  [0.5, "every other day"],
];

/** Who waters it: as it is said, when it wants it, by the calendar, or a float. */
const regimes = (setup: Setup): readonly (readonly [string, Regime])[] => [
  ...(setup.wateredEveryDays === null
    ? []
    : [[`every ${threeFigures(setup.wateredEveryDays, 1)} days, as it is said`, regimeOf(setup)] as const]),
  ["when it wants it", { kind: "at-mark" }],
  ["daily", { kind: "every", days: 1 }],
  ["every third day", { kind: "every", days: 3 }],
  ["every Sunday", { kind: "every", days: 7 }],
  ["every other Sunday", { kind: "every", days: 14 }],
  ...(setup.water.by === "level" ? [["by a float valve", { kind: "float" }] as const] : []),
];

/** A setup lived through a year day by day, once somebody asks for it. */
export function ThroughYear({ setupId, name, ask }: { setupId: string; name: string; ask: SeasonAsk }) {
  const [here, setHere] = useState<SeasonHere>();
  const [kind, setKind] = useState<YearKind>("usual");
  const [said, setSaid] = useState("");
  const [busy, setBusy] = useState(false);
  const look = (wanted: YearKind): void => {
    setKind(wanted);
    setBusy(true);
    ask({ setupId, kind: wanted })
      .then((answer) => (answer.ok ? (setHere(answer.value), setSaid("")) : setSaid(answer.problems[0]!.message)))
      .catch(() => setSaid(NO_ANSWER))
      .finally(() => setBusy(false));
  };
  return (
    <section aria-label="Day by day" className="mt-4 border-t border-rule pt-3">
      <h2 className="text-xl">Day by day</h2>
      <div className="no-print mt-1 flex flex-wrap items-end gap-3">
        <label className="block text-sm text-soft">
          Which year
          <select
            className="field block text-base text-ink"
            value={kind}
            disabled={busy}
            onChange={(event) =>
              here ? look(event.target.value as YearKind) : setKind(event.target.value as YearKind)
            }
          >
            {KINDS.map(([value, words]) => (
              <option key={value} value={value}>
                {words}
              </option>
            ))}
          </select>
        </label>
        {!here && (
          <button type="button" className="press" disabled={busy} onClick={() => look(kind)}>
            Live through it
          </button>
        )}
      </div>
      {said && (
        <p role="alert" className="said">
          {said}
        </p>
      )}
      {here && <Lived key={kind} here={here} name={name} />}
    </section>
  );
}

function Lived({ here: { setup, at, media, own }, name }: { here: SeasonHere; name: string }) {
  const system = useUnits();
  const choices = useMemo(() => regimes(setup), [setup]);
  const [chosen, setChosen] = useState(0);
  const [what, setWhat] = useState<WhatIf | typeof PLAIN>(PLAIN);
  const [isStopped, setStopped] = useState(false);
  const [missed, setMissed] = useState(0);
  const [litres, setLitres] = useState("");
  const gives = useMemo(() => parseVolumeCm3(litres, system), [litres, system]);
  const givesCm3 = gives.ok && gives.value > 0 ? gives.value : undefined;
  const regime = useMemo(
    (): Regime => ({
      ...choices[chosen]![1],
      ...(missed > 0 && { missed }),
      ...(givesCm3 !== undefined && { givesCm3 }),
    }),
    [choices, chosen, missed, givesCm3],
  );
  const byId = useMemo(() => new Map(media.map((one) => [one.id, one])), [media]);
  const medium = useCallback((id: string): Medium | undefined => byId.get(id), [byId]);
  const isAsSaid = chosen === 0 && missed === 0 && givesCm3 === undefined;
  // what goes otherwise is held against the same hand; another hand against the one that is said
  const plainRegime = what === PLAIN ? choices[0]![1] : regime;
  const isOther = what !== PLAIN || !isAsSaid;
  const plainQuestion = useMemo(
    () => (isStopped ? undefined : ({ kind: "season", setup, own, at, regime: plainRegime, what: null } as const)),
    [isStopped, setup, own, at, plainRegime],
  );
  const otherQuestion = useMemo(
    () =>
      !isOther || isStopped
        ? undefined
        : ({ kind: "season", setup, own, at, regime, what: what === PLAIN ? null : what } as const),
    [isOther, what, isStopped, setup, own, at, regime],
  );
  const handWords = [
    `Watered ${choices[chosen]![0]}`,
    givesCm3 === undefined ? "" : `with ${formatVolume(givesCm3, system)} each time`,
    missed === 0 ? "" : `forgotten ${MISSED.find(([share]) => share === missed)![1]}`,
  ]
    .filter(Boolean)
    .join(", ");
  const plainNow = useAnswer(plainQuestion, medium);
  const otherNow = useAnswer(otherQuestion, medium);
  const [kept, setKept] = useState<Season>();
  const plain = seasonOf(plainNow);
  const other = seasonOf(otherNow);
  // what is known so far stays when it is stopped
  if (plain && plain !== kept) setKept(plain);
  const shown = (isOther ? (other ?? plain) : plain) ?? kept;
  const asked = isOther ? otherNow : plainNow;
  const isRunning = !isStopped && asked?.status === "computing";
  const problem =
    asked?.status === "answered" && !asked.answer.ok
      ? asked.answer.problems[0]!.message
      : asked?.status === "failed"
        ? "It could not be followed."
        : "";
  return (
    <div className="mt-2">
      <div className="no-print flex flex-wrap items-end gap-3">
        <label className="block text-sm text-soft">
          Watered
          <select
            className="field block text-base text-ink"
            value={chosen}
            onChange={(event) => {
              setStopped(false);
              setChosen(Number(event.target.value));
            }}
          >
            {choices.map(([words], i) => (
              <option key={words} value={i}>
                {words}
              </option>
            ))}
          </select>
        </label>
        {setup.water.by !== "level" && (
          <label className="block text-sm text-soft">
            Each time
            <span className="flex items-baseline gap-1">
              <input
                className="field w-20 text-base text-ink"
                inputMode="decimal"
                placeholder="enough"
                maxLength={20}
                value={litres}
                aria-invalid={litres.trim() !== "" && givesCm3 === undefined}
                onChange={(event) => {
                  setStopped(false);
                  setLitres(event.target.value);
                }}
              />
              {volumeUnitName(system)}
            </span>
          </label>
        )}
        <label className="block text-sm text-soft">
          Forgotten
          <select
            className="field block text-base text-ink"
            value={missed}
            onChange={(event) => {
              setStopped(false);
              setMissed(Number(event.target.value));
            }}
          >
            {MISSED.map(([share, words]) => (
              <option key={words} value={share}>
                {words}
              </option>
            ))}
          </select>
        </label>
        <label className="block text-sm text-soft">
          What if
          <select
            className="field block text-base text-ink"
            value={what}
            onChange={(event) => {
              setStopped(false);
              setWhat(event.target.value as WhatIf | typeof PLAIN);
            }}
          >
            <option value={PLAIN}>nothing goes otherwise</option>
            {WHAT_IFS.map((one) => (
              <option key={one} value={one}>
                {WHAT_WORDS[one]}
              </option>
            ))}
          </select>
        </label>
        {isRunning && (
          <button type="button" className="press" onClick={() => setStopped(true)}>
            Stop
          </button>
        )}
      </div>
      {setup.runsIn && setup.runsIn.length > 0 && (
        <p className="text-sm leading-snug text-soft">
          What runs out of other setups into it is in its months above, and not in these days.
        </p>
      )}
      <p role="status" className="min-h-5 text-[0.95rem] leading-snug text-soft">
        {isRunning
          ? `Living through it … ${shown ? `to ${dayName(shown.days.at(-1)!)}` : ""}`
          : isStopped
            ? "Stopped: this is what is known so far."
            : problem}
      </p>
      {shown && shown.days.length > 0 && (
        <Shown
          season={shown}
          setup={setup}
          count={at.days.length}
          name={name}
          system={system}
          layerNames={setup.layers.map((layer) => layer.name || (medium(layer.mediumId)?.name ?? layer.mediumId))}
          against={
            isOther && plain?.isWhole && other?.isWhole
              ? againstPlain(
                  what === PLAIN ? `${handWords},` : whatIfWords(what, setup, monthName),
                  plain,
                  other,
                  system,
                )
              : undefined
          }
        />
      )}
    </div>
  );
}

/** The season a question has come to, whole or so far. */
function seasonOf(standing: ReturnType<typeof useAnswer<"season">>): Season | undefined {
  const answer =
    standing?.status === "answered"
      ? standing.answer
      : standing?.status === "computing"
        ? standing.told.soFar
        : undefined;
  return answer?.ok ? answer.value : undefined;
}

function Shown({
  season,
  setup,
  count,
  name,
  system,
  layerNames,
  against,
}: {
  season: Season;
  setup: Setup;
  count: number;
  name: string;
  system: UnitSystem;
  layerNames: readonly string[];
  against: string | undefined;
}) {
  const [at, setAt] = useState(0);
  const [hasTable, setTable] = useState(false);
  const day = season.days[Math.min(at, season.days.length - 1)]!;
  const sayings = useMemo(() => seasonSayings(setup, season, system), [setup, season, system]);
  const download = (): void => {
    const link = document.createElement("a");
    link.href = URL.createObjectURL(
      new Blob([`${Papa.unparse(seasonRows(season, layerNames))}\r\n`], { type: "text/csv" }),
    );
    link.download = `${name || "setup"}-year.csv`;
    link.click();
    URL.revokeObjectURL(link.href);
  };
  return (
    <div className="grid gap-x-8 gap-y-3 lg:grid-cols-[minmax(0,1fr)_22rem]">
      <div className="min-w-0">
        <figure>
          <figcaption className="text-sm text-soft">
            How full the pores are by height (darker: fuller){day.levelCm === undefined ? "" : ", the level as a line"}
            {day.rootsCm === undefined ? "" : ", how far roots are down, dashed"}; below it rain (pale) and what is
            given (dark), thirsty days (red) and days short of air (blue), the warmth of the day (red line) and what is
            dissolved (green).
          </figcaption>
          <SeasonPicture season={season} count={count} at={day.day} />
        </figure>
        <input
          type="range"
          className="no-print mt-1 w-full"
          aria-label="Day"
          aria-valuetext={dayName(day)}
          min={0}
          max={Math.max(0, season.days.length - 1)}
          value={Math.min(at, season.days.length - 1)}
          onChange={(event) => setAt(Number(event.target.value))}
        />
        <div className="mt-1 flex flex-wrap items-start gap-4">
          <DaySection season={season} day={day} />
          <p className="max-w-[46ch] leading-snug">{dayWords(day, system)}</p>
        </div>
      </div>
      <div className="min-w-0 space-y-2 leading-snug">
        {against && <p className="border-l-2 border-ink pl-2">{against}</p>}
        {sayings.map((saying) => (
          <p key={saying}>{saying}</p>
        ))}
        <button type="button" className="press no-print" onClick={download}>
          All days as CSV
        </button>
        <button
          type="button"
          className="press no-print ml-2"
          aria-expanded={hasTable}
          onClick={() => setTable(!hasTable)}
        >
          {hasTable ? "No table" : "All days as a table"}
        </button>
      </div>
      {hasTable && <DayTable season={season} system={system} />}
    </div>
  );
}

/** Every day in a row. */
function DayTable({ season: { days }, system }: { season: Season; system: UnitSystem }) {
  const volume = (cm3: number): string => (cm3 < 1 ? "" : formatVolume(cm3, system));
  const cell = "px-2 py-0.5 text-right tabular-nums";
  return (
    <div className="max-h-96 overflow-auto lg:col-span-2" tabIndex={0} role="region" aria-label="All days">
      <table className="w-full min-w-[52rem] border-collapse text-sm">
        <thead className="sticky top-0 bg-sheet">
          <tr className="border-b-2 border-ink text-right">
            {[
              "Day",
              "Warmth",
              "Level",
              "Holds",
              "Rain",
              "Given",
              "Ran out",
              "Taken",
              "Air",
              "Dissolved, mg/L",
              "Roots",
            ].map((name) => (
              <th key={name} className="px-2 py-1 font-semibold">
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {days.map((day) => (
            <tr key={day.day} className="border-b border-rule">
              <th scope="row" className="whitespace-nowrap px-2 py-0.5 text-left font-normal">
                {dayName(day)}
              </th>
              <td className={cell}>
                {formatTemperature(day.tMinC, system)} to {formatTemperature(day.tMaxC, system)}
              </td>
              <td className={cell}>{day.levelCm === undefined ? "" : formatLength(day.levelCm, system)}</td>
              <td className={cell}>{formatVolume(day.heldCm3, system)}</td>
              <td className={cell}>{volume(day.rainCm3)}</td>
              <td className={cell}>{volume(day.givenCm3)}</td>
              <td className={cell}>{volume(day.outCm3)}</td>
              <td className={cell}>{volume(day.drunkCm3 + day.evaporatedCm3)}</td>
              <td className={cell}>{formatPercent(day.airAtRoots)}</td>
              <td className={cell}>{day.mgPerL === undefined ? "" : threeFigures(day.mgPerL, 0)}</td>
              <td className="px-2 py-0.5 text-trouble">
                {[day.isThirsty ? "thirsty" : "", day.isWaterlogged ? "short of air" : ""].filter(Boolean).join(", ")}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

/** One day, told. */
function dayWords(day: SeasonDay, system: UnitSystem): string {
  const volume = (cm3: number): string => formatVolume(cm3, system);
  const took = day.drunkCm3 + day.evaporatedCm3;
  return `${dayName(day)}: ${[
    `${formatTemperature(day.tMinC, system)} to ${formatTemperature(day.tMaxC, system)}`,
    `it holds ${volume(day.heldCm3)}${day.levelCm === undefined ? "" : `, its water at ${formatLength(day.levelCm, system)}`}`,
    `${formatPercent(day.airAtRoots)} air at the roots`,
    day.rainCm3 > 1 ? `${volume(day.rainCm3)} of rain` : "",
    day.givenCm3 > 1 ? `${volume(day.givenCm3)} given` : "",
    day.outCm3 > 1 ? `${volume(day.outCm3)} ran out` : "",
    `${volume(took)} taken`,
    day.mgPerL === undefined ? "" : `${threeFigures(day.mgPerL, 0)} mg/L dissolved`,
    day.isThirsty ? "thirsty" : "",
    day.isWaterlogged ? "short of air" : "",
  ]
    .filter(Boolean)
    .join("; ")}.`;
}
