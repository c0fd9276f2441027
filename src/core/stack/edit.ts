import { toTenthOfMillimetre } from "../units/numbers";
import type { Vessel } from "../vessel/vessel";
import type { Fixture } from "./fixtures";
import type { Problem } from "../units/problem";
import { THINNEST_LAYER_CM } from "./check";
import {
  type Demand,
  type History,
  type Occupancy,
  type Planting,
  type Setup,
  type Site,
  type StackLayer,
  type Standing,
  type Stay,
} from "./setup";
import { gripOf, type FixtureGrip } from "./grips";
import { boundariesCm, drainsAtCm, headroomCm } from "./geometry";
import { dragReservoirTop, reservoirLayer } from "./platform";

/**
 * Changes to a setup, as pure functions: none mutates, none checks. `newProblems` says what speaks against one.
 * Functions whose name starts with "drag" keep the result inside what the vessel allows, since a hand cannot read an
 * error.
 */

export const rename = (setup: Setup, name: string): Setup => ({ ...setup, name });

export const withVessel = (setup: Setup, vessel: Vessel): Setup => ({ ...setup, vessel });

export const withWater = (setup: Setup, water: Standing): Setup => ({ ...setup, water });

export const withFixture = (setup: Setup, fixture: Fixture): Setup => ({
  ...setup,
  fixtures: setup.fixtures.some(({ id }) => id === fixture.id)
    ? setup.fixtures.map((one) => (one.id === fixture.id ? fixture : one))
    : [...setup.fixtures, fixture],
});

export const withoutFixture = (setup: Setup, id: string): Setup => ({
  ...setup,
  fixtures: setup.fixtures.filter((fixture) => fixture.id !== id),
});

export const withSite = (setup: Setup, site: Site): Setup => ({ ...setup, site });
/** Where it stands through the year; nowhere that is known, where there is none. */
export function withPlaces({ places: _places, ...setup }: Setup, places: readonly Stay[]): Setup {
  return places.length > 0 ? { ...setup, places } : { ...setup, here: undefined };
}
export const withPlanting = (setup: Setup, planting: Planting | null): Setup => ({ ...setup, planting });
export const withOccupants = (setup: Setup, occupants: readonly Occupancy[]): Setup => ({ ...setup, occupants });
export const withRhythm = (setup: Setup, wateredEveryDays: number | null): Setup => ({ ...setup, wateredEveryDays });
export const withFillFrom = (setup: Setup, fillFromCm: number): Setup => ({ ...setup, fillFromCm });

export const withLayer = (setup: Setup, id: string, change: Partial<Omit<StackLayer, "id">>): Setup => ({
  ...setup,
  layers: setup.layers.map((layer) => (layer.id === id ? { ...layer, ...change } : layer)),
});

export const withoutLayer = (setup: Setup, id: string): Setup => ({
  ...setup,
  layers: setup.layers.filter((layer) => layer.id !== id),
});

export const withHistory = (setup: Setup, history: History): Setup => ({ ...setup, history });

export const withDemand = (setup: Setup, demand: Demand): Setup => ({ ...setup, demand });
/** A day that takes so much, said by the grower. */
export const withSaidDemand = (setup: Setup, mmPerDay: number): Setup => withDemand(setup, { by: "said", mmPerDay });

/** Moves a layer to another place in the stack, counted from the bottom. */
export function moveLayer(setup: Setup, id: string, toIndex: number): Setup {
  const from = setup.layers.findIndex((layer) => layer.id === id);
  if (from < 0) return setup;
  const layers = [...setup.layers];
  const [layer] = layers.splice(from, 1);
  layers.splice(Math.min(Math.max(toIndex, 0), layers.length), 0, layer!);
  return { ...setup, layers };
}

const USUAL_NEW_LAYER_CM = 5;

const WALL_TO_WALL: Pick<StackLayer, "legs" | "separator"> = { legs: null, separator: null };

/**
 * Puts a new layer above the one at `belowIndex` (−1 for the bottom). It takes the headroom there is, up to a usual
 * thickness; in a full vessel it takes half of the layer it is set on, and says so in `tookFrom`.
 */
export function addLayer(
  setup: Setup,
  belowIndex: number,
  layer: Omit<StackLayer, "thicknessCm" | "legs" | "separator">,
): { readonly setup: Setup; readonly tookFrom: StackLayer | undefined } | undefined {
  const at = Math.min(Math.max(belowIndex + 1, 0), setup.layers.length);
  const headroom = headroomCm(setup);
  if (headroom >= 1 || setup.layers.length === 0) {
    const usual = setup.layers.length === 0 ? toTenthOfMillimetre(setup.vessel.insideDepthCm / 2) : USUAL_NEW_LAYER_CM;
    return {
      setup: {
        ...setup,
        layers: setup.layers.toSpliced(at, 0, { ...layer, ...WALL_TO_WALL, thicknessCm: Math.min(usual, headroom) }),
      },
      tookFrom: undefined,
    };
  }
  const donor = setup.layers[Math.max(at - 1, 0)]!;
  const half = toTenthOfMillimetre(donor.thicknessCm / 2);
  if (half < THINNEST_LAYER_CM || donor.thicknessCm - half < THINNEST_LAYER_CM) return undefined;
  const slimmer = withLayer(setup, donor.id, { thicknessCm: donor.thicknessCm - half });
  return {
    setup: { ...slimmer, layers: slimmer.layers.toSpliced(at, 0, { ...layer, ...WALL_TO_WALL, thicknessCm: half }) },
    tookFrom: donor,
  };
}

/**
 * Drags boundary `index` (1 = top of the lowest layer; the last is the top of the stack) to a height. An inner boundary
 * trades thickness between its two layers; the top one makes the top layer thicker up to the rim.
 */
export function dragBoundary(setup: Setup, index: number, heightCm: number): Setup {
  // feet and what rests on them are one thing, and what holds their water goes with them
  if (setup.layers[index - 1]?.legs && reservoirLayer(setup) === index - 1) return dragReservoirTop(setup, heightCm);
  const heights = boundariesCm(setup);
  const lower = setup.layers[index - 1];
  if (!lower) return setup;
  const upper = setup.layers[index];
  const least = Math.min(heights[index]!, heights[index - 1]! + THINNEST_LAYER_CM);
  const most = upper
    ? Math.max(heights[index]!, heights[index + 1]! - THINNEST_LAYER_CM)
    : Math.max(heights[index]!, setup.vessel.insideDepthCm);
  const base = heights[index - 1]!;
  const thicknessCm = Math.min(toTenthOfMillimetre(clamp(heightCm, least, most) - base), most - base);
  const moved = withLayer(setup, lower.id, { thicknessCm });
  // the upper layer takes exactly the rest, so that rounding never makes the stack higher
  return upper
    ? withLayer(moved, upper.id, { thicknessCm: lower.thicknessCm + upper.thicknessCm - thicknessCm })
    : moved;
}

/** Drags the free water surface, which stops at the lowest way out. */
export function dragLevel(setup: Setup, heightCm: number): Setup {
  const { water, vessel } = setup;
  if (water.by !== "level") return setup;
  const most = Math.min(drainsAtCm(setup) ?? vessel.insideDepthCm, vessel.insideDepthCm);
  return withWater(setup, { ...water, levelCm: Math.min(toTenthOfMillimetre(clamp(heightCm, 0, most)), most) });
}

/** Drags a fixture to a height, or across; a way out takes the surface down with it. */
export function dragFixture(
  setup: Setup,
  id: string,
  to: { readonly heightCm?: number; readonly acrossShare?: number },
): Setup {
  const fixture = setup.fixtures.find((one) => one.id === id);
  if (!fixture) return setup;
  const grip = gripOf(setup, fixture);
  const sized = (heightCm: number, { key, fromCm, leastCm, mostCm }: FixtureGrip) => ({
    [key]: Math.min(toTenthOfMillimetre(clamp(heightCm, leastCm, mostCm) - fromCm), mostCm - fromCm),
  });
  const moved = {
    ...fixture,
    ...(grip && to.heightCm !== undefined ? sized(to.heightCm, grip) : {}),
    ...(to.acrossShare !== undefined && "acrossShare" in fixture
      ? { acrossShare: toTenthOfMillimetre(clamp(to.acrossShare, 0, 1)) }
      : {}),
  } as Fixture;
  const changed = withFixture(setup, moved);
  const { water } = changed;
  const drainsAt = drainsAtCm(changed);
  return water.by === "level" && drainsAt !== undefined && water.levelCm > drainsAt
    ? withWater(changed, { ...water, levelCm: drainsAt })
    : changed;
}

/** Drags the height at which the fill begins; the stack keeps its layers and stays under the rim. */
export function dragFillFrom(setup: Setup, heightCm: number): Setup {
  const most = Math.max(setup.fillFromCm, setup.fillFromCm + headroomCm(setup));
  return withFillFrom(setup, Math.min(toTenthOfMillimetre(clamp(heightCm, 0, most)), most));
}

/**
 * The problems a change would bring in. Those the setup already had do not count, so that a damaged setup can be mended
 * step by step.
 */
export function newProblems(before: readonly Problem[], after: readonly Problem[]): readonly Problem[] {
  const known = new Set(before.map(({ path, code }) => `${path} ${code}`));
  return after.filter(({ path, code }) => !known.has(`${path} ${code}`));
}

const clamp = (value: number, least: number, most: number): number => Math.min(Math.max(value, least), most);
