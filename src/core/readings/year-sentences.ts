import { drainsAtCm } from "../stack/geometry";
import type { Setup } from "../stack/setup";
import { daysInMonth } from "../place/day-in-year";
import type { MonthOfWater, YearOfWater } from "../demand/year-of-water";
import { monthName } from "../units/calendar-date";
import type { Range } from "../units/range";
import { capitalised } from "../units/text";
import {
  formatDepthPerDay,
  formatHours,
  formatLength,
  formatRange,
  formatVolume,
  threeFigures,
  type UnitSystem,
} from "../units/units";
import type { Why } from "./sentences";

/** What a setup's water does through a year where it stands, as sentences; each names its months. */
export type YearSaying = {
  readonly heading: string;
  readonly text: string;
  readonly tone: "plain" | "trouble";
  readonly why: Why;
};

/** Longer than this nobody counts in days. */
const LONG_DAYS = 60;
/** Open water breeds mosquitoes if it stands for longer than this in the warm months; 7 to 10 days from egg to wing. */
const MOSQUITO_DAYS = 5;

const SOURCE =
  "Reference evapotranspiration by Penman & Monteith and the dual crop coefficient (Allen et al. 1998); weather drawn after Richardson (1981) from the climate of its place.";

/** "2.6 days (2 to 3.5)", and in words where it is long. */
export function daysWords({ low, typical, high }: Range): string {
  if (typical >= LONG_DAYS) return "more than two months";
  const one = (days: number): string => (days < 2 ? formatHours(24 * days) : `${threeFigures(days, 1)} days`);
  if (high - low < 0.15 * typical) return one(typical);
  const bare = (days: number): string => threeFigures(days, days < 10 ? 1 : 0);
  return typical < 2
    ? `${one(typical)} (${formatHours(24 * low)} to ${formatHours(24 * high)})`
    : `${one(typical)} (${bare(low)} to ${high >= LONG_DAYS ? "more than 60" : bare(high)})`;
}

/** "in June", "in June and July", "from May to September"; round the turn of the year too. */
export function inMonths(months: readonly number[]): string {
  if (months.length === 12) return "in every month";
  const isIn = (month: number): boolean => months.includes((month + 12) % 12);
  const runs = months
    .filter((month) => !isIn(month - 1))
    .map((from) => {
      let to = from;
      while (isIn(to + 1)) to++;
      return [from, to % 12, to - from + 1] as const;
    });
  const said = runs.map(([from, to, length]) =>
    length === 1
      ? `in ${monthName(from)}`
      : length === 2
        ? `in ${monthName(from)} and ${monthName(to)}`
        : `from ${monthName(from)} to ${monthName(to)}`,
  );
  return said.join(" and ");
}

/** The month in which a figure is greatest, and the one in which it is least. */
const extremes = (values: readonly number[]): readonly [most: number, least: number] => [
  values.indexOf(Math.max(...values)),
  values.indexOf(Math.min(...values)),
];

export function yearSayings(setup: Setup, year: YearOfWater, system: UnitSystem): readonly YearSaying[] {
  const { here } = setup;
  if (!here) return [];
  const { months } = year;
  const volume = (cm3: number): string => formatVolume(cm3, system);
  const [most, least] = extremes(months.map(({ takesCm3 }) => takesCm3.typical));
  const isDerived = setup.demand.by === "place";
  const why = (formula: string, inputs: Why["inputs"]): Why => ({
    formula,
    inputs: [["it stands", here.placeNames.join(", then ")], ...inputs],
    source: SOURCE,
    uncertainty:
      "Twenty drawn years: the range holds eight of ten of them, and what is not known of the plants' thirst. Wind in one's own corner, leaf over the rim and how far a plant has grown decide more than any table; what you pour tells better.",
  });
  const poured = setup.demand.by === "place" ? setup.demand.poured : undefined;
  const hereMost = here.months[most]!;
  const takes: YearSaying = {
    heading: "What a day takes",
    tone: "plain",
    text: isDerived
      ? `${volume(months[most]!.takesCm3.typical)} a day in ${monthName(most)}, when it takes most (${formatRange(months[most]!.takesCm3.low, months[most]!.takesCm3.high, (cm3) => formatVolume(cm3, system, months[most]!.takesCm3.high))} as plants and years differ); ${volume(months[least]!.takesCm3.typical)} in ${monthName(least)}. On the five hottest days in a row, mostly in ${monthName(here.heatWaveMonth)}, ${volume(year.heatWaveCm3.typical)} a day in most years and ${volume(year.heatWaveCm3.high)} in one of ten.${poured ? ` Set right by what was poured, ${volume(poured.volumeCm3)} after ${threeFigures(poured.days, 1)} days in ${monthName(poured.month)}: ${threeFigures(poured.times, 2)} times what its place makes of it.` : ""}`
      : `${volume(months[most]!.takesCm3.typical)} a day, all year: what a day takes is said on its page, and beats what its place makes of it. That would be ${formatDepthPerDay(hereMost.mmPerDay.typical, system)} in ${monthName(here.month)}, with the soil bare.`,
    why: why(
      "Leaves lose so many times what short grass does over the ground they cover, the bare surface what light and air the leaves leave it; dressings, walls and trays are counted.",
      [
        ["short grass there", formatDepthPerDay(hereMost.referenceMm.typical, system)],
        ["leaves, over the mouth", formatDepthPerDay(hereMost.leavesMm, system)],
        ["bare surface, over the mouth", formatDepthPerDay(hereMost.surfaceMm, system)],
        [
          "both may be",
          formatRange(hereMost.mmPerDay.low, hereMost.mmPerDay.high, (mm) => formatDepthPerDay(mm, system)),
        ],
      ],
    ),
  };
  return [
    takes,
    ...fills(months, most, least, system, why),
    ...waterings(months, most, least, why),
    ...rain(setup, months, system, why),
    ...trays(months, here.months, why),
  ];
}

type MakeWhy = (formula: string, inputs: Why["inputs"]) => Why;

function fills(
  months: readonly MonthOfWater[],
  most: number,
  least: number,
  system: UnitSystem,
  why: MakeWhy,
): readonly YearSaying[] {
  const [atMost, atLeast] = [months[most]!.fill, months[least]!.fill];
  if (!atMost || !atLeast) return [];
  const weak = months.flatMap(({ fill }, month) => (fill?.mark.kind === "too-weak" ? [month] : []));
  const cm = (height: number): string => formatLength(height, system);
  const mark = (fill: NonNullable<MonthOfWater["fill"]>): string =>
    fill.mark.kind === "mark"
      ? `refill it when the surface has fallen to ${cm(fill.mark.levelCm)}`
      : "it wicks to the last";
  const lasts: YearSaying = {
    heading: "A fill",
    tone: weak.length > 0 ? "trouble" : "plain",
    text:
      weak.length === 12
        ? "Even full its reservoir brings less than a day of any month takes: it must be watered from the top all year."
        : [
            weak.length > 0
              ? `Even full it brings less than a day takes ${inMonths(weak)}: the wick fails first in ${monthName(firstOf(weak))}, and it must be watered from the top then.`
              : "",
            atMost.mark.kind === "too-weak"
              ? ""
              : `Lasts ${daysWords(atMost.days)} in ${monthName(most)}: ${mark(atMost)}, ${formatVolume(atMost.usableCm3, system)} under full.`,
            atLeast.mark.kind === "too-weak" || most === least
              ? ""
              : `In ${monthName(least)} it lasts ${daysWords(atLeast.days)}.`,
          ]
            .filter(Boolean)
            .join(" "),
    why: why(
      "From full to the lowest level from which a day's water still rises to the middle of the roots, at what a day of each month takes.",
      months.flatMap(({ fill }, month) =>
        fill
          ? [
              [
                monthName(month),
                fill.mark.kind === "too-weak"
                  ? "too weak even full"
                  : `${daysWords(fill.days)}${fill.mark.kind === "mark" ? `, to ${cm(fill.mark.levelCm)}` : ""}`,
              ] as const,
            ]
          : [],
      ),
    ),
  };
  return [lasts];
}

/** The first of a run of months, in the order of a season. */
const firstOf = (months: readonly number[]): number =>
  months.find((month) => !months.includes((month + 11) % 12)) ?? months[0]!;

function waterings(months: readonly MonthOfWater[], most: number, least: number, why: MakeWhy): readonly YearSaying[] {
  const [atMost, atLeast] = [months[most]!.betweenDays, months[least]!.betweenDays];
  if (!atMost || !atLeast) return [];
  return [
    {
      heading: "Between waterings",
      tone: "plain",
      text: `Soaked through, its roots want water again after ${daysWords(atMost)} in ${monthName(most)}, and ${daysWords(atLeast)} in ${monthName(least)}.`,
      why: why(
        "From soaked and drained until the suction in the middle of the roots is what the first of those that live there wants water at.",
        months.flatMap(({ betweenDays }, month) =>
          betweenDays ? [[monthName(month), daysWords(betweenDays)] as const] : [],
        ),
      ),
    },
  ];
}

/** Less than this in a year is none. [cm³] */
const SOME_RAIN_CM3 = 50;

function rain(setup: Setup, months: readonly MonthOfWater[], system: UnitSystem, why: MakeWhy): readonly YearSaying[] {
  const inYear = months.reduce((sum, { rainCm3 }) => sum + rainCm3.typical, 0);
  if (inYear < SOME_RAIN_CM3) return [];
  const volume = (cm3: number): string => formatVolume(cm3, system);
  const drunk = (month: number): number => months[month]!.takesCm3.typical * daysInMonth(month);
  const [wettest] = extremes(months.map(({ rainCm3 }) => rainCm3.typical));
  const tooMuch = months.flatMap(({ rainCm3 }, month) => (rainCm3.typical > drunk(month) ? [month] : []));
  const tooLittle = months.flatMap(({ rainCm3 }, month) => (rainCm3.high < drunk(month) ? [month] : []));
  const wet = months[wettest]!.rainCm3;
  const over = (month: number): number => months[month]!.rainCm3.typical - drunk(month);
  const worst = [...tooMuch].sort((a, b) => over(b) - over(a))[0];
  const goes = drainsAtCm(setup) === undefined ? "stays in it, for it has no way out" : "runs out of it";
  return [
    {
      heading: "Rain on it",
      tone: drainsAtCm(setup) === undefined && tooMuch.length > 0 ? "trouble" : "plain",
      text: [
        `${volume(wet.typical)} fall into it in an average ${monthName(wettest)}, ${volume(wet.high)} in one of ten.`,
        worst !== undefined
          ? `${capitalised(inMonths(tooMuch))} more falls than it drinks: ${volume(over(worst))} of an average ${monthName(worst)} ${goes}.`
          : "In no month does more fall on average than it drinks.",
        tooLittle.length > 0
          ? `${capitalised(inMonths(tooLittle))} even a wet month is too little, and it must be watered.`
          : "",
      ]
        .filter(Boolean)
        .join(" "),
      why: why("What falls on the mouth in a month, against what the setup takes in it.", [
        ...months.map(
          ({ rainCm3 }, month) =>
            [monthName(month), `${volume(rainCm3.typical)} in, ${volume(drunk(month))} taken`] as const,
        ),
      ]),
    },
  ];
}

/** Over this on an average day, mosquitoes breed. [°C] */
const MOSQUITO_C = 12;

function trays(
  months: readonly MonthOfWater[],
  here: NonNullable<Setup["here"]>["months"],
  why: MakeWhy,
): readonly YearSaying[] {
  const warm = months.flatMap(({ trayHours }, month) =>
    trayHours && (here[month]!.tMinC + here[month]!.tMaxC) / 2 > MOSQUITO_C ? [{ month, trayHours }] : [],
  );
  const [longest] = [...warm].sort((a, b) => b.trayHours.typical - a.trayHours.typical);
  if (!longest) return [];
  const breeds = warm.filter(({ trayHours }) => trayHours.typical > 24 * MOSQUITO_DAYS).map(({ month }) => month);
  const hours = ({ low, typical, high }: Range): Range => ({ low: low / 24, typical: typical / 24, high: high / 24 });
  return [
    {
      heading: "Open water in the tray",
      tone: breeds.length > 0 ? "trouble" : "plain",
      text:
        breeds.length > 0
          ? `Filled as it stands it is gone after ${daysWords(hours(longest.trayHours))} in ${monthName(longest.month)}. ${capitalised(inMonths(breeds))} it stands long enough for mosquitoes to breed: give less at a time, so that it is dry for a day each week, or cover it.`
          : `Filled as it stands it is gone after ${daysWords(hours(longest.trayHours))} in ${monthName(longest.month)}, sooner than mosquitoes breed.`,
      why: why("The water that stands in the tray, over what a day takes.", [
        ...warm.map(({ month, trayHours }) => [monthName(month), daysWords(hours(trayHours))] as const),
      ]),
    },
  ];
}
