import { DEFAULT_CELL_CM } from "./column";
import { lowestLipCm } from "./discharge";
import { fluxFrom, fluxSum, type FluxInTime } from "./ends";
import { overWaterCm3, type Network } from "./network";
import { repelsWhenDry } from "./branch";
import type { Beginning } from "./cell-memory";
import type { PondCondition } from "./pond";
import { repellencyOf } from "./repellency";
import type { Refill } from "./store";
import {
  runTransient,
  type BottomCondition,
  type CumulativeFlow,
  type TransientOptions,
  type TransientResult,
  type TransientState,
} from "./transient";
import type { RootUptake } from "./uptake";

/** A network at rest or on its way: heads in its column, and the levels of its stores. */
export type NetworkState = {
  readonly psiCm: Float64Array;
  /** What cells hold, where they are gone on from; without it what their curves say. [m³/m³] */
  readonly theta?: Float64Array | undefined;
  /** Of the store below, where there is one. */
  readonly belowCm: number;
  /** Of the water over the soil; the soil's surface while there is none. */
  readonly overCm: number;
  /** How its cells came there; without it they hold what their column's curves say. */
  readonly past?: Past | undefined;
};

/** What cells of a column on the main drying curves remember, and how much each sheds water: else as dry as it is. */
export type Past = { readonly history: Beginning; readonly sheds?: readonly number[] | undefined };

/** What comes to a network from outside and what is asked of it, by the hour. */
export type Forcing = {
  /** What falls on the mouth. [cm³/h] */
  readonly rainCm3PerHour?: FluxInTime;
  /** What the air would take of the soil's surface, or of the water on it; and of the store below. [cm³/h] */
  readonly evaporationCm3PerHour?: FluxInTime;
  readonly evaporationBelowCm3PerHour?: FluxInTime;
  /** What roots would drink, and what else draws from the soil: a wall that dries. */
  readonly uptake?: RootUptake | undefined;
  readonly sinks?: readonly RootUptake[] | undefined;
};

/** What is done to a network at an hour; heights are from the inside base. */
export type Act =
  /** A store is filled up to a level, with so much at most, and held there for a while. [cm³] */
  | {
      readonly kind: "fill-to";
      readonly hour: number;
      readonly store: "below" | "over";
      readonly levelCm: number;
      readonly holdHours: number;
      readonly mostCm3?: number | undefined;
    }
  /** Poured on the soil by and by: as much as what happened until then calls for. [cm³] */
  | {
      readonly kind: "pour";
      readonly hour: number;
      readonly overHours: number;
      readonly cm3: (until: readonly FollowedFrame[]) => number;
    };

/** What has come and gone since the start. [cm³] */
export type Account = {
  readonly drunkCm3: number;
  /** By the air: of the surface and the water over it; of walls and tray. */
  readonly evaporatedCm3: number;
  readonly driedCm3: number;
  /** Filled up, poured on and rained. */
  readonly cameCm3: number;
  /** By holes, the base and rims, less what fell into the tray. */
  readonly ranOutCm3: number;
};
const NOTHING_YET: Account = { drunkCm3: 0, evaporatedCm3: 0, driedCm3: 0, cameCm3: 0, ranOutCm3: 0 };

/** A network at an hour on its way. */
export type FollowedFrame = {
  readonly hours: number;
  readonly state: TransientState;
  /** Of the store below and of the water over the soil, where there is any such store. [cm] */
  readonly belowCm: number | undefined;
  readonly overCm: number | undefined;
  /** In the pores and over the soil. [cm³] */
  readonly heldCm3: number;
  readonly account: Account;
};

export type Followed = {
  /** At each output hour that was reached. */
  readonly frames: readonly FollowedFrame[];
  /** Where the last stretch that was followed to its end has left it. */
  readonly end: NetworkState;
  readonly status: TransientResult["status"];
  /** The worst of its stretches. */
  readonly massBalanceRelError: number;
  readonly work: Work;
};
type Work = Pick<TransientResult, "steps" | "rejected" | "iterations">;

/** The foot of a network's column as the solver takes it. */
export function footOf(
  { below, footDrains }: Network,
  {
    levelCm,
    refills,
    evaporationCm3PerHour,
  }: {
    readonly levelCm: number;
    readonly refills?: readonly Refill[] | undefined;
    readonly evaporationCm3PerHour?: FluxInTime | undefined;
  },
): BottomCondition {
  if (!below) return { kind: footDrains ? "seepage" : "sealed" };
  const { area, bedCm, discharges, catches } = below;
  return {
    kind: "reservoir",
    areaCm2: area,
    bedCm,
    // what stood over its lowest way out has run out before anything is told
    levelCm: Math.max(bedCm, Math.min(levelCm, lowestLipCm(discharges))),
    discharges,
    catches,
    refills,
    evaporationCm3PerHour,
  };
}

const surfaceOf = (
  { over, airPsiCm }: Network,
  levelCm: number,
  { rainCm3PerHour = 0, evaporationCm3PerHour = 0 }: Forcing,
  refills: readonly Refill[],
): PondCondition => ({
  kind: "pond",
  areaCm2: over.area,
  levelCm: Math.max(levelCm, over.bedCm),
  discharges: over.discharges,
  gap: over.gap,
  refills,
  rainCm3PerHour,
  evaporationCm3PerHour,
  limitPsiCm: airPsiCm,
});

/**
 * For seasons told by the hour: steps take weather by its mean where that is near enough, and may be off by more in one
 * cell than in all of them. Held to a run refined by four in water/season.test.ts.
 */
export const SEASON_STEPS = { unevenShare: 2e-3, toleranceTheta: 0.02, toleranceMeanTheta: 1.1e-3 } as const;

/** Cells that tell the heads of a stack apart well enough for a season, and how thick the thickest may be. */
const SEASON_CELLS = 40;
const MOST_SEASON_CELL_CM = 1;

/**
 * Cells for a season: the default ones merged, up to four to one, where a stack is so high that there are more than it
 * takes. Held to the default grid in water/season.test.ts.
 */
export const seasonCellCm = (stackCm: number): number =>
  Math.min(MOST_SEASON_CELL_CM, Math.max(DEFAULT_CELL_CM, stackCm / SEASON_CELLS));

/** How far a network is followed, and who is told of it. */
export type Following = Pick<
  TransientOptions,
  "mostIterations" | "mayGoOn" | "onHour" | "unevenShare" | "toleranceTheta" | "toleranceMeanTheta" | "firstStepHours"
> & {
  /** Asked at each output hour, with the frame of it: whether that is the last that is wanted. */
  readonly isEnough?: ((frame: FollowedFrame) => boolean) | undefined;
};

/**
 * Follows a whole network through forcing and acts from a state at hour 0: its column with every store and way out it
 * has, solved together. What is poured depends on what happened before, so each pouring begins a stretch of its own.
 * @param outputHours ascending from 0; the hour of each pouring is among them
 * @throws RangeError when it is not: what is poured is reckoned from the state at that hour
 */
export function follow(
  network: Network,
  start: NetworkState,
  { forcing, acts }: { readonly forcing: Forcing; readonly acts: readonly Act[] },
  outputHours: readonly number[],
  options: Following = {},
): Followed {
  const pours = acts.filter((act) => act.kind === "pour").sort((a, b) => a.hour - b.hour);
  for (const { hour } of pours)
    if (!outputHours.includes(hour)) throw new RangeError(`follow: hour ${hour} of a pouring is no output hour`);
  const frames: FollowedFrame[] = [];
  let state = start;
  let account = NOTHING_YET;
  let massBalanceRelError = 0;
  let work: Work = { steps: 0, rejected: 0, iterations: 0 };
  for (let stretch = 0; stretch <= pours.length; stretch++) {
    const pour = pours[stretch - 1];
    const fromHour = pour?.hour ?? 0;
    const toHour = pours[stretch]?.hour ?? Infinity;
    const hours = outputHours.filter((hour) => (hour > fromHour || stretch === 0) && hour <= toHour);
    if (hours.length === 0) continue;
    const before = account;
    let isEnough = false;
    const run = runStretch(network, state, stretchOf(forcing, acts, pour, frames, fromHour), hours, fromHour, {
      ...options,
      isEnough:
        options.isEnough &&
        ((reached, flow) =>
          (isEnough = options.isEnough!(frameOf(network, reached, flow, added(before, flow), fromHour)))),
    });
    run.states.forEach((reached, i) => {
      account = added(before, run.cumulative[i]!);
      frames.push(frameOf(network, reached, run.cumulative[i]!, account, fromHour));
    });
    massBalanceRelError = Math.max(massBalanceRelError, run.massBalanceRelError);
    work = {
      steps: work.steps + run.steps,
      rejected: work.rejected + run.rejected,
      iterations: work.iterations + run.iterations,
    };
    if (run.status !== "done") return { frames, end: state, status: run.status, massBalanceRelError, work };
    state = lastState(network, run);
    if (isEnough) break;
  }
  return { frames, end: state, status: "done", massBalanceRelError, work };
}

/** Forcing and fillings as a stretch sees them, whose clock starts at its own beginning. */
type Stretch = { readonly forcing: Forcing; readonly below: readonly Refill[]; readonly over: readonly Refill[] };

function stretchOf(
  forcing: Forcing,
  acts: readonly Act[],
  pour: Extract<Act, { kind: "pour" }> | undefined,
  until: readonly FollowedFrame[],
  fromHour: number,
): Stretch {
  const fills = (store: "below" | "over"): readonly Refill[] =>
    acts.flatMap((act) =>
      act.kind === "fill-to" && act.store === store && act.hour >= fromHour
        ? [{ hour: act.hour - fromHour, levelCm: act.levelCm, holdHours: act.holdHours, mostCm3: act.mostCm3 }]
        : [],
    );
  const { rainCm3PerHour = 0, evaporationCm3PerHour = 0, evaporationBelowCm3PerHour = 0, uptake, sinks } = forcing;
  const sink = (one: RootUptake): readonly RootUptake[] => {
    const demandCmPerHour = fluxFrom(one.demandCmPerHour, fromHour);
    return demandCmPerHour === 0 ? [] : [{ ...one, demandCmPerHour }];
  };
  const rain = fluxFrom(rainCm3PerHour, fromHour);
  return {
    below: fills("below"),
    over: fills("over"),
    forcing: {
      rainCm3PerHour: pour
        ? fluxSum(rain, [
            [0, pour.cm3(until) / pour.overHours],
            [pour.overHours, 0],
          ])
        : rain,
      evaporationCm3PerHour: fluxFrom(evaporationCm3PerHour, fromHour),
      evaporationBelowCm3PerHour: fluxFrom(evaporationBelowCm3PerHour, fromHour),
      uptake: uptake && sink(uptake)[0],
      sinks: sinks?.flatMap(sink),
    },
  };
}

const runStretch = (
  network: Network,
  { psiCm, theta, belowCm, overCm, past }: NetworkState,
  { forcing, below, over }: Stretch,
  hours: readonly number[],
  fromHour: number,
  { onHour, ...options }: Omit<Following, "isEnough"> & Pick<TransientOptions, "isEnough">,
): TransientResult =>
  runTransient(
    network.column,
    psiCm,
    footOf(network, {
      levelCm: belowCm,
      refills: below,
      evaporationCm3PerHour: forcing.evaporationBelowCm3PerHour,
    }),
    surfaceOf(network, overCm, forcing, over),
    hours.map((hour) => hour - fromHour),
    {
      ...options,
      initialTheta: theta,
      uptake: forcing.uptake,
      sinks: forcing.sinks,
      sideHoles: network.sideHoles,
      ...(past && rememberedBy(network, past)),
      onHour: onHour && ((hour) => onHour(hour + fromHour)),
    },
  );

const rememberedBy = ({ soils }: Network, { history, sheds }: Past): TransientOptions => ({
  hysteresis: {
    wettingAlphaFactors: soils.map(({ wettingAlphaFactor }) => wettingAlphaFactor),
    beginning: history,
  },
  repellency: soils.some(repelsWhenDry) ? soils.map(repellencyOf) : undefined,
  sheds,
});

function frameOf(
  { over }: Network,
  state: TransientState,
  { reservoir, pond }: CumulativeFlow,
  account: Account,
  fromHour: number,
): FollowedFrame {
  return {
    hours: state.hours + fromHour,
    state,
    belowCm: reservoir?.levelCm,
    overCm: pond?.levelCm,
    heldCm3: state.storedCm3 + overWaterCm3(over, pond?.levelCm ?? 0),
    account,
  };
}

const added = (before: Account, flow: CumulativeFlow): Account => {
  const { uptakeCm3, sinksCm3 = [], sidesOutCm3 = [], bottomInCm3, reservoir, pond } = flow;
  const sum = (all: readonly number[]): number => all.reduce((total, cm3) => total + cm3, 0);
  return {
    drunkCm3: before.drunkCm3 + uptakeCm3,
    evaporatedCm3: before.evaporatedCm3 + (pond?.evaporatedCm3 ?? 0),
    driedCm3: before.driedCm3 + sum(sinksCm3) + (reservoir?.evaporatedCm3 ?? 0),
    cameCm3: before.cameCm3 + (reservoir?.refilledCm3 ?? 0) + (pond?.refilledCm3 ?? 0) + (pond?.rainedCm3 ?? 0),
    ranOutCm3:
      before.ranOutCm3 +
      (reservoir ? reservoir.overflowCm3 - (reservoir.caughtCm3 ?? 0) : Math.max(0, -bottomInCm3)) +
      (pond?.overflowCm3 ?? 0) +
      sum(sidesOutCm3),
  };
};

/** Where a stretch has left a network. */
function lastState(network: Network, { states, cumulative }: TransientResult): NetworkState {
  const flow = cumulative.at(-1)!;
  const { psiCm, theta, history, sheds } = states.at(-1)!;
  return {
    psiCm,
    theta,
    past: history && { history, sheds: sheds && Array.from(sheds) },
    belowCm: flow.reservoir?.levelCm ?? network.below?.bedCm ?? 0,
    overCm: flow.pond?.levelCm ?? network.over.bedCm,
  };
}
