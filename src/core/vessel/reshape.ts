import { areaAtCm2 } from "./area-by-height";
import {
  cutAt,
  vesselArea,
  vesselVolumeCm3,
  VESSEL_DIMENSIONS,
  type Shape,
  type Vessel,
  type VesselShape,
} from "./vessel";

/** Sides are kept to a millimetre. [cm] */
const side = (cm: number): number => Math.max(1, Math.round(cm * 10) / 10);

/** A vessel of another shape with about the same depth, mouth and base. */
export function reshaped(vessel: Vessel, shape: Shape): Vessel {
  if (shape === vessel.shape) return vessel;
  const { insideDepthCm, material, wallCm, baseCm, seeThrough, foodSafe } = vessel;
  return {
    ...shapeLike(vessel, shape),
    insideDepthCm,
    material,
    wallCm,
    baseCm,
    seeThrough,
    foodSafe,
  };
}

/** The same vessel so many times as large: its walls stay as thick. */
export function scaledVessel(vessel: Vessel, factor: number): Vessel {
  const lengths = Object.fromEntries(
    VESSEL_DIMENSIONS[vessel.shape].map(([key]) => [
      key,
      side((vessel as unknown as Record<string, number>)[key]! * factor),
    ]),
  );
  const made = { ...vessel, ...lengths } as Vessel;
  return made.shape === "poured"
    ? {
        ...made,
        pours: made.pours.map(({ heightCm, volumeCm3 }) => ({
          heightCm: heightCm * factor,
          volumeCm3: volumeCm3 * factor ** 3,
        })),
      }
    : made;
}

function shapeLike(vessel: Vessel, shape: Shape): VesselShape {
  const depth = vessel.insideDepthCm;
  const inside = vesselArea(vessel);
  const baseCm2 = areaAtCm2(inside, 0);
  // a bottle's mouth says nothing of its body
  const isNecked = vessel.shape === "bottle";
  const rimCm2 = isNecked ? baseCm2 : areaAtCm2(inside, depth);
  const diameter = (cm2: number): number => side(2 * Math.sqrt(cm2 / Math.PI));
  const rim = cutAt(vessel, isNecked ? 0 : depth);
  const widest = Math.max(baseCm2, rimCm2, vesselVolumeCm3(vessel) / depth);
  switch (shape) {
    case "round":
      return { shape, insideDiameterCm: diameter(rimCm2), baseDiameterCm: diameter(baseCm2) };
    case "square":
      return { shape, insideSideCm: side(Math.sqrt(rimCm2)), baseSideCm: side(Math.sqrt(baseCm2)) };
    case "rectangular":
    case "oval": {
      const fills = shape === "oval" ? Math.PI / 4 : 1;
      const ratio = rim.lengthCm / rim.widthCm;
      const width = (cm2: number): number => Math.sqrt(cm2 / fills / ratio);
      return {
        shape,
        insideLengthCm: side(ratio * width(rimCm2)),
        insideWidthCm: side(width(rimCm2)),
        baseLengthCm: side(ratio * width(baseCm2)),
        baseWidthCm: side(width(baseCm2)),
      };
    }
    case "half-barrel":
      return {
        shape,
        insideDiameterCm: diameter(Math.max(baseCm2, rimCm2)),
        baseDiameterCm: diameter(Math.min(baseCm2, 0.7 * rimCm2)),
      };
    case "bowl":
      return {
        shape,
        insideDiameterCm: diameter(Math.max(baseCm2, rimCm2)),
        baseDiameterCm: diameter(Math.min(baseCm2, 0.25 * rimCm2)),
      };
    case "bath": {
      const ratio = Math.max(rim.lengthCm / rim.widthCm, 2);
      const width = Math.sqrt(rimCm2 / ratio);
      return {
        shape,
        insideLengthCm: side(ratio * width),
        insideWidthCm: side(width),
        baseLengthCm: side(0.75 * ratio * width),
        baseWidthCm: side(0.8 * width),
        cornerRadiusCm: side(Math.min(10, 0.2 * width)),
      };
    }
    case "bottle":
      return {
        shape,
        insideDiameterCm: diameter(widest),
        neckDiameterCm: side(Math.max(3, 0.25 * diameter(widest))),
        shoulderCm: side(0.65 * depth),
        neckFromCm: side(0.85 * depth),
      };
    case "poured":
      return {
        shape,
        pours: [0.25, 0.5, 0.75, 1].map((share) => ({
          heightCm: side(share * depth),
          volumeCm3: Math.round(vesselVolumeCm3(vessel, share * depth)),
        })),
      };
    default:
      return shape satisfies never;
  }
}
