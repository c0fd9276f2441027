import { problem, type Problem } from "../units/problem";
import { formatLength, type UnitSystem } from "../units/units";
import { pouredArea } from "./poured";
import {
  dimensionCm,
  GREATEST_DEPTH_CM,
  GREATEST_SIDE_CM,
  GREATEST_WALL_CM,
  LEAST_SIDE_CM,
  VESSEL_DIMENSIONS,
  type Vessel,
} from "./vessel";

/** What is wrong with a vessel's sizes, one problem each. Paths start with "vessel.". */
export function checkVessel(vessel: Vessel, system: UnitSystem = "metric"): Problem[] {
  const problems = VESSEL_DIMENSIONS[vessel.shape].flatMap(([dimension, words]): Problem[] =>
    checkSize(
      `vessel.${dimension}`,
      words,
      dimensionCm(vessel, dimension),
      dimension === "insideDepthCm" ? GREATEST_DEPTH_CM : GREATEST_SIDE_CM,
      system,
    ),
  );
  for (const [path, words, cm] of [
    ["vessel.wallCm", "thickness of the wall", vessel.wallCm],
    ["vessel.baseCm", "thickness of the base", vessel.baseCm],
  ] as const)
    if (!(cm >= 0 && cm <= GREATEST_WALL_CM))
      problems.push(
        problem(path, "out-of-range", `The ${words} lies between 0 and ${formatLength(GREATEST_WALL_CM, system)}.`),
      );
  return problems.length > 0 ? problems : checkForm(vessel, system);
}

function checkSize(path: string, words: string, cm: number, greatest: number, system: UnitSystem): Problem[] {
  if (!(cm > 0)) return [problem(path, "not-positive", `The ${words} must be greater than 0.`)];
  if (cm < LEAST_SIDE_CM)
    return [
      problem(
        path,
        "too-small",
        `The ${words} is ${formatLength(cm, system)}; the least Marlstone takes is ${formatLength(LEAST_SIDE_CM, system)}.`,
      ),
    ];
  if (!(cm <= greatest))
    return [
      problem(
        path,
        "too-large",
        `The ${words} is ${formatLength(cm, system)}; Marlstone computes containers up to ${formatLength(greatest, system)}. Is the unit right?`,
      ),
    ];
  return [];
}

/** Whether sizes that are right each by itself make a vessel together. */
function checkForm(vessel: Vessel, system: UnitSystem): Problem[] {
  const cm = (height: number): string => formatLength(height, system);
  switch (vessel.shape) {
    case "round":
    case "square":
    case "rectangular":
    case "oval":
      return [];
    case "half-barrel":
    case "bowl":
      return vessel.baseDiameterCm > vessel.insideDiameterCm
        ? [
            problem(
              "vessel.baseDiameterCm",
              "wider-than-rim",
              `The base, ${cm(vessel.baseDiameterCm)}, is wider than the rim, ${cm(vessel.insideDiameterCm)}; a ${vessel.shape === "bowl" ? "bowl" : "barrel"} narrows to its base.`,
            ),
          ]
        : [];
    case "bath": {
      const least = Math.min(vessel.baseLengthCm, vessel.baseWidthCm, vessel.insideLengthCm, vessel.insideWidthCm);
      return vessel.cornerRadiusCm > least / 2
        ? [
            problem(
              "vessel.cornerRadiusCm",
              "too-round",
              `Corners of ${cm(vessel.cornerRadiusCm)} do not fit into ${cm(least)}; ${cm(least / 2)} at most.`,
            ),
          ]
        : [];
    }
    case "bottle": {
      const { shoulderCm, neckFromCm, insideDepthCm, neckDiameterCm, insideDiameterCm } = vessel;
      if (neckFromCm < shoulderCm)
        return [
          problem(
            "vessel.neckFromCm",
            "under-shoulder",
            `The neck begins at ${cm(neckFromCm)}, under the shoulder at ${cm(shoulderCm)}.`,
          ),
        ];
      if (neckFromCm > insideDepthCm)
        return [
          problem(
            "vessel.neckFromCm",
            "above-rim",
            `The neck begins at ${cm(neckFromCm)}, above the rim at ${cm(insideDepthCm)}.`,
          ),
        ];
      return neckDiameterCm > insideDiameterCm
        ? [
            problem(
              "vessel.neckDiameterCm",
              "wider-than-body",
              `The neck, ${cm(neckDiameterCm)}, is wider than the body, ${cm(insideDiameterCm)}.`,
            ),
          ]
        : [];
    }
    case "poured": {
      const measured = pouredArea(vessel.pours, system);
      if (!measured.ok) return [...measured.problems];
      const last = vessel.pours.at(-1)!.heightCm;
      return Math.abs(last - vessel.insideDepthCm) > 0.05 * vessel.insideDepthCm
        ? [
            problem(
              "vessel.insideDepthCm",
              "not-poured-to",
              `The last pour stood at ${cm(last)}, the depth is ${cm(vessel.insideDepthCm)}: pour up to the rim, or correct the depth.`,
            ),
          ]
        : [];
    }
    default:
      return vessel satisfies never;
  }
}
