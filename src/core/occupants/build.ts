import type { Confidence } from "../units/range";
import {
  GENERAL_HUSBANDRY,
  type Animal,
  type AnimalFigure,
  type AnimalNeeds,
  type Figure,
  type Plant,
  type PlantFigure,
  type PlantNeeds,
} from "./occupant";

// The library is written as what a guild has in common and where its members differ. A number is written as its low,
// its typical and its high value, and, where more than husbandry stands behind it, how sure it is and whose.

export type Written =
  | readonly [low: number, typical: number, high: number]
  | readonly [low: number, typical: number, high: number, confidence: Confidence, source: string];

export const figure = ([low, typical, high, confidence = "low", source = GENERAL_HUSBANDRY]: Written): Figure => ({
  low,
  typical,
  high,
  confidence,
  source,
});

/** Days borne too wet and too dry, in growth and at rest. */
type WrittenDays = {
  readonly wetDays: Written;
  readonly wetDaysResting: Written;
  readonly dryDays: Written;
  readonly dryDaysResting: Written;
};
type PlantWords = Omit<PlantNeeds, PlantFigure | "saturationDays" | "droughtDays">;
export type WrittenPlant = { readonly [K in PlantFigure]: Written } & WrittenDays & PlantWords;

type Own = { readonly note?: string; readonly alsoCalled?: readonly string[]; readonly checkLocalList?: boolean };

export function plant(
  id: string,
  name: string,
  scientificName: string,
  guild: WrittenPlant,
  own: Partial<WrittenPlant> & Own = {},
): Plant {
  const { note = "", alsoCalled = [], checkLocalList = false, ...differs } = own;
  const all: WrittenPlant = { ...guild, ...differs };
  return {
    life: "plant",
    id,
    name,
    alsoCalled,
    scientificName,
    note,
    checkLocalList,
    guild: all.guild,
    wettestSuctionCm: figure(all.wettestSuctionCm),
    driestSuctionCm: figure(all.driestSuctionCm),
    leastAirSpace: figure(all.leastAirSpace),
    goodAirSpace: figure(all.goodAirSpace),
    saturationDays: { growing: figure(all.wetDays), resting: figure(all.wetDaysResting) },
    droughtDays: { growing: figure(all.dryDays), resting: figure(all.dryDaysResting) },
    crownOverWaterCm: figure(all.crownOverWaterCm),
    rootDepthCm: figure(all.rootDepthCm),
    rootSpreadCm: figure(all.rootSpreadCm),
    spreadCm: figure(all.spreadCm),
    heightCm: figure(all.heightCm),
    pH: figure(all.pH),
    mostEcDsPerM: figure(all.mostEcDsPerM),
    mostWaterPpm: figure(all.mostWaterPpm),
    lightMolPerDay: figure(all.lightMolPerDay),
    temperatureC: figure(all.temperatureC),
    frostC: figure(all.frostC),
    humidity: figure(all.humidity),
    feed: all.feed,
    lime: all.lime,
    movingAir: all.movingAir,
    heat: all.heat,
    growth: all.growth,
    dormancy: all.dormancy,
    toPeople: all.toPeople,
    toPets: all.toPets,
    eaten: all.eaten,
    planting: all.planting,
    harvest: all.harvest,
  };
}

type NullableFigure = "burrowCm" | "deepestWaterCm";
export type WrittenAnimal = { readonly [K in Exclude<AnimalFigure, NullableFigure>]: Written } & {
  readonly [K in NullableFigure]: Written | null;
} & Omit<AnimalNeeds, AnimalFigure>;

export function animal(
  id: string,
  name: string,
  scientificName: string,
  group: WrittenAnimal,
  own: Partial<WrittenAnimal> & Own = {},
): Animal {
  const { note = "", alsoCalled = [], checkLocalList = false, ...differs } = own;
  const all: WrittenAnimal = { ...group, ...differs };
  return {
    life: "animal",
    id,
    name,
    alsoCalled,
    scientificName,
    note,
    checkLocalList,
    kind: all.kind,
    depthCm: figure(all.depthCm),
    surfaceSuctionCm: figure(all.surfaceSuctionCm),
    deepSuctionCm: figure(all.deepSuctionCm),
    humidity: figure(all.humidity),
    temperatureC: figure(all.temperatureC),
    openShare: figure(all.openShare),
    burrowCm: all.burrowCm && figure(all.burrowCm),
    deepestWaterCm: all.deepestWaterCm && figure(all.deepestWaterCm),
    spaceCm2: figure(all.spaceCm2),
    furtherSpaceCm2: figure(all.furtherSpaceCm2),
    bodyCm: figure(all.bodyCm),
    harmedBy: all.harmedBy,
    eats: all.eats,
    wants: all.wants,
    solitary: all.solitary,
    cleaners: all.cleaners,
    toPeople: all.toPeople,
  };
}
