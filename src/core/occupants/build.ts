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

export const figure = (
  [low, typical, high, confidence = "low", source = GENERAL_HUSBANDRY]: Written,
  ofGuild = false,
): Figure => ({
  low,
  typical,
  high,
  confidence,
  source,
  ...(ofGuild && { ofGuild: true }),
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
  const of = (key: PlantFigure | keyof WrittenDays): Figure => figure(all[key], !(key in differs));
  return {
    life: "plant",
    id,
    name,
    alsoCalled,
    scientificName,
    note,
    checkLocalList,
    guild: all.guild,
    wettestSuctionCm: of("wettestSuctionCm"),
    driestSuctionCm: of("driestSuctionCm"),
    leastAirSpace: of("leastAirSpace"),
    goodAirSpace: of("goodAirSpace"),
    saturationDays: { growing: of("wetDays"), resting: of("wetDaysResting") },
    droughtDays: { growing: of("dryDays"), resting: of("dryDaysResting") },
    crownOverWaterCm: of("crownOverWaterCm"),
    rootDepthCm: of("rootDepthCm"),
    rootSpreadCm: of("rootSpreadCm"),
    spreadCm: of("spreadCm"),
    heightCm: of("heightCm"),
    pH: of("pH"),
    mostEcDsPerM: of("mostEcDsPerM"),
    mostWaterPpm: of("mostWaterPpm"),
    lightMolPerDay: of("lightMolPerDay"),
    temperatureC: of("temperatureC"),
    frostC: of("frostC"),
    humidity: of("humidity"),
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
  const of = (key: Exclude<AnimalFigure, NullableFigure>): Figure => figure(all[key], !(key in differs));
  const ifAny = (key: NullableFigure): Figure | null => all[key] && figure(all[key], !(key in differs));
  return {
    life: "animal",
    id,
    name,
    alsoCalled,
    scientificName,
    note,
    checkLocalList,
    kind: all.kind,
    depthCm: of("depthCm"),
    surfaceSuctionCm: of("surfaceSuctionCm"),
    deepSuctionCm: of("deepSuctionCm"),
    humidity: of("humidity"),
    temperatureC: of("temperatureC"),
    openShare: of("openShare"),
    burrowCm: ifAny("burrowCm"),
    deepestWaterCm: ifAny("deepestWaterCm"),
    spaceCm2: of("spaceCm2"),
    furtherSpaceCm2: of("furtherSpaceCm2"),
    bodyCm: of("bodyCm"),
    harmedBy: all.harmedBy,
    eats: all.eats,
    wants: all.wants,
    solitary: all.solitary,
    cleaners: all.cleaners,
    toPeople: all.toPeople,
  };
}
