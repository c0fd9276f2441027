import {
  range,
  suction,
  layerWords,
  feltAs,
  momentWords,
  reasons,
  type Of,
  type Speaking,
  type Text,
} from "./words-common";
import { formatArea, formatLength, formatPercent } from "../units/units";
import type { Figure, Harm } from "../occupants/occupant";

export type AnimalLimit =
  | "no-ground"
  | "unknown-kind"
  | "ground-depth"
  | "surface-damp"
  | "deep-damp"
  | "open-water"
  | "burrow"
  | "harm"
  | "open-share"
  | "ground-room";

/** What an animal has under and over it. */
export function animalWords(told: Of<AnimalLimit>, speaking: Speaking): Text {
  const { why, plainWhy } = reasons;
  const { system } = speaking;
  const cm = (height: number): string => formatLength(height, system);
  switch (told.limit) {
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
}

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

function bandWords(band: Figure): string {
  const [from, to] = [feltAs(band.low), feltAs(band.high)];
  return from === to ? from : `${from} to ${to}`;
}
