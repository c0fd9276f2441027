import { bringsItsOwnAir, type Figure, type Guild, type Plant } from "../occupants/occupant";
import type { Range } from "../units/range";
import { stackHeightCm } from "../stack/geometry";
import type { HeightProfile } from "../water/profile";
import { oxygenReach } from "./oxygen";
import { meanAirDown, roomDownCm, stretchOf, suctionAtCm, type Stretch } from "./states";
import { atMost, worse, type Asked, type Grade, type Told } from "./verdict";

/** A judgement before it is said whose it is. */
export type Judged = { readonly grade: Grade; readonly fatal?: boolean } & Told;

/** The layers roots may live in, as a stretch of every profile, and their heights. */
export type RootZone = {
  readonly firstLayer: number;
  readonly lastLayer: number;
  readonly fromCm: number;
  readonly topCm: number;
};

export function rootZoneOf({ setup, states }: Asked): RootZone | undefined {
  const firstLayer = setup.layers.findIndex(({ rooted }) => rooted);
  if (firstLayer < 0) return undefined;
  const lastLayer = setup.layers.findLastIndex(({ rooted }) => rooted);
  const { layers } = states.column;
  return { firstLayer, lastLayer, fromCm: layers[firstLayer]!.bottomCm, topCm: layers[lastLayer]!.topCm };
}

/** Roots are judged in the middle of the depth they usually fill, as far as there is soil. */
const middleCm = (plant: Plant, zone: RootZone): number =>
  zone.topCm - Math.min(plant.rootDepthCm.typical, zone.topCm - zone.fromCm) / 2;

/** A plant that lives with its feet in water: free water can be too far from it too. */
const isWetland = ({ driestSuctionCm, wettestSuctionCm }: Plant): boolean =>
  driestSuctionCm.typical <= 90 && wettestSuctionCm.typical <= 3;

/** What the water does to a plant: air, how wet and how dry, and how high it stands over it. */
export function judgeWater(asked: Asked, plant: Plant): Judged[] {
  const zone = rootZoneOf(asked);
  if (!zone) return [{ limit: "no-roots", grade: "unknown" }];
  const wet = judgeWet(asked, plant, zone);
  const driesSoon =
    ROTS_IN_AIR.has(plant.guild) &&
    wet.some((one) => one.limit === "wet-days" && (one.grade === "suits" || one.decidedBy === "resting"));
  return [
    ...judgeAir(asked, plant, zone, driesSoon),
    ...wet,
    ...judgeDry(asked, plant, zone),
    ...judgeCrown(asked, plant),
    judgeSoilDepth(plant, zone),
  ];
}

const stretchIn = (profile: HeightProfile, { firstLayer, lastLayer }: RootZone): Stretch =>
  stretchOf(profile, firstLayer, lastLayer);

/** How deep it is as it should be, by the strictest, the likely and the most tolerant account of a limit. */
function roomOf(
  profile: HeightProfile,
  zone: RootZone,
  airs: readonly [strict: number, likely: number, tolerant: number],
  suctions: readonly [strict: number, likely: number, tolerant: number],
): Range {
  const stretch = stretchIn(profile, zone);
  const room = (i: 0 | 1 | 2): number => roomDownCm(profile, stretch, airs[i], suctions[i]);
  return { low: room(0), typical: room(1), high: room(2) };
}

/**
 * Roots need a depth that is as it should be: what a plant gets by with by the most tolerant account, and by the likely
 * one either half way from that to what it usually fills, or most of the soil there is.
 */
function gradeRoom(roomCm: Range, neededCm: Range, soilCm: number): Grade {
  const comfortable = Math.min((neededCm.low + neededCm.typical) / 2, MOST_OF_THE_SOIL * soilCm);
  if (roomCm.typical >= comfortable - 1e-6) return "suits";
  return roomCm.high >= Math.min(neededCm.low, MOST_OF_THE_SOIL * soilCm) - 1e-6 ? "care" : "unsuited";
}
const MOST_OF_THE_SOIL = 0.85;

const spread = ({ low, typical, high }: Figure): readonly [number, number, number] => [high, typical, low];
const ANY = [-Infinity, -Infinity, -Infinity] as const;

function judgeAir({ states, setup, medium }: Asked, plant: Plant, zone: RootZone, driesSoon: boolean): Judged[] {
  const { watered } = states;
  const soilCm = zone.topCm - zone.fromCm;
  const neededCm = plant.rootDepthCm;
  const airedCm = roomOf(watered.profile, zone, spread(plant.leastAirSpace), ANY);
  const room = gradeRoom(airedCm, neededCm, soilCm);
  // what is dry again in the days it bears is short of air for no longer
  const grade = room === "unsuited" && driesSoon ? "care" : room;
  const stretch = stretchIn(watered.profile, zone);
  const judged: Judged[] = [
    {
      limit: "air",
      grade,
      fatal: true,
      at: states.watered.moment,
      airedCm,
      neededCm,
      leastAirSpace: plant.leastAirSpace,
      goodAirSpace: plant.goodAirSpace,
      meanAirSpace: meanAirDown(watered.profile, stretch, Math.min(neededCm.typical, soilCm)),
      shortBelowCm: airedCm.typical < soilCm - 0.05 ? zone.topCm - airedCm.typical : undefined,
    },
  ];
  if (bringsItsOwnAir(plant)) return judged;
  const oxygen = oxygenReach(setup, watered.profile, medium, setup.site.warmestC ?? USUAL_C);
  // what lies on the soil is passed first
  const coverCm = states.column.heightCm - zone.topCm;
  const under = (depthCm: number): number => Math.max(0, depthCm - coverCm);
  const { low, typical, high } = oxygen.reachesCm;
  const reachesCm = { low: under(low), typical: under(typical), high: under(high) };
  const oxygenGrade = gradeRoom(reachesCm, { ...neededCm, typical: neededCm.low }, soilCm);
  judged.push({
    limit: "oxygen",
    // an estimate: it is never what refuses a plant by itself
    grade: oxygenGrade === "suits" ? "suits" : "care",
    at: states.watered.moment,
    reachesCm,
    sourWithinDays: oxygen.sourWithinDays,
    soilCm,
    neededCm,
  });
  return judged;
}
/** Roots breathe most where it is warmest; a usual room or summer's day until that is said. [°C] */
const USUAL_C = 20;

/** At rest a plant drinks this part of what it does in growth. Judged, a third to a tenth. */
const RESTING_DEMAND = 0.25;
/** Until the settled water of a soaking is read. [days] */
const AFTER_SOAKING_DAYS = 1;

/** What stores water in itself rots in wet soil however much air there is in it. */
const ROTS_IN_AIR: ReadonlySet<Guild> = new Set(["succulent", "stone-plant", "bulb"]);

function judgeWet(asked: Asked, plant: Plant, zone: RootZone): Judged[] {
  const { states } = asked;
  const { wettestSuctionCm: wettest, saturationDays, rootDepthCm, goodAirSpace } = plant;
  const { profile } = states.watered;
  // where there is air to spare, roots bear any wetness: it is for want of air that wet soil harms most of them
  if (!ROTS_IN_AIR.has(plant.guild)) {
    const stretch = stretchIn(profile, zone);
    const airyCm = roomDownCm(profile, stretch, goodAirSpace.typical, -Infinity);
    if (airyCm >= Math.min(rootDepthCm.low, zone.topCm - zone.fromCm) - 1e-6) return [];
  }
  const soilCm = zone.topCm - zone.fromCm;
  const middle = middleCm(plant, zone);
  const daysUntilSuction = (suctionCm: number): number =>
    suctionAtCm(profile, middle) >= suctionCm - 1e-6 ? 0 : states.daysUntil(middle - suctionCm);
  const days = {
    low: daysUntilSuction(wettest.low),
    typical: daysUntilSuction(wettest.typical),
    high: daysUntilSuction(wettest.high),
  };
  const staysWet = states.everyDays === null ? states.lasting : days.typical >= states.everyDays;
  if (staysWet) {
    // what it bears for a while is not what it bears for good
    const forGood = { ...wettest, low: (wettest.low + wettest.typical) / 2 };
    const roomCm = roomOf(profile, zone, ANY, spread(forGood));
    return [
      {
        limit: "wet-for-good",
        grade: saturationDays.growing.typical >= FOR_GOOD_DAYS ? "suits" : gradeRoom(roomCm, rootDepthCm, soilCm),
        fatal: true,
        at: states.watered.moment,
        roomCm,
        neededCm: rootDepthCm,
        wettestSuctionCm: wettest,
        suctionCm: suctionAtCm(profile, middle),
      },
    ];
  }
  const drains = (dryingDays: number): number =>
    dryingDays > 0 ? dryingDays + AFTER_SOAKING_DAYS : AFTER_SOAKING_DAYS / 2;
  const told = { low: drains(days.low), typical: drains(days.typical), high: drains(days.high) };
  const likely = atMost(told.typical, saturationDays.growing);
  // by the most tolerant account of its band it may be borne
  const tolerant = (told.low + told.typical) / 2;
  const eased = likely === "unsuited" && tolerant <= saturationDays.growing.high ? "care" : likely;
  const restingDays = AFTER_SOAKING_DAYS / 2 + days.low / RESTING_DEMAND;
  // what is kept dry while it rests is not watered then at all, unless by the calendar
  const isKeptDry = states.everyDays === null && plant.droughtDays.resting.typical >= KEPT_DRY_DAYS;
  const resting = isKeptDry || atMost(restingDays, saturationDays.resting) === "suits" ? "suits" : "care";
  return [
    {
      limit: "wet-days",
      grade: worse(eased, resting),
      fatal: true,
      days: told,
      borne: saturationDays.growing,
      wettestSuctionCm: wettest,
      restingDays,
      borneResting: saturationDays.resting,
      decidedBy: eased === "suits" && resting === "care" ? "resting" : "growing",
    },
  ];
}
const KEPT_DRY_DAYS = 45;
/** Who bears wet soil so long bears it for good. */
const FOR_GOOD_DAYS = 180;

function judgeDry({ states, setup }: Asked, plant: Plant, zone: RootZone): Judged[] {
  const { driestSuctionCm: driest, droughtDays } = plant;
  const middle = middleCm(plant, zone);
  const { everyDays, levelCm } = states;
  const settledSuction = suctionAtCm(states.settled.profile, middle);
  if (setup.water.by === "volume" && everyDays === null)
    return [
      {
        limit: "dry-for-good",
        grade: atMost(settledSuction, driest),
        at: states.settled.moment,
        suctionCm: settledSuction,
        driest,
      },
    ];
  // put in dry, and shedding what should wick into it
  if (setup.history === "dry" && settledSuction > driest.high)
    return [
      {
        limit: "dry-for-good",
        grade: "unsuited",
        fatal: true,
        at: states.settled.moment,
        suctionCm: settledSuction,
        driest,
      },
    ];
  if (states.lasting && setup.water.by !== "volume") {
    const kept = (suctionCm: number): number => states.levelKeeping(middle, suctionCm) ?? Infinity;
    const [likely, tolerant] = [kept(driest.typical), kept(driest.high)];
    const daysFromFull = likely > states.fullCm ? 0 : Number.isFinite(likely) ? states.daysUntil(likely) : Infinity;
    const beyondDays = everyDays === null ? 0 : Math.max(0, everyDays - daysFromFull);
    const byLevel: Grade = likely <= levelCm + 0.05 ? "suits" : tolerant <= levelCm + 0.05 ? "care" : "unsuited";
    const byTime = everyDays === null ? "suits" : atMost(beyondDays, droughtDays.growing);
    return [
      {
        limit: "kept-damp",
        grade: worse(byLevel === "unsuited" && tolerant <= states.fullCm ? "care" : byLevel, byTime),
        fatal: true,
        markCm: Number.isFinite(likely) && likely > states.column.baseCm ? likely : undefined,
        levelCm,
        driest,
        daysFromFull,
        beyondDays,
        borne: droughtDays.growing,
        everyDays,
      },
    ];
  }
  const lastsDays = states.daysUntil(middle - driest.typical);
  const beyondDays = Math.max(0, (everyDays ?? OFTENEST_DAYS) - lastsDays);
  const byTime = atMost(beyondDays, droughtDays.growing);
  const [easyDays, leastDays] = isWetland(plant) ? [WET_EASY_DAYS, WET_LEAST_DAYS] : [EASY_RHYTHM_DAYS, 0];
  // what lives in standing water misses it in a vessel that keeps none, however well it is watered
  const wantsStanding = droughtDays.growing.typical <= 2 && plant.saturationDays.growing.typical >= FOR_GOOD_DAYS;
  const byRhythm: Grade =
    lastsDays < leastDays && everyDays === null
      ? "unsuited"
      : wantsStanding || (everyDays === null && lastsDays < easyDays)
        ? "care"
        : "suits";
  return [
    {
      limit: "dry-days",
      grade: worse(byTime, byRhythm),
      fatal: true,
      lastsDays,
      driest,
      beyondDays,
      borne: droughtDays.growing,
      everyDays,
    },
  ];
}
/** Nobody waters oftener for long; and a rhythm under two days is one to take care of. [days] */
const OFTENEST_DAYS = 1;
const EASY_RHYTHM_DAYS = 1.5;
/** What lives in wet ground has nothing put by: one watering missed in months is enough. [days] */
const WET_EASY_DAYS = 10;
const WET_LEAST_DAYS = 6;

function judgeCrown({ states, setup }: Asked, plant: Plant): Judged[] {
  const { crownOverWaterCm: wanted } = plant;
  const { waterTableCm } = states.watered;
  // where no water stands, none is near
  if (waterTableCm <= 0.05 && !isWetland(plant)) return [];
  const crownCm = stackHeightCm(setup) + (setup.planting?.crownOverSoilCm ?? 0);
  // under the base of an open pot there is none to reach
  const overWaterCm = crownCm - Math.max(waterTableCm, 0);
  const told = { limit: "crown" as const, at: states.watered.moment, overWaterCm, wanted };
  if (overWaterCm < wanted.low) {
    const drowned = overWaterCm < Math.min(wanted.low - DROWNING_CM, wanted.low > 0 ? wanted.low / 3 : wanted.low);
    return [{ ...told, grade: drowned ? "unsuited" : "care", fatal: true, side: "near" }];
  }
  // water falls until it is filled up again
  const lowest = states.mark ?? states.settled;
  const farCm = crownCm - Math.max(lowest.waterTableCm, 0);
  if (farCm > wanted.high && isWetland(plant))
    return [
      {
        ...told,
        at: overWaterCm > wanted.high ? states.watered.moment : lowest.moment,
        overWaterCm: overWaterCm > wanted.high ? overWaterCm : farCm,
        grade: overWaterCm > wanted.high + FAR_CM ? "unsuited" : "care",
        side: "far",
      },
    ];
  return [{ ...told, grade: "suits", side: "within" }];
}
/** A crown this far under where it likes to stand drowns, and this far over dries up. [cm] */
const DROWNING_CM = 3;
const FAR_CM = 15;

function judgeSoilDepth(plant: Plant, { fromCm, topCm }: RootZone): Judged {
  const soilCm = topCm - fromCm;
  const { low, typical } = plant.rootDepthCm;
  return {
    limit: "soil-depth",
    grade: soilCm >= (low + typical) / 2 - 1e-6 ? "suits" : soilCm >= SHALLOW_SHARE * low ? "care" : "unsuited",
    soilCm,
    wanted: plant.rootDepthCm,
  };
}
/** With two thirds of what it gets by with it lives, small. */
const SHALLOW_SHARE = 0.66;
