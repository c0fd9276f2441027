import { capitalised } from "../units/text";
import type { Range } from "../units/range";
import type { Figure, Harm } from "../occupants/occupant";
import type { Why } from "../readings/sentences";
import type { Setup } from "../stack/setup";
import {
  formatArea,
  formatLength,
  formatPercent,
  formatRange,
  formatTemperature,
  threeFigures,
  type UnitSystem,
} from "../units/units";
import type { MediumLookup } from "../water/network";
import { formatDayOfYear } from "../units/calendar-date";
import type { Finding, Grade, Limit, Moment, MomentKind, Told, Verdict } from "./verdict";

/** What a finding is told in: a heading, a sentence with the number that decided it, and its why. */
export type VerdictSentence = {
  readonly id: string;
  readonly heading: string;
  readonly text: string;
  readonly tone: "plain" | "trouble";
  readonly grade: Grade;
  readonly why: Why;
};

export const GRADE_WORDS: Record<Grade, string> = {
  unsuited: "does not suit",
  care: "with care",
  unknown: "cannot tell",
  suits: "suits",
};

const MOMENT_WORDS: Record<MomentKind, string> = {
  watered: "just watered and drained",
  settled: "settled",
  mark: "at the refill mark",
  driest: "before the next watering",
};
const momentWords = ({ kind, on }: Moment): string =>
  on ? `${MOMENT_WORDS[kind]} on ${formatDayOfYear(on)}` : MOMENT_WORDS[kind];

type Speaking = {
  readonly setup: Setup;
  readonly medium: MediumLookup;
  readonly system: UnitSystem;
  readonly nameOf: (occupancyId: string) => string;
};

/** Kind and count of an entry: "5 × Round-leaved sundew". */
export const verdictName = ({ occupancy, occupant }: Verdict): string =>
  `${occupancy.count > 1 ? `${occupancy.count} × ` : ""}${occupant?.name ?? `unknown kind “${occupancy.occupantId}”`}`;

/** All that is to be said to one of those that live there: what decides first. */
export function verdictSentences(
  verdict: Verdict,
  all: readonly Verdict[],
  setup: Setup,
  medium: MediumLookup,
  system: UnitSystem,
): readonly VerdictSentence[] {
  const speaking: Speaking = {
    setup,
    medium,
    system,
    nameOf: (id) => all.find(({ occupancy }) => occupancy.id === id)?.occupant?.name.toLowerCase() ?? "another kind",
  };
  return verdict.findings.map((finding, i) => ({
    id: `${finding.limit}-${i}`,
    heading: headingOf(finding.limit),
    tone: finding.grade === "unsuited" ? "trouble" : "plain",
    grade: finding.grade,
    ...said(finding, speaking),
  }));
}

/** The one line that says how it stands with one of them: its grade and what decides it. */
export function verdictLine(verdict: Verdict, sentences: readonly VerdictSentence[]): string {
  const { grade } = verdict;
  const deciding = new Set(
    sentences.filter((one) => one.grade === grade && grade !== "suits").map(({ heading }) => heading.toLowerCase()),
  );
  return `${verdictName(verdict)}: ${GRADE_WORDS[grade]}${deciding.size > 0 ? ` (${[...deciding].slice(0, 3).join(", ")})` : ""}`;
}

export const headingOf = (limit: Limit): string => HEADINGS[limit];
const HEADINGS: Record<Limit, string> = {
  air: "Air at the roots",
  oxygen: "Oxygen in the depth",
  "wet-for-good": "How wet it stays",
  "wet-days": "Days wet after a watering",
  "dry-for-good": "How dry it is",
  "kept-damp": "Kept damp from below",
  "dry-days": "How long a watering lasts it",
  crown: "Crown over free water",
  "soil-depth": "Depth of soil",
  "root-room": "Room beside one another",
  pH: "pH",
  lime: "Lime",
  salts: "Salts",
  feed: "Feed",
  "water-solids": "What is dissolved in its water",
  light: "Light",
  cold: "Cold",
  heat: "Heat",
  humidity: "Humidity",
  "moving-air": "Moving air",
  company: "Company",
  "food-safe": "Safe for food",
  "no-roots": "Roots",
  "no-ground": "Ground",
  "ground-depth": "Depth of ground",
  "surface-damp": "Surface",
  "deep-damp": "Damp in the depth",
  "open-water": "Open water",
  burrow: "Burrow",
  harm: "What it lives on",
  "open-share": "Lid",
  "ground-room": "Ground for them",
  "unknown-kind": "Kind",
};

/** "4 to 6 cm" */
const range = (value: Range, format: (one: number) => string): string => formatRange(value.low, value.high, format);
const dayWords = (days: number): string =>
  !Number.isFinite(days)
    ? "for good"
    : days < 1
      ? "less than a day"
      : `${threeFigures(days, days < 10 ? 1 : 0)}\u00a0days`;
const daysText = (days: number): string => threeFigures(days, days < 10 ? 1 : 0);
const ph = (value: number): string => value.toFixed(1);
const ec = (value: number): string => `${threeFigures(value, 1)}\u00a0dS/m`;
const ppm = (value: number): string => `${threeFigures(value, 0)}\u00a0mg/L`;
const light = (value: number): string => `${threeFigures(value, 1)}\u00a0mol/m²`;
const count = (value: number): string => threeFigures(value, 0);

function layerWords({ setup, medium }: Speaking, layer: number): string {
  const { name, mediumId } = setup.layers[layer]!;
  return name || (medium(mediumId)?.name.toLowerCase() ?? "an unknown medium");
}

const FELT: readonly (readonly [upToCm: number, words: string])[] = [
  [1, "standing in water"],
  [10, "dripping"],
  [60, "wet"],
  [300, "damp"],
  [2000, "hardly damp"],
  [Infinity, "dry to the hand"],
];
/** A suction as it feels to a hand. */
export const feltAs = (suctionCm: number): string => FELT.find(([upTo]) => suctionCm <= upTo)![1];

/** Who wants no more air than this wants none. */
const NEEDS_NONE = 0.005;
const MOST_TOLD_SUCTION_CM = 15_000;
const suction = (cm: number, system: UnitSystem): string =>
  cm >= MOST_TOLD_SUCTION_CM
    ? `over ${formatLength(MOST_TOLD_SUCTION_CM, system)}`
    : formatLength(Number(cm.toPrecision(3)), system);

const HARM_WORDS: Record<Harm | "unfit", string> = {
  unfit: "is nothing for an animal to live on",
  feed: "is sold with feed in it",
  dust: "gives dust",
  sharp: "has sharp grains",
  resin: "may hold resin",
  copper: "holds copper",
  "eaten-grains": "is swallowed with its food and may stop its gut",
  salts: "is salty",
  lime: "holds lime",
};

/** Whose figure a limit is, and how sure. */
const sourced = (figure: Figure): Pick<Why, "source" | "uncertainty"> => ({
  source: `${capitalised(figure.source)}.`,
  uncertainty: `Confidence in the limit: ${figure.confidence}. A range that straddles it is told as “with care”.`,
});

type Text = Pick<VerdictSentence, "text" | "why">;

function said(finding: Finding, speaking: Speaking): Text {
  const { system } = speaking;
  const cm = (height: number): string => formatLength(height, system);
  const told: Told & { readonly grade: Grade } = finding;
  const why = (formula: string, inputs: Why["inputs"], figure: Figure, uncertainty = ""): Why => {
    const { source, uncertainty: limit } = sourced(figure);
    return { formula, inputs, source, uncertainty: [uncertainty, limit].filter(Boolean).join(" ") };
  };
  const plainWhy = (formula: string, inputs: Why["inputs"] = []): Why => ({
    formula,
    inputs,
    source: "General husbandry.",
    uncertainty: "Wide on purpose; what your own have borne counts for more.",
  });
  switch (told.limit) {
    case "air": {
      const { airedCm, neededCm, leastAirSpace, meanAirSpace, shortBelowCm, goodAirSpace } = told;
      if (leastAirSpace.typical <= NEEDS_NONE)
        return {
          text: `It needs no air in its soil: its roots get it from above, or live without. There are ${formatPercent(meanAirSpace)} on the mean.`,
          why: plainWhy("The air space its roots want at least."),
        };
      const enough = `It has ${formatPercent(leastAirSpace.typical)} of air and more`;
      const deep =
        shortBelowCm === undefined
          ? "all through its soil"
          : airedCm.typical < 0.1
            ? "nowhere, not even at the surface"
            : `down to ${cm(airedCm.typical)} under the surface`;
      const wants = `its roots want ${range({ ...neededCm, high: neededCm.typical }, cm)}`;
      const comes =
        told.grade === "care" && airedCm.high > airedCm.typical + 0.1
          ? ` If it bears ${formatPercent(leastAirSpace.low)}, it has ${cm(airedCm.high)}.`
          : "";
      return {
        text: `${enough} ${deep}, ${momentWords(told.at)}; ${wants}. On the mean ${formatPercent(meanAirSpace)} in the roots' depth; good is ${formatPercent(goodAirSpace.typical)}.${comes}`,
        why: why(
          "Depth under the surface down to which every height has the least air space its roots want, once watered and drained, or full; held against the depth its roots need.",
          [
            ["least air, range", range(leastAirSpace, formatPercent)],
            ["depth with that air", range(airedCm, cm)],
            ["roots, least to usual", range({ ...neededCm, high: neededCm.typical }, cm)],
          ],
          leastAirSpace,
          "Air space varies by several per cent between batches of one medium.",
        ),
      };
    }
    case "oxygen": {
      const { reachesCm, soilCm, sourWithinDays } = told;
      const text =
        reachesCm.typical >= soilCm - 0.05
          ? `Oxygen comes to the foot of its soil (at the least to ${cm(reachesCm.low)}).`
          : `No oxygen comes deeper than ${cm(reachesCm.typical)} (${range(reachesCm, cm)}): roots under that die, and in ${daysText(sourWithinDays.low)} to ${daysText(sourWithinDays.high)} days it smells sour.`;
      return {
        text,
        why: {
          formula:
            "Steady diffusion from the surface through the air-filled pores, D0·ε^(10/3)/φ², against what roots and microbes use where it is warmest, or at 20 °C while that is not said; where it is used up, oxygen ends. Twice as much is used 10 °C warmer.",
          inputs: [
            ["reaches", range(reachesCm, cm)],
            ["soil", cm(soilCm)],
          ],
          source: "Diffusion after Millington & Quirk (1961); use after Gliński & Stępniewski (1985).",
          uncertainty:
            "What a pot uses varies tenfold with roots, feed and warmth, and what comes through the wall is not counted: an estimate, which by itself never refuses a plant.",
        },
      };
    }
    case "wet-for-good": {
      const { roomCm, wettestSuctionCm, suctionCm, neededCm } = told;
      return {
        text:
          told.grade === "suits"
            ? `It stays ${feltAs(suctionCm)} (${suction(suctionCm, system)} of suction in the middle of its roots), as it likes.`
            : `It stays ${feltAs(suctionCm)}: only the upper ${cm(Math.max(0, roomCm.typical))} keep the ${suction(wettestSuctionCm.typical, system)} of suction under which it rots, where its roots want ${cm(neededCm.low)} at least.${told.grade === "care" ? ` If it bears ${suction(wettestSuctionCm.low, system)}, it has ${cm(roomCm.high)}.` : ""}`,
        why: why(
          "The wettest suction at which it thrives, held against the suction by height in the state that lasts: full, as the vessel keeps it.",
          [
            ["wettest it likes", range(wettestSuctionCm, (value) => suction(value, system))],
            ["suction in the middle of its roots", suction(suctionCm, system)],
            ["depth that is dry enough", range(roomCm, cm)],
          ],
          wettestSuctionCm,
        ),
      };
    }
    case "wet-days": {
      const { days, borne, restingDays, borneResting, decidedBy, wettestSuctionCm } = told;
      const inRest = decidedBy === "resting";
      return {
        text: inRest
          ? `In its rest, when it drinks a quarter, a watering keeps it wet for ${dayWords(restingDays)}; it bears ${range(borneResting, daysText)} days then. Water it less, or hardly, in its rest.`
          : `It is wetter than it likes for ${dayWords(days.typical)} after a watering; it bears ${range(borne, daysText)} days.`,
        why: why(
          "Days from a soaking until roots have drawn the suction in the middle of their depth to the wettest they like, at the demand of a usual day.",
          [
            ["wettest it likes", range(wettestSuctionCm, (value) => suction(value, system))],
            ["days wetter", range(days, daysText)],
            ["at rest", daysText(restingDays)],
          ],
          borne,
          "The demand is a day's mean; a cool week doubles the time.",
        ),
      };
    }
    case "dry-for-good": {
      const { suctionCm, driest } = told;
      return {
        text:
          told.grade === "suits"
            ? `It is ${feltAs(suctionCm)} at its roots, ${suction(suctionCm, system)} of suction; it bears ${suction(driest.typical, system)}.`
            : `It is too dry at its roots: ${suction(suctionCm, system)} of suction, where it bears ${range(driest, (value) => suction(value, system))}.`,
        why: why(
          "The suction in the middle of its roots in the state that lasts, held against the driest at which it thrives.",
          [["driest it thrives at", range(driest, (value) => suction(value, system))]],
          driest,
        ),
      };
    }
    case "kept-damp": {
      const { markCm, levelCm, driest, daysFromFull, beyondDays, borne, everyDays } = told;
      const mark =
        markCm === undefined
          ? "Any level keeps its roots damp enough"
          : markCm > levelCm + 0.05
            ? `Its roots are kept damp only from ${cm(markCm)} of water on; it stands at ${cm(Math.max(0, levelCm))}`
            : `Its roots are kept damp while the water stands over ${cm(Math.max(0, markCm))}`;
      const time =
        everyDays === null
          ? Number.isFinite(daysFromFull) && daysFromFull > 0
            ? `, about ${dayWords(daysFromFull)} from full`
            : ""
          : beyondDays > 0
            ? `; filled up every ${daysText(everyDays)} days, it goes without for ${dayWords(beyondDays)}, and bears ${range(borne, daysText)}`
            : `; filled up every ${daysText(everyDays)} days, it never goes without`;
      return {
        text: `${mark}${time}.`,
        why: why(
          "The lowest level of free water from which the greatest steady rise still brings a usual day's demand to the middle of its roots, without the suction there passing the driest at which it thrives.",
          [
            ["driest it thrives at", range(driest, (value) => suction(value, system))],
            ["level for that", markCm === undefined ? "any" : cm(markCm)],
            ["water stands at", cm(Math.max(0, levelCm))],
          ],
          driest,
          "How well media conduct is known to a factor of ten for coarse ones.",
        ),
      };
    }
    case "dry-days": {
      const { lastsDays, driest, beyondDays, borne, everyDays } = told;
      const lasts = `A soaking lasts it ${dayWords(lastsDays)}`;
      return {
        text:
          everyDays === null
            ? `${lasts}${lastsDays < 1.5 ? ", less than anybody waters for long" : ": water it before then"}.`
            : beyondDays > 0
              ? `${lasts}; watered every ${daysText(everyDays)} days, it goes without for ${dayWords(beyondDays)}, and bears ${range(borne, daysText)}.`
              : `${lasts}, and it is watered every ${daysText(everyDays)}.`,
        why: why(
          "Days of usual demand from the drained state until the middle of its roots comes to the driest suction at which it thrives; the soil is reckoned as drawn from evenly.",
          [["driest it thrives at", range(driest, (value) => suction(value, system))]],
          driest,
          "A hot day takes twice as much.",
        ),
      };
    }
    case "crown": {
      const { overWaterCm, wanted, side } = told;
      const stands =
        overWaterCm < 0
          ? `Its crown stands ${cm(-overWaterCm)} under water`
          : `Its crown stands ${cm(overWaterCm)} over free water`;
      const likes =
        wanted.high <= 0
          ? `it likes ${cm(-wanted.high)} to ${cm(-wanted.low)} over it`
          : wanted.low < 0
            ? `it likes from ${cm(-wanted.low)} under water to ${cm(wanted.high)} over it`
            : `it likes ${range(wanted, cm)}`;
      return {
        text: `${stands}${told.at.kind === "mark" || told.at.on ? ` ${momentWords(told.at)}` : ""}; ${likes}${side === "near" ? ": raise it, or let the water stand lower" : side === "far" ? ": let the water stand higher" : ""}.`,
        why: why("Height of the crown over the free water when full.", [["wanted", range(wanted, cm)]], wanted),
      };
    }
    case "soil-depth":
      return {
        text: `There are ${cm(told.soilCm)} of soil for its roots; it gets by with ${cm(told.wanted.low)} and usually fills ${cm(told.wanted.typical)}.`,
        why: why("Height of the layers marked as rooted.", [["wanted", range(told.wanted, cm)]], told.wanted),
      };
    case "root-room": {
      const { fits, count: of, takenShare } = told;
      return {
        text: `${fits.low === fits.high ? count(fits.typical) : `${count(fits.low)} to ${count(fits.high)}`} of its kind find room here; ${of === 1 ? "there is one" : `there are ${of}`}${told.grade === "suits" ? "" : `, and together all that grow here take ${formatPercent(takenShare)} of the soil's surface`}.`,
        why: plainWhy(
          "The soil's surface over what a grown root system takes of it: four fifths of its spread squared.",
        ),
      };
    }
    case "pH":
      return {
        text: `The ${layerWords(speaking, told.layer)} has a pH of ${range(told.pH, ph)}; it likes ${range(told.wanted, ph)}.`,
        why: why(
          "pH of the medium its roots live in, as a range, held against what it likes.",
          [["wanted", range(told.wanted, ph)]],
          told.wanted,
          "pH moves by some tenths with water and feed.",
        ),
      };
    case "lime":
      return {
        text:
          told.layer === undefined
            ? "It hates lime, and there is none in its soil."
            : `It hates lime, and the ${layerWords(speaking, told.layer)} holds some${told.grade === "care" ? ": its pH is still low enough, for now" : ""}.`,
        why: plainWhy("Whether a medium with roots in it lifts pH for good."),
      };
    case "salts":
      return {
        text: `The ${layerWords(speaking, told.layer)} has ${range(told.ecDsPerM, ec)} of salts; it suffers from ${range(told.most, ec)} on.${told.grade === "care" ? " Rinse it first, or feed less." : ""}`,
        why: why(
          "Salts of the saturated extract of the medium, held against the threshold from which it suffers.",
          [["suffers from", range(told.most, ec)]],
          told.most,
          "Where nothing ever drains, salts gather.",
        ),
      };
    case "feed":
      return {
        text:
          told.wants === "hungry"
            ? "It is hungry, and nothing in this soil feeds it: give feed from the second week on."
            : told.layer === undefined
              ? "It lives without feed, and there is none in its soil."
              : `It bears no feed in its soil, and the ${layerWords(speaking, told.layer)} feeds.`,
        why: plainWhy("Whether a medium with roots in it feeds, by itself or by what is sold in it."),
      };
    case "water-solids":
      return {
        text:
          told.ppm === null
            ? `It bears ${ppm(told.most.typical)} dissolved in its water; what yours holds is not said.`
            : `Its water holds ${ppm(told.ppm)}; it bears ${range(told.most, ppm)}.`,
        why: why("Dissolved solids of the water it is given.", [["bears", range(told.most, ppm)]], told.most),
      };
    case "light":
      return {
        text:
          told.molPerDay === null
            ? `It wants ${range(told.wanted, light)} of light a day; what there is, is not said.`
            : `It gets ${told.typed ? light(told.molPerDay.typical) : `some ${range(told.molPerDay, light)}`} of light a day; it wants ${range(told.wanted, light)}.`,
        why: why(
          "Photons for photosynthesis over a day. A dim corner has 1, a bright window 5 to 14, full sun 30 to 50.",
          [["wanted", range(told.wanted, light)]],
          told.wanted,
          "Sun and shade alone say it within a factor of three.",
        ),
      };
    case "cold": {
      const { coldestC, lives, kind } = told;
      const degrees = (value: number): string => formatTemperature(value, system);
      const limit =
        kind === "frost"
          ? `it lives through ${degrees(lives.typical)}, some of its kind through ${degrees(lives.low)}`
          : `it wants ${range(lives, degrees)}`;
      return {
        text:
          coldestC === null
            ? `How cold it gets is not said; ${limit}.`
            : `It gets as cold as ${degrees(coldestC)}; ${limit}.`,
        why: why(
          "The coldest of the place over the year.",
          [["lives", range(lives, degrees)]],
          lives,
          "Roots in a pot freeze through; in the ground they do not.",
        ),
      };
    }
    case "heat": {
      const degrees = (value: number): string => formatTemperature(value, system);
      return {
        text: `It gets as warm as ${degrees(told.warmestC)}; it is at ease to ${degrees(told.lives.high)}.`,
        why: why("The warmest of the place over the year.", [["at ease", range(told.lives, degrees)]], told.lives),
      };
    }
    case "humidity":
      return {
        text: `The air is at ${range(told.humidity, formatPercent)} humidity${told.from === "lid" ? " under its lid" : ""}; it likes ${range(told.wanted, formatPercent)}.`,
        why: why(
          "Humidity under a lid is taken from how much of the mouth it leaves open.",
          [["wanted", range(told.wanted, formatPercent)]],
          told.wanted,
        ),
      };
    case "moving-air":
      return {
        text: `It wants moving air, and the lid leaves ${formatPercent(told.openShare)} open.`,
        why: plainWhy("How much of the mouth a lid leaves open."),
      };
    case "company":
      return {
        text: companyText(told.clash, speaking.nameOf(told.otherId)),
        why: plainWhy("What each that lives here wants, held against the others."),
      };
    case "food-safe":
      return {
        text:
          told.foodSafe === "yes"
            ? "It is grown to be eaten, and the vessel is safe for food."
            : told.foodSafe === "no"
              ? "It is grown to be eaten, and the vessel is not safe for food: line it with what is, or grow something else in it."
              : "It is grown to be eaten; whether the vessel and its liner are safe for food is not said.",
        why: plainWhy("What is said of the vessel, under “Vessel”."),
      };
    case "no-roots":
      return {
        text: "No layer is marked as rooted: mark where its roots live, and it is judged.",
        why: plainWhy("Roots are judged in the layers marked as rooted."),
      };
    case "no-ground":
      return {
        text: "There is no layer yet for it to live on.",
        why: plainWhy("Animals are judged by the layers they live in."),
      };
    case "unknown-kind":
      return {
        text: "This kind is not known here: it was put away, or came from elsewhere. It stays in the list.",
        why: plainWhy("A setup keeps what it names."),
      };
    case "ground-depth":
      return {
        text: `There are ${cm(told.depthCm)} of ground; it wants ${range(told.wanted, cm)}.`,
        why: why("Height of all layers.", [["wanted", range(told.wanted, cm)]], told.wanted),
      };
    case "surface-damp":
      return {
        text: `The surface is ${feltAs(told.suctionCm)}${told.at.kind === "driest" || told.at.on ? ` ${momentWords(told.at)}` : ""} (${suction(told.suctionCm, system)} of suction); it likes it ${bandWords(told.band)}${told.side === "within" ? "" : told.side === "wet" ? ": let it dry, open the lid further, or give less water" : ": water it, or close the lid further"}.`,
        why: why(
          "Suction of the upper 2 cm as the stack settles.",
          [["band", range(told.band, (value) => suction(value, system))]],
          told.band,
          "A surface dries by itself: how far depends on air and lid, which are not counted here.",
        ),
      };
    case "deep-damp": {
      const { fromCm, toCm, suctionAtFootCm, band, side } = told;
      return {
        text:
          fromCm !== undefined && toCm !== undefined && told.grade === "suits"
            ? `It finds its damp (${bandWords(band)}) between ${cm(fromCm)} and ${cm(toCm)} over the base.`
            : side === "wet"
              ? `All of the ground is wetter than it likes (${bandWords(band)}): give less water.`
              : side === "dry"
                ? `Even the foot of the ground is ${feltAs(suctionAtFootCm)} (${suction(suctionAtFootCm, system)} of suction), drier than it likes (${bandWords(band)}): give more water.`
                : `Only a thin band of the ground is as damp as it likes (${bandWords(band)}).`,
        why: why(
          "Heights at which the settled suction lies in the band it goes down for.",
          [["band", range(band, (value) => suction(value, system))]],
          band,
        ),
      };
    }
    case "open-water":
      return {
        text: `Water stands ${cm(told.deepCm)} deep over the ground; it gets out of ${range(told.most, cm)}${told.grade === "suits" ? "" : ": it may drown"}.`,
        why: why("Free water over the soil.", [["gets out of", range(told.most, cm)]], told.most),
      };
    case "burrow": {
      const { standsCm, widthCm, layer } = told;
      const stands = told.grade === "suits" ? "stands" : told.grade === "care" ? "may stand or fall in" : "falls in";
      return {
        text: `In the ${layerWords(speaking, layer)} a burrow ${range(widthCm, cm)} wide ${stands}: ${standsCm.high <= 0 ? "nothing stands there by its damp" : `by its damp a cut of ${range(standsCm, cm)} stands`}.`,
        why: why(
          "Damp grains hold together by saturation · suction · tan φ; a cut of them stands to 4c/γ · tan(45° + φ/2), of which a burrow counts on a part.",
          [["stands", range(standsCm, cm)]],
          widthCm,
          "An estimate (Bishop 1959; Lu & Likos 2006; Rumpf 1962): roots, fibre and silk add to it, and a roof is not a wall.",
        ),
      };
    }
    case "harm":
      return {
        text: `The ${layerWords(speaking, told.layer)} ${HARM_WORDS[told.harm]}${told.harm === "unfit" ? "" : ", which harms it"}${told.grade === "care" ? ": rinse it, cover it, or ask somebody who keeps them" : ""}.`,
        why: plainWhy("What is known of the medium, held against what harms the animal. For a sick animal, a vet."),
      };
    case "open-share":
      return {
        text:
          told.openShare === undefined
            ? told.grade === "suits"
              ? "It needs no lid, if the wall is higher than it climbs."
              : "No lid is said: without one it may leave, and the air over it is dry."
            : `The lid leaves ${formatPercent(told.openShare)} of the mouth open; it wants ${range(told.wanted, formatPercent)}.`,
        why: why(
          "How much of the mouth a lid leaves open.",
          [["wanted", range(told.wanted, formatPercent)]],
          told.wanted,
        ),
      };
    case "ground-room": {
      const area = (cm2: number): string => formatArea(cm2, system, Infinity);
      return {
        text: `There are ${area(told.areaCm2)} of ground for ${told.count === 1 ? "it" : told.count}; ${told.count === 1 ? "it wants" : "they want"} ${range(told.wantedCm2, area)}.`,
        why: plainWhy("The surface of the ground, held against what the first and each further one wants, grown up."),
      };
    }
    default:
      return told satisfies never;
  }
  function bandWords(band: Figure): string {
    const [from, to] = [feltAs(band.low), feltAs(band.high)];
    return from === to ? from : `${from} to ${to}`;
  }
}

function companyText(clash: Extract<Told, { limit: "company" }>["clash"], other: string): string {
  switch (clash) {
    case "water":
      return `It and the ${other} never like the same water: where the one thrives the other rots or dries.`;
    case "pH":
      return `It and the ${other} want soils of another pH.`;
    case "feed":
      return `The one wants feed that kills the other: not with the ${other}.`;
    case "lime":
      return `The one hates the lime that the other likes: not with the ${other}.`;
    case "vigour":
      return `The ${other} grows faster and wider, and will shade it: cut it back.`;
    case "eaten":
      return `The ${other} eats it.`;
    case "eats":
      return `It eats the ${other}.`;
    case "poison":
      return `It eats leaves, and those of the ${other} are poisonous or not known to be safe.`;
    case "alone":
      return "It lives alone: two of its kind fight, or one eats the other.";
    case "warmth":
      return `It and the ${other} never like the same warmth.`;
    default:
      return clash satisfies never;
  }
}
