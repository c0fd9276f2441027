import { bracketedRoot } from "./bracketed-root";
import type { ColumnEnd } from "./ends";
import { heldFlow } from "./ends";
import { SDIRK_GAMMA, type EndFlow } from "./richards";

/**
 * A reservoir at the base of a column: free water of its own area whose surface stands at a height above the base,
 * falls as the column draws on it, rises as the column drains into it, runs out of an overflow and is refilled by hand.
 * Wick feet stand in one; the fill tube of a gravel bed is one.
 */
export type ReservoirCondition = {
  readonly kind: "reservoir";
  readonly areaCm2: number;
  /** Its level at hour 0. [cm above the base] */
  readonly levelCm: number;
  /** What stands above this runs out; without one nothing does. [cm above the base] */
  readonly overflowCm?: number | undefined;
  /** At an hour it is filled to a level, and kept there for a while: water is poured on as it sinks in. */
  readonly refills?: readonly Refill[] | undefined;
};
export type Refill = { readonly hour: number; readonly levelCm: number; readonly holdHours: number };

export type ReservoirFlow = EndFlow & {
  levelCm: number;
  refilledCm3: number;
  overflowCm3: number;
  /** Says what hour it is: refills begin and end then. */
  setHour(hour: number): void;
};

/** The last film of a reservoir gives in proportion to its depth, so that it runs dry without a jolt. [cm] */
const FILM_CM = 0.02;
/** The level a stage ends at is found to this. [cm, and of a level above 1 cm the share] */
const LEVEL_TOLERANCE = 1e-13;

/** The hours at which refills begin and end. */
export const refillHours = ({ refills = [] }: ReservoirCondition): readonly number[] =>
  refills.flatMap(({ hour, holdHours }) => [hour, hour + holdHours]);

export function reservoirFlow(condition: ReservoirCondition, end: ColumnEnd): ReservoirFlow {
  const { areaCm2, overflowCm = Infinity, refills = [] } = condition;
  const held = heldFlow(end);
  let holding = false;
  // the step being tried: the level its stage starts from, the hours of the stage, and the flows of both stages
  let baseCm = condition.levelCm;
  let stageHours = 0;
  let stepHours = 0;
  /** What may flow into the column in this stage, so that the step leaves no less than nothing. [cm³/h] */
  let mostIn = Infinity;
  let out = 0;
  const inflow1 = { in: 0, out: 0 };
  // the column's end as an evaluation finds it
  const cell = { psiCm: 0, k: 0, kSlope: 0, lnK: 0, lnKSlope: 0, fluxPotential: 0 };
  let byLevel = 0;

  /** Works out the flow into the column from a level, and its slopes. */
  function flowFrom(levelCm: number): void {
    const { psiCm, k, kSlope, lnK, lnKSlope, fluxPotential } = cell;
    held.evaluate(Math.max(levelCm, 0), psiCm, k, kSlope, lnK, lnKSlope, fluxPotential);
    flow.inCm3PerHour = held.through;
    flow.slope = held.slopeByCell;
    byLevel = levelCm > 0 ? held.slopeByEnd : 0;
    if (held.through <= 0) return;
    if (levelCm < FILM_CM) {
      const left = Math.max(0, levelCm / FILM_CM);
      flow.inCm3PerHour *= left;
      flow.slope *= left;
      byLevel = left * byLevel + held.through / FILM_CM;
    }
    if (flow.inCm3PerHour > mostIn) {
      flow.inCm3PerHour = mostIn;
      flow.slope = byLevel = 0;
    }
  }

  // The level at the end of a stage and the flow of the stage hold each other: level = base − hours·flow/area. The left
  // side less the right grows with the level, by at least as much.
  const overBase = (levelCm: number): number => {
    flowFrom(levelCm);
    return levelCm - baseCm + (stageHours / areaCm2) * flow.inCm3PerHour;
  };
  const overBaseSlope = (): number => 1 + (stageHours / areaCm2) * byLevel;
  const levelTolerance = (levelCm: number): number => LEVEL_TOLERANCE * Math.max(1, Math.abs(levelCm));

  const flow: ReservoirFlow = {
    inCm3PerHour: 0,
    slope: 0,
    runoffCm3PerHour: 0,
    levelCm: condition.levelCm,
    refilledCm3: 0,
    overflowCm3: 0,

    setHour(now) {
      const due = refills.findLast((refill) => refill.hour <= now + 1e-9);
      holding = due !== undefined && now < due.hour + due.holdHours - 1e-9;
      if (due !== undefined && Math.abs(due.hour - now) <= 1e-9 && due.levelCm > flow.levelCm) {
        flow.refilledCm3 += areaCm2 * (due.levelCm - flow.levelCm);
        flow.levelCm = due.levelCm;
      }
      if (holding || flow.levelCm <= overflowCm) return;
      // what stands over the hole has run out before anything else has moved
      flow.overflowCm3 += areaCm2 * (flow.levelCm - overflowCm);
      flow.levelCm = overflowCm;
    },

    beginStage(stage, hours) {
      stepHours = hours;
      stageHours = SDIRK_GAMMA * hours;
      if (stage === 1) {
        baseCm = flow.levelCm;
        mostIn = (areaCm2 * baseCm) / hours;
        return;
      }
      inflow1.in = flow.inCm3PerHour;
      inflow1.out = out;
      baseCm = flow.levelCm - ((1 - SDIRK_GAMMA) * hours * (inflow1.in + inflow1.out)) / areaCm2;
      mostIn = (areaCm2 * Math.max(0, baseCm)) / stageHours;
    },

    evaluate(psiCm, k, kSlope, lnK, lnKSlope, fluxPotential) {
      cell.psiCm = psiCm;
      cell.k = k;
      cell.kSlope = kSlope;
      cell.lnK = lnK;
      cell.lnKSlope = lnKSlope;
      cell.fluxPotential = fluxPotential;
      out = 0;
      if (holding) {
        mostIn = Infinity;
        flowFrom(flow.levelCm);
        return;
      }
      // a hole passes what comes, and holds the level
      if (overflowCm < Infinity) {
        const over = overBase(overflowCm);
        if (over < 0) {
          out = (-over * areaCm2) / stageHours;
          return;
        }
      }
      const over = Math.abs(overBase(baseCm));
      if (over > 0)
        bracketedRoot(
          { valueAt: overBase, slopeAt: overBaseSlope, low: baseCm - over, high: Math.min(baseCm + over, overflowCm) },
          Math.min(baseCm, overflowCm),
          levelTolerance,
        );
      flow.slope /= overBaseSlope();
    },

    accept() {
      const late = SDIRK_GAMMA * stepHours;
      const early = stepHours - late;
      const net = early * inflow1.in + late * flow.inCm3PerHour;
      if (holding) {
        if (net > 0) flow.refilledCm3 += net;
        else flow.overflowCm3 -= net;
        return;
      }
      const spilled = early * inflow1.out + late * out;
      flow.overflowCm3 += spilled;
      // at the end of its water it is empty but for rounding
      flow.levelCm = Math.max(0, flow.levelCm - (net + spilled) / areaCm2);
    },
  };
  return flow;
}
