import { range, light, reasons, type Of, type Speaking, type Text } from "./words-common";
import { formatPercent, formatTemperature } from "../units/units";
import type { Told } from "./verdict";

export type PlaceLimit = "light" | "cold" | "heat" | "humidity" | "moving-air" | "company" | "food-safe";

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
