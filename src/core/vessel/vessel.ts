import { onceFor } from "../units/once";
import { gaussLegendre } from "../hydraulics/gauss-legendre";
import { areaAtCm2, pieceOfProduct, straightArea, volumeBetweenCm3, type AreaByHeight } from "./area-by-height";
import { pouredArea, type Pour } from "./poured";

/**
 * A vessel by its inside dimensions. Heights are from the inside base; what is said without "base" is at the rim. A
 * shape is one entry in each table here, and does not compile until all have it.
 */
export type VesselShape =
  | { readonly shape: "round"; readonly insideDiameterCm: number; readonly baseDiameterCm: number }
  | { readonly shape: "square"; readonly insideSideCm: number; readonly baseSideCm: number }
  | {
      readonly shape: "rectangular" | "oval";
      readonly insideLengthCm: number;
      readonly insideWidthCm: number;
      readonly baseLengthCm: number;
      readonly baseWidthCm: number;
    }
  /** Half a barrel: widest at the rim, where it was sawn, with staves that bend in to the head. */
  | { readonly shape: "half-barrel"; readonly insideDiameterCm: number; readonly baseDiameterCm: number }
  /** A bowl: its wall a quarter of an ellipse from the flat of its base to the rim. */
  | { readonly shape: "bowl"; readonly insideDiameterCm: number; readonly baseDiameterCm: number }
  /** A bath tub: round corners, one end upright and the other sloping. */
  | {
      readonly shape: "bath";
      readonly insideLengthCm: number;
      readonly insideWidthCm: number;
      readonly baseLengthCm: number;
      readonly baseWidthCm: number;
      readonly cornerRadiusCm: number;
    }
  /** A bottle, carboy or jar: straight to the shoulder, then a cone to the neck. */
  | {
      readonly shape: "bottle";
      readonly insideDiameterCm: number;
      readonly neckDiameterCm: number;
      readonly shoulderCm: number;
      readonly neckFromCm: number;
    }
  /** Any other, measured by pouring. */
  | { readonly shape: "poured"; readonly pours: readonly Pour[] };

export type Shape = VesselShape["shape"];

export const VESSEL_MATERIALS = [
  "unsaid",
  "plastic",
  "resin",
  "glass",
  "ceramic",
  "unglazed",
  "stone",
  "wood",
  "metal",
  "fabric",
] as const;
export type VesselMaterial = (typeof VESSEL_MATERIALS)[number];

export const FOOD_SAFE = ["unsaid", "yes", "no"] as const;
export type FoodSafe = (typeof FOOD_SAFE)[number];

export type Vessel = VesselShape & {
  readonly insideDepthCm: number;
  readonly material: VesselMaterial;
  readonly wallCm: number;
  readonly baseCm: number;
  readonly seeThrough: boolean;
  readonly foodSafe: FoodSafe;
};

export const LEAST_SIDE_CM = 1;
export const GREATEST_SIDE_CM = 500;
/**
 * Marlstone's physics is for containers of 3 to 100 cm; twice that is let through, more is taken for a slip of the
 * unit.
 */
export const GREATEST_DEPTH_CM = 200;
export const GREATEST_WALL_CM = 20;

type Said = readonly [dimension: string, words: string];
const LENGTHS = [
  ["insideLengthCm", "inside length"],
  ["insideWidthCm", "inside width"],
  ["baseLengthCm", "length at the base"],
  ["baseWidthCm", "width at the base"],
  ["insideDepthCm", "inside depth"],
] as const;
const DIAMETERS = [
  ["insideDiameterCm", "inside diameter"],
  ["baseDiameterCm", "diameter at the base"],
  ["insideDepthCm", "inside depth"],
] as const;

/** The dimensions a vessel has, with the words a grower uses for them. */
export const VESSEL_DIMENSIONS = {
  round: DIAMETERS,
  square: [
    ["insideSideCm", "inside width"],
    ["baseSideCm", "width at the base"],
    ["insideDepthCm", "inside depth"],
  ],
  rectangular: LENGTHS,
  oval: LENGTHS,
  "half-barrel": DIAMETERS,
  bowl: DIAMETERS,
  bath: [...LENGTHS, ["cornerRadiusCm", "radius of the corners"]],
  bottle: [
    ["insideDiameterCm", "inside diameter"],
    ["neckDiameterCm", "diameter of the neck"],
    ["shoulderCm", "height of the shoulder"],
    ["neckFromCm", "height where the neck begins"],
    ["insideDepthCm", "inside depth"],
  ],
  poured: [["insideDepthCm", "inside depth"]],
} as const satisfies Record<Shape, readonly Said[]>;

export const VESSEL_SHAPES = Object.keys(VESSEL_DIMENSIONS) as readonly Shape[];

/** How its wall runs around: as a circle, which has a diameter, curved otherwise, or in straight sides. */
const AROUND: Record<Shape, "circle" | "curved" | "straight"> = {
  round: "circle",
  square: "straight",
  rectangular: "straight",
  oval: "curved",
  "half-barrel": "circle",
  bowl: "circle",
  bath: "straight",
  bottle: "circle",
  poured: "curved",
};
export const hasDiameter = ({ shape }: Pick<Vessel, "shape">): boolean => AROUND[shape] === "circle";
export const hasCurvedWall = ({ shape }: Pick<Vessel, "shape">): boolean => AROUND[shape] !== "straight";

export type VesselDimension = (typeof VESSEL_DIMENSIONS)[Shape][number][0];

export const dimensionCm = (vessel: Vessel, dimension: VesselDimension): number =>
  (vessel as unknown as Record<VesselDimension, number>)[dimension];

/** What a vessel of a shape is taken to have where it has not been said: straight walls of a usual thickness. */
export const USUAL_WALLS: Record<VesselMaterial, Pick<Vessel, "wallCm" | "baseCm" | "seeThrough">> = {
  unsaid: { wallCm: 0.3, baseCm: 0.3, seeThrough: false },
  plastic: { wallCm: 0.3, baseCm: 0.3, seeThrough: false },
  resin: { wallCm: 0.8, baseCm: 0.8, seeThrough: false },
  glass: { wallCm: 0.5, baseCm: 0.6, seeThrough: true },
  ceramic: { wallCm: 1, baseCm: 1.2, seeThrough: false },
  unglazed: { wallCm: 1, baseCm: 1.2, seeThrough: false },
  stone: { wallCm: 5, baseCm: 5, seeThrough: false },
  wood: { wallCm: 2, baseCm: 2, seeThrough: false },
  metal: { wallCm: 0.1, baseCm: 0.1, seeThrough: false },
  fabric: { wallCm: 0.3, baseCm: 0.3, seeThrough: false },
};

/** Length along which a vessel is cut, the width across the cut, and how far its left wall stands in, at a height. */
type Cut = { readonly lengthCm: number; readonly widthCm: number };

/** From the base to the rim along a straight wall. */
const between = (atBase: number, atRim: number, depthCm: number): readonly number[] =>
  atBase === atRim ? [atRim] : [atBase, (atRim - atBase) / depthCm];

/** Area of the level cut by height, from the inside base to the rim. Of a vessel that cannot be, what its rim says. */
export const vesselArea = onceFor((vessel: Vessel): AreaByHeight => {
  const depth = vessel.insideDepthCm;
  const one = (a: readonly number[], b: readonly number[], factor = 1): AreaByHeight => [
    pieceOfProduct(0, depth, a, b, factor),
  ];
  switch (vessel.shape) {
    case "round": {
      const d = between(vessel.baseDiameterCm, vessel.insideDiameterCm, depth);
      return d.length === 1 ? straightArea(Math.PI * (d[0]! / 2) ** 2, 0, depth) : one(d, d, Math.PI / 4);
    }
    case "square": {
      const side = between(vessel.baseSideCm, vessel.insideSideCm, depth);
      return one(side, side);
    }
    case "rectangular":
    case "oval":
      return one(
        between(vessel.baseLengthCm, vessel.insideLengthCm, depth),
        between(vessel.baseWidthCm, vessel.insideWidthCm, depth),
        vessel.shape === "oval" ? Math.PI / 4 : 1,
      );
    case "half-barrel": {
      const d = barrelDiameter(vessel, depth);
      return one(d, d, Math.PI / 4);
    }
    case "bowl":
      return bowlArea(vessel.baseDiameterCm / 2, vessel.insideDiameterCm / 2, depth);
    case "bath": {
      const [piece] = one(
        between(vessel.baseLengthCm, vessel.insideLengthCm, depth),
        between(vessel.baseWidthCm, vessel.insideWidthCm, depth),
      );
      const [first, ...rest] = piece!.coefficients;
      return [{ ...piece!, coefficients: [first! - (4 - Math.PI) * vessel.cornerRadiusCm ** 2, ...rest] }];
    }
    case "bottle": {
      const { insideDiameterCm, neckDiameterCm, shoulderCm, neckFromCm } = vessel;
      const cone = between(insideDiameterCm, neckDiameterCm, neckFromCm - shoulderCm);
      return [
        ...straightArea(Math.PI * (insideDiameterCm / 2) ** 2, 0, shoulderCm),
        ...(neckFromCm > shoulderCm ? [pieceOfProduct(shoulderCm, neckFromCm, cone, cone, Math.PI / 4)] : []),
        ...(depth > neckFromCm ? straightArea(Math.PI * (neckDiameterCm / 2) ** 2, neckFromCm, depth) : []),
      ];
    }
    case "poured": {
      const measured = pouredArea(vessel.pours);
      return measured.ok ? measured.value : straightArea(1, 0, depth);
    }
    default:
      return vessel satisfies never;
  }
});

/** The arc of a bowl's wall is laid through so many parabolas, closer together at its foot, where it lies flat. */
const BOWL_PIECES = 10;

/**
 * A bowl's area by height: r(t) = r₀ + (R − r₀)·√(2t − t²), t from the base to the rim, so that
 * A = π·(r₀² + 2·r₀·(R − r₀)·√(2t − t²) + (R − r₀)²·(2t − t²)). The root is no polynomial: within a piece it is the
 * parabola that has its value at both ends and its integral, so that volumes are exact at every joint.
 */
function bowlArea(baseCm: number, rimCm: number, depthCm: number): AreaByHeight {
  const flare = rimCm - baseCm;
  const pieces = baseCm * flare === 0 ? 1 : BOWL_PIECES;
  // by the angle from the arc's foot: t = 1 − cos θ, √(2t − t²) = sin θ
  const joints = Array.from({ length: pieces + 1 }, (_, i) => (i * Math.PI) / 2 / pieces);
  const heightOf = (angle: number): number => depthCm * (1 - Math.cos(angle));
  return joints.slice(1).map((to, i) => {
    const from = joints[i]!;
    const fromCm = heightOf(from);
    const toCm = i === pieces - 1 ? depthCm : heightOf(to);
    const high = toCm - fromCm;
    const [first, last] = [Math.sin(from), Math.sin(to)];
    const mean = (depthCm * (to - Math.sin(to) * Math.cos(to) - (from - Math.sin(from) * Math.cos(from)))) / 2 / high;
    const bend = 3 * (first + last - 2 * mean);
    const arc = [first, (last - first - bend) / high, bend / high ** 2];
    const t = fromCm / depthCm;
    const square = [2 * t - t ** 2, (2 - 2 * t) / depthCm, -1 / depthCm ** 2];
    const circle = [baseCm ** 2, 0, 0];
    return {
      fromCm,
      toCm,
      coefficients: circle.map((c, k) => Math.PI * (c + 2 * baseCm * flare * arc[k]! + flare ** 2 * square[k]!)),
    };
  });
}

/** A stave's bend: upright at the rim, where the barrel is widest. */
const barrelDiameter = (
  { baseDiameterCm, insideDiameterCm }: { readonly baseDiameterCm: number; readonly insideDiameterCm: number },
  depthCm: number,
): readonly number[] => {
  const bend = insideDiameterCm - baseDiameterCm;
  return [baseDiameterCm, (2 * bend) / depthCm, -bend / depthCm ** 2];
};

/** How long and how wide the level cut at a height is. [cm] */
export function cutAt(vessel: Vessel, heightCm: number): Cut {
  const depth = vessel.insideDepthCm;
  const z = Math.min(Math.max(heightCm, 0), depth);
  const t = z / depth;
  const along = (atBase: number, atRim: number): number => atBase + (atRim - atBase) * t;
  const round = (cm: number): Cut => ({ lengthCm: cm, widthCm: cm });
  switch (vessel.shape) {
    case "round":
      return round(along(vessel.baseDiameterCm, vessel.insideDiameterCm));
    case "square":
      return round(along(vessel.baseSideCm, vessel.insideSideCm));
    case "rectangular":
    case "oval":
    case "bath": {
      const length = along(vessel.baseLengthCm, vessel.insideLengthCm);
      const width = along(vessel.baseWidthCm, vessel.insideWidthCm);
      return vessel.insideLengthCm >= vessel.insideWidthCm
        ? { lengthCm: length, widthCm: width }
        : { lengthCm: width, widthCm: length };
    }
    case "bowl": {
      const [base, rim] = [vessel.baseDiameterCm, vessel.insideDiameterCm];
      return round(base + (rim - base) * Math.sqrt(t * (2 - t)));
    }
    case "half-barrel":
    case "bottle":
    case "poured":
      return round(2 * Math.sqrt(areaAtCm2(vesselArea(vessel), Math.min(z, depth * (1 - 1e-12))) / Math.PI));
    default:
      return vessel satisfies never;
  }
}

/** Length around the level cut at a height. [cm] */
export function perimeterCm(vessel: Vessel, heightCm: number): number {
  const { lengthCm, widthCm } = cutAt(vessel, heightCm);
  switch (vessel.shape) {
    case "square":
    case "rectangular":
      return 2 * (lengthCm + widthCm);
    case "bath":
      return 2 * (lengthCm + widthCm) - (8 - 2 * Math.PI) * vessel.cornerRadiusCm;
    case "round":
    case "oval":
    case "half-barrel":
    case "bowl":
    case "bottle":
    case "poured": {
      // an ellipse's to a few parts in ten thousand (Ramanujan 1914)
      const [a, b] = [lengthCm / 2, widthCm / 2];
      return Math.PI * (3 * (a + b) - Math.sqrt((3 * a + b) * (a + 3 * b)));
    }
    default:
      return vessel satisfies never;
  }
}

const SLANT_STEP_CM = 0.01;

/** Inside area of the wall between two heights, its slant counted. [cm²] */
export function wallAreaCm2(vessel: Vessel, fromCm: number, toCm: number): number {
  const low = Math.max(0, fromCm);
  const high = Math.min(vessel.insideDepthCm, toCm);
  if (!(high > low)) return 0;
  const slant = (z: number): number => {
    const [below, above] = [Math.max(z - SLANT_STEP_CM, 0), Math.min(z + SLANT_STEP_CM, vessel.insideDepthCm)];
    const run = (cutAt(vessel, above).widthCm - cutAt(vessel, below).widthCm) / 2 / (above - below);
    return Math.sqrt(1 + run ** 2);
  };
  const joints = [
    low,
    ...vesselArea(vessel).flatMap(({ toCm: joint }) => (joint > low && joint < high ? [joint] : [])),
    high,
  ];
  return joints
    .slice(1)
    .reduce((sum, to, i) => sum + gaussLegendre(joints[i]!, to, (z) => perimeterCm(vessel, z) * slant(z)), 0);
}

/** Inside area of the level cut at a height, by default at the rim. [cm²] */
export const vesselAreaCm2 = (vessel: Vessel, heightCm = vessel.insideDepthCm): number =>
  areaAtCm2(vesselArea(vessel), heightCm);

/** Area that stands on the ground, walls counted. [cm²] */
export function standsOnCm2(vessel: Vessel): number {
  const inside = vesselAreaCm2(vessel, 0);
  return inside + perimeterCm(vessel, 0) * vessel.wallCm + Math.PI * vessel.wallCm ** 2;
}

/** Inside volume up to a height, at most to the rim. [cm³] */
export const vesselVolumeCm3 = (vessel: Vessel, heightCm = vessel.insideDepthCm): number =>
  volumeBetweenCm3(vesselArea(vessel), 0, Math.min(Math.max(heightCm, 0), vessel.insideDepthCm));

/** Heights at which the outline of a curved vessel is drawn. */
const OUTLINE_STEPS = 24;

/** Greatest width of the vessel in its section, cut along its longest side. [cm] */
export const sectionWidthCm = (vessel: Vessel): number =>
  outlineHeightsCm(vessel).reduce((most, z) => Math.max(most, cutAt(vessel, z).lengthCm), 0);

/** Heights from base to rim between which the wall is straight to the eye. [cm] */
export function outlineHeightsCm(vessel: Vessel): readonly number[] {
  const depth = vessel.insideDepthCm;
  switch (vessel.shape) {
    case "round":
    case "square":
    case "rectangular":
    case "oval":
    case "bath":
      return [0, depth];
    case "bottle":
      return [0, vessel.shoulderCm, vessel.neckFromCm, depth].filter((z, i, all) => i === 0 || z > all[i - 1]!);
    case "half-barrel":
    case "bowl":
    case "poured":
      // closer to the base, where a bowl's wall lies flat
      return Array.from({ length: OUTLINE_STEPS + 1 }, (_, i) => depth * (i / OUTLINE_STEPS) ** 2);
    default:
      return vessel satisfies never;
  }
}

/** Where the left and right inside walls stand at a height, from the left end of the section. [cm] */
export function wallsAtCm(vessel: Vessel, heightCm: number): { readonly leftCm: number; readonly rightCm: number } {
  const width = sectionWidthCm(vessel);
  const { lengthCm } = cutAt(vessel, heightCm);
  // a bath slopes at one end and is upright at the other
  const leftCm = vessel.shape === "bath" ? width - lengthCm : (width - lengthCm) / 2;
  return { leftCm, rightCm: leftCm + lengthCm };
}

/** The narrowest level above a height: what has to go in or come out there passes it. [cm] */
export const narrowestAboveCm = (vessel: Vessel, heightCm: number): number =>
  [heightCm, ...outlineHeightsCm(vessel).filter((z) => z > heightCm), vessel.insideDepthCm].reduce(
    (least, z) => Math.min(least, cutAt(vessel, z).widthCm),
    Infinity,
  );
