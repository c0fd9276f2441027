import { hydraulicValues, type HydraulicTable } from "../hydraulics/table";
import { fittedFlux } from "./fitted-flux";
import type { EndFlow } from "./net-inflow";
import { SDIRK_GAMMA } from "./sdirk";

/** A flow that changes in steps: each value holds from its hour until the next. A number holds for good. [cm/h] */
export type FluxInTime = number | readonly (readonly [hour: number, cmPerHour: number])[];

/** A head that is led from each of its values straight to the next. [cm] */
export type HeadInTime = number | readonly (readonly [hour: number, cm: number])[];

export type EndCondition =
  | { readonly kind: "sealed" }
  | { readonly kind: "psi"; readonly cm: HeadInTime }
  | { readonly kind: "flux"; readonly cmPerHour: FluxInTime }
  | { readonly kind: "seepage" }
  | { readonly kind: "free-drainage" }
  | { readonly kind: "atmosphere"; readonly cmPerHour: FluxInTime; readonly limitPsiCm: number };

/** The hours after 0 at which a flow jumps. */
export const jumpsOf = (flux: FluxInTime): readonly number[] =>
  typeof flux === "number" ? [] : flux.slice(1).map(([hour]) => hour);

/** The hours after 0 at which a flow is told to be another than before. */
export const changesOf = (flux: FluxInTime): readonly number[] =>
  typeof flux === "number"
    ? []
    : flux.flatMap(([hour, value], i) => (i > 0 && value !== flux[i - 1]![1] ? [hour] : []));

/** A flow on a clock that starts at an hour; one that is nothing from then on is the number 0. */
export function fluxFrom(flux: FluxInTime, hour: number): FluxInTime {
  if (typeof flux === "number") return flux;
  const steps =
    hour === 0
      ? flux
      : [
          [0, fluxAt(flux, hour)] as const,
          ...flux.filter(([at]) => at > hour).map(([at, value]) => [at - hour, value] as const),
        ];
  return steps.every(([, value]) => value === 0) ? 0 : steps;
}

/** Two flows together. */
export function fluxSum(a: FluxInTime, b: FluxInTime): FluxInTime {
  if (a === 0) return b;
  if (b === 0) return a;
  const hours = [...new Set([0, ...jumpsOf(a), ...jumpsOf(b)])].sort((one, other) => one - other);
  return hours.map((hour) => [hour, fluxAt(a, hour) + fluxAt(b, hour)] as const);
}

/** The hours at which a condition jumps, after 0. */
export const jumpHours = (condition: EndCondition): readonly number[] =>
  "cmPerHour" in condition
    ? jumpsOf(condition.cmPerHour)
    : condition.kind === "psi" && typeof condition.cm !== "number"
      ? condition.cm.slice(1).map(([hour]) => hour)
      : [];

/** The head an end is held at at an hour. */
export function headAtCm(head: HeadInTime, hour: number): number {
  if (typeof head === "number") return head;
  const next = head.findIndex(([at]) => at > hour);
  if (next < 0) return head.at(-1)![1];
  if (next === 0) return head[0]![1];
  const [[from, fromCm], [to, toCm]] = [head[next - 1]!, head[next]!];
  return fromCm + ((toCm - fromCm) * (hour - from)) / (to - from);
}

/** The flow asked for at an hour; at a jump, of what follows. */
export function fluxAt(flux: FluxInTime, hour: number): number {
  if (typeof flux === "number") return flux;
  // the last that has begun; before the first, the first
  let low = 0;
  let high = flux.length - 1;
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (flux[middle]![0] > hour) high = middle - 1;
    else low = middle;
  }
  return flux[low]![1];
}

export type ColumnEnd = {
  readonly side: "bottom" | "top";
  /** At the end itself, and over the half cell there. */
  readonly areaCm2: number;
  readonly halfCellAreaCm2: number;
  /** The height of the end. [cm] */
  readonly heightCm: number;
  /** From the end of the column to the centre of the cell there. [cm] */
  readonly halfCellCm: number;
  /** What the medium of the cell there is at heads, as that cell knows it. */
  readonly media: EndMedia;
  /** Where it may: how much the cell there sheds water, 0…1. */
  readonly sheds?: (() => number) | undefined;
};

export type EndMedia = Pick<HydraulicTable, "lookUp"> & {
  /** Where cells remember: the flux potential at a head as far from that of the cell, at its head, as if over heads. */
  readonly potentialFrom?: (endPsiCm: number, psiCm: number) => number;
  /** The part the cell takes of what would flow into it, where it may shed water. */
  readonly intake?: () => number;
};

/**
 * The flow through an end held at a head: into the column [cm³/h], and its slopes by the head of the cell there and by
 * that of the end.
 */
export type HeldFlow = {
  through: number;
  slopeByCell: number;
  slopeByEnd: number;
  evaluate(
    endPsiCm: number,
    psiCm: number,
    k: number,
    kSlope: number,
    lnK: number,
    lnKSlope: number,
    fluxPotential: number,
  ): void;
};

export function heldFlow({ side, halfCellAreaCm2, halfCellCm, media }: ColumnEnd): HeldFlow {
  const into = side === "bottom" ? halfCellAreaCm2 : -halfCellAreaCm2;
  // the end itself: a head, and what the medium is there
  const endPsi = new Float64Array(1);
  const at = hydraulicValues(1);
  const flux = new Float64Array(3);
  const held: HeldFlow = {
    through: 0,
    slopeByCell: 0,
    slopeByEnd: 0,
    evaluate(endPsiCm, psiCm, k, kSlope, lnK, lnKSlope, fluxPotential) {
      endPsi[0] = endPsiCm;
      media.lookUp(endPsi, 0, 1, at);
      if (media.potentialFrom) at.fluxPotential[0] = media.potentialFrom(endPsiCm, psiCm);
      if (side === "bottom")
        fittedFlux(
          endPsiCm,
          at.k[0]!,
          at.kSlope[0]!,
          at.lnK[0]!,
          at.lnKSlope[0]!,
          at.fluxPotential[0]!,
          psiCm,
          k,
          kSlope,
          lnK,
          lnKSlope,
          fluxPotential,
          halfCellCm,
          flux,
        );
      else
        fittedFlux(
          psiCm,
          k,
          kSlope,
          lnK,
          lnKSlope,
          fluxPotential,
          endPsiCm,
          at.k[0]!,
          at.kSlope[0]!,
          at.lnK[0]!,
          at.lnKSlope[0]!,
          at.fluxPotential[0]!,
          halfCellCm,
          flux,
        );
      held.through = into * flux[0]!;
      held.slopeByCell = into * (side === "bottom" ? flux[2]! : flux[1]!);
      held.slopeByEnd = into * (side === "bottom" ? flux[1]! : flux[2]!);
      if (!media.intake || held.through <= 0) return;
      const part = media.intake();
      held.through *= part;
      held.slopeByCell *= part;
      held.slopeByEnd *= part;
    },
  };
  return held;
}

export type ConditionedEnd = EndFlow & {
  /** The flux asked for, which the driver sets at each jump. [cm/h] */
  askCmPerHour: number;
  /** Which hours a step is from and to, for a head that is led through them. */
  setHours(fromHour: number): void;
  /** Whether water is asked of the column here, whatever it has to give. */
  readonly demands: boolean;
};

/**
 * An end of a column as the flow through it. Conditions that switch (a drain hole, the weather at the surface) are
 * written as the lesser of two flows, which Newton's method follows across the switch by itself.
 */
export function endFlow(condition: EndCondition, end: ColumnEnd): ConditionedEnd {
  const { areaCm2 } = end;
  const held = heldFlow(end);

  let heldCm = condition.kind === "psi" ? headAtCm(condition.cm, 0) : 0;
  let stepFrom = 0;
  const isLed = condition.kind === "psi" && typeof condition.cm !== "number";

  const flow: ConditionedEnd = {
    setHours(fromHour) {
      stepFrom = fromHour;
    },
    beginStage(stage, stepHours) {
      if (isLed) heldCm = headAtCm(condition.cm, stepFrom + (stage === 1 ? SDIRK_GAMMA : 1) * stepHours);
    },
    get demands() {
      return condition.kind === "flux" && flow.askCmPerHour < 0;
    },
    inCm3PerHour: 0,
    slope: 0,
    runoffCm3PerHour: 0,
    askCmPerHour: 0,
    evaluate(psiCm, k, kSlope, lnK, slope, potential) {
      flow.inCm3PerHour = flow.slope = flow.runoffCm3PerHour = 0;
      switch (condition.kind) {
        case "sealed":
          return;
        case "flux":
          flow.inCm3PerHour = areaCm2 * flow.askCmPerHour;
          return;
        case "psi":
          held.evaluate(heldCm, psiCm, k, kSlope, lnK, slope, potential);
          take();
          return;
        case "free-drainage":
          flow.inCm3PerHour = -areaCm2 * k;
          flow.slope = -areaCm2 * kSlope;
          return;
        case "seepage":
          // a hole lets water out, never in
          held.evaluate(0, psiCm, k, kSlope, lnK, slope, potential);
          if (held.through < 0) take();
          return;
        case "atmosphere": {
          const asked = areaCm2 * flow.askCmPerHour;
          flow.inCm3PerHour = asked;
          if (asked < 0) {
            // what the surface gives at its driest; a surface drier than that gives nothing
            held.evaluate(condition.limitPsiCm, psiCm, k, kSlope, lnK, slope, potential);
            if (held.through > asked) take();
            if (flow.inCm3PerHour > 0) flow.inCm3PerHour = flow.slope = 0;
          }
          // what it takes with water standing on it; the rest runs off, and so does what is pushed out from below
          held.evaluate(0, psiCm, k, kSlope, lnK, slope, potential);
          if (held.through < flow.inCm3PerHour) {
            flow.runoffCm3PerHour = Math.max(asked, 0) - held.through;
            take();
          }
          return;
        }
        default:
          condition satisfies never;
      }
    },
  };
  const take = (): void => {
    flow.inCm3PerHour = held.through;
    flow.slope = held.slopeByCell;
  };
  return flow;
}
