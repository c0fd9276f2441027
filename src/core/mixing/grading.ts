import type { VgHydraulics } from "../hydraulics/hydraulics";
import type { Medium } from "../media/medium";
import { isFed, isLimed } from "../media/flags";
import { failed, ok, problem, type Problem, type Result } from "../units/problem";
import { meanGrainMm } from "./blend";
import { searchMixes, worth, type Candidate, type WaterAt } from "./search";

/**
 * Zones from the root ball to the pot's wall: roots used to wet stay wet, so what lies around them goes from their own
 * mix to an airy rim in steps. At one height all zones stand at one suction, so what differs is only what each holds
 * there; grains may not grow finer outward, since a finer rim would draw the core dry.
 */
export type GradingAsked = {
  /** What the roots are in now, or a mix as wet as they are used to. */
  readonly core: VgHydraulics;
  readonly coreGrainMm: number;
  readonly coreMediumIds: readonly string[];
  /** Air wanted at the rim. [m³/m³] */
  readonly rimAir: number;
  /** Zones to fill around the root ball, the rim among them. */
  readonly zones: number;
  /** Round pot and round root ball, at the height of the roots. [cm] */
  readonly ballDiameterCm: number;
  readonly potDiameterCm: number;
  readonly heightCm: number;
};

export type Zone = {
  readonly fromRadiusCm: number;
  readonly toRadiusCm: number;
  readonly volumeCm3: number;
  readonly wantedWater: number;
  readonly grainMm: number;
  readonly mix: Candidate;
};

export const MOST_ZONES = 4;
/** A zone thinner than this cannot be filled by hand. [cm] */
export const THINNEST_ZONE_CM = 1;
/** Mixes held against one another for each zone. */
const CHOICES = 150;
/** What a grain size finer than the zone inside counts, for each factor of e. [m³/m³] */
const FINER_COSTS = 0.1;
/** What a medium counts that the zone inside has not: one more thing to buy, and one more step for roots. [m³/m³] */
const NEW_MEDIUM_COSTS = 0.015;
/** What one with lime or feed counts, where the core has none. [m³/m³] */
const RICH_COSTS = 0.1;
/** What being wetter than the zone inside counts: the zones are to dry outward. */
const WETTER_WEIGHT = 1;
/** The rim is asked for its air; what water that leaves counts for less. */
const WATER_WEIGHT = 0.25;

/** What lies at a radius: the core, or what fills a zone around it. */
type Ground = { readonly grainMm: number; readonly water: number; readonly mediumIds: readonly string[] };
/** A mix that could fill a zone, with what it misses of what that zone is asked for. */
type Filling = Ground & { readonly mix: Candidate; readonly missed: number };
/** The zones filled so far, from the core outward, and what that costs. [m³/m³] */
type Way = { readonly cost: number; readonly fillings: readonly Filling[] };

/**
 * Finds the zones. Fails with "zones", "ball", "too-thin", "rim-air" (the core is airier already) or "nothing" when no
 * mix can be made.
 */
export function gradedZones(asked: GradingAsked, media: readonly Medium[], waterAt: WaterAt): Result<readonly Zone[]> {
  const { core, coreGrainMm, coreMediumIds, rimAir, zones, ballDiameterCm, potDiameterCm, heightCm } = asked;
  const coreWater = waterAt(core);
  const coreAir = core.thetaS - coreWater;
  const problems = problemsOf(asked, coreAir);
  if (problems.length > 0) return failed(...problems);
  const anything = { least: 0, most: 1 };
  const mixes = searchMixes(media, waterAt, { air: anything, water: anything }, Infinity, 2).found;
  if (mixes.length === 0) return failed(problem("media", "nothing", "Nothing is left to mix."));

  const fillingFor = fillingMaker(media, coreMediumIds);
  const rimWater = Math.max(0, core.thetaS - rimAir);
  const wanted = Array.from({ length: zones }, (_, i) => {
    const outward = (i + 1) / zones;
    return { water: coreWater + (rimWater - coreWater) * outward, air: coreAir + (rimAir - coreAir) * outward };
  });
  const choices = wanted.map((of) =>
    mixes
      .map((mix) => fillingFor(mix, of))
      .sort((a, b) => a.missed - b.missed)
      .slice(0, CHOICES),
  );
  const chosen = cheapestWay({ grainMm: coreGrainMm, water: coreWater, mediumIds: coreMediumIds }, choices);
  const stepCm = zoneWidthCm(asked);
  return ok(
    chosen.map(({ mix, grainMm }, i) => {
      const fromRadiusCm = ballDiameterCm / 2 + i * stepCm;
      const toRadiusCm = i + 1 === zones ? potDiameterCm / 2 : ballDiameterCm / 2 + (i + 1) * stepCm;
      const volumeCm3 = Math.PI * (toRadiusCm ** 2 - fromRadiusCm ** 2) * heightCm;
      return { fromRadiusCm, toRadiusCm, volumeCm3, wantedWater: wanted[i]!.water, grainMm, mix };
    }),
  );
}

const zoneWidthCm = ({ potDiameterCm, ballDiameterCm, zones }: GradingAsked): number =>
  (potDiameterCm - ballDiameterCm) / 2 / zones;

/** The first thing that keeps zones from being laid, if anything does. */
function problemsOf(asked: GradingAsked, coreAir: number): Problem[] {
  const { zones, ballDiameterCm, potDiameterCm, rimAir } = asked;
  if (!(Number.isInteger(zones) && zones >= 1 && zones <= MOST_ZONES))
    return [problem("zones", "zones", `From 1 to ${MOST_ZONES} zones.`)];
  if (!(ballDiameterCm > 0 && ballDiameterCm < potDiameterCm))
    return [problem("ballDiameterCm", "ball", "The root ball must be narrower than the pot.")];
  if (zoneWidthCm(asked) < THINNEST_ZONE_CM - 1e-9)
    return [problem("zones", "too-thin", "So many zones would be thinner than a finger: fewer, or a wider pot.")];
  if (!(rimAir > coreAir)) {
    const has = `The core has ${Math.round(100 * coreAir)} % air at this height already`;
    return [problem("rimAir", "rim-air", `${has}: the rim must have more.`)];
  }
  return [];
}

/** Makes fillings of mixes: how far one is from the air and water wanted, what its parts and its lime or feed count. */
function fillingMaker(
  media: readonly Medium[],
  coreMediumIds: readonly string[],
): (mix: Candidate, wanted: { water: number; air: number }) => Filling {
  const byId = new Map(media.map((medium) => [medium.id, medium]));
  const isRich = (id: string): boolean => {
    const medium = byId.get(id);
    return medium !== undefined && (isFed(medium) || isLimed(medium));
  };
  const richCosts = coreMediumIds.some(isRich) ? 0 : RICH_COSTS;
  return (mix, wanted) => {
    const parts = mix.parts.map(({ mediumId, parts: amount }) => ({ medium: byId.get(mediumId)!, parts: amount }));
    const mediumIds = mix.parts.map(({ mediumId }) => mediumId);
    const mismatch =
      Math.abs(mix.air - wanted.air) +
      WATER_WEIGHT * Math.abs(mix.water - wanted.water) +
      richCosts * mediumIds.filter(isRich).length;
    return {
      grainMm: meanGrainMm(parts),
      water: mix.water,
      mediumIds,
      mix: { ...mix, mismatch },
      missed: worth({ ...mix, mismatch }),
    };
  };
}

/**
 * What lying around something costs a filling, besides what it misses: finer grains, more water, media that are new
 * there.
 */
const stepCosts = (inside: Ground, outside: Ground): number =>
  FINER_COSTS * Math.max(0, Math.log(inside.grainMm / outside.grainMm)) +
  WETTER_WEIGHT * Math.max(0, outside.water - inside.water) +
  NEW_MEDIUM_COSTS * outside.mediumIds.filter((id) => !inside.mediumIds.includes(id)).length;

const cheapest = (ways: readonly Way[]): Way => ways.reduce((best, way) => (way.cost < best.cost ? way : best));

/**
 * The cheapest choice of one filling a zone, from the core outward, by dynamic programming (Bellman 1957): what a
 * filling costs depends only on what lies inside it, so of all ways that end in one filling only the cheapest need be
 * kept.
 */
function cheapestWay(core: Ground, zones: readonly (readonly Filling[])[]): readonly Filling[] {
  let ways: readonly Way[] = [{ cost: 0, fillings: [] }];
  for (const choices of zones) {
    const inner = ways;
    ways = choices.map((filling) =>
      cheapest(
        inner.map(({ cost, fillings }) => ({
          cost: cost + filling.missed + stepCosts(fillings.at(-1) ?? core, filling),
          fillings: [...fillings, filling],
        })),
      ),
    );
  }
  return cheapest(ways).fillings;
}
