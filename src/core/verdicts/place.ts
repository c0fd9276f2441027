import type { Range } from "../units/range";
import type { Animal, Occupant, Plant } from "../occupants/occupant";
import { isOfOneSummer } from "../demand/growing";
import { fixtureOf } from "../stack/fixtures";
import { stackHeightCm } from "../stack/geometry";
import { heatsShutInSun } from "../stack/glass";
import type { Setup } from "../stack/setup";
import { extremeMonth, lightHere } from "../stack/here-figures";
import { siteOf } from "../stack/site";
import type { Judged } from "./plant-water";
import { suctionAtCm } from "./states";
import { atLeast, rangeWithin, type Asked, type Grade } from "./verdict";

/** What is said of a place until its light is measured: a day's sum, indoors and outdoors, over the growing season. */
const LIGHT: Record<"sun" | "shade", Record<"indoors" | "outdoors", Range>> = {
  sun: {
    indoors: { low: 6, typical: 14, high: 28 },
    outdoors: { low: 18, typical: 30, high: 50 },
  },
  shade: {
    indoors: { low: 1, typical: 4, high: 9 },
    outdoors: { low: 4, typical: 9, high: 16 },
  },
};
const NEARLY = { low: 0.85, high: 1.15 };

export function lightOf(setup: Pick<Setup, "site" | "here">): Range | null {
  const { lightMolPerDay, sun, rain } = setup.site;
  if (lightMolPerDay !== null)
    return { low: NEARLY.low * lightMolPerDay, typical: lightMolPerDay, high: NEARLY.high * lightMolPerDay };
  if (sun === "unsaid") return setup.here ? lightHere(setup.here) : null;
  return LIGHT[sun][rain === "open" ? "outdoors" : "indoors"];
}

/**
 * Air under a lid is between that of the ground's surface and that of the room: the more of the mouth is open, the more
 * it is the room's. At this share the two weigh alike. Judged from cases and jars as keepers measure them.
 */
const HALF_WAY_SHARE: Range = { low: 0.15, typical: 0.3, high: 0.6 };
const UNSAID_ROOM: Range = { low: 0.35, typical: 0.5, high: 0.65 };
const ROOM_SLACK = 0.1;
/** Humidity over a surface at a suction falls so with each cm of it, at 20 °C (Kelvin's law: ψ·g·Mw/(R·T)). */
const KELVIN_PER_CM = 7.25e-7;

export function humidityUnderLid(openShare: number, room: Range, surfaceSuctionCm: number): Range {
  const surface = Math.exp(-KELVIN_PER_CM * surfaceSuctionCm);
  const at = (key: keyof Range): number => {
    const ofGround = (1 - openShare) / (1 + openShare / HALF_WAY_SHARE[key]);
    return ofGround * Math.max(surface, room[key]) + (1 - ofGround) * room[key];
  };
  return { low: at("low"), typical: at("typical"), high: at("high") };
}

function humidityOf({ setup, states }: Asked): { readonly humidity: Range | null; readonly from: "lid" | "place" } {
  const lid = fixtureOf(setup, "lid");
  const { humidity } = siteOf(setup);
  const room: Range | null =
    humidity === null
      ? null
      : { low: Math.max(0, humidity - ROOM_SLACK), typical: humidity, high: Math.min(1, humidity + ROOM_SLACK) };
  if (!lid) return { humidity: room, from: "place" };
  const { profile } = states.driest ?? states.settled;
  const surfaceCm = setup.layers.length === 0 ? 0 : suctionAtCm(profile, stackHeightCm(setup) - SURFACE_CM / 2);
  return { humidity: humidityUnderLid(lid.openShare, room ?? UNSAID_ROOM, surfaceCm), from: "lid" };
}
/** The upper so much of the ground gives its damp to the air. [cm] */
const SURFACE_CM = 2;
/** Under a lid that leaves less than this open, air stands. */
const STILL_SHARE = 0.25;

export const openShareOf = (setup: Pick<Setup, "fixtures">): number | undefined => fixtureOf(setup, "lid")?.openShare;

/** Light, cold, heat and air, as far as the place is known. */
export function judgePlantPlace(asked: Asked, plant: Plant): Judged[] {
  const { setup } = asked;
  const { movingAir, lightMolPerDay: wanted } = plant;
  const judged: Judged[] = [];
  const light = lightOf(setup);
  const typed = setup.site.lightMolPerDay !== null;
  judged.push({
    limit: "light",
    // what lives a while in the wrong light is not killed by it
    grade: light === null ? "unknown" : lightGrade(light, wanted),
    molPerDay: light,
    wanted,
    typed,
  });
  judged.push(...judgeCold(setup, plant), ...judgeGlass(setup), ...judgeHumidity(asked, plant));
  if (plant.eaten) {
    const { foodSafe } = setup.vessel;
    judged.push({
      limit: "food-safe",
      grade: foodSafe === "yes" ? "suits" : foodSafe === "no" ? "care" : "unknown",
      foodSafe,
    });
  }
  const open = openShareOf(setup);
  if (movingAir === "wants" && open !== undefined && open < STILL_SHARE)
    judged.push({ limit: "moving-air", grade: "care", openShare: open });
  return judged;
}

function lightGrade(light: Range, wanted: Range): Grade {
  const reach = rangeWithin(light, wanted);
  if (reach !== "unsuited") return reach;
  // half of what it wants at least, or half as much again as it bears, is a matter of months
  return light.high >= wanted.low / 2 && light.low <= wanted.high * 1.5 ? "care" : "unsuited";
}

export function judgeAnimalPlace(asked: Asked, animal: Animal): Judged[] {
  return [...judgeWarmth(asked.setup, animal), ...judgeGlass(asked.setup), ...judgeHumidity(asked, animal)];
}

/** What is shut behind glass in the sun is cooked, whatever it is. */
const judgeGlass = (setup: Setup): Judged[] =>
  heatsShutInSun(setup) ? [{ limit: "shut-in-sun", grade: "unsuited", fatal: true }] : [];

/** Kinds that frost kills are hurt long before it; those that rest are cooler then. [°C] */
const FROST_TENDER_C = 1;
const CHILL_SLACK_C = 2;

function judgeCold(setup: Setup, plant: Plant): Judged[] {
  const { coldestC, warmestC } = siteOf(setup);
  const month = extremeMonth(setup, "coldestC");
  const judged: Judged[] = [];
  const { frostC, temperatureC, dormancy } = plant;
  if (coldestC === null) judged.push({ limit: "cold", grade: "unknown", coldestC, lives: frostC, kind: "frost" });
  else if (isOfOneSummer(plant)) {
    // where its frosts are known it is put out between them
    const known = month !== undefined && setup.here?.frost;
    const grade = coldestC >= frostC.typical || known ? "suits" : "care";
    judged.push({
      limit: "cold",
      grade,
      coldestC,
      lives: frostC,
      kind: "summer",
      month,
      frost: known && coldestC < frostC.typical ? known : undefined,
    });
  } else {
    const grade = atLeast(coldestC, frostC);
    const isTender = frostC.typical >= FROST_TENDER_C && dormancy === "none";
    if (grade === "suits" && isTender && coldestC < temperatureC.low - CHILL_SLACK_C)
      judged.push({ limit: "cold", grade: "care", coldestC, lives: temperatureC, kind: "cool", month });
    else judged.push({ limit: "cold", grade, fatal: true, coldestC, lives: frostC, kind: "frost", month });
  }
  // an afternoon over it is borne by most; weeks are not, and what is asleep then does not feel it
  if (warmestC !== null && dormancy !== "summer")
    judged.push(heat(setup, warmestC, temperatureC, plant.heat === "dies" ? 0 : AFTERNOON_C));
  return judged;
}
const AFTERNOON_C = 5;

function judgeWarmth(setup: Setup, { temperatureC }: Animal): Judged[] {
  const { coldestC, warmestC } = siteOf(setup);
  const judged: Judged[] = [];
  if (coldestC === null && warmestC === null)
    return [{ limit: "cold", grade: "unknown", coldestC: null, lives: temperatureC, kind: "cool" }];
  if (coldestC !== null) {
    const grade =
      coldestC >= temperatureC.low ? "suits" : coldestC >= temperatureC.low - COOLER_C ? "care" : "unsuited";
    judged.push({
      limit: "cold",
      grade,
      fatal: true,
      coldestC,
      lives: temperatureC,
      kind: "cool",
      month: extremeMonth(setup, "coldestC"),
    });
  }
  if (warmestC !== null) judged.push(heat(setup, warmestC, temperatureC));
  return judged;
}
/** By so much a night may be cooler, and a day hotter, than is comfortable. [°C] */
const COOLER_C = 4;
const HOTTER_C = 4;

const heat = (setup: Setup, warmestC: number, lives: Animal["temperatureC"], borneC = 0): Judged => ({
  limit: "heat",
  grade: warmestC <= lives.high + borneC ? "suits" : warmestC <= lives.high + borneC + HOTTER_C ? "care" : "unsuited",
  fatal: true,
  warmestC,
  lives,
  month: extremeMonth(setup, "warmestC"),
});

function judgeHumidity(asked: Asked, { humidity: wanted }: Occupant): Judged[] {
  const { humidity, from } = humidityOf(asked);
  if (humidity === null) return [];
  const reach = rangeWithin(humidity, wanted);
  const grade =
    reach === "unsuited" &&
    Math.min(Math.abs(humidity.low - wanted.high), Math.abs(wanted.low - humidity.high)) < NEAR_HUMIDITY
      ? "care"
      : reach;
  return [{ limit: "humidity", grade, humidity, wanted, from }];
}
const NEAR_HUMIDITY = 0.1;
