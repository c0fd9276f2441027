import { asc, count, eq, max, min } from "drizzle-orm";
import type { MeasuredDay } from "../../core/place/weather";
import { isoOf } from "../../formats/weather/read";
import type { Db } from "../db/client";
import { weather, weatherDays } from "../db/schema";

/** Rows of measured weather, in and out, nothing else. */
export type WeatherRow = typeof weather.$inferSelect;
export type WeatherSpan = { readonly from: string | null; readonly to: string | null; readonly days: number };

export const weatherRow = (db: Db, id: string): WeatherRow | undefined =>
  db.select().from(weather).where(eq(weather.id, id)).get();

export const weatherRows = (db: Db): (WeatherRow & WeatherSpan)[] =>
  db
    .select({
      id: weather.id,
      name: weather.name,
      createdAt: weather.createdAt,
      document: weather.document,
      from: min(weatherDays.day),
      to: max(weatherDays.day),
      days: count(weatherDays.day),
    })
    .from(weather)
    .leftJoin(weatherDays, eq(weatherDays.weatherId, weather.id))
    .groupBy(weather.id)
    .orderBy(asc(weather.name), asc(weather.id))
    .all();

export const daysOf = (db: Db, id: string): MeasuredDay[] =>
  db
    .select()
    .from(weatherDays)
    .where(eq(weatherDays.weatherId, id))
    .orderBy(asc(weatherDays.day))
    .all()
    .map(({ day, weatherId: _weather, ...rest }) => {
      const [year, month, date] = day.split("-").map(Number);
      return { date: { year: year!, month: month!, day: date! }, ...rest };
    });

/** So many rows go in one statement: SQLite has a limit of what one carries. */
const ROWS_AT_ONCE = 500;

export function insertWeather(db: Db, row: WeatherRow, days: readonly MeasuredDay[]): void {
  db.insert(weather).values(row).run();
  for (let from = 0; from < days.length; from += ROWS_AT_ONCE)
    db.insert(weatherDays)
      .values(
        days
          .slice(from, from + ROWS_AT_ONCE)
          .map(({ date, ...rest }) => ({ weatherId: row.id, day: isoOf(date), ...rest })),
      )
      .run();
}
