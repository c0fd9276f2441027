import { formatPercent, threeFigures } from "../units/units";
import { range, ph, ec, ppm, layerDoes, reasons, type Of, type Speaking, type Text } from "./words-common";

export type SoilLimit = "pH" | "lime" | "salts" | "feed" | "water-solids";

/** What is in the soil and the water it is given. */
export function soilWords(told: Of<SoilLimit>, speaking: Speaking): Text {
  const { why, plainWhy } = reasons;
  switch (told.limit) {
    case "pH":
      return {
        text:
          told.grade === "suits"
            ? `pH ${range(told.pH, ph)}; it likes ${range(told.wanted, ph)}.`
            : `The ${layerDoes(speaking, told.layer, "has", "have")} a pH of ${range(told.pH, ph)}; it likes ${range(told.wanted, ph)}.`,
        why: why(
          "pH of the medium its roots live in, as a range, held against what it likes.",
          [["wanted", range(told.wanted, ph)]],
          told.wanted,
          "pH moves by some tenths with water and feed.",
        ),
      };
    case "lime": {
      const { layer, timesTaken, grade } = told;
      const holds = layer === undefined ? "" : `the ${layerDoes(speaking, layer, "holds", "hold")}`;
      return {
        text:
          layer === undefined
            ? "It hates lime, and there is none in its soil."
            : timesTaken === null
              ? `It hates lime, and ${holds} some${grade === "care" ? ": its pH is still low enough, for now" : ""}.`
              : grade === "unsuited"
                ? `It hates lime, and ${holds} ${timesTaken >= 2 ? `${threeFigures(timesTaken, timesTaken < 10 ? 1 : 0)} times what` : "more than"} its sour soil can take up: it comes out for years, and the soil turns.`
                : `It hates lime, and ${holds} some, ${formatPercent(timesTaken)} of what its sour soil can take up: watch its pH.`,
        why: plainWhy(
          "Lime that a layer will give off in some years of sour water, held against the acid of the soil it lives in, from its pH to the highest it likes. Of a soil that is limed itself: its pH.",
        ),
      };
    }
    case "salts":
      return {
        text:
          told.grade === "suits"
            ? told.ecDsPerM.typical > told.most.typical
              ? "Its mix's salts are its first feed: no more until they are gone."
              : `${range(told.ecDsPerM, ec)} of salts; it bears ${ec(told.most.typical)}.`
            : `The ${layerDoes(speaking, told.layer, "has", "have")} ${range(told.ecDsPerM, ec)} of salts; it suffers from ${range(told.most, ec)} on.${told.grade === "care" ? " Rinse it first, or feed less." : ""}`,
        why: why(
          "Salts of the saturated extract of the medium, held against the threshold from which it suffers.",
          [["suffers from", range(told.most, ec)]],
          told.most,
          "Where nothing ever drains, salts gather.",
        ),
      };
    case "feed":
      return {
        text: feedText(told, speaking),
        why: plainWhy(
          told.wants === "hungry"
            ? "Whether a medium with roots in it feeds, by itself or by what is sold in it or given to it."
            : "Whether a layer feeds or is rated unfit for such plants: what is dissolved in one comes to all.",
        ),
      };
    case "water-solids":
      return {
        text:
          told.ppm === null
            ? `It bears ${ppm(told.most.typical)} dissolved in its water; what yours holds is not said.`
            : told.grade === "suits"
              ? `Its water holds ${ppm(told.ppm)}; it bears ${ppm(told.most.typical)}.`
              : `Its water holds ${ppm(told.ppm)}; it bears ${range(told.most, ppm)}.`,
        why: why("Dissolved solids of the water it is given.", [["bears", range(told.most, ppm)]], told.most),
      };
    default:
      return told satisfies never;
  }
}

function feedText({ wants, layer, by, grade }: Of<"feed">, speaking: Speaking): string {
  if (wants === "hungry")
    return "It is hungry, and nothing in this soil feeds it: from the second week on, feed it weakly with each watering.";
  if (layer === undefined) return "It lives without feed, and there is none in its soil.";
  if (by === "may-be-lime")
    return `It hates lime, and the ${layerDoes(speaking, layer, "may hold", "may hold")} some: vinegar on a few grains must not fizz.`;
  if (by === "rated")
    return `It bears no salts or feed, and the ${layerDoes(speaking, layer, "may hold", "may hold")} some: rinse with rain water until the runoff is as clean as the rain.`;
  return grade === "care"
    ? `It wants no feed, and the ${layerDoes(speaking, layer, "feeds", "feed")} a little.`
    : `It bears no feed, and the ${layerDoes(speaking, layer, "feeds", "feed")}: what is dissolved comes to its roots.`;
}
