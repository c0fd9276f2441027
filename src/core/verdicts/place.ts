import type { Range } from "../units/range";
import type { Animal, Occupant, Plant } from "../occupants/occupant";
import { fixtureOf } from "../stack/fixtures";
import type { Setup } from "../stack/setup";
import type { Judged } from "./plant-water";
import { atLeast, rangeWithin, type Grade } from "./verdict";

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

function lightOf({ site: { lightMolPerDay, sun, rain } }: Pick<Setup, "site">): Range | null {
  if (lightMolPerDay !== null)
    return { low: NEARLY.low * lightMolPerDay, typical: lightMolPerDay, high: NEARLY.high * lightMolPerDay };
  return sun === "unsaid" ? null : LIGHT[sun][rain === "open" ? "outdoors" : "indoors"];
}

/** Humidity under a lid by how much of the mouth it leaves open. [0…1] */
function humidityOf({ fixtures, site }: Pick<Setup, "fixtures" | "site">): {
  readonly humidity: Range | null;
  readonly from: "lid" | "place";
} {
  const lid = fixtureOf({ fixtures }, "lid");
  if (lid && lid.openShare <= CLOSED_SHARE) return { humidity: { low: 0.88, typical: 0.96, high: 1 }, from: "lid" };
  if (lid && lid.openShare <= AJAR_SHARE) return { humidity: { low: 0.65, typical: 0.82, high: 0.95 }, from: "lid" };
  return {
    humidity:
      site.humidity === null
        ? null
        : { low: Math.max(0, site.humidity - 0.1), typical: site.humidity, high: Math.min(1, site.humidity + 0.1) },
    from: "place",
  };
}
const CLOSED_SHARE = 0.05;
const AJAR_SHARE = 0.4;
/** Under a lid that leaves less than this open, air stands. */
const STILL_SHARE = 0.25;

export const openShareOf = (setup: Pick<Setup, "fixtures">): number | undefined => fixtureOf(setup, "lid")?.openShare;

/** Light, cold, heat and air, as far as the place is known. */
export function judgePlantPlace(setup: Setup, plant: Plant): Judged[] {
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
  judged.push(...judgeCold(setup, plant), ...judgeHumidity(setup, plant));
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

export function judgeAnimalPlace(setup: Setup, animal: Animal): Judged[] {
  return [...judgeWarmth(setup, animal), ...judgeHumidity(setup, animal)];
}

function judgeCold(setup: Setup, plant: Plant): Judged[] {
  const { coldestC, warmestC } = setup.site;
  const judged: Judged[] = [];
  const { frostC, temperatureC } = plant;
  if (coldestC === null) judged.push({ limit: "cold", grade: "unknown", coldestC, lives: frostC, kind: "frost" });
  else {
    const grade = atLeast(coldestC, frostC);
    judged.push({ limit: "cold", grade, fatal: true, coldestC, lives: frostC, kind: "frost" });
  }
  // an afternoon over it is borne; weeks are not
  if (warmestC !== null) judged.push(heat(warmestC, temperatureC, AFTERNOON_C));
  return judged;
}
const AFTERNOON_C = 5;

function judgeWarmth(setup: Setup, { temperatureC }: Animal): Judged[] {
  const { coldestC, warmestC } = setup.site;
  const judged: Judged[] = [];
  if (coldestC === null && warmestC === null)
    return [{ limit: "cold", grade: "unknown", coldestC: null, lives: temperatureC, kind: "cool" }];
  if (coldestC !== null) {
    const grade =
      coldestC >= temperatureC.low ? "suits" : coldestC >= temperatureC.low - COOLER_C ? "care" : "unsuited";
    judged.push({ limit: "cold", grade, fatal: true, coldestC, lives: temperatureC, kind: "cool" });
  }
  if (warmestC !== null) judged.push(heat(warmestC, temperatureC));
  return judged;
}
/** By so much a night may be cooler, and a day hotter, than is comfortable. [°C] */
const COOLER_C = 4;
const HOTTER_C = 4;

const heat = (warmestC: number, lives: Animal["temperatureC"], borneC = 0): Judged => ({
  limit: "heat",
  grade: warmestC <= lives.high + borneC ? "suits" : warmestC <= lives.high + borneC + HOTTER_C ? "care" : "unsuited",
  fatal: true,
  warmestC,
  lives,
});

function judgeHumidity(setup: Setup, { humidity: wanted }: Occupant): Judged[] {
  const { humidity, from } = humidityOf(setup);
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
