import { bringsItsOwnAir, type Figure, type Guild, type Plant } from "../occupants/occupant";
import type { Range } from "../units/range";
import { stackHeightCm } from "../stack/geometry";
import type { Stage } from "../stack/setup";
import { siteOf } from "../stack/site";
import type { HeightProfile } from "../water/profile";
import { oxygenReach } from "./oxygen";
import { meanAirDown, roomDownCm, stretchOf, suctionAtCm, type Stretch } from "./states";
import { grainsOverWater, judgeWaterRoots } from "./water-roots";
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
export function judgeWater(asked: Asked, plant: Plant, stage: Stage): Judged[] {
  const zone = rootZoneOf(asked);
  if (!zone) return [{ limit: "no-roots", grade: "unknown" }];
  const grains = grainsOverWater(asked, plant, zone);
  if (grains)
    return [
      judgeWaterRoots(grains, stage),
      ...judgeDry(asked, plant, zone),
      ...judgeCrown(asked, plant),
      judgeSoilDepth(plant, zone),
    ];
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
 * Roots live where it is as it should be and leave the rest: the depth they fill here, in most of which it is so by the
 * likely account of a limit, or in a part they can live on by the most tolerant one.
 */
function gradeRoom(roomCm: Range, usedCm: number): Grade {
  if (roomCm.typical >= MOST_OF_THEM * usedCm - 1e-6) return "suits";
  return roomCm.high >= LIVED_ON * usedCm - 1e-6 ? "care" : "unsuited";
}
/** Shares of the depth that roots fill, judged: a pot's foot always stays wet, and a third is what a wet year leaves. */
const MOST_OF_THEM = 0.6;
const LIVED_ON = 0.35;

/** How deep the roots of a plant of its present size go in the soil there is. [cm] */
const usedDepthCm = (plant: Plant, zone: RootZone): number =>
  Math.min(plant.rootDepthCm.typical, zone.topCm - zone.fromCm);

const spread = ({ low, typical, high }: Figure): readonly [number, number, number] => [high, typical, low];
const ANY = [-Infinity, -Infinity, -Infinity] as const;

function judgeAir({ states, setup, medium }: Asked, plant: Plant, zone: RootZone, driesSoon: boolean): Judged[] {
  const { watered } = states;
  const usedCm = usedDepthCm(plant, zone);
  const airedCm = roomOf(watered.profile, zone, spread(plant.leastAirSpace), ANY);
  const stretch = stretchIn(watered.profile, zone);
  const meanAirSpace = meanAirDown(watered.profile, stretch, usedCm);
  const judged: Judged[] = [
    {
      limit: "air",
      grade: airGrade(plant, gradeRoom(airedCm, usedCm), meanAirSpace, driesSoon),
      fatal: true,
      at: states.watered.moment,
      airedCm,
      usedCm,
      leastAirSpace: plant.leastAirSpace,
      goodAirSpace: plant.goodAirSpace,
      meanAirSpace,
    },
  ];
  if (bringsItsOwnAir(plant)) return judged;
  const oxygen = oxygenReach(setup, watered.profile, medium, siteOf(setup).warmestC ?? USUAL_C);
  // what lies on the soil is passed first
  const coverCm = states.column.heightCm - zone.topCm;
  const under = (depthCm: number): number => Math.max(0, depthCm - coverCm);
  const { low, typical, high } = oxygen.reachesCm;
  const reachesCm = { low: under(low), typical: under(typical), high: under(high) };
  judged.push({
    limit: "oxygen",
    // an estimate: it is never what refuses a plant by itself
    grade: gradeRoom(reachesCm, usedCm) === "suits" ? "suits" : "care",
    at: states.watered.moment,
    reachesCm,
    sourWithinDays: oxygen.sourWithinDays,
    soilCm: zone.topCm - zone.fromCm,
    usedCm,
  });
  return judged;
}

/** With all the air that is good for it on the mean of its roots, the wet foot of a pot takes nothing from it. */
function airGrade({ goodAirSpace }: Plant, room: Grade, meanAirSpace: number, driesSoon: boolean): Grade {
  if (meanAirSpace >= goodAirSpace.typical) return "suits";
  // what is dry again in the days it bears is short of air for no longer
  const isBorne = driesSoon || meanAirSpace >= NEARLY_GOOD * goodAirSpace.typical;
  return room === "unsuited" && isBorne ? "care" : room;
}
const NEARLY_GOOD = 0.9;
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
  const { wettestSuctionCm: wettest, saturationDays, goodAirSpace } = plant;
  const { profile } = states.watered;
  const usedCm = usedDepthCm(plant, zone);
  // where there is air to spare, roots bear any wetness: it is for want of air that wet soil harms most of them; but what
  // dries between waterings at home is not at ease where it never does
  const isAiry =
    !ROTS_IN_AIR.has(plant.guild) && meanAirDown(profile, stretchIn(profile, zone), usedCm) >= goodAirSpace.typical;
  if (isAiry && !(states.lasting && wettest.typical >= DRIES_BETWEEN_CM)) return judgeStaysWet(asked, plant, zone);
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
    const byRoom = gradeRoom(roomCm, usedCm);
    const grade = saturationDays.growing.typical >= FOR_GOOD_DAYS ? "suits" : byRoom;
    return [
      {
        limit: "wet-for-good",
        grade: isAiry && grade === "unsuited" ? "care" : grade,
        fatal: true,
        at: states.watered.moment,
        roomCm,
        usedCm,
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
export const KEPT_DRY_DAYS = 45;
/** Who bears wet soil so long bears it for good. */
const FOR_GOOD_DAYS = 180;

/** Roots of plants of drained soil rot where it stays wet for months, whatever air is in it: a big pot in winter. */
function judgeStaysWet({ states }: Asked, plant: Plant, zone: RootZone): Judged[] {
  const { typical } = plant.saturationDays.growing;
  if (states.lasting || typical >= BEARS_WET_MONTHS_DAYS) return [];
  const days = states.daysUntil(middleCm(plant, zone) - WET_TO_THE_HAND_CM);
  const borneDays = Math.max(LONG_WET_DAYS, WET_WITH_AIR * typical);
  return days > borneDays ? [{ limit: "stays-wet", grade: "care", days, borneDays }] : [];
}
/** Who likes it no wetter than this, likes it to dry between: suction at which a hand calls it wet, not dripping. [cm] */
const DRIES_BETWEEN_CM = 12;
const BEARS_WET_MONTHS_DAYS = 60;
/** Drier than this, a finger at the roots says damp. [cm] */
const WET_TO_THE_HAND_CM = 60;
/** So long, or so many times what is borne without air, soil may stay wet with air in it. Judged. */
const LONG_WET_DAYS = 30;
const WET_WITH_AIR = 6;

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
  const isOften = everyDays !== null && everyDays <= OFTEN_DAYS;
  const byRhythm: Grade =
    (lastsDays < leastDays && everyDays === null) || (wantsStanding && !isOften)
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
      wantsStanding,
    },
  ];
}
/** What stands in water gets by in a drained pot that is watered as often. [days] */
const OFTEN_DAYS = 1;
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
  const told = { limit: "crown" as const, at: states.watered.moment, overWaterCm, wanted, stands: true };
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
        stands: (overWaterCm > wanted.high ? waterTableCm : lowest.waterTableCm) > 0.05,
      },
    ];
  return [{ ...told, grade: "suits", side: "within" }];
}
/** A crown this far under where it likes to stand drowns, and this far over dries up. [cm] */
const DROWNING_CM = 3;
const FAR_CM = 15;

function judgeSoilDepth(plant: Plant, { fromCm, topCm }: RootZone): Judged {
  const soilCm = topCm - fromCm;
  const { low } = plant.rootDepthCm;
  return {
    limit: "soil-depth",
    grade: soilCm >= low - 1e-6 ? "suits" : soilCm >= SHALLOW_SHARE * low ? "care" : "unsuited",
    soilCm,
    wanted: plant.rootDepthCm,
  };
}
/** With half of what it gets by with it lives, small: a pot keeps it so. */
const SHALLOW_SHARE = 0.5;
