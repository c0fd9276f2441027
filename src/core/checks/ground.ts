import { drainsAfterSoaking } from "../stack/geometry";
import { fixtureOf } from "../stack/fixtures";
import { formatLoad, formatMass, formatVolume } from "../units/units";
import { standsOnCm2 } from "../vessel/vessel";
import { fullStorageCm3 } from "../water/equilibrium";
import { belowWaterCm3, overWaterCm3 } from "../water/network";
import type { Check, Design } from "./check";
import { fixtureKg, vesselKg } from "./vessel-weight";

/** What one grown person lifts with both hands close to the body now and then (ISO 11228-1). [kg] */
export const ONE_PERSON_KG = 25;

/** What it weighs and where its water goes. */
export const checkGround = (design: Design): Check[] => [weights(design), ...drained(design)];

function weights({ setup, network, readings, drainsAt, system }: Design): Check {
  const emptyKg = vesselKg(setup.vessel) + setup.fixtures.reduce((sum, fixture) => sum + fixtureKg(setup, fixture), 0);
  const dryKg = emptyKg + readings.dryKg;
  const builtKg = emptyKg + readings.wetKg;
  const brimCm = setup.vessel.insideDepthCm;
  // fully wet: every pore full, and open water to the lowest way out, or to the rim where there is none
  const openTo = Math.min(drainsAt ?? brimCm, brimCm);
  const fullCm3 =
    fullStorageCm3(network.column) + belowWaterCm3(network.below, openTo) + overWaterCm3(network.over, openTo);
  const fullKg = Math.max(builtKg, dryKg + fullCm3 / 1000);
  const areaM2 = standsOnCm2(setup.vessel) / 1e4;
  const alone =
    dryKg > ONE_PERSON_KG
      ? "more than one person lifts even dry: build it where it stays"
      : fullKg > ONE_PERSON_KG
        ? "one person lifts it dry, not wet: build it where it stays"
        : "one person lifts it, full too";
  return {
    id: "weights",
    heading: "What it weighs",
    text: `${formatMass(dryKg, system)} dry with its vessel, ${formatMass(builtKg, system)} as it stands, ${formatMass(fullKg, system)} with every pore full, which presses with ${formatLoad(fullKg / areaM2, system)}; ${alone}.`,
    tone: "plain",
    why: {
      formula:
        "Vessel (inside wall and base times their thickness and density), dry media by volume and bulk density, and the water.",
      inputs: [
        ["empty vessel, with what is built in", formatMass(emptyKg, system)],
        ["stands on", `${(areaM2 * 1e4).toFixed(0)} cm²`],
        ["one person lifts", formatMass(ONE_PERSON_KG, system)],
      ],
      source:
        "Densities from engineering tables; lifting after ISO 11228-1. Feet and battens press harder on the little they stand on.",
      uncertainty: "Bulk densities vary by a fifth; a floor or balcony is for a structural engineer to judge.",
    },
  };
}

/** What runs out of a soaking, and that it has to go somewhere. */
function drained({ setup, network, readings, system }: Design): Check[] {
  if (!drainsAfterSoaking(setup) || fixtureOf(setup, "tray")) return [];
  const fullCm3 = fullStorageCm3(network.column);
  const runsCm3 = Math.max(0, fullCm3 - readings.storedCm3);
  if (runsCm3 < 100) return [];
  return [
    {
      id: "drained-water",
      heading: "Where its water goes",
      text: `After a soaking ${formatVolume(runsCm3, system)} runs out: onto ground that takes it, or into a saucer that is emptied. Ground that stays wet lets a heavy tub lean.`,
      tone: "plain",
      why: {
        formula: "All pores full, less what is held in the state shown.",
        inputs: [
          ["soaked full", formatVolume(fullCm3, system)],
          ["held", formatVolume(readings.storedCm3, system)],
        ],
        source: "Hydrostatics over the stack.",
        uncertainty: "Seldom is every pore filled: some air stays in.",
      },
    },
  ];
}
