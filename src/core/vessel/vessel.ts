import { problem, type Problem } from "../units/problem";
import { formatLength, type UnitSystem } from "../units/units";

/** Straight-sided vessels, by their inside dimensions. */
export const VESSEL_MATERIALS = ["unsaid", "plastic", "glass", "ceramic", "stone", "wood", "metal"] as const;
export type VesselMaterial = (typeof VESSEL_MATERIALS)[number];

export type RoundVessel = {
  readonly shape: "round";
  readonly insideDiameterCm: number;
  readonly insideDepthCm: number;
  readonly material: VesselMaterial;
};
export type RectangularVessel = {
  readonly shape: "rectangular";
  readonly insideLengthCm: number;
  readonly insideWidthCm: number;
  readonly insideDepthCm: number;
  readonly material: VesselMaterial;
};
export type Vessel = RoundVessel | RectangularVessel;

export const LEAST_SIDE_CM = 1;
export const GREATEST_SIDE_CM = 500;
/**
 * Marlstone's physics is for containers of 3 to 100 cm; twice that is let through, more is taken for a slip of the
 * unit.
 */
export const GREATEST_DEPTH_CM = 200;

/** The dimensions a vessel has, with the words a grower uses for them. */
export const VESSEL_DIMENSIONS = {
  round: [
    ["insideDiameterCm", "inside diameter"],
    ["insideDepthCm", "inside depth"],
  ],
  rectangular: [
    ["insideLengthCm", "inside length"],
    ["insideWidthCm", "inside width"],
    ["insideDepthCm", "inside depth"],
  ],
} as const;

export type VesselDimension = (typeof VESSEL_DIMENSIONS)[Vessel["shape"]][number][0];

export const dimensionCm = (vessel: Vessel, dimension: VesselDimension): number =>
  (vessel as unknown as Record<VesselDimension, number>)[dimension];

/** Inside area of a level cut. [cm²] */
export function vesselAreaCm2(vessel: Vessel): number {
  switch (vessel.shape) {
    case "round":
      return Math.PI * (vessel.insideDiameterCm / 2) ** 2;
    case "rectangular":
      return vessel.insideLengthCm * vessel.insideWidthCm;
    default:
      return vessel satisfies never;
  }
}

/** Inside volume up to a height, at most to the rim. [cm³] */
export const vesselVolumeCm3 = (vessel: Vessel, heightCm = vessel.insideDepthCm): number =>
  vesselAreaCm2(vessel) * Math.min(Math.max(heightCm, 0), vessel.insideDepthCm);

/** Width of the vessel in its section, cut along its longest side. [cm] */
export const sectionWidthCm = (vessel: Vessel): number =>
  vessel.shape === "round" ? vessel.insideDiameterCm : Math.max(vessel.insideLengthCm, vessel.insideWidthCm);

/** What is wrong with a vessel's sizes, one problem each. Paths start with "vessel.". */
export function checkVessel(vessel: Vessel, system: UnitSystem = "metric"): Problem[] {
  return VESSEL_DIMENSIONS[vessel.shape].flatMap(([dimension, words]) => {
    const cm = dimensionCm(vessel, dimension);
    const greatest = dimension === "insideDepthCm" ? GREATEST_DEPTH_CM : GREATEST_SIDE_CM;
    const path = `vessel.${dimension}`;
    if (!(cm > 0)) return [problem(path, "not-positive", `The ${words} must be greater than 0.`)];
    if (cm < LEAST_SIDE_CM) {
      return [
        problem(
          path,
          "too-small",
          `The ${words} is ${formatLength(cm, system)}; the least Marlstone takes is ${formatLength(LEAST_SIDE_CM, system)}.`,
        ),
      ];
    }
    if (!(cm <= greatest)) {
      return [
        problem(
          path,
          "too-large",
          `The ${words} is ${formatLength(cm, system)}; Marlstone computes containers up to ${formatLength(greatest, system)}. Is the unit right?`,
        ),
      ];
    }
    return [];
  });
}
