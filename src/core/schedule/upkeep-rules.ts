import { yearsUntilTight } from "../mixing/ageing";
import { amendmentOf } from "../mixing/amendments";
import { fixtureOf, fixturesOf, SEPARATOR_FACTS } from "../stack/fixtures";
import { drainsAtCm } from "../stack/geometry";
import { bringsItsOwnAir } from "../occupants/occupant";
import { YEAR_DAYS } from "../place/day-in-year";
import { WEEK_DAYS as WEEK } from "../units/day-number";
import { lowerFirst } from "../units/text";
import { formatPercent } from "../units/units";
import { dayIn, growingMonths, livingIn, monthOf, namesOf, type ScheduleAsked } from "./asked";
import { every, HUSBANDRY, MONTH_DAYS, type Series } from "./due";

/** Putting it up: told for as long as it is new. [days] */
const NEW_DAYS = 28;

export function buildRules({ setup, medium, kept, span }: ScheduleAsked): readonly Series[] {
  if (kept.since + NEW_DAYS < span.today) return [];
  const window = { from: kept.since, to: kept.since + 3 };
  const media = setup.layers.flatMap(({ mediumId }) => medium(mediumId) ?? []);
  const isOrganic = media.some(({ class: of }) => of === "organic");
  const one = (id: string, title: string, reason: string, ifSkipped: string): Series => ({
    id,
    kind: "build",
    title,
    reason,
    ifSkipped,
    source: HUSBANDRY,
    isFree: false,
    times: { kind: "once", window },
  });
  return [
    one(
      "clean",
      media.some(({ class: of }) => of === "mineral") ? "Wash the vessel, and rinse the grains" : "Wash the vessel",
      "Dust and fines wash down and blind gravel and holes; residues stay where nothing runs out.",
      "The lowest layer clogs, and cloudy water stands in the tube.",
    ),
    ...(isOrganic
      ? [
          one(
            "soak",
            "Wet peat, moss, bark and coir through before they go in",
            "Dry, they shed water: it runs by, and no wick starts. Overnight, or with warm water.",
            "The reservoir is full, and the soil above stays dry.",
          ),
        ]
      : []),
    one(
      "first-fill",
      setup.water.by === "volume"
        ? "First water, weighed or measured"
        : drainsAtCm(setup) === undefined
          ? "First fill, from the top, until the water stands at its level"
          : "First fill, from the top until it runs out below",
      "The first time everything is wetted from the top, also what is filled from below ever after.",
      "A column that was never wet does not wick.",
    ),
    one(
      "settled",
      "Look how far it has settled, and top it up",
      "Loose fill sinks by some hundredths in its first weeks.",
      "Roots stand bare, or the crown stands too deep.",
    ),
  ].map((series) =>
    series.id === "settled"
      ? { ...series, times: { kind: "once" as const, window: { from: kept.since + 14, to: kept.since + 28 } } }
      : series,
  );
}

/** What is mixed in is spent after so many months, soonest and latest. General husbandry. */
const SPENT_MONTHS: Readonly<Record<string, readonly [low: number, high: number]>> = {
  "organic-feed": [2, 5],
  dolomite: [12, 24],
  sulphur: [6, 12],
  "bone-meal": [6, 12],
  castings: [6, 12],
};

export function upkeepRules(asked: ScheduleAsked): readonly Series[] {
  return [
    ...separators(asked),
    ...spent(asked),
    ...ageing(asked),
    ...dressings(asked),
    ...levelness(asked),
    ...airing(asked),
    ...moves(asked),
  ];
}

const months = (count: number): number => Math.round(count * MONTH_DAYS);

function separators({ setup, kept }: ScheduleAsked): readonly Series[] {
  return setup.layers.flatMap(({ id, separator }): Series[] => {
    const facts = separator && SEPARATOR_FACTS[separator];
    if (!facts?.lastsMonths) return [];
    const [low, high] = facts.lastsMonths;
    return [
      {
        id: `separator:${id}`,
        kind: "upkeep",
        title: `The ${facts.words} between its layers comes to its end`,
        reason: `In damp soil it lasts ${low} to ${high} months. By then roots or settled grains hold the layers apart, or nothing does.`,
        ifSkipped: "Look whether fines have come down: cloudy water in the tube, a level that falls slower.",
        source: HUSBANDRY,
        isFree: false,
        times: { kind: "once", window: { from: kept.since + months(low), to: kept.since + months(high) } },
      },
    ];
  });
}

function spent({ setup, kept }: ScheduleAsked): readonly Series[] {
  const ids = [
    ...new Set([
      ...setup.layers.flatMap(({ amendments = [] }) => amendments.map(({ amendmentId }) => amendmentId)),
      ...fixturesOf(setup, "feed-strip").map(({ amendmentId }) => amendmentId),
    ]),
  ];
  return ids.flatMap((id): Series[] => {
    const found = amendmentOf(id);
    const lasts = Object.hasOwn(SPENT_MONTHS, id) ? SPENT_MONTHS[id] : undefined;
    if (!found || !lasts) return [];
    const [low, high] = lasts;
    return [
      {
        id: `renew:${id}`,
        kind: "feed",
        title: `Renew the ${lowerFirst(found.name)}`,
        reason: `What was given is spent after ${low} to ${high} months, sooner where it is warm and moist.`,
        ifSkipped:
          found.meqPerGram > 0
            ? "The pH goes back to what the mix and its water make of it."
            : "It gives nothing more.",
        source: "Labels and general husbandry; low confidence. A test of the pH tells before it is due.",
        isFree: true,
        times: { kind: "next", from: kept.since, lowDays: months(low), highDays: months(high) },
      },
    ];
  });
}

/** By then everything is taken apart for another reason. [years] */
const LONGEST_YEARS = 12;

/** Air at the roots goes as organic parts rot. */
function ageing(asked: ScheduleAsked): readonly Series[] {
  const { setup, medium, partsOf, kept } = asked;
  const { plants } = livingIn(asked);
  const breathing = plants.filter((plant) => !bringsItsOwnAir(plant));
  if (breathing.length === 0) return [];
  const limit = Math.max(...breathing.map(({ leastAirSpace }) => leastAirSpace.typical));
  return setup.layers.flatMap(({ id, name, mediumId, rooted }): Series[] => {
    const whole = medium(mediumId);
    if (!rooted || !whole) return [];
    const recipe = partsOf(mediumId) ?? [{ mediumId, parts: 1 }];
    const parts = recipe.flatMap(({ mediumId: of, parts: share }) => {
      const found = medium(of);
      return found ? [{ medium: found, share }] : [];
    });
    const sum = parts.reduce((all, { share }) => all + share, 0);
    const years = yearsUntilTight(
      parts.map(({ medium: of, share }) => ({ medium: of, parts: share })),
      parts.map(({ share }) => share / sum),
      whole.airSpace15cm.typical,
      limit,
    );
    // what is short of air from the start is for verdicts to say
    if (!(years.low > 0) || years.low > LONGEST_YEARS) return [];
    const called = name === "" ? whole.name : name;
    const high = Math.min(years.high, LONGEST_YEARS);
    return [
      {
        id: `aged:${id}`,
        kind: "upkeep",
        title: `Loosen or renew “${called}”`,
        reason: `What rots in it takes its air along: under the ${formatPercent(limit)} that roots there need after ${spanWords(years.low, high)}.`,
        ifSkipped: "It holds more water and less air each year, and smells before roots show it.",
        source: "Half-lives of its parts, with their range; reasoned, low confidence. A squeeze at depth tells.",
        isFree: true,
        times: {
          kind: "next",
          from: kept.since,
          lowDays: Math.round(years.low * YEAR_DAYS),
          highDays: Math.round(high * YEAR_DAYS),
        },
      },
    ];
  });
}

const spanWords = (low: number, high: number): string =>
  high < 2
    ? `${Math.max(1, Math.round(12 * low))} to ${Math.max(2, Math.round(12 * high))} months`
    : `${Number(low.toFixed(low < 2 ? 1 : 0))} to ${Number(high.toFixed(0))} years`;

function dressings({ setup, kept }: ScheduleAsked): readonly Series[] {
  const dressing = fixtureOf(setup, "dressing");
  if (!dressing || dressing.material === "gravel") return [];
  const grows = growingMonths(setup.here);
  const begins = grows.map((is, month) => is && !grows[(month + 11) % 12]!);
  const [title, reason, ifSkipped] = {
    "living-moss": [
      "Trim and press the living moss, and clear what fell on it",
      "Lifted off the soil it dries; under leaves it rots.",
      "It goes pale from the edge.",
    ],
    bark: [
      "Top the bark up",
      "It rots and is blown off: about a third in a year.",
      "Soil lies bare, and dries and splashes.",
    ],
    sheet: [
      "Look over the cover sheet and its slots",
      "It tears, and slots grow into stems.",
      "Soil dries through the tears, and stems are cut in.",
    ],
  }[dressing.material] as [string, string, string];
  return [
    {
      id: "dressing",
      kind: "upkeep",
      title,
      reason,
      ifSkipped,
      source: HUSBANDRY,
      isFree: true,
      times: {
        kind: "next",
        from: kept.since,
        lowDays: 240,
        highDays: 350,
        isTime: begins.includes(true) ? (day) => begins[monthOf(day)]! : undefined,
      },
    },
  ];
}

function levelness({ setup, kept }: ScheduleAsked): readonly Series[] {
  const isByLevel = setup.water.by === "level" && drainsAtCm(setup) !== undefined;
  if (!isByLevel || setup.here.isIndoors) return [];
  return [
    {
      id: "level",
      kind: "upkeep",
      title: "Lay a level across it, both ways",
      reason:
        "Ground gives way under a wet vessel in its first season; a tilt of 2 in 100 moves the water at the wall by a hundredth of its length.",
      ifSkipped: "One end stands wet and the other dry, and the overflow lets out too early.",
      source: HUSBANDRY,
      isFree: true,
      times: { kind: "next", from: kept.since, lowDays: 150, highDays: 240 },
    },
  ];
}

/** A lid with less than this open is shut. 0…1 */
const SHUT_SHARE = 0.03;

function airing(asked: ScheduleAsked): readonly Series[] {
  const { setup, kept } = asked;
  const lid = fixtureOf(setup, "lid");
  const { plants, animals } = livingIn(asked);
  // over seed it is lifted for seed; animals have their own air
  if (!lid || lid.openShare > SHUT_SHARE || animals.length > 0 || plants.length === 0) return [];
  if (setup.occupants.some(({ stage }) => stage === "seed")) return [];
  return [
    {
      id: "airing",
      kind: "air",
      title: "Take the lid off for an hour",
      reason: "Shut, it uses up and overfeeds its own air; fog that never goes says it is too wet.",
      ifSkipped: "Mould on what has died, and stretched shoots.",
      source: HUSBANDRY,
      isFree: true,
      times: { kind: "again", from: kept.since, wears: () => every(14, 30) },
    },
  ];
}

function moves({ setup }: ScheduleAsked): readonly Series[] {
  const stays = setup.places ?? [];
  if (stays.length < 2) return [];
  return stays.flatMap(({ placeId, from }, i): Series[] => {
    const name = setup.here.placeNames[i];
    if (from === null || name === undefined) return [];
    return [
      {
        id: `move:${placeId}:${from.month}-${from.day}`,
        kind: "move",
        title: `Move it: ${name}`,
        reason:
          "The design says where it stands from this day on. Carry it drained, with two where it is heavy; over some days where light or warmth jump.",
        ifSkipped: "It stays in a weather that its schedule does not reckon with.",
        source: "The design.",
        isFree: true,
        times: { kind: "yearly", of: (year) => ({ from: dayIn(year, from), to: dayIn(year, from) + WEEK }) },
      },
    ];
  });
}

export function animalRules(asked: ScheduleAsked): readonly Series[] {
  const { occupants, kept, span } = asked;
  const { animals } = livingIn(asked);
  if (animals.length === 0) return [];
  const keepers = animals.filter(({ cleaners }) => cleaners.length > 0);
  const list: Series[] = [];
  if (keepers.length > 0 && kept.since + 120 > span.today) {
    const cleaners = [...new Set(keepers.flatMap((one) => one.cleaners))].flatMap((id) => occupants(id) ?? []);
    list.push(
      {
        id: "cleaners",
        kind: "animals",
        title: `Put the small clean-up animals in${cleaners.length > 0 ? `: ${namesOf(cleaners)}` : ""}`,
        reason: "They need weeks to become many before anything eats them.",
        ifSkipped: "Mould and leavings are nobody's, and the first ones are eaten at once.",
        source: HUSBANDRY,
        isFree: false,
        times: { kind: "once", window: { from: kept.since, to: kept.since + WEEK } },
      },
      {
        id: "move-in",
        kind: "animals",
        title: `The ${namesOf(keepers)} can move in`,
        reason: "Four to eight weeks after the clean-up animals, once wetness and warmth have held still.",
        ifSkipped: "Nothing is lost by waiting. Captive-bred only, and what local law says of the kind holds first.",
        source: HUSBANDRY,
        isFree: false,
        times: { kind: "once", window: { from: kept.since + 4 * WEEK, to: kept.since + 8 * WEEK } },
      },
    );
  }
  const rotting = animals.filter(({ wants }) => wants.includes("rotting-ground"));
  if (rotting.length > 0)
    list.push(
      {
        id: "next-ground",
        kind: "animals",
        title: "Set the next batch of ground to ripen",
        reason: "Ground that is eaten lasts six to twelve months, and the next takes two to three months to rot ripe.",
        ifSkipped: "The old one is eaten to dust before there is another.",
        source: HUSBANDRY,
        isFree: true,
        times: { kind: "next", from: kept.since, lowDays: months(4), highDays: months(9) },
      },
      {
        id: "ground",
        kind: "animals",
        title: "Replace half of the eaten ground, and keep the other half with its life",
        reason: `Eaten by ${namesOf(rotting)}: droppings instead of flakes, it packs and goes sour.`,
        ifSkipped: "They starve in full ground.",
        source: `${HUSBANDRY} A sick animal is for a vet.`,
        isFree: true,
        times: { kind: "next", from: kept.since, lowDays: months(6), highDays: months(12) },
      },
    );
  if (animals.some(({ wants }) => wants.includes("litter")))
    list.push({
      id: "litter",
      kind: "animals",
      title: "Give new leaf litter",
      reason: "Leaves from trees that nobody sprays, dried or heated; they are cover and food.",
      ifSkipped: "The ground lies bare and dries from above.",
      source: HUSBANDRY,
      isFree: true,
      times: { kind: "again", from: kept.since, wears: () => every(30, 60) },
    });
  return list;
}
