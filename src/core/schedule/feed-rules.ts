import { drainsAtCm } from "../stack/geometry";
import { hasAddedFeed, isFed, isInert } from "../media/flags";
import { putInOf } from "../season/roots";
import { fixturesOf } from "../stack/fixtures";
import type { Plant } from "../occupants/occupant";
import { monthName } from "../units/calendar-date";
import type { DayNumber } from "../units/day-number";
import { dayOfYearIn, growingMonths, livingIn, monthOf, yearOf, type ScheduleAsked } from "./asked";
import { every, PAUSED, type Series } from "./due";

/** So long the feed a medium came with lasts, soonest and latest. Labels and general husbandry. [days] */
const OWN_FEED_DAYS = { laid: [90, 150], added: [35, 70], earthy: [60, 120], none: [14, 28], inert: [0, 14] } as const;
const OWN_FEED_WORDS: Record<keyof typeof OWN_FEED_DAYS, string> = {
  laid: "what was laid of slow feed lasts for three to five months",
  added: "the feed its mix was bought with lasts for five to ten weeks",
  earthy: "what earth and compost have of themselves lasts for two to four months",
  none: "nothing in it feeds beyond the first weeks",
  inert: "grains hold no feed at all",
};
/** From planting to flower; feed in water is for flower and fruit. [days] */
const TO_FLOWER_DAYS = 35;

/** Between two feedings in water, soonest and latest. [days] */
const FEED_DAYS = {
  fruit: [14, 21],
  hungry: [14, 21],
  little: [28, 42],
  inert: [10, 14],
  littleInert: [21, 28],
} as const;
/** What grows slowly is fed half as often. */
const SLOW = 2;

export function feedRules(asked: ScheduleAsked): readonly Series[] {
  const { setup, kept, at, occupants } = asked;
  const { plants } = livingIn(asked);
  const eats = plants.filter(({ feed }) => feed !== "none");
  // one that feed harms decides for all of one soil
  if (eats.length === 0 || eats.length < plants.length) return [];
  const own = ownFeedOf(asked);
  const put = putInOf(setup, at, occupants);
  const crop = put.find(({ summer }) => summer)?.summer;
  const isHungry = eats.some(({ feed }) => feed === "hungry");
  const fruits = eats.some(({ guild }) => guild === "fruiting-crop");
  const often = fruits
    ? "fruit"
    : isHungry
      ? own === "inert"
        ? "inert"
        : "hungry"
      : own === "inert"
        ? "littleInert"
        : "little";
  const slower = eats.every(({ growth }) => growth === "slow") ? SLOW : 1;
  const [low, high] = FEED_DAYS[often].map((days) => slower * days) as [number, number];
  const [soon] = OWN_FEED_DAYS[own];
  const grows = growingMonths(setup.here);
  /** Since when this year's plants are in there. */
  const putInOn = (day: DayNumber): DayNumber => {
    if (!crop) return kept.since;
    const of = yearOf(day);
    const mark = put.map(({ plant }) => kept.items.get(`plant:${plant.id}@${of}`)).find((one) => one?.kind === "done");
    return mark?.kind === "done" ? mark.on : dayOfYearIn(of, crop.fromDay);
  };
  const isTime = (day: DayNumber): boolean => {
    const age = day - putInOn(day);
    const begins = Math.max(soon, fruits ? TO_FLOWER_DAYS : 0);
    return age >= begins && (crop ? age <= crop.lastsDays : grows[monthOf(day)]!);
  };
  const seals = drainsAtCm(setup) === undefined;
  const list: Series[] = [
    {
      id: "feed",
      kind: "feed",
      title: fruits ? "Feed in the water, from flower to fruit" : `Feed in the water${own === "inert" ? ", weak" : ""}`,
      reason: `${namesIn(eats)}: ${isHungry ? "hungry" : "wants little"}; ${OWN_FEED_WORDS[own]}. Every ${low} to ${high} days${crop ? "" : ` while it grows there, ${growsWords(grows)}`}, at ${seals || own === "inert" ? "a quarter of" : "half"} the label's dose.`,
      ifSkipped: isHungry
        ? "Lower leaves go yellow and growth stops; fruit stays small."
        : "It grows slower; better than too much.",
      source: `Doses as labels give them, and the label in hand goes first.${seals ? " Nothing ever runs out of it: its salts stay." : ""}`,
      isFree: true,
      times: { kind: "again", from: kept.since, wears: (day) => (isTime(day) ? every(low, high) : PAUSED) },
    },
  ];
  const slow =
    fixturesOf(setup, "feed-strip").length > 0 || setup.layers.some((one) => (one.amendments ?? []).some(isSlow));
  if (slow && !crop)
    list.push({
      id: "slow-feed",
      kind: "feed",
      title: "Lay slow feed anew, as much as the design says",
      reason: `It is given out after three to five months, sooner in warmth; while it grows there, ${growsWords(grows)}.`,
      ifSkipped: "What lives there lives on from its water alone.",
      source: "Labels; the label in hand goes first.",
      isFree: true,
      times: { kind: "next", from: kept.since, lowDays: 120, highDays: 180, isTime: (day) => grows[monthOf(day)]! },
    });
  return list;
}

/** Who is never fed, in a sentence; undefined where everybody may be. */
export function neverFed(asked: ScheduleAsked): string | undefined {
  const { plants } = livingIn(asked);
  const none = plants.filter(({ feed }) => feed === "none");
  if (none.length === 0) return undefined;
  return `Never fed: ${namesIn(none)}. Feed in the water, in the soil or from the bag harms ${none.length === 1 ? "it" : "them"}${none.length < plants.length ? ", so nothing that shares this soil is fed either" : ""}.`;
}

const isSlow = ({ amendmentId }: { readonly amendmentId: string }): boolean => amendmentId === "slow-release";

function ownFeedOf({ setup, medium }: ScheduleAsked): keyof typeof OWN_FEED_DAYS {
  const rooted = setup.layers.filter((one) => one.rooted);
  const media = rooted.flatMap(({ mediumId }) => medium(mediumId) ?? []);
  if (fixturesOf(setup, "feed-strip").length > 0 || rooted.some((one) => (one.amendments ?? []).some(isSlow)))
    return "laid";
  if (media.some(hasAddedFeed)) return "added";
  if (media.some(isFed)) return "earthy";
  return media.length > 0 && media.every(isInert) ? "inert" : "none";
}

const namesIn = (plants: readonly Plant[]): string => AND.format(plants.map(({ name }) => name));
const AND = new Intl.ListFormat("en-GB");

const growsWords = (grows: readonly boolean[]): string => {
  const months = grows.flatMap((is, month) => (is ? [month] : []));
  if (months.length === 0) return "which is never";
  if (months.length === 12) return "all year";
  const first = months.find((month) => !grows[(month + 11) % 12]!)!;
  const last = months.find((month) => !grows[(month + 1) % 12]!)!;
  return `${monthName(first)} to ${monthName(last)}`;
};
