import type { Range } from "../units/range";
import { failed, ok, problem, type Problem, type Result } from "../units/problem";
import {
  ANIMAL_FIGURES,
  FIGURE_BOUNDS,
  PLANT_FIGURES,
  type Animal,
  type AnimalFigure,
  type AnimalNeeds,
  type Figure,
  type Occupant,
  type OccupantLookup,
  type Plant,
  type PlantFigure,
  type PlantNeeds,
} from "./occupant";

/**
 * A kind of the grower's own: the nearest of the library with what is known better. What is not said stays as that of the
 * nearest; what is said is the grower's, and says so.
 */
export type OwnFigureKey = PlantFigure | AnimalFigure | "wetDays" | "wetDaysResting" | "dryDays" | "dryDaysResting";
export type OwnWords = Partial<
  Pick<PlantNeeds, "feed" | "lime" | "movingAir" | "growth" | "dormancy" | "toPets" | "eaten"> &
    Pick<AnimalNeeds, "solitary"> & { readonly toPeople: PlantNeeds["toPeople"] }
>;
export type OwnOccupant = {
  readonly name: string;
  readonly scientificName: string;
  readonly note: string;
  /** The kind of the library it is nearest to. */
  readonly basedOn: string;
  /** What is known better, by figure. */
  readonly figures: { readonly [K in OwnFigureKey]?: Range };
  readonly words: OwnWords;
};

export const OWN_KIND_PREFIX = "own-kind:";
export const ownKindId = (id: string): string => `${OWN_KIND_PREFIX}${id}`;
export const isOwnKind = (id: string): boolean => id.startsWith(OWN_KIND_PREFIX);

export const OWN_SOURCE = "what its grower says";

export const DAY_FIGURES = ["wetDays", "wetDaysResting", "dryDays", "dryDaysResting"] as const;
/** Which figures a plant or an animal has. */
export const figureKeysOf = (life: Occupant["life"]): readonly OwnFigureKey[] =>
  life === "plant" ? [...PLANT_FIGURES, ...DAY_FIGURES] : ANIMAL_FIGURES;

/** A figure of a kind as it stands; null where it has none, such as a burrow. */
export function figureOf(one: Occupant, key: OwnFigureKey): Figure | null | undefined {
  if (one.life === "plant") {
    switch (key) {
      case "wetDays":
        return one.saturationDays.growing;
      case "wetDaysResting":
        return one.saturationDays.resting;
      case "dryDays":
        return one.droughtDays.growing;
      case "dryDaysResting":
        return one.droughtDays.resting;
      default:
        return key in one ? one[key as PlantFigure] : undefined;
    }
  }
  return key in one ? one[key as AnimalFigure] : undefined;
}

const boundsOf = (key: OwnFigureKey): readonly [number, number] =>
  FIGURE_BOUNDS[(DAY_FIGURES as readonly string[]).includes(key) ? "days" : (key as PlantFigure | AnimalFigure)];

/** Makes the kind. Fails with what cannot be meant: an unknown nearest, a range that falls, or one out of bounds. */
export function makeOwnOccupant(id: string, own: OwnOccupant, nearest: OccupantLookup): Result<Occupant> {
  const base = nearest(own.basedOn);
  if (!base) return failed(problem("basedOn", "unknown-kind", `“${own.basedOn}” is not in the library.`));
  const problems: Problem[] = [];
  const figures: Record<string, Figure> = {};
  for (const [key, range] of Object.entries(own.figures) as [OwnFigureKey, Range][]) {
    const path = `figures.${key}`;
    const [least, most] = boundsOf(key);
    if (!figureKeysOf(base.life).includes(key))
      problems.push(problem(path, "not-of-its-kind", "Its nearest kind has no such figure."));
    else if (!(range.low <= range.typical && range.typical <= range.high))
      problems.push(problem(path, "not-ascending", "The three must ascend: lowest, likely, highest."));
    else if (!(range.low >= least && range.high <= most))
      problems.push(problem(path, "out-of-range", `Between ${least} and ${most}.`));
    else figures[key] = { ...range, confidence: "low", source: OWN_SOURCE };
  }
  if (problems.length > 0) return failed(...problems);
  const made = withFigures(base, figures, own.words);
  const named = {
    ...made,
    id,
    name: own.name,
    // its nearest is called so, not it
    alsoCalled: [],
    scientificName: own.scientificName || `near ${base.scientificName}`,
    note: own.note,
  };
  if (named.life === "plant" && !(named.wettestSuctionCm.typical < named.driestSuctionCm.typical))
    return failed(
      problem("figures.driestSuctionCm", "empty-band", "The driest it likes must be drier than the wettest it likes."),
    );
  return ok(named);
}

function withFigures(base: Occupant, figures: Readonly<Record<string, Figure>>, words: OwnWords): Occupant {
  const take = <K extends string>(keys: readonly K[]): Partial<Record<K, Figure>> =>
    Object.fromEntries(keys.flatMap((key) => (figures[key] ? [[key, figures[key]]] : []))) as Partial<
      Record<K, Figure>
    >;
  if (base.life === "animal") {
    const { toPeople = base.toPeople, solitary = base.solitary } = words;
    return { ...base, ...take(ANIMAL_FIGURES), toPeople, solitary } satisfies Animal;
  }
  const { solitary: _solitary, ...plantWords } = words;
  return {
    ...base,
    ...take(PLANT_FIGURES),
    ...plantWords,
    saturationDays: {
      growing: figures.wetDays ?? base.saturationDays.growing,
      resting: figures.wetDaysResting ?? base.saturationDays.resting,
    },
    droughtDays: {
      growing: figures.dryDays ?? base.droughtDays.growing,
      resting: figures.dryDaysResting ?? base.droughtDays.resting,
    },
  } satisfies Plant;
}
