import { fixtureOf } from "../stack/fixtures";
import { openingsOf, type Opening } from "../stack/geometry";
import { formatLength, formatPercent, formatVolume } from "../units/units";
import { areaAtCm2 } from "../vessel/area-by-height";
import { holeConductance } from "../water/discharge-flow";
import { belowWaterCm3 } from "../water/network";
import { layerAtHole } from "../water/side-hole";
import type { Check, Design } from "./check";
import { cloudburst, CLOUDBURST_MINUTES, isRainedOn, stormInflowCm3PerHour, stormMmPerHour } from "./cloudburst";

/** Whether rain leaves as fast as it comes. */
export function checkRain(design: Design): Check[] {
  const { setup, drainsAt, system } = design;
  if (!isRainedOn(setup)) return sealedSoaking(design);
  const storm = stormInflowCm3PerHour(setup);
  const why = {
    formula:
      "What falls on the mouth, and on the roof led into it, against what the ways out pass: a hole as a weir while it is partly covered and as an orifice once it is drowned, Cd 0.6; into soil no more than each layer conducts, which fills its empty pores first and then leaves below.",
    inputs: [
      [
        "storm",
        `${stormMmPerHour(setup)} mm an hour for ${CLOUDBURST_MINUTES} minutes${setup.here ? `, of the climate of ${setup.here.placeNames.join(" and ")}` : ""}`,
      ],
      ["roof led into it", `${setup.site.roofM2} m²`],
      ["open to the sky", formatPercent(fixtureOf(setup, "lid")?.openShare ?? 1)],
      ["comes in", `${formatVolume(storm / 60, system)} a minute`],
    ] as const,
    source:
      "Storm after EN 12056-3 where no local figure is known; discharge after Bos (1989); soil after Hvorslev (1951).",
    uncertainty:
      "Local storms may be half or twice as hard: ask for the local figure. Leaves, roots and algae narrow a hole by and by.",
  };
  if (drainsAt === undefined) {
    return [
      {
        id: "no-way-out",
        heading: "No way out for rain",
        text: `It stands in the rain and nothing lets water out: a storm of ${CLOUDBURST_MINUTES} minutes brings ${formatVolume((storm * CLOUDBURST_MINUTES) / 60, system)}, and it stays. Give it an overflow hole, or shelter.`,
        tone: "trouble",
        why,
      },
    ];
  }
  return [atTheHoles(design, storm, why)];
}

const HEADING = "In a cloudburst";

/** How high it gets at the ways out that open water reaches; or what is left standing where soil is in between. */
function atTheHoles(design: Design, storm: number, why: Check["why"]): Check {
  const { setup, network, surface, system } = design;
  const { over } = openingsOf(setup);
  const rimCm = setup.vessel.insideDepthCm;
  const cm = (height: number): string => formatLength(height, system);
  const minute = `${formatVolume(storm / 60, system)} a minute comes in`;
  const isOpenWay = over.some(({ lipCm }) => lipCm >= surface - 1e-6);
  const common = { id: "cloudburst" as const, heading: HEADING, why };
  if (isOpenWay) {
    const { levelCm, cloggedLevelCm } = cloudburst(setup);
    if (levelCm === undefined)
      return {
        ...common,
        tone: "trouble",
        text: `${minute}, more than the holes pass with the water at the rim: it spills. Make them wider, or more of them.`,
      };
    if (cloggedLevelCm === undefined)
      return {
        ...common,
        tone: "trouble",
        text: `${minute}, and it rises to ${cm(levelCm)}, ${cm(rimCm - levelCm)} under the rim; but with one hole clogged it spills. Make one more.`,
      };
    return {
      ...common,
      tone: "plain",
      text: `${minute}, and it rises to ${cm(levelCm)}; with one hole clogged to ${cm(cloggedLevelCm)}. The rim is at ${cm(rimCm)}.`,
    };
  }
  // it has to sink into the soil first: its pores fill, and what is over leaves below
  const clogged = over.slice(0, 1).flatMap((first) => (first.count > 1 ? [{ ...first, count: first.count - 1 }] : []));
  const areaCm2 = areaAtCm2(network.over.area, surface);
  const standsCm = (some: typeof over): number =>
    Math.max(0, (storm * CLOUDBURST_MINUTES) / 60 - sinksInCm3(design, some, CLOUDBURST_MINUTES / 60)) / areaCm2;
  const room = rimCm - surface;
  const [open, shut] = [standsCm(over), standsCm([...clogged, ...over.slice(1)])];
  const takesCm3 = Math.max(0, (storm * CLOUDBURST_MINUTES) / 60 - open * areaCm2);
  if (open > room)
    return {
      ...common,
      tone: "trouble",
      text: `${minute}, and the soil takes ${formatVolume(takesCm3 / CLOUDBURST_MINUTES, system)} of it: ${cm(open)} would stand over the soil after ${CLOUDBURST_MINUTES} minutes, and there are ${cm(room)} to the rim. It spills, and takes soil with it. Leave more room, or set a hole just over the soil.`,
    };
  if (shut > room)
    return {
      ...common,
      tone: "trouble",
      text: `${minute}, and it finds its way out; but with one hole clogged ${cm(shut)} would stand over the soil, and there are ${cm(room)} to the rim. Make one more hole.`,
    };
  return {
    ...common,
    tone: "plain",
    text:
      shut < 0.05
        ? `${minute}, and the soil and the holes take it, one of them clogged or not.`
        : `${minute}: ${open < 0.05 ? "it is gone as it comes" : `${cm(open)} stands over the soil for a while`}, with one hole clogged ${cm(shut)}; there are ${cm(room)} to the rim.`,
  };
}

/**
 * What sinks in while a storm lasts, from the foot up: into each layer no more than it conducts when full, of that what
 * its empty pores take, and beyond them what runs out of the holes beside it or sinks on. That dry soil draws harder than
 * by the water's weight, and that a hole runs only once the pores over it are full, are left out: a test holds it
 * against the network in the same storm, within a tenth. [cm³]
 */
export function sinksInCm3(
  { setup, network: { column, openings, below }, readings, platform, surface }: Design,
  over: readonly Opening[],
  hours: number,
): number {
  // a hole into the room under a platform has open water before it, and passes far more than soil brings
  const opensBelow = openings.baseIsOpen || over.some(({ lipCm }) => lipCm < platform);
  const roomBelowCm3 = belowWaterCm3(below, platform) - belowWaterCm3(below, readings.waterTableCm);
  const atFoot = opensBelow ? Infinity : Math.max(0, roomBelowCm3);
  return column.layers.reduce((under, layer, i) => {
    if (setup.layers[i]!.legs) return under;
    const conductedCm3 = (hours * layer.functions.ksCmPerHour * layer.volumeCm3) / (layer.topCm - layer.bottomCm);
    const emptyCm3 = readings.layers[i]!.meanAirSpace * layer.volumeCm3;
    const besideCm3 = over.reduce((sum, { lipCm, diameterCm, count }) => {
      if (lipCm < platform || layerAtHole(column.layers, { lipCm, diameterCm }) !== layer) return sum;
      const perHead = holeConductance(layer.functions.ksCmPerHour, diameterCm, count);
      return sum + hours * perHead * Math.max(0, surface - lipCm);
    }, 0);
    return Math.min(conductedCm3, emptyCm3 + besideCm3 + under);
  }, atFoot);
}

/** Watered from the top with no way out. */
function sealedSoaking({ setup, drainsAt, system, network }: Design): Check[] {
  if (setup.water.by !== "soaking" || drainsAt !== undefined) return [];
  return [
    {
      id: "no-way-out",
      heading: "No way out",
      text: `It is watered from the top until it runs out, but nothing lets water out: it fills to the brim. Give it holes, or say how much is poured in.`,
      tone: "trouble",
      why: {
        formula: "A vessel without an open hole keeps all that is poured on.",
        inputs: [
          [
            "it holds, soaked",
            formatVolume(
              network.column.layers.reduce((sum, { volumeCm3, functions }) => sum + volumeCm3 * functions.thetaS, 0),
              system,
            ),
          ],
        ],
        source: "Hydrostatics.",
        uncertainty: "None in this.",
      },
    },
  ];
}
