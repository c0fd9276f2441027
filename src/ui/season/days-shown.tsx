"use client";
import { useMemo, useState } from "react";
import Papa from "papaparse";
import type { Season, SeasonDay } from "@/core/season/season";
import { seasonSayings } from "@/core/season/season-sentences";
import type { Setup } from "@/core/stack/setup";
import {
  formatLength,
  formatPercent,
  formatTemperature,
  formatVolume,
  threeFigures,
  type UnitSystem,
} from "@/core/units/units";
import { seasonRows } from "@/formats/season/rows";
import { DaySection, dayName, SeasonPicture } from "./season-picture";

/** A season as a picture with a day picked out, as sentences, and as a table and a file of all its days. */
export function DaysShown({
  season,
  beside,
  setup,
  count,
  name,
  system,
  layerNames,
  against,
}: {
  season: Season;
  /** Told against it: its level is drawn too. */
  beside: Season | undefined;
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
  const hasRoots = setup.layers.some(({ rooted }) => rooted);
  const hasOtherLevel = beside?.days.some(({ levelCm }) => levelCm !== undefined) ?? false;
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
            {hasOtherLevel ? ", dotted that of the other" : ""}
            {day.rootsCm === undefined ? "" : ", how far roots are down, dashed"}; below it rain (pale) and what is
            given (dark), thirsty days (red) and days short of air (blue), the warmth of the day (red line) and what is
            dissolved (green).
          </figcaption>
          <SeasonPicture season={season} beside={beside} count={count} at={day.day} />
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
          <p className="max-w-[46ch] leading-snug">{dayWords(day, hasRoots, system)}</p>
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
      {hasTable && <DayTable season={season} hasRoots={hasRoots} system={system} />}
    </div>
  );
}

/** Every day in a row. */
function DayTable({ season: { days }, hasRoots, system }: { season: Season; hasRoots: boolean; system: UnitSystem }) {
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
              <td className={cell}>{hasRoots ? formatPercent(day.airAtRoots) : ""}</td>
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
function dayWords(day: SeasonDay, hasRoots: boolean, system: UnitSystem): string {
  const volume = (cm3: number): string => formatVolume(cm3, system);
  const took = day.drunkCm3 + day.evaporatedCm3;
  return `${dayName(day)}: ${[
    `${formatTemperature(day.tMinC, system)} to ${formatTemperature(day.tMaxC, system)}`,
    `it holds ${volume(day.heldCm3)}${day.levelCm === undefined ? "" : `, its water at ${formatLength(day.levelCm, system)}`}`,
    hasRoots ? `${formatPercent(day.airAtRoots)} air at the roots` : "",
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
