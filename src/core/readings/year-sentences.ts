import { flushCm3, MG_PER_L_PER_DS_PER_M, RAIN_MG_PER_L } from "../demand/salts";
import type { AfterRain } from "../water/after-rain";
import { drainsAtCm } from "../stack/geometry";
import type { Setup } from "../stack/setup";
import { daysInMonth } from "../place/day-in-year";
import { monthsTooLate, type MonthOfWater, type YearOfWater } from "../demand/year-of-water";
import { monthName } from "../units/calendar-date";
import type { Range } from "../units/range";
import { capitalised } from "../units/text";
import { mouthCm2 } from "../water/network";
import { softPartsFor } from "../place/waters";
import { waterGiven } from "../stack/site";
import {
  formatDepthPerDay,
  formatHours,
  formatLength,
  formatPercent,
  formatRange,
  formatVolume,
  NBSP,
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

const AND = new Intl.ListFormat("en-GB");

/** Longer than this nobody counts in days. */
const LONG_DAYS = 60;
/** Open water breeds mosquitoes if it stands for longer than this in the warm months; 7 to 10 days from egg to wing. */
export const MOSQUITO_DAYS = 5;

const SOURCE =
  "Reference evapotranspiration by Penman & Monteith and the dual crop coefficient (Allen et al. 1998); weather as it was measured at its place, or drawn after Richardson (1981) from its climate.";

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
  return AND.format(said);
}

/** The month in which a figure is greatest, and the one in which it is least. */
const extremes = (values: readonly number[]): readonly [most: number, least: number] => [
  values.indexOf(Math.max(...values)),
  values.indexOf(Math.min(...values)),
];

/** Less in a day is not measured, but told by the month. [cm³] */
const LITTLE_CM3 = 3;

export function yearSayings(setup: Setup, year: YearOfWater, system: UnitSystem): readonly YearSaying[] {
  const { here } = setup;
  if (!here) return [];
  const { months } = year;
  const volume = (cm3: number): string => formatVolume(cm3, system);
  const isDerived = setup.demand.by === "place";
  // what is said is the same all year; its place would still make a month of it
  const [most, least] = isDerived
    ? extremes(months.map(({ takesCm3 }) => takesCm3.typical))
    : ([here.month, here.month] as const);
  const why = (formula: string, inputs: Why["inputs"]): Why => ({
    formula,
    inputs: [["it stands", here.placeNames.join(", then ")], ...inputs],
    source: SOURCE,
    uncertainty:
      "The range holds eight of ten years of its place, and what is not known of the plants' thirst. Wind in one's own corner, leaf over the rim and how far a plant has grown decide more than any table; what you pour tells better.",
  });
  const poured = setup.demand.by === "place" ? setup.demand.poured : undefined;
  const hereMost = here.months[most]!;
  const takes: YearSaying = {
    heading: "What a day takes",
    tone: "plain",
    text: isDerived
      ? months[most]!.takesCm3.high < LITTLE_CM3
        ? `So little that it is told by the month: ${volume(months[most]!.takesCm3.typical * daysInMonth(most))} in ${monthName(most)}, when it takes most, and ${volume(months[least]!.takesCm3.typical * daysInMonth(least))} in ${monthName(least)}.`
        : `${volume(months[most]!.takesCm3.typical)} a day in ${monthName(most)}, when it takes most (${formatRange(months[most]!.takesCm3.low, months[most]!.takesCm3.high, (cm3) => formatVolume(cm3, system, months[most]!.takesCm3.high))} as plants, places and years differ); ${volume(months[least]!.takesCm3.typical)} in ${monthName(least)}. On the five hottest days in a row, mostly in ${monthName(here.heatWaveMonth)}, ${volume(year.heatWaveCm3.typical)} a day in most years and ${volume(year.heatWaveCm3.high)} in one of ten.${poured ? ` Set right by what was poured, ${volume(poured.volumeCm3)} after ${threeFigures(poured.days, 1)} days in ${monthName(poured.month)}: ${threeFigures(poured.times, 2)} times what its place makes of it.` : ""}`
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
    ...rain(setup, year, system, why),
    ...trays(months, here.months, why),
    ...hands(setup, year, why),
    ...salts(setup, year, system, why),
    ...lime(setup, year, system, why),
  ];
}

/** How people water; "when I remember" may be three weeks. */
export const HANDS: readonly (readonly [words: string, everyDays: number])[] = [
  ["daily", 1],
  ["every other day", 2],
  ["twice a week", 3.5],
  ["every Sunday", 7],
  ["every other Sunday", 14],
  ["when one remembers, say every three weeks", 21],
];
/** Given so much sooner than it is wanted, what likes to dry never does. */
const MUCH_SOONER = 4;

/** Which hand suits it, month by month: from one filling or soaking to the next. */
function hands(setup: Setup, year: YearOfWater, why: MakeWhy): readonly YearSaying[] {
  const { months, bearsDryDays } = year;
  const lasting = months.map(({ fill, betweenDays }) => (fill ?? { days: betweenDays }).days?.typical);
  if (lasting.every((days) => days === undefined)) return [];
  const dryMonths = (everyDays: number): readonly number[] => monthsTooLate(year, everyDays);
  const told = (everyDays: number): string => {
    const dry = dryMonths(everyDays);
    return dry.length === 0
      ? "in time all year"
      : dry.length === 12
        ? "too late all year"
        : `too late ${inMonths(dry)}`;
  };
  const own = setup.wateredEveryDays;
  const every = (days: number): string => (days === 1 ? "daily" : `every ${threeFigures(days, 1)} days`);
  const late = own === null ? [] : dryMonths(own);
  // a reservoir that is topped up early is none the worse
  const early =
    own === null || months.some(({ fill }) => fill)
      ? []
      : lasting.flatMap((days, month) => (days !== undefined && days > MUCH_SOONER * own ? [month] : []));
  const suits = [...HANDS].reverse().find(([, days]) => dryMonths(days).length === 0);
  return [
    {
      heading: "Given how it is watered",
      tone: late.length > 0 ? "trouble" : "plain",
      text: [
        own === null
          ? ""
          : late.length === 0
            ? `${capitalised(every(own))}, as it is said, is in time all year.`
            : `${capitalised(every(own))}, as it is said, is too late ${inMonths(late)}: its roots are dry for longer than they bear before water comes.`,
        early.length > 0
          ? `${capitalised(inMonths(early))} it comes long before it is wanted, and the soil stays wet.`
          : "",
        suits
          ? `In time all year, at the slackest: ${suits[0]}.`
          : "No hand suits it all year: in its driest month it wants water more than once a day.",
      ]
        .filter(Boolean)
        .join(" "),
      why: why(
        "How long it lasts in each month, and how long what lives there bears it dry then, against how often water comes. Rain is not counted.",
        [
          [
            "the first that lives there bears it dry for",
            daysWords({ low: bearsDryDays, typical: bearsDryDays, high: bearsDryDays }),
          ],
          ...HANDS.map(([words, days]) => [words, told(days)] as const),
        ],
      ),
    },
  ];
}

/** Salts that grew so much are told of as a number of times. */
const MANY_TIMES = 1.5;
/** From here on most crops grow less: 3 dS/m. */
const SALTY_MG_PER_L = 1920;
/** Less than this in what it holds harms nobody, bog plants among them. */
const HARMLESS_MG_PER_L = 150;
const SHARE_LEFT = 0.25;
/** mg on a cm² in a year, from which a crust is seen. */
const CRUST_MG_PER_CM2 = 20;

/** What the water leaves behind, and what washes it out. */
function salts(setup: Setup, year: YearOfWater, system: UnitSystem, why: MakeWhy): readonly YearSaying[] {
  const { here } = setup;
  const given = waterGiven(setup);
  const waterPpm = given?.mgPerL ?? null;
  if (!year.salts || waterPpm === null || !given || !here || !(year.heldFullCm3 > 0)) return [];
  const mgPerL = (value: number): string => `${threeFigures(value, 0)}${NBSP}mg/L`;
  const most = (months: typeof year.salts): number => Math.max(...months.map((one) => one.mgPerL));
  const [first, second] = [most(year.salts.slice(0, 12)), most(year.salts.slice(12))];
  const highest = Math.max(first, second);
  const gathers = highest > Math.max(HARMLESS_MG_PER_L, MANY_TIMES * waterPpm);
  const feed =
    year.feedMg > 0
      ? ` Feed laid in it leaves ${threeFigures(year.feedMg / 1000, 1)}${NBSP}g of salts in a year, which are counted.`
      : "";
  const comesTo = (value: number): string =>
    `${mgPerL(value)} (some ${threeFigures(value / MG_PER_L_PER_DS_PER_M, 1)}${NBSP}dS/m)`;
  const surfaceMg =
    here.months.reduce((sum, { surfaceMm, leavesMm }, month) => {
      const share = surfaceMm + leavesMm > 0 ? surfaceMm / (surfaceMm + leavesMm) : 0;
      return sum + share * year.months[month]!.givenCm3 * (waterPpm / 1000);
    }, 0) / mouthCm2(setup);
  return [
    {
      heading: "Salts",
      tone: gathers && second > Math.min(SALTY_MG_PER_L, 2 * year.mostWaterMgPerL) ? "trouble" : "plain",
      text: gathers
        ? `Of water with ${mgPerL(waterPpm)}${setup.site.waterPpm === null ? ` (${given.words})` : ""} what is dissolved stays: up to ${comesTo(first)} in what it holds in the first year, up to ${comesTo(second)} in the second, if roots took up none. ${setup.water.by === "volume" || drainsAtCm(setup) === undefined ? "It has no way out to flush them through: give rain water, or renew the soil in time." : `${formatVolume(flushCm3(year.heldFullCm3, SHARE_LEFT), system)} of clear water poured through from the top until it runs out leaves a quarter of them: once a year, or when leaves brown at their rims.`}${surfaceMg > CRUST_MG_PER_CM2 && setup.water.by === "level" ? ` Risen from below, ${threeFigures(surfaceMg / 100, 1)}${NBSP}kg/m² of it in a year stays on the surface as a crust: scrape it off.` : ""}${feed}`
        : `What is dissolved in its water, ${mgPerL(waterPpm)}, hardly gathers: up to ${comesTo(highest)} in what it holds in two years${year.months.some(({ overCm3 }) => overCm3.typical > 0) ? ", for rain washes it out" : year.salts.some(({ outMg }) => outMg > 0) ? ", for it goes with what runs out" : ""}.${feed}`,
      why: {
        ...why(
          "What comes in with the water given, with rain and from feed that was laid in, less what runs out, of which half has been through the soil; watered from the top, a fifth of what is given runs out; mixed through what soil and store hold. Liquid feed, and feed that its mix was made with, are not in it.",
          [
            ["it holds", formatVolume(year.heldFullCm3, system)],
            ...year.salts.slice(0, 12).map((one, month) => [monthName(month), mgPerL(one.mgPerL)] as const),
          ],
        ),
        source:
          "A balance of salts as leaching is reckoned in pots and beds (Rhoades 1974; Ayers & Westcot 1985); 640 mg/L to a dS/m.",
        uncertainty:
          "What roots take up and what falls out as lime makes it less, feed more. How well water runs through rather than by: 0.2 to 0.8.",
      },
    },
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
              : `Lasts ${daysWords(atMost.days)} ${most === least ? "all year" : `in ${monthName(most)}`}: ${mark(atMost)}, ${formatVolume(atMost.usableCm3, system)} under full.`,
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
      text:
        most === least
          ? `Soaked through, its roots want water again after ${daysWords(atMost)}, all year.`
          : `Soaked through, its roots want water again after ${daysWords(atMost)} in ${monthName(most)}, and ${daysWords(atLeast)} in ${monthName(least)}.`,
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
/** Most of what comes in a month: it is told of once so much of it finds no room. */
const MOST_OVER = 0.5;
/** Out of air for longer than this, roots that are not used to it die; with less of it than this, they hardly breathe. */
const LONG_HOURS = 24;
const HARDLY_ANY_AIR = 0.05;
const SOME_DAYS = 0.5;

function rain(setup: Setup, year: YearOfWater, system: UnitSystem, why: MakeWhy): readonly YearSaying[] {
  const { months, runsInNames, afterRain } = year;
  const inYear = months.reduce((sum, { rainCm3 }) => sum + rainCm3.typical, 0);
  if (inYear < SOME_RAIN_CM3) return [];
  const volume = (cm3: number): string => formatVolume(cm3, system);
  const drunk = (month: number): number => months[month]!.takesCm3.typical * daysInMonth(month);
  const [wettest] = extremes(months.map(({ rainCm3 }) => rainCm3.typical));
  const over = (month: number): number => months[month]!.overCm3.typical;
  const tooMuch = months.flatMap(({ rainCm3 }, month) => (over(month) > MOST_OVER * rainCm3.typical ? [month] : []));
  const tooLittle = months.flatMap(({ rainCm3 }, month) => (rainCm3.high < drunk(month) ? [month] : []));
  const wet = months[wettest]!.rainCm3;
  const [worst] = [...tooMuch].sort((a, b) => over(b) - over(a));
  const hasNoWayOut = drainsAtCm(setup) === undefined;
  const sources = [
    setup.site.roofM2 > 0 ? "off the roof led into it" : "",
    ...runsInNames.map((name) => `out of ${name}`),
  ];
  const from = sources.filter(Boolean);
  const flooded = months.flatMap(({ floodedDays }, month) =>
    floodedDays && floodedDays.typical >= SOME_DAYS ? [{ month, days: floodedDays.typical }] : [],
  );
  return [
    {
      heading: "Rain on it",
      tone:
        (hasNoWayOut && tooMuch.length > 0) || flooded.length > 0 || (afterRain && isAirless(afterRain))
          ? "trouble"
          : "plain",
      text: [
        `${volume(wet.typical)} ${from.length > 0 ? `fall and run into it, ${AND.format(from)} too,` : "fall into it"} in an average ${monthName(wettest)}, ${volume(wet.high)} in one of ten.`,
        worst !== undefined
          ? `${capitalised(inMonths(tooMuch))} most of it finds no room: ${volume(over(worst))} of an average ${monthName(worst)} ${hasNoWayOut ? "run over its rim, for it has no other way out" : "run out of it"}.`
          : "In no month does most of it run over.",
        ...floods(flooded),
        airBack(afterRain),
        tooLittle.length > 0
          ? `${capitalised(inMonths(tooLittle))} even a wet month is too little, and it must be watered.`
          : "",
      ]
        .filter(Boolean)
        .join(" "),
      why: why(
        "Day by day: what comes in is kept as far as there is room under its way out, and drunk of; when it is down to where it wants water, it is filled up by hand.",
        [
          ...(afterRain
            ? [
                [
                  "from full pores, most of the air of its roots is back within",
                  formatHours(afterRain.airBackHours),
                ] as const,
                ["their air two days later", formatPercent(afterRain.airSpace)] as const,
              ]
            : []),
          ...months.map(
            ({ rainCm3, overCm3, givenCm3 }, month) =>
              [
                monthName(month),
                `${volume(rainCm3.typical)} in, ${volume(drunk(month))} taken, ${volume(overCm3.typical)} over, ${volume(givenCm3)} given`,
              ] as const,
          ),
        ],
      ),
    },
  ];
}

/** In which months free water stands among the roots, and on how many days of the worst. */
function floods(flooded: readonly { readonly month: number; readonly days: number }[]): readonly string[] {
  const [worst] = [...flooded].sort((a, b) => b.days - a.days);
  if (!worst) return [];
  const days = Math.max(1, Math.round(worst.days));
  return [
    `${capitalised(inMonths(flooded.map(({ month }) => month)))} it stands in the middle of the roots for ${
      days >= daysInMonth(worst.month)
        ? `all of an average ${monthName(worst.month)}`
        : `${days} ${days === 1 ? "day" : "days"} of an average ${monthName(worst.month)}`
    }.`,
  ];
}

const isAirless = ({ airBackHours, airSpace }: AfterRain): boolean =>
  airBackHours > LONG_HOURS || airSpace < HARDLY_ANY_AIR;
const airBack = (afterRain: AfterRain | undefined): string => {
  if (!afterRain) return "";
  const { airBackHours, airSpace } = afterRain;
  return airSpace < HARDLY_ANY_AIR
    ? `Rained through to the last pore, its roots have hardly any air two days later, ${formatPercent(airSpace)} of the soil.`
    : `Rained through to the last pore, its roots have most of their air back within ${formatHours(airBackHours)}, ${formatPercent(airSpace)} of the soil in the end.`;
};

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

/** Less than this in a year is no matter. */
const LIME_TOLD_PH = 0.05;
/** By so much in a year acid lovers turn yellow before they are repotted. */
const LIME_TROUBLE_PH = 0.5;
/** By so much in a year it is lime that rules, and no soil that buffers. */
const LIME_RULES_PH = 2;

const CM3_PER_L = 1000;
const MG_PER_G = 1000;
const TOLD_LIME_G = 5;

/** What the alkalinity of its water does to the soil, and how rain mends it. */
function lime(setup: Setup, year: YearOfWater, system: UnitSystem, why: MakeWhy): readonly YearSaying[] {
  const { here } = setup;
  const { limePerYear, givenCm3 } = year;
  if (!here) return [];
  const given = waterGiven(setup)!;
  const alkalinity = given.alkalinityMgPerL;
  if (!limePerYear || alkalinity === null || !Number.isFinite(limePerYear.high) || limePerYear.high < LIME_TOLD_PH)
    return [];
  const ph = (value: number): string => threeFigures(value, value < 1 ? 2 : 1);
  const most = year.mostWaterMgPerL;
  const parts =
    setup.blend || setup.site.waterPpm !== null || given.mgPerL === null || !Number.isFinite(most)
      ? undefined
      : softPartsFor(given.mgPerL, RAIN_MG_PER_L, most);
  // what is hard by lime falls out of what dries up, and no more of it than there is of either
  const limeG =
    given.hardnessMgPerL === null ? 0 : (Math.min(given.hardnessMgPerL, alkalinity) * givenCm3) / CM3_PER_L / MG_PER_G;
  const isMuch = limePerYear.typical > LIME_TROUBLE_PH;
  return [
    {
      heading: "Lime in its water",
      tone: "plain",
      text: [
        limePerYear.typical > LIME_RULES_PH
          ? `Given nothing but ${given.words}, it gets more alkalinity than this soil can buffer: within a season it is as limy as the water, pH 7.5 to 8.`
          : `Given nothing but ${given.words}, the soil would be lifted by ${isMuch ? `about ${ph(limePerYear.typical)}` : `${ph(limePerYear.low)} to ${ph(limePerYear.high)}`} pH in a year, at most, by its alkalinity: roots and rot work against it.`,
        isMuch ? "What loves acid soil turns yellow then; give it rain." : "",
        parts !== undefined && parts > 0
          ? `One part ${given.words} to ${threeFigures(parts, 1)} of rain comes to ${threeFigures(most, 0)}${NBSP}mg/L, the most that all who live there are at ease with.`
          : "",
        limeG >= TOLD_LIME_G
          ? `In a year up to ${threeFigures(limeG, 0)}${NBSP}g of lime dry out of it, white on stones, wicks and rims.`
          : "",
      ]
        .filter(Boolean)
        .join(" "),
      why: {
        ...why(
          "The base that comes in with the water, against a quarter of what the rooted soil can exchange for each step of pH.",
          [
            ["given in a year, beside rain", formatVolume(givenCm3, system)],
            ["watered with", given.words],
            ["its alkalinity, as CaCO₃", `${threeFigures(alkalinity, 0)}${NBSP}mg/L`],
            ["lift in a year", `${ph(limePerYear.low)} to ${ph(limePerYear.high)} pH`],
          ],
        ),
        source: "Reasoned from exchange capacities on record; no titration of mixes stands behind it.",
        uncertainty:
          "Within a factor of 1.6 for the soil; roots that take up ammonium and soils that rot make it less.",
      },
    },
  ];
}
