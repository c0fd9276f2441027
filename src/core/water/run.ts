import { reservoirTopCm, rootZoneCm, SOIL_SHARE, type Setup } from "../stack/setup";
import { failed, ok, problem, type Result } from "../units/problem";
import { formatHours } from "../units/units";
import { storageByLayerCm3, topAreaCm2 } from "./column";
import { DRY_AS_BOUGHT_PSI_CM } from "./branch";
import type { FluxInTime } from "./ends";
import { MOST_DRY_DAYS } from "./limits";
import { dryingWallCm, mouthDemandCm3PerHour, trayLossCm3PerHour, WALL_LIMITS, wallLossCm3PerHour } from "./losses";
import { overWaterCm3, type Network } from "./network";
import { lastState, runNetwork, type NetworkState, type Weather } from "./run-network";
import { DOSING_HOURS, placeOf, planRun, REFILL_HOURS, type RunPhase, type RunPlan } from "./run-plan";
import { repellingLayer, settle, type ColumnState, type MediumLookup, type Settled } from "./settle";
import type { CumulativeFlow, TransientResult, TransientState } from "./transient";
import { CONTAINER_UPTAKE, type RootUptake, type UptakeLimits } from "./uptake";

/**
 * A setup lived through: soaked and drained where it can drain, drunk from for some days, refilled. Roots drink by day;
 * where there are none, air takes the same from the surface.
 */
export type RunFrame = {
  readonly hours: number;
  readonly state: ColumnState;
  readonly uptakeCm3: number;
  /** Of the free water the fill stands in, where there is any. */
  readonly levelCm: number | undefined;
};

export type Run = {
  readonly setup: Setup;
  readonly phases: readonly RunPhase[];
  readonly frames: readonly RunFrame[];
  /** What was asked in the dry days, and what was given. [cm³] */
  readonly askedCm3: number;
  readonly givenCm3: number;
  /** The first hour from which a day gives less than nine tenths of what is asked. */
  readonly shortFromHour: number | undefined;
  /** The first hour at which the reservoir stands empty. */
  readonly emptyFromHour: number | undefined;
  readonly refilledCm3: number;
  /** What ran out of holes, over rims and out of the base; and what dried from walls and tray. [cm³] */
  readonly ranOutCm3: number;
  readonly driedCm3: number;
  /** Of every part of the network: what came less what went against what it holds more. */
  readonly massBalanceRelError: number;
  /** Where it was not followed to its end: the last hour that was, with which phases and all that is told end. */
  readonly followedToHour: number | undefined;
};

const MOST_ITERATIONS = 250_000;
const SHORT_SHARE = 0.9;
const EMPTY_CM = 0.05;
/** While nobody says what grows there, it is taken to drink wherever there is water: what it bears is not known. */
const UNNAMED_UPTAKE: UptakeLimits = { ...CONTAINER_UPTAKE, drownedPsiCm: 1e6, airedPsiCm: 1e5 };

export type Following = {
  /** Between which heads what grows there drinks. */
  readonly drinks?: UptakeLimits | undefined;
  /** Told each hour that has been followed, so that a page can show how far it is. */
  readonly onHour?: ((hour: number) => void) | undefined;
  /** Asked now and then whether to go on; a run that is called off tells what is known until then. */
  readonly mayGoOn?: (() => boolean) | undefined;
};

/**
 * Lives through a setup. Fails with what keeps it from being settled, or "stopped" when it could not be followed to the
 * first of its dry days; if it stops later it ends there, and says so.
 */
export function runSetup(setup: Setup, medium: MediumLookup, dryDays: number, following: Following = {}): Result<Run> {
  if (!(Number.isInteger(dryDays) && dryDays >= 1 && dryDays <= MOST_DRY_DAYS)) {
    return failed(problem("dryDays", "out-of-range", `A run has 1 to ${MOST_DRY_DAYS} dry days.`));
  }
  const settled = settle(setup, medium);
  if (!settled.ok) return settled;
  const unfollowed = unfollowable(setup, settled.value, medium);
  if (unfollowed) return unfollowed;
  const { network, equilibrium } = settled.value;
  const plan = planRun(setup, dryDays);
  const start = startOf(setup, settled.value, plan);
  const asked = demandOf(setup, network, plan, equilibrium, following.drinks ?? UNNAMED_UPTAKE);
  const followed =
    setup.water.by !== "level"
      ? followDosed(network, start, plan, asked, WATERING[setup.water.by], following)
      : toldBy(runPhases(network, start, asked, refillsOf(setup, network, plan), plan.hours, following), asked);
  const reached = followed.states.at(-1)?.hours ?? 0;
  return reached > plan.dryFrom ? ok(toldRun(setup, network, plan, asked, followed)) : stopped(reached);
}

/** A run as far as the solver has followed it, at the hours of its plan. */
type Followed = {
  readonly states: readonly TransientState[];
  readonly flows: readonly CumulativeFlow[];
  /** What roots or the air have taken until then. [cm³] */
  readonly takenCm3: readonly number[];
  readonly refilledCm3: number;
  readonly ranOutCm3: number;
  readonly driedCm3: number;
  readonly massBalanceRelError: number;
};

/** What is asked of a network in the dry days: by its roots, of its surface, walls and tray. */
type Demand = {
  readonly drinking: RootUptake | undefined;
  readonly wall: RootUptake | undefined;
  readonly surface: FluxInTime;
  readonly tray: FluxInTime;
  /** Of roots and surface, over day and night. */
  readonly meanCm3PerHour: number;
};

const takenBy = ({ drinking, surface }: Demand, { uptakeCm3, pond }: CumulativeFlow): number =>
  (drinking ? uptakeCm3 : 0) + (surface === 0 ? 0 : (pond?.evaporatedCm3 ?? 0));

const runPhases = (
  network: Network,
  start: NetworkState,
  { drinking, wall, surface, tray }: Demand,
  weather: Weather,
  hours: readonly number[],
  following: Following,
): TransientResult =>
  runNetwork(network, start, { evaporationCm3PerHour: surface, evaporationBelowCm3PerHour: tray, ...weather }, hours, {
    uptake: drinking,
    sinks: wall && [wall],
    mostIterations: MOST_ITERATIONS,
    ...following,
  });

const toldBy = (run: TransientResult, asked: Demand): Followed => ({
  states: run.states,
  flows: run.cumulative,
  takenCm3: run.cumulative.map((flow) => takenBy(asked, flow)),
  refilledCm3: refilledBy(run.cumulative.at(-1)),
  ranOutCm3: ranOut(run.cumulative.at(-1)),
  driedCm3: dried(run.cumulative.at(-1)),
  massBalanceRelError: run.massBalanceRelError,
});

const refilledBy = (flow: CumulativeFlow | undefined): number =>
  (flow?.reservoir?.refilledCm3 ?? 0) + (flow?.pond?.refilledCm3 ?? 0) + (flow?.pond?.rainedCm3 ?? 0);

/** How what went is given back from the top: a dose as with a syringe, or a can until some runs out below. */
type Watering = { readonly share: number; readonly hours: number };
const WATERING: Record<"volume" | "soaking", Watering> = {
  volume: { share: 1, hours: DOSING_HOURS },
  soaking: { share: 1.3, hours: REFILL_HOURS },
};

/** A vessel that is watered from the top: the dry days, and then a second run in which what went is given back. */
function followDosed(
  network: Network,
  start: NetworkState,
  { hours, dryFrom, refillFrom }: RunPlan,
  asked: Demand,
  watering: Watering,
  following: Following,
): Followed {
  const dryHours = hours.filter((hour) => hour <= refillFrom);
  const dry = runPhases(network, start, asked, {}, dryHours, following);
  const told = toldBy(dry, asked);
  if (dry.status !== "done") return told;
  const held = (flow: CumulativeFlow, state: TransientState): number =>
    state.storedCm3 + overWaterCm3(network.over, flow.pond?.levelCm ?? 0);
  const before = placeOf(hours, dryFrom);
  const lostCm3 = Math.max(
    0,
    held(dry.cumulative[before]!, dry.states[before]!) - held(dry.cumulative.at(-1)!, dry.states.at(-1)!),
  );
  const dose: FluxInTime = [
    [0, (watering.share * lostCm3) / watering.hours],
    [watering.hours, 0],
  ];
  const hoursAfter = hours.slice(dryHours.length).map((hour) => hour - refillFrom);
  // nothing is taken while it is dosed and left to settle
  const dosed = runNetwork(network, lastState(network, dry), { rainCm3PerHour: dose }, hoursAfter, {
    mostIterations: MOST_ITERATIONS,
    mayGoOn: following.mayGoOn,
    onHour: (hour) => following.onHour?.(hour + refillFrom),
  });
  return {
    states: [...dry.states, ...dosed.states.map((state) => ({ ...state, hours: state.hours + refillFrom }))],
    flows: [...dry.cumulative, ...dosed.cumulative],
    takenCm3: [...told.takenCm3, ...dosed.states.map(() => told.takenCm3.at(-1)!)],
    refilledCm3: refilledBy(dosed.cumulative.at(-1)),
    ranOutCm3: told.ranOutCm3 + ranOut(dosed.cumulative.at(-1)),
    driedCm3: told.driedCm3,
    massBalanceRelError: Math.max(dry.massBalanceRelError, dosed.massBalanceRelError),
  };
}

/** What a run comes to, from what the solver followed. */
function toldRun(setup: Setup, network: Network, plan: RunPlan, { meanCm3PerHour }: Demand, followed: Followed): Run {
  const { hours, dryFrom, refillFrom, dryDays } = plan;
  const { states, flows, takenCm3, refilledCm3, massBalanceRelError } = followed;
  const reached = states.at(-1)!.hours;
  const dryTo = Math.min(refillFrom, reached);
  const takenUntil = (hour: number): number => takenCm3[placeOf(hours, hour)]!;
  const frames = states.map((state, i): RunFrame => ({
    hours: state.hours,
    state: stateOf(network, state, flows[i]!),
    uptakeCm3: takenCm3[i]!,
    levelCm: flows[i]!.reservoir?.levelCm,
  }));
  const enoughCm3 = SHORT_SHARE * 24 * meanCm3PerHour;
  const dawns = Array.from({ length: dryDays }, (_, day) => dryFrom + 24 * day).filter((dawn) => dawn + 24 <= reached);
  const shortFrom = dawns.find((dawn) => takenUntil(dawn + 24) - takenUntil(dawn) < enoughCm3);
  const emptyAtCm = Math.max(network.below?.bedCm ?? 0, 0) + EMPTY_CM;
  const empty = frames.find(
    ({ hours: hour, levelCm }) => hour > dryFrom && hour < refillFrom && levelCm !== undefined && levelCm < emptyAtCm,
  );
  return {
    setup,
    phases: plan.phases.flatMap((phase) =>
      phase.fromHour < reached ? [{ ...phase, toHour: Math.min(phase.toHour, reached) }] : [],
    ),
    frames,
    askedCm3: meanCm3PerHour * askedHours(dryTo - dryFrom),
    givenCm3: takenUntil(dryTo) - takenUntil(dryFrom),
    shortFromHour: meanCm3PerHour > 0 ? shortFrom : undefined,
    emptyFromHour: setup.water.by === "level" ? empty?.hours : undefined,
    refilledCm3,
    ranOutCm3: followed.ranOutCm3,
    driedCm3: followed.driedCm3,
    massBalanceRelError,
    followedToHour: reached < hours.at(-1)! ? reached : undefined,
  };
}

/** What is asked from a dawn on, in hours of the mean: all of a day by its dusk. */
const askedHours = (hours: number): number => 24 * Math.floor(hours / 24) + 2 * Math.min(12, hours % 24);

/** What has left a network by its holes, its base and its rims, and did not fall into its tray. [cm³] */
function ranOut(flow: CumulativeFlow | undefined): number {
  if (!flow) return 0;
  const { reservoir, pond, sidesOutCm3 = [], bottomInCm3 } = flow;
  return (
    (reservoir ? reservoir.overflowCm3 - (reservoir.caughtCm3 ?? 0) : Math.max(0, -bottomInCm3)) +
    (pond?.overflowCm3 ?? 0) +
    sidesOutCm3.reduce((sum, cm3) => sum + cm3, 0)
  );
}

/** What walls and trays have given to the air. [cm³] */
const dried = (flow: CumulativeFlow | undefined): number =>
  (flow?.sinksCm3 ?? []).reduce((sum, cm3) => sum + cm3, flow?.reservoir?.evaporatedCm3 ?? 0);

/** What a run cannot follow, said before it is tried. */
function unfollowable(
  setup: Setup,
  { column, equilibrium: { waterTableCm } }: Settled,
  medium: MediumLookup,
): Result<never> | undefined {
  if (setup.water.by === "volume" && waterTableCm <= DRY_AS_BOUGHT_PSI_CM) {
    return failed(
      problem(
        "water.storedCm3",
        "dry",
        "Everything is dry, so there is nothing to follow. Water it first: the readings say how much to begin with.",
      ),
    );
  }
  const repelling =
    setup.water.by === "level" && setup.history === "dry"
      ? repellingLayer(setup, column, waterTableCm, medium)
      : undefined;
  if (repelling === undefined) return undefined;
  const { name, mediumId } = setup.layers[repelling]!;
  return failed(
    problem(
      "history",
      "repels",
      `Put in dry, the ${name || medium(mediumId)!.name.toLowerCase()} sheds water and nothing rises: there is nothing to follow. Say that it was soaked, or wicked up from moist, and run it again.`,
    ),
  );
}

const stopped = (hours: number): Result<never> =>
  failed(
    problem(
      "run",
      "stopped",
      `The run was stopped after ${formatHours(hours)}, before its first dry day: this stack is too hard to follow further.`,
    ),
  );

/** Where a run begins: soaked full over a full reservoir, or as it stands. */
function startOf(
  setup: Setup,
  { network: { column, below, over }, equilibrium }: Settled,
  { soaked }: RunPlan,
): NetworkState {
  if (soaked)
    return {
      psiCm: column.zCm.map(() => 0),
      belowCm: Math.min(reservoirTopCm(setup) ?? 0, column.heightCm),
      overCm: over.bedCm,
    };
  const { psiCm, waterTableCm } = equilibrium;
  return { psiCm, belowCm: Math.max(waterTableCm, below?.bedCm ?? 0), overCm: Math.max(waterTableCm, over.bedCm) };
}

/** How it is filled again, as it was filled before. */
function refillsOf(setup: Setup, { below, over }: Network, { refillFrom }: RunPlan): Weather {
  const hour = refillFrom;
  const { water } = setup;
  switch (water.by) {
    case "level": {
      const refill = { hour, levelCm: water.levelCm, holdHours: REFILL_HOURS };
      return water.levelCm > over.bedCm || !below ? { refillsOver: [refill] } : { refillsBelow: [refill] };
    }
    case "soaking":
    case "volume":
      return {};
    default:
      return water satisfies never;
  }
}

/** Roots drink, or the surface dries: twice the day's mean by day, nothing by night. */
function demandOf(
  setup: Setup,
  network: Network,
  { dryFrom, refillFrom }: RunPlan,
  start: ColumnState,
  stress: UptakeLimits,
): Demand {
  const { column, over, below } = network;
  const meanCm3PerHour = mouthDemandCm3PerHour(setup);
  const byDay = (mean: number): FluxInTime => {
    if (mean === 0) return 0;
    const steps: [hour: number, perHour: number][] = dryFrom > 0 ? [[0, 0]] : [];
    for (let dawn = dryFrom; dawn < refillFrom; dawn += 24) steps.push([dawn, 2 * mean], [dawn + 12, 0]);
    return [...steps, [refillFrom, 0]];
  };
  const topCm2 = topAreaCm2(column);
  const wallMean = wallLossCm3PerHour(setup);
  const drying = dryingWallCm(setup);
  const beside = {
    wall:
      drying && wallMean > 0
        ? { demandCmPerHour: byDay(wallMean / topCm2), roots: [{ ...drying, weight: 1 }], stress: WALL_LIMITS }
        : undefined,
    tray: below?.made.includes("tray") ? byDay(trayLossCm3PerHour(setup)) : 0,
    meanCm3PerHour,
  };
  const roots = rootZoneCm(setup);
  if (!roots || meanCm3PerHour === 0) return { ...beside, drinking: undefined, surface: byDay(meanCm3PerHour) };
  // open water gives to the air what bare soil would
  const open = start.waterTableCm > over.bedCm ? SOIL_SHARE : 0;
  return {
    ...beside,
    drinking: {
      demandCmPerHour: byDay(((1 - open) * meanCm3PerHour) / topCm2),
      roots: [{ ...roots, weight: 1 }],
      stress,
    },
    surface: byDay(open * meanCm3PerHour),
  };
}

/** A moment of a run as a state to be read. Free water stands where the head at the foot says. */
function stateOf(
  { column, over }: Network,
  { psiCm, theta, storedCm3 }: TransientState,
  { reservoir, pond }: CumulativeFlow,
): ColumnState {
  const overCm = pond?.levelCm ?? over.bedCm;
  const overFootCm = psiCm[0]! + column.zCm[0]!;
  return {
    waterTableCm: overCm > over.bedCm ? overCm : (reservoir?.levelCm ?? Math.min(overFootCm, column.heightCm)),
    storedCm3,
    layerStoredCm3: storageByLayerCm3(column, theta),
    pondedCm3: overWaterCm3(over, overCm),
    psiCm,
    theta,
  };
}
