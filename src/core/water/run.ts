import { reservoirTopCm, rootZoneCm, stackHeightCm, type Setup, type WaterHolding } from "../stack/setup";
import { failed, ok, problem, type Result } from "../units/problem";
import { formatHours } from "../units/units";
import { vesselAreaCm2 } from "../vessel/vessel";
import { storageByLayerCm3, type Column } from "./column";
import type { EndCondition } from "./ends";
import { DRY_AS_BOUGHT_PSI_CM } from "./branch";
import { MOST_DRY_DAYS } from "./limits";
import type { ReservoirCondition } from "./reservoir";
import { DOSING_HOURS, placeOf, planRun, REFILL_HOURS, type RunPhase, type RunPlan } from "./run-plan";
import { repellingLayer, settle, type ColumnState, type MediumLookup } from "./settle";
import { demandCm3PerHour } from "./supply";
import { runTransient, type CumulativeFlow, type TransientState } from "./transient";
import { CONTAINER_UPTAKE, type RootUptake, type UptakeLimits } from "./uptake";

/**
 * A setup lived through: soaked and drained where it can drain, drunk from for some days, refilled. Roots drink by day;
 * where there are none, air takes the same from the surface.
 */
export type RunFrame = {
  readonly hours: number;
  readonly state: ColumnState;
  readonly uptakeCm3: number;
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
  readonly massBalanceRelError: number;
  /** Where it was not followed to its end: the last hour that was, with which phases and all that is told end. */
  readonly followedToHour: number | undefined;
};

/** Width of the tube a bed is filled and drained through: 4 cm across. [cm²] */
const TUBE_CM2 = 12.6;
/** Surfaces give to the air down to this head. [cm] */
const SURFACE_LIMIT_PSI_CM = -5000;
const MOST_ITERATIONS = 250_000;
const SHORT_SHARE = 0.9;
const EMPTY_CM = 0.05;
/**
 * A cell no drier than this at the start stands in water; roots of which more than this share do are those of a marsh.
 */
const STANDING_PSI_CM = -1;
const MARSH_SHARE = 1 / 3;
/** Roots of bog and marsh plants, whose whole zone stands in water, breathe through their stems. */
const MARSH_UPTAKE: UptakeLimits = { ...CONTAINER_UPTAKE, drownedPsiCm: 1e6, airedPsiCm: 1e5 };

export type Following = {
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
  const { column, equilibrium } = settled.value;
  const unfollowed = unfollowable(setup, column, equilibrium, medium);
  if (unfollowed) return unfollowed;
  const plan = planRun(setup, dryDays);
  const asked = demandOf(setup, column, plan, equilibrium.psiCm);
  const startPsiCm = plan.soaked ? column.zCm.map(() => 0) : equilibrium.psiCm;
  const followed =
    setup.water.kind === "dosed"
      ? followDosed(column, startPsiCm, plan, asked, following)
      : followReservoir(column, startPsiCm, plan, asked, reservoirOf(setup, setup.water, column, plan), following);
  const reached = followed.states.at(-1)?.hours ?? 0;
  return reached > plan.dryFrom ? ok(toldRun(setup, column, plan, asked, followed)) : stopped(reached);
}

/** A run as far as the solver has followed it, at the hours of its plan. */
type Followed = {
  readonly states: readonly TransientState[];
  /** What roots or the air have taken until then. [cm³] */
  readonly takenCm3: readonly number[];
  readonly levelsCm: readonly (number | undefined)[];
  readonly refilledCm3: number;
  readonly massBalanceRelError: number;
};

const takenBy = ({ drinking }: Demand, { uptakeCm3, topInCm3 }: CumulativeFlow): number =>
  drinking ? uptakeCm3 : Math.max(0, -topInCm3);

/**
 * A vessel that keeps free water at its base, or lets it out there: one run through all phases, refilled by its
 * reservoir.
 */
function followReservoir(
  column: Column,
  startPsiCm: Float64Array,
  { hours }: RunPlan,
  asked: Demand,
  reservoir: ReservoirCondition,
  following: Following,
): Followed {
  const run = runTransient(column, startPsiCm, reservoir, asked.top, hours, {
    uptake: asked.drinking,
    mostIterations: MOST_ITERATIONS,
    ...following,
  });
  return {
    states: run.states,
    takenCm3: run.cumulative.map((flow) => takenBy(asked, flow)),
    levelsCm: run.cumulative.map(({ reservoir: stands }) => stands?.levelCm),
    refilledCm3: run.cumulative.at(-1)?.reservoir?.refilledCm3 ?? 0,
    massBalanceRelError: run.massBalanceRelError,
  };
}

/** A sealed vessel that is dosed: the dry days, and then a second run in which what went is given back from the top. */
function followDosed(
  column: Column,
  startPsiCm: Float64Array,
  { hours, refillFrom }: RunPlan,
  asked: Demand,
  following: Following,
): Followed {
  const dryHours = hours.filter((hour) => hour <= refillFrom);
  const dry = runTransient(column, startPsiCm, SEALED, asked.top, dryHours, {
    uptake: asked.drinking,
    mostIterations: MOST_ITERATIONS,
    ...following,
  });
  const takenCm3 = dry.cumulative.map((flow) => takenBy(asked, flow));
  const levelsCm = hours.map(() => undefined);
  const { massBalanceRelError } = dry;
  if (dry.status !== "done") return { states: dry.states, takenCm3, levelsCm, refilledCm3: 0, massBalanceRelError };
  const driest = dry.states.at(-1)!;
  const lostCm3 = Math.max(0, dry.states[0]!.storedCm3 - driest.storedCm3);
  const dose: EndCondition = {
    kind: "flux",
    cmPerHour: [
      [0, lostCm3 / column.layers.at(-1)!.areaCm2 / DOSING_HOURS],
      [DOSING_HOURS, 0],
    ],
  };
  const hoursAfter = hours.slice(dryHours.length).map((hour) => hour - refillFrom);
  const dosed = runTransient(column, driest.psiCm, SEALED, dose, hoursAfter, {
    mostIterations: MOST_ITERATIONS,
    mayGoOn: following.mayGoOn,
    onHour: (hour) => following.onHour?.(hour + refillFrom),
  });
  return {
    states: [...dry.states, ...dosed.states.map((state) => ({ ...state, hours: state.hours + refillFrom }))],
    // nothing is taken while it is dosed and left to settle
    takenCm3: [...takenCm3, ...dosed.states.map(() => takenCm3.at(-1)!)],
    levelsCm,
    refilledCm3: (dosed.states.at(-1) ?? driest).storedCm3 - driest.storedCm3,
    massBalanceRelError: Math.max(massBalanceRelError, dosed.massBalanceRelError),
  };
}

/** What a run comes to, from what the solver followed. */
function toldRun(setup: Setup, column: Column, plan: RunPlan, { meanCm3PerHour }: Demand, followed: Followed): Run {
  const { hours, dryFrom, refillFrom, dryDays } = plan;
  const { states, takenCm3, levelsCm, refilledCm3, massBalanceRelError } = followed;
  const reached = states.at(-1)!.hours;
  const dryTo = Math.min(refillFrom, reached);
  const takenUntil = (hour: number): number => takenCm3[placeOf(hours, hour)]!;
  const frames = states.map((state, i): RunFrame => ({
    hours: state.hours,
    state: stateOf(column, state, levelsCm[i]),
    uptakeCm3: takenCm3[i]!,
    levelCm: levelsCm[i],
  }));
  const enoughCm3 = SHORT_SHARE * 24 * meanCm3PerHour;
  const dawns = Array.from({ length: dryDays }, (_, day) => dryFrom + 24 * day).filter((dawn) => dawn + 24 <= reached);
  const shortFrom = dawns.find((dawn) => takenUntil(dawn + 24) - takenUntil(dawn) < enoughCm3);
  const empty = frames.find(
    ({ hours: hour, levelCm }) => hour > dryFrom && hour < refillFrom && levelCm !== undefined && levelCm < EMPTY_CM,
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
    emptyFromHour: setup.water.kind === "free-water" ? empty?.hours : undefined,
    refilledCm3,
    massBalanceRelError,
    followedToHour: reached < hours.at(-1)! ? reached : undefined,
  };
}

/** What is asked from a dawn on, in hours of the mean: all of a day by its dusk. */
const askedHours = (hours: number): number => 24 * Math.floor(hours / 24) + 2 * Math.min(12, hours % 24);

const SEALED = { kind: "sealed" } as const;

/** What a run cannot follow, said before it is tried. */
function unfollowable(
  setup: Setup,
  column: Column,
  { waterTableCm, pondedCm3 }: ColumnState,
  medium: MediumLookup,
): Result<never> | undefined {
  if (setup.water.kind !== "drained" && (pondedCm3 > 0 || waterTableCm > column.heightCm)) {
    return failed(
      problem(
        "water",
        "open-water",
        "Water stands open over the soil, and a run does not follow open water. Lower it to the surface first.",
      ),
    );
  }
  if (setup.water.kind === "dosed" && waterTableCm <= DRY_AS_BOUGHT_PSI_CM) {
    return failed(
      problem(
        "water.storedCm3",
        "dry",
        "Everything is dry, so there is nothing to follow. Water it first: the readings say how much to begin with.",
      ),
    );
  }
  const repelling =
    setup.water.kind === "free-water" && setup.history === "dry"
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

/** What is asked of a stack in the dry days: by its roots, or of its surface. */
type Demand = {
  readonly drinking: RootUptake | undefined;
  readonly top: EndCondition;
  /** Over day and night. */
  readonly meanCm3PerHour: number;
};

/** Roots drink, or the surface dries: twice the day's mean by day, nothing by night. */
function demandOf(setup: Setup, column: Column, { dryFrom, refillFrom }: RunPlan, startPsiCm: Float64Array): Demand {
  const meanCm3PerHour = demandCm3PerHour(setup.demandMmPerDay, vesselAreaCm2(setup.vessel));
  if (meanCm3PerHour === 0) return { drinking: undefined, top: SEALED, meanCm3PerHour };
  const byDay = (2 * meanCm3PerHour) / column.layers.at(-1)!.areaCm2;
  const steps: [hour: number, cmPerHour: number][] = dryFrom > 0 ? [[0, 0]] : [];
  for (let dawn = dryFrom; dawn < refillFrom; dawn += 24) steps.push([dawn, byDay], [dawn + 12, 0]);
  const roots = rootZoneCm(setup);
  if (!roots) {
    const cmPerHour = steps.map(([hour, value]) => [hour, -value] as const);
    return {
      drinking: undefined,
      top: { kind: "atmosphere", cmPerHour, limitPsiCm: SURFACE_LIMIT_PSI_CM },
      meanCm3PerHour,
    };
  }
  const rooted = startPsiCm.filter((_, i) => column.zCm[i]! >= roots.fromCm && column.zCm[i]! <= roots.toCm);
  const standing = rooted.filter((psiCm) => psiCm >= STANDING_PSI_CM).length;
  return {
    drinking: {
      demandCmPerHour: steps,
      roots: [{ ...roots, weight: 1 }],
      stress: standing / rooted.length > MARSH_SHARE ? MARSH_UPTAKE : CONTAINER_UPTAKE,
    },
    top: SEALED,
    meanCm3PerHour,
  };
}

/** The open water at the base: beside wick feet, or in the tube a bed is filled through. */
function reservoirOf(
  setup: Setup,
  water: Exclude<WaterHolding, { kind: "dosed" }>,
  column: Column,
  { soaked, refillFrom }: RunPlan,
): ReservoirCondition {
  const topCm = stackHeightCm(setup);
  const brimCm = reservoirTopCm(setup);
  const fillCm = water.kind === "drained" ? topCm : water.levelCm;
  const unsoakedCm = water.kind === "drained" ? 0 : Math.max(0, water.levelCm);
  return {
    kind: "reservoir",
    areaCm2: Math.max(TUBE_CM2, vesselAreaCm2(setup.vessel) - column.layers[0]!.areaCm2),
    levelCm: soaked ? Math.min(brimCm ?? 0, topCm) : unsoakedCm,
    overflowCm: water.kind === "drained" ? water.outletCm : brimCm,
    refills: [{ hour: refillFrom, levelCm: fillCm, holdHours: REFILL_HOURS }],
  };
}

/** A moment of a run as a state to be read. Free water stands where the head at the base says. */
function stateOf(
  column: Column,
  { psiCm, theta, storedCm3 }: TransientState,
  levelCm: number | undefined,
): ColumnState {
  const overBaseCm = psiCm[0]! + column.zCm[0]!;
  return {
    waterTableCm: levelCm ?? Math.min(overBaseCm, column.heightCm),
    storedCm3,
    layerStoredCm3: storageByLayerCm3(column, theta),
    pondedCm3: 0,
    psiCm,
    theta,
  };
}
