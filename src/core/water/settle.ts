import type { Medium } from "../media/medium";
import { checkSetup } from "../stack/check";
import type { Setup } from "../stack/setup";
import { DEFAULT_SPECIFIC_STORAGE_PER_CM } from "../hydraulics/hydraulics";
import { failed, ok, problem, type Problem, type Result } from "../units/problem";
import { heightProfile, type HeightProfile } from "./profile";
import { formatVolume, type UnitSystem } from "../units/units";
import { vesselAreaCm2, vesselVolumeCm3 } from "../vessel/vessel";
import { branchOf, DRY_AS_BOUGHT_PSI_CM, historyOf, onBranch, repelsWhenDry, type Branch } from "./branch";
import { makeColumn, type Column } from "./column";
import {
  equilibriumAtWaterTable,
  equilibriumWithStored,
  hydrostaticStorageCm3,
  residualStorageCm3,
  type Equilibrium,
} from "./equilibrium";

export type MediumLookup = (id: string) => Medium | undefined;

/** A state of a setup's column. */
export type ColumnState = Pick<
  Equilibrium,
  "waterTableCm" | "storedCm3" | "layerStoredCm3" | "pondedCm3" | "psiCm" | "theta"
>;

/**
 * A setup's stack with its water: at rest over its free water, over its outlet or with its dose spread out, or at a
 * time on the way there.
 */
export type Settled = { readonly column: Column; readonly equilibrium: ColumnState };

/** The column of a setup's layers in its vessel, on the branch of its history. */
export function columnOf(
  setup: Setup,
  medium: MediumLookup,
  branch: Branch = branchOf(historyOf(setup)),
): Result<Column> {
  if (setup.layers.length === 0)
    return failed(problem("layers", "no-layers", "There are no layers yet. Add one to see what the water does."));
  const areaCm2 = vesselAreaCm2(setup.vessel);
  const layers = [];
  for (const [i, { mediumId, thicknessCm, areaShare }] of setup.layers.entries()) {
    const found = medium(mediumId);
    if (!found)
      return failed(problem(`layers[${i}].mediumId`, "unknown-medium", `“${mediumId}” is not in the catalogue.`));
    layers.push({ thicknessCm, areaCm2: areaCm2 * areaShare, hydraulics: onBranch(found, branch) });
  }
  return ok(makeColumn(layers, DEFAULT_SPECIFIC_STORAGE_PER_CM));
}

/** What keeps a setup from being settled: geometry first, then whether the dose can be in there. */
export function checkWhole(setup: Setup, medium: MediumLookup, system: UnitSystem = "metric"): Problem[] {
  const problems = checkSetup(setup, (id) => medium(id) !== undefined, system);
  if (problems.length > 0 || setup.water.kind !== "dosed") return problems;
  const { storedCm3 } = setup.water;
  const brimCm3 = brimStorageCm3(setup, medium);
  if (storedCm3 > brimCm3 * (1 + 1e-9)) {
    problems.push(
      problem(
        "water.storedCm3",
        "over-brim",
        `${formatVolume(storedCm3, system)} is ${formatVolume(storedCm3 - brimCm3, system)} more than the vessel holds to its brim with these layers in it.`,
      ),
    );
  }
  return problems;
}

/** All the water in a vessel whose free surface stands at a height: in the pores, and open over the stack. [cm³] */
function waterAtLevelCm3({ vessel }: Setup, column: Column, heightCm: number): number {
  const openCm = Math.max(0, heightCm - column.heightCm);
  return hydrostaticStorageCm3(column, Math.min(heightCm, column.heightCm)) + vesselAreaCm2(vessel) * openCm;
}

/** All the water that fits, to the rim. [cm³] */
function brimStorageCm3(setup: Setup, medium: MediumLookup): number {
  const column = columnOf(setup, medium);
  return column.ok ? waterAtLevelCm3(setup, column.value, setup.vessel.insideDepthCm) : vesselVolumeCm3(setup.vessel);
}

/** A dose this many times what its layers never give up is one that can be in them. */
const OVER_RESIDUAL = 1.0001;

/**
 * The dose whose free surface would stand at a height, to the whole cm³: from the base to the rim, and never drier than
 * its layers can be.
 */
export function doseForLevelCm3(setup: Setup, column: Column, heightCm: number): number {
  const within = Math.min(Math.max(heightCm, 0), setup.vessel.insideDepthCm);
  return Math.round(Math.max(OVER_RESIDUAL * residualStorageCm3(column), waterAtLevelCm3(setup, column, within)));
}

/** Settles a setup. Fails with the problems of `checkWhole`, or "no-layers". */
export function settle(setup: Setup, medium: MediumLookup, system: UnitSystem = "metric"): Result<Settled> {
  const problems = checkWhole(setup, medium, system);
  if (problems.length > 0) return failed(...problems);
  const column = columnOf(setup, medium);
  if (!column.ok) return column;
  const { water } = setup;
  switch (water.kind) {
    case "free-water": {
      const equilibrium = equilibriumAtWaterTable(column.value, water.levelCm);
      return ok({
        column: column.value,
        equilibrium: setup.history === "dry" ? stayingDry(setup, column.value, equilibrium, medium) : equilibrium,
      });
    }
    case "drained":
      return ok({ column: column.value, equilibrium: equilibriumAtWaterTable(column.value, water.outletCm) });
    case "dosed": {
      if (!(water.storedCm3 > asBoughtCm3(column.value)))
        return ok({ column: column.value, equilibrium: allButDry(column.value, water.storedCm3) });
      const equilibrium = equilibriumWithStored(column.value, water.storedCm3);
      return equilibrium.ok
        ? ok({ column: column.value, equilibrium: equilibrium.value })
        : failed(
            ...equilibrium.problems.map(({ code, message }) =>
              problem("water.storedCm3", code, `The water in the vessel ${message}.`),
            ),
          );
    }
    default:
      return water satisfies never;
  }
}

/** A settled state read along the height. */
export const profileOfSettled = ({ column, equilibrium }: Settled): HeightProfile =>
  heightProfile(column, equilibrium.psiCm, waterShare(column, equilibrium));

/** What a stack holds that is as dry as it came: hardly more than it never gives up. [cm³] */
const asBoughtCm3 = (column: Column): number =>
  column.layers.reduce(
    (sum, { areaCm2, bottomCm, topCm, functions }) =>
      sum + areaCm2 * (topCm - bottomCm) * functions.waterContent(DRY_AS_BOUGHT_PSI_CM),
    0,
  );

/** 0 where nothing at all stays in it. */
function shareOfAsBought(column: Column, storedCm3: number): number {
  const wholeCm3 = asBoughtCm3(column);
  return wholeCm3 > 0 ? Math.min(1, storedCm3 / wholeCm3) : 0;
}

/** How much of that is in one that is drier still; 1 in any that is not. */
function waterShare(column: Column, { waterTableCm, storedCm3 }: ColumnState): number {
  return waterTableCm > DRY_AS_BOUGHT_PSI_CM ? 1 : shareOfAsBought(column, storedCm3);
}

/** A stack with no more water in it than one that is as dry as it came, spread as it is in that. */
function allButDry(column: Column, storedCm3: number): ColumnState {
  const share = shareOfAsBought(column, storedCm3);
  const theta = new Float64Array(column.zCm.length);
  for (const { firstCell, cellCount, functions } of column.layers)
    theta.fill(share * functions.waterContent(DRY_AS_BOUGHT_PSI_CM), firstCell, firstCell + cellCount);
  const layerStoredCm3 = Float64Array.from(
    column.layers,
    ({ areaCm2, bottomCm, topCm, functions }) =>
      areaCm2 * (topCm - bottomCm) * share * functions.waterContent(DRY_AS_BOUGHT_PSI_CM),
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
  column.layers.slice(first).forEach(({ bottomCm, topCm, areaCm2, firstCell, cellCount, functions }, k) => {
    const dryTheta = functions.waterContent(DRY_AS_BOUGHT_PSI_CM);
    for (let i = firstCell; i < firstCell + cellCount; i++) {
      if (column.zCm[i]! <= waterTableCm) continue;
      psiCm[i] = DRY_AS_BOUGHT_PSI_CM;
      theta[i] = dryTheta;
    }
    const wetCm = Math.min(Math.max(waterTableCm - bottomCm, 0), topCm - bottomCm);
    layerStoredCm3[first + k] = areaCm2 * (wetCm * functions.thetaS + (topCm - bottomCm - wetCm) * dryTheta);
  });
  return {
    waterTableCm,
    pondedCm3,
    psiCm,
    theta,
    layerStoredCm3,
    storedCm3: layerStoredCm3.reduce((sum, stored) => sum + stored, 0),
  };
}

/**
 * Open water beside layers that do not fill the vessel's area, up to a level: the reservoir between wick feet. [cm³]
 */
export function openWaterCm3(setup: Setup, column: Column, levelCm: number): number {
  const areaCm2 = vesselAreaCm2(setup.vessel);
  return column.layers.reduce(
    (sum, layer) =>
      sum + (areaCm2 - layer.areaCm2) * Math.min(Math.max(levelCm - layer.bottomCm, 0), layer.topCm - layer.bottomCm),
    0,
  );
}
