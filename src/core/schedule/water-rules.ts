import { flushCm3, MG_PER_L_PER_DS_PER_M, WATERED_THROUGH } from "../demand/salts";
import { daysInMonth } from "../place/day-in-year";
import { daysWords, inMonths, MOSQUITO_DAYS } from "../readings/year-sentences";
import { DOSE_LEFT } from "../season/season";
import { fixtureOf } from "../stack/fixtures";
import { drainsAtCm, stackHeightCm } from "../stack/geometry";
import { monthName } from "../units/calendar-date";
import { dayNumberOf, type DayNumber } from "../units/day-number";
import { formatPercent, formatVolume, NBSP, threeFigures } from "../units/units";
import { livingIn, monthOf, type ScheduleAsked } from "./asked";
import { runDownOf } from "./growing-rules";
import { every, HUSBANDRY, MONTH_DAYS, PAUSED, type Series } from "./due";

const SOURCE = "Its place's weather and its own store, as the Year page has them.";

/** How long what it holds lasts in each month, from January, and whether that is from a fill, a soaking or a dose. */
type Lasting = {
  readonly by: "fill" | "soaking" | "dose";
  readonly months: readonly {
    readonly low: number;
    readonly typical: number;
    readonly high: number;
    /** Of what is taken, so much is given by hand; rain gives the rest. 0…1 */
    readonly byHand: number;
    /** Given after so many days. [cm³] */
    readonly givenCm3: (days: number) => number;
    readonly isWeak: boolean;
  }[];
};

/** A wick that is too weak even from full: filled up again after so many days, and watered from the top. */
const WEAK_DAYS = { low: 2, typical: 3, high: 4 } as const;

export function lastingOf({ setup, year }: Pick<ScheduleAsked, "setup" | "year">): Lasting {
  const by = year.months.some(({ fill }) => fill)
    ? "fill"
    : year.months.some(({ betweenDays }) => betweenDays) && setup.water.by !== "volume"
      ? "soaking"
      : "dose";
  return {
    by,
    months: year.months.map(({ fill, betweenDays, takesCm3, givenCm3, rainCm3 }, month) => {
      const through = by === "soaking" ? 1 - WATERED_THROUGH : 1;
      const takesInMonth = takesCm3.typical * daysInMonth(month);
      const byHand = takesInMonth > 0 && rainCm3.high > 0 ? Math.min(1, (givenCm3 * through) / takesInMonth) : 1;
      const isWeak = fill?.mark.kind === "too-weak";
      const doseCm3 = (1 - DOSE_LEFT) * year.heldFullCm3;
      const days = isWeak
        ? WEAK_DAYS
        : (fill?.days ??
          (by === "soaking" ? betweenDays : undefined) ?? {
            low: doseCm3 / takesCm3.high,
            typical: doseCm3 / takesCm3.typical,
            high: doseCm3 / takesCm3.low,
          });
      return {
        ...days,
        byHand,
        isWeak,
        givenCm3: (after) =>
          fill && !isWeak && after >= days.typical
            ? fill.usableCm3
            : (takesCm3.typical * Math.min(after, days.typical)) / through,
      };
    }),
  };
}

const shortDays = (days: number): string =>
  days <= 0.75 ? "half a day" : days < 1.5 ? "about a day" : `about ${threeFigures(days, 0)} days`;

/** In such a month rain alone keeps it. */
const HARDLY_BY_HAND = 0.03;

export function waterRules(asked: ScheduleAsked): readonly Series[] {
  const { setup, year, kept, system } = asked;
  const lasting = lastingOf(asked);
  const { plants } = livingIn(asked);
  const saidDays = setup.wateredEveryDays;
  const isRunDown = runDownOf(asked);
  const soaks = plants.some(({ guild }) => guild === "orchid" || guild === "airy-epiphyte" || guild === "bromeliad");
  const title = {
    fill: "Fill up",
    soaking: soaks ? "Soak through" : "Water until it runs out below",
    dose: "Give water back",
  };
  const volume = (cm3: number): string => formatVolume(cm3, system);
  const again: Series = {
    id: "water",
    kind: "water",
    title: (on) => {
      const { givenCm3, isWeak } = lasting.months[monthOf(on)]!;
      return isWeak
        ? "Fill up, and water from the top"
        : `${title[lasting.by]}, about ${volume(givenCm3(saidDays ?? Infinity))}`;
    },
    reason: (on) => {
      const month = lasting.months[monthOf(on)]!;
      const within = `In ${monthName(monthOf(on))}`;
      if (saidDays !== null)
        return `You water every ${saidDays} days. ${within} what it holds lasts ${daysWords(month)}.`;
      if (month.isWeak) return `${within} roots drink more than its wick lifts, even from full.`;
      const rain =
        month.byHand < 0.97
          ? ` without rain; rain gives ${month.byHand < 0.05 ? "nearly all" : formatPercent(1 - month.byHand)} of it`
          : "";
      return `${within} ${lasting.by === "fill" ? "a fill" : lasting.by === "soaking" ? "a soaking" : "what it holds"} lasts ${daysWords(month)}${rain}. ${lasting.by === "dose" ? "Weigh it or look at the glass first: what is sealed is easily given too much." : "Look at its level or lift it first."}`;
    },
    ifSkipped:
      year.bearsDryDays > 0
        ? `Once its water is gone, the first of those that live there bears it for ${shortDays(year.bearsDryDays)}.`
        : "It dries out from the top; what lives there goes down or stops.",
    source: SOURCE,
    isFree: saidDays === null,
    times: {
      kind: "again",
      from: kept.since,
      // a store is done with once it is full; what is soaked, with every watering
      doneOn: kept.watered?.filter(({ isFilled }) => isFilled || lasting.by !== "fill").map(({ on }) => on),
      wears: (day) => {
        if (isRunDown(day)) return PAUSED;
        if (saidDays !== null) return every(saidDays, saidDays);
        const { low, high, byHand } = lasting.months[monthOf(day)]!;
        if (byHand < HARDLY_BY_HAND || !(low > 0)) return PAUSED;
        return { soonest: Math.min(1, 1 / Math.max(1, low)), latest: Math.min(1, byHand / Math.max(1, high)) };
      },
    },
  };
  return [again, ...lookRound(asked, lasting), ...autumnStep(asked, lasting), ...mosquitoes(asked), ...flush(asked)];
}

const LOOK_DAYS = { least: 3, most: 14 } as const;
const inLookDays = (days: number): number => Math.min(LOOK_DAYS.most, Math.max(LOOK_DAYS.least, days));

function lookRound(asked: ScheduleAsked, lasting: Lasting): readonly Series[] {
  const { setup, kept } = asked;
  const { animals } = livingIn(asked);
  const looks = [
    fixtureOf(setup, "fill-tube") || fixtureOf(setup, "tell-tale") ? "level in the tube" : undefined,
    setup.layers.some(({ mediumId }) => mediumId.includes("moss")) ? "colour of the moss" : undefined,
    fixtureOf(setup, "lid") || setup.vessel.material === "glass" ? "fog on the glass" : undefined,
    "smell",
    animals.length > 0 ? "the animals" : "leaves",
  ].filter((one) => one !== undefined);
  return [
    {
      id: "look",
      kind: "look",
      title: `Look round: ${looks.join(", ")}`,
      reason: "Twice while its water lasts, every three days at most and every two weeks at least.",
      ifSkipped: "What goes wrong shows for days before it harms: a sour smell, a level that does not fall, pale moss.",
      source: HUSBANDRY,
      isFree: true,
      times: {
        kind: "again",
        from: kept.since,
        wears: (day) => {
          const { typical } = lasting.months[monthOf(day)]!;
          const low = inLookDays(typical / 2);
          return every(low, Math.min(LOOK_DAYS.most, 1.5 * low));
        },
      },
    },
  ];
}

/** So much longer than in the month before, and the hand is told of it. */
const STEP = 1.5;

function autumnStep({ setup: { here, wateredEveryDays } }: ScheduleAsked, lasting: Lasting): readonly Series[] {
  const { months } = lasting;
  const warmest = months.reduce((least, { typical }, month) => (typical < months[least]!.typical ? month : least), 0);
  const step = Array.from({ length: 6 }, (_, i) => (warmest + 1 + i) % 12).find(
    (month) => months[month]!.typical >= STEP * months[(month + 11) % 12]!.typical,
  );
  if (step === undefined || months[warmest]!.typical >= DAYS_NOBODY_COUNTS || here.months.length === 0) return [];
  const [was, is] = [months[(step + 11) % 12]!, months[step]!];
  return [
    {
      id: "autumn-step",
      kind: "water",
      title: `Water less often from now on`,
      reason: `In ${monthName((step + 11) % 12)} its water lasts ${daysWords(was)}, in ${monthName(step)} ${daysWords(is)}.${wateredEveryDays === null ? "" : ` You water every ${wateredEveryDays} days.`}`,
      ifSkipped: "Who waters on as in summer keeps roots wet and cold.",
      source: SOURCE,
      isFree: false,
      times: { kind: "yearly", of: (year) => weekFrom(dayNumberOf({ year, month: step + 1, day: 1 })) },
    },
  ];
}
const DAYS_NOBODY_COUNTS = 60;
const weekFrom = (from: DayNumber): { readonly from: DayNumber; readonly to: DayNumber } => ({ from, to: from + 6 });

/** From egg to wing takes mosquitoes a week or more above so much. [°C] */
const MOSQUITO_FROM_C = 12;

function mosquitoes({ setup, year, kept }: ScheduleAsked): readonly Series[] {
  const tray = fixtureOf(setup, "tray");
  const isOpen = setup.water.by === "level" && setup.water.levelCm > stackHeightCm(setup) + 0.5;
  if (setup.here.isIndoors || (!tray && !isOpen)) return [];
  const warm = setup.here.months.map(({ tMinC, tMaxC }) => (tMinC + tMaxC) / 2 >= MOSQUITO_FROM_C);
  // a tray that is drunk dry by itself breeds nothing
  const stands = year.months.map(
    ({ trayHours }) => isOpen || trayHours === undefined || trayHours.high > 24 * MOSQUITO_DAYS,
  );
  const months = warm.map((isWarm, month) => isWarm && stands[month]!);
  if (!months.includes(true)) return [];
  return [
    {
      id: "mosquitoes",
      kind: "air",
      title: isOpen
        ? "Look for mosquito larvae, and skim or change the water"
        : "Empty the tray, wipe it, fill it anew",
      reason: `Water stands open in it ${inMonths(months.flatMap((is, month) => (is ? [month] : [])))}, and mosquitoes take 7 to 10 days from egg to wing.`,
      ifSkipped: "It breeds mosquitoes. Local rules on standing water hold first.",
      source: "Becker et al. 2010; medium confidence.",
      isFree: true,
      times: { kind: "again", from: kept.since, wears: (day) => (months[monthOf(day)]! ? every(4, 6) : PAUSED) },
    },
  ];
}

function flush(asked: ScheduleAsked): readonly Series[] {
  const { setup, year, kept, system } = asked;
  const { plants } = livingIn(asked);
  if (!year.salts || plants.length === 0) return [];
  const most = MG_PER_L_PER_DS_PER_M * Math.min(...plants.map(({ mostEcDsPerM }) => mostEcDsPerM.typical));
  const over = year.salts.findIndex(({ mgPerL }) => mgPerL > most);
  if (over < 0) return [];
  const months = over + 1;
  const drains = drainsAtCm(setup) !== undefined;
  const cm3 = flushCm3(year.heldFullCm3, 0.5);
  return [
    {
      id: "flush",
      kind: "upkeep",
      title: drains
        ? `Flush its salts out with ${formatVolume(cm3, system)} of clear soft water`
        : "Draw its water off and give soft water back",
      reason: `What its water leaves comes to more than ${threeFigures(most, 0)}${NBSP}mg/L, where the first that lives there suffers, after about ${months} ${months === 1 ? "month" : "months"}.`,
      ifSkipped: "Leaf tips brown, growth stops; a white crust on the surface or the rim is the late sign.",
      source: "A balance of salts (see Year); limits of the kind in the library.",
      isFree: true,
      times: {
        kind: "again",
        from: kept.since,
        wears: () => every(Math.max(14, 0.6 * months * MONTH_DAYS), Math.max(28, months * MONTH_DAYS)),
      },
    },
  ];
}
