import { whenSound } from "../water/checked";
import type { Dosed, MixPlace } from "../mixing/amendments";
import { batchFor, type Batch } from "../mixing/batch";
import type { Part } from "../mixing/blend";
import { WETNESS, type Wetness } from "../mixing/wetting";
import { hydraulicFunctions } from "../hydraulics/hydraulics";
import type { Medium } from "../media/medium";
import type { Occupant, OccupantLookup } from "../occupants/occupant";
import { type Occupancy, type Setup } from "../stack/setup";
import { boundariesCm, isWickLayer, stackHeightCm } from "../stack/geometry";
import type { UnitSystem } from "../units/units";
import { layerPlaces } from "../water/layer-place";
import { readSettled, type Readings } from "../readings/readings";
import type { MediumLookup, Settled } from "../water/settle";
import { settle } from "../water/settle";
import { networkOf, type Network } from "../water/network";
import { handlingOf, handlingOfMix, type Handling } from "../mixing/handling";

/** What a layer is mixed of; undefined where that is not known any more. */
export type Recipe = { readonly parts: readonly Part[]; readonly amendments: readonly Dosed[] };

/** A layer as it is filled in. */
export type BenchLayer = {
  readonly index: number;
  readonly id: string;
  readonly name: string;
  readonly medium: Medium | undefined;
  readonly fromCm: number;
  readonly toCm: number;
  /** Of the settled layer, and of all up to its top. [cm³] */
  readonly volumeCm3: number;
  readonly upToCm3: number;
  readonly place: MixPlace;
  /** By what it is mixed of; undefined where that is not known any more. */
  readonly handling: Handling | undefined;
  readonly recipe: Recipe | undefined;
  /** What is measured out for it without a margin; undefined for what is laid, not poured. */
  readonly batch: Batch | undefined;
  readonly wetness: Wetness;
  /** Water it brings in at that wetness. [cm³] */
  readonly broughtCm3: number;
  readonly wicks: boolean;
  /** Feet that are cords: cut to length, and hung from what lies over them. */
  readonly isCord: boolean;
};

/** All that a build sheet is written from, worked out once. */
export type Bench = {
  readonly setup: Setup;
  readonly system: UnitSystem;
  readonly layers: readonly BenchLayer[];
  readonly surfaceCm: number;
  /** By so much all layers together settle with the first waterings. [cm] */
  readonly sinksCm: number;
  readonly settled: Settled | undefined;
  readonly network: Network | undefined;
  readonly readings: Readings | undefined;
  readonly living: readonly { readonly occupancy: Occupancy; readonly kind: Occupant }[];
};

export type BenchAsked = {
  readonly setup: Setup;
  readonly medium: MediumLookup;
  readonly occupants: OccupantLookup;
  /** Of the layers, from the bottom. */
  readonly recipes: readonly (Recipe | undefined)[];
  readonly system: UnitSystem;
};

/** What wicks is made wet, the rest damp. */
const wetnessOf = (wicks: boolean, others: Wetness): Wetness => (wicks ? "wick" : others);

/** Water a layer brings in with it. [cm³] */
function broughtBy(
  medium: Medium | undefined,
  handling: Handling | undefined,
  volumeCm3: number,
  wetness: Wetness,
): number {
  // what is not made wet brings nothing
  if (!medium || !handling?.wet) return 0;
  const psiCm = handling.isRinsed ? DRIPPED_OFF_PSI_CM : WETNESS[wetness].psiCm;
  return volumeCm3 * hydraulicFunctions(medium.hydraulics).waterContent(psiCm);
}

const handlingIn = (medium: Medium | undefined, recipe: Recipe | undefined): Handling | undefined =>
  recipe && recipe.parts.length > 0 ? handlingOfMix(recipe.parts) : medium && handlingOf(medium);

/** Damp as for potting; where nothing leaves and that alone would be too much, only to the squeeze. */
function dampnessOf({ setup: { water, layers }, medium, recipes }: BenchAsked, volumesCm3: readonly number[]): Wetness {
  if (water.by !== "volume") return "potting";
  // nothing wicks up where no water stands below
  const brought = layers.reduce((sum, { mediumId, legs }, i) => {
    const found = medium(mediumId);
    const wetness = wetnessOf(legs !== null, "potting");
    return sum + broughtBy(found, handlingIn(found, recipes[i]), volumesCm3[i]!, wetness);
  }, 0);
  return brought > water.storedCm3 ? "squeeze" : "potting";
}

export function benchOf(asked: BenchAsked): Bench {
  const { setup, medium, occupants, recipes, system } = asked;
  const heights = boundariesCm(setup);
  const places = layerPlaces(setup, medium);
  const made = whenSound(setup, medium, (sound) => settle(sound, medium), system);
  const settled = made.ok ? made.value : undefined;
  const others = dampnessOf(
    asked,
    places.map(({ volumeCm3 }) => volumeCm3),
  );
  let upToCm3 = 0;
  const layers = setup.layers.map((layer, index): BenchLayer => {
    const found = medium(layer.mediumId);
    const { volumeCm3, forMix } = places[index]!;
    upToCm3 += volumeCm3;
    const recipe = recipes[index];
    const handling = handlingIn(found, recipe);
    const batch = recipe && recipe.parts.length > 0 ? batchFor(recipe.parts, volumeCm3, 0) : undefined;
    const wicks = layer.legs !== null || isWickLayer(setup, index);
    const wetness = wetnessOf(wicks, others);
    return {
      index,
      id: layer.id,
      name: layer.name || (found?.name ?? layer.mediumId),
      medium: found,
      fromCm: heights[index]!,
      toCm: heights[index + 1]!,
      volumeCm3,
      upToCm3,
      place: forMix,
      handling,
      recipe,
      batch: batch?.ok ? batch.value : undefined,
      wetness,
      broughtCm3: broughtBy(found, handling, volumeCm3, wetness),
      wicks,
      isCord: layer.legs !== null && handling?.measured === "cut",
    };
  });
  const network = settled ? settled.network : networkValue(setup, medium);
  return {
    setup,
    system,
    layers,
    surfaceCm: stackHeightCm(setup),
    sinksCm: layers.reduce((sum, { batch, fromCm, toCm }) => sum + (batch?.settlingFraction ?? 0) * (toCm - fromCm), 0),
    settled,
    network,
    readings: settled && readSettled(setup, settled, medium),
    living: setup.occupants.flatMap((occupancy) => {
      const kind = occupants(occupancy.occupantId);
      return kind ? [{ occupancy, kind }] : [];
    }),
  };
}

/** Rinsed grains, left to drip off in a sieve. [cm of suction] */
const DRIPPED_OFF_PSI_CM = -20;

function networkValue(setup: Setup, medium: MediumLookup): Network | undefined {
  const made = networkOf(setup, medium);
  return made.ok ? made.value : undefined;
}
