import type { CheckedSetup } from "./checked";
import { type Setup } from "../stack/setup";
import { soakedLevelCm } from "../stack/geometry";
import { bracketedRoot } from "../hydraulics/bracketed-root";
import { failed, ok, problem, type Result } from "../units/problem";
import { heightProfile, type HeightProfile } from "./profile";
import { areaAtCm2 } from "../vessel/area-by-height";
import { DRY_AS_BOUGHT_PSI_CM, repelsWhenDry } from "./branch";
import { heldAtCm3 } from "./budget";
import { layerVolumeCm3, type Column } from "./column";
import { equilibriumAtWaterTable, residualStorageCm3, storageSlopeCm2, type Equilibrium } from "./equilibrium";
import { networkOf, overWaterCm3, type MediumLookup, type Network } from "./network";

export type { MediumLookup } from "./network";

/** A state of a setup's column, and of the water over it. */
export type ColumnState = Pick<
  Equilibrium,
  "waterTableCm" | "storedCm3" | "layerStoredCm3" | "pondedCm3" | "psiCm" | "theta"
> & {
  /** How much each cell sheds water, 0…1, where any may. */
  readonly sheds?: Float64Array | undefined;
};

/**
 * A setup's stack with its water: at rest over its free water, over its outlet or with its dose spread out, or at a
 * time on the way there.
 */
export type Settled = { readonly network: Network; readonly column: Column; readonly equilibrium: ColumnState };

/** A dose this many times what its layers never give up is one that can be in them. */
const OVER_RESIDUAL = 1.0001;

/**
 * The dose whose free surface would stand at a height, to the whole cm³: from the base to the rim, and never drier than
 * its layers can be.
 */
export function doseForLevelCm3(setup: Setup, network: Network, heightCm: number): number {
  const within = Math.min(Math.max(heightCm, 0), setup.vessel.insideDepthCm);
  return Math.round(Math.max(OVER_RESIDUAL * residualStorageCm3(network.column), heldAtCm3(network, within)));
}

/** Settles a setup that was found sound. Fails with "no-layers", or where no suction is dry enough for its dose. */
export function settle(setup: CheckedSetup, medium: MediumLookup, cellCm?: number): Result<Settled> {
  const made = networkOf(setup, medium, undefined, cellCm);
  if (!made.ok) return made;
  const network = made.value;
  const { column } = network;
  const { water } = setup;
  switch (water.by) {
    case "level": {
      const equilibrium = stateAtLevel(network, water.levelCm);
      return ok({
        network,
        column,
        equilibrium: setup.history === "dry" ? stayingDry(setup, column, equilibrium, medium) : equilibrium,
      });
    }
    case "soaking":
      return ok({ network, column, equilibrium: stateAtLevel(network, soakedLevelCm(setup)) });
    case "volume": {
      if (!(water.storedCm3 > asBoughtCm3(column)))
        return ok({ network, column, equilibrium: allButDry(column, water.storedCm3) });
      const levelCm = levelOfStoredCm(network, water.storedCm3);
      return levelCm === undefined
        ? failed(
            problem(
              "water.storedCm3",
              "unreachable",
              "The water in the vessel is so close to what its layers never give up that no suction is dry enough.",
            ),
          )
        : ok({ network, column, equilibrium: stateAtLevel(network, levelCm) });
    }
    default:
      return water satisfies never;
  }
}

/** The hydrostatic state over free water at a height, with what stands open over the soil. */
function stateAtLevel({ column, over }: Network, levelCm: number): Equilibrium {
  return { ...equilibriumAtWaterTable(column, levelCm), pondedCm3: overWaterCm3(over, levelCm) };
}

/** No search for a dose goes drier than this; a medium that still holds more then has n all but 1. [cm] */
const DRIEST_WATER_TABLE_CM = -1e30;

/** The level at which pores and open water together hold a volume. [cm] */
function levelOfStoredCm(network: Network, storedCm3: number): number | undefined {
  let high = network.column.heightCm;
  while (heldAtCm3(network, high) < storedCm3) high = 2 * high + 1;
  let low = 0;
  while (heldAtCm3(network, low) > storedCm3) {
    high = low;
    low = 4 * low - 10;
    if (low < DRIEST_WATER_TABLE_CM) return undefined;
  }
  const openSlope = (levelCm: number): number =>
    [network.below, network.over].reduce(
      (sum, store) =>
        sum +
        (store && levelCm > store.bedCm && (levelCm < store.topCm || store === network.over)
          ? areaAtCm2(store.area, levelCm)
          : 0),
      0,
    );
  return bracketedRoot(
    {
      valueAt: (level) => heldAtCm3(network, level) - storedCm3,
      slopeAt: (level) => storageSlopeCm2(network.column, level) + openSlope(level),
      low,
      high,
    },
    (low + high) / 2,
    (level) => 4e-16 * Math.max(1, Math.abs(level)),
    1e-13 * storedCm3,
  ).x;
}

/** A settled state read along the height. */
export const profileOfSettled = ({ column, equilibrium }: Settled): HeightProfile => heightProfile(column, equilibrium);

/** What a stack holds that is as dry as it came: hardly more than it never gives up. [cm³] */
const asBoughtCm3 = (column: Column): number =>
  column.layers.reduce(
    (sum, { volumeCm3, functions }) => sum + volumeCm3 * functions.waterContent(DRY_AS_BOUGHT_PSI_CM),
    0,
  );

/** 0 where nothing at all stays in it. */
function shareOfAsBought(column: Column, storedCm3: number): number {
  const wholeCm3 = asBoughtCm3(column);
  return wholeCm3 > 0 ? Math.min(1, storedCm3 / wholeCm3) : 0;
}

/** A stack with no more water in it than one that is as dry as it came, spread as it is in that. */
function allButDry(column: Column, storedCm3: number): ColumnState {
  const share = shareOfAsBought(column, storedCm3);
  const theta = new Float64Array(column.zCm.length);
  for (const { firstCell, cellCount, functions } of column.layers)
    theta.fill(share * functions.waterContent(DRY_AS_BOUGHT_PSI_CM), firstCell, firstCell + cellCount);
  const layerStoredCm3 = Float64Array.from(
    column.layers,
    ({ volumeCm3, functions }) => volumeCm3 * share * functions.waterContent(DRY_AS_BOUGHT_PSI_CM),
  );
  return {
    waterTableCm: DRY_AS_BOUGHT_PSI_CM,
    pondedCm3: 0,
    psiCm: new Float64Array(column.zCm.length).fill(DRY_AS_BOUGHT_PSI_CM),
    theta,
    layerStoredCm3,
    storedCm3,
  };
}

/** The lowest layer above a level that repels the water which should wick into it, when the stack was put in dry. */
export function repellingLayer(
  setup: Setup,
  column: Column,
  levelCm: number,
  medium: MediumLookup,
): number | undefined {
  const found = column.layers.findIndex(
    ({ topCm }, i) => topCm > levelCm + 1e-9 && repelsWhenDry(medium(setup.layers[i]!.mediumId)!),
  );
  return found < 0 ? undefined : found;
}

/**
 * A stack put in dry, over free water: what stands in the water is wetted by its pressure, what wicks does so up to the
 * first layer that repels, and from there up everything is as dry as it came.
 */
function stayingDry(setup: Setup, column: Column, equilibrium: Equilibrium, medium: MediumLookup): ColumnState {
  const { waterTableCm, pondedCm3 } = equilibrium;
  const first = repellingLayer(setup, column, waterTableCm, medium);
  if (first === undefined) return equilibrium;
  const psiCm = equilibrium.psiCm.slice();
  const theta = equilibrium.theta.slice();
  const layerStoredCm3 = equilibrium.layerStoredCm3.slice();
  const sheds = new Float64Array(psiCm.length);
  column.layers.slice(first).forEach((layer, k) => {
    const { bottomCm, topCm, firstCell, cellCount, functions } = layer;
    const dryTheta = functions.waterContent(DRY_AS_BOUGHT_PSI_CM);
    const repels = repelsWhenDry(medium(setup.layers[first + k]!.mediumId)!);
    for (let i = firstCell; i < firstCell + cellCount; i++) {
      if (column.zCm[i]! <= waterTableCm) continue;
      psiCm[i] = DRY_AS_BOUGHT_PSI_CM;
      theta[i] = dryTheta;
      sheds[i] = repels ? 1 : 0;
    }
    const wetTo = Math.min(Math.max(waterTableCm, bottomCm), topCm);
    layerStoredCm3[first + k] =
      layerVolumeCm3(layer, bottomCm, wetTo) * functions.thetaS + layerVolumeCm3(layer, wetTo, topCm) * dryTheta;
  });
  return {
    waterTableCm,
    pondedCm3,
    psiCm,
    theta,
    sheds,
    layerStoredCm3,
    storedCm3: layerStoredCm3.reduce((sum, stored) => sum + stored, 0),
  };
}
