import { breaksCapillarity } from "../stack/drainage-layer";
import { type Setup } from "../stack/setup";
import { boundariesCm, drainsAfterSoaking, drainsAtCm } from "../stack/geometry";
import { historyOf, repelsWhenDry } from "../water/branch";
import { formatLength, formatLoad, formatMass, type UnitSystem } from "../units/units";
import { equilibriumAtWaterTable, hydrostaticStorageCm3 } from "../water/equilibrium";
import { heightProfile } from "../water/profile";
import { makeColumn } from "../water/column";
import { DEFAULT_SPECIFIC_STORAGE_PER_CM } from "../hydraulics/hydraulics";
import { cutArea, raisedArea } from "../vessel/area-by-height";
import { vesselArea, type VesselMaterial } from "../vessel/vessel";
import { capitalised } from "../units/text";
import { howToSoak, shedsWhat } from "./shedding-words";
import type { StateWhen } from "./sentences";
import { topOfZones, zonesUnder, WATERLOGGED_AIR_SPACE, type Readings } from "./readings";

/**
 * Something to know before building or while running it, shown where it applies. It informs; local rules and licensed
 * people decide.
 */
export type Caution = {
  readonly id: string;
  readonly subject: "structure" | "water" | "glass" | "tools" | "layers" | "settling" | "salts" | "medium";
  readonly text: string;
};

/**
 * Floors of homes are made for some 150 to 200 kg on a square metre, or 200 kg on one spot (EN 1991-1-1): what weighs
 * less than a person does is for a shelf or a rail to bear, not for a floor.
 */
const LOAD_WORTH_ASKING_KG_PER_M2 = 100;
const WEIGHT_WORTH_ASKING_KG = 100;
const WEIGHT_OF_A_SHELF_KG = 10;
/** The cautions that hold for a setup in its state, most pressing first. */
export function cautionsFor(setup: Setup, readings: Readings, system: UnitSystem, when: StateWhen = "rest"): Caution[] {
  return [
    ...openWater(setup, readings, system),
    ...(when === "run" ? [] : when === "day" ? stillDraining(setup) : perchedWater(setup, readings, system)),
    ...(when === "run" ? shedsNow(setup, readings, system) : putInDry(setup, readings)),
    ...glass(setup),
    ...load(readings, system),
    ...drilling(setup),
    ...neverDrains(setup),
    ...media(readings),
  ];
}

function openWater(setup: Setup, { waterTableCm, heightCm }: Readings, system: UnitSystem): Caution[] {
  if (!(waterTableCm > heightCm + 1e-9)) return [];
  return [
    {
      id: "open-water",
      subject: "water",
      text: `${formatLength(waterTableCm - heightCm, system)} of open water: never leave small children or pets alone with it, however shallow. Mosquitoes breed in water that stands for more than a few days; a screen, or letting it dry within a day or so, breaks their cycle.`,
    },
  ];
}

/**
 * A drained stack settles in weeks; until then water perches above a coarse layer, at most as if free water stood at
 * its top. That bound is computed here, by hydrostatics over the interface.
 */
function perchedWater(setup: Setup, readings: Readings, system: UnitSystem): Caution[] {
  if (!drainsAfterSoaking(setup) || readings.pondedCm3 > 0) return [];
  const heights = boundariesCm(setup);
  for (let i = readings.layers.length - 2; i >= 0; i--) {
    const coarse = readings.layers[i]!.medium;
    const fine = readings.layers[i + 1]!.medium;
    const interfaceCm = heights[i + 1]!;
    if (!breaksCapillarity(coarse) || breaksCapillarity(fine) || interfaceCm <= readings.waterTableCm) continue;
    const inside = vesselArea(setup.vessel);
    const upper = makeColumn(
      setup.layers.slice(i + 1).map((layer, k) => ({
        thicknessCm: layer.thicknessCm,
        areaCm2: raisedArea(cutArea(inside, heights[i + 1 + k]!, heights[i + 2 + k]!), -heights[i + 1 + k]!),
        hydraulics: readings.layers[i + 1 + k]!.medium.hydraulics,
      })),
      DEFAULT_SPECIFIC_STORAGE_PER_CM,
    );
    const perchedTop =
      interfaceCm +
      topOfZones(zonesUnder(heightProfile(upper, equilibriumAtWaterTable(upper, 0)), WATERLOGGED_AIR_SPACE));
    const settledTop = topOfZones(readings.waterlogged);
    const extraCm3 =
      hydrostaticStorageCm3(upper, 0) - readings.layers.slice(i + 1).reduce((sum, layer) => sum + layer.storedCm3, 0);
    if (!(extraCm3 > 0)) continue;
    return [
      {
        id: "perched",
        subject: "settling",
        text: `Shown is the settled state, weeks after the last watering. In the days after a soaking water perches on the ${coarse.name.toLowerCase()}: the wet zone can then reach ${formatLength(perchedTop, system)}${settledTop > 0 ? ` instead of ${formatLength(settledTop, system)}` : ""}.`,
      },
    ];
  }
  return [
    {
      id: "settled-later",
      subject: "settling",
      text: "Shown is the settled state. After a soaking the stack is wetter for some days while it drains.",
    },
  ];
}

/** At a moment of a run: what has dried so far that it sheds water. */
function shedsNow(setup: Setup, { shedding, heightCm }: Readings, system: UnitSystem): Caution[] {
  const sheds = shedsWhat(shedding, { fromCm: setup.fillFromCm, toCm: heightCm }, system);
  if (!sheds) return [];
  return [
    {
      id: "sheds-now",
      subject: "layers",
      text: `${capitalised(sheds.what)} sheds water now${
        sheds.toTop
          ? `: what is poured on it may run down the side of the ball. Soak it: ${howToSoak(setup)}.`
          : ", and next to nothing rises through it: a wick that has dried may not come back by itself. Soak it from the top, until it is wet through."
      }`,
    },
  ];
}

/** A wick that starts dry never starts. */
function putInDry(setup: Setup, { layers }: Readings): Caution[] {
  if (historyOf(setup) !== "dry") return [];
  const shed = [
    ...new Set(layers.filter(({ medium }) => repelsWhenDry(medium)).map(({ medium }) => medium.name.toLowerCase())),
  ];
  if (shed.length === 0) return [];
  return [
    {
      id: "put-in-dry",
      subject: "layers",
      text: `Dry ${shed.join(" and ")} sheds water: a wick that starts dry never starts, and a dose runs down beside it. Wet it through before filling, with warm water or small doses and time, and water from the top at first.`,
    },
  ];
}

function stillDraining(setup: Setup): Caution[] {
  if (!drainsAfterSoaking(setup)) return [];
  return [
    {
      id: "still-draining",
      subject: "settling",
      text: "Shown is a day after a soaking to the brim. Left alone it drains on, slowly, towards its settled state; drinking roots and dry air take it further.",
    },
  ];
}

function glass(setup: Setup): Caution[] {
  if (setup.vessel.material !== "glass") return [];
  return [
    {
      id: "glass-sun",
      subject: "glass",
      text: "Glass in the sun cooks what is inside: bright shade, never direct sun through closed glass.",
    },
  ];
}

function load(readings: Readings, system: UnitSystem): Caution[] {
  const { wetKg, loadKgPerM2 } = readings;
  if (wetKg >= WEIGHT_WORTH_ASKING_KG && loadKgPerM2 >= LOAD_WORTH_ASKING_KG_PER_M2)
    return [
      {
        id: "load",
        subject: "structure",
        text: `It weighs ${formatMass(wetKg, system)} and presses with ${formatLoad(loadKgPerM2, system)}, vessel not counted. Decks, balconies, roofs and upper floors have limits: a structural engineer decides.`,
      },
    ];
  if (wetKg < WEIGHT_OF_A_SHELF_KG) return [];
  return [
    {
      id: "load",
      subject: "structure",
      text: `It weighs ${formatMass(wetKg, system)} as it stands, vessel not counted: see what the shelf, bracket or rail under it bears, and lift it dry or with help.`,
    },
  ];
}

const BRITTLE: ReadonlySet<VesselMaterial> = new Set(["glass", "ceramic", "unglazed", "stone"]);

function drilling(setup: Setup): Caution[] {
  if (drainsAtCm(setup) === undefined || setup.vessel.material === "fabric") return [];
  const brittle = BRITTLE.has(setup.vessel.material);
  return [
    {
      id: "drilling",
      subject: "tools",
      text: brittle
        ? "Drilling glass, tile or stone: wet, slowly, with the right bit, eye protection and gloves; an old or toughened piece can shatter. One hole clogs: make two."
        : "Drilling or cutting the vessel: eye protection, hold it firmly, back the wall. One hole clogs: make two.",
    },
  ];
}

function neverDrains(setup: Setup): Caution[] {
  if (drainsAfterSoaking(setup)) return [];
  if (drainsAtCm(setup) !== undefined)
    return [
      {
        id: "salts",
        subject: "salts",
        text: "Only what runs over takes salts along, and by itself little does: use rain or other soft water, feed little, and flush it from the top until it runs over, a few times a year.",
      },
    ];
  return [
    {
      id: "salts",
      subject: "salts",
      text: "Nothing drains away, so salts gather: use rain or other soft water, feed little, and renew or rinse the filling when a crust shows.",
    },
  ];
}

function media(readings: Readings): Caution[] {
  const seen = [...new Map(readings.layers.map(({ medium }) => [medium.id, medium])).values()];
  return seen.flatMap((medium) =>
    medium.cautions.map((text, i): Caution => ({
      id: `${medium.id}-${i}`,
      subject: "medium",
      text: `${medium.name}: ${text.charAt(0).toLowerCase()}${text.slice(1)}.`,
    })),
  );
}
