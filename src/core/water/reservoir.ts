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
/** A step that would leave less than nothing, by more than this, is too long. [cm] */
const MOST_OVERDRAWN_CM = 1e-4;
/** An overflow takes the surface down by e in this time: a hole that passes what comes. [h] */
const OVERFLOW_HOURS = 0.02;
const MOST_ITERATIONS = 60;

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
  let stageCm = condition.levelCm;
  let out = 0;
  const inflow1 = { in: 0, out: 0 };

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
      if (due === undefined || Math.abs(due.hour - now) > 1e-9 || due.levelCm <= flow.levelCm) return;
      flow.refilledCm3 += areaCm2 * (due.levelCm - flow.levelCm);
      flow.levelCm = due.levelCm;
    },

    beginStage(stage, hours) {
      stepHours = hours;
      stageHours = SDIRK_GAMMA * hours;
      if (stage === 1) baseCm = flow.levelCm;
      else {
        inflow1.in = flow.inCm3PerHour;
        inflow1.out = out;
        baseCm = flow.levelCm - ((1 - SDIRK_GAMMA) * hours * (inflow1.in + inflow1.out)) / areaCm2;
      }
    },

    evaluate(psiCm, k, kSlope, lnK, lnKSlope) {
      if (holding) {
        held.evaluate(flow.levelCm, psiCm, k, kSlope, lnK, lnKSlope);
        flow.inCm3PerHour = held.through;
        flow.slope = held.slopeByCell;
        stageCm = flow.levelCm;
        out = 0;
        return;
      }
      // The level at the end of the stage and the flow of the stage hold each other: level = base − hours·(flow +
      // overflow)/area. The left side less the right grows by at least the level itself, so the root lies within its
      // value of the base.
      const share = stageHours / areaCm2;
      let level = baseCm;
      let [low, high] = [-Infinity, Infinity];
      let byLevel = 0;
      let outByLevel = 0;
      for (let i = 0; i < MOST_ITERATIONS; i++) {
        held.evaluate(Math.max(level, 0), psiCm, k, kSlope, lnK, lnKSlope);
        flow.inCm3PerHour = held.through;
        flow.slope = held.slopeByCell;
        byLevel = level > 0 ? held.slopeByEnd : 0;
        if (held.through > 0 && level < FILM_CM) {
          const left = Math.max(0, level / FILM_CM);
          byLevel = level > 0 ? left * byLevel + held.through / FILM_CM : 0;
          flow.inCm3PerHour *= left;
          flow.slope *= left;
        }
        out = (areaCm2 * Math.max(0, level - overflowCm)) / OVERFLOW_HOURS;
        outByLevel = level > overflowCm ? areaCm2 / OVERFLOW_HOURS : 0;
        const over = level - baseCm + share * (flow.inCm3PerHour + out);
        if (Math.abs(over) <= 1e-12 * (1 + Math.abs(level))) break;
        if (i === 0) {
          low = level - Math.abs(over);
          high = level + Math.abs(over);
        }
        if (over > 0) high = level;
        else low = level;
        const newton = level - over / (1 + share * (byLevel + outByLevel));
        level = newton > low && newton < high ? newton : (low + high) / 2;
        if (high - low <= 1e-13 * (1 + Math.abs(level))) break;
      }
      stageCm = level;
      flow.slope *= (1 + share * outByLevel) / (1 + share * (byLevel + outByLevel));
    },

    endStep: () => holding || stageCm > -MOST_OVERDRAWN_CM,

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
      flow.levelCm -= (net + spilled) / areaCm2;
    },
  };
  return flow;
}
