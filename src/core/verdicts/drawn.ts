import { generator, seedOf } from "../media/draws";
import type { Medium } from "../media/medium";
import {
  ANIMAL_FIGURES,
  bringsItsOwnAir,
  PLANT_FIGURES,
  type Figure,
  type Occupant,
  type OccupantLookup,
} from "../occupants/occupant";
import type { Setup } from "../stack/setup";
import { withSite } from "../stack/edit";
import type { Range } from "../units/range";
import type { MediumLookup } from "../water/network";
import { asDrawn } from "../water/supply";
import { lightOf } from "./place";

/**
 * One such pot of many: its media as one bag of each may be, their pH and salts too, the light as one such place may
 * have it, and what lives there as one of its kind may bear it. What is written as a range is a value here, and the same
 * index is the same pot.
 */

/** Between the ends, most often near the likely value. */
function valueIn({ low, typical, high }: Range, next: () => number): number {
  const share = next() - next();
  return share < 0 ? typical + share * (typical - low) : typical + share * (high - typical);
}

/** So much of what was not known is still not known of one bag. */
const LEFT = 0.15;
function narrowed(range: Range, next: () => number): Range {
  const typical = valueIn(range, next);
  return {
    low: typical - LEFT * (typical - range.low),
    typical,
    high: typical + LEFT * (range.high - typical),
  };
}

export const mediaOfOne =
  (medium: MediumLookup, index: number): MediumLookup =>
  (id) => {
    const found: Medium | undefined = asDrawn(medium, index)(id);
    if (!found) return found;
    const next = generator(seedOf(`${id} dissolved`) + index);
    // salts of any bag wash down to what the least salty one has
    const ecDsPerM = { ...narrowed(found.ecDsPerM, next), low: found.ecDsPerM.low };
    return { ...found, pH: narrowed(found.pH, next), ecDsPerM };
  };

export function placeOfOne(setup: Setup, index: number): Setup {
  const light = lightOf(setup);
  return light
    ? withSite(setup, { ...setup.site, lightMolPerDay: valueIn(light, generator(seedOf("light") + index)) })
    : setup;
}

/** Limits of a kind that differ from one to the next; its sizes are its own, and are judged as they are. */
const LIMITS: ReadonlySet<string> = new Set([
  "wettestSuctionCm",
  "driestSuctionCm",
  "leastAirSpace",
  "mostEcDsPerM",
  "mostWaterPpm",
  "frostC",
  "deepestWaterCm",
]);
/** Figures that are a band, of which the ends are not known to this part of its width. */
const BANDS: ReadonlySet<string> = new Set([
  "pH",
  "temperatureC",
  "lightMolPerDay",
  "humidity",
  "surfaceSuctionCm",
  "deepSuctionCm",
]);
const END_SHARE = 0.12;

function limitOfOne(figure: Figure, next: () => number): Figure {
  const drawn = valueIn(figure, next);
  return { ...figure, low: (figure.low + drawn) / 2, typical: drawn, high: (figure.high + drawn) / 2 };
}

function bandOfOne(figure: Figure, next: () => number): Figure {
  const { low, typical, high } = figure;
  const end = (value: number): number => value + END_SHARE * (high - low) * (next() - next());
  return { ...figure, low: Math.min(typical, end(low)), high: Math.max(typical, end(high)) };
}

export const kindsOfOne =
  (occupants: OccupantLookup, index: number): OccupantLookup =>
  (id) => {
    const found = occupants(id);
    return found && kindOfOne(found, index);
  };

function kindOfOne(kind: Occupant, index: number): Occupant {
  const next = generator(seedOf(`${kind.id} itself`) + index);
  const drawn = <K extends string>(keys: readonly K[], of: Readonly<Record<K, Figure | null>>): Record<K, Figure> =>
    Object.fromEntries(
      keys.flatMap((key) => {
        const figure = of[key];
        if (!figure || !(LIMITS.has(key) || BANDS.has(key))) return [];
        return [[key, LIMITS.has(key) ? limitOfOne(figure, next) : bandOfOne(figure, next)]];
      }),
    ) as Record<K, Figure>;
  if (kind.life === "animal") return { ...kind, ...drawn(ANIMAL_FIGURES, kind) };
  const days = (figure: Figure): Figure => limitOfOne(figure, next);
  return {
    ...kind,
    ...drawn(PLANT_FIGURES, kind),
    // what breathes through stem and leaf does so in every one of its kind
    ...(bringsItsOwnAir(kind) && { leastAirSpace: kind.leastAirSpace }),
    saturationDays: { growing: days(kind.saturationDays.growing), resting: days(kind.saturationDays.resting) },
    droughtDays: { growing: days(kind.droughtDays.growing), resting: days(kind.droughtDays.resting) },
  };
}
