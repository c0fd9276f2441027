import type { AreaByHeight } from "../vessel/area-by-height";
import { basinOf, basinVolumeCm3 } from "./basin";
import { dischargeAt, lowestLipCm, type Discharge } from "./discharge";
import { changesOf, heldFlow, type ColumnEnd, type FluxInTime } from "./ends";
import { fluxClock, surfaceUneven } from "./flux-clock";
import { SDIRK_GAMMA } from "./sdirk";
import { endCell, levelFinder, refillAt, type Refill, type StoreFlow } from "./store";

/**
 * Water standing over the soil: what falls on the vessel's mouth goes into the soil, and what the soil cannot take, or
 * is pushed out of it from below, stands on it until it sinks in, runs out of a hole, spills over the rim or dries off.
 * While none stands there the air takes its water from the soil's surface, down to its driest.
 */
export type PondCondition = {
  readonly kind: "pond";
  /** Of its level cut, from the top of the column up. */
  readonly areaCm2: number | AreaByHeight;
  /** Its level at hour 0; the top of the column while there is none. [cm] */
  readonly levelCm: number;
  readonly discharges: readonly Discharge[];
  readonly refills?: readonly Refill[] | undefined;
  /** What falls into it or is poured on, and what the air would take of it. [cm³/h] */
  readonly rainCm3PerHour: FluxInTime;
  readonly evaporationCm3PerHour: FluxInTime;
  /** The soil's surface gives nothing to the air once it is this dry. [cm] */
  readonly limitPsiCm: number;
};

/** The hours at which its weather changes. */
export const pondChanges = (condition: PondCondition): readonly number[] => [
  ...changesOf(condition.rainCm3PerHour),
  ...changesOf(condition.evaporationCm3PerHour),
];

const ROUNDING_CM = 1e-12;

export function pondFlow(condition: PondCondition, end: ColumnEnd): StoreFlow {
  const { discharges, refills = [], rainCm3PerHour, evaporationCm3PerHour, limitPsiCm } = condition;
  const bedCm = end.heightCm;
  const basin = basinOf(condition.areaCm2);
  const { areaCm2 } = basin;
  const held = heldFlow(end);
  const water = basin.held(bedCm, condition.levelCm);
  const discharged = new Float64Array(2);
  const rains = fluxClock(rainCm3PerHour);
  const dries = fluxClock(evaporationCm3PerHour);
  let holding = false;
  let rain = 0;
  let evaporationAsked = 0;
  let baseCm = condition.levelCm;
  let stageHours = 0;
  let stepHours = 0;
  /** What is there for the column in this stage; less than nothing where the air asks for more than stands there. */
  let offered = 0;
  /** What may run out in this stage beside what comes: no step empties it under its lowest lip. [cm³/h] */
  let mostOut = 0;
  const lipCm = lowestLipCm(discharges);
  let out = 0;
  let evaporation = 0;
  let byLevel = 0;
  let outByLevel = 0;
  const stage1 = { in: 0, out: 0, evaporation: 0 };
  const cell = endCell(held);

  function throughAt(endPsiCm: number): void {
    cell.heldAt(endPsiCm);
    flow.inCm3PerHour = held.through;
    flow.slope = held.slopeByCell;
    byLevel = held.slopeByEnd;
  }

  const overLipCm3 = (): number => (baseCm > lipCm ? basinVolumeCm3(basin, lipCm, baseCm) : 0);

  const overBase = (levelCm: number): number => {
    throughAt(levelCm - bedCm);
    if (flow.inCm3PerHour > offered) {
      flow.inCm3PerHour = offered;
      flow.slope = byLevel = 0;
    }
    dischargeAt(discharges, levelCm, discharged);
    out = discharged[0]!;
    outByLevel = discharged[1]!;
    const most = mostOut + Math.max(0, rain - evaporationAsked - flow.inCm3PerHour);
    if (out > most) {
      out = most;
      outByLevel = 0;
    }
    return basin.riseCm(baseCm, levelCm) + (stageHours / areaCm2) * (flow.inCm3PerHour + out + evaporationAsked - rain);
  };
  const overBaseSlope = (levelCm: number): number =>
    basin.riseSlope(levelCm) + (stageHours / areaCm2) * (byLevel + outByLevel);

  const levelOfStage = levelFinder(basin, { offAt: overBase, slopeAt: overBaseSlope });

  const flow: StoreFlow = {
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

    setHour(now) {
      const { due, begins, holding: isHeld } = refillAt(refills, now);
      holding = isHeld;
      if (due === undefined || !begins || due.levelCm <= water.levelCm) return;
      flow.refilledCm3 += water.fillTo(due.levelCm);
    },

    setSpan(fromHour, toHour) {
      const [rainBefore, askedBefore] = [rain, evaporationAsked];
      rain = rains.meanOver(fromHour, toHour);
      evaporationAsked = dries.meanOver(fromHour, toHour);
      return rain !== rainBefore || evaporationAsked !== askedBefore;
    },
    evenUntil: (fromHour, toHour, mostOffCm3) =>
      dries.evenUntil(
        fromHour,
        rains.evenUntil(fromHour, toHour, mostOffCm3),
        surfaceUneven(water.levelCm - bedCm) * mostOffCm3,
      ),

    beginStage(stage, hours) {
      stepHours = hours;
      stageHours = SDIRK_GAMMA * hours;
      if (stage === 1) {
        baseCm = water.levelCm;
        offered = basinVolumeCm3(basin, bedCm, baseCm) / hours + rain - evaporationAsked;
        mostOut = overLipCm3() / hours;
        return;
      }
      stage1.in = flow.inCm3PerHour;
      stage1.out = out;
      stage1.evaporation = evaporation;
      const came = (1 - SDIRK_GAMMA) * hours * (rain - stage1.in - stage1.out - stage1.evaporation);
      // nothing stands lower than the soil, but for rounding
      baseCm = Math.max(bedCm, basin.levelAfterCm(water.levelCm, came));
      offered = basinVolumeCm3(basin, bedCm, baseCm) / stageHours + rain - evaporationAsked;
      mostOut = overLipCm3() / stageHours;
    },

    evaluate(psiCm, k, kSlope, lnK, lnKSlope, fluxPotential) {
      cell.set(psiCm, k, kSlope, lnK, lnKSlope, fluxPotential);
      out = 0;
      evaporation = evaporationAsked;
      if (holding) {
        throughAt(water.levelCm - bedCm);
        return;
      }
      throughAt(0);
      if (flow.inCm3PerHour >= offered) {
        // the soil takes all there is; where that is less than nothing it gives it, as long as it can
        const asked = offered;
        if (asked < 0) {
          throughAt(limitPsiCm);
          if (flow.inCm3PerHour > asked) {
            if (flow.inCm3PerHour > 0) flow.inCm3PerHour = flow.slope = 0;
            evaporation = evaporationAsked - (flow.inCm3PerHour - asked);
            return;
          }
        }
        flow.inCm3PerHour = asked;
        flow.slope = 0;
        return;
      }
      const levelCm = levelOfStage(baseCm, bedCm, Infinity);
      flow.slope *= (basin.riseSlope(levelCm) + (stageHours / areaCm2) * outByLevel) / overBaseSlope(levelCm);
    },

    accept() {
      const late = SDIRK_GAMMA * stepHours;
      const early = stepHours - late;
      const sunk = early * stage1.in + late * flow.inCm3PerHour;
      const spilled = early * stage1.out + late * out;
      const evaporated = early * stage1.evaporation + late * evaporation;
      flow.evaporatedCm3 += evaporated;
      flow.rainedCm3 += rain * stepHours;
      if (holding) {
        const poured = sunk + evaporated - rain * stepHours;
        if (poured > 0) flow.refilledCm3 += poured;
        else flow.overflowCm3 -= poured;
        return;
      }
      flow.overflowCm3 += spilled;
      water.add(rain * stepHours - sunk - spilled - evaporated);
      // what rounding leaves is no water on the soil
      if (water.levelCm - bedCm < ROUNDING_CM) water.fillTo(bedCm);
    },
  };
  return flow;
}
