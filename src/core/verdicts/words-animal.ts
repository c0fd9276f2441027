import {
  range,
  suction,
  layerDoes,
  layerWords,
  feltAs,
  isDated,
  momentWords,
  reasons,
  type Of,
  type Speaking,
  type Text,
} from "./words-common";
import { formatArea, formatLength, formatPercent, type UnitSystem } from "../units/units";
import { capitalised } from "../units/text";
import type { Holding } from "./burrow";
import type { Figure, Harm, Want } from "../occupants/occupant";

export type AnimalLimit =
  | "no-ground"
  | "unknown-kind"
  | "ground-depth"
  | "surface-damp"
  | "deep-damp"
  | "open-water"
  | "burrow"
  | "harm"
  | "provided"
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
        text:
          told.grade === "suits"
            ? `${cm(told.depthCm)} of ground are enough.`
            : `There are ${cm(told.depthCm)} of ground; it wants ${range(told.wanted, cm)}.`,
        why: why("Height of all layers.", [["wanted", range(told.wanted, cm)]], told.wanted),
      };
    case "surface-damp":
      return {
        text: surfaceText(told, system),
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
            ? `It finds its damp between ${cm(fromCm)} and ${cm(toCm)} over the base.`
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
        text:
          told.grade === "suits"
            ? `Water stands ${cm(told.deepCm)} deep, and it gets out of that.`
            : `Water stands ${cm(told.deepCm)} deep over the ground; it gets out of ${range(told.most, cm)}: it may drown.`,
        why: why("Free water over the soil.", [["gets out of", range(told.most, cm)]], told.most),
      };
    case "burrow": {
      const { holds, widthCm, layer } = told;
      const what = `the ${layerWords(speaking, layer)}`;
      return {
        text:
          holds === "stands"
            ? `Packed in layers, ${what} keeps a burrow.`
            : `${capitalised(HOLDING_WORDS[holds](what))}. ${holds === "loose" ? "It wants ground that binds: loam or fibre, packed." : `Try it: press it down, push a hole ${range(widthCm, cm)} wide, and look again in a day.`}`,
        why: why(
          "Damp, packed ground of clay, fibre or crumbs stands; sand stands while it is damp; what is dry, coarse or in flakes runs; what drips slumps. How wide a hole stands is decided by packing: a finger tells.",
          [
            ["damp half way down", feltAs(told.suctionCm)],
            ["burrow", range(widthCm, cm)],
          ],
          widthCm,
          "Damp holds grains by bridges of water, fine ones more than coarse ones (Rumpf 1962); roots, fibre and silk add to it.",
        ),
      };
    }
    case "provided": {
      const { want, grade, layer } = told;
      return {
        text: PROVIDED_WORDS[want][grade === "suits" ? 0 : layer === undefined ? 1 : 2],
        why: plainWhy(
          "What it eats and drinks where it lives; a dish, a bath or a stone beside the drawing is not known here.",
        ),
      };
    }
    case "harm":
      return {
        text: `The ${layerDoes(speaking, told.layer, ...HARM_WORDS[told.harm])}${told.harm === "unfit" ? "" : ", which harms it"}${told.grade === "care" ? ": rinse it, cover it, or ask somebody who keeps them" : ""}.`,
        why: plainWhy("What is known of the medium, held against what harms the animal. For a sick animal, a vet."),
      };
    case "open-share":
      return {
        text:
          told.openShare === undefined
            ? told.grade === "suits"
              ? "It needs no lid, if the wall is higher than it climbs."
              : "No lid is said: without one it may leave, and the air over it is dry."
            : told.grade === "suits"
              ? `The lid leaves ${formatPercent(told.openShare)} of the mouth open.`
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
        text:
          told.grade === "suits"
            ? `${area(told.areaCm2)} of ground are enough.`
            : `There are ${area(told.areaCm2)} of ground for ${told.count === 1 ? "it" : told.count}; ${told.count === 1 ? "it wants" : "they want"} ${range(told.wantedCm2, area)}.`,
        why: plainWhy("The surface of the ground, held against what the first and each further one wants, grown up."),
      };
    }
    default:
      return told satisfies never;
  }
}

const HARM_WORDS: Record<Harm | "unfit", readonly [one: string, many: string]> = {
  unfit: ["is nothing for an animal to live on", "are nothing for an animal to live on"],
  feed: ["is sold with feed in it", "are sold with feed in them"],
  dust: ["gives dust", "give dust"],
  sharp: ["has sharp grains", "have sharp grains"],
  resin: ["may hold resin", "may hold resin"],
  copper: ["holds copper", "hold copper"],
  "eaten-grains": [
    "is swallowed with its food and may stop its gut",
    "are swallowed with its food and may stop its gut",
  ],
  salts: ["is salty", "are salty"],
  lime: ["holds lime", "hold lime"],
};

const HOLDING_WORDS: Record<Exclude<Holding, "stands">, (what: string) => string> = {
  "while-damp": (what) => `in ${what} a burrow stands while it is damp, and falls in as it dries`,
  dry: (what) => `${what} is too dry to hold a burrow: damp it`,
  loose: (what) => `in ${what} no burrow stands`,
  slumps: (what) => `${what} drips, and a burrow slumps`,
};

/** Where it is there; where nothing is; where there is some. */
const PROVIDED_WORDS: Record<Want, readonly [there: string, none: string, some: string]> = {
  "rotting-ground": [
    "It finds its food in the ground.",
    "It eats the ground it lives in, rotting leaves and wood, and there is none here: it starves within months. Leaf mould, white rotten wood and leaves.",
    "It eats the ground it lives in: more of it should be leaf mould, rotten wood and leaves.",
  ],
  litter: [
    "There is litter for it to eat.",
    "It eats rotting leaves: lay some on, and renew them.",
    "It eats rotting leaves: lay some on.",
  ],
  drink: ["There is water to drink.", "It wants fresh water to drink, in a shallow dish it can climb out of.", ""],
  bath: [
    "There is water to sit in.",
    "It wants water to sit in, in a dish with a way out, changed every day or two.",
    "It wants water to sit in.",
  ],
  "sea-water": ["", "It wants a second dish with sea water, mixed of marine salt, beside the fresh one.", ""],
  lime: [
    "There is lime for its shell.",
    "It wants lime for its shell: limestone or a piece of cuttlebone where it can rasp it.",
    "",
  ],
  swim: [
    "There is water for it to swim in.",
    "It lives in water: there must be a hand of it over the ground, and more for a large one.",
    "",
  ],
};

function surfaceText({ suctionCm, at, band, side, grade }: Of<"surface-damp">, system: UnitSystem): string {
  const when = at.kind === "driest" || isDated(at) ? ` ${momentWords(at)}` : "";
  if (side === "within" && grade === "suits") return `The surface is ${feltAs(suctionCm)}${when}, as it likes.`;
  const likes = side === "wet" ? "wetter than it likes" : "drier than it likes";
  const mends =
    side === "wet" ? "let it dry, open the lid further, or give less water" : "water it, or close the lid further";
  return `The surface is ${feltAs(suctionCm)}${when} (${suction(suctionCm, system)} of suction), ${likes} (${bandWords(band)}, from ${suction(band.low, system)} to ${suction(band.high, system)}): ${mends}.`;
}

function bandWords(band: Figure): string {
  const [from, to] = [feltAs(band.low), feltAs(band.high)];
  return from === to ? from : `${from} to ${to}`;
}
