import type { AreaByHeight } from "../vessel/area-by-height";
import { basinOf, basinVolumeCm3 } from "./basin";
import { lowestLipCm, type Discharge } from "./discharge";
import { dischargeAt } from "./discharge-flow";
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
  /** The gap along the wall of a ball that has dried and shrunk: open as far as its top sheds water. */
  readonly gap?: Discharge | undefined;
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

/** A pond that tells what of its overflow has run down along the wall. [cm³] */
export type PondFlow = StoreFlow & { ranDownCm3: number };

export function pondFlow(condition: PondCondition, end: ColumnEnd): PondFlow {
  const { discharges, gap, refills = [], rainCm3PerHour, evaporationCm3PerHour, limitPsiCm } = condition;
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
  const gaps = gap ? [gap] : [];
  const gapLipCm = Math.min(lipCm, lowestLipCm(gaps));
  /** How far the gap is open in this step, 0…1. */
  let open = 0;
  let out = 0;
  /** What of that goes down the gap. */
  let down = 0;
  let evaporation = 0;
  let byLevel = 0;
  let outByLevel = 0;
  const stage1 = { in: 0, out: 0, down: 0, evaporation: 0 };
  const cell = endCell(held);

  function throughAt(endPsiCm: number): void {
    cell.heldAt(endPsiCm);
    flow.inCm3PerHour = held.through;
    flow.slope = held.slopeByCell;
    byLevel = held.slopeByEnd;
  }

  function overLipCm3(): number {
    const lowest = open > 0 ? gapLipCm : lipCm;
    return baseCm > lowest ? basinVolumeCm3(basin, lowest, baseCm) : 0;
  }

  /** Works out what runs out at a level, and how that grows with it. */
  function runOutAt(levelCm: number): void {
    dischargeAt(discharges, levelCm, discharged);
    out = discharged[0]!;
    outByLevel = discharged[1]!;
    down = 0;
    if (open === 0) return;
    dischargeAt(gaps, levelCm, discharged);
    down = open * discharged[0]!;
    out += down;
    outByLevel += open * discharged[1]!;
  }

  const overBase = (levelCm: number): number => {
    throughAt(levelCm - bedCm);
    if (flow.inCm3PerHour > offered) {
      flow.inCm3PerHour = offered;
      flow.slope = byLevel = 0;
    }
    runOutAt(levelCm);
    const most = mostOut + Math.max(0, rain - evaporationAsked - flow.inCm3PerHour);
    if (out > most) {
      down *= most / out;
      out = most;
      outByLevel = 0;
    }
    return basin.riseCm(baseCm, levelCm) + (stageHours / areaCm2) * (flow.inCm3PerHour + out + evaporationAsked - rain);
  };
  const overBaseSlope = (levelCm: number): number =>
    basin.riseSlope(levelCm) + (stageHours / areaCm2) * (byLevel + outByLevel);

  const levelOfStage = levelFinder(basin, { offAt: overBase, slopeAt: overBaseSlope });

  const flow: PondFlow = {
    ranDownCm3: 0,
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
        open = gap && end.sheds ? end.sheds() : 0;
        baseCm = water.levelCm;
        offered = basinVolumeCm3(basin, bedCm, baseCm) / hours + rain - evaporationAsked;
        mostOut = overLipCm3() / hours;
        return;
      }
      stage1.in = flow.inCm3PerHour;
      stage1.out = out;
      stage1.down = down;
      stage1.evaporation = evaporation;
      const came = (1 - SDIRK_GAMMA) * hours * (rain - stage1.in - stage1.out - stage1.evaporation);
      // nothing stands lower than the soil, but for rounding
      baseCm = Math.max(bedCm, basin.levelAfterCm(water.levelCm, came));
      offered = basinVolumeCm3(basin, bedCm, baseCm) / stageHours + rain - evaporationAsked;
      mostOut = overLipCm3() / stageHours;
    },

    evaluate(psiCm, k, kSlope, lnK, lnKSlope, fluxPotential) {
      cell.set(psiCm, k, kSlope, lnK, lnKSlope, fluxPotential);
      out = down = 0;
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
      flow.ranDownCm3 += early * stage1.down + late * down;
      water.add(rain * stepHours - sunk - spilled - evaporated);
      // what rounding leaves is no water on the soil
      if (water.levelCm - bedCm < ROUNDING_CM) water.fillTo(bedCm);
    },
  };
  return flow;
}
