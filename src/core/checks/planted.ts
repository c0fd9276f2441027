import { fixturesOf } from "../stack/fixtures";
import { formatLength } from "../units/units";
import { narrowestAboveCm } from "../vessel/vessel";
import type { Check, Design } from "./check";

/** A hand reaches through this; narrower, tools on a stick do. [cm] */
const HAND_CM = 9;
const SLACK_CM = 0.5;

/** Crown, root ball, what goes through the neck, and feed that lies for them. */
export const checkPlanted = (design: Design): Check[] => [...plants(design), ...bareStrips(design)];

/** Feed that lies where nothing is filled in feeds no root. */
function bareStrips({ setup, surface, system }: Design): Check[] {
  const cm = (height: number): string => formatLength(height, system);
  return fixturesOf(setup, "feed-strip").flatMap(({ heightCm }): Check[] =>
    heightCm > setup.fillFromCm && heightCm <= surface + 1e-6
      ? []
      : [
          {
            id: "strip-bare",
            heading: "The strip of feed lies in no soil",
            text: `It is to lie at ${cm(heightCm)}, and soil lies from ${cm(setup.fillFromCm)} to ${cm(surface)}: no root finds it there. Lay it into the soil, a hand under its surface.`,
            tone: "trouble",
            why: {
              formula: "Its height against where the filling begins and ends.",
              inputs: [
                ["strip", cm(heightCm)],
                ["surface", cm(surface)],
              ],
              source: "General husbandry.",
              uncertainty: "None in this.",
            },
          },
        ],
  );
}

/** Crown, root ball and what goes through the neck. */
function plants(design: Design): Check[] {
  const { setup, readings, surface, system } = design;
  const cm = (height: number): string => formatLength(height, system);
  const { planting, vessel } = setup;
  const neck = narrowestAboveCm(vessel, surface);
  const mouth = Math.min(neck, narrowestAboveCm(vessel, vessel.insideDepthCm));
  const found: Check[] = [];
  const neckWhy = {
    formula: "The narrowest level between the soil and the rim.",
    inputs: [["narrowest", cm(mouth)]] as const,
    source: "The vessel's own measures.",
    uncertainty: "A glass neck is narrower at its lip than it looks.",
  };
  if (planting && planting.ballAcrossCm > mouth)
    found.push({
      id: "neck",
      heading: "The neck is too narrow",
      text: `A root ball of ${cm(planting.ballAcrossCm)} does not go through ${cm(mouth)}. Wash it bare, or take cuttings.`,
      tone: "trouble",
      why: neckWhy,
    });
  else if (mouth < HAND_CM && setup.layers.length > 0 && vessel.insideDepthCm - surface > 10)
    found.push({
      id: "neck",
      heading: "Through the neck",
      text: `The neck is ${cm(mouth)}: a hand does not pass. Fill through a paper funnel, plant and wipe with tools on sticks, and take only what fits as it is.`,
      tone: "plain",
      why: neckWhy,
    });
  if (!planting) return found;
  const { crownOverSoilCm, ballDepthCm } = planting;
  const water = readings.waterTableCm;
  const crown = surface + crownOverSoilCm;
  const why = {
    formula: "Heights of crown and root ball against the soil's surface and the free water.",
    inputs: [
      ["soil's surface", cm(surface)],
      ["free water", cm(Math.max(0, water))],
      ["crown over the soil", cm(crownOverSoilCm)],
      ["root ball", cm(ballDepthCm)],
    ] as const,
    source: "General husbandry.",
    uncertainty:
      "Some water and marsh plants bear a crown under water; most others rot. Soil settles after the first waterings.",
  };
  if (crownOverSoilCm < -SLACK_CM)
    found.push({
      id: "crown",
      heading: "The crown is under the soil",
      text: `The crown lies ${cm(-crownOverSoilCm)} under the surface, where it rots. Plant it level with the soil or a little higher.`,
      tone: "trouble",
      why,
    });
  else if (water > crown + 1e-6)
    found.push({
      id: "crown",
      heading: "The crown is under water",
      text: `Water stands ${cm(water - crown)} over the crown. Plant it higher, or let the water stand lower.`,
      tone: "trouble",
      why,
    });
  const foot = surface - ballDepthCm;
  if (foot < setup.fillFromCm - 1e-6)
    found.push({
      id: "root-ball",
      heading: "The root ball does not fit",
      text: `The root ball is ${cm(ballDepthCm)} deep, the soil ${cm(surface - setup.fillFromCm)}.`,
      tone: "trouble",
      why,
    });
  else if (water > foot + SLACK_CM && water <= surface)
    found.push({
      id: "root-ball",
      heading: "The root ball stands in water",
      text: `The lower ${cm(water - foot)} of the root ball stand under the free water: there is no air at those roots. Plant it higher, or let the water stand at ${cm(foot)} or lower.`,
      tone: "trouble",
      why,
    });
  return found;
}
