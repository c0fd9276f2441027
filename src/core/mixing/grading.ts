import type { VgHydraulics } from "../hydraulics/hydraulics";
import type { Medium } from "../media/medium";
import { isFed, isLimed } from "../media/words";
import { failed, ok, problem, type Result } from "../units/problem";
import { blend } from "./blend";
import { searchMixes, worth, type Candidate, type WaterAt } from "./search";

/**
 * Zones from the root ball to the pot's wall: roots used to wet stay wet, so what lies around them goes from their own mix to an airy rim in steps. At one height all zones stand at one
 * suction, so what differs is only what each holds there; grains may not grow finer outward, since a finer rim would draw the core dry.
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

/** Finds the zones. Fails with "zones", "ball", "too-thin", "rim-air" (the core is airier already) or "nothing" when no mix can be made. */
export function gradedZones(asked: GradingAsked, media: readonly Medium[], waterAt: WaterAt): Result<readonly Zone[]> {
  const { core, coreGrainMm, coreMediumIds, rimAir, zones, ballDiameterCm, potDiameterCm, heightCm } = asked;
  if (!(Number.isInteger(zones) && zones >= 1 && zones <= MOST_ZONES))
    return failed(problem("zones", "zones", `From 1 to ${MOST_ZONES} zones.`));
  if (!(ballDiameterCm > 0 && ballDiameterCm < potDiameterCm))
    return failed(problem("ballDiameterCm", "ball", "The root ball must be narrower than the pot."));
  const step = (potDiameterCm - ballDiameterCm) / 2 / zones;
  if (step < THINNEST_ZONE_CM - 1e-9)
    return failed(problem("zones", "too-thin", "So many zones would be thinner than a finger: fewer, or a wider pot."));
  const coreWater = waterAt(core);
  const coreAir = core.thetaS - coreWater;
  if (!(rimAir > coreAir))
    return failed(
      problem(
        "rimAir",
        "rim-air",
        `The core has ${Math.round(100 * coreAir)} % air at this height already: the rim must have more.`,
      ),
    );
  const rimWater = Math.max(0, core.thetaS - rimAir);
  const anything = { least: 0, most: 1 };
  const all = searchMixes(media, waterAt, { air: anything, water: anything }, Infinity, 2).found;
  if (all.length === 0) return failed(problem("media", "nothing", "Nothing is left to mix."));
  const byId = new Map(media.map((medium) => [medium.id, medium]));
  const isRich = (id: string): boolean => {
    const medium = byId.get(id);
    return medium !== undefined && (isFed(medium) || isLimed(medium));
  };
  const coreRich = coreMediumIds.some(isRich);
  const rich = ({ parts }: Candidate): number =>
    coreRich ? 0 : RICH_COSTS * parts.filter(({ mediumId }) => isRich(mediumId)).length;
  const choices = Array.from({ length: zones }, (_, i) => {
    const share = (i + 1) / zones;
    const [water, air] = [coreWater + (rimWater - coreWater) * share, coreAir + (rimAir - coreAir) * share];
    const found = all
      .map((mix): Candidate => ({
        ...mix,
        mismatch: Math.abs(mix.air - air) + WATER_WEIGHT * Math.abs(mix.water - water) + rich(mix),
      }))
      .sort((a, b) => worth(a) - worth(b))
      .slice(0, CHOICES);
    return { water, found };
  });
  const grainOf = ({ parts }: Candidate): number => {
    const mixed = blend(parts.map(({ mediumId, parts: amount }) => ({ medium: byId.get(mediumId)!, parts: amount })));
    return mixed.ok
      ? Math.exp(
          parts.reduce(
            (sum, { mediumId }, i) => sum + mixed.value.shares[i]! * Math.log(byId.get(mediumId)!.particleSizeMm.d50),
            0,
          ),
        )
      : coreGrainMm;
  };
  // the best way outward, zone by zone: what a choice misses, what it is finer than the one inside, and what in it is new
  let ways = [
    {
      cost: 0,
      grain: coreGrainMm,
      water: coreWater,
      inside: coreMediumIds,
      chosen: [] as { mix: Candidate; grain: number }[],
    },
  ];
  for (const { found } of choices) {
    const sized = found.map((mix) => ({ mix, grain: grainOf(mix) }));
    ways = sized.map(({ mix, grain }) =>
      ways
        .map(({ cost, grain: finer, water, inside, chosen }) => ({
          cost:
            cost +
            worth(mix) +
            FINER_COSTS * Math.max(0, Math.log(finer / grain)) +
            WETTER_WEIGHT * Math.max(0, mix.water - water) +
            NEW_MEDIUM_COSTS * mix.parts.filter(({ mediumId }) => !inside.includes(mediumId)).length,
          grain,
          water: mix.water,
          inside: mix.parts.map(({ mediumId }) => mediumId),
          chosen: [...chosen, { mix, grain }],
        }))
        .reduce((best, way) => (way.cost < best.cost ? way : best)),
    );
  }
  const { chosen } = ways.reduce((best, way) => (way.cost < best.cost ? way : best));
  return ok(
    chosen.map(({ mix, grain }, i) => {
      const [fromRadiusCm, toRadiusCm] = [ballDiameterCm / 2 + i * step, ballDiameterCm / 2 + (i + 1) * step];
      return {
        fromRadiusCm,
        toRadiusCm,
        volumeCm3: Math.PI * (toRadiusCm ** 2 - fromRadiusCm ** 2) * heightCm,
        wantedWater: choices[i]!.water,
        grainMm: grain,
        mix,
      };
    }),
  );
}
