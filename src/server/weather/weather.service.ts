import Papa from "papaparse";
import type { Weather } from "../../core/place/weather";
import { failed, ok, problem, type Result } from "../../core/units/problem";
import { daysCarried, measuredDays, type CarriedWeather } from "../../formats/weather/carried";
import { readWeather, isoOf, type WeatherChoices, type WeatherRead } from "../../formats/weather/read";
import { writing, type Db } from "../db/client";
import type { KeptContext } from "../kept/kept.service";
import * as repo from "./weather.repo";

/** Measured weather: read from a file, looked at, kept as rows all or nothing, and handed out again. */
export type WeatherLine = {
  readonly id: string;
  readonly name: string;
  readonly from: string;
  readonly to: string;
  readonly days: number;
};

export const listWeather = (db: Db): readonly WeatherLine[] =>
  repo.weatherRows(db).map(({ id, name, from, to, days }) => ({ id, name, from: from ?? "", to: to ?? "", days }));

/** Reads a text of rows; nothing is written. */
export function lookAtWeather(text: string, latitude: number, choices: WeatherChoices): Result<WeatherRead> {
  // a byte order mark, as some programs put before a text
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/u, ""), {
    skipEmptyLines: false,
    delimitersToGuess: [",", ";", "\t", "|"],
  });
  return readWeather(data, latitude, choices);
}

const LONGEST_NAME = 120;

/** Keeps the days of a file, all or nothing. @returns its id */
export function keepWeather(
  db: Db,
  { name, text, latitude, choices }: { name: string; text: string; latitude: number; choices: WeatherChoices },
  { now, newId }: KeptContext,
): Result<string> {
  const read = lookAtWeather(text, latitude, choices);
  if (!read.ok) return read;
  if (read.value.badRows.length > 0) return failed(...read.value.badRows);
  const id = newId();
  const { columns, leftOut, days } = read.value;
  const row: repo.WeatherRow = {
    id,
    name: name.trim().slice(0, LONGEST_NAME) || "Weather from a file",
    createdAt: now(),
    document: JSON.stringify({ columns: columns.map(({ header }) => header), leftOut }),
  };
  writing(db, (tx) => repo.insertWeather(tx, row, days));
  return ok(id);
}

export const hasWeather = (db: Db, id: string): boolean => repo.weatherRow(db, id) !== undefined;

/** Weather that is kept; undefined when it is not here. */
export function findWeather(db: Db, id: string): Weather | undefined {
  const row = repo.weatherRow(db, id);
  return row && { name: row.name, days: repo.daysOf(db, id) };
}

/** Weather as it goes along in a file; undefined when it is not here. */
export function carriedOf(db: Db, id: string): CarriedWeather | undefined {
  const row = repo.weatherRow(db, id);
  return row && { ...row, days: daysCarried(repo.daysOf(db, id)) };
}

/** Takes in what another house had, under its id there: it never changes, so what is here under it is the same. */
export function takeInCarried(db: Db, carried: CarriedWeather): void {
  const { days: _days, ...row } = carried;
  if (!repo.weatherRow(db, row.id)) repo.insertWeather(db, row, measuredDays(carried));
}

/** Digits of what was converted: no more than was measured. */
const rounded = (value: number | null): string => (value === null ? "" : String(Number(value.toPrecision(6))));
/** Vapour over which dew would fall at a temperature (the book's eq. 11, turned round). [°C] */
const dewPointC = (vapourKPa: number): number => {
  const log = Math.log(Math.max(1e-6, vapourKPa) / 0.6108);
  return (237.3 * log) / (17.27 - log);
};

/** The same days as CSV, in the units they are kept in; read again, they are the same. */
export function weatherCsv(db: Db, id: string): Result<{ readonly name: string; readonly text: string }> {
  const found = findWeather(db, id);
  if (!found) return failed(problem("id", "missing", "There is no such weather here."));
  const rows = found.days.map(({ date, tMinC, tMaxC, vapourKPa, windMPerS, solarMJPerM2, rainMm }) => [
    isoOf(date),
    rounded(tMinC),
    rounded(tMaxC),
    vapourKPa === null ? "" : rounded(dewPointC(vapourKPa)),
    rounded(windMPerS),
    rounded(solarMJPerM2),
    rounded(rainMm),
  ]);
  const header = ["date", "tmin (°C)", "tmax (°C)", "dew point (°C)", "wind (m/s)", "solar (MJ/m²)", "rain (mm)"];
  return ok({ name: found.name, text: `${Papa.unparse([header, ...rows])}\r\n` });
}
