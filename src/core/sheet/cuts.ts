import { fixturesOf, type Hole, type Standpipe } from "../stack/fixtures";
import type { Setup } from "../stack/setup";
import type { UnitSystem } from "../units/units";
import { cutAt, hasCurvedWall, type Vessel } from "../vessel/vessel";
import { drillFor, type Drill } from "../stack/drills";

/**
 * Where holes go, measured as one measures at the bench: up from what the vessel stands on, or down from its rim. Places
 * on the wall are counted along it from the middle of the side they are in; places in the base from its middle.
 */
export type Place = { readonly alongCm: number; readonly acrossCm: number };

export type WallCut = {
  readonly in: "wall";
  readonly fixture: Hole;
  readonly drill: Drill | undefined;
  /** What is drilled: the drill's width, or the design's where it is sawn. [cm] */
  readonly diameterCm: number;
  readonly side: "left" | "right";
  /** Of the holes' centres: over the inside base, over what the vessel stands on, and under the rim. [cm] */
  readonly centreCm: number;
  readonly overGroundCm: number;
  readonly underRimCm: number;
  /** How wide that side is there; on a round vessel what goes once around. [cm] */
  readonly sideCm: number;
  readonly places: readonly Place[];
};
export type BaseCut = {
  readonly in: "base";
  readonly fixture: Hole | Standpipe;
  readonly drill: Drill | undefined;
  readonly diameterCm: number;
  readonly lengthCm: number;
  readonly widthCm: number;
  readonly isRound: boolean;
  readonly places: readonly Place[];
};
export type Cut = WallCut | BaseCut;

/** Between the centres of neighbouring holes, in their diameters: nearer, the wall between them breaks. */
const SPACING = 3;
const LEAST_SPACING_CM = 2;
/** A pipe's own wall. [cm] */
const PIPE_WALL_CM = 0.2;
/** Where the holes of a ring lie, from the middle to the edge; inner and outer where there are many. */
const RING = 0.6;
const RINGS = { inner: 0.35, outer: 0.72, innerShare: 0.3, from: 9 } as const;

/** All that is drilled or sawn into a vessel, walls first. Stopped holes are not. */
export function cutsOf({ vessel, fixtures }: Pick<Setup, "vessel" | "fixtures">, system: UnitSystem): readonly Cut[] {
  // cloth is not drilled
  if (vessel.material === "fabric") return [];
  const holes = fixturesOf({ fixtures }, "hole").filter(({ plugged, came }) => !plugged && !came);
  return [
    ...holes.filter((hole) => hole.in === "wall").map((hole) => wallCut(vessel, hole, system)),
    ...holes.filter((hole) => hole.in === "base").map((hole) => baseCut(vessel, hole, hole.diameterCm, system)),
    // one in a drain that is there is not drilled for
    ...fixturesOf({ fixtures }, "standpipe").flatMap((pipe) =>
      pipe.inDrain ? [] : baseCut(vessel, pipe, pipe.diameterCm + 2 * PIPE_WALL_CM, system),
    ),
  ];
}

function wallCut(vessel: Vessel, fixture: Hole, system: UnitSystem): WallCut {
  const drill = drillFor(fixture.diameterCm, system);
  const diameterCm = drill?.diameterCm ?? fixture.diameterCm;
  // the lower edge is what counts: a wider drill goes higher, not lower
  const centreCm = fixture.lipCm + diameterCm / 2;
  const { widthCm } = cutAt(vessel, centreCm);
  const sideCm = hasCurvedWall(vessel) ? Math.PI * widthCm : widthCm;
  const step = Math.max(SPACING * diameterCm, LEAST_SPACING_CM);
  const row = Math.min(step, (0.8 * sideCm) / Math.max(1, fixture.count));
  return {
    in: "wall",
    fixture,
    drill,
    diameterCm,
    side: fixture.acrossShare < 0.5 ? "left" : "right",
    centreCm,
    overGroundCm: centreCm + vessel.baseCm,
    underRimCm: vessel.insideDepthCm - centreCm,
    sideCm,
    places: Array.from({ length: fixture.count }, (_, i) => ({
      alongCm: (i - (fixture.count - 1) / 2) * row,
      acrossCm: 0,
    })),
  };
}

function baseCut(vessel: Vessel, fixture: Hole | Standpipe, boreCm: number, system: UnitSystem): BaseCut {
  const drill = drillFor(boreCm, system);
  const { lengthCm, widthCm } = cutAt(vessel, 0);
  const isRound = hasCurvedWall(vessel);
  const count = fixture.kind === "hole" ? fixture.count : 1;
  return {
    in: "base",
    fixture,
    drill,
    diameterCm: drill?.diameterCm ?? boreCm,
    lengthCm,
    widthCm,
    isRound,
    places:
      count === 1
        ? [{ alongCm: (fixture.acrossShare - 0.5) * 0.9 * lengthCm, acrossCm: 0 }]
        : isRound
          ? ringPlaces(count, lengthCm, widthCm)
          : gridPlaces(count, lengthCm, widthCm),
  };
}

function ringPlaces(count: number, lengthCm: number, widthCm: number): readonly Place[] {
  const ring = (of: number, share: number): Place[] =>
    Array.from({ length: of }, (_, i) => {
      const angle = (2 * Math.PI * (i + 0.5)) / of;
      return { alongCm: (share * lengthCm * Math.cos(angle)) / 2, acrossCm: (share * widthCm * Math.sin(angle)) / 2 };
    });
  if (count < RINGS.from) return ring(count, RING);
  const inner = Math.round(count * RINGS.innerShare);
  return [...ring(inner, RINGS.inner), ...ring(count - inner, RINGS.outer)];
}

function gridPlaces(count: number, lengthCm: number, widthCm: number): readonly Place[] {
  const columns = columnsOf(count, lengthCm / widthCm);
  const rows = Math.ceil(count / columns);
  return Array.from({ length: count }, (_, i) => {
    const row = Math.floor(i / columns);
    // the last row may be shorter, and is spread as evenly
    const inRow = row === rows - 1 ? count - columns * (rows - 1) : columns;
    return {
      alongCm: (((i % columns) + 0.5) / inRow - 0.5) * lengthCm,
      acrossCm: ((row + 0.5) / rows - 0.5) * widthCm,
    };
  });
}

/** An empty place in a grid is as bad as a grid this much too long for its base, as a logarithm. */
const EMPTY_PLACE = 0.25;

/** As many columns as make the grid's places about as far apart along as across, and its rows full. */
function columnsOf(count: number, aspect: number): number {
  const amiss = (columns: number): number => {
    const rows = Math.ceil(count / columns);
    return Math.abs(Math.log(columns / rows / aspect)) + EMPTY_PLACE * (columns * rows - count);
  };
  return Array.from({ length: Math.min(count, 60) }, (_, i) => i + 1).reduce((best, one) =>
    amiss(one) < amiss(best) ? one : best,
  );
}
