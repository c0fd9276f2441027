import { fixtureOf, fixturesOf } from "../stack/fixtures";
import { openingsOf } from "../stack/geometry";
import { formatLength, formatVolume, threeFigures } from "../units/units";
import { cutAt, sectionWidthCm } from "../vessel/vessel";
import { budgetOf } from "../water/budget";
import { branchOf, historyOf } from "../water/branch";
import { fallingNetwork } from "../water/falling";
import { dressedDemandMmPerDay } from "../water/losses";
import { belowWaterCm3 } from "../water/network";
import type { Check, Design } from "./check";

/** Levels, holes, tubes and wicks of a vessel that is filled to a level. */
export const checkReservoir = (design: Design): Check[] => [
  ...leaks(design),
  ...tubeNearOverflow(design),
  ...(design.setup.water.by === "level"
    ? [...holeTooHigh(design), ...reservoirSmall(design), ...outOfLevel(design), ...wicks(design)]
    : []),
];

const SLACK_CM = 0.5;

function holeTooHigh({ setup, drainsAt, roots, system }: Design): Check[] {
  if (setup.water.by !== "level" || drainsAt === undefined || !roots) return [];
  const { levelCm } = setup.water;
  // who fills it into the roots means it to stand there
  if (levelCm > roots.fromCm || drainsAt <= roots.fromCm + SLACK_CM) return [];
  const cm = (height: number): string => formatLength(height, system);
  return [
    {
      id: "hole-too-high",
      heading: "The hole is too high",
      text: `Roots begin at ${cm(roots.fromCm)}, and the lowest way out is at ${cm(drainsAt)}: rain, or one can too many, floods the lowest ${cm(drainsAt - roots.fromCm)} of their soil. Set the hole at ${cm(roots.fromCm)} or lower.`,
      tone: "trouble",
      why: {
        formula: "What is poured in beyond the level stands up to the lowest way out.",
        inputs: [
          ["lowest way out", cm(drainsAt)],
          ["roots begin", cm(roots.fromCm)],
          ["filled to", cm(levelCm)],
        ],
        source: "Hydrostatics.",
        uncertainty: "A vessel that stands out of level is wetter at one end.",
      },
    },
  ];
}

const LEAST_DAYS = 1;

function reservoirSmall({ setup, network, drainsAt, surface, system }: Design): Check[] {
  if (setup.water.by !== "level" || fixtureOf(setup, "tray") || setup.water.levelCm >= surface) return [];
  const full = Math.min(drainsAt ?? setup.water.levelCm, surface);
  // what stands under all that is filled in is another trouble
  if (full <= setup.fillFromCm) return [];
  const falling = fallingNetwork(network, branchOf(historyOf(setup)), full);
  const { heldCm3, daysUntil, takesPerDayCm3 } = budgetOf(setup, falling);
  const perDay = takesPerDayCm3(full);
  const givesCm3 = heldCm3(full) - heldCm3(setup.fillFromCm);
  if (daysUntil(heldCm3(full), setup.fillFromCm) >= LEAST_DAYS) return [];
  return [
    {
      id: "reservoir-small",
      heading: "The reservoir is small",
      text: `Full to ${formatLength(full, system)} it gives ${formatVolume(givesCm3, system)}, and a day takes ${formatVolume(perDay, system)}: a fill does not last a day. Set the hole higher, or make the room under the soil deeper.`,
      tone: "trouble",
      why: {
        formula:
          "What the stack and its open water give while the surface falls from the lowest way out to the base, over what a day takes.",
        inputs: [
          ["a day takes", `${threeFigures(dressedDemandMmPerDay(setup))} mm over the mouth`],
          ["lowest way out", drainsAt === undefined ? "none" : formatLength(drainsAt, system)],
        ],
        source: "Hydrostatics over the settled stack.",
        uncertainty:
          "Demand varies by half or double with weather and leaf; see the supply for what reaches the roots.",
      },
    },
  ];
}

/** A vessel set with a spirit level is true to this. [cm a cm] */
const TRUE_TO = 0.002;

/**
 * How far from the middle the lowest way out sits, as a share of the length; half of it at an end, or where unknown. A
 * hole is in a wall, also where it is drawn in the middle: there half the width away.
 */
function holeArm({ vessel, fixtures }: Design["setup"], drainsAt: number | undefined): number {
  const { lengthCm, widthCm } = cutAt(vessel, drainsAt ?? 0);
  const arms = fixtures.flatMap((fixture) => {
    if (fixture.kind !== "hole" && fixture.kind !== "standpipe") return [];
    const along = Math.abs(fixture.acrossShare - 0.5);
    if (fixture.lipCm !== drainsAt) return [];
    if (fixture.kind === "standpipe") return [along];
    return fixture.in === "wall" && !fixture.plugged ? [Math.max(along, widthCm / (2 * lengthCm))] : [];
  });
  return arms.length > 0 ? Math.max(...arms) : 0.5;
}

function outOfLevel({ setup, drainsAt, platform, roots, system }: Design): Check[] {
  if (setup.water.by !== "level" || fixtureOf(setup, "tray")) return [];
  const { levelCm } = setup.water;
  const lengthCm = cutAt(setup.vessel, levelCm).lengthCm;
  const over = platform > 0 ? platform : (roots?.fromCm ?? Infinity);
  const toSoil = over - levelCm;
  // water rises at a hole by as much of the tilt as the hole sits from the middle
  const spareCm = drainsAt === undefined ? Infinity : drainsAt - levelCm;
  const arm = holeArm(setup, drainsAt);
  const toHole = arm > 0 ? spareCm / (2 * arm) : Infinity;
  if (toSoil <= 0 || (toSoil === Infinity && toHole === Infinity)) return [];
  const mm = (cm: number): string =>
    system === "metric" ? `${threeFigures(20 * cm, 0)} mm` : formatLength(2 * cm, system);
  const parts = [
    ...(toSoil < Infinity ? [`${mm(toSoil)} before the water touches the soil at one end`] : []),
    ...(toHole > 0.05 && toHole < Infinity ? [`${mm(toHole)} before it runs out at the hole`] : []),
  ];
  if (parts.length === 0) return [];
  const least = Math.min(toSoil, toHole > 0.05 ? toHole : Infinity);
  const isTight = 2 * least < TRUE_TO * lengthCm;
  return [
    {
      id: "out-of-level",
      heading: "How level it must stand",
      text: `Over its ${formatLength(lengthCm, system)} it may stand out of level by ${parts.join(", and by ")}.${isTight ? " That is less than a spirit level shows: fill it lower, or raise what is over the water." : ""}`,
      tone: isTight ? "trouble" : "plain",
      why: {
        formula:
          "Free water stays level while the vessel tilts about its middle: at the ends it stands higher and lower by half of what they differ, at a hole by as much as it sits from the middle.",
        inputs: [
          ["filled to", formatLength(levelCm, system)],
          ["soil begins over it at", over === Infinity ? "not said" : formatLength(over, system)],
          ["lowest way out", drainsAt === undefined ? "none" : formatLength(drainsAt, system)],
        ],
        source: "Geometry.",
        uncertainty: "Wood and thin plastic sag once they are full; look again after the first fill.",
      },
    },
  ];
}

/** Nearer than this share of the width, what is poured in leaves before it has gone through. */
const NEAR_SHARE = 0.4;

function tubeNearOverflow({ setup, system }: Design): Check[] {
  const holes = fixturesOf(setup, "hole").filter((hole) => hole.in === "wall" && !hole.plugged);
  const [lowest] = [...holes].sort((a, b) => a.lipCm - b.lipCm);
  if (!lowest) return [];
  const width = sectionWidthCm(setup.vessel);
  return fixturesOf(setup, "fill-tube").flatMap(({ acrossShare }): Check[] => {
    const apart = Math.abs(acrossShare - (lowest.acrossShare < 0.5 ? 0 : 1)) * width;
    if (apart >= NEAR_SHARE * width) return [];
    return [
      {
        id: "tube-near-overflow",
        heading: "Fill tube beside the overflow",
        text: `The fill tube stands ${formatLength(apart, system)} from the overflow: what is poured in runs out before it has filled the far end, and nothing is flushed. Set it at the other end.`,
        tone: "trouble",
        why: {
          formula: "Distance across the section between the tube and the lowest open hole in the wall.",
          inputs: [
            ["across the vessel", formatLength(width, system)],
            ["between tube and hole", formatLength(apart, system)],
          ],
          source: "General husbandry.",
          uncertainty: "In an open room under a platform water spreads at once, and it matters less.",
        },
      },
    ];
  });
}

function wicks(design: Design): Check[] {
  const { setup, network, roots, system, platform } = design;
  if (setup.water.by !== "level") return [];
  const { levelCm } = setup.water;
  const foot = setup.fillFromCm;
  if (foot <= 0) return [];
  const cm = (height: number): string => formatLength(height, system);
  const hasLegs = (setup.layers[0]?.legs ?? null) !== null;
  const dead = belowWaterCm3(network.below, Math.min(foot, levelCm));
  const whole = belowWaterCm3(network.below, Math.max(levelCm, foot));
  const why = {
    formula: "A wick draws only from water its lower end stands in.",
    inputs: [
      ["filled to", cm(levelCm)],
      [hasLegs ? "feet end at" : "fill begins at", cm(foot)],
      ["open water", formatVolume(belowWaterCm3(network.below, levelCm), system)],
    ] as const,
    source: "Capillarity needs contact.",
    uncertainty: "None in this.",
  };
  if (!hasLegs) {
    if (!roots || levelCm >= foot) return [];
    return [
      {
        id: "no-wick",
        heading: "Nothing reaches the water",
        text: `The water stands at ${cm(levelCm)} under a false bottom at ${cm(platform)}, and no foot or cord goes down to it: the roots get nothing of it. Let feet or cords down, or water from the top.`,
        tone: "trouble",
        why,
      },
    ];
  }
  if (levelCm <= foot + 1e-6)
    return [
      {
        id: "wick-out-of-water",
        heading: "The wicks hang over the water",
        text: `Every foot ends at ${cm(foot)}, and the water stands at ${cm(levelCm)}: nothing rises. Let them down to the base, or fill it higher.`,
        tone: "trouble",
        why,
      },
    ];
  if (foot <= SLACK_CM || dead < 0.1 * whole) return [];
  return [
    {
      id: "dead-water",
      heading: "Water under every wick",
      text: `The feet end ${cm(foot)} over the base: ${formatVolume(dead, system)} of the ${formatVolume(whole, system)} in the reservoir lies under them and never reaches the roots. Let them stand on the base.`,
      tone: "trouble",
      why,
    },
  ];
}

/** Walls that do not hold what is meant to stand in them. */
function leaks({ setup, system }: Design): Check[] {
  const { material } = setup.vessel;
  const liner = fixtureOf(setup, "liner");
  const holdsTo = setup.water.by === "level" ? setup.water.levelCm : setup.water.by === "volume" ? 1 : 0;
  const isLoose = material === "wood" || material === "fabric";
  const { baseIsOpen } = openingsOf(setup);
  if (!isLoose || holdsTo <= 0 || baseIsOpen || (liner && liner.topCm >= holdsTo)) return [];
  return [
    {
      id: "leaks",
      heading: "It does not hold water",
      text: `${material === "wood" ? "Boards and staves" : "Cloth"} let water out at every joint, and it is meant to stand at ${formatLength(holdsTo, system)}. Line it to at least that height.`,
      tone: "trouble",
      why: {
        formula: "Wood and cloth hold what a liner holds.",
        inputs: [["liner to", liner ? formatLength(liner.topCm, system) : "none"]],
        source: "General husbandry.",
        uncertainty: "A barrel that is kept wet swells tight, one that has dried does not.",
      },
    },
  ];
}
