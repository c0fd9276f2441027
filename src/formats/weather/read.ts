import { daylightHours, extraterrestrialMJPerM2, solarMJPerM2 } from "../../core/place/daylight";
import { dayOfYearOf, isDayInYear } from "../../core/place/day-in-year";
import { saturatedKPa } from "../../core/place/evapotranspiration";
import type { MeasuredDay } from "../../core/place/weather";
import { failed, ok, problem, type Problem, type Result } from "../../core/units/problem";
import { columnOf, HOURS_OF_DAY, UNITS, WATTS, type Column, type ColumnKind } from "./columns";

/**
 * Reads daily or hourly weather from rows of texts. What a file says is shown before it is taken: columns by name and
 * unit, days, gaps, and rows that cannot be meant by their lines. Nothing is guessed in silence.
 */
export type WeatherChoices = {
  /** By place in the header; as it is guessed where they are fewer. */
  readonly columns: readonly Column[] | null;
  /** Which of the two comes first in 3/4/2025; null to tell it from the file. */
  readonly order: "day" | "month" | null;
  /** Bad rows are left out, as if they were not there; else the whole file is refused. */
  readonly leaveOut: boolean;
};
export const AS_GUESSED: WeatherChoices = { columns: null, order: null, leaveOut: false };

export type WeatherRead = {
  readonly columns: readonly Column[];
  /** Some texts of each column, to choose by. */
  readonly examples: readonly (readonly string[])[];
  /** Whether 3/4/2025 can be read in two ways, and which was taken. */
  readonly order: "day" | "month";
  readonly orderIsOpen: boolean;
  readonly isHourly: boolean;
  readonly days: readonly MeasuredDay[];
  /** Days between the first and the last that are not there. */
  readonly missing: readonly { readonly from: string; readonly to: string; readonly days: number }[];
  readonly missingDays: number;
  /** Lines that cannot be meant; empty where they are left out. */
  readonly badRows: readonly Problem[];
  readonly leftOut: number;
};

/** A header lies within the first so many lines: stations put their names before it. */
const HEADER_WITHIN = 40;
const LEAST_KNOWN = 2;
const MOST_DAYS = 366 * 100;
const MOST_TOLD = 20;
const EXAMPLES = 3;

/** What stands for nothing measured. */
const NOTHING = /^(?:|na|nan|n\/a|null|none|-+|\*+|x|m|[-−]99(?:9+)?(?:[.,]\d+)?|9{4,}(?:[.,]9+)?)$/iu;
const NUMBER = /^[-+−]?\d+(?:[.,]\d+)?(?:e[-+]?\d+)?$/iu;

/** Some drops that filled no gauge. */
const TRACE = /^t(?:r(?:ace)?)?\.?$/iu;

function numberOf(text: string): number | null | undefined {
  const plain = text.trim().replaceAll("\u00a0", "");
  if (NOTHING.test(plain)) return null;
  return NUMBER.test(plain) ? Number(plain.replace("−", "-").replace(",", ".")) : undefined;
}

type Stamp = { readonly year: number; readonly month: number; readonly day: number };

/** 2025-04-03, 20250403, 3.4.2025, 3/4/2025; an hour behind it is no matter. */
function stampOf(text: string, order: "day" | "month"): Stamp | undefined {
  const iso =
    /^(\d{4})[-/.](\d{1,2})[-/.](\d{1,2})(?!\d)/u.exec(text) ??
    /^(\d{4})(\d{2})(\d{2})(?:\d{2}|\d{4})?(?!\d)/u.exec(text);
  if (iso) return real(Number(iso[1]), Number(iso[2]), Number(iso[3]));
  const other = /^(\d{1,2})([./-])(\d{1,2})\2(\d{4})(?!\d)/u.exec(text);
  if (!other) return undefined;
  // with points the day comes first everywhere
  const dayFirst = order === "day" || other[2] === ".";
  const [first, second] = [Number(other[1]), Number(other[3])];
  return real(Number(other[4]), dayFirst ? second : first, dayFirst ? first : second);
}

function real(year: number, month: number, day: number): Stamp | undefined {
  const isLeap = year % 4 === 0 && (year % 100 !== 0 || year % 400 === 0);
  return year >= 1800 && year <= 2200 && isDayInYear({ month, day }) && (isLeap || month !== 2 || day <= 28)
    ? { year, month, day }
    : undefined;
}

/** Which comes first where neither is over 12 in any row: open. */
function orderIn(texts: Iterable<string>): { readonly order: "day" | "month"; readonly isOpen: boolean } {
  let slashed = false;
  for (const text of texts) {
    const found = /^(\d{1,2})[/-](\d{1,2})[/-]\d{4}/u.exec(text.trim());
    if (!found) continue;
    slashed = true;
    if (Number(found[1]) > 12) return { order: "day", isOpen: false };
    if (Number(found[2]) > 12) return { order: "month", isOpen: false };
  }
  return { order: "day", isOpen: slashed };
}

const BOUNDS: Readonly<Partial<Record<ColumnKind, readonly [number, number, string]>>> = {
  tMin: [-90, 60, " °C"],
  tMax: [-90, 65, " °C"],
  tMean: [-90, 65, " °C"],
  dewPoint: [-95, 45, " °C"],
  humidity: [0, 1.1, " of full"],
  wind: [0, 110, " m/s"],
  solar: [-0.5, 50, " MJ/m²"],
  sunshine: [0, 24, " h"],
  rain: [0, 2000, " mm"],
};

/** What a day has so far: of hours, sums and ends. */
type Sum = {
  readonly stamp: Stamp;
  rows: number;
  line: number;
  least: number;
  greatest: number;
  warmth: number;
  warmthRows: number;
  vapour: number;
  vapourRows: number;
  wind: number;
  windRows: number;
  light: number;
  lightRows: number;
  sun: number;
  sunRows: number;
  rain: number;
  rainRows: number;
};

const emptySum = (stamp: Stamp, line: number): Sum => ({
  stamp,
  line,
  rows: 0,
  least: Infinity,
  greatest: -Infinity,
  warmth: 0,
  warmthRows: 0,
  vapour: 0,
  vapourRows: 0,
  wind: 0,
  windRows: 0,
  light: 0,
  lightRows: 0,
  sun: 0,
  sunRows: 0,
  rain: 0,
  rainRows: 0,
});

/**
 * @param rows     of texts, as a reader of CSV makes them; the first line of the file is line 1
 * @param latitude for hours of sunshine, which are light by it
 * Fails where there is no header, no date or no warmth, and where rows are bad that are not to be left out.
 */
export function readWeather(
  rows: readonly (readonly string[])[],
  latitude: number,
  choices: WeatherChoices = AS_GUESSED,
): Result<WeatherRead> {
  const headerAt = rows
    .slice(0, HEADER_WITHIN)
    .findIndex((row) => row.filter((text) => columnOf(text).kind !== null).length >= LEAST_KNOWN);
  if (headerAt < 0)
    return failed(
      problem(
        "",
        "no-header",
        "No line names its columns. The first line should say what they hold, such as: date, tmin (°C), tmax (°C), rain (mm). Commas, semicolons or tabs part them.",
      ),
    );
  const guessed = rows[headerAt]!.map(columnOf);
  const columns = guessed.map((one, i) => choices.columns?.[i] ?? withUsualUnit(one, rows, headerAt, i));
  const at = new Map<ColumnKind, number>();
  for (const [i, { kind }] of columns.entries()) if (kind && !at.has(kind)) at.set(kind, i);
  const body = rows.slice(headerAt + 1);
  const examples = columns.map((_, i) =>
    body.flatMap((row) => (row[i]?.trim() ? [row[i].trim()] : [])).slice(0, EXAMPLES),
  );
  const isApart = at.has("year") && at.has("month") && at.has("day");
  const dateAt = at.get("date") ?? (isApart ? undefined : at.get("day"));
  if (dateAt === undefined && !isApart)
    return failed(problem("columns", "no-date", "Which column is the date? None is called so."));
  if (!(at.has("tMin") && at.has("tMax")) && !at.has("tMean"))
    return failed(
      problem("columns", "no-warmth", "Which columns are the least and the greatest temperature of a day?"),
    );
  const found = orderIn(dateAt === undefined ? [] : mapped(body, (row) => row[dateAt] ?? ""));
  const order = choices.order ?? found.order;

  const toKept = columns.map(({ kind, unit }) =>
    kind ? (UNITS[kind].find(({ name }) => name === unit) ?? UNITS[kind][0])?.toKept : undefined,
  );
  const bad: Problem[] = [];
  let badCount = 0;
  const wrong = (line: number, message: string): void => {
    badCount++;
    if (bad.length < MOST_TOLD) bad.push(problem(`line ${line}`, "bad-row", `Line ${line}: ${message}`));
  };
  const sums = new Map<number, Sum>();
  body.forEach((row, i) => {
    const line = headerAt + i + 2;
    if (row.every((text) => text.trim() === "")) return;
    const stamp =
      dateAt === undefined
        ? stampOf(
            [at.get("year")!, at.get("month")!, at.get("day")!].map((column) => (row[column] ?? "").trim()).join("-"),
            "day",
          )
        : stampOf((row[dateAt] ?? "").trim(), order);
    if (!stamp) return wrong(line, `“${(row[dateAt ?? at.get("day")!] ?? "").trim()}” is no date.`);
    const values: Partial<Record<ColumnKind, number>> = {};
    for (const [kind, column] of at) {
      const convert = toKept[column];
      if (!convert || column === dateAt) continue;
      const text = row[column] ?? "";
      const value = kind === "rain" && TRACE.test(text.trim()) ? 0 : numberOf(text);
      if (value === undefined) return wrong(line, `“${text.trim()}” under “${columns[column]!.header}” is no number.`);
      if (value === null) continue;
      const kept = convert(value);
      const [least, most, words] = BOUNDS[kind]!;
      if (!(kept >= least && kept <= most))
        return wrong(
          line,
          `${text.trim()} under “${columns[column]!.header}” would be ${Number(kept.toPrecision(3))}${words}. Is the unit right?`,
        );
      values[kind] = kept;
    }
    const key = (stamp.year * 13 + stamp.month) * 32 + stamp.day;
    let sum = sums.get(key);
    if (!sum) sums.set(key, (sum = emptySum(stamp, line)));
    add(sum, values);
  });
  const counts = [...sums.values()].map(({ rows: count }) => count).sort((a, b) => a - b);
  const isHourly = (counts[Math.floor(counts.length / 2)] ?? 0) > 3;
  const isMean = columns[at.get("solar") ?? -1]?.unit === WATTS;
  const days: MeasuredDay[] = [];
  for (const sum of [...sums.values()].sort((a, b) => keyOf(a.stamp) - keyOf(b.stamp))) {
    if (!isHourly && sum.rows > 1) {
      wrong(sum.line, `${isoOf(sum.stamp)} is there ${sum.rows} times.`);
      if (!choices.leaveOut) continue;
    }
    const day = dayOfSum(sum, latitude, isHourly, isMean);
    // a day whose warmth was not measured is one that is missing
    if (day) days.push(day);
    if (day && day.tMinC > day.tMaxC) wrong(sum.line, "the least temperature of the day is over its greatest.");
  }
  const whole = days.filter(({ tMinC, tMaxC }) => tMinC <= tMaxC);
  if (badCount > bad.length) bad.push(problem("", "more", `And ${badCount - bad.length} more.`));
  if (whole.length === 0 && badCount === 0)
    return failed(problem("", "no-days", "There is no day in it whose warmth was measured."));
  if (whole.length > MOST_DAYS)
    return failed(problem("", "too-many", "More than a hundred years of days are no weather of a garden."));
  return ok({
    columns,
    examples,
    order,
    orderIsOpen: found.isOpen,
    isHourly,
    days: whole,
    ...gapsIn(whole),
    badRows: choices.leaveOut ? [] : bad,
    leftOut: choices.leaveOut ? badCount : 0,
  });
}

function* mapped<A, B>(list: readonly A[], by: (one: A) => B): Iterable<B> {
  for (const one of list) yield by(one);
}

/** A unit that is not said, told from what the column holds: shown, and to be set right. */
function withUsualUnit(column: Column, rows: readonly (readonly string[])[], headerAt: number, i: number): Column {
  if (!column.kind || column.unit !== null || UNITS[column.kind].length === 0) return column;
  const values: number[] = [];
  for (const row of rows.slice(headerAt + 1, headerAt + 400)) {
    const value = numberOf(row[i] ?? "");
    if (typeof value === "number") values.push(value);
  }
  const most = Math.max(...values, -Infinity);
  const usual = UNITS[column.kind][0]!.name;
  const likely: Partial<Record<ColumnKind, string>> = {
    tMin: most > 150 ? "K" : most > 45 ? "°F" : usual,
    tMax: most > 150 ? "K" : most > 50 ? "°F" : usual,
    tMean: most > 150 ? "K" : most > 48 ? "°F" : usual,
    dewPoint: most > 150 ? "K" : most > 40 ? "°F" : usual,
    humidity: most <= 1 ? "0 to 1" : usual,
    solar: most > 400 ? "J/cm²" : most > 45 ? WATTS : usual,
    sunshine: most > 24 ? "min" : usual,
  };
  return { ...column, unit: likely[column.kind] ?? usual };
}

function add(sum: Sum, values: Partial<Record<ColumnKind, number>>): void {
  sum.rows++;
  const { tMin, tMax, tMean, humidity, dewPoint, wind, solar, sunshine, rain } = values;
  if (tMin !== undefined) sum.least = Math.min(sum.least, tMin);
  if (tMax !== undefined) sum.greatest = Math.max(sum.greatest, tMax);
  if (tMean !== undefined) {
    sum.warmth += tMean;
    sum.warmthRows++;
    if (tMin === undefined) sum.least = Math.min(sum.least, tMean);
    if (tMax === undefined) sum.greatest = Math.max(sum.greatest, tMean);
  }
  const mean = tMean ?? (tMin !== undefined && tMax !== undefined ? (tMin + tMax) / 2 : undefined);
  const vapour =
    dewPoint !== undefined
      ? saturatedKPa(dewPoint)
      : humidity !== undefined && mean !== undefined
        ? Math.min(1, humidity) * saturatedKPa(mean)
        : undefined;
  if (vapour !== undefined) {
    sum.vapour += vapour;
    sum.vapourRows++;
  }
  if (wind !== undefined) {
    sum.wind += wind;
    sum.windRows++;
  }
  if (solar !== undefined) {
    sum.light += Math.max(0, solar);
    sum.lightRows++;
  }
  if (sunshine !== undefined) {
    sum.sun += sunshine;
    sum.sunRows++;
  }
  if (rain !== undefined) {
    sum.rain += rain;
    sum.rainRows++;
  }
}

/** With fewer of its hours a day is none: its nights or its noons are missing. */
const LEAST_HOURS = 18;

function dayOfSum(sum: Sum, latitude: number, isHourly: boolean, isMean: boolean): MeasuredDay | undefined {
  if (!Number.isFinite(sum.least) || !Number.isFinite(sum.greatest)) return undefined;
  if (isHourly && sum.rows < LEAST_HOURS) return undefined;
  const { stamp } = sum;
  const dayOfYear = dayOfYearOf(stamp);
  const light =
    sum.lightRows > 0
      ? // a mean of the day, or one of each hour
        (isMean && !isHourly ? HOURS_OF_DAY : 1) * sum.light * (isHourly ? sum.rows / sum.lightRows : 1)
      : sum.sunRows > 0
        ? solarMJPerM2(latitude, dayOfYear, Math.min(sum.sun, daylightHours(latitude, dayOfYear)))
        : null;
  return {
    date: stamp,
    tMinC: sum.least,
    tMaxC: sum.greatest,
    vapourKPa: sum.vapourRows > 0 ? sum.vapour / sum.vapourRows : null,
    windMPerS: sum.windRows > 0 ? sum.wind / sum.windRows : null,
    // no more than comes down without an atmosphere
    solarMJPerM2: light === null ? null : Math.min(light, extraterrestrialMJPerM2(latitude, dayOfYear)),
    rainMm: sum.rainRows > 0 ? sum.rain : null,
  };
}

const keyOf = ({ year, month, day }: Stamp): number => (year * 13 + month) * 32 + day;
const two = (value: number): string => String(value).padStart(2, "0");
export const isoOf = ({ year, month, day }: Stamp): string => `${year}-${two(month)}-${two(day)}`;
const MS_PER_DAY = 86_400_000;
/** Days since a day long ago, leap days counted. */
const serialOf = ({ year, month, day }: Stamp): number => Math.round(Date.UTC(year, month - 1, day) / MS_PER_DAY);
const isoOfSerial = (serial: number): string => new Date(serial * MS_PER_DAY).toISOString().slice(0, 10);

function gapsIn(days: readonly MeasuredDay[]): Pick<WeatherRead, "missing" | "missingDays"> {
  const missing: { from: string; to: string; days: number }[] = [];
  let missingDays = 0;
  for (let i = 1; i < days.length; i++) {
    const [before, here] = [serialOf(days[i - 1]!.date), serialOf(days[i]!.date)];
    if (here === before + 1) continue;
    missingDays += here - before - 1;
    missing.push({ from: isoOfSerial(before + 1), to: isoOfSerial(here - 1), days: here - before - 1 });
  }
  return { missing: missing.sort((a, b) => b.days - a.days).slice(0, MOST_TOLD), missingDays };
}
