import { hasAddedFeed, isFed, isInert, isLimed } from "../media/flags";
import type { Medium } from "../media/medium";
import type { Range } from "../units/range";
import type { Plant } from "../occupants/occupant";
import { FEEDING, LIMING } from "../mixing/given";
import { fixturesOf } from "../stack/fixtures";
import { boundariesCm } from "../stack/geometry";
import { stageOf, type Setup, type StackLayer } from "../stack/setup";
import { siteOf } from "../stack/site";
import { atStage } from "../demand/stage";
import { perimeterCm, vesselAreaCm2 } from "../vessel/vessel";
import { rootZoneOf, type Judged, type RootZone } from "./plant-water";
import { atMost, rangeWithin, worse, type Asked } from "./verdict";

/** A layer thinner than this part of the roots' height does not set what they live in. */
const LEAST_SHARE = 0.12;

type Soil = { readonly layer: number; readonly medium: Medium };

/** The media roots live in, the thickest first. */
function soilsOf({ setup, medium, states }: Asked, zone: RootZone): readonly Soil[] {
  const height = zone.topCm - zone.fromCm;
  return setup.layers
    .flatMap(({ mediumId, rooted, thicknessCm }, layer) => {
      const found = medium(mediumId);
      return rooted && found && thicknessCm >= LEAST_SHARE * height ? [{ layer, medium: found, thicknessCm }] : [];
    })
    .sort(
      (a, b) =>
        b.thicknessCm - a.thicknessCm || states.column.layers[b.layer]!.topCm - states.column.layers[a.layer]!.topCm,
    );
}

/** What soil and water are made of, and how many roots share them. */
export function judgeSoil(asked: Asked, plant: Plant, count: number): Judged[] {
  const zone = rootZoneOf(asked);
  const soils = zone ? soilsOf(asked, zone) : [];
  return [
    ...judgePH(plant, soils),
    ...judgeLime(asked, plant, soils),
    ...judgeSalts(plant, soils),
    ...judgeFeed(asked, plant),
    ...judgeWaterSolids(asked, plant),
    ...(zone ? judgeRoom(asked, plant, count, zone) : []),
  ];
}

/** A mix's pH moves by some tenths with water and feed. */
const PH_SLACK = 0.3;
/** Beyond this a pH is not put right by care. */
const PH_FAR = 0.8;

function judgePH(plant: Plant, soils: readonly Soil[]): Judged[] {
  const judged = soils.map(({ layer, medium }): Judged => {
    const { pH } = medium;
    const reach = rangeWithin(pH, plant.pH, PH_SLACK);
    const inert = isInert(medium);
    const off = Math.max(plant.pH.low - pH.typical, pH.typical - plant.pH.high);
    const grade =
      reach === "suits" || (inert && off <= PH_FAR) ? "suits" : off > PH_FAR && !inert ? "unsuited" : "care";
    return { limit: "pH", grade, pH, wanted: plant.pH, layer };
  });
  return worstFirst(judged).slice(0, 1);
}

/** The layer that does something for which a plant pays, first one with roots in it: what is dissolved comes to the rest. */
function layerWith(
  { setup, medium }: Asked,
  does: (medium: Medium) => boolean,
  gives: ReadonlySet<string> = new Set(),
) {
  const heights = boundariesCm(setup);
  const given = ({ amendments = [] }: StackLayer, i: number): boolean =>
    amendments.some(({ amendmentId }) => gives.has(amendmentId)) ||
    fixturesOf(setup, "feed-strip").some(
      ({ amendmentId, heightCm }) => heightCm >= heights[i]! && heightCm < heights[i + 1]! && gives.has(amendmentId),
    );
  const found = setup.layers.flatMap((one, layer) => {
    const of = medium(one.mediumId);
    return of && (does(of) || given(one, layer)) ? [{ layer, medium: of, rooted: one.rooted }] : [];
  });
  return found.find(({ rooted }) => rooted) ?? found[0];
}

/**
 * Lime that a layer can give off, and acid a sour soil has to meet it with, each a g of dry matter (an acid equivalent of
 * limestone is 20 meq/g, of which half is reached by sour water in some years; earths and composts by what they hold in
 * exchange; peat takes up 1.3 meq/g between pH 3 and 8, a fifth of it for each unit). Low confidence. [meq/g]
 */
const LIME_MEQ_PER_G = { stone: 10, earth: 0.3, limedMix: 0.05 } as const;
const PEAT_MEQ_PER_G_PH = 0.26;
const DOLOMITE_MEQ_PER_G = 20;

const limeMeqPerG = (medium: Medium): number => {
  if (medium.class === "mineral") return isLimed(medium) ? LIME_MEQ_PER_G.stone : 0;
  return medium.pH.typical >= LIMY_PH ? LIME_MEQ_PER_G.earth : isLimed(medium) ? LIME_MEQ_PER_G.limedMix : 0;
};
/** Composts of this pH hold lime. */
const LIMY_PH = 6.9;

/** What layers beside its soil, and what was given to it, will give off, over what its soil can take up before its pH harms. */
function limeTimesTaken({ setup, medium }: Asked, plant: Plant, soils: readonly Soil[]): number {
  const own = new Set(soils.map(({ layer }) => layer));
  let gives = 0;
  let takes = 0;
  setup.layers.forEach(({ mediumId, thicknessCm, amendments = [] }, layer) => {
    const found = medium(mediumId);
    if (!found) return;
    const gPerCm2 = found.dryBulkDensityGPerCm3.typical * thicknessCm;
    if (!own.has(layer)) gives += gPerCm2 * limeMeqPerG(found);
    else takes += gPerCm2 * PEAT_MEQ_PER_G_PH * Math.max(0, plant.pH.high - found.pH.typical);
    for (const { amendmentId, amount } of amendments)
      if (LIMING.has(amendmentId)) gives += (DOLOMITE_MEQ_PER_G * amount) / vesselAreaCm2(setup.vessel);
  });
  for (const { amendmentId, grams } of fixturesOf(setup, "feed-strip"))
    if (LIMING.has(amendmentId)) gives += (DOLOMITE_MEQ_PER_G * grams) / vesselAreaCm2(setup.vessel);
  return gives === 0 ? 0 : gives / Math.max(takes, 1e-3);
}
/** With so little of it the soil stays sour for good. */
const HARDLY_ANY = 0.1;

function judgeLime(asked: Asked, plant: Plant, soils: readonly Soil[]): Judged[] {
  if (plant.lime !== "hates" || soils.length === 0) return [];
  const limed = layerWith(asked, isLimed, LIMING);
  // commercial peat mixes are limed to a pH that their own range says; they are judged by that
  const isOwn = limed !== undefined && soils.some(({ layer }) => layer === limed.layer) && isLimed(limed.medium);
  if (isOwn) {
    const grade = limed.medium.pH.typical > plant.pH.high ? "unsuited" : "care";
    return [{ limit: "lime", grade, fatal: true, layer: limed.layer, timesTaken: null }];
  }
  const timesTaken = limeTimesTaken(asked, plant, soils);
  const grade = timesTaken >= 1 ? "unsuited" : timesTaken >= HARDLY_ANY ? "care" : "suits";
  const from = layerWith(asked, (one) => limeMeqPerG(one) > 0, LIMING);
  return [{ limit: "lime", grade, fatal: true, layer: grade === "suits" ? undefined : from?.layer, timesTaken }];
}

/** What is left of a fresh mix's salts after some weeks of roots and waterings. Judged, between a half and all. */
const LATER_SALTS = 0.75;

function judgeSalts(plant: Plant, soils: readonly Soil[]): Judged[] {
  const judged = soils.map(({ layer, medium: { ecDsPerM } }): Judged => {
    const { mostEcDsPerM: most } = plant;
    // a crop's limit is where its yield begins to fall; a fresh mix's salts are its feed, and it eats them
    const eats = plant.feed === "hungry" || (plant.eaten && plant.feed !== "none");
    const likely = eats && LATER_SALTS * ecDsPerM.typical <= most.high ? "suits" : atMost(ecDsPerM.typical, most);
    const grade = likely === "suits" && ecDsPerM.high > (eats ? 3 : 1.5) * most.high ? "care" : likely;
    // what salts by some accounts, and washes out, is not refused
    const washes = grade === "unsuited" && ecDsPerM.low <= plant.mostEcDsPerM.typical;
    return { limit: "salts", grade: washes ? "care" : grade, fatal: true, ecDsPerM, most: plant.mostEcDsPerM, layer };
  });
  return worstFirst(judged).slice(0, 1);
}

/** Who lives of insects or rain alone, and is poisoned by what comes to it from any layer that feeds. */
const isPoisonedByFeed = ({ guild, feed, lime }: Plant): boolean =>
  feed === "none" && (guild === "bog" || lime === "hates");

/** What is rated unfit for its lime alone is judged as lime. */
const feedsThem = (one: Medium): boolean => isFed(one) || (one.safety.carnivorousPlants === "avoid" && !isLimed(one));

function judgeFeed(asked: Asked, plant: Plant): Judged[] {
  const { feed } = plant;
  if (isPoisonedByFeed(plant)) {
    const fed = layerWith(asked, feedsThem, FEEDING);
    if (fed) return [{ limit: "feed", grade: "unsuited", fatal: true, wants: "none", layer: fed.layer, by: "feeds" }];
    // grains rated with caution are so for the lime that may be in them
    const isLimeAlone = (one: Medium): boolean => one.class === "mineral" && one.safety.flags.includes("check-lime");
    const rated = layerWith(
      asked,
      (one) => one.safety.carnivorousPlants === "caution" && !(isLimeAlone(one) && plant.lime !== "hates"),
    );
    const by = rated && isLimeAlone(rated.medium) ? "may-be-lime" : "rated";
    return [{ limit: "feed", grade: rated ? "care" : "suits", wants: "none", layer: rated?.layer, by }];
  }
  if (feed === "none") {
    // earth feeds a little, and moss grows on it
    const fed = layerWith(asked, hasAddedFeed, FEEDING);
    const earth = layerWith(asked, isFed);
    const layer = fed?.layer ?? earth?.layer;
    const grade = fed?.rooted ? "unsuited" : fed || earth?.rooted ? "care" : "suits";
    return [{ limit: "feed", grade, fatal: true, wants: "none", layer, by: "feeds" }];
  }
  return feed === "hungry" && !layerWith(asked, isFed, FEEDING)?.rooted
    ? [{ limit: "feed", grade: "care", wants: "hungry", layer: undefined, by: "feeds" }]
    : [];
}

/** Over this a plant takes what comes from most taps. [mg/L] */
const ANY_TAP_PPM = 400;

function judgeWaterSolids({ setup }: Asked, plant: Plant): Judged[] {
  const site = siteOf(setup);
  const { mostWaterPpm: most } = plant;
  if (site.waterPpm === null)
    return most.typical < ANY_TAP_PPM ? [{ limit: "water-solids", grade: "unknown", ppm: null, most }] : [];
  const grade = atMost(site.waterPpm, most);
  return [
    {
      limit: "water-solids",
      grade: grade === "unsuited" && site.waterPpm < 2 * most.high ? "care" : grade,
      fatal: true,
      ppm: site.waterPpm,
      most,
    },
  ];
}

/** Room a root system takes of the surface, as a square of its spread less what neighbours share. */
const SHARED = 0.8;
const rootAreaCm2 = (spreadCm: number): number => SHARED * spreadCm ** 2;

/** What leaves of one kind take of the light, as a square of their spread: they reach in among one another. */
const AMONG = 0.5;

/** Where plants stand: the soil's surface, and the length of its edge, over which leaves hang by a quarter of their spread. */
export type Ground = { readonly areaCm2: number; readonly edgeCm: number };

export const groundAt = (setup: Setup, heightCm: number): Ground => {
  const atCm = Math.min(heightCm, setup.vessel.insideDepthCm);
  return { areaCm2: vesselAreaCm2(setup.vessel, atCm), edgeCm: perimeterCm(setup.vessel, atCm) };
};

/** The share of a ground that one of a kind takes, by roots or by leaves, whichever is more. */
function shareOfOne({ rootSpreadCm, spreadCm }: Plant, key: keyof Range, { areaCm2, edgeCm }: Ground): number {
  const spread = spreadCm[key];
  return Math.max(rootAreaCm2(rootSpreadCm[key]) / areaCm2, (AMONG * spread ** 2) / (areaCm2 + (edgeCm * spread) / 4));
}

/** How many of a kind find room for their roots and leaves, were they alone; one always does. */
export function howManyFit(plant: Plant, ground: Ground): Range {
  const fit = (key: keyof Range): number => Math.max(1, Math.floor(1 / shareOfOne(plant, key, ground)));
  return { low: fit("high"), typical: fit("typical"), high: fit("low") };
}

function judgeRoom({ setup, occupants }: Asked, plant: Plant, count: number, { topCm }: RootZone): Judged[] {
  const ground = groundAt(setup, topCm);
  const plants = setup.occupants.flatMap((occupancy) => {
    const found = occupants(occupancy.occupantId);
    return found?.life === "plant" ? [{ found: atStage(found, stageOf(occupancy)), of: occupancy.count }] : [];
  });
  const alone = plants.reduce((sum, { of }) => sum + of, 0) <= 1;
  const takenShare = (key: keyof Range): number =>
    plants.reduce((sum, { found, of }) => sum + of * shareOfOne(found, key, ground), 0);
  const grade = alone || takenShare("typical") <= 1.05 ? "suits" : takenShare("low") <= 1.05 ? "care" : "unsuited";
  return [{ limit: "root-room", grade, fits: howManyFit(plant, ground), count, takenShare: takenShare("typical") }];
}

/** The worst first. */
const worstFirst = (judged: readonly Judged[]): Judged[] =>
  [...judged].sort((a, b) => (a.grade === b.grade ? 0 : worse(a.grade, b.grade) === a.grade ? -1 : 1));
