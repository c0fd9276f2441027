import { hasAddedFeed, isLimed } from "../media/flags";
import type { Medium } from "../media/medium";
import type { Range } from "../units/range";
import type { Animal, Harm } from "../occupants/occupant";
import { stackHeightCm } from "../stack/geometry";
import { vesselAreaCm2 } from "../vessel/vessel";
import type { HeightProfile } from "../water/profile";
import { holdingOf } from "./burrow";
import { openShareOf } from "./place";
import type { Judged } from "./plant-water";
import { suctionAtCm, type WaterState } from "./states";
import { atMost, GRADES, within, type Asked, type Grade } from "./verdict";

/** The upper so much of the ground is its surface. [cm] */
const SURFACE_CM = 2;
/** Ground has to lie in an animal's band over so much height, or it finds no place there. [cm] */
const LEAST_BAND_CM = 2;

export function judgeAnimal(asked: Asked, animal: Animal, count: number): Judged[] {
  const { setup, states } = asked;
  if (setup.layers.length === 0) return [{ limit: "no-ground", grade: "unknown" }];
  const topCm = stackHeightCm(setup);
  const groundCm = topCm - setup.fillFromCm;
  const { profile, waterTableCm } = states.settled;
  // as it settles, and where a rhythm is said as dry as it gets before it is watered again
  const moments = states.driest ? [states.settled, states.driest] : [states.settled];
  const judged: Judged[] = [
    {
      limit: "ground-depth",
      grade:
        groundCm >= (animal.depthCm.low + animal.depthCm.typical) / 2
          ? "suits"
          : groundCm >= animal.depthCm.low * 0.8
            ? "care"
            : "unsuited",
      depthCm: groundCm,
      wanted: animal.depthCm,
    },
    worstMoment(moments.map((moment) => judgeSurface(moment, topCm, animal))),
    worstMoment(moments.map((moment) => judgeDeep(moment, setup.fillFromCm, topCm, animal))),
    ...judgeOpenWater(waterTableCm - topCm, animal),
    ...judgeBurrow(asked, profile, topCm, animal),
    ...judgeHarms(asked, animal),
    ...judgeProvided(asked, groundCm, waterTableCm - topCm, animal),
    judgeOpenShare(openShareOf(setup), animal),
    judgeGround(vesselAreaCm2(setup.vessel, Math.min(topCm, setup.vessel.insideDepthCm)), animal, count),
  ];
  return judged;
}

/** Twice as wet or as dry as the band's end is borne. */
const BAND_SLACK = 2;

/** Of the same at several moments, the worst. */
const worstMoment = (judged: readonly Judged[]): Judged =>
  judged.reduce((worst, one) => (GRADES.indexOf(one.grade) < GRADES.indexOf(worst.grade) ? one : worst));

function judgeSurface({ moment, profile }: WaterState, topCm: number, { surfaceSuctionCm: band }: Animal): Judged {
  const suctionCm = suctionAtCm(profile, topCm - SURFACE_CM / 2);
  const grade = within(Math.max(suctionCm, 0.1), band, BAND_SLACK);
  return {
    limit: "surface-damp",
    // a surface dries by itself, and more air or less water mends it
    grade: grade === "unsuited" && suctionCm < band.low && band.typical < SURFACE_DRIES_CM ? "care" : grade,
    at: moment,
    suctionCm,
    band,
    side: suctionCm < band.low ? "wet" : suctionCm > band.high ? "dry" : "within",
  };
}
/** A surface meant damper than this does not differ much from what lies under it. [cm] */
const SURFACE_DRIES_CM = 5000;

function judgeDeep(
  { moment, profile }: WaterState,
  fromCm: number,
  topCm: number,
  { deepSuctionCm: band }: Animal,
): Judged {
  const { zCm, psiCm } = profile;
  let low: number | undefined;
  let high: number | undefined;
  for (let i = 0; i < zCm.length; i++) {
    const suction = Math.max(0, -psiCm[i]!);
    if (suction < band.low || suction > band.high || zCm[i]! > topCm) continue;
    low ??= zCm[i]!;
    high = zCm[i]!;
  }
  const foot = suctionAtCm(profile, fromCm);
  const surface = suctionAtCm(profile, topCm);
  const room = low === undefined || high === undefined ? 0 : high - low;
  const enough = Math.min(LEAST_BAND_CM, (topCm - fromCm) / 2);
  const side = room >= enough ? "within" : surface < band.low ? "wet" : foot > band.high ? "dry" : "within";
  let grade: Grade = "suits";
  if (room < enough) grade = within(side === "wet" ? Math.max(surface, 0.1) : foot, band, BAND_SLACK);
  return {
    limit: "deep-damp",
    grade,
    at: moment,
    band,
    fromCm: low,
    toCm: high,
    suctionAtFootCm: foot,
    side,
  };
}

/** Less than this is wet ground, not water. [cm] */
const FILM_CM = 0.05;

function judgeOpenWater(deepCm: number, { deepestWaterCm: most }: Animal): Judged[] {
  if (most === null || deepCm <= FILM_CM) return [];
  const grade = deepCm <= most.low ? "suits" : deepCm <= most.high ? "care" : "unsuited";
  return [{ limit: "open-water", grade, fatal: true, deepCm, most }];
}

function judgeBurrow(
  { setup, medium, states }: Asked,
  profile: HeightProfile,
  topCm: number,
  animal: Animal,
): Judged[] {
  const { burrowCm } = animal;
  if (!burrowCm) return [];
  // a burrow goes down into what is damp: it is judged half way down, where it has its roof
  const groundCm = topCm - setup.fillFromCm;
  const atCm = topCm - Math.min(groundCm / 2, animal.depthCm.typical / 2);
  const layer = states.column.layers.findIndex(({ topCm: top }) => atCm <= top + 1e-9);
  const found = medium(setup.layers[layer]!.mediumId);
  if (!found) return [];
  const suctionCm = suctionAtCm(profile, atCm);
  const holds = holdingOf(found, suctionCm);
  const isTooDry = holds === "dry" && suctionCm > animal.deepSuctionCm.high;
  const grade: Grade = holds === "stands" ? "suits" : holds === "loose" || isTooDry ? "unsuited" : "care";
  return [{ limit: "burrow", grade, widthCm: burrowCm, holds, suctionCm, layer }];
}

/** Ground of which so much rots is food; a handful of leaves is some. */
const FED_SHARE = 0.2;

function judgeProvided({ setup, medium }: Asked, groundCm: number, deepCm: number, animal: Animal): Judged[] {
  const found = setup.layers.map(({ mediumId }) => medium(mediumId));
  const cmOf = (does: (one: Medium) => boolean): number =>
    setup.layers.reduce((sum, { thicknessCm }, i) => sum + (found[i] && does(found[i]) ? thicknessCm : 0), 0);
  const rotsCm = cmOf(isFood);
  const layerOf = (does: (one: Medium) => boolean): number | undefined => {
    const at = found.findLastIndex((one) => one !== undefined && does(one));
    return at < 0 ? undefined : at;
  };
  return animal.wants.map((want): Judged => {
    switch (want) {
      case "rotting-ground":
        return {
          limit: "provided",
          // it lives on what rots around it, and starves in months on what does not
          grade: rotsCm >= FED_SHARE * groundCm ? "suits" : rotsCm > 0 ? "care" : "unsuited",
          fatal: true,
          want,
          layer: layerOf(isFood),
        };
      case "litter":
        return {
          limit: "provided",
          grade: rotsCm > 0 ? "suits" : "care",
          want,
          layer: layerOf(isFood),
        };
      case "lime": {
        const layer = layerOf(isLimed);
        return { limit: "provided", grade: layer === undefined ? "care" : "suits", want, layer };
      }
      case "bath":
      case "drink":
        return { limit: "provided", grade: deepCm > FILM_CM ? "suits" : "care", want, layer: undefined };
      case "swim":
        return {
          limit: "provided",
          grade: deepCm >= Math.max(LEAST_SWUM_CM, SWUM_SHARE * animal.bodyCm.typical) ? "suits" : "unsuited",
          fatal: true,
          want,
          layer: undefined,
        };
      case "sea-water":
        return { limit: "provided", grade: "care", want, layer: undefined };
      default:
        return want satisfies never;
    }
  });
}
/** As deep as two thirds of its length, and a hand at least. [cm] */
const LEAST_SWUM_CM = 6;
const SWUM_SHARE = 0.65;

/** What rots as fast as leaf mould, or holds what does, and was not fed, is eaten; coir, peat and bark rot too slowly. */
const FOOD_HALF_LIFE_YEARS = 2.5;
const isFood = (one: Medium): boolean =>
  one.class !== "textile" &&
  one.decompositionHalfLifeYears !== null &&
  one.decompositionHalfLifeYears.typical <= FOOD_HALF_LIFE_YEARS &&
  !hasAddedFeed(one);

/** What of a medium does the harm that an animal is named for. */
const HARM_FLAGS: Record<Exclude<Harm, "feed" | "lime" | "dust">, readonly string[]> = {
  sharp: ["sharp", "sharp-fines", "abrasive"],
  resin: ["avoid-resinous-cedar"],
  copper: ["copper"],
  "eaten-grains": ["impaction-if-eaten"],
  salts: ["high-salts"],
};

function harms(medium: Medium, harm: Harm): boolean {
  switch (harm) {
    case "feed":
      return hasAddedFeed(medium);
    case "lime":
      return isLimed(medium);
    case "dust":
      return medium.cautions.some((caution) => /dust/iu.test(caution)) && medium.class === "mineral";
    default:
      return HARM_FLAGS[harm].some((flag) => medium.safety.flags.includes(flag));
  }
}

function judgeHarms({ setup, medium, states }: Asked, animal: Animal): Judged[] {
  const judged: Judged[] = [];
  const top = setup.layers.length - 1;
  setup.layers.forEach(({ mediumId }, layer) => {
    const found = medium(mediumId);
    if (!found) return;
    // what lies under a screen, or deeper than it goes, is out of its reach
    const buried = setup.layers
      .slice(layer + 1)
      .some(({ separator }) => separator === "mesh" || separator === "weed-cloth");
    const deepCm = states.column.heightCm - states.column.layers[layer]!.topCm;
    if (layer < top && (buried || deepCm > animal.depthCm.high)) return;
    const fit = animal.kind === "invertebrate" ? found.safety.invertebrates : found.safety.amphibians;
    for (const harm of animal.harmedBy) {
      if (!harms(found, harm)) continue;
      // what an amphibian sits and feeds on is swallowed and scratches it
      const underFoot = layer === top && animal.kind === "amphibian" && (harm === "sharp" || harm === "eaten-grains");
      // what eats its ground eats the feed in it
      const eaten = harm === "feed" && animal.eats.includes("rot");
      const avoided = fit === "avoid" || (fit === "caution" && underFoot) || eaten;
      judged.push({ limit: "harm", grade: avoided ? "unsuited" : "care", fatal: avoided, harm, layer });
    }
    if (fit === "avoid" && !judged.some((one) => one.limit === "harm" && one.layer === layer))
      judged.push({ limit: "harm", grade: "unsuited", fatal: true, harm: "unfit", layer });
  });
  return judged;
}

function judgeOpenShare(openShare: number | undefined, { openShare: wanted }: Animal): Judged {
  if (openShare === undefined)
    return { limit: "open-share", grade: wanted.high >= 1 ? "suits" : "care", openShare, wanted };
  return { limit: "open-share", grade: within(Math.max(openShare, 0.001), wanted, BAND_SLACK), openShare, wanted };
}

function judgeGround(areaCm2: number, animal: Animal, count: number): Judged {
  const wanted = (key: keyof Range): number => animal.spaceCm2[key] + (count - 1) * animal.furtherSpaceCm2[key];
  const wantedCm2 = { low: wanted("low"), typical: wanted("typical"), high: wanted("high") };
  const grade = atMost(wantedCm2.low, { low: areaCm2, typical: areaCm2, high: areaCm2 / 0.85 });
  return {
    limit: "ground-room",
    grade: grade === "suits" && areaCm2 < (wantedCm2.low + wantedCm2.typical) / 2 ? "care" : grade,
    areaCm2,
    wantedCm2,
    count,
  };
}
