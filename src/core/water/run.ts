import type { Setup } from "../stack/setup";
import { reservoirTopCm, rootZoneCm, type Zone } from "../stack/geometry";
import { failed, ok, problem, type Result } from "../units/problem";
import { formatHours } from "../units/units";
import type { CheckedSetup } from "./checked";
import { storageByLayerCm3, topAreaCm2, type Column } from "./column";
import { fallingNetwork } from "./falling";
import { branchOf, DRY_AS_BOUGHT_PSI_CM, historyOf } from "./branch";
import { budgetOf } from "./budget";
import type { FluxInTime } from "./ends";
import {
  follow,
  type Act,
  type Followed,
  type FollowedFrame,
  type Following,
  type Forcing,
  type NetworkState,
  type Past,
} from "./follow";
import { dryingWallCm, lossesOf, soilShareOf, WALL_LIMITS } from "./losses";
import { networkOf, overWaterCm3, type Network } from "./network";
import { DOSING_HOURS, placeOf, planRun, REFILL_HOURS, type RunPhase, type RunPlan } from "./run-plan";
import { fullLevelCm, refillMark, wickingOf, type RefillMark } from "./refill-mark";
import { rememberedColumn } from "./remembered-column";
import { sheddingZones } from "./shedding-zones";
import { settle, type ColumnState, type MediumLookup } from "./settle";
import { CONTAINER_UPTAKE, type UptakeLimits } from "./uptake";

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
  /** Undefined where nothing wicks to roots from a reservoir, or it was not followed to its end. */
  readonly marks: RunMarks | undefined;
  /** Where it shed water when the last dry day was over, and where it does at the end. */
  readonly shedWhenDriest: readonly Zone[];
  readonly shedAtEnd: readonly Zone[];
  /** What ran out of holes, over rims and out of the base; and what dried from walls and tray. [cm³] */
  readonly ranOutCm3: number;
  readonly driedCm3: number;
  /** Of every part of the network: what came less what went against what it holds more. */
  readonly massBalanceRelError: number;
  /** Where it was not followed to its end: the last hour that was, with which phases and all that is told end. */
  readonly followedToHour: number | undefined;
};

/** The refill mark as supply has it before a run, and of what the cells have been through after it. */
export type RunMarks = { readonly before: RefillMark; readonly after: RefillMark };

const MOST_ITERATIONS = 250_000;
const SHORT_SHARE = 0.9;
const EMPTY_CM = 0.05;
/** While nobody says what grows there, it is taken to drink wherever there is water: what it bears is not known. */
const UNNAMED_UPTAKE: UptakeLimits = { ...CONTAINER_UPTAKE, drownedPsiCm: 1e6, airedPsiCm: 1e5 };

export type Living = Omit<Following, "mostIterations"> & {
  /** Between which heads what grows there drinks. */
  readonly drinks?: UptakeLimits | undefined;
};

/**
 * Lives through a setup: so many whole days without water, at least one. How many are too many is a limit of who asks.
 * Fails with what keeps it from being settled, or "stopped" when it could not be followed to the
 * first of its dry days; if it stops later it ends there, and says so.
 */
export function runSetup(setup: CheckedSetup, medium: MediumLookup, dryDays: number, living: Living = {}): Result<Run> {
  if (!(Number.isInteger(dryDays) && dryDays >= 1))
    throw new RangeError(`runSetup: dryDays must be a whole number from 1, not ${dryDays}`);
  const settled = settle(setup, medium);
  if (!settled.ok) return settled;
  const { equilibrium } = settled.value;
  const unfollowed = unfollowable(setup, equilibrium);
  if (unfollowed) return unfollowed;
  // what cells remember is reckoned from the drying curves, whichever branch they begin on
  const made = networkOf(setup, medium, "drying");
  if (!made.ok) return made;
  const network = made.value;
  const plan = planRun(setup, dryDays);
  const start = startOf(setup, network, equilibrium, plan);
  const { drinks = UNNAMED_UPTAKE, ...options } = living;
  const asked = demandOf(setup, network, plan, equilibrium, drinks);
  const events = { forcing: asked.forcing, acts: [givenBack(setup, network, plan)] };
  const followed = follow(network, start, events, plan.hours, { mostIterations: MOST_ITERATIONS, ...options });
  const reached = followed.frames.at(-1)?.hours ?? 0;
  if (!(reached > plan.dryFrom)) return stopped(reached);
  const told = toldRun(setup, network, plan, asked, followed);
  return ok({
    ...told,
    marks: told.followedToHour === undefined ? marksOf(setup, settled.value.network, followed) : undefined,
  });
}

/** What is asked of a network in the dry days: by its roots, of its surface, walls and tray. */
type Demand = {
  readonly forcing: Forcing;
  /** Of roots and surface, over day and night. */
  readonly meanCm3PerHour: number;
};

/** What roots drank, or the surface gave. [cm³] */
const takenIn = ({ account: { drunkCm3, evaporatedCm3 } }: FollowedFrame): number => drunkCm3 + evaporatedCm3;

/** How what went is given back from the top: a dose as with a syringe, or a can until some runs out below. */
type Watering = { readonly share: number; readonly hours: number };
const WATERING: Record<"volume" | "soaking", Watering> = {
  volume: { share: 1, hours: DOSING_HOURS },
  soaking: { share: 1.3, hours: REFILL_HOURS },
};

/** What a run comes to, from what the solver followed. */
function toldRun(
  setup: Setup,
  network: Network,
  plan: RunPlan,
  { meanCm3PerHour }: Demand,
  followed: Followed,
): Omit<Run, "marks"> {
  const { hours, dryFrom, refillFrom, dryDays } = plan;
  const { hours: reached, account } = followed.frames.at(-1)!;
  const dryTo = Math.min(refillFrom, reached);
  const takenUntil = (hour: number): number => takenIn(followed.frames[placeOf(hours, hour)]!);
  const frames = followed.frames.map((frame): RunFrame => ({
    hours: frame.hours,
    state: stateOf(network, frame),
    uptakeCm3: takenIn(frame),
    levelCm: frame.belowCm,
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
    refilledCm3: account.cameCm3,
    shedWhenDriest: sheddingZones(network.column, followed.frames[placeOf(hours, dryTo)]!.state.sheds),
    shedAtEnd: sheddingZones(network.column, followed.frames.at(-1)!.state.sheds),
    ranOutCm3: account.ranOutCm3,
    driedCm3: account.driedCm3,
    massBalanceRelError: followed.massBalanceRelError,
    followedToHour: reached < hours.at(-1)! ? reached : undefined,
  };
}

/** @param network on the branch of the setup's history */
function marksOf(setup: Setup, network: Network, { end: { psiCm, past } }: Followed): RunMarks | undefined {
  const wicking = wickingOf(setup);
  if (!wicking.ok || !past) return undefined;
  const asked = budgetOf(setup, network).risesPerDayCm3 / 24;
  const markOf = (column: Column): RefillMark => refillMark(column, asked, wicking.value);
  return {
    before: markOf(fallingNetwork(network, branchOf(historyOf(setup)), fullLevelCm(setup, wicking.value)).column),
    after: markOf(rememberedColumn(network, psiCm, past.history)),
  };
}

/** What is asked from a dawn on, in hours of the mean: all of a day by its dusk. */
const askedHours = (hours: number): number => 24 * Math.floor(hours / 24) + 2 * Math.min(12, hours % 24);

/** What a run cannot follow, said before it is tried. */
function unfollowable(setup: Setup, { waterTableCm }: ColumnState): Result<never> | undefined {
  if (setup.water.by === "volume" && waterTableCm <= DRY_AS_BOUGHT_PSI_CM) {
    return failed(
      problem(
        "water.storedCm3",
        "dry",
        "Everything is dry, so there is nothing to follow. Water it first: the readings say how much to begin with.",
      ),
    );
  }
  return undefined;
}

const stopped = (hours: number): Result<never> =>
  failed(
    problem(
      "run",
      "stopped",
      `The run was stopped after ${formatHours(hours)}, before its first dry day: this stack is too hard to follow further. Very thin layers of unlike media make it so: a run goes on where they are left out or made thicker. What is told without a run, the levels, the supply and how long a fill lasts, holds as it stands.`,
    ),
  );

/** Where a run begins: soaked full over a full reservoir, or as it stands. */
function startOf(
  setup: Setup,
  { column, below, over }: Network,
  { psiCm, waterTableCm }: ColumnState,
  { soaked }: RunPlan,
): NetworkState {
  const past: Past = { history: { branch: branchOf(historyOf(setup)), turnsPsiCm: [] } };
  if (soaked)
    return {
      past,
      psiCm: column.zCm.map(() => 0),
      belowCm: Math.min(reservoirTopCm(setup) ?? 0, column.heightCm),
      overCm: over.bedCm,
    };
  return {
    past,
    psiCm,
    belowCm: Math.max(waterTableCm, below?.bedCm ?? 0),
    overCm: Math.max(waterTableCm, over.bedCm),
  };
}

/** How it is filled again, as it was filled before: to its level, or with what it lost, from the top. */
function givenBack(setup: Setup, { below, over }: Network, { refillFrom: hour, dryFrom, hours }: RunPlan): Act {
  const { water } = setup;
  switch (water.by) {
    case "level": {
      const store = water.levelCm > over.bedCm || !below ? "over" : "below";
      return { kind: "fill-to", hour, store, levelCm: water.levelCm, holdHours: REFILL_HOURS };
    }
    case "soaking":
    case "volume": {
      const { share, hours: overHours } = WATERING[water.by];
      const lostCm3 = (until: readonly FollowedFrame[]): number =>
        Math.max(0, until[placeOf(hours, dryFrom)]!.heldCm3 - until.at(-1)!.heldCm3);
      return { kind: "pour", hour, overHours, cm3: (until) => share * lostCm3(until) };
    }
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
  const { column, over } = network;
  const { mouthCm3PerHour: meanCm3PerHour, wallCm3PerHour, trayCm3PerHour } = lossesOf(setup, network);
  const byDay = (mean: number): FluxInTime => {
    if (mean === 0) return 0;
    const steps: [hour: number, perHour: number][] = dryFrom > 0 ? [[0, 0]] : [];
    for (let dawn = dryFrom; dawn < refillFrom; dawn += 24) steps.push([dawn, 2 * mean], [dawn + 12, 0]);
    return [...steps, [refillFrom, 0]];
  };
  const topCm2 = topAreaCm2(column);
  const drying = dryingWallCm(setup);
  const beside: Forcing = {
    evaporationBelowCm3PerHour: byDay(trayCm3PerHour),
    sinks:
      drying && wallCm3PerHour > 0
        ? [{ demandCmPerHour: byDay(wallCm3PerHour / topCm2), roots: [{ ...drying, weight: 1 }], stress: WALL_LIMITS }]
        : undefined,
  };
  const roots = rootZoneCm(setup);
  if (!roots || meanCm3PerHour === 0)
    return { meanCm3PerHour, forcing: { ...beside, evaporationCm3PerHour: byDay(meanCm3PerHour) } };
  // open water gives to the air what bare soil would
  const open = start.waterTableCm > over.bedCm ? soilShareOf(setup) : 0;
  return {
    meanCm3PerHour,
    forcing: {
      ...beside,
      uptake: {
        demandCmPerHour: byDay(((1 - open) * meanCm3PerHour) / topCm2),
        roots: [{ ...roots, weight: 1 }],
        stress,
      },
      evaporationCm3PerHour: byDay(open * meanCm3PerHour),
    },
  };
}

/** A moment of a run as a state to be read. Free water stands where the head at the foot says. */
function stateOf(
  { column, over }: Network,
  { state: { psiCm, theta, storedCm3, sheds }, belowCm, overCm = over.bedCm }: FollowedFrame,
): ColumnState {
  const overFootCm = psiCm[0]! + column.zCm[0]!;
  return {
    waterTableCm: overCm > over.bedCm ? overCm : (belowCm ?? Math.min(overFootCm, column.heightCm)),
    storedCm3,
    layerStoredCm3: storageByLayerCm3(column, theta),
    pondedCm3: overWaterCm3(over, overCm),
    psiCm,
    theta,
    sheds,
  };
}
