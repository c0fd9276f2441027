import { range, ph, ec, ppm, layerWords, reasons, type Of, type Speaking, type Text } from "./words-common";

export type SoilLimit = "pH" | "lime" | "salts" | "feed" | "water-solids";

/** What is in the soil and the water it is given. */
export function soilWords(told: Of<SoilLimit>, speaking: Speaking): Text {
  const { why, plainWhy } = reasons;
  switch (told.limit) {
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
        text: `The ${layerWords(speaking, told.layer)} has ${range(told.ecDsPerM, ec)} of salts; it suffers from ${range(told.most, ec)} on.${told.grade === "care" ? " Rinse it first, or feed less." : told.grade === "suits" && told.ecDsPerM.typical > told.most.typical ? " They are its first feed, and it eats them: feed it no more before that is gone." : ""}`,
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
    default:
      return told satisfies never;
  }
}
