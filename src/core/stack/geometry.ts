import { onceFor } from "../units/once";
import type { AreaByHeight } from "../vessel/area-by-height";
import { vesselArea, vesselAreaCm2 } from "../vessel/vessel";
import { boreCm2, fixtureOf, fixturesOf, type Fixture } from "./fixtures";
import type { Legs, Setup } from "./setup";

/**
 * Where everything of a setup stands, derived once for each setup. Heights are in cm over the inside base.
 */

type Stacked = Pick<Setup, "fillFromCm" | "layers">;
type Equipped = Pick<Setup, "vessel" | "fixtures">;

/** Height of the soil's surface over the inside base. [cm] */
export const stackHeightCm = (setup: Stacked): number => boundariesCm(setup).at(-1)!;

/** Height left between the top of the stack and the rim. [cm] */
export const headroomCm = (setup: Setup): number => setup.vessel.insideDepthCm - stackHeightCm(setup);

/** Heights of the layers' bottoms, and last the top of the stack: one more than there are layers. [cm] */
export const boundariesCm = onceFor(({ fillFromCm, layers }: Stacked): readonly number[] => {
  const heights = [fillFromCm];
  for (const { thicknessCm } of layers) heights.push(heights.at(-1)! + thicknessCm);
  return heights;
});

/** Area of a layer's legs. [cm²] */
export const legsAreaCm2 = ({ section, acrossCm, count }: Legs): number =>
  section === "round" ? boreCm2(acrossCm, count) : count * acrossCm ** 2;

/** Height of the platform or false bottom that carries what goes from wall to wall; 0 where it lies on the base. [cm] */
export function platformCm(setup: Stacked): number {
  const highest = setup.layers.findLastIndex(({ legs }) => legs !== null);
  return highest < 0 ? setup.fillFromCm : boundariesCm(setup)[highest + 1]!;
}

/** A way out of the vessel: what stands over its lip leaves. */
export type Opening = {
  readonly lipCm: number;
  readonly diameterCm: number;
  readonly count: number;
  /** Over a liner's edge it runs down behind the sheet, and out by what is open under it. */
  readonly way: "wall" | "pipe" | "liner" | "front";
};

/** How a vessel's fixtures let water out, derived once. */
export type Openings = {
  /** Whether water passes the base. */
  readonly baseIsOpen: boolean;
  /** What it passes there: holes of one size each. */
  readonly base: readonly { readonly diameterCm: number; readonly count: number }[];
  /** Ways out over the base, the lowest first. */
  readonly over: readonly Opening[];
  /** The tray's water stands at most this high over the inside base; undefined without a tray. */
  readonly trayRimCm: number | undefined;
  readonly trayBedCm: number | undefined;
};

/** A bag's cloth lets water through everywhere: as so many holes a needle made. */
const FABRIC_HOLES = { diameterCm: 0.2, count: 400 };

/** A fixture as a way out over the base, if it is one that is open. */
function openingOf(fixture: Fixture, linedTo: number): Opening | undefined {
  switch (fixture.kind) {
    case "hole": {
      const { lipCm, diameterCm, count, plugged } = fixture;
      return fixture.in === "wall" && !plugged && lipCm >= linedTo
        ? { lipCm, diameterCm, count, way: "wall" }
        : undefined;
    }
    case "standpipe":
      return { lipCm: fixture.lipCm, diameterCm: fixture.diameterCm, count: 1, way: "pipe" };
    case "front":
      return { lipCm: fixture.sillCm, ...FRONT_GAP, way: "front" };
    case "fill-tube":
    case "tell-tale":
    case "tray":
    case "liner":
    case "drain-screen":
    case "dressing":
    case "feed-strip":
    case "lid":
      return undefined;
    default:
      return fixture satisfies never;
  }
}
/** What is not sealed under a door lets water out as so many small holes. */
const FRONT_GAP = { diameterCm: 0.2, count: 60 };

export const openingsOf = onceFor((setup: Equipped): Openings => {
  const { vessel } = setup;
  const linedTo = fixtureOf(setup, "liner")?.topCm ?? 0;
  const isFabric = vessel.material === "fabric";
  const holes = fixturesOf(setup, "hole").filter(({ plugged }) => !plugged);
  const inBase = linedTo > 0 ? [] : holes.filter((hole) => hole.in === "base");
  const seeps = isFabric && linedTo <= 0;
  const tray = fixtureOf(setup, "tray");
  const behindLiner =
    linedTo <= 0 || linedTo >= vessel.insideDepthCm
      ? []
      : isFabric
        ? [FABRIC_HOLES]
        : holes.filter((hole) => hole.in === "base" || hole.lipCm < linedTo);
  const over = [
    ...setup.fixtures.flatMap((fixture) => openingOf(fixture, linedTo) ?? []),
    ...behindLiner.map(({ diameterCm, count }) => ({ lipCm: linedTo, diameterCm, count, way: "liner" as const })),
  ].sort((a, b) => a.lipCm - b.lipCm);
  return {
    baseIsOpen: inBase.length > 0 || seeps,
    base: seeps ? [FABRIC_HOLES] : inBase.map(({ diameterCm, count }) => ({ diameterCm, count })),
    over,
    trayRimCm: tray && tray.insideDepthCm - vessel.baseCm,
    trayBedCm: tray && -vessel.baseCm,
  };
});

/**
 * The lowest height at which water leaves for good: the base, a hole's lip, the rim of the tray an open base stands in.
 * Undefined for a sealed vessel. [cm]
 */
export function drainsAtCm(setup: Equipped): number | undefined {
  const { baseIsOpen, over, trayRimCm } = openingsOf(setup);
  // what runs out of a hole over an open base has run into the tray, and leaves over its rim
  return baseIsOpen ? Math.max(0, trayRimCm ?? 0) : over[0]?.lipCm;
}

/** The way water takes first, for who watches for it. */
export function firstWayOutWords(setup: Equipped): string {
  const { baseIsOpen, over } = openingsOf(setup);
  if (baseIsOpen) return "the holes in the base";
  const [first] = over;
  switch (first?.way) {
    case undefined:
      return "the rim";
    case "pipe":
      return "the standpipe";
    case "liner":
      return "under the liner's edge";
    case "front":
      return "the front, over its sill";
    case "wall":
      return first!.count === 1 ? "the hole in the wall" : "the holes in the wall";
    default:
      return first!.way satisfies never;
  }
}

/** Up to where free water is held: the reservoir's brim. Undefined for a vessel that holds none of its own. [cm] */
export function reservoirTopCm(setup: Pick<Setup, "vessel" | "fixtures" | "water">): number | undefined {
  const { water, vessel } = setup;
  switch (water.by) {
    case "level":
      return Math.min(drainsAtCm(setup) ?? vessel.insideDepthCm, vessel.insideDepthCm);
    case "soaking": {
      const brim = soakedLevelCm(setup);
      return brim > 0 ? brim : undefined;
    }
    case "volume":
      return undefined;
    default:
      return water satisfies never;
  }
}

/** Where water stands for good once all that can has run out after a soaking: a tray is emptied then. [cm] */
export function soakedLevelCm(setup: Equipped): number {
  const { baseIsOpen } = openingsOf(setup);
  return baseIsOpen ? 0 : (drainsAtCm(setup) ?? setup.vessel.insideDepthCm);
}

/** Whether a vessel is read some time after a soaking that could run out of it. */
export const drainsAfterSoaking = (setup: Pick<Setup, "vessel" | "fixtures" | "water">): boolean =>
  setup.water.by === "soaking" && drainsAtCm(setup) !== undefined;

/**
 * The height of free water that a setup states by itself, before anything is settled. Undefined for a volume among
 * layers. [cm]
 */
export function statedWaterHeightCm(setup: Setup): number | undefined {
  const { water, vessel, layers } = setup;
  switch (water.by) {
    case "level":
      return water.levelCm;
    case "soaking":
      return soakedLevelCm(setup);
    case "volume":
      return layers.length === 0 ? water.storedCm3 / vesselAreaCm2(vessel) : undefined;
    default:
      return water satisfies never;
  }
}

/** Whether a layer lies under the roots and over a reservoir, so that their water rises through it. */
export const isWickLayer = ({ water, layers }: Setup, index: number): boolean =>
  water.by === "level" && index < layers.findIndex(({ rooted }) => rooted);

/** Lowest and highest height at which roots are meant to live; undefined when no layer is rooted. [cm] */
export function rootZoneCm(setup: Stacked): Zone | undefined {
  const lowest = setup.layers.findIndex(({ rooted }) => rooted);
  if (lowest < 0) return undefined;
  const heights = boundariesCm(setup);
  return { fromCm: heights[lowest]!, toCm: heights[setup.layers.findLastIndex(({ rooted }) => rooted) + 1]! };
}

/** From one height to another. [cm] */
export type Zone = { readonly fromCm: number; readonly toCm: number };

/** All of it, for who needs more than one height. */
export type Geometry = {
  /** The vessel's inside. */
  readonly inside: AreaByHeight;
  readonly boundariesCm: readonly number[];
  readonly surfaceCm: number;
  readonly platformCm: number;
  readonly rootsCm: Zone | undefined;
  readonly openings: Openings;
  readonly drainsAtCm: number | undefined;
};

export const geometryOf = onceFor((setup: Setup): Geometry => ({
  inside: vesselArea(setup.vessel),
  boundariesCm: boundariesCm(setup),
  surfaceCm: stackHeightCm(setup),
  platformCm: platformCm(setup),
  rootsCm: rootZoneCm(setup),
  openings: openingsOf(setup),
  drainsAtCm: drainsAtCm(setup),
}));
