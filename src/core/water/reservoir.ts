import type { AreaByHeight } from "../vessel/area-by-height";
import { basinOf, basinVolumeCm3 } from "./basin";
import { lowestLipCm, type Discharge } from "./discharge";
import { dischargeAt } from "./discharge-flow";
import { changesOf, heldFlow, type ColumnEnd, type FluxInTime } from "./ends";
import { fluxClock, surfaceUneven } from "./flux-clock";
import { SDIRK_GAMMA } from "./sdirk";
import { endCell, levelFinder, refillAt, type Refill, type StoreFlow } from "./store";

/**
 * A store of free water at the foot of a column: its surface stands at a height, falls as the column draws on it, rises
 * as the column drains into it, runs out of holes and is refilled by hand. Wick feet stand in one; the fill tube of a
 * gravel bed is one, and so is the tray under a pot.
 */
export type ReservoirCondition = {
  readonly kind: "reservoir";
  /** Of its level cut, the same all the way up or by height. */
  readonly areaCm2: number | AreaByHeight;
  /** Its level at hour 0. [cm, in the heights of the column] */
  readonly levelCm: number;
  /** Its bed: nothing stands lower. Without one, the foot of the column. [cm] */
  readonly bedCm?: number | undefined;
  /** What stands above this runs out within the step; without one nothing does. [cm] */
  readonly overflowCm?: number | undefined;
  /** What it runs out through, as fast as that lets it. */
  readonly discharges?: readonly Discharge[] | undefined;
  /** Whether what runs out of the column's holes, and off its top, falls into it. */
  readonly catches?: boolean | undefined;
  /** At an hour it is filled to a level, and kept there for a while: water is poured on as it sinks in. */
  readonly refills?: readonly Refill[] | undefined;
  /** What the air takes of it while there is any. [cm³/h] */
  readonly evaporationCm3PerHour?: FluxInTime | undefined;
};
/** The last film of a store gives in proportion to its depth, so that it runs dry without a jolt. [cm] */
const FILM_CM = 0.02;
/** A can with so little left is empty. [cm³] */
const SPENT_CM3 = 1e-6;
/** The hours at which its weather changes. */
export const reservoirChanges = ({ evaporationCm3PerHour = 0 }: ReservoirCondition): readonly number[] =>
  changesOf(evaporationCm3PerHour);

/** A store that takes in what has run out elsewhere in the step just taken: it is there from the next on. */
export type CatchingFlow = StoreFlow & { catch(cm3: number): void };

export function reservoirFlow(condition: ReservoirCondition, end: ColumnEnd): CatchingFlow {
  const { overflowCm = Infinity, refills = [], discharges = [], evaporationCm3PerHour = 0 } = condition;
  const footCm = end.heightCm;
  const bedCm = condition.bedCm ?? footCm;
  const basin = basinOf(condition.areaCm2);
  const { areaCm2 } = basin;
  const held = heldFlow(end);
  const water = basin.held(bedCm, condition.levelCm);
  const dries = fluxClock(evaporationCm3PerHour);
  let holding = false;
  /** The refill that began last, and what is left to pour in it. */
  let begun: Refill | undefined;
  let leftCm3 = Infinity;
  let evaporationAsked = 0;
  // the step being tried: the level its stage starts from, the hours of the stage, and the flows of both stages
  let baseCm = condition.levelCm;
  let stageHours = 0;
  let stepHours = 0;
  /** What may flow into the column in this stage, so that the step leaves no less than nothing. [cm³/h] */
  let mostIn = Infinity;
  /** The same of all that leaves, down to the bed. [cm³/h] */
  let mostLost = Infinity;
  /**
   * What may run out in this stage beside what comes: a step empties a store to its lowest lip and no further, however
   * much faster than the step it runs. [cm³/h]
   */
  let mostOut = Infinity;
  const lipCm = lowestLipCm(discharges);
  let out = 0;
  let evaporation = 0;
  const stage1 = { in: 0, out: 0, evaporation: 0 };
  const discharged = new Float64Array(2);
  const cell = endCell(held);
  let byLevel = 0;
  let outByLevel = 0;

  /** Works out the flow into the column from a level, and its slopes. */
  function flowFrom(levelCm: number): void {
    const headCm = levelCm - footCm;
    cell.heldAt(Math.max(headCm, 0));
    flow.inCm3PerHour = held.through;
    flow.slope = held.slopeByCell;
    byLevel = headCm > 0 ? held.slopeByEnd : 0;
    if (held.through <= 0) return;
    if (headCm <= 0) {
      flow.inCm3PerHour = flow.slope = byLevel = 0;
      return;
    }
    if (headCm < FILM_CM) {
      const left = headCm / FILM_CM;
      flow.inCm3PerHour *= left;
      flow.slope *= left;
      byLevel = left * byLevel + held.through / FILM_CM;
    }
    if (flow.inCm3PerHour > mostIn) {
      flow.inCm3PerHour = mostIn;
      flow.slope = byLevel = 0;
    }
  }

  /** What runs out by itself and what the air takes at a level; the last film gives the air its share only. */
  function lossesAt(levelCm: number): number {
    dischargeAt(discharges, levelCm, discharged);
    const left = Math.min(1, Math.max(0, (levelCm - bedCm) / FILM_CM));
    // the column comes first; no step takes more than there is
    const most = Math.max(0, mostLost - Math.max(0, flow.inCm3PerHour));
    const isCut = evaporationAsked * left > most;
    evaporation = isCut ? most : evaporationAsked * left;
    outByLevel = discharged[1]!;
    out = discharged[0]!;
    const mostRuns = mostOut + Math.max(0, -flow.inCm3PerHour);
    if (out > mostRuns) {
      out = mostRuns;
      outByLevel = 0;
    }
    // one that is cut does not grow with the level: a slope it has not would make the search for the level crawl
    if (left > 0 && left < 1 && !isCut) outByLevel += evaporationAsked / FILM_CM;
    return out + evaporation;
  }

  const overBase = (levelCm: number): number => {
    flowFrom(levelCm);
    return basin.riseCm(baseCm, levelCm) + (stageHours / areaCm2) * (flow.inCm3PerHour + lossesAt(levelCm));
  };
  const overBaseSlope = (levelCm: number): number =>
    basin.riseSlope(levelCm) + (stageHours / areaCm2) * (byLevel + outByLevel);
  /** What stands over the foot of the column: more it cannot draw on. */
  const overFootCm3 = (): number => Math.max(0, basinVolumeCm3(basin, Math.max(bedCm, footCm), baseCm));
  const overLipCm3 = (): number => (baseCm > lipCm ? basinVolumeCm3(basin, lipCm, baseCm) : 0);
  const levelOfStage = levelFinder(basin, { offAt: overBase, slopeAt: overBaseSlope });

  const flow: CatchingFlow = {
    inCm3PerHour: 0,
    slope: 0,
    runoffCm3PerHour: 0,
    get levelCm() {
      return water.levelCm;
    },
    get storedCm3() {
      return water.cm3;
    },
    refilledCm3: 0,
    overflowCm3: 0,
    evaporatedCm3: 0,
    rainedCm3: 0,
    caughtCm3: 0,

    catch(cm3) {
      flow.caughtCm3 += cm3;
      water.add(cm3);
    },

    setHour(now) {
      const { due, begins, holding: isHeld } = refillAt(refills, now);
      if (due !== undefined && begins && due !== begun) {
        begun = due;
        const { levelCm, mostCm3 = Infinity } = due;
        const wantedCm = mostCm3 < Infinity ? Math.min(levelCm, basin.levelAfterCm(water.levelCm, mostCm3)) : levelCm;
        const tookCm3 = wantedCm > water.levelCm ? water.fillTo(wantedCm) : 0;
        flow.refilledCm3 += tookCm3;
        leftCm3 = mostCm3 - tookCm3;
      }
      holding = isHeld && leftCm3 > SPENT_CM3;
      if (holding || water.levelCm <= overflowCm) return;
      // what stands over the hole has run out before anything else has moved
      flow.overflowCm3 -= water.fillTo(overflowCm);
    },

    setSpan(fromHour, toHour) {
      const before = evaporationAsked;
      evaporationAsked = dries.meanOver(fromHour, toHour);
      return evaporationAsked !== before;
    },
    evenUntil: (fromHour, toHour, mostOffCm3) =>
      dries.evenUntil(fromHour, toHour, surfaceUneven(water.levelCm - bedCm) * mostOffCm3),

    beginStage(stage, hours) {
      stepHours = hours;
      stageHours = SDIRK_GAMMA * hours;
      if (stage === 1) {
        baseCm = water.levelCm;
        mostIn = overFootCm3() / hours;
        mostLost = basinVolumeCm3(basin, bedCm, baseCm) / hours;
        mostOut = overLipCm3() / hours;
        return;
      }
      stage1.in = flow.inCm3PerHour;
      stage1.out = out;
      stage1.evaporation = evaporation;
      const gone = (1 - SDIRK_GAMMA) * hours * (stage1.in + stage1.out + stage1.evaporation);
      baseCm = basin.levelAfterCm(water.levelCm, -gone);
      mostIn = overFootCm3() / stageHours;
      mostLost = Math.max(0, basinVolumeCm3(basin, bedCm, baseCm)) / stageHours;
      mostOut = overLipCm3() / stageHours;
    },

    evaluate(psiCm, k, kSlope, lnK, lnKSlope, fluxPotential) {
      cell.set(psiCm, k, kSlope, lnK, lnKSlope, fluxPotential);
      out = evaporation = 0;
      if (holding) {
        mostIn = leftCm3 / stepHours;
        flowFrom(water.levelCm);
        return;
      }
      // a hole passes what comes, and holds the level
      if (overflowCm < Infinity) {
        const over = overBase(overflowCm);
        if (over < 0) {
          out += (-over * areaCm2) / stageHours;
          return;
        }
      }
      const levelCm = levelOfStage(baseCm, -Infinity, overflowCm);
      // by how much less flows in when the level it draws from falls with it
      flow.slope *= (basin.riseSlope(levelCm) + (stageHours / areaCm2) * outByLevel) / overBaseSlope(levelCm);
    },

    accept() {
      const late = SDIRK_GAMMA * stepHours;
      const early = stepHours - late;
      const net = early * stage1.in + late * flow.inCm3PerHour;
      if (holding) {
        if (net > 0) {
          flow.refilledCm3 += net;
          leftCm3 -= net;
        } else flow.overflowCm3 -= net;
        return;
      }
      const spilled = early * stage1.out + late * out;
      const evaporated = early * stage1.evaporation + late * evaporation;
      flow.overflowCm3 += spilled;
      flow.evaporatedCm3 += evaporated;
      // at the end of its water it is empty but for rounding
      water.add(-(net + spilled + evaporated));
    },
  };

  return flow;
}
