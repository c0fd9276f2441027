import type { Guild, Plant } from "../occupants/occupant";
import { KEPT_DRY_DAYS, type Judged } from "./plant-water";
import type { Asked, Grade } from "./verdict";
import { siteOf } from "../stack/site";

/**
 * A plant's rest: what comes from where winters freeze wants weeks of cold, and dwindles in a room that stays warm; what
 * rests dry rots where it is watered through. How cold "cold" is: buds and bulbs count hours under some 7 °C, and bog
 * plants are wintered under 10 (Saure 1985; De Hertogh & Le Nard 1993); judged as a range.
 */
const COLD_REST_C = { low: 7, typical: 10, high: 13 } as const;
/** What bears frost as hard as this comes from where winters freeze. [°C] */
const HARDY_C = -1;
/** A little warmer than cold is a poor rest, but one. [°C] */
const COOL_C = 3;

/** Without winter they die within a few years; the others flower or fruit less. */
const DIES_WITHOUT_WINTER: ReadonlySet<Guild> = new Set<Guild>(["bog", "bog-shrub", "dwarf-tree", "bulb", "acid"]);

export const wantsWinter = ({ dormancy, frostC, guild }: Plant): boolean =>
  frostC.typical <= HARDY_C && (dormancy === "winter" || (guild === "bulb" && dormancy !== "none"));

export const restsDry = ({ dormancy, droughtDays }: Plant): boolean =>
  dormancy !== "none" && droughtDays.resting.typical >= KEPT_DRY_DAYS;

export function judgeRest({ setup, states }: Asked, plant: Plant): Judged[] {
  const { dormancy, guild } = plant;
  if (dormancy === "none") return [];
  return [...cold(), ...dry()];

  function cold(): Judged[] {
    const { coldestC, rain } = siteOf(setup);
    if (!wantsWinter(plant)) return [];
    const told = { limit: "rest", coldestC, below: COLD_REST_C } as const;
    // outdoors it is winter of itself
    if (coldestC === null) return rain === "open" ? [] : [{ ...told, grade: "unknown", of: "winter" }];
    const warm: Grade = DIES_WITHOUT_WINTER.has(guild) && coldestC > COLD_REST_C.high + COOL_C ? "unsuited" : "care";
    return [{ ...told, grade: coldestC <= COLD_REST_C.typical ? "suits" : warm, fatal: true, of: "winter" }];
  }

  function dry(): Judged[] {
    if (!restsDry(plant) || dormancy === "none") return [];
    const isWatered = states.everyDays !== null || (states.lasting && setup.water.by === "level");
    return [
      {
        limit: "rest",
        grade: isWatered ? "care" : "suits",
        of: dormancy === "winter" ? "dry-winter" : "dry-summer",
        coldestC: siteOf(setup).coldestC,
        below: COLD_REST_C,
      },
    ];
  }
}
