import { ROOT_LIMIT_PSI_CM } from "../water/limits";
import type { Medium } from "../media/medium";
import { type Setup } from "../stack/setup";
import { rootZoneCm, type Zone } from "../stack/geometry";
import { standsOnCm2 } from "../vessel/vessel";
import { layerVolumeCm3, type Column } from "../water/column";
import { heldAtCm3 } from "../water/budget";
import type { HeightProfile } from "../water/profile";
import { belowWaterCm3 } from "../water/network";
import { sheddingZones } from "../water/shedding-zones";
import { profileOfSettled, type MediumLookup, type Settled } from "../water/settle";

/**
 * Under this air space roots drown: the waterlogged zone. Under the next, air moves too slowly for most: the tight zone
 * (Wesseling & van Wijk 1957).
 */
export const WATERLOGGED_AIR_SPACE = 0.05;
export const TIGHT_AIR_SPACE = 0.1;

/** Suctions between which water is easily available, and then buffered (de Boodt & Verdonck 1972). [cm] */
export const EASY_PSI_CM = { wet: -10, dry: -50 } as const;
export const BUFFER_PSI_CM = { wet: -50, dry: -100 } as const;

export type LayerReading = {
  readonly medium: Medium;
  readonly volumeCm3: number;
  readonly meanTheta: number;
  readonly meanAirSpace: number;
  readonly leastAirSpace: number;
  readonly leastAirHeightCm: number;
  readonly storedCm3: number;
  readonly easilyAvailableCm3: number;
  readonly bufferCm3: number;
  readonly dryKg: number;
  readonly wetKg: number;
};

export type RootZoneReading = {
  readonly meanAirSpace: number;
  readonly leastAirSpace: number;
  readonly leastAirHeightCm: number;
  readonly easilyAvailableCm3: number;
  readonly bufferCm3: number;
  /** Share of the rooted height that is waterlogged, 0…1. */
  readonly waterloggedShare: number;
};

export type Readings = {
  readonly profile: HeightProfile;
  readonly heightCm: number;
  readonly waterTableCm: number;
  readonly pondedCm3: number;
  /** Water below the free water surface, in pores and open. [cm³] */
  readonly standingCm3: number;
  /** Open water under and beside the fill and in its tray. [cm³] */
  readonly openCm3: number;
  readonly waterlogged: readonly Zone[];
  readonly tight: readonly Zone[];
  /** Where it sheds water, dry as it is. */
  readonly shedding: readonly Zone[];
  readonly surfaceAirSpace: number;
  readonly layers: readonly LayerReading[];
  readonly rootZone: RootZoneReading | undefined;
  readonly storedCm3: number;
  readonly dryKg: number;
  readonly wetKg: number;
  readonly loadKgPerM2: number;
};

/** Heights at which air space is under a limit, from the bottom up; zones that touch across an interface are one. */
export function zonesUnder(profile: HeightProfile, limit: number): Zone[] {
  const { zCm, airSpace, firstPoint } = profile;
  const zones: { fromCm: number; toCm: number }[] = [];
  const add = (fromCm: number, toCm: number): void => {
    const last = zones.at(-1);
    if (last && fromCm - last.toCm < 1e-9) last.toCm = toCm;
    else zones.push({ fromCm, toCm });
  };
  for (let layer = 0; layer + 1 < firstPoint.length; layer++) {
    for (let i = firstPoint[layer]!; i + 1 < firstPoint[layer + 1]!; i++) {
      const a = airSpace[i]!;
      const b = airSpace[i + 1]!;
      if (a >= limit && b >= limit) continue;
      const crossing = a === b ? 0 : zCm[i]! + ((limit - a) / (b - a)) * (zCm[i + 1]! - zCm[i]!);
      add(a < limit ? zCm[i]! : crossing, b < limit ? zCm[i + 1]! : crossing);
    }
  }
  return zones;
}

/** Top of the highest zone; 0 when there is none. [cm] */
export const topOfZones = (zones: readonly Zone[]): number => zones.at(-1)?.toCm ?? 0;

/** Everything a grower reads off a settled state. */
export function readSettled(setup: Setup, settled: Settled, medium: MediumLookup): Readings {
  const { network, column, equilibrium } = settled;
  const profile = profileOfSettled(settled);
  const layers = column.layers.map((_, index) =>
    readLayer(
      column,
      profile,
      equilibrium.theta,
      index,
      equilibrium.layerStoredCm3[index]!,
      medium(setup.layers[index]!.mediumId)!,
    ),
  );
  const waterlogged = zonesUnder(profile, WATERLOGGED_AIR_SPACE);
  const sum = (of: (reading: LayerReading) => number): number =>
    layers.reduce((total, reading) => total + of(reading), 0);
  const dryKg = sum((layer) => layer.dryKg);
  const openCm3 = belowWaterCm3(network.below, equilibrium.waterTableCm);
  const wetKg = sum((layer) => layer.wetKg) + (equilibrium.pondedCm3 + openCm3) / 1000;
  return {
    profile,
    heightCm: column.heightCm,
    waterTableCm: equilibrium.waterTableCm,
    pondedCm3: equilibrium.pondedCm3,
    standingCm3: poreVolumeBelowCm3(column, equilibrium.waterTableCm) + openCm3,
    openCm3,
    waterlogged,
    tight: zonesUnder(profile, TIGHT_AIR_SPACE),
    shedding: sheddingZones(column, equilibrium.sheds),
    surfaceAirSpace: profile.airSpace.at(-1)!,
    layers,
    rootZone: readRootZone(setup, column, layers, waterlogged),
    storedCm3: equilibrium.storedCm3,
    dryKg,
    wetKg,
    loadKgPerM2: wetKg / (standsOnCm2(setup.vessel) / 1e4),
  };
}

function readLayer(
  column: Column,
  profile: HeightProfile,
  theta: Float64Array,
  index: number,
  storedCm3: number,
  medium: Medium,
): LayerReading {
  const { volumeCm3, firstCell, cellCount, functions } = column.layers[index]!;
  const between = (wetPsi: number, dryPsi: number): number => {
    const wet = functions.waterContent(wetPsi);
    const dry = functions.waterContent(dryPsi);
    let cm3 = 0;
    for (let i = firstCell; i < firstCell + cellCount; i++)
      cm3 += column.cellVolumeCm3[i]! * Math.max(0, Math.min(theta[i]!, wet) - dry);
    return cm3;
  };
  let least = profile.firstPoint[index]!;
  for (let i = least; i < profile.firstPoint[index + 1]!; i++)
    if (profile.airSpace[i]! < profile.airSpace[least]!) least = i;
  const meanTheta = storedCm3 / volumeCm3;
  const dryKg = (medium.dryBulkDensityGPerCm3.typical * volumeCm3) / 1000;
  return {
    medium,
    volumeCm3,
    meanTheta,
    meanAirSpace: Math.max(0, functions.thetaS - meanTheta),
    leastAirSpace: profile.airSpace[least]!,
    leastAirHeightCm: profile.zCm[least]!,
    storedCm3,
    easilyAvailableCm3: between(EASY_PSI_CM.wet, EASY_PSI_CM.dry),
    bufferCm3: between(BUFFER_PSI_CM.wet, BUFFER_PSI_CM.dry),
    dryKg,
    wetKg: dryKg + storedCm3 / 1000,
  };
}

function readRootZone(
  setup: Setup,
  column: Column,
  layers: readonly LayerReading[],
  waterlogged: readonly Zone[],
): RootZoneReading | undefined {
  const rooted = layers.filter((_, i) => setup.layers[i]!.rooted);
  if (rooted.length === 0) return undefined;
  const volume = rooted.reduce((sum, layer) => sum + layer.volumeCm3, 0);
  const least = rooted.reduce((a, b) => (b.leastAirSpace < a.leastAirSpace ? b : a));
  let height = 0;
  let drowned = 0;
  column.layers.forEach(({ bottomCm, topCm }, i) => {
    if (!setup.layers[i]!.rooted) return;
    height += topCm - bottomCm;
    for (const zone of waterlogged)
      drowned += Math.max(0, Math.min(topCm, zone.toCm) - Math.max(bottomCm, zone.fromCm));
  });
  return {
    meanAirSpace: rooted.reduce((sum, layer) => sum + layer.meanAirSpace * layer.volumeCm3, 0) / volume,
    leastAirSpace: least.leastAirSpace,
    leastAirHeightCm: least.leastAirHeightCm,
    easilyAvailableCm3: rooted.reduce((sum, layer) => sum + layer.easilyAvailableCm3, 0),
    bufferCm3: rooted.reduce((sum, layer) => sum + layer.bufferCm3, 0),
    waterloggedShare: drowned / height,
  };
}

function poreVolumeBelowCm3(column: Column, heightCm: number): number {
  return column.layers.reduce(
    (sum, layer) =>
      heightCm > layer.bottomCm
        ? sum + layer.functions.thetaS * layerVolumeCm3(layer, layer.bottomCm, Math.min(layer.topCm, heightCm))
        : sum,
    0,
  );
}

/**
 * How much water a sealed stack still takes before free water stands at each of two places; 0 when it stands there
 * already.
 */
export type DoseReading = {
  readonly untilBaseCm3: number;
  /** Until it stands in the lowest layer with roots; undefined when none has roots. */
  readonly untilRootsCm3: number | undefined;
  readonly rootsBottomCm: number | undefined;
  /**
   * What brings the middle of the root zone, or of the stack where there is none, to a suction at which roots can
   * drink; 0 once it is there.
   */
  readonly untilDrinkableCm3: number;
};

export function readDose(setup: Setup, { network, column, equilibrium }: Settled): DoseReading {
  const held = equilibrium.storedCm3 + equilibrium.pondedCm3 + belowWaterCm3(network.below, equilibrium.waterTableCm);
  const until = (heightCm: number): number => Math.max(0, heldAtCm3(network, heightCm) - held);
  const roots = rootZoneCm(setup);
  const rootsBottomCm = roots?.fromCm;
  const middleCm = roots ? (roots.fromCm + roots.toCm) / 2 : column.heightCm / 2;
  return {
    untilDrinkableCm3: until(middleCm + ROOT_LIMIT_PSI_CM),
    // under a false bottom there is room for water that touches nothing
    untilBaseCm3: until(setup.fillFromCm),
    untilRootsCm3: rootsBottomCm === undefined ? undefined : until(rootsBottomCm),
    rootsBottomCm,
  };
}
