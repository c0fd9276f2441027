import { range, light, reasons, type Of, type Speaking, type Text } from "./words-common";
import { formatDayOfYear, monthName } from "../units/calendar-date";
import { formatPercent, formatTemperature, type UnitSystem } from "../units/units";
import type { Told } from "./verdict";

export type PlaceLimit =
  "light" | "cold" | "heat" | "rest" | "shut-in-sun" | "humidity" | "moving-air" | "company" | "food-safe";

/** Where a month follows from the place, its name. */
const inMonth = (month: number | undefined): string => (month === undefined ? "" : ` in ${monthName(month)}`);

/** Where it stands and beside whom. */
export function placeWords(told: Of<PlaceLimit>, speaking: Speaking): Text {
  const { why, plainWhy } = reasons;
  const { system } = speaking;
  switch (told.limit) {
    case "light":
      return {
        text:
          told.molPerDay === null
            ? `It wants ${range(told.wanted, light)} of light a day; what there is, is not said.`
            : told.grade === "suits"
              ? `${told.typed ? light(told.molPerDay.typical) : `Some ${range(told.molPerDay, light)}`} of light a day.`
              : `It gets ${told.typed ? light(told.molPerDay.typical) : `some ${range(told.molPerDay, light)}`} of light a day; it wants ${range(told.wanted, light)}.`,
        why: why(
          "Photons for photosynthesis over a day. A dim corner has 1, a bright window 5 to 14, full sun 30 to 50.",
          [["wanted", range(told.wanted, light)]],
          told.wanted,
          "Sun and shade alone say it within a factor of three.",
        ),
      };
    case "cold": {
      const { coldestC, lives, kind, frost } = told;
      const when = inMonth(told.month);
      const degrees = (value: number): string => formatTemperature(value, system);
      const limit =
        kind === "cool"
          ? `it wants ${range(lives, degrees)}`
          : `it lives through ${degrees(lives.typical)}, some of its kind through ${degrees(lives.low)}`;
      return {
        text:
          coldestC === null
            ? `How cold it gets is not said; ${limit}.`
            : frost
              ? `A crop of one summer: out after the last frost, by ${formatDayOfYear(frost.last)} there, and gone before the first, by ${formatDayOfYear(frost.first)} in most years.`
              : told.grade === "suits"
                ? `It gets as cold as ${degrees(coldestC)}${when}, which it bears.`
                : kind === "summer"
                  ? `Winters of ${degrees(coldestC)} kill it: a crop of one summer, out after the last frost and gone before the first.`
                  : kind === "cool" && told.grade === "care"
                    ? `It gets as cold as ${degrees(coldestC)}${when}; ${limit}: chilled it stands still, and rots where it is wet.`
                    : `It gets as cold as ${degrees(coldestC)}${when}; ${limit}.`,
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
        text:
          told.grade === "suits"
            ? `It gets as warm as ${degrees(told.warmestC)}${inMonth(told.month)}, which it bears.`
            : `It gets as warm as ${degrees(told.warmestC)}${inMonth(told.month)}; it is at ease to ${degrees(told.lives.high)}.`,
        why: why("The warmest of the place over the year.", [["at ease", range(told.lives, degrees)]], told.lives),
      };
    }
    case "rest":
      return { text: restText(told, system), why: restWhy(told, system) };
    case "shut-in-sun":
      return {
        text: "Shut behind glass in the sun it is cooked within half an hour: bright shade, or no lid.",
        why: plainWhy("Sun through glass warms what is behind it; closed, the heat stays.", [
          ["it stands", "in the sun"],
        ]),
      };
    case "humidity":
      return {
        text:
          told.grade === "suits"
            ? `The air${told.from === "lid" ? " under its lid" : ""} is at ${range(told.humidity, formatPercent)} humidity.`
            : `The air is at ${range(told.humidity, formatPercent)} humidity${told.from === "lid" ? " under its lid" : ""}; it likes ${range(told.wanted, formatPercent)}.`,
        why: why(
          "Under a lid the air is between that of the ground's surface and that of the room, the nearer to the room the more of the mouth is open; while the room is not said, it is taken as 35 to 65 %.",
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
            ? "The vessel is safe for food."
            : told.foodSafe === "no"
              ? "It is grown to be eaten, and the vessel is not safe for food: line it with what is, or grow something else in it."
              : "It is grown to be eaten; whether the vessel and its liner are safe for food is not said.",
        why: plainWhy("What is said of the vessel, under “Vessel”."),
      };
    default:
      return told satisfies never;
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
    case "kinds":
      return `It and the ${other} are of unlike kinds: one carries germs and wants damp, food and warmth that harm the other. A case for each.`;
    case "warmth":
      return `It and the ${other} never like the same warmth.`;
    default:
      return clash satisfies never;
  }
}

/** What its rest asks for, and what that means in a room. */
function restText({ of, coldestC, below, grade }: Of<"rest">, system: UnitSystem): string {
  const degrees = (value: number): string => formatTemperature(value, system);
  if (of !== "winter") {
    const season = of === "dry-winter" ? "winter" : "summer";
    return grade === "suits"
      ? `It rests dry in ${season}: hardly any water then.`
      : `It rests dry in ${season}, and this is kept wet the year round: let it run dry for its rest, or it rots.`;
  }
  const cold = `some ten weeks under ${degrees(below.typical)}`;
  if (coldestC === null) return `It rests cold, for ${cold} in winter; how cold it gets is not said.`;
  return grade === "suits"
    ? `It rests cold in winter, and gets ${degrees(coldestC)}.`
    : `It rests in winter, for ${cold}, and this never gets under ${degrees(coldestC)}: ${grade === "care" ? "it comes back weaker, with fewer flowers." : "it wears itself out in a year or two."} Indoors that means a frost-free porch, an unheated room or a cold frame.`;
}

const restWhy = ({ of, below }: Of<"rest">, system: UnitSystem): Text["why"] => ({
  formula:
    of === "winter"
      ? "What comes from where winters freeze is held against the coldest of the place over the year."
      : "What rests dry for weeks is held against whether water is kept, or given by the calendar, the year round.",
  inputs: [["cold enough, range", range(below, (value) => formatTemperature(value, system))]],
  source: "Chilling of buds after Saure (1985), of bulbs after De Hertogh & Le Nard (1993); general husbandry.",
  uncertainty: "How many weeks and how cold differs by kind and by where its seed came from.",
});
