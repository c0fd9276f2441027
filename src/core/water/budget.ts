import type { Setup } from "../stack/setup";
import { hydrostaticStorageCm3, residualStorageCm3 } from "./equilibrium";
import { lossesOf, risingCm3PerHour, type Losses } from "./losses";
import { openWaterCm3, type Network } from "./network";

/**
 * What a level holds and what a day takes, in one home: how long a fill lasts, the level tomorrow, the refill mark's days
 * are all read off this. Levels are those of free water in the network, thought on under the base once none stands. What
 * roots draw from a soil is reckoned as drawn from all of it alike, so that it comes to rest again: an estimate that is
 * good for days, not for hours.
 */
export type Budget = {
  readonly losses: Losses;
  /** What has to rise through the soil in a day. [cm³] */
  readonly risesPerDayCm3: number;
  /** What a day takes in all while water stands at a level. [cm³] */
  readonly takesPerDayCm3: (levelCm: number) => number;
  /** Pores, store below and water over the soil, with free water at a level. [cm³] */
  readonly heldCm3: (levelCm: number) => number;
  /** Days until so much water has come down to what a level holds; 0 where it is under that, Infinity where nothing is taken. */
  readonly daysUntil: (heldCm3: number, levelCm: number) => number;
  /** The level at which so much water stands after some days. [cm] */
  readonly levelAfterCm: (heldCm3: number, days: number) => number;
};

/** All the water of a network whose free surface stands at a height: in the pores, and open. [cm³] */
export const heldAtCm3 = (network: Network, levelCm: number): number =>
  hydrostaticStorageCm3(network.column, levelCm) + openWaterCm3(network, levelCm);

/** A free surface is thought on under the base down to here. [cm] */
const DRIEST_LEVEL_CM = -20_000;
const LEVEL_TOLERANCE_CM = 0.01;
/** Drier than this share over what the media never give up, no level is looked for. */
const OVER_RESIDUAL = 1.001;

export function budgetOf(setup: Setup, network: Network): Budget {
  const losses = lossesOf(setup, network);
  const risesPerDayCm3 = 24 * risingCm3PerHour(losses);
  const trayPerDayCm3 = 24 * losses.trayCm3PerHour;
  // a tray gives to the air until it is empty, and then no more
  const bedCm = trayPerDayCm3 > 0 ? network.below!.bedCm : -Infinity;
  const heldCm3 = (levelCm: number): number => heldAtCm3(network, levelCm);
  const heldAtBedCm3 = trayPerDayCm3 > 0 ? heldCm3(bedCm) : Infinity;
  const days = (cm3: number, perDay: number): number => (cm3 <= 0 ? 0 : perDay > 0 ? cm3 / perDay : Infinity);
  return {
    losses,
    risesPerDayCm3,
    takesPerDayCm3: (levelCm) => risesPerDayCm3 + (levelCm > bedCm ? trayPerDayCm3 : 0),
    heldCm3,
    daysUntil(fromCm3, levelCm) {
      const toCm3 = heldCm3(levelCm);
      if (trayPerDayCm3 === 0) return days(fromCm3 - toCm3, risesPerDayCm3);
      const turnCm3 = Math.max(toCm3, Math.min(fromCm3, heldAtBedCm3));
      return days(fromCm3 - turnCm3, risesPerDayCm3 + trayPerDayCm3) + days(turnCm3 - toCm3, risesPerDayCm3);
    },
    levelAfterCm(fromCm3, afterDays) {
      const withTrayDays =
        trayPerDayCm3 > 0 ? Math.min(afterDays, days(fromCm3 - heldAtBedCm3, risesPerDayCm3 + trayPerDayCm3)) : 0;
      const leftCm3 = Math.max(
        fromCm3 - withTrayDays * trayPerDayCm3 - afterDays * risesPerDayCm3,
        OVER_RESIDUAL * residualStorageCm3(network.column),
      );
      return levelHoldingCm(heldCm3, leftCm3, network.over.topCm);
    },
  };
}

/** The level at which a network holds a volume, by halving: no higher than a brim, no deeper than is thought on. [cm] */
function levelHoldingCm(heldCm3: Budget["heldCm3"], wantedCm3: number, brimCm: number): number {
  let [low, high] = [DRIEST_LEVEL_CM, brimCm];
  if (heldCm3(low) >= wantedCm3) return low;
  while (high - low > LEVEL_TOLERANCE_CM) {
    const middle = (low + high) / 2;
    if (heldCm3(middle) > wantedCm3) high = middle;
    else low = middle;
  }
  return (low + high) / 2;
}
