"use client";
import { dayInYear, monthOfDay } from "@/core/place/day-in-year";
import type { Season, SeasonDay } from "@/core/season/season";
import { isFilling } from "@/core/season/season-sentences";
import { formatDayOfYear, shortMonthName } from "@/core/units/calendar-date";

const WIDE = 730;
const BAND_HIGH = 190;
const STRIP_TOP = 204;
const STRIP_HIGH = 56;
const MARKS_TOP = 268;
const LINES_TOP = 290;
const LINES_HIGH = 44;
const HIGH = 354;
/** Days that are drawn as one column of the band. */
const TOGETHER = 3;

export const dayName = ({ dayOfYear }: Pick<SeasonDay, "dayOfYear">): string => formatDayOfYear(dayInYear(dayOfYear));

/**
 * A season on one axis of time: how full its pores are by depth and day, the level, what fell and was given, and the days
 * on which roots are thirsty or short of air.
 */
export function SeasonPicture({
  season,
  beside,
  count,
  at,
}: {
  season: Season;
  /** Of the same heights: its level is drawn dotted. */
  beside: Season | undefined;
  count: number;
  at: number;
}) {
  const { days, bandsCm } = season;
  const x = (day: number): number => (WIDE * day) / count;
  const [footCm, topCm] = [bandsCm[0]!, bandsCm.at(-1)!];
  const half = (topCm - footCm) / (bandsCm.length - 1) / 2;
  const y = (cm: number): number =>
    BAND_HIGH * (1 - Math.min(1, Math.max(0, (cm - footCm + half) / (topCm - footCm + 2 * half))));
  const columns = Array.from({ length: Math.ceil(days.length / TOGETHER) }, (_, i) =>
    days.slice(TOGETHER * i, TOGETHER * (i + 1)),
  );
  const most = Math.max(1, ...days.map(({ rainCm3, givenCm3 }) => Math.max(rainCm3, givenCm3)));
  const strip = (cm3: number): number => (STRIP_HIGH * Math.min(cm3, most)) / most;
  const months = days.flatMap(({ day, dayOfYear }) =>
    dayInYear(dayOfYear).day === 1 ? [{ day, month: monthOfDay(dayOfYear) }] : [],
  );
  const path = (of: (day: SeasonDay) => number | undefined, through = days): string => {
    let isOn = false;
    return through
      .map((day) => {
        const cm = of(day);
        if (cm === undefined) {
          isOn = false;
          return "";
        }
        const step = `${isOn ? "L" : "M"}${x(day.day + 0.5).toFixed(1)} ${y(cm).toFixed(1)}`;
        isOn = true;
        return step;
      })
      .join("");
  };
  /** From its least to its most, as a line of its own. */
  const line = (of: (day: SeasonDay) => number | undefined): string => {
    const values = days.flatMap((day) => of(day) ?? []);
    const [least, greatest] = [Math.min(...values), Math.max(...values)];
    const span = Math.max(greatest - least, 1e-9);
    return values.length < days.length
      ? ""
      : days
          .map(({ day }, i) => {
            const up = (LINES_HIGH - 4) * ((values[i]! - least) / span);
            return `${i === 0 ? "M" : "L"}${x(day + 0.5).toFixed(1)} ${(LINES_TOP + LINES_HIGH - 2 - up).toFixed(1)}`;
          })
          .join("");
  };
  return (
    <svg viewBox={`0 0 ${WIDE} ${HIGH}`} className="block h-auto w-full" role="img" aria-label={pictureWords(season)}>
      <rect width={x(days.length)} height={BAND_HIGH} fill="var(--sheet)" stroke="var(--rule-strong)" />
      {columns.map((column, i) =>
        bandsCm.map((cm, band) => {
          const mean = (key: "air" | "water"): number =>
            column.reduce((sum, day) => sum + day[key][band]!, 0) / column.length;
          const water = mean("water");
          const full = water / Math.max(1e-6, water + mean("air"));
          return (
            <rect
              key={`${i} ${band}`}
              x={x(TOGETHER * i)}
              y={y(cm + half)}
              width={x(column.length) + 0.3}
              height={y(cm - half) - y(cm + half) + 0.3}
              fill="var(--water)"
              fillOpacity={full ** 1.6}
              shapeRendering="crispEdges"
            />
          );
        }),
      )}
      <path d={path(({ levelCm }) => levelCm)} fill="none" stroke="var(--ink)" strokeWidth={1.4} />
      {beside && (
        <path
          d={path(({ levelCm }) => levelCm, beside.days)}
          fill="none"
          stroke="var(--ink)"
          strokeWidth={1}
          strokeDasharray="1.5 2.5"
        />
      )}
      <path
        d={path(({ rootsCm }) => (rootsCm === undefined ? undefined : topCm + half - rootsCm))}
        fill="none"
        stroke="var(--life)"
        strokeWidth={1.6}
        strokeDasharray="5 3"
      />
      {days.map(({ day, rainCm3, givenCm3 }) => (
        <g key={day}>
          {rainCm3 > 0 && (
            <rect
              x={x(day)}
              y={STRIP_TOP + STRIP_HIGH - strip(rainCm3)}
              width={x(1)}
              height={strip(rainCm3)}
              fill="var(--water-pale)"
              stroke="var(--water)"
              strokeWidth={0.3}
            />
          )}
          {givenCm3 > 10 && (
            <rect
              x={x(day)}
              y={STRIP_TOP + STRIP_HIGH - strip(givenCm3)}
              width={Math.max(1.4, x(1) / 2)}
              height={strip(givenCm3)}
              fill="var(--ink)"
            />
          )}
        </g>
      ))}
      {days.map(({ day, isThirsty, isWaterlogged }) => (
        <g key={day}>
          {isThirsty && <rect x={x(day)} y={MARKS_TOP} width={x(1) + 0.2} height={7} fill="var(--trouble)" />}
          {isWaterlogged && <rect x={x(day)} y={MARKS_TOP + 9} width={x(1) + 0.2} height={7} fill="var(--water)" />}
        </g>
      ))}
      <rect
        y={LINES_TOP}
        width={x(days.length)}
        height={LINES_HIGH}
        fill="none"
        stroke="var(--rule)"
        strokeWidth={0.6}
      />
      <path d={line(({ tMinC, tMaxC }) => (tMinC + tMaxC) / 2)} fill="none" stroke="var(--trouble)" strokeWidth={1} />
      <path d={line(({ mgPerL }) => mgPerL)} fill="none" stroke="var(--life)" strokeWidth={1.4} />
      {months.map(({ day, month }) => (
        <g key={day}>
          <line x1={x(day)} x2={x(day)} y1={0} y2={LINES_TOP + LINES_HIGH} stroke="var(--rule)" strokeWidth={0.6} />
          <text x={x(day) + 3} y={HIGH - 3} fontSize={12} fill="var(--ink)">
            {shortMonthName(month)}
          </text>
        </g>
      ))}
      <line
        x1={x(at + 0.5)}
        x2={x(at + 0.5)}
        y1={0}
        y2={LINES_TOP + LINES_HIGH}
        stroke="var(--trouble)"
        strokeWidth={1.2}
      />
    </svg>
  );
}

const pictureWords = ({ days }: Season): string =>
  `${days.length} days: ${days.filter(isFilling).length} fillings, ${days.filter(({ isThirsty }) => isThirsty).length} thirsty days, ${days.filter(({ isWaterlogged }) => isWaterlogged).length} short of air`;

/** The section on one day: solids, water and air from the foot up. */
export function DaySection({ season, day }: { season: Season; day: SeasonDay }) {
  const { bandsCm } = season;
  const high = BAND_HIGH / bandsCm.length;
  return (
    <svg
      viewBox={`0 0 100 ${BAND_HIGH}`}
      className="h-48 w-24"
      role="img"
      aria-label={`Water and air by height on ${dayName(day)}`}
    >
      {bandsCm.map((cm, band) => {
        const y = BAND_HIGH - high * (band + 1);
        const [water, air] = [100 * day.water[band]!, 100 * day.air[band]!];
        return (
          <g key={cm}>
            <rect x={0} y={y} width={water} height={high + 0.3} fill="var(--water)" fillOpacity={0.75} />
            <rect x={water} y={y} width={air} height={high + 0.3} fill="var(--sheet)" />
            <rect x={water + air} y={y} width={Math.max(0, 100 - water - air)} height={high + 0.3} fill="var(--rule)" />
          </g>
        );
      })}
      <rect width={100} height={BAND_HIGH} fill="none" stroke="var(--rule-strong)" />
    </svg>
  );
}
