import { vesselAreaCm2, type Vessel } from "../vessel/vessel";
import {
  boreCm2,
  DRESSED_EVAPORATION,
  fixtureHeightKey,
  fixtureOf,
  fixturesOf,
  type Fixture,
  type Separator,
} from "./fixtures";

/**
 * Feet, baskets or cords: so many columns of one width in which a layer stands, with water or air beside them. What lies
 * on them rests on a platform.
 */
export type Legs = { readonly section: "round" | "square"; readonly acrossCm: number; readonly count: number };

/** One layer of a stack. `name` is the grower's own; empty means the medium's name. */
export type StackLayer = {
  readonly id: string;
  readonly name: string;
  readonly mediumId: string;
  readonly thicknessCm: number;
  /** Null for a layer from wall to wall. */
  readonly legs: Legs | null;
  /** What lies under it to keep it out of the layer below. */
  readonly separator: Separator | null;
  /** Whether roots are meant to live in it; readings of the root zone come from these layers. */
  readonly rooted: boolean;
};

/** How the water in there came to be as it is said to be; what holds it are the vessel and its fixtures. */
export type Standing =
  /** Filled until free water stands at a height over the inside base: in the reservoir, the tray or over the soil. */
  | { readonly by: "level"; readonly levelCm: number }
  /** Soaked from the top until no more runs out. */
  | { readonly by: "soaking" }
  /** So much water in all, the bound water included. */
  | { readonly by: "volume"; readonly storedCm3: number };

/**
 * How the water came to where it is. A medium that wets holds less at the same suction than one that dries
 * (hysteresis), and one put in dry may not take up water from below at all.
 */
export const HISTORIES = ["soaked", "moist", "dry"] as const;
export type History = (typeof HISTORIES)[number];

/** Where it stands, as far as the design depends on it. */
export const SUN = ["unsaid", "shade", "sun"] as const;
export const RAIN = ["unsaid", "sheltered", "open"] as const;
export const CHILDREN = ["unsaid", "yes", "no"] as const;
export type Site = {
  readonly sun: (typeof SUN)[number];
  readonly rain: (typeof RAIN)[number];
  readonly children: (typeof CHILDREN)[number];
  /** Roof whose water runs into it. [m²] */
  readonly roofM2: number;
  /** A day's sum of photons for photosynthesis where it stands; null while nobody has said. [mol/m²] */
  readonly lightMolPerDay: number | null;
  /** The coldest and the warmest it gets there, over the year. [°C] */
  readonly coldestC: number | null;
  readonly warmestC: number | null;
  /** Relative humidity of the air there. [0…1] */
  readonly humidity: number | null;
  /** Solids dissolved in the water it is given. [mg/L] */
  readonly waterPpm: number | null;
};
export const UNSAID_SITE: Site = {
  sun: "unsaid",
  rain: "unsaid",
  children: "unsaid",
  roofM2: 0,
  lightMolPerDay: null,
  coldestC: null,
  warmestC: null,
  humidity: null,
  waterPpm: null,
};

/** So many of one kind that live in a setup. `occupantId` names a kind of the library, or a grower's own. */
export type Occupancy = { readonly id: string; readonly occupantId: string; readonly count: number };

/** A plant as it is put in: its crown over the soil's surface (under it where negative), and its root ball. */
export type Planting = {
  readonly crownOverSoilCm: number;
  readonly ballDepthCm: number;
  readonly ballAcrossCm: number;
};

/** A plant out of a small pot, until it is said how it is planted. */
export const USUAL_PLANTING: Planting = { crownOverSoilCm: 0.5, ballDepthCm: 8, ballAcrossCm: 9 };

/** A setup: a vessel, what is built into it, its fill from the bottom up, and the water in it. */
export type Setup = {
  readonly name: string;
  readonly vessel: Vessel;
  readonly fixtures: readonly Fixture[];
  /** Height over the inside base at which the fill begins: 0, or that of a false bottom, or of the feet's lower end. */
  readonly fillFromCm: number;
  readonly layers: readonly StackLayer[];
  readonly water: Standing;
  readonly history: History;
  /** What plants and air take in a day, over the vessel's mouth, with the soil bare. [mm/day] */
  readonly demandMmPerDay: number;
  readonly planting: Planting | null;
  readonly site: Site;
  readonly occupants: readonly Occupancy[];
  /** It is watered or filled up every so many days; null for whenever it wants it. */
  readonly wateredEveryDays: number | null;
};

/** What a setup has until the grower says otherwise: soaked from the top, as most are, and a usual growing day. */
export const USUAL_HISTORY: History = "soaked";
/**
 * What a closed vessel loses by its lid and neck: some hundredths to tenths of a mm; what leaves turn to vapour runs down
 * the walls again. [mm/day]
 */
export const CLOSED_DEMAND_MM_PER_DAY = 0.05;
export const USUAL_DEMAND_MM_PER_DAY = 4;

/** Height of the soil's surface over the inside base. [cm] */
export const stackHeightCm = (setup: Pick<Setup, "fillFromCm" | "layers">): number =>
  setup.layers.reduce((sum, layer) => sum + layer.thicknessCm, setup.fillFromCm);

/** Height left between the top of the stack and the rim. [cm] */
export const headroomCm = (setup: Setup): number => setup.vessel.insideDepthCm - stackHeightCm(setup);

/** Heights of the layers' bottoms, and last the top of the stack: one more than there are layers. [cm] */
export function boundariesCm(setup: Pick<Setup, "fillFromCm" | "layers">): number[] {
  const heights = [setup.fillFromCm];
  for (const layer of setup.layers) heights.push(heights.at(-1)! + layer.thicknessCm);
  return heights;
}

/** Area of a layer's legs. [cm²] */
export const legsAreaCm2 = ({ section, acrossCm, count }: Legs): number =>
  section === "round" ? boreCm2(acrossCm, count) : count * acrossCm ** 2;

/** Height of the platform or false bottom that carries what goes from wall to wall; 0 where it lies on the base. [cm] */
export function platformCm(setup: Pick<Setup, "fillFromCm" | "layers">): number {
  const highest = setup.layers.findLastIndex(({ legs }) => legs !== null);
  return highest < 0 ? setup.fillFromCm : boundariesCm(setup)[highest + 1]!;
}

/** A way out of the vessel: what stands over its lip leaves. */
export type Opening = {
  readonly lipCm: number;
  readonly diameterCm: number;
  readonly count: number;
  readonly way: "wall" | "pipe";
};

/** How a vessel's fixtures let water out, derived once. */
export type Openings = {
  /** Whether water passes the base. */
  readonly baseIsOpen: boolean;
  /** What it passes there. */
  readonly baseDiameterCm: number;
  readonly baseCount: number;
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
    case "fill-tube":
    case "tell-tale":
    case "tray":
    case "liner":
    case "drain-screen":
    case "dressing":
    case "lid":
      return undefined;
    default:
      return fixture satisfies never;
  }
}

export function openingsOf(setup: Pick<Setup, "vessel" | "fixtures">): Openings {
  const { vessel } = setup;
  const linedTo = fixtureOf(setup, "liner")?.topCm ?? 0;
  const isFabric = vessel.material === "fabric";
  const inBase = linedTo > 0 ? [] : fixturesOf(setup, "hole").filter((hole) => hole.in === "base" && !hole.plugged);
  const seeps = isFabric && linedTo <= 0;
  const tray = fixtureOf(setup, "tray");
  const over = [
    ...setup.fixtures.flatMap((fixture) => openingOf(fixture, linedTo) ?? []),
    ...(isFabric && linedTo > 0 ? [{ lipCm: linedTo, ...FABRIC_HOLES, way: "wall" as const }] : []),
  ].sort((a, b) => a.lipCm - b.lipCm);
  return {
    baseIsOpen: inBase.length > 0 || seeps,
    baseDiameterCm: seeps ? FABRIC_HOLES.diameterCm : (inBase[0]?.diameterCm ?? 0),
    baseCount: seeps ? FABRIC_HOLES.count : inBase.reduce((sum, { count }) => sum + count, 0),
    over,
    trayRimCm: tray && tray.insideDepthCm - vessel.baseCm,
    trayBedCm: tray && -vessel.baseCm,
  };
}

/**
 * The lowest height at which water leaves for good: the base, a hole's lip, the rim of the tray an open base stands in.
 * Undefined for a sealed vessel. [cm]
 */
export function drainsAtCm(setup: Pick<Setup, "vessel" | "fixtures">): number | undefined {
  const { baseIsOpen, over, trayRimCm } = openingsOf(setup);
  // what runs out of a hole over an open base has run into the tray, and leaves over its rim
  return baseIsOpen ? Math.max(0, trayRimCm ?? 0) : over[0]?.lipCm;
}

/** A size of a fixture that is moved in the vessel: the height it is counted from, and between which heights it ends. */
export type FixtureGrip = {
  readonly key: "lipCm" | "topCm" | "insideDepthCm" | "thicknessCm";
  readonly fromCm: number;
  readonly leastCm: number;
  readonly mostCm: number;
};

/** What a fixture is taken hold of by to be made higher or lower; undefined for what stands on the base as it is. */
export function gripOf(
  setup: Pick<Setup, "vessel" | "fixtures" | "layers" | "fillFromCm">,
  fixture: Fixture,
): FixtureGrip | undefined {
  const { insideDepthCm, baseCm } = setup.vessel;
  const grip = (key: FixtureGrip["key"], fromCm: number, leastCm: number, mostCm: number): FixtureGrip => ({
    key,
    fromCm,
    leastCm,
    mostCm,
  });
  switch (fixture.kind) {
    case "tray":
      return grip("insideDepthCm", -baseCm, LEAST_MOVED_CM - baseCm, insideDepthCm);
    case "dressing": {
      const surfaceCm = stackHeightCm(setup);
      return grip("thicknessCm", surfaceCm, surfaceCm + LEAST_MOVED_CM, Math.max(insideDepthCm, surfaceCm + 1));
    }
    case "hole":
    case "standpipe":
    case "liner":
    case "fill-tube":
    case "tell-tale":
    case "drain-screen":
    case "lid": {
      const key = fixtureHeightKey(fixture);
      return key && grip(key, 0, 0, insideDepthCm);
    }
    default:
      return fixture satisfies never;
  }
}
/** A hand makes nothing thinner than this, or it could not be taken hold of again. [cm] */
const LEAST_MOVED_CM = 0.2;

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
export function soakedLevelCm(setup: Pick<Setup, "vessel" | "fixtures">): number {
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
export function rootZoneCm(setup: Setup): { readonly fromCm: number; readonly toCm: number } | undefined {
  const lowest = setup.layers.findIndex(({ rooted }) => rooted);
  if (lowest < 0) return undefined;
  const heights = boundariesCm(setup);
  return { fromCm: heights[lowest]!, toCm: heights[setup.layers.findLastIndex(({ rooted }) => rooted) + 1]! };
}

/** What a day takes until it is known better. [mm/day] */
export const usualDemand = (by: Standing["by"]): number =>
  by === "volume" ? CLOSED_DEMAND_MM_PER_DAY : USUAL_DEMAND_MM_PER_DAY;

/** The soil's own part of what a planted surface loses; the rest goes through leaves. Judged, between 0.2 and 0.4. */
export const SOIL_SHARE = 0.3;

/** What plants and air take in a day once the soil is dressed. [mm/day] */
export function dressedDemandMmPerDay(setup: Setup): number {
  const dressing = fixtureOf(setup, "dressing");
  if (!dressing) return setup.demandMmPerDay;
  const soilShare = setup.layers.some(({ rooted }) => rooted) ? SOIL_SHARE : 1;
  return setup.demandMmPerDay * (1 - soilShare * (1 - DRESSED_EVAPORATION[dressing.material].typical));
}
