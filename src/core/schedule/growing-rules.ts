import { HARDLY_HARDY_C, windowAt } from "../demand/growing";
import type { Guild, Plant, Season } from "../occupants/occupant";
import { fixtureOf } from "../stack/fixtures";
import { stageOf } from "../stack/setup";
import { putInOf, ROOTS_CM_PER_DAY, type PutIn } from "../season/roots";
import { formatDay, WEEK_DAYS as WEEK, type DayNumber } from "../units/day-number";
import { capitalised } from "../units/text";
import { formatLength, formatTemperature } from "../units/units";
import { dayIn, dayOfYearIn, growingMonths, livingIn, monthOf, namesOf, yearOf, type ScheduleAsked } from "./asked";
import { every, HUSBANDRY, MONTH_DAYS, type DayWindow, type Series } from "./due";

/** Roots of a kind are so much slower or faster than reckoned. */
const ROOT_RATES = { slow: 0.7, fast: 1.4 } as const;

export function growingRules(asked: ScheduleAsked): readonly Series[] {
  const { plants } = livingIn(asked);
  const put = putInOf(asked.setup, asked.at, asked.occupants);
  return [
    ...unique(put).flatMap((one) => (one.summer ? cropRules(asked, one) : youngRules(asked, one))),
    ...restRules(asked, plants),
    ...plants
      .filter(({ id }) => !put.some(({ plant, summer }) => summer && plant.id === id))
      .flatMap((plant) => [
        ...harvestOf(asked, plant, () => 0),
        ...winterRules(asked, plant),
        ...divideRules(asked, plant),
      ]),
  ];
}

const unique = (put: readonly PutIn[]): readonly PutIn[] =>
  put.filter(({ plant }, i) => put.findIndex((one) => one.plant.id === plant.id) === i);

/** A window of a kind, in one year; one that begins late goes over into the next. */
function windowIn(year: number, season: Season, { at }: ScheduleAsked): DayWindow {
  let ofPlace = WINDOWS.get(at);
  if (!ofPlace) WINDOWS.set(at, (ofPlace = new Map<Season, ReturnType<typeof windowAt>>()));
  let window = ofPlace.get(season);
  if (!window) ofPlace.set(season, (window = windowAt(season, at)));
  const from = dayOfYearIn(year, window.fromDay);
  return { from, to: from + window.days };
}
/** Twenty years of days are gone through for each: once for a place. */
const WINDOWS = new WeakMap<ScheduleAsked["at"], Map<Season, ReturnType<typeof windowAt>>>();

const lower = ({ name }: Plant): string => name.toLowerCase();

/** What is put in each year and eaten in the same. */
function cropRules(asked: ScheduleAsked, { plant, summer, ballDepthCm, daysDown }: PutIn): readonly Series[] {
  const { kept, setup, year, system } = asked;
  if (!plant.planting || !summer) return [];
  const planting = plant.planting;
  const plantId = `plant:${plant.id}`;
  const meant = (of: number): DayNumber => dayOfYearIn(of, summer.fromDay);
  const mark = (of: number) => kept.items.get(`${plantId}@${of}`);
  /** The day it was put in, or is meant to be. */
  const putIn = (of: number): DayNumber => {
    const done = mark(of);
    return done?.kind === "done" ? done.on : done?.kind === "moved" ? done.to : meant(of);
  };
  const isLeftOut = (of: number): boolean => mark(of)?.kind === "skipped";
  const afterPlanting =
    (fromDays: number, toDays: number) =>
    (of: number): DayWindow | undefined =>
      isLeftOut(of) ? undefined : { from: putIn(of) + fromDays, to: putIn(of) + toDays };
  const wicks = year.months.some(({ fill }) => fill);
  const isSown = setup.occupants.some((one) => one.occupantId === plant.id && stageOf(one) === "seed");
  const feeds = setup.fixtures.some(({ kind }) => kind === "feed-strip");
  const pellets = setup.layers.some(({ amendments = [] }) => amendments.length > 0);
  const isTall = plant.heightCm.typical >= 60 && plant.guild === "fruiting-crop";
  const list: Series[] = [
    {
      id: plantId,
      kind: "grow",
      title: `${isSown ? "Sow" : "Plant"} the ${lower(plant)}`,
      reason: `Its window there, ${weeksWords(planting)}.`,
      ifSkipped: "Planted later it is harvested later, and the first frost may come before.",
      source: "Frost dates of its place; window of the kind in the library.",
      isFree: true,
      times: { kind: "yearly", of: (of) => windowIn(of, planting, asked) },
    },
    ...harvestOf(asked, plant, (of) => putIn(of) - meant(of), putIn, isLeftOut),
  ];
  if (isTall)
    list.push({
      id: `stake:${plant.id}`,
      kind: "grow",
      title: `Put a stake in as you plant the ${lower(plant)}`,
      reason: `It grows to about ${formatLength(plant.heightCm.typical, system)}, and a stake put in later goes through roots and separators.`,
      ifSkipped: "It leans, and pulls a light vessel over.",
      source: HUSBANDRY,
      isFree: true,
      times: { kind: "yearly", fromStart: true, of: afterPlanting(0, WEEK) },
    });
  if (isSown)
    list.push({
      id: `thin:${plant.id}`,
      kind: "grow",
      title: `Thin the ${lower(plant)}`,
      reason: "Seedlings of a row drink and shade as one; two to four weeks after sowing they can be told and drawn.",
      ifSkipped: "Many small ones instead of a few good ones, and what a day takes goes up.",
      source: HUSBANDRY,
      isFree: true,
      times: { kind: "yearly", fromStart: true, of: afterPlanting(2 * WEEK, 4 * WEEK) },
    });
  if (wicks && daysDown > 0)
    list.push({
      id: `top:${plant.id}`,
      kind: "water",
      title: `Water the ${lower(plant)} from the top too`,
      reason: downWords(asked, { plant, ballDepthCm, daysDown }),
      ifSkipped: "A young plant dries up over a full reservoir.",
      source: "Weaver & Bruner 1927, slower in pots; low confidence.",
      isFree: false,
      times: { kind: "yearly", fromStart: true, of: afterPlanting(0, Math.ceil(daysDown / ROOT_RATES.slow)) },
    });
  if (feeds || pellets)
    list.push({
      id: `new-feed:${plant.id}`,
      kind: "feed",
      title: feeds ? "Lay a new strip of feed as you plant" : "Work new feed in as you plant",
      reason: "The last crop has used up what was laid for it. As much as the design says, no more.",
      ifSkipped: "The second crop in the same soil starves halfway.",
      source: "Doses as labels give them; the label in hand goes first.",
      isFree: true,
      times: {
        kind: "yearly",
        // the first is laid in building
        of: (of) => (putIn(of) - kept.since < 180 ? undefined : afterPlanting(-WEEK, 0)(of)),
      },
    });
  list.push({
    id: `put-back:${plant.id}`,
    kind: "upkeep",
    title: `After the ${lower(plant)}: roots out, top up, and another family next`,
    reason:
      "Roots left in rot and take air; soil has sunk by a few centimetres; what ails one crop waits for its like.",
    ifSkipped: "The next crop begins in soil that is lower, tighter and hungrier.",
    source: HUSBANDRY,
    isFree: true,
    times: {
      kind: "yearly",
      fromStart: true,
      of: (of) => {
        const end = harvestIn(asked, plant, of, putIn(of) - meant(of), putIn(of));
        return isLeftOut(of) || !end ? undefined : { from: end.to, to: end.to + 4 * WEEK };
      },
    },
  });
  return list;
}

function downWords(
  { system }: ScheduleAsked,
  { plant, ballDepthCm, daysDown }: Pick<PutIn, "plant" | "ballDepthCm" | "daysDown">,
): (on: DayNumber) => string {
  return (on) =>
    `Its ball is ${formatLength(ballDepthCm, system)} deep, and its roots go down about ${formatLength(ROOTS_CM_PER_DAY[plant.growth], system)} a day: down in all of their soil between ${formatDay(on + Math.ceil(daysDown / ROOT_RATES.fast))} and ${formatDay(on + Math.ceil(daysDown / ROOT_RATES.slow))}, likely by ${formatDay(on + daysDown)}.`;
}

const MARKS = { "last-frost": "the last frost", "first-frost": "the first frost" } as const;
const weeksWords = ({ from, fromWeeks, toWeeks }: Season): string => {
  const mark = MARKS[from];
  const count = (weeks: number): string => `${Math.abs(weeks)} ${Math.abs(weeks) === 1 ? "week" : "weeks"}`;
  if (fromWeeks === 0) return `from ${mark} to ${count(toWeeks)} after it`;
  if (toWeeks === 0) return `from ${count(fromWeeks)} before ${mark} to the day of it`;
  return fromWeeks < 0 === toWeeks < 0
    ? `${Math.abs(fromWeeks)} to ${count(toWeeks)} ${toWeeks < 0 ? "before" : "after"} ${mark}`
    : `from ${count(fromWeeks)} before to ${count(toWeeks)} after ${mark}`;
};

function harvestIn(
  asked: ScheduleAsked,
  plant: Plant,
  year: number,
  laterDays: number,
  putInOn?: DayNumber,
): DayWindow | undefined {
  if (!plant.harvest) return undefined;
  const { from: opens, to } = windowIn(year, plant.harvest, asked);
  // nothing is ripe sooner than its earliest window after its earliest planting
  const least = plant.planting?.from === plant.harvest.from ? plant.harvest.fromWeeks - plant.planting.fromWeeks : 0;
  const from = putInOn === undefined ? opens : Math.max(opens, putInOn - laterDays + WEEK * least);
  const { frost } = asked.at;
  const later = { from: from + laterDays, to: to + laterDays };
  // what frost takes is in before it
  const isTender = plant.harvest.from === "last-frost" && plant.frostC.typical >= HARDLY_HARDY_C;
  const frostOn = isTender && frost ? nextAfter(later.from, (of) => dayIn(of, frost.first)) : Infinity;
  return { from: later.from, to: Math.max(later.from, Math.min(later.to, frostOn)) };
}

/** The first of a day of each year that is after another. */
const nextAfter = (day: DayNumber, of: (year: number) => DayNumber): DayNumber =>
  of(yearOf(day)) >= day ? of(yearOf(day)) : of(yearOf(day) + 1);

/** Bog and water crops that are let dry down before they are dug. */
const DUG: ReadonlySet<Guild> = new Set(["marginal", "corm"]);

function harvestOf(
  asked: ScheduleAsked,
  plant: Plant,
  laterDays: (year: number) => number,
  putInOn: (year: number) => DayNumber | undefined = () => undefined,
  isLeftOut: (year: number) => boolean = () => false,
): readonly Series[] {
  if (!plant.eaten || !plant.harvest) return [];
  const of = (year: number): DayWindow | undefined =>
    isLeftOut(year) ? undefined : harvestIn(asked, plant, year, laterDays(year), putInOn(year));
  const isDug = isDugWet(plant, asked);
  return [
    {
      id: `harvest:${plant.id}`,
      kind: "grow",
      title: `Harvest the ${lower(plant)}`,
      reason: (on) =>
        `Its time there: ${weeksWords(plant.harvest!)}${laterDays(yearOf(on)) === 0 ? "" : ", moved by the day it was put in"}.`,
      ifSkipped: "It bolts, splits or is taken by frost.",
      source: "Window of the kind in the library; low confidence.",
      isFree: true,
      times: { kind: "yearly", fromStart: true, of },
    },
    ...(isDug
      ? [
          {
            id: `run-down:${plant.id}`,
            kind: "water" as const,
            title: `Stop filling, and let the water run down before the ${lower(plant)} is dug`,
            reason:
              "Drained for three to five weeks, what is dug is sweeter, and the tub is lighter and cleaner to empty.",
            ifSkipped: "It is dug out of mud, and keeps less well.",
            source: HUSBANDRY,
            isFree: false,
            times: {
              kind: "yearly" as const,
              fromStart: true as const,
              of: (year: number) => {
                const window = of(year);
                return (
                  window && {
                    from: window.from - RUN_DOWN_WEEKS.most * WEEK,
                    to: window.from - RUN_DOWN_WEEKS.least * WEEK,
                  }
                );
              },
            },
          },
        ]
      : []),
  ];
}

const isDugWet = (plant: Plant, { setup }: ScheduleAsked): boolean =>
  plant.eaten && plant.harvest !== null && DUG.has(plant.guild) && setup.water.by === "level";

/** Whether nobody fills it on a day, for what is dug from it soon; where that was left out, it is filled on. */
export function runDownOf(asked: ScheduleAsked): (day: DayNumber) => boolean {
  const dug = livingIn(asked).plants.filter((plant) => isDugWet(plant, asked));
  return (day) =>
    dug.some((plant) =>
      [yearOf(day) - 1, yearOf(day), yearOf(day) + 1].some((year) => {
        const window = harvestIn(asked, plant, year, 0);
        const mark = asked.kept.items.get(`run-down:${plant.id}@${year}`);
        const harvested = asked.kept.items.get(`harvest:${plant.id}@${year}`);
        const ends = harvested?.kind === "done" ? harvested.on : (window?.to ?? -Infinity);
        const begins = mark?.kind === "done" ? mark.on : (window?.from ?? Infinity) - RUN_DOWN_WEEKS.most * WEEK;
        return mark?.kind !== "skipped" && day >= begins && day <= ends;
      }),
    );
}
const RUN_DOWN_WEEKS = { least: 3, most: 5 } as const;

/** From seed to what can be told as a plant: soonest and latest. [days] */
const SPROUTS: Record<Plant["growth"], readonly [low: number, high: number]> = {
  fast: [5, 21],
  medium: [10, 45],
  slow: [30, 150],
};

/** What is put in once, before it is grown. */
function youngRules(asked: ScheduleAsked, { plant, ballDepthCm, daysDown }: PutIn): readonly Series[] {
  const { setup, kept, year } = asked;
  const isSown = setup.occupants.some((one) => one.occupantId === plant.id && stageOf(one) === "seed");
  const lid = fixtureOf(setup, "lid");
  const [soon, late] = SPROUTS[plant.growth];
  const list: Series[] = [];
  if (isSown) {
    list.push({
      id: `sprouts:${plant.id}`,
      kind: "look",
      title: `First sprouts of ${lower(plant)}`,
      reason: `Of its growth, after ${soon} to ${late} days; one seed in ten can be all there is.`,
      ifSkipped: "Nothing is lost; write down when, and how many.",
      source: HUSBANDRY,
      isFree: false,
      times: { kind: "once", window: { from: kept.since + soon, to: kept.since + late } },
    });
    if (lid)
      list.push({
        id: "lid",
        kind: "air",
        title: "Lift the lid for some minutes",
        reason: "Still, wet air over seed grows mould: every two or three days until they stand.",
        ifSkipped: "Mould runs over the tray, and seedlings damp off.",
        source: HUSBANDRY,
        isFree: false,
        times: { kind: "again", from: kept.since, until: kept.since + late, wears: () => every(2, 3) },
      });
  } else if (year.months.some(({ fill }) => fill) && daysDown > 0) {
    list.push({
      id: `top:${plant.id}`,
      kind: "water",
      title: `Water the ${lower(plant)} from the top too`,
      reason: downWords(asked, { plant, ballDepthCm, daysDown }),
      ifSkipped: "A young plant dries up over a full reservoir.",
      source: "Weaver & Bruner 1927, slower in pots; low confidence.",
      isFree: false,
      times: {
        kind: "once",
        window: { from: kept.since, to: kept.since + Math.ceil(daysDown / ROOT_RATES.slow) },
      },
    });
  }
  return list;
}

/** Roots in a pot freeze with it: they bear so much less than in open ground. [K] */
const LESS_IN_POTS_K = 5;

function winterRules(asked: ScheduleAsked, plant: Plant): readonly Series[] {
  const { setup, at, system } = asked;
  const { here } = setup;
  const { frost } = at;
  const isMoved = (setup.places?.length ?? 0) > 1;
  const list: Series[] = [];
  // what bears no frost at all is as tender in open ground
  const lessK = plant.frostC.typical < 0 ? LESS_IN_POTS_K : 0;
  const coldestC = Math.min(...here.months.map((month) => month.coldestC));
  if (frost && !here.isIndoors && !isMoved && coldestC < plant.frostC.typical + lessK) {
    const goesIn = coldestC < plant.frostC.typical;
    list.push(
      {
        id: `shelter:${plant.id}`,
        kind: "winter",
        title: goesIn ? `Bring the ${lower(plant)} in, or cover it` : `Wrap or mulch the vessel of the ${lower(plant)}`,
        reason: `It lives through ${formatTemperature(plant.frostC.typical, system)} in open ground, less in a pot; half of the winters there bring ${formatTemperature(coldestC, system)}, from about ${formatDay(dayIn(2000, frost.first))} on.`,
        ifSkipped: goesIn ? "The first hard night can kill it." : "Roots against the wall freeze first.",
        source: `${capitalised(plant.frostC.source)}; ${plant.frostC.confidence} confidence.`,
        isFree: true,
        times: {
          kind: "yearly",
          of: (year) => ({ from: dayIn(year, frost.first) - 3 * WEEK, to: dayIn(year, frost.first) }),
        },
      },
      {
        id: `unshelter:${plant.id}`,
        kind: "winter",
        title: goesIn ? `Take the ${lower(plant)} out again, by and by` : `Take wrap and mulch off the ${lower(plant)}`,
        reason: `The last frost comes by ${formatDay(dayIn(2000, frost.last))} in half of the years.`,
        ifSkipped: "Under cover it shoots soft and pale.",
        source: "Frost dates of its place.",
        isFree: true,
        times: {
          kind: "yearly",
          of: (year) => ({ from: dayIn(year, frost.last), to: dayIn(year, frost.last) + 2 * WEEK }),
        },
      },
    );
  }
  return list;
}

/** Whoever rests over winter in one soil begins together. */
function restRules({ setup, at }: ScheduleAsked, plants: readonly Plant[]): readonly Series[] {
  const { frost } = at;
  const { isIndoors } = setup.here;
  const resting = plants.filter(({ dormancy }) => dormancy === "winter");
  if (!frost || resting.length === 0) return [];
  const isWet = resting.some(({ guild }) => WET_AT_REST.has(guild));
  return [
    {
      id: "rest",
      kind: "winter",
      title: `Rest of the ${namesOf(resting)} begins`,
      reason: `Over winter, from the first frost to the last: cool, ${isWet ? "the water low but never gone" : "and only just moist"}${isIndoors ? "; in a heated room there is no rest: a cold sill, a porch, or a fridge" : ""}.`,
      ifSkipped: "Without its rest it weakens, and is gone in a few years.",
      source: HUSBANDRY,
      isFree: true,
      times: {
        kind: "yearly",
        of: (year) => ({ from: dayIn(year, frost.first), to: dayIn(year, frost.first) + 3 * WEEK }),
      },
    },
  ];
}

/** Grown out of its pot, or into its neighbours, after so many months. */
const OUTGROWN_MONTHS: Record<Plant["growth"], readonly [low: number, high: number]> = {
  fast: [12, 24],
  medium: [24, 36],
  slow: [36, 60],
};

const WET_AT_REST: ReadonlySet<Guild> = new Set(["bog", "bog-shrub", "marginal", "corm", "sedge"]);
const DIVIDED: ReadonlySet<Guild> = new Set(["bog", "marginal", "corm", "sedge", "grass", "fern"]);
const BY_NEW_ROOTS: ReadonlySet<Guild> = new Set(["orchid", "airy-epiphyte", "jewel-orchid", "bromeliad", "aroid"]);

function divideRules(asked: ScheduleAsked, plant: Plant): readonly Series[] {
  const { setup, kept } = asked;
  const grows = growingMonths(setup.here);
  // the two months before growth begins; where it never stops, at any time
  const before = grows.map((is, month) => !is && (grows[(month + 1) % 12]! || grows[(month + 2) % 12]!));
  const isTime = (day: DayNumber): boolean => !before.includes(true) || before[monthOf(day)]!;
  const [low, high] = OUTGROWN_MONTHS[plant.growth].map((months) => Math.round(months * MONTH_DAYS)) as [
    number,
    number,
  ];
  const [title, reason, ifSkipped] =
    plant.guild === "moss"
      ? ["Trim the moss", "It grows over its neighbours and up the glass.", "It smothers what is smaller."]
      : DIVIDED.has(plant.guild)
        ? [
            `Divide and thin the ${lower(plant)}`,
            "Before growth begins, while it can be taken apart.",
            "The middle of the clump dies, and what a day takes goes up year by year.",
          ]
        : BY_NEW_ROOTS.has(plant.guild)
          ? [
              `Repot the ${lower(plant)} once new roots show`,
              "New roots of a finger's breadth take hold of fresh medium; before them, it stands still for a year.",
              "Its medium goes tight, and old roots rot first.",
            ]
          : [
              `Repot the ${lower(plant)}, or trim its roots`,
              "Before growth begins.",
              "Roots circle, and the pot dries by noon.",
            ];
  const inSeason = BY_NEW_ROOTS.has(plant.guild)
    ? (day: DayNumber) => grows[monthOf(day)]! || !grows.includes(true)
    : isTime;
  return [
    {
      id: `divide:${plant.id}`,
      kind: "upkeep",
      title: title!,
      reason: `${reason!} By its growth, after ${Math.round(low / 365)} to ${Math.round(high / 365)} years.`,
      ifSkipped: ifSkipped!,
      source: HUSBANDRY,
      isFree: true,
      times: { kind: "next", from: kept.since, lowDays: low, highDays: high, isTime: inSeason },
    },
  ];
}
