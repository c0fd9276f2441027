import type { Medium } from "../media/medium";
import { lowerFirst } from "../units/text";
import type { Part } from "./blend";
import { WETNESS, type Wetness } from "./wetting";

/**
 * How a medium is made wet, tested and filled in, by what it is in the hand. Workshop practice: what crumbles is squeezed;
 * grains, chunks, moss and leaves tell nothing by a squeeze, and each is told in its own way.
 */
export type Handling = {
  /** Only such are rinsed, and bring no more water than what clings to them. */
  readonly isRinsed: boolean;
  /** Whether it takes up water that is worth telling; of that, whether in a tub and not by the cup. */
  readonly drinks: boolean;
  readonly isSoaked: boolean;
  /** How it is made wet; undefined where it is not. */
  readonly wet: Readonly<Record<Wetness, string>> | undefined;
  readonly fill: string;
  /** Whether it lies as loose as it was poured: what of it floats rises through water. */
  readonly isPoured: boolean;
  /** Whether it is cut or counted, and not measured out. */
  readonly measured: "poured" | "cut" | "counted";
  /** What of its own cautions its handling says already. */
  readonly says: RegExp | undefined;
};

const always = (text: string): Record<Wetness, string> => ({ squeeze: text, potting: text, wick: text });
const squeezed = (wetness: Wetness): string =>
  `Wet it to ${WETNESS[wetness].name}: ${lowerFirst(WETNESS[wetness].hand)}`;
const WRUNG = {
  squeeze: "Soak it for half an hour, and wring it out until nothing drips.",
  potting: "Soak it for half an hour, and squeeze it until it hardly drips.",
  wick: "Soak it for half an hour, and lay it in dripping.",
};
const POURED =
  "Pour it in, level it by hand, and tap the vessel so that it settles; do not press it, grains that crush are fines.";

export const HANDLINGS = {
  crumbs: {
    isRinsed: false,
    drinks: true,
    isSoaked: false,
    isPoured: false,
    wet: { squeeze: squeezed("squeeze"), potting: squeezed("potting"), wick: squeezed("wick") },
    fill: "Firm each handful with the flat hand so that it does not sink later, and do not crush it: air is what pressing takes.",
    measured: "poured",
    says: /^pre-moisten/iu,
  },
  grains: {
    isRinsed: true,
    drinks: false,
    isSoaked: false,
    isPoured: true,
    wet: always(
      "Rinse it in a sieve until the water runs clear, and let it drip off: fines left in it wash down and blind what is below.",
    ),
    fill: POURED,
    measured: "poured",
    says: /^rinse(?: off (?:dust|fines)| until clear)?(?: before use)?$/iu,
  },
  sand: {
    isRinsed: false,
    drinks: true,
    isSoaked: false,
    isPoured: false,
    wet: {
      squeeze: "Damp it all through: a handful only just holds together when it is pressed.",
      potting: "Damp it all through: a handful holds together when it is pressed, and gives no water.",
      wick: "Wet it until it shines when it is patted, and no more: no water stands on it.",
    },
    fill: "Pour it in, level it with a board, and tap the vessel so that it settles.",
    measured: "poured",
    says: undefined,
  },
  chunks: {
    isRinsed: false,
    drinks: true,
    isSoaked: true,
    isPoured: true,
    wet: {
      squeeze:
        "Soak it in a tub for a day, let it drip off and air for an hour: one that is broken is dark all through.",
      potting: "Soak it in a tub for a day and let it drip off: one that is broken is dark all through.",
      wick: "Soak it in a tub for a day and fill it in dripping: one that is broken is dark all through.",
    },
    fill: POURED,
    measured: "poured",
    says: /^(?:soak 24(?:-48)? h before|pre-moisten)/iu,
  },
  moss: {
    isRinsed: false,
    drinks: true,
    isSoaked: true,
    isPoured: false,
    wet: WRUNG,
    fill: "Press it in, springy under the thumb, not crushed: pressed tighter it holds more water and less air.",
    measured: "poured",
    says: /^(?:soak 20-30 min|pre-moisten)/iu,
  },
  fibre: {
    isRinsed: false,
    drinks: true,
    isSoaked: true,
    isPoured: false,
    wet: WRUNG,
    fill: "Tease it apart and lay it in by handfuls, springy under the thumb: how hard it is packed decides how wet it stays.",
    measured: "poured",
    says: undefined,
  },
  leaves: {
    isRinsed: false,
    drinks: true,
    isSoaked: true,
    isPoured: false,
    wet: always("Mist it and turn it until it has gone limp and rustles no more."),
    fill: "Lay it loose.",
    measured: "poured",
    says: undefined,
  },
  cloth: {
    isRinsed: false,
    drinks: false,
    isSoaked: false,
    isPoured: false,
    wet: always("Soak it through first: what is dry in the middle does not wick."),
    fill: "Flat, without folds in which air stays.",
    measured: "cut",
    says: /^pre-wet$/iu,
  },
  hollows: {
    isRinsed: false,
    drinks: false,
    isSoaked: false,
    isPoured: false,
    wet: undefined,
    fill: "Close together, level, and wedged so that nothing can shift or rise; not crushed, since the room in it is what it is for.",
    measured: "counted",
    says: undefined,
  },
} as const satisfies Record<string, Handling>;

/** It crumbles when it is wetted, and is pressed in as moss is. */
const MILLED_MOSS: Handling = { ...HANDLINGS.crumbs, fill: HANDLINGS.moss.fill };

const LEAST_GRAIN_MM = 1;
/** From this size on pieces of bark, husk and charcoal do not hold together in the hand. */
const LEAST_CHUNK_MM = 4;
/** No grain that floats is as big as this: bottles, pots and foam are. */
const LEAST_HOLLOW_MM = 20;

export function handlingOf({ class: of, pattern, particleSizeMm: { d50 }, floats }: Medium): Handling {
  if (of === "textile") return HANDLINGS.cloth;
  if (pattern === "leaves") return HANDLINGS.leaves;
  if (pattern === "moss") return of === "fibre" ? HANDLINGS.moss : MILLED_MOSS;
  if (pattern === "fibre") return HANDLINGS.fibre;
  if (pattern === "pebbles" && floats && d50 >= LEAST_HOLLOW_MM) return HANDLINGS.hollows;
  if (of === "organic") return d50 >= LEAST_CHUNK_MM ? HANDLINGS.chunks : HANDLINGS.crumbs;
  if (pattern === "loam") return HANDLINGS.crumbs;
  return d50 >= LEAST_GRAIN_MM ? HANDLINGS.grains : HANDLINGS.sand;
}

/**
 * How a mix is handled: as what it is made of where all of that is alike, as chunks where it is of chunks and grains
 * alone; anything finer in it would be rinsed out and makes it hold together, so that it is squeezed.
 */
export function handlingOfMix(parts: readonly Pick<Part, "medium">[]): Handling {
  const each = parts.map(({ medium }) => handlingOf(medium));
  const [first] = each;
  if (first && each.every((one) => one === first)) return first;
  const isCoarse = each.every((one) => one === HANDLINGS.chunks || one === HANDLINGS.grains);
  return isCoarse ? HANDLINGS.chunks : HANDLINGS.crumbs;
}
