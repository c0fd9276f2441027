"use client";
import type { PlaceMonth } from "@/core/place/place-months";
import type { FrostDates } from "@/core/place/place-years";
import { formatDayOfYear, monthName } from "@/core/units/calendar-date";
import {
  depthFieldText,
  depthUnitName,
  formatDepthPerDay,
  formatPercent,
  formatTemperature,
  temperatureFieldText,
  temperatureUnitName,
  threeFigures,
  type UnitSystem,
} from "@/core/units/units";
import { late } from "../common/late";

const charts = () => import("./month-charts");
const drawing = () => <p className="py-6 text-soft">drawing …</p>;
const MonthBars = late(() => charts().then(({ MonthBars: bars }) => bars), drawing);
const MonthBand = late(() => charts().then(({ MonthBand: band }) => band), drawing);

/** The year of a place: warmth, rain, light, and how thirsty its air is. */
export function PlaceYear({
  months,
  frost,
  isMeasured,
  system,
}: {
  months: readonly PlaceMonth[];
  frost: FrostDates | null;
  /** Whether its days are of a weather file. */
  isMeasured: boolean;
  system: UnitSystem;
}) {
  const degrees = (celsius: number): number => Number(temperatureFieldText(celsius, system));
  const depth = (mm: number): number => Number(depthFieldText(mm, system));
  const depthWords = (value: number): string =>
    `${threeFigures(value, system === "metric" ? 0 : 1)} ${depthUnitName(system)}`;
  const rained = months.some(({ rainMm }) => rainMm.high > 0);
  return (
    <section aria-labelledby="its-year">
      <h2 id="its-year" className="text-xl">
        Its year
      </h2>
      <p className="max-w-[70ch] leading-snug text-soft">
        {frost
          ? `Outdoors there, the last frost of spring comes by ${formatDayOfYear(frost.last)} and the first of autumn by ${formatDayOfYear(frost.first)}.`
          : "In most years it does not freeze outdoors there."}{" "}
        {isMeasured ? "Made of its weather file." : "Made of twenty years drawn from its climate."} Whiskers hold eight
        of ten years.
      </p>
      <div className="mt-2 grid gap-x-6 gap-y-3 md:grid-cols-2">
        <figure>
          <figcaption className="text-sm text-soft">
            Warmth of a usual day, and the coldest and warmest of most years, {temperatureUnitName(system)}
          </figcaption>
          <MonthBand
            label="Warmth by month"
            months={months.map(({ tMinC, tMaxC, coldestC, warmestC }) => ({
              mean: [degrees(tMinC), degrees(tMaxC)],
              ends: [degrees(coldestC), degrees(warmestC)],
            }))}
            words={(value) => `${Math.round(value)} ${temperatureUnitName(system)}`}
          />
        </figure>
        <figure>
          <figcaption className="text-sm text-soft">
            What short grass would lose in a day, {depthUnitName(system)}
          </figcaption>
          <MonthBars
            label="What short grass would lose in a day"
            kinds={[{ name: "grass", fill: "var(--life)" }]}
            months={months.map(({ referenceMm: { low, typical, high } }) => ({
              parts: [depth(typical)],
              range: { low: depth(low), typical: depth(typical), high: depth(high) },
            }))}
            words={(value) => `${threeFigures(value, system === "metric" ? 1 : 2)} ${depthUnitName(system)}`}
          />
        </figure>
        <figure>
          <figcaption className="text-sm text-soft">Light at the leaves, mol/m² a day</figcaption>
          <MonthBars
            label="Light at the leaves in a day"
            kinds={[{ name: "light", fill: "var(--soil-coarse-sand)" }]}
            months={months.map(({ lightMolPerDay: mol }) => ({
              parts: [Number(mol.toPrecision(3))],
              range: { low: mol, typical: mol, high: mol },
            }))}
            words={(value) => `${threeFigures(value, 1)} mol/m²`}
          />
        </figure>
        {rained ? (
          <figure>
            <figcaption className="text-sm text-soft">Rain in the month, {depthUnitName(system)}</figcaption>
            <MonthBars
              label="Rain by month"
              kinds={[{ name: "rain", fill: "var(--water)" }]}
              months={months.map(({ rainMm: { low, typical, high } }) => ({
                parts: [depth(typical)],
                range: { low: depth(low), typical: depth(typical), high: depth(high) },
              }))}
              words={depthWords}
            />
          </figure>
        ) : (
          <p className="self-center text-soft">No rain gets there.</p>
        )}
      </div>
      <details className="mt-3">
        <summary className="text-[0.95rem] pointer-coarse:min-h-11">The months as numbers</summary>
        <div className="overflow-x-auto">
          <table className="mt-1 min-w-[36rem] border-collapse text-[0.95rem] leading-snug">
            <thead>
              <tr className="border-b-2 border-ink text-left">
                {["Month", "Usual day", "Coldest, warmest", "Humidity", "Light", "Grass loses", "Rain"].map((head) => (
                  <th key={head} className="py-1 pr-4">
                    {head}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {months.map((one, month) => (
                <tr key={monthName(month)} className="border-b border-rule">
                  <th scope="row" className="py-0.5 pr-4 text-left font-normal">
                    {monthName(month)}
                  </th>
                  <td className="pr-4">
                    {formatTemperature(one.tMinC, system)} to {formatTemperature(one.tMaxC, system)}
                  </td>
                  <td className="pr-4">
                    {formatTemperature(one.coldestC, system)}, {formatTemperature(one.warmestC, system)}
                  </td>
                  <td className="pr-4">{formatPercent(one.humidity)}</td>
                  <td className="pr-4">{threeFigures(one.lightMolPerDay, 1)} mol/m²</td>
                  <td className="pr-4">{formatDepthPerDay(one.referenceMm.typical, system)}</td>
                  <td className="pr-4">{depthWords(depth(one.rainMm.typical))}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      </details>
    </section>
  );
}
